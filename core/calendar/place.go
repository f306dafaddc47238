package calendar

import (
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/measure"
)

// Place is the ordinary weather of a site in one growing season. It keeps what
// it has worked out; make one with NewPlace for a season, and do not use it from
// two goroutines.
type Place struct {
	normals *climate.Normals
	frosts  climate.Frosts
	risk    climate.RiskTolerance
	heated  measure.Temperature
	from    measure.Day // first day that temperatures are held for
	held    map[spot][]float64
}

// spot whose temperatures are held.
type spot struct {
	shelter      climate.Shelter
	medium, dark bool
}

// Span of days that temperatures are held for, and how long before the spring
// they begin.
const (
	spanDays   = 900
	spanBefore = 300
)

// NewPlace takes a site's normals, the frosts of one season and what a heated
// room is kept at. Where there are no frosts the season begins on a day of its
// own.
func NewPlace(n *climate.Normals, f climate.Frosts, risk climate.RiskTolerance, heated measure.Temperature, begins measure.Day) *Place {
	p := &Place{normals: n, frosts: f, risk: risk, heated: heated, held: map[spot][]float64{}}
	if f.None {
		p.frosts.Last, p.frosts.First = begins, begins+364
	}
	p.from = p.frosts.Last - spanBefore
	return p
}

// air is the mean temperature under a shelter, °C.
func (p *Place) air(s climate.Shelter) growth.Warmth { return p.holds(spot{shelter: s}) }

// medium is the mean temperature of the medium in a bag under a shelter, °C.
func (p *Place) medium(s climate.Shelter, dark bool) growth.Warmth {
	return p.holds(spot{s, true, dark && !s.Offset().Kept})
}

func (p *Place) holds(at spot) growth.Warmth {
	days, ok := p.held[at]
	if !ok {
		w := p.mean(at.shelter)
		if at.medium {
			w = growth.Medium(p.air(at.shelter), at.dark)
		}
		days = make([]float64, spanDays)
		for i := range days {
			days[i] = w(p.from + measure.Day(i))
		}
		p.held[at] = days
	}
	return func(d measure.Day) float64 {
		i := int(d - p.from)
		if i < 0 || i >= spanDays {
			return p.mean(at.shelter)(d)
		}
		return days[i]
	}
}

func (p *Place) mean(s climate.Shelter) growth.Warmth {
	gain := s.Offset()
	return func(d measure.Day) float64 {
		low, high := gain.Inside(p.normals.Min.At(d), p.normals.Max.At(d), p.heated)
		return (low + high) / 2
	}
}

// window that is safe for green growth under a shelter.
func (p *Place) window(s climate.Shelter) climate.Window {
	return p.normals.Safe(p.frosts, s, p.risk)
}

// riskAt is the chance that a frost still comes to green growth that stands
// under a shelter from a day on, or has come before it in autumn.
func (p *Place) riskAt(s climate.Shelter, d measure.Day) float64 {
	return p.normals.Under(p.frosts, s).Risk(d)
}

// along is the warmth that a planting meets on its way through its shelters.
func along(stays []Stay, at func(climate.Shelter) growth.Warmth) growth.Warmth {
	warmths := make([]growth.Warmth, len(stays))
	for i, s := range stays {
		warmths[i] = at(s.Shelter)
	}
	return func(d measure.Day) float64 {
		for i := len(stays) - 1; i > 0; i-- {
			if d >= stays[i].From {
				return warmths[i](d)
			}
		}
		return warmths[0](d)
	}
}

// first day from one on, within so many days, on which something is so.
func first(from measure.Day, within int, is func(measure.Day) bool) (measure.Day, bool) {
	for i := range within {
		if is(from + measure.Day(i)) {
			return from + measure.Day(i), true
		}
	}
	return 0, false
}

// latestPlanting is the last day in a range on which a potato planted is mature
// by an end; ok is false when not even the first is.
func latestPlanting(from, until, end measure.Day, mature func(measure.Day) (measure.Day, bool)) (measure.Day, bool) {
	for d := until; d >= from; d-- {
		if ripe, ok := mature(d); ok && ripe <= end {
			return d, true
		}
	}
	return 0, false
}

// Constants of the calendar. Practice, but for those marked.
const (
	chitDays     = 35 // usual; 28 to 42
	chitFrom     = 28
	chitTo       = 42
	preGrowDays  = 28 // 21 to 35
	slipDays     = 63 // 56 to 70
	coolSlipDays = 14 // more in a room under 20 °C
	orderAhead   = 56 // slips are ordered so long before
	seedAhead    = 42 // seed is ordered so long before it is needed
	hardenDays   = 7
	soonPlanted  = 21 // days before planting that late chitting is told
	fillAhead    = 2  // pots are filled so long before
	potCover     = 5  // cm over a tuber in its pot

	coldestMedium = 7.0  // °C, for planting a potato
	hotMedium     = 25.0 // °C, seed rots and sets badly from here
	failsOver     = 30.0 // °C, it fails from here
	warmMedium    = 18.0 // °C, for planting out a slip
	endMedium     = 13.0 // °C, sweet potatoes are up before
	endAir        = 8.0  // °C, a late potato stops
	sweetRisk     = 0.05 // of a later frost when slips go out
	seasonSpread  = 1.2  // °C, how far a whole season lies off the normals. Model
	longest       = 420  // days that are looked ahead
)

// PotCover is over a tuber in its pot. Practice.
const PotCover measure.Length = 5

// ChitRange is the usual range of days of chitting.
func ChitRange() (from, usual, to int) { return chitFrom, chitDays, chitTo }

func isSweet(c crop.Class) bool { return c.Crop() == crop.SweetPotato }
