package medium

import (
	"math"
	"slices"

	"glebata/core/advice"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/working"
)

// FeedAsk is what a season's feed is worked out for.
type FeedAsk struct {
	Class  crop.Class
	Mix    Mix
	Layers []measure.Volume // settled: those that get base dressing, the one under the seed first
	Litres measure.Volume   // settled, of the full bag
	Base   *Product         // dry; nil where there is none
	Liquid *Product         // with a dilution; nil where there is none
	From   measure.Day      // tubers set, or the plant is up in inert medium
	Until  measure.Day      // feeding ends
	Given  []Given          // liquid feed that was really given, by day
	Way    FeedWay
	// Stacked is what was worked in dry up to planting day, where its amount is known: it takes the
	// place of the base dressing.
	Stacked Nutrients
}

// Given is feed that was really given.
type Given struct {
	Day     measure.Day
	Product measure.Volume // of the concentrate; 0 with no nutrients for as much as was planned
	Water   measure.Volume // that it was stirred into
	Nutrients
}

// planned reports whether it was given as planned, without an amount.
func (g Given) planned() bool { return g.Water == 0 && g.Nutrients == (Nutrients{}) }

// LayerDose of dry feed.
type LayerDose struct {
	Settled measure.Volume
	Dose    measure.Mass
}

// Feeding is one watering with liquid feed.
type Feeding struct {
	Day     measure.Day
	Product measure.Volume // of the concentrate
	Water   measure.Volume // that it is stirred into
}

// Nutrients in g: nitrogen N, phosphate P2O5, potash K2O.
type Nutrients struct{ Nitrogen, Phosphate, Potash float64 }

// Plus other nutrients.
func (n Nutrients) Plus(o Nutrients) Nutrients {
	return Nutrients{n.Nitrogen + o.Nitrogen, n.Phosphate + o.Phosphate, n.Potash + o.Potash}
}

func (n Nutrients) times(by float64) Nutrients {
	return Nutrients{n.Nitrogen * by, n.Phosphate * by, n.Potash * by}
}

// SeasonFeed is the feed of one bag over a season.
type SeasonFeed struct {
	Dressing
	Layers   []LayerDose
	Feedings []Feeding
	Wants    Nutrients // over the season
	Brings   Nutrients // mix, base and liquid together
}

// FeedStops so many days before the leaves are half yellow, and FeedApart is the least
// time between two feeds: one that was given late puts the next one off. Practice.
const (
	FeedStops measure.Day = 21
	FeedApart measure.Day = 6
)

// Days between liquid feeds. Practice.
const (
	feedEvery      measure.Day = 14
	feedInertEvery measure.Day = 7
)

// nutrients that a litre of a liquid product, or a gram of a dry one, brings in g; a liquid's percent are taken as g in 100 mL.
func (p *Product) nutrients() Nutrients {
	by := 1.0 / 100
	if p.Liquid {
		by = 1000.0 / 100
	}
	return Nutrients{p.Nitrogen, p.Phosphate, p.Potash}.times(by)
}

// credit of a mix for settled litres, g.
func (m Mix) credit(litres measure.Volume) Nutrients {
	return Nutrients{
		m.sum(func(c Component) float64 { return c.Nitrogen }),
		m.sum(func(c Component) float64 { return c.Phosphate }),
		m.sum(func(c Component) float64 { return c.Potash }),
	}.times(float64(litres))
}

// Recorded is what its medium and the feed that is on record brought, and whether some of that is known by
// no amount, so that it was more.
func (a *FeedAsk) Recorded() (brought Nutrients, atLeast bool) {
	brought = a.Mix.credit(a.Litres).Plus(a.Stacked)
	for _, g := range a.Given {
		brought, atLeast = brought.Plus(g.Nutrients), atLeast || g.planned()
	}
	return brought, atLeast
}

