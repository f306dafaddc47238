package trial

import (
	"math"
	"math/bits"
	"math/rand/v2"
	"testing"
)

func armOf(values ...float64) Arm {
	var a Arm
	for _, v := range values {
		a = append(a, Observed{Of: v, By: 1})
	}
	return a
}

// apart is the studentised difference of two groups, written out.
func apart(a, b Arm) float64 {
	of := func(x Arm) (at, variance float64) {
		at, by := x.OfTotals(), 0.0
		for _, o := range x {
			by += o.By
			variance += (o.Of - at*o.By) * (o.Of - at*o.By)
		}
		n := float64(len(x))
		return at, variance / (by * by) * n / (n - 1)
	}
	x, vx := of(a)
	y, vy := of(b)
	return (x - y) / math.Sqrt(vx+vy+1e-14*(math.Abs(x)+math.Abs(y))*(math.Abs(x)+math.Abs(y)))
}

// brute is the permutation test by going through every subset of the bags.
func brute(a, b Arm) (p float64, ways int) {
	all := append(append(Arm{}, a...), b...)
	want := math.Abs(apart(a, b))
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
		if math.Abs(apart(x, y)) >= want*(1-1e-6) {
			as++
		}
	}
	return float64(as) / float64(ways), ways
}

func TestPermutationIsExact(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 4))
	for range 100 {
		arm := func(n int) (a Arm) {
			for range n {
				a = append(a, Observed{Of: float64(1 + rng.IntN(6)), By: float64(1 + rng.IntN(3))}) // many ties
			}
			return a
		}
		a, b := arm(2+rng.IntN(5)), arm(2+rng.IntN(5))
		c, err := comparing([]Arm{a, b}, 0, 1, 1)
		if err != nil {
			t.Fatal(err)
		}
		if p, ways := brute(a, b); math.Abs(p-c.PValue) > 1e-12 || ways != c.Arrangements || !c.Exact || c.Extreme != int(math.Round(p*float64(ways))) {
			t.Fatalf("%v against %v: p %v in %d ways, by going through all %v in %d", a, b, c.PValue, c.Arrangements, p, ways)
		}
	}
}

// Interval, of the difference and of the ratio, and test never disagree; one pair picked among others or
// not, with bins and with ranges.
func TestIntervalAndTestAreOne(t *testing.T) {
	rng := rand.New(rand.NewPCG(8, 8))
	called := 0
	for k := range 300 {
		var arms []Arm
		for i := range 2 + k%3 {
			var a Arm
			for range 3 + rng.IntN(3) {
				of := (1 + 0.5*float64(i)) * lognormal(rng, 0.3)
				o := Observed{Of: of, By: 1}
				if k%5 == 0 {
					o.OfLow, o.OfHigh = of*0.9, of*1.1
				}
				a = append(a, o)
			}
			if k%4 == 1 {
				a = append(a, inBins(1, 2+rng.IntN(3), 1+0.5*float64(i), string(rune('p'+i)), rng)...)
			}
			arms = append(arms, a)
		}
		c, err := comparing(arms, 0, 1, uint64(k))
		if err != nil {
			t.Fatal(err)
		}
		byDiff, byRatio := c.CILow > 0 || c.CIHigh < 0, c.RatioLow > 1 || c.RatioHigh < 1
		if byTest := c.Verdict == LikelyMore; byTest != byDiff || byTest != byRatio {
			t.Errorf("%d: p %.4f alone, %.4f among %d: %s; %.3f (%.3f to %.3f), %.3f times (%.3f to %.3f)", k, c.PairP, c.PValue, c.Family, c.Verdict, c.Diff, c.CILow, c.CIHigh, c.Ratio, c.RatioLow, c.RatioHigh)
		}
		if c.PValue < c.PairP-1e-12 || c.CILow > c.Diff+1e-9 || c.CIHigh < c.Diff-1e-9 {
			t.Errorf("%d: %+v", k, c.PValue)
		}
		if c.Verdict == LikelyMore {
			called++
		}
	}
	if called < 30 || called > 270 {
		t.Errorf("%d of 300 are called", called)
	}
}

