package logbook

import (
	"errors"
	"slices"

	"glebata/core/measure"
)

// line is what every log's entries have in common.
type line struct {
	ID    ID
	Day   measure.Day
	Voids ID // the entry that this one takes back; 0 for any other
}

// logged is an entry of one of the logs.
type logged[E any] interface {
	*E
	line() line
}

// Live are the entries of a log that were not taken back, by day and then by the
// order of writing, without the taking back itself. The log itself is not changed.
func Live[E any, P logged[E]](log []E) []E {
	var back []ID // taken back
	sorted := true
	for i := range log {
		l := P(&log[i]).line()
		if l.Voids != 0 {
			back = append(back, l.Voids)
		}
		sorted = sorted && (i == 0 || P(&log[i-1]).line().Day <= l.Day)
	}
	if len(back) == 0 && sorted {
		return log
	}
	out := make([]E, 0, len(log))
	for i := range log {
		if l := P(&log[i]).line(); l.Voids == 0 && !slices.Contains(back, l.ID) {
			out = append(out, log[i])
		}
	}
	slices.SortStableFunc(out, func(a, b E) int { return int(P(&a).line().Day - P(&b).line().Day) })
	return out
}

// Aside is an entry that cannot follow those before it. It is left out of the state,
// and everything else goes on.
type Aside struct {
	Entry ID // 0 for one that is not written yet
	Day   measure.Day
	Why   Faults
}

// replay applies entries in their order. One that is refused is set aside; apply
// must leave its state as it was then.
func replay[E any, P logged[E]](entries []E, apply func(P) error) []Aside {
	var aside []Aside
	for i := range entries {
		e := P(&entries[i])
		if err := apply(e); err != nil {
			l := e.line()
			aside = append(aside, Aside{l.ID, l.Day, AsFaults(err)})
		}
	}
	return aside
}

// IsAside reports whether an entry was set aside.
func IsAside(list []Aside, entry ID) bool {
	return slices.ContainsFunc(list, func(a Aside) bool { return a.Entry == entry })
}

// refusal of a change of a log, by adding one entry to it: nil when that sets nothing
// aside that was not before. name puts an entry that stands in the way into words.
func refusal(added line, before, after []Aside, name func(ID) measure.Phrase) error {
	var new []Aside // by day
	for _, a := range after {
		if a.Entry == 0 {
			return a.Why
		}
		if !IsAside(before, a.Entry) {
			new = append(new, a)
		}
	}
	switch {
	case len(new) == 0:
		return nil
	case added.Voids != 0: // the latest is taken back before the earlier
		last := new[len(new)-1]
		return Refuse("", "What was logged for {} stands on this entry ({}): take that back first.", last.Day, name(last.Entry))
	}
	return Refuse("day", "That cannot be with what was logged for {} ({}). {}", new[0].Day, name(new[0].Entry), new[0].Why[0].Says)
}

// AsFaults of an error that an entry was refused with.
func AsFaults(err error) Faults {
	var f Faults
	if errors.As(err, &f) && len(f) > 0 {
		return f
	}
	return Faults{{Says: measure.Say("{}", err.Error())}}
}
