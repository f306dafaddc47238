package draw

import (
	"fmt"
	"math"
	"strconv"
	"strings"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Band is one layer of medium: a path and the number of its hatch.
type Band struct {
	Path  Mark
	Hatch int
	Fresh bool // laid by the entry just made: it is shown rising
}

// hatches there are; layers beyond take them in turn again.
const hatches = 6

// Use places a symbol: At is its transform.
type Use struct {
	Ref, At Mark
}

// use a symbol at a point, so many times as large as it is drawn.
func use(ref string, x, y int, size float64) Use {
	b := make([]byte, 0, 32)
	b = append(b, "translate("...)
	b = strconv.AppendInt(b, int64(x), 10)
	b = append(b, ' ')
	b = strconv.AppendInt(b, int64(y), 10)
	b = append(b, ')')
	if size = math.Round(size*100) / 100; size != 1 {
		b = append(b, "scale("...)
		b = strconv.AppendFloat(b, size, 'f', -1, 64)
		b = append(b, ')')
	}
	return Use{Mark(ref), Mark(b)}
}

// spot is where a piece of seed is drawn.
type spot struct{ x, y int }

// Tag hangs at a bag and says in words what is due.
type Tag struct {
	Text Text
	Kind Mark // of the job, for its look
	X, Y int  // top left corner
	W    int
	Mid  int // y of the text
}

// TagHeight and TagType are the height of a tag and of its letters.
const (
	TagHeight = 92
	TagType   = 64
)

// Section is one bag cut open, seen from the front.
type Section struct {
	Label  Text
	Says   Text // the drawing in words
	X0, Y0 int  // top left of the view
	W, H   int  // of the view
	View   Mark // the same, as an SVG viewBox
	Wall   Mark // ref of the wall symbol
	Bands  []Band
	Tubers []Use
	Buried Mark // path of stems under the medium
	Plants []Use
	Next   Mark // path of the next level, dashed
	Tag    *Tag
	Water  Mark // path of the level water stands at
	Gauge  *Gauge
}

// Gauge is a bag's water at its side, as high as the medium when it is full: thick up to what is
// there for sure, thin to what may be.
type Gauge struct {
	X, Top, At int  // y of its number, over full, and of what is left for sure
	May        int  // y of what may be left; 0 where that is as good as known
	Text       Text // empty where it may
	Low        bool // it wants some
}

// gaugeOut is how far a gauge stands from its bag, in mm.
const gaugeOut = 34

// newGauge of a bag whose water is known.
func newGauge(st *forecast.PlantingForecast) *Gauge {
	if st.Water == nil {
		return nil
	}
	shape, _ := partOf(st.Bag.Model.Shape)
	level := st.Level
	if shape.Ground() {
		level = shape.Height()
	}
	g := Gauge{X: mm(max(shape.LengthAt(0), shape.LengthAt(shape.Height())))/2 + gaugeOut, Top: -mm(level), Low: st.Water.Wants()}
	at := func(share float64) int { return int(math.Round(float64(g.Top) * share)) }
	if w := st.Water; w.Known() {
		g.At, g.Text = at(w.Left), Escape(strconv.Itoa(w.Percent()))
	} else {
		g.At, g.May = at(w.Low), at(w.High)
	}
	g.Top -= 12
	return &g
}

func viewBox(x, y, w, h int) string { return fmt.Sprintf("%d %d %d %d", x, y, w, h) }

// Px is a length of the view in pixels at a scale in px per mm.
func Px(mm int, scale float64) int { return int(math.Round(float64(mm) * scale)) }

// Look is what a section is drawn from.
type Look struct {
	Planting *forecast.PlantingForecast
	Units    measure.System
	Fresh    bool // the last layer was laid just now
	Ladder   bool // draw every rung that is left, not the next alone
	Gauge    bool // draw its water at its side
}

// Margin kept beside a bag for leaves, in mm, and the least width of a view.
const (
	sideRoom = 66
	minWidth = 500
)

// NewSection makes the section of a planted or planned bag. Symbols it refers to are
// collected in defs.
func NewSection(l Look, defs *Defs) Section {
	st := part(l.Planting)
	shape := st.Bag.Model.Shape
	s := Section{
		Label: Escape(st.Bag.Label),
		Wall:  Mark(defs.wall(st.Bag.Model)),
		Bands: bands(st, l.Fresh),
	}
	top := s.stems(st, s.seed(st), defs)
	s.levels(st, l.Ladder)
	if d := st.Bag.Model.Drainage; d.Way == bag.SideHoles {
		if level := d.Facts(shape).Level; level > 0 {
			s.Water = Mark(across(shape, level))
		}
	}
	half := max(mm(max(shape.LengthAt(0), shape.LengthAt(shape.Height())))/2+sideRoom, minWidth/2)
	top = max(top, mm(shape.Height())+10)
	tag, kind := st.Job.Tag.In(l.Units), string(st.Job.Kind)
	if l.Gauge {
		if s.Gauge = newGauge(st); s.Gauge != nil && s.Gauge.Low && !st.Job.Due() {
			tag, kind = l.Units.Carried(st.Water.Give), "water"
		}
	}
	if tag != "" {
		s.Tag = hang(tag, kind, top+14)
		half = max(half, s.Tag.W/2+6)
		top += 14 + TagHeight
	}
	s.X0, s.Y0, s.W, s.H = -half, -top-4, 2*half, top+8
	s.View = Mark(viewBox(s.X0, s.Y0, s.W, s.H))
	s.Says = Escape(words(st, l.Units))
	return s
}

// words says what a section shows.
func words(st *forecast.PlantingForecast, sys measure.System) string {
	var b strings.Builder
	fmt.Fprintf(&b, "%s: %s", st.Bag.Label, st.Variety.Name)
	if st.Stage == logbook.StagePlanned {
		fmt.Fprintf(&b, ", planned, %d to plant", st.Number)
		return b.String()
	}
	fmt.Fprintf(&b, ", medium at %s of %s", sys.Length(st.Bag.Model.Shape.Told(st.Level)), sys.Length(st.Bag.Model.Shape.Told(st.Ladder.Top)))
	if stem, ok := st.Shows(); ok {
		fmt.Fprintf(&b, ", stems %s", sys.Length(stem))
	}
	if st.Water != nil {
		fmt.Fprintf(&b, ", water %d%%", st.Water.Percent())
	}
	return b.String()
}

// slab is the outline of the medium between two levels.
func slab(s bag.Shape, from, to measure.Length) string {
	fl, tl := mm(s.LengthAt(from))/2, mm(s.LengthAt(to))/2
	b := make([]byte, 0, 48)
	b = path(b, "M", -fl, -mm(from))
	b = path(b, "H", fl)
	b = path(b, "L", tl, -mm(to))
	b = path(b, "H", -tl)
	return string(append(b, 'z'))
}

// path appends a command of an SVG path with its numbers.
func path(b []byte, command string, numbers ...int) []byte {
	b = append(b, command...)
	for i, n := range numbers {
		if i > 0 {
			b = append(b, ' ')
		}
		b = strconv.AppendInt(b, int64(n), 10)
	}
	return b
}

// across is a level line from wall to wall.
func across(s bag.Shape, h measure.Length) string {
	half := mm(s.LengthAt(h)) / 2
	return fmt.Sprintf("M%d %dH%d", -half, -mm(h), half)
}

func bands(st *forecast.PlantingForecast, fresh bool) []Band {
	shape := st.Bag.Model.Shape
	if st.Stage == logbook.StagePlanned {
		out := make([]Band, 0, len(st.Ladder.Fills))
		for i, f := range st.Ladder.Fills {
			out = append(out, Band{Path: Mark(slab(shape, f.From, f.To)), Hatch: hatch(f.Of, i)})
		}
		return out
	}
	out := make([]Band, len(st.Layers))
	for i, l := range st.Layers {
		out[i] = Band{Mark(slab(shape, l.From, l.To)), hatch(l.Of, i), fresh && i == len(st.Layers)-1}
	}
	return out
}

// hatch of a layer: chips and litter have their own.
func hatch(of hill.Material, i int) int {
	switch of {
	case hill.Medium:
		return i % hatches
	case hill.Chips:
		return hatches
	}
	return hatches + 1
}

// backShift is how far to the right a piece is drawn for each cm it lies behind
// the middle of a box.
const backShift measure.Length = 0.3

// tuberMass is the weight of the tuber symbol as drawn.
const tuberMass = 60.0

// seed adds what is planted and returns where.
func (s *Section) seed(st *forecast.PlantingForecast) []spot {
	ref := SeedRef(st.Variety.Class.Crop())
	spots := st.Spots(&st.Planting)
	s.Tubers = make([]Use, len(spots))
	at := make([]spot, len(spots))
	for i, p := range spots {
		size := 1.0
		if i < len(st.Pieces) {
			size = math.Cbrt(st.Pieces[i].Grams() / tuberMass)
		}
		x := p.X
		if st.Bag.Model.Shape.Kind() == bag.Box {
			x += p.Y * backShift // rows behind one another would hide each other
		}
		at[i] = spot{mm(x), -mm(p.H)}
		s.Tubers[i] = use(ref, at[i].x, at[i].y, size)
	}
	return at
}

// stems adds the plants and returns how high they reach, in mm.
func (s *Section) stems(st *forecast.PlantingForecast, seed []spot, defs *Defs) int {
	stem, ok := st.Shows()
	if !ok {
		return 0
	}
	var buried strings.Builder
	level := mm(st.Level)
	s.Plants = make([]Use, len(seed))
	for i, t := range seed {
		ref, size := defs.plant(st.Variety.Class.Crop(), stem)
		if st.Variety.Class.Crop() == crop.SweetPotato && t.x < 0 {
			ref += "l"
		}
		s.Plants[i] = use(ref, t.x, -level, size)
		if depth := level + t.y; depth > 0 {
			fmt.Fprintf(&buried, "M%d %dV%d", t.x, t.y, -level)
		}
	}
	s.Buried = Mark(buried.String())
	if st.Variety.Class.Crop() == crop.SweetPotato {
		return level + vineRise(stem) + 60
	}
	return level + mm(stem) + 56
}

func (s *Section) levels(st *forecast.PlantingForecast, all bool) {
	shape := st.Bag.Model.Shape
	if st.Stage == logbook.StageClosed {
		return
	}
	var b strings.Builder
	for i, r := range st.Rungs {
		if i > 0 && !all {
			break
		}
		b.WriteString(across(shape, r.To))
	}
	s.Next = Mark(b.String())
}

// hang makes a tag whose lower edge is at a height above the ground.
func hang(text, kind string, above int) *Tag {
	w := TextWidth(text, TagType) + 44
	return &Tag{Text: Escape(text), Kind: Mark(kind), X: -w / 2, Y: -above - TagHeight, W: w, Mid: -above - TagHeight + 66}
}

// Scale prints a factor with two decimals and no closing zeros.
func Scale(v float64) string { return strconv.FormatFloat(math.Round(v*100)/100, 'f', -1, 64) }

// upright is a line at x from y1 to y2, and tick a short mark across it.
func upright(x, y1, y2 int) string { return fmt.Sprintf("M%d %dV%d", x, y1, y2) }

func tick(x, y int) string { return fmt.Sprintf("M%d %dh16", x-8, y) }
