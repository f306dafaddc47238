package forecast

import (
	"hash/maphash"
	"math"

	"glebata/core/climate"
	"glebata/core/growth"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// air is the weather in the open of a run of days as it is known on one of them.
type air struct {
	growth.Weather
	latitude float64
}

// How far the weather is held around the plantings it is for, in days: before the
// first is planted, and from the last on.
const (
	airBefore = 12
	airAfter  = 330
)

// newAir days from one on: own records, the station's observations, its forecast, and
// then the normals.
func newAir(site *logbook.Site, n *climate.Normals, station Station, own []logbook.DayRecord, from, until, today measure.Day) *air {
	a := &air{Weather: growth.Weather{From: from}}
	days := max(0, int(until-from)+1)
	a.Min, a.Max, a.PAR = make([]float64, days), make([]float64, days), make([]float64, days)
	forecast := station.Forecast(site, n, today)
	for i := range days {
		d := from + measure.Day(i)
		for len(own) > 0 && own[0].Day < d {
			own = own[1:]
		}
		var low, high float64
		switch lead := int(d - today); {
		case d <= today && len(own) > 0 && own[0].Day == d:
			low, high = own[0].Min, own[0].Max
		case d <= today:
			w := station.Day(site, n, d)
			low, high = w.Min, w.Max
		case lead <= len(forecast):
			low, high = forecast[lead-1].Min, forecast[lead-1].Max
		default:
			low, high = n.Min.At(d), n.Max.At(d)
		}
		a.Min[i], a.Max[i] = low, high
		a.PAR[i] = climate.PAR(climate.Solar(low, high, climate.Radiation(site.Latitude, d.YearDay())))
	}
	a.latitude = site.Latitude
	return a
}

// hashOf the weather of some days, both counted: what a planting that uses just those
// follows from, whatever else is held.
func (a *air) hashOf(from, until measure.Day) uint64 {
	const offset, prime = 14695981039346656037, 1099511628211 // FNV-1a, a word at a time
	h := uint64(offset)
	mix := func(v float64) {
		h = (h ^ math.Float64bits(v)) * prime
		h ^= h >> 29
	}
	mix(a.latitude)
	first, last := max(0, int(from-a.From)), min(len(a.Min), int(until-a.From)+1)
	mix(float64(a.From) + float64(first))
	for i := first; i < last; i++ {
		mix(a.Min[i])
		mix(a.Max[i])
	}
	return h
}

// hashSeed of what courses are kept by; it lasts as long as the program.
var hashSeed = maphash.MakeSeed()

// usualAir is the normals of a run of days.
func usualAir(s *logbook.Site, n *climate.Normals, from, until measure.Day) *air {
	a := &air{Weather: growth.Weather{From: from}}
	for d := from; d <= until; d++ {
		low, high := n.Min.At(d), n.Max.At(d)
		a.Min, a.Max = append(a.Min, low), append(a.Max, high)
		a.PAR = append(a.PAR, climate.PAR(climate.Solar(low, high, climate.Radiation(s.Latitude, d.YearDay()))))
	}
	return a
}
