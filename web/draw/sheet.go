package draw

import (
	"fmt"
	"math"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Sheet is a season, one line a planting, from the first chit to the last lift.
// In px.
type Sheet struct {
	W, H, Left, Right int
	Top, Foot         int
	Frost             []Shade // columns of the risk of frost in the open
	Safe              []Letter
	Months            []Letter
	Ticks             []int
	Rows              []SheetRow
	Today             int // x; 0 when it is not on the sheet
	TodayText         Text
	Says              Text
}

// Shade is a column of risk, by its class from 1 to 4.
type Shade struct {
	X, W, Class int
}

// SheetRow is one planting.
type SheetRow struct {
	Href        Text
	Label, Name Text
	Y, Mid      int
	Chosen      bool
	Wrong       bool
	Planned     bool
	Chit        [2]int // x from, to; both 0 when there is none
	Order       int
	Stays       []SheetStay
	Plant       int
	Up          int
	Grows       [2]int
	Ready       [2]int
	Likely      int
	End         int
	Says        Text
}

// SheetStay is a stay under a shelter.
type SheetStay struct {
	X, W, TextX int
	Kind        Mark // shelter, for its pattern
	Name        Text // where there is room for it
	Pots        bool
}

// Measures of the sheet in px.
const (
	sheetW, sheetLeft, sheetRight = 1180, 200, 1150
	sheetTop, sheetPitch          = 46, 46
)

// sheetName is where the names of varieties begin.
const sheetName = 62

// shortShelter is a shelter in a word or two.
var shortShelter = map[climate.Shelter]string{
	climate.Open: "open", climate.Wall: "wall", climate.Fleece: "fleece", climate.Greenhouse: "greenhouse",
	climate.Wrapped: "glass + fleece", climate.FrostFree: "frost-free", climate.Heated: "heated",
}

// NewSheet draws a season; the line of the chosen planting is marked.
func NewSheet(sh forecast.Sheet, chosen logbook.ID, href func(logbook.ID) string, today measure.Day) Sheet {
	out := Sheet{W: sheetW, Left: sheetLeft, Right: sheetRight, Top: sheetTop}
	from, until := span(sh, today)
	x := func(d measure.Day) int {
		share := math.Max(0, math.Min(1, float64(d-from)/float64(until-from)))
		return sheetLeft + int(math.Round(share*(sheetRight-sheetLeft)))
	}
	for i := range sh.Lines {
		out.Rows = append(out.Rows, newSheetRow(&sh.Lines[i], sheetTop+i*sheetPitch, x, chosen, href))
	}
	out.Foot = sheetTop + len(sh.Lines)*sheetPitch + 6
	out.H = out.Foot + 32
	out.frost(sh, from, until, x)
	for d := from; d <= until; d++ {
		if d.DayOfMonth() == 1 {
			out.Ticks = append(out.Ticks, x(d))
			out.Months = append(out.Months, Letter{X: x(d) + 4, Y: out.Foot + 22, Text: Escape(d.MonthName())})
		}
	}
	if today >= from && today <= until {
		out.Today, out.TodayText = x(today), Escape(today.Short())
	}
	out.Says = Escape(fmt.Sprintf("The season %d, %d plantings from %s to %s", sh.Year, len(sh.Lines), from, until))
	return out
}

// span of the sheet: a week before the first thing to a fortnight after the last.
func span(sh forecast.Sheet, today measure.Day) (from, until measure.Day) {
	from, until = today, today+30
	for i := range sh.Lines {
		s := &sh.Lines[i].Schedule
		if s.Plant == 0 {
			continue // no day to plant is reached
		}
		begins := s.Begins()
		last := max(s.Late, s.End, s.Plant)
		if i == 0 {
			from, until = begins, last
		}
		from, until = min(from, begins), max(until, last)
	}
	return from - 7, until + 16
}

func newSheetRow(l *forecast.SheetLine, y int, x func(measure.Day) int, chosen logbook.ID, href func(logbook.ID) string) SheetRow {
	s := &l.Schedule
	r := SheetRow{
		Href: Escape(href(l.Planting.ID)), Label: Escape(l.Bag.Label), Name: Escape(fitting(l.Variety.Name, 16, sheetLeft-sheetName-6)), Y: y, Mid: y + 16,
		Chosen: l.Planting.ID == chosen, Wrong: s.Advice.Warns(), Planned: l.Stage == logbook.StagePlanned,
		Plant: x(s.Plant),
	}
	if s.Plant == 0 { // no day to plant is reached
		r.Plant = 0
		r.Says = Escape(fmt.Sprintf("%s, %s: no planting day is reached", l.Bag.Label, l.Variety.Name))
		return r
	}
	starts := s.Plant
	if s.Pots != 0 {
		starts = s.Pots
	}
	switch {
	case s.Chit != 0:
		r.Chit = [2]int{x(s.Chit), x(s.Chit + measure.Day(s.ChitDays))}
	case s.Slips != 0:
		r.Chit = [2]int{x(s.Slips), x(starts)}
	case s.Order != 0 && s.Way == calendar.OrderedSlips:
		r.Order = x(s.Order)
	}
	for i, stay := range s.Stays {
		to := max(s.Late, s.Lift())
		if i+1 < len(s.Stays) {
			to = s.Stays[i+1].From
		}
		st := SheetStay{X: x(stay.From), W: x(to) - x(stay.From), Kind: Mark(stay.Shelter), Pots: stay.From < s.Plant}
		if name := shortShelter[stay.Shelter]; TextWidth(name, 14)+10 < st.W && (stay.Shelter != climate.Open || len(s.Stays) > 1) {
			st.Name, st.TextX = Escape(name), st.X+5
		}
		r.Stays = append(r.Stays, st)
	}
	r.Up = x(s.Lift())
	up := "not up"
	if s.Emerge != 0 {
		r.Up, up = x(s.Emerge), "up "+s.Emerge.Short()
	}
	done := "ends " + s.End.Short()
	if s.Likely != 0 {
		r.Grows = [2]int{r.Up, max(r.Up, x(s.Early))}
		r.Ready = [2]int{x(s.Early), max(x(s.Early)+4, x(s.Late))}
		r.Likely, done = x(s.Likely), "ready "+measure.ShortSpan(s.Early, s.Late)
	} else {
		r.Grows = [2]int{r.Up, max(r.Up, x(s.End))}
	}
	if s.Cold {
		r.End = x(s.End)
	}
	r.Says = Escape(fmt.Sprintf("%s, %s: planted %s, %s, %s", l.Bag.Label, l.Variety.Name, s.Plant.Short(), up, done))
	return r
}

// frost shades the weeks by the risk of a frost in the open, and letters the
// window that is safe.
func (s *Sheet) frost(sh forecast.Sheet, from, until measure.Day, x func(measure.Day) int) {
	if sh.Frosts.None {
		return
	}
	class := func(d measure.Day) int {
		switch risk := sh.Frosts.Risk(d); {
		case risk >= 0.9:
			return 4
		case risk >= 0.5:
			return 3
		case risk >= float64(sh.Site.Risk):
			return 2
		case risk >= 0.05:
			return 1
		}
		return 0
	}
	begins := from
	for d := from; d <= until; d++ {
		if d == until || class(d) != class(begins) {
			if k := class(begins); k > 0 {
				s.Frost = append(s.Frost, Shade{x(begins), x(d) - x(begins), k})
			}
			begins = d
		}
	}
	w := sh.Normals.Safe(sh.Frosts, climate.Open, sh.Site.Risk)
	for _, d := range []measure.Day{w.From, w.Until} {
		if d > from && d < until && w.Days() > 0 {
			s.Safe = append(s.Safe, Letter{X: x(d), Y: 18, Text: Escape("safe " + map[bool]string{true: "from ", false: "until "}[d == w.From] + d.Short()), Strong: d == w.Until})
		}
	}
}
