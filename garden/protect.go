package garden

import (
	"context"
	"slices"

	"glebata/core/climate"
	"glebata/garden/logbook"
)

// Protection is what was covered, carried in, or brought out again, all at once.
type Protection struct {
	Bags []ProtectedBag
	Pots []ProtectedPot // and trays of slips
}

// ProtectedBag is how a bag was protected: a thing of logbook.Protected.
type ProtectedBag struct {
	Planting logbook.ID
	How      string
}

// ProtectedPot is where something of the nursery stands from then on.
type ProtectedPot struct {
	Nursling logbook.ID
	Shelter  climate.Shelter
}

// Protect keeps what was done before a cold night, or after it, for all or for none; it is
// taken back together. Safe to repeat.
func (g *Garden) Protect(ctx context.Context, p Protection, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, p, func(w Writer) (logbook.ID, error) {
		if len(p.Bags)+len(p.Pots) == 0 {
			return 0, logbook.Refuse("bags", "Tick the bags it was done to.")
		}
		if len(p.Bags)+len(p.Pots) > mostTogether {
			return 0, logbook.Refuse("bags", "At most {} bags at once.", mostTogether)
		}
		var entries []logbook.Entry
		for i, b := range p.Bags {
			if !slices.ContainsFunc(p.Bags[:i], func(o ProtectedBag) bool { return o.Planting == b.Planting }) { // ticked twice is done once
				entries = append(entries, logbook.Entry{Kind: logbook.Protected, Thing: b.How, Day: a.Today, Planting: b.Planting})
			}
		}
		first, err := recordGroup(ctx, w, entries, recordShared, a)
		if err != nil {
			return 0, err
		}
		for i, pot := range p.Pots {
			if slices.ContainsFunc(p.Pots[:i], func(o ProtectedPot) bool { return o.Nursling == pot.Nursling }) {
				continue
			}
			made, err := recordPots(ctx, w, []logbook.ID{pot.Nursling}, logbook.NurseryEntry{Kind: logbook.NurseMoved, Shelter: pot.Shelter, Day: a.Today, Text: logbook.ForTheNight}, a)
			if err != nil {
				return 0, err
			}
			if first == 0 {
				first = made
			}
		}
		return first, nil
	})
}
