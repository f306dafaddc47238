package draw

import (
	"cmp"
	"math"
	"slices"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Detail is one bag drawn large, with its levels and litres lettered.
type Detail struct {
	Section
	WallX  int      // right edge of the bag at its widest, where letters begin
	Ruler  Mark     // path of the scale on the left, a tick each 5 cm or 2 in
	Levels []Letter // heights on the left
	Litres []Letter // litres on the right
	StemUp Mark     // dimension line of the stems
	Scale  float64  // px per mm at which it fits a phone
	Shown  float64  // px per mm at which it is shown where there is room
	Type   int      // size of letters, in mm
}

// Letter is a short text at a place.
type Letter struct {
	X, Y   int
	Text   Text
	Strong bool // laid already, against to come
}

// deskOverPhone is how much larger a drawing is shown on a desk than on a phone.
const deskOverPhone = 1.36

// Room for letters in a Detail: left and right of the bag, and between lines, in
// mm at the scale of a phone.
const (
	phoneWidth = 358.0
	leftPx     = 56.0
	rightPx    = 116.0
	linePx     = 18.0
)

// NewDetail draws a planting large.
func NewDetail(l Look, defs *Defs) Detail {
	st := part(l.Planting)
	l.Planting = st
	shape := st.Bag.Model.Shape
	defs.Large = true
	d := Detail{Section: NewSection(l, defs)}
	d.Tag = nil
	half := mm(max(shape.LengthAt(0), shape.LengthAt(shape.Height()))) / 2
	leaves := 30
	if len(d.Plants) > 0 {
		leaves = 80
	}
	body := float64(2 * (half + leaves))
	d.Scale = math.Min(0.5, (phoneWidth-leftPx-rightPx)/body)
	left, right := int(leftPx/d.Scale), int(rightPx/d.Scale)
	d.X0, d.W = -half-leaves-left, int(body)+left+right
	top := mm(max(shape.Height(), st.Ladder.Top, st.Level)) + 40
	if shape.Ground() { // small to scale, its letters stand over it
		top += int(2 * linePx / d.Scale)
	}
	stem, stands := st.Shows()
	if stands {
		top = max(top, mm(st.Level+stem)+70)
	}
	d.Y0, d.H = -top, top+30
	d.View = Mark(viewBox(d.X0, d.Y0, d.W, d.H))
	d.WallX = half + leaves

	d.Shown = d.Scale * deskOverPhone
	d.Type = int(16 / d.Scale)
	line := int(linePx / d.Scale)
	d.letterLevels(st, l.Units, line)
	d.letterLitres(st, l.Units, line)
	d.ruler(shape.Height(), l.Units)
	if d.showsStem(st) {
		d.StemUp = Mark(dimensionUp(d.WallX+8, mm(st.Level), mm(st.Level+stem)))
	}
	return d
}

// showsStem reports whether the stems get a measure of their own; vines lie.
func (d *Detail) showsStem(st *forecast.PlantingForecast) bool {
	return len(d.Plants) > 0 && st.Variety.Class.Crop() == crop.Potato
}

func dimensionUp(x, from, to int) string {
	return upright(x, -from, -to) + tick(x, -from) + tick(x, -to)
}

// level with what is lettered beside it.
type level struct {
	at     measure.Length
	text   string
	strong bool
}

func (d *Detail) letterLevels(st *forecast.PlantingForecast, sys measure.System, line int) {
	var levels []level
	shape := st.Bag.Model.Shape
	add := func(at measure.Length, strong bool) {
		levels = append(levels, level{at, sys.Length(shape.Told(at)), strong})
	}
	for _, l := range st.Layers {
		add(l.To, true)
	}
	if st.Stage == logbook.StagePlanned {
		for _, f := range st.Ladder.Fills {
			add(f.To, true)
		}
	}
	if st.Stage != logbook.StageClosed {
		for _, r := range st.Rungs {
			add(r.To, false)
		}
	}
	add(shape.Height(), false)
	d.Levels = spread(levels, -d.WallX-12, line)
}

func (d *Detail) letterLitres(st *forecast.PlantingForecast, sys measure.System, line int) {
	var levels []level
	for _, l := range st.Layers {
		levels = append(levels, level{(l.From + l.To) / 2, sys.Volume(l.Settled), true})
	}
	if st.Stage == logbook.StagePlanned {
		for _, f := range st.Ladder.Fills {
			levels = append(levels, level{(f.From + f.To) / 2, sys.Volume(f.Settled), true})
		}
	}
	if st.Stage != logbook.StageClosed {
		for _, r := range st.Rungs {
			levels = append(levels, level{(r.From + r.To) / 2, "+ " + sys.Volume(r.Settled), false})
		}
	}
	if d.showsStem(st) {
		stem, _ := st.Shows()
		text := "stems " + sys.Length(stem)
		if !st.StemKnown || stem != st.Stem {
			text = "about " + sys.Length(stem)
		}
		levels = append(levels, level{st.Level + stem, text, true})
	}
	slices.SortStableFunc(levels, func(a, b level) int { return cmp.Compare(a.at, b.at) })
	d.Litres = spread(levels, d.WallX+24, line)
}

// spread letters from the ground up, each at least a line above the one below;
// one that would be pushed more than two lines is left out.
func spread(levels []level, x, line int) []Letter {
	out := make([]Letter, 0, len(levels))
	lowest := math.MaxInt
	for _, l := range levels {
		y := min(-mm(l.at)+line/3, lowest)
		if -mm(l.at)-y > 2*line {
			continue
		}
		out = append(out, Letter{X: x, Y: y, Text: Escape(l.text), Strong: l.strong})
		lowest = y - line
	}
	return out
}

// ruler draws a scale up the left side.
func (d *Detail) ruler(height measure.Length, sys measure.System) {
	step := measure.Length(5)
	if !sys.Metric() {
		step = 2 * 2.54
	}
	x := -d.WallX
	d.Ruler = Mark(upright(x, 0, -mm(height)))
	for at := measure.Length(0); at <= height+0.01; at += step {
		d.Ruler += Mark(tick(x, -mm(at)))
	}
}
