package trial

import (
	"math"
	"math/bits"
	"math/rand/v2"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"
)

// Of the closed test.
const (
	maxClosed = 8     // groups; of more, pairs are held to Holm's steps (1979)
	maxHolm   = 12    // groups; of more, to Bonferroni's share
	setDealt  = 2_000 // arrangements of a set of three groups or more
	setEnough = 0.25  // chance past which counting stops
)

// Pair of groups with the chance of a difference as great, alone and among all.
type Pair struct{ First, Second int }

// Pairs of some groups, in their order.
func Pairs(groups int) []Pair {
	var out []Pair
	for i := range groups {
		for j := i + 1; j < groups; j++ {
			out = append(out, Pair{i, j})
		}
	}
	return out
}

// closedOf is a closed test: the chance of every pair, alone and among all.
type closedOf struct{ alone, closed [][]float64 }

// closedTest of all pairs of some groups: a pair is called only if every partition of the groups that
// keeps the two together is refused; a partition's chance is the least, over its sets of two or more, of
// 1 − (1 − p)^(S ÷ m), with m groups in the set and S in all such sets. F by permutation for sets of
// three or more, the studentised difference for pairs.
func closedTest(lists [][]weighing, seed uint64, limit int) *closedOf {
	k := len(lists)
	c := &closedOf{make([][]float64, k), make([][]float64, k)}
	for i := range k {
		c.alone[i], c.closed[i] = make([]float64, k), make([]float64, k)
	}
	for _, p := range Pairs(k) {
		v := pairChance(lists[p.First], lists[p.Second], seed, limit)
		c.alone[p.First][p.Second], c.alone[p.Second][p.First] = v, v
	}
	switch {
	case k == 2:
		c.closed = c.alone
	case k > maxClosed:
		c.holm()
	default:
		c.close(lists, seed, limit)
	}
	return c
}

// holm holds the pairs to as many as are left, the rarest first.
func (c *closedOf) holm() {
	list := Pairs(len(c.alone))
	slices.SortStableFunc(list, func(a, b Pair) int {
		switch x, y := c.alone[a.First][a.Second], c.alone[b.First][b.Second]; {
		case x < y:
			return -1
		case x > y:
			return 1
		}
		return 0
	})
	at := 0.0
	for i, p := range list {
		at = math.Max(at, math.Min(1, float64(len(list)-i)*c.alone[p.First][p.Second]))
		c.closed[p.First][p.Second], c.closed[p.Second][p.First] = at, at
	}
}

// close the test over all partitions.
func (c *closedOf) close(lists [][]weighing, seed uint64, limit int) {
	k := len(lists)
	chance := make([]float64, 1<<k)
	for set := 1; set < 1<<k; set++ {
		switch bits.OnesCount(uint(set)) {
		case 1:
		case 2:
			i := bits.TrailingZeros(uint(set))
			chance[set] = c.alone[i][bits.TrailingZeros(uint(set&^(1<<i)))]
		default:
			var some [][]weighing
			for i := range k {
				if set&(1<<i) != 0 {
					some = append(some, lists[i])
				}
			}
			chance[set] = setChance(some, seed+uint64(set), limit)
		}
	}
	var sets []int
	var put func(group int)
	put = func(group int) {
		if group == k {
			c.partition(sets, chance)
			return
		}
		for i := range sets {
			sets[i] |= 1 << group
			put(group + 1)
			sets[i] &^= 1 << group
		}
		sets = append(sets, 1<<group)
		put(group + 1)
		sets = sets[:len(sets)-1]
	}
	put(0)
}

// partition is asked of every pair that it keeps together.
func (c *closedOf) partition(sets []int, chance []float64) {
	all := 0
	for _, s := range sets {
		if n := bits.OnesCount(uint(s)); n > 1 {
			all += n
		}
	}
	p := 1.0
	for _, s := range sets {
		if n := bits.OnesCount(uint(s)); n > 1 {
			p = math.Min(p, 1-math.Pow(1-chance[s], float64(all)/float64(n)))
		}
	}
	for _, s := range sets {
		for i := range c.closed {
			for j := range c.closed {
				if i != j && s&(1<<i) != 0 && s&(1<<j) != 0 {
					c.closed[i][j] = math.Max(c.closed[i][j], p)
				}
			}
		}
	}
}

// setChance is the chance that three groups or more lie as far apart, were all alike: by F, over what
// their measures are over, their weighings dealt anew within blocks; its distribution for many.
func setChance(lists [][]weighing, seed uint64, limit int) float64 {
	type item struct {
		of, by float64
		block  int
	}
	var all []item
	var counts []map[int]int // of each group in each block
	for _, l := range lists {
		in := map[int]int{}
		for i := range l {
			all = append(all, item{l[i].of, l[i].by, l[i].block})
			in[l[i].block]++
		}
		if len(l) == 0 {
			return 1
		}
		counts = append(counts, in)
	}
	spread := func(of, by []float64) (sum float64) {
		for g := range of {
			sum += of[g] * over(of[g], by[g])
		}
		return sum
	}
	of, by := make([]float64, len(lists)), make([]float64, len(lists))
	for g, l := range lists {
		for i := range l {
			of[g], by[g] = of[g]+l[i].of, by[g]+l[i].by
		}
	}
	seen := spread(of, by)
	if len(all) > limit && !blocked(lists) {
		var square, wholeOf, wholeBy float64
		for i := range all {
			square += all[i].of * over(all[i].of, all[i].by)
			wholeOf, wholeBy = wholeOf+all[i].of, wholeBy+all[i].by
		}
		between, within := seen-wholeOf*over(wholeOf, wholeBy), square-seen
		a, b := float64(len(lists)-1), float64(len(all)-len(lists))
		if within <= 0 {
			return 1
		}
		return 1 - distuv.F{D1: a, D2: b}.CDF(between/a/(within/b))
	}
	slices.SortStableFunc(all, func(a, b item) int { return a.block - b.block })
	rng := rand.New(rand.NewPCG(seed, setStream))
	as := 1
	for n := 1; n <= setDealt; n++ {
		clear(of)
		clear(by)
		for from := 0; from < len(all); {
			to := from
			for to < len(all) && all[to].block == all[from].block {
				to++
			}
			rest, block := all[from:to], all[from].block
			for g := range lists {
				for range counts[g][block] {
					k := rng.IntN(len(rest))
					rest[0], rest[k] = rest[k], rest[0]
					of[g], by[g] = of[g]+rest[0].of, by[g]+rest[0].by
					rest = rest[1:]
				}
			}
			from = to
		}
		if spread(of, by) >= seen*(1-tie) {
			as++
		}
		if float64(as) > setEnough*(setDealt+1) {
			return float64(as) / float64(n+1)
		}
	}
	return float64(as) / (setDealt + 1)
}
