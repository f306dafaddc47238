package station

import (
	"math"
	"math/rand/v2"

	"glebata/core/measure"
)

// Devices stand in for a kitchen scale that tubers are weighed on, a moisture probe and a soil
// thermometer: each reading is believable, and the same seed gives the same ones.
type Devices struct{ seed uint64 }

// NewDevices whose readings are drawn from a seed.
func NewDevices(seed uint64) *Devices { return &Devices{seed} }

// Seed potatoes on the scale, in g: most from 35 to 110, a few heavier.
const (
	usualTuber  = 68.0
	spreadTuber = 0.34 // of the logarithm
)

// Reading of the n-th tuber put on the scale, to the gram.
func (s *Devices) Reading(n int) measure.Mass {
	rng := rand.New(rand.NewPCG(s.seed, uint64(n)))
	g := usualTuber * math.Exp(spreadTuber*rng.NormFloat64())
	return measure.Mass(math.Round(min(240, max(24, g))))
}

// Errors of a probe and of a thermometer, one standard deviation.
const probeErrs, thermometerErrs = 0.05, 0.7

// Moisture that the probe reads where a share theta of the available water is left, the n-th
// time: %, from 0 to 100.
func (s *Devices) Moisture(theta float64, n int) float64 {
	rng := rand.New(rand.NewPCG(s.seed^1, uint64(n)))
	return math.Round(100 * min(1, max(0, theta+probeErrs*rng.NormFloat64())))
}

// Medium that the thermometer reads where it has so many °C, the n-th time: °C, to a half.
func (s *Devices) Medium(at measure.Temperature, n int) measure.Temperature {
	rng := rand.New(rand.NewPCG(s.seed^2, uint64(n)))
	return measure.Temperature(math.Round(2*(float64(at)+thermometerErrs*rng.NormFloat64())) / 2)
}

// drift of a reading before the scale holds it, and over how many readings it settles.
const drift, settles = 0.02, 3

// Gross of a container of tubers on the scale, the n-th thing put on it, read the k-th time:
// near what is expected, in a container. It drifts, and holds from the third reading on.
func (s *Devices) Gross(expected measure.Mass, n, k int) measure.Mass {
	rng := rand.New(rand.NewPCG(s.seed^3, uint64(n)))
	g := 400 + max(60, float64(expected))*(0.35+0.3*rng.Float64())
	if k < settles {
		g *= 1 + drift*float64(settles-k)*(rng.Float64()-0.5)
	}
	return measure.Mass(math.Round(g))
}

// Tare of the n-th empty container on the scale, read the k-th time: it drifts and holds as
// Gross does.
func (s *Devices) Tare(n, k int) measure.Mass {
	rng := rand.New(rand.NewPCG(s.seed^4, uint64(n)))
	g := 380 + 60*rng.Float64()
	if k < settles {
		g *= 1 + drift*float64(settles-k)*(rng.Float64()-0.5)
	}
	return measure.Mass(math.Round(g))
}
