package logbook

import (
	"fmt"

	"glebata/core/measure"
	"glebata/core/medium"
)

// ProductKind is what a product is for.
type ProductKind string

// The kinds of product.
const (
	MediumSack ProductKind = "medium" // sacks of a component
	FeedPack   ProductKind = "feed"   // packs of dry feed
	LiquidFeed ProductKind = "liquid" // bottles of liquid feed
	SundryPack ProductKind = "sundry" // packs of canes, labels, bags
)

// Product that is bought in sacks, packs or bottles.
type Product struct {
	ID        ID
	Name      string
	Kind      ProductKind
	Component string         // key of what a sack holds
	Litres    measure.Volume // loose, in a sack; in a bottle
	Weight    measure.Mass   // in a pack of feed
	Feed      medium.Product
	Pieces    int    // in a pack of sundries
	Sundry    Sundry // what they are
	Price     int    // of one, in hundredths of the grower's money
}

// Sundry is what else a season needs, by its key.
type Sundry string

// The sundries; those of a bag's kind are BagSundry.
const (
	Canes  Sundry = "canes"
	Labels Sundry = "labels"
)

// BagSundry is a new bag of a kind.
func BagSundry(model ID) Sundry { return Sundry(fmt.Sprintf("bag-%d", model)) }

// sundryName for reading; empty for none that is known.
func sundryName(s Sundry, models []Model) string {
	switch s {
	case Canes:
		return "canes"
	case Labels:
		return "labels"
	}
	if m, ok := Find(models, func(m Model) bool { return BagSundry(m.ID) == s }); ok {
		return m.Name + ", a new bag"
	}
	return ""
}

// Check what no product can be, and leave out what is not of its kind.
func (p *Product) Check(faults *Faults, cs medium.Components, models []Model) {
	if !(p.Price >= 0 && p.Price <= 100_000_00) {
		faults.Add("price", "Write what one costs, like 6.50.")
	}
	only := Product{Name: p.Name, Kind: p.Kind, Price: p.Price}
	switch p.Kind {
	case MediumSack:
		if _, ok := cs.Named(p.Component); !ok {
			faults.Add("component", "Choose what is in it.")
		}
		if !(p.Litres > 0 && p.Litres <= 2000) {
			faults.Add("litres", "A sack holds up to {}.", measure.Volume(2000))
		}
		only.Component, only.Litres = p.Component, p.Litres
	case FeedPack:
		if !(p.Weight > 0 && p.Weight <= 100*measure.Kilogram) {
			faults.Add("grams", "A pack weighs up to {}.", 100*measure.Kilogram)
		}
		p.Feed.Liquid, p.Feed.Dilution = false, 0
		p.checkShares(faults)
		only.Weight, only.Feed = p.Weight, p.Feed
	case LiquidFeed:
		if !(p.Litres > 0 && p.Litres <= 200) {
			faults.Add("bottle", "A bottle holds up to {}.", measure.Volume(200))
		}
		if !(p.Feed.Dilution > 0 && p.Feed.Dilution <= 200) {
			faults.Add("dilution", "The label says how much goes into water: up to {}.", measure.Dilution(200))
		}
		p.Feed.Liquid, p.Feed.Handful = true, 0
		p.checkShares(faults)
		only.Litres, only.Feed = p.Litres, p.Feed
	case SundryPack:
		if sundryName(p.Sundry, models) == "" {
			faults.Add("sundry", "Choose what they are.")
		}
		if !(p.Pieces >= 1 && p.Pieces <= 10_000) {
			faults.Add("pieces", "Write how many are in a pack.")
		}
		only.Sundry, only.Pieces = p.Sundry, p.Pieces
	default:
		faults.Add("kind", "Choose what it is for.")
	}
	*p = only
}

func (p *Product) checkShares(faults *Faults) {
	for field, v := range map[string]float64{"nitrogen": p.Feed.Nitrogen, "phosphate": p.Feed.Phosphate, "potash": p.Feed.Potash} {
		if !(v >= 0 && v <= 100) {
			faults.Add(field, "A share lies between 0 and 100 %.")
		}
	}
	if p.Feed.Nitrogen+p.Feed.Phosphate+p.Feed.Potash > 100 {
		faults.Add("nitrogen", "The shares come to over 100 %.")
	}
	if h := p.Feed.Handful; h != 0 && !(h >= 3 && h <= 200) {
		faults.Add("handful", "A handful weighs between {} and {}.", measure.Mass(3), measure.Mass(200))
	}
}

// ByKind is the first product of a kind; nil where there is none.
func ByKind(products []Product, kind ProductKind) *Product {
	if p, ok := Find(products, func(p Product) bool { return p.Kind == kind }); ok {
		return &p
	}
	return nil
}
