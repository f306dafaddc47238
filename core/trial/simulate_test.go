package trial

import (
	"math"
	"math/rand/v2"
	"os"
	"testing"
)

// many draws of a simulation: more where all the depth is asked for.
func many(plain, deep int) int {
	if os.Getenv("GLEBATA_DEEP") != "" { // make deep
		return deep
	}
	return plain
}

// drawn is how bags of a group are drawn about a mean of 1.
type drawn func(*rand.Rand) Observed

var kindsOfBag = map[string]drawn{
	"even": func(r *rand.Rand) Observed { return Observed{Of: 1 + 0.3*r.NormFloat64(), By: 1} },
	"skew": func(r *rand.Rand) Observed { return Observed{Of: lognormal(r, 0.3), By: 1} },
	"seed": func(r *rand.Rand) Observed {
		by := 100 * math.Max(0.2, 1+0.3*r.NormFloat64())
		return Observed{Of: by * lognormal(r, 0.3), By: by}
	},
	"zeros": func(r *rand.Rand) Observed {
		if r.IntN(10) == 0 {
			return Observed{By: 1}
		}
		return Observed{Of: lognormal(r, 0.3), By: 1}
	},
	"estimates": func(r *rand.Rand) Observed {
		of := lognormal(r, 0.3)
		return Observed{Of: of, By: 1, OfLow: 0.97 * of, OfHigh: 1.03 * of}
	},
}

func lognormal(r *rand.Rand, cv float64) float64 {
	sigma := math.Sqrt(math.Log(1 + cv*cv))
	return math.Exp(sigma*r.NormFloat64() - sigma*sigma/2)
}

// The interval holds the true difference, and the true ratio, nine times in ten; where blocks differ too.
func TestIntervalCovers(t *testing.T) {
	n := many(150, 1500)
	all := n
	cover := func(name string, gain float64, make func(*rand.Rand) (a, b Arm)) {
		n := all
		rng := rand.New(rand.NewPCG(7, uint64(len(name))))
		in, ratio := 0, 0
		for k := range n {
			a, b := make(rng)
			for i := range a {
				a[i].Of, a[i].OfLow, a[i].OfHigh = a[i].Of*gain, a[i].OfLow*gain, a[i].OfHigh*gain
			}
			c, err := comparing([]Arm{a, b}, 0, 1, uint64(k))
			if err != nil {
				t.Fatal(err)
			}
			if c.RatioLow <= gain && gain <= c.RatioHigh {
				ratio++
			}
			if c.CILow <= gain-1 && gain-1 <= c.CIHigh {
				in++
			}
		}
		slack := 1.645 * math.Sqrt(0.9*0.1/float64(n))
		for what, hit := range map[string]int{"difference": in, "ratio": ratio} {
			most := 0.93
			if name[:2] == "es" {
				most = 0.96 // the hull of what they may be holds more
			}
			if got := float64(hit) / float64(n); got < 0.87-slack || got > most+slack {
				t.Errorf("%s, %g times: the interval of the %s holds %.3f", name, gain, what, got)
			}
		}
	}
	for name, bag := range kindsOfBag {
		sizes := [][2]int{{3, 3}, {4, 4}}
		if os.Getenv("GLEBATA_DEEP") != "" {
			sizes = [][2]int{{3, 3}, {4, 4}, {5, 5}, {6, 6}, {8, 8}, {3, 6}, {4, 8}}
		}
		for _, size := range sizes {
			for _, gain := range []float64{1, 1.5} {
				cover(name+string(rune('0'+size[0]))+string(rune('0'+size[1])), gain, func(r *rand.Rand) (a, b Arm) {
					for range size[0] {
						a = append(a, bag(r))
					}
					for range size[1] {
						b = append(b, bag(r))
					}
					return a, b
				})
			}
		}
	}
	cover("blocks 3 and 5", 1, func(r *rand.Rand) (a, b Arm) {
		for i, n := range []int{3, 5} {
			for range n {
				a = append(a, Observed{Of: 1 + 0.5*float64(i) + 0.3*r.NormFloat64(), By: 1, Block: i})
				b = append(b, Observed{Of: 1 + 0.5*float64(i) + 0.3*r.NormFloat64(), By: 1, Block: i})
			}
		}
		return a, b
	})
	cover("blocks of two", 1, func(r *rand.Rand) (a, b Arm) {
		for i := range 3 {
			for range 2 {
				a = append(a, Observed{Of: 1 + 0.5*float64(i) + 0.3*r.NormFloat64(), By: 1, Block: i})
				b = append(b, Observed{Of: 1 + 0.5*float64(i) + 0.3*r.NormFloat64(), By: 1, Block: i})
			}
		}
		return a, b
	})
}

