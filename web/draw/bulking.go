package draw

import (
	"fmt"
	"math"

	"glebata/core/measure"
	"glebata/garden/forecast"
)

// Bulking is the weight in a bag week by week, with its range. In px.
type Bulking struct {
	W, H, Left, Right, Top, Foot int
	Band, Line                   Mark
	Dots                         []BulkingDot
	YTicks, XTicks               []Letter
	ReadyX                       int // 0 where it is beyond
	Says                         Text
}

// BulkingDot is one week.
type BulkingDot struct {
	X, Y int
	Text Text // what the week adds
	TY   int
}

// NewBulking draws harvests a week apart.
func NewBulking(weeks []forecast.Harvest, ready measure.Day, sys measure.System, paper Paper) Bulking {
	b := Bulking{W: on(paper, 620, PhoneWidth), H: 250, Left: on(paper, 70, 62), Right: on(paper, 600, PhoneWidth), Top: 24, Foot: 200}
	if len(weeks) < 2 {
		return b
	}
	most := 0.0
	for _, w := range weeks {
		most = math.Max(most, float64(w.High))
	}
	if most <= 0 {
		return Bulking{}
	}
	step := niceStep(most/float64(sys.ScaleGrams()), 4)
	top := step * math.Ceil(most/float64(sys.ScaleGrams())/step)
	first, last := weeks[0].Day, weeks[len(weeks)-1].Day
	x := func(d measure.Day) int {
		return b.Left + int(float64(d-first)/float64(last-first)*float64(b.Right-b.Left-30))
	}
	y := func(m measure.Mass) int { return b.Foot - int(float64(m/sys.ScaleGrams())/top*float64(b.Foot-b.Top)) }
	var up, down, line []byte
	command := "M"
	every := 1 // week that is lettered
	for len(weeks)/every > on(paper, 8, 4) {
		every++
	}
	for i, w := range weeks {
		up, line = path(up, command, x(w.Day), y(w.High)), path(line, command, x(w.Day), y(w.Yield))
		down = append(path(nil, "L", x(w.Day), y(w.Low)), down...)
		command = "L"
		dot := BulkingDot{X: x(w.Day), Y: y(w.Yield), TY: y(w.Yield) - 12}
		if i > 0 && i%every == 0 && w.Adds >= 1 {
			dot.Text = Escape("+" + sys.Expected(w.Adds))
		}
		b.Dots = append(b.Dots, dot)
		if i%every == 0 {
			b.XTicks = append(b.XTicks, Letter{X: x(w.Day), Y: b.Foot + 20, Text: Escape(w.Day.Short())})
		}
	}
	b.Band, b.Line = Mark(string(up)+string(down)+"z"), Mark(line)
	for v := 0.0; v <= top+1e-9; v += step {
		b.YTicks = append(b.YTicks, Letter{X: b.Left - 8, Y: y(measure.Mass(v)*sys.ScaleGrams()) + 5, Text: Escape(sys.Tick(measure.Mass(v) * sys.ScaleGrams()))})
	}
	if ready >= first && ready <= last {
		b.ReadyX = x(ready)
	}
	end := weeks[len(weeks)-1]
	b.Says = Escape(fmt.Sprintf("Weight in the bag: %s on %s, %s on %s", sys.Expected(weeks[0].Yield), first.Short(), sys.Expected(end.Yield), last.Short()))
	return b
}