// Two blocks of 2 and 2 have 6 × 6 ways. What a block has in common hides nothing within it.
func TestBlocksTakeOutWhatTheyShare(t *testing.T) {
	two := []Arm{
		{{Of: 5, By: 1, Block: 1}, {Of: 6, By: 1, Block: 1}, {Of: 1, By: 1, Block: 2}, {Of: 2, By: 1, Block: 2}},
		{{Of: 3, By: 1, Block: 1}, {Of: 4, By: 1, Block: 1}, {Of: -1, By: 1, Block: 2}, {Of: 0, By: 1, Block: 2}},
	}
	c, err := comparing(two, 0, 1, 1)
	if err != nil || c.Arrangements != 36 || math.Abs(c.PValue-2.0/36) > 1e-12 || !c.Blocked {
		t.Errorf("two blocks: %d ways, p %v, %v", c.Arrangements, c.PValue, err)
	}
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
	within, _ := comparing([]Arm{a, b}, 0, 1, 1)
	open, _ := comparing([]Arm{plainA, plainB}, 0, 1, 1)
	if within.Verdict != LikelyMore || open.Verdict != Chance || within.CIHigh-within.CILow > 0.2 {
		t.Errorf("within blocks %s (%.2f to %.2f, p %.3f), without %s (%.2f to %.2f, p %.3f)", within.Verdict, within.CILow, within.CIHigh, within.PValue, open.Verdict, open.CILow, open.CIHigh, open.PValue)
	}
}

// What is known within a range only is part of the interval; where the ranges meet nothing is called.
func TestRangesWidenTheInterval(t *testing.T) {
	exact, _ := comparing([]Arm{armOf(2, 2.2, 2.4, 2.1), armOf(1.5, 1.6, 1.7, 1.4)}, 0, 1, 1)
	loose := armOf(2, 2.2, 2.4, 2.1)
	for i := range loose {
		loose[i].OfLow, loose[i].OfHigh = loose[i].Of-0.3, loose[i].Of+0.3
	}
	c, _ := comparing([]Arm{loose, armOf(1.5, 1.6, 1.7, 1.4)}, 0, 1, 1)
	if math.Abs(c.CILow-exact.CILow+0.3) > 0.01 || math.Abs(c.CIHigh-exact.CIHigh-0.3) > 0.01 || !c.Ranged || exact.Ranged || c.FirstLow >= c.First {
		t.Errorf("known within ±0.3: %.3f to %.3f, known exactly %.3f to %.3f", c.CILow, c.CIHigh, exact.CILow, exact.CIHigh)
	}
	for i := range loose {
		loose[i].OfLow, loose[i].OfHigh = loose[i].Of-1, loose[i].Of+1
	}
	if c, _ = comparing([]Arm{loose, armOf(1.5, 1.6, 1.7, 1.4)}, 0, 1, 1); c.Verdict != Chance || c.PValue != 1 || c.CILow > 0 {
		t.Errorf("known within ±1: p %v, %.2f to %.2f, %s", c.PValue, c.CILow, c.CIHigh, c.Verdict)
	}
}

// Past maxDealt weighings Student's t must agree with dealing them.
func TestManyBagsComeToStudentsT(t *testing.T) {
	rng := rand.New(rand.NewPCG(8, 9))
	arms := make([]Arm, 2)
	for i := range arms {
		for range maxDealt / 2 {
			by := 1 + 0.1*rng.Float64()
			arms[i] = append(arms[i], Observed{Of: by * (1 + 0.06*float64(i) + 0.2*rng.NormFloat64()), By: by})
		}
	}
	dealt, _ := comparing(arms, 0, 1, 1)
	more, _ := comparing([]Arm{append(arms[0], arms[0][0]), arms[1]}, 0, 1, 1)
	if dealt.Asymptotic || !more.Asymptotic || more.Null != nil {
		t.Fatalf("%d weighings: dealt %v; one more: %v", maxDealt, !dealt.Asymptotic, !more.Asymptotic)
	}
	for what, pair := range map[string][2]float64{"low": {dealt.CILow, more.CILow}, "high": {dealt.CIHigh, more.CIHigh}, "ratio low": {dealt.RatioLow, more.RatioLow}, "ratio high": {dealt.RatioHigh, more.RatioHigh}, "p": {dealt.PValue, more.PValue}} {
		if math.Abs(pair[0]-pair[1]) > 0.03 {
			t.Errorf("%s: dealt %.4f, by the law %.4f", what, pair[0], pair[1])
		}
	}
}

