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

// Forecast of one day.
type Forecast struct {
	Day       measure.Day
	Lead      int
	Min, Max  float64 // °C
	Spread    float64 // °C, of either
	WetChance float64
}

// FrostChance is the chance that a night falls under 0 °C under a shelter.
func (f Forecast) FrostChance(s climate.Shelter) float64 {
	return climate.FrostChance(f.Min, f.Spread, s)
}
