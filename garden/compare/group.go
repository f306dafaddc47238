package compare

import (
	"slices"

	"glebata/core/measure"
	"glebata/core/trial"
)

// Group is the bags of one level of a factor.
type Group struct {
	Level
	Bags []*Bag
	Arm  trial.Arm
}

// Value of the group, by totals or by the mean of its bags.
func (g *Group) Value(each bool) float64 {
	if each {
		return g.Arm.MeanOfValues()
	}
	return g.Arm.OfTotals()
}

// Range the group's value may lie in.
func (g *Group) Range(each bool) (low, high float64) {
	if each {
		return g.Arm.Each().TotalsRange()
	}
	return g.Arm.TotalsRange()
}

// AtLeast reports whether some of its bags gave more than is known.
func (g *Group) AtLeast() bool {
	return slices.ContainsFunc(g.Bags, func(b *Bag) bool { return b.AtLeast() })
}

// seed of chance wherever bags are compared: the same page gives the same figures.
const seed = 1

func bagsOf(n int) measure.Phrase {
	if n == 1 {
		return measure.Say("1 bag")
	}
	return measure.Say("{} bags", n)
}
