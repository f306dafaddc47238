package medium

import (
	"fmt"
	"math"

	"glebata/core/measure"
)

// Teaspoon of dry feed, level. Practice.
const Teaspoon measure.Mass = 5

// Household is a dose in the measure at hand; Count is 0 where only a scale is fine
// enough.
type Household struct {
	Count float64
	Unit  string // "handful" or "teaspoon"
}

// String is the measure in words: "1½ handfuls", "half a teaspoon", "weigh it".
func (h Household) String() string {
	whole, part := math.Modf(h.Count)
	quarter := [...]string{"", "¼", "½", "¾"}[int(math.Round(4*part))%4]
	switch {
	case h.Count <= 0:
		return "weigh it"
	case h.Count == 1:
		return "1 " + h.Unit
	case h.Count == 0.5:
		return "half a " + h.Unit
	case whole == 0:
		return quarter + " " + h.Unit
	}
	return fmt.Sprintf("%.0f%s %ss", whole, quarter, h.Unit)
}

// InHands are doses of a dry feed that go on one after another, in handfuls, or in
// teaspoons where little is wanted: rounded so that together they come to what is wanted
// within a tenth. Where neither is fine enough, all are to be weighed. Practice.
func (p *Product) InHands(doses []measure.Mass) []Household {
	hand := p.Handful
	if hand <= 0 {
		hand = Handful
	}
	var total measure.Mass
	for _, d := range doses {
		total += d
	}
	out := make([]Household, len(doses))
	for _, m := range [...]struct {
		each measure.Mass
		step float64
		unit string
	}{{hand, 0.5, "handful"}, {hand, 0.25, "handful"}, {Teaspoon, 0.5, "teaspoon"}, {Teaspoon, 0.25, "teaspoon"}} {
		sum, given, least := measure.Mass(0), 0.0, math.Inf(1)
		for i, d := range doses {
			sum += d
			upTo := math.Round(float64(sum/m.each)/m.step) * m.step
			out[i] = Household{upTo - given, m.unit}
			given, least = upTo, math.Min(least, out[i].Count)
		}
		if off := math.Abs(given*float64(m.each)/math.Max(1e-9, float64(total)) - 1); off <= 0.1 && (least > 0 || m.unit == "teaspoon" && m.step == 0.25) {
			return out
		}
	}
	for i := range out {
		out[i] = Household{}
	}
	return out
}