func TestWhatCannotBeCompared(t *testing.T) {
	if _, err := comparing([]Arm{armOf(1)}, 0, 0, 1); err != ErrArms {
		t.Error("one arm:", err)
	}
	if _, err := comparing([]Arm{armOf(1), {}}, 0, 1, 1); err != ErrNoBags {
		t.Error("an arm without bags:", err)
	}
	if _, err := comparing([]Arm{armOf(1), {{Of: 1}}}, 0, 1, 1); err != ErrNoValue {
		t.Error("a bag without seed:", err)
	}
	c, err := comparing([]Arm{armOf(1, 2), armOf(9, 8, 7)}, 0, 1, 1)
	if err != nil || c.Verdict != TooFew || c.HasInterval() {
		t.Error("two bags:", c.Verdict, err)
	}
	if c, err = comparing([]Arm{armOf(0, 0, 0), armOf(0, 0, 0)}, 0, 1, 1); err != nil || c.Verdict != Chance || c.Ratio != 0 || c.PValue != 1 {
		t.Errorf("nothing came of either: %+v, %v", c, err)
	}
	if c, err = comparing([]Arm{armOf(0, 0, 0, 0), armOf(5, 6, 7, 5)}, 0, 1, 1); err != nil || c.Verdict != LikelyMore || c.RatioLow != 0 || c.RatioHigh >= 1 {
		t.Errorf("nothing came of one: %s, %g to %g, %v", c.Verdict, c.RatioLow, c.RatioHigh, err)
	}
}

// A bin that lies whole in a group is one weighing, known as it was weighed; one across groups tells
// nothing of their difference, and its bags are named.
func TestBinsAreOneWeighing(t *testing.T) {
	share := func(bin string, of, whole float64, parts int) Observed {
		return Observed{Of: of, By: 1, OfLow: 0.7 * of, OfHigh: 1.3 * of, Bins: []BinShare{{bin, 0.7 * of, 1.3 * of, parts, whole, whole}}}
	}
	whole := Arm{share("a", 2, 6, 3), share("a", 1, 6, 3), share("a", 3, 6, 3), {Of: 4, By: 1}}
	if low, high := whole.TotalsRange(); low != 2.5 || high != 2.5 || whole.OfTotals() != 2.5 {
		t.Errorf("a whole bin and a bag: %g, %g to %g", whole.OfTotals(), low, high)
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
	lists, across := weighings([]Arm{append(whole, estimated[0]), {estimated[1], {Of: 1, By: 1}, share("c", 1, 3, 2)}})
	if len(lists[0]) != 2 || lists[0][0].bags != 3 || lists[0][0].ofLow != 6 || lists[0][0].ofHigh != 6 || len(lists[1]) != 1 || len(across) != 3 {
		t.Errorf("weighings %+v, across %v", lists, across)
	}
	var plain, other Arm
	for i := range 4 {
		plain, other = append(plain, Observed{Of: 10 + float64(i), By: 1}), append(other, share("c", 1, 4, 4))
	}
	c, err := comparing([]Arm{plain, other}, 0, 1, 1)
	if err != nil || c.Verdict != TooFew || c.HasInterval() || c.FirstW != 4 || c.SecondW != 1 || c.SecondN != 4 {
		t.Errorf("four bags against a bin of four: %+v, %v", c, err)
	}
}

// 3 against 3 cannot come under 2 of 20; three pairs in blocks of two not under 2 of 8; five pairs not
// under 2 of 32; 2 against 3 one of 10.
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
		{[]Arm{armOf(1, 2, 3), armOf(4, 5, 6)}, 0.1}, {pairs(3), 0.25}, {pairs(5), 2.0 / 32}, {[]Arm{armOf(1, 2), armOf(3, 4, 5)}, 0.1},
	} {
		if got := LeastP(c.arms[0], c.arms[1]); math.Abs(got-c.want) > 1e-12 {
			t.Errorf("%v: %v, want %v", c.arms, got, c.want)
		}
	}
}

// The closed test calls nothing that some partition does not refuse: three of three may, four need four
// each, eight need five.
func TestFewestThatAClosedTestCalls(t *testing.T) {
	for _, c := range []struct {
		groups, bags int
		may          bool
	}{{2, 3, true}, {3, 3, true}, {4, 3, false}, {4, 4, true}, {8, 4, false}, {8, 5, true}} {
		var arms []Arm
		for g := range c.groups {
			var a Arm
			for b := range c.bags {
				a = append(a, Observed{Of: math.Pow(10, float64(g)) * (1 + 0.01*float64(b)), By: 1})
			}
			arms = append(arms, a)
		}
		got, err := comparing(arms, c.groups-1, 0, 1)
		if err != nil || (got.Verdict == LikelyMore) != c.may {
			t.Errorf("%d groups of %d as far apart as can be: %s, p %.4f, %v", c.groups, c.bags, got.Verdict, got.PValue, err)
		}
	}
}

