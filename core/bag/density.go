package bag

import (
	"math"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/working"
)

// Suggestion of how many tubers or slips a bag takes.
type Suggestion struct {
	Number      int // at least 1
	ByLitres    int // litre rule alone
	ByFootprint int // the most that keep their spacing: to be told, not to be kept
	ByClosest   int // the most that keep Closest
	// TooSmall and TooShallow say the bag is under the class's minima.
	TooSmall, TooShallow bool
}

// twoLevelLitres per plant when seed lies at two levels.
const twoLevelLitres measure.Volume = 7

// Closest that two pieces may lie: nearer is advised against. Practice.
const Closest measure.Length = 12

// bedSpacing in the row, and between rows, of plants in the ground. Practice.
const bedSpacing measure.Length = 30

func bedRows(c crop.Class) measure.Length {
	if c.Crop() == crop.SweetPotato {
		return 90
	}
	return 65
}

// bedArea of one plant.
func bedArea(c crop.Class) measure.Area {
	return measure.SquareCentimetres(float64(bedSpacing) * float64(bedRows(c)))
}

// manyPieces is more than any bag takes.
const manyPieces = 200

// Room in a bag that is left free of medium: under the rim, and under the medium where
// chips lie.
type Room struct {
	Headspace, Filler measure.Length
}

// usable litres and depth that roots have.
func (r Room) usable(s Shape) (measure.Volume, measure.Length) {
	top := s.UsableTop(r.Headspace)
	return s.Between(r.Filler, top), max(0, top-r.Filler)
}

// Suggest how many of class c go into a bag of shape s filled but for some room,
// by the litre rule: floor(usable litres ÷ litres per plant), at least 1, and
// no more than keep Closest. With twoLevel the rule is 7 L per plant and two rings
// share the floor.
func Suggest(s Shape, r Room, c crop.Class, twoLevel bool) Suggestion {
	k := c.Constants()
	if s.Ground() {
		n := max(1, int(float64(s.AreaAt(0))/float64(bedArea(c))+1e-9))
		return Suggestion{Number: n, ByLitres: n, ByFootprint: n, ByClosest: n}
	}
	usable, depth := r.usable(s)
	per, rings := k.LitresPerPlant, 1
	if twoLevel {
		per, rings = twoLevelLitres, 2
	}
	out := Suggestion{
		ByLitres:    max(1, int(math.Floor(float64(usable/per)+1e-9))),
		ByFootprint: rings * maxByFootprint(s, s.UsableTop(r.Headspace), k.Spacing, manyPieces),
		ByClosest:   rings * maxByFootprint(s, s.UsableTop(r.Headspace), Closest, manyPieces),
		TooSmall:    usable < k.MinBag,
		TooShallow:  depth < k.DepthWorkable,
	}
	out.Number = max(1, min(out.ByLitres, out.ByClosest))
	return out
}

// SuggestWorking is Suggest with its steps.
func SuggestWorking(s Shape, r Room, c crop.Class, twoLevel bool) working.Working {
	got, k := Suggest(s, r, c, twoLevel), c.Constants()
	if s.Ground() {
		l, w := s.Base()
		return working.Working{
			Title: "How many to plant here", Result: got.Number, Mark: working.Practice, Source: "the usual distances in the ground", Changes: "Closer rows, or your own number.",
			Steps: []working.Step{
				{Says: "{} × {}", Args: []any{l, w}, Result: s.AreaAt(0)},
				{Says: "÷ {} a plant, {} in the row and {} between rows", Args: []any{bedArea(c), bedSpacing, bedRows(c)}, Result: got.Number},
			},
		}
	}
	usable, _ := r.usable(s)
	per := k.LitresPerPlant
	if twoLevel {
		per = twoLevelLitres
	}
	first := working.Step{Says: "usable litres, base to {} below the rim", Args: []any{r.Headspace}, Result: usable}
	if r.Filler > 0 {
		first = working.Step{Says: "usable litres, from {} of chips to {} below the rim", Args: []any{r.Filler, r.Headspace}, Result: usable}
	}
	return working.Working{
		Title: "How many to plant in this bag",
		Steps: []working.Step{
			first,
			{Says: "÷ {} a plant for {}, whole plants, at least 1", Args: []any{per, k.One()}, Result: got.ByLitres},
			{Says: "{} to each other is wanted, which so many keep; more give smaller {}", Args: []any{k.Spacing, k.Crop.Lifted()}, Result: got.ByFootprint},
			{Says: "closer than {} is advised against: the most that keep that", Args: []any{Closest}, Result: got.ByClosest},
			{Says: "by the litres, and no closer", Result: got.Number},
		},
		Result:  got.Number,
		Mark:    k.Mark,
		Source:  "litre rule",
		Changes: "A bigger bag, less headspace, or your own number: fewer gives larger " + k.Crop.Lifted() + ", more gives smaller ones.",
	}
}
