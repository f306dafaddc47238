package garden

import (
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Started says how far a garden is made: each is set once it is there.
type Started struct{ Site, Bags, Varieties, Seed, Plan bool }

// Ready reports whether nothing is left to make.
func (s Started) Ready() bool { return s == Started{true, true, true, true, true} }

// Started is how far the garden is made, by the bags that stand. What is planted has had
// its seed; the shelves are only looked at where that does not tell.
func (v *View) Started(row []forecast.PlantingForecast) (Started, error) {
	_, known, err := v.Site()
	if err != nil {
		return Started{}, err
	}
	out := Started{Site: known}
	if len(row) > 0 {
		out.Bags, out.Varieties, out.Plan = true, true, true
		for i := range row {
			out.Seed = out.Seed || row[i].Stage != logbook.StagePlanned
		}
	} else {
		cat, err := v.Catalogue()
		if err != nil {
			return out, err
		}
		out.Bags, out.Varieties = len(cat.Bags) > 0, len(cat.Varieties) > 0
	}
	if out.Seed {
		return out, nil
	}
	bench, err := v.Bench()
	if err != nil || len(bench.Lots) > 0 {
		out.Seed = true
		return out, err
	}
	nursery, err := v.Nursery()
	out.Seed = len(nursery) > 0
	return out, err
}
