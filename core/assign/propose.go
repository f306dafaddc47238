package assign

import (
	"cmp"
	"math"
	"slices"

	"glebata/core/measure"
)

// Seed of one variety: how much there is.
type Seed struct {
	Pieces int // there are; below 0 for as many as are wanted
}

// Window of weeks that a harvest can be eaten in, from 0; Last before First where it is
// not ready in time.
type Window struct{ First, Last int }

// Pair is one variety in one bag.
type Pair struct {
	Window int            // of Problem.Windows that its harvest is eaten in
	Pieces int            // it takes; 0 where it must not go there
	Yield  measure.Mass   // expected
	Litres measure.Volume // loose medium
	Cost   int            // of medium, in hundredths
}

// Problem of a season. Pairs are by bag and then by seed.
type Problem struct {
	Seeds []Seed
	Pairs [][]Pair
	// Windows that harvests are eaten in: where a bag stands counts, so that one seed has
	// several.
	Windows []Window
	Week    []measure.Mass // wanted each week
	// Most litres and money there are; 0 for no limit.
	Litres measure.Volume
	Cost   int
	// Fixed gives bags a seed by hand; −2 leaves the bag to the proposal, −1 keeps
	// it empty.
	Fixed []int
}

// Open leaves a bag to the proposal, Empty keeps it empty.
const (
	Open  = -2
	Empty = -1
)

// Plan is which seed goes into each bag, Empty for none, and what it comes to.
type Plan struct {
	Bags   []int
	Used   []int          // pieces of each seed
	Fed    []measure.Mass // of what is wanted, each week
	Over   measure.Mass   // harvest that no wanted week needs
	Yield  measure.Mass   // of all bags
	Litres measure.Volume
	Cost   int
}

// overWorth is what a gram over is worth beside a gram that feeds a wanted week:
// little, so that bags are used when nothing is wanted of them.
const overWorth = 0.02

// Propose fills the bags: first greedily, the largest bag first and each with the
// seed that adds most, then by changing one bag, or exchanging two, for as long as
// that feeds more. It is never worse than the greedy plan. Model.
func Propose(p Problem) Plan {
	var best *search
	for _, largestFirst := range []bool{true, false} {
		s := newSearch(p)
		s.greedy(largestFirst)
		s.improve()
		if best == nil || s.value() > best.value() {
			best = s
		}
	}
	return best.plan()
}

type search struct {
	p      Problem
	bags   []int
	fixed  []bool
	used   []int
	yield  []float64 // of each window
	litres float64
	cost   int
	order  []int // windows by the week they last to, for feeding
}

func newSearch(p Problem) *search {
	s := &search{p: p, bags: make([]int, len(p.Pairs)), fixed: make([]bool, len(p.Pairs)), used: make([]int, len(p.Seeds)), yield: make([]float64, len(p.Windows))}
	for i := range p.Windows {
		s.order = append(s.order, i)
	}
	slices.SortStableFunc(s.order, func(a, b int) int { return cmp.Compare(p.Windows[a].Last, p.Windows[b].Last) })
	for b := range s.bags {
		s.bags[b] = Empty
		if b < len(p.Fixed) && p.Fixed[b] != Open {
			s.fixed[b] = true
			if seed := p.Fixed[b]; seed >= 0 && seed < len(p.Seeds) && p.Pairs[b][seed].Pieces > 0 {
				s.put(b, seed)
			}
		}
	}
	return s
}

// put a seed into an empty bag, or empty it with Empty.
func (s *search) put(bag, seed int) {
	if old := s.bags[bag]; old >= 0 {
		pair := &s.p.Pairs[bag][old]
		s.used[old] -= pair.Pieces
		s.yield[pair.Window] -= float64(pair.Yield)
		s.litres -= float64(pair.Litres)
		s.cost -= pair.Cost
	}
	s.bags[bag] = seed
	if seed >= 0 {
		pair := &s.p.Pairs[bag][seed]
		s.used[seed] += pair.Pieces
		s.yield[pair.Window] += float64(pair.Yield)
		s.litres += float64(pair.Litres)
		s.cost += pair.Cost
	}
}

// allowed reports whether what there is suffices.
func (s *search) allowed() bool {
	for i, seed := range s.p.Seeds {
		if seed.Pieces >= 0 && s.used[i] > seed.Pieces {
			return false
		}
	}
	return (s.p.Litres == 0 || s.litres <= float64(s.p.Litres)+1e-9) && (s.p.Cost == 0 || s.cost <= s.p.Cost)
}

