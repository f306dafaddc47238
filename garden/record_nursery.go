package garden

import (
	"context"
	"slices"
	"strings"

	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/logbook"
)

// Start keeps a pot or a mother root. Safe to repeat.
func (g *Garden) Start(ctx context.Context, n logbook.Nursling, a Request) (logbook.ID, error) {
	n.ID = 0
	if n.Kind == logbook.Pot {
		n.Temp, n.Method = 0, "" // of roots alone
	}
	return g.idempotent(ctx, a.Key, n, func(w Writer) (logbook.ID, error) {
		var faults logbook.Faults
		list, err := w.Nurslings(ctx)
		if err != nil {
			return 0, err
		}
		n.Label = logbook.CheckLabel(&faults, "label", n.Label, func(label string) bool {
			_, taken := logbook.Find(list, func(o logbook.Nursling) bool { return strings.EqualFold(o.Label, label) })
			return taken
		})
		varieties, err := w.Varieties(ctx)
		if err != nil {
			return 0, err
		}
		v, ok := logbook.Find(varieties, func(v logbook.Variety) bool { return v.ID == n.Variety.ID })
		sweet := v.Class.Crop() == crop.SweetPotato
		switch {
		case n.Kind != logbook.Pot && n.Kind != logbook.Root:
			return 0, logbook.ErrNotFound
		case !ok:
			faults.Add("variety", "Choose a variety.")
		case sweet && n.Kind == logbook.Pot:
			faults.Add("variety", "{} is a sweet potato: start it as a mother root.", v.Name)
		case !sweet && n.Kind == logbook.Root:
			faults.Add("variety", "{} is a potato: grow its tuber on in a pot.", v.Name)
		}
		n.Variety = v
		if n.Kind == logbook.Root && logbook.MethodNames[n.Method] == "" {
			faults.Add("method", "Choose how the root is started.")
		}
		if n.Kind == logbook.Root && !(n.Temp >= 5 && n.Temp <= 40) {
			faults.Add("temp", "Roots are started at {} to {}.", measure.Temperature(22), measure.Temperature(28))
		}
		if n.Weight != 0 && !(n.Weight >= seed.MinPiece && n.Weight <= 3*measure.Kilogram) {
			faults.Add("weight", "A tuber or root of {} is not believed: between {} and {}, or leave it empty.", n.Weight, seed.MinPiece, 3*measure.Kilogram)
		}
		if n.Weight == 0 {
			n.How = measure.Weighed // there is nothing to know
		}
		if !n.Shelter.Known() {
			faults.Add("shelter", "Choose where it stands.")
		}
		if n.Started > a.Today || n.Started < a.Today-400 {
			faults.Add("day", "{} is not the day it was started: today or before.", n.Started)
		}
		if faults != nil {
			return 0, faults
		}
		return w.AddNursling(ctx, n)
	})
}

// RecordNursery appends an entry to the nursery's log. Safe to repeat.
func (g *Garden) RecordNursery(ctx context.Context, e logbook.NurseryEntry, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, e, func(w Writer) (logbook.ID, error) {
		e.Key, e.Logged = a.Key, a.Today
		list, err := readNursery(ctx, w)
		if err != nil {
			return 0, err
		}
		n, ok := logbook.FindNursling(list, e.Nursling, "")
		if !ok {
			return 0, logbook.ErrNotFound
		}
		if err := logbook.CheckNursery(&e, a.Today); err != nil {
			return 0, err
		}
		return appendNurseryEntry(ctx, w, n, e)
	})
}

// UndoNursery takes an entry of the nursery back; what was planted is taken back
// with its planting.
func (g *Garden) UndoNursery(ctx context.Context, entry logbook.ID, a Request) (logbook.ID, error) {
	type undoNursery struct{ Entry logbook.ID }
	return g.idempotent(ctx, a.Key, undoNursery{entry}, func(w Writer) (logbook.ID, error) {
		id, err := takeBackNursery(ctx, w, entry, a)
		if err == nil && id == 0 {
			return 0, logbook.Refuse("", "That entry was undone before.")
		}
		return id, err
	})
}

// takeBackNursery takes an entry back; 0 where it does not stand.
func takeBackNursery(ctx context.Context, w Writer, entry logbook.ID, a Request) (logbook.ID, error) {
	list, err := readNursery(ctx, w)
	if err != nil {
		return 0, err
	}
	for i := range list {
		e, ok := logbook.Find(list[i].Log, func(e logbook.NurseryEntry) bool { return e.ID == entry })
		switch {
		case ok && e.Kind == logbook.NursePlanted && !logbook.IsAside(list[i].Aside, entry):
			return 0, logbook.Refuse("", "It is planted: take the planting back at its bag.")
		case ok:
			return appendNurseryEntry(ctx, w, &list[i], logbook.NurseryEntry{Kind: logbook.NurseVoided, Day: a.Today, Logged: a.Today, Key: a.Key, Voids: entry})
		}
	}
	return 0, nil
}

