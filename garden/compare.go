package garden

import (
	"maps"
	"slices"

	"glebata/core/terrace"
	"glebata/garden/compare"
	"glebata/garden/logbook"
)

// Compared is every finished planting with all that it may be compared by, newest season first.
func (v *View) Compared() ([]compare.Bag, error) {
	return v.m.compared.get(v.today, func() ([]compare.Bag, error) {
		done, err := v.Finished()
		if err != nil || len(done) == 0 {
			return nil, err
		}
		g := compare.Garden{}
		bench, err := v.Bench()
		if err != nil {
			return nil, err
		}
		g.Bench = &bench
		if g.Mixes, err = v.mixes(Filter{Finished: true}); err != nil {
			return nil, err
		}
		m, err := v.media()
		if err != nil {
			return nil, err
		}
		g.Cs, g.Own = m.components, m.own
		if g.Sun, err = v.sunHours(); err != nil {
			return nil, err
		}
		open, err := v.states(Filter{Open: true})
		if err != nil {
			return nil, err
		}
		g.Open, g.Places = open.list, map[logbook.ID]logbook.Place{}
		cat, err := v.Catalogue()
		if err != nil {
			return nil, err
		}
		for _, p := range cat.Places {
			g.Places[p.ID] = p
		}
		if g.Prices, err = v.Prices(); err != nil {
			return nil, err
		}
		return compare.Gather(done, g), nil
	})
}

// sunHours a day at the spot of each bag that was put on the terrace.
func (v *View) sunHours() (map[logbook.ID]float64, error) {
	t, err := v.terrace()
	if err != nil || !t.known || len(t.spots) == 0 {
		return nil, err
	}
	site, _, err := v.Site()
	if err != nil {
		return nil, err
	}
	ids := slices.Sorted(maps.Keys(t.spots))
	points := make([]terrace.Point, len(ids))
	for i, id := range ids {
		points[i] = t.spots[id]
	}
	from, until := site.SunDays(v.today)
	out := make(map[logbook.ID]float64, len(ids))
	for i, hours := range t.terrace.Hours(site.Latitude, from, until, points) {
		out[ids[i]] = hours
	}
	return out, nil
}
