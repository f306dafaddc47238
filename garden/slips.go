package garden

import (
	"slices"

	"glebata/core/calendar"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// SlipBalances of the planned sweet potatoes of a season, by variety.
func (v *View) SlipBalances() ([]forecast.SlipBalance, error) {
	sheet, err := v.SeasonSheet(0)
	if err != nil {
		return nil, err
	}
	nursery, err := v.Nursery()
	if err != nil {
		return nil, err
	}
	gate, err := v.gate()
	if err != nil {
		return nil, err
	}
	var out []forecast.SlipBalance
	for i := range sheet.Lines {
		l := &sheet.Lines[i]
		if l.Stage != logbook.StagePlanned || l.Variety.Class.Crop() != crop.SweetPotato || l.Timing.Way == calendar.OrderedSlips {
			continue
		}
		at := slices.IndexFunc(out, func(b forecast.SlipBalance) bool { return b.Variety.ID == l.Variety.ID })
		if at < 0 {
			out, at = append(out, forecast.SlipBalance{Variety: l.Variety, By: l.Schedule.Plant}), len(out)
		}
		out[at].Bags = append(out[at].Bags, l.Bag.Label)
		out[at].Wanted += l.Number
		out[at].By = min(out[at].By, l.Schedule.Plant)
		ask := l.Schedule.Request
		ask.Plant = l.Schedule.Plant
		switch may, err := gate.May(ask, sheet.Year); {
		case err != nil:
			return nil, err
		case !may.OK && out[at].May.Empty():
			out[at].May = may.Words()
		}
	}
	for i := range out {
		out[i].Weigh(nursery, v.today)
	}
	return out, nil
}

// RootHarvests of the roots whose slips are lifted: each bag's harvest is shared
// among its slips.
func (v *View) RootHarvests(nursery []logbook.NursingState) (map[logbook.ID]forecast.RootHarvest, error) {
	done, err := v.Finished()
	if err != nil {
		return nil, err
	}
	out := map[logbook.ID]forecast.RootHarvest{}
	for i := range nursery {
		n := &nursery[i]
		h := forecast.RootHarvest{Root: n.Nursling}
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
				h.Ratio, h.About = float64(h.Edible/n.Weight), n.How != measure.Weighed
			}
			out[n.ID] = h
		}
	}
	return out, nil
}
