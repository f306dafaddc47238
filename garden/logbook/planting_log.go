package logbook

import (
	"glebata/core/measure"
)

// PlantingLog is a planting with its log and what that comes to, at one moment.
type PlantingLog struct {
	Planting Planting
	Log      []Entry // as it was written
	State    State
}

// NewPlantingLog replays a log on its planting. What cannot be laid has no state but
// its entries, and can still be dropped.
func NewPlantingLog(p Planting, log []Entry) PlantingLog {
	l := PlantingLog{Planting: p, Log: log}
	var err error
	if l.State, err = Replay(&l.Planting, log); err != nil {
		l.State = State{Log: Live(log)}
	}
	return l
}

// With is the log with one entry more. It is refused when the entry cannot follow what
// is there, or what is there could not follow it.
func (l *PlantingLog) With(e Entry) (PlantingLog, error) {
	e.Planting = l.Planting.ID
	next := PlantingLog{Planting: l.Planting, Log: append(l.Log[:len(l.Log):len(l.Log)], e)}
	var err error
	if next.State, err = Replay(&next.Planting, next.Log); err != nil && e.Kind != Dropped && e.Kind != Voided {
		return next, err
	}
	return next, refusal(e.line(), l.State.Aside, next.State.Aside, l.name)
}

// Find an entry that stands by its ID.
func (l *PlantingLog) Find(entry ID) (Entry, bool) {
	return Find(l.State.Log, func(e Entry) bool { return e.ID == entry })
}

// name of an entry in a refusal.
func (l *PlantingLog) name(entry ID) measure.Phrase {
	e, _ := l.Find(entry)
	return measure.Say(e.Kind.Name())
}
