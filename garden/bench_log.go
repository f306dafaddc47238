package garden

import (
	"context"
	"math"
	"strings"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/seed"
)

// NewLot asks for a lot with its first tray.
type NewLot struct {
	Label   string
	Variety ID
	Source  Source
	Year    int
	Cost    int
	Tray    string
	Temp    measure.Temperature
	Light   bool
}

// AddLot keeps a lot of seed and the tray it is set out in; it returns the tray's
// ID. Safe to repeat.
func (g *Garden) AddLot(ctx context.Context, n NewLot, a Asked) (ID, error) {
	return g.once(ctx, a.Key, n, func(w Writer) (ID, error) {
		var faults Faults
		lots, err := w.Lots(ctx)
		if err != nil {
			return 0, err
		}
		n.Label = checkLabel(&faults, "lot", n.Label, func(label string) bool {
			_, taken := find(lots, func(l Lot) bool { return strings.EqualFold(l.Label, label) })
			return taken
		})
		varieties, err := w.Varieties(ctx)
		if err != nil {
			return 0, err
		}
		v, ok := find(varieties, func(v Variety) bool { return v.ID == n.Variety })
		switch {
		case !ok:
			faults.Add("variety", "Choose a variety.")
		case v.Class.Crop() == crop.SweetPotato:
			faults.Add("variety", "{} is a sweet potato: start its roots in the nursery.", v.Name)
		}
		if sources[n.Source].name == "" {
			faults.Add("source", "Choose where the seed came from.")
		}
		if n.Year < a.Today.Year()-5 || n.Year > a.Today.Year()+1 {
			faults.Add("year", "Seed for {}? Give the season it is for.", n.Year)
		}
		if n.Cost < 0 || n.Cost > 100_000_00 {
			faults.Add("cost", "Write what it cost, like 4.50.")
		}
		if faults != nil {
			return 0, faults
		}
		lot := Lot{Label: n.Label, Variety: v, Source: n.Source, Year: n.Year, Cost: n.Cost}
		if lot.ID, err = w.AddLot(ctx, lot); err != nil {
			return 0, err
		}
		return addTray(ctx, w, Tray{Label: n.Tray, Lot: lot}, n.Temp, n.Light, a)
	})
}

// NewTray asks for one more tray of a lot.
type NewTray struct {
	Label string
	Lot   ID
	Temp  measure.Temperature
	Light bool
}

// AddTray keeps one more tray of a lot. Safe to repeat.
func (g *Garden) AddTray(ctx context.Context, n NewTray, a Asked) (ID, error) {
	return g.once(ctx, a.Key, n, func(w Writer) (ID, error) {
		lots, err := w.Lots(ctx)
		if err != nil {
			return 0, err
		}
		lot, ok := find(lots, func(l Lot) bool { return l.ID == n.Lot })
		if !ok {
			return 0, fault("lot", "Choose a lot of seed.")
		}
		return addTray(ctx, w, Tray{Label: n.Label, Lot: lot}, n.Temp, n.Light, a)
	})
}

func addTray(ctx context.Context, w Writer, t Tray, temp measure.Temperature, light bool, a Asked) (ID, error) {
	var faults Faults
	trays, err := w.Trays(ctx)
	if err != nil {
		return 0, err
	}
	t.Label = checkLabel(&faults, "tray", t.Label, func(label string) bool {
		_, taken := find(trays, func(o Tray) bool { return strings.EqualFold(o.Label, label) })
		return taken
	})
	checkTrayTemp(&faults, temp)
	if faults != nil {
		return 0, faults
	}
	if t.ID, err = w.AddTray(ctx, t); err != nil {
		return 0, err
	}
	e := SeedEntry{Tray: t.ID, Kind: SeedStood, Day: a.Today, Logged: a.Today, Key: a.Key + "-stood", Temp: temp, Light: light}
	tray := ReplayTray(t, nil)
	_, err = appendSeedEntry(ctx, w, &tray, e)
	return t.ID, err
}

func checkLabel(faults *Faults, field, label string, taken func(string) bool) string {
	label = strings.TrimSpace(label)
	switch {
	case !labelWord(label):
		faults.Add(field, "A label has up to 12 letters, digits or dashes.")
	case taken(label):
		faults.Add(field, "There is a {} already: give it another label.", label)
	}
	return label
}

