package garden

import (
	"context"
	"slices"
	"strings"

	"glebata/core/crop"
	"glebata/core/measure"
)

// Start keeps a pot or a mother root. Safe to repeat.
func (g *Garden) Start(ctx context.Context, n Nursling, a Asked) (ID, error) {
	n.ID = 0
	return g.once(ctx, a.Key, n, func(w Writer) (ID, error) {
		var faults Faults
		list, err := w.Nurslings(ctx)
		if err != nil {
			return 0, err
		}
		n.Label = checkLabel(&faults, "label", n.Label, func(label string) bool {
			_, taken := find(list, func(o Nursling) bool { return strings.EqualFold(o.Label, label) })
			return taken
		})
		varieties, err := w.Varieties(ctx)
		if err != nil {
			return 0, err
		}
		v, ok := find(varieties, func(v Variety) bool { return v.ID == n.Variety.ID })
		sweet := v.Class.Crop() == crop.SweetPotato
		switch {
		case !ok:
			faults.Add("variety", "Choose a variety.")
		case sweet && n.Kind == Pot:
			faults.Add("variety", "{} is a sweet potato: start it as a mother root.", v.Name)
		case !sweet && n.Kind == Root:
			faults.Add("variety", "{} is a potato: grow its tuber on in a pot.", v.Name)
		}
		n.Variety = v
		if n.Kind == Root && methodNames[n.Method] == "" {
			faults.Add("method", "Choose how the root is started.")
		}
		if n.Kind == Root && (n.Temp < 5 || n.Temp > 40) {
			faults.Add("temp", "Roots are started at {} to {}.", measure.Temperature(22), measure.Temperature(28))
		}
		if n.Weight != 0 && (n.Weight < lightestPiece || n.Weight > 3*measure.Kilogram) || n.Kind == Pot && n.Weight == 0 {
			faults.Add("weight", "Weigh the tuber: between {} and {}.", lightestPiece, heaviestPiece)
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
func (g *Garden) RecordNursery(ctx context.Context, e NurseryEntry, a Asked) (ID, error) {
	return g.once(ctx, a.Key, e, func(w Writer) (ID, error) {
		e.Key, e.Logged = a.Key, a.Today
		list, err := nurseryOf(ctx, w)
		if err != nil {
			return 0, err
		}
		n, ok := nursling(list, e.Nursling, "")
		if !ok {
			return 0, ErrNotFound
		}
		if err := checkNursery(&e, a.Today); err != nil {
			return 0, err
		}
		return appendNurseryEntry(ctx, w, n, e)
	})
}

// checkNursery checks what an entry says on its own, before the log is asked.
func checkNursery(e *NurseryEntry, today measure.Day) error {
	var faults Faults
	e.Text = strings.TrimSpace(measure.PlainText(e.Text))
	if e.Day > today {
		faults.Add("day", "{} is still to come: enter it on the day or after.", e.Day)
	}
	if len(e.Text) > longestText {
		faults.Add("text", "A note holds up to {} letters.", longestText)
	}
	if e.Kind == NurseTaken && e.Nodes != 0 && (e.Nodes < 3 || e.Nodes > 60) {
		faults.Add("nodes", "A good slip has at least 3 nodes, of which 2 go under: leave it a few days more.")
	}
	switch e.Kind {
	case NurseMoved, NurseShoots, NurseTaken, NurseRooted, NurseHardened, NurseEnded:
	default:
		return ErrNotFound
	}
	return faults.Err()
}

// UndoNursery takes an entry of the nursery back; what was planted is taken back
// with its planting.
func (g *Garden) UndoNursery(ctx context.Context, entry ID, a Asked) (ID, error) {
	type undoNursery struct{ Entry ID }
	return g.once(ctx, a.Key, undoNursery{entry}, func(w Writer) (ID, error) {
		list, err := nurseryOf(ctx, w)
		if err != nil {
			return 0, err
		}
		for i := range list {
			e, ok := find(list[i].Log, func(e NurseryEntry) bool { return e.ID == entry })
			switch {
			case ok && e.Kind == NursePlanted && !isAside(list[i].Aside, entry):
				return 0, fault("", "It is planted: take the planting back at its bag.")
			case ok:
				return appendNurseryEntry(ctx, w, &list[i], NurseryEntry{Kind: NurseVoided, Day: a.Today, Logged: a.Today, Key: a.Key, Voids: entry})
			}
		}
		return 0, fault("", "That entry was taken back before.")
	})
}

// FromNursery is what a planting takes out of the nursery.
type FromNursery struct {
	Pots   []ID
	Root   ID
	Slips  int
	Height measure.Length // of the transplants over the top of their pots
}

// PlantFromNursery records a planting with pots or slips of the nursery: the
// weights of the pots' tubers are its seed. What of the stems still shows above
// the medium is logged with it. Safe to repeat.
func (g *Garden) PlantFromNursery(ctx context.Context, planting ID, day measure.Day, from FromNursery, a Asked) (ID, error) {
	type asked struct {
		Planting ID
		Day      measure.Day
		From     FromNursery
	}
	return g.once(ctx, a.Key, asked{planting, day, from}, func(w Writer) (ID, error) {
		l, err := openLog(ctx, w, planting)
		if err != nil {
			return 0, err
		}
		list, err := nurseryOf(ctx, w)
		if err != nil {
			return 0, err
		}
		if from.Height < 0 || from.Height > tallestPlanted {
			return 0, fault("height", "A transplant of {} is not believed: check the unit.", from.Height)
		}
		e := Entry{Kind: Planted, Day: day, Logged: a.Today, Key: a.Key, Slips: from.Slips}
		used, err := takeNurslings(&l.Planting, list, from, &e)
		if err != nil {
			return 0, err
		}
		if err := checkEntry(&e, a.Today); err != nil {
			return 0, err
		}
		if err := l.checkMeant(&e); err != nil {
			return 0, err
		}
		if err := growsNothing(ctx, w, &l.Planting); err != nil {
			return 0, err
		}
		if e.ID, err = appendEntry(ctx, w, l, e); err != nil {
			return 0, err
		}
		if from.Height > 0 {
			shows := max(transplantTips, from.Height-(l.State.Level-l.State.Ladder.Seed[0]))
			m := Entry{Kind: Measured, Day: day, Logged: a.Today, Key: a.Key + "-stem", Height: shows}
			if _, err := appendEntry(ctx, w, l, m); err != nil {
				return 0, err
			}
		}
		for i, n := range used {
			key := measure.Say("{}-{}", a.Key, i+1).In(measure.Metric)
			ne := NurseryEntry{Kind: NursePlanted, Day: day, Logged: a.Today, Key: key, Count: from.Slips, Entry: e.ID}
			if _, err := appendNurseryEntry(ctx, w, n, ne); err != nil {
				return 0, err
			}
		}
		return e.ID, nil
	})
}

// transplantTips are what shows of a transplant that is buried to its tips, in
// cm. Practice.
const transplantTips measure.Length = 2

// takeNurslings puts the pots' tubers, or the slips of a root, into a planting
// entry.
func takeNurslings(p *Planting, list []NursingState, from FromNursery, e *Entry) ([]*NursingState, error) {
	if p.Variety.Class.Crop() == crop.SweetPotato {
		root, ok := nursling(list, from.Root, Root)
		switch {
		case !ok:
			return nil, fault("root", "Choose the root the slips came from.")
		case root.Variety.ID != p.Variety.ID:
			return nil, fault("root", "{} is {}, and {} is planned here.", root.Label, root.Variety.Name, p.Variety.Name)
		case from.Slips > root.InHand():
			return nil, fault("slips", "{} slips of {} are in hand: log those you took first.", root.InHand(), root.Label)
		}
		return []*NursingState{root}, nil
	}
	if len(from.Pots) == 0 {
		return nil, fault("pot", "Choose the pots that are transplanted.")
	}
	var used []*NursingState
	for _, id := range from.Pots {
		pot, ok := nursling(list, id, Pot)
		switch {
		case !ok || !pot.Open() || slices.Contains(used, pot):
			return nil, fault("pot", "One of these pots is not there any more: look again.")
		case pot.Variety.ID != p.Variety.ID:
			return nil, fault("pot", "Pot {} is {}, and {} is planned here.", pot.Label, pot.Variety.Name, p.Variety.Name)
		}
		e.Pieces = append(e.Pieces, pot.Weight)
		used = append(used, pot)
	}
	return used, nil
}
