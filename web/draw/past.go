package draw

import (
	"fmt"

	"glebata/core/measure"
	"glebata/garden/compare"
)

// PastSeason is how a finished bag grew by the model, from planting to lifting, with what the
// records hold against it underneath, day by day. In px.
type PastSeason struct {
	W, H, Left, Right, Top, Foot int
	Leaf                         Mark // share of leaf, as an area
	Bulk                         Mark // of its season's growth so far, as a line
	Ticks                        []Letter
	Lanes                        []PastLane
	Says                         Text
}

// PastLane is the days of one finding.
type PastLane struct {
	Name  Letter
	Y     int
	Marks []PastMark
}

// PastMark is one day, or a run of days.
type PastMark struct {
	X, W  int
	Title Text
}

// Heights of the lanes in px.
const pastLaneH = 46

// NewPastSeason draws a diagnosis on the bag's season.
func NewPastSeason(d *compare.Diagnosis, paper Paper) PastSeason {
	p := on(paper, PastSeason{W: 860, Left: 8, Right: 848, Top: 26, Foot: 150}, PastSeason{W: PhoneWidth, Left: 4, Right: 350, Top: 26, Foot: 130})
	from, until := d.Bag.State.Planted, d.Bag.Ended
	if from == 0 || until <= from {
		return PastSeason{}
	}
	x := func(day measure.Day) int {
		return p.Left + int(float64(min(max(day, from), until)-from)/float64(until-from)*float64(p.Right-p.Left))
	}
	if d.Past.Grown != nil {
		run := &d.Past.Grown.Run
		y := func(share float64) int { return p.Foot - int(min(1, share)*float64(p.Foot-p.Top)) }
		leaf, bulk := path(nil, "M", x(from), p.Foot), []byte(nil)
		command := "M"
		for i := range run.Canopy {
			day := run.Planted + measure.Day(i)
			if day > until {
				break
			}
			leaf = path(leaf, "L", x(day), y(run.Canopy[i]))
			if i < len(run.Index) {
				bulk = path(bulk, command, x(day), y(run.Index[i]))
				command = "L"
			}
		}
		leaf = path(leaf, "L", x(until), p.Foot)
		p.Leaf, p.Bulk = Mark(string(leaf)+"z"), Mark(bulk)
	}
	y := p.Foot + 30
	for day := from; day <= until; day++ {
		if day.DayOfMonth() == 1 && x(day) < p.Right-20 && (len(p.Ticks) == 0 || x(day) > p.Ticks[len(p.Ticks)-1].X+36) {
			p.Ticks = append(p.Ticks, Letter{X: x(day), Y: p.Foot + 20, Text: Escape(day.MonthName())})
		}
	}
	for n, f := range d.Best() {
		lane := PastLane{Name: Letter{X: p.Left, Y: y + 18, Text: Escape(fmt.Sprintf("%d  %s", n+1, f.Cause))}, Y: y + pastLaneH - 14}
		for i := 0; i < len(f.Days); i++ {
			to := i
			for to+1 < len(f.Days) && f.Days[to+1] == f.Days[to]+1 {
				to++
			}
			title := f.Days[i].Short()
			if to > i {
				title = measure.ShortSpan(f.Days[i], f.Days[to])
			}
			left := x(f.Days[i])
			lane.Marks = append(lane.Marks, PastMark{X: min(left, p.Right-8), W: max(8, x(f.Days[to])-left), Title: Escape(title)})
			i = to
		}
		p.Lanes = append(p.Lanes, lane)
		y += pastLaneH
	}
	p.H = y + 8
	p.Says = Escape(fmt.Sprintf("The season of %s from %s to %s: leaf and growth by the model, and %d causes underneath", d.Bag.Label(), from.Short(), until.Short(), len(p.Lanes)))
	return p
}
