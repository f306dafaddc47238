package seed

import (
	"math"
	"math/bits"
	"math/rand/v2"
	"slices"

	"glebata/core/measure"
)

// Place is a bag that wants so many pieces. Litres count only when seed is
// allotted to fit.
type Place struct {
	Wants  int
	Litres measure.Volume
}

// Allotment of pieces to places, by their index.
type Allotment struct {
	Places [][]int
	Left   []int // pieces that no place wanted
	Short  []int // how many each place is short of
	// Spread is heaviest less lightest place as a share of the mean; 0 with
	// fewer than two places that hold seed.
	Spread float64
}

// Balanced allots pieces so that the places differ as little as can be in seed
// weight, for a fair comparison. Places should want the same number. Which pieces are
// left over is part of the choice. Up to twelve pieces are tried out whole; more are laid
// out and then improved by dividing any two places anew, and by exchanges with what is
// left over, from several beginnings drawn from the seed. The search has a bound on its
// steps and gives its best by then.
func Balanced(pieces []measure.Mass, places []Place, seed uint64) Allotment {
	parts := make([]float64, len(places))
	for i, p := range places {
		parts[i] = float64(max(0, p.Wants))
	}
	return allot(pieces, places, seed, parts)
}

// ToFit allots heavier seed to larger bags: the seed weight of a place comes as
// near as can be to its share of all litres.
func ToFit(pieces []measure.Mass, places []Place, seed uint64) Allotment {
	parts := make([]float64, len(places))
	for i, p := range places {
		parts[i] = float64(max(0, p.Litres))
	}
	return allot(pieces, places, seed, parts)
}

func sum(pieces []measure.Mass, chosen []int) float64 {
	var total float64
	for _, i := range chosen {
		total += float64(pieces[i])
	}
	return total
}

// allot chooses the pieces that are planted, lays them out and improves that. Parts are
// what each place should have of the whole.
func allot(pieces []measure.Mass, places []Place, seed uint64, parts []float64) Allotment {
	wanted, whole := 0, 0.0
	for i, p := range places {
		wanted, whole = wanted+max(0, p.Wants), whole+parts[i]
	}
	for i := range parts {
		parts[i] /= math.Max(whole, 1e-9)
	}
	s := &search{pieces: pieces, parts: parts, steps: maxSteps}
	var best [][]int
	least := math.Inf(1)
	windows := choices(pieces, wanted)
	for k, chosen := range windows {
		s.take(chosen, places)
		s.limit = s.steps - s.steps/(len(windows)-k) // the rest is for what comes after
		s.few, s.beat = k >= maxChoices, least*s.total
		got := s.best(chosen, seed)
		if len(windows) > 1 {
			s.trade(got, leftOf(pieces, got))
		}
		if m := s.miss(got) / math.Max(1e-9, s.total); m < least-1e-12 {
			best, least = got, m
		}
	}
	s.limit = 0
	if len(windows) > 1 {
		s.trade(best, leftOf(pieces, best))
	}
	out := Allotment{Places: best, Left: leftOf(pieces, best), Short: make([]int, len(places)), Spread: Spread(pieces, best)}
	for i, p := range places {
		out.Short[i] = p.Wants - len(best[i])
		slices.Sort(best[i])
	}
	return out
}

// shares are how many pieces each place gets: what it wants, or with too few
// pieces as even a part of that as can be, one after the other.
func shares(places []Place, have int) []int {
	sizes := make([]int, len(places))
	for have > 0 {
		given := false
		for i, p := range places {
			if have > 0 && sizes[i] < p.Wants {
				sizes[i], have, given = sizes[i]+1, have-1, true
			}
		}
		if !given {
			break
		}
	}
	return sizes
}

// search for the division that comes nearest the goals.
type search struct {
	pieces []measure.Mass
	parts  []float64 // of the whole that each place should have
	total  float64   // of the pieces that are planted
	goals  []float64
	sizes  []int
	steps  int     // that it may still take; with none left its best stands
	limit  int     // that are to be left after what it is at
	few    bool    // begins, for one of many choices
	beat   float64 // a miss that is known already
}

// take other pieces to be planted.
func (s *search) take(chosen []int, places []Place) {
	s.sizes, s.goals = shares(places, len(chosen)), make([]float64, len(places))
	s.aim(sum(s.pieces, chosen))
}

// aim at a whole that is planted.
func (s *search) aim(total float64) {
	s.total = total
	for i, part := range s.parts {
		s.goals[i] = total * part
	}
}

// maxSteps of one search: divisions that are weighed up. A step takes some tens of
// nanoseconds, so that every search ends within about a tenth of a second.
const maxSteps = 900_000

// step takes n steps of those that are left; false when there are none.
func (s *search) step(n int) bool {
	s.steps -= n
	return s.steps > s.limit
}

// most pieces that are tried out whole, and how often larger divisions are begun
// again, by the number of pieces.
const exactUpTo = 12

func beginnings(pieces int) int {
	switch {
	case pieces <= 30:
		return 60
	case pieces <= 100:
		return 12
	default:
		return 2
	}
}

