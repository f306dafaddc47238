package draw

import (
	"fmt"
	"math"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/forecast"
)

// SiteYear is a site's year as a band: normal temperatures, the risk of frost,
// day length, and the window that is safe under each shelter. In px.
type SiteYear struct {
	W, H   int
	Left   int
	Right  int
	Titles [3]Letter // over or beside the temperatures, the frosts and the light
	Months []Letter  // along the foot
	Ticks  []int     // x of the first of each month
	Foot   int

	Band         Mark // area between minimum and maximum
	Degrees      []Letter
	Zero         int // y of freezing, 0 when it is not on the panel
	TempTop      int
	TempBottom   int
	Risk         Mark // area under the risk of frost
	RiskTop      int
	RiskBottom   int
	Appetite     int // y of the risk that is taken
	AppetiteText Letter
	Light        Mark // line of day length
	LightTop     int
	LightBottom  int
	Longest      Letter
	Shortest     Letter
	Bars         []Bar
	Today        int // x
	Says         Text
}

// Bar is the safe window under one shelter.
type Bar struct {
	Name       Text
	Have       bool
	X, Y, W    int
	From       Text
	Until      Text
	FromX      int
	UntilX     int
	Key        Mark
	Y0, TextY  int
	NameY      int
	AlwaysText Text
}

// Measures of the year in px.
const (
	tempTop, tempBottom = 34, 176
	riskHigh, lightHigh = 72, 56
	barHeight, barPitch = 20, 30
	underTitle          = 14 // where titles stand over their panels
	leastLight          = 6  // hours over the panel of day length, at the equator too
)

// NewSiteYear draws an outlook; today is marked.
func NewSiteYear(o forecast.SiteOutlook, today measure.Day, sys measure.System, paper Paper) SiteYear {
	start := yearStart(o.Frosts, today)
	y := SiteYear{
		W: on(paper, 1000, PhoneWidth), Left: on(paper, 210, 52), Right: on(paper, 984, PhoneWidth-2), TempTop: tempTop, TempBottom: tempBottom,
	}
	gap := on(paper, 28, 46)
	y.RiskTop = y.TempBottom + gap
	y.RiskBottom = y.RiskTop + riskHigh
	y.LightTop = y.RiskBottom + gap
	y.LightBottom = y.LightTop + lightHigh
	y.titles(o, paper)
	x := func(d measure.Day) int {
		share := math.Max(0, math.Min(1, float64(d-start)/365))
		return y.Left + int(math.Round(share*float64(y.Right-y.Left)))
	}
	y.temperatures(o.Normals, start, x, sys)
	y.risk(o, start, x)
	y.light(o.Site.Latitude, start, x, sys)
	y.bars(o, x, paper)
	y.Foot = y.LightBottom + 26 + len(o.Windows)*on(paper, barPitch, barPitch+16) + 4
	y.H = y.Foot + 34
	for d := start; d < start+365; d++ {
		if d.DayOfMonth() == 1 {
			y.Ticks = append(y.Ticks, x(d))
			if n := len(y.Months); n > 0 && x(d) < y.Months[n-1].X+34 {
				continue
			}
			y.Months = append(y.Months, Letter{X: x(d) + 4, Y: y.Foot + 20, Text: Escape(d.MonthName())})
		}
	}
	y.Today = x(today)
	y.Says = Escape("The year from " + start.String() + ": normal temperatures, risk of frost, day length, and the days that are safe under each shelter")
	return y
}

// titles of the panels: beside them on a desk, over them on a phone.
func (y *SiteYear) titles(o forecast.SiteOutlook, paper Paper) {
	y.Titles[0] = Letter{Y: 22, Text: "Normal temperature"}
	y.AppetiteText = Letter{Text: Escape(fmt.Sprintf("you take %.0f %%", float64(o.Site.Risk)*100))}
	y.Titles[1], y.Titles[2] = Letter{Text: "Risk of a frost"}, Letter{Text: "Day length"}
	if paper == Phone {
		y.Titles[1].Y, y.Titles[2].Y = y.RiskTop-underTitle, y.LightTop-underTitle
		y.AppetiteText.X, y.AppetiteText.Y = 130, y.RiskTop-underTitle
		return
	}
	y.Titles[1].Y, y.Titles[2].Y, y.AppetiteText.Y = y.RiskTop+12, y.LightTop+26, y.RiskTop+34
}

// yearStart puts the growing season in the middle: the year begins half way
// through the winter before it. Without frosts it begins with the calendar's.
func yearStart(f climate.Frosts, today measure.Day) measure.Day {
	if f.None {
		return measure.Date(today.Year(), 1, 1)
	}
	start := f.Last - (365-(f.First-f.Last))/2
	if today < start {
		start = today
	}
	return start
}

