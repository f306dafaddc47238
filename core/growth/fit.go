package growth

import (
	"math"

	"glebata/core/measure"
)

// Measured stem on a day: its length from where it came through, which is its
// height above the medium and all that was raised since.
type Measured struct {
	Day    measure.Day
	Length measure.Length
}

// Errors of a stem as it is measured: 2 cm and 10 %. Model.
const (
	measureCm    = 2.0
	measureShare = 0.10
)

// Rates beyond which a measurement is questioned. Model.
const slowest, fastest = 0.4, 2.0

// Fit of one planting to what was seen of it: how much later than usual it came up,
// °C·days, and how fast its stems grow against the usual, each with the spread
// that is left.
type Fit struct {
	Shift, ShiftSD float64
	Rate, RateSD   float64
	// Outliers are measurements that no believable rate explains. They are left
	// out of the fit.
	Outliers []Measured
}

// Prior is the fit of a planting that nothing is known of yet.
func Prior() Fit { return Fit{Rate: 1, ShiftSD: ShiftSD, RateSD: RateSD} }

// Calibrate a planting to its measurements: the most probable shift and rate,
//
//	Σ ((seen − L) ÷ (2 cm + 10 %))² + (shift ÷ 40)² + ((rate − 1) ÷ 0.25)² least,
//
// with the shift fixed at 0 where the day it came up was seen. What is left of the
// spread follows from the curvature there. Model.
func Calibrate(p Plant, w *Weather, seen []Measured) Fit {
	f := Prior()
	if p.Up != 0 {
		f.ShiftSD = 0
	}
	if len(seen) == 0 {
		return f
	}
	q := question{p: p, w: w.until(seen)}
	var good []Measured
	for _, m := range seen {
		if q.believable(m) {
			good = append(good, m)
		} else {
			f.Outliers = append(f.Outliers, m)
		}
	}
	if len(good) == 0 {
		return f
	}
	q.seen = good
	f.Shift, f.Rate = q.best()
	f.ShiftSD, f.RateSD = q.spread(f.Shift, f.Rate)
	return f
}

// until the last measurement: what comes after it moves nothing.
func (w *Weather) until(seen []Measured) *Weather {
	last := w.From
	for _, m := range seen {
		last = max(last, m.Day)
	}
	n := min(len(w.Min), int(last-w.From)+1)
	return &Weather{From: w.From, Min: w.Min[:n], Max: w.Max[:n], PAR: w.PAR[:n]}
}

// question is what shift and rate are asked of.
type question struct {
	p    Plant
	w    *Weather
	seen []Measured
	c    Run
}

// stems of the course with a shift and a rate.
func (q *question) stems(shift, rate float64) *Run {
	q.p.Shift, q.p.Rate = shift, rate
	Grow(&q.p, q.w, &q.c)
	return &q.c
}

// cost is the sum that is to be least.
func (q *question) cost(shift, rate float64) float64 {
	c := q.stems(shift, rate)
	off := (rate - 1) / RateSD
	sum := off * off
	if q.p.Up == 0 {
		sum += shift / ShiftSD * shift / ShiftSD
	}
	for _, m := range q.seen {
		off := float64(m.Length-c.StemOn(m.Day)) / (measureCm + measureShare*float64(m.Length))
		sum += off * off
	}
	return sum
}

// believable reports whether some rate from 0.4 to 2, and a shift within twice its
// spread, comes near one measurement.
func (q *question) believable(m Measured) bool {
	late, early := 2*ShiftSD, -2*ShiftSD
	if q.p.Up != 0 {
		late, early = 0, 0
	}
	slack := 2 * (measureCm + measureShare*float64(m.Length))
	lowest := float64(q.stems(late, slowest).StemOn(m.Day)) - slack
	highest := float64(q.stems(early, fastest).StemOn(m.Day)) + slack
	return float64(m.Length) >= lowest && float64(m.Length) <= highest
}

// best shift and rate: the best point of a coarse net, and from there a compass
// search, whose steps halve when none of the four ways is better. Emergence falls on
// whole days, so that the cost has steps: what is found is best to within a day.
func (q *question) best() (shift, rate float64) {
	stepShift, stepRate := ShiftSD/2, RateSD/2
	if q.p.Up != 0 {
		stepShift = 0
	}
	shift, rate = 0, 1
	least := q.cost(shift, rate)
	try := func(s, r float64) bool {
		r = min(fastest, max(slowest, r))
		cost := q.cost(s, r)
		if cost >= least {
			return false
		}
		least, shift, rate = cost, s, r
		return true
	}
	for i := -2.0; i <= 2; i++ {
		if stepShift == 0 && i != 0 {
			continue
		}
		for _, r := range [...]float64{0.55, 0.8, 1.2, 1.5, 1.8} {
			try(i*ShiftSD*0.7, r)
		}
	}
	for stepRate > 0.004 {
		if !(try(shift, rate+stepRate) || try(shift, rate-stepRate) ||
			stepShift > 0 && (try(shift+stepShift, rate) || try(shift-stepShift, rate) || try(shift+stepShift, rate+stepRate) || try(shift-stepShift, rate-stepRate))) {
			stepShift, stepRate = stepShift/2, stepRate/2
		}
	}
	return shift, rate
}

// spread of shift and rate that is left, from the curvature of the cost: the
// covariance is twice the inverse of its second derivatives. Never more than
// before anything was seen.
func (q *question) spread(shift, rate float64) (ofShift, ofRate float64) {
	const ds, dr = 8.0, 0.05
	at := q.cost(shift, rate)
	rr := (q.cost(shift, rate+dr) - 2*at + q.cost(shift, rate-dr)) / (dr * dr)
	if q.p.Up != 0 {
		return 0, narrower(2/rr, RateSD)
	}
	ss := (q.cost(shift+ds, rate) - 2*at + q.cost(shift-ds, rate)) / (ds * ds)
	sr := (q.cost(shift+ds, rate+dr) - q.cost(shift+ds, rate-dr) - q.cost(shift-ds, rate+dr) + q.cost(shift-ds, rate-dr)) / (4 * ds * dr)
	det := ss*rr - sr*sr
	return narrower(2*rr/det, ShiftSD), narrower(2*ss/det, RateSD)
}

// narrower is the spread of a variance, at the most the one there was before.
func narrower(variance, before float64) float64 {
	if !(variance > 0) {
		return before
	}
	return math.Min(before, math.Sqrt(variance))
}