// feed the weeks in order, each from what lasts the shortest: no other
// way feeds more. It returns what is fed and what is over.
func (s *search) feed(fed []measure.Mass) (total, over float64) {
	var buffer [64]float64
	left := append(buffer[:0], s.yield...)
	for w := range s.p.Week {
		want := float64(s.p.Week[w])
		for _, i := range s.order {
			if want <= 0 {
				break
			}
			if at := s.p.Windows[i]; !(w >= at.First && w <= at.Last) || left[i] <= 0 {
				continue
			}
			give := math.Min(want, left[i])
			want, left[i], total = want-give, left[i]-give, total+give
		}
		if fed != nil {
			fed[w] = s.p.Week[w] - measure.Mass(max(0, want))
		}
	}
	for _, v := range left {
		over += math.Max(0, v)
	}
	return total, over
}

func (s *search) value() float64 {
	total, over := s.feed(nil)
	return total + overWorth*over
}

// greedy gives each bag, the largest or the smallest first, the seed that adds
// most.
func (s *search) greedy(largestFirst bool) {
	order := make([]int, 0, len(s.bags))
	for b := range s.bags {
		if !s.fixed[b] {
			order = append(order, b)
		}
	}
	most := func(b int) (y measure.Mass) {
		for _, pair := range s.p.Pairs[b] {
			y = max(y, pair.Yield)
		}
		return y
	}
	slices.SortStableFunc(order, func(a, b int) int {
		if largestFirst {
			return cmp.Compare(most(b), most(a))
		}
		return cmp.Compare(most(a), most(b))
	})
	for _, b := range order {
		s.best(b)
	}
}

// best seed for one bag, as all the others stand; it reports whether that is
// better than what was in it.
func (s *search) best(bag int) bool {
	was, at := s.bags[bag], s.bags[bag]
	top := s.value()
	for seed := range s.p.Seeds {
		if s.p.Pairs[bag][seed].Pieces == 0 || seed == was {
			continue
		}
		s.put(bag, seed)
		if v := s.value(); v > top+1e-6 && s.allowed() {
			at, top = seed, v
		}
	}
	s.put(bag, at)
	return at != was
}

// passes of improvement at the most, each over all bags.
const passes = 30

func (s *search) improve() {
	for range passes {
		better := false
		for b := range s.bags {
			if !s.fixed[b] {
				better = s.best(b) || better
			}
		}
		better = s.exchange() || better
		better = better || s.giveWay()
		if !better {
			return
		}
	}
}

// exchange the seeds of two bags where that feeds more; where one is empty it may
// free seed that is short.
func (s *search) exchange() bool {
	better := false
	now := s.value()
	for a := range s.bags {
		for b := a + 1; b < len(s.bags); b++ {
			x, y := s.bags[a], s.bags[b]
			if s.fixed[a] || s.fixed[b] || x == y || !s.fits(a, y) || !s.fits(b, x) {
				continue
			}
			s.put(a, y)
			s.put(b, x)
			if v := s.value(); v > now+1e-6 && s.allowed() {
				now, better = v, true
				continue
			}
			s.put(a, x)
			s.put(b, y)
		}
	}
	return better
}

// giveWay empties one bag for another seed in a second, where that feeds more with
// what there is. It is tried when nothing else helps.
func (s *search) giveWay() bool {
	now := s.value()
	for a := range s.bags {
		for b := range s.bags {
			x, y := s.bags[a], s.bags[b]
			if a == b || s.fixed[a] || s.fixed[b] || y == Empty {
				continue
			}
			s.put(b, Empty)
			for seed := range s.p.Seeds {
				if seed == x || !s.fits(a, seed) {
					continue
				}
				s.put(a, seed)
				if s.value() > now+1e-6 && s.allowed() {
					return true
				}
			}
			s.put(a, x)
			s.put(b, y)
		}
	}
	return false
}

func (s *search) fits(bag, seed int) bool { return seed == Empty || s.p.Pairs[bag][seed].Pieces > 0 }

func (s *search) plan() Plan {
	out := Plan{Bags: s.bags, Used: s.used, Fed: make([]measure.Mass, len(s.p.Week)), Litres: measure.Volume(s.litres), Cost: s.cost}
	_, over := s.feed(out.Fed)
	out.Over = measure.Mass(over)
	for _, y := range s.yield {
		out.Yield += measure.Mass(y)
	}
	return out
}
