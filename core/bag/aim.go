package bag

import (
	"glebata/core/crop"
	"glebata/core/measure"
)

// Aim of a bag: what its number and sprouts are chosen for.
type Aim string

// The aims.
const (
	MaxWeight  Aim = "weight"
	Bakers     Aim = "bakers"
	SaladSize  Aim = "salad"
	ScarceSeed Aim = "scarce"
	ForShow    Aim = "show"
)

var aimNames = map[Aim]string{
	MaxWeight: "most weight", Bakers: "most bakers", SaladSize: "most salad size", ScarceSeed: "best return on scarce seed", ForShow: "one for show",
}

// Aims lists every aim in the order it is offered.
func Aims() []Aim { return []Aim{MaxWeight, Bakers, SaladSize, ScarceSeed, ForShow} }

// Name of the aim for reading.
func (a Aim) Name() string { return aimNames[a] }

// Known reports whether a is one of Aims.
func (a Aim) Known() bool { return aimNames[a] != "" }

// Choice is one number of plants and of sprouts on each, and what it comes to.
type Choice struct {
	Plants, Sprouts int
	Expectation
}

// MaxSprouts that are weighed up on a plant.
const MaxSprouts = 5

// maxPlants that are weighed up in one bag unless more are asked for.
const maxPlants = 40

// Choices of 1 to as many as keep their spacing in a bag or as its litres take no nearer than Closest, whatever is more, at
// the most as many as have light, and 40, or up to the number that was asked for, with 1 to 5 sprouts
// each (a slip has one): for each what to expect, of pieces of the usual weight. Ask is what is known
// but for those two.
func Choices(s Shape, headspace measure.Length, ask Growing) []Choice {
	k := ask.Class.Constants()
	fits := min(byArea(s, k), maxPlants)
	usable, _ := Room{Headspace: headspace}.usable(s)
	top := s.UsableTop(headspace)
	most := max(1, ask.Plants, maxByFootprint(s, top, k.Spacing, fits))
	for n := min(fits, byLitres(usable, k.LitresPerPlant)); n > most; n-- { // the litre rule, but none nearer than is advised
		if spots := Place(s, top, n, Layout{Spacing: Closest}); Nearest(spots) >= Closest-1e-9 && ToWall(s, spots) >= Closest/2-1e-9 {
			most = n
		}
	}
	sprouts := MaxSprouts
	if k.Crop == crop.SweetPotato {
		sprouts = 1
	}
	out := make([]Choice, 0, most*sprouts)
	for n := 1; n <= most; n++ {
		for sp := 1; sp <= sprouts; sp++ {
			g := ask
			g.Plants, g.Sprouts = n, sp
			if k.Crop == crop.Potato {
				g.Seed = measure.Mass(n) * crop.SeedPiece
			}
			out = append(out, Choice{n, sp, Expect(g)})
		}
	}
	return out
}

// value of a choice to an aim; more is better.
func (a Aim) value(c *Choice) float64 {
	y := float64(c.Yield)
	switch a {
	case Bakers:
		return y * c.Grades.Baker
	case SaladSize:
		return y * c.Grades.Salad
	case ScarceSeed:
		return c.Ratio
	case ForShow:
		if c.Plants > 1 {
			return -y
		}
		return y * (c.Grades.Medium + c.Grades.Baker)
	}
	return y
}

// worth is how much better a choice with more seed must be to be taken.
const worth = 1e-6

// UsualSprouts are kept on a tuber for a balanced crop, 3 to 4. Practice.
const UsualSprouts = 3

// Best choice for an aim; where several are as good, the one with the least seed,
// and then the sprouts nearest the usual three. Choices come as Choices gives
// them, at least one. For few and large tubers those with fewer sprouts than are kept
// then are passed over, as long as there are others.
func (a Aim) Best(choices []Choice) Choice {
	least := 0
	if a == Bakers || a == ForShow {
		for _, c := range choices {
			least = max(least, min(c.Sprouts, crop.FewSprouts))
		}
	}
	var best *Choice
	for i := range choices {
		c := &choices[i]
		if c.Sprouts < least {
			continue
		}
		if best == nil {
			best = c
			continue
		}
		switch gain := a.value(c) - a.value(best); {
		case gain > worth, gain >= -worth && c.Plants == best.Plants && offUsual(c) < offUsual(best):
			best = c
		}
	}
	return *best
}

func offUsual(c *Choice) int { return max(c.Sprouts-UsualSprouts, UsualSprouts-c.Sprouts) }

// Room is the litres that a plant gets by an aim, as a share of the rule's. Practice.
func (aim Aim) Room() float64 {
	switch aim {
	case SaladSize:
		return 0.8
	case Bakers:
		return 1.5
	}
	return 1
}

// Gallons a piece: 2 US gallons close, 3 roomy, half way between otherwise.
// Practice.
func (aim Aim) Gallons() float64 {
	switch aim {
	case SaladSize:
		return 2
	case Bakers:
		return 3
	}
	return 2.5
}
