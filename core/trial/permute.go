package trial

import (
	"math"
	"math/rand/v2"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"
)

// sums of the weighings that an arrangement puts to the first group: of those that stood in it, and of
// those that did not.
type sums [2]struct{ of, by, oo, ob, bb float64 }

func (s *sums) add(w *weighing, from int) {
	g := &s[from]
	g.of, g.by = g.of+w.of, g.by+w.by
	g.oo, g.ob, g.bb = g.oo+w.of*w.of, g.ob+w.of*w.by, g.bb+w.by*w.by
}

func (s *sums) less(t *sums) sums {
	out := *s
	for i := range out {
		out[i].of, out[i].by = out[i].of-t[i].of, out[i].by-t[i].by
		out[i].oo, out[i].ob, out[i].bb = out[i].oo-t[i].oo, out[i].ob-t[i].ob, out[i].bb-t[i].bb
	}
	return out
}

// moved is what a difference is held against: the first group's weighings less so much of what they are
// over, ÷ so many times.
type moved struct{ less, times float64 }

var still = moved{0, 1}

// measure of a group, of totals, and its variance as a ratio estimator (Cochran 1977), of n weighings.
func (s *sums) measure(m moved, n int) (at, variance float64) {
	a, b := &s[0], &s[1]
	of := (a.of-m.less*a.by)/m.times + b.of
	by := a.by + b.by
	if by <= 0 {
		return 0, 0
	}
	at = of / by
	oo := (a.oo-2*m.less*a.ob+m.less*m.less*a.bb)/(m.times*m.times) + b.oo
	ob := (a.ob-m.less*a.bb)/m.times + b.ob
	bb := a.bb + b.bb
	variance = math.Max(0, oo-2*at*ob+at*at*bb) / (by * by) * float64(n) / float64(n-1)
	return at, variance
}

// tester holds two groups against every way in which their weighings could have been dealt to them
// within blocks, or the ways drawn at random, or the law that many come to.
type tester struct {
	n       [2]int
	whole   sums
	dealt   []sums // of the first group, the one that was seen first
	exact   bool
	blocked bool // not studentised
	law     bool // too many weighings to be dealt: Student's t with Welch's degrees
}

// Of very many weighings within blocks fewer arrangements are drawn: so many weighings are moved in all, but
// not fewer arrangements than tell a chance of one in ten to within one in a hundred.
const mostMoved, fewestDealt = 4_000_000, 2000

// newTester of two groups with two weighings each at least; past the limit they are not dealt anew.
func newTester(one, two []weighing, seed uint64, limit int) *tester {
	t := &tester{n: [2]int{len(one), len(two)}}
	type held struct {
		weighing
		from int
	}
	var list []held
	for from, l := range [][]weighing{one, two} {
		for i := range l {
			list = append(list, held{l[i], from})
			t.whole.add(&l[i], from)
		}
	}
	slices.SortStableFunc(list, func(a, b held) int { return a.block - b.block })
	var ends, want []int
	for i := range list {
		if i == 0 || list[i].block != list[i-1].block {
			ends, want = append(ends, 0), append(want, 0)
		}
		ends[len(ends)-1] = i + 1
		if list[i].from == 0 {
			want[len(want)-1]++
		}
	}
	t.blocked = len(ends) > 1
	var seen sums
	for i := range list {
		if list[i].from == 0 {
			seen.add(&list[i].weighing, 0)
		}
	}
	t.dealt = append(t.dealt, seen)
	if t.law = len(list) > limit && !t.blocked; t.law {
		return t
	}
	if ways(ends, want) <= MaxArrangements {
		t.exact, t.dealt = true, t.dealt[:0]
		var deal func(i, block, left int, s sums)
		deal = func(i, block, left int, s sums) {
			if i == len(list) {
				t.dealt = append(t.dealt, s)
				return
			}
			if i == ends[block] {
				block++
				left = want[block]
			}
			if ends[block]-i > left {
				deal(i+1, block, left, s)
			}
			if left > 0 {
				s.add(&list[i].weighing, list[i].from)
				deal(i+1, block, left-1, s)
			}
		}
		deal(0, 0, want[0], sums{})
		return t
	}
	rng := rand.New(rand.NewPCG(seed, arrangeStream))
	for range min(MaxArrangements, max(fewestDealt, mostMoved/len(list))) {
		var s sums
		from := 0
		for block, end := range ends {
			rest := list[from:end]
			for k := range want[block] {
				j := k + rng.IntN(len(rest)-k)
				rest[k], rest[j] = rest[j], rest[k]
				s.add(&rest[k].weighing, rest[k].from)
			}
			from = end
		}
		t.dealt = append(t.dealt, s)
	}
	return t
}

