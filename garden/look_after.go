package garden

import (
	"context"
	"strings"

	"glebata/core/climate"
	"glebata/garden/logbook"
)

// BagLook is where a bag stands and how it has worn.
type BagLook struct {
	Bag       logbook.ID
	Place     string          // empty where it stood before
	Shelter   climate.Shelter // of a place that is new
	Condition logbook.Condition
}

// LookAfter keeps where a bag stands and how it has worn. Safe to repeat.
func (g *Garden) LookAfter(ctx context.Context, l BagLook, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, l, func(w Writer) (logbook.ID, error) {
		var faults logbook.Faults
		place := ""
		if strings.TrimSpace(l.Place) != "" {
			place = logbook.CheckName(&faults, "stands", "place", l.Place)
		}
		if _, ok := logbook.Find(logbook.Conditions(), func(c logbook.Condition) bool { return c == l.Condition }); !ok {
			faults.Add("condition", "Choose how it has worn.")
		}
		bags, err := w.Bags(ctx)
		if err != nil {
			return 0, err
		}
		b, ok := logbook.Find(bags, func(b logbook.Bag) bool { return b.ID == l.Bag })
		if !ok {
			faults.Add("bag", "Choose a bag.")
		}
		if faults != nil {
			return 0, faults
		}
		if place != "" {
			if b.Place, err = placeNamed(ctx, w, place, l.Shelter); err != nil {
				return 0, err
			}
		}
		b.Condition = l.Condition
		return b.ID, w.UpdateBag(ctx, b)
	})
}
