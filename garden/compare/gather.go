package compare

import (
	"math"
	"slices"

	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/trial"
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
	// Open plantings, whose logs tell where bags were taken since, and places by their ID.
	Open   []logbook.PlantingState
	Places map[logbook.ID]logbook.Place
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
	moves, bins, steps := movesOf(done, g.Open), binsOf(done, g.Open), stepsOf(done)
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
		b.Bins, b.Step = bins[s.Planting.ID], steps[s.Season.Year]
		b.Stood = stood(&b, moves[s.Bag.ID], g.Places)
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

// scaleSteps that a scale may show, the coarsest first, g.
var scaleSteps = []int64{100, 50, 20, 10, 5}

// fewestSteps batches whose weights tell the steps of the scale. Practice.
const fewestSteps = 4

// stepsOf the scales of the seasons: the coarsest that every weight of a season is a multiple of. 0 for
// one that the weights do not tell: a fine scale, or other units.
func stepsOf(done []forecast.PlantingForecast) map[int]measure.Mass {
	weights := map[int][]int64{}
	for i := range done {
		for _, b := range done[i].Batches {
			if b.Low == 0 && b.High == 0 && b.Gross > 0 {
				year := done[i].Season.Year
				weights[year] = append(weights[year], int64(math.Round(float64(b.Gross))))
			}
		}
	}
	out := map[int]measure.Mass{}
	for year, list := range weights {
		for _, step := range scaleSteps {
			if len(list) >= fewestSteps && !slices.ContainsFunc(list, func(w int64) bool { return w%step != 0 }) {
				out[year] = measure.Mass(step)
				break
			}
		}
	}
	return out
}

// binsOf plantings that were weighed several together: the shares of each.
func binsOf(done []forecast.PlantingForecast, open []logbook.PlantingState) map[logbook.ID][]trial.BinShare {
	parts, whole := map[string]int{}, map[string]measure.Mass{}
	shares := map[logbook.ID][]logbook.PoolShare{}
	add := func(s *logbook.PlantingState) {
		if _, read := shares[s.Planting.ID]; read { // weighed in and left open, it stands among both
			return
		}
		shares[s.Planting.ID] = s.PoolShares()
		for _, p := range shares[s.Planting.ID] {
			parts[p.Bin]++
			whole[p.Bin] += p.Net
		}
	}
	for i := range done {
		add(&done[i].PlantingState)
	}
	for i := range open {
		add(&open[i])
	}
	out := map[logbook.ID][]trial.BinShare{}
	for id, list := range shares {
		for _, p := range list {
			if n := parts[p.Bin]; n > 1 {
				out[id] = append(out[id], trial.BinShare{
					Bin: p.Bin, Low: float64(p.Low), High: float64(p.High), Parts: n, WholeLow: float64(whole[p.Bin]), WholeHigh: float64(whole[p.Bin]),
				})
			}
		}
	}
	return out
}

// movesOf each bag, in the order of their days.
func movesOf(done []forecast.PlantingForecast, open []logbook.PlantingState) map[logbook.ID][]logbook.Entry {
	out := map[logbook.ID][]logbook.Entry{}
	add := func(s *logbook.PlantingState) {
		for i := range s.Care {
			if e := &s.Care[i]; e.Kind == logbook.Moved && e.Place != 0 {
				out[s.Bag.ID] = append(out[s.Bag.ID], *e)
			}
		}
	}
	for i := range done {
		add(&done[i].PlantingState)
	}
	for i := range open {
		add(&open[i])
	}
	for id, list := range out {
		slices.SortStableFunc(list, func(a, b logbook.Entry) int { return int(a.Day - b.Day) })
		out[id] = slices.CompactFunc(list, func(a, b logbook.Entry) bool { // of plantings that share it
			return a.Day == b.Day && a.Place == b.Place && a.From == b.From
		})
	}
	return out
}

// stood is where a planting stood from its planting day on, by the moves of its bag: where the
// bag stands now, taken back move by move.
func stood(b *Bag, moves []logbook.Entry, places map[logbook.ID]logbook.Place) []logbook.Place {
	at := b.Bag.Place
	var out []logbook.Place
	for i := len(moves) - 1; i >= 0; i-- {
		e := &moves[i]
		if e.Day < b.State.Planted {
			break
		}
		from, known := places[e.From]
		if !known {
			break
		}
		if b.Ended == 0 || e.Day <= b.Ended {
			out = append(out, at)
		}
		at = from
	}
	out = append(out, at)
	slices.Reverse(out)
	return out
}