func (y *SiteYear) temperatures(n *climate.Normals, start measure.Day, x func(measure.Day) int, sys measure.System) {
	low, high := 0.0, 0.0
	for i := range n.Min {
		low, high = math.Min(low, n.Min[i]), math.Max(high, n.Max[i])
	}
	low, high = 5*math.Floor(low/5), 5*math.Ceil(high/5)
	at := func(t float64) int {
		return tempBottom - int(math.Round((t-low)/(high-low)*(tempBottom-tempTop)))
	}
	var up, down []byte
	for i := 0; i <= 365; i += 5 {
		d := start + measure.Day(i)
		command := "L"
		if i == 0 {
			command = "M"
		}
		up = path(up, command, x(d), at(n.Max.At(d)))
		down = append(path(nil, "L", x(d), at(n.Min.At(d))), down...)
	}
	y.Band = Mark(string(up) + string(down) + "z")
	step := 5.0
	if high-low > 35 {
		step = 10
	}
	for t := low; t <= high; t += step {
		y.Degrees = append(y.Degrees, Letter{X: y.Left - 10, Y: at(t) + 5, Text: Escape(sys.Temperature(measure.Temperature(t)))})
	}
	if low <= 0 {
		y.Zero = at(0)
	}
}

func (y *SiteYear) risk(o forecast.SiteOutlook, start measure.Day, x func(measure.Day) int) {
	at := func(risk float64) int { return y.RiskBottom - int(math.Round(risk*riskHigh)) }
	b := path(nil, "M", x(start), y.RiskBottom)
	for i := 0; i < 365; i += 3 {
		d := start + measure.Day(i)
		b = path(b, "L", x(d), at(o.Frosts.Risk(d)))
	}
	b = path(b, "L", x(start+365), at(o.Frosts.Risk(start+365)))
	y.Risk = Mark(string(path(b, "L", x(start+365), y.RiskBottom)) + "z")
	y.Appetite = at(float64(o.Site.Risk))
}

func (y *SiteYear) light(latitude float64, start measure.Day, x func(measure.Day) int, sys measure.System) {
	hours := func(d measure.Day) float64 {
		return climate.DayLength(latitude, int(d-measure.Date(d.Year(), 1, 1))+1)
	}
	longest, shortest := start, start
	for d := start; d <= start+365; d += 5 {
		if hours(d) > hours(longest) {
			longest = d
		}
		if hours(d) < hours(shortest) {
			shortest = d
		}
	}
	mid, half := (hours(longest)+hours(shortest))/2, max(leastLight, hours(longest)-hours(shortest))/2
	at := func(h float64) int {
		return (y.LightTop+y.LightBottom)/2 - int(math.Round((h-mid)/half*float64(lightHigh/2-12)))
	}
	var b []byte
	for i := 0; i <= 365; i += 5 {
		d := start + measure.Day(i)
		command := "L"
		if i == 0 {
			command = "M"
		}
		b = path(b, command, x(d), at(hours(d)))
	}
	y.Light = Mark(b)
	letter := func(d measure.Day, dy int) Letter {
		return Letter{X: min(max(x(d), y.Left+20), y.Right-20), Y: at(hours(d)) + dy, Text: Escape(sys.Number(hours(d), 1) + " h")}
	}
	y.Longest, y.Shortest = letter(longest, -6), letter(shortest, 17)
}

func (y *SiteYear) bars(o forecast.SiteOutlook, x func(measure.Day) int, paper Paper) {
	for i, w := range o.Windows {
		top := y.LightBottom + 26 + i*on(paper, barPitch, barPitch+16) + on(paper, 0, 16)
		b := Bar{Name: Escape(w.Offset.Name), Have: w.Have, Key: Mark(w.Shelter), Y: top, Y0: barHeight, TextY: top + 15, NameY: top + on(paper, 15, -5)}
		switch {
		case w.Always:
			b.X, b.W, b.AlwaysText = y.Left, y.Right-y.Left, "no frost expected, all year"
		case w.Window.Days() > 0:
			b.X = x(w.From)
			b.W = x(w.Until+1) - b.X
			b.From, b.Until = Escape(w.From.Short()), Escape(w.Until.Short())
		default:
			b.X, b.AlwaysText = y.Left, "never safe at this risk"
		}
		b.FromX, b.UntilX = b.X+8, b.X+b.W-8
		y.Bars = append(y.Bars, b)
	}
}
