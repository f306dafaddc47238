package garden

import (
	"slices"

	"glebata/core/calendar"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// SlipBalance is slips wanted against slips to be had for one variety.
type SlipBalance struct {
	Variety   logbook.Variety
	Bags      []string
	Wanted    int         // in bags
	Needed    int         // with some in hand
	By        measure.Day // planting out
	Available int         // taken, or expected by then
	Roots     int         // to start
	Says      measure.Phrase
}

// SlipBalances of the planned sweet potatoes of a season, by variety.
func (v *View) SlipBalances() ([]SlipBalance, error) {
	sheet, err := v.SeasonSheet(0)
	if err != nil {
		return nil, err
	}
	nursery, err := v.Nursery()
	if err != nil {
		return nil, err
	}
	var out []SlipBalance
	for i := range sheet.Lines {
		l := &sheet.Lines[i]
		if l.Stage != logbook.StagePlanned || l.Variety.Class.Crop() != crop.SweetPotato || l.Timing.Way == calendar.OrderedSlips {
			continue
		}
		at := slices.IndexFunc(out, func(b SlipBalance) bool { return b.Variety.ID == l.Variety.ID })
		if at < 0 {
			out, at = append(out, SlipBalance{Variety: l.Variety, By: l.Schedule.Plant}), len(out)
		}
		out[at].Bags = append(out[at].Bags, l.Bag.Label)
		out[at].Wanted += l.Number
		out[at].By = min(out[at].By, l.Schedule.Plant)
	}
	for i := range out {
		out[i].weigh(nursery, v.today)
	}
	return out, nil
}

func (b *SlipBalance) weigh(nursery []logbook.NursingState, today measure.Day) {
	b.Needed = seed.SlipsNeeded(b.Wanted)
	for i := range nursery {
		n := &nursery[i]
		if n.Kind != logbook.Root || n.Variety.ID != b.Variety.ID || n.Ended {
			continue
		}
		expected := seed.SlipsBy(int(max(b.By, today)-n.Started), n.Temp)
		b.Available += max(n.InHand(), expected-n.Planted)
	}
	short := b.Needed - b.Available
	b.Roots = seed.RootsNeeded(max(0, short))
	switch {
	case short <= 0:
		b.Says = measure.Say("Enough: {} slips by {}, {} needed.", b.Available, b.By, b.Needed)
	case int(b.By-today) >= 42:
		b.Says = measure.Say("{} short by {}: {} of {} needed. Start {} more roots now.", short, b.By, b.Available, b.Needed, b.Roots)
	default:
		b.Says = measure.Say("{} short by {}: {} of {} needed, and too late to start roots. Order {} slips, or plant fewer to a bag.", short, b.By, b.Available, b.Needed, short)
	}
}

// RootHarvest is what came of the slips of one mother root.
type RootHarvest struct {
	Root    logbook.Nursling
	Slips   int
	Edible  measure.Mass
	PerSlip measure.Mass
	Ratio   float64 // kg to kg of mother root; 0 when the root was not weighed
}

// RootHarvests of the roots whose slips are lifted: each bag's harvest is shared
// among its slips.
func (v *View) RootHarvests(nursery []logbook.NursingState) (map[logbook.ID]RootHarvest, error) {
	done, err := v.Finished()
	if err != nil {
		return nil, err
	}
	out := map[logbook.ID]RootHarvest{}
	for i := range nursery {
		n := &nursery[i]
		h := RootHarvest{Root: n.Nursling}
		for _, e := range n.Log {
			s, ok := logbook.Find(done, func(s forecast.PlantingForecast) bool { return s.Planting.ID == e.Planting })
			if e.Kind != logbook.NursePlanted || n.Kind != logbook.Root || !ok || s.Plants == 0 {
				continue
			}
			h.Slips += e.Count
			h.Edible += s.Harvest.Edible * measure.Mass(e.Count) / measure.Mass(s.Plants)
		}
		if h.Slips > 0 {
			h.PerSlip = h.Edible / measure.Mass(h.Slips)
			if n.Weight > 0 {
				h.Ratio = float64(h.Edible / n.Weight)
			}
			out[n.ID] = h
		}
	}
	return out, nil
}
