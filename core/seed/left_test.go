package seed

import (
	"math"
	"math/rand/v2"
	"testing"

	"glebata/core/measure"
)

// Which pieces are left over is part of the choice: never more than 1 % off the best of
// all ways to leave some out and divide the rest.
func TestWhatIsLeftOverIsChosenToo(t *testing.T) {
	for trial := range 120 {
		rng := rand.New(rand.NewPCG(uint64(trial), 3))
		bags, each := 2+rng.IntN(2), 1+rng.IntN(2)
		pieces := make([]measure.Mass, bags*each+1+rng.IntN(3))
		for i := range pieces {
			pieces[i] = measure.Mass(40 + rng.IntN(120))
		}
		places := make([]Place, bags)
		for i := range places {
			places[i] = Place{Wants: each, Litres: measure.Volume(20 + rng.IntN(40))}
		}
		got := Balanced(pieces, places, 7)
		best := bestOfAll(pieces, bags, each)
		if got.Spread > best+0.01 {
			t.Errorf("%v g to %d bags of %d: spread %.2f %%, possible %.2f %%", pieces, bags, each, 100*got.Spread, 100*best)
		}
		for _, a := range []Allotment{got, ToFit(pieces, places, 7)} {
			held := make([]int, len(pieces))
			for i, p := range a.Places {
				if len(p) != each || a.Short[i] != 0 {
					t.Fatalf("bag %d has %d pieces and is %d short", i, len(p), a.Short[i])
				}
				for _, k := range p {
					held[k]++
				}
			}
			for _, k := range a.Left {
				held[k]++
			}
			for k, n := range held {
				if n != 1 {
					t.Fatalf("piece %d is held %d times", k, n)
				}
			}
		}
	}
}

// bestOfAll is the least spread there is, by trying everything.
func bestOfAll(pieces []measure.Mass, bags, each int) float64 {
	places := make([][]int, bags)
	best := math.Inf(1)
	var try func(k int)
	try = func(k int) {
		full := 0
		for _, p := range places {
			full += len(p)
		}
		if full == bags*each {
			best = math.Min(best, Spread(pieces, places))
			return
		}
		if k == len(pieces) {
			return
		}
		try(k + 1) // left over
		for i := range places {
			if len(places[i]) < each {
				places[i] = append(places[i], k)
				try(k + 1)
				places[i] = places[i][:len(places[i])-1]
			}
		}
	}
	try(0)
	return best
}
