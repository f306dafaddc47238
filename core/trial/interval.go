package trial

import (
	"math"
	"math/rand/v2"
	"slices"

	"gonum.org/v1/gonum/stat"
	"gonum.org/v1/gonum/stat/distuv"
)

// share of an arm's measure that one bag carries: the measure of totals to first order, so that
// the mean of the shares is the measure itself.
type share struct {
	at, slopeOf, slopeBy float64 // the measure, and what a unit of each quantity adds
	bags                 Arm
	widen                float64   // deviations are widened by, for so few bags
	less                 []float64 // of the block each bag stands in
}

func newShare(a Arm) share {
	per := 0.0
	for _, o := range a {
		per += o.By
	}
	per /= float64(len(a))
	s := share{at: a.OfTotals(), bags: a, widen: math.Sqrt(float64(len(a)) / float64(len(a)-1)), less: make([]float64, len(a))}
	s.slopeOf, s.slopeBy = 1/per, -s.at/per
	return s
}

// off the measure by a bag, less its block.
func (s *share) off(i int) float64 {
	return s.bags[i].Of*s.slopeOf + s.bags[i].By*s.slopeBy - s.less[i]
}

// variance of the measure, of the bags' spread alone.
func (s *share) variance() float64 {
	sum := 0.0
	for i := range s.bags {
		d := s.off(i)
		sum += d * d
	}
	n := float64(len(s.bags))
	return sum / n * s.widen * s.widen / n
}

// within a block bags are alike before they are put to arms: what a block has in common is
// taken out of both, and costs a degree of freedom each.
func within(a, b *share) (free float64) {
	sum, n := map[int]float64{}, map[int]float64{}
	for _, s := range []*share{a, b} {
		for i := range s.bags {
			sum[s.bags[i].Block] += s.off(i)
			n[s.bags[i].Block]++
		}
	}
	for _, s := range []*share{a, b} {
		mean := 0.0
		for i := range s.bags {
			s.less[i] = sum[s.bags[i].Block] / n[s.bags[i].Block]
			mean += s.off(i) / float64(len(s.bags))
		}
		for i := range s.less { // about the arm's own measure
			s.less[i] += mean
		}
	}
	bags := float64(len(a.bags) + len(b.bags))
	free = math.Max(1, bags-float64(len(n))-1)
	a.widen, b.widen = math.Sqrt(bags/free), math.Sqrt(bags/free)
	return free
}

// welch degrees of freedom of a difference.
func welch(a, b *share) float64 {
	x, y := a.variance(), b.variance()
	if x+y == 0 {
		return float64(len(a.bags) + len(b.bags) - 2)
	}
	return (x + y) * (x + y) / (x*x/float64(len(a.bags)-1) + y*y/float64(len(b.bags)-1))
}

// draw the measure anew: as many bags with replacement, each within its range.
func (s *share) draw(rng *rand.Rand) float64 {
	sum := 0.0
	for range s.bags {
		i := rng.IntN(len(s.bags))
		sum += s.off(i) * s.widen
		if o := &s.bags[i]; o.ranged() {
			if o.OfHigh > 0 {
				sum += (o.OfLow + rng.Float64()*(o.OfHigh-o.OfLow) - o.Of) * s.slopeOf
			}
			if o.ByHigh > 0 {
				sum += (o.ByLow + rng.Float64()*(o.ByHigh-o.ByLow) - o.By) * s.slopeBy
			}
		}
	}
	return s.at + sum/float64(len(s.bags))
}

// interval of the difference and of the ratio.
func (c *Comparison) interval(first, second Arm, seed uint64) {
	a, b := newShare(first), newShare(second)
	if c.Blocked {
		c.Free = within(&a, &b)
	} else {
		c.Free = welch(&a, &b)
	}
	t := quantileT(c.Free)
	if len(first)+len(second) > maxResampled {
		c.normalInterval(&a, &b, t)
		return
	}
	rng := rand.New(rand.NewPCG(seed, drawStream))
	diffs, ratios := make([]float64, Draws), make([]float64, Draws)
	for i := range Draws {
		x, y := a.draw(rng), b.draw(rng)
		diffs[i] = x - y
		if ratios[i] = math.Inf(1); y > 0 {
			ratios[i] = math.Max(0, x) / y
		}
	}
	low := distuv.UnitNormal.CDF(-t)
	c.Low, c.High = quantiles(diffs, low)
	if c.Second > 0 {
		c.RatioLow, c.RatioHigh = quantiles(ratios, low)
	}
}

// quantileT is what Student's t stays under with so many degrees of freedom, but for half of
// what the interval leaves out.
func quantileT(free float64) float64 {
	return distuv.StudentsT{Sigma: 1, Nu: free}.Quantile(1 - (1-Level)/2)
}

func quantiles(list []float64, low float64) (from, to float64) {
	slices.Sort(list)
	return stat.Quantile(low, stat.Empirical, list, nil), stat.Quantile(1-low, stat.Empirical, list, nil)
}

// normalInterval of many bags: what drawing them comes to. The ratio's by its logarithm.
func (c *Comparison) normalInterval(a, b *share, t float64) {
	offA, x := a.known()
	offB, y := b.known()
	x, y = x+a.variance(), y+b.variance()
	mid, off := c.Diff+offA-offB, t*math.Sqrt(x+y)
	c.Low, c.High = mid-off, mid+off
	if first, second := c.First+offA, c.Second+offB; first > 0 && second > 0 {
		f := math.Exp(t * math.Sqrt(x/(first*first)+y/(second*second)))
		c.RatioLow, c.RatioHigh = first/second/f, first/second*f
	}
}

// known is what bags add which are known only within a range, drawn evenly in it: how far the
// middles of the ranges lie off, and the variance.
func (s *share) known() (off, variance float64) {
	n := float64(len(s.bags))
	for i := range s.bags {
		o := &s.bags[i]
		if o.OfHigh > 0 {
			w := (o.OfHigh - o.OfLow) * s.slopeOf
			off, variance = off+((o.OfLow+o.OfHigh)/2-o.Of)*s.slopeOf/n, variance+w*w/12/n/n
		}
		if o.ByHigh > 0 {
			w := (o.ByHigh - o.ByLow) * s.slopeBy
			off, variance = off+((o.ByLow+o.ByHigh)/2-o.By)*s.slopeBy/n, variance+w*w/12/n/n
		}
	}
	return off, variance
}
