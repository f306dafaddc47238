package garden

import (
	"context"
	"slices"

	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Nursery as it stands, open ones first.
func (v *View) Nursery() ([]logbook.NursingState, error) {
	list, err := v.m.nursery.get(func() ([]logbook.NursingState, error) { return readNursery(v.ctx, v.r) })
	out := slices.Clone(list)
	slices.SortStableFunc(out, func(a, b logbook.NursingState) int {
		return boolOrder(b.Open()) - boolOrder(a.Open())
	})
	return out, err
}

func boolOrder(b bool) int {
	if b {
		return 1
	}
	return 0
}

func readNursery(ctx context.Context, r nurseryReader) ([]logbook.NursingState, error) {
	list, err := r.Nurslings(ctx)
	if err != nil {
		return nil, err
	}
	log, err := r.NurseryLog(ctx)
	if err != nil {
		return nil, err
	}
	byNursling := map[logbook.ID][]logbook.NurseryEntry{}
	for _, e := range log {
		byNursling[e.Nursling] = append(byNursling[e.Nursling], e)
	}
	out := make([]logbook.NursingState, len(list))
	for i, n := range list {
		s := logbook.ReplayNursling(n, byNursling[n.ID])
		if n.Kind == logbook.Root {
			if days, ok := seed.ShootsAfter(n.Temp); ok {
				s.ShootsBy = n.Started + measure.Day(days)
				for d := days; d < 200 && s.SlipsBy == 0; d++ {
					if seed.SlipsBy(d, n.Temp) > 0 {
						s.SlipsBy = n.Started + measure.Day(d)
					}
				}
			}
		}
		out[i] = s
	}
	return out, nil
}

// PotWater is the water of the pots that stand in the nursery.
func (v *View) PotWater() ([]forecast.PotWater, error) {
	nursery, err := v.Nursery()
	if err != nil || !slices.ContainsFunc(nursery, func(n logbook.NursingState) bool { return n.Open() && n.Kind == logbook.Pot }) {
		return nil, err
	}
	site, normals, err := v.normals()
	if err != nil {
		return nil, err
	}
	from := v.today
	for i := range nursery {
		from = min(from, nursery[i].Started)
	}
	known, err := v.records(forecast.Days{From: from, Until: v.today})
	if err != nil {
		return nil, err
	}
	return forecast.WaterOfPots(&site, normals, v.g.station, known, nursery, v.today), nil
}
