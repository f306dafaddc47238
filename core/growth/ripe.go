package growth

import (
	"math"

	"glebata/core/crop"
	"glebata/core/measure"
)

// LeafSeen is how much of the leaf was yellow on a day, in quarters: 0 for none, 4 for all.
type LeafSeen struct {
	Day      measure.Day
	Quarters int
}

// leafLeft is the share of a full canopy that is left by quarters that are yellow; at half,
// a plant is mature. Model.
var leafLeft = [...]float64{1, 0.64, 0.29, 0.14, 0}

// Of yellowing. Model.
const (
	leafSD     = 0.12 // of the share that is left, as it is seen
	askedAfter = 20   // days off the model from which a look is questioned
	ripeLow    = 0.5  // of the packet's warmth, that no planting is mature under
	ripeHigh   = 1.7  // or over
	ripeStep   = 0.01
	ripeBorne  = 2 // how much wider looks that bear one another out make its spread
)

// LeafAsked is a look that the model did not expect by so many days: over 0 where the leaf is
// yellow before its time, under 0 where it is green after it.
type LeafAsked struct {
	LeafSeen
	Days int
}

// Ripen fits how much warmth a planting needs to be mature, against what its packet says, to
// what was seen of its leaf:
//
//	−2 Σ ln P(seen | share of the course) + ((ρ − 1) ÷ 0.08)² least,
//
// where P is the chance that a share, seen with an error of 0.12, is nearest to those quarters.
// A look more than 20 days off the model is questioned, and left out unless another bears it
// out or the tops are cut. The plant is as it was fitted to its heights. Looks that are gone by
// say of themselves on which side of half it was: Fit.HalfBy and GreenOn. Model.
func (f *Fit) Ripen(p Plant, w *Weather, seen []LeafSeen) {
	if p.Class.Crop() != crop.Potato || len(seen) == 0 {
		return
	}
	var c Run
	p.Ripe = 1
	Grow(&p, w, &c)
	good, wide := f.questionLeaf(&c, p.HaulmCut != 0, seen)
	if len(good) == 0 {
		return
	}
	var asDays []Measured
	for _, s := range good {
		asDays = append(asDays, Measured{Day: s.Day})
	}
	short := w.until(asDays)
	type point struct{ ripe, cost float64 }
	var points []point
	for ripe := ripeLow; ripe <= ripeHigh+1e-9; ripe += ripeStep {
		p.Ripe = ripe
		Grow(&p, short, &c)
		off := (ripe - 1) / (RipeSD * wide)
		cost := off * off
		for _, s := range good {
			cost -= 2 * math.Log(math.Max(1e-9, seenAs(s.Quarters, c.leafOn(s.Day))))
		}
		points = append(points, point{ripe, cost})
	}
	best := points[0]
	for _, x := range points {
		if x.cost < best.cost {
			best = x
		}
	}
	sum, mean, square := 0.0, 0.0, 0.0
	for _, x := range points {
		weight := math.Exp((best.cost - x.cost) / 2)
		sum, mean, square = sum+weight, mean+weight*x.ripe, square+weight*x.ripe*x.ripe
	}
	mean /= sum
	f.Ripe, f.RipeSD = best.ripe, math.Sqrt(math.Max(0, square/sum-mean*mean))
	for _, s := range good {
		switch {
		case s.Quarters < 2:
			f.GreenOn = max(f.GreenOn, s.Day)
		case f.HalfBy == 0 || s.Day < f.HalfBy:
			f.HalfBy = s.Day
		}
	}
	if f.HalfBy != 0 { // what was seen last counts
		f.GreenOn = min(f.GreenOn, f.HalfBy-1)
	}
}

// Ripened puts what Ripen found into a plant.
func (f *Fit) Ripened(p *Plant) { p.Ripe, p.HalfBy, p.GreenOn = f.Ripe, f.HalfBy, f.GreenOn }

// seenAs is the chance that a leaf of which a share is left is seen as so many quarters yellow.
func seenAs(quarters int, left float64) float64 {
	under := func(x float64) float64 { return math.Erfc((left-x)/(leafSD*math.Sqrt2)) / 2 }
	high, low := 1.0, 0.0
	if quarters > 0 {
		high = under(leafBetween(quarters - 1))
	}
	if quarters < len(leafLeft)-1 {
		low = under(leafBetween(quarters))
	}
	return high - low
}

// leafBetween is the share that is as near to so many quarters as to one more.
func leafBetween(quarters int) float64 { return (leafLeft[quarters] + leafLeft[quarters+1]) / 2 }

// questionLeaf sorts what was seen by the course as the packet has it: looks to go by, and how
// much wider they make the spread.
func (f *Fit) questionLeaf(c *Run, cut bool, seen []LeafSeen) (good []LeafSeen, wide float64) {
	wide = 1
	for _, s := range seen {
		switch days := c.leafOff(s); {
		case c.Ending == Killed && s.Day >= c.Gone: // black, not yellow
		case days > askedAfter || days < -askedAfter:
			f.LeafAsked = append(f.LeafAsked, LeafAsked{s, days})
		default:
			good = append(good, s)
		}
	}
	borne := cut
	for i, a := range f.LeafAsked {
		for _, b := range f.LeafAsked[:i] {
			borne = borne || a.Day != b.Day && (a.Days > 0) == (b.Days > 0)
		}
	}
	if borne {
		for _, a := range f.LeafAsked {
			good = append(good, a.LeafSeen)
		}
		wide, f.LeafAsked = ripeBorne, nil
	}
	return good, wide
}

// leafOn a day is the share of a full canopy that is left; all of it before it begins to fade.
func (c *Run) leafOn(d measure.Day) float64 {
	switch {
	case c.Fading == 0 || d < c.Fading:
		return 1
	case c.Gone != 0 && d >= c.Gone:
		return 0
	}
	return c.at(c.Canopy, d) / math.Max(1e-9, c.at(c.Canopy, c.Fading-1))
}

// leafOff is by how many days a look is off a course: how long after it the leaf is as yellow,
// or, under 0, how long before it was no more as green; 0 where neither is so.
func (c *Run) leafOff(s LeafSeen) int {
	if s.Quarters > 0 {
		if t := c.leafUnder(leafBetween(s.Quarters - 1)); t > s.Day {
			return int(t - s.Day)
		}
	}
	if s.Quarters < len(leafLeft)-1 {
		if t := c.leafUnder(leafBetween(s.Quarters)); t < s.Day {
			return int(t - s.Day)
		}
	}
	return 0
}

// leafUnder is the first day on which less than a share of the leaf is left; the day after the
// last where it never is.
func (c *Run) leafUnder(share float64) measure.Day {
	for i := range c.Canopy {
		if d := c.Planted + measure.Day(i); c.leafOn(d) < share {
			return d
		}
	}
	return c.Planted + measure.Day(len(c.Canopy))
}
