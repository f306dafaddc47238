package lift

import (
	"math"

	"glebata/core/crop"
	"glebata/core/measure"
)

// keepWeeks are the fewest weeks that potatoes of a class keep in the cool once skins have set.
// Practice.
var keepWeeks = map[crop.Class]float64{crop.FirstEarly: 6, crop.SecondEarly: 8, crop.EarlyMaincrop: 14, crop.Maincrop: 24}

// Of keeping in a bag. Model.
const (
	inBag      = 0.7 // of what they keep in a store
	keepsCool  = 8   // °C over which they age faster,
	agesTwice  = 8   // twice as fast every so many °C,
	agesAtMost = 3   // doublings at the most
	frozenAt   = -1  // °C of the medium that ends it
	mostKept   = 400 // days
)

// KeepsUntil is the last day on which potatoes whose skins have set by a day are still sound for
// sure in their bag, dry and in the dark: the low end of their keeping, by the warmth of the
// medium day by day in °C, or the day before it freezes. Past the days that the warmth is known of,
// ok false, nothing is promised. 0 for sweet potatoes, which do not keep in a bag.
//
//	Σ 1 ÷ (7 · weeks · 0.7 · 2^(−min(3, max(0, T − 8) ÷ 8))) = 1
func KeepsUntil(c crop.Class, from measure.Day, medium func(measure.Day) (t measure.Temperature, ok bool)) measure.Day {
	weeks := keepWeeks[c]
	if weeks == 0 {
		return 0
	}
	age := 0.0
	for d := from; d < from+mostKept; d++ {
		t, ok := medium(d)
		if !ok || t <= frozenAt {
			return d - 1
		}
		faster := math.Exp2(math.Min(agesAtMost, math.Max(0, float64(t)-keepsCool)/agesTwice))
		if age += faster / (7 * weeks * inBag); age >= 1 {
			return d
		}
	}
	return from + mostKept
}
