package forecast

import (
	"fmt"
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
	// Left is what is left of it at this hour, as a share of what roots can take; four times in
	// five it lies from Low to High.
	Left, Low, High float64
	// Now is its water at this hour if nothing was given since the day Since but what is written
	// down, and Give what brings that back; 0 while it has enough.
	Now   water.State
	Since measure.Day
	Give  measure.Volume // into the whole container
	// Plan is how it comes by its water today.
	Plan water.Plan
	// Next is the day on which it wants water again, by the forecast; 0 for none in it.
	Next measure.Day
	// Rained is the chance of a wet day tomorrow, where rain comes in.
	Rained float64
	// Entries are what is written down of its water: what it was given, and how moist it was.
	Entries int
	// Fits reports that what is written down of its waterings may be all there were.
	Fits bool
	// Supply is the share of its growth that its water allows, by day, and Draws those that it
	// is the mean of, nil where there is enough; both are nil where there always is.
	Supply []float32
	Draws  [][]float32

	part             measure.Volume // of its container that is its own, over 0 to 1
	waterings, first int            // that are written down, and the day of the first
	beyond           []water.Day    // days after the forecast, by the normals
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
	return water.State{In: s.In / w.part, Below: s.Below / w.part, Base: s.Base / w.part, Capacity: s.Capacity / w.part}
}

// Percent of its water that is left, in the middle of what may be.
func (w *Water) Percent() int { return int(math.Round(100 * w.Left)) }

// Range of what is left, as it is known: to a hundredth where that is about as wide, else from
// and to a twentieth.
func (w *Water) Range() string { return rangeOf(w.Left, w.Low, w.High) }

// RangeOn is what was left at the end of a day, by its place in the run.
func (w *Water) RangeOn(day int) string {
	return rangeOf(w.Run.Theta[day], w.Run.Low[day], w.Run.High[day])
}

// Known reports whether what is left is known well enough for one figure.
func (w *Water) Known() bool { return w.High-w.Low < knownWell }

func rangeOf(mid, low, high float64) string {
	if high-low < knownWell {
		return percent(mid)
	}
	return fmt.Sprintf("%d to %d %%", 5*int(math.Floor(20*low+1e-9)), 5*min(20, int(math.Ceil(20*high-1e-9))))
}

// knownWell is a range of what is left that is printed as one figure.
const knownWell = 0.2

// FirstWatered is the day of the first watering that is written down; the first of the run
// where none is.
func (w *Water) FirstWatered() measure.Day { return w.From + measure.Day(w.first) }

// Asked is what is left by what is asked for: in words, with since when nothing must have been
// given for it to be so.
func (w *Water) Asked() string {
	if w.Doubtful() {
		return percent(w.Now.Theta()) + " if not watered since " + w.Since.Short()
	}
	return percent(w.Now.Theta())
}

// Doubtful reports whether what is asked for rests on nothing having been given since a day
// before today.
func (w *Water) Doubtful() bool { return w.Loose() && w.Since < w.From+measure.Day(w.Today) }

// Loose reports whether it is watered by need, and waterings may have come that nobody wrote
// down.
func (w *Water) Loose() bool { return w.Plan.Regime == water.ByNeed && !w.Plan.Written }

// Wants reports whether it wants water today.
func (w *Water) Wants() bool { return w.Give > 0 }

// Asks reports whether it wants water today, and waits for somebody to bring it.
func (w *Water) Asks() bool { return w.Wants() && w.Plan.Regime == water.ByNeed }

// Short reports whether it wants water today, though it is seen to in another way.
func (w *Water) Short() bool { return w.Wants() && w.Plan.Regime != water.ByNeed }

// Written reports whether anything tells of its water but that it is watered as it asks.
func (w *Water) Written() bool { return w.Entries > 0 || !w.Loose() }

// LeaveBe reports whether rain is so likely tomorrow that watering can wait.
func (w *Water) LeaveBe() bool {
	return w.Wants() && w.Rained >= rainLikely && w.Now.Theta() > water.WantSeed
}

// rainLikely is a chance of rain tomorrow that watering waits for. Practice.
const rainLikely = 0.7

// Routine reports whether it is watered in another way than by need.
func (w *Water) Routine() bool { return w.Plan.Regime != water.ByNeed }

func percent(share float64) string { return fmt.Sprintf("%.0f %%", 100*share) }
