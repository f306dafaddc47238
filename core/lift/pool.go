package lift

import (
	"math"

	"glebata/core/measure"
)

// ShareOut a weight by shares, to the gram where it has whole grams: the parts come to it, and
// each is within a gram of its share. Shares under 0 count as 0; where all are 0 it is split
// evenly. Largest remainders.
func ShareOut(whole measure.Mass, shares []float64) []measure.Mass {
	out := make([]measure.Mass, len(shares))
	if len(shares) == 0 {
		return out
	}
	sum := 0.0
	for _, s := range shares {
		sum += math.Max(0, s)
	}
	grams := math.Floor(float64(whole) + 1e-9)
	left := grams
	rests := make([]float64, len(shares))
	for i, s := range shares {
		part := grams / float64(len(shares))
		if sum > 0 {
			part = grams * math.Max(0, s) / sum
		}
		full := math.Floor(part + 1e-9)
		out[i], rests[i] = measure.Mass(full), part-full
		left -= full
	}
	for ; left > 0.5; left-- { // fewer than there are shares
		most := 0
		for i, r := range rests {
			if r > rests[most] {
				most = i
			}
		}
		out[most]++
		rests[most] = -1
	}
	if crumb := whole - measure.Mass(grams); crumb > 0 { // less than a gram
		most := 0
		for i := range out {
			if out[i] > out[most] {
				most = i
			}
		}
		out[most] += crumb
	}
	return out
}

// PooledOff is how far a bag's share of a bin may be off, as a share of it. Practice.
const PooledOff = 0.3

// Pool a bin among bags by shares: what each is taken to have had in it. The nets come to the
// bin; none may be more than all of it.
func Pool(bin Batch, shares []float64) []Batch {
	nets := ShareOut(bin.Net(), shares)
	low, high := bin.Range()
	out := make([]Batch, len(shares))
	for i, net := range nets {
		off := measure.Mass(PooledOff)
		if len(shares) == 1 {
			off = 0
		}
		out[i] = Batch{
			Gross: net, Grade: bin.Grade, Known: bin.Known.Worse(measure.Pooled),
			Low: net * (1 - off) * low / bin.Net(), High: min(net*(1+off)*high/bin.Net(), high),
		}
	}
	return out
}

// CountShares of a count by shares, as whole tubers that come to it.
func CountShares(n int, shares []float64) []int {
	out := make([]int, len(shares))
	for i, m := range ShareOut(measure.Mass(n), shares) {
		out[i] = int(m)
	}
	return out
}
