package logbook

import (
	"slices"

	"glebata/core/measure"
	"glebata/core/seed"
)

// Bench is all seed.
type Bench struct {
	Lots  []Lot
	Trays []TrayState
	Log   []SeedEntry // allotments that stand, newest first
	Aside []Aside     // allotments of seed that is not there

	stages map[ID]Stage // of plantings that have a log
}

// ReplayBench puts the log of the bench on its trays. stages are those of all
// plantings that have a log: the others are planned.
func ReplayBench(lots []Lot, trays []Tray, log []SeedEntry, stages map[ID]Stage, today measure.Day) Bench {
	b := Bench{Lots: lots, Trays: make([]TrayState, len(trays)), stages: stages}
	byTray := map[ID][]SeedEntry{} // allotments are of no tray
	for _, e := range log {
		byTray[e.Tray] = append(byTray[e.Tray], e)
	}
	at := map[ID]*TrayState{}
	for i, t := range trays {
		b.Trays[i] = ReplayTray(t, byTray[t.ID])
		at[t.ID] = &b.Trays[i]
	}
	b.Log = slices.Clone(Live(byTray[0]))
	b.allot(at)
	slices.Reverse(b.Log)
	for i := range b.Trays {
		b.Trays[i].judge(b.sprouting(b.Trays[i].Lot), today)
	}
	return b
}

// allot gives pieces to plantings: the latest allotment of a planting holds while
// it is open; what was planted is gone.
func (b *Bench) allot(at map[ID]*TrayState) {
	holder := map[ID]ID{} // planting to the entry that holds for it
	for _, e := range b.Log {
		for _, a := range e.Allots {
			holder[a.Planting] = e.ID
		}
	}
	for _, e := range b.Log {
		for _, a := range e.Allots {
			p := b.piece(at, a.PieceRef)
			if p == nil && !IsAside(b.Aside, e.ID) {
				b.Aside = append(b.Aside, Aside{e.ID, e.Day, Faults{{"", measure.Say("Some of the seed it gives is not there.")}}})
			}
			if p == nil || holder[a.Planting] != e.ID || b.stages[a.Planting] == StageDropped {
				continue
			}
			p.Planting, p.Gone = a.Planting, b.stages[a.Planting] != StagePlanned
		}
	}
}

// Stages of plantings by their logs.
func Stages(logs map[ID][]Entry) map[ID]Stage {
	out := make(map[ID]Stage, len(logs))
	for id, log := range logs {
		out[id] = StageOf(log)
	}
	return out
}

// StageOf a planting by its log, without laying the ladder.
func StageOf(log []Entry) Stage {
	s := StagePlanned
	for _, e := range Live(log) {
		switch e.Kind {
		case Planted:
			s = StageGrowing
		case Closed:
			s = StageClosed
		case Dropped:
			s = StageDropped
		}
	}
	return s
}

func (b *Bench) piece(at map[ID]*TrayState, ref PieceRef) *PieceState {
	t := at[ref.Tray]
	if t == nil || !(ref.Tuber >= 1 && ref.Tuber <= len(t.Tubers)) {
		return nil
	}
	for i := range t.Tubers[ref.Tuber-1].Pieces {
		if p := &t.Tubers[ref.Tuber-1].Pieces[i]; p.PieceRef == ref {
			return p
		}
	}
	return nil
}

// sprouting reports whether any tuber of a lot has a sprout.
func (b *Bench) sprouting(l Lot) bool {
	for i := range b.Trays {
		if b.Trays[i].Lot.ID != l.ID {
			continue
		}
		for _, u := range b.Trays[i].Tubers {
			if u.Seen.Sprouts > 0 && u.Seen.Longest >= 0.5 {
				return true
			}
		}
	}
	return false
}

// Tray of the bench by ID.
func (b *Bench) Tray(id ID) (*TrayState, bool) {
	for i := range b.Trays {
		if b.Trays[i].ID == id {
			return &b.Trays[i], true
		}
	}
	return nil, false
}

// Free pieces of a variety: sound, not given away, not thrown out.
func (b *Bench) Free(variety ID) []PieceState {
	var out []PieceState
	for i := range b.Trays {
		t := &b.Trays[i]
		if t.Lot.Variety.ID != variety {
			continue
		}
		for _, u := range t.Tubers {
			if u.Discarded || u.Call == seed.Discard || u.Call == seed.Blind {
				continue
			}
			for _, p := range u.Pieces {
				if !p.Gone {
					out = append(out, p)
				}
			}
		}
	}
	return out
}

// ToCut is how many free tubers of a variety are whole and can be cut.
func (b *Bench) ToCut(variety ID) int {
	n := 0
	for i := range b.Trays {
		if b.Trays[i].Lot.Variety.ID != variety {
			continue
		}
		for k := range b.Trays[i].Tubers {
			if b.Trays[i].WorthCutting(&b.Trays[i].Tubers[k]) {
				n++
			}
		}
	}
	return n
}

// For are the pieces that are given to a planting.
func (b *Bench) For(planting ID) []PieceState {
	var out []PieceState
	for i := range b.Trays {
		for _, u := range b.Trays[i].Tubers {
			for _, p := range u.Pieces {
				if p.Planting == planting && planting != 0 {
					out = append(out, p)
				}
			}
		}
	}
	return out
}

// Waits reports whether any of an allotment is still to be planted.
func (b *Bench) Waits(e SeedEntry) bool {
	at := map[ID]*TrayState{}
	for i := range b.Trays {
		at[b.Trays[i].ID] = &b.Trays[i]
	}
	for _, a := range e.Allots {
		if p := b.piece(at, a.PieceRef); p != nil && p.Planting == a.Planting && !p.Gone {
			return true
		}
	}
	return false
}

// Chitted reports whether seed of a variety that is ready to plant lies free on the bench.
func (b *Bench) Chitted(variety ID) bool {
	for i := range b.Trays {
		if b.Trays[i].Lot.Variety.ID != variety {
			continue
		}
		for _, u := range b.Trays[i].Tubers {
			if !u.Discarded && (u.Call == seed.Ready || u.Call == seed.Soon) && !u.Pieces[0].Gone {
				return true
			}
		}
	}
	return false
}

// Sprouts on each tuber or piece that a planting was given, on the mean, at least 1; ok
// is false where none were counted.
func (b *Bench) Sprouts(planting ID) (each int, ok bool) {
	sum, n := 0, 0
	for _, p := range b.For(planting) {
		if p.Sprouts > 0 {
			sum, n = sum+p.Sprouts, n+1
		}
	}
	if n == 0 {
		return 0, false
	}
	return max(1, (sum+n/2)/n), true
}
