package logbook

import "glebata/core/measure"

// Source of a seed lot.
type Source string

// The sources. Kitchen tubers are allowed and marked.
const (
	Certified Source = "certified"
	Saved     Source = "saved"
	Kitchen   Source = "kitchen"
)

var sources = map[Source]struct{ Name, Note string }{
	Certified: {"certified seed", "Tested for disease: the usual choice."},
	Saved:     {"own, saved", "Yours, as healthy as the plants it came from."},
	Kitchen:   {"from the kitchen", "May be treated against sprouting and is not tested for disease: keep its medium out of beds and of the next potatoes or tomatoes."},
}

// Sources lists every source in the order it is offered.
func Sources() []Source { return []Source{Certified, Saved, Kitchen} }

// Name of the source for reading, and Note what to think of with it.
func (s Source) Name() string { return sources[s].Name }

// Note is what to think of with seed of this source.
func (s Source) Note() string { return sources[s].Note }

// Lot of seed that came together.
type Lot struct {
	ID      ID
	Label   string
	Variety Variety
	Source  Source
	Year    int
	Cost    int // in hundredths of the grower's money; 0 when not known
}

// Tray that tubers of one lot chit in.
type Tray struct {
	ID    ID
	Label string
	Lot   Lot
}

// SeedKind is the kind of an entry in the log of the bench.
type SeedKind string

// The kinds.
const (
	SeedStood     SeedKind = "stood"   // where a tray stands: temperature, light
	SeedWeighed   SeedKind = "weighed" // tubers put in
	SeedLooked    SeedKind = "looked"  // eyes and sprouts seen
	SeedRubbed    SeedKind = "rubbed"  // sprouts rubbed off
	SeedCut       SeedKind = "cut"
	SeedDiscarded SeedKind = "discarded"
	SeedAllotted  SeedKind = "allotted" // pieces given to plantings
	SeedVoided    SeedKind = "voided"
)

// SeedEntry is one line of the log of the bench: appended, never edited.
type SeedEntry struct {
	ID     ID
	Tray   ID // 0 for an allotment
	Kind   SeedKind
	Day    measure.Day
	Logged measure.Day
	Key    string
	About  bool // the day may be off by AboutDays

	Tuber    int // number in its tray, from 1
	Temp     measure.Temperature
	Light    bool
	Weights  []measure.Mass  // Weighed: of tubers; Cut: of pieces
	Hows     []measure.Known // of each weight; nil where all were weighed
	Eyes     []int           // Cut: of each piece
	Seen     []Seen
	Keep     int // Rubbed: sprouts left
	HealDays int
	Allots   []Allotted
	Text     string
	Voids    ID
}

// Seen is what a look at one tuber showed.
type Seen struct {
	Tuber, Eyes, Sprouts int
	Longest              measure.Length // of its sprouts
	Stout, Soft          bool
}

// Allotted is a piece given to a planting.
type Allotted struct {
	Planting ID
	PieceRef
}

// PieceRef names a piece: a tuber in its tray, whole when Piece is 0.
type PieceRef struct {
	Tray  ID
	Tuber int
	Piece int
}
