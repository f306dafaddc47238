package garden

import (
	"context"
	"fmt"

	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Volunteers are plants that nobody planted, lifted and weighed out of a bag.
type Volunteers struct {
	Bag     logbook.ID
	Class   crop.Class // as far as one can tell
	Batches []logbook.Batch
	Day     measure.Day
}

// LiftVolunteers keeps what volunteers gave, as a planting of its own whose seed is not known:
// it has no ratio, and counts in sums of what was harvested. It returns the planting. Safe to
// repeat. Faults are at "bag", "class", "day" and "gross-1".
func (g *Garden) LiftVolunteers(ctx context.Context, v Volunteers, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, v, func(w Writer) (logbook.ID, error) {
		weighed := logbook.Entry{Kind: logbook.Weighed, Batches: v.Batches, Day: v.Day, Another: true}
		if err := takeTares(ctx, w, &weighed); err != nil {
			return 0, err
		}
		if err := logbook.CheckEntry(&weighed, a.Today); err != nil {
			return 0, err
		}
		if !v.Class.Known() {
			return 0, logbook.Refuse("class", "Say what they were, as far as one can tell.")
		}
		bags, err := w.Bags(ctx)
		if err != nil {
			return 0, err
		}
		b, ok := logbook.Find(bags, func(b logbook.Bag) bool { return b.ID == v.Bag })
		if !ok {
			return 0, logbook.Refuse("bag", "Choose a bag.")
		}
		year := v.Day.Year()
		open, err := w.Plantings(ctx, Filter{Bag: b.ID, Year: year, Open: true})
		if err != nil {
			return 0, err
		}
		id, err := planBag(ctx, w, NewPlanting{
			Year: year, Bag: b.ID, Unknown: v.Class, Number: 1, Filling: forecast.DefaultLadder(b.Model.Shape, v.Class, hill.FillOnce),
			WillDrill: true, Beside: len(open) > 0,
		}, a)
		if err != nil {
			return 0, err
		}
		for i, e := range []logbook.Entry{
			{Kind: logbook.Planted, Day: v.Day},
			{Kind: logbook.Noted, Day: v.Day, Text: "Volunteers: nobody planted them."},
			weighed,
			{Kind: logbook.Closed, Day: v.Day},
		} {
			e.Planting = id
			if _, err := record(ctx, w, e, Request{Key: fmt.Sprintf("%s-%d", a.Key, i), Today: a.Today}); err != nil {
				return 0, err
			}
		}
		return id, nil
	})
}
