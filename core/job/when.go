package job

import (
	"glebata/core/growth"
	"glebata/core/measure"
)

// TieAt is the height of stems that canes must stand before: later stems break.
// Practice.
const TieAt measure.Length = 35

// tieAhead is how many days before that canes are asked for. Practice.
const tieAhead measure.Day = 4

// TieOn is when canes are asked for: some days before stems reach their height.
func TieOn(c *growth.Run) measure.Day {
	for i, l := range c.Stem {
		if measure.Length(l) >= TieAt {
			return max(c.Up, c.Planted+measure.Day(i)-tieAhead)
		}
	}
	return 0
}

// Canes to a bag, and the least length of stem that wants them. Practice.
const (
	CanesToABag                = 4
	WantsCanes  measure.Length = 85
)

// FrostFresh is how long after a frost that nobody looked at it is asked about, in
// days. Practice.
const FrostFresh measure.Day = 10