// calls is how often the best and the worst of some groups, picked after looking, are called.
func calls(n int, make func(*rand.Rand) []Arm) float64 {
	rng := rand.New(rand.NewPCG(9, 1))
	alarms := 0
	for k := range n {
		arms := make(rng)
		best, worst := 0, 0
		for i := range arms {
			if arms[i].OfTotals() > arms[best].OfTotals() {
				best = i
			}
			if arms[i].OfTotals() < arms[worst].OfTotals() {
				worst = i
			}
		}
		if c, _ := comparing(arms, best, worst, uint64(k)); c.Verdict == LikelyMore {
			alarms++
		}
	}
	return float64(alarms) / float64(n)
}

// groups of so many bags about their means, varying by 30 %.
func groups(bags int, means ...float64) func(*rand.Rand) []Arm {
	return func(r *rand.Rand) (out []Arm) {
		for _, m := range means {
			var a Arm
			for range bags {
				a = append(a, Observed{Of: m * lognormal(r, 0.3), By: 1})
			}
			out = append(out, a)
		}
		return out
	}
}

// inBins of so many bags each.
func inBins(bins, bags int, mean float64, name string, r *rand.Rand) (a Arm) {
	for k := range bins {
		whole := 0.0
		for range bags {
			whole += mean * lognormal(r, 0.3)
		}
		each := whole / float64(bags)
		for range bags {
			a = append(a, Observed{Of: each, By: 1, OfLow: each * 0.6, OfHigh: each * 1.4, Bins: []BinShare{{name + string(rune('a'+k)), each * 0.6, each * 1.4, bags, whole, whole}}})
		}
	}
	return a
}

// Of groups that do not differ no more than a tenth are called, whichever were picked and however they
// were weighed.
func TestFalseCallsAreFew(t *testing.T) {
	n := many(120, 3000)
	slack := 1.645 * math.Sqrt(0.1*0.9/float64(n))
	for name, make := range map[string]func(*rand.Rand) []Arm{
		"a pair": groups(5, 1, 1), "a pair of three": groups(3, 1, 1), "three groups": groups(4, 1, 1, 1), "four groups": groups(5, 1, 1, 1, 1),
		"six groups": groups(5, 1, 1, 1, 1, 1, 1),
		"in bins":    func(r *rand.Rand) []Arm { return []Arm{inBins(4, 3, 1, "x", r), inBins(4, 3, 1, "y", r)} },
		"bins against bags": func(r *rand.Rand) []Arm {
			return []Arm{inBins(3, 4, 1, "x", r), groups(6, 1)(r)[0]}
		},
		"bins and bags": func(r *rand.Rand) []Arm {
			return []Arm{append(inBins(2, 3, 1, "x", r), groups(3, 1)(r)[0]...), groups(5, 1)(r)[0]}
		},
	} {
		if got := calls(n, make); got > 0.11+slack {
			t.Errorf("%s: %.3f are called where nothing differs", name, got)
		}
	}
	// Pairs within two levels that differ much: neither pair of alikes is called.
	rng, alarms := rand.New(rand.NewPCG(3, 3)), 0
	for k := range n {
		arms := groups(5, 1, 1, 3, 3)(rng)
		a, _ := comparing(arms, 0, 1, uint64(k))
		b, _ := comparing(arms, 2, 3, uint64(k))
		if a.Verdict == LikelyMore || b.Verdict == LikelyMore {
			alarms++
		}
	}
	if got := float64(alarms) / float64(n); got > 0.11+slack {
		t.Errorf("1, 1, 3 and 3: a pair of alikes is called %.3f times", got)
	}
}

// A true double is seen: among three groups, and in bins.
func TestTrueDoublesAreCalled(t *testing.T) {
	n := many(300, 3000)
	found := func(make func(*rand.Rand) []Arm) float64 {
		rng, hits := rand.New(rand.NewPCG(4, 4)), 0
		for k := range n {
			if c, _ := comparing(make(rng), 1, 0, uint64(k)); c.Verdict == LikelyMore && c.Diff > 0 {
				hits++
			}
		}
		return float64(hits) / float64(n)
	}
	if got := found(groups(5, 1, 2, 3)); got < 0.85 {
		t.Errorf("a double of 5 bags, a third at three times: called %.3f", got)
	}
	if got := found(func(r *rand.Rand) []Arm { return []Arm{inBins(4, 3, 1, "x", r), inBins(4, 3, 2, "y", r)} }); got < 0.7 {
		t.Errorf("a double in four bins of three bags each: called %.3f", got)
	}
}
