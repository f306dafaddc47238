package garden

import (
	"context"
	"fmt"

	"glebata/garden/logbook"
)

// Record appends an entry to the log of its planting when it can follow what
// is there; Key and Logged are taken from a. Safe to repeat. It returns the
// entry's ID. Refusals are Faults, with the fields of the entry.
func (g *Garden) Record(ctx context.Context, e logbook.Entry, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, e, func(w Writer) (logbook.ID, error) { return recordShared(ctx, w, e, a) })
}

// Undo takes an entry back by adding one that voids it. What is left of the
// log must still make sense: a planting with later entries is not taken back
// before they are. It returns the ID of the voiding entry.
func (g *Garden) Undo(ctx context.Context, entry logbook.ID, a Request) (logbook.ID, error) {
	type undo struct{ Entry logbook.ID }
	return g.idempotent(ctx, a.Key, undo{entry}, func(w Writer) (logbook.ID, error) { return takeBackShared(ctx, w, entry, a) })
}

// besides are the other plantings that grow in the container of one, none where it has it
// to itself.
func besides(ctx context.Context, w Writer, p *logbook.Planting) ([]logbook.Planting, error) {
	if p.Beside == 0 {
		return nil, nil
	}
	open, err := w.Plantings(ctx, Filter{Bag: p.Bag.ID, Year: p.Season.Year, Open: true})
	if err != nil {
		return nil, err
	}
	logs, err := w.Logs(ctx, Filter{Bag: p.Bag.ID, Year: p.Season.Year, Open: true})
	if err != nil {
		return nil, err
	}
	var out []logbook.Planting
	for _, o := range open {
		if _, planted := logbook.Find(logbook.Live(logs[o.ID]), func(e logbook.Entry) bool { return e.Kind == logbook.Planted }); planted && o.Beside == p.Beside && o.ID != p.ID {
			out = append(out, o)
		}
	}
	return out, nil
}

// recordShared keeps an entry, and where it is of a container that several plantings share,
// for each that grows in it.
func recordShared(ctx context.Context, w Writer, e logbook.Entry, a Request) (logbook.ID, error) {
	if !logbook.KindOf(e.Kind).Container {
		return record(ctx, w, e, a)
	}
	l, err := openLog(ctx, w, e.Planting)
	if err != nil {
		return 0, err
	}
	others, err := besides(ctx, w, &l.Planting)
	if err != nil {
		return 0, err
	}
	if len(others) > 0 && e.Group == "" {
		e.Group = a.Key
	}
	id, err := record(ctx, w, e, a)
	for _, o := range others {
		if err != nil {
			break
		}
		one := e
		one.Planting = o.ID
		_, err = record(ctx, w, one, Request{Key: fmt.Sprintf("%s-%d", a.Key, o.ID), Today: a.Today})
	}
	return id, err
}

// takeBackShared takes an entry back, and where it was of a container that several plantings
// share, for all of them.
func takeBackShared(ctx context.Context, w Writer, entry logbook.ID, a Request) (logbook.ID, error) {
	e, err := w.Entry(ctx, entry)
	if err != nil {
		return 0, err
	}
	id, err := takeBack(ctx, w, entry, a)
	if err != nil || e.Group == "" || !logbook.KindOf(e.Kind).Container {
		return id, err
	}
	l, err := openLog(ctx, w, e.Planting)
	if err != nil {
		return 0, err
	}
	others, err := besides(ctx, w, &l.Planting)
	if err != nil || len(others) == 0 {
		return id, err
	}
	together, err := w.GroupEntries(ctx, e.Group)
	for _, o := range together {
		if err != nil {
			break
		}
		if _, shares := logbook.Find(others, func(p logbook.Planting) bool { return p.ID == o.Planting }); !shares {
			continue
		}
		other, openErr := openLog(ctx, w, o.Planting)
		if openErr != nil {
			return 0, openErr
		}
		if _, stands := other.Find(o.ID); stands {
			_, err = takeBack(ctx, w, o.ID, Request{Key: fmt.Sprintf("%s-%d", a.Key, o.ID), Today: a.Today})
		}
	}
	return id, err
}
