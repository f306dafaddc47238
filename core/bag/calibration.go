package bag

import (
	"math"

	"glebata/core/measure"
	"glebata/core/working"
)

// Calibration is what the grower's own finished bags say of what the model promises, by the one model
// of harvests. The zero Calibration is a grower without harvests yet.
type Calibration struct {
	Level       float64 // that is counted on, of what plans promise
	Least, Most float64 // between which four new bags in five come, in a new season, of what plans promise
	Shared, Own float64 // how far a tenth lies off for what bags of a season have in common, and for each by itself
	Gave        float64 // harvest ÷ promise of the bags, as it was weighed
	Bags        int
	Seasons     int
	Of          string  // whose bags they are; empty for the grower's
	Far         bool    // none of its own variety
	Moves       float64 // by so much the way of filling moves the level
	MovesBags   int
	Others      int    // bags of other gardens that it is learned from too
	From        string // those gardens, by name
}

// Range of a bag before there are harvests, of what its plan promises: that of the model of harvests.
const firstLow, firstHigh = 0.44, 1.56

// Its parts before there are harvests.
const firstShared, firstOwn = 0.40, 0.38

// leastLevel is the least of a level that a range is told of as a share.
const leastLevel = 0.02

// Factor that the model is scaled by: the level that is counted on.
func (c Calibration) Factor() float64 {
	if c.Bags+c.Others == 0 {
		return 1
	}
	return math.Max(leastLevel, c.Level)
}

// Range is what share of the expectation a harvest may come to, four bags in five in a new season.
func (c Calibration) Range() (low, high float64) {
	if c.Bags+c.Others == 0 {
		return firstLow, firstHigh
	}
	return c.Least / c.Factor(), c.Most / c.Factor()
}

// Parts of the range, as shares of the expectation: what bags of one season have in common, which does not
// even out over many, and what each has to itself.
func (c Calibration) Parts() (shared, own float64) {
	if c.Bags+c.Others == 0 {
		return firstShared, firstOwn
	}
	return c.Shared / c.Factor(), c.Own / c.Factor()
}

// steps of how a factor came about.
func (c Calibration) steps(step func(result any, says string, args ...any)) {
	of := ""
	if c.Of != "" {
		of = " of " + c.Of
	}
	bags, seasons := measure.Say("{} bags", c.Bags), measure.Say("{} seasons", c.Seasons)
	if c.Bags == 1 {
		bags = measure.Say("1 bag")
	}
	if c.Seasons == 1 {
		seasons = measure.Say("1 season")
	}
	if c.Bags > 0 {
		step(measure.Share(c.Gave), "your {}"+of+", {}, gave of what their plans promised", bags, seasons)
	}
	if c.Others > 0 {
		step(nil, "{} bags of other gardens ({}) say what a variety does where yours do not: each garden is a level of its own, and none of them is in a sum of yours", c.Others, c.From)
	}
	if c.MovesBags > 0 && c.Moves != 0 {
		step(measure.Rounded{V: c.Moves, Decimals: 2}, "filled so, as {} bags were, the level moves by", c.MovesBags)
	}
	step(measure.Rounded{V: c.Factor(), Decimals: 2}, "with so few, and seasons as unlike as they are, count on: ×")
}

// Working shows the factor. It is counted on, and nobody weighed it.
func (c Calibration) Working() working.Working {
	low, high := c.Range()
	w := working.Working{
		Title: "What is counted on of what plans promise", Result: measure.Share(c.Factor()), Mark: working.Yours,
		Source: "one model of all your harvests: level, variety, season and way of filling, each drawn to what is usual the more the fewer bags tell of it", Changes: "Every bag that is weighed in and closed.",
	}
	c.steps(func(result any, says string, args ...any) {
		w.Steps = append(w.Steps, working.Step{Says: says, Args: args, Result: result})
	})
	w.Steps = append(w.Steps, working.Step{Says: "four new bags in five, in a new season, give from {} to", Args: []any{measure.Share(c.Factor() * low)}, Result: measure.Share(c.Factor() * high)})
	return w
}
