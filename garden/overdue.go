package garden

import (
	"context"
	"errors"
	"fmt"

	"glebata/core/crop"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// OverdueAnswers say what became of overdue jobs: of all there are, or of some.
type OverdueAnswers struct {
	All, SkipAll bool
	Some         []OverdueAnswer
}

// OverdueAnswer says what became of an overdue job of a bag: done as planned on the day it
// was due, or skipped. Without What it is for every overdue job of the bag.
type OverdueAnswer struct {
	Planting logbook.ID
	What     job.Kind
	Skip     bool
}

// maxCaughtUp is the most that one answer enters for a bag: raises that followed each other.
const maxCaughtUp = 12

// whyOverdue stands with what was skipped long after its day.
const whyOverdue = "its day had passed"

// AnswerOverdue keeps the answers to jobs that are overdue, all with one group that UndoMany
// takes back. A job that was done as planned is entered on its day, and what has then fallen
// due since is answered with it. What the log of a bag does not take stays overdue; when
// nothing at all is taken, that is a Fault. Safe to repeat.
func (g *Garden) AnswerOverdue(ctx context.Context, answers OverdueAnswers, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, answers, func(w Writer) (logbook.ID, error) {
		c := catchUp{g: g, w: w, a: a}
		some := answers.Some
		if answers.All || answers.SkipAll {
			row, err := g.within(ctx, w, a.Today).Row()
			if err != nil {
				return 0, err
			}
			some = nil
			for _, o := range OverdueOf(row) {
				if n, id := len(some), o.Planting.Planting.ID; n == 0 || some[n-1].Planting != id {
					some = append(some, OverdueAnswer{Planting: id, Skip: answers.SkipAll})
				}
			}
		}
		if len(some) == 0 || len(some) > mostTogether {
			return 0, logbook.Refuse("", "Choose at least one line, and at most {}.", mostTogether)
		}
		for _, o := range some {
			if err := c.answer(ctx, o); err != nil {
				return 0, err
			}
		}
		if c.first == 0 {
			if c.refused != nil {
				return 0, c.refused
			}
			return 0, logbook.Refuse("", "None of that is overdue any more.")
		}
		return c.first, nil
	})
}

// catchUp is under way.
type catchUp struct {
	g       *Garden
	w       Writer
	a       Request
	n       int
	first   logbook.ID
	refused logbook.Faults // the last
}

// answer one bag's jobs as long as any is overdue.
func (c *catchUp) answer(ctx context.Context, o OverdueAnswer) error {
	left := map[job.Kind]bool{}
	for range maxCaughtUp {
		st, err := c.g.within(ctx, c.w, c.a.Today).Planting(o.Planting)
		if err != nil {
			return err
		}
		j, ok := earliestOverdue(overdueJobs(&st), o, left)
		if !ok {
			return nil
		}
		e, err := overdueEntry(j, o.Skip, c.a.Today)
		if err == nil {
			c.n++
			e.Planting, e.Group = o.Planting, c.a.Key
			var id logbook.ID
			id, err = recordShared(ctx, c.w, e, Request{Key: fmt.Sprintf("%s-%d", c.a.Key, c.n), Today: c.a.Today})
			if err == nil && c.first == 0 {
				c.first = id
			}
		}
		var faults logbook.Faults
		if errors.As(err, &faults) {
			left[j.Job.Kind], c.refused = true, faults
		} else if err != nil {
			return err
		}
	}
	return nil
}

// earliestOverdue of the jobs an answer is for.
func earliestOverdue(jobs []Overdue, o OverdueAnswer, left map[job.Kind]bool) (out Overdue, ok bool) {
	for _, j := range jobs {
		asked := !left[j.Job.Kind] && (o.What == "" || o.What == j.Job.Kind)
		may := o.Skip && j.Job.Kind.MaySkip() || !o.Skip && j.Job.Kind.MayAssume()
		if asked && may && (!ok || j.Day < out.Day) {
			out, ok = j, true
		}
	}
	return out, ok
}

// overdueEntry of a job that is answered: on its day when it was done, today when it was not.
func overdueEntry(j Overdue, skip bool, today measure.Day) (logbook.Entry, error) {
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
	e, err := st.NewEntry(forecast.JobRequest{Planting: st.Planting.ID, What: kind}, today)
	e.Day = j.Day
	return e, err
}

// Overdue is one job whose day has passed by more than a few days.
type Overdue struct {
	Planting *forecast.PlantingForecast
	Job      job.Job
	Day      measure.Day // it would be entered on
}

// OverdueOf a row, bag by bag.
func OverdueOf(row []forecast.PlantingForecast) []Overdue {
	var out []Overdue
	for i := range row {
		out = append(out, overdueJobs(&row[i])...)
	}
	return out
}

// overdueJobs of a bag. Planting that was missed is asked for again as soon as can be; it is
// overdue since the day it was to be, if the plan was there by then.
func overdueJobs(st *forecast.PlantingForecast) []Overdue {
	var out []Overdue
	for _, j := range st.Jobs {
		day := max(j.Day, st.State.Planted)
		if was := st.Dates.Was; j.Kind == job.Plant && was != 0 && (st.Timing.Plant == was || was >= st.Planting.Planned) && was+job.LateAfter < j.Day {
			day = was
		} else if j.Status() != job.Late {
			continue
		}
		out = append(out, Overdue{st, j, day})
	}
	return out
}
