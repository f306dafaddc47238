package garden

import (
	"cmp"
	"context"
	"math"
	"slices"
	"strings"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/medium"
)

// StockKind is the kind of an entry in the shed's log.
type StockKind string

// The kinds of entry.
const (
	StockCounted StockKind = "counted"
	StockBought  StockKind = "bought"
	StockVoided  StockKind = "voided"
)

// StockEntry is one line of the shed's log: appended, never edited.
type StockEntry struct {
	ID      ID
	Product ID
	Kind    StockKind
	Packs   float64
	Day     measure.Day
	Logged  measure.Day
	Key     string
	Voids   ID
}

// Stock appends to the shed's log what was counted or bought. Safe to repeat.
func (g *Garden) Stock(ctx context.Context, e StockEntry, a Asked) (ID, error) {
	return g.once(ctx, a.Key, e, func(w Writer) (ID, error) {
		products, err := w.Products(ctx)
		if err != nil {
			return 0, err
		}
		if _, ok := find(products, func(p Product) bool { return p.ID == e.Product }); !ok {
			return 0, ErrNotFound
		}
		if !(e.Packs >= 0 && e.Packs <= 1000) || e.Kind == StockBought && e.Packs == 0 {
			return 0, fault("packs", "Write how many, like 2 or 0.5.")
		}
		if e.Kind != StockBought && e.Kind != StockCounted {
			return 0, ErrNotFound
		}
		e.Key, e.Day, e.Logged = a.Key, a.Today, a.Today
		return w.AddStockEntry(ctx, e)
	})
}

// UndoStock takes an entry of the shed back.
func (g *Garden) UndoStock(ctx context.Context, entry ID, a Asked) (ID, error) {
	type undoStock struct{ Entry ID }
	return g.once(ctx, a.Key, undoStock{entry}, func(w Writer) (ID, error) {
		log, err := w.StockLog(ctx)
		if err != nil {
			return 0, err
		}
		e, ok := find(log, func(e StockEntry) bool { return e.ID == entry })
		if !ok {
			return 0, fault("", "That entry was taken back before.")
		}
		return w.AddStockEntry(ctx, StockEntry{Product: e.Product, Kind: StockVoided, Day: a.Today, Logged: a.Today, Key: a.Key, Voids: entry})
	})
}

// Need of one thing by one bag.
type Need struct {
	Bag    string
	What   string // "planting day", "raise 1"
	By     measure.Day
	Litres measure.Volume // loose, of a component
	Grams  measure.Mass   // of feed
}

// ShoppingLine is one thing to buy, with what for.
type ShoppingLine struct {
	Component medium.Component
	Product   *Product // nil where none is kept for a component
	Feed      bool
	By        measure.Day // the first of it is needed
	Needs     []Need
	Litres    measure.Volume
	Grams     measure.Mass
	Stock     float64 // packs in the shed
	Buy       medium.Purchase
	LeftGrams measure.Mass
	Bought    []StockEntry // today, to be taken back
}

// SeedLine is seed that is still wanted of a variety.
type SeedLine struct {
	Variety Variety
	Bags    []string
	Wanted  int
	Free    int // on the bench, or given already
	By      measure.Day
}

// ShoppingList is what a season still needs.
type ShoppingList struct {
	Year  int
	Lines []ShoppingLine
	Seed  []SeedLine
	Cost  int
	Feed  *Product // that beds are dressed with; nil where none is kept
	Shed  []Stocked
}

// Stocked is what is in the shed of one product.
type Stocked struct {
	Product
	Packs float64
}

