package seed

import (
	"math"

	"glebata/core/measure"
	"glebata/core/working"
)

// Slips of a mother root. Practice, but for the thermal time, a model.
const (
	slipsARoot   = 12  // at the most
	slipsInHand  = 1.2 // grown for each one wanted
	shootsNeed   = 250 // °C·days above shootsBase to the first shoots. Model
	shootsBase   = 12.0
	coolRoom     = 20.0
	usualRootsAt = 25.0
	warmRoots    = 22.0 // °C, from which slips come as slipsBy has them
)

// slipsBy so many days after a root was started, at 22 to 28 °C, it has given so many
// slips. Model.
var slipsBy = [...]struct{ days, slips float64 }{{42, 1}, {49, 3}, {56, 5}, {63, 7}, {77, 9}, {98, slipsARoot}}

// UsualSlipDays are the days before planting out that roots are started. Practice.
const UsualSlipDays = 63

// UsualRootsAt is the temperature roots are started at, of 22 to 28 °C. Practice.
const UsualRootsAt measure.Temperature = usualRootsAt

// SlipsNeeded to plant so many: a fifth more. Practice.
func SlipsNeeded(wanted int) int { return int(math.Ceil(float64(wanted)*slipsInHand - 1e-9)) }

// RootsNeeded to give so many slips in so many days at a temperature; ok is false where
// none come in that time.
func RootsNeeded(slips, days int, t measure.Temperature) (roots int, ok bool) {
	each := SlipsBy(days, t)
	if each == 0 {
		return 0, slips <= 0
	}
	return (max(0, slips) + each - 1) / each, true
}

// ShootsAfter is how many days a root at a temperature takes to its first
// shoots; ok is false where it is too cold. Model.
func ShootsAfter(t measure.Temperature) (days int, ok bool) {
	if float64(t) <= shootsBase+1 {
		return 0, false
	}
	return int(math.Ceil(shootsNeed / (float64(t) - shootsBase))), true
}

// SlipsBy is how many slips a root has given so many days after it was started: at 22 to
// 28 °C 1 by day 42, 3 by 49, 5 by 56, 7 by 63, 9 by 77, and 12 at the most. Cooler, days
// count for less by the warmth above 12 °C: at 20 °C four for five. Model.
func SlipsBy(days int, t measure.Temperature) int {
	d := float64(days) * math.Min(1, math.Max(0, float64(t)-shootsBase)/(warmRoots-shootsBase))
	if d < slipsBy[0].days {
		return 0
	}
	for i := 1; i < len(slipsBy); i++ {
		if a, b := slipsBy[i-1], slipsBy[i]; d < b.days {
			return int(a.slips + (b.slips-a.slips)*(d-a.days)/(b.days-a.days) + 1e-9)
		}
	}
	return slipsARoot
}

// SlipsWorking shows how many slips are needed for so many in bags.
func SlipsWorking(wanted int) working.Working {
	need := SlipsNeeded(wanted)
	return working.Working{
		Title: "Slips needed", Result: measure.Say("{} slips", need), Mark: working.Practice,
		Steps: []working.Step{
			{Says: "slips wanted in bags", Result: wanted},
			{Says: "a fifth more in hand: {} × {}", Args: []any{wanted, slipsInHand}, Result: need},
			{Says: "started {} days before planting out, a root gives", Args: []any{UsualSlipDays}, Result: SlipsBy(UsualSlipDays, UsualRootsAt)},
		},
		Source: "7 slips a root in nine weeks, 12 at the most", Changes: "Bags planned, slips to a bag.",
	}
}
