package seed

import (
	"cmp"
	"math"
	"slices"

	"glebata/core/measure"
)

// maxChoices of pieces that are laid out, of those that lie together in weight.
const maxChoices = 16

// choices of the pieces that are planted when there are more than are wanted, by weight:
// those that lie closest together first, the heavier where that is equal, and others to
// begin from. All of them, the heaviest first, when there are not more.
func choices(pieces []measure.Mass, wanted int) [][]int {
	order := make([]int, len(pieces))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(pieces[b], pieces[a]) })
	if wanted >= len(pieces) {
		return [][]int{order}
	}
	if wanted <= 0 {
		return [][]int{nil}
	}
	if all := combinations(order, wanted, maxCombinations); all != nil {
		width := func(c []int) measure.Mass { return pieces[c[0]] - pieces[c[len(c)-1]] }
		slices.SortStableFunc(all, func(a, b []int) int { return cmp.Compare(width(a), width(b)) })
		return all
	}
	starts := make([]int, len(order)-wanted+1)
	for i := range starts {
		starts[i] = i
	}
	width := func(i int) measure.Mass { return pieces[order[i]] - pieces[order[i+wanted-1]] }
	slices.SortStableFunc(starts, func(a, b int) int { return cmp.Compare(width(a), width(b)) })
	var out [][]int
	for _, i := range starts[:min(len(starts), maxChoices)] {
		out = append(out, slices.Clone(order[i:i+wanted]))
	}
	return out
}

// maxCombinations of pieces that are each laid out.
const maxCombinations = 400

// combinations of so many of a list, each in its order; nil when there are more than a
// limit.
func combinations(list []int, n, limit int) [][]int {
	var out [][]int
	var pick func(from int, got []int) bool
	pick = func(from int, got []int) bool {
		if len(got) == n {
			out = append(out, slices.Clone(got))
			return len(out) <= limit
		}
		for i := from; i <= len(list)-(n-len(got)); i++ {
			if !pick(i+1, append(got, list[i])) {
				return false
			}
		}
		return true
	}
	if !pick(0, make([]int, 0, n)) {
		return nil
	}
	return out
}

// leftOf the pieces, what no place holds.
func leftOf(pieces []measure.Mass, places [][]int) []int {
	held := make([]bool, len(pieces))
	for _, p := range places {
		for _, i := range p {
			held[i] = true
		}
	}
	var left []int
	for i := range pieces {
		if !held[i] {
			left = append(left, i)
		}
	}
	return left
}

// trade pieces of the places that are furthest from their goals for pieces that are left
// over, and divide anew what that brings, for as long as it helps.
func (s *search) trade(places [][]int, left []int) {
	for range 40 {
		if len(left) == 0 || !s.exchangeLeft(places, left) {
			return
		}
		s.improve(places)
	}
}

// exchangeLeft makes the exchange with what is left over that helps most.
func (s *search) exchangeLeft(places [][]int, left []int) bool {
	off := make([]float64, len(places))
	low, high := 0, 0
	for i, p := range places {
		off[i] = sum(s.pieces, p) - s.goals[i]
		if off[i] < off[low] {
			low = i
		}
		if off[i] > off[high] {
			high = i
		}
	}
	now := s.miss(places) / math.Max(1e-9, s.total)
	type move struct{ place, at, left int }
	var best move
	found := false
	for a := range places {
		if a != low && a != high && len(places) > 12 {
			continue
		}
		for at, x := range places[a] {
			for k, y := range left {
				if !s.step(1 + len(places)/8) {
					return found && s.exchanged(places, left, best.place, best.at, best.left)
				}
				gain := float64(s.pieces[y] - s.pieces[x])
				lo, hi, square := math.Inf(1), math.Inf(-1), 0.0
				for i := range off {
					v := off[i] - gain*s.parts[i]
					if i == a {
						v += gain
					}
					lo, hi, square = math.Min(lo, v), math.Max(hi, v), square+v*v
				}
				if m := (hi - lo + 1e-6*square) / math.Max(1e-9, s.total+gain); m < now-1e-12 {
					best, now, found = move{a, at, k}, m, true
				}
			}
		}
	}
	return found && s.exchanged(places, left, best.place, best.at, best.left)
}

// exchanged a piece of a place for one that was left over.
func (s *search) exchanged(places [][]int, left []int, place, at, k int) bool {
	s.aim(s.total + float64(s.pieces[left[k]]-s.pieces[places[place][at]]))
	places[place][at], left[k] = left[k], places[place][at]
	return true
}
