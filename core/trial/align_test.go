package trial

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"
)

func TestBlocksSetLevel(t *testing.T) {
	one := func(of float64, block int) Observed {
		return Observed{Of: of, By: 2, ByLow: 1, ByHigh: 3, Block: block}
	}
	arms := []Arm{{one(6, 7), one(2, 3), one(9, 1)}, {one(2, 7), one(4, 3)}, {one(0, 5), one(0, 9)}, {one(0, 9)}}
	got, left := Align(arms)
	if !slices.Equal(left, []int{1, 5, 9}) {
		t.Errorf("blocks %v tell nothing", left)
	}
	// Block 7 gave 8 of 4, block 3 gave 6 of 4: twice and one and a half times.
	want := [][][3]float64{{{6, 4, 2}, {2, 3, 1.5}}, {{2, 4, 2}, {4, 3, 1.5}}, nil, nil}
	for i, a := range got {
		if len(a) != len(want[i]) {
			t.Fatalf("group %d has %d bags", i, len(a))
		}
		for k, o := range a {
			if w := want[i][k]; o.Of != w[0] || math.Abs(o.By-w[1]) > 1e-12 || math.Abs(o.ByLow-w[2]) > 1e-12 || math.Abs(o.ByHigh-3*w[2]) > 1e-12 {
				t.Errorf("group %d, bag %d: %+v, want %v", i, k, o, w)
			}
		}
	}
	if arms[0][0].By != 2 {
		t.Error("what was given is changed")
	}
}

// gardens of a society whose levels lie far apart and whose groups are uneven in them.
func gardens(rng *rand.Rand, times float64) []Arm {
	arms := make([]Arm, 2)
	for block := range 4 {
		level := math.Exp(0.5 * rng.NormFloat64())
		for k := range 4 {
			for g, n := range [2]int{1 + (block+k)%3, 3 - (block+k)%3} {
				for range n {
					of := level * (1 + 0.3*rng.NormFloat64())
					if g == 1 {
						of *= times
					}
					arms[g] = append(arms[g], Observed{Of: math.Max(0, of), By: 1, Block: block})
				}
			}
			if k == 1 {
				break
			}
		}
	}
	return arms
}

// Where nothing differs but the gardens, a difference is called one time in ten at the most; a true one of
// one and a half times is found by four gardens together.
func TestGardensAsBlocks(t *testing.T) {
	drawn := many(100, 3000)
	for _, c := range []struct{ times, least, most float64 }{{1, 0, 0.10 + 1.5*math.Sqrt(0.09/float64(drawn))}, {1.6, 0.85, 1}} {
		rng := rand.New(rand.NewPCG(25, 9))
		called := 0
		for range drawn {
			arms, _ := Align(gardens(rng, c.times))
			if lists, _ := weighings(arms); pairChance(lists[1], lists[0], 1, maxDealt) <= 1-Level {
				called++
			}
		}
		share := float64(called) / float64(drawn)
		t.Logf("%g times as much: called %.3f", c.times, share)
		if share < c.least || share > c.most {
			t.Errorf("%g times as much: called in %.3f of %d, want %.2f to %.2f", c.times, share, drawn, c.least, c.most)
		}
	}
}

// Of very many weighings within blocks fewer arrangements are drawn, and never too few to tell one in ten.
func TestManyWeighingsWithinBlocksAreDrawnLess(t *testing.T) {
	for n, want := range map[int]int{100: MaxArrangements, 400: mostMoved / 400, 5000: fewestDealt} {
		var groups [2][]weighing
		for i := range n {
			groups[i%2] = append(groups[i%2], weighing{of: float64(i % 7), by: 1, bags: 1, block: i / 2 % 2})
		}
		if got := len(newTester(groups[0], groups[1], 1, maxDealt).dealt); got != want+1 {
			t.Errorf("%d weighings: %d arrangements, want %d and the one that was seen", n, got, want)
		}
	}
}
