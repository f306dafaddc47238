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
	ByArea      int // that the ground their leaves may cover has room for
	// TooSmall and TooShallow say the bag is under the class's minima.
	TooSmall, TooShallow bool
}

// twoLevelLitres per plant when seed lies at two levels.
const twoLevelLitres measure.Volume = 7

// Closest that two pieces may lie: nearer is advised against. Practice.
const Closest measure.Length = 12

// bedSpacing in the row of plants in the ground. Practice.
const bedSpacing measure.Length = 30

// leastArea that a plant of a class has to itself in a shape.
func leastArea(s Shape, k crop.Constants) measure.Area {
	if s.Ground() {
		return k.BedArea
	}
	return k.LeastArea
}

// byLitres is how many plants have their litres; at least 1.
func byLitres(usable, per measure.Volume) int {
	return max(1, int(math.Floor(float64(usable/per)+1e-9)))
}

// byArea is how many plants the ground that leaves may cover has room for; at least 1.
func byArea(s Shape, k crop.Constants) int {
	return max(1, int(float64(s.Canopy()/leastArea(s, k))+1e-9))
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
// by the litre rule: floor(usable litres ÷ litres per plant), at least 1, and no more than keep
// Closest, nor than the ground their leaves may cover has room for. With twoLevel the rule is 7 L per plant and two rings
// share the floor.
func Suggest(s Shape, r Room, c crop.Class, twoLevel bool) Suggestion {
	k := c.Constants()
	if s.Ground() {
		n := byArea(s, k)
		return Suggestion{Number: n, ByLitres: n, ByFootprint: n, ByClosest: n, ByArea: n}
	}
	usable, depth := r.usable(s)
	per, rings := k.LitresPerPlant, 1
	if twoLevel {
		per, rings = twoLevelLitres, 2
	}
	out := Suggestion{
		ByLitres:    byLitres(usable, per),
		ByFootprint: rings * maxByFootprint(s, s.UsableTop(r.Headspace), k.Spacing, manyPieces),
		ByClosest:   rings * maxByFootprint(s, s.UsableTop(r.Headspace), Closest, manyPieces),
		ByArea:      byArea(s, k),
		TooSmall:    usable < k.MinBag,
		TooShallow:  depth < k.DepthWorkable,
	}
	out.Number = max(1, min(out.ByLitres, out.ByClosest, out.ByArea))
	return out
}

// canopyStep shows Canopy.
func canopyStep(s Shape) working.Step {
	ground := s.AreaAt(s.Height())
	return working.Step{Says: "leaves cover {} of ground, and hang over its sides on {}", Args: []any{ground, s.Canopy() - ground}, Result: s.Canopy()}
}

// SuggestWorking is Suggest with its steps.
func SuggestWorking(s Shape, r Room, c crop.Class, twoLevel bool) working.Working {
	got, k := Suggest(s, r, c, twoLevel), c.Constants()
	if s.Ground() {
		return working.Working{
			Title: "How many to plant here", Result: got.Number, Mark: working.Practice, Source: "the usual distances in the ground", Changes: "Closer rows, or your own number.",
			Steps: []working.Step{
				canopyStep(s),
				{Says: "÷ {} a plant at the usual distances, whole plants", Args: []any{k.BedArea}, Result: got.Number},
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
			canopyStep(s),
			{Says: "÷ {} of it a plant, whole plants: the most that has light", Args: []any{k.LeastArea}, Result: got.ByArea},
			{Says: "by the litres, no closer, and no more than have light", Result: got.Number},
		},
		Result:  got.Number,
		Mark:    k.Mark,
		Source:  "litre rule",
		Changes: "A bigger bag, less headspace, or your own number: fewer gives larger " + k.Crop.Lifted() + ", more gives smaller ones.",
	}
}
