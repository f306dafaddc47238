package growth

import (
	"math"

	"glebata/core/crop"
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

func measureSD(l measure.Length) float64 { return measureCm + measureShare*float64(l) }

// Rates beyond which a measurement is questioned. Model.
const slowest, fastest = 0.4, 2.0

// Rates that two questioned measurements which bear each other out may bring. Model.
const slowestBorneOut, fastestBorneOut = 0.1, 4.0

// MostRise of a stem in a day, cm. Practice.
const MostRise = 6

// widerBorneOut is how much wider they make the spreads of rate and height. Model.
const widerBorneOut = 4.0

// Two questioned measurements bear each other out when they stand to the usual course
// alike, to a quarter, within so many days, or when they differ as the course does between them,
// within their error. Model.
const (
	borneOutShare             = 0.25
	borneOutDays  measure.Day = 30
)

// maxSeen measurements that a fit goes by, the last of them.
const maxSeen = 40

// flowersSD is how far, in days, first flowers open from when tubers set. Model.
const flowersSD = 7.0

// tallFrom is the share of the longest stem from which heights tell how long it gets.
// Model.
const tallFrom = 0.6

// Fit of one planting to what was seen of it: how much later than usual it came up,
// °C·days; how fast its stems grow and how long they get against the usual; each with
// the spread that is left; and how far it stands from that course by itself.
type Fit struct {
	Shift, ShiftSD float64
	Rate, RateSD   float64
	Tall, TallSD   float64 // TallSD is 0 while no height tells of it
	// Ripe is the warmth it needs to be mature against what its packet says: Ripen.
	Ripe, RipeSD float64
	// HalfBy is the first day on which it was seen half yellow, GreenOn the last on which it was
	// not; 0 for never.
	HalfBy, GreenOn measure.Day
	// LeafAsked are looks at its leaf that are questioned.
	LeafAsked []LeafAsked
	// FlowersAsked is by how many days its flowers are off the model, where they are questioned for
	// that and left out: over 0 for too late.
	FlowersAsked int
	Departure    Departure
	// Outliers are measurements that no believable rate explains and no other bears
	// out. They are left out of the fit.
	Outliers []Measured
	// Cost is the sum that is least; of two ways it may have gone, the likelier has less.
	Cost  float64
	joint [3][3]float64 // lower triangle: how shift, rate and tall are drawn together
}

// Prior is the fit of a planting that nothing was seen of yet; its stems get as long as
// those of its variety did.
func Prior(p Plant) Fit {
	f := Fit{Rate: 1, Tall: 1, ShiftSD: ShiftSD, RateSD: RateSD, Ripe: 1, RipeSD: RipeSD}
	if p.Tall > 0 {
		f.Tall = p.Tall
	}
	f.joint[0][0], f.joint[1][1] = ShiftSD, RateSD
	return f
}

// Calibrate a planting to its measurements: the most probable shift δ and rate m, and
// once a height passes 60 % of the longest stem how tall λ it gets,
//
//	rᵀ C⁻¹ r + (δ ÷ 40)² + ((m − 1) ÷ 0.25)² + ((λ − λ₀) ÷ 0.2)² + ((F − I) ÷ 7 d)² least,
//
// r is what was seen less the course. C holds the errors of measuring, 2 cm and 10 %,
// and the departure of the planting from its course, 3 cm that fade by 1/e in 10 days.
// δ is 0 where the day it came up was seen; λ₀ is Plant.Tall, what was fitted to its variety in
// seasons before; F, where it was seen, is the day of its first flowers and I that on which tubers
// set. What is left of the spread,
// of all together, follows from the curvature there. What stands over 6 cm a day higher than it was
// measured before is questioned, as is what no rate from 0.4 to 2 explains. Model.
func Calibrate(p Plant, w *Weather, seen []Measured) Fit {
	f := Prior(p)
	if p.Up != 0 {
		f.ShiftSD, f.joint[0][0] = 0, 0
	}
	seen = seen[max(0, len(seen)-maxSeen):]
	q := question{p: p, usualTall: f.Tall, prior: 1, slowest: slowest, fastest: fastest}
	f.FlowersAsked = q.flowers(w)
	if len(seen) == 0 && q.flowered == 0 {
		return f
	}
	if q.w = w.until(seen); q.flowered != 0 {
		q.w = w.until(append(seen[:len(seen):len(seen)], Measured{Day: q.flowered + flowersAhead}))
	}
	var good []Measured
	for _, m := range seen {
		if q.believable(m) && !leaps(good, m) {
			good = append(good, m)
		} else {
			f.Outliers = append(f.Outliers, m)
		}
	}
	if borne, left := q.borneOut(f.Outliers); len(borne) > 0 {
		good, f.Outliers = inOrder(append(good, borne...)), left
		q.slowest, q.fastest, q.prior = slowestBorneOut, fastestBorneOut, widerBorneOut // over the model
	}
	if len(good) == 0 && q.flowered == 0 {
		return f
	}
	q.take(good)
	f.Shift, f.Rate, f.Tall, f.Cost = q.best()
	q.spread(&f)
	if len(good) > 0 {
		q.stems(f.Shift, f.Rate, f.Tall)
		f.Departure = q.departure()
	}
	return f
}

// flowersAhead are the days after flowers within which tubers set in every course that is tried.
const flowersAhead measure.Day = 60

// flowers that tell when tubers set are taken; those that are questioned are not, and by how many
// days they are off is returned. Where the day it came up was seen they tell nothing more.
func (q *question) flowers(w *Weather) (off int) {
	if q.p.Flowered == 0 || q.p.Up != 0 || q.p.Class.Crop() != crop.Potato {
		return 0
	}
	q.w = w
	usual := q.stems(0, 1, q.usualTall).Initiation
	if usual == 0 {
		return 0
	}
	if off = int(q.p.Flowered - usual); off > askedAfter || off < -askedAfter {
		return off
	}
	q.flowered = q.p.Flowered
	return 0
}

// until the last measurement: what comes after it moves nothing.
func (w *Weather) until(seen []Measured) *Weather {
	last := w.From
	for _, m := range seen {
		last = max(last, m.Day)
	}
	n := max(0, min(len(w.Min), int(last-w.From)+1))
	return &Weather{From: w.From, Min: w.Min[:n], Max: w.Max[:n], PAR: w.PAR[:n]}
}

// question is what shift, rate and tall are asked of.
type question struct {
	p                Plant
	w                *Weather
	seen             []Measured
	chol             [][]float64 // of the covariance of what was seen
	off              []float64   // room for residuals
	usualTall        float64
	flowered         measure.Day // where they tell when tubers set; 0 for not
	prior            float64     // how much wider the spreads are taken than before anything was seen
	tells            bool        // heights tell how tall it gets
	slowest, fastest float64
	c                Run
}

// take what was seen, and its covariance.
func (q *question) take(seen []Measured) {
	q.seen, q.off = seen, make([]float64, len(seen))
	longest := measure.Length(tallFrom * q.usualTall * float64(habits[q.p.Class].Longest))
	cov := make([][]float64, len(seen))
	for i, a := range seen {
		q.tells = q.tells || a.Length >= longest
		cov[i] = make([]float64, i+1)
		for j, b := range seen[:i+1] {
			cov[i][j] = fading(a.Day - b.Day)
		}
		sd := measureSD(a.Length)
		cov[i][i] += sd * sd
	}
	q.chol = cholesky(cov)
}

// stems of the course with a shift, a rate and how tall it gets.
func (q *question) stems(shift, rate, tall float64) *Run {
	q.p.Shift, q.p.Rate, q.p.Tall = shift, rate, tall
	Grow(&q.p, q.w, &q.c)
	return &q.c
}

// cost is the sum that is to be least.
func (q *question) cost(shift, rate, tall float64) float64 {
	c := q.stems(shift, rate, tall)
	a, b := (rate-1)/(RateSD*q.prior), (tall-q.usualTall)/(TallSD*q.prior)
	sum := a*a + b*b
	if q.p.Up == 0 {
		sum += shift / ShiftSD * shift / ShiftSD
	}
	if q.flowered != 0 {
		off := flowersAhead // tubers set later than anything that is tried
		if c.Initiation != 0 {
			off = q.flowered - c.Initiation
		}
		sum += float64(off) / flowersSD * float64(off) / flowersSD
	}
	for i, m := range q.seen {
		z := float64(m.Length - c.StemOn(m.Day))
		for j, l := range q.chol[i][:i] {
			z -= l * q.off[j]
		}
		q.off[i] = z / q.chol[i][i]
		sum += q.off[i] * q.off[i]
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
	slack := 2 * math.Hypot(measureSD(m.Length), DepartureSD)
	lowest := float64(q.stems(late, slowest, q.usualTall).StemOn(m.Day)) - slack
	highest := float64(q.stems(early, fastest, q.usualTall).StemOn(m.Day)) + slack
	return float64(m.Length) >= lowest && float64(m.Length) <= highest
}

// rises reports whether a stem would have grown more from one measurement to a later one than any
// does.
func rises(from, to Measured) bool {
	days := float64(to.Day - from.Day)
	return days > 0 && float64(to.Length-from.Length) > MostRise*days+math.Hypot(measureSD(from.Length), measureSD(to.Length))
}

// leaps reports whether a measurement stands higher over the last one before it than any stem
// grows.
func leaps(before []Measured, m Measured) bool {
	return len(before) > 0 && rises(before[len(before)-1], m)
}

// borneOut are the questioned measurements that another questioned one agrees with.
func (q *question) borneOut(asked []Measured) (borne, left []Measured) {
	if len(asked) < 2 {
		return nil, asked
	}
	usual := q.stems(0, 1, q.usualTall)
	share := func(m Measured) float64 { return float64(m.Length) / math.Max(1, float64(usual.StemOn(m.Day))) }
	for i, m := range asked {
		agrees := false
		for k, o := range asked {
			apart := m.Day - o.Day
			if k != i && apart != 0 && apart <= borneOutDays && apart >= -borneOutDays {
				grew := float64(o.Length-m.Length) - float64(usual.StemOn(o.Day)-usual.StemOn(m.Day))
				if rises(m, o) || rises(o, m) {
					continue
				}
				agrees = agrees || math.Abs(share(m)-share(o)) <= borneOutShare*math.Max(share(m), share(o)) ||
					math.Abs(grew) <= math.Hypot(measureSD(m.Length), measureSD(o.Length))
			}
		}
		if agrees {
			borne = append(borne, m)
		} else {
			left = append(left, m)
		}
	}
	return borne, left
}

// best shift, rate and tall: the best point of a coarse net, and from there a compass
// search, whose steps halve when no way is better. Emergence falls on whole days, so that
// the cost has steps: what is found is best to within a day.
func (q *question) best() (shift, rate, tall, cost float64) {
	stepShift, stepRate, stepTall := ShiftSD/2, RateSD/2, 0.0
	if q.p.Up != 0 {
		stepShift = 0
	}
	if q.tells {
		stepTall = TallSD / 2
	}
	shift, rate, tall = 0, 1, q.usualTall
	least := q.cost(shift, rate, tall)
	try := func(s, r, h float64) bool {
		r = min(q.fastest, max(q.slowest, r))
		cost := q.cost(s, r, max(0.3, h))
		if cost >= least {
			return false
		}
		least, shift, rate, tall = cost, s, r, max(0.3, h)
		return true
	}
	for i := -2.0; i <= 2; i++ {
		if stepShift == 0 && i != 0 {
			continue
		}
		for _, r := range [...]float64{q.slowest * 1.4, 0.8, 1.2, 1.5, q.fastest * 0.9} {
			try(i*ShiftSD*0.7, r, tall)
		}
	}
	for stepRate > 0.004 {
		better := try(shift, rate+stepRate, tall) || try(shift, rate-stepRate, tall)
		if !better && stepShift > 0 {
			better = try(shift+stepShift, rate, tall) || try(shift-stepShift, rate, tall) || try(shift+stepShift, rate+stepRate, tall) || try(shift-stepShift, rate-stepRate, tall)
		}
		if !better && stepTall > 0 {
			better = try(shift, rate, tall+stepTall) || try(shift, rate, tall-stepTall)
		}
		if !better {
			stepShift, stepRate, stepTall = stepShift/2, stepRate/2, stepTall/2
		}
	}
	return shift, rate, tall, least
}

// inOrder of day.
func inOrder(list []Measured) []Measured {
	for i := 1; i < len(list); i++ {
		for k := i; k > 0 && list[k].Day < list[k-1].Day; k-- {
			list[k], list[k-1] = list[k-1], list[k]
		}
	}
	return list
}
