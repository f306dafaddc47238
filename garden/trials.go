package garden

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"

	"glebata/core/hill"
	"glebata/core/trial"
	"glebata/garden/compare"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// NewTrial is asked for before planting, or put on record later. Bags are put to arms by chance
// from Draw, or as Put has them.
type NewTrial struct {
	logbook.Trial
	Put    [][]string     // labels of each arm, where the grower put them
	Bags   []logbook.ID   // plantings that are dealt by chance, where Put is empty
	Blocks compare.Blocks // that they are dealt within
}

// mostTrials that are kept.
const mostTrials = 500

// LayTrial keeps a trial. Safe to repeat. Faults are at "question", "factor", "measure", "year",
// "arm-1" and on, "bags-1" and on for arms the grower put, and "bags".
func (g *Garden) LayTrial(ctx context.Context, n NewTrial, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, n, func(w Writer) (logbook.ID, error) {
		kept, err := w.Trials(ctx)
		if err != nil {
			return 0, err
		}
		if len(kept) >= mostTrials {
			return 0, logbook.Refuse("question", "There are {} trials already.", mostTrials)
		}
		states, err := g.within(ctx, w, a.Today).states(Filter{Year: n.Year})
		if err != nil {
			return 0, err
		}
		t := n.Trial
		t.Laid = a.Today
		faults := n.check()
		label := func(id logbook.ID) string {
			if p, ok := logbook.Find(states.list, func(p logbook.PlantingState) bool { return p.Planting.ID == id }); ok {
				return p.Bag.Label
			}
			return ""
		}
		if len(n.Put) > 0 {
			t.Draw = 0
			t.Bags = put(states.list, n.Put, &faults)
		} else if t.Bags, err = deal(states.list, &n, &faults); err != nil {
			return 0, err
		}
		for _, f := range t.Check(label) {
			if len(faults) == 0 || f.Field != "bags" {
				faults = append(faults, f)
			}
		}
		if len(faults) > 0 {
			return 0, faults
		}
		return w.AddTrial(ctx, t)
	})
}

// check what does not hang on the bags.
func (n *NewTrial) check() (faults logbook.Faults) {
	if compare.FactorNamed(n.Factor) == nil && n.Factor != logbook.OtherFactor {
		faults.Add("factor", "Say what the arms differ in.")
	}
	if !slices.ContainsFunc(compare.Measures(), func(m *compare.Measure) bool { return m.Key == n.Measure }) {
		faults.Add("measure", "Say what is measured.")
	}
	return faults
}

// put the plantings of the labels of each arm.
func put(list []logbook.PlantingState, arms [][]string, faults *logbook.Faults) []logbook.TrialBag {
	var out []logbook.TrialBag
	for arm, labels := range arms {
		for _, label := range labels {
			p, ok := logbook.Find(list, func(p logbook.PlantingState) bool {
				return strings.EqualFold(p.Bag.Label, label) && p.Stage != logbook.StageDropped
			})
			if !ok {
				faults.Add(fmt.Sprintf("bags-%d", arm+1), "Nothing was planned in {} in this season.", label)
				continue
			}
			out = append(out, logbook.TrialBag{Planting: p.Planting.ID, Arm: arm})
		}
	}
	return out
}

// deal plantings to arms by chance, within blocks.
func deal(list []logbook.PlantingState, n *NewTrial, faults *logbook.Faults) ([]logbook.TrialBag, error) {
	var units []trial.Unit
	var ids []logbook.ID
	for i := range list {
		p := &list[i]
		if slices.Contains(n.Bags, p.Planting.ID) && p.Stage != logbook.StageDropped {
			units, ids = append(units, trial.Unit{Name: p.Bag.Label, Block: n.Blocks.Of(&p.Planting)}), append(ids, p.Planting.ID)
		}
	}
	arms, err := trial.Lay(units, len(n.Arms), n.Draw)
	switch {
	case errors.Is(err, trial.ErrTooFew):
		faults.Add("bags", "Tick the bags: {} at least, one for each arm, and {} an arm before anything can be told.", len(n.Arms), trial.FewestBags)
		return nil, nil
	case errors.Is(err, trial.ErrTwice):
		faults.Add("bags", "Two plantings of one bag are ticked: a bag is in one arm.")
		return nil, nil
	case errors.Is(err, trial.ErrTrialArms):
		return nil, nil // said at the arms
	case err != nil:
		return nil, err
	}
	out := make([]logbook.TrialBag, len(ids))
	for i, id := range ids {
		out[i] = logbook.TrialBag{Planting: id, Arm: arms[i], Block: units[i].Block}
	}
	return out, nil
}

