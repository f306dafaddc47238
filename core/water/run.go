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
}

// Gives is what a plan brings on a day, so many after it was set: by need the day after a bag
// wanted some.
func (p Plan) Gives(since int, s State, wants bool) measure.Volume {
	switch {
	case p.Regime == RainOnly:
		return 0
	case p.Regime == ByNeed:
		if !wants {
			return 0
		}
		return s.Give()
	case since%max(1, p.Every) != 0:
		return 0
	case p.Litres > 0:
		return p.Litres
	}
	return s.Give()
}

// Run is a bag's water over a row of days, ready for Trace and best used again.
type Run struct {
	Theta, Low, High []float64 // at the end of each day, with what it may be: one standard deviation
	Flows            []Flow
	State            State // at the end
	Belief           Belief
	Taken            []measure.Volume // as given each day, that nobody wrote down
}

// Trace a bag from its soak through days. Beside what is written down of a day, taken says what
// is taken as given on it, from what is in by then and whether the bag wanted some the evening
// before. Sights come in order of their days.
func (r *Run) Trace(b *Bag, days []Day, sights []Sight, taken func(day int, s State, wants bool) measure.Volume) {
	*r = Run{Theta: r.Theta[:0], Low: r.Low[:0], High: r.High[:0], Flows: r.Flows[:0], Taken: r.Taken[:0], Belief: NewBelief()}
	if len(days) == 0 {
		return
	}
	own := *b
	r.State = Start(days[0].Capacity)
	wants := false
	for i := range days {
		d := days[i]
		asked := max(0, taken(i, r.State, wants))
		d.Given += asked
		own.Factor = math.Max(1e-9, r.Belief.Factor*orOne(b.Factor))
		var f Flow
		r.State, f = own.Step(r.State, &d)
		base := 0.0
		if r.State.Capacity > 0 && r.Belief.Factor > 0 {
			base = float64(f.Lost/r.State.Capacity) / r.Belief.Factor
		}
		r.Belief.Pass(r.State.Theta(), base, f.Drained > 0)
		if asked > 0 { // who waters it as it wants looks at it too
			r.Belief.See(r.Belief.Theta, AskedSD)
		}
		for len(sights) > 0 && sights[0].Day <= i {
			if sights[0].Day == i {
				r.Belief.See(sights[0].Theta, sights[0].SD)
				seen := measure.Volume(r.Belief.Theta) * r.State.Capacity
				f.Seen += seen - r.State.In
				r.State.In = seen
			}
			sights = sights[1:]
		}
		t, sd := r.State.Theta(), r.Belief.SD()
		wants = t < b.Threshold(i+1)
		r.Theta, r.Low, r.High = append(r.Theta, t), append(r.Low, math.Max(0, t-sd)), append(r.High, math.Min(1, t+sd))
		r.Flows, r.Taken = append(r.Flows, f), append(r.Taken, asked)
	}
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

// Waterlogged is the share of days with θ over 0.98; over 0.4 roots drown.
func Waterlogged(theta []float64) float64 {
	if len(theta) == 0 {
		return 0
	}
	n := 0
	for _, t := range theta {
		if t > Wet {
			n++
		}
	}
	return float64(n) / float64(len(theta))
}

// Drowns is a share of full days over which a bag is waterlogged.
const Drowns = 0.4
