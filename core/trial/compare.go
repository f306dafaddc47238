package trial

import (
	"errors"
	"math"

	"gonum.org/v1/gonum/stat/distuv"
)

// Numbers of the handbook.
const (
	// MaxArrangements that are all gone through; beyond, as many are drawn at random.
	MaxArrangements = 20_000
	// Level of the interval, and of what is called more than chance.
	Level = 0.90
	// FewestBags, or weighings, in a group of which anything is said.
	FewestBags = 3
	// MaxArms that are compared together.
	MaxArms = 40
	// maxDealt weighings are dealt anew; more of them come to Student's t, and that is used.
	maxDealt = 60
)

// Verdict on two groups, in the words of fixed rules.
type Verdict string

// The verdicts.
const (
	TooFew     Verdict = "too few to tell"
	Chance     Verdict = "could be chance"
	LikelyMore Verdict = "likely more"
)

// Comparison of two groups, the first less the second.
type Comparison struct {
	First, Second     float64 // measures of the groups, of totals of what is judged
	Diff              float64
	CILow, CIHigh     float64 // of the difference, at Level; infinite where no difference is too great
	Ratio             float64 // first ÷ second; 0 where the second is 0
	RatioLow          float64
	RatioHigh         float64 // +Inf where the second may be next to nothing
	PairP             float64 // two-sided p-value of the pair by itself
	PValue            float64 // of the pair as one picked among Family groups after looking
	Arrangements      int     // that were gone through
	Extreme           int     // of the arrangements, that differ at least as much as what was seen
	Exact             bool    // all that there are; else drawn at random
	Asymptotic        bool    // too many weighings to deal anew: Student's t, with DF degrees of freedom
	DF                float64
	Family            int       // groups that the two were picked among; 2 for a pair that was fixed
	Null              []float64 // permutation distribution of the difference, on the scale of the one that was seen
	OneOf             int       // pairs that it was picked among, each asked by itself; 0 where it was not
	Verdict           Verdict
	FirstN, SecondN   int      // bags that are judged
	FirstW, SecondW   int      // weighings that they are
	Across            [][2]int // bags, by group and place, of bins that lie across groups: they tell nothing
	Uneven            bool     // weighings are of unequal numbers of bags
	Ranged            bool     // some is only known within a range
	Blocked           bool     // within blocks
	FirstLow          float64  // of the groups themselves, where their bags are known within a range
	FirstHigh         float64
	SecondLow         float64
	SecondHigh        float64
	firstAt, secondAt int
}

// What cannot be compared.
var (
	ErrArms    = errors.New("two groups to forty are compared")
	ErrNoBags  = errors.New("a group has no bag with this measure")
	ErrNoValue = errors.New("a bag has no value in this measure")
)

// Family of groups that stand beside one another, with what is asked of all its pairs worked out once. It
// is not safe for concurrent use.
type Family struct {
	arms   []Arm
	lists  [][]weighing
	across [][2]int
	seed   uint64
	closed *closedOf
}

// NewFamily of two groups to MaxArms.
func NewFamily(arms []Arm, seed uint64) (*Family, error) {
	if err := checked(arms); err != nil {
		return nil, err
	}
	f := &Family{arms: arms, seed: seed}
	f.lists, f.across = weighings(arms)
	return f, nil
}

// Compare two groups of the family, in weighings: the studentised permutation test of the difference of
// their measures, of totals, and its interval, the same test turned round (Pitman 1937; Janssen 1997). It
// is two-sided and counts ties, goes through all arrangements where there are at most MaxArrangements and
// else as many at random; bags within blocks are dealt within them, there not studentised. Where
// something is known within a range only, the interval is the hull of those at its ends. Where weighings
// are of unequal numbers of bags, Welch's interval of the log ratio must clear 1 too.
//
// Of more than two groups the pair is taken to be picked after looking: the test is closed over all that
// have weighings enough to be called (Marcus, Peritz and Gabriel 1976), and the interval is wider by as much.
func (f *Family) Compare(first, second int) (Comparison, error) {
	if first == second || min(first, second) < 0 || max(first, second) >= len(f.arms) {
		return Comparison{}, ErrArms
	}
	c := compared(f.arms, f.lists, first, second, f.seed)
	for _, b := range f.across {
		if b[0] == first || b[0] == second {
			c.Across = append(c.Across, b)
		}
	}
	c.Family = f.callable()
	if c.Family > 2 && min(c.FirstW, c.SecondW) >= FewestBags {
		c.PValue = f.among(first, second, c.PairP)
	}
	c.interval(f.lists[first], f.lists[second], f.seed)
	c.Verdict = c.judge()
	return c, nil
}

