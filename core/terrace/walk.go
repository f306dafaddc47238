package terrace

import "math"

// Widths that a person walks through and reaches over, in m. Practice.
const (
	Walk  = 0.45
	reach = 0.6
)

// finest step of the grid that a way is looked for on, m, and the most cells it has:
// on a terrace of more than 2,500 m² it is coarser, and ways through gaps are found
// less exactly.
const (
	finest   = 0.05
	maxGrid  = 1_000_000
	coarsest = Walk / 2
)

// Reached tells of each bag whether one can walk to within an arm's length of it
// from a point of the terrace, between the others, through gaps of Walk and more.
// A point among the bags begins on the nearest spot with room to stand.
func (t *Terrace) Reached(from Point, bags []Standing) []bool {
	g := t.ground(bags)
	g.walk(g.nearest(from))
	out := make([]bool, len(bags))
	for i := range bags {
		out[i] = g.near(bags[i])
	}
	return out
}

// ground is the terrace as a grid: where a person has room, and has been.
type ground struct {
	step       float64 // m
	cols, rows int
	room, been []bool
}

func (t *Terrace) ground(bags []Standing) *ground {
	step := math.Min(coarsest, math.Max(finest, math.Sqrt(t.Width*t.Depth/maxGrid)))
	g := &ground{step: step, cols: int(t.Width / step), rows: int(t.Depth / step)}
	g.room, g.been = make([]bool, g.cols*g.rows), make([]bool, g.cols*g.rows)
	// Half a width along every edge and about every bag is closed to the middle of
	// who walks.
	edge := Walk/2 - step/2
	for i := range g.room {
		at := g.at(i)
		g.room[i] = min(at.X, at.Y, t.Width-at.X, t.Depth-at.Y) >= edge
	}
	for _, b := range bags {
		g.about(b, edge, func(cell int) bool { g.room[cell] = false; return true })
	}
	return g
}

func (g *ground) at(cell int) Point {
	return Point{(float64(cell%g.cols) + 0.5) * g.step, (float64(cell/g.cols) + 0.5) * g.step}
}

// about visits the cells nearer to a bag's edge than a length, until one says no.
func (g *ground) about(b Standing, within float64, visit func(cell int) bool) {
	half := b.reach() + within
	index := func(m float64, most int) int { return min(max(int(m/g.step), 0), most) }
	for row := index(b.At.Y-half, g.rows); row < index(b.At.Y+half+g.step, g.rows); row++ {
		for col := index(b.At.X-half, g.cols); col < index(b.At.X+half+g.step, g.cols); col++ {
			cell := row*g.cols + col
			if Gap(b, Standing{At: g.at(cell), Round: b.Round}) < within && !visit(cell) {
				return
			}
		}
	}
}

// nearest cell with room to a point; -1 where there is none.
func (g *ground) nearest(p Point) int {
	best, least := -1, math.Inf(1)
	for cell, room := range g.room {
		if !room {
			continue
		}
		at := g.at(cell)
		if d := math.Hypot(at.X-p.X, at.Y-p.Y); d < least {
			best, least = cell, d
		}
	}
	return best
}

func (g *ground) walk(from int) {
	if from < 0 {
		return
	}
	g.been[from] = true
	for todo := []int{from}; len(todo) > 0; {
		cell := todo[len(todo)-1]
		todo = todo[:len(todo)-1]
		col, row := cell%g.cols, cell/g.cols
		for _, n := range [...]struct {
			cell int
			in   bool
		}{{cell - 1, col > 0}, {cell + 1, col < g.cols-1}, {cell - g.cols, row > 0}, {cell + g.cols, row < g.rows-1}} {
			if n.in && g.room[n.cell] && !g.been[n.cell] {
				g.been[n.cell] = true
				todo = append(todo, n.cell)
			}
		}
	}
}

func (g *ground) near(b Standing) (found bool) {
	g.about(b, reach, func(cell int) bool {
		found = g.been[cell]
		return !found
	})
	return found
}
