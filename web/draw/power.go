package draw

import (
	"fmt"
	"math"
	"slices"
)

// Power is how often a trial of so many bags an arm sees a difference: a curve for each, on bags an arm. In
// px.
type Power struct {
	W, H                     int
	Left, Top, Right, Bottom int
	Curves                   []PowerLine
	Wanted                   int // y of four times in five
	XTicks, YTicks           []Letter
	Says                     Text
}

// PowerLine is one curve with its name at its end.
type PowerLine struct {
	Path Mark
	Name Letter
	Dash Mark
}

// PowerCurve is what a line is drawn of: powers from 0 to 1 for bags an arm from the first on.
type PowerCurve struct {
	Name   Text
	First  int
	Powers []float64
}

// NewPower draws curves up to so many bags an arm, by their logarithm.
func NewPower(curves []PowerCurve, most int, paper Paper) Power {
	p := on(paper, Power{W: 860, H: 300, Left: 64, Top: 16, Right: 720, Bottom: 240}, Power{W: PhoneWidth, H: 290, Left: 60, Top: 16, Right: 244, Bottom: 230})
	first := most
	for _, c := range curves {
		first = min(first, c.First)
	}
	x := func(n int) int {
		return p.Left + int(math.Round(float64(p.Right-p.Left)*math.Log(float64(n)/float64(first))/math.Log(float64(most)/float64(first))))
	}
	y := func(v float64) int { return p.Bottom - int(math.Round(v*float64(p.Bottom-p.Top))) }
	p.Wanted = y(0.8)
	dashes := []Mark{"", "8 5", "2 5"}
	for i, c := range curves {
		var path []byte
		last := 0.0
		for k, v := range c.Powers {
			op := 'L'
			if k == 0 {
				op = 'M'
			}
			path, last = fmt.Appendf(path, "%c%d %d", op, x(c.First+k), y(v)), v
		}
		p.Curves = append(p.Curves, PowerLine{Mark(path), Letter{X: p.Right + 8, Y: y(last) + 6, Text: c.Name}, dashes[i%len(dashes)]})
	}
	names := make([]*Letter, len(p.Curves))
	for i := range p.Curves {
		names[i] = &p.Curves[i].Name
	}
	slices.SortFunc(names, func(a, b *Letter) int { return a.Y - b.Y })
	for i := 1; i < len(names); i++ { // one under another
		names[i].Y = max(names[i].Y, names[i-1].Y+20)
	}
	for _, n := range []int{3, 4, 5, 6, 8, 10, 15, 20, 30, 50, 100, 200} {
		if n >= first && n <= most && (paper == Desk || n == 3 || n == 5 || n == 10 || n == 20 || n == 50) {
			p.XTicks = append(p.XTicks, Letter{X: x(n), Y: p.Bottom, Text: Escape(fmt.Sprint(n))})
		}
	}
	for _, v := range []float64{0, 0.2, 0.4, 0.6, 0.8, 1} {
		p.YTicks = append(p.YTicks, Letter{X: p.Left, Y: y(v), Text: Escape(fmt.Sprintf("%.0f %%", 100*v))})
	}
	p.Says = Escape("How often a difference is seen, by bags an arm")
	return p
}
