package garden

import (
	"cmp"
	"context"
	"slices"
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
	// Timing as it was chosen, else the usual one; of plantings that were reckoned.
	Timing    Timing
	TimingSet bool // it was chosen

	Job   job.Job   // the most pressing one
	Jobs  []job.Job // all that are due or to come
	Grown *Grown    // how it grows; nil when it is finished or was not reckoned
	// Feed over its season, and what it was asked of; nil as Grown is.
	Feed    *medium.SeasonFeed
	FeedAsk medium.FeedAsk
	// Index of its season: of what has grown by its end, by the model. 0 where it
	// was not reckoned.
	Index float64
	// Now is the height of the stems over the medium today.
	Now      measure.Length
	NowKnown bool
	// EndsOn is the day it is up by: the frost that takes the tops, or the cold that
	// spoils the roots. 0 where there is none, or none was counted.
	EndsOn measure.Day
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
	r := s.Rungs[0]
	if stem, known := s.Shows(); known && stem >= r.Trigger {
		return s.Forced()
	}
	return &r
}

// Forced is the next layer if it went on today, cut down to what the stems can take;
// nil when the bag is full. Cut to nothing it is still returned, with no thickness.
func (s *Standing) Forced() *hill.Rung {
	if len(s.Rungs) == 0 {
		return nil
	}
	r := s.Rungs[0]
	if stem, known := s.Shows(); known {
		r = s.Filling.Fit(s.Bag.Model.Shape, r, stem)
	}
	return &r
}

// Shows is how high stems stand over the medium today: as measured today, else as
// the forecast has it, else as they were measured last; ok is false where there is
// nothing to show.
func (s *Standing) Shows() (height measure.Length, ok bool) {
	if s.Stage != StageGrowing {
		return 0, false
	}
	if s.NowKnown {
		return s.Now, s.Now > 0
	}
	return s.Stem, s.StemKnown && s.Stem > 0
}

// Row is every bag with something planned or growing, in the order they stand. What
// is planned for a bag that still grows something is left out.
func (g *Garden) Row(ctx context.Context, today measure.Day) ([]Standing, error) {
	row, err := g.standings(ctx, Filter{Open: true}, today)
	if err != nil {
		return nil, err
	}
	return oneToABag(row), nil
}

// oneToABag keeps, of each bag, what grows in it, else what is planned first.
func oneToABag(row []Standing) []Standing {
	first := make(map[ID]int, len(row))
	again := false
	for i := range row {
		s := &row[i]
		at, other := first[s.Bag.ID]
		again = again || other
		if !other || s.Stage == StageGrowing || row[at].Stage != StageGrowing && s.Season.Year < row[at].Season.Year {
			first[s.Bag.ID] = i
		}
	}
	if len(row) == 0 || !again && row[0].Season.Year == row[len(row)-1].Season.Year {
		return row
	}
	out := make([]Standing, 0, len(first))
	for i := range row {
		if first[row[i].Bag.ID] == i {
			out = append(out, row[i])
		}
	}
	slices.SortStableFunc(out, func(a, b Standing) int {
		x, y := a.Bag, b.Bag
		return cmp.Or(cmp.Compare(x.Place.Position, y.Place.Position), cmp.Compare(x.Place.ID, y.Place.ID),
			cmp.Compare(len(x.Label), len(y.Label)), cmp.Compare(x.Label, y.Label))
	})
	return out
}

// Finished is every closed bag of every season, newest season first.
func (g *Garden) Finished(ctx context.Context, today measure.Day) ([]Standing, error) {
	return g.standings(ctx, Filter{Finished: true}, today)
}

func (g *Garden) standings(ctx context.Context, f Filter, today measure.Day) ([]Standing, error) {
	var out []Standing
	err := g.store.View(ctx, func(r Reader) (err error) {
		out, err = g.standingsIn(ctx, r, f, today)
		return err
	})
	return out, err
}

// standingsIn a transaction. Plans that cannot be laid are left out: SetAside names
// them.
func (g *Garden) standingsIn(ctx context.Context, r Reader, f Filter, today measure.Day) ([]Standing, error) {
	plantings, err := r.Plantings(ctx, f)
	if err != nil {
		return nil, err
	}
	logs, err := r.Logs(ctx, f)
	if err != nil {
		return nil, err
	}
	out := make([]Standing, 0, len(plantings))
	for _, p := range plantings {
		state, err := Replay(&p, logs[p.ID])
		if err != nil {
			continue
		}
		out = append(out, Standing{Planting: p, State: state})
	}
	if f.Finished {
		return out, nil
	}
	var with almanac
	if err := with.read(ctx, g, r, f, out, today); err != nil {
		return nil, err
	}
	return out, g.reckon(ctx, out, &with, today)
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
	Components medium.Components
	Recipes    []medium.Recipe
	Taken      map[ID]ID // bag to the planting that is planned or growing in it
	open       []Planting
}

// TakenIn reports whether a bag is planned or growing in the season of a year, or
// in a later one. What grows in it until then does not count.
func (c *Catalogue) TakenIn(bag ID, year int) bool {
	_, taken := find(c.open, func(p Planting) bool { return p.Bag.ID == bag && p.Season.Year >= year })
	return taken
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
		if c.Recipes, err = recipesOf(ctx, r); err != nil {
			return err
		}
		if c.Components, err = r.Components(ctx); err != nil {
			return err
		}
		c.open, err = r.Plantings(ctx, Filter{Open: true})
		c.Taken = make(map[ID]ID, len(c.open))
		for _, p := range c.open {
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
