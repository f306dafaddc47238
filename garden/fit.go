package garden

import (
	"glebata/core/crop"
	"glebata/garden/forecast"
)

// HarvestFit is the one fit of all harvests of a crop, to be drawn.
func (v *View) HarvestFit(of crop.Crop) ([]forecast.FitLane, error) {
	finished, err := v.FinishedGrown()
	if err != nil {
		return nil, err
	}
	learned, err := v.learned()
	if err != nil {
		return nil, err
	}
	others, err := v.learnedFrom()
	return forecast.FitOf(finished, others, learned, of), err
}
