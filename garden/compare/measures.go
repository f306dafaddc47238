package compare

import (
	"math"

	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/garden/logbook"
)

// Measure of what a bag gave, as one quantity over another.
type Measure struct {
	Key, Name string
	Of, By    string // the two quantities in words
	Less      bool   // less of it is better
	kinds     []Kind
	observe   func(*Bag) trial.Observed // By is 0 where the bag has no such value
	print     func(v float64) any       // a quantity of package measure
	of, by    func(v float64) any       // the two quantities
}

// Quantity of a value in the measure, for printing.
func (m *Measure) Quantity(v float64) any { return m.print(v) }

// For a kind of planting.
func (m *Measure) For(k Kind) bool {
	for _, own := range m.kinds {
		if own == k {
			return true
		}
	}
	return false
}

// Observe a bag; ok is false where it has no value, or does not count.
func (m *Measure) Observe(b *Bag) (o trial.Observed, ok bool) {
	if !b.Counts() {
		return o, false
	}
	o = m.observe(b)
	return o, o.By > 0 && !math.IsNaN(o.Of) && !math.IsInf(o.Of/o.By, 0)
}

func massOf(v float64) any  { return measure.Mass(v) }
func ratioOf(v float64) any { return measure.Ratio(v) }
func shareOf(v float64) any { return measure.Share(v) }
func eachOf(v float64) any  { return measure.Each(v) }
func moneyOf(v float64) any { return measure.Money(v) }
func litresOf(v float64) any {
	return measure.Volume(v)
}
func countOf(v float64) any { return int(math.Round(v)) }
func areaOf(v float64) any  { return measure.Area(v) }
func metreOf(v float64) any { return measure.Length(100 * v) }
func kilosOf(v float64) any { return measure.Mass(1000 * v) }
func hoursOf(v float64) any { return math.Round(100*v) / 100 }

var inBags, everywhere = []Kind{Tubers, Slips}, []Kind{Tubers, Slips, Ground}

const edible = "edible harvest"

// Measures in the order they are offered.
func Measures() []*Measure { return measures }

var measures = []*Measure{
	{"metre", "a metre of row", edible, "length of row", false, []Kind{Ground}, func(b *Bag) trial.Observed { return b.observed(b.metres(), 0, 0) }, massOf, massOf, metreOf},
	{"ratio", "harvest for the seed", edible, "seed planted", false, []Kind{Tubers, Ground}, func(b *Bag) trial.Observed {
		return b.observed(float64(b.M.Seed), float64(b.M.SeedLow), float64(b.M.SeedHigh))
	}, ratioOf, massOf, massOf},
	{"slip", "a slip", edible, "slips planted", false, []Kind{Slips}, perPlant, massOf, massOf, countOf},
	{"harvest", "harvest of a bag", edible, "bags", false, everywhere, func(b *Bag) trial.Observed { return b.observed(1, 0, 0) }, massOf, massOf, countOf},
	{"litre", "a litre of medium", edible, "settled medium at the end", false, inBags, func(b *Bag) trial.Observed { return b.observed(float64(b.M.Litres), 0, 0) }, massOf, massOf, litresOf},
	{"area", "a square metre", edible, "ground it took", false, everywhere, func(b *Bag) trial.Observed { return b.observed(float64(b.M.Area), 0, 0) }, massOf, massOf, areaOf},
	{"plant", "a plant", edible, "tubers planted", false, []Kind{Tubers, Ground}, perPlant, massOf, massOf, countOf},
	{"stem", "a stem", edible, "stems, as counted or usual", false, everywhere, func(b *Bag) trial.Observed { return b.observed(b.stems(), 0, 0) }, massOf, massOf, countOf},
	{"tubers", "tubers a plant", "tubers counted", "plants", false, everywhere, func(b *Bag) trial.Observed {
		if b.Harvest.Count == 0 {
			return trial.Observed{}
		}
		return trial.Observed{Of: float64(b.Harvest.Count), By: float64(b.Plants)}
	}, eachOf, countOf, countOf},
	{"mean", "weight of a tuber", "weight of what was counted", "tubers counted", false, everywhere, func(b *Bag) trial.Observed {
		return trial.Observed{Of: float64(b.Harvest.Counted), By: float64(b.Harvest.Count)}
	}, massOf, massOf, countOf},
	{"keep", "share to keep", "graded to keep", "all that was lifted", false, everywhere, func(b *Bag) trial.Observed {
		return trial.Observed{Of: float64(b.Harvest.ByGrade[lift.Keep]), By: float64(b.Harvest.Gross)}
	}, shareOf, massOf, massOf},
	{"gross", "with discards for the seed", "all that was lifted", "seed planted", false, []Kind{Tubers, Ground}, func(b *Bag) trial.Observed {
		return trial.Observed{Of: float64(b.M.Gross), By: float64(b.M.Seed)}
	}, ratioOf, massOf, massOf},
	{"cost", "cost a kilogram", "bag, medium, seed, feed and water, as far as they have a price", edible, true, inBags, func(b *Bag) trial.Observed {
		if b.Cost.Total() == 0 {
			return trial.Observed{}
		}
		return trial.Observed{Of: float64(b.Cost.Total()), By: b.M.Edible.Kilograms()}
	}, moneyOf, moneyOf, kilosOf},
	{"water", "water a kilogram", "water that was entered", edible, true, inBags, func(b *Bag) trial.Observed {
		w := float64(b.WaterEntered())
		if w == 0 {
			return trial.Observed{}
		}
		return trial.Observed{Of: w, By: b.M.Edible.Kilograms()}
	}, litresOf, litresOf, kilosOf},
	{"hour", "lifted in an hour", "all that was lifted", "hours it took", false, everywhere, func(b *Bag) trial.Observed {
		return trial.Observed{Of: float64(b.Harvest.Gross), By: float64(b.Minutes()) / 60}
	}, massOf, massOf, hoursOf},
}

func perPlant(b *Bag) trial.Observed { return b.observed(float64(b.M.Plants), 0, 0) }

// MeasureNamed by its key for a kind of planting, else the first that the kind has.
func MeasureNamed(key string, k Kind) *Measure {
	var first *Measure
	for _, m := range measures {
		if !m.For(k) {
			continue
		}
		if m.Key == key {
			return m
		}
		if first == nil {
			first = m
		}
	}
	return first
}

// AtLeast reports whether some of the bag's harvest left it without a weight, so that it gave
// more than is known.
func (b *Bag) AtLeast() bool { return b.Unweighed && b.Stage == logbook.StageClosed }
