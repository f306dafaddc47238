package trial

import (
	"math"
	"math/bits"
	"math/rand/v2"
	"os"
	"testing"
)

func armOf(values ...float64) Arm {
	var a Arm
	for _, v := range values {
		a = append(a, Observed{Of: v, By: 1})
	}
	return a
}

// brute is the permutation test by going through every subset of the bags.
func brute(a, b Arm) (p float64, ways int) {
	all := append(append(Arm{}, a...), b...)
	want := math.Abs(a.OfTotals() - b.OfTotals())
	as := 0
	for set := range 1 << len(all) {
		if bits.OnesCount(uint(set)) != len(a) {
			continue
		}
		var x, y Arm
		for i, o := range all {
			if set&(1<<i) != 0 {
				x = append(x, o)
			} else {
				y = append(y, o)
			}
		}
		ways++
		if math.Abs(x.OfTotals()-y.OfTotals()) >= want-1e-9 {
			as++
		}
	}
	return float64(as) / float64(ways), ways
}

func TestPermutationIsExact(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 4))
	for range 200 {
		arm := func(n int) (a Arm) {
			for range n {
				a = append(a, Observed{Of: float64(1 + rng.IntN(6)), By: float64(1 + rng.IntN(3))}) // many ties
			}
			return a
		}
		a, b := arm(1+rng.IntN(6)), arm(1+rng.IntN(6))
		c, err := Compare([]Arm{a, b}, 0, 1, 1)
		if err != nil {
			t.Fatal(err)
		}
		if p, ways := brute(a, b); math.Abs(p-c.P) > 1e-12 || ways != c.Arrangements || !c.Exact {
			t.Fatalf("%v against %v: p %v in %d ways, by going through all %v in %d", a, b, c.P, c.Arrangements, p, ways)
		}
	}
}

// Two blocks of 2 and 2 have 6 × 6 ways; three arms of 2 have 6! ÷ 2!³ = 90.
func TestWaysOfDealing(t *testing.T) {
	two := []Arm{
		{{Of: 5, By: 1, Block: 1}, {Of: 6, By: 1, Block: 1}, {Of: 1, By: 1, Block: 2}, {Of: 2, By: 1, Block: 2}},
		{{Of: 3, By: 1, Block: 1}, {Of: 4, By: 1, Block: 1}, {Of: -1, By: 1, Block: 2}, {Of: 0, By: 1, Block: 2}},
	}
	c, err := Compare(two, 0, 1, 1)
	if err != nil || c.Arrangements != 36 || math.Abs(c.P-2.0/36) > 1e-12 || !c.Blocked {
		t.Errorf("two blocks: %d ways, p %v, %v", c.Arrangements, c.P, err)
	}
	three := []Arm{armOf(9, 8), armOf(5, 4), armOf(1, 2)}
	if c, err = Compare(three, 0, 2, 1); err != nil || c.Arrangements != 90 || c.Together != 3 {
		t.Errorf("three arms: %d ways, %v", c.Arrangements, err)
	}
	if math.Abs(c.P-6.0/90) > 1e-12 { // 3! orders of the same three pairs
		t.Errorf("three arms apart: p %v", c.P)
	}
}

// coverage of the interval where both groups give the same, and how often the test and the
// interval together call a difference likely.
func coverage(n, trials int, bag func(*rand.Rand) Observed) (covers float64) {
	rng := rand.New(rand.NewPCG(uint64(n), 7))
	in := 0
	for k := range trials {
		arms := [2]Arm{}
		for i := range arms {
			for range n {
				arms[i] = append(arms[i], bag(rng))
			}
		}
		c := Comparison{First: arms[0].OfTotals(), Second: arms[1].OfTotals(), FirstN: n, SecondN: n}
		c.interval(arms[0], arms[1], uint64(k))
		if c.Low <= 0 && c.High >= 0 {
			in++
		}
	}
	return float64(in) / float64(trials)
}

