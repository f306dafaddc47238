package compare

import (
	"cmp"
	"slices"
	"strings"

	"glebata/core/hill"
	"glebata/core/keep"
	"glebata/core/measure"
	"glebata/core/working"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Prices that a harvest is reckoned with, beside those of bags, lots and products.
type Prices struct {
	Kilo     measure.Money // of a kilogram in the shop; 0 where the grower gave none
	Water    measure.Money // of 1000 L; 0 where it is not metered
	Uses     int           // seasons that medium serves
	Products []logbook.Product
}

// Money of the garden: what each bag cost, by kind and way of filling, season by season.
type Money struct {
	Prices
	All      MoneyLine
	ByKind   []MoneyLine
	BySchool []MoneyLine
	Years    []keep.Balance
	Without  []Uncounted
}

// MoneyLine is bags together with what they cost and gave.
type MoneyLine struct {
	Key, Name string
	Bags      int
	Cost      keep.Cost
	Harvest   measure.Mass
	Minutes   int
}

// Uncounted is something that bears no price yet, with how many bags lack it.
type Uncounted struct {
	What string
	Bags int
}

// costOf a bag in its season, and what of it bears no price.
func costOf(b *Bag, p *Prices) (c keep.Cost, medium measure.Money, lacks []string) {
	m := b.Bag.Model
	if m.Price > 0 {
		c.Bag = measure.Money(float64(m.Price) / float64(max(1, m.Lasts)) * b.Part())
	} else if !m.Shape.Ground() {
		lacks = append(lacks, "the bag itself")
	}
	if !m.Shape.Ground() {
		per := forecast.PerLitre(b.Parts, p.Products)
		loose := 0.0
		for _, l := range b.Layers {
			if l.Of == hill.Medium {
				loose += float64(b.Filling.LooseMaterial(l.Of, l.Settled)) * b.Part()
			}
		}
		if medium = measure.Money(per * loose); medium > 0 {
			c.Medium = medium / measure.Money(max(1, p.Uses))
		} else {
			lacks = append(lacks, "medium")
		}
	}
	if c.Seed = b.Sown.Cost; c.Seed == 0 {
		lacks = append(lacks, "seed")
	}
	fed := false
	for i := range b.Care {
		if e := &b.Care[i]; e.Kind == logbook.Fed {
			cost := feedCost(e, p.Products)
			c.Feed += cost
			fed = fed || cost == 0
		}
	}
	if fed {
		lacks = append(lacks, "feed given without an amount or a price")
	}
	if p.Water > 0 {
		c.Water = measure.Money(float64(p.Water) * float64(b.WaterEntered()) / 1000 * b.Part())
	}
	return c, medium, lacks
}

// feedCost of one entry: so much of what its pack or bottle cost; 0 where that is not known.
func feedCost(e *logbook.Entry, products []logbook.Product) measure.Money {
	p, ok := logbook.Find(products, func(p logbook.Product) bool { return strings.EqualFold(p.Name, e.Thing) })
	if !ok || p.Price == 0 || e.Amount <= 0 {
		return 0
	}
	if p.Feed.Liquid {
		_, concentrate := p.Feed.NutrientsOf(0, measure.Volume(e.Amount))
		if p.Litres > 0 {
			return measure.Money(float64(p.Price) * float64(concentrate/p.Litres))
		}
		return 0
	}
	if p.Weight > 0 {
		return measure.Money(float64(p.Price) * e.Amount / float64(p.Weight))
	}
	return 0
}

// Reckon the money of finished bags. Bags whose harvest is not known bear their cost and give
// nothing; those of stand-ins are left out.
func Reckon(all []Bag, p Prices) Money {
	out := Money{Prices: p, All: MoneyLine{Name: "all bags"}}
	kinds, schools := map[string]*MoneyLine{}, map[string]*MoneyLine{}
	years := map[int]*keep.Year{}
	lacking := map[string]int{}
	used := map[logbook.ID]int{} // seasons of each bag so far
	list := make([]*Bag, 0, len(all))
	for i := range all {
		if !all[i].Simulated {
			list = append(list, &all[i])
		}
	}
	slices.SortStableFunc(list, func(a, b *Bag) int { return cmp.Compare(a.Season.Year, b.Season.Year) })
	seen := map[[2]int64]bool{}
	for _, b := range list {
		c := b.Cost
		for _, what := range b.lacks {
			lacking[what]++
		}
		out.All.add(b, c)
		line(kinds, b.Bag.Model.Name, b.Bag.Model.Name).add(b, c)
		line(schools, string(b.Filling.School), b.Filling.School.Params().Name).add(b, c)
		y := years[b.Season.Year]
		if y == nil {
			y = &keep.Year{Year: b.Season.Year}
			years[b.Season.Year] = y
		}
		y.Running += c.Seed + c.Feed + c.Water
		if !b.Unknown {
			y.Harvest += b.M.Edible
		}
		season := [2]int64{int64(b.Bag.ID), int64(b.Season.Year)}
		if first := !seen[season]; first {
			seen[season] = true
			if n := used[b.Bag.ID]; b.Bag.Model.Price > 0 && n%max(1, b.Bag.Model.Lasts) == 0 {
				y.Outlay += measure.Money(b.Bag.Model.Price)
			}
			used[b.Bag.ID]++
		}
		if n := used[b.Bag.ID] - 1; n%max(1, p.Uses) == 0 {
			y.Outlay += b.filled
		}
	}
	out.ByKind, out.BySchool = lines(kinds), lines(schools)
	var order []keep.Year
	for _, y := range years {
		order = append(order, *y)
	}
	slices.SortFunc(order, func(a, b keep.Year) int { return cmp.Compare(a.Year, b.Year) })
	out.Years = keep.Balances(order, p.Kilo)
	for what, n := range lacking {
		out.Without = append(out.Without, Uncounted{what, n})
	}
	slices.SortFunc(out.Without, func(a, b Uncounted) int { return cmp.Or(b.Bags-a.Bags, cmp.Compare(a.What, b.What)) })
	return out
}

func (l *MoneyLine) add(b *Bag, c keep.Cost) {
	l.Bags++
	l.Cost = l.Cost.Plus(c)
	l.Minutes += b.Minutes()
	if !b.Unknown {
		l.Harvest += b.M.Edible
	}
}

func line(at map[string]*MoneyLine, key, name string) *MoneyLine {
	if at[key] == nil {
		at[key] = &MoneyLine{Key: key, Name: name}
	}
	return at[key]
}

// lines by what a kilogram cost, the cheapest first.
func lines(at map[string]*MoneyLine) []MoneyLine {
	out := make([]MoneyLine, 0, len(at))
	for _, l := range at {
		out = append(out, *l)
	}
	slices.SortFunc(out, func(a, b MoneyLine) int {
		x, okX := a.Cost.PerKilogram(a.Harvest)
		y, okY := b.Cost.PerKilogram(b.Harvest)
		if okX != okY {
			if okX {
				return -1
			}
			return 1
		}
		return cmp.Or(cmp.Compare(x, y), cmp.Compare(a.Name, b.Name))
	})
	return out
}

// Line of a kind of bag, a way of filling, or of all.
func (m *Money) Line(by, key string) (*MoneyLine, bool) {
	list := map[string][]MoneyLine{"kind": m.ByKind, "school": m.BySchool}[by]
	for i := range list {
		if list[i].Key == key {
			return &list[i], true
		}
	}
	return &m.All, by == "all"
}

// BalanceWorking shows the balance of all seasons; ok is false without one.
func (m *Money) BalanceWorking() (w working.Working, ok bool) {
	return keep.BalanceWorking(m.Years, m.Kilo), len(m.Years) > 0 && m.Kilo > 0
}
