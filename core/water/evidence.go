package water

import "math"

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

// Belief of θ and of the bag's own factor together, with what is not known of them: the
// state of a Kalman filter, linear about each day (published: extended Kalman filter).
type Belief struct {
	Theta, Factor float64
	tt, tf, ff    float64 // covariances
}

// NewBelief after a soak, with the factor that is usual.
func NewBelief() Belief {
	return Belief{Theta: 1, Factor: 1, tt: soakSD * soakSD, ff: factorSD * factorSD}
}

// SD of θ.
func (k *Belief) SD() float64 { return math.Sqrt(k.tt) }

// FactorSD is how far the factor may be off.
func (k *Belief) FactorSD() float64 { return math.Sqrt(k.ff) }

// Pass a day: θ is now theta, of which the bag with a factor of 1 would have lost a share
// base. Full of water, it is known to be so.
func (k *Belief) Pass(theta, base float64, full bool) {
	k.Theta = theta
	if full {
		k.tt, k.tf = soakSD*soakSD, 0
	}
	k.tt += base*base*k.ff - 2*base*k.tf + daySD*daySD
	k.tf -= base * k.ff
	if most := 0.25; k.tt > most { // θ lies between 0 and 1
		k.tf *= math.Sqrt(most / k.tt)
		k.tt = most
	}
}

// See that θ is z, give or take sd: a scalar step of the filter.
func (k *Belief) See(z, sd float64) {
	gain := 1 / (k.tt + sd*sd)
	off := z - k.Theta
	kt, kf := k.tt*gain, k.tf*gain
	k.Theta = math.Max(0, math.Min(1, k.Theta+kt*off))
	k.Factor = math.Max(leastLoss, math.Min(mostLoss, k.Factor+kf*off))
	k.ff = math.Max(1e-6, k.ff-kf*k.tf)
	k.tf *= 1 - kt
	k.tt *= 1 - kt
}
