package forecast

import (
	"glebata/core/advice"
	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// DesignSheet is every kind of bag weighed up for one purpose.
type DesignSheet struct {
	Asked      DesignRequest
	From       bag.Calibration  // of the grower's own, used when it was asked for
	Mine       int              // finished bags that count
	Season     float64          // index of a full season here
	May        calendar.Verdict // on planting it on the day counted back, under the warmest shelter there is
	LiftLimit  measure.Mass
	Candidates []Candidate // as their models are listed
}

// NewCandidate is a kind of bag as it would be filled and planted for what is asked.
func NewCandidate(m logbook.Model, ask DesignRequest, from bag.Calibration, season float64, limit measure.Mass) Candidate {
	shape := m.Shape
	c := Candidate{Model: m, Usable: shape.Usable(ask.Headspace), Depth: shape.UsableTop(ask.Headspace), Works: true}
	c.Suggest = bag.Suggest(shape, bag.Room{Headspace: ask.Headspace}, ask.Class, ask.By == ByTwo)
	c.Growing = bag.Growing{Class: ask.Class, Usable: c.Usable, Depth: c.Depth, Area: shape.Canopy(), Season: season, From: from}
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
	plan := DefaultLadder(c.Model.Shape, ask.Class, ask.School())
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
	if facts := c.Model.Drainage.Facts(c.Model.Shape); !facts.Plantable {
		c.Works = false
		c.Advice.Add(advice.Drainage, advice.Stop, "", "No drain holes: drill it first.")
	}
	if c.Suggest.TooSmall {
		c.Works = false
		c.Advice.Add(advice.TooSmall, advice.Stop, "", "Too small: {} is worth planting from {} on.", k.One(), k.MinBag)
	}
	if c.Suggest.TooShallow {
		c.Works = false
		c.Advice.Add(advice.Shallow, advice.Stop, "", "Too shallow: {} works, {} is good.", k.DepthWorkable, k.DepthGood)
	}
	if c.Choice.Plants > c.Suggest.ByFootprint {
		c.Advice.Add(advice.Crowded, advice.Warn, "", "Crowded: {} keep their {} to each other.", c.Suggest.ByFootprint, k.Spacing)
	}
	if c.Heavy {
		c.Advice.Add(advice.Heavy, advice.Warn, "", "{} wet, over your limit of {}: two people or wheels, or a smaller bag.", measure.Stands(c.Wet), measure.Stands(limit))
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
			c.Advice.Add(advice.Smallest, advice.Tip, "", "The {} is the smallest of yours that does.", s.Candidates[best].Model.Name)
		}
	}
}
