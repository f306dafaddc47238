package garden

import (
	"context"
	"fmt"

	"glebata/core/measure"
	"glebata/garden/logbook"
)

// usualCan is what a watering can holds until the grower says otherwise.
const usualCan measure.Volume = 10

// byCan is how what is asked for is given.
const byCan = "can"

// WaterAsked keeps that bags were watered today as each wants it: with so many litres as are
// asked for in the file at this moment. A bag that wants none is passed over; when none does,
// that is a Fault. All are of one group, which UndoMany takes back. Safe to repeat.
func (g *Garden) WaterAsked(ctx context.Context, plantings []logbook.ID, a Request) (logbook.ID, error) {
	type waterAsked struct{ Water []logbook.ID }
	return g.idempotent(ctx, a.Key, waterAsked{plantings}, func(w Writer) (logbook.ID, error) {
		if len(plantings) == 0 || len(plantings) > mostTogether {
			return 0, logbook.Refuse("bags", "Tick the bags that were watered, at most {}.", mostTogether)
		}
		var first logbook.ID
		for _, id := range plantings {
			st, err := g.within(ctx, w, a.Today).Planting(id)
			if err != nil {
				return 0, err
			}
			if st.Water == nil || !st.Water.Wants() {
				continue
			}
			e := logbook.Entry{Planting: id, Kind: logbook.Watered, Thing: byCan, Amount: float64(st.Water.Give), Day: a.Today, Group: a.Key}
			made, err := recordShared(ctx, w, e, Request{Key: fmt.Sprintf("%s-%d", a.Key, id), Today: a.Today})
			if err != nil {
				return 0, err
			}
			if first == 0 {
				first = made
			}
		}
		if first == 0 {
			return 0, logbook.Refuse("bags", "None of these bags wants water now.")
		}
		return first, nil
	})
}
