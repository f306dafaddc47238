package garden

import (
	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
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

// AskedDesign is what kinds of bag are weighed up for.
type AskedDesign struct {
	Class     crop.Class
	Variety   ID // 0 for any of the class
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
	Model   Model
	Usable  measure.Volume
	Depth   measure.Length
	Choice  bag.Choice
	Choices []bag.Choice // for the curve
	Suggest bag.Suggestion
	Draft   Standing // as it would be planted, for drawing
	Wet     measure.Mass
	Heavy   bool // over the grower's lifting limit
	Works   bool
	Owned   int
	Free    ID // a free bag of this kind; 0 when there is none
	Growing bag.Growing
	Says    []measure.Phrase
}

// DesignSheet is every kind of bag weighed up for one purpose.
type DesignSheet struct {
	Asked      AskedDesign
	From       bag.Calibration // of the grower's own, used when it was asked for
	Mine       int             // finished bags that count
	Season     float64         // index of a full season here
	LiftLimit  measure.Mass
	Candidates []Candidate // as their models are listed
}

// Calibration from the grower's own finished bags: of a variety where it has
// some, of its class otherwise.
func Calibration(finished []Standing, class crop.Class, variety ID) bag.Calibration {
	var ofVariety, ofClass bag.Calibration
	for i := range finished {
		s := &finished[i]
		if s.Variety.Class != class || s.Unweighed || s.Harvest.Edible <= 0 || s.Index > 0 && s.Index < leastIndex {
			continue
		}
		e := bag.Expect(s.Growing(bag.Calibration{}))
		ofClass.Add(s.Harvest.Edible, e.Yield)
		if s.Variety.ID == variety {
			ofVariety.Add(s.Harvest.Edible, e.Yield)
		}
	}
	if variety != 0 && ofVariety.Bags > 0 {
		return ofVariety
	}
	return ofClass
}

// leastIndex of a season that a harvest tells something by: one that was lifted long
// before its time does not. Model.
const leastIndex = 0.3

// Growing is what is expected of a planting as it stands, or as it is planned.
func (s *Standing) Growing(from bag.Calibration) bag.Growing {
	g := bag.Growing{Class: s.Variety.Class, Plants: s.Plants, Sprouts: bag.UsualSprouts, Seed: s.Seed, Season: s.Index, From: from}
	g.Depth = s.Ladder.Top - s.Ladder.Bottom
	g.Usable = s.Bag.Model.Shape.Between(s.Ladder.Bottom, s.Ladder.Top)
	if s.Stage == StageClosed {
		g.Usable, g.Depth = s.Settled(), s.Level-s.Ladder.Bottom
	}
	if s.Stage == StagePlanned {
		g.Plants, g.Seed = s.Number, s.SeedWanted()
	}
	if g.Class.Crop() == crop.SweetPotato {
		g.Sprouts = 1
	}
	return g
}

// WetWeight of a planting's bag filled to its top with a mix, in full growth; chips
// at the bottom and straw over the seed weigh what they usually do.
func (s *Standing) WetWeight(mix medium.Mix) measure.Mass {
	shape, l := s.Bag.Model.Shape, &s.Ladder
	of := map[string]measure.Volume{"chips": shape.Between(0, l.Bottom)}
	if l.School.Habit().Straw && len(l.Seed) > 0 {
		of["straw"] = shape.Between(l.Seed[0], l.Top)
	}
	settled := shape.Between(0, l.Top)
	other := 0.0
	for key, v := range of {
		c, _ := medium.Usual().Named(key)
		settled -= v
		other += float64(v) * c.WetKg
	}
	return mix.WetWeight(settled, s.Bag.Model.Empty) + measure.Mass(other)*measure.Kilogram
}

// Expected harvest of a planting that was reckoned, and what it was asked of.
func (v *View) Expected(s *Standing) (bag.Growing, error) {
	all, err := v.ExpectedOf([]Standing{*s})
	if err != nil {
		return bag.Growing{}, err
	}
	return all[0], nil
}

// ExpectedOf is what Expected is of each of a row of plantings.
func (v *View) ExpectedOf(row []Standing) ([]bag.Growing, error) {
	finished, err := v.FinishedGrown()
	if err != nil {
		return nil, err
	}
	out := make([]bag.Growing, len(row))
	for i := range row {
		out[i] = row[i].Growing(Calibration(finished, row[i].Variety.Class, row[i].Variety.ID))
	}
	return out, nil
}

// Design weighs every kind of bag up. Faults name the fields.
func (v *View) Design(ask AskedDesign) (DesignSheet, error) {
	sheet := DesignSheet{Asked: ask}
	if err := ask.check(); err != nil {
		return sheet, err
	}
	cat, err := v.Catalogue()
	if err != nil {
		return sheet, err
	}
	site, _, err := v.Site()
	if err != nil {
		return sheet, err
	}
	finished, err := v.FinishedGrown()
	if err != nil {
		return sheet, err
	}
	variety, _ := find(cat.Varieties, func(v Variety) bool { return v.ID == ask.Variety })
	variety.Class = ask.Class
	if sheet.Season, err = FullSeason(&site, variety, site.warmest(ask.Class), v.today); err != nil {
		return sheet, err
	}
	own := Calibration(finished, ask.Class, ask.Variety)
	sheet.Mine, sheet.LiftLimit = own.Bags, site.LiftLimit
	if ask.Calibrate {
		sheet.From = own
	}
	for _, m := range cat.Models {
		c := candidate(m, ask, sheet.From, sheet.Season, site.LiftLimit)
		for _, b := range cat.Bags {
			if b.Model.ID != m.ID {
				continue
			}
			c.Owned++
			if cat.Taken[b.ID] == 0 && c.Free == 0 {
				c.Free = b.ID
			}
		}
		sheet.Candidates = append(sheet.Candidates, c)
	}
	sheet.nearest()
	return sheet, nil
}

func (a *AskedDesign) check() error {
	var faults Faults
	if !a.Class.Known() {
		faults.Add("class", "Choose a class.")
	}
	if !a.Aim.Known() {
		faults.Add("aim", "Choose what the bag is for.")
	}
	if !a.By.Known() {
		faults.Add("by", "Choose a school.")
	}
	if a.By == ByOwn && (a.Own < 1 || a.Own > 60) {
		faults.Add("own", "Plant at least 1 and no more than 60 in a bag.")
	}
	if a.Sprouts < 0 || a.Sprouts > 9 {
		faults.Add("sprouts", "Keep 1 to 9 sprouts, or leave it to the aim.")
	}
	if a.Headspace < 0 || a.Headspace > 60 {
		faults.Add("headspace", "A headspace lies between 0 and {}.", measure.Length(60))
	}
	if a.By == ByTwo && a.Class.Known() && !a.Class.Constants().Determinate {
		faults.Add("by", "Two levels are for determinate types: earlies, not maincrops.")
	}
	return faults.Err()
}

func candidate(m Model, ask AskedDesign, from bag.Calibration, season float64, limit measure.Mass) Candidate {
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
func (c *Candidate) draft(ask AskedDesign) {
	school := hill.Default(ask.Class)
	if ask.By == ByTwo {
		school = hill.TwoLevel
	}
	plan := DefaultLadder(c.Model.Shape, ask.Class, school)
	plan.Headspace = ask.Headspace
	v := Variety{Class: ask.Class}
	d, err := DraftPlanting(Bag{Model: c.Model, Label: c.Model.Name}, v, c.Choice.Plants, plan)
	if err != nil {
		plan = DefaultLadder(c.Model.Shape, ask.Class, hill.FillOnce)
		d, _ = DraftPlanting(Bag{Model: c.Model, Label: c.Model.Name}, v, c.Choice.Plants, plan) // drawn empty where even that cannot be
	}
	c.Draft = d.Standing
}

// judge what speaks against a kind of bag.
func (c *Candidate) judge(ask AskedDesign, limit measure.Mass) {
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

// nearest names, for each kind that does not work, the smallest that does.
func (s *DesignSheet) nearest() {
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
