package garden

import (
	"glebata/core/medium"
	"glebata/garden/logbook"
)

// Catalogue is what there is to choose from.
type Catalogue struct {
	Seasons    []logbook.Season
	Varieties  []logbook.Variety
	Models     []logbook.Model
	AllModels  []logbook.Model // with those that are offered no more; nil where there are none
	Places     []logbook.Place
	Bags       []logbook.Bag
	Containers []logbook.Container
	Components medium.Components
	Recipes    []medium.Recipe
	Taken      map[logbook.ID]logbook.ID // bag to the planting that is planned or growing in it
	open       []logbook.Planting
}

// TakenIn reports whether a bag is planned or growing in the season of a year. What grows
// in it in another does not count: a past season may be entered at any time.
func (c *Catalogue) TakenIn(bag logbook.ID, year int) bool {
	_, taken := c.In(bag, year)
	return taken
}

// In a bag is planned or growing this, in the season of a year; the first of several.
func (c *Catalogue) In(bag logbook.ID, year int) (logbook.Planting, bool) {
	return logbook.Find(c.open, func(p logbook.Planting) bool { return p.Bag.ID == bag && p.Season.Year == year })
}

// Recipe of the catalogue by its key; the usual one when there is none such.
func (c *Catalogue) Recipe(key string) medium.Recipe {
	if r, ok := logbook.Find(c.Recipes, func(r medium.Recipe) bool { return r.Key == key }); ok {
		return r
	}
	if len(c.Recipes) == 0 {
		return medium.RecipeNamed(key)
	}
	return c.Recipes[0]
}