// ways there are to choose so many of each block, at most over one more than MaxArrangements.
func ways(ends, want []int) int {
	all, from := 1.0, 0
	for block, end := range ends {
		n := end - from
		for k := 1; k <= want[block]; k++ {
			all *= float64(n-want[block]+k) / float64(k)
		}
		if from = end; all > 1e12 {
			break
		}
	}
	return int(math.Min(math.Round(all), 1e12))
}

// differs is how far the groups of a dealing lie apart, studentised where there are no blocks.
func (t *tester) differs(s *sums, m moved) float64 {
	rest := t.whole.less(s)
	a, va := s.measure(m, t.n[0])
	b, vb := rest.measure(m, t.n[1])
	if t.blocked {
		return a - b
	}
	least := 1e-7 * (math.Abs(a) + math.Abs(b))
	return (a - b) / math.Sqrt(va+vb+least*least+1e-300)
}

// standing is the measure of the difference as it was seen, with its standard error and Welch's degrees
// of freedom.
func (t *tester) standing(m moved) (diff, se, free float64) {
	s := t.seen()
	rest := t.whole.less(&s)
	a, va := s.measure(m, t.n[0])
	b, vb := rest.measure(m, t.n[1])
	if free = float64(t.n[0] + t.n[1] - 2); va+vb > 0 {
		free = (va + vb) * (va + vb) / (va*va/float64(t.n[0]-1) + vb*vb/float64(t.n[1]-1))
	}
	return a - b, math.Sqrt(va + vb), free
}

// seen is the dealing as it was.
func (t *tester) seen() sums {
	var s sums
	s[0] = t.whole[0]
	return s
}

// chance of a difference as great, either way, had the groups been alike but for what was moved; past
// the limit it stops counting and returns 1.
func (t *tester) chance(m moved, limit float64) float64 {
	seen := t.seen()
	at := math.Abs(t.differs(&seen, m))
	if t.law {
		_, _, free := t.standing(m)
		return 2 * distuv.StudentsT{Sigma: 1, Nu: free}.CDF(-at)
	}
	at -= tie * (at + 1e-12)
	as, most := 0, int(limit*float64(len(t.dealt)))+1
	for i := range t.dealt {
		if math.Abs(t.differs(&t.dealt[i], m)) >= at {
			if as++; as > most {
				return 1
			}
		}
	}
	return float64(as) / float64(len(t.dealt)) // the dealing that was seen is one of them
}

// end of the interval of what was moved by x, from the estimate downwards or upwards: where the chance
// comes to the level. It lies on the side of null that the chance at null says. Infinite where no
// difference is too great.
func (t *tester) end(est, null, step float64, up bool, level float64, at func(x float64) moved) float64 {
	way := -1.0
	if up {
		way = 1
	}
	out := func(x float64) bool { return t.chance(at(x), level) <= level+tie }
	in, over := est, 0.0
	switch beyond := (null-est)*way > 0; {
	case beyond && out(null):
		over = null
	default:
		if beyond {
			in = null
		}
		step = math.Max(step, 1e-6*math.Abs(est)+1e-9)
		over = in + way*step
		for n := 0; !out(over); n++ {
			if n == mostSteps {
				return math.Inf(int(way))
			}
			in, step = over, 2*step
			over = in + way*step
		}
	}
	for range bisections {
		if mid := (in + over) / 2; out(mid) {
			over = mid
		} else {
			in = mid
		}
	}
	return (in + over) / 2
}

// Of the search for an end.
const (
	mostSteps  = 24
	bisections = 14
)

// Streams of chance from one seed.
const (
	arrangeStream uint64 = 1
	setStream     uint64 = 2
	layStream     uint64 = 3
)
