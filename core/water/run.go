package water

import (
	"math"

	"glebata/core/measure"
)

// Regime is how a bag comes by its water.
type Regime uint8

// The regimes.
const (
	ByNeed   Regime = iota // by hand, when it wants some
	ByRhythm               // by hand, so much every so many days
	ByDrip                 // by drip or timer, so much every so many days
	FromBelow
	RainOnly
)

// Plan of a bag's watering.
type Plan struct {
	Regime Regime
	Every  int            // days
	Litres measure.Volume // each time; 0 for as much as it wants
	// Written, by need: all that it is given is written down. Else some of it is, and on days
	// of which nothing is written a watering may have come.
	Written bool
}

// PlanSince is a plan from a day of the run on.
type PlanSince struct {
	From int
	Plan Plan
}

// gives is what a plan other than by need brings on a day, so many after it was set.
func (p *Plan) gives(since int, s State) measure.Volume {
	switch {
	case p.Regime == RainOnly || p.Regime == ByNeed || since%max(1, p.Every) != 0:
		return 0
	case p.Litres > 0:
		return p.Litres
	}
	return s.Give()
}

// Course of a bag, to be traced.
type Course struct {
	Days   []Day
	Sights []Sight // in order of their days
	// Plans in order of their days, the first from the beginning on.
	Plans []PlanSince
	// Base is what stood in its reservoir after the soak.
	Base measure.Volume
	// Today is the last day that waterings nobody wrote down are drawn for.
	Today int
	// Rain drawn for every draw and day, mm, where it was not recorded; nil to take that of Days.
	Rain [][]float64
}

// How late a bag that is watered by need may be watered, in days after the morning on which it
// wants some, each as likely; under a share its leaves hang, and it is watered the next morning.
// Practice.
const (
	latest = 4
	hangs  = 0.2
)

// Draws of a run: each with a loss of its own and waterings of its own lateness. Where rain is
// drawn too there are as many as years of it.
const Draws = 20

// Run is a bag's water over a row of days, ready for Trace and best used again. Shares and
// flows are means over draws of what is not written down.
type Run struct {
	Theta     []float64 // at the end of each day
	Low, High []float64 // four in five lie between
	Soaked    []float64 // share of the draws in which the medium stands full
	Flows     []Flow
	Taken     []measure.Volume // as given each day, that nobody wrote down
	State     State            // at the end
	// Asked is its water at the end of Course.Today, if no more was given since the day Since
	// than is written down: what is asked for goes by it. By need a watering is taken as given
	// at the latest four days after it was wanted.
	Asked State
	Since int // -1 for the soak of planting day
	Next  int // day after today on which it wants some by that, if none is given; 0 for none
	// Factor of its own losses, against the usual, and how far it may be off.
	Factor, FactorSD float64

	draws []draw
}

// Trace a bag through a course. Theta of every draw on every day goes to visit, where it is not
// nil.
func (r *Run) Trace(b *Bag, c *Course, visit func(day, draw int, theta float64)) {
	n := Draws
	if c.Rain != nil {
		n = len(c.Rain)
	}
	r.begin(b, c, n)
	if len(c.Days) == 0 {
		return
	}
	loose := soakSD * soakSD // variance of θ that no draw shows
	asked := draw{State: c.start(), factor: orOne(b.Factor)}
	since, sights, plan := -1, c.Sights, 0
	for i := range c.Days {
		for plan+1 < len(c.Plans) && c.Plans[plan+1].From <= i {
			plan++
		}
		at := PlanSince{}
		if len(c.Plans) > 0 {
			at = c.Plans[plan]
		}
		day := b.today(&c.Days[i], i, &at)
		day.silent = at.Plan.Regime == ByNeed && !at.Plan.Written && i <= c.Today
		day.rain = day.Rain
		var sum Flow
		var taken measure.Volume
		wetted, drained := 0.0, 0.0
		late := day.late
		for k := range r.draws {
			if c.Rain != nil {
				day.rain = c.Rain[k][i]
			}
			through := sum.Drained
			given := r.draws[k].pass(&day, &sum, late)
			if late++; late > latest {
				late = 0
			}
			if taken += given; given > 0 {
				wetted++
			}
			if sum.Drained > through {
				drained++
			}
		}
		if c.Rain != nil {
			day.rain = meanOf(c.Rain, i)
		}
		var f Flow
		if given := asked.pass(&day, &f, latest); given > 0 || day.Given > 0 || f.Drained > 0 && f.Rain > 0 { // or rained full
			since = i
		}
		share := 1 / float64(n)
		loose = loose*(1-drained*share) + soakSD*soakSD*drained*share + daySD*daySD
		loose = loose*(1-wetted*share) + AskedSD*AskedSD*wetted*share // who waters it looks at it too
		sum.scale(share)
		for len(sights) > 0 && sights[0].Day <= i {
			if sights[0].Day == i {
				sum.Seen += r.see(sights[0], &loose)
				asked.State, asked.factor, asked.due = r.mean(), r.meanFactor(), 0
				since = i
			}
			sights = sights[1:]
		}
		r.keep(i, sum, taken*measure.Volume(share), loose, visit)
		switch {
		case i <= c.Today:
			r.Asked, r.Since = asked.State, since
		case r.Next == 0 && asked.In < day.wants:
			r.Next = i
		}
	}
	r.State = r.mean()
	r.Factor, r.FactorSD = r.meanFactor(), math.Sqrt(r.variance(func(d *draw) float64 { return d.factor }))
}

