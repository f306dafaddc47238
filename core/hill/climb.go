package hill

import (
	"glebata/core/bag"
	"glebata/core/measure"
)

// Climb is when one rung falls due, and what it then is.
type Climb struct {
	Rung
	Day  measure.Day
	Stem measure.Length // above the medium on that day, before the raise
}

// Stems of one planting day by day from a day on: lengths from where they came
// through, in cm.
type Stems struct {
	From    measure.Day
	Lengths []float64
}

// Height a stem stands at, and how it got there.
type Height struct {
	Level  measure.Length // of the medium
	Raised measure.Length // since the stems came through
	After  measure.Day    // the first day on which a layer may go on
	Until  measure.Day    // open flowers end the raising from this day on; 0 for never
}

// Climbs walks stems up the rungs that are left from a level: on the first day on
// which they stand as high above the medium as the school asks for, a layer goes on,
// cut down so that enough shows, and what is left is laid again. Rungs that stems do
// not reach within their days are left out. The days never run backwards. The result
// is appended to into.
func (p Plan) Climbs(s bag.Shape, at Height, stems Stems, into []Climb) []Climb {
	calls := p.CallsAt()
	top := p.top(s)
	if p.flat(s) || calls <= 0 || p.MaxLayer <= 0 {
		return into
	}
	level, raised := at.Level, at.Raised
	least := min(leastRaise, p.MaxLayer)
	for i, length := range stems.Lengths {
		d := stems.From + measure.Day(i)
		if d < at.After {
			continue
		}
		if top-level < slack || at.Until != 0 && d >= at.Until {
			break
		}
		above := measure.Length(length) - raised
		if above < calls-1e-9 {
			continue
		}
		thick := nextThickness(top-level, p.MaxLayer)
		if thick < least-1e-9 { // so little is not worth a raise
			break
		}
		room := min(thick, p.Room(above))
		if room < least-1e-9 {
			continue
		}
		r := p.rung(s, p.over(), level, level+room)
		r.Trigger, r.Cut = calls, room < thick-1e-9
		into = append(into, Climb{Rung: r, Day: d, Stem: above})
		level, raised = level+room, raised+room
	}
	return into
}

// nextThickness of equal layers that fill what is left.
func nextThickness(left, most measure.Length) measure.Length {
	n := measure.Length(1)
	for left/n > most+1e-9 {
		n++
	}
	return left / n
}

// Topping is when the first top-up falls due: so many days after filling, when the
// medium has settled. Practice.
const Topping measure.Day = 10
