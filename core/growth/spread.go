package growth

import (
	"math"
	"math/rand/v2"

	"glebata/core/measure"
)

// Departure of a planting from its course: by itself it stands a little over or under,
// and forgets it in weeks. Model: an Ornstein–Uhlenbeck course of mean 0.
type Departure struct {
	at   []departed
	last measure.Day
	seen float64 // of it on the last day, as it was measured, cm
	sd   float64 // what that leaves open, cm
}

// departed is what a measurement says of the departure.
type departed struct {
	day    measure.Day
	weight float64
}

// fading is the covariance of departures so many days apart, cm².
func fading(apart measure.Day) float64 {
	return DepartureSD * DepartureSD * math.Exp(-math.Abs(float64(apart))/departureDays)
}

// On a day, cm: from the last measurement on what it saw, fading, so that a plant
// measured yesterday stands as it was measured; before, as all of them have it, leading up
// to that. 0 where nothing was measured.
func (o *Departure) On(d measure.Day) measure.Length {
	if len(o.at) == 0 {
		return 0
	}
	if d >= o.last {
		return measure.Length(o.seen * math.Exp(-float64(d-o.last)/departureDays))
	}
	lead := (o.seen - o.smooth(o.last)) * math.Exp(-float64(o.last-d)/leadDays)
	return measure.Length(o.smooth(d) + lead)
}

// smooth is the mean of the departure given all that was measured, cm.
func (o *Departure) smooth(d measure.Day) float64 {
	sum := 0.0
	for _, a := range o.at {
		sum += fading(d-a.day) * a.weight
	}
	return sum
}

// leadDays in which a course is drawn up to the last measurement.
const leadDays = 3.0

// departure that is left between what was seen and the course: the mean of a Gaussian
// process given its measurements.
func (q *question) departure() Departure {
	n := len(q.seen)
	weights := make([]float64, n)
	for i, m := range q.seen {
		weights[i] = float64(m.Length - q.c.StemOn(m.Day))
	}
	solve(q.chol, weights)
	o := Departure{last: q.seen[n-1].Day, seen: float64(q.seen[n-1].Length - q.c.StemOn(q.seen[n-1].Day))}
	for i, m := range q.seen {
		o.at = append(o.at, departed{m.Day, weights[i]})
	}
	k := make([]float64, n) // covariance of the last day with each
	for i, m := range q.seen {
		k[i] = fading(o.last - m.Day)
	}
	left := append([]float64(nil), k...)
	solve(q.chol, left)
	of := fading(0)
	for i := range k {
		of -= k[i] * left[i]
	}
	o.sd = math.Sqrt(math.Max(0, of))
	return o
}

// Add the departure to the stems of a run as it is expected.
func (o *Departure) Add(c *Run) {
	if len(o.at) == 0 {
		return
	}
	for i := range c.Stem {
		if c.Canopy[i] > 0 {
			c.Stem[i] = math.Max(0, c.Stem[i]+float64(o.On(c.Planted+measure.Day(i))))
		}
	}
}

// draw a departure and add it to the stems of a run.
func (o *Departure) draw(c *Run, rng *rand.Rand) {
	fades := math.Exp(-1 / departureDays)
	grain := DepartureSD * math.Sqrt(1-fades*fades)
	now, begun := 0.0, false
	for i := range c.Stem {
		if c.Canopy[i] <= 0 {
			continue
		}
		switch d := c.Planted + measure.Day(i); {
		case len(o.at) > 0 && d < o.last:
			now = float64(o.On(d))
		case len(o.at) > 0 && d == o.last:
			now, begun = float64(o.On(d))+o.sd*rng.NormFloat64(), true
		case !begun:
			now, begun = DepartureSD*rng.NormFloat64(), true
		default:
			now = now*fades + grain*rng.NormFloat64()
		}
		c.Stem[i] = math.Max(0, c.Stem[i]+now)
	}
}

// draw a shift, a rate and how tall it gets, together, and when it is mature.
func (f *Fit) draw(p *Plant, rng *rand.Rand) {
	var z, v [3]float64
	for i := range z {
		z[i] = rng.NormFloat64()
	}
	for i := range v {
		for k := range i + 1 {
			v[i] += f.joint[i][k] * z[k]
		}
	}
	low, high := math.Min(slowest, f.Rate), math.Max(fastest, f.Rate)
	p.Shift = f.Shift + v[0]
	p.Rate = min(high, max(low, f.Rate+v[1]))
	p.Tall = max(0.3, f.Tall+v[2])
	p.Ripe = min(ripeHigh, max(ripeLow, f.Ripe+f.RipeSD*rng.NormFloat64()))
}

