package forecast

import (
	"math"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Station is an outside weather station, real or simulated.
type Station interface {
	// Name of its weather: a source of package logbook.
	Name() string
	// Day as observed at a site; rain that is not known is NaN.
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
	WetChance float64 // NaN where it does not say
	Rain      float64 // mm, expected; NaN where it does not say
	Source    string  // whose it is
}

// Chances that it rains where a forecast of the grower's own says so, and where it does not.
// Practice.
const rainSaid, dryDay, drySaid = 0.8, 0.2, 0.1

// OwnForecast of a day as it stood in a file, of today: its error grows from the day it was
// made on.
func OwnForecast(d logbook.DayRecord, today measure.Day) Forecast {
	f := Forecast{Day: d.Day, Lead: int(d.Day - today), Min: d.Min, Max: d.Max, Spread: climate.ForecastSD(int(d.Day - d.Issued)), WetChance: drySaid, Rain: d.Rain, Source: d.Source}
	switch {
	case math.IsNaN(d.Rain):
		f.WetChance = math.NaN()
	case d.Rain > dryDay:
		f.WetChance = rainSaid
	}
	return f
}

// Ahead are the days of a forecast, in order: the grower's own where there is one, the
// station's where there is none.
func Ahead(own []logbook.DayRecord, stations []Forecast, today measure.Day) []Forecast {
	var out []Forecast
	for lead := 1; lead <= ForecastDays; lead++ {
		day := today + measure.Day(lead)
		if d, ok := logbook.Find(own, func(d logbook.DayRecord) bool { return d.Day == day }); ok {
			f := OwnForecast(d, today)
			if theirs, ok := logbook.Find(stations, func(f Forecast) bool { return f.Day == day }); ok && math.IsNaN(f.Rain) {
				f.Rain, f.WetChance = theirs.Rain, theirs.WetChance
			}
			out = append(out, f)
		} else if f, ok := logbook.Find(stations, func(f Forecast) bool { return f.Day == day }); ok {
			out = append(out, f)
		}
	}
	return out
}

// byLead holds the days of a forecast by how far ahead they are; nil for none.
func byLead(ahead []Forecast) (out [ForecastDays + 1]*Forecast) {
	for i := range ahead {
		if l := ahead[i].Lead; l >= 1 && l <= ForecastDays {
			out[l] = &ahead[i]
		}
	}
	return out
}

// FrostChance is the chance that a night falls under 0 °C under a shelter.
func (f Forecast) FrostChance(s climate.Shelter) float64 {
	return climate.FrostChance(f.Min, f.Spread, s)
}