// CompareOneOf compares two groups that were picked after looking among so many pairs, each of which is
// asked of weighings of its own (Bonferroni); of one pair as one that was fixed.
func CompareOneOf(one, two Arm, pairs int, seed uint64) (Comparison, error) {
	f, err := NewFamily([]Arm{one, two}, seed)
	if err != nil {
		return Comparison{}, err
	}
	c := compared(f.arms, f.lists, 0, 1, seed)
	c.Across, c.OneOf = f.across, max(1, pairs)
	c.PValue = math.Min(1, c.PairP*float64(c.OneOf))
	c.interval(f.lists[0], f.lists[1], seed)
	c.Verdict = c.judge()
	return c, nil
}

// callable is how many groups have weighings enough that one of their pairs could be called, two at least.
func (f *Family) callable() int {
	n := 0
	for _, l := range f.lists {
		if len(l) >= FewestBags {
			n++
		}
	}
	return max(2, n)
}

// among the callable groups, the chance of a pair.
func (f *Family) among(first, second int, alone float64) float64 {
	var lists [][]weighing
	at := make([]int, len(f.lists))
	for i, l := range f.lists {
		if len(l) >= FewestBags {
			at[i] = len(lists)
			lists = append(lists, l)
		}
	}
	if len(lists) > maxHolm {
		return math.Min(1, alone*float64(len(lists)*(len(lists)-1)/2)) // Bonferroni
	}
	if f.closed == nil {
		f.closed = closedTest(lists, f.seed, maxDealt)
	}
	return f.closed.closed[at[first]][at[second]]
}

func checked(arms []Arm) error {
	if len(arms) < 2 || len(arms) > MaxArms {
		return ErrArms
	}
	for _, a := range arms {
		if len(a) == 0 {
			return ErrNoBags
		}
		for _, o := range a {
			if v := o.Value(); math.IsNaN(v) || math.IsInf(v, 0) {
				return ErrNoValue
			}
		}
	}
	return nil
}

// compared are two of some groups, as a pair that was fixed.
func compared(arms []Arm, lists [][]weighing, first, second int, seed uint64) Comparison {
	one, two := lists[first], lists[second]
	c := Comparison{First: ofTotals(one), Second: ofTotals(two), FirstW: len(one), SecondW: len(two), Family: 2, firstAt: first, secondAt: second}
	for i := range one {
		c.FirstN += one[i].bags
	}
	for i := range two {
		c.SecondN += two[i].bags
	}
	c.FirstLow, c.FirstHigh = arms[first].TotalsRange()
	c.SecondLow, c.SecondHigh = arms[second].TotalsRange()
	c.Diff = c.First - c.Second
	if c.Second > 0 {
		c.Ratio = c.First / c.Second
	}
	c.Blocked, c.Uneven, c.Ranged = blocked(lists), unequal(one, two), anyRanged(one) || anyRanged(two)
	c.PairP, c.PValue = 1, 1
	if min(len(one), len(two)) < 2 { // one weighing has no spread
		return c
	}
	t := newTester(one, two, seed, maxDealt)
	c.Arrangements, c.Exact, c.Asymptotic = len(t.dealt), t.exact, t.law
	_, se, free := t.standing(still)
	c.DF = free
	scale := 1.0
	if !t.blocked {
		scale = se
	}
	seen := t.seen()
	at := math.Abs(t.differs(&seen, still))
	for i := range t.dealt {
		d := t.differs(&t.dealt[i], still)
		if c.Null = append(c.Null, d*scale); math.Abs(d) >= at-tie*(at+1e-12) {
			c.Extreme++
		}
	}
	if c.Asymptotic {
		c.Arrangements, c.Extreme, c.Null = 0, 0, nil
	}
	c.PairP = pairChance(one, two, seed, maxDealt)
	c.PValue = c.PairP
	return c
}

// pairChance is the chance of a difference as great of a pair: the greatest that it may be within what
// weighings may have been, and by both tests where they are of unequal numbers of bags.
func pairChance(one, two []weighing, seed uint64, limit int) float64 {
	if min(len(one), len(two)) < 2 {
		return 1
	}
	p := newTester(one, two, seed, limit).chance(still, 1)
	if unequal(one, two) {
		p = math.Max(p, welchChance(one, two))
	}
	if !anyRanged(one) && !anyRanged(two) {
		return p
	}
	low := ofTotals(ends(one, false)) - ofTotals(ends(two, true))
	high := ofTotals(ends(one, true)) - ofTotals(ends(two, false))
	if low <= 0 && high >= 0 {
		return 1
	}
	for _, up := range []bool{false, true} {
		p = math.Max(p, newTester(ends(one, up), ends(two, !up), seed, limit).chance(still, 1))
	}
	return p
}

