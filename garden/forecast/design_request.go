package forecast

import (
	"glebata/core/advice"
	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/logbook"
)

// NumberBy is the school that says how many go in a bag.
type NumberBy string

// The schools: what is best for the aim, the litre rule, the gallon rule, two
// levels, and the grower's own number.
const (
	ByAim     NumberBy = "aim"
	ByLitres  NumberBy = "litres"
	ByGallons NumberBy = "gallons"
	ByTwo     NumberBy = "two-level"
	ByOwn     NumberBy = "own"
)

var numberNames = map[NumberBy]string{
	ByAim: "best for the aim", ByLitres: "litre rule", ByGallons: "gallon rule", ByTwo: "two levels", ByOwn: "your own number",
}

// NumberSchools lists every school in the order it is offered.
func NumberSchools() []NumberBy { return []NumberBy{ByAim, ByLitres, ByGallons, ByTwo, ByOwn} }

// Name of the school for reading.
func (n NumberBy) Name() string { return numberNames[n] }

// Known reports whether n is one of NumberSchools.
func (n NumberBy) Known() bool { return numberNames[n] != "" }

// DesignRequest is what kinds of bag are weighed up for.
type DesignRequest struct {
	Class     crop.Class
	Variety   logbook.ID // 0 for any of the class
	Aim       bag.Aim
	By        NumberBy
	Own       int // with ByOwn
	Sprouts   int // 0 for those that suit the aim
	Headspace measure.Length
	Mix       medium.Mix
	// Calibrate scales by the grower's own finished bags.
	Calibrate bool
}

// Candidate is one kind of bag with what it may give.
type Candidate struct {
	Model   logbook.Model
	Usable  measure.Volume
	Depth   measure.Length
	Choice  bag.Choice
	Choices []bag.Choice // for the curve
	Suggest bag.Suggestion
	Draft   PlantingForecast // as it would be planted, for drawing
	Wet     measure.Mass
	Heavy   bool // over the grower's lifting limit
	Works   bool
	Owned   int
	Free    logbook.ID // a free bag of this kind; 0 when there is none
	Growing bag.Growing
	Advice  advice.List
}

// Check what is asked; faults at its fields.
func (a *DesignRequest) Check() error {
	var faults logbook.Faults
	if !a.Class.Known() {
		faults.Add("class", "Choose a class.")
	}
	if !a.Aim.Known() {
		faults.Add("aim", "Choose what the bag is for.")
	}
	if !a.By.Known() {
		faults.Add("by", "Choose a school.")
	}
	if a.By == ByOwn && !(a.Own >= 1 && a.Own <= 60) {
		faults.Add("own", "Plant at least 1 and no more than 60 in a bag.")
	}
	if !(a.Sprouts >= 0 && a.Sprouts <= 9) {
		faults.Add("sprouts", "Keep 1 to 9 sprouts, or leave it to the aim.")
	}
	if !(a.Headspace >= 0 && a.Headspace <= 60) {
		faults.Add("headspace", "A headspace lies between 0 and {}.", measure.Length(60))
	}
	if a.By == ByTwo && a.Class.Known() && !a.Class.Constants().Determinate {
		faults.Add("by", "Two levels are for determinate types: earlies, not maincrops.")
	}
	return faults.Err()
}

// School that is drafted: that of the class, or two levels.
func (r *DesignRequest) School() hill.School {
	if r.By == ByTwo {
		return hill.TwoLevel
	}
	return hill.Default(r.Class)
}
