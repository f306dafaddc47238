package garden

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"glebata/core/bag"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// PoolBy is what a bin of several bags is shared out by.
type PoolBy string

// The ways.
const (
	ByExpected PoolBy = "expected" // what each was expected to have in it
	ByEven     PoolBy = "even"
	ByCount    PoolBy = "count" // of tubers, as they were counted at each
)

// Pooling is several bags, plants or varieties lifted into one bin.
type Pooling struct {
	Plantings []logbook.ID
	Batches   []logbook.Batch // of the bin
	By        PoolBy
	Counts    []int // of ByCount, one a planting
	Day       measure.Day
}

// Pool weighs a bin in for several plantings: each has its share, marked as pooled, and the
// shares come to the bin. All are taken back together. Safe to repeat. Faults are at "bags",
// "by", "gross-1", "count-" and the planting's ID, or "bag-" and its ID.
func (g *Garden) Pool(ctx context.Context, p Pooling, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, p, func(w Writer) (logbook.ID, error) {
		if len(p.Plantings) < 2 || len(p.Plantings) > mostTogether {
			return 0, logbook.Refuse("bags", "Tick the bags that went into the bin: two at least.")
		}
		for i, id := range p.Plantings {
			if slices.Contains(p.Plantings[:i], id) {
				return 0, logbook.Refuse("bags", "A bag is in the bin twice.")
			}
		}
		bin := logbook.Entry{Kind: logbook.Weighed, Batches: p.Batches, Day: p.Day}
		if err := takeTares(ctx, w, &bin); err != nil {
			return 0, err
		}
		if err := logbook.CheckEntry(&bin, a.Today); err != nil {
			return 0, err
		}
		shares, err := p.shares(g.within(ctx, w, a.Today))
		if err != nil {
			return 0, err
		}
		entries := make([]logbook.Entry, len(p.Plantings))
		for i, id := range p.Plantings {
			entries[i] = logbook.Entry{Kind: logbook.Weighed, Planting: id, Day: p.Day, Another: true}
		}
		for k := range bin.Batches {
			whole := bin.Batches[k].Lifted()
			counts := make([]int, len(shares))
			if whole.Count > 0 {
				counts = lift.CountShares(whole.Count, shares)
			}
			for i, part := range lift.Pool(whole, shares) {
				if part.Net() > 0 {
					b := logbook.NewBatch(&part, bin.Batches[k].Line)
					b.Count = counts[i]
					entries[i].Batches = append(entries[i].Batches, b)
				}
			}
		}
		entries = slices.DeleteFunc(entries, func(e logbook.Entry) bool { return len(e.Batches) == 0 }) // too little to have a part
		entries[0].Batches[0].Faults = bin.Batches[0].Faults
		return recordGroup(ctx, w, entries, record, a)
	})
}

// shares of the bin, one a planting.
func (p *Pooling) shares(v *View) ([]float64, error) {
	out := make([]float64, len(p.Plantings))
	for i, id := range p.Plantings {
		st, err := v.Planting(id)
		if err != nil {
			return nil, err
		}
		switch p.By {
		case ByEven:
			out[i] = 1
		case ByCount:
			if i >= len(p.Counts) || p.Counts[i] <= 0 {
				return nil, logbook.Refuse(fmt.Sprintf("count-%d", id), "Count the tubers of {}.", st.Bag.Label)
			}
			out[i] = float64(p.Counts[i])
		case ByExpected, "":
			if out[i], err = v.expectedIn(&st); err != nil {
				return nil, err
			}
		default:
			return nil, logbook.Refuse("by", "Choose what the bin is shared out by.")
		}
	}
	return out, nil
}

// expectedIn a planting when it is lifted, g; a gram where nothing is known of it, so that it
// has some part.
func (v *View) expectedIn(st *forecast.PlantingForecast) (float64, error) {
	if st.Grown == nil {
		return 1, nil
	}
	growing, err := v.Expected(st)
	if err != nil {
		return 0, err
	}
	if growing.Season = st.Grown.Run.IndexOn(v.today); growing.Season <= 0 {
		return 1, nil
	}
	return max(1, float64(bag.Expect(growing).Yield)), nil
}

// WeighMany keeps a sheet of weigh-ins, for all its lines or for none; they are taken back
// together. Safe to repeat. Faults have the number of the entry, from 1, before the field.
func (g *Garden) WeighMany(ctx context.Context, entries []logbook.Entry, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, entries, func(w Writer) (logbook.ID, error) {
		if len(entries) == 0 || len(entries) > mostTogether {
			return 0, logbook.Refuse("lines", "There is no line that can be kept.")
		}
		var first logbook.ID
		for i, e := range entries {
			e.Kind, e.Another, e.Group = logbook.Weighed, true, a.Key
			made, err := record(ctx, w, e, Request{Key: fmt.Sprintf("%s-line-%d", a.Key, i+1), Today: a.Today})
			var faults logbook.Faults
			if errors.As(err, &faults) && len(faults) > 0 {
				return 0, logbook.Refuse("lines", "Line {} of those understood, “{}”: {}", i+1, typed(&e), faults[0].Says)
			}
			if err != nil {
				return 0, err
			}
			if first == 0 {
				first = made
			}
		}
		return first, nil
	})
}

// typed is the line an entry was read from.
func typed(e *logbook.Entry) string {
	if len(e.Batches) == 0 {
		return ""
	}
	return e.Batches[0].Line
}
