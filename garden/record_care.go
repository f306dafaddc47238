package garden

import (
	"context"
	"slices"

	"glebata/garden/logbook"
)

// RecordMany keeps one entry for several plantings, for all or for none. Safe to repeat.
// It returns the ID of the first. What is refused is a Fault at "bag-" and the planting's
// ID, and names the bag.
func (g *Garden) RecordMany(ctx context.Context, e logbook.Entry, plantings []logbook.ID, a Request) (logbook.ID, error) {
	type many struct {
		Entry     logbook.Entry
		Plantings []logbook.ID
	}
	return g.idempotent(ctx, a.Key, many{e, plantings}, func(w Writer) (logbook.ID, error) {
		entries := make([]logbook.Entry, len(plantings))
		for i, id := range plantings {
			entries[i] = e
			entries[i].Planting = id
		}
		return recordEach(ctx, w, entries, a)
	})
}

// RecordEach keeps an entry for each of several plantings, for all or for none; of one planting
// the first counts. They are taken back together. Safe to repeat. Faults are those of an entry,
// at "bags", or at "bag-" and the planting's ID.
func (g *Garden) RecordEach(ctx context.Context, entries []logbook.Entry, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, entries, func(w Writer) (logbook.ID, error) { return recordEach(ctx, w, entries, a) })
}

func recordEach(ctx context.Context, w Writer, entries []logbook.Entry, a Request) (logbook.ID, error) {
	if len(entries) == 0 {
		return 0, logbook.Refuse("bags", "Tick the bags it was done to.")
	}
	if len(entries) > mostTogether {
		return 0, logbook.Refuse("bags", "At most {} bags at once.", mostTogether)
	}
	once := make([]logbook.Entry, 0, len(entries))
	for i := range entries {
		if !slices.ContainsFunc(once, func(o logbook.Entry) bool { return o.Planting == entries[i].Planting }) { // ticked twice is done once
			once = append(once, entries[i])
		}
	}
	return recordGroup(ctx, w, once, record, a)
}

// Photo of an entry as JPEG; ErrNotFound when it has none.
func (v *View) Photo(entry logbook.ID) ([]byte, error) { return v.r.Photo(v.ctx, entry) }

// RecordPhoto keeps a photo with a planting, and a few words with it. Safe to repeat.
func (g *Garden) RecordPhoto(ctx context.Context, e logbook.Entry, p logbook.Photo, a Request) (logbook.ID, error) {
	type pictured struct {
		Entry logbook.Entry
		Photo string
	}
	e.Kind = logbook.Pictured
	return g.idempotent(ctx, a.Key, pictured{e, fingerprint(p.JPEG)}, func(w Writer) (logbook.ID, error) {
		if len(p.JPEG) == 0 {
			return 0, logbook.Refuse("photo", "Choose a photo.")
		}
		id, err := record(ctx, w, e, a)
		if err != nil {
			return 0, err
		}
		return id, w.AddPhoto(ctx, id, p)
	})
}