// spread of shift, rate and tall that is left, from the curvature of the cost: the
// covariance is twice the inverse of its second derivatives. Never more of one than
// before anything was seen.
func (q *question) spread(f *Fit) {
	at := [3]float64{f.Shift, f.Rate, f.Tall}
	step := [3]float64{8, 0.05, 0.05}
	if q.flowered != 0 { // which tell by whole days
		step[0] = 32
	}
	before := [3]float64{ShiftSD, RateSD, TallSD}
	var free []int
	if q.p.Up == 0 {
		free = append(free, 0)
	}
	if free = append(free, 1); q.tells {
		free = append(free, 2)
	}
	cost := func(moves ...[2]float64) float64 {
		v := at
		for _, m := range moves {
			v[int(m[0])] += m[1] * step[int(m[0])]
		}
		return q.cost(v[0], v[1], v[2])
	}
	n := len(free)
	curve := make([][]float64, n) // half the second derivatives: the inverse of the covariance
	here := cost()
	for i, a := range free {
		x := float64(a)
		curve[i] = make([]float64, i+1)
		curve[i][i] = math.Max(1/(before[a]*before[a]), (cost([2]float64{x, 1})-2*here+cost([2]float64{x, -1}))/(2*step[a]*step[a]))
		for k, b := range free[:i] {
			y := float64(b)
			cross := cost([2]float64{x, 1}, [2]float64{y, 1}) - cost([2]float64{x, 1}, [2]float64{y, -1}) -
				cost([2]float64{x, -1}, [2]float64{y, 1}) + cost([2]float64{x, -1}, [2]float64{y, -1})
			limit := 0.98 * math.Sqrt(curve[i][i]*curve[k][k])
			curve[i][k] = math.Max(-limit, math.Min(limit, cross/(8*step[a]*step[b])))
		}
	}
	l := cholesky(curve)
	f.joint = [3][3]float64{}
	cov := make([][]float64, n)
	for i := range cov {
		column := make([]float64, n)
		column[i] = 1
		solve(l, column)
		cov[i] = column[:i+1]
	}
	for i, a := range free { // no wider than before, with the correlations kept
		if wide := math.Sqrt(cov[i][i]) / before[a]; wide > 1 {
			for k := range cov {
				for j := range cov[k] {
					if k == i {
						cov[k][j] /= wide
					}
					if j == i {
						cov[k][j] /= wide
					}
				}
			}
		}
	}
	for i, row := range cholesky(cov) {
		for k, v := range row {
			f.joint[free[i]][free[k]] = v
		}
	}
	sd := func(i int) float64 {
		return math.Sqrt(f.joint[i][0]*f.joint[i][0] + f.joint[i][1]*f.joint[i][1] + f.joint[i][2]*f.joint[i][2])
	}
	f.ShiftSD, f.RateSD, f.TallSD = sd(0), sd(1), sd(2)
}

// cholesky factor of a covariance, both as lower triangles. What is not positive by the
// little that rounding takes is held up.
func cholesky(a [][]float64) [][]float64 {
	l := make([][]float64, len(a))
	for i := range a {
		l[i] = make([]float64, i+1)
		for k := range i + 1 {
			sum := a[i][k]
			for j := range k {
				sum -= l[i][j] * l[k][j]
			}
			if k < i {
				l[i][k] = sum / l[k][k]
			} else {
				l[i][i] = math.Sqrt(math.Max(sum, 1e-9*a[i][i]))
			}
		}
	}
	return l
}

// solve L Lᵀ x = b in place.
func solve(l [][]float64, b []float64) {
	for i := range b {
		for k := range i {
			b[i] -= l[i][k] * b[k]
		}
		b[i] /= l[i][i]
	}
	for i := len(b) - 1; i >= 0; i-- {
		for k := i + 1; k < len(b); k++ {
			b[i] -= l[k][i] * b[k]
		}
		b[i] /= l[i][i]
	}
}
