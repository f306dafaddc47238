package forecast

import (
	"glebata/core/growth"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// MediumOn a day: its warmth by the air where it stood in the last days; ok is false where
// the weather is not held.
func (s *PlantingForecast) MediumOn(d measure.Day) (t measure.Temperature, ok bool) {
	if s.Grown == nil || s.Grown.Air == nil || len(s.Grown.Plant.Stays) == 0 {
		return 0, false
	}
	air := s.Grown.Air
	ok = true
	mean := func(d measure.Day) float64 {
		i := int(d - air.From)
		if i < 0 || i >= len(air.Min) {
			ok = false
			return 0
		}
		low, high := s.standsOn(d).Inside(air.Min[i], air.Max[i], s.Grown.Plant.Heated)
		return (low + high) / 2
	}
	t = measure.Temperature(growth.Medium(mean, s.Grown.Plant.Dark)(d))
	return t, ok
}

// measuredWarmth of the medium, the last that was read; 0 for never.
func (s *PlantingForecast) measuredWarmth() (t measure.Temperature, on measure.Day) {
	if e := s.LastCare(logbook.Warmth); e != nil {
		return measure.Temperature(e.Amount), e.Day
	}
	return 0, 0
}
