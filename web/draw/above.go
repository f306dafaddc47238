package draw

import (
	"fmt"
	"math"

	"glebata/core/bag"
	"glebata/core/measure"
)

// Above is a bag from above at the level the seed lies, with distances.
type Above struct {
	X0, Y0, W, H int
	Round        bool
	R            int // radius at the seed, round
	RimR         int
	R2, RimR2    int // the other radius of one that is not a circle
	BoxX, BoxY   int // top left corner at the seed, box
	L, B         int // length and breadth at the seed, box
	Tubers       []Use
	Lines        []Distance
	Says         Text
	Shown        float64 // px per mm
	Type         int     // size of letters, in mm
}

// Distance is a dimension line with its measure.
type Distance struct {
	X1, Y1, X2, Y2 int
	TX, TY         int
	Text           Text
}

// NewAbove draws spots in a bag from above, at the scale of a detail; ref is the
// symbol of the seed.
func NewAbove(s bag.Shape, spots []bag.Spot, ref string, like *Detail, sys measure.System) Above {
	if piece, some := partOf(s); some {
		shown := make([]bag.Spot, 0, len(spots))
		for _, p := range spots {
			if p.X > -mostOfABed/2 && p.X < mostOfABed/2 && p.Y > -mostOfABed/2 && p.Y < mostOfABed/2 {
				shown = append(shown, p)
			}
		}
		s, spots = piece, shown
	}
	if len(spots) == 0 {
		return Above{}
	}
	h := spots[0].H
	a := Above{Shown: like.Shown, Type: like.Type, Round: s.Round(), R: mm(s.LengthAt(h)) / 2, L: mm(s.LengthAt(h)), B: mm(s.WidthAt(h))}
	a.RimR = mm(s.LengthAt(s.Height())) / 2
	a.BoxX, a.BoxY = -a.L/2, -a.B/2
	a.R2, a.RimR2 = a.B/2, mm(s.WidthAt(s.Height()))/2
	halfW, halfH := a.L/2+40, a.B/2+40
	if a.Round {
		halfW, halfH = max(a.R, a.RimR)+30, max(a.R, a.RimR)+30
	}
	a.X0, a.Y0, a.W, a.H = -halfW, -halfH, 2*halfW, 2*halfH
	for _, p := range spots {
		a.Tubers = append(a.Tubers, use(ref, mm(p.X), mm(p.Y), 1))
	}
	edge := "wall"
	if s.Ground() {
		edge = "edge"
	}
	a.Says = Escape(fmt.Sprintf("From above: %d placed, %s to the %s", len(spots), sys.Length(bag.ToWall(s, spots)), edge))
	if len(spots) > 1 {
		a.Lines = append(a.Lines, nearest(spots, sys))
		a.Says += Escape(", " + sys.Length(bag.Nearest(spots)) + " to each other")
	}
	a.Lines = append(a.Lines, toWall(s, spots, a.Lines, sys))
	for i := range a.Lines {
		l := &a.Lines[i]
		l.TY -= a.Type / 3
		half := TextWidth(string(l.Text), a.Type) / 2
		if over := max(l.TX+half-(a.X0+a.W), a.X0-(l.TX-half)); over > 0 { // the picture is as wide as its letters
			a.X0, a.W = a.X0-over, a.W+2*over
		}
	}
	return a
}

func nearest(spots []bag.Spot, sys measure.System) Distance {
	best, p, q := math.Inf(1), spots[0], spots[1]
	for i, a := range spots {
		for _, b := range spots[i+1:] {
			if d := math.Hypot(float64(a.X-b.X), float64(a.Y-b.Y)); d < best-1e-9 {
				best, p, q = d, a, b
			}
		}
	}
	d := bag.Nearest([]bag.Spot{p, q})
	return dimension(p.X, p.Y, q.X, q.Y, sys.Length(d))
}

// toWall draws the shortest way to the wall, of the spots that are as near it as
// any from the one furthest from the lines drawn already.
func toWall(s bag.Shape, spots []bag.Spot, drawn []Distance, sys measure.System) Distance {
	least := bag.ToWall(s, spots)
	best, apart := spots[0], -1.0
	for _, p := range spots {
		if bag.ToWall(s, []bag.Spot{p}) > least+0.05 {
			continue
		}
		far := 0.0
		for _, d := range drawn {
			far += math.Hypot(float64(mm(p.X)-d.TX), float64(mm(p.Y)-d.TY))
		}
		if far > apart {
			best, apart = p, far
		}
	}
	x, y := best.X, best.Y
	if s.Round() {
		r := measure.Length(math.Hypot(float64(x), float64(y)))
		ux, uy := measure.Length(1), measure.Length(0)
		if r > 0 {
			ux, uy = x/r, y/r
		}
		edge := s.LengthAt(best.H) / 2
		return dimension(x, y, ux*edge, uy*edge, sys.Length(least))
	}
	halfL, halfW := s.LengthAt(best.H)/2, s.WidthAt(best.H)/2
	if halfL-abs(x) <= halfW-abs(y) {
		return dimension(x, y, measure.Length(math.Copysign(float64(halfL), float64(x))), y, sys.Length(least))
	}
	return dimension(x, y, x, measure.Length(math.Copysign(float64(halfW), float64(y))), sys.Length(least))
}

func abs[T ~int | ~float64](v T) T { return max(v, -v) }

func dimension(x1, y1, x2, y2 measure.Length, text string) Distance {
	d := Distance{X1: mm(x1), Y1: mm(y1), X2: mm(x2), Y2: mm(y2), Text: Escape(text)}
	d.TX, d.TY = (d.X1+d.X2)/2, (d.Y1+d.Y2)/2
	return d
}
