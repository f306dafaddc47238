package garden

import (
	"context"
	"math"

	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Stock appends to the shed's log what was counted or bought. Safe to repeat.
func (g *Garden) Stock(ctx context.Context, e logbook.StockEntry, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, e, func(w Writer) (logbook.ID, error) {
		products, err := w.Products(ctx)
		if err != nil {
			return 0, err
		}
		if _, ok := logbook.Find(products, func(p logbook.Product) bool { return p.ID == e.Product }); !ok {
			return 0, logbook.ErrNotFound
		}
		if !(e.Packs >= 0 && e.Packs <= 1000) || e.Kind == logbook.StockBought && e.Packs == 0 {
			return 0, logbook.Refuse("packs", "Write how many, like 2 or 0.5.")
		}
		if e.Kind != logbook.StockBought && e.Kind != logbook.StockCounted {
			return 0, logbook.ErrNotFound
		}
		e.Key, e.Day, e.Logged = a.Key, a.Today, a.Today
		return appendStockEntry(ctx, w, e)
	})
}

// UndoStock takes an entry of the shed back.
func (g *Garden) UndoStock(ctx context.Context, entry logbook.ID, a Request) (logbook.ID, error) {
	type undoStock struct{ Entry logbook.ID }
	return g.idempotent(ctx, a.Key, undoStock{entry}, func(w Writer) (logbook.ID, error) {
		log, err := w.StockLog(ctx)
		if err != nil {
			return 0, err
		}
		e, ok := logbook.Find(log, func(e logbook.StockEntry) bool { return e.ID == entry })
		if !ok {
			return 0, logbook.Refuse("", "That entry was taken back before.")
		}
		return appendStockEntry(ctx, w, logbook.StockEntry{Product: e.Product, Kind: logbook.StockVoided, Day: a.Today, Logged: a.Today, Key: a.Key, Voids: entry})
	})
}

// inStock are the packs of a product in the shed: what was counted last and bought
// since, less what was filled in since by the log.
func inStock(p logbook.Product, log []logbook.StockEntry, lines []forecast.SheetLine, cs medium.Components) float64 {
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
				used += l.Filling.LooseOf(layer.Of, layer.Settled) * measure.Volume(l.ShareOf(layer.Of, p.Component, cs))
			}
		}
	}
	return math.Max(0, packs-float64(used/p.Litres))
}
