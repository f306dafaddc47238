package draw

import (
	"fmt"
	"math"
	"slices"

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
	Pitch             int // height of a row
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
	Status      Text // what comes next of it, where a line of words stands over the bars
	Top         int  // of the row
	Y, Mid      int  // of its bars
	TextY       int
	Chosen      bool
	Wrong       bool
	WarnX       int // of the mark that something is wrong
	Planned     bool
	Chit        [2]int // x from, to; both 0 when there is none
	Order       int
	Stays       []SheetStay
	Plant       int // where the bars begin
	Planting    int // mark of planting day; 0 where it is not on the sheet
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
	sheetTop = 46
	lineOver = 22 // of words over the bars of a row, on a phone
	behind   = 4  // days before today that a phone still shows
)

// sheetName is where the names of varieties begin.
const sheetName = 62

// shortShelter is a shelter in a word or two.
var shortShelter = map[climate.Shelter]string{
	climate.Open: "open", climate.Wall: "wall", climate.Fleece: "fleece", climate.Greenhouse: "greenhouse",
	climate.Wrapped: "glass + fleece", climate.FrostFree: "frost-free", climate.Heated: "heated",
}

// NewSheet draws a season; the line of the chosen planting is marked.
// A phone's begins today and has a line of words over each row.
func NewSheet(sh forecast.Sheet, chosen logbook.ID, href func(logbook.ID) string, today measure.Day, paper Paper) Sheet {
	out := on(paper,
		Sheet{W: 1180, Left: 200, Right: 1150, Top: sheetTop, Pitch: 46},
		Sheet{W: PhoneWidth, Left: 2, Right: PhoneWidth - 2, Top: sheetTop, Pitch: 68})
	from, until := span(sh, today)
	if paper == Phone && today < until-30 {
		from = max(from, today-behind)
	}
	x := func(d measure.Day) int {
		share := math.Max(0, math.Min(1, float64(d-from)/float64(until-from)))
		return out.Left + int(math.Round(share*float64(out.Right-out.Left)))
	}
	for i := range sh.Lines {
		l := &sh.Lines[i]
		top := sheetTop + i*out.Pitch
		r := newSheetRow(l, top+on(paper, 0, lineOver), x, chosen, href)
		r.Top, r.TextY, r.WarnX = top, r.Mid+6, out.Right+6
		if paper == Phone {
			r.TextY, r.Status = top+18, Escape(nextOf(l, today))
			r.Name = Escape(fitting(l.Variety.Name, 16, PhoneWidth-sheetName-TextWidth(nextOf(l, today), 16)-14))
			r.WarnX = out.Right - TextWidth(nextOf(l, today), 16) - 34
			r.before(out.Left)
			if l.Schedule.Plant < from {
				r.Planting = 0
			}
		}
		out.Rows = append(out.Rows, r)
	}
	out.Foot = sheetTop + len(sh.Lines)*out.Pitch + 6
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

// before the sheet begins nothing is drawn.
func (r *SheetRow) before(left int) {
	if r.Chit[1] <= left {
		r.Chit = [2]int{}
	}
	if r.Order <= left {
		r.Order = 0
	}
	r.Stays = slices.DeleteFunc(r.Stays, func(s SheetStay) bool { return s.W <= 0 })
}

// nextOf a line in a word or two: what comes next of it.
func nextOf(l *forecast.SheetLine, today measure.Day) string {
	s := &l.Schedule
	switch {
	case s.Plant == 0:
		return "no planting day"
	case l.Stage == logbook.StageClosed:
		return "lifted " + l.Ended.Short()
	case l.Stage == logbook.StagePlanned && s.Chit > today:
		return "chit " + s.Chit.Short()
	case l.Stage == logbook.StagePlanned:
		return "plant " + s.Plant.Short()
	case s.Likely == 0:
		return "ends " + s.End.Short()
	}
	return s.Done() + " " + measure.ShortSpan(s.Early, s.Late)
}

func newSheetRow(l *forecast.SheetLine, y int, x func(measure.Day) int, chosen logbook.ID, href func(logbook.ID) string) SheetRow {
	s := &l.Schedule
	r := SheetRow{
		Href: Escape(href(l.Planting.ID)), Label: Escape(l.Bag.Label), Name: Escape(fitting(l.Variety.Name, 16, 132)), Y: y, Mid: y + 16,
		Chosen: l.Planting.ID == chosen, Wrong: s.Advice.Warns(), Planned: l.Stage == logbook.StagePlanned,
		Plant: x(s.Plant), Planting: x(s.Plant),
	}
	if s.Plant == 0 { // no day to plant is reached
		r.Plant, r.Planting = 0, 0
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
		r.Likely, done = x(s.Likely), s.Done()+" "+measure.ShortSpan(s.Early, s.Late)
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