func checkTrayTemp(faults *Faults, t measure.Temperature) {
	if t < 0 || t > 35 {
		faults.Add("temp", "Seed stands between {} and {}; {} to {} is right for chitting.", measure.Temperature(0), measure.Temperature(35), measure.Temperature(8), measure.Temperature(12))
	}
}

// mostTubers in one tray.
const mostTubers = 200

// RecordSeed appends an entry to the log of the bench when it can follow what is
// there; one without a day is of today. Safe to repeat; refusals are Faults, with the
// fields of the entry.
func (g *Garden) RecordSeed(ctx context.Context, e SeedEntry, a Asked) (ID, error) {
	return g.once(ctx, a.Key, e, func(w Writer) (ID, error) {
		e.Key, e.Logged = a.Key, a.Today
		if e.Day == 0 {
			e.Day = a.Today
		}
		b, err := benchOf(ctx, w, a.Today)
		if err != nil {
			return 0, err
		}
		if e.Kind == SeedAllotted {
			open, err := w.Plantings(ctx, Filter{Open: true})
			if err != nil {
				return 0, err
			}
			if err := b.checkAllotment(open, &e); err != nil {
				return 0, err
			}
			return appendAllotment(ctx, w, e)
		}
		t, ok := b.Tray(e.Tray)
		if !ok {
			return 0, ErrNotFound
		}
		if err := t.check(&e, a.Today); err != nil {
			return 0, err
		}
		return appendSeedEntry(ctx, w, t, e)
	})
}

// check what an entry says of a tray before it is applied.
func (t *TrayState) check(e *SeedEntry, today measure.Day) error {
	var faults Faults
	if e.Day > today {
		faults.Add("day", "{} is still to come: enter it on the day or after.", e.Day)
	}
	switch e.Kind {
	case SeedStood:
		checkTrayTemp(&faults, e.Temp)
	case SeedWeighed:
		t.checkWeights(&faults, e.Weights)
		if n := len(t.Tubers); n > 0 && e.Day < t.Tubers[n-1].Since {
			faults.Add("weights", "Tubers are numbered as they are put in, the last on {}: no more go in before that day.", t.Tubers[n-1].Since)
		}
	case SeedLooked:
		if len(e.Seen) == 0 {
			faults.Add("", "Nothing changed: count eyes and sprouts of a tuber first.")
		}
		for _, s := range e.Seen {
			t.checkSeen(&faults, s)
		}
	case SeedRubbed:
		if e.Keep < 1 {
			faults.Add("keep", "Leave at least one sprout.")
		}
	case SeedCut:
		t.checkCut(&faults, e)
	case SeedDiscarded:
		e.Text = strings.TrimSpace(measure.PlainText(e.Text))
		if u, err := t.tuber(e.Tuber); err == nil && anyGone(u.Pieces) {
			faults.Add("tuber", "Tuber {} is planted.", e.Tuber)
		}
	default:
		return ErrNotFound
	}
	if len(e.Text) > longestText {
		faults.Add("text", "A note holds up to {} letters.", longestText)
	}
	return faults.Err()
}

func (t *TrayState) checkWeights(faults *Faults, weights []measure.Mass) {
	if len(weights) == 0 {
		faults.Add("weights", "Write the weight of at least one tuber.")
	}
	for _, w := range weights {
		if w < lightestPiece || w > heaviestPiece {
			faults.Add("weights", "A tuber of {} is not believed: between {} and {}.", w, lightestPiece, heaviestPiece)
			return
		}
	}
}

func (t *TrayState) checkSeen(faults *Faults, s Seen) {
	field := func(name string) string { return measure.Say(name+"-{}", s.Tuber).In(measure.Metric) }
	if _, err := t.tuber(s.Tuber); err != nil {
		*faults = append(*faults, asFaults(err)...)
		return
	}
	switch {
	case s.Eyes < 0 || s.Eyes > 60:
		faults.Add(field("eyes"), "0 to 60 eyes are believed.")
	case s.Sprouts < 0 || s.Sprouts > 60:
		faults.Add(field("sprouts"), "0 to 60 sprouts are believed.")
	case s.Longest < 0 || s.Longest > 100:
		faults.Add(field("longest"), "A sprout of {} is not believed: check the unit.", s.Longest)
	case s.Sprouts == 0 && s.Longest > 0:
		faults.Add(field("sprouts"), "There is a sprout to measure, so count it.")
	}
}

