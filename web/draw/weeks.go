package draw

import (
	"fmt"
	"math"

	"glebata/core/measure"
	"glebata/garden/forecast"
)

// Weeks is what is wanted each week and what feeds it, as columns. In px.
type Weeks struct {
	W, H, Left, Right, Top, Foot int
	Columns                      []WeekColumn
	Ticks                        []Letter
	Amounts                      []Letter
	Wanted                       int // y of what is wanted a week
	Says                         Text
}

// WeekColumn is one week: its height fed.
type WeekColumn struct {
	X, W, Y, H int
	Short      bool
	Title      Text
}

// NewWeeks draws what is wanted each week and what feeds it; where nothing is wanted,
// what is ready in it.
func NewWeeks(weeks []forecast.ProposedWeek, sys measure.System, paper Paper) Weeks {
	w := Weeks{W: on(paper, 1000, PhoneWidth), H: 180, Left: 78, Right: on(paper, 990, PhoneWidth-4), Top: 20, Foot: 150}
	if len(weeks) == 0 {
		return w
	}
	top := 0.0
	for _, k := range weeks {
		top = math.Max(top, float64(max(k.Wanted, k.Fed)))
	}
	step := niceStep(top/float64(sys.ScaleGrams())*1.1, 3)
	high := step * math.Ceil(top/float64(sys.ScaleGrams())*1.05/step)
	at := func(m measure.Mass) int {
		return w.Foot - int(math.Round(float64(m/sys.ScaleGrams())/high*float64(w.Foot-w.Top)))
	}
	x := func(i int) int { return w.Left + i*(w.Right-w.Left)/len(weeks) }
	month := ""
	var wanted, fed measure.Mass
	for i, k := range weeks {
		title := fmt.Sprintf("week of %s: %s of %s", k.From.Short(), sys.Expected(k.Fed), sys.Mass(k.Wanted))
		if k.Wanted == 0 {
			title = fmt.Sprintf("week of %s: %s", k.From.Short(), sys.Expected(k.Fed))
		}
		wanted, fed = wanted+k.Wanted, fed+k.Fed
		w.Columns = append(w.Columns, WeekColumn{
			X: x(i) + 1, W: max(1, x(i+1)-x(i)-on(paper, 2, 1)), Y: at(k.Fed), H: w.Foot - at(k.Fed), Short: k.Wanted-k.Fed > 1,
			Title: Escape(title),
		})
		if m := k.From.MonthName(); m != month && x(i) < w.Right-30 && (len(w.Ticks) == 0 || x(i) > w.Ticks[len(w.Ticks)-1].X+36) {
			w.Ticks = append(w.Ticks, Letter{X: x(i), Y: w.Foot + 20, Text: Escape(m)})
			month = m
		}
	}
	for v := 0.0; v <= high+1e-9; v += step {
		w.Amounts = append(w.Amounts, Letter{X: w.Left - 8, Y: at(measure.Mass(v)*sys.ScaleGrams()) + 5, Text: Escape(sys.Tick(measure.Mass(v) * sys.ScaleGrams()))})
	}
	if wanted == 0 {
		w.Says = Escape(fmt.Sprintf("%s come out of the bags over %d weeks", sys.Expected(fed), len(weeks)))
		return w
	}
	w.Wanted = at(weeks[0].Wanted)
	w.Says = Escape(fmt.Sprintf("Of %s wanted over %d weeks %s are fed", sys.Mass(wanted), len(weeks), sys.Expected(fed)))
	return w
}
