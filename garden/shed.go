package garden

import (
	"context"

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
			return 0, logbook.Refuse("", "That entry was undone before.")
		}
		return appendStockEntry(ctx, w, logbook.StockEntry{Product: e.Product, Kind: logbook.StockVoided, Day: a.Today, Logged: a.Today, Key: a.Key, Voids: entry})
	})
}
