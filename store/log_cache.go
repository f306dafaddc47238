package store

import (
	"context"
	"fmt"
	"maps"
	"slices"
	"sync"

	"glebata/core/measure"
	"glebata/garden/logbook"
)

// logCache keeps what was read of the log. The log only grows and no entry is
// ever changed, so what was read once need not be read again: each reading asks
// for the entries that came since. Only committed entries come in, because only
// reading transactions fill it. Safe for concurrent use.
type logCache struct {
	mu   sync.Mutex
	last logbook.ID // newest entry held
	// logs by planting, in order of day and then of writing. A log that was
	// handed out is never changed: it is appended to, or replaced by a copy.
	logs map[logbook.ID][]logbook.Entry
}

// of are the logs of some plantings, of all where none are named, as the reader's
// transaction sees them.
func (b *logCache) of(ctx context.Context, r *reader, plantings []logbook.ID) (map[logbook.ID][]logbook.Entry, error) {
	if r.newest == 0 {
		if _, err := r.Revision(ctx); err != nil {
			return nil, err
		}
	}
	newest, err := r.newest, error(nil)
	b.mu.Lock()
	held := b.last
	b.mu.Unlock()
	var news []logbook.Entry // read without the lock: nobody waits for another's reading
	if newest > held {
		if news, err = r.entries(ctx, `WHERE e.id > ?`, held); err != nil {
			return nil, fmt.Errorf("reading what is new in the log: %w", err)
		}
	}
	b.mu.Lock()
	defer b.mu.Unlock()
	b.add(slices.DeleteFunc(news, func(e logbook.Entry) bool { return e.ID <= b.last })) // another was first
	b.last = max(b.last, newest)
	if plantings == nil {
		plantings = slices.Collect(maps.Keys(b.logs))
	}
	out := make(map[logbook.ID][]logbook.Entry, len(plantings))
	for _, id := range plantings {
		out[id] = slices.Clip(b.logs[id]) // who appends to it gets a copy
		if b.last > newest {              // another reading saw later entries than this one may
			out[id] = slices.DeleteFunc(slices.Clone(b.logs[id]), func(e logbook.Entry) bool { return e.ID > newest })
		}
	}
	return out, nil
}

// add entries that come in the order of writing.
func (b *logCache) add(entries []logbook.Entry) {
	if b.logs == nil {
		b.logs = map[logbook.ID][]logbook.Entry{}
	}
	for _, e := range entries {
		log := b.logs[e.Planting]
		if n := len(log); n > 0 && log[n-1].Day > e.Day { // entered late: into its place, in a copy
			at, _ := slices.BinarySearchFunc(log, e.Day+1, func(o logbook.Entry, day measure.Day) int { return int(o.Day - day) })
			b.logs[e.Planting] = slices.Insert(slices.Clone(log), at, e)
			continue
		}
		b.logs[e.Planting] = append(log, e)
	}
}