// Shopping is what the season of a year still needs, by the day it is needed:
// what will be filled and fed, less what is in the shed.
func (g *Garden) Shopping(ctx context.Context, year int, today measure.Day) (ShoppingList, error) {
	sheet, err := g.SeasonSheet(ctx, year, today)
	if err != nil {
		return ShoppingList{}, err
	}
	list := ShoppingList{Year: sheet.Year}
	var mixes map[ID]medium.Mix
	var products []Product
	var log []StockEntry
	var bench Bench
	err = g.store.View(ctx, func(r Reader) (err error) {
		if mixes, err = r.Mixes(ctx, Filter{Year: sheet.Year}); err != nil {
			return err
		}
		if products, err = r.Products(ctx); err != nil {
			return err
		}
		if log, err = r.StockLog(ctx); err != nil {
			return err
		}
		bench, err = benchOf(ctx, r, today)
		return err
	})
	if err != nil {
		return list, err
	}
	if p, ok := find(products, func(p Product) bool { return p.Kind == FeedPack }); ok {
		list.Feed = &p
	}
	for i := range sheet.Lines {
		l := &sheet.Lines[i]
		m := mixes[l.Planting.ID]
		if len(m) == 0 {
			m = medium.Recipes()[0].Mix
		}
		list.fill(l, m, today)
		list.dress(l, m)
	}
	list.buy(products, log, sheet.Lines, mixes, today)
	list.seed(sheet.Lines, &bench, today)
	slices.SortStableFunc(list.Lines, func(a, b ShoppingLine) int { return cmp.Compare(a.By, b.By) })
	return list, nil
}

// lineOf a component, made where there is none yet.
func (s *ShoppingList) lineOf(c medium.Component) *ShoppingLine {
	for i := range s.Lines {
		if !s.Lines[i].Feed && s.Lines[i].Component.Key == c.Key {
			return &s.Lines[i]
		}
	}
	s.Lines = append(s.Lines, ShoppingLine{Component: c})
	return &s.Lines[len(s.Lines)-1]
}

func (l *ShoppingLine) add(n Need) {
	l.Needs = append(l.Needs, n)
	l.Litres += n.Litres
	l.Grams += n.Grams
	if l.By == 0 || n.By < l.By {
		l.By = n.By
	}
}

// firstRaise is about how long after shoots are up the first layer goes on, and
// each next one after it, in days, until stems say so. Practice.
const firstRaise, nextRaise = 21, 12

// fill asks for the medium that is still to go into a bag, part by part.
func (s *ShoppingList) fill(l *SheetLine, m medium.Mix, today measure.Day) {
	ask := func(what string, by measure.Day, loose measure.Volume) {
		for _, p := range m {
			s.lineOf(p.Component).add(Need{Bag: l.Bag.Label, What: what, By: max(by, today), Litres: loose * measure.Volume(p.Share)})
		}
	}
	if l.Stage == StagePlanned {
		ask("planting day", l.Schedule.Plant, l.Ladder.PlantingDay())
	}
	if l.Stage != StagePlanned && l.Stage != StageGrowing {
		return
	}
	for i, r := range l.Rungs {
		ask(measure.Say("raise {}", i+1).In(measure.Metric), l.Schedule.Emerge+measure.Day(firstRaise+i*nextRaise), r.Loose)
	}
}

// dress asks for the base dressing of a bag that is still to be planted.
func (s *ShoppingList) dress(l *SheetLine, m medium.Mix) {
	if l.Stage != StagePlanned || s.Feed == nil {
		return
	}
	d := medium.Dress(l.Variety.Class, m, l.Bag.Model.Shape.Between(0, l.Ladder.Top), s.Feed.Feed)
	if d.Refused || d.Base <= 0 {
		return
	}
	at := slices.IndexFunc(s.Lines, func(x ShoppingLine) bool { return x.Feed })
	if at < 0 {
		s.Lines, at = append(s.Lines, ShoppingLine{Feed: true, Product: s.Feed}), len(s.Lines)
	}
	s.Lines[at].add(Need{Bag: l.Bag.Label, What: "planting day", By: l.Schedule.Plant, Grams: d.Base})
}

