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
		if len(plantings) == 0 {
			return 0, logbook.Refuse("bags", "Tick the bags it was done to.")
		}
		if len(plantings) > mostTogether {
			return 0, logbook.Refuse("bags", "At most {} bags at once.", mostTogether)
		}
		entries := make([]logbook.Entry, 0, len(plantings))
		for i, id := range plantings {
			if !slices.Contains(plantings[:i], id) { // ticked twice is done once
				e.Planting = id
				entries = append(entries, e)
			}
		}
		return recordGroup(ctx, w, entries, record, a)
	})
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
