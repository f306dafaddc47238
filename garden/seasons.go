package garden

import (
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/measure"
)

// FullSeason is the season index of a variety under a shelter in a usual year: planted
// on the day counted back, by the normals, in the season that begins next.
func FullSeason(s *Site, v Variety, shelter climate.Shelter, today measure.Day) (float64, error) {
	n, err := s.Monthly.Daily()
	if err != nil {
		return 0, err
	}
	year := today.Year()
	place, err := s.Calendar(year)
	if err != nil {
		return 0, err
	}
	st := Standing{PlantingState: PlantingState{Planting: Planting{Bag: Bag{Place: Place{Shelter: shelter}}, Variety: v, Filling: hill.Defaults(hill.Default(v.Class))}}}
	t := UsualTiming(st.Bag, v)
	sch := schedule(place, &st, t, 0)
	a := usualAir(s, n, sch.Plant-airBefore, sch.Plant+airAfter)
	p := plantOf(&st.PlantingState, t, &sch, s, a, 0)
	var c growth.Course
	growth.Grow(&p, &a.Weather, &c)
	return c.Season(), nil
}

// warmest shelter of the site for a sweet potato; potatoes stand in the open.
func (s *Site) warmest(c crop.Class) climate.Shelter {
	if c.Crop() == crop.SweetPotato {
		for _, shelter := range []climate.Shelter{climate.Wrapped, climate.Greenhouse} {
			if s.Has(shelter) {
				return shelter
			}
		}
	}
	return climate.Open
}

// Ended are plantings that have ended, each with the index of the season it had, in
// full sun: where it stood then is not kept. Inputs.SpanEnded must have been asked.
func Ended(list []PlantingState, in *Inputs) ([]Standing, error) {
	out := make([]Standing, len(list))
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
			st.Timing = UsualTiming(st.Bag, st.Variety)
		}
		s := &calendar.Schedule{Asked: st.Timing.asked(st.Variety, st.cover()), Plant: st.State.Planted, Stays: []calendar.Stay{{From: st.State.Planted, Shelter: st.Timing.Shelter}}}
		p := plantOf(&st.PlantingState, st.Timing, s, &in.Site, air, 0)
		st.Index = in.Cache.endedIndex(keyOf(&p, st, air)^uint64(st.Ended), func() float64 {
			var c growth.Course
			growth.Grow(&p, &air.Weather, &c)
			return c.IndexOn(st.Ended)
		})
	}
	return out, nil
}
