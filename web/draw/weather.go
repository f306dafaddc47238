package draw

import (
	"fmt"
	"math"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Weather is days as columns: minimum to maximum over the normals, rain below,
// and the forecast with its uncertainty. In px.
type Weather struct {
	W, H, Left, Right int
	TempTop, TempFoot int
	RainFoot, RainTop int
	Normal            Mark // area of the normals
	Days              []WeatherDay
	Degrees           []Letter
	Rains             []Letter
	Ticks             []Letter
	Zero              int // y of freezing; 0 when it is not on the panel
	Today             int // x of the line after today; 0 when it is not on the panel
	Forecast          bool
	Says              Text
}

// WeatherDay is one column.
type WeatherDay struct {
	X, W      int
	Y, H      int // minimum to maximum
	Rain      int // height
	RainY     int
	Kind      Mark // "own", "sim", "fore"
	LowY      int  // where the forecast's minimum may fall to
	Wide      int  // how far up from LowY it may lie
	Mid       int
	Title     Text
	WetChance Text
}

// Measures of the weather in px.
const (
	weatherTop, weatherFoot = 26, 236
	rainTop, rainFoot       = 256, 316
	phoneDays               = 9 // before today
)

// likely is how many standard deviations hold 80 % of a normal distribution.
const likely = 1.2816

// NewWeather draws records and what is forecast after them.
func NewWeather(days []logbook.DayRecord, nights []forecast.Forecast, n *climate.Normals, sys measure.System, paper Paper) Weather {
	if paper == Phone {
		days = days[max(0, len(days)-phoneDays):]
	}
	w := Weather{
		W: on(paper, 1000, PhoneWidth), H: rainFoot + 30, Left: on(paper, 66, 62), Right: on(paper, 990, PhoneWidth-2), TempTop: weatherTop, TempFoot: weatherFoot,
		RainTop: rainTop, RainFoot: rainFoot, Forecast: len(nights) > 0,
	}
	total := len(days)
	if len(nights) > 0 {
		total += nights[len(nights)-1].Lead
	}
	if total == 0 {
		return w
	}
	low, high, wettest := 0.0, 10.0, 10.0
	for _, d := range days {
		low, high, wettest = math.Min(low, d.Min), math.Max(high, d.Max), max(wettest, known(d.Rain))
	}
	for _, f := range nights {
		low, high = math.Min(low, f.Min-likely*f.Spread), math.Max(high, f.Max)
	}
	low, high, wettest = 5*math.Floor(low/5), 5*math.Ceil(high/5), 10*math.Ceil(wettest/10)
	at := func(t float64) int {
		return weatherFoot - int(math.Round((t-low)/(high-low)*(weatherFoot-weatherTop)))
	}
	x := func(i int) int { return w.Left + i*(w.Right-w.Left)/total }
	first := days[0].Day
	w.normals(n, first, total, x, at)
	for i, d := range days {
		c := w.column(x(i), x(i+1), at(d.Min), at(d.Max))
		c.Kind = "sim"
		if d.Own() {
			c.Kind = "own"
		}
		c.rain(known(d.Rain), wettest)
		rain := "rain not known"
		if !math.IsNaN(d.Rain) {
			rain = sys.Print(measure.Rain(d.Rain))
		}
		c.Title = Escape(fmt.Sprintf("%s: %s to %s, %s, %s", d.Day.Short(), sys.Temperature(measure.Temperature(d.Min)), sys.Temperature(measure.Temperature(d.Max)), rain, d.Source))
		w.Days = append(w.Days, c)
	}
	for _, f := range nights {
		i := len(days) + f.Lead - 1
		c := w.column(x(i), x(i+1), at(f.Min), at(f.Max))
		c.Kind, c.Mid = "fore", (c.X+c.X+c.W)/2
		c.LowY = at(f.Min - likely*f.Spread)
		c.Wide = c.LowY - at(f.Min+likely*f.Spread)
		if !math.IsNaN(f.WetChance) {
			c.WetChance = Escape(fmt.Sprintf("%.0f", f.WetChance*100))
		}
		c.Title = Escape(fmt.Sprintf("%s: forecast %s to %s, give or take %s, %s", f.Day.Short(), sys.Temperature(measure.Temperature(f.Min)), sys.Temperature(measure.Temperature(f.Max)), sys.Print(measure.Warming(f.Spread)), f.Source))
		w.Days = append(w.Days, c)
	}
	for t := low; t <= high; t += 5 {
		w.Degrees = append(w.Degrees, Letter{X: w.Left - 8, Y: at(t) + 5, Text: Escape(sys.Temperature(measure.Temperature(t)))})
	}
	w.Rains = []Letter{{X: w.Left - 8, Y: rainTop + 8, Text: Escape(sys.Print(measure.Rain(math.Round(wettest))))}, {X: w.Left - 8, Y: rainFoot + 3, Text: "0"}}
	for i := range total {
		if d := first + measure.Day(i); (int(d)+3)%7 == 0 && x(i) < w.Right-56 { // Mondays
			w.Ticks = append(w.Ticks, Letter{X: x(i), Y: rainFoot + 22, Text: Escape(d.Short())})
		}
	}
	if low < 0 {
		w.Zero = at(0)
	}
	if w.Forecast {
		w.Today = x(len(days))
	}
	w.Says = Escape(fmt.Sprintf("Weather from %s to %s: minimum to maximum each day over the normals, and rain", first, days[len(days)-1].Day))
	return w
}

func (w *Weather) column(from, to, low, high int) WeatherDay {
	return WeatherDay{X: from + 2, W: max(2, to-from-4), Y: high, H: max(2, low-high)}
}

// known figure, 0 where it is not.
func known(v float64) float64 {
	if math.IsNaN(v) {
		return 0
	}
	return v
}

func (c *WeatherDay) rain(mm, wettest float64) {
	c.Rain = int(math.Round(mm / wettest * (rainFoot - rainTop)))
	c.RainY = rainFoot - c.Rain
}

func (w *Weather) normals(n *climate.Normals, first measure.Day, total int, x func(int) int, at func(float64) int) {
	var up, down []byte
	for i := 0; ; i += 3 {
		i = min(i, total)
		d := first + measure.Day(i)
		command := "L"
		if i == 0 {
			command = "M"
		}
		up = path(up, command, x(i), at(n.Max.At(d)))
		down = append(path(nil, "L", x(i), at(n.Min.At(d))), down...)
		if i == total {
			break
		}
	}
	w.Normal = Mark(string(up) + string(down) + "z")
}
