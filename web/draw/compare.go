package draw

import (
	"fmt"
	"math"
	"slices"
	"sort"
	"strconv"

	"glebata/core/lift"
)

// Point is one finished bag: a figure across and one up.
type Point struct {
	Label     Text
	Href      Text
	Says      Text // in words
	Series    int  // season, for its shape
	X, Y      float64
	XLow, XHi float64 // what they may be; both 0 where they were taken exactly
	YLow, YHi float64
	More      bool // the true figure up is higher
}

// MostLettered points of a drawing: past them points are drawn without labels, as one path.
const MostLettered = 200

// Compare is a chart of one figure against another, in px.
type Compare struct {
	W, H                     int
	Left, Top, Right, Bottom int // of the frame
	TitleX                   int // of the title over the axis that goes up
	XTicks, YTicks           []Letter
	XTitle, YTitle           Text
	Rays                     []Ray
	Marks                    []MarkedPoint
	Crowd                    Mark // points without labels
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
	X, Y    int
	TX, TY  int  // of its label
	Anchor  Mark // of its label
	Shape   Mark // path
	Whisker Mark // what it may be
	Arrow   Mark // of an unweighed one
}

// Measures of the chart in px.
const (
	labelW, labelH     = 34, 16
	pointR         int = 7
)

// NewCompare draws points on two axes; with a fan, lines of equal ratio go out from the origin.
func NewCompare(points []Point, across, up Axis, fan bool, paper Paper) Compare {
	c := on(paper,
		Compare{W: 860, H: 520, Left: 78, Top: 40, Right: 790, Bottom: 456, TitleX: 16},
		Compare{W: PhoneWidth, H: 420, Left: 46, Top: 40, Right: 312, Bottom: 356})
	var maxX, maxY, steepest float64
	for _, p := range points {
		maxX, maxY = math.Max(maxX, math.Max(p.X, p.XHi)), math.Max(maxY, math.Max(p.Y, p.YHi))
		if p.X > 0 {
			steepest = math.Max(steepest, p.Y/p.X)
		}
	}
	x := across.lay(across.From+(maxX-across.From)*1.08, on(paper, 6, 4), c.Left, c.Right)
	y := up.lay(maxY*1.1, 6, c.Bottom, c.Top)
	c.XTitle, c.YTitle = across.name(), up.name()
	x.ticks(func(px int, text Text) { c.XTicks = append(c.XTicks, Letter{X: px, Y: c.Bottom, Text: text}) })
	y.ticks(func(px int, text Text) { c.YTicks = append(c.YTicks, Letter{X: c.Left, Y: px, Text: text}) })
	if fan {
		for _, r := range ratios(steepest) {
			c.Rays = append(c.Rays, ray(r, &x, &y))
		}
	}
	if len(points) > MostLettered {
		spots := make([][2]int, len(points))
		for i := range points {
			spots[i] = [2]int{x.at(points[i].X), y.at(points[i].Y)}
		}
		c.Crowd = crowd(spots)
	} else {
		for _, p := range points {
			c.Marks = append(c.Marks, mark(p, &x, &y))
		}
		letterPoints(c.Marks)
	}
	c.Says = Escape(fmt.Sprintf("%d bags as points, %s across, %s up", len(points), across.name().Plain(), up.name().Plain()))
	return c
}

// mark of a point, with what it may be.
func mark(p Point, x, y *laid) MarkedPoint {
	m := MarkedPoint{Point: p, X: x.at(p.X), Y: y.at(p.Y)}
	m.Shape = Mark(shape(p.Series, m.X, m.Y))
	var whisker []byte
	if p.YHi > p.YLow {
		whisker = fmt.Appendf(whisker, "M%d %dV%d", m.X, y.at(p.YLow), y.at(p.YHi))
	}
	if p.XHi > p.XLow {
		whisker = fmt.Appendf(whisker, "M%d %dH%d", x.at(p.XLow), m.Y, x.at(p.XHi))
	}
	m.Whisker = Mark(whisker)
	if p.More {
		m.Arrow = Mark(fmt.Sprintf("M%d %dv-16m-5 6l5 -6l5 6", m.X, m.Y-pointR-2))
	}
	return m
}

// crowd is many spots as one path of round dots, each spot once.
func crowd(spots [][2]int) Mark {
	slices.SortFunc(spots, func(a, b [2]int) int {
		if a[0] != b[0] {
			return a[0] - b[0]
		}
		return a[1] - b[1]
	})
	spots = slices.Compact(spots)
	out := make([]byte, 0, 9*len(spots))
	last := [2]int{}
	for i, s := range spots {
		command := byte('m')
		if i == 0 {
			command = 'M'
		}
		out = append(out, command)
		out = strconv.AppendInt(out, int64(s[0]-last[0]), 10)
		out = append(out, ' ')
		out = strconv.AppendInt(out, int64(s[1]-last[1]), 10)
		out = append(out, "h0"...)
		last = s
	}
	return Mark(out)
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

// ray of a ratio, clipped to the frame.
func ray(r float64, across, up *laid) Ray {
	xEnd, yEnd := across.end*across.Unit, up.end*up.Unit
	x, y := xEnd, r*xEnd
	out := Ray{Text: Escape("× " + up.Sys.Short(r, 2)), BreakEven: r == lift.BreakEven}
	if y > yEnd {
		x, y, out.AtTop = yEnd/r, yEnd, true
	}
	out.X1, out.Y1, out.X2, out.Y2 = across.at(0), up.at(0), across.at(x), up.at(y)
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
			if m.More && p.dy == -12 {
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
