package draw

import (
	"fmt"
	"math"

	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// LadderChart is how a bag fills and its stems grow, day by day: the section stands
// to its left, to the same scale and on the same ground. Heights are over the base of
// the bag. In px.
type LadderChart struct {
	W, H, Left, Right, Top, Ground int

	PxCm        float64 // px to a cm
	First, Last measure.Day
	Rim         int // y of the bag's rim

	Levels     []Letter // heights of the levels, at the left
	LevelLines []int
	Medium     Mark // outline of the medium as it was laid
	Coming     Mark // as it will be
	Stem       Mark // tips, up to today
	Ahead      Mark // tips to come
	Usual      Mark // tips without what was measured; empty where that is the same
	Band       Mark // tips, nine years of ten… of the forecast
	Points     []ChartPoint
	Steps      []RungStep
	Laid       []Letter
	Events     []ChartEvent
	eventRows  int
	Months     []Letter
	MonthLines []int
	TodayX     int
	DayX       int // of the day that is looked at; 0 when it is today
	Says       Text
}

// RungStep is a raise to come, which can be pressed.
type RungStep struct {
	X, Y, H, W  int // the layer from its day on, to the right edge
	WinX, WinW  int // window of its day; no width while that is not known
	Text        Text
	TX, TY      int
	Href, Label Text
}

// ChartPoint is a stem as it was measured.
type ChartPoint struct {
	X, Y       int
	Questioned bool
	Text       Text
}

// ChartEvent is a day marked at the foot of the chart.
type ChartEvent struct {
	X, Y int
	Text Text
	End  bool // lettered to the left of its day
}

// Measures of the chart in px: its width, the room at its sides and over it, and
// under the ground, where its section has as much.
const (
	ladderTop, ladderFoot = 24, 84
	eventPitch            = 21
)

// NewLadderChart draws the season of a planting that was reckoned. Prospect is nil while
// the windows are being worked out; href leads to logging the next raise.
func NewLadderChart(st *forecast.PlantingForecast, p *forecast.EnsembleForecast, day, today measure.Day, href string, sys measure.System, paper Paper) LadderChart {
	g := st.Grown
	c := on(paper, LadderChart{W: 960, Left: 62, Right: 944}, LadderChart{W: PhoneWidth, Left: 50, Right: PhoneWidth - 4})
	c.Top, c.First = ladderTop, g.Plant.Planted-4
	c.Last = max(st.LiftOn()+10, today+10, c.First+60)
	tall := max(st.Bag.Model.Shape.Height(), st.Ladder.Top, st.Level)
	for d := c.First; d <= c.Last; d++ {
		tall = max(tall, c.tip(st, g.Run.StemOn(d), d, today))
	}
	if p != nil {
		for _, b := range p.Stems {
			if b.Day <= c.Last {
				tall = max(tall, c.tip(st, b.High, b.Day, today))
			}
		}
	}
	c.PxCm = math.Min(6, on(paper, 400.0, 300)/float64(tall+4))
	c.Ground = c.Top + int(float64(tall+4)*c.PxCm)
	c.H = c.Ground + ladderFoot
	c.Rim = c.y(st.Bag.Model.Shape.Height())
	c.TodayX = c.x(today)
	if day != today {
		c.DayX = c.x(day)
	}
	c.levels(st, sys)
	c.medium(st, today)
	c.stems(st, today)
	c.band(st, p, today)
	c.points(st, sys)
	c.steps(st, p, href, sys)
	c.events(st, p, sys)
	c.months()
	c.H = max(c.H, c.Ground+38+eventPitch*c.eventRows)
	c.Says = Escape(c.words(st, today, sys))
	return c
}

// Days from the first to the last of the chart.
func (c LadderChart) Days() int { return int(c.Last - c.First) }

func (c *LadderChart) x(d measure.Day) int {
	return c.Left + int(math.Round(float64(d-c.First)/float64(c.Last-c.First)*float64(c.Right-c.Left)))
}

func (c *LadderChart) y(h measure.Length) int { return c.Ground - int(math.Round(float64(h)*c.PxCm)) }

// tip is how high the tips of stems of a length stand over the base on a day.
func (c *LadderChart) tip(st *forecast.PlantingForecast, stem measure.Length, d, today measure.Day) measure.Length {
	level, raised := st.LevelOn(d, today)
	return level + max(0, stem-raised)
}

func (c *LadderChart) levels(st *forecast.PlantingForecast, sys measure.System) {
	seen := map[int]bool{}
	add := func(h measure.Length, strong bool) {
		y := c.y(h)
		for near := -13; near <= 13; near++ {
			if seen[y+near] {
				return
			}
		}
		seen[y] = true
		c.LevelLines = append(c.LevelLines, y)
		c.Levels = append(c.Levels, Letter{X: c.Left - 8, Y: y + 5, Text: Escape(sys.Length(st.Bag.Model.Shape.Told(h))), Strong: strong})
	}
	for _, l := range st.Layers {
		add(l.To, true)
	}
	if st.Stage == logbook.StagePlanned {
		for _, f := range st.Ladder.Fills {
			add(f.To, true)
		}
	}
	for _, r := range st.Grown.Climbs {
		add(r.To, false)
	}
}

// medium as it was laid, and as it will be, each as an outline from the ground up.
func (c *LadderChart) medium(st *forecast.PlantingForecast, today measure.Day) {
	outline := func(from, until measure.Day) string {
		var b []byte
		before := -1
		for d := from; d <= until; d++ {
			level, _ := st.LevelOn(d, today)
			if level == 0 {
				continue
			}
			x, y := c.x(d), c.y(level)
			if len(b) == 0 {
				b = path(b, "M", x, c.Ground)
				b = path(b, "V", y)
			} else if y != before {
				b = path(b, "H", x)
				b = path(b, "V", y)
			}
			before = y
		}
		if len(b) == 0 {
			return ""
		}
		b = path(b, "H", c.x(until))
		b = path(b, "V", c.Ground)
		return string(append(b, 'z'))
	}
	if st.Stage != logbook.StagePlanned {
		c.Medium = Mark(outline(c.First, min(today, c.Last)))
	}
	c.Coming = Mark(outline(max(c.First, today), c.Last))
}

func (c *LadderChart) stems(st *forecast.PlantingForecast, today measure.Day) {
	g := st.Grown
	line := func(length func(measure.Day) measure.Length, up, from, until measure.Day) string {
		var b []byte
		command := "M"
		for d := max(from, up); d <= until; d++ {
			b = path(b, command, c.x(d), c.y(c.tip(st, length(d), d, today)))
			command = "L"
		}
		return string(b)
	}
	if g.Run.Up == 0 {
		return
	}
	end := min(c.Last, g.Plant.Planted+measure.Day(len(g.Run.Stem))-1)
	c.Stem = Mark(line(g.StemOn, g.Run.Up, c.First, min(today, end)))
	c.Ahead = Mark(line(g.StemOn, g.Run.Up, max(c.First, today), end))
	if g.Fit.Shift != 0 || g.Fit.Rate != 1 {
		c.Usual = Mark(line(g.Usual.StemOn, g.Usual.Up, c.First, end))
	}
}

func (c *LadderChart) band(st *forecast.PlantingForecast, p *forecast.EnsembleForecast, today measure.Day) {
	if p == nil {
		return
	}
	var up, down []byte
	command := "M"
	for _, b := range p.Stems {
		if b.Day < today || b.Day > c.Last {
			continue
		}
		up = path(up, command, c.x(b.Day), c.y(c.tip(st, b.High, b.Day, today)))
		down = append(path(nil, "L", c.x(b.Day), c.y(c.tip(st, b.Low, b.Day, today))), down...)
		command = "L"
	}
	if len(up) > 0 {
		c.Band = Mark(string(up) + string(down) + "z")
	}
}

func (c *LadderChart) points(st *forecast.PlantingForecast, sys measure.System) {
	questioned := map[measure.Day]bool{}
	for _, q := range st.Grown.Fit.Outliers {
		questioned[q.Day] = true
	}
	for _, h := range st.Heights {
		level, _ := st.LevelOn(h.Day, h.Day)
		if st.Ladder.Start+h.Raised < level { // raised later on the day it was measured
			level = st.Ladder.Start + h.Raised
		}
		c.Points = append(c.Points, ChartPoint{c.x(h.Day), c.y(level + h.Above), questioned[h.Day], Escape(sys.Length(h.Above) + " on " + h.Day.Short())})
	}
}

// steps are the raises to come with the windows of their days.
func (c *LadderChart) steps(st *forecast.PlantingForecast, p *forecast.EnsembleForecast, href string, sys measure.System) {
	for i, r := range st.Grown.Climbs {
		x, top := c.x(r.Day), c.y(r.To)
		s := RungStep{
			X: x, Y: top, H: c.y(r.From) - top, W: c.Right - x, Href: Escape(href),
			Text: Escape(fmt.Sprintf("%s, %s", r.Day.Short(), sys.Carried(r.Loose))), TX: min(x+8, c.Right-TextWidth(fmt.Sprintf("%s, %s", r.Day.Short(), sys.Carried(r.Loose)), 15)-6), TY: top + 17,
			Label: Escape(fmt.Sprintf("Raise to %s about %s, %s loose", sys.Length(st.Bag.Model.Shape.Told(r.To)), r.Day.Short(), sys.Carried(r.Loose))),
		}
		if i > 0 {
			s.Href = "" // only the next one can go on
		}
		if p != nil && i < len(p.Raises) {
			low, _, high := p.Raises[i].Days()
			s.WinX = c.x(max(low, c.First))
			s.WinW = max(4, c.x(min(high, c.Last))-s.WinX)
			s.Label += Escape(fmt.Sprintf(", between %s and %s in four years of five", low.Short(), high.Short()))
		}
		c.Steps = append(c.Steps, s)
	}
	for i, l := range st.Layers {
		if i > 0 && l.Day > st.State.Planted {
			words := l.Day.Short() + ", " + sys.Volume(l.Settled)
			letter := Letter{X: c.x(l.Day) + 6, Y: c.y(l.To) + 17, Text: Escape(words)}
			if room := c.TodayX - letter.X; c.TodayX > letter.X && room < TextWidth(words, 15)+4 { // today's line would cross it
				if letter.X, letter.Strong = c.x(l.Day)-6, true; letter.X-TextWidth(words, 15) < c.Left {
					continue // the table has it
				}
			}
			c.Laid = append(c.Laid, letter)
		}
	}
}

// events along the foot: planted, up, set, ready.
func (c *LadderChart) events(st *forecast.PlantingForecast, p *forecast.EnsembleForecast, sys measure.System) {
	g := st.Grown
	seen := "up about "
	if g.Plant.Up != 0 {
		seen = "up "
	}
	var until []int // x to which each row is lettered
	add := func(d measure.Day, text string) {
		if d == 0 || d > c.Last {
			return
		}
		e := ChartEvent{X: c.x(d), Text: Escape(text)}
		from, to := e.X, e.X+TextWidth(text, 15)
		if to > c.Right {
			e.End, from, to = true, 2*e.X-to, e.X
		}
		row := 0
		for row < len(until) && until[row] > from-8 {
			row++
		}
		if row == len(until) {
			until = append(until, 0)
		}
		until[row], c.eventRows = to, len(until)
		e.Y = c.Ground + 38 + eventPitch*row
		c.Events = append(c.Events, e)
	}
	add(g.Plant.Planted, "planted "+g.Plant.Planted.Short())
	add(g.Run.Up, seen+g.Run.Up.Short())
	add(g.Run.Initiation, "tubers set "+g.Run.Initiation.Short())
	for _, f := range g.Run.Frosts {
		add(f, "frost "+f.Short())
	}
	if st.Flowered != 0 {
		add(st.Flowered, "flowers "+st.Flowered.Short())
	}
	dates := *st.Dates
	p.Window(&dates)
	switch {
	case dates.Likely == 0:
		add(st.LiftOn(), "ends "+st.LiftOn().Short())
	case dates.Early != dates.Late:
		add(dates.Likely, dates.Done()+" "+measure.ShortSpan(dates.Early, dates.Late))
	default:
		add(dates.Likely, dates.Done()+" "+dates.Likely.Short())
	}
}

func (c *LadderChart) months() {
	for d := c.First; d <= c.Last; d++ {
		if d.DayOfMonth() == 1 {
			x := c.x(d)
			c.MonthLines = append(c.MonthLines, x)
			if x < c.Right-30 && (len(c.Months) == 0 || x > c.Months[len(c.Months)-1].X+34) {
				c.Months = append(c.Months, Letter{X: x + 4, Y: c.Ground + 17, Text: Escape(d.MonthName())})
			}
		}
	}
}

func (c *LadderChart) words(st *forecast.PlantingForecast, today measure.Day, sys measure.System) string {
	says := fmt.Sprintf("%s through its season, from %s to %s", st.Bag.Label, c.First.Short(), c.Last.Short())
	if level, _ := st.LevelOn(today, today); level > 0 {
		says += ": medium at " + sys.Length(st.Bag.Model.Shape.Told(level))
	}
	for _, s := range c.Steps {
		says += "; " + s.Label.Plain()
	}
	return says
}
