package forecast

import (
	"slices"

	"glebata/core/calendar"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Lead is one piece of work that leads up to planting, for the bags it is for.
type Lead struct {
	Kind    calendar.Kind
	Day     measure.Day
	What    measure.Phrase
	Why     measure.Phrase
	Variety logbook.Variety
	Bags    []string     // labels
	Of      []logbook.ID // plantings, as Bags
	Late    bool         // its day is past
	Year    int
}

// aheadDays is how far ahead the work that leads up is shown, and behind after
// its day when it was not done.
const (
	AheadDays  = 21
	BehindDays = 60
)

// leads are the kinds of work before planting, in the order they are done.
var leads = []calendar.Kind{calendar.OrderSeed, calendar.StartChit, calendar.StartSlips, calendar.FillPots, calendar.StartPots, calendar.Harden, calendar.MoveOut}

// CutSeed is the work of cutting tubers before planting.
const CutSeed calendar.Kind = "cut"

// LeadsUp reports whether a moment is work that leads up to planting, or a move,
// and its day is near.
func LeadsUp(st *PlantingForecast, m calendar.Moment, today measure.Day) bool {
	late := m.Day < today
	switch {
	case !slices.Contains(leads, m.Kind) || m.Day > today+AheadDays || m.Day < today-BehindDays:
		return false
	case st.Last(job.Kind(m.Kind), logbook.Tended) != 0: // ticked
		return false
	case st.Stage == logbook.StageGrowing:
		return m.Kind == calendar.MoveOut && !late
	}
	return !late || m.Kind != calendar.Harden
}

// JoinAhead puts the same work on the same day for the same variety together.
func JoinAhead(list []Lead, a Lead) []Lead {
	for i := range list {
		o := &list[i]
		if o.Kind == a.Kind && o.Day == a.Day && o.Variety.ID == a.Variety.ID {
			o.Bags, o.Of = append(o.Bags, a.Bags...), append(o.Of, a.Of...)
			return list
		}
	}
	return append(list, a)
}

// Ticks reports whether the work can be ticked: what the bench does not tell.
func (a *Lead) Ticks() bool { return job.Kind(a.Kind).LeadsUp() && len(a.Of) > 0 }

// Ticked is on the button that says it is done.
func (a *Lead) Ticked() string { return job.Kind(a.Kind).Facts().Ticked }

// LeadDone reports whether work that leads up was done: seed that is there was
// ordered, seed in trays is chitting, a root in the nursery was started.
func LeadDone(kind calendar.Kind, v logbook.Variety, year int, b *logbook.Bench, nursery []logbook.NursingState) bool {
	trays := slices.ContainsFunc(b.Trays, func(t logbook.TrayState) bool {
		return t.Lot.Variety.ID == v.ID && t.Lot.Year == year && len(t.Tubers) > 0
	})
	lot := slices.ContainsFunc(b.Lots, func(l logbook.Lot) bool { return l.Variety.ID == v.ID && l.Year == year })
	started := slices.ContainsFunc(nursery, func(n logbook.NursingState) bool {
		return n.Variety.ID == v.ID && n.Started.Year() == year
	})
	switch kind {
	case calendar.OrderSeed:
		return lot || trays || started
	case calendar.StartChit:
		return trays || started
	case calendar.StartSlips, calendar.StartPots, calendar.FillPots:
		return started
	}
	return false
}
