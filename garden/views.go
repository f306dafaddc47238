package garden

import (
	"cmp"
	"strings"

	"glebata/core/lift"
	"glebata/core/medium"
)

// Row is every bag with something planned or growing, in the order they stand. What
// is planned for a bag that still grows something is left out.
func (v *View) Row() ([]Standing, error) {
	row, err := v.standings(Filter{Open: true})
	return OneToABag(row), err
}

// Finished is every closed bag of every season, newest season first.
func (v *View) Finished() ([]Standing, error) {
	s, err := v.states(Filter{Finished: true})
	out := make([]Standing, len(s.list))
	for i := range s.list {
		out[i].PlantingState = s.list[i]
	}
	return out, err
}

// Planting by ID, with what it has come to.
func (v *View) Planting(id ID) (Standing, error) {
	if id == 0 {
		return Standing{}, ErrNotFound
	}
	found, err := v.standings(Filter{ID: id})
	if err == nil && len(found) == 0 {
		err = ErrNotFound
	}
	if err != nil {
		return Standing{}, err
	}
	return found[0], nil
}

// BagHistory is one bag with everything that was ever planned in it.
type BagHistory struct {
	Bag       Bag
	Now       *Standing  // planned or growing, nil when the bag is free
	Plantings []Standing // all but dropped ones, newest first
	Aside     []SetAside // plans that cannot be laid
}

// BagLabelled is the history of the bag with a label, in any case of letters.
func (v *View) BagLabelled(label string) (BagHistory, error) {
	var h BagHistory
	cat, err := v.Catalogue()
	if err != nil {
		return h, err
	}
	b, ok := find(cat.Bags, func(b Bag) bool { return strings.EqualFold(b.Label, label) })
	if !ok {
		return h, ErrNotFound
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
		if s.Stage == StageDropped {
			continue
		}
		h.Plantings = append(h.Plantings, s)
		if s.Stage != StageClosed {
			h.Now = &all[i]
		}
	}
	return h, err
}

// BagOf is one planting by ID with the history of its bag.
func (v *View) BagOf(planting ID) (Standing, BagHistory, error) {
	found, err := v.r.Plantings(v.ctx, Filter{ID: planting})
	if err != nil || len(found) == 0 || planting == 0 {
		return Standing{}, BagHistory{}, cmp.Or(err, ErrNotFound)
	}
	h, err := v.BagLabelled(found[0].Bag.Label)
	if err != nil {
		return Standing{}, h, err
	}
	all, err := v.standings(Filter{Bag: h.Bag.ID})
	st, ok := find(all, func(s Standing) bool { return s.Planting.ID == planting })
	if err == nil && !ok {
		err = ErrNotFound
	}
	return st, h, err
}

// Of is one planting of the bag by ID.
func (h *BagHistory) Of(planting ID) (Standing, bool) {
	return find(h.Plantings, func(s Standing) bool { return s.Planting.ID == planting })
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
	own        []OwnMix // as they are kept
}

// TakenIn reports whether a bag is planned or growing in the season of a year, or
// in a later one. What grows in it until then does not count.
func (c *Catalogue) TakenIn(bag ID, year int) bool {
	_, taken := find(c.open, func(p Planting) bool { return p.Bag.ID == bag && p.Season.Year >= year })
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
		c.Recipes = recipesOf(c.Components, own)
		c.own = own
		c.open, err = r.Plantings(ctx, Filter{Open: true})
		c.Taken = make(map[ID]ID, len(c.open))
		for _, p := range c.open {
			c.Taken[p.Bag.ID] = p.ID
		}
		return c, err
	})
}

// Group is finished bags taken together, for the ratio of their totals.
func Group(bags []Standing) []lift.Bag {
	out := make([]lift.Bag, len(bags))
	for i := range bags {
		out[i] = bags[i].Measures()
	}
	return out
}
