package garden

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"unicode/utf8"

	"glebata/core/measure"
	"glebata/garden/logbook"
)

// record within a transaction.
func record(ctx context.Context, w Writer, e logbook.Entry, a Request) (logbook.ID, error) {
	e.Key, e.Logged = a.Key, a.Today
	if err := takeTares(ctx, w, &e); err != nil {
		return 0, err
	}
	if err := logbook.CheckEntry(&e, a.Today); err != nil {
		return 0, err
	}
	l, err := openLog(ctx, w, e.Planting)
	if err != nil {
		return 0, err
	}
	if e.Kind == logbook.Planted {
		if err := growsNothing(ctx, w, &l.Planting, e.Day); err != nil {
			return 0, err
		}
	}
	if err := l.CheckMeant(&e); err != nil {
		return 0, err
	}
	if e.Kind == logbook.Planted {
		if err := countPlanting(ctx, w, &l.Planting, e.Day); err != nil {
			return 0, err
		}
	}
	if logbook.KindOf(e.Kind).Moves {
		if err := moveBag(ctx, w, l, &e); err != nil {
			return 0, err
		}
	}
	if e.Kind == logbook.Weighed {
		if err := rememberContainers(ctx, w, e.Batches); err != nil {
			return 0, err
		}
	}
	return appendEntry(ctx, w, l, e)
}

// takeBack an entry within a transaction.
func takeBack(ctx context.Context, w Writer, entry logbook.ID, a Request) (logbook.ID, error) {
	e, err := w.Entry(ctx, entry)
	if err != nil {
		return 0, err
	}
	l, err := openLog(ctx, w, e.Planting)
	if err != nil {
		return 0, err
	}
	p := l.Planting
	if _, stands := l.Find(entry); !stands {
		return 0, logbook.Refuse("", "That entry was undone before.")
	}
	if logbook.KindOf(e.Kind).Ends {
		if err := growsNothing(ctx, w, &p, l.State.Planted); err != nil {
			return 0, err
		}
		open, err := w.Plantings(ctx, Filter{Bag: p.Bag.ID, Year: p.Season.Year, Open: true})
		if err != nil {
			return 0, err
		}
		if len(open) > 0 && (p.Beside == 0 || open[0].Beside != p.Beside) {
			return 0, logbook.Refuse("bag", "Bag {} is taken: {} was planned in it for {} since. Drop that first.", p.Bag.Label, open[0].Variety.Name, open[0].Season.Year)
		}
	}
	if e.Kind == logbook.Planted {
		if err := countBack(ctx, w, &l.Planting); err != nil {
			return 0, err
		}
	}
	if logbook.KindOf(e.Kind).Moves && e.From != 0 && p.Bag.Place.ID == e.Place {
		p.Bag.Place.ID = e.From
		if err := w.UpdateBag(ctx, p.Bag); err != nil {
			return 0, err
		}
	}
	return appendEntry(ctx, w, l, logbook.Entry{Kind: logbook.Voided, Day: a.Today, Logged: a.Today, Key: a.Key, Voids: entry})
}

// takeTares puts in the tare of each batch whose container is known by name.
func takeTares(ctx context.Context, r shelfReader, e *logbook.Entry) error {
	if len(e.Batches) == 0 {
		return nil
	}
	known, err := r.Containers(ctx)
	if err != nil {
		return err
	}
	var faults logbook.Faults
	e.Batches = slices.Clone(e.Batches)
	for i := range e.Batches {
		b := &e.Batches[i]
		b.Container = measure.PlainLine(b.Container)
		if utf8.RuneCountInString(b.Container) > logbook.MaxName {
			faults.Add("new-container", "The name of the container is over {} letters.", logbook.MaxName)
		}
		if b.Container == "" || b.Tare != 0 {
			continue
		}
		c, ok := logbook.Find(known, func(c logbook.Container) bool { return strings.EqualFold(c.Name, b.Container) })
		if !ok {
			faults.Add(fmt.Sprintf("tare-%d", i+1), "Weigh the {} empty once: then it is known by name.", b.Container)
		}
		b.Tare = c.Tare
	}
	return faults.Err()
}

// WithTare is a batch with the tare of its container put in, checked; Faults
// when it cannot be weighed in.
func (v *View) WithTare(b logbook.Batch) (logbook.Batch, error) {
	e := logbook.Entry{Kind: logbook.Weighed, Batches: []logbook.Batch{b}}
	if err := takeTares(v.ctx, v.r, &e); err != nil {
		return b, err
	}
	var faults logbook.Faults
	logbook.CheckBatches(&faults, e.Batches)
	return e.Batches[0], faults.Err()
}

func rememberContainers(ctx context.Context, w shelfWriter, batches []logbook.Batch) error {
	known, err := w.Containers(ctx)
	if err != nil {
		return err
	}
	for _, b := range batches {
		name := b.Container
		if name == "" || b.Tare <= 0 {
			continue
		}
		if _, ok := logbook.Find(known, func(c logbook.Container) bool { return strings.EqualFold(c.Name, name) }); ok {
			continue
		}
		c := logbook.Container{Name: name, Tare: b.Tare}
		if c.ID, err = w.AddContainer(ctx, c); err != nil {
			return err
		}
		known = append(known, c)
	}
	return nil
}
