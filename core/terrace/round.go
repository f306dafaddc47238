package terrace

import "math"

// Bounds of how a round is sought: so many spots are put in order as well as can be, over them
// each next is the nearest; and so many times the whole round is gone over.
const mostTurned, mostPasses = 400, 30

// Round is the order in which to walk through spots from a point and back to it, short: each
// next is the nearest, and then any two ways that cross are turned about until none is shorter
// for it. Published: nearest neighbour and 2-opt.
func Round(from Point, spots []Point) []int {
	out := make([]int, 0, len(spots))
	been := make([]bool, len(spots))
	for at := from; len(out) < len(spots); {
		next, least := -1, math.Inf(1)
		for i, p := range spots {
			if d := away(at, p); !been[i] && (next < 0 || d < least) {
				next, least = i, d
			}
		}
		been[next], at = true, spots[next]
		out = append(out, next)
	}
	if len(spots) <= mostTurned {
		turn(from, spots, out)
	}
	return out
}

// turn parts of a round about while that makes it shorter.
func turn(from Point, spots []Point, order []int) {
	at := func(i int) Point {
		if i < 0 || i >= len(order) {
			return from
		}
		return spots[order[i]]
	}
	for range mostPasses {
		better := false
		for i := 0; i < len(order)-1; i++ {
			for k := i + 1; k < len(order); k++ {
				now := away(at(i-1), at(i)) + away(at(k), at(k+1))
				if away(at(i-1), at(k))+away(at(i), at(k+1)) < now-1e-9 {
					for a, b := i, k; a < b; a, b = a+1, b-1 {
						order[a], order[b] = order[b], order[a]
					}
					better = true
				}
			}
		}
		if !better {
			return
		}
	}
}

// RoundLength in m, from the point through the spots in an order and back.
func RoundLength(from Point, spots []Point, order []int) float64 {
	sum, at := 0.0, from
	for _, i := range order {
		sum, at = sum+away(at, spots[i]), spots[i]
	}
	if len(order) > 0 {
		sum += away(at, from)
	}
	return sum
}

func away(a, b Point) float64 { return math.Hypot(a.X-b.X, a.Y-b.Y) }
