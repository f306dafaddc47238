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
		n, ok := find(list, func(n NursingState) bool { return n.ID == e.Nursling })
		if !ok {
			return 0, ErrNotFound
		}
		if err := n.check(&e, a.Today); err != nil {
			return 0, err
		}
		return w.AddNurseryEntry(ctx, e)
	})
}

func (n *NursingState) check(e *NurseryEntry, today measure.Day) error {
	var faults Faults
	e.Text = strings.TrimSpace(e.Text)
	if e.Day > today || e.Day < n.Started {
		faults.Add("day", "It was started on {}: a day from then to today.", n.Started)
	}
	if n.Ended {
		faults.Add("", "{} was ended.", n.Label)
	}
	counts := e.Kind == NurseShoots || e.Kind == NurseTaken || e.Kind == NurseRooted || e.Kind == NurseHardened
	switch {
	case counts && (e.Count < 1 || e.Count > 60):
		faults.Add("count", "Count 1 to 60.")
	case e.Kind == NurseTaken && e.Nodes != 0 && e.Nodes < 3:
		faults.Add("nodes", "A good slip has at least 3 nodes, of which 2 go under: leave it a few days more.")
	case e.Kind == NurseRooted && n.Rooted+e.Count > n.Taken:
		faults.Add("count", "{} slips were taken and {} have rooted.", n.Taken, n.Rooted)
	case e.Kind == NurseHardened && n.Hardened+e.Count > n.Taken:
		faults.Add("count", "{} slips were taken and {} are hardened.", n.Taken, n.Hardened)
	case e.Kind == NurseMoved && !e.Shelter.Known():
		faults.Add("shelter", "Choose where it stands.")
	}
	return faults.Err()
}

// UndoNursery takes an entry of the nursery back; what was planted is taken back
// with its planting.
func (g *Garden) UndoNursery(ctx context.Context, entry ID, a Asked) (ID, error) {
	type undoNursery struct{ Entry ID }
	return g.once(ctx, a.Key, undoNursery{entry}, func(w Writer) (ID, error) {
		log, err := w.NurseryLog(ctx)
		if err != nil {
			return 0, err
		}
		e, ok := find(standingNursery(log), func(e NurseryEntry) bool { return e.ID == entry })
		switch {
		case !ok:
			return 0, fault("", "That entry was taken back before.")
		case e.Kind == NursePlanted:
			return 0, fault("", "It is planted: take the planting back at its bag.")
		}
		return w.AddNurseryEntry(ctx, NurseryEntry{Nursling: e.Nursling, Kind: NurseVoided, Day: a.Today, Logged: a.Today, Key: a.Key, Voids: entry})
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
		p, log, err := oneLog(ctx, w, planting)
		if err != nil {
			return 0, err
		}
		list, err := nurseryOf(ctx, w)
		if err != nil {
			return 0, err
		}
		e := Entry{Planting: planting, Kind: Planted, Day: day, Logged: a.Today, Key: a.Key, Slips: from.Slips}
		used, err := takeNurslings(&p, list, from, &e)
		if err != nil {
			return 0, err
		}
		if err := checkEntry(&e, a.Today); err != nil {
			return 0, err
		}
		if err := growsNothing(ctx, w, &p); err != nil {
			return 0, err
		}
		state, err := Replay(&p, append(log, e))
		if err != nil {
			return 0, err
		}
		if e.ID, err = w.AddEntry(ctx, e); err != nil {
			return 0, err
		}
		if from.Height > 0 {
			shows := max(transplantTips, from.Height-(state.Level-state.Ladder.Seed[0]))
			m := Entry{Planting: planting, Kind: Measured, Day: day, Logged: a.Today, Key: a.Key + "-stem", Height: shows}
			if _, err := w.AddEntry(ctx, m); err != nil {
				return 0, err
			}
		}
		for i, n := range used {
			key := measure.Say("{}-{}", a.Key, i+1).In(measure.Metric)
			ne := NurseryEntry{Nursling: n, Kind: NursePlanted, Day: day, Logged: a.Today, Key: key, Count: from.Slips, Entry: e.ID}
			if _, err := w.AddNurseryEntry(ctx, ne); err != nil {
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
func takeNurslings(p *Planting, list []NursingState, from FromNursery, e *Entry) ([]ID, error) {
	if p.Variety.Class.Crop() == crop.SweetPotato {
		root, ok := find(list, func(n NursingState) bool { return n.ID == from.Root && n.Kind == Root })
		switch {
		case !ok:
			return nil, fault("root", "Choose the root the slips came from.")
		case root.Variety.ID != p.Variety.ID:
			return nil, fault("root", "{} is {}, and {} is planned here.", root.Label, root.Variety.Name, p.Variety.Name)
		case from.Slips > root.InHand():
			return nil, fault("slips", "{} slips of {} are in hand: log those you took first.", root.InHand(), root.Label)
		}
		return []ID{root.ID}, nil
	}
	if len(from.Pots) == 0 {
		return nil, fault("pot", "Choose the pots that are transplanted.")
	}
	var used []ID
	for _, id := range from.Pots {
		pot, ok := find(list, func(n NursingState) bool { return n.ID == id && n.Kind == Pot })
		switch {
		case !ok || !pot.Open() || slices.Contains(used, id):
			return nil, fault("pot", "One of these pots is not there any more: look again.")
		case pot.Variety.ID != p.Variety.ID:
			return nil, fault("pot", "Pot {} is {}, and {} is planned here.", pot.Label, pot.Variety.Name, p.Variety.Name)
		}
		e.Pieces = append(e.Pieces, pot.Weight)
		used = append(used, id)
	}
	return used, nil
}
