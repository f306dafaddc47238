package garden

import (
	"context"
	"slices"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/core/seed"
)

// NurseKind is a pot with a tuber or a mother root that gives slips.
type NurseKind string

// The kinds of nursling.
const (
	Pot  NurseKind = "pot"
	Root NurseKind = "root"
)

// Method a root is started by.
type Method string

// The methods.
const (
	InJar  Method = "jar"
	InTray Method = "tray"
	InSand Method = "sand"
)

var methodNames = map[Method]string{InJar: "half in water in a jar", InTray: "lying in a shallow tray of water", InSand: "half buried in moist sand or mix"}

// Methods lists every method in the order it is offered.
func Methods() []Method { return []Method{InSand, InJar, InTray} }

// Name of the method for reading.
func (m Method) Name() string { return methodNames[m] }

// Nursling is one pot or one mother root.
type Nursling struct {
	ID      ID
	Label   string
	Kind    NurseKind
	Variety Variety
	Weight  measure.Mass // of the tuber or root; 0 when not weighed
	Method  Method       // of a root
	Temp    measure.Temperature
	Shelter climate.Shelter // it was started under
	Started measure.Day
}

// NurseryKind is the kind of an entry in the nursery's log.
type NurseryKind string

// The kinds of entry.
const (
	NurseMoved    NurseryKind = "moved"
	NurseShoots   NurseryKind = "shoots"
	NurseTaken    NurseryKind = "taken" // slips cut
	NurseRooted   NurseryKind = "rooted"
	NurseHardened NurseryKind = "hardened"
	NursePlanted  NurseryKind = "planted"
	NurseEnded    NurseryKind = "ended"
	NurseVoided   NurseryKind = "voided"
)

// NurseryEntry is one line of the nursery's log: appended, never edited.
type NurseryEntry struct {
	ID       ID
	Nursling ID
	Kind     NurseryKind
	Day      measure.Day
	Logged   measure.Day
	Key      string
	Shelter  climate.Shelter // Moved
	Count    int             // shoots, slips
	Nodes    int             // of a slip taken, the fewest
	Entry    ID              // Planted: the entry of the planting it went into
	Planting ID              // of that entry; read only
	Text     string
	Voids    ID
}

// NursingState is a nursling as it stands.
type NursingState struct {
	Nursling
	Now      climate.Shelter
	Shoots   int
	Taken    int
	Rooted   int
	Hardened int
	Planted  int // slips, or 1 for a pot
	Into     []ID
	Ended    bool
	ShootsBy measure.Day // expected, 0 where it is too cold
	SlipsBy  measure.Day
	Log      []NurseryEntry // newest first
}

// InHand is how many slips were taken and not planted.
func (n *NursingState) InHand() int { return max(0, n.Taken-n.Planted) }

// Open reports whether there is still something to do with it.
func (n *NursingState) Open() bool { return !n.Ended && (n.Kind == Root || n.Planted == 0) }

// Nursery as it stands today, open ones first.
func (g *Garden) Nursery(ctx context.Context, today measure.Day) ([]NursingState, error) {
	var out []NursingState
	err := g.store.View(ctx, func(r Reader) (err error) {
		out, err = nurseryOf(ctx, r)
		return err
	})
	slices.SortStableFunc(out, func(a, b NursingState) int {
		return boolOrder(b.Open()) - boolOrder(a.Open())
	})
	return out, err
}

func boolOrder(b bool) int {
	if b {
		return 1
	}
	return 0
}

func nurseryOf(ctx context.Context, r Reader) ([]NursingState, error) {
	list, err := r.Nurslings(ctx)
	if err != nil {
		return nil, err
	}
	log, err := r.NurseryLog(ctx)
	if err != nil {
		return nil, err
	}
	out := make([]NursingState, len(list))
	at := map[ID]*NursingState{}
	for i, n := range list {
		s := NursingState{Nursling: n, Now: n.Shelter}
		if n.Kind == Root {
			if days, ok := seed.ShootsAfter(n.Temp); ok {
				s.ShootsBy = n.Started + measure.Day(days)
				for d := days; d < 200 && s.SlipsBy == 0; d++ {
					if seed.SlipsBy(d, n.Temp) > 0 {
						s.SlipsBy = n.Started + measure.Day(d)
					}
				}
			}
		}
		out[i] = s
		at[n.ID] = &out[i]
	}
	for _, e := range standingNursery(log) {
		n := at[e.Nursling]
		switch e.Kind {
		case NurseMoved:
			n.Now = e.Shelter
		case NurseShoots:
			n.Shoots = e.Count
		case NurseTaken:
			n.Taken += e.Count
		case NurseRooted:
			n.Rooted += e.Count
		case NurseHardened:
			n.Hardened += e.Count
		case NursePlanted:
			n.Planted += max(1, e.Count)
			n.Into = append(n.Into, e.Planting)
		case NurseEnded:
			n.Ended = true
		}
		n.Log = append(n.Log, e)
	}
	for i := range out {
		slices.Reverse(out[i].Log)
	}
	return out, nil
}

func standingNursery(log []NurseryEntry) []NurseryEntry {
	back := map[ID]bool{}
	for _, e := range log {
		if e.Kind == NurseVoided {
			back[e.Voids] = true
		}
	}
	var live []NurseryEntry
	for _, e := range log {
		if e.Kind != NurseVoided && !back[e.ID] {
			live = append(live, e)
		}
	}
	slices.SortStableFunc(live, func(a, b NurseryEntry) int { return int(a.Day - b.Day) })
	return live
}