func TestIntervalCovers(t *testing.T) {
	sigma := math.Sqrt(math.Log(1 + 0.3*0.3))
	kinds := map[string]func(*rand.Rand) Observed{
		"even": func(r *rand.Rand) Observed { return Observed{Of: 1 + 0.3*r.NormFloat64(), By: 1} },
		"skew": func(r *rand.Rand) Observed { return Observed{Of: math.Exp(sigma * r.NormFloat64()), By: 1} },
		"ratio": func(r *rand.Rand) Observed {
			by := 100 * (1 + 0.15*r.NormFloat64())
			return Observed{Of: by * math.Exp(sigma*r.NormFloat64()), By: by}
		},
	}
	for name, bag := range kinds {
		sizes := []int{5}
		if os.Getenv("GLEBATA_DEEP") != "" { // make deep
			sizes = []int{3, 5, 8}
		}
		for _, n := range sizes {
			if got := coverage(n, 600, bag); got < 0.87 || got > 0.935 {
				t.Errorf("%s, %d bags an arm: the interval covers %.3f", name, n, got)
			}
		}
	}
}

// With 4 bags an arm every arrangement is gone through, and where nothing differs no more than
// a tenth are called likely more; with blocks and with three arms as well.
func TestFalseAlarmsAreFew(t *testing.T) {
	rng := rand.New(rand.NewPCG(5, 6))
	for name, arms := range map[string]int{"two arms": 2, "three arms": 3} {
		alarms, trials := 0, 500
		for k := range trials {
			list := make([]Arm, arms)
			for i := range list {
				for b := range 4 {
					list[i] = append(list[i], Observed{Of: 1 + 0.5*float64(b/2) + 0.3*rng.NormFloat64(), By: 1, Block: b / 2})
				}
			}
			if c, _ := Compare(list, 0, 1, uint64(k)); c.Verdict == LikelyMore {
				alarms++
			}
		}
		if share := float64(alarms) / float64(trials); share > 0.11 {
			t.Errorf("%s: %.3f of comparisons of like bags are called likely more", name, share)
		}
	}
}

// A block that gives twice as much hides nothing when bags are compared within it.
func TestBlocksTakeOutWhatTheyShare(t *testing.T) {
	var a, b, plainA, plainB Arm
	for block := range 4 {
		base := 1 + float64(block)
		for i, off := range []float64{0.05, -0.05} {
			x, y := Observed{Of: base + 0.4 + off, By: 1, Block: block}, Observed{Of: base - off/2 + 0.01*float64(i), By: 1, Block: block}
			a, b = append(a, x), append(b, y)
			x.Block, y.Block = 0, 0
			plainA, plainB = append(plainA, x), append(plainB, y)
		}
	}
	within, _ := Compare([]Arm{a, b}, 0, 1, 1)
	open, _ := Compare([]Arm{plainA, plainB}, 0, 1, 1)
	if within.Verdict != LikelyMore || open.Verdict != Chance {
		t.Errorf("within blocks %s (%.2f to %.2f, p %.3f), without %s (%.2f to %.2f, p %.3f)", within.Verdict, within.Low, within.High, within.P, open.Verdict, open.Low, open.High, open.P)
	}
}

func TestRangesWidenTheInterval(t *testing.T) {
	exact, _ := Compare([]Arm{armOf(2, 2.2, 2.4, 2.1), armOf(1.5, 1.6, 1.7, 1.4)}, 0, 1, 1)
	loose := armOf(2, 2.2, 2.4, 2.1)
	for i := range loose {
		loose[i].OfLow, loose[i].OfHigh = loose[i].Of-1, loose[i].Of+1
	}
	c, _ := Compare([]Arm{loose, armOf(1.5, 1.6, 1.7, 1.4)}, 0, 1, 1)
	if !(c.High-c.Low > 1.4*(exact.High-exact.Low)) || c.FirstLow >= c.First || exact.FirstHigh != exact.First {
		t.Errorf("bags known within ±1: %.2f to %.2f, known exactly %.2f to %.2f", c.Low, c.High, exact.Low, exact.High)
	}
}

