package garden

import (
	"context"

	"glebata/garden/logbook"
)

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
		if c.Bags, err = v.bags(); err != nil {
			return c, err
		}
		if c.Containers, err = r.Containers(ctx); err != nil {
			return c, err
		}
		if err := c.leaveOutRetired(ctx, r); err != nil {
			return c, err
		}
		m, err := v.media()
		if err != nil {
			return c, err
		}
		c.Components, c.Recipes = m.components, logbook.Recipes(m.components, m.own)
		c.open, err = r.Plantings(ctx, Filter{Open: true})
		c.Taken = make(map[logbook.ID]logbook.ID, len(c.open))
		for _, p := range c.open {
			c.Taken[p.Bag.ID] = p.ID
		}
		return c, err
	})
}

// leaveOutRetired what is offered no more.
func (c *Catalogue) leaveOutRetired(ctx context.Context, r shelfReader) error {
	retired, err := r.Retired(ctx)
	if err != nil || len(retired) == 0 {
		return err
	}
	c.AllModels = c.Models
	c.Varieties = offered(c.Varieties, retired[logbook.VarietyThing], func(v logbook.Variety) logbook.ID { return v.ID })
	c.Models = offered(c.Models, retired[logbook.ModelThing], func(m logbook.Model) logbook.ID { return m.ID })
	c.Places = offered(c.Places, retired[logbook.PlaceThing], func(p logbook.Place) logbook.ID { return p.ID })
	c.Bags = offered(c.Bags, retired[logbook.BagThing], func(b logbook.Bag) logbook.ID { return b.ID })
	return nil
}

// offered are the things that are not retired.
func offered[T any](list []T, retired map[logbook.ID]bool, id func(T) logbook.ID) []T {
	if len(retired) == 0 {
		return list
	}
	out := make([]T, 0, len(list))
	for _, t := range list {
		if !retired[id(t)] {
			out = append(out, t)
		}
	}
	return out
}

func (v *View) bags() ([]logbook.Bag, error) {
	return v.m.bags.get(func() ([]logbook.Bag, error) { return v.r.Bags(v.ctx) })
}

func (v *View) media() (media, error) {
	return v.m.media.get(func() (m media, err error) {
		if m.components, err = v.r.Components(v.ctx); err != nil {
			return m, err
		}
		m.own, err = v.r.OwnMixes(v.ctx)
		return m, err
	})
}
