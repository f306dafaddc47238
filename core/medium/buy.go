package medium

import (
	"math"

	"glebata/core/measure"
)

// Purchase of one component in whole sacks.
type Purchase struct {
	Wanted measure.Volume // loose
	Stock  measure.Volume
	Sacks  int
	Cost   int            // hundredths of the grower's money
	Left   measure.Volume // over when all is used
}

// Buy covers a loose volume from stock and whole sacks of so many litres at a
// price each. A sack of no litres buys nothing.
func Buy(wanted, stock, sack measure.Volume, price int) Purchase {
	p := Purchase{Wanted: wanted, Stock: stock}
	if short := wanted - stock; short > 1e-9 && sack > 0 {
		p.Sacks = int(math.Ceil(float64(short/sack) - 1e-9))
	}
	p.Cost = p.Sacks * price
	p.Left = max(0, stock+measure.Volume(p.Sacks)*sack-wanted)
	return p
}

// Loose litres of each part that make a settled volume. Parts are measured out
// loose, by their shares.
func (m Mix) Loose(settled measure.Volume) []measure.Volume {
	loose := settled / measure.Volume(1-m.Settling())
	out := make([]measure.Volume, len(m))
	for i, p := range m {
		out[i] = loose * measure.Volume(p.Share)
	}
	return out
}
