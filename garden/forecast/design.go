package forecast

import (
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
	Says    []measure.Phrase
}

// DesignSheet is every kind of bag weighed up for one purpose.
type DesignSheet struct {
	Asked      DesignRequest
	From       bag.Calibration // of the grower's own, used when it was asked for
	Mine       int             // finished bags that count
	Season     float64         // index of a full season here
	LiftLimit  measure.Mass
	Candidates []Candidate // as their models are listed
}

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

func NewCandidate(m logbook.Model, ask DesignRequest, from bag.Calibration, season float64, limit measure.Mass) Candidate {
	shape := m.Shape
	c := Candidate{Model: m, Usable: shape.Usable(ask.Headspace), Depth: shape.UsableTop(ask.Headspace), Works: true}
	c.Suggest = bag.Suggest(shape, bag.Room{Headspace: ask.Headspace}, ask.Class, ask.By == ByTwo)
	c.Growing = bag.Growing{Class: ask.Class, Usable: c.Usable, Depth: c.Depth, Season: season, From: from}
	c.Choices = bag.Choices(shape, ask.Headspace, c.Growing)
	c.choose(ask)
	if n := c.Choice.Plants; n > c.Choices[len(c.Choices)-1].Plants { // the curve goes on to what was asked for
		more := c.Growing
		more.Plants = n
		c.Choices = bag.Choices(shape, ask.Headspace, more)
	}
	c.Wet = ask.Mix.WetWeight(c.Usable, m.Empty)
	c.Heavy = c.Wet > limit
	c.draft(ask)
	c.judge(ask, limit)
	return c
}

// draft the bag as it would be planted.
func (c *Candidate) draft(ask DesignRequest) {
	school := hill.Default(ask.Class)
	if ask.By == ByTwo {
		school = hill.TwoLevel
	}
	plan := DefaultLadder(c.Model.Shape, ask.Class, school)
	plan.Headspace = ask.Headspace
	v := logbook.Variety{Class: ask.Class}
	d, err := DraftPlanting(logbook.Bag{Model: c.Model, Label: c.Model.Name}, v, c.Choice.Plants, plan)
	if err != nil {
		plan = DefaultLadder(c.Model.Shape, ask.Class, hill.FillOnce)
		d, _ = DraftPlanting(logbook.Bag{Model: c.Model, Label: c.Model.Name}, v, c.Choice.Plants, plan) // drawn empty where even that cannot be
	}
	c.Draft = d.PlantingForecast
}

// judge what speaks against a kind of bag.
func (c *Candidate) judge(ask DesignRequest, limit measure.Mass) {
	k := ask.Class.Constants()
	say := func(says string, args ...any) { c.Says = append(c.Says, measure.Say(says, args...)) }
	if facts := c.Model.Drainage.Facts(c.Model.Shape); !facts.Plantable {
		c.Works = false
		say("No drain holes: drill it first.")
	}
	if c.Suggest.TooSmall {
		c.Works = false
		say("Too small: a {} is worth planting from {} on.", k.Name, k.SmallestBag)
	}
	if c.Suggest.TooShallow {
		c.Works = false
		say("Too shallow: {} works, {} is good.", k.DepthWorkable, k.DepthGood)
	}
	if c.Choice.Plants > c.Suggest.ByFootprint {
		say("Crowded: {} keep their {} to each other.", c.Suggest.ByFootprint, k.Spacing)
	}
	if c.Heavy {
		say("{} wet, over your limit of {}: two people or wheels, or a smaller bag.", c.Wet, limit)
	}
}

// Nearest names, for each kind that does not work, the smallest that does.
func (s *DesignSheet) Nearest() {
	best := -1
	for i := range s.Candidates {
		c := &s.Candidates[i]
		if c.Works && (best < 0 || c.Usable < s.Candidates[best].Usable) {
			best = i
		}
	}
	for i := range s.Candidates {
		if c := &s.Candidates[i]; !c.Works && best >= 0 {
			c.Says = append(c.Says, measure.Say("The {} is the smallest of yours that does.", s.Candidates[best].Model.Name))
		}
	}
}
