package garden

import (
	"cmp"
	"strings"

	"glebata/core/medium"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Row is every bag with something planned or growing, in the order they stand. What
// is planned for a bag that still grows something is left out.
func (v *View) Row() ([]forecast.PlantingForecast, error) {
	row, err := v.standings(Filter{Open: true})
	return forecast.OneToABag(row), err
}

// Finished is every closed bag of every season, newest season first.
func (v *View) Finished() ([]forecast.PlantingForecast, error) {
	s, err := v.states(Filter{Finished: true})
	out := make([]forecast.PlantingForecast, len(s.list))
	for i := range s.list {
		out[i].PlantingState = s.list[i]
	}
	return out, err
}

// Planting by ID, with what it has come to.
func (v *View) Planting(id logbook.ID) (forecast.PlantingForecast, error) {
	if id == 0 {
		return forecast.PlantingForecast{}, logbook.ErrNotFound
	}
	found, err := v.standings(Filter{ID: id})
	if err == nil && len(found) == 0 {
		err = logbook.ErrNotFound
	}
	if err != nil {
		return forecast.PlantingForecast{}, err
	}
	return found[0], nil
}

// BagHistory is one bag with everything that was ever planned in it.
type BagHistory struct {
	Bag       logbook.Bag
	Now       *forecast.PlantingForecast  // planned or growing, nil when the bag is free
	Plantings []forecast.PlantingForecast // all but dropped ones, newest first
	Aside     []logbook.SetAside          // plans that cannot be laid
}

// BagLabelled is the history of the bag with a label, in any case of letters.
func (v *View) BagLabelled(label string) (BagHistory, error) {
	var h BagHistory
	cat, err := v.Catalogue()
	if err != nil {
		return h, err
	}
	b, ok := logbook.Find(cat.Bags, func(b logbook.Bag) bool { return strings.EqualFold(b.Label, label) })
	if !ok {
		return h, logbook.ErrNotFound
	}
	h.Bag = b
	f := Filter{Bag: b.ID}
	states, err := v.states(f)
	if err != nil {
		return h, err
	}
	h.Aside = states.unlaid
	all, err := v.standings(f)
	for i, s := range all {
		if s.Stage == logbook.StageDropped {
			continue
		}
		h.Plantings = append(h.Plantings, s)
		if s.Stage != logbook.StageClosed {
			h.Now = &all[i]
		}
	}
	return h, err
}

// BagOf is one planting by ID with the history of its bag.
func (v *View) BagOf(planting logbook.ID) (forecast.PlantingForecast, BagHistory, error) {
	found, err := v.r.Plantings(v.ctx, Filter{ID: planting})
	if err != nil || len(found) == 0 || planting == 0 {
		return forecast.PlantingForecast{}, BagHistory{}, cmp.Or(err, logbook.ErrNotFound)
	}
	h, err := v.BagLabelled(found[0].Bag.Label)
	if err != nil {
		return forecast.PlantingForecast{}, h, err
	}
	all, err := v.standings(Filter{Bag: h.Bag.ID})
	st, ok := logbook.Find(all, func(s forecast.PlantingForecast) bool { return s.Planting.ID == planting })
	if err == nil && !ok {
		err = logbook.ErrNotFound
	}
	return st, h, err
}

// Of is one planting of the bag by ID.
func (h *BagHistory) Of(planting logbook.ID) (forecast.PlantingForecast, bool) {
	return logbook.Find(h.Plantings, func(s forecast.PlantingForecast) bool { return s.Planting.ID == planting })
}

// Catalogue is what there is to choose from.
type Catalogue struct {
	Seasons    []logbook.Season
	Varieties  []logbook.Variety
	Models     []logbook.Model
	Places     []logbook.Place
	Bags       []logbook.Bag
	Containers []logbook.Container
	Components medium.Components
	Recipes    []medium.Recipe
	Taken      map[logbook.ID]logbook.ID // bag to the planting that is planned or growing in it
	open       []logbook.Planting
	own        []logbook.OwnMix // as they are kept
}

// TakenIn reports whether a bag is planned or growing in the season of a year, or
// in a later one. What grows in it until then does not count.
func (c *Catalogue) TakenIn(bag logbook.ID, year int) bool {
	_, taken := logbook.Find(c.open, func(p logbook.Planting) bool { return p.Bag.ID == bag && p.Season.Year >= year })
	return taken
}

// Catalogue reads everything there is to choose from.
func (v *View) Catalogue() (Catalogue, error) {
	return v.m.catalogue.get(func() (c Catalogue, err error) {
		ctx, r := v.ctx, v.r
		if c.Seasons, err = r.Seasons(ctx); err != nil {
			return c, err
		}
		if c.Varieties, err = r.Varieties(ctx); err != nil {
			return c, err
		}
		if c.Models, err = r.Models(ctx); err != nil {
			return c, err
		}
		if c.Places, err = r.Places(ctx); err != nil {
			return c, err
		}
		if c.Bags, err = r.Bags(ctx); err != nil {
			return c, err
		}
		if c.Containers, err = r.Containers(ctx); err != nil {
			return c, err
		}
		if c.Components, err = r.Components(ctx); err != nil {
			return c, err
		}
		own, err := r.OwnMixes(ctx)
		if err != nil {
			return c, err
		}
		c.Recipes = logbook.Recipes(c.Components, own)
		c.own = own
		c.open, err = r.Plantings(ctx, Filter{Open: true})
		c.Taken = make(map[logbook.ID]logbook.ID, len(c.open))
		for _, p := range c.open {
			c.Taken[p.Bag.ID] = p.ID
		}
		return c, err
	})
}
