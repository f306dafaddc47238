package climate

import (
	"math"

	"gonum.org/v1/gonum/stat/distuv"

	"glebata/core/measure"
	"glebata/core/working"
)

// RiskTolerance: the chance of a frost after planting out that a grower
// accepts, between 0 and 1, both excluded.
type RiskTolerance float64

// The appetites offered.
const (
	Cautious RiskTolerance = 0.10
	Even     RiskTolerance = 0.25
	Bold     RiskTolerance = 0.40
)

var normal = distuv.UnitNormal

// After is the chance of a frost on or after a day that lies so many days past
// the median last frost: 1 − Φ(days ÷ sd). Model: normal distribution.
func After(days, sd float64) float64 { return 1 - normal.CDF(days/sd) }

// Before is the chance of a frost on or before a day that lies so many days past
// the median first frost: Φ(days ÷ sd). Model: normal distribution.
func Before(days, sd float64) float64 { return normal.CDF(days / sd) }

// Margin is how many days past the median last frost, or before the median first
// one, the risk falls to an appetite: z(1 − risk) · sd. It is below 0 for a risk
// over one half.
func Margin(risk RiskTolerance, sd float64) float64 {
	return normal.Quantile(1-float64(risk)) * sd
}

// wholeDays of a margin, rounded to the safe side.
func wholeDays(margin float64) measure.Day { return measure.Day(math.Ceil(margin - 1e-9)) }

// SafeFrom is the earliest day for unprotected green growth: the first whole day
// on which the risk of a later frost is no more than the appetite.
func SafeFrom(medianLast measure.Day, sd float64, risk RiskTolerance) measure.Day {
	return medianLast + wholeDays(Margin(risk, sd))
}

// SafeUntil is the last day of autumn on which the risk of an earlier frost is no
// more than the appetite.
func SafeUntil(medianFirst measure.Day, sd float64, risk RiskTolerance) measure.Day {
	return medianFirst - wholeDays(Margin(risk, sd))
}

// SafeFromWorking is SafeFrom with its steps.
func SafeFromWorking(medianLast measure.Day, sd float64, risk RiskTolerance) working.Working {
	day := SafeFrom(medianLast, sd, risk)
	return working.Working{
		Title: "Earliest safe day for green growth", Result: day, Mark: working.Model,
		Steps: []working.Step{
			{Says: "median day of the last frost", Result: medianLast},
			{Says: "days past it: z(1 − {}) × {} days", Args: []any{float64(risk), sd}, Result: Margin(risk, sd)},
			{Says: "rounded up to a whole day", Result: day},
			{Says: "chance of a later frost then", Result: After(float64(day-medianLast), sd)},
		},
		Source:  "normal distribution of the last frost",
		Changes: "Your appetite for risk, the frost dates of your site, or a shelter.",
	}
}

// FrostAct is the forecast minimum under the shelter, in °C, at which frost is acted on, and
// FrostAsked the chance of one under which nothing is asked. Practice.
const (
	FrostAct   = 0.5
	FrostAsked = 0.05
)

// UsualNight is the minimum of a night that nothing is forecast of, °C: its mean by the normals
// and the standard deviation of nights about it, as simulated years have them.
func (n *Normals) UsualNight(d measure.Day) (mean, sd float64) {
	return n.Min.At(d), math.Hypot(n.Spread.At(d), swingSpread/2)
}