// start of a course.
func (c *Course) start() State {
	s := Start(c.Days[0].Capacity)
	s.Below = c.Base
	return s
}

// begin a run anew with n draws, whose factors are spread as what is not known of them is.
func (r *Run) begin(b *Bag, c *Course, n int) {
	*r = Run{
		Theta: r.Theta[:0], Low: r.Low[:0], High: r.High[:0], Soaked: r.Soaked[:0], Flows: r.Flows[:0], Taken: r.Taken[:0],
		Since: -1, Factor: 1, FactorSD: factorSD, draws: r.draws[:0],
	}
	if len(c.Days) == 0 {
		return
	}
	sum := 0.0
	for k := range n {
		// Steps of seven go round all places, so that a draw's factor tells nothing of its lateness.
		z := math.Sqrt2 * math.Erfinv(2*(float64(7*k%n)+0.5)/float64(n)-1)
		sum += z * z
		r.draws = append(r.draws, draw{State: c.start(), factor: z})
	}
	wide := factorSD / math.Sqrt(sum/float64(n))
	for k := range r.draws {
		r.draws[k].factor = orOne(b.Factor) * within(1+wide*r.draws[k].factor)
	}
}

// keep what a day came to.
func (r *Run) keep(day int, flow Flow, taken measure.Volume, loose float64, visit func(day, draw int, theta float64)) {
	mean, square, soaked, share := 0.0, 0.0, 0.0, 1/float64(len(r.draws))
	full := 0.0
	if holds := r.draws[0].Capacity; holds > 0 {
		full = 1 / float64(holds)
	}
	for k := range r.draws {
		theta := min(1, float64(r.draws[k].In)*full)
		mean, square = mean+theta, square+theta*theta
		if theta > Wet {
			soaked += share
		}
		if visit != nil {
			visit(day, k, theta)
		}
	}
	mean, square = mean*share, square*share
	off := tenths * math.Sqrt(math.Max(0, square-mean*mean)+loose)
	mean = math.Min(1, mean)
	r.Theta, r.Low, r.High = append(r.Theta, mean), append(r.Low, math.Max(0, mean-off)), append(r.High, math.Min(1, mean+off))
	r.Soaked, r.Flows, r.Taken = append(r.Soaked, soaked), append(r.Flows, flow), append(r.Taken, taken)
}

// tenths of a normal distribution lie further off its mean, in standard deviations.
const tenths = 1.2816

// mean state of the draws.
func (r *Run) mean() State {
	var s State
	n := measure.Volume(len(r.draws))
	for k := range r.draws {
		s.In, s.Below = s.In+r.draws[k].In/n, s.Below+r.draws[k].Below/n
		s.Base, s.Capacity = r.draws[k].Base, r.draws[k].Capacity
	}
	return s
}

func (r *Run) meanFactor() (mean float64) {
	for k := range r.draws {
		mean += r.draws[k].factor / float64(len(r.draws))
	}
	return mean
}

func (r *Run) variance(of func(*draw) float64) float64 {
	mean, square, n := 0.0, 0.0, float64(len(r.draws))
	for k := range r.draws {
		v := of(&r.draws[k])
		mean, square = mean+v/n, square+v*v/n
	}
	return math.Max(0, square-mean*mean)
}

// meanOf what is drawn for a day.
func meanOf(rows [][]float64, day int) (mean float64) {
	for _, row := range rows {
		mean += row[day] / float64(len(rows))
	}
	return mean
}

func (f *Flow) scale(by float64) {
	v := measure.Volume(by)
	f.Rain, f.Given, f.Brought, f.Lost, f.Drained, f.Seen = f.Rain*v, f.Given*v, f.Brought*v, f.Lost*v, f.Drained*v, f.Seen*v
}

func orOne(f float64) float64 {
	if f > 0 {
		return f
	}
	return 1
}

// Swing is the largest rise of θ within two days, in the last 21 up to a day.
func Swing(theta []float64, upTo int) float64 {
	most := 0.0
	for i := max(1, upTo-20); i <= upTo && i < len(theta); i++ {
		most = math.Max(most, theta[i]-theta[i-1])
		if i > 1 {
			most = math.Max(most, theta[i]-theta[i-2])
		}
	}
	return most
}

// Splits is a swing over which tubers may split, after they have set.
const Splits = 0.5

// Waterlogged is the share of days on which the medium stood full, from Run.Soaked; over
// Drowns roots drown.
func Waterlogged(soaked []float64) float64 {
	sum := 0.0
	for _, share := range soaked {
		sum += share
	}
	return sum / math.Max(1, float64(len(soaked)))
}

// Drowns is a share of full days over which a bag is waterlogged.
const Drowns = 0.4
