package compare

import (
	"fmt"
	"math"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/keep"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/trial"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Kind of plantings that are compared with one another: each has measures and axes of its own.
type Kind string

// The kinds.
const (
	Tubers Kind = "tubers" // potatoes in bags
	Slips  Kind = "slips"  // sweet potatoes in bags
	Ground Kind = "ground" // rows and beds
	Both   Kind = "both"   // potatoes in bags and in the ground, by what both have
)

// Kinds in the order they are offered.
func Kinds() []Kind { return []Kind{Tubers, Slips, Ground, Both} }

// Name for reading.
func (k Kind) Name() string {
	return map[Kind]string{Tubers: "potatoes in bags", Slips: "sweet potatoes in bags", Ground: "rows and beds in the ground", Both: "potatoes in bags and in the ground"}[k]
}

// Holds reports whether a planting is of the kind.
func (k Kind) Holds(b *Bag) bool {
	own := b.Kind()
	return own == k || k == Both && (own == Tubers || own == Ground && b.Variety.Class.Crop() == crop.Potato)
}

// Bag is one finished planting with all that it may be compared by.
type Bag struct {
	*forecast.PlantingForecast
	M       lift.Bag
	Sprouts int        // kept on each, as they were counted; 0 where they were not
	Sown    Sown       // as the bench has it
	Mix     string     // that it was filled with
	Parts   medium.Mix // of it; nil where it cannot be read
	Sun     float64    // h a day where it stands; 0 where it is not known

	Bins   []trial.BinShare // of it, g
	Step   measure.Mass     // that the scale of its season shows; 0 where it is not told from its weights
	Stood  []logbook.Place  // from planting on: where it was taken in its season
	Cost   keep.Cost        // of its season
	filled measure.Money    // that its medium cost when it was new
	lacks  []string         // what of its cost is not known
	levels []kept           // of the factors, in their order
}

// Sown is what the bench knows of the seed of a planting; empty where it knows nothing.
type Sown struct {
	Source logbook.Source
	Lot    string
	Cut    int // pieces that were cut
	Pieces int
	Healed bool          // every cut one in time
	Cost   measure.Money // of its pieces, as the lot cost; 0 where that is not known
}

// Kind of the planting.
func (b *Bag) Kind() Kind { return kindOf(&b.Planting) }

func kindOf(p *logbook.Planting) Kind {
	switch {
	case p.Bag.Model.Shape.Ground():
		return Ground
	case p.Variety.Class.Crop() == crop.SweetPotato:
		return Slips
	}
	return Tubers
}

// Counts reports whether it counts in comparisons: its harvest is known, and no stand-in's.
func (b *Bag) Counts() bool { return !b.Simulated && !b.Unknown }

// Name of it among bags of several seasons.
func (b *Bag) Name() string { return fmt.Sprintf("%s %d", b.Bag.Label, b.Season.Year) }

// Label of the bag it grew in.
func (b *Bag) Label() string { return b.Bag.Label }

// stems it had, by the sprouts that were counted, else the usual.
func (b *Bag) stems() float64 {
	each := b.Sprouts
	if each == 0 {
		each = bag.UsualSprouts
		if b.Variety.Class.Crop() == crop.SweetPotato {
			each = 1
		}
	}
	return float64(b.Plants * each)
}

// Minutes that lifting took; 0 where nobody wrote them down.
func (b *Bag) Minutes() int {
	sum := 0
	for i := range b.Log {
		if e := &b.Log[i]; e.Kind == logbook.Weighed {
			sum += e.Level
		}
	}
	return sum
}

// metres of row, or of the length of a bed.
func (b *Bag) metres() float64 {
	l, w := b.Bag.Model.Shape.Top()
	return math.Max(float64(l), float64(w)) / 100
}

// observed is a quotient of the harvest that counts, with what it may be.
func (b *Bag) observed(by, byLow, byHigh float64) trial.Observed {
	o := trial.Observed{Of: float64(b.M.Edible), By: by}
	if low, high := b.M.HarvestRange(); high > low {
		o.OfLow, o.OfHigh = float64(low), float64(high)
	}
	if o.Bins = b.Bins; o.Of > 0 {
		o.Rough = float64(b.Step) / 2
	}
	if byHigh > byLow {
		o.ByLow, o.ByHigh = byLow, byHigh
	}
	return o
}