// FromNursery is what a planting takes out of the nursery.
type FromNursery struct {
	Pots   []logbook.ID
	Root   logbook.ID
	Slips  int
	Height measure.Length // of the transplants over the top of their pots
}

// PlantFromNursery records a planting with pots or slips of the nursery: the
// weights of the pots' tubers are its seed. What of the stems still shows above
// the medium is logged with it. Safe to repeat.
func (g *Garden) PlantFromNursery(ctx context.Context, planting logbook.ID, day measure.Day, from FromNursery, a Request) (logbook.ID, error) {
	type asked struct {
		Planting logbook.ID
		Day      measure.Day
		From     FromNursery
	}
	return g.idempotent(ctx, a.Key, asked{planting, day, from}, func(w Writer) (logbook.ID, error) {
		l, err := openLog(ctx, w, planting)
		if err != nil {
			return 0, err
		}
		list, err := readNursery(ctx, w)
		if err != nil {
			return 0, err
		}
		if !(from.Height >= 0 && from.Height <= logbook.MaxPlantedHeight) {
			return 0, logbook.Refuse("height", "A transplant of {} is not believed: check the unit.", from.Height)
		}
		e := logbook.Entry{Kind: logbook.Planted, Day: day, Logged: a.Today, Key: a.Key, Slips: from.Slips}
		used, err := takeNurslings(&l.Planting, list, from, &e)
		if err != nil {
			return 0, err
		}
		if err := logbook.CheckEntry(&e, a.Today); err != nil {
			return 0, err
		}
		if err := l.CheckMeant(&e); err != nil {
			return 0, err
		}
		if err := growsNothing(ctx, w, &l.Planting, day); err != nil {
			return 0, err
		}
		if e.ID, err = appendEntry(ctx, w, l, e); err != nil {
			return 0, err
		}
		if from.Height > 0 {
			shows := max(hill.TransplantTips, from.Height-(l.State.Level-l.State.Ladder.Seed[0]))
			m := logbook.Entry{Kind: logbook.Measured, Day: day, Logged: a.Today, Key: a.Key + "-stem", Height: shows}
			if _, err := appendEntry(ctx, w, l, m); err != nil {
				return 0, err
			}
		}
		for i, n := range used {
			key := measure.Say("{}-{}", a.Key, i+1).In(measure.Metric)
			ne := logbook.NurseryEntry{Kind: logbook.NursePlanted, Day: day, Logged: a.Today, Key: key, Count: from.Slips, Entry: e.ID}
			if _, err := appendNurseryEntry(ctx, w, n, ne); err != nil {
				return 0, err
			}
		}
		return e.ID, nil
	})
}

// takeNurslings puts the pots' tubers, or the slips of a root, into a planting
// entry.
func takeNurslings(p *logbook.Planting, list []logbook.NursingState, from FromNursery, e *logbook.Entry) ([]*logbook.NursingState, error) {
	if p.Variety.Class.Crop() == crop.SweetPotato {
		root, ok := logbook.FindNursling(list, from.Root, logbook.Root)
		switch {
		case !ok:
			return nil, logbook.Refuse("root", "Choose the root the slips came from.")
		case root.Variety.ID != p.Variety.ID:
			return nil, logbook.Refuse("root", "{} is {}, and {} is planned here.", root.Label, root.Variety.Name, p.Variety.Name)
		case from.Slips > root.InHand():
			return nil, logbook.Refuse("slips", "{} slips of {} are in hand: log those you took first.", root.InHand(), root.Label)
		}
		return []*logbook.NursingState{root}, nil
	}
	if len(from.Pots) == 0 {
		return nil, logbook.Refuse("pot", "Choose the pots that are transplanted.")
	}
	var used []*logbook.NursingState
	for _, id := range from.Pots {
		pot, ok := logbook.FindNursling(list, id, logbook.Pot)
		switch {
		case !ok || !pot.Open() || slices.Contains(used, pot):
			return nil, logbook.Refuse("pot", "One of these pots is not there any more: look again.")
		case pot.Variety.ID != p.Variety.ID:
			return nil, logbook.Refuse("pot", "Pot {} is {}, and {} is planned here.", pot.Label, pot.Variety.Name, p.Variety.Name)
		}
		piece, how := pot.Weight, pot.How
		if piece == 0 { // nobody weighed it
			piece, how = crop.SeedPiece, measure.Counted
		}
		e.Seed.Pieces, e.Seed.Hows = append(e.Seed.Pieces, piece), append(e.Seed.Hows, how)
		used = append(used, pot)
	}
	if !slices.ContainsFunc(e.Seed.Hows, func(h measure.Known) bool { return h != measure.Weighed }) {
		e.Seed.Hows = nil // all were weighed
	}
	return used, nil
}
