package garden

import (
	"context"
	"math"
	"strings"

	"glebata/core/hill"
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
		return appendStockEntry(ctx, w, e)
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
		return appendStockEntry(ctx, w, StockEntry{Product: e.Product, Kind: StockVoided, Day: a.Today, Logged: a.Today, Key: a.Key, Voids: entry})
	})
}

// inStock are the packs of a product in the shed: what was counted last and bought
// since, less what was filled in since by the log.
func inStock(p Product, log []StockEntry, lines []SheetLine, cs medium.Components) float64 {
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
		for _, layer := range l.Layers {
			if layer.Day > since {
				used += l.Filling.LooseOf(layer.Of, layer.Settled) * measure.Volume(l.shareOf(layer.Of, p.Component, cs))
			}
		}
	}
	return math.Max(0, packs-float64(used/p.Litres))
}

// shareOf a component in what a layer is made of, 0 to 1.
func (s *Standing) shareOf(of hill.Stuff, component string, cs medium.Components) float64 {
	if key := map[hill.Stuff]string{hill.Chips: "chips", hill.Straw: "straw"}[of]; key != "" {
		if strings.EqualFold(key, component) {
			return 1
		}
		return 0
	}
	m := s.FeedAsk.Mix
	if len(m) == 0 {
		m = cs.Recipes()[0].Mix
	}
	for _, part := range m {
		if strings.EqualFold(part.Key, component) {
			return part.Share
		}
	}
	return 0
}
