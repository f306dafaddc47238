package station

import (
	"math"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Usual is no station: days that the grower has no record of are taken as warm as the normals
// of the site have them, their rain is not known, and there is no forecast. A garden of one's own holds no invented
// weather.
type Usual struct{}

// Name of the weather it gives.
func (Usual) Name() string { return logbook.Usual }

// Day by the normals; its rain is NaN.
func (Usual) Day(_ *logbook.Site, n *climate.Normals, d measure.Day) climate.DayWeather {
	return climate.DayWeather{Min: n.Min.At(d), Max: n.Max.At(d), Rain: math.NaN()}
}

// Forecast of no day.
func (Usual) Forecast(*logbook.Site, *climate.Normals, measure.Day) []forecast.Forecast { return nil }
