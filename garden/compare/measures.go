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

// Plain number of a value, as it stands in a table: money in whole units, not in hundredths.
func (m *Measure) Plain(v float64) float64 {
	if _, money := m.print(v).(measure.Money); money {
		return v / 100
	}
	return v
}

// For a kind of planting.
func (m *Measure) For(k Kind) bool {
	if k == Both {
		return m.For(Tubers) && m.For(Ground)
	}
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
	if o = m.observe(b); len(o.Bins) == 0 {
		for _, s := range b.Bins { // of another quantity than the harvest: no whole is known of it
			o.Bins = append(o.Bins, trial.BinShare{Bin: s.Bin, Parts: s.Parts})
		}
	}
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
func countOf(v float64) any    { return int(math.Round(v)) }
func perMetreOf(v float64) any { return measure.PerMetre(v) }
func litreOf(v float64) any    { return measure.PerLitre(v) }
func perAreaOf(v float64) any  { return measure.PerArea(v) }
func areaOf(v float64) any     { return measure.Area(v) }
func metreOf(v float64) any    { return measure.Length(100 * v) }
func kilosOf(v float64) any    { return measure.Mass(1000 * v) }
func hoursOf(v float64) any    { return math.Round(100*v) / 100 }

var inBags, everywhere = []Kind{Tubers, Slips}, []Kind{Tubers, Slips, Ground}

const edible = "edible harvest"

// Measures in the order they are offered.
func Measures() []*Measure { return measures }

var measures = []*Measure{
	{Key: "metre", Name: "a metre of row", Of: edible, By: "length of row", kinds: []Kind{Ground}, observe: func(b *Bag) trial.Observed { return b.observed(b.metres(), 0, 0) }, print: perMetreOf, of: massOf, by: metreOf},
	{Key: "ratio", Name: "harvest for the seed", Of: edible, By: "seed planted", kinds: []Kind{Tubers, Ground}, observe: func(b *Bag) trial.Observed {
		return b.observed(float64(b.M.Seed), float64(b.M.SeedLow), float64(b.M.SeedHigh))
	}, print: ratioOf, of: massOf, by: massOf},
	{Key: "slip", Name: "a slip", Of: edible, By: "slips planted", kinds: []Kind{Slips}, observe: perPlant, print: massOf, of: massOf, by: countOf},
	{Key: "harvest", Name: "harvest of a bag", Of: edible, By: "bags", kinds: everywhere, observe: func(b *Bag) trial.Observed { return b.observed(1, 0, 0) }, print: massOf, of: massOf, by: countOf},
	{Key: "litre", Name: "a litre of medium", Of: edible, By: "settled medium at the end", kinds: inBags, observe: func(b *Bag) trial.Observed { return b.observed(float64(b.M.Litres), 0, 0) }, print: litreOf, of: massOf, by: litresOf},
	{Key: "area", Name: "a square metre", Of: edible, By: "ground it took", kinds: everywhere, observe: func(b *Bag) trial.Observed { return b.observed(float64(b.M.Area), 0, 0) }, print: perAreaOf, of: massOf, by: areaOf},
	{Key: "plant", Name: "a plant", Of: edible, By: "tubers planted", kinds: []Kind{Tubers, Ground}, observe: perPlant, print: massOf, of: massOf, by: countOf},
	{Key: "stem", Name: "a stem", Of: edible, By: "stems, as counted or usual", kinds: everywhere, observe: func(b *Bag) trial.Observed { return b.observed(b.stems(), 0, 0) }, print: massOf, of: massOf, by: countOf},
	{Key: "tubers", Name: "tubers a plant", Of: "tubers counted", By: "plants", kinds: everywhere, observe: func(b *Bag) trial.Observed {
		if b.Harvest.Count == 0 || b.Harvest.Uncounted > 0 { // counted in part, it had more
			return trial.Observed{}
		}
		return trial.Observed{Of: float64(b.Harvest.Count), By: float64(b.Plants)}
	}, print: eachOf, of: countOf, by: countOf},
	{Key: "mean", Name: "weight of a tuber", Of: "weight of what was counted", By: "tubers counted", kinds: everywhere, observe: func(b *Bag) trial.Observed {
		return trial.Observed{Of: float64(b.Harvest.Counted), By: float64(b.Harvest.Own)}
	}, print: massOf, of: massOf, by: countOf},
	{Key: "keep", Name: "share to keep", Of: "graded to keep", By: "all that was lifted", kinds: everywhere, observe: func(b *Bag) trial.Observed {
		return trial.Observed{Of: float64(b.Harvest.ByGrade[lift.Keep]), By: float64(b.Harvest.Gross)}
	}, print: shareOf, of: massOf, by: massOf},
	{Key: "gross", Name: "with discards for the seed", Of: "all that was lifted", By: "seed planted", kinds: []Kind{Tubers, Ground}, observe: func(b *Bag) trial.Observed {
		return trial.Observed{Of: float64(b.M.Gross), By: float64(b.M.Seed)}
	}, print: ratioOf, of: massOf, by: massOf},
	{Key: "cost", Name: "cost a kilogram", Of: "bag, medium, seed, feed and water, as far as they have a price", By: edible, Less: true, kinds: inBags, observe: func(b *Bag) trial.Observed {
		if b.Cost.Total() == 0 {
			return trial.Observed{}
		}
		return trial.Observed{Of: float64(b.Cost.Total()), By: b.M.Edible.Kilograms()}
	}, print: moneyOf, of: moneyOf, by: kilosOf},
	{Key: "water", Name: "water a kilogram", Of: "water that was entered", By: edible, Less: true, kinds: inBags, observe: func(b *Bag) trial.Observed {
		w := float64(b.WaterEntered())
		if w == 0 {
			return trial.Observed{}
		}
		return trial.Observed{Of: w, By: b.M.Edible.Kilograms()}
	}, print: litresOf, of: litresOf, by: kilosOf},
	{Key: "hour", Name: "lifted in an hour", Of: "all that was lifted", By: "hours it took", kinds: everywhere, observe: func(b *Bag) trial.Observed {
		return trial.Observed{Of: float64(b.Harvest.Gross), By: float64(b.Minutes()) / 60}
	}, print: massOf, of: massOf, by: hoursOf},
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
		if first == nil || k == Both && m.Key == "area" { // ground is what a bag and a bed both take
			first = m
		}
	}
	return first
}

// AtLeast reports whether some of the bag's harvest left it without a weight, so that it gave
// more than is known.
func (b *Bag) AtLeast() bool { return b.Unweighed && b.Stage == logbook.StageClosed }
