package seed

import (
	"math/rand/v2"
	"testing"

	"glebata/core/measure"
)

// BenchmarkAllotWorst are the divisions that have most ways: single pieces for places
// that are all unlike, a few large places, and many of either.
func BenchmarkAllotWorst(b *testing.B) {
	rng := rand.New(rand.NewPCG(5, 5))
	for _, c := range []struct {
		name           string
		places, wanted int
	}{{"12x1", 12, 1}, {"6x2", 6, 2}, {"2x30", 2, 30}, {"100x4", 100, 4}, {"300x6", 300, 6}, {"30x60", 30, 60}} {
		pieces := make([]measure.Mass, c.places*c.wanted+3)
		for i := range pieces {
			pieces[i] = measure.Mass(40 + 60*rng.Float64())
		}
		places := make([]Place, c.places)
		for i := range places {
			places[i] = Place{c.wanted, measure.Volume(10 + 40*rng.Float64())}
		}
		for mode, allot := range map[string]func([]measure.Mass, []Place, uint64) Allotment{"balanced": Balanced, "fit": ToFit} {
			b.Run(c.name+"/"+mode, func(b *testing.B) {
				for b.Loop() {
					allot(pieces, places, 1)
				}
			})
		}
	}
}

// A search takes hardly more steps than it may, and what it gives is whole by then.
func TestASearchHasABound(t *testing.T) {
	rng := rand.New(rand.NewPCG(7, 7))
	for _, c := range [][2]int{{12, 1}, {6, 2}, {60, 5}, {4, 40}} {
		places, wanted := c[0], c[1]
		s := &search{steps: 5000, sizes: make([]int, places), goals: make([]float64, places), pieces: make([]measure.Mass, places*wanted)}
		chosen := make([]int, len(s.pieces))
		for i := range s.pieces {
			s.pieces[i], chosen[i] = measure.Mass(40+60*rng.Float64()), i
		}
		for i := range s.sizes {
			s.sizes[i], s.goals[i] = wanted, 70*float64(wanted)*(0.5+rng.Float64())
		}
		got := s.best(chosen, 1)
		seen := map[int]bool{}
		for i, p := range got {
			if len(p) != wanted {
				t.Errorf("%d × %d: place %d has %d pieces", places, wanted, i, len(p))
			}
			for _, piece := range p {
				seen[piece] = true
			}
		}
		if len(seen) != len(chosen) || s.steps < -2*len(chosen)*places {
			t.Errorf("%d × %d: %d of %d pieces, %d steps over", places, wanted, len(seen), len(chosen), -s.steps)
		}
	}
}
