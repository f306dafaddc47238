package growth

import (
	"math"

	"glebata/core/crop"
	"glebata/core/measure"
)

// Warmth is the mean temperature of a day, °C.
type Warmth func(measure.Day) float64

// Medium is the mean temperature of the medium in a bag: that of the air over
// the last five days, and 1.5 °C more in a dark bag in the sun. Model.
func Medium(air Warmth, dark bool) Warmth {
	gain := 0.0
	if dark {
		gain = darkGain
	}
	return func(d measure.Day) float64 {
		sum := 0.0
		for i := range smoothDays {
			sum += air(d - measure.Day(i))
		}
		return sum/smoothDays + gain
	}
}

// Degrees that count for growth on a day of a mean temperature, °C. Potato: none
// up to 5 °C, T − 5 up to 18, 13 up to 24, falling straight to none at 32. Sweet
// potato: none up to 12, T − 12 up to 28, 16 up to 32, falling to none at 40.
// Model.
func EffectiveDegrees(c crop.Crop, mean float64) float64 {
	return degreeResponse(c).at(mean)
}

// EmergenceNeed of a tuber under so much cover: 60 °C·days chitted, 120
// unchitted, and 7 for each cm. Model.
func EmergenceNeed(chitted bool, cover measure.Length) float64 {
	need := needUnchitted
	if chitted {
		need = needChitted
	}
	return need + needCover*float64(cover)
}

// ReappearNeed of a transplant buried over its leaves, 30 °C·days. Model.
func ReappearNeed() float64 { return needReappear }

// EstablishNeed of a slip, 60 °C·days. Model.
func EstablishNeed() float64 { return needSlip }

// MaturityNeed is the thermal time from emergence to half the leaves yellow:
// (packet days − 20) × 10 °C·days for a potato on the air, packet days × 12 for
// a sweet potato on the medium. Days of 0 are the usual ones of the class. Model.
func MaturityNeed(class crop.Class, packetDays int) float64 {
	k := class.Constants()
	if packetDays == 0 {
		packetDays = k.PacketDays
	}
	if k.Crop == crop.SweetPotato {
		return float64(packetDays) * 12
	}
	return math.Max(0, float64(packetDays-20)*10)
}

// RipeningDegrees of a day of a mean temperature, °C: what counts for growth, of a potato 11 at the
// most. Model.
func RipeningDegrees(c crop.Crop, mean float64) float64 {
	e := EffectiveDegrees(c, mean)
	if c == crop.Potato {
		return min(e, ripensBy)
	}
	return e
}

// Reach is the first day on which degrees that count for growth, summed from a day on, come to a
// need; ok is false when they do not within so many days.
func Reach(c crop.Crop, from measure.Day, w Warmth, need float64, within int) (day measure.Day, ok bool) {
	return reach(EffectiveDegrees, c, from, w, need, within)
}

// Ripens is Reach of the degrees that count towards maturity.
func Ripens(c crop.Crop, from measure.Day, w Warmth, need float64, within int) (day measure.Day, ok bool) {
	return reach(RipeningDegrees, c, from, w, need, within)
}

func reach(degrees func(crop.Crop, float64) float64, c crop.Crop, from measure.Day, w Warmth, need float64, within int) (day measure.Day, ok bool) {
	sum := 0.0
	for i := range within {
		if sum >= need-1e-9 {
			return from + measure.Day(i), true
		}
		sum += degrees(c, w(from+measure.Day(i)))
	}
	return from + measure.Day(within), sum >= need-1e-9
}

// Withers is the day on which heat has taken the leaf of a potato that was up on a day, and Rots that
// on which its seed, planted on a day, has rotted in a hot medium; 0 for not until a day.
func Withers(up, until measure.Day, air Warmth) measure.Day {
	left := 1.0
	for d := up; up != 0 && d < until; d++ {
		if t := air(d); t > heatFrom {
			left *= max(0, 1-heatTakes*(t-heatFrom))
		}
		if left < heatKills {
			return d
		}
	}
	return 0
}

// Rots is told with Withers.
func Rots(planted, until measure.Day, medium Warmth) measure.Day {
	hot := 0
	for d := planted; d < until; d++ {
		if hot++; medium(d) <= RotsOver {
			hot = 0
		}
		if hot >= rotsDays {
			return d
		}
	}
	return 0
}

// Ripening is the sum of degrees that count towards maturity from a day up to another, that one
// left out.
func Ripening(c crop.Crop, from, until measure.Day, w Warmth) float64 {
	sum := 0.0
	for d := from; d < until; d++ {
		sum += RipeningDegrees(c, w(d))
	}
	return sum
}