// Past maxResampled bags the normal law must agree with drawing and shuffling them.
func TestManyBagsComeToTheNormalLaw(t *testing.T) {
	rng := rand.New(rand.NewPCG(8, 9))
	arms := make([]Arm, 2)
	for i := range arms {
		for range 60 {
			of := 1 + 0.04*float64(i) + 0.2*rng.NormFloat64()
			arms[i] = append(arms[i], Observed{Of: of, By: 1 + 0.1*rng.Float64(), OfLow: of - 0.2, OfHigh: of + 0.3})
		}
	}
	drawn, _ := Compare(arms, 0, 1, 1)
	many := Comparison{First: drawn.First, Second: drawn.Second, Diff: drawn.Diff, Ratio: drawn.Ratio}
	a, b := newShare(arms[0]), newShare(arms[1])
	many.normalInterval(&a, &b, quantileT(welch(&a, &b)))
	for what, pair := range map[string][2]float64{"low": {drawn.Low, many.Low}, "high": {drawn.High, many.High}, "ratio low": {drawn.RatioLow, many.RatioLow}, "ratio high": {drawn.RatioHigh, many.RatioHigh}, "p": {drawn.P, normalP(arms, 0, 1)}} {
		if math.Abs(pair[0]-pair[1]) > 0.02 {
			t.Errorf("%s: drawn %.4f, by the normal law %.4f", what, pair[0], pair[1])
		}
	}
	more, _ := Compare([]Arm{append(arms[0], arms[0]...), arms[1]}, 0, 1, 1)
	if !more.Normal || more.Cloud != nil {
		t.Error("180 bags were shuffled")
	}
}

func TestWhatCannotBeCompared(t *testing.T) {
	if _, err := Compare([]Arm{armOf(1)}, 0, 0, 1); err != ErrArms {
		t.Error("one arm:", err)
	}
	if _, err := Compare([]Arm{armOf(1), {}}, 0, 1, 1); err != ErrNoBags {
		t.Error("an arm without bags:", err)
	}
	if _, err := Compare([]Arm{armOf(1), {{Of: 1}}}, 0, 1, 1); err != ErrNoValue {
		t.Error("a bag without seed:", err)
	}
	c, err := Compare([]Arm{armOf(1, 2), armOf(9, 8, 7)}, 0, 1, 1)
	if err != nil || c.Verdict != TooFew {
		t.Error("two bags:", c.Verdict, err)
	}
	if c, err = Compare([]Arm{armOf(0, 0, 0), armOf(0, 0, 0)}, 0, 1, 1); err != nil || c.Verdict != Chance || c.Ratio != 0 || c.P != 1 {
		t.Errorf("nothing came of either: %+v, %v", c, err)
	}
}

// welchWins is how often Welch's test itself calls the difference, by simulation.
func welchWins(cv, effect float64, n, trials int) float64 {
	rng := rand.New(rand.NewPCG(uint64(n), 11))
	wins := 0
	for range trials {
		var arms [2]Arm
		for i, mean := range []float64{1, 1 + effect} {
			for range n {
				arms[i] = append(arms[i], Observed{Of: mean * (1 + cv*rng.NormFloat64()), By: 1})
			}
		}
		a, b := newShare(arms[0]), newShare(arms[1])
		c := Comparison{First: a.at, Second: b.at, Diff: a.at - b.at}
		free := welch(&a, &b)
		c.normalInterval(&a, &b, quantileT(free))
		if c.Low > 0 || c.High < 0 {
			wins++
		}
	}
	return float64(wins) / float64(trials)
}

func TestPowerAgainstSimulation(t *testing.T) {
	for _, cv := range []float64{0.2, 0.3, 0.4} {
		for _, effect := range []float64{0.25, 0.5, 1} {
			n, err := BagsPerArm(cv, effect, 2)
			if err != nil {
				t.Fatal(err)
			}
			if got, want := Power(cv, effect, 2, n), welchWins(cv, effect, n, 6000); math.Abs(got-want) > 0.03 {
				t.Errorf("%.0f %% more at %.0f %%, %d bags: power %.3f, simulated %.3f", 100*effect, 100*cv, n, got, want)
			}
			if n > FewestBags && Power(cv, effect, 2, n-1) >= WantedPower {
				t.Errorf("%d bags are not the fewest", n)
			}
		}
	}
	for _, bad := range [][3]float64{{0, 0.5, 2}, {0.3, 0, 2}, {0.3, 0.5, 1}, {0.3, 0.5, 5}, {math.NaN(), 0.5, 2}, {2, 0.02, 2}} {
		if n, err := BagsPerArm(bad[0], bad[1], int(bad[2])); err == nil {
			t.Errorf("%v: %d bags", bad, n)
		}
	}
}

