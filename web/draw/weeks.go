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

// Measures of the weeks in px.
const (
	weeksW, weeksLeft, weeksRight, weeksTop, weeksFoot = 1000, 70, 990, 20, 150
)

// NewWeeks draws what is wanted each week and what feeds it; where nothing is wanted,
// what is ready in it.
func NewWeeks(weeks []forecast.ProposedWeek, sys measure.System) Weeks {
	w := Weeks{W: weeksW, H: weeksFoot + 30, Left: weeksLeft, Right: weeksRight, Top: weeksTop, Foot: weeksFoot}
	if len(weeks) == 0 {
		return w
	}
	top := 0.0
	for _, k := range weeks {
		top = math.Max(top, float64(max(k.Wanted, k.Fed)))
	}
	step := niceStep(top/1000*1.1, 3)
	high := step * math.Ceil(top/1000*1.05/step)
	at := func(m measure.Mass) int {
		return weeksFoot - int(math.Round(m.Kilograms()/high*(weeksFoot-weeksTop)))
	}
	x := func(i int) int { return weeksLeft + i*(weeksRight-weeksLeft)/len(weeks) }
	month := ""
	var wanted, fed measure.Mass
	for i, k := range weeks {
		title := fmt.Sprintf("week of %s: %s of %s", k.From.Short(), sys.Mass(k.Fed), sys.Mass(k.Wanted))
		if k.Wanted == 0 {
			title = fmt.Sprintf("week of %s: %s", k.From.Short(), sys.Mass(k.Fed))
		}
		wanted, fed = wanted+k.Wanted, fed+k.Fed
		w.Columns = append(w.Columns, WeekColumn{
			X: x(i) + 1, W: max(1, x(i+1)-x(i)-2), Y: at(k.Fed), H: weeksFoot - at(k.Fed), Short: k.Wanted-k.Fed > 1,
			Title: Escape(title),
		})
		if m := k.From.MonthName(); m != month && x(i) < weeksRight-30 {
			w.Ticks = append(w.Ticks, Letter{X: x(i), Y: weeksFoot + 20, Text: Escape(m)})
			month = m
		}
	}
	for v := 0.0; v <= high+1e-9; v += step {
		w.Amounts = append(w.Amounts, Letter{X: weeksLeft - 8, Y: at(measure.Mass(v*1000)) + 5, Text: Escape(sys.Mass(measure.Mass(v * 1000)))})
	}
	if wanted == 0 {
		w.Says = Escape(fmt.Sprintf("%s are ready over %d weeks", sys.Mass(fed), len(weeks)))
		return w
	}
	w.Wanted = at(weeks[0].Wanted)
	w.Says = Escape(fmt.Sprintf("Of %s wanted over %d weeks %s are fed", sys.Mass(wanted), len(weeks), sys.Mass(fed)))
	return w
}
