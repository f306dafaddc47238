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
	rain     []float64 // mm, by day
	ra       []float64 // MJ/m² a day over the air, by day
	// wetTomorrow is the chance of a wet day after today; 0 where there is no forecast.
	wetTomorrow float64
}

// How far the weather is held around the plantings it is for, in days: before the
// first is planted, and from the last on.
const (
	airBefore = 12
	airAfter  = 330
)

// newAir days from one on: own records, the station's observations, the forecast,
// and then the normals.
func newAir(site *logbook.Site, n *climate.Normals, station Station, own []logbook.DayRecord, ahead []Forecast, from, until, today measure.Day) *air {
	forecast := byLead(ahead)
	out := &air{latitude: site.Latitude}
	if f := forecast[1]; f != nil {
		out.wetTomorrow = f.WetChance
	}
	wet := func(mm float64) { out.rain = append(out.rain, mm) }
	at := func(d measure.Day) (low, high float64) {
		for len(own) > 0 && own[0].Day < d {
			own = own[1:]
		}
		switch lead := int(d - today); {
		case d <= today && len(own) > 0 && own[0].Day == d:
			if mm := own[0].Rain; mm >= 0 {
				wet(mm)
			} else { // not measured
				wet(n.Rain.At(d))
			}
			return own[0].Min, own[0].Max
		case d <= today:
			w := station.Day(site, n, d)
			wet(w.Rain)
			return w.Min, w.Max
		case lead <= ForecastDays && forecast[lead] != nil:
			wet(forecast[lead].Rain)
			return forecast[lead].Min, forecast[lead].Max
		}
		wet(n.Rain.At(d))
		return n.Min.At(d), n.Max.At(d)
	}
	out.Weather = growth.NewWeather(site.Latitude, from, until, at)
	out.ra = make([]float64, len(out.Min))
	for i := range out.ra {
		out.ra[i] = climate.Radiation(site.Latitude, (from + measure.Day(i)).YearDay())
	}
	return out
}

// hash of the weather of some days, both counted: what a planting that uses just those
// follows from, whatever else is held.
func (a *air) hash(from, until measure.Day) uint64 {
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

// hashSeed of what runs are kept by; it lasts as long as the program.
var hashSeed = maphash.MakeSeed()

// usualAir is the normals of a run of days.
func usualAir(s *logbook.Site, n *climate.Normals, from, until measure.Day) *air {
	return &air{Weather: growth.Usual(n, s.Latitude, from, until), latitude: s.Latitude}
}
