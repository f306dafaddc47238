package garden

import (
	"slices"

	"glebata/core/crop"
	"glebata/garden/compare"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// HarvestFit is the one fit of all harvests of a crop, to be drawn.
func (v *View) HarvestFit(of crop.Crop) ([]forecast.FitLane, error) {
	return v.m.fits.get(fitAsk{v.today, of}, func() ([]forecast.FitLane, error) { return v.harvestFit(of) })
}

func (v *View) harvestFit(of crop.Crop) ([]forecast.FitLane, error) {
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

// Joint asks one question of the grower's harvests of a crop and those of the other gardens together.
func (v *View) Joint(of crop.Crop, by compare.JointBy) (compare.Joint, error) {
	return v.m.joints.get(jointAsk{fitAsk{v.today, of}, by}, func() (compare.Joint, error) {
		finished, err := v.FinishedGrown()
		if err != nil {
			return compare.Joint{}, err
		}
		others, err := v.Others()
		if err != nil {
			return compare.Joint{}, err
		}
		running, err := v.OpenTrials()
		if err != nil {
			return compare.Joint{}, err
		}
		list := forecast.NamedWeighings(finished, of, func(id logbook.ID) bool { // its trial is judged at its end, and not looked at before
			return slices.ContainsFunc(running, func(t *compare.TrialSheet) bool { _, in := t.Arm(id); return in })
		})
		for i := range others {
			if others[i].Crop == of {
				list = append(list, others[i].Weighings...)
			}
		}
		return compare.NewJoint(list, by)
	})
}
