package logbook

import (
	"slices"
	"strings"

	"glebata/core/climate"
	"glebata/core/measure"
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

var MethodNames = map[Method]string{InJar: "half in water in a jar", InTray: "lying in a shallow tray of water", InSand: "half buried in moist sand or mix"}

// Methods lists every method in the order it is offered.
func Methods() []Method { return []Method{InSand, InJar, InTray} }

// Name of the method for reading.
func (m Method) Name() string { return MethodNames[m] }

// Nursling is one pot or one mother root.
type Nursling struct {
	ID      ID
	Label   string
	Kind    NurseKind
	Variety Variety
	Weight  measure.Mass  // of the tuber or root; 0 when not weighed
	How     measure.Known // that weight
	Method  Method        // of a root
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
	NurseWatered  NurseryKind = "watered"
	NurseEnded    NurseryKind = "ended"
	NurseVoided   NurseryKind = "voided"
)

// ForTheNight is the text of a move that is to be undone when the cold is past.
const ForTheNight = "for the night"

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
	Watered  measure.Day // last; 0 where nobody said
	ShootsBy measure.Day // expected, 0 where it is too cold
	SlipsBy  measure.Day
	Log      []NurseryEntry // that stand, newest first
	Aside    []Aside        // those of them that cannot be applied
	log      []NurseryEntry // as it was written
}

// InHand is how many slips were taken and not planted.
func (n *NursingState) InHand() int { return max(0, n.Taken-n.Planted) }

// Open reports whether there is still something to do with it.
func (n *NursingState) Open() bool { return !n.Ended && (n.Kind == Root || n.Planted == 0) }

// ReplayNursling puts a nursling's log on it, in order of day. Entries that cannot
// follow the ones before them are set aside.
func ReplayNursling(n Nursling, log []NurseryEntry) NursingState {
	s := NursingState{Nursling: n, Now: n.Shelter, log: log}
	s.Log = slices.Clone(Live(log))
	s.Aside = replay(s.Log, s.apply)
	slices.Reverse(s.Log)
	return s
}

func (e *NurseryEntry) line() line { return line{e.ID, e.Day, e.Voids} }

// apply one entry; where it is refused the state is as it was.
func (n *NursingState) apply(e *NurseryEntry) error {
	counts := e.Kind == NurseShoots || e.Kind == NurseTaken || e.Kind == NurseRooted || e.Kind == NurseHardened
	switch {
	case e.Day < n.Started:
		return Refuse("day", "It was started on {}: a day from then to today.", n.Started)
	case n.Ended:
		return Refuse("", "{} was ended.", n.Label)
	case counts && !(e.Count >= 1 && e.Count <= 60):
		return Refuse("count", "Count 1 to 60.")
	}
	switch e.Kind {
	case NurseMoved:
		if !e.Shelter.Known() {
			return Refuse("shelter", "Choose where it stands.")
		}
		n.Now = e.Shelter
	case NurseShoots:
		n.Shoots = e.Count
	case NurseTaken:
		n.Taken += e.Count
	case NurseRooted:
		if n.Rooted+e.Count > n.Taken {
			return Refuse("count", "{} slips were taken and {} have rooted.", n.Taken, n.Rooted)
		}
		n.Rooted += e.Count
	case NurseHardened:
		if n.Hardened+e.Count > n.Taken {
			return Refuse("count", "{} slips were taken and {} are hardened.", n.Taken, n.Hardened)
		}
		n.Hardened += e.Count
	case NursePlanted:
		switch {
		case n.Kind == Root && e.Count > n.InHand():
			return Refuse("slips", "{} slips of {} are in hand: log those you took first.", n.InHand(), n.Label)
		case n.Kind == Pot && n.Planted > 0:
			return Refuse("pot", "Pot {} is planted already.", n.Label)
		}
		n.Planted += max(1, e.Count)
		n.Into = append(n.Into, e.Planting)
	case NurseWatered:
		n.Watered = max(n.Watered, e.Day)
	case NurseEnded:
		n.Ended = true
	}
	return nil
}

// StoodOn a day under a shelter.
func (n *NursingState) StoodOn(d measure.Day) climate.Shelter {
	for i := range n.Log { // newest first
		if e := &n.Log[i]; e.Kind == NurseMoved && e.Day <= d && !IsAside(n.Aside, e.ID) {
			return e.Shelter
		}
	}
	return n.Shelter
}

// FindNursling of a list by its ID, of a kind where one is given.
func FindNursling(list []NursingState, id ID, kind NurseKind) (*NursingState, bool) {
	for i := range list {
		if n := &list[i]; n.ID == id && (kind == "" || n.Kind == kind) {
			return n, true
		}
	}
	return nil, false
}

// MayFollow refuses an entry that cannot follow what is there, or that what is there
// could not follow.
func (n *NursingState) MayFollow(e NurseryEntry) error {
	after := ReplayNursling(n.Nursling, append(n.log[:len(n.log):len(n.log)], e))
	name := func(id ID) measure.Phrase {
		e, _ := Find(n.Log, func(e NurseryEntry) bool { return e.ID == id })
		return measure.Say(string(e.Kind))
	}
	return refusal(e.line(), n.Aside, after.Aside, name)
}

// ofKind is an entry with what its kind speaks of, and nothing else.
func (e *NurseryEntry) ofKind() NurseryEntry {
	out := NurseryEntry{ID: e.ID, Nursling: e.Nursling, Kind: e.Kind, Day: e.Day, Logged: e.Logged, Key: e.Key, Text: strings.TrimSpace(measure.PlainText(e.Text))}
	switch e.Kind {
	case NurseMoved:
		out.Shelter = e.Shelter
	case NurseTaken:
		out.Count, out.Nodes = e.Count, e.Nodes
	case NurseShoots, NurseRooted, NurseHardened:
		out.Count = e.Count
	}
	return out
}

// CheckNursery checks what an entry says on its own, before the log is asked.
func CheckNursery(e *NurseryEntry, today measure.Day) error {
	var faults Faults
	*e = e.ofKind()
	if e.Day > today {
		faults.Add("day", "{} is still to come: enter it on the day or after.", e.Day)
	}
	if len(e.Text) > maxText {
		faults.Add("text", "A note holds up to {} letters.", maxText)
	}
	if e.Kind == NurseTaken && e.Nodes != 0 && !(e.Nodes >= 3 && e.Nodes <= 60) {
		faults.Add("nodes", "A good slip has at least 3 nodes, of which 2 go under: leave it a few days more.")
	}
	switch e.Kind {
	case NurseMoved, NurseShoots, NurseTaken, NurseRooted, NurseHardened, NurseWatered, NurseEnded:
	default:
		return ErrNotFound
	}
	return faults.Err()
}