func BenchmarkInterval(b *testing.B) {
	a1, a2 := armOf(2.1, 1.8, 2.4, 2.2, 1.9), armOf(1.5, 1.9, 1.6, 1.4, 2)
	for b.Loop() {
		c := Comparison{First: a1.OfTotals(), Second: a2.OfTotals(), FirstN: 5, SecondN: 5}
		c.interval(a1, a2, 1)
	}
}

func BenchmarkCompareAtTheBound(b *testing.B) {
	rng := rand.New(rand.NewPCG(1, 1))
	arms := make([]Arm, 2)
	for i := range arms {
		for range maxResampled / 2 {
			arms[i] = append(arms[i], Observed{Of: 1 + rng.Float64(), By: 1})
		}
	}
	for b.Loop() {
		if _, err := Compare(arms, 0, 1, 1); err != nil {
			b.Fatal(err)
		}
	}
}

// 3 against 3 cannot come under 2 of 20; three pairs in blocks of two not under 2 of 8; five
// pairs not under 2 of 32; three arms of two 6 of 90; 2 against 3 one of 10.
func TestLeastP(t *testing.T) {
	pairs := func(n int) []Arm {
		arms := make([]Arm, 2)
		for b := range n {
			for i := range arms {
				arms[i] = append(arms[i], Observed{Of: float64(10*i + b), By: 1, Block: b})
			}
		}
		return arms
	}
	for _, c := range []struct {
		arms []Arm
		want float64
	}{
		{[]Arm{armOf(1, 2, 3), armOf(4, 5, 6)}, 0.1}, {pairs(3), 0.25}, {pairs(5), 2.0 / 32}, {[]Arm{armOf(1, 2), armOf(3, 4), armOf(5, 6)}, 6.0 / 90}, {[]Arm{armOf(1, 2), armOf(3, 4, 5)}, 0.1},
	} {
		if got := LeastP(c.arms); math.Abs(got-c.want) > 1e-12 {
			t.Errorf("%v: %v, want %v", c.arms, got, c.want)
		}
	}
	effect, ok := Detectable(0.3, 2, 9)
	if !ok || effect > 0.5 || Power(0.3, effect, 2, 9) < WantedPower || Power(0.3, effect-0.05, 2, 9) >= WantedPower {
		t.Errorf("9 bags see %v", effect)
	}
}

// A bin that lies whole in a group is known as it was weighed; one that lies in it in part is as
// wide as its shares; and bags of one bin are not judged as so many bags.
func TestBinsAreOneWeighing(t *testing.T) {
	share := func(bin string, of, whole float64, parts int) Observed {
		return Observed{Of: of, By: 1, OfLow: 0.7 * of, OfHigh: 1.3 * of, Bins: []BinShare{{bin, 0.7 * of, 1.3 * of, parts, whole, whole}}}
	}
	whole := Arm{share("a", 2, 6, 3), share("a", 1, 6, 3), share("a", 3, 6, 3), {Of: 4, By: 1}}
	if low, high := whole.TotalsRange(); low != 2.5 || high != 2.5 || whole.OfTotals() != 2.5 || whole.Weighings() != 2 || !whole.Binned() {
		t.Errorf("a whole bin and a bag: %g, %g to %g, %d weighings", whole.OfTotals(), low, high, whole.Weighings())
	}
	part := whole[1:]
	if low, high := part.TotalsRange(); math.Abs(low-(0.7*4+4)/3) > 1e-12 || math.Abs(high-(1.3*4+4)/3) > 1e-12 {
		t.Errorf("part of a bin and a bag: %g to %g", low, high)
	}
	estimated := Arm{share("b", 2, 4, 2), share("b", 2, 4, 2)}
	for i := range estimated {
		estimated[i].Bins[0].WholeLow, estimated[i].Bins[0].WholeHigh = 3, 5
	}
	if low, high := estimated.TotalsRange(); low != 1.5 || high != 2.5 {
		t.Errorf("a bin by eye: %g to %g", low, high)
	}
	var plain, other Arm
	for range 4 {
		plain, other = append(plain, Observed{Of: 10, By: 1}), append(other, share("c", 1, 4, 4))
	}
	c, err := Compare([]Arm{plain, other}, 0, 1, 1)
	if err != nil || c.Verdict != InBins || c.HasInterval() || c.FirstW != 4 || c.SecondW != 1 || c.P != 0 {
		t.Errorf("four bags against a bin of four: %+v, %v", c, err)
	}
}
