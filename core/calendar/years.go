package calendar

import (
	"glebata/core/climate"
	"glebata/core/growth"
	"glebata/core/measure"
)

// Drawn years that a proposal is held against, and how many of them it is to live in. Model.
const (
	drawnYears = 24
	mustLive   = drawnYears * 3 / 4
	drawnDays  = 2*365 + 60
)

// Years are drawn years of the weather of a place, which a proposal is held against. They never
// change, and are safe for concurrent use.
type Years struct {
	years [drawnYears]growth.Weather // each from a first of January on
}

// NewYears of a place of so many degrees of latitude.
func NewYears(n *climate.Normals, latitude float64) *Years {
	y := &Years{}
	sim := climate.NewSimulator(n, climate.DrawnSeed)
	var radiation [365]float64
	for i := range radiation {
		radiation[i] = climate.Radiation(latitude, i+1)
	}
	var year [365]climate.DayWeather
	for k := range y.years {
		all := make([]float64, 3*drawnDays)
		w := growth.Weather{Min: all[:drawnDays:drawnDays], Max: all[drawnDays : 2*drawnDays : 2*drawnDays], PAR: all[2*drawnDays:]}
		for i := range drawnDays {
			at := i % len(year)
			if at == 0 {
				sim.Year(&year)
			}
			low, high := year[at].Min, year[at].Max
			w.Min[i], w.Max[i], w.PAR[i] = low, high, climate.PAR(climate.Solar(low, high, radiation[at]))
		}
		y.years[k] = w
	}
	return y
}

// of the k-th year, for what is planted on a day.
func (y *Years) of(k int, planted measure.Day) *growth.Weather {
	w := y.years[k]
	w.From = planted - measure.Day(climate.DayIndex(planted))
	return &w
}
