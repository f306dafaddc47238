package forecast

import (
	"math"
	"slices"
	"strings"

	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/logbook"
)

// Need of one thing by one bag.
type Need struct {
	Bag    string
	What   string // "planting day", "raise 1"
	By     measure.Day
	Litres measure.Volume // loose, of a component; of a liquid feed
	Grams  measure.Mass   // of dry feed
	Pieces int            // of a sundry
}

// ShoppingLine is one thing to buy, with what for.
type ShoppingLine struct {
	Kind      logbook.ProductKind
	Component medium.Component
	Sundry    logbook.Sundry
	Name      string           // of a sundry
	Product   *logbook.Product // nil where none is kept for it
	By        measure.Day
	Needs     []Need
	Litres    measure.Volume
	Grams     measure.Mass
	Pieces    int
	Stock     float64 // packs in the shed
	Buy       medium.Purchase
	Bought    []logbook.StockEntry // today, to be taken back
}

// SeedLine is seed that is still wanted of a variety.
type SeedLine struct {
	Variety logbook.Variety
	Bags    []string
	Wanted  int
	Free    int // on the bench, or given already
	By      measure.Day
}

// ShoppingList is what a season still needs.
type ShoppingList struct {
	Year   int
	Lines  []ShoppingLine
	Seed   []SeedLine
	Cost   int
	Feed   *logbook.Product // that beds are dressed with; nil where none is kept
	Liquid *logbook.Product
	Shed   []Stocked
}

// Stocked is what is in the shed of one product.
type Stocked struct {
	logbook.Product
	Packs float64
}

// line of one kind of thing, made where there is none yet.
func (s *ShoppingList) line(like ShoppingLine) *ShoppingLine {
	for i := range s.Lines {
		if l := &s.Lines[i]; l.Kind == like.Kind && l.Component.Key == like.Component.Key && l.Sundry == like.Sundry {
			return l
		}
	}
	s.Lines = append(s.Lines, like)
	return &s.Lines[len(s.Lines)-1]
}

func (l *ShoppingLine) add(n Need) {
	l.Needs = append(l.Needs, n)
	l.Litres += n.Litres
	l.Grams += n.Grams
	l.Pieces += n.Pieces
	if l.By == 0 || n.By < l.By {
		l.By = n.By
	}
}

// Masses are the grams of each need.
func (l *ShoppingLine) Masses() measure.Masses {
	var out measure.Masses
	for _, n := range l.Needs {
		out = append(out, n.Grams)
	}
	return out
}

// Fill asks for what is still to go into a bag, part by part: the mix, and chips or
// straw where they go in.
func (s *ShoppingList) Fill(st *PlantingForecast, cs medium.Components, today measure.Day) {
	ask := func(what string, by measure.Day, r hill.Rung) {
		parts := st.FeedAsk.Mix
		if key := r.Of.Component(); key != "" {
			c, _ := cs.Named(key)
			parts = medium.Mix{{Component: c, Share: 1}}
		}
		for _, p := range parts {
			s.line(ShoppingLine{Kind: logbook.MediumSack, Component: p.Component}).
				add(Need{Bag: st.Bag.Label, What: what, By: max(by, today), Litres: r.Loose * measure.Volume(p.Share*st.Part())})
		}
	}
	planted := st.Grown.Plant.Planted
	if st.Stage == logbook.StagePlanned {
		for of := hill.Medium; of <= hill.LastMaterial; of++ {
			sum := hill.Rung{Of: of}
			for _, f := range st.Ladder.Fills {
				if f.Of == of {
					sum.Loose += f.Loose
				}
			}
			if sum.Loose > 0 {
				ask("planting day", planted, sum)
			}
		}
	}
	for i, r := range st.Rungs {
		by := planted + measure.Day(len(st.Grown.Run.Stem)) // where the weather never brings it on
		if i < len(st.Grown.Climbs) {
			by = st.Grown.Climbs[i].Day
		}
		ask(measure.Say("raise {}", i+1).In(measure.Metric), by, r)
	}
}

// Dress asks for the base dressing of a bag that is still to be planted, and for the
// liquid feeds that are still to be given.
func (s *ShoppingList) Dress(st *PlantingForecast, today measure.Day) {
	f := st.Feed
	if f.Refused {
		return
	}
	if st.Stage == logbook.StagePlanned && s.Feed != nil && f.Base > 0 && len(f.Layers) > 0 {
		s.line(ShoppingLine{Kind: logbook.FeedPack, Product: s.Feed}).
			add(Need{Bag: st.Bag.Label, What: "planting day", By: max(today, st.Grown.Plant.Planted), Grams: f.Base})
	}
	done := st.Last(job.Feed, logbook.Fed, logbook.Skipped)
	for _, feeding := range f.Feedings {
		if feeding.Day > done && feeding.Day >= today-medium.FeedApart {
			s.line(ShoppingLine{Kind: logbook.LiquidFeed, Product: s.Liquid}).
				add(Need{Bag: st.Bag.Label, What: "liquid feed", By: max(today, feeding.Day), Litres: feeding.Product})
		}
	}
}

