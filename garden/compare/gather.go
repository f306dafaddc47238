package compare

import (
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Garden is what bags are gathered from beside their own logs.
type Garden struct {
	Bench *logbook.Bench
	Mixes map[logbook.ID]string // of plantings, as they are written
	Cs    medium.Components
	Own   []logbook.OwnMix
	Sun   map[logbook.ID]float64 // h a day by bag
	Prices
}

// Gather finished plantings with what they are compared by.
func Gather(done []forecast.PlantingForecast, g Garden) []Bag {
	sown, sprouts := sownOf(g.Bench)
	names := mixNames(g.Cs, g.Own)
	var usual medium.Mix
	if all := g.Cs.Recipes(); len(all) > 0 {
		usual = all[0].Mix
	}
	out := make([]Bag, len(done))
	for i := range done {
		s := &done[i]
		b := Bag{PlantingForecast: s, M: s.Measures(), Sown: sown[s.Planting.ID], Sun: g.Sun[s.Bag.ID]}
		if n := sprouts[s.Planting.ID]; n[1] > 0 {
			b.Sprouts = max(1, (n[0]+n[1]/2)/n[1])
		}
		if text, chosen := g.Mixes[s.Planting.ID]; chosen {
			if b.Mix = names[text]; b.Mix == "" {
				b.Mix = text
			}
			b.Parts, _ = g.Cs.ParseMix(text)
		} else if !s.Bag.Model.Shape.Ground() {
			b.Mix = "the usual mix"
			b.Parts = usual
		}
		b.Cost, b.filled, b.lacks = costOf(&b, &g.Prices)
		b.levels = make([]kept, len(factors))
		for k, f := range factors {
			b.levels[k].Level, b.levels[k].known = f.level(&b)
		}
		out[i] = b
	}
	return out
}

// sownOf each planting, by its pieces on the bench; sprouts are their sum and how many pieces
// they were counted on.
func sownOf(b *logbook.Bench) (sown map[logbook.ID]Sown, sprouts map[logbook.ID][2]int) {
	sown, sprouts = map[logbook.ID]Sown{}, map[logbook.ID][2]int{}
	if b == nil {
		return sown, sprouts
	}
	pieces := map[logbook.ID]int{} // of each lot
	for i := range b.Trays {
		for _, u := range b.Trays[i].Tubers {
			pieces[b.Trays[i].Lot.ID] += len(u.Pieces)
		}
	}
	for i := range b.Trays {
		lot := &b.Trays[i].Lot
		for _, u := range b.Trays[i].Tubers {
			for _, p := range u.Pieces {
				if p.Planting == 0 {
					continue
				}
				s, seen := sown[p.Planting]
				if !seen {
					s.Source, s.Lot, s.Healed = lot.Source, lot.Label, true
				}
				s.Pieces++
				s.Cost += measure.Money(float64(lot.Cost) / float64(max(1, pieces[lot.ID])))
				if p.HealedBy != 0 {
					s.Cut++
				}
				sown[p.Planting] = s
				if p.Sprouts > 0 {
					n := sprouts[p.Planting]
					sprouts[p.Planting] = [2]int{n[0] + p.Sprouts, n[1] + 1}
				}
			}
		}
	}
	return sown, sprouts
}

func mixNames(cs medium.Components, own []logbook.OwnMix) map[string]string {
	out := map[string]string{}
	for _, r := range logbook.Recipes(cs, own) {
		out[r.Mix.String()] = r.Name
	}
	return out
}