// buy rounds what is wanted up to whole sacks and packs.
func (s *ShoppingList) buy(products []Product, log []StockEntry, lines []SheetLine, mixes map[ID]medium.Mix, today measure.Day) {
	for _, p := range products {
		s.Shed = append(s.Shed, Stocked{p, inStock(p, log, lines, mixes)})
	}
	for i := range s.Lines {
		l := &s.Lines[i]
		for j := range s.Shed {
			p := &s.Shed[j]
			if l.Feed && p.ID == l.Product.ID || !l.Feed && p.Kind == MediumSack && strings.EqualFold(p.Component, l.Component.Key) && l.Product == nil {
				l.Product, l.Stock = &p.Product, p.Packs
			}
		}
		if l.Product == nil {
			l.Buy = medium.Purchase{Wanted: l.Litres}
			continue
		}
		if l.Feed {
			// Grams are bought as litres are: by whole packs.
			b := medium.Buy(measure.Volume(l.Grams), measure.Volume(l.Stock*float64(l.Product.Weight)), measure.Volume(l.Product.Weight), l.Product.Price)
			l.LeftGrams, l.Buy = measure.Mass(b.Left), b
		} else {
			l.Buy = medium.Buy(l.Litres, measure.Volume(l.Stock)*l.Product.Litres, l.Product.Litres, l.Product.Price)
		}
		s.Cost += l.Buy.Cost
		for _, e := range log {
			if e.Product == l.Product.ID && e.Kind == StockBought && e.Day == today {
				l.Bought = append(l.Bought, e)
			}
		}
	}
}

// inStock are the packs of a product in the shed: what was counted last and bought
// since, less what was filled in since by the log.
func inStock(p Product, log []StockEntry, lines []SheetLine, mixes map[ID]medium.Mix) float64 {
	packs, since := 0.0, measure.Day(0)
	for _, e := range log {
		switch {
		case e.Product != p.ID:
		case e.Kind == StockCounted:
			packs, since = e.Packs, e.Day
		default:
			if packs == 0 && since == 0 {
				since = e.Day
			}
			packs += e.Packs
		}
	}
	if p.Kind != MediumSack || packs == 0 {
		return packs
	}
	used := measure.Volume(0)
	for i := range lines {
		l := &lines[i]
		m := mixes[l.Planting.ID]
		if len(m) == 0 {
			m = medium.Recipes()[0].Mix
		}
		for _, part := range m {
			if !strings.EqualFold(part.Key, p.Component) {
				continue
			}
			for _, layer := range l.Layers {
				if layer.Day > since {
					used += l.Filling.Loose(layer.Settled) * measure.Volume(part.Share)
				}
			}
		}
	}
	return math.Max(0, packs-float64(used/p.Litres))
}

// seed lists the seed and slips that are still wanted.
func (s *ShoppingList) seed(lines []SheetLine, b *Bench, today measure.Day) {
	for i := range lines {
		l := &lines[i]
		if l.Stage != StagePlanned {
			continue
		}
		at := slices.IndexFunc(s.Seed, func(x SeedLine) bool { return x.Variety.ID == l.Variety.ID })
		if at < 0 {
			x := SeedLine{Variety: l.Variety, By: max(today, l.Schedule.Begins())}
			if l.Variety.Class.Crop() == crop.Potato {
				x.Free = len(b.Free(l.Variety.ID))
			}
			s.Seed, at = append(s.Seed, x), len(s.Seed)
		}
		x := &s.Seed[at]
		x.Bags = append(x.Bags, l.Bag.Label)
		x.Wanted += l.Number
		x.By = min(x.By, max(today, l.Schedule.Begins()))
	}
}

// Short is how many pieces or slips are not there yet.
func (l SeedLine) Short() int { return max(0, l.Wanted-l.Free) }

// MixOf a planting, the usual one where none was chosen.
func (g *Garden) MixOf(ctx context.Context, planting ID) (medium.Mix, error) {
	m := medium.Recipes()[0].Mix
	if planting == 0 {
		return m, nil
	}
	err := g.store.View(ctx, func(r Reader) error {
		all, err := r.Mixes(ctx, Filter{ID: planting})
		if own := all[planting]; len(own) > 0 {
			m = own
		}
		return err
	})
	return m, err
}

// Products that are kept.
func (g *Garden) Products(ctx context.Context) ([]Product, error) {
	var out []Product
	err := g.store.View(ctx, func(r Reader) (err error) {
		out, err = r.Products(ctx)
		return err
	})
	return out, err
}
