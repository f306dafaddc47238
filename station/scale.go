package station

import (
	"math"
	"math/rand/v2"

	"glebata/core/measure"
)

// Scale stands in for a kitchen scale while seed is weighed: each reading is a
// believable tuber. The same seed gives the same readings.
type Scale struct{ seed uint64 }

// NewScale makes a scale whose readings are drawn from a seed.
func NewScale(seed uint64) *Scale { return &Scale{seed} }

// Seed potatoes on the scale, in g: most from 35 to 110, a few heavier.
const (
	usualTuber  = 68.0
	spreadTuber = 0.34 // of the logarithm
)

// Reading of the n-th tuber put on the scale, to the gram.
func (s *Scale) Reading(n int) measure.Mass {
	rng := rand.New(rand.NewPCG(s.seed, uint64(n)))
	g := usualTuber * math.Exp(spreadTuber*rng.NormFloat64())
	return measure.Mass(math.Round(min(240, max(24, g))))
}
