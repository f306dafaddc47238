package forecast

import (
	"glebata/core/crop"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/logbook"
)

// whyOverdue stands with what was skipped long after its day.
const whyOverdue = "its day had passed"

// Entry of a job that is answered: on its day when it was done, today when it was not.
func (j Overdue) Entry(skip bool, today measure.Day) (logbook.Entry, error) {
	st, kind := j.Planting, j.Job.Kind
	if skip {
		return logbook.Entry{Kind: logbook.Skipped, What: kind, Text: whyOverdue, Day: today}, nil
	}
	if kind == job.Plant {
		e := logbook.Entry{Kind: logbook.Planted, Day: j.Day, Seed: seed.Known{Count: st.Number}}
		if st.Variety.Class.Crop() == crop.SweetPotato {
			e.Seed, e.Slips = seed.Known{}, st.Number
		}
		return e, nil
	}
	e, err := st.NewEntry(JobRequest{Planting: st.Planting.ID, What: kind}, today)
	e.Day = j.Day
	return e, err
}

// Overdue is one job whose day has passed by more than a few days.
type Overdue struct {
	Planting *PlantingForecast
	Job      job.Job
	Day      measure.Day // it would be entered on
}

// OverdueOf a row, bag by bag.
func OverdueOf(row []PlantingForecast) []Overdue {
	var out []Overdue
	for i := range row {
		out = append(out, row[i].Overdue()...)
	}
	return out
}

// Overdue jobs of a bag. Planting that was missed is asked for again as soon as can be; it is
// overdue since the day it was to be, if the plan was there by then.
func (s *PlantingForecast) Overdue() []Overdue {
	var out []Overdue
	for _, j := range s.Jobs {
		day := max(j.Day, s.State.Planted)
		if was := s.Dates.Was; j.Kind == job.Plant && was != 0 && (s.Timing.Plant == was || was >= s.Planting.Planned) && was+job.LateAfter < j.Day {
			day = was
		} else if j.Status() != job.Late {
			continue
		}
		out = append(out, Overdue{s, j, day})
	}
	return out
}
