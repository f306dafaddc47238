package bag

import (
	"math"

	"glebata/core/crop"
	"glebata/core/measure"
)

// Limit is what holds a harvest down most.
type Limit string

// The limits.
const (
	NoLimit    Limit = ""
	OfLitres   Limit = "litres"
	OfArea     Limit = "area"
	OfDepth    Limit = "depth"
	OfNumber   Limit = "plants"
	OfSeason   Limit = "season" // its warmth, length and sun
	leastAdded       = 0.01     // of the harvest, that a step is worth speaking of
)

// Steps by which each limit is tried. Practice.
const (
	stepLitres measure.Volume = 10
	stepArea   measure.Area   = 0.1
	stepDepth  measure.Length = 5
)

// Limits names what holds the harvest down most, with what one step more of it would add: 10 L, a
// tenth of a square metre, 5 cm, one plant, or a full season where it has less. The step that adds
// most is named; NoLimit where none adds a hundredth of it, or there is nothing to add to.
func (g Growing) Limits() (limit Limit, adds measure.Mass) {
	now := Expect(g).Yield
	if now <= 0 {
		return NoLimit, 0
	}
	k := g.Class.Constants()
	try := func(of Limit, may bool, more func(*Growing)) {
		m := g
		more(&m)
		if gain := Expect(m).Yield - now; may && gain > adds {
			limit, adds = of, gain
		}
	}
	try(OfLitres, true, func(m *Growing) { m.Usable += stepLitres })
	try(OfArea, g.Area > 0, func(m *Growing) { m.Area += stepArea })
	try(OfDepth, g.Depth > 0 && g.Depth < k.DepthGood, func(m *Growing) { m.Depth += stepDepth })
	try(OfNumber, g.room(k), func(m *Growing) { m.Plants++ })
	try(OfSeason, g.Season < FullSeason, func(m *Growing) { m.Season = FullSeason })
	if adds < leastAdded*now {
		return NoLimit, 0
	}
	return limit, adds
}

// room reports whether one more plant has the litres and the ground that are least.
func (g *Growing) room(k crop.Constants) bool {
	n, each := float64(g.Plants+1), k.LeastArea
	if g.Bed {
		each = k.BedArea
	}
	return float64(g.Usable) >= n*float64(k.LitresPerPlant) && (g.Area <= 0 || float64(g.Area) >= n*float64(each))
}

// LimitWords say what Limits found; empty where there is none.
func (g Growing) LimitWords() measure.Phrase {
	limit, adds := g.Limits()
	about := measure.Expected(roundly(adds))
	switch limit {
	case OfLitres:
		return measure.Say("Its litres hold it down: {} more would add about {}.", stepLitres, about)
	case OfArea:
		return measure.Say("The ground its leaves cover holds it down: {} more would add about {}.", stepArea, about)
	case OfDepth:
		return measure.Say("Its depth holds it down: {} more would add about {}.", stepDepth, about)
	case OfNumber:
		return measure.Say("There is room for one more {}: it would add about {}.", g.Class.Crop().SetOut(1), about)
	case OfSeason:
		return measure.Say("Its season holds it down, by warmth, days or sun: a full one would add about {}.", about)
	}
	return measure.Phrase{}
}

// roundly to one figure, or two where it begins with a one.
func roundly(m measure.Mass) measure.Mass {
	if m <= 0 {
		return 0
	}
	unit := math.Pow(10, math.Floor(math.Log10(float64(m)/2)))
	return measure.Mass(math.Round(float64(m)/unit) * unit)
}