// Holm's steps stand in for more than eight groups.
func TestManyGroupsGoByHolm(t *testing.T) {
	rng := rand.New(rand.NewPCG(2, 2))
	arms := groups(6, 1, 1, 1, 1, 1, 1, 1, 1, 4)(rng)
	far, _ := comparing(arms, 8, 0, 1)
	near, _ := comparing(arms, 1, 0, 1)
	if far.Verdict != LikelyMore || far.PValue < far.PairP || near.Verdict != Chance || far.Family != 9 {
		t.Errorf("far %s p %.4f of %.4f, near %s", far.Verdict, far.PValue, far.PairP, near.Verdict)
	}
}

func BenchmarkFixedPair(b *testing.B) {
	arms := []Arm{armOf(2.1, 1.8, 2.4, 2.2, 1.9), armOf(1.5, 1.9, 1.6, 1.4, 2)}
	for b.Loop() {
		if _, err := comparing(arms, 0, 1, 1); err != nil {
			b.Fatal(err)
		}
	}
}

func BenchmarkPairAtTheBound(b *testing.B) {
	arms := groups(maxDealt/2, 1, 1.2)(rand.New(rand.NewPCG(1, 1)))
	for b.Loop() {
		if _, err := comparing(arms, 0, 1, 1); err != nil {
			b.Fatal(err)
		}
	}
}

// Eight groups of six, all of them apart, so that no count stops early.
func BenchmarkClosedTest(b *testing.B) {
	arms := groups(6, 1, 2, 3, 4, 5, 6, 7, 8)(rand.New(rand.NewPCG(1, 1)))
	for b.Loop() {
		if _, err := comparing(arms, 0, 7, 1); err != nil {
			b.Fatal(err)
		}
	}
}

// Groups with too few to be called are no choice that was made: they make the test of others no stricter.
func TestTooSmallGroupsAreNoChoice(t *testing.T) {
	arms := []Arm{armOf(5, 5.5, 6, 5.2), armOf(1, 1.2, 0.9, 1.1), armOf(3, 3.3), armOf(2)}
	c, err := comparing(arms, 0, 1, 1)
	if err != nil || c.Family != 2 || c.PValue != c.PairP || c.Verdict != LikelyMore {
		t.Errorf("among %d: p %.4f alone, %.4f, %s, %v", c.Family, c.PairP, c.PValue, c.Verdict, err)
	}
	if c, _ = comparing(append(arms, armOf(3, 3.1, 3.2)), 0, 1, 1); c.Family != 3 {
		t.Errorf("with one more that may be called: among %d", c.Family)
	}
	if c, _ = comparing(arms, 0, 2, 1); c.Verdict != TooFew {
		t.Errorf("two bags: %s", c.Verdict)
	}
}

// What goes with the groups, or with another thing that is set level, cannot be set level by.
func TestWhatCannotBeSetLevel(t *testing.T) {
	values := [2][]float64{{10, 12, 11, 13, 12, 11}, {14, 15, 13, 17, 15, 16}}
	with := func(by func(g, i int) []float64) error {
		var rows [2][][]float64
		for g := range rows {
			for i := range values[g] {
				rows[g] = append(rows[g], by(g, i))
			}
		}
		_, err := Adjust(values, rows)
		return err
	}
	for name, by := range map[string]func(g, i int) []float64{
		"the same in all":       func(_, _ int) []float64 { return []float64{4} },
		"one to a group":        func(g, _ int) []float64 { return []float64{float64(g)} },
		"twice the same, other": func(_, i int) []float64 { return []float64{float64(i), 2*float64(i) + 1} },
	} {
		if with(by) == nil {
			t.Errorf("%s: it is set level", name)
		}
	}
	if err := with(func(g, i int) []float64 { return []float64{float64(i%3) + 0.5*float64(g)} }); err != nil {
		t.Error(err)
	}
}

// comparing two of some groups, as one of a family.
func comparing(arms []Arm, first, second int, seed uint64) (Comparison, error) {
	f, err := NewFamily(arms, seed)
	if err != nil {
		return Comparison{}, err
	}
	return f.Compare(first, second)
}
