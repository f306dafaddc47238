package climate

import (
	"math"
	"math/rand/v2"
)

// DayWeather is the weather of one day.
type DayWeather struct {
	Min, Max float64 // °C
	Rain     float64 // mm
}

// Simulator makes years of believable weather around a site's normals: wet and
// dry days follow one another as a Markov chain, rain on a wet day is gamma
// distributed, temperature anomalies are autoregressive, and wet days are cooler
// with warmer nights. Published: the form of Richardson (1981). The constants
// are a model. The same normals and seed give the same years. Make it with
// NewSimulator; it is not safe for concurrent use.
type Simulator struct {
	normals *Normals
	rng     *rand.Rand
	wet     Year    // chance that a day is wet
	anomaly float64 // of the mean, in its spreads, carried from day to day
	swing   float64 // °C, of the daily range
	raining bool
}

// Constants of the simulated weather. Model.
const (
	WetDayRain     = 5.0  // mm, mean of a wet day in an ordinary climate
	wettest        = 0.85 // no day is wet more often than this
	persistence    = 0.35 // how much likelier a wet day is after another
	gammaShape     = 0.75
	anomalyMemory  = 0.72 // of the mean, day to day
	usualSpread    = 2.6  // °C, of the mean, where nothing is said of the place
	swingMemory    = 0.3
	swingSpread    = 1.2 // °C
	wetDayCooler   = 1.4 // °C off the maximum of a wet day
	wetNightWarmer = 0.8 // °C on its minimum
)

// DrawnSeed is the seed of the years that windows are drawn from: 200 of them have their frosts when
// every climate says.
const DrawnSeed = 7

// NewSimulator starts on a first of January.
func NewSimulator(n *Normals, seed uint64) *Simulator {
	s := &Simulator{normals: n, rng: rand.New(rand.NewPCG(seed, 0x9e3779b97f4a7c15))}
	for i, rain := range n.Rain {
		s.wet[i] = math.Min(wettest, rain/WetDayRain)
	}
	s.anomaly = s.rng.NormFloat64()
	return s
}

// Year fills a year of 365 days that follows the one before it.
func (s *Simulator) Year(out *[365]DayWeather) {
	for i := range out {
		out[i] = s.day(i)
	}
}

func (s *Simulator) day(i int) DayWeather {
	wet := s.wet[i]
	// After a wet day a wet one is likelier, after a dry one less, by as much as
	// keeps the share of wet days at wet.
	chance := wet + persistence*(1-wet)
	if !s.raining {
		chance = wet * (1 - persistence)
	}
	s.raining = s.rng.Float64() < chance

	s.anomaly = anomalyMemory*s.anomaly + math.Sqrt(1-anomalyMemory*anomalyMemory)*s.rng.NormFloat64()
	off := s.normals.Spread[i] * s.anomaly
	s.swing = swingMemory*s.swing + swingSpread*math.Sqrt(1-swingMemory*swingMemory)*s.rng.NormFloat64()
	d := DayWeather{Min: s.normals.Min[i] + off - s.swing/2, Max: s.normals.Max[i] + off + s.swing/2}
	// The wet days' share is taken off every day, so that the normals stay.
	d.Max += wetDayCooler * wet
	d.Min -= wetNightWarmer * wet
	if s.raining {
		d.Max -= wetDayCooler
		d.Min += wetNightWarmer
		d.Rain = s.gamma() * s.normals.Rain[i] / math.Max(wet, 1e-9) / gammaShape
	}
	if d.Max < d.Min+0.5 {
		mid := (d.Max + d.Min) / 2
		d.Min, d.Max = mid-0.25, mid+0.25
	}
	return d
}

// gamma draws from a gamma distribution of gammaShape and scale 1. Published:
// Marsaglia and Tsang (2000), with their step for a shape under 1.
func (s *Simulator) gamma() float64 {
	const d = gammaShape + 1 - 1.0/3
	c := 1 / math.Sqrt(9*d)
	for {
		x := s.rng.NormFloat64()
		v := 1 + c*x
		if v <= 0 {
			continue
		}
		v = v * v * v
		u := s.rng.Float64()
		if u < 1-0.0331*x*x*x*x || math.Log(u) < 0.5*x*x+d*(1-v+math.Log(v)) {
			return d * v * math.Pow(s.rng.Float64(), 1/gammaShape)
		}
	}
}
