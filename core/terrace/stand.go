package terrace

import (
	"math"

	"glebata/core/measure"
)

// Standing is a bag on its spot: the middle of its footprint, which is a circle
// where Round and L by W otherwise, in m.
type Standing struct {
	At    Point
	Round bool
	L, W  float64
	Wet   measure.Mass
}

// reach is the radius of the circle around a footprint.
func (s Standing) reach() float64 {
	if s.Round {
		return s.L / 2
	}
	return math.Hypot(s.L, s.W) / 2
}

// Gap between two bags, edge to edge, in m; below 0 where they overlap. Boxes are
// taken as they stand, square to the terrace.
func Gap(a, b Standing) float64 {
	dx, dy := math.Abs(a.At.X-b.At.X), math.Abs(a.At.Y-b.At.Y)
	if a.Round && b.Round {
		return math.Hypot(dx, dy) - a.reach() - b.reach()
	}
	gx, gy := dx-(a.L+b.L)/2, dy-(a.W+b.W)/2
	if gx > 0 && gy > 0 {
		return math.Hypot(gx, gy)
	}
	return math.Max(gx, gy)
}

// Footing is the area one bag stands on, in m².
func (s Standing) Footing() measure.Area {
	if s.Round {
		return measure.Area(math.Pi * s.L * s.L / 4)
	}
	return measure.Area(s.L * s.W)
}

// Load of bags: all their wet weight, what they stand on, and the weight on each
// m² of it and of the whole terrace.
type Load struct {
	Total     measure.Mass
	Weights   measure.Weights // of each
	Footing   measure.Area
	OnFooting measure.Mass // a m² under the bags
	OnAll     measure.Mass // a m² of the terrace
}

// Load of bags that stand on a terrace. It is no permission for any floor.
func (t *Terrace) Load(bags []Standing) Load {
	var l Load
	for _, b := range bags {
		l.Total += b.Wet
		l.Weights = append(l.Weights, b.Wet)
		l.Footing += b.Footing()
	}
	if l.Footing > 0 {
		l.OnFooting = l.Total / measure.Mass(l.Footing)
	}
	if all := t.Width * t.Depth; all > 0 {
		l.OnAll = l.Total / measure.Mass(all)
	}
	return l
}

// Inside reports whether a bag stands wholly on the terrace.
func (t *Terrace) Inside(s Standing) bool {
	l, w := s.L/2, s.W/2
	if s.Round {
		w = l
	}
	return s.At.X-l >= -1e-6 && s.At.Y-w >= -1e-6 && s.At.X+l <= t.Width+1e-6 && s.At.Y+w <= t.Depth+1e-6
}
