package draw

import (
	"math"

	"glebata/core/measure"
)

// Axis of a quantity: what is put on it, in the unit that is lettered.
type Axis struct {
	Title Text
	Unit  float64 // of the quantity, that the numbers on the axis are in
	Sign  Text    // of it
	Step  float64 // between numbers, in the unit; 0 for a usual one
	// Letters of a number on the axis, where it is no plain one; nil for a plain one.
	Letters func(v float64) string
	Sys     measure.System // that numbers are written in
	From    float64        // the axis begins at, in the quantity; 0 for quantities that begin at nothing
}

// NewAxis of a quantity that is printed by a function, up to the most that is put on it, in the
// grower's units.
func NewAxis(title Text, print func(float64) any, most float64, sys measure.System) Axis {
	const ounce, pound, gallon, foot = 28.349523125, 453.59237, 3.785411784, 30.48
	a := Axis{Title: title, Unit: 1, Sys: sys}
	switch print(1).(type) {
	case measure.Mass:
		a.Unit, a.Sign = 1, "g"
		if most >= 1500 {
			a.Unit, a.Sign = 1000, "kg"
		}
		if !sys.Metric() {
			a.Unit, a.Sign = ounce, "oz"
			if most >= 2*pound {
				a.Unit, a.Sign = pound, "lb"
			}
		}
	case measure.Volume:
		a.Sign = "L"
		if !sys.Metric() {
			a.Unit, a.Sign = gallon, "gal"
			if sys.Same(measure.Imperial) {
				a.Unit = 4.54609
			}
		}
	case measure.Length:
		a.Unit, a.Sign = 1, "cm"
		if !sys.Metric() {
			a.Unit, a.Sign = foot, "ft"
		}
	case measure.Share:
		a.Unit, a.Sign = 0.01, "%"
	case measure.Money:
		a.Unit, a.Sign = 100, Escape(sys.Currency())
	case measure.Phrase: // a time of the year and the like: as it is printed
		a.Letters = func(v float64) string { return sys.Print(print(v)) }
	case string:
		a.Letters = func(v float64) string { return sys.Print(print(v)) }
	}
	return a
}

// name of the axis with its unit.
func (a *Axis) name() Text {
	if a.Sign == "" {
		return a.Title
	}
	return a.Title + ", " + a.Sign
}

// laid is an axis over some px.
type laid struct {
	Axis
	from, end, step float64 // in the unit
	px0, px1        int
}

// lay the axis from px0 to px1 up to the most that is put on it, with at most n steps.
func (a Axis) lay(most float64, n, px0, px1 int) laid {
	l := laid{Axis: a, px0: px0, px1: px1, from: a.From / a.Unit}
	l.step = a.Step
	if l.step == 0 {
		l.step = niceStep(most/a.Unit-l.from, n)
	}
	l.from = l.step * math.Floor(l.from/l.step)
	l.end = math.Max(l.from+l.step, l.step*math.Ceil(most/a.Unit/l.step-1e-9))
	return l
}

// at is where a quantity stands.
func (l *laid) at(v float64) int {
	return l.px0 + int(math.Round((v/l.Unit-l.from)/(l.end-l.from)*float64(l.px1-l.px0)))
}

// ticks visits each number of the axis.
func (l *laid) ticks(visit func(px int, text Text)) {
	for at := l.from; at <= l.end+l.step/1000; at += l.step {
		v := at
		if math.Abs(v) < l.step/1000 { // steps add up to nearly nothing
			v = 0
		}
		text := l.Sys.Text(Scale(v))
		if l.Letters != nil {
			text = l.Letters(v * l.Unit)
		}
		visit(l.at(v*l.Unit), Escape(text))
	}
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
