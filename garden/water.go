package garden

import (
	"context"
	"fmt"

	"glebata/garden/logbook"
)

// byCan is how what is asked for is given.
const byCan = "can"

// WaterAsked keeps that pots of the nursery were watered today, and bags as each wants it: with so many litres as are
// asked for in the file at this moment. A bag that wants none is passed over; when none does,
// that is a Fault. All are of one group, which UndoMany takes back. Safe to repeat.
func (g *Garden) WaterAsked(ctx context.Context, plantings, pots []logbook.ID, a Request) (logbook.ID, error) {
	type waterAsked struct{ Water, Pots []logbook.ID }
	return g.idempotent(ctx, a.Key, waterAsked{plantings, pots}, func(w Writer) (logbook.ID, error) {
		if n := len(plantings) + len(pots); n == 0 || n > mostTogether {
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
		made, err := recordPots(ctx, w, pots, logbook.NurseryEntry{Kind: logbook.NurseWatered, Day: a.Today}, a)
		if err != nil {
			return 0, err
		}
		if first == 0 {
			first = made
		}
		if first == 0 {
			return 0, logbook.Refuse("bags", "None of these bags wants water now.")
		}
		return first, nil
	})
}
