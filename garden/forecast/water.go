package forecast

import (
	"math"
	"slices"

	"glebata/core/measure"
	"glebata/core/water"
)

// Water of a bag: its balance from the soak of planting day to today, and on through the
// forecast as if nothing more were given.
type Water struct {
	From  measure.Day // first day of the run
	Today int         // its place in the run
	Run   water.Run
	Bag   water.Bag
	Days  []water.Day
	// Since is the first day of which anything is written down: what it was given, or how
	// moist it was. Before, it is taken as watered when it wanted some. 0 where nothing is.
	Since measure.Day
	// Now is its water at this hour, Give what brings it back; 0 while it has enough.
	Now  water.State
	Give measure.Volume // into the whole container
	// Plan is how it comes by its water today.
	Plan water.Plan
	// Next is the day on which it wants water again, by the forecast; 0 for none in it.
	Next measure.Day
	// Rained is the chance of a wet day tomorrow, where rain comes in.
	Rained  float64
	part    measure.Volume // of its container that is its own, over 0 to 1
	planned bool           // another regime than by need was set
	beyond  []water.Day    // days after the forecast, by the normals
}

// AwayDays is how far ahead of today a bag's need is worked out.
const AwayDays = 28

// Drink is what a bag wants on one day.
type Drink struct {
	Day    measure.Day
	Litres measure.Volume // into the whole container
	before water.State    // of the container, that morning
	under  float64        // θ that it wants water under
}

// Ahead is what a bag wants from tomorrow on, each day that it wants some, if each time it is
// brought what it asks for: by the forecast, and after it by the normals.
func (w *Water) Ahead() []Drink {
	var out []Drink
	s := w.Now
	days := append(slices.Clone(w.Days[min(w.Today+1, len(w.Days)):]), w.beyond...)
	wants := w.Wants()
	for i := range days {
		d := days[i]
		if wants {
			d.Given = s.Give()
			before := w.whole(s)
			out = append(out, Drink{w.From + measure.Day(w.Today+1+i), before.Give(), before, w.Bag.Threshold(w.Today + 1 + i)})
		}
		s, _ = w.Bag.Step(s, &d)
		wants = s.Theta() < w.Bag.Threshold(w.Today+2+i)
	}
	return out
}

// whole container, of the part that is a planting's own.
func (w *Water) whole(s water.State) water.State {
	return water.State{In: s.In / w.part, Capacity: s.Capacity / w.part}
}

// Theta now.
func (w *Water) Theta() float64 { return w.Now.Theta() }

// Percent of its water that is left.
func (w *Water) Percent() int { return int(math.Round(100 * w.Theta())) }

// Wants reports whether it wants water today.
func (w *Water) Wants() bool { return w.Give > 0 }

// Asks reports whether it wants water today, and waits for somebody to bring it.
func (w *Water) Asks() bool { return w.Wants() && w.Plan.Regime == water.ByNeed }

// Short reports whether it wants water today, though it is seen to in another way.
func (w *Water) Short() bool { return w.Wants() && w.Plan.Regime != water.ByNeed }

// Written reports whether its water goes by more than being watered as it asks.
func (w *Water) Written() bool { return w.Since != 0 || w.planned }

// LeaveBe reports whether rain is so likely tomorrow that watering can wait.
func (w *Water) LeaveBe() bool {
	return w.Wants() && w.Rained >= rainLikely && w.Theta() > water.WantSeed
}

// rainLikely is a chance of rain tomorrow that watering waits for. Practice.
const rainLikely = 0.7

// Routine reports whether a way of watering other than by need was set.
func (w *Water) Routine() bool { return w.planned }
