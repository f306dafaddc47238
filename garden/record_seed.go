package garden

import (
	"context"
	"strings"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// NewLot asks for a lot with its first tray.
type NewLot struct {
	Label   string
	Variety logbook.ID
	Source  logbook.Source
	Year    int
	Cost    int
	Tray    string
	Temp    measure.Temperature
	Light   bool
	Day     measure.Day // it was set out on; 0 for today
}

// AddLot keeps a lot of seed and the tray it is set out in; it returns the tray's
// ID. Safe to repeat.
func (g *Garden) AddLot(ctx context.Context, n NewLot, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, n, func(w Writer) (logbook.ID, error) {
		var faults logbook.Faults
		lots, err := w.Lots(ctx)
		if err != nil {
			return 0, err
		}
		n.Label = logbook.CheckLabel(&faults, "lot", n.Label, func(label string) bool {
			_, taken := logbook.Find(lots, func(l logbook.Lot) bool { return strings.EqualFold(l.Label, label) })
			return taken
		})
		varieties, err := w.Varieties(ctx)
		if err != nil {
			return 0, err
		}
		v, ok := logbook.Find(varieties, func(v logbook.Variety) bool { return v.ID == n.Variety })
		switch {
		case !ok:
			faults.Add("variety", "Choose a variety.")
		case v.Class.Crop() == crop.SweetPotato:
			faults.Add("variety", "{} is a sweet potato: start its roots in the nursery.", v.Name)
		}
		if n.Source.Name() == "" {
			faults.Add("source", "Choose where the seed came from.")
		}
		if n.Year < a.Today.Year()-5 || n.Year > a.Today.Year()+1 {
			faults.Add("year", "Seed for {}? Give the season it is for.", n.Year)
		}
		if !(n.Cost >= 0 && n.Cost <= 100_000_00) {
			faults.Add("cost", "Write what it cost, like 4.50.")
		}
		if faults != nil {
			return 0, faults
		}
		lot := logbook.Lot{Label: n.Label, Variety: v, Source: n.Source, Year: n.Year, Cost: n.Cost}
		if lot.ID, err = w.AddLot(ctx, lot); err != nil {
			return 0, err
		}
		return addTray(ctx, w, logbook.Tray{Label: n.Tray, Lot: lot}, n.Temp, n.Light, n.Day, a)
	})
}

// NewTray asks for one more tray of a lot.
type NewTray struct {
	Label string
	Lot   logbook.ID
	Temp  measure.Temperature
	Light bool
	Day   measure.Day // it was set out on; 0 for today
}

// AddTray keeps one more tray of a lot. Safe to repeat.
func (g *Garden) AddTray(ctx context.Context, n NewTray, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, n, func(w Writer) (logbook.ID, error) {
		lots, err := w.Lots(ctx)
		if err != nil {
			return 0, err
		}
		lot, ok := logbook.Find(lots, func(l logbook.Lot) bool { return l.ID == n.Lot })
		if !ok {
			return 0, logbook.Refuse("lot", "Choose a lot of seed.")
		}
		return addTray(ctx, w, logbook.Tray{Label: n.Label, Lot: lot}, n.Temp, n.Light, n.Day, a)
	})
}

func addTray(ctx context.Context, w Writer, t logbook.Tray, temp measure.Temperature, light bool, day measure.Day, a Request) (logbook.ID, error) {
	var faults logbook.Faults
	trays, err := w.Trays(ctx)
	if err != nil {
		return 0, err
	}
	t.Label = logbook.CheckLabel(&faults, "tray", t.Label, func(label string) bool {
		_, taken := logbook.Find(trays, func(o logbook.Tray) bool { return strings.EqualFold(o.Label, label) })
		return taken
	})
	logbook.CheckTrayTemp(&faults, temp)
	if day == 0 {
		day = a.Today
	}
	if day > a.Today {
		faults.Add("day", "{} is still to come: enter it on the day or after.", day)
	}
	if faults != nil {
		return 0, faults
	}
	if t.ID, err = w.AddTray(ctx, t); err != nil {
		return 0, err
	}
	e := logbook.SeedEntry{Tray: t.ID, Kind: logbook.SeedStood, Day: day, Logged: a.Today, Key: a.Key + "-stood", Temp: temp, Light: light}
	tray := logbook.ReplayTray(t, nil)
	_, err = appendSeedEntry(ctx, w, &tray, e)
	return t.ID, err
}

// RecordSeed appends an entry to the log of the bench when it can follow what is
// there; one without a day is of today. Safe to repeat; refusals are Faults, with the
// fields of the entry.
func (g *Garden) RecordSeed(ctx context.Context, e logbook.SeedEntry, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, e, func(w Writer) (logbook.ID, error) {
		e.Key, e.Logged = a.Key, a.Today
		if e.Day == 0 {
			e.Day = a.Today
		}
		b, err := readBench(ctx, w, a.Today)
		if err != nil {
			return 0, err
		}
		if e.Kind == logbook.SeedAllotted {
			open, err := w.Plantings(ctx, Filter{Open: true})
			if err != nil {
				return 0, err
			}
			if err := b.CheckAllotment(open, &e); err != nil {
				return 0, err
			}
			return appendAllotment(ctx, w, e)
		}
		t, ok := b.Tray(e.Tray)
		if !ok {
			return 0, logbook.ErrNotFound
		}
		if err := t.Check(&e, a.Today); err != nil {
			return 0, err
		}
		return appendSeedEntry(ctx, w, t, e)
	})
}

// UndoSeed takes an entry of the bench back. What later entries stand on is not
// taken back before they are.
func (g *Garden) UndoSeed(ctx context.Context, entry logbook.ID, a Request) (logbook.ID, error) {
	type undoSeed struct{ Entry logbook.ID }
	return g.idempotent(ctx, a.Key, undoSeed{entry}, func(w Writer) (logbook.ID, error) {
		b, err := readBench(ctx, w, a.Today)
		if err != nil {
			return 0, err
		}
		void := logbook.SeedEntry{Kind: logbook.SeedVoided, Day: a.Today, Logged: a.Today, Key: a.Key, Voids: entry}
		is := func(e logbook.SeedEntry) bool { return e.ID == entry }
		if e, ok := logbook.Find(b.Log, is); ok {
			if err := b.MayTakeBackAllotment(e); err != nil {
				return 0, err
			}
			return appendAllotment(ctx, w, void)
		}
		for i := range b.Trays {
			t := &b.Trays[i]
			if e, ok := logbook.Find(t.Log, is); ok {
				if err := b.MayTakeBack(t, e); err != nil {
					return 0, err
				}
				return appendSeedEntry(ctx, w, t, void)
			}
		}
		return 0, logbook.Refuse("", "That entry was undone before.")
	})
}