// welchLog is the log of the ratio of two measures with its standard error and Welch's degrees; ok is
// false where one of them is nothing.
func welchLog(one, two []weighing) (at, se, free float64, ok bool) {
	var of [2]float64
	var v [2]float64
	for i, l := range [][]weighing{one, two} {
		var s sums
		for k := range l {
			s.add(&l[k], 0)
		}
		if of[i], v[i] = s.measure(still, len(l)); of[i] <= 0 {
			return 0, 0, 0, false
		}
		v[i] /= of[i] * of[i]
	}
	free = float64(len(one) + len(two) - 2)
	if all := v[0] + v[1]; all > 0 {
		free = all * all / (v[0]*v[0]/float64(len(one)-1) + v[1]*v[1]/float64(len(two)-1))
	}
	return math.Log(of[0] / of[1]), math.Sqrt(v[0] + v[1]), free, true
}

func welchChance(one, two []weighing) float64 {
	at, se, free, ok := welchLog(one, two)
	switch {
	case !ok:
		return 0
	case se == 0 && at == 0:
		return 1
	case se == 0:
		return 0
	}
	return 2 * distuv.StudentsT{Sigma: 1, Nu: free}.CDF(-math.Abs(at)/se)
}

// level that the interval is drawn at: what the pair by itself must be under to be called.
func (c *Comparison) level() float64 {
	if c.OneOf > 0 {
		return (1 - Level) / float64(c.OneOf)
	}
	if c.PValue <= c.PairP || c.PairP == 0 {
		return 1 - Level
	}
	return (1 - Level) * c.PairP / c.PValue
}

// interval of the difference and of the ratio, by the test turned round.
func (c *Comparison) interval(one, two []weighing, seed uint64) {
	c.CILow, c.CIHigh, c.RatioLow, c.RatioHigh = math.Inf(-1), math.Inf(1), 0, math.Inf(1)
	if min(len(one), len(two)) < FewestBags {
		return
	}
	level := c.level()
	under, over := newTester(one, two, seed, maxDealt), (*tester)(nil)
	if over = under; c.Ranged { // the hull: what lies lowest with the lightest of one and the heaviest of the other
		under, over = newTester(ends(one, false), ends(two, true), seed, maxDealt), newTester(ends(one, true), ends(two, false), seed, maxDealt)
	}
	c.CILow, c.RatioLow = under.turned(level, false)
	c.CIHigh, c.RatioHigh = over.turned(level, true)
	if at, se, free, ok := welchLog(one, two); c.Uneven && ok {
		off := se * distuv.StudentsT{Sigma: 1, Nu: free}.Quantile(1-level/2)
		low, high := math.Exp(at-off), math.Exp(at+off)
		c.RatioLow, c.RatioHigh = math.Min(c.RatioLow, low), math.Max(c.RatioHigh, high)
		c.CILow, c.CIHigh = math.Min(c.CILow, c.Second*(low-1)), math.Max(c.CIHigh, c.Second*(high-1))
	}
	if c.Second <= 0 {
		c.RatioLow, c.RatioHigh = 0, 0
	}
}

// turned is the test turned round, to the one side: the least or the greatest difference, and ratio, that
// it would not refuse.
func (t *tester) turned(level float64, up bool) (diff, ratio float64) {
	at, se, _ := t.standing(still)
	seen := t.seen()
	rest := t.whole.less(&seen)
	first, _ := seen.measure(still, t.n[0])
	second, _ := rest.measure(still, t.n[1])
	diff = t.end(at, 0, se, up, level, func(x float64) moved { return moved{x, 1} })
	switch {
	case second <= 0 && up:
		return diff, math.Inf(1)
	case second <= 0:
		return diff, 0
	case first <= 0 && up:
		return diff, math.Max(0, 1+diff/second)
	case first <= 0:
		return diff, 0
	}
	step := math.Min(1, se/math.Min(first, second))
	return diff, math.Exp(t.end(math.Log(first/second), 0, step, up, level, func(x float64) moved { return moved{0, math.Exp(x)} }))
}

// HasInterval reports whether one could be drawn: enough weighings in both groups, and an end to what
// they do not refuse.
func (c *Comparison) HasInterval() bool {
	return min(c.FirstW, c.SecondW) >= FewestBags && !math.IsInf(c.CILow, 0) && !math.IsInf(c.CIHigh, 0)
}

// tie is how far apart two differences may lie and count as the same, as a share of them.
const tie = 1e-9

// judge by the fixed rules. The interval is the test turned round: they never disagree.
func (c *Comparison) judge() Verdict {
	switch {
	case min(c.FirstW, c.SecondW) < FewestBags:
		return TooFew
	case c.PValue > 1-Level+tie:
		return Chance
	}
	return LikelyMore
}

// blocked reports whether the bags were put to groups within blocks.
func blocked(lists [][]weighing) bool {
	block, seen := 0, false
	for _, l := range lists {
		for i := range l {
			if !seen {
				block, seen = l[i].block, true
			}
			if l[i].block != block {
				return true
			}
		}
	}
	return false
}
