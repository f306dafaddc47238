package garden

import (
	"context"

	"glebata/core/job"
	"glebata/core/measure"
)

// AskedJob is a job that was done, is skipped or put off.
type AskedJob struct {
	Planting ID
	What     job.Kind
	As       Kind           // Done kinds are left empty: the entry follows from the job
	Height   measure.Length // of a job.Measure
	Reason   string         // Skipped
	Days     int            // PutOff: from today
}

// DoJob logs a job of a bag with what it asks for by default: the layer that is due,
// the litres that are missing, the feed. Planting and lifting have entries of their
// own and are refused. Safe to repeat: sent again it counts once, though another job
// may be due by then. It returns the entry's ID.
func (g *Garden) DoJob(ctx context.Context, ask AskedJob, a Asked) (ID, error) {
	return g.once(ctx, a.Key, ask, func(w Writer) (ID, error) {
		st, err := g.within(ctx, w, a.Today).Planting(ask.Planting)
		if err != nil {
			return 0, err
		}
		if err := st.mayDo(ask); err != nil {
			return 0, err
		}
		e, err := st.entryOf(ask, a.Today)
		if err != nil {
			return 0, err
		}
		e.Planting, e.Day = ask.Planting, a.Today
		return record(ctx, w, e, a)
	})
}

// mayDo refuses a job that is not due any more, saying what was done and when: the
// page it was ticked on may be old, or another phone was first.
func (s *Standing) mayDo(ask AskedJob) error {
	if ask.As == "" && (ask.What == job.Plant || ask.What == job.Lift) {
		return fault("", "Weigh in at bag {}: that is more than a tick.", s.Bag.Label)
	}
	for _, j := range s.Jobs {
		if j.Kind == ask.What && (j.Due() || ask.As != "") {
			return nil
		}
	}
	e, ok := s.lastDone(ask.What)
	switch {
	case ok && (e.Kind == PutOff || e.Kind == Skipped) && ask.As == "":
		return nil // it waits, and nobody has done it
	case ask.What == job.Raise && len(s.Rungs) == 0 && s.Stage == StageGrowing:
		return fault("", "Bag {} is full, or in flower: there is no layer to come.", s.Bag.Label)
	case ok:
		return fault("", "Bag {}: that is not due any more. Last: {}, on {}.", s.Bag.Label, e.Kind.Name(), e.Day)
	}
	return fault("", "Bag {}: that is not due now. Open the bag to enter it all the same.", s.Bag.Label)
}

// lastDone is the entry that last answered a kind of job.
func (s *Standing) lastDone(what job.Kind) (Entry, bool) {
	answers := map[job.Kind]Kind{job.Plant: Planted, job.Raise: Raised, job.TopUp: Topped, job.Feed: Fed, job.Measure: Measured, job.Lift: Weighed}
	for i := len(s.Log) - 1; i >= 0; i-- {
		e := s.Log[i]
		if e.Kind == answers[what] && answers[what] != "" || e.What == what || e.Kind == Closed {
			return e, true
		}
	}
	return Entry{}, false
}

// entryOf a job: what is logged when it is done.
func (s *Standing) entryOf(ask AskedJob, today measure.Day) (Entry, error) {
	if !ask.What.Known() {
		return Entry{}, ErrNotFound
	}
	switch ask.As {
	case Skipped:
		return Entry{Kind: Skipped, What: ask.What, Text: ask.Reason}, nil
	case PutOff:
		return Entry{Kind: PutOff, What: ask.What, Until: today + measure.Day(max(-1, min(ask.Days, 1000)))}, nil
	case "":
	default:
		return Entry{}, ErrNotFound
	}
	switch ask.What {
	case job.Raise:
		next := s.Upcoming()
		if next == nil {
			return Entry{}, ErrNotFound
		}
		if next.Thickness() < leastRaise {
			return Entry{}, fault("", "Stems of bag {} are too short for a layer now: measure them again.", s.Bag.Label)
		}
		return Entry{Kind: Raised, RaiseBy: next.Thickness()}, nil
	case job.TopUp:
		if litres := s.missing(); litres > 0 {
			return Entry{Kind: Topped, Loose: litres}, nil
		}
	case job.Feed:
		return Entry{Kind: Fed}, nil
	case job.Measure:
		return Entry{Kind: Measured, Height: ask.Height}, nil
	}
	return Entry{Kind: Tended, What: ask.What}, nil
}

// leastRaise is the thinnest layer that is logged by a tick, in cm.
const leastRaise measure.Length = 0.5

// FeedBatch is the feed of several bags in one batch, water and all.
func FeedBatch(row []Standing) (water measure.Volume, bags int) {
	for i := range row {
		s := &row[i]
		for _, j := range s.Jobs {
			if j.Kind == job.Feed && j.Due() {
				_, w := s.nextFeed()
				water, bags = water+w, bags+1
			}
		}
	}
	return water, bags
}
