package seed

import (
	"math"

	"glebata/core/measure"
	"glebata/core/working"
)

// Slips of a mother root. Practice, but for the thermal time, a model.
const (
	slipsARoot   = 8   // 6 to 12
	slipsInHand  = 1.2 // grown for each one wanted
	shootsNeed   = 250 // °C·days above shootsBase to the first shoots. Model
	shootsBase   = 12.0
	slipGrows    = 21 // days from a shoot to a slip of 20 to 30 cm
	slipsUntil   = 70 // days after starting by which all are taken
	coolRoom     = 20.0
	usualRootsAt = 25.0
)

// SlipsARoot is how many slips a root gives over 8 to 10 weeks.
const SlipsARoot = slipsARoot

// UsualRootsAt is the temperature roots are started at, of 22 to 28 °C. Practice.
const UsualRootsAt measure.Temperature = usualRootsAt

// CoolRoom reports whether a root stands too cool to keep to the usual days.
func CoolRoom(t measure.Temperature) bool { return t < coolRoom }

// SlipsNeeded to plant so many: a fifth more. Practice.
func SlipsNeeded(wanted int) int { return int(math.Ceil(float64(wanted)*slipsInHand - 1e-9)) }

// RootsNeeded to give so many slips. Practice.
func RootsNeeded(slips int) int { return (slips + slipsARoot - 1) / slipsARoot }

// ShootsAfter is how many days a root at a temperature takes to its first
// shoots; ok is false where it is too cold. Model.
func ShootsAfter(t measure.Temperature) (days int, ok bool) {
	if float64(t) <= shootsBase+1 {
		return 0, false
	}
	return int(math.Ceil(shootsNeed / (float64(t) - shootsBase))), true
}

// SlipsBy is how many slips a root gives in so many days at a temperature: the
// first three weeks after its shoots, then one after another until the tenth
// week. Model.
func SlipsBy(days int, t measure.Temperature) int {
	shoots, ok := ShootsAfter(t)
	first := shoots + slipGrows
	if !ok || days < first {
		return 0
	}
	last := max(slipsUntil, first+14)
	share := float64(days-first) / float64(last-first)
	return min(slipsARoot, 1+int(share*float64(slipsARoot-1)))
}

// SlipsWorking shows how many roots to start for so many slips in bags.
func SlipsWorking(wanted int) working.Working {
	need := SlipsNeeded(wanted)
	return working.Working{
		Title: "Roots to start", Result: RootsNeeded(need), Mark: working.Practice,
		Steps: []working.Step{
			{Says: "slips wanted in bags", Result: wanted},
			{Says: "a fifth more in hand: {} × {}", Args: []any{wanted, slipsInHand}, Result: need},
			{Says: "{} ÷ {} slips a root, rounded up", Args: []any{need, slipsARoot}, Result: RootsNeeded(need)},
		},
		Source: "6 to 12 slips a root over 8 to 10 weeks", Changes: "Bags planned, slips to a bag.",
	}
}
