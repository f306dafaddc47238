package seed

import (
	"math"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/working"
)

// Call is what to do with a tuber by its sprouts.
type Call string

// The calls.
const (
	Ready   Call = "ready"
	Soon    Call = "plant soon"
	Wait    Call = "wait"
	Weak    Call = "weak"
	Blind   Call = "blind"
	Discard Call = "discard"
)

// Tuber as it is seen in its tray.
type Tuber struct {
	Longest measure.Length // the longest sprout
	Stout   bool           // 4 mm across or more, dark green or purple
	Sprouts int
	Rotten  bool // soft, wet, smelling
	// LotSprouts says that the rest of its lot has sprouts.
	LotSprouts bool
}

// Judge a tuber by the longest sprout: 10 to 25 mm and stout is ready, up to
// 50 mm plant soon, under 5 mm wait, longer or thin is weak. Between 5 and
// 10 mm a stout sprout waits. Practice.
func Judge(t Tuber) (Call, measure.Phrase) {
	mm := t.Longest.Millimetres()
	switch {
	case t.Rotten:
		return Discard, measure.Say("Soft, wet or smelling: throw it out, away from the others.")
	case t.Sprouts == 0 && t.LotSprouts:
		return Blind, measure.Say("No sprout while the rest of the lot has: blind, discard it or hold it back.")
	case t.Sprouts == 0 || mm < 5:
		return Wait, measure.Say("Hardly begun: wait.")
	case mm > 50:
		return Weak, measure.Say("Over {}: too warm or too dark. Light and cool now; plant deep, or rub off and start again if three weeks remain.", measure.Length(5))
	case !t.Stout:
		return Weak, measure.Say("Pale and thin: too warm or too dark. Move it to light and cool.")
	case mm > 25:
		return Soon, measure.Say("Stout but long: plant soon, handle with care.")
	case mm >= 10:
		return Ready, measure.Say("Stout, {} to {}: ready.", measure.Length(1), measure.Length(2.5))
	default:
		return Wait, measure.Say("Stout and short: a few days more.")
	}
}

// Growth of sprouts by warmth: nothing until 60 °C·days above 2 °C of chitting,
// then so many mm for each more. Model.
const (
	sproutBase  = 2.0
	sproutStart = 60.0
	sproutLight = 0.10
	sproutDark  = 0.35
)

// readyLength of a sprout, in mm.
const readyLength = 10.0

// DaysToReady of a tuber standing at a steady temperature, by the longest sprout
// it has and, when it has none, the warmth it has had already in °C·days above
// 2 °C; ok is false when it is too cold for any. Model.
func DaysToReady(longest measure.Length, had float64, steady measure.Temperature, inLight bool) (days int, ok bool) {
	perDay := float64(steady) - sproutBase
	if perDay <= 0 {
		return 0, false
	}
	rate := sproutDark
	if inLight {
		rate = sproutLight
	}
	mm := longest.Millimetres()
	warmth := math.Max(0, readyLength-mm) / rate
	if mm == 0 {
		warmth += math.Max(0, sproutStart-had)
	}
	return int(math.Ceil(warmth/perDay - 1e-9)), true
}

// Aim of a planting, which says how many sprouts to keep.
type Aim string

// The aims.
const (
	FewLarge  Aim = "few and large"
	Balance   Aim = "balanced"
	ManySmall Aim = "many and small"
)

// RubOff is how many of a tuber's sprouts to rub off for an aim, the weakest
// first and those nearest the rose end kept: two are kept for few and large
// tubers, up to four for a balance, all for many and small. Practice.
func RubOff(sprouts int, aim Aim) int {
	keep := map[Aim]int{FewLarge: crop.FewSprouts, Balance: 4}[aim]
	if keep == 0 {
		return 0
	}
	return max(0, sprouts-keep)
}

// ReadyWorking shows ReadyFrom.
func ReadyWorking(stands []Stand, from measure.Day, longest measure.Length, had measure.DegreeDays) working.Working {
	ready, ok := ReadyFrom(stands, from, longest, had)
	at := standing(stands, from)
	w := working.Working{
		Title: "Day a tuber is ready", Result: ready, Mark: working.Model,
		Source:  "sprouts by warmth above a base, each day at the temperature the tray stood in",
		Changes: "The temperature of the tray, light, or the sprout measured anew.",
	}
	if !ok {
		w.Result = "never"
		w.Steps = []working.Step{{Says: "at {} sprouts do not grow", Args: []any{at.Temp}}}
		return w
	}
	if longest == 0 {
		w.Steps = append(w.Steps, working.Step{Says: "to the first sprout: {} less {} it has had", Args: []any{measure.DegreeDays(sproutStart), had}, Result: measure.DegreeDays(math.Max(0, sproutStart-float64(had)))})
	}
	for _, s := range stands {
		if s != at && s.From <= from {
			continue
		}
		rate, where := sproutDark, "in the dark"
		if s.Light {
			rate, where = sproutLight, "in the light"
		}
		w.Steps = append(w.Steps, working.Step{Says: "at {} {} a day counts {}, and sprouts grow by {}", Args: []any{s.Temp, where, measure.DegreeDays(math.Max(0, float64(s.Temp)-sproutBase)), measure.StemRate(rate / 10)}})
	}
	w.Steps = append(w.Steps, working.Step{Says: "from {} to {}, counted from {}", Args: []any{longest, measure.Length(readyLength / 10), from}, Result: ready})
	return w
}
