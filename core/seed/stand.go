package seed

import (
	"math"

	"glebata/core/measure"
)

// Stand of a tray from a day on: how warm, and whether in the light.
type Stand struct {
	From  measure.Day
	Temp  measure.Temperature
	Light bool
}

// standing on a day: the last stand that began, else the first.
func standing(stands []Stand, d measure.Day) Stand {
	at := stands[0]
	for _, s := range stands[1:] {
		if s.From <= d {
			at = s
		}
	}
	return at
}

// Warmth that a tuber has had for sprouting from one day up to another, that one left
// out: each day at its own temperature, above 2 °C. Stands are in order of day, one at
// least. Model.
func Warmth(stands []Stand, from, until measure.Day) measure.DegreeDays {
	sum := 0.0
	for d := from; d < until; d++ {
		sum += math.Max(0, float64(standing(stands, d).Temp)-sproutBase)
	}
	return measure.DegreeDays(sum)
}

// readyWithin so many days a tuber is ready, or it is never.
const readyWithin = 400

// ReadyFrom a day on: the day a tuber is ready, by the longest sprout it had then and,
// when it had none, the warmth it had had; each day at its own temperature. ok is false
// when it is not within 400 days. Model.
func ReadyFrom(stands []Stand, from measure.Day, longest measure.Length, had measure.DegreeDays) (ready measure.Day, ok bool) {
	waits, grows := 0.0, math.Max(0, readyLength-longest.Millimetres())
	if longest == 0 {
		waits = math.Max(0, sproutStart-float64(had))
	}
	for d := from; d <= from+readyWithin; d++ {
		if waits+grows <= 1e-9 {
			return d, true
		}
		at := standing(stands, d)
		warmth := math.Max(0, float64(at.Temp)-sproutBase)
		waited := math.Min(waits, warmth)
		waits, warmth = waits-waited, warmth-waited
		rate := sproutDark
		if at.Light {
			rate = sproutLight
		}
		grows = math.Max(0, grows-rate*warmth)
	}
	return 0, false
}
