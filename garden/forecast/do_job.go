package forecast

import (
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// JobRequest is a job that was done, is skipped or put off.
type JobRequest struct {
	Planting logbook.ID
	What     job.Kind
	As       logbook.Kind   // Done kinds are left empty: the entry follows from the job
	Height   measure.Length // of a job.Measure, and of a job.Raise where it was measured first; 0 for none
	Reason   string         // Skipped
	Days     int            // PutOff: from today
}

// MayDo refuses a job that is not due any more, saying what was done and when: the
// page it was ticked on may be old, or another phone was first.
func (s *PlantingForecast) MayDo(ask JobRequest) error {
	if ask.As == "" && (ask.What == job.Plant || ask.What == job.Lift) {
		return logbook.Refuse("", "Weigh in at bag {}: that is more than a tick.", s.Bag.Label)
	}
	for _, j := range s.Jobs {
		if j.Kind == ask.What && (j.Due() || ask.As != "") {
			return nil
		}
	}
	e, ok := s.lastDone(ask.What)
	switch {
	case ok && (e.Kind == logbook.PutOff || e.Kind == logbook.Skipped) && ask.As == "":
		return nil // it waits, and nobody has done it
	case ask.What == job.Raise && len(s.Rungs) == 0 && s.Stage == logbook.StageGrowing:
		return logbook.Refuse("", "Bag {} is full, or in flower: there is no layer to come.", s.Bag.Label)
	case ok:
		return logbook.Refuse("", "Bag {}: that is not due any more. Last: {}, on {}.", s.Bag.Label, e.Kind.Name(), e.Day)
	}
	return logbook.Refuse("", "Bag {}: that is not due now. Open the bag to enter it all the same.", s.Bag.Label)
}

// lastDone is the entry that last answered a kind of job.
func (s *PlantingForecast) lastDone(what job.Kind) (logbook.Entry, bool) {
	answer := logbook.AnswerTo(what)
	for i := len(s.Log) - 1; i >= 0; i-- {
		e := s.Log[i]
		if e.Kind == answer && answer != "" || e.What == what || e.Kind == logbook.Closed {
			return e, true
		}
	}
	return logbook.Entry{}, false
}

// NewEntry of a job: what is logged when it is done.
func (s *PlantingForecast) NewEntry(ask JobRequest, today measure.Day) (logbook.Entry, error) {
	if !ask.What.Known() {
		return logbook.Entry{}, logbook.ErrNotFound
	}
	switch ask.As {
	case logbook.Skipped:
		return logbook.Entry{Kind: logbook.Skipped, What: ask.What, Text: ask.Reason}, nil
	case logbook.PutOff:
		return logbook.Entry{Kind: logbook.PutOff, What: ask.What, Until: today + measure.Day(max(-1, min(ask.Days, 1000)))}, nil
	case "":
	default:
		return logbook.Entry{}, logbook.ErrNotFound
	}
	switch ask.What {
	case job.Raise:
		next := s.Upcoming()
		if next == nil {
			return logbook.Entry{}, logbook.ErrNotFound
		}
		if next.Thickness() < minRaise {
			return logbook.Entry{}, logbook.Refuse("", "Stems of bag {} are too short for a layer now: measure them again.", s.Bag.Label)
		}
		return logbook.Entry{Kind: logbook.Raised, RaiseBy: next.Thickness()}, nil
	case job.TopUp:
		if litres := s.missing(); litres > 0 {
			return logbook.Entry{Kind: logbook.Topped, Loose: litres}, nil
		}
	case job.Feed:
		e := logbook.Entry{Kind: logbook.Fed}
		if p := s.FeedAsk.Liquid; p != nil && s.Feed != nil {
			if _, water := s.nextFeed(); water > 0 {
				e.Thing, e.Amount, e.Level = p.Name, float64(water), logbook.FeedVolume
			}
		}
		return e, nil
	case job.Measure:
		return logbook.Entry{Kind: logbook.Measured, Height: ask.Height}, nil
	}
	return logbook.Entry{Kind: logbook.Tended, What: ask.What}, nil
}

// minRaise is the thinnest layer that is logged by a tick, in cm.
const minRaise measure.Length = 0.5

// FeedBatch is the feed of several bags in one batch, water and all.
func FeedBatch(row []PlantingForecast) (water measure.Volume, bags int) {
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
