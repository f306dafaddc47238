package garden

import (
	"context"

	"glebata/garden/logbook"
)

// Every entry of every log goes through one of these, the only callers of the store's
// Add…Entry: it is replayed with the log as it is in the file at this moment, and
// refused when that sets anything aside.

// openLog reads a planting with its log; ErrNotFound when there is none.
func openLog(ctx context.Context, r logReader, planting logbook.ID) (*logbook.PlantingLog, error) {
	if planting == 0 {
		return nil, logbook.ErrNotFound
	}
	f := Filter{ID: planting}
	found, err := r.Plantings(ctx, f)
	if err != nil {
		return nil, err
	}
	if len(found) == 0 {
		return nil, logbook.ErrNotFound
	}
	logs, err := r.Logs(ctx, f)
	if err != nil {
		return nil, err
	}
	l := logbook.NewPlantingLog(found[0], logs[planting])
	return &l, nil
}

// appendEntry to the log of a planting.
func appendEntry(ctx context.Context, w logWriter, l *logbook.PlantingLog, e logbook.Entry) (logbook.ID, error) {
	next, err := l.With(e)
	if err != nil {
		return 0, err
	}
	at := &next.Log[len(next.Log)-1]
	if at.ID, err = w.AddEntry(ctx, *at); err != nil {
		return 0, err
	}
	*l = next
	return at.ID, nil
}

// appendSeedEntry to the log of a tray.
func appendSeedEntry(ctx context.Context, w logWriter, t *logbook.TrayState, e logbook.SeedEntry) (logbook.ID, error) {
	e.Tray = t.ID
	if err := t.MayFollow(e); err != nil {
		return 0, err
	}
	return w.AddSeedEntry(ctx, e)
}

// appendAllotment, or the taking back of one: it is checked against the whole bench.
func appendAllotment(ctx context.Context, w logWriter, e logbook.SeedEntry) (logbook.ID, error) {
	e.Tray = 0
	return w.AddSeedEntry(ctx, e)
}

// appendNurseryEntry to the log of a pot or root.
func appendNurseryEntry(ctx context.Context, w logWriter, n *logbook.NursingState, e logbook.NurseryEntry) (logbook.ID, error) {
	e.Nursling = n.ID
	if err := n.MayFollow(e); err != nil {
		return 0, err
	}
	return w.AddNurseryEntry(ctx, e)
}

// appendStockEntry to the log of the shed, which nothing can contradict.
func appendStockEntry(ctx context.Context, w logWriter, e logbook.StockEntry) (logbook.ID, error) {
	return w.AddStockEntry(ctx, e)
}
