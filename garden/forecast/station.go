package forecast

import (
	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Station is an outside weather station, real or simulated.
type Station interface {
	// Name of its weather: a source of package logbook.
	Name() string
	// Day as observed at a site.
	Day(s *logbook.Site, n *climate.Normals, d measure.Day) climate.DayWeather
	// Forecast of the days after today, ForecastDays of them, or none.
	Forecast(s *logbook.Site, n *climate.Normals, today measure.Day) []Forecast
}

// ForecastDays is how far a forecast looks.
const ForecastDays = 7

// ForecastSpread is the standard deviation of a forecast's temperatures, °C:
// 0.8 on the first day growing to 3 on the seventh. Model.
func ForecastSpread(lead int) float64 { return 0.8 + (3-0.8)*float64(lead-1)/(ForecastDays-1) }

// Forecast of one day.
type Forecast struct {
	Day       measure.Day
	Lead      int
	Min, Max  float64 // °C
	Spread    float64 // °C, of either
	WetChance float64
}

// FrostChance is the chance that a night falls under 0 °C where a shelter adds
// to it: P(min < 0). Model: normal distribution of the forecast's error.
func (f Forecast) FrostChance(s climate.Shelter) float64 {
	g := s.Offset()
	if g.Frostless() {
		return 0
	}
	return climate.Before(-(f.Min + float64(g.Night)), f.Spread)
}
