package garden

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"slices"

	"glebata/garden/logbook"
)

// mostTogether plantings that one entry is kept for at once.
const mostTogether = 1000

// RecordMany keeps one entry for several plantings, for all or for none. Safe to repeat.
// It returns the ID of the first. What is refused is a Fault at "bag-" and the planting's
// ID, and names the bag.
func (g *Garden) RecordMany(ctx context.Context, e logbook.Entry, plantings []logbook.ID, a Request) (logbook.ID, error) {
	type many struct {
		Entry     logbook.Entry
		Plantings []logbook.ID
	}
	return g.idempotent(ctx, a.Key, many{e, plantings}, func(w Writer) (logbook.ID, error) {
		if len(plantings) == 0 {
			return 0, logbook.Refuse("bags", "Tick the bags it was done to.")
		}
		if len(plantings) > mostTogether {
			return 0, logbook.Refuse("bags", "At most {} bags at once.", mostTogether)
		}
		var faults logbook.Faults
		var first logbook.ID
		for i, id := range plantings {
			if slices.Contains(plantings[:i], id) { // ticked twice is done once
				continue
			}
			one := e
			one.Planting, one.Group = id, a.Key
			made, err := record(ctx, w, one, Request{Key: fmt.Sprintf("%s-%d", a.Key, id), Today: a.Today})
			var refused logbook.Faults
			switch {
			case errors.As(err, &refused):
				l, err := openLog(ctx, w, id)
				if err != nil {
					return 0, err
				}
				for _, f := range refused {
					if f.Field != "" && f.Field != "day" { // of the entry itself: once is enough
						return 0, refused
					}
					faults.Add(fmt.Sprintf("bag-%d", id), "{}: {}", l.Planting.Bag.Label, f.Says)
				}
			case err != nil:
				return 0, err
			case first == 0:
				first = made
			}
		}
		return first, faults.Err()
	})
}

// UndoMany takes back all entries of a group that stand. Safe to repeat.
func (g *Garden) UndoMany(ctx context.Context, group string, a Request) (logbook.ID, error) {
	type undoMany struct{ Group string }
	return g.idempotent(ctx, a.Key, undoMany{group}, func(w Writer) (logbook.ID, error) {
		entries, err := w.GroupEntries(ctx, group)
		if err != nil {
			return 0, err
		}
		if len(entries) == 0 {
			return 0, logbook.ErrNotFound
		}
		slices.SortFunc(entries, func(a, b logbook.Entry) int { // what came later may stand on what came before
			return cmp.Or(cmp.Compare(b.Day, a.Day), cmp.Compare(b.ID, a.ID))
		})
		var last logbook.ID
		for _, e := range entries {
			l, err := openLog(ctx, w, e.Planting)
			if err != nil {
				return 0, err
			}
			if _, stands := l.Find(e.ID); !stands {
				continue
			}
			if last, err = takeBack(ctx, w, e.ID, Request{Key: fmt.Sprintf("%s-%d", a.Key, e.ID), Today: a.Today}); err != nil {
				return 0, err
			}
		}
		if last == 0 {
			return 0, logbook.Refuse("", "Those entries were undone before.")
		}
		return last, nil
	})
}

// Together are the entries of a group, in the order of writing.
func (v *View) Together(group string) ([]logbook.Entry, error) { return v.r.GroupEntries(v.ctx, group) }

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
