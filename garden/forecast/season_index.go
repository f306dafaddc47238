package forecast

import (
	"glebata/core/climate"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// FullSeason is the season index of a variety under a shelter in a usual year: planted
// on the day counted back, by the normals, in the season that begins next.
func FullSeason(s *logbook.Site, v logbook.Variety, shelter climate.Shelter, today measure.Day) (float64, error) {
	n, err := s.Monthly.Daily()
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
	st.Timing = t
	sch := count(place, &st, 0)
	if sch.Plant == 0 { // no day to plant is reached: nothing grows
		return 0, nil
	}
	a := usualAir(s, n, sch.Begins()-airBefore, sch.Plant+airAfter)
	p, _ := newPlant(&st.PlantingState, &sch, place, s, a, 0)
	var c growth.Run
	growth.Grow(&p, &a.Weather, &c)
	return c.Season(), nil
}

// Ended are plantings that have ended, each with the index of the season it had, in
// full sun: where it stood then is not kept. Inputs.SpanEnded must have been asked.
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
		p, _ := newPlant(&st.PlantingState, &s, place, &in.Site, air, 0)
		st.Index = in.Cache.endedIndex(runKey(&p, st, air)^uint64(st.Ended), func() float64 {
			var c growth.Run
			growth.Grow(&p, &air.Weather, &c)
			return c.IndexOn(st.Ended)
		})
	}
	return out, nil
}
