package garden

import (
	"context"
	"errors"
	"fmt"

	"glebata/core/job"
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
			for _, o := range forecast.OverdueOf(row) {
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
		j, ok := earliestOverdue(st.Overdue(), o, left)
		if !ok {
			return nil
		}
		e, err := j.Entry(o.Skip, c.a.Today)
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
func earliestOverdue(jobs []forecast.Overdue, o OverdueAnswer, left map[job.Kind]bool) (out forecast.Overdue, ok bool) {
	for _, j := range jobs {
		asked := !left[j.Job.Kind] && (o.What == "" || o.What == j.Job.Kind)
		may := o.Skip && j.Job.Kind.MaySkip() || !o.Skip && j.Job.Kind.MayAssume()
		if asked && may && (!ok || j.Day < out.Day) {
			out, ok = j, true
		}
	}
	return out, ok
}