// Sundries asks for a label for each bag to be planted, canes for tall ones, and a
// new bag where the one that is planned for is torn.
func (s *ShoppingList) Sundries(st *PlantingForecast, today measure.Day) {
	add := func(what logbook.Sundry, name, forWhat string, by measure.Day, n int) {
		s.line(ShoppingLine{Kind: logbook.SundryPack, Sundry: what, Name: name}).
			add(Need{Bag: st.Bag.Label, What: forWhat, By: max(by, today), Pieces: n})
	}
	planted := st.Grown.Plant.Planted
	if st.Stage == logbook.StagePlanned {
		add(logbook.Labels, "labels", "planting day", planted, 1)
		if st.Bag.Condition == logbook.Torn {
			add(logbook.BagSundry(st.Bag.Model.ID), st.Bag.Model.Name+", a new bag", "in place of the torn one", planted, 1)
		}
	}
	if growth.Params(st.Variety.Class).Longest >= job.WantsCanes && st.Times(job.Tie, logbook.Tended, logbook.Skipped) == 0 {
		if by := job.TieOn(&st.Grown.Run); by != 0 {
			add(logbook.Canes, "canes", "before stems lean", by, job.CanesToABag)
		}
	}
}

// Buy rounds what is wanted up to whole sacks and packs.
func (s *ShoppingList) Buy(products []logbook.Product, log []logbook.StockEntry, lines []SheetLine, cs medium.Components, today measure.Day) {
	for _, p := range products {
		s.Shed = append(s.Shed, Stocked{p, inStock(p, log, lines, cs)})
	}
	for i := range s.Lines {
		l := &s.Lines[i]
		for j := range s.Shed {
			if p := &s.Shed[j]; l.Product == nil && l.wants(&p.Product) || l.Product != nil && p.ID == l.Product.ID {
				l.Product, l.Stock = &p.Product, p.Packs
				break
			}
		}
		l.Buy = medium.Purchase{Wanted: l.amount()}
		if l.Product == nil {
			continue
		}
		pack := l.pack()
		l.Buy = medium.Buy(l.amount(), measure.Volume(l.Stock)*pack, pack, l.Product.Price)
		s.Cost += l.Buy.Cost
		for _, e := range log {
			if e.Product == l.Product.ID && e.Kind == logbook.StockBought && e.Day == today {
				l.Bought = append(l.Bought, e)
			}
		}
	}
}

// wants reports whether a product is what a line asks for.
func (l *ShoppingLine) wants(p *logbook.Product) bool {
	return p.Kind == l.Kind && strings.EqualFold(p.Component, l.Component.Key) && p.Sundry == l.Sundry
}

// amount that is wanted, in the measure its packs are counted in: litres, grams or
// pieces. All are bought by whole packs alike.
func (l *ShoppingLine) amount() measure.Volume {
	switch l.Kind {
	case logbook.FeedPack:
		return measure.Volume(l.Grams)
	case logbook.SundryPack:
		return measure.Volume(l.Pieces)
	}
	return l.Litres
}

// pack is how much is in one, in the same measure.
func (l *ShoppingLine) pack() measure.Volume {
	switch l.Kind {
	case logbook.FeedPack:
		return measure.Volume(l.Product.Weight)
	case logbook.SundryPack:
		return measure.Volume(l.Product.Pieces)
	}
	return l.Product.Litres
}

// seed lists the seed and slips that are still wanted.
func (s *ShoppingList) AddSeed(lines []SheetLine, b *logbook.Bench, today measure.Day) {
	for i := range lines {
		l := &lines[i]
		if l.Stage != logbook.StagePlanned {
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

// inStock are the packs of a product in the shed: what was counted last and bought
// since, less what was filled in since by the log.
func inStock(p logbook.Product, log []logbook.StockEntry, lines []SheetLine, cs medium.Components) float64 {
	packs, since := 0.0, measure.Day(0)
	for _, e := range log {
		switch {
		case e.Product != p.ID:
		case e.Kind == logbook.StockCounted:
			packs, since = e.Packs, e.Day
		default:
			if packs == 0 && since == 0 {
				since = e.Day
			}
			packs += e.Packs
		}
	}
	if p.Kind != logbook.MediumSack || packs == 0 {
		return packs
	}
	used := measure.Volume(0)
	for i := range lines {
		l := &lines[i]
		for _, layer := range l.Layers {
			if layer.Day > since {
				used += l.Filling.LooseMaterial(layer.Of, layer.Settled) * measure.Volume(l.ComponentShare(layer.Of, p.Component, cs))
			}
		}
	}
	return math.Max(0, packs-float64(used/p.Litres))
}
