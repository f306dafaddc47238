package draw

import (
	"fmt"
	"math"
	"strings"

	"glebata/core/measure"
	"glebata/core/terrace"
	"glebata/garden/forecast"
)

// Terrace is a standing place from above, to scale, with the hours of sun on it.
// In px; the near edge is at the foot.
type Terrace struct {
	W, H       int
	X0, Y0     int
	TW, TH     int // of the terrace
	Cells      []SunCell
	Hours      []Letter
	Walls      []TerraceWall
	Bags       []TerraceBag
	TapX, TapY int
	North      Mark // arrow
	NorthX     int
	NorthY     int
	Scale      float64 // px a metre
	PerUnit    float64 // px a metre or foot, as the grower reads it
	ScaleSays  Text    // of the bar
	ScaleW     int     // of one metre
	TrayY      int     // of the words over bags that stand nowhere yet; 0 for none
	Says       Text
	DepthM     float64
	OriginX    int // x of the terrace's left edge, for dragging
	OriginY    int // y of its near edge
}

// SunCell is a run of cells with as much sun, by its class from 0, least, to 4.
type SunCell struct{ X, Y, W, H, Class int }

// TerraceWall as it stands, with its height.
type TerraceWall struct {
	Text   Text
	Path   Mark
	TX, TY int
	Up     bool // lettered upwards, along it
}

// TerraceBag is a bag on its spot.
type TerraceBag struct {
	ID       int64
	X, Y     int
	R        int // radius; 0 for a box
	BX, BY   int // of a box, from its middle
	BW, BH   int
	Label    Text
	Says     Text
	Occupied bool
}

// Room around a terrace for walls and words, under it and to its right, and for bags that
// stand nowhere yet; and its widest and highest, in px.
const (
	terraceEdge           = 46
	terraceFoot, trayRow  = 84, 30
	maxTerrace, terraceHi = 900, 470
)

// sunClass of hours a day: under 4, 6, 8, 10, and more.
func sunClass(h float64) int {
	switch {
	case h < 4:
		return 0
	case h < 6:
		return 1
	case h < 8:
		return 2
	case h < 10:
		return 3
	}
	return 4
}

// NewTerrace draws a terrace.
func NewTerrace(v forecast.TerraceView, sys measure.System) Terrace {
	t := Terrace{DepthM: v.Depth}
	t.Scale = math.Min(maxTerrace/v.Width, terraceHi/v.Depth)
	t.TW, t.TH = int(v.Width*t.Scale), int(v.Depth*t.Scale)
	t.W, t.H = t.TW+terraceEdge+terraceFoot, t.TH+terraceEdge+terraceFoot
	t.OriginX, t.OriginY, t.ScaleW = terraceEdge, terraceEdge+t.TH, int(t.Scale)
	t.PerUnit, t.ScaleSays = t.Scale*sys.PerFar(), "1 m"
	if !sys.Metric() {
		t.ScaleW, t.ScaleSays = int(3*t.PerUnit), "3 ft"
	}
	x := func(m float64) int { return terraceEdge + int(math.Round(m*t.Scale)) }
	y := func(m float64) int { return terraceEdge + t.TH - int(math.Round(m*t.Scale)) }
	for _, w := range v.Walls {
		t.Walls = append(t.Walls, shadeWall(w, v.Terrace.Terrace, x, y, sys))
	}
	t.TapX, t.TapY = x(v.Tap.X), y(v.Tap.Y)
	for i := range v.Bags {
		if b := &v.Bags[i]; b.Placed {
			t.Bags = append(t.Bags, t.bag(b, x(b.Stand.At.X), y(b.Stand.At.Y), sys))
		}
	}
	t.sun(&v.Map, x, y)
	t.Says = Escape(fmt.Sprintf("The terrace from above, %s by %s, with %d bags and the hours of sun on it", sys.Far(v.Width, 1), sys.Far(v.Depth, 1), len(t.Bags)))
	t.tray(v.Bags, sys)
	// North lies at −heading from straight up.
	a := -v.Heading * math.Pi / 180
	t.NorthX, t.NorthY = t.W-26, 26
	t.North = Mark(fmt.Sprintf("M%d %dL%d %d", t.NorthX-int(14*math.Sin(a)), t.NorthY+int(14*math.Cos(a)), t.NorthX+int(14*math.Sin(a)), t.NorthY-int(14*math.Cos(a))))
	return t
}