// lostInCutting is the share of a tuber's weight that may be missing from its
// pieces. Practice.
const lostInCutting = 0.01

func (t *TrayState) checkCut(faults *Faults, e *SeedEntry) {
	u, err := t.tuber(e.Tuber)
	if err != nil {
		*faults = append(*faults, asFaults(err)...)
		return
	}
	if u.Pieces[0].Planting != 0 {
		faults.Add("tuber", "Tuber {} is given to a bag: take that back before you cut it.", e.Tuber)
	}
	if len(e.Weights) < 2 || len(e.Weights) > 8 {
		faults.Add("piece-1", "A cut tuber has 2 to 8 pieces.")
		return
	}
	var sum measure.Mass
	for _, w := range e.Weights {
		if w < lightestPiece {
			faults.Add("piece-1", "A piece of {} is not believed.", w)
		}
		sum += w
	}
	if off := math.Abs(float64(sum - u.Weight)); off > lostInCutting*float64(u.Weight)+0.5 {
		faults.Add("piece-1", "The pieces come to {} and the tuber had {}: they may differ by 1 %. Weigh them again.", sum, u.Weight)
	}
	if e.HealDays == 0 {
		e.HealDays = seed.HealDays
	}
	if e.HealDays < seed.HealDaysFrom || e.HealDays > 14 {
		faults.Add("heal", "Cut faces heal in {} to {} days.", seed.HealDaysFrom, seed.HealDaysTo)
	}
}

func anyGone(pieces []PieceState) bool {
	for _, p := range pieces {
		if p.Gone {
			return true
		}
	}
	return false
}

func allGone(pieces []PieceState) bool {
	for _, p := range pieces {
		if !p.Gone {
			return false
		}
	}
	return true
}

// UndoSeed takes an entry of the bench back. What later entries stand on is not
// taken back before they are.
func (g *Garden) UndoSeed(ctx context.Context, entry ID, a Asked) (ID, error) {
	type undoSeed struct{ Entry ID }
	return g.once(ctx, a.Key, undoSeed{entry}, func(w Writer) (ID, error) {
		b, err := benchOf(ctx, w, a.Today)
		if err != nil {
			return 0, err
		}
		void := SeedEntry{Kind: SeedVoided, Day: a.Today, Logged: a.Today, Key: a.Key, Voids: entry}
		is := func(e SeedEntry) bool { return e.ID == entry }
		if e, ok := find(b.Log, is); ok {
			if err := b.mayTakeBackAllotment(e); err != nil {
				return 0, err
			}
			return appendAllotment(ctx, w, void)
		}
		for i := range b.Trays {
			t := &b.Trays[i]
			if e, ok := find(t.Log, is); ok {
				if err := b.mayTakeBack(t, e); err != nil {
					return 0, err
				}
				return appendSeedEntry(ctx, w, t, void)
			}
		}
		return 0, fault("", "That entry was taken back before.")
	})
}

// mayTakeBackAllotment refuses when some of its seed is planted.
func (b *Bench) mayTakeBackAllotment(e SeedEntry) error {
	for _, a := range e.Allots {
		if t, ok := b.Tray(a.Tray); ok && a.Tuber <= len(t.Tubers) && anyGone(t.Tubers[a.Tuber-1].Pieces) {
			return fault("", "Seed of this allotment is planted: take the planting back first.")
		}
	}
	return nil
}

// mayTakeBack refuses to take back tubers or cuts that other entries speak of: tubers
// and pieces are named by their number.
func (b *Bench) mayTakeBack(t *TrayState, e SeedEntry) error {
	if e.Kind != SeedWeighed && e.Kind != SeedCut || isAside(t.Aside, e.ID) {
		return nil
	}
	for _, o := range t.Log { // newest first
		if o.ID > e.ID && o.Kind != SeedStood && (e.Kind == SeedWeighed || o.Tuber == e.Tuber) {
			return fault("", "What was logged for {} stands on this entry ({}): take that back first.", o.Day, o.Kind)
		}
	}
	for _, o := range b.Log {
		for _, a := range o.Allots {
			if o.ID > e.ID && a.Tray == t.ID && (e.Kind == SeedWeighed || a.Tuber == e.Tuber) {
				return fault("", "Seed of this tray was given to bags on {}: take that back first.", o.Day)
			}
		}
	}
	return nil
}
