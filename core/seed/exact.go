package seed

import (
	"math"
)

// exact tries every division, but for places that are alike only once and those that
// can be no better than the best, for as long as there are steps left: the best that
// was found stands.
func (s *search) exact(chosen []int, best [][]int) [][]int {
	places, off := make([][]int, len(s.sizes)), make([]float64, len(s.sizes))
	for i, goal := range s.goals {
		off[i] = -goal
	}
	least := math.Min(s.miss(best), s.beat)
	var try func(k int)
	try = func(k int) {
		if !s.step(1) || s.apart(places, off) >= least-1e-9 {
			return
		}
		if k == len(chosen) {
			if m := s.miss(places); m < least-1e-9 {
				least, best = m, deepClone(places)
			}
			return
		}
		weight := float64(s.pieces[chosen[k]])
		for i := range places {
			if len(places[i]) >= s.sizes[i] || s.alikeBefore(places, i) {
				continue
			}
			places[i] = append(places[i], chosen[k])
			off[i] += weight
			try(k + 1)
			off[i] -= weight
			places[i] = places[i][:len(places[i])-1]
		}
	}
	try(0)
	return best
}

// apart is the widest difference between the places that are full: a division that
// fills the others misses by that much at the least.
func (s *search) apart(places [][]int, off []float64) float64 {
	low, high := math.Inf(1), math.Inf(-1)
	for i, p := range places {
		if len(p) == s.sizes[i] {
			low, high = math.Min(low, off[i]), math.Max(high, off[i])
		}
	}
	return high - low
}

// alikeBefore reports whether an empty place with the same size and goal comes
// before an empty place: trying both would try the same twice.
func (s *search) alikeBefore(places [][]int, i int) bool {
	if len(places[i]) > 0 {
		return false
	}
	for j := range i {
		if len(places[j]) == 0 && s.sizes[j] == s.sizes[i] && s.goals[j] == s.goals[i] {
			return true
		}
	}
	return false
}
