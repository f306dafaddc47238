package climate

import (
	"fmt"

	"glebata/core/measure"
	"glebata/core/working"
)

// ForecastSD is the error of a forecast night's minimum, °C, so many days ahead: 0.8 on the
// first, 3 on the seventh. Model.
func ForecastSD(lead int) float64 {
	return 0.8 + 2.2*float64(min(max(lead, 1), 7)-1)/6
}

// FrostChance is the chance of a frost in a night of a forecast minimum, in °C in the open,
// with a standard deviation of its error, under a shelter; none where one keeps it out:
//
//	P = Φ((0 − forecast − night gain) ÷ sd)
func FrostChance(forecast, sd float64, s Shelter) float64 {
	g := s.Offset()
	if g.Frostless() {
		return 0
	}
	return Before(-(forecast + float64(g.Night)), sd)
}

// FrostChanceWorking shows the chance of a frost where the night comes to low °C by the
// forecast, with the error of one so far ahead; or as usual nights do, where there is none.
func FrostChanceWorking(low, sd float64, usual bool) working.Working {
	night, errs, source := "forecast minimum, with what its shelter gains by night", "a forecast so far ahead errs by so much", "a normal error of the forecast"
	if usual {
		night, errs, source = "usual minimum, with what its shelter gains by night", "nights of one season differ from it by so much", "usual nights of the site: nothing is forecast"
	}
	p := fmt.Sprintf("%.0f %%", 100*Before(-low, sd))
	return working.Working{
		Title: "Chance of a frost where it stands", Result: p, Mark: working.Model,
		Steps: []working.Step{
			{Says: night, Result: measure.Temperature(low)},
			{Says: errs, Result: measure.Warming(sd)},
			{Says: "share of such nights that fall under {}", Args: []any{measure.Temperature(0)}, Result: p},
		},
		Source: source, Changes: "A newer forecast; fleece, a wall, a place indoors.",
	}
}

// HumidDay is a day as late blight sees it.
type HumidDay struct {
	Day     measure.Day
	Min     float64 // °C
	Hours90 float64 // hours at 90 % humidity and over
	Mean    float64 // °C; 0 where it is not told
}

// Blight weather: two days in a row each with a minimum of 10 °C and 6 humid hours at least, and
// neither of a mean over 24 °C.
// Published.
const blightMin, blightHours, blightMean = 10, 6, 24

// BlightDays are the days, of days in order, on which a warning falls: the second of two in
// a row that favour late blight, and each after it that goes on.
func BlightDays(days []HumidDay) []measure.Day {
	var out []measure.Day
	for i := 1; i < len(days); i++ {
		a, b := &days[i-1], &days[i]
		if b.Day == a.Day+1 && a.favours() && b.favours() {
			out = append(out, b.Day)
		}
	}
	return out
}

func (d *HumidDay) favours() bool {
	return d.Min >= blightMin && d.Hours90 >= blightHours && d.Mean <= blightMean
}

// Hours90 are the hours of a day at 90 % humidity and over.
func (w DayWeather) Hours90() int {
	n := 0
	for _, h := range w.Hours() {
		if h.Humidity >= 90 {
			n++
		}
	}
	return n
}
