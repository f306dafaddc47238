package station

import (
	"encoding/binary"
	"hash/fnv"
	"math"
	"math/rand/v2"
	"sync"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Weather is a simulated weather station: days as they were observed up to today
// and a forecast of the next seven whose error grows with its lead. The same
// site and seed always have the same weather. Safe for concurrent use.
type Weather struct {
	seed  uint64
	mu    sync.Mutex
	years map[yearOf]*[365]climate.DayWeather
}

// yearOf a site's weather.
type yearOf struct {
	site uint64
	year int
}

// NewWeather makes a station whose weather is drawn from a seed.
func NewWeather(seed uint64) *Weather {
	return &Weather{seed: seed, years: map[yearOf]*[365]climate.DayWeather{}}
}

// mostYears that are held before they are drawn anew.
const mostYears = 200

// fingerprint tells two climates apart.
func fingerprint(s *logbook.Site) uint64 {
	h := fnv.New64a()
	for _, m := range []climate.Months{s.Monthly.Min, s.Monthly.Max, s.Monthly.Rain} {
		for _, v := range m {
			var b [8]byte
			binary.LittleEndian.PutUint64(b[:], math.Float64bits(v))
			_, _ = h.Write(b[:]) // never fails
		}
	}
	return h.Sum64()
}

// Name of the weather it gives.
func (w *Weather) Name() string { return logbook.Simulated }

// Day as the station observed it. 29 February has the weather of the day before.
func (w *Weather) Day(s *logbook.Site, n *climate.Normals, d measure.Day) climate.DayWeather {
	key := yearOf{fingerprint(s), d.Year()}
	w.mu.Lock()
	defer w.mu.Unlock()
	year := w.years[key]
	if year == nil {
		if len(w.years) >= mostYears {
			clear(w.years)
		}
		year = new([365]climate.DayWeather)
		climate.NewSimulator(n, w.seed^key.site^uint64(key.year)*0x9e3779b97f4a7c15).Year(year)
		w.years[key] = year
	}
	out := year[climate.DayIndex(d)]
	out.Min, out.Max, out.Rain = tenth(out.Min), tenth(out.Max), tenth(out.Rain)
	return out
}

func tenth(v float64) float64 { return math.Round(v*10) / 10 }

// Forecast of the seven days after today. The temperatures are off by an error of
// 0.8 °C on the first day growing to 3 °C on the seventh; the chance of rain leans
// the more to the usual the further off it is.
func (w *Weather) Forecast(s *logbook.Site, n *climate.Normals, today measure.Day) []forecast.Forecast {
	out := make([]forecast.Forecast, forecast.ForecastDays)
	rng := rand.New(rand.NewPCG(w.seed^fingerprint(s), uint64(today)))
	drift := rng.NormFloat64()
	for i := range out {
		lead := i + 1
		d := today + measure.Day(lead)
		truth := w.Day(s, n, d)
		sd := climate.ForecastSD(lead)
		// Days of one forecast err alike.
		drift = 0.7*drift + math.Sqrt(1-0.49)*rng.NormFloat64()
		wet := 0.0
		if truth.Rain > 0.2 {
			wet = 1
		}
		sure := 1 - float64(lead)/9
		usual := math.Min(0.85, n.Rain.At(d)/5)
		out[i] = forecast.Forecast{
			Day: d, Lead: lead, Spread: sd,
			Min: tenth(truth.Min + sd*drift), Max: tenth(math.Max(truth.Min+sd*drift+0.5, truth.Max+sd*drift)),
			WetChance: math.Round(20*(sure*wet+(1-sure)*usual)) / 20, Source: w.Name(),
		}
		out[i].Rain = out[i].WetChance * climate.WetDayRain
	}
	return out
}
