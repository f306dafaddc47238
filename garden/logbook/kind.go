package logbook

import (
	"glebata/core/job"
	"glebata/core/measure"
)

// EntryKind is all there is to know of one kind of entry. A kind stands here once: what it may
// hold, how it is said, what it must be, what it does to a planting, who shares it, and where it
// shows. What is left out is nothing.
type EntryKind struct {
	Kind Kind
	Name string // for reading, of an entry that stands in the way
	// Speaks are the fields it holds beside its day and its words; what else is sent with it is
	// left out.
	Speaks []Field
	// Says puts an entry into words, on a planting; its Name and Text where it has none.
	Says func(p *Planting, e *Entry) measure.Phrase
	// Check what it says on its own, before the log is asked.
	Check func(faults *Faults, e *Entry)
	// Apply it to what a planting has come to. Where it is refused the state is as it was.
	Apply func(s *State, p *Planting, e *Entry) error

	Early     bool     // it may come before the bag is planted
	Ends      bool     // nothing follows it but what was found later; taking it back takes the bag again
	Moves     bool     // it takes the bag elsewhere; taking it back takes the bag back
	Container bool     // it is of the whole container, and so of all that grows in it
	Work      bool     // it is work that a walk logs
	Answers   job.Kind // the job that it is done by; empty for none of its own
	Form      string   // of the bag's page, by which it is written; empty where it is written otherwise

	*Doing // of what is done and seen beside the raising and weighing: it makes its own form
}

// Field of an entry.
type Field struct {
	Name string
	copy func(to, from *Entry)
}

// The fields that kinds speak of.
var (
	seedField    = Field{"seed", func(to, from *Entry) { to.Seed, to.Slips, to.Start = from.Seed, from.Slips, from.Start }}
	riseField    = Field{"rise", func(to, from *Entry) { to.RaiseBy = from.RaiseBy }}
	looseField   = Field{"loose", func(to, from *Entry) { to.Loose = from.Loose }}
	heightField  = Field{"height", func(to, from *Entry) { to.Height = from.Height }}
	thingField   = Field{"thing", func(to, from *Entry) { to.Thing = from.Thing }}
	amountField  = Field{"amount", func(to, from *Entry) { to.Amount = from.Amount }}
	levelField   = Field{"level", func(to, from *Entry) { to.Level = from.Level }}
	placeField   = Field{"place", func(to, from *Entry) { to.Place = from.Place }}
	batchesField = Field{"batches", func(to, from *Entry) { to.Batches, to.Another = from.Batches, from.Another }}
	jobField     = Field{"job", func(to, from *Entry) { to.What = from.What }}
	untilField   = Field{"until", func(to, from *Entry) { to.Until = from.Until }}
)

// Speaks reports whether entries of a kind hold a field, by its name, though it be 0.
func (k Kind) Speaks(field string) bool {
	_, ok := Find(KindOf(k).Speaks, func(f Field) bool { return f.Name == field })
	return ok
}

// kinds in the order they are offered where they are offered, filled below.
var kinds []EntryKind

// byKind finds a kind.
var byKind map[Kind]*EntryKind

// Doings of every kind that makes its own form, in the order they are offered.
var Doings []Doing

// KindOf is what there is to know of a kind; of a kind that this program does not know it is
// empty.
func KindOf(k Kind) EntryKind {
	if known := byKind[k]; known != nil {
		return *known
	}
	return EntryKind{}
}

// Kinds are all there are.
func Kinds() []EntryKind { return kinds }

// Known reports whether this program knows a kind.
func (k Kind) Known() bool { return byKind[k] != nil }

// Name of the kind for reading.
func (k Kind) Name() string { return KindOf(k).Name }

// AnswerTo is the kind of entry that a kind of job is done by; any other job is Tended.
func AnswerTo(what job.Kind) Kind {
	for i := range kinds {
		if kinds[i].Answers == what && what != "" {
			return kinds[i].Kind
		}
	}
	return ""
}

// DoingOf a kind; ok is false for kinds of another sort.
func DoingOf(k Kind) (d Doing, ok bool) {
	if known := byKind[k]; known != nil && known.Doing != nil {
		return *known.Doing, true
	}
	return Doing{}, false
}
