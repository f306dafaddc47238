package growth

import "glebata/core/measure"

// Run is how a planting goes. Days that are not reached within the weather are
// 0. The zero Run is ready for Grow, and is best used again.
type Run struct {
	Planted, Up, Initiation measure.Day
	Fading                  measure.Day // its leaves begin to
	Mature                  measure.Day // half the leaves yellow, reached alive
	Gone                    measure.Day // the end of it
	Ending                  Ending
	// Frosts are the days on which the tops were killed.
	Frosts []measure.Day
	// By day from Planted on: length of stem from where it came through, in cm;
	// share of leaf; and season index of all up to that day.
	Stem, Canopy, Index []float64
	// Share of the thermal time to maturity that was reached.
	Share float64
}

// Ending of a planting.
type Ending uint8

// The endings; a planting that stands at the end of the weather has none yet.
const (
	Standing Ending = iota
	Ripened         // its leaves are gone, or six weeks have passed since it was mature
	Killed          // by frost, or by cold that a sweet potato does not survive
	CutDown         // its tops were cut
	Lost            // in the medium, before it was up
	Over            // its season is, by the calendar
	Withered        // by heat
	Rotted          // in a hot medium, before it was up
)

// at a day of a series, by day from planting on.
func (c *Run) at(of []float64, d measure.Day) float64 {
	i := int(d - c.Planted)
	if i < 0 || len(of) == 0 {
		return 0
	}
	return of[min(i, len(of)-1)]
}

// StemOn a day, cm from where it came through.
func (c *Run) StemOn(d measure.Day) measure.Length { return measure.Length(c.at(c.Stem, d)) }

// IndexOn a day: the season index of all that has grown up to its end.
func (c *Run) IndexOn(d measure.Day) float64 { return c.at(c.Index, d) }

// End is the last day of it that is known: the end, or the last of the weather.
func (c *Run) End() measure.Day {
	if c.Gone != 0 {
		return c.Gone
	}
	return c.Planted + measure.Day(max(0, len(c.Index)-1))
}

// Season index of the course on the day it is mature; of all that grew where it never
// is.
func (c *Run) Season() float64 {
	if c.Mature != 0 {
		return c.IndexOn(c.Mature)
	}
	if len(c.Index) == 0 {
		return 0
	}
	return c.Index[len(c.Index)-1]
}

// room for so many days: what there is, or all three series from one piece.
func (c *Run) room(days int) {
	if cap(c.Stem) < days || cap(c.Canopy) < days || cap(c.Index) < days {
		all := make([]float64, 3*days)
		c.Stem, c.Canopy, c.Index = all[:days:days], all[days:2*days:2*days], all[2*days:]
		return
	}
	c.Stem, c.Canopy, c.Index = c.Stem[:days], c.Canopy[:days], c.Index[:days]
}
