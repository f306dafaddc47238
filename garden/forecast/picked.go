package forecast

import (
	"math"

	"glebata/core/crop"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/working"
	"glebata/garden/logbook"
)

// regrows is the share of what was picked early that small ones left behind make up a week,
// until it is mature. Practice.
const regrows = 0.1

// emptiedBefore is how long before its lifting a weigh-in is taken as the last of it, in days; of
// earlies, which are picked from before, none. Practice.
const emptiedBefore measure.Day = 14

// Emptied is the day on which a planting that was not closed was weighed in as if that was all of
// it: with its tops off, or near its lifting or after it; 0 where it was not.
func (s *PlantingForecast) Emptied() measure.Day {
	if s.Stage != logbook.StageGrowing || s.Grown == nil {
		return 0
	}
	last := measure.Day(0)
	s.picked(func(d measure.Day, net measure.Mass) {
		if net > 0 {
			last = max(last, d)
		}
	})
	cut, lifted, before := s.HaulmCutOn(), s.LiftOn(), emptiedBefore
	if c := s.Variety.Class; c == crop.FirstEarly || c == crop.SecondEarly {
		before = 0
	}
	if last != 0 && (cut != 0 && last >= cut || lifted != 0 && last >= lifted-before) {
		return last
	}
	return 0
}

// gone from a planting by a day, of what would be in it had nothing been picked: what was
// picked, less what small ones that were left have grown since.
func (s *PlantingForecast) gone(d measure.Day) measure.Mass {
	var out measure.Mass
	s.picked(func(day measure.Day, net measure.Mass) {
		if day > d {
			return
		}
		until := d
		if mature := s.Grown.Run.Mature; mature != 0 {
			until = min(d, max(day, mature))
		}
		out += net * measure.Mass(math.Max(0, 1-regrows*float64(until-day)/7))
	})
	return out
}

// picked visits each weigh-in of a planting that still grows: its day and what counts of it.
func (s *PlantingForecast) picked(visit func(day measure.Day, net measure.Mass)) {
	if s.Stage != logbook.StageGrowing {
		return
	}
	for i := range s.Log {
		e := &s.Log[i]
		if e.Kind != logbook.Weighed {
			continue
		}
		var net measure.Mass
		for k := range e.Batches {
			if b := e.Batches[k].Lifted(); b.Grade.Counted() && b.Grade != lift.Rotten {
				net += b.Net()
			}
		}
		visit(e.Day, net)
	}
}

// StillInWorking puts what was picked behind the working of what a day would have in a bag.
func (s *PlantingForecast) StillInWorking(w working.Working, d measure.Day) working.Working {
	off := s.gone(d)
	yield, ok := w.Result.(measure.Expected)
	if off <= 0 || !ok {
		return w
	}
	s.picked(func(day measure.Day, net measure.Mass) {
		w.Steps = append(w.Steps, working.Step{Says: "picked on {}", Args: []any{day.Short()}, Result: net})
	})
	w.Result = max(0, yield-measure.Expected(off))
	w.Steps = append(w.Steps, working.Step{Says: "less what was picked, of which small ones left make up {} % a week: still in it", Args: []any{int(100 * regrows)}, Result: w.Result})
	return w
}