// shadeWall letters a wall on the side away from the terrace.
func shadeWall(w terrace.Wall, on terrace.Terrace, x, y func(float64) int, sys measure.System) TerraceWall {
	d := TerraceWall{
		Path: Mark(fmt.Sprintf("M%d %dL%d %d", x(w.From.X), y(w.From.Y), x(w.To.X), y(w.To.Y))),
		Text: Escape(strings.TrimSpace(w.Name + " " + sys.Far(w.Height, 1))),
	}
	mx, my := (w.From.X+w.To.X)/2, (w.From.Y+w.To.Y)/2
	d.TX, d.TY = x(mx), y(my)
	d.Up = math.Abs(w.From.X-w.To.X) < math.Abs(w.From.Y-w.To.Y)
	switch {
	case d.Up && mx > on.Width/2:
		d.TX += 21
	case d.Up:
		d.TX -= 10
	case my > on.Depth/2:
		d.TY -= 10
	default:
		d.TY += 21
	}
	return d
}

func (t *Terrace) bag(b *forecast.PlacedBag, x, y int, sys measure.System) TerraceBag {
	d := TerraceBag{ID: int64(b.Bag.ID), X: x, Y: y, Label: Escape(b.Bag.Label), Occupied: b.Variety != ""}
	if b.Stand.Round {
		d.R = max(4, int(b.Stand.L/2*t.Scale))
	} else {
		d.BW, d.BH = int(b.Stand.L*t.Scale), int(b.Stand.W*t.Scale)
		d.BX, d.BY = -d.BW/2, -d.BH/2
	}
	name := strings.TrimSpace(b.Bag.Label + " " + b.Variety)
	d.Says = Escape(name + ", not placed yet")
	if b.Placed {
		d.Says = Escape(fmt.Sprintf("%s, %s m from the left, %s m from the near edge, %s hours of sun", name, sys.Number(b.Stand.At.X, 2), sys.Number(b.Stand.At.Y, 2), sys.Number(b.Sun, 1)))
	}
	return d
}

// tray rows the bags that stand nowhere yet under the terrace, to be dragged on.
func (t *Terrace) tray(bags []forecast.PlacedBag, sys measure.System) {
	x, high := terraceEdge, 0
	y := t.H + trayRow
	for i := range bags {
		if bags[i].Placed {
			continue
		}
		wide, deep := int(bags[i].Stand.L*t.Scale), int(bags[i].Stand.W*t.Scale)
		if bags[i].Stand.Round {
			deep = wide
		}
		if x+wide > t.W-terraceEdge && x > terraceEdge {
			x, y, high = terraceEdge, y+high+14, 0
		}
		t.TrayY = t.H + 14
		t.Bags = append(t.Bags, t.bag(&bags[i], x+wide/2, y+deep/2, sys))
		x, high = x+max(wide, 40)+14, max(high, deep)
	}
	if t.TrayY > 0 {
		t.H = y + high + 10
	}
}

// sun shades the cells in runs, and letters the hours where there is room. Bags and tap come first.
func (t *Terrace) sun(m *terrace.Map, x, y func(float64) int) {
	for row := range m.Rows {
		from := 0
		for col := 0; col <= m.Cols; col++ {
			if col < m.Cols && sunClass(m.Hours[row*m.Cols+col]) == sunClass(m.Hours[row*m.Cols+from]) {
				continue
			}
			left, right := x(float64(from)*m.Cell), x(float64(col)*m.Cell)
			top, foot := y(float64(row+1)*m.Cell), y(float64(row)*m.Cell)
			right, top = min(right, terraceEdge+t.TW), max(top, terraceEdge)
			t.Cells = append(t.Cells, SunCell{left, top, right - left, foot - top, sunClass(m.Hours[row*m.Cols+from])})
			from = col
		}
	}
	step := max(1, int(math.Ceil(70/(m.Cell*t.Scale))))
	for row := step / 2; row < m.Rows; row += step {
		for col := step / 2; col < m.Cols; col += step {
			l := Letter{X: x((float64(col) + 0.5) * m.Cell), Y: y((float64(row)+0.5)*m.Cell) + 5, Text: Escape(fmt.Sprintf("%.0f", m.Hours[row*m.Cols+col]))}
			if t.free(l.X, l.Y-5) {
				t.Hours = append(t.Hours, l)
			}
		}
	}
}

// free reports whether a letter at a spot stays clear of bags and the tap.
func (t *Terrace) free(x, y int) bool {
	const letter = 16
	for i := range t.Bags {
		b := &t.Bags[i]
		dx, dy := abs(x-b.X), abs(y-b.Y)
		if dx < max(b.R, b.BW/2)+letter && dy < max(b.R, b.BH/2)+letter {
			return false
		}
	}
	return abs(x-t.TapX) > 2*letter || abs(y-t.TapY) > 2*letter
}
