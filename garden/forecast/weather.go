package forecast

import (
	"hash/maphash"
	"math"
	"slices"

	"glebata/core/climate"
	"glebata/core/growth"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// air is the weather in the open of a run of days as it is known on one of them.
type air struct {
	growth.Weather
	latitude float64
	rain     []float64 // mm, by day; NaN where it is not known
	usual    *climate.Normals
	spans    []climate.RainSpan // known of the rain of days together
	cache    *Cache
	drawn    [][]float64 // rain with what is not known drawn: rains
	ra       []float64   // MJ/m² a day over the air, by day
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
func newAir(site *logbook.Site, n *climate.Normals, station Station, known Records, ahead []Forecast, from, until, today measure.Day) *air {
	forecast, own := byLead(ahead), known.Own
	out := &air{latitude: site.Latitude, usual: n, spans: known.Rains}
	unseen := station.Name() == logbook.Usual
	var usual []bool
	if f := forecast[1]; f != nil && f.WetChance > 0 { // not NaN
		out.wetTomorrow = f.WetChance
	}
	wet := func(mm float64) { out.rain = append(out.rain, mm) }
	at := func(d measure.Day) (low, high float64) {
		for len(own) > 0 && own[0].Day < d {
			own = own[1:]
		}
		usual = append(usual, false)
		switch lead := int(d - today); {
		case d <= today && len(own) > 0 && own[0].Day == d:
			wet(own[0].Rain)
			return own[0].Min, own[0].Max
		case d <= today:
			usual[len(usual)-1] = unseen
			w := station.Day(site, n, d)
			wet(w.Rain)
			return w.Min, w.Max
		case lead <= ForecastDays && forecast[lead] != nil:
			wet(forecast[lead].Rain)
			return forecast[lead].Min, forecast[lead].Max
		}
		wet(math.NaN())
		return n.Min.At(d), n.Max.At(d)
	}
	out.Weather = growth.NewWeather(site.Latitude, from, until, at)
	if slices.Contains(usual, true) {
		out.Usual = usual
	}
	out.ra = make([]float64, len(out.Min))
	for i := range out.ra {
		out.ra[i] = climate.Radiation(site.Latitude, (from + measure.Day(i)).YearDay())
	}
	return out
}

// Days from one to another, both of them in.
type Days struct{ From, Until measure.Day }

// Records are the weather of the grower's own over some days: days in their order, and the rain of days
// together.
type Records struct {
	Days  Days
	Own   []logbook.DayRecord
	Rains []climate.RainSpan
}

// rains of n days from one on, by place in the air, a row for each draw: nil where all of them are known.
func (a *air) rains(from, n int) [][]float64 {
	if from < 0 || from+n > len(a.rain) || !slices.ContainsFunc(a.rain[from:from+n], math.IsNaN) {
		return nil
	}
	if a.drawn == nil {
		a.drawn = a.cache.rainYears(a.usual).Draw(a.From, a.rain, a.spans)
	}
	out := make([][]float64, len(a.drawn))
	for k, row := range a.drawn {
		out[k] = row[from : from+n]
	}
	return out
}

// rainOn a day, by its place in the air, mm: as it is known, else in the mean of the draws.
func (a *air) rainOn(at int) float64 {
	if known := a.rain[at]; known >= 0 {
		return known
	}
	if d := a.From + measure.Day(at); !slices.ContainsFunc(a.spans, func(s climate.RainSpan) bool { return s.From <= d && d <= s.Until }) {
		return a.usual.Rain.At(d)
	}
	mean := 0.0
	rows := a.rains(at, 1)
	for _, row := range rows {
		mean += row[0] / float64(len(rows))
	}
	return mean
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
		if i < len(a.Usual) && a.Usual[i] { // years may have it otherwise
			mix(1)
		}
	}
	return h
}

// hashSeed of what runs are kept by; it lasts as long as the program.
var hashSeed = maphash.MakeSeed()

// usualAir is the normals of a run of days.
func usualAir(s *logbook.Site, n *climate.Normals, from, until measure.Day) *air {
	return &air{Weather: growth.Usual(n, s.Latitude, from, until), latitude: s.Latitude, usual: n}
}