func (s *search) best(chosen []int, seed uint64) [][]int {
	best := s.improved(chosen, seed)
	if len(chosen) <= exactUpTo {
		return s.exact(chosen, best)
	}
	return best
}

// improved is the best of several layouts that were each improved.
func (s *search) improved(chosen []int, seed uint64) [][]int {
	rng := rand.New(rand.NewPCG(seed, uint64(len(chosen))))
	var best [][]int
	least := math.Inf(1)
	times := beginnings(len(chosen))
	if s.few {
		times = min(times, 4)
	}
	for i := range times {
		order := slices.Clone(chosen)
		if i > 0 {
			rng.Shuffle(len(order), func(a, b int) { order[a], order[b] = order[b], order[a] })
		}
		got := s.layOut(order)
		s.improve(got)
		if m := s.miss(got); m < least-1e-9 {
			best, least = got, m
		}
		if !s.step(len(order) * len(s.sizes)) {
			break
		}
	}
	return best
}

// miss is how far a division is from its goals: the widest difference between
// two places first, then all of them.
func (s *search) miss(places [][]int) float64 {
	low, high, square := math.Inf(1), math.Inf(-1), 0.0
	for i, p := range places {
		off := sum(s.pieces, p) - s.goals[i]
		low, high, square = math.Min(low, off), math.Max(high, off), square+off*off
	}
	return high - low + 1e-6*square
}

// layOut gives each piece in turn to the place that lacks most for each piece it
// still takes.
func (s *search) layOut(order []int) [][]int {
	places := make([][]int, len(s.sizes))
	lacks := slices.Clone(s.goals)
	for _, piece := range order {
		at, most := -1, math.Inf(-1)
		for i, size := range s.sizes {
			if open := size - len(places[i]); open > 0 && lacks[i]/float64(open) > most {
				at, most = i, lacks[i]/float64(open)
			}
		}
		if at < 0 {
			break
		}
		places[at] = append(places[at], piece)
		lacks[at] -= float64(s.pieces[piece])
	}
	return places
}

// improve divides any two places anew for as long as that brings them nearer
// their goals.
func (s *search) improve(places [][]int) {
	for range 50 {
		better := false
		for a := range places {
			for b := a + 1; b < len(places); b++ {
				better = s.divide(places, a, b) || better
			}
			if !s.step(len(places)) {
				return
			}
		}
		if !better {
			return
		}
	}
}

// widest union of two places that is divided anew in every way; larger ones
// exchange one piece for one.
const widestUnion = 12

func (s *search) divide(places [][]int, a, b int) bool {
	goal := s.goals[a] - s.goals[b]
	now := math.Abs(sum(s.pieces, places[a]) - sum(s.pieces, places[b]) - goal)
	if now < 0.05 || len(places[a]) == 0 || len(places[b]) == 0 {
		return false
	}
	if !s.step(1 << min(len(places[a])+len(places[b]), widestUnion) / 16) {
		return false
	}
	if len(places[a])+len(places[b]) > widestUnion {
		return s.exchange(places, a, b, goal, now)
	}
	union := append(slices.Clone(places[a]), places[b]...)
	total := sum(s.pieces, union)
	var best uint
	for set := uint(1); set < 1<<len(union); set++ {
		if bits.OnesCount(set) != len(places[a]) {
			continue
		}
		part := 0.0
		for rest := set; rest != 0; rest &= rest - 1 {
			part += float64(s.pieces[union[bits.TrailingZeros(rest)]])
		}
		if off := math.Abs(2*part - total - goal); off < now-1e-9 {
			best, now = set, off
		}
	}
	if best == 0 {
		return false
	}
	places[a], places[b] = places[a][:0], places[b][:0]
	for i, piece := range union {
		if best&(1<<i) != 0 {
			places[a] = append(places[a], piece)
		} else {
			places[b] = append(places[b], piece)
		}
	}
	return true
}

// exchange the two pieces whose exchange helps most.
func (s *search) exchange(places [][]int, a, b int, goal, now float64) bool {
	diff := sum(s.pieces, places[a]) - sum(s.pieces, places[b]) - goal
	at, with := -1, -1
	for i, x := range places[a] {
		for j, y := range places[b] {
			if off := math.Abs(diff - 2*float64(s.pieces[x]-s.pieces[y])); off < now-1e-9 {
				at, with, now = i, j, off
			}
		}
	}
	if at < 0 {
		return false
	}
	places[a][at], places[b][with] = places[b][with], places[a][at]
	return true
}

func deepClone(places [][]int) [][]int {
	out := make([][]int, len(places))
	for i, p := range places {
		out[i] = slices.Clone(p)
	}
	return out
}

// Spread of the places that hold seed: (heaviest − lightest) ÷ mean; 0 with fewer
// than two of them. Places hold pieces by their index.
func Spread(pieces []measure.Mass, places [][]int) float64 {
	low, high, total, n := math.Inf(1), 0.0, 0.0, 0
	for _, p := range places {
		if len(p) == 0 {
			continue
		}
		w := sum(pieces, p)
		low, high, total, n = math.Min(low, w), math.Max(high, w), total+w, n+1
	}
	if n < 2 || total == 0 {
		return 0
	}
	return (high - low) / (total / float64(n))
}
