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
	Months []Letter // along the foot
	Ticks  []int    // x of the first of each month
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
	AppetiteText Text
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
	AlwaysText Text
}

// Measures of the year in px.
const (
	yearW, yearLeft, yearRight   = 1000, 210, 984
	tempTop, tempBottom          = 34, 176
	riskTop, riskBottom          = 204, 276
	lightTop, lightBottom        = 304, 346
	barsTop, barHeight, barPitch = 372, 20, 30
)

// NewSiteYear draws an outlook; today is marked.
func NewSiteYear(o forecast.SiteOutlook, today measure.Day, sys measure.System) SiteYear {
	start := yearStart(o.Frosts, today)
	y := SiteYear{
		W: yearW, Left: yearLeft, Right: yearRight, TempTop: tempTop, TempBottom: tempBottom,
		RiskTop: riskTop, RiskBottom: riskBottom, LightTop: lightTop, LightBottom: lightBottom,
	}
	x := func(d measure.Day) int {
		share := math.Max(0, math.Min(1, float64(d-start)/365))
		return yearLeft + int(math.Round(share*(yearRight-yearLeft)))
	}
	y.temperatures(o.Normals, start, x, sys)
	y.risk(o, start, x)
	y.light(o.Site.Latitude, start, x)
	y.bars(o, start, x)
	y.Foot = barsTop + len(o.Windows)*barPitch + 4
	y.H = y.Foot + 34
	for d := start; d < start+365; d++ {
		if d.DayOfMonth() == 1 {
			y.Ticks = append(y.Ticks, x(d))
			y.Months = append(y.Months, Letter{X: x(d) + 4, Y: y.Foot + 20, Text: Escape(d.MonthName())})
		}
	}
	y.Today = x(today)
	y.Says = Escape("The year from " + start.String() + ": normal temperatures, risk of frost, day length, and the days that are safe under each shelter")
	return y
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
		y.Degrees = append(y.Degrees, Letter{X: yearLeft - 10, Y: at(t) + 5, Text: Escape(sys.Temperature(measure.Temperature(t)))})
	}
	if low <= 0 {
		y.Zero = at(0)
	}
}

func (y *SiteYear) risk(o forecast.SiteOutlook, start measure.Day, x func(measure.Day) int) {
	at := func(risk float64) int { return riskBottom - int(math.Round(risk*(riskBottom-riskTop))) }
	b := path(nil, "M", x(start), riskBottom)
	for i := 0; i < 365; i += 3 {
		d := start + measure.Day(i)
		b = path(b, "L", x(d), at(o.Frosts.Risk(d)))
	}
	b = path(b, "L", x(start+365), at(o.Frosts.Risk(start+365)))
	y.Risk = Mark(string(path(b, "L", x(start+365), riskBottom)) + "z")
	y.Appetite = at(float64(o.Site.Risk))
	y.AppetiteText = Escape(fmt.Sprintf("you take %.0f %%", float64(o.Site.Risk)*100))
}

func (y *SiteYear) light(latitude float64, start measure.Day, x func(measure.Day) int) {
	hours := func(d measure.Day) float64 {
		return climate.DayLength(latitude, int(d-measure.Date(d.Year(), 1, 1))+1)
	}
	at := func(h float64) int { return lightBottom - int(math.Round(h/24*(lightBottom-lightTop))) }
	var b []byte
	longest, shortest := start, start
	for i := 0; i <= 365; i += 5 {
		d := start + measure.Day(i)
		command := "L"
		if i == 0 {
			command = "M"
		}
		b = path(b, command, x(d), at(hours(d)))
		if hours(d) > hours(longest) {
			longest = d
		}
		if hours(d) < hours(shortest) {
			shortest = d
		}
	}
	y.Light = Mark(b)
	letter := func(d measure.Day, dy int) Letter {
		return Letter{X: min(max(x(d), yearLeft+20), yearRight-20), Y: at(hours(d)) + dy, Text: Escape(fmt.Sprintf("%.1f h", hours(d)))}
	}
	y.Longest, y.Shortest = letter(longest, -6), letter(shortest, -6)
}

func (y *SiteYear) bars(o forecast.SiteOutlook, start measure.Day, x func(measure.Day) int) {
	for i, w := range o.Windows {
		top := barsTop + i*barPitch
		b := Bar{Name: Escape(w.Offset.Name), Have: w.Have, Key: Mark(w.Shelter), Y: top, Y0: barHeight, TextY: top + 15}
		switch {
		case w.Always:
			b.X, b.W, b.AlwaysText = yearLeft, yearRight-yearLeft, "no frost expected, all year"
		case w.Window.Days() > 0:
			b.X = x(w.From)
			b.W = x(w.Until+1) - b.X
			b.From, b.Until = Escape(w.From.Short()), Escape(w.Until.Short())
		default:
			b.X, b.AlwaysText = yearLeft, "never safe at this risk"
		}
		b.FromX, b.UntilX = b.X+8, b.X+b.W-8
		y.Bars = append(y.Bars, b)
	}
}
