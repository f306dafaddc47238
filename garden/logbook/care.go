package logbook

import (
	"strconv"

	"glebata/core/measure"
)

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
