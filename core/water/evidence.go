package water

import (
	"math"

	"glebata/core/measure"
)

// Sight is evidence on a day: θ, give or take SD.
type Sight struct {
	Day       int // from the first of the run
	Theta, SD float64
}

// How far evidence of θ may be off, as a standard deviation. Model.
const (
	FingerSD = 0.15
	WeightSD = 0.08
	ProbeSD  = 0.10
	AskedSD  = 0.10 // after it was watered as it wanted
)

// What is not known of a bag: of its factor before anything was seen, of θ after a soak, and
// what each day adds. Model.
const (
	factorSD  = 0.3
	soakSD    = 0.03
	daySD     = 0.02
	leastLoss = 0.3 // the factor is never believed outside of these
	mostLoss  = 3
)

// see that θ is about so much: a step of a square-root ensemble Kalman filter (published:
// Whitaker and Hamill, 2002). It returns what it moves the mean by.
func (r *Run) see(s Sight, loose *float64) measure.Volume {
	mean, factor, n := 0.0, r.meanFactor(), float64(len(r.draws))
	for k := range r.draws {
		mean += r.draws[k].Theta() / n
	}
	tt, tf := 0.0, 0.0
	for k := range r.draws {
		off := r.draws[k].Theta() - mean
		tt += off * off / n
		tf += off * (r.draws[k].factor - factor) / n
	}
	noise := s.SD * s.SD
	gain := 1 / (tt + *loose + noise)
	toTheta, toFactor := (tt+*loose)*gain, tf*gain
	narrows := 1 / (1 + math.Sqrt(noise*gain))
	var moved measure.Volume
	for k := range r.draws {
		d := &r.draws[k]
		off := d.Theta() - mean
		theta := mean + toTheta*(s.Theta-mean) + off*(1-narrows*toTheta)
		d.factor = within(d.factor + toFactor*(s.Theta-mean) - narrows*toFactor*off)
		in := measure.Volume(math.Max(0, math.Min(1, theta))) * d.Capacity
		moved += in - d.In
		d.In, d.due = in, 0
	}
	*loose *= 1 - toTheta
	return moved / measure.Volume(n)
}

// within what a factor is believed to be.
func within(factor float64) float64 { return math.Max(leastLoss, math.Min(mostLoss, factor)) }
