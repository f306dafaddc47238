package parts

import (
	"fmt"

	"glebata/core/calendar"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
)

// Drawing is one large section with what it refers to.
type Drawing struct {
	Defs draw.Defs
	draw.Detail
}

// Dates of a planting as every page says them.
type Dates struct {
	calendar.Schedule
	// Lift is the day a harvest is counted on: ready, or where it never is, the end.
	Lift    measure.Day
	Window  string // ready, in four years of five; empty where that is not known yet, or never is
	Weather string // what stands in for weather that was not recorded, in two words
	Share   string // of the warmth it needs that it has at its end; empty where it is all
}

// NewDates of a planting with their windows; of the forecast alone while the windows are worked out.
func NewDates(st *forecast.PlantingForecast, p *forecast.EnsembleForecast, weather string) *Dates {
	d := &Dates{Schedule: *st.Dates, Lift: st.LiftOn(), Weather: weather + " weather"}
	p.Window(&d.Schedule)
	if d.Early != d.Late {
		d.Window = measure.ShortSpan(d.Early, d.Late)
	}
	if d.Likely == 0 {
		d.Share = fmt.Sprintf("%.0f %%", 100*d.Schedule.Share)
	}
	return d
}

// RowBag is one bag of the Row. It and line are flat, and hold words already
// put in the grower's units, because a page has hundreds of them.
type RowBag struct {
	Class       draw.Mark
	Label, Name draw.Text
	PxW, PxH    int
	Section     draw.Section
}

// RowScale is the scale of the Row in px per mm: 2.5 px per cm.
const RowScale = 0.25

// HeapScale is the scale of a single heap, in px per mm.
const HeapScale = 0.4

// FillWords say what a filling on planting day is, and where it goes.
func FillWords(l hill.Ladder, i int) string {
	f := l.Fills[i]
	switch {
	case f.Of == hill.Chips:
		return "of aged chips at the bottom"
	case f.Of.Litter():
		return "of " + f.Of.Name() + " over the seed"
	case f.To <= l.Seed[0]+1e-6:
		return "under the seed"
	case len(l.Seed) > 1 && f.From >= l.Seed[1]-1e-6:
		return "over the upper ring"
	}
	return "over the seed"
}

// ForecastName says in two words whose forecast it is.
func ForecastName(source string) string {
	if source == logbook.Simulated || source == logbook.Usual {
		return source + " weather"
	}
	return "forecast of " + source
}
