package garden

import (
	"context"
	"log/slog"
	"runtime/debug"
	"sync"
	"time"

	lru "github.com/hashicorp/golang-lru/v2"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Progress of an ensemble that is being worked out.
type Progress struct{ Done, Total int }

// Running reports whether there is more to come.
func (p Progress) Running() bool { return p.Done < p.Total }

// ensembles that were worked out, by what they follow from, and the one that is. Safe
// for concurrent use.
type ensembles struct {
	held    *lru.Cache[uint64, *forecast.EnsembleForecast]
	mu      sync.Mutex
	running *run
	ctx     context.Context // of the work in the background: it ends with the garden
	end     context.CancelFunc
	under   sync.WaitGroup // what is under way
}

// maxEnsembles that are held; each takes some kilobytes.
const maxEnsembles = 2500

func newEnsembles() *ensembles {
	held, _ := lru.New[uint64, *forecast.EnsembleForecast](maxEnsembles) // fails only for no size
	e := &ensembles{held: held}
	e.ctx, e.end = context.WithCancel(context.Background())
	return e
}

// close breaks off what is under way, and waits for it.
func (e *ensembles) close() {
	e.end()
	e.under.Wait()
}

// run of an ensemble in the background.
type run struct {
	progress Progress
	finished chan struct{}
}

// patience is how long a page waits for an ensemble before it shows progress.
const patience = 450 * time.Millisecond

// of a row: those that are held, by planting, and what is to be worked out.
func (e *ensembles) of(row []forecast.PlantingForecast, today measure.Day) (held map[logbook.ID]*forecast.EnsembleForecast, missing []forecast.PlantingForecast) {
	held = map[logbook.ID]*forecast.EnsembleForecast{}
	for i := range row {
		st := &row[i]
		if st.Grown == nil {
			continue
		}
		if p, ok := e.held.Get(st.Key(today)); ok {
			held[st.Planting.ID] = p
			continue
		}
		missing = append(missing, *st)
	}
	return held, missing
}

// begin to work plantings out in the background, unless others are being worked out;
// it returns the run that is under way, nil when there is nothing to do.
func (e *ensembles) begin(missing []forecast.PlantingForecast, site *logbook.Site, n *climate.Normals, nights []forecast.Forecast, today measure.Day) *run {
	e.mu.Lock()
	defer e.mu.Unlock()
	if len(missing) > 0 && e.running == nil && e.ctx.Err() == nil {
		e.running = &run{Progress{0, len(missing)}, make(chan struct{})}
		e.under.Go(func() { e.work(missing, site, n, nights, today) })
	}
	return e.running
}

func (e *ensembles) work(list []forecast.PlantingForecast, site *logbook.Site, n *climate.Normals, nights []forecast.Forecast, today measure.Day) {
	defer func() {
		if cause := recover(); cause != nil { // the pages that wait for it go on without
			slog.Error("working out windows in the background", "panic", cause, "stack", string(debug.Stack()))
		}
		e.mu.Lock()
		defer e.mu.Unlock()
		close(e.running.finished)
		e.running = nil
	}()
	found, err := forecast.Ensemble(e.ctx, list, site, n, nights, today, func() {
		e.mu.Lock()
		e.running.progress.Done++
		e.mu.Unlock()
	})
	if err != nil {
		return // the garden is closed
	}
	for i, p := range found {
		e.held.Add(list[i].Key(today), p)
	}
}

// progress of the run that is under way.
func (e *ensembles) progress(missing int) Progress {
	e.mu.Lock()
	defer e.mu.Unlock()
	if e.running != nil {
		p := e.running.progress
		p.Done = min(p.Done, p.Total-1) // it is not kept yet
		return p
	}
	return Progress{0, missing} // the run was of others; the next call begins these
}

// wait for a run, not longer than a page waits.
func (r *run) wait(ctx context.Context) {
	select {
	case <-r.finished:
	case <-time.After(patience):
	case <-ctx.Done():
	}
}
