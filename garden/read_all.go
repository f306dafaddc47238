package garden

import (
	"glebata/garden/logbook"
)

// AllBags there are, with those that are offered no more; and so on.
func (v *View) AllBags() ([]logbook.Bag, error) { return v.bags() }

// AllModels there are.
func (v *View) AllModels() ([]logbook.Model, error) { return v.r.Models(v.ctx) }

// AllPlaces there are.
func (v *View) AllPlaces() ([]logbook.Place, error) { return v.r.Places(v.ctx) }

// AllVarieties there are.
func (v *View) AllVarieties() ([]logbook.Variety, error) { return v.r.Varieties(v.ctx) }

// AllProducts there are.
func (v *View) AllProducts() ([]logbook.Product, error) { return v.r.Products(v.ctx) }

// OwnMixes of the grower.
func (v *View) OwnMixes() ([]logbook.OwnMix, error) { return v.r.OwnMixes(v.ctx) }
