package draw

import (
	"fmt"
	"math"

	"glebata/core/measure"
	"glebata/garden/forecast"
)

// Water is a bag's water day by day: the share that is left with what it may be, the line
// under which it wants some, and what rain and can brought below. In px.
type Water struct {
	W, H, Left, Right int
	Top, Foot         int // of the share
	BarTop, BarFoot   int // of what came
	Band, Line, Ahead Mark
	Want              Mark
	Bars              []WaterBar
	Percents, Litres  []Letter
	Ticks             []Letter
	Today             int
	Says              Text
}

// WaterBar is what came on one day.
type WaterBar struct {
	X, W, Y, H int
	Kind       Mark // "rain" or "given"
	Title      Text
}

// given on a day of the run: what is written down or was set, and not what may have been.
func given(w *forecast.Water, day int) measure.Volume {
	if v := w.Run.Flows[day].Given; !w.Loose() {
		return v
	} else if v -= w.Run.Taken[day]; v > 1e-9 {
		return v
	}
	return 0
}

// Days of the past that a phone shows; a desk shows all of the last weeks.
const waterPastPhone, waterPastDesk = 14, 42

// NewWater draws a balance.
func NewWater(w *forecast.Water, sys measure.System, paper Paper) Water {
	out := on(paper,
		Water{W: 960, H: 316, Left: 58, Right: 944, Top: 22, Foot: 182, BarTop: 204, BarFoot: 284},
		Water{W: PhoneWidth, H: 316, Left: 50, Right: PhoneWidth - 4, Top: 22, Foot: 182, BarTop: 204, BarFoot: 284})
	first := max(0, w.Today-on(paper, waterPastDesk, waterPastPhone))
	n := len(w.Run.Theta) - first
	if n < 1 {
		return out
	}
	x := func(i int) int {
		return out.Left + int(math.Round(float64(i-first)/float64(n)*float64(out.Right-out.Left)))
	}
	y := func(theta float64) int { return out.Foot - int(math.Round(theta*float64(out.Foot-out.Top))) }
	var up, down, line, ahead, want []byte
	command := "M"
	most := 1.0
	for i := first; i < first+n; i++ {
		at := (x(i) + x(i+1)) / 2
		up = path(up, command, at, y(w.Run.High[i]))
		down = append(path(nil, "L", at, y(w.Run.Low[i])), down...)
		want = path(path(want, command, x(i), y(w.Bag.Threshold(i+1))), "L", x(i+1), y(w.Bag.Threshold(i+1)))
		if i <= w.Today {
			line = path(line, command, at, y(w.Run.Theta[i]))
		}
		if i >= w.Today {
			ahead = path(ahead, map[bool]string{true: "M", false: "L"}[i == w.Today], at, y(w.Run.Theta[i]))
		}
		command = "L"
		most = math.Max(most, float64(w.Run.Flows[i].Rain+given(w, i)))
	}
	out.Band, out.Line, out.Ahead, out.Want = Mark(string(up)+string(down)+"z"), Mark(line), Mark(ahead), Mark(want)
	unit := float64(sys.VolumeUnitLitres())
	step := niceStep(most/unit, 3) * unit
	top := step * math.Ceil(most/step)
	height := func(v measure.Volume) int {
		return int(math.Round(float64(v) / top * float64(out.BarFoot-out.BarTop)))
	}
	for i := first; i < first+n; i++ {
		f, foot := w.Run.Flows[i], out.BarFoot
		for _, came := range []struct {
			kind Mark
			v    measure.Volume
			says string
		}{{"rain", f.Rain, "rain"}, {"given", given(w, i), "given"}} {
			if h := height(came.v); h > 0 {
				foot -= h
				title := fmt.Sprintf("%s: %s %s", (w.From + measure.Day(i)).Short(), sys.Volume(came.v), came.says)
				out.Bars = append(out.Bars, WaterBar{x(i) + 1, max(1, x(i+1)-x(i)-2), foot, h, came.kind, Escape(title)})
			}
		}
		if d := w.From + measure.Day(i); (int(d)+3)%7 == 0 && x(i) < out.Right-44 { // Mondays
			if k := len(out.Ticks); k == 0 || x(i) > out.Ticks[k-1].X+54 {
				out.Ticks = append(out.Ticks, Letter{X: x(i), Y: out.BarFoot + 22, Text: Escape(d.Short())})
			}
		}
	}
	for _, p := range []int{0, 50, 100} {
		out.Percents = append(out.Percents, Letter{X: out.Left - 8, Y: y(float64(p)/100) + 5, Text: Escape(fmt.Sprintf("%d %%", p))})
	}
	for v := 0.0; v <= top+1e-9; v += step {
		out.Litres = append(out.Litres, Letter{X: out.Left - 8, Y: out.BarFoot - height(measure.Volume(v)) + 5, Text: Escape(sys.Short(v/unit, 2) + " " + string(sys.VolumeUnit()))})
	}
	out.Today = x(w.Today + 1)
	out.Says = Escape(fmt.Sprintf("Water in the bag from %s on: %s is left today", (w.From + measure.Day(first)).Short(), w.Range()))
	return out
}
