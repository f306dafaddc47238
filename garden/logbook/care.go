package logbook

import (
	"strconv"

	"glebata/core/climate"
	"glebata/core/job"
	"glebata/core/measure"
)

// care keeps what was done or seen.
func (s *State) care(_ *Planting, e *Entry) error {
	s.Care = append(s.Care, *e)
	return nil
}

// careFor keeps what was done, which a job is done by.
func careFor(what job.Kind, as Kind) func(*State, *Planting, *Entry) error {
	return func(s *State, _ *Planting, e *Entry) error {
		s.Care = append(s.Care, *e)
		s.Doings = append(s.Doings, Answer{what, e.Day, as, 0})
		return nil
	}
}

// answer keeps what became of a job.
func (s *State) answer(_ *Planting, e *Entry) error {
	s.Doings = append(s.Doings, Answer{e.What, e.Day, e.Kind, e.Until})
	return nil
}

// reading keeps what was read off an instrument, or a stand-in for one.
func (s *State) reading(_ *Planting, e *Entry) error {
	s.Care = append(s.Care, *e)
	s.Simulated = s.Simulated || e.Thing == StandIn
	return nil
}

// elsewhere keeps that a planting was taken elsewhere, or covered.
func (s *State) elsewhere(_ *Planting, e *Entry) error {
	s.Care = append(s.Care, *e)
	if e.Kind == Moved {
		s.Doings = append(s.Doings, Answer{job.Move, e.Day, Tended, 0})
	}
	if m, moves := e.move(); moves {
		s.Moves = append(s.Moves, m)
	}
	return nil
}

// filled keeps with how much the bag was really filled.
func (s *State) filled(p *Planting, e *Entry) error {
	s.Care = append(s.Care, *e)
	if e.Amount == 0 { // of what kind alone
		return nil
	}
	s.filledLoose = measure.Volume(e.Amount)
	if s.Stage == StageGrowing && e.Day == s.Planted { // entered after the planting of the same day
		return s.fill(p, e.Day)
	}
	return nil
}

// tenfold of the available water that a litre of medium holds at the most.
const tenfold = 10 * 0.25

// water keeps a watering that the bag can have been given.
func (s *State) water(p *Planting, e *Entry) error {
	if holds := tenfold * p.Bag.Model.Shape.Full(); measure.Volume(e.Amount) > holds {
		return Refuse("amount", "{} is over ten times what the roots in bag {} find room for: check the unit.", measure.Volume(e.Amount), p.Bag.Label)
	}
	s.Care = append(s.Care, *e)
	return nil
}

// move of an entry that takes a planting elsewhere, or covers it.
func (e *Entry) move() (Move, bool) {
	switch {
	case e.Kind == Moved:
		return Move{Day: e.Day, Shelter: climate.Shelter(e.Thing)}, e.Thing != ""
	case e.Thing == Fleeced, e.Thing == Heaped:
		return Move{e.Day, climate.Fleece, true}, true
	case e.Thing == UnderGlass:
		return Move{e.Day, climate.Greenhouse, true}, true
	case e.Thing == CarriedIn:
		return Move{e.Day, climate.FrostFree, true}, true
	case e.Thing == CarriedOut, e.Thing == Uncovered:
		return Move{Day: e.Day}, true
	}
	return Move{}, false
}

// LastCare is the last entry of a kind; nil where there is none.
func (s *State) LastCare(k Kind) *Entry {
	for i := len(s.Care) - 1; i >= 0; i-- {
		if s.Care[i].Kind == k {
			return &s.Care[i]
		}
	}
	return nil
}

// Count of the entries of a kind.
func (s *State) Count(k Kind) (n int) {
	for i := range s.Care {
		if s.Care[i].Kind == k {
			n++
		}
	}
	return n
}

// Factor is what was done otherwise than by the plan alone, kept to be compared by.
type Factor struct{ Name, Value string }

// Factors of a planting: how it was mulched, supported, bedded, treated and fed, as it was
// really done.
func (s *State) Factors() []Factor {
	var out []Factor
	set := func(name, value string) {
		for i := range out {
			if out[i].Name == name {
				out[i].Value = value
				return
			}
		}
		out = append(out, Factor{name, value})
	}
	count := map[Kind]int{}
	for i := range s.Care {
		e := &s.Care[i]
		d, _ := DoingOf(e.Kind)
		switch count[e.Kind]++; e.Kind {
		case Mulched, Supported, Bedded:
			set(string(e.Kind), d.ThingName(e.Thing))
		case Treated:
			set("treated", e.Thing)
		case Fed, Watered:
			times := " times"
			if count[e.Kind] == 1 {
				times = " time"
			}
			set(string(e.Kind), strconv.Itoa(count[e.Kind])+times)
		}
	}
	return out
}

// WaitUntil is the day before which nothing is to be lifted because of a treatment, and
// with what; 0 where there is none.
func (s *State) WaitUntil() (until measure.Day, with string) {
	for i := range s.Care {
		if e := &s.Care[i]; e.Kind == Treated && e.Level > 0 && e.Day+measure.Day(e.Level) > until {
			until, with = e.Day+measure.Day(e.Level), e.Thing
		}
	}
	return until, with
}

// WaterEntered is what was written down that its container was given, L.
func (s *State) WaterEntered() measure.Volume {
	var sum measure.Volume
	for i := range s.Care {
		if e := &s.Care[i]; e.Kind == Watered {
			sum += measure.Volume(e.Amount)
		}
	}
	return sum
}
