package garden

import (
	"encoding/binary"
	"maps"
	"slices"

	"glebata/core/measure"
	"glebata/core/terrace"
	"glebata/garden/compare"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// comparedFrom is what finished plantings are compared by, beside the bench.
type comparedFrom struct {
	done  *stateList
	moves string // of open plantings: the entries that tell of them
	bench benchFrom
	mix, medium, shelf, shed, retired,
	site, terrace, setting int64
	today measure.Day
}

// Compared is every finished planting with all that it may be compared by, newest season first.
func (v *View) Compared() ([]compare.Bag, error) {
	return v.m.compared.get(v.today, func() ([]compare.Bag, error) {
		done, err := v.states(Filter{Finished: true})
		if err != nil {
			return nil, err
		}
		open, err := v.states(Filter{Open: true})
		if err != nil {
			return nil, err
		}
		return carry(v, slot{what: "compared"}, v.comparedFrom(done, open), func() ([]compare.Bag, error) { return v.gather(open.list) })
	})
}

// CompareSheet of the finished bags as it is asked for; unknown names what was asked for and is not there.
func (v *View) CompareSheet(ask compare.Ask) (all []compare.Bag, s compare.Sheet, unknown []string, err error) {
	if all, err = v.Compared(); err != nil {
		return nil, s, nil, err
	}
	known, err := v.m.sheets.get(sheetAsk{v.today, ask}, func() (out sheetKnown, err error) {
		running, err := v.OpenTrials()
		if err != nil {
			return out, err
		}
		out.Sheet, out.unknown = compare.New(all, ask)
		out.Hold(running)
		return out, nil
	})
	return all, known.Sheet, known.unknown, err
}

func (v *View) comparedFrom(done, open *stateList) comparedFrom {
	if v.m.file == nil {
		return comparedFrom{}
	}
	var moves []byte
	for i := range open.list {
		if n := len(open.list[i].Batches); n > 0 { // what is weighed and left open may count
			moves = binary.AppendVarint(moves, int64(open.list[i].Planting.ID))
			moves = binary.AppendVarint(moves, int64(len(open.list[i].Log)))
		}
		for j := range open.list[i].Care {
			if e := &open.list[i].Care[j]; e.Kind == logbook.Moved {
				moves = binary.AppendVarint(moves, int64(e.ID))
			}
		}
	}
	t := &v.m.file.touched
	return comparedFrom{
		done: done, moves: string(moves), bench: v.benchFrom(), today: v.today,
		mix: t[MixSection], medium: t[MediumSection], shelf: t[ShelfSection], shed: t[ShedSection], retired: t[RetiredSection],
		site: t[SiteSection], terrace: t[TerraceSection], setting: t[SettingSection],
	}
}

// gather what finished plantings are compared by.
func (v *View) gather(open []logbook.PlantingState) ([]compare.Bag, error) {
	done, err := v.Finished()
	if err != nil {
		return nil, err
	}
	left, err := v.leftOpen()
	if err != nil || len(done)+len(left) == 0 {
		return nil, err
	}
	done = append(left, done...)
	g := compare.Garden{Open: open, Places: map[logbook.ID]logbook.Place{}}
	bench, err := v.Bench()
	if err != nil {
		return nil, err
	}
	g.Bench = &bench
	if g.Mixes, err = v.mixes(Filter{}); err != nil {
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
}

// leftOpen are plantings that were weighed in as if that was all of them, and not closed: they
// count as they are, up to the day they were weighed.
func (v *View) leftOpen() ([]forecast.PlantingForecast, error) {
	open, err := v.states(Filter{Open: true})
	if err != nil || !slices.ContainsFunc(open.list, func(s logbook.PlantingState) bool { return len(s.Batches) > 0 }) {
		return nil, err
	}
	row, err := v.forecasts(Filter{Open: true})
	var out []forecast.PlantingForecast
	for i := range row {
		if d := row[i].Emptied(); d != 0 {
			s := row[i]
			s.Ended, s.LeftOpen = d, true
			out = append(out, s)
		}
	}
	return out, err
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
