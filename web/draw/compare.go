package draw

import (
	"fmt"
	"math"
	"sort"

	"glebata/core/lift"
	"glebata/core/measure"
)

// Point is one finished bag: seed planted against edible harvest.
type Point struct {
	Label     Text
	Href      Text
	Says      Text // in words
	Series    int  // season, for its shape
	Seed      measure.Mass
	Harvest   measure.Mass
	Unweighed bool // the true harvest is higher
}

// Compare is the chart of harvest against seed, in px.
type Compare struct {
	W, H                     int
	Left, Top, Right, Bottom int // of the frame
	TitleX                   int // of the title over the axis that goes up
	XTicks, YTicks           []Letter
	XTitle, YTitle           Text
	Rays                     []Ray
	Marks                    []MarkedPoint
	Says                     Text
}

// Ray is a line of equal ratio from the origin.
type Ray struct {
	X1, Y1, X2, Y2 int
	TX, TY         int
	Text           Text
	BreakEven      bool
	AtTop          bool
}

// MarkedPoint is a point where it stands.
type MarkedPoint struct {
	Point
	X, Y   int
	TX, TY int  // of its label
	Anchor Mark // of its label
	Shape  Mark // path
	More   Mark // arrow of an unweighed one
}

// Measures of the chart in px.
const (
	labelW, labelH     = 34, 16
	pointR         int = 7
)

// NewCompare draws points in the grower's units.
func NewCompare(points []Point, sys measure.System, paper Paper) Compare {
	c := on(paper,
		Compare{W: 860, H: 520, Left: 78, Top: 40, Right: 790, Bottom: 456, TitleX: 16},
		Compare{W: PhoneWidth, H: 420, Left: 40, Top: 40, Right: 312, Bottom: 356})
	xUnit, xName, yUnit, yName := 1.0, "g", 1000.0, "kg"
	if sys != measure.Metric {
		const ounce, pound = 28.349523125, 453.59237
		xUnit, xName, yUnit, yName = ounce, "oz", pound, "lb"
	}
	var maxX, maxY float64
	for _, p := range points {
		maxX = math.Max(maxX, p.Seed.Grams()/xUnit)
		maxY = math.Max(maxY, p.Harvest.Grams()/yUnit)
	}
	xStep, yStep := niceStep(maxX*1.08, on(paper, 6, 4)), niceStep(maxY*1.1, 6)
	xEnd, yEnd := xStep*math.Ceil(maxX*1.08/xStep), yStep*math.Ceil(maxY*1.1/yStep)
	c.XTitle, c.YTitle = Escape("Seed planted, "+xName), Escape("Edible harvest, "+yName)
	atX := func(v float64) int { return c.Left + int(math.Round(v/xEnd*float64(c.Right-c.Left))) }
	atY := func(v float64) int { return c.Bottom - int(math.Round(v/yEnd*float64(c.Bottom-c.Top))) }
	for v := 0.0; v <= xEnd+1e-9; v += xStep {
		c.XTicks = append(c.XTicks, Letter{X: atX(v), Y: c.Bottom, Text: Escape(Scale(v))})
	}
	for v := 0.0; v <= yEnd+1e-9; v += yStep {
		c.YTicks = append(c.YTicks, Letter{X: c.Left, Y: atY(v), Text: Escape(Scale(v))})
	}
	var steepest float64
	for _, p := range points {
		steepest = math.Max(steepest, float64(p.Harvest/p.Seed))
	}
	for _, r := range ratios(steepest) {
		c.Rays = append(c.Rays, ray(r, xEnd*xUnit, yEnd*yUnit, xUnit, yUnit, atX, atY))
	}
	for _, p := range points {
		m := MarkedPoint{Point: p, X: atX(p.Seed.Grams() / xUnit), Y: atY(p.Harvest.Grams() / yUnit)}
		m.Shape = Mark(shape(p.Series, m.X, m.Y))
		if p.Unweighed {
			m.More = Mark(fmt.Sprintf("M%d %dv-16m-5 6l5 -6l5 6", m.X, m.Y-pointR-2))
		}
		c.Marks = append(c.Marks, m)
	}
	letterPoints(c.Marks)
	c.Says = Escape(fmt.Sprintf("%d bags as points, seed planted across, edible harvest up, with lines of equal ratio from the origin", len(points)))
	return c
}

