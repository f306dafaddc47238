package seed

import (
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/working"
)

// Cutting says when a tuber may be cut and how small the pieces may be. Practice.
type Cutting struct {
	Smallest measure.Mass // a tuber under it is left whole
	MinPiece measure.Mass // the least weight of a piece
	EyesEach int          // the fewest eyes of a piece
}

// UsualCutting is what growers keep to: tubers from 80 g, pieces of 45 g and
// two eyes.
var UsualCutting = Cutting{Smallest: 80, MinPiece: 45, EyesEach: 2}

// Healing of cut faces in airy shade at 12 to 18 °C before planting, in days:
// usual, least and most. Practice.
const (
	HealDays     = 3
	HealDaysFrom = 2
	HealDaysTo   = 7
)

// Cut is how one tuber is divided.
type Cut struct {
	Pieces int
	Each   measure.Mass // of an even cut
	Reason measure.Phrase
}

// Whole reports whether the tuber stays in one piece.
func (c Cut) Whole() bool { return c.Pieces == 1 }

// Of a tuber with so many eyes:
//
//	pieces = min(floor(weight ÷ least piece), floor(eyes ÷ 2)), at least 1
//
// and 1 for a tuber under the smallest that is cut. Practice.
func (k Cutting) Of(weight measure.Mass, eyes int) Cut {
	if weight < k.Smallest {
		return Cut{1, weight, measure.Say("Leave it whole: under {} a tuber is not cut.", k.Smallest)}
	}
	byWeight, byEyes := int(weight/k.MinPiece+1e-9), eyes/k.EyesEach
	n := max(1, min(byWeight, byEyes))
	each := weight / measure.Mass(n)
	switch {
	case n == 1 && byEyes < 2:
		return Cut{n, each, measure.Say("Leave it whole: {} eyes are too few for two pieces of {} each.", eyes, k.EyesEach)}
	case n == 1:
		return Cut{n, each, measure.Say("Leave it whole: two pieces would be under {}.", k.MinPiece)}
	case byEyes < byWeight:
		return Cut{n, each, measure.Say("{} eyes give {} pieces with {} each; lengthwise, so that each has part of the rose end.", eyes, n, k.EyesEach)}
	default:
		return Cut{n, each, measure.Say("{} gives {} pieces of at least {}; lengthwise, so that each has part of the rose end.", weight, n, k.MinPiece)}
	}
}

// Working of Of.
func (k Cutting) Working(weight measure.Mass, eyes int) working.Working {
	c := k.Of(weight, eyes)
	w := working.Working{
		Title: "Pieces from one tuber", Result: c.Pieces, Mark: working.Practice,
		Source:  "pieces of a usual weight, with two eyes and a block of flesh each",
		Changes: "The least piece you plant, or more eyes on the tuber.",
	}
	if weight < k.Smallest {
		w.Steps = []working.Step{{Says: "{} is under {}: whole", Args: []any{weight, k.Smallest}, Result: c.Pieces}}
		return w
	}
	w.Steps = []working.Step{
		{Says: "by weight: {} ÷ {}, whole pieces", Args: []any{weight, k.MinPiece}, Result: int(weight/k.MinPiece + 1e-9)},
		{Says: "by eyes: {} ÷ {}, whole pieces", Args: []any{eyes, k.EyesEach}, Result: eyes / k.EyesEach},
		{Says: "the smaller, at least 1", Result: c.Pieces},
		{Says: "each of about (a piece of {} is aimed at)", Args: []any{crop.SeedPiece}, Result: c.Each},
	}
	return w
}

// Believable weight of one piece of seed.
const (
	MinPiece = 3 * measure.Gram
	MaxPiece = 1.2 * measure.Kilogram
)

// LostInCutting is the share of a tuber's weight that may be missing from its
// pieces. Practice.
const LostInCutting = 0.01
