package garden

import (
	"context"
	"strings"

	"glebata/core/calendar"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/medium"
)

// Standing is one bag as it stands: its planting and what it has come to.
type Standing struct {
	Planting
	State
	Job job.Job
	// Dates of a bag that is planned, or that is still to be moved; nil otherwise.
	Dates *calendar.Schedule
}

// Upcoming is the next layer as it will go on: as planned while the stems are
// short of calling for it, and fitted to them once they do; nil when the bag is
// full.
func (s *Standing) Upcoming() *hill.Rung {
	if len(s.Rungs) == 0 {
		return nil
	}
	if r := s.Rungs[0]; !s.StemKnown || s.Stem < r.Trigger {
		return &r
	}
	return s.Next(&s.Planting)
}

// standingOf puts a planting and its log together for a day. A log that no
// longer replays, which the use cases never write, is an error.
func standingOf(p Planting, log []Entry, today measure.Day) (Standing, error) {
	s, err := Replay(&p, log)
	if err != nil {
		return Standing{}, err
	}
	st := Standing{Planting: p, State: s}
	st.due(today)
	return st, nil
}

// due works out the most pressing job of a bag.
func (s *Standing) due(today measure.Day) {
	if s.Stage != StagePlanned && s.Stage != StageGrowing {
		return
	}
	b := job.Bag{
		Class: s.Variety.Class, PacketDays: s.Variety.PacketDays, Number: s.Number,
		Planted: s.Stage == StageGrowing, DaysPlanted: int(today - s.State.Planted),
		Next: s.Upcoming(), StemKnown: s.StemKnown, Stem: s.Stem, DaysMeasured: int(today - s.StemDay),
	}
	if s.Dates != nil {
		b.DaysToPlant = int(s.Dates.Plant - today)
		b.PotGrown = s.Dates.Way == calendar.PreGrown
	}
	s.Job = job.Of(b)
}

// Row is every bag with something planned or growing, in the order they stand.
func (g *Garden) Row(ctx context.Context, today measure.Day) ([]Standing, error) {
	return g.standings(ctx, Filter{Open: true}, today)
}

// Finished is every closed bag of every season, newest season first.
func (g *Garden) Finished(ctx context.Context, today measure.Day) ([]Standing, error) {
	return g.standings(ctx, Filter{Finished: true}, today)
}

func (g *Garden) standings(ctx context.Context, f Filter, today measure.Day) ([]Standing, error) {
	var out []Standing
	var timings map[ID]Timing
	var site Site
	err := g.store.View(ctx, func(r Reader) error {
		plantings, err := r.Plantings(ctx, f)
		if err != nil {
			return err
		}
		logs, err := r.Logs(ctx, f)
		if err != nil {
			return err
		}
		out = make([]Standing, 0, len(plantings))
		for _, p := range plantings {
			st, err := standingOf(p, logs[p.ID], today)
			if err != nil {
				return err
			}
			out = append(out, st)
		}
		if f.Finished {
			return nil
		}
		if timings, err = r.Timings(ctx, f); err != nil {
			return err
		}
		site, err = siteOf(ctx, r)
		return err
	})
	if err != nil || f.Finished {
		return out, err
	}
	return out, dates(out, &site, timings, today)
}

// dates counts the dates of the bags that are planned or still to be moved, and
// what is due by them.
func dates(row []Standing, site *Site, timings map[ID]Timing, today measure.Day) error {
	places := map[int]*calendar.Place{}
	for i := range row {
		st := &row[i]
		t, set := timings[st.Planting.ID]
		if !set {
			t = UsualTiming(st.Bag, st.Variety)
		}
		if st.Stage != StagePlanned && (st.Stage != StageGrowing || t.Then == "") {
			continue
		}
		year := st.Season.Year
		if places[year] == nil {
			place, err := site.Calendar(year)
			if err != nil {
				return err
			}
			places[year] = place
		}
		s := schedule(places[year], st, t, today)
		st.Dates = &s
		st.due(today)
	}
	return nil
}

// Planting by ID, with what it has come to.
func (g *Garden) Planting(ctx context.Context, id ID, today measure.Day) (Standing, error) {
	if id == 0 {
		return Standing{}, ErrNotFound
	}
	found, err := g.standings(ctx, Filter{ID: id}, today)
	if err != nil {
		return Standing{}, err
	}
	if len(found) == 0 {
		return Standing{}, ErrNotFound
	}
	return found[0], nil
}

// BagHistory is one bag with everything that was ever planned in it.
type BagHistory struct {
	Bag       Bag
	Now       *Standing  // planned or growing, nil when the bag is free
	Plantings []Standing // all but dropped ones, newest first
}

// BagLabelled is the history of the bag with a label, in any case of letters.
func (g *Garden) BagLabelled(ctx context.Context, label string, today measure.Day) (BagHistory, error) {
	var h BagHistory
	err := g.store.View(ctx, func(r Reader) error {
		bags, err := r.Bags(ctx)
		if err != nil {
			return err
		}
		b, ok := find(bags, func(b Bag) bool { return strings.EqualFold(b.Label, label) })
		if !ok {
			return ErrNotFound
		}
		h.Bag = b
		return nil
	})
	if err != nil {
		return h, err
	}
	all, err := g.standings(ctx, Filter{Bag: h.Bag.ID}, today)
	if err != nil {
		return h, err
	}
	for i, s := range all {
		if s.Stage == StageDropped {
			continue
		}
		h.Plantings = append(h.Plantings, s)
		if s.Stage != StageClosed {
			h.Now = &all[i]
		}
	}
	return h, nil
}

// Catalogue is what there is to choose from.
type Catalogue struct {
	Seasons    []Season
	Varieties  []Variety
	Models     []Model
	Places     []Place
	Bags       []Bag
	Containers []Container
	Recipes    []medium.Recipe
	Taken      map[ID]ID // bag to the planting that is planned or growing in it
}

// Catalogue reads everything there is to choose from.
func (g *Garden) Catalogue(ctx context.Context) (Catalogue, error) {
	var c Catalogue
	err := g.store.View(ctx, func(r Reader) (err error) {
		if c.Seasons, err = r.Seasons(ctx); err != nil {
			return err
		}
		if c.Varieties, err = r.Varieties(ctx); err != nil {
			return err
		}
		if c.Models, err = r.Models(ctx); err != nil {
			return err
		}
		if c.Places, err = r.Places(ctx); err != nil {
			return err
		}
		if c.Bags, err = r.Bags(ctx); err != nil {
			return err
		}
		if c.Containers, err = r.Containers(ctx); err != nil {
			return err
		}
		own, err := r.OwnMixes(ctx)
		if err != nil {
			return err
		}
		c.Recipes = append(medium.Recipes(), own...)
		open, err := r.Plantings(ctx, Filter{Open: true})
		c.Taken = make(map[ID]ID, len(open))
		for _, p := range open {
			c.Taken[p.Bag.ID] = p.ID
		}
		return err
	})
	return c, err
}

// Group is finished bags taken together, for the ratio of their totals.
func Group(bags []Standing) []lift.Bag {
	out := make([]lift.Bag, len(bags))
	for i := range bags {
		out[i] = bags[i].Measures()
	}
	return out
}
