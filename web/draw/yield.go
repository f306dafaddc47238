package draw

import (
	"fmt"
	"math"

	"glebata/core/bag"
	"glebata/core/measure"
)

// Yield is the curve of harvest, and of the mean tuber, against how many are
// planted, in two panels side by side. In px.
type Yield struct {
	W, H           int
	Left, Mid      int // edges of the first panel, of the harvest
	Top, Foot      int
	Left2, Right   int // edges of the second, of the mean tuber: beside it, or under it
	Top2, Foot2    int
	Band           Mark // what the harvest may come to
	Line           Mark
	Means          []MeanLine
	XTicks         []Letter
	YTicks, MTicks []Letter
	Chosen         [2]int // x, y on the first panel
	ChosenMean     [2]int // x, y on the second; zero when it is not there
	Dots           [][2]int
	ChosenText     Text
	ChosenEnds     bool // its text ends there, for it is near the edge
	Says           Text
}

// MeanLine is the mean tuber for one number of sprouts, lettered at its end.
type MeanLine struct {
	Path   Mark
	Text   Text
	X, Y   int
	Chosen bool
}

// NewYield draws choices with one of them chosen.
func NewYield(choices []bag.Choice, chosen bag.Choice, sys measure.System, paper Paper) Yield {
	y := on(paper,
		Yield{W: 860, H: 294, Top: 34, Foot: 250, Left: 64, Mid: 400, Top2: 34, Foot2: 250, Left2: 500, Right: 770},
		Yield{W: PhoneWidth, H: 504, Top: 34, Foot: 200, Left: 62, Mid: 350, Top2: 284, Foot2: 460, Left2: 62, Right: 270})
	most, highest, largest := chosen.Plants, float64(chosen.High), float64(chosen.Mean)
	for _, c := range choices {
		most, highest, largest = max(most, c.Plants), math.Max(highest, float64(c.High)), math.Max(largest, float64(c.Mean))
	}
	grams := 1.0 // of a step of the mean tuber
	if !sys.Metric() {
		grams = float64(sys.ScaleGrams()) / 16
	}
	stepY, stepM := niceStep(highest/float64(sys.ScaleGrams()), 4), niceStep(largest/grams, 4)
	topY, topM := stepY*math.Ceil(highest/float64(sys.ScaleGrams())/stepY), stepM*math.Ceil(largest/grams/stepM)
	x := func(from, to, n int) int {
		return from + int(math.Round(float64(n)/float64(most+1)*float64(to-from)))
	}
	at := func(v, top float64) int { return y.Foot - int(math.Round(v/top*float64(y.Foot-y.Top))) }
	at2 := func(v, top float64) int { return y.Foot2 - int(math.Round(v/top*float64(y.Foot2-y.Top2))) }
	byN := map[int]bag.Choice{}
	for _, c := range choices {
		byN[c.Plants] = c
	}
	var up, down, line []byte
	command := "M"
	for n := 1; n <= most; n++ {
		c, ok := byN[n]
		if !ok {
			continue
		}
		px := x(y.Left, y.Mid, n)
		up = path(up, command, px, at(float64(c.High/sys.ScaleGrams()), topY))
		line = path(line, command, px, at(float64(c.Yield/sys.ScaleGrams()), topY))
		down = append(path(nil, "L", px, at(float64(c.Low/sys.ScaleGrams()), topY)), down...)
		y.Dots = append(y.Dots, [2]int{px, at(float64(c.Yield/sys.ScaleGrams()), topY)})
		command = "L"
	}
	y.Band, y.Line = Mark(string(up)+string(down)+"z"), Mark(line)
	y.means(choices, chosen, func(n int) int { return x(y.Left2, y.Right, n) }, func(v measure.Mass) int { return at2(float64(v)/grams, topM) })
	for n := 1; n <= most; n++ {
		if every := 1 + most/13; n%every != 0 && n != chosen.Plants { // there is no room for all
			continue
		}
		y.XTicks = append(y.XTicks, Letter{X: x(y.Left, y.Mid, n), Y: y.Foot + 22, Text: Escape(fmt.Sprint(n)), Strong: n == chosen.Plants},
			Letter{X: x(y.Left2, y.Right, n), Y: y.Foot2 + 22, Text: Escape(fmt.Sprint(n)), Strong: n == chosen.Plants})
	}
	for v := 0.0; v <= topY+1e-9; v += stepY {
		y.YTicks = append(y.YTicks, Letter{X: y.Left - 8, Y: at(v, topY) + 5, Text: Escape(sys.Tick(measure.Mass(v) * sys.ScaleGrams()))})
	}
	for v := 0.0; v <= topM+1e-9; v += stepM {
		y.MTicks = append(y.MTicks, Letter{X: y.Left2 - 8, Y: at2(v, topM) + 5, Text: Escape(sys.Mass(measure.Mass(v * grams)))})
	}
	y.Chosen = [2]int{x(y.Left, y.Mid, chosen.Plants), at(float64(chosen.Yield/sys.ScaleGrams()), topY)}
	y.ChosenMean = [2]int{x(y.Left2, y.Right, chosen.Plants), at2(float64(chosen.Mean)/grams, topM)}
	y.ChosenText, y.ChosenEnds = Escape(sys.Expected(chosen.Yield)), 2*chosen.Plants > most
	y.Says = Escape(fmt.Sprintf("Harvest and mean tuber against how many are planted: %d planted give %s, %s a tuber", chosen.Plants, sys.Expected(chosen.Yield), sys.Expected(chosen.Mean)))
	return y
}

// means draws a line for each number of sprouts.
func (y *Yield) means(choices []bag.Choice, chosen bag.Choice, x func(int) int, at func(measure.Mass) int) {
	lines := map[int]*MeanLine{}
	var order []int
	for _, c := range choices {
		l := lines[c.Sprouts]
		command := "L"
		if l == nil {
			l = &MeanLine{Chosen: c.Sprouts == chosen.Sprouts, Text: Escape(fmt.Sprintf("%d sprouts", c.Sprouts))}
			if c.Sprouts == 1 {
				l.Text = "1 sprout"
			}
			lines[c.Sprouts] = l
			order = append(order, c.Sprouts)
			command = "M"
		}
		l.Path += Mark(path(nil, command, x(c.Plants), at(c.Mean)))
		l.X, l.Y = x(c.Plants)+10, at(c.Mean)+5
	}
	lowest := math.MinInt
	for _, sprouts := range order { // from the largest tubers down
		l := lines[sprouts]
		l.Y = max(l.Y, lowest+17)
		lowest = l.Y
		y.Means = append(y.Means, *l)
	}
}