// FeedSeason works out the feed of one bag: half of the nitrogen as base dressing,
// split over the layers by their volume; the rest as liquid every 14 days from tuber
// set on, or all of it weekly in inert medium. It holds nitrogen against potash, and
// all three against one and a half times what is wanted. Practice.
func FeedSeason(a FeedAsk) SeasonFeed {
	t := NewTargets(a.Class)
	f := SeasonFeed{Wants: Nutrients(t).times(float64(a.Litres)), Brings: a.Mix.credit(a.Litres)}
	base := Product{}
	if a.Base != nil {
		base = *a.Base
	}
	f.Dressing = Dress(a.Class, a.Mix, a.Litres, base, a.Way)
	share := feedWays[a.Way].base
	if a.Base == nil && !a.Mix.Inert() {
		f.Advice = nil
		if share < 1 { // else nothing is given that is not there
			f.Dressing.Liquid = f.Dressing.Wanted
		}
	}
	if a.Stacked != (Nutrients{}) { // what was really given replaces what was planned
		f.Base, f.Refused, f.Advice = 0, false, Rotting(a.Mix)
		f.Brings = f.Brings.Plus(a.Stacked)
		if share < 1 {
			f.Dressing.Liquid = max(0, f.Dressing.Wanted-a.Stacked.Nitrogen)
		}
	}
	if f.Base > 0 && !f.Refused {
		for i, dose := range Split(f.Base, a.Layers) {
			f.Layers = append(f.Layers, LayerDose{a.Layers[i], dose})
		}
		f.Brings = f.Brings.Plus(base.nutrients().times(float64(f.Base)))
	}
	f.pour(a)
	f.check()
	return f
}

// Split a dose over layers by their volume; what comes out adds up to it.
func Split(dose measure.Mass, layers []measure.Volume) []measure.Mass {
	var sum measure.Volume
	for _, l := range layers {
		sum += l
	}
	out := make([]measure.Mass, len(layers))
	for i, l := range layers {
		if sum > 0 {
			out[i] = dose * measure.Mass(l/sum)
		}
	}
	return out
}

// pour shares the liquid nitrogen among the days of feeding.
func (f *SeasonFeed) pour(a FeedAsk) {
	every := feedEvery
	if a.Mix.Inert() {
		every = feedInertEvery
	}
	if a.Liquid == nil || a.Liquid.Nitrogen <= 0 || a.Liquid.Dilution <= 0 || f.Liquid <= 0 || a.From == 0 || a.Until < a.From {
		return
	}
	n := int((a.Until-a.From)/every) + 1
	each := f.Liquid / float64(n) / a.Liquid.nutrients().Nitrogen // L of concentrate
	add := func(day measure.Day, concentrate float64) {
		f.Feedings = append(f.Feedings, Feeding{Day: day, Product: measure.Volume(concentrate), Water: measure.Volume(concentrate * 1000 / a.Liquid.Dilution)})
		f.Brings = f.Brings.Plus(a.Liquid.nutrients().times(concentrate))
	}
	from := a.From
	if f.amounts(a) { // what was given takes the place of what was planned, and the rest makes up for it
		left := f.Liquid
		for _, g := range a.Given {
			from = max(from, g.Day+every)
			if g.planned() {
				add(g.Day, each)
				left -= each * a.Liquid.nutrients().Nitrogen
				continue
			}
			f.Feedings = append(f.Feedings, Feeding{Day: g.Day, Product: g.Product, Water: g.Water})
			f.Brings = f.Brings.Plus(g.Nutrients)
			left -= g.Nitrogen
		}
		if n = int((a.Until-from)/every) + 1; left <= 0 || a.Until < from {
			n = 0
		}
		each = math.Max(0, left) / math.Max(1, float64(n)) / a.Liquid.nutrients().Nitrogen
	}
	for i := range n {
		add(from+every*measure.Day(i), each)
	}
	if len(f.Feedings) == 0 {
		return
	}
	if w, holds := f.Feedings[0].Water, a.Litres*measure.Volume(a.Mix.Water()); w > holds {
		f.Advice.Add(advice.MuchWater, advice.Warn, "", "Each feed is {} of water, more than the {} the bag holds: give it over two days.", w, holds)
	}
}

// amounts reports whether an amount of what was given is known.
func (f *SeasonFeed) amounts(a FeedAsk) bool {
	return slices.ContainsFunc(a.Given, func(g Given) bool { return !g.planned() })
}

// NutrientsOf an amount of a product: a mass of a dry one, or so many litres of a liquid
// one as it is stirred into its water; concentrate is how much of the liquid is in it.
func (p *Product) NutrientsOf(mass measure.Mass, water measure.Volume) (n Nutrients, concentrate measure.Volume) {
	if !p.Liquid {
		return p.nutrients().times(float64(mass)), 0
	}
	concentrate = water * measure.Volume(p.Dilution/1000)
	return p.nutrients().times(float64(concentrate)), concentrate
}

