package garden

import "glebata/garden/logbook"

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
