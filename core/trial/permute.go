package trial

import (
	"math"
	"math/rand/v2"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"
)

// arranger deals the same bags to arms of the same sizes in other ways, within blocks.
type arranger struct {
	bags   []quantities // block after block
	whole  quantities   // all of them together
	ends   []int        // where each block ends
	counts [][]int      // of each block: how many go to each arm
	of, by []float64    // of the arms
	pair   [2]int
	all    bool // the greatest difference between any two arms, not that of the pair
}

// quantities of a bag.
type quantities struct{ of, by float64 }

func newArranger(arms []Arm, first, second int) *arranger {
	type held struct {
		Observed
		arm int
	}
	var list []held
	for i, a := range arms {
		for _, o := range a {
			list = append(list, held{o, i})
		}
	}
	slices.SortStableFunc(list, func(a, b held) int { return a.Block - b.Block })
	r := &arranger{pair: [2]int{first, second}, all: len(arms) > 2, of: make([]float64, len(arms)), by: make([]float64, len(arms))}
	for i, h := range list {
		if i == 0 || h.Block != list[i-1].Block {
			r.counts = append(r.counts, make([]int, len(arms)))
			r.ends = append(r.ends, 0)
		}
		r.counts[len(r.counts)-1][h.arm]++
		r.ends[len(r.ends)-1] = i + 1
		r.bags = append(r.bags, quantities{h.Of, h.By})
		r.whole.of, r.whole.by = r.whole.of+h.Of, r.whole.by+h.By
	}
	return r
}

// ways there are to deal them, at most over one more than limit.
func (r *arranger) ways(limit int) int {
	ways := 1.0
	for _, counts := range r.counts {
		placed := 0
		for _, n := range counts {
			for k := 1; k <= n; k++ {
				placed++
				ways *= float64(placed) / float64(k)
			}
			if ways > float64(limit) {
				return limit + 1
			}
		}
	}
	return int(math.Round(ways))
}

// differs is what the arms differ by as they are dealt.
func (r *arranger) differs() float64 {
	if !r.all {
		return over(r.of[r.pair[0]], r.by[r.pair[0]]) - over(r.of[r.pair[1]], r.by[r.pair[1]])
	}
	low, high := math.Inf(1), math.Inf(-1)
	for i := range r.of {
		v := over(r.of[i], r.by[i])
		low, high = math.Min(low, v), math.Max(high, v)
	}
	return high - low
}

func over(of, by float64) float64 {
	if by <= 0 {
		return 0
	}
	return of / by
}

// each way there is, appended to into.
func (r *arranger) each(into []float64) []float64 {
	clear(r.of)
	clear(r.by)
	left := make([][]int, len(r.counts))
	for i, c := range r.counts {
		left[i] = slices.Clone(c)
	}
	var deal func(bag, block int)
	deal = func(bag, block int) {
		if bag == len(r.bags) {
			into = append(into, r.differs())
			return
		}
		if bag == r.ends[block] {
			block++
		}
		o := &r.bags[bag]
		for arm, n := range left[block] {
			if n == 0 {
				continue
			}
			of, by := r.of[arm], r.by[arm]
			left[block][arm]--
			r.of[arm], r.by[arm] = of+o.of, by+o.by
			deal(bag+1, block)
			r.of[arm], r.by[arm] = of, by
			left[block][arm]++
		}
	}
	deal(0, 0)
	return into
}

// random ways, n of them, appended to into. The last arm has what the others leave.
func (r *arranger) random(n int, rng *rand.Rand, into []float64) []float64 {
	bags := slices.Clone(r.bags)
	last := len(r.of) - 1
	for range n {
		clear(r.of)
		clear(r.by)
		left, from := r.whole, 0
		for block, end := range r.ends {
			rest := bags[from:end]
			for arm, count := range r.counts[block][:last] {
				for range count {
					k := rng.IntN(len(rest))
					o := rest[k]
					rest[0], rest[k] = o, rest[0]
					rest = rest[1:]
					r.of[arm] += o.of
					r.by[arm] += o.by
					left.of, left.by = left.of-o.of, left.by-o.by
				}
			}
			from = end
		}
		r.of[last], r.by[last] = left.of, left.by
		into = append(into, r.differs())
	}
	return into
}

// arrange the bags otherwise and count how often arms would differ as much.
func (c *Comparison) arrange(arms []Arm, seed uint64) {
	bags := 0
	for _, a := range arms {
		bags += len(a)
	}
	if bags > maxResampled {
		c.P, c.Normal = normalP(arms, c.firstAt, c.secondAt), true
		return
	}
	r := newArranger(arms, c.firstAt, c.secondAt)
	if c.Arrangements = r.ways(MaxArrangements); c.Arrangements <= MaxArrangements {
		c.Exact = true
		c.Cloud = r.each(make([]float64, 0, c.Arrangements))
	} else {
		c.Arrangements = MaxArrangements
		c.Cloud = r.random(MaxArrangements, rand.New(rand.NewPCG(seed, arrangeStream)), make([]float64, 0, MaxArrangements))
	}
	as, least := 0, math.Abs(c.Diff)*(1-tie)-tie*math.Abs(c.First)
	for _, d := range c.Cloud {
		if math.Abs(d) >= least {
			as++
		}
	}
	c.P = float64(as) / float64(len(c.Cloud))
	if !c.Exact { // the bags as they stood are one of the ways (Phipson and Smyth 2010)
		c.P = float64(as+1) / float64(len(c.Cloud)+1)
	}
}

// Streams of chance from one seed.
const (
	arrangeStream uint64 = 1
	drawStream    uint64 = 2
	layStream     uint64 = 3
)

// normalP is the chance of a difference as great by the normal law, which shuffling many bags
// comes to: the variance of what is left about the common measure, within blocks. Among more
// than two arms it is held against all pairs (Bonferroni).
func normalP(arms []Arm, first, second int) float64 {
	var all Arm
	for _, a := range arms {
		all = append(all, a...)
	}
	common, per := all.OfTotals(), 0.0
	for _, o := range all {
		per += o.By
	}
	per /= float64(len(all))
	sum, n := map[int]float64{}, map[int]float64{}
	off := func(o *Observed) float64 { return (o.Of - common*o.By) / per }
	for i := range all {
		sum[all[i].Block] += off(&all[i])
		n[all[i].Block]++
	}
	within := 0.0
	for i := range all {
		d := off(&all[i]) - sum[all[i].Block]/n[all[i].Block]
		within += d * d
	}
	within /= math.Max(1, float64(len(all)-len(n)))
	sd := math.Sqrt(within * (1/float64(len(arms[first])) + 1/float64(len(arms[second]))))
	diff := math.Abs(arms[first].OfTotals() - arms[second].OfTotals())
	if sd == 0 {
		if diff == 0 {
			return 1
		}
		return 0
	}
	pairs := float64(len(arms) * (len(arms) - 1) / 2)
	return math.Min(1, 2*pairs*distuv.UnitNormal.CDF(-diff/sd))
}