// FilledOtherwise is the plan of a planting in another way of filling, as that one has it, in the same room.
func FilledOtherwise(p *logbook.Planting, school hill.School) hill.Plan {
	to := forecast.DefaultLadder(p.Bag.Model.Shape, p.Variety.Class, school)
	to.Headspace, to.Filler, to.Settling = p.Filling.Headspace, p.Filling.Filler, p.Filling.Settling
	return to
}

// PlanTrial sets the plans of the bags of a trial as their arms say it, where the arms' names say it: a
// way of filling, or how many to a bag. What is planted already is left. Safe to repeat.
func (g *Garden) PlanTrial(ctx context.Context, id logbook.ID, a Request) (set int, err error) {
	type asked struct{ PlanTrial logbook.ID }
	n, err := g.idempotent(ctx, a.Key, asked{id}, func(w Writer) (logbook.ID, error) {
		kept, err := w.Trials(ctx)
		if err != nil {
			return 0, err
		}
		t, ok := logbook.Find(kept, func(t logbook.Trial) bool { return t.ID == id })
		if !ok {
			return 0, logbook.ErrNotFound
		}
		states, err := g.within(ctx, w, a.Today).states(Filter{Year: t.Year})
		if err != nil {
			return 0, err
		}
		n := logbook.ID(0)
		for i := range states.list {
			p := states.list[i].Planting
			arm, in := t.Arm(p.ID)
			if !in || states.list[i].Stage != logbook.StagePlanned {
				continue
			}
			school, number := compare.ArmPlan(&t, arm)
			switch {
			case school != "" && school != p.Filling.School:
				p.Filling = FilledOtherwise(&p, school)
			case number > 0 && number != p.Number:
				p.Number = number
			default:
				continue
			}
			d, err := forecast.DraftPlanting(p.Bag, p.Variety, p.Number, p.Filling)
			if err != nil {
				var faults logbook.Faults
				faults.Add("plans", "{} cannot be planned as its arm: {}", p.Bag.Label, err.Error())
				return 0, faults
			}
			p.Filling = d.Planting.Filling
			if err := w.UpdatePlanting(ctx, p); err != nil {
				return 0, err
			}
			n++
		}
		return n, nil
	})
	return int(n), err
}

// DropTrial gives a trial up, or takes it up again.
func (g *Garden) DropTrial(ctx context.Context, id logbook.ID, dropped bool, a Request) error {
	type asked struct {
		Trial   logbook.ID
		Dropped bool
	}
	_, err := g.idempotent(ctx, a.Key, asked{id, dropped}, func(w Writer) (logbook.ID, error) {
		kept, err := w.Trials(ctx)
		if err != nil {
			return 0, err
		}
		if !slices.ContainsFunc(kept, func(t logbook.Trial) bool { return t.ID == id }) {
			return 0, logbook.ErrNotFound
		}
		return id, w.SetTrialDropped(ctx, id, dropped)
	})
	return err
}

// Trials that are kept, newest first.
func (v *View) Trials() ([]logbook.Trial, error) {
	return v.m.trials.get(func() ([]logbook.Trial, error) { return v.r.Trials(v.ctx) })
}

// TrialSheet is a trial with its bags, how they were treated and what they show.
func (v *View) TrialSheet(id logbook.ID) (*compare.TrialSheet, error) {
	trials, err := v.Trials()
	if err != nil {
		return nil, err
	}
	t, ok := logbook.Find(trials, func(t logbook.Trial) bool { return t.ID == id })
	if !ok {
		return nil, logbook.ErrNotFound
	}
	all, err := v.Compared()
	if err != nil {
		return nil, err
	}
	season, err := v.OfSeason(t.Year)
	if err != nil {
		return nil, err
	}
	return compare.NewTrialSheet(t, season, all, v.today), nil
}

// OpenTrials are those that run, as their bags are treated; what is finished of them is left out.
func (v *View) OpenTrials() ([]*compare.TrialSheet, error) {
	trials, err := v.Trials()
	if err != nil {
		return nil, err
	}
	var out []*compare.TrialSheet
	for _, t := range trials {
		if t.Dropped || t.Year < v.today.Year()-1 {
			continue
		}
		season, err := v.OfSeason(t.Year)
		if err != nil {
			return nil, err
		}
		if s := compare.NewTrialSheet(t, season, nil, v.today); !s.Ended() {
			out = append(out, s)
		}
	}
	return out, nil
}

// OfSeason are the plantings of a year with what they have come to.
func (v *View) OfSeason(year int) ([]logbook.PlantingState, error) {
	states, err := v.states(Filter{Year: year})
	if err != nil {
		return nil, err
	}
	return states.list, nil
}