// ratios whose lines are drawn: break-even and a few that fan over the bags.
func ratios(steepest float64) []float64 {
	out := []float64{lift.BreakEven}
	step := niceStep(math.Max(steepest*1.1, 4), 5)
	for r := step; r < steepest*1.4 && len(out) < 7; r += step {
		if r > lift.BreakEven {
			out = append(out, r)
		}
	}
	return out
}

// ray of a ratio, clipped to the frame that ends at xEnd and yEnd grams.
func ray(r, xEnd, yEnd, xUnit, yUnit float64, atX, atY func(float64) int) Ray {
	x, y := xEnd, r*xEnd
	out := Ray{Text: Escape("× " + Scale(r)), BreakEven: r == lift.BreakEven}
	if y > yEnd {
		x, y, out.AtTop = yEnd/r, yEnd, true
	}
	out.X1, out.Y1, out.X2, out.Y2 = atX(0), atY(0), atX(x/xUnit), atY(y/yUnit)
	out.TX, out.TY = out.X2+8, out.Y2+5
	if out.AtTop {
		out.TX, out.TY = out.X2, out.Y2-10
	}
	if out.BreakEven {
		out.Text = "× 1 seed back"
		out.TX, out.TY = out.X2-6, out.Y2-8
	}
	return out
}

// niceStep is 1, 2 or 5 times a power of ten, so that at most n steps reach v.
func niceStep(v float64, n int) float64 {
	if v <= 0 {
		return 1
	}
	raw := v / float64(n)
	p := math.Pow(10, math.Floor(math.Log10(raw)))
	for _, m := range []float64{1, 2, 5, 10} {
		if m*p >= raw {
			return m * p
		}
	}
	return 10 * p
}

// shape of a series: each season has its own, told apart without colour.
func shape(series, x, y int) string {
	r := pointR
	switch series % 4 {
	case 1:
		return fmt.Sprintf("M%d %dh%dv%dh%dz", x-r+1, y-r+1, 2*r-2, 2*r-2, -2*r+2)
	case 2:
		return fmt.Sprintf("M%d %dl%d %dh%dz", x, y-r, r, 2*r-2, -2*r)
	case 3:
		return fmt.Sprintf("M%d %dl%d %dl%d %dl%d %dz", x, y-r, r, r, -r, r, -r, -r)
	default:
		return fmt.Sprintf("M%d %da%d %d 0 1 0 %d 0a%d %d 0 1 0 %d 0z", x-r, y, r, r, 2*r, r, r, -2*r)
	}
}

type box struct{ x1, y1, x2, y2 int }

func (b box) meets(o box) bool { return b.x1 < o.x2 && o.x1 < b.x2 && b.y1 < o.y2 && o.y1 < b.y2 }

// letterPoints puts each label beside its point where it meets the fewest other
// points and labels.
func letterPoints(marks []MarkedPoint) {
	order := make([]int, len(marks))
	for i := range order {
		order[i] = i
	}
	sort.Slice(order, func(a, b int) bool { return marks[order[a]].X > marks[order[b]].X })
	var taken []box
	for _, m := range marks {
		taken = append(taken, box{m.X - pointR, m.Y - pointR, m.X + pointR, m.Y + pointR})
	}
	places := []struct {
		dx, dy int
		anchor string
	}{{11, 5, "start"}, {-11, 5, "end"}, {0, -12, "middle"}, {0, 24, "middle"}, {10, -9, "start"}, {10, 19, "start"}, {-10, -9, "end"}, {-10, 19, "end"}}
	for _, i := range order {
		m := &marks[i]
		fewest := math.MaxInt
		var best box
		for _, p := range places {
			x := m.X + p.dx
			b := box{x, m.Y + p.dy - labelH + 3, x + labelW, m.Y + p.dy + 3}
			switch p.anchor {
			case "end":
				b.x1, b.x2 = x-labelW, x
			case "middle":
				b.x1, b.x2 = x-labelW/2, x+labelW/2
			}
			hits := 0
			for k, t := range taken {
				if k != i && b.meets(t) {
					hits++
				}
			}
			if m.Unweighed && p.dy == -12 {
				hits++
			}
			if hits < fewest {
				fewest, best = hits, b
				m.TX, m.TY, m.Anchor = x, m.Y+p.dy, Mark(p.anchor)
			}
		}
		taken = append(taken, best)
	}
}

// NewKey is the mark of a series for the key of the chart, drawn about 0, 0.
func NewKey(series int) MarkedPoint { return MarkedPoint{Shape: Mark(shape(series, 0, 0))} }
