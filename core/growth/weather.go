package growth

import (
	"glebata/core/climate"
	"glebata/core/measure"
)

// Weather in the open from a day on, one value a day: °C, °C, and PAR in
// MJ/m²/day. The slices are as long as one another.
type Weather struct {
	From          measure.Day
	Min, Max, PAR []float64
	// Usual are days past of which nothing was recorded: as they are in the mean of years. Nil
	// where there are none.
	Usual []bool
}

// NewWeather puts the days from one to another, both counted, together: at gives the
// minimum and maximum of a day in °C, and light follows from them and the latitude.
func NewWeather(latitude float64, from, until measure.Day, at func(measure.Day) (low, high float64)) Weather {
	days := max(0, int(until-from)+1)
	w := Weather{From: from, Min: make([]float64, days), Max: make([]float64, days), PAR: make([]float64, days)}
	for i := range days {
		d := from + measure.Day(i)
		low, high := at(d)
		w.Min[i], w.Max[i] = low, high
		w.PAR[i] = climate.PAR(climate.Solar(low, high, climate.Radiation(latitude, d.YearDay())))
	}
	return w
}

// Usual weather by the normals of a site.
func Usual(n *climate.Normals, latitude float64, from, until measure.Day) Weather {
	return NewWeather(latitude, from, until, func(d measure.Day) (low, high float64) { return n.Min.At(d), n.Max.At(d) })
}