// check holds what comes together against what is wanted.
func (f *SeasonFeed) check() {
	b, w := f.Brings, f.Wants
	if b.Potash > 0 && b.Nitrogen/b.Potash > 1 {
		f.Advice.Add(advice.Leafy, advice.Warn, "", "More nitrogen than potash over the season: leafy tops, few tubers.")
	}
	for _, n := range []struct {
		name          string
		brings, wants float64
	}{{"nitrogen", b.Nitrogen, w.Nitrogen}, {"phosphate", b.Phosphate, w.Phosphate}, {"potash", b.Potash, w.Potash}} {
		if n.brings > tooMuch*n.wants+1e-9 {
			f.Refused = true
			f.Advice.Add(advice.Salts, advice.Stop, n.name, "{} g of {} where {} g are wanted: more than half as much again burns roots with salts. Not recommended; choose another feed, or a mix that brings less.",
				oneDecimal(n.brings), n.name, oneDecimal(n.wants))
		}
	}
	for _, n := range []struct {
		name          string
		brings, wants float64
	}{{"phosphate", b.Phosphate, w.Phosphate}, {"potash", b.Potash, w.Potash}} {
		if !f.Refused && b.Nitrogen >= 0.7*w.Nitrogen && n.brings < 0.5*n.wants { // of what is short all over that is said
			f.Advice.Add(advice.Hungry, advice.Tip, n.name, "Only {} g of {} of the {} g wanted: a feed with more of it would do better.", oneDecimal(n.brings), n.name, oneDecimal(n.wants))
		}
	}
	if !f.Refused && b.Nitrogen < 0.7*w.Nitrogen {
		f.Advice.Add(advice.Hungry, advice.Warn, "", "Only {} g of nitrogen of the {} g wanted: it wants a feed it does not have yet.", oneDecimal(b.Nitrogen), oneDecimal(w.Nitrogen))
	}
}

// SeasonWorking shows FeedSeason.
func SeasonWorking(a FeedAsk) working.Working {
	f := FeedSeason(a)
	w := working.Working{
		Title: "Nitrogen over the season", Result: measure.Mass(f.Brings.Nitrogen), Mark: working.Practice,
		Source: "targets for a litre of medium over a season", Changes: "The mix, the feeds, the class. The pack's own rate comes first.",
	}
	step := func(result any, says string, args ...any) {
		w.Steps = append(w.Steps, working.Step{Says: says, Args: args, Result: result})
	}
	step(measure.Mass(f.Target), "wanted: {} × {}", measure.Content(NewTargets(a.Class).Nitrogen), a.Litres)
	step(measure.Mass(f.Credit), "the mix brings")
	if a.Stacked != (Nutrients{}) {
		step(measure.Mass(a.Stacked.Nitrogen), "what was worked in by planting day brings")
	}
	if len(f.Layers) > 0 {
		step(f.Base, map[bool]string{true: "half of the rest, {}, as {} of {} % nitrogen", false: "the rest, {}, as {} of {} % nitrogen"}[a.Way == HalfIn], measure.Mass(f.Dressing.Wanted*feedWays[a.Way].base), a.Base.Name, a.Base.Nitrogen)
		for _, l := range f.Layers {
			step(l.Dose, "of it into {} of {}, by its share", l.Settled, a.Litres)
		}
	}
	if n := len(f.Feedings); n > 0 && f.amounts(a) {
		for _, g := range f.Feedings {
			step(g.Product, "{}: {} of water with", g.Day, g.Water)
		}
	} else if n > 0 {
		step(f.Feedings[0].Product, "{} as {}, {} times: each", measure.Mass(f.Dressing.Liquid), a.Liquid.Name, n)
		step(f.Feedings[0].Water, "in water, {} to {}", measure.Volume(a.Liquid.Dilution/1000), measure.Volume(1))
	}
	step(measure.Mass(f.Brings.Nitrogen), "nitrogen together")
	step(measure.Mass(f.Brings.Potash), "potash, of {} wanted", measure.Mass(f.Wants.Potash))
	return w
}
