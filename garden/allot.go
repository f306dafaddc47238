package garden

import (
	"context"
	"slices"

	"glebata/core/crop"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Sowable are the planned plantings of potatoes that wait for seed, by variety.
func (v *View) Sowable() ([]forecast.PlantingForecast, error) {
	row, err := v.Row()
	return slices.DeleteFunc(row, func(s forecast.PlantingForecast) bool {
		return s.Stage != logbook.StagePlanned || s.Variety.Class.Crop() != crop.Potato
	}), err
}

// DraftAllotment proposes which piece goes into which bag. The plantings are of
// one variety. Faults when they are not, or there is no seed.
func (v *View) DraftAllotment(ask forecast.AllotmentRequest) (forecast.AllotmentDraft, error) {
	d := forecast.AllotmentDraft{Mode: ask.Mode}
	sowable, err := v.Sowable()
	if err != nil {
		return d, err
	}
	b, err := v.Bench()
	if err != nil {
		return d, err
	}
	for _, s := range sowable {
		if !slices.Contains(ask.Plantings, s.Planting.ID) {
			continue
		}
		if len(d.Places) > 0 && s.Variety.ID != d.Variety.ID {
			return d, logbook.Refuse("planting", "{} and {} are two varieties: allot one at a time.", d.Variety.Name, s.Variety.Name)
		}
		d.Variety = s.Variety
		d.Places = append(d.Places, forecast.AllottedPlace{Planting: s.Planting, Litres: s.Bag.Model.Shape.Usable(s.Filling.Headspace)})
	}
	if len(d.Places) == 0 {
		return d, logbook.Refuse("planting", "Choose the bags that are to have seed.")
	}
	pieces := slices.DeleteFunc(b.Free(d.Variety.ID), func(p logbook.PieceState) bool {
		return p.Planting != 0 && !slices.Contains(ask.Plantings, p.Planting)
	})
	if len(pieces) == 0 {
		return d, logbook.Refuse("planting", "There is no seed of {} on the bench that is free.", d.Variety.Name)
	}
	d.Allot(pieces)
	for _, swap := range ask.Swaps {
		d.Swap(swap[0], swap[1])
	}
	d.Sum()
	d.Propose(&b, v.today)
	return d, nil
}

// ConfirmAllotment keeps which pieces go where: the seed weight of each planting
// is then fixed until it is planted. Safe to repeat.
func (g *Garden) ConfirmAllotment(ctx context.Context, allots []logbook.Allotted, a Request) (logbook.ID, error) {
	return g.RecordSeed(ctx, logbook.SeedEntry{Kind: logbook.SeedAllotted, Allots: allots}, a)
}
