package garden

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"slices"

	"glebata/garden/logbook"
)

// mostTogether entries that are written at once.
const mostTogether = 1000

// recordGroup keeps entries that can be taken back together, one for each planting, and
// returns the ID of the first.
func recordGroup(ctx context.Context, w Writer, entries []logbook.Entry, keep func(context.Context, Writer, logbook.Entry, Request) (logbook.ID, error), a Request) (logbook.ID, error) {
	var faults logbook.Faults
	var first logbook.ID
	for _, e := range entries {
		id := e.Planting
		e.Group = a.Key
		made, err := keep(ctx, w, e, Request{Key: fmt.Sprintf("%s-%d", a.Key, id), Today: a.Today})
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
}

// UndoMany takes back all entries of a group that stand. Safe to repeat.
func (g *Garden) UndoMany(ctx context.Context, group string, a Request) (logbook.ID, error) {
	type undoMany struct{ Group string }
	return g.idempotent(ctx, a.Key, undoMany{group}, func(w Writer) (logbook.ID, error) {
		entries, err := w.GroupEntries(ctx, group)
		if err != nil {
			return 0, err
		}
		pots, err := w.NurseryGroup(ctx, group)
		if err != nil {
			return 0, err
		}
		if len(entries)+len(pots) == 0 {
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
		for _, id := range pots {
			made, err := takeBackNursery(ctx, w, id, Request{Key: nurseryKey(a.Key, id), Today: a.Today})
			if err != nil {
				return 0, err
			}
			last = max(last, made)
		}
		if last == 0 {
			return 0, logbook.Refuse("", "Those entries were undone before.")
		}
		return last, nil
	})
}

// Together are the entries of a group, in the order of writing.
func (v *View) Together(group string) ([]logbook.Entry, error) { return v.r.GroupEntries(v.ctx, group) }

// NurseryTogether are the entries of the nursery in a group, by their IDs.
func (v *View) NurseryTogether(group string) ([]logbook.ID, error) {
	return v.r.NurseryGroup(v.ctx, group)
}

// recordPots keeps one entry for each of some pots, which can be taken back together, and
// returns the ID of the first.
func recordPots(ctx context.Context, w Writer, pots []logbook.ID, e logbook.NurseryEntry, a Request) (first logbook.ID, err error) {
	if len(pots) == 0 {
		return 0, nil
	}
	list, err := readNursery(ctx, w)
	if err != nil {
		return 0, err
	}
	for i, id := range pots {
		if slices.Contains(pots[:i], id) {
			continue
		}
		n, ok := logbook.FindNursling(list, id, "")
		if !ok {
			return 0, logbook.ErrNotFound
		}
		one := e
		one.Nursling, one.Logged = id, a.Today
		if err := logbook.CheckNursery(&one, a.Today); err != nil {
			return 0, err
		}
		one.Key = nurseryKey(a.Key, id)
		made, err := appendNurseryEntry(ctx, w, n, one)
		if err != nil {
			return 0, err
		}
		if first == 0 {
			first = made
		}
	}
	return first, nil
}

// nurseryKey of an entry that was written together with others.
func nurseryKey(group string, nursling logbook.ID) string {
	return fmt.Sprintf("%s-pot-%d", group, nursling)
}
