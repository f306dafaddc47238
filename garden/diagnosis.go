package garden

import (
	"slices"

	"glebata/core/bag"
	"glebata/core/measure"
	"glebata/garden/compare"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Diagnosis of a finished planting: why it gave as it did. ErrNotFound where it is not finished.
func (v *View) Diagnosis(planting logbook.ID) (compare.Diagnosis, error) {
	all, err := v.Compared()
	if err != nil {
		return compare.Diagnosis{}, err
	}
	at := slices.IndexFunc(all, func(b compare.Bag) bool { return b.Planting.ID == planting })
	if at < 0 {
		return compare.Diagnosis{}, logbook.ErrNotFound
	}
	list, err := v.diagnose([]*compare.Bag{&all[at]})
	if err != nil {
		return compare.Diagnosis{}, err
	}
	return list[0], nil
}

// MostPoor bags that are diagnosed in one list.
const MostPoor = 24

// PoorBags of a season that gave much less than was expected, the poorest first; more says how many
// there are beyond MostPoor.
func (v *View) PoorBags(year int) (list []compare.Diagnosis, more int, err error) {
	all, err := v.Compared()
	if err != nil {
		return nil, 0, err
	}
	from, err := v.calibrations()
	if err != nil {
		return nil, 0, err
	}
	type poor struct {
		b     *compare.Bag
		share float64
	}
	var found []poor
	for i := range all {
		b := &all[i]
		if b.Season.Year != year || !b.Counts() {
			continue
		}
		if y := b.FullExpectation(from(b)).Yield; y > 0 && float64(b.M.Edible/y) < compare.Poor {
			found = append(found, poor{b, float64(b.M.Edible / y)})
		}
	}
	slices.SortStableFunc(found, func(a, b poor) int {
		switch {
		case a.share < b.share:
			return -1
		case a.share > b.share:
			return 1
		}
		return 0
	})
	more = max(0, len(found)-MostPoor)
	bags := make([]*compare.Bag, 0, MostPoor)
	for _, p := range found[:len(found)-more] {
		bags = append(bags, p.b)
	}
	list, err = v.diagnose(bags)
	return list, more, err
}

// calibrations from the grower's own bags, for a bag: without its season, so that neither it nor its
// sisters of that year lower what was expected of it.
func (v *View) calibrations() (func(*compare.Bag) bag.Calibration, error) {
	fits, err := v.leftOut()
	if err != nil {
		return nil, err
	}
	return func(b *compare.Bag) bag.Calibration {
		return fits.Season(b.Season.Year).For(b.Variety.Class, b.Variety.ID, b.Filling.School)
	}, nil
}

// mostNeighbours of a season that a poor bag is held against.
const mostNeighbours = 8

// neighbours of some bags: of their seasons, those that gave as was expected.
func (v *View) neighbours(bags []*compare.Bag, from func(*compare.Bag) bag.Calibration) ([]*compare.Bag, error) {
	all, err := v.Compared()
	if err != nil {
		return nil, err
	}
	var out []*compare.Bag
	found := map[int]int{}
	for i := range all {
		b := &all[i]
		if !b.Counts() || slices.Contains(bags, b) || found[b.Season.Year] >= mostNeighbours || !slices.ContainsFunc(bags, func(o *compare.Bag) bool { return o.Season.Year == b.Season.Year }) {
			continue
		}
		if y := b.FullExpectation(from(b)).Yield; y > 0 && float64(b.M.Edible/y) >= compare.Well {
			out = append(out, b)
			found[b.Season.Year]++
		}
	}
	return out, nil
}

// diagnose some bags, each beside those of its season that did well.
func (v *View) diagnose(bags []*compare.Bag) ([]compare.Diagnosis, error) {
	if len(bags) == 0 {
		return nil, nil
	}
	from, err := v.calibrations()
	if err != nil {
		return nil, err
	}
	beside, err := v.neighbours(bags, from)
	if err != nil {
		return nil, err
	}
	both := slices.Concat(bags, beside)
	states := make([]logbook.PlantingState, len(both))
	for i, b := range both {
		states[i] = b.PlantingState
	}
	in, err := v.inputs(Filter{Finished: true})
	if err != nil {
		return nil, err
	}
	if in.Records, err = v.records(forecast.DaysOfEnded(states, v.today)); err != nil {
		return nil, err
	}
	own := map[measure.Day]bool{}
	for _, d := range in.Own {
		own[d.Day] = true
	}
	out := make([]compare.Diagnosis, len(both))
	for i, b := range both {
		past, err := in.Past(&states[i])
		if err != nil {
			return nil, err
		}
		out[i] = compare.Diagnose(b, past, from(b), own)
	}
	compare.Share(out[:len(bags)], out[len(bags):])
	return out[:len(bags)], nil
}
