package forecast

import (
	"glebata/core/climate"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// FullSeason is the season index of a variety under a shelter in a usual year, by the normals, in
// the season that begins next: planted on a day; on the day counted back where that is 0.
func FullSeason(s *logbook.Site, v logbook.Variety, shelter climate.Shelter, today, plant measure.Day) (float64, error) {
	n, err := s.Normals()
	if err != nil {
		return 0, err
	}
	year := today.Year()
	place, err := s.Calendar(year)
	if err != nil {
		return 0, err
	}
	st := PlantingForecast{PlantingState: logbook.PlantingState{Planting: logbook.Planting{Bag: logbook.Bag{Place: logbook.Place{Shelter: shelter}}, Variety: v, Filling: hill.Defaults(hill.Default(v.Class))}}}
	t := logbook.UsualTiming(st.Bag, v)
	t.Plant = plant
	st.Timing = t
	sch := count(place, &st, 0)
	if sch.Plant == 0 { // no day to plant is reached: nothing grows
		return 0, nil
	}
	a := usualAir(s, n, sch.Begins()-airBefore, sch.Plant+airAfter)
	p, _ := newPlant(&st.PlantingState, &sch, place, s, a, nil)
	var c growth.Run
	growth.Grow(&p, &a.Weather, &c)
	return c.Season(), nil
}

// TallOf is how long the stems of each variety got against the usual of its class, on the
// mean of its plantings that have ended and whose heights told; none of one that has no
// such planting.
func TallOf(ended []PlantingForecast) map[logbook.ID]float64 {
	sum, n := map[logbook.ID]float64{}, map[logbook.ID]float64{}
	for i := range ended {
		if s := &ended[i]; s.Tall > 0 {
			sum[s.Variety.ID] += s.Tall
			n[s.Variety.ID]++
		}
	}
	for id := range sum {
		sum[id] /= n[id]
	}
	return sum
}

func newEnd(p growth.Plant, st *PlantingForecast, a *air) end {
	fit := growth.Prior(p)
	if leaf := leafSeen(&st.PlantingState); len(leaf) > 0 {
		fit.Ripen(p, &a.Weather, leaf)
		fit.Ripened(&p)
	}
	var c growth.Run
	growth.Grow(&p, &a.Weather, &c)
	out := end{index: c.IndexOn(st.Ended)}
	if f := growth.Calibrate(p, &a.Weather, seenOf(&st.PlantingState)); f.TallSD > 0 {
		out.tall = f.Tall
	}
	return out
}

// Ended are plantings that have ended, each with the index of the season it had and how
// long its stems got, in full sun: where it stood then is not kept. The records are of DaysOfEnded it at least.
func Ended(list []logbook.PlantingState, in *Inputs) ([]PlantingForecast, error) {
	out := make([]PlantingForecast, len(list))
	if len(list) == 0 {
		return out, nil
	}
	air, err := in.weather()
	if err != nil {
		return nil, err
	}
	for i := range list {
		st := &out[i]
		st.PlantingState = list[i]
		if st.State.Planted == 0 {
			continue
		}
		var set bool
		if st.Timing, set = in.Timings[st.Planting.ID]; !set {
			st.Timing = logbook.UsualTiming(st.Bag, st.Variety)
		}
		place, err := in.place(st.Season.Year)
		if err != nil {
			return nil, err
		}
		s := count(place, st, in.Today)
		p, _ := newPlant(&st.PlantingState, &s, place, &in.Site, air, nil)
		got := in.Cache.end(runKey(&p, st, air)^uint64(st.Ended), func() end { return newEnd(p, st, air) })
		st.Index, st.Tall = got.index, got.tall
	}
	return out, nil
}
