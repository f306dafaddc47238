package trial

import (
	"math"

	"gonum.org/v1/gonum/stat/distuv"
)

// Observed is what one bag came to in a measure that is one quantity over another: harvest over
// seed, over litres, over stems. By is 1 for a measure that is no quotient.
type Observed struct {
	Of, By float64
	// OfLow to OfHigh, and ByLow to ByHigh, are what they may be where they were not taken
	// exactly; both 0 where they were.
	OfLow, OfHigh, ByLow, ByHigh float64
	Rough                        float64 // Of may be off by so much either way, for the steps of a scale
	Block                        int     // it was put to its arm within; the same for all where there are none
	// Bins are the shares of it in weighings of several bags together.
	Bins []BinShare
}

// BinShare is what one bag is taken to have had in a bin that was weighed as one: its own part is
// known within a range, that of the whole bin is as well known as it was weighed.
type BinShare struct {
	Bin       string
	Low, High float64 // of the share
	Parts     int     // shares that the bin was given out in
	// Whole range of the bin.
	WholeLow, WholeHigh float64
}

// Value of the bag by itself; NaN where it has none.
func (o Observed) Value() float64 {
	if o.By <= 0 {
		return math.NaN()
	}
	return o.Of / o.By
}

// Range the value may lie in; both Value where it was taken exactly.
func (o Observed) Range() (low, high float64) {
	low, high = o.Of, o.Of
	if o.OfHigh > 0 {
		low, high = o.OfLow, o.OfHigh
	}
	least, most := o.By, o.By
	if o.ByHigh > 0 {
		least, most = o.ByLow, o.ByHigh
	}
	if least <= 0 {
		least = o.By
	}
	return low / most, high / least
}

func (o Observed) ranged() bool { return o.OfHigh > 0 || o.ByHigh > 0 }

// Arm is the bags of one group. Those without a value must be left out.
type Arm []Observed

// OfTotals is all of what its bags gave over all of what they took: a small bag counts as little
// as it weighs. 0 for none.
func (a Arm) OfTotals() float64 {
	var of, by float64
	for _, o := range a {
		of, by = of+o.Of, by+o.By
	}
	if by <= 0 {
		return 0
	}
	return of / by
}

// MeanOfValues counts every bag the same. 0 for none.
func (a Arm) MeanOfValues() float64 { return a.Each().OfTotals() }

// wholeBins is by how much the bins that lie whole in an arm are better known than their shares.
func (a Arm) wholeBins() (low, high float64) {
	type bin struct {
		parts     int
		low, high float64
	}
	got := map[string]bin{}
	for _, o := range a {
		for _, s := range o.Bins {
			b := got[s.Bin]
			b.parts, b.low, b.high = b.parts+1, b.low+s.Low, b.high+s.High
			if got[s.Bin] = b; b.parts == s.Parts {
				low, high = low+s.WholeLow-b.low, high+s.WholeHigh-b.high
			}
		}
	}
	return low, high
}

// TotalsRange is what OfTotals may be. A bin that lies in it whole is as well known as it was
// weighed.
func (a Arm) TotalsRange() (low, high float64) {
	from, to := a.wholeBins()
	var least, most float64
	for _, o := range a {
		f, t, l, m := o.Of, o.Of, o.By, o.By
		if o.OfHigh > 0 {
			f, t = o.OfLow, o.OfHigh
		}
		if o.ByHigh > 0 {
			l, m = o.ByLow, o.ByHigh
		}
		from, to, least, most = from+f, to+t, least+l, most+m
	}
	if least <= 0 {
		return 0, 0
	}
	return from / most, to / least
}

// Each bag as a value of its own, so that the totals are the mean of the bags.
func (a Arm) Each() Arm {
	out := make(Arm, len(a))
	for i, o := range a {
		low, high := o.Range()
		out[i] = Observed{Of: o.Value(), By: 1, Block: o.Block, Rough: o.Rough / o.By}
		if o.ranged() {
			out[i].OfLow, out[i].OfHigh = low, high
		}
		for _, s := range o.Bins { // what a whole bin is over is not told bag by bag
			out[i].Bins = append(out[i].Bins, BinShare{Bin: s.Bin, Parts: s.Parts})
		}
	}
	return out
}

// Vary is the coefficient of variation of the bags' values, from 2 bags on; 0 where it cannot
// be told.
func (a Arm) Vary() float64 {
	if len(a) < 2 {
		return 0
	}
	mean := a.MeanOfValues()
	if mean <= 0 {
		return 0
	}
	sum := 0.0
	for _, o := range a {
		sum += (o.Value() - mean) * (o.Value() - mean)
	}
	return math.Sqrt(sum/float64(len(a)-1)) / mean
}

// Single are the bags of it that were weighed by themselves.
func (a Arm) Single() (out Arm) {
	for _, o := range a {
		if len(o.Bins) == 0 {
			out = append(out, o)
		}
	}
	return out
}

// Variation of bags about the mean of their group.
type Variation struct {
	CV   float64 // coefficient of variation; 0 where it cannot be told
	Bags int     // it rests on
	Free int     // degrees of freedom
}

// VaryWithin groups is their variation together, each about its own mean, weighed by what each can tell.
// Shares of bins do not vary as bags do, and are left out.
func VaryWithin(groups []Arm) Variation {
	var v Variation
	var sum float64
	for _, g := range groups {
		g = g.Single()
		if cv := g.Vary(); len(g) > 1 && cv > 0 {
			sum += cv * cv * float64(len(g)-1)
			v.Free += len(g) - 1
			v.Bags += len(g)
		}
	}
	if v.Free == 0 {
		return Variation{}
	}
	v.CV = math.Sqrt(sum / float64(v.Free))
	return v
}

// Cautious is the variation that a next trial is planned from: what three times in four is not exceeded
// where so few bags were seen, for bags that happened to agree.
func (v Variation) Cautious() float64 {
	if v.Free == 0 {
		return v.CV
	}
	return v.CV * math.Sqrt(float64(v.Free)/distuv.ChiSquared{K: float64(v.Free)}.Quantile(0.25))
}
