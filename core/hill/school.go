package hill

import (
	"glebata/core/crop"
	"glebata/core/measure"
)

// School is a way of filling a bag. The value is its key in files and addresses.
type School string

// The schools of filling.
const (
	FillOnce       School = "fill-once"
	Steps          School = "steps"
	LittleAndOften School = "little-and-often"
	TwoLevel       School = "two-level"
	BuryTransplant School = "bury"
	RolledRim      School = "rolled-rim"
	StrawOver      School = "straw"
)

// Schools lists every school in the order it is offered.
func Schools() []School {
	return []School{FillOnce, Steps, LittleAndOften, TwoLevel, BuryTransplant, RolledRim, StrawOver}
}

// SchoolParams are what a school says: what it says about filling and raising. Practice.
type SchoolParams struct {
	Name   string
	Reason measure.Phrase // one line, for whom and why
	Base   measure.Length
	Cover  measure.Length
	// Layer is the most one raise adds; Trigger the stem height above the medium
	// that calls for it; Showing the least stem left above it. 0 when never raised.
	Layer, Trigger, Showing measure.Length
	// Straw goes over the seed instead of medium, from planting day on.
	Straw bool
	// Rolled says that the rim is rolled down and unrolled layer by layer.
	Rolled bool
}

var habits = map[School]SchoolParams{
	FillOnce: {
		Name: "fill once", Reason: measure.Say("Early types set tubers at one level, and a filled bag dries less."),
		Base: 10, Cover: 8,
	},
	Steps: {
		Name: "steps", Reason: measure.Say("For maincrops: a layer of up to {} each time stems stand {} tall keeps tubers covered and dark.", measure.Length(10), measure.Length(18)),
		Base: 10, Cover: 8, Layer: 10, Trigger: 18, Showing: 6,
	},
	LittleAndOften: {
		Name: "little and often", Reason: measure.Say("For growers at home every day: {} at a time as soon as stems stand {}.", measure.Length(6), measure.Length(10)),
		Base: 9, Cover: 6, Layer: 6, Trigger: 10, Showing: 4,
	},
	TwoLevel: {
		Name: "two-level", Reason: measure.Say("Two rings of seed for determinate types in deep bags, filled on one day."),
	},
	BuryTransplant: {
		Name: "bury the transplant", Reason: measure.Say("For plants from pots: the ball and the leaves to their tips go under, the tips are through again in three or four days. The earliest start."),
		Base: 10, Cover: 20, Layer: 10, Trigger: 18, Showing: 6,
	},
	RolledRim: {
		Name: "rolled rim", Reason: measure.Say("As steps, in a bag of cloth: the rim is rolled down and unrolled with each layer, so that leaves get light."),
		Base: 10, Cover: 8, Layer: 10, Trigger: 18, Showing: 6, Rolled: true,
	},
	StrawOver: {
		Name: "straw", Reason: measure.Say("On {} of medium, straw over the seed and more as stems grow: a light bag, and clean tubers without digging.", measure.Length(10)),
		Base: 10, Cover: 15, Layer: 10, Trigger: 17, Showing: 7, Straw: true,
	},
}

// Params of the school; zero for an unknown school.
func (s School) Params() SchoolParams { return habits[s] }

// ReasonFor a class to be filled so.
func (s School) ReasonFor(c crop.Class) measure.Phrase {
	if s == FillOnce && c.Crop() == crop.SweetPotato {
		return measure.Say("Sweet potatoes set their roots where the slip stands: the bag is filled once, slips go in deep, and it is topped up at the most.")
	}
	return s.Params().Reason
}

// Known reports whether s is one of Schools.
func (s School) Known() bool { _, ok := habits[s]; return ok }

// Default school for a class: determinate types and sweet potatoes are filled
// once, maincrops raised in steps.
func Default(c crop.Class) School {
	if c.Constants().Determinate {
		return FillOnce
	}
	return Steps
}

// Depth and volume from which two levels of seed work, and the depth that two rings can lie
// in at all. Practice.
const (
	twoLevelDepth  measure.Length = 30
	twoLevelLitres measure.Volume = 25
	twoLevelLeast  measure.Length = 12
)

// TransplantTips are what shows of a transplant that is buried to its tips, in
// cm. Practice.
const TransplantTips measure.Length = 2
