package forecast

import (
	"math"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
)

// choose how many, and how many sprouts on each.
func (c *Candidate) choose(ask DesignRequest) {
	n := 0
	litres := float64(c.Usable)
	per := float64(ask.Class.Constants().LitresPerPlant) * ask.Aim.Room()
	switch ask.By {
	case ByOwn:
		n = ask.Own
	case ByGallons:
		n = int(litres / (measure.USGallon * ask.Aim.Gallons()))
	case ByTwo:
		n = c.Suggest.Number
	case ByLitres:
		n = min(int(math.Floor(litres/per+1e-9)), c.Suggest.ByClosest)
	}
	if ask.Aim == bag.ForShow && ask.By != ByOwn {
		n = 1
	}
	options := c.Choices
	if ask.By != ByAim || n == 1 {
		options = c.of(max(1, n), ask)
	}
	if ask.Sprouts > 0 {
		options = keep(options, func(o bag.Choice) bool { return o.Sprouts == ask.Sprouts })
		if len(options) == 0 {
			options = []bag.Choice{c.expect(max(1, n), ask.Sprouts)}
		}
	}
	c.Choice = ask.Aim.Best(options)
}

// of are the choices with so many plants, worked out anew where there are more
// than are weighed up otherwise.
func (c *Candidate) of(n int, ask DesignRequest) []bag.Choice {
	if found := keep(c.Choices, func(o bag.Choice) bool { return o.Plants == n }); len(found) > 0 {
		return found
	}
	var out []bag.Choice
	most := bag.MaxSprouts
	if ask.Class.Crop() == crop.SweetPotato {
		most = 1
	}
	for sprouts := 1; sprouts <= most; sprouts++ {
		out = append(out, c.expect(n, sprouts))
	}
	return out
}

func (c *Candidate) expect(n, sprouts int) bag.Choice {
	g := c.Growing
	g.Plants, g.Sprouts = n, sprouts
	if g.Class.Crop() == crop.Potato {
		g.Seed = measure.Mass(n) * crop.SeedPiece
	}
	return bag.Choice{Plants: n, Sprouts: sprouts, Expectation: bag.Expect(g)}
}

func keep[T any](list []T, is func(T) bool) []T {
	var out []T
	for _, v := range list {
		if is(v) {
			out = append(out, v)
		}
	}
	return out
}
