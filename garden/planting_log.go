package garden

import (
	"context"

	"glebata/core/measure"
)

// plantingLog is a planting with its log, as it is in the file at this moment.
type plantingLog struct {
	planting Planting
	log      []Entry
	state    State
}

// openLog reads a planting with its log; ErrNotFound when there is none.
func openLog(ctx context.Context, r Reader, planting ID) (*plantingLog, error) {
	if planting == 0 {
		return nil, ErrNotFound
	}
	f := Filter{ID: planting}
	found, err := r.Plantings(ctx, f)
	if err != nil {
		return nil, err
	}
	if len(found) == 0 {
		return nil, ErrNotFound
	}
	logs, err := r.Logs(ctx, f)
	if err != nil {
		return nil, err
	}
	l := &plantingLog{planting: found[0], log: logs[planting]}
	l.state, err = Replay(&l.planting, l.log)
	if err != nil { // what cannot be laid can still be dropped
		l.state = State{Log: live(l.log)}
	}
	return l, nil
}

// add an entry: the one way by which anything gets into the log of a planting. It is
// refused when it cannot follow what is there, or what is there could not follow it.
func (l *plantingLog) add(ctx context.Context, w Writer, e Entry) (ID, error) {
	e.Planting = l.planting.ID
	with := append(l.log[:len(l.log):len(l.log)], e)
	after, err := Replay(&l.planting, with)
	if err != nil && e.Kind != Dropped && e.Kind != Voided {
		return 0, err
	}
	if err := refusal(e.line(), l.state.Aside, after.Aside, l.name); err != nil {
		return 0, err
	}
	if e.ID, err = w.AddEntry(ctx, e); err != nil {
		return 0, err
	}
	with[len(with)-1].ID = e.ID
	l.log, l.state = with, after
	return e.ID, nil
}

// find an entry that stands by its ID.
func (l *plantingLog) find(entry ID) (Entry, bool) {
	return find(live(l.log), func(e Entry) bool { return e.ID == entry })
}

// name of an entry in a refusal.
func (l *plantingLog) name(entry ID) measure.Phrase {
	e, _ := l.find(entry)
	return measure.Say(kindNames[e.Kind])
}

var kindNames = map[Kind]string{
	Planted: "planted", Raised: "raised", Measured: "stem height", Noted: "a note", Weighed: "weighed in", Taken: "some taken unweighed",
	Closed: "closed", Dropped: "plan dropped", Emerged: "shoots through", Flowered: "first flowers", Frosted: "tops black from frost",
	Topped: "topped up", Fed: "fed", Tended: "a job done", Skipped: "a job skipped", PutOff: "a job put off",
}

// Name of the kind for reading.
func (k Kind) Name() string { return kindNames[k] }
