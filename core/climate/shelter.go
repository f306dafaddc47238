package climate

import (
	"math"

	"glebata/core/measure"
	"glebata/core/working"
)

// Shelter is where a bag can stand. The value is its key in files and addresses.
type Shelter string

// The shelters, from the open inward.
const (
	Open       Shelter = "open"
	Wall       Shelter = "wall"
	Fleece     Shelter = "fleece"
	Greenhouse Shelter = "greenhouse"
	Wrapped    Shelter = "wrapped"
	FrostFree  Shelter = "frost-free"
	Heated     Shelter = "heated"
)

// MicroclimateOffset of a shelter over the open air. Practice.
type MicroclimateOffset struct {
	Name  string
	Where string              // in a sentence: "under fleece"
	Night measure.Temperature // added to the night's minimum
	Day   measure.Temperature // added to the day's maximum
	// Floor is the least a night falls to, when Floored.
	Floor   measure.Temperature
	Floored bool
	// Kept is set where a lamp or a mat keeps one temperature, the grower's own.
	Kept bool
	Roof bool // no rain comes in
	Note string
}

var gains = map[Shelter]MicroclimateOffset{
	Open:       {Name: "in the open", Where: "in the open"},
	Wall:       {Name: "by a wall, or wrapped", Where: "by a wall", Night: 1, Day: 0.5},
	Fleece:     {Name: "under fleece", Where: "under fleece", Night: 2, Day: 1, Note: "take it off in the day when plants are in leaf"},
	Greenhouse: {Name: "cold greenhouse or tunnel", Where: "in a cold greenhouse or tunnel", Night: 3, Day: 4, Roof: true},
	Wrapped:    {Name: "greenhouse with fleece", Where: "in a greenhouse with fleece", Night: 5, Day: 4, Roof: true},
	FrostFree:  {Name: "frost-free room or porch", Where: "in a frost-free room or porch", Day: 4, Floor: 4, Floored: true, Roof: true},
	Heated:     {Name: "heated room, lamp or mat", Where: "in a heated room, under a lamp or on a mat", Kept: true, Roof: true},
}

// UsualHeated is what a heated room, lamp or mat keeps until the grower says
// otherwise, in °C. Practice.
const UsualHeated measure.Temperature = 24

// Shelters lists every shelter in the order it is offered.
func Shelters() []Shelter {
	return []Shelter{Open, Wall, Fleece, Greenhouse, Wrapped, FrostFree, Heated}
}

// Frostless reports whether no frost comes in at all.
func (g MicroclimateOffset) Frostless() bool { return g.Floored || g.Kept }

// Inside is the day's minimum and maximum in °C where a bag stands, from those
// of the open air; kept is the temperature of a heated room. Practice.
func (g MicroclimateOffset) Inside(tmin, tmax float64, kept measure.Temperature) (low, high float64) {
	if g.Kept {
		return float64(kept), float64(kept)
	}
	low, high = tmin+float64(g.Night), tmax+float64(g.Day)
	if g.Floored {
		low = max(low, float64(g.Floor))
		high = max(high, low)
	}
	return low, high
}

// Offset of the shelter; the zero offset for an unknown one.
func (s Shelter) Offset() MicroclimateOffset { return gains[s] }

// Known reports whether s is one of Shelters.
func (s Shelter) Known() bool { _, ok := gains[s]; return ok }

// steepest shift that is believed, in days, where the normals hardly rise.
const steepest = 90

// ShiftDays is by how many days a shelter brings the last frost of a date
// forward, or puts the first one off: night gain ÷ slope of the normal daily
// minimum at that date, the slope taken over a fortnight. A site whose minimum
// hardly changes then is given no more than 90 days.
func (n *Normals) ShiftDays(s Shelter, at measure.Day) float64 {
	gain := float64(s.Offset().Night)
	if gain == 0 {
		return 0
	}
	slope := math.Abs(n.Min.At(at+7)-n.Min.At(at-7)) / 14
	return math.Min(steepest, gain/math.Max(slope, 1e-9))
}

// SafeWorking shows how a window came about.
func (n *Normals) SafeWorking(f Frosts, s Shelter, risk RiskTolerance) working.Working {
	w := n.Safe(f, s, risk)
	out := working.Working{
		Title: "Safe days for green growth, " + s.Offset().Name, Mark: working.Model,
		Source:  "normal distribution of the frosts, and the night gain of the shelter",
		Changes: "Your appetite for risk, the frost dates of your site, another shelter.",
	}
	if w.Always {
		out.Result = w.Days()
		out.Steps = []working.Step{{Says: "no frost is expected here"}}
		return out
	}
	out.Result = w.Days()
	out.Steps = []working.Step{
		{Says: "median last frost", Result: f.Last},
		{Says: "days past it at a risk of {}: z(1 − {}) × {}", Args: []any{float64(risk), float64(risk), f.LastSD}, Result: Margin(risk, f.LastSD)},
		{Says: "in the open, safe from", Result: SafeFrom(f.Last, f.LastSD, risk)},
		{Says: "days the shelter brings it forward: {} a night ÷ the slope of the minimum", Args: []any{measure.Warming(s.Offset().Night)}, Result: n.ShiftDays(s, f.Last)},
		{Says: "safe from", Result: w.From},
		{Says: "median first frost", Result: f.First},
		{Says: "in the open, safe until", Result: SafeUntil(f.First, f.FirstSD, risk)},
		{Says: "days the shelter puts it off", Result: n.ShiftDays(s, f.First)},
		{Says: "safe until", Result: w.Until},
	}
	return out
}

// Window of days that are safe for green growth, from spring to autumn. It spans
// the turn of the year south of the equator.
type Window struct {
	From, Until measure.Day
	// Always is set where no frost is expected: From and Until then mean nothing.
	Always bool
}

// Days of the window, both ends counted; 0 when it never opens.
func (w Window) Days() int {
	if w.Always {
		return 365
	}
	return max(0, int(w.Until-w.From)+1)
}

// Frosts of a site: the median last frost of spring and the median first one of
// the autumn after it, with their spread in days.
type Frosts struct {
	Last, First     measure.Day
	LastSD, FirstSD float64
	None            bool // no frosts at all
}

// Safe is the window under a shelter at an appetite for risk.
func (n *Normals) Safe(f Frosts, s Shelter, risk RiskTolerance) Window {
	if f.None || s.Offset().Frostless() {
		return Window{Always: true}
	}
	w := Window{
		From:  SafeFrom(f.Last, f.LastSD, risk) - measure.Day(math.Floor(n.ShiftDays(s, f.Last))),
		Until: SafeUntil(f.First, f.FirstSD, risk) + measure.Day(math.Floor(n.ShiftDays(s, f.First))),
	}
	w.Always = w.Until-w.From >= 364
	return w
}

// Under a shelter the frosts of a site come earlier to an end and later on.
func (n *Normals) Under(f Frosts, s Shelter) Frosts {
	if f.None || s.Offset().Frostless() {
		return Frosts{None: true}
	}
	f.Last -= measure.Day(math.Floor(n.ShiftDays(s, f.Last)))
	f.First += measure.Day(math.Floor(n.ShiftDays(s, f.First)))
	return f
}

// Risk on a day that green growth meets a frost yet: of a later one in spring,
// or an earlier one in autumn, whichever is more.
func (f Frosts) Risk(d measure.Day) float64 {
	if f.None {
		return 0
	}
	return math.Max(After(float64(d-f.Last), f.LastSD), Before(float64(d-f.First), f.FirstSD))
}
