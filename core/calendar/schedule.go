package calendar

import (
	"math"

	"glebata/core/advice"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/measure"
)

// Way a planting is started. The value is its key in files and addresses.
type Way string

// The ways: three for potatoes, three for sweet potatoes.
const (
	Direct   Way = "direct"
	PreGrown Way = "pre-grown"
	Late     Way = "late"

	OwnSlips     Way = "own-slips"
	OrderedSlips Way = "ordered-slips"
	Indoors      Way = "indoors"
)

var wayNames = map[Way]string{
	Direct: "planted in its bag", PreGrown: "grown on in a pot first", Late: "late, for winter eating",
	OwnSlips: "slips of your own", OrderedSlips: "slips ordered in", Indoors: "wholly indoors, under a lamp",
}

// Ways of a crop, the usual one first.
func Ways(c crop.Crop) []Way {
	if c == crop.SweetPotato {
		return []Way{OwnSlips, OrderedSlips, Indoors}
	}
	return []Way{Direct, PreGrown, Late}
}

// Name of the way for reading.
func (w Way) Name() string { return wayNames[w] }

// Suits reports whether a crop can be started this way.
func (w Way) Suits(c crop.Crop) bool {
	for _, o := range Ways(c) {
		if o == w {
			return true
		}
	}
	return false
}

// Stay under a shelter from a day on.
type Stay struct {
	From    measure.Day
	Shelter climate.Shelter
}

// Request is how one planting is to go. Days of 0 are counted.
type Request struct {
	Class      crop.Class
	PacketDays int // 0 for the usual of the class
	Way        Way
	Chitted    bool
	ChitDays   int // 0 for the usual
	Cover      measure.Length
	Dark       bool            // a dark bag in the sun
	CoolRoom   bool            // slips start in a room under 20 °C
	Shelter    climate.Shelter // where the bag stands first
	Then       climate.Shelter // where it is moved to; empty when it stays
	Pots       climate.Shelter // where pots are grown on
	Plant      measure.Day
	Move       measure.Day
}

// Kind of moment.
type Kind string

// The kinds of moment, in the order they come.
const (
	OrderSeed  Kind = "order"
	StartChit  Kind = "chit"
	StartSlips Kind = "slips"
	FillPots   Kind = "fill-pots"
	StartPots  Kind = "pots"
	Harden     Kind = "harden"
	PlantOut   Kind = "plant"
	Emerge     Kind = "emerge"
	MoveOut    Kind = "move"
	Ready      Kind = "ready"
	UpBefore   Kind = "up-before"
)

// Work reports whether there is something to do, and not only to see.
func (k Kind) Work() bool { return k != Emerge }

// Moment of a planting, with what is done and why then.
type Moment struct {
	Kind  Kind
	Day   measure.Day
	Until measure.Day // last day of a window; Day when there is none
	What  measure.Phrase
	Why   measure.Phrase
}

// Schedule is how a planting goes from chitting to lifting. A day of 0 does not
// come in it.
type Schedule struct {
	Request
	Order, Chit, Slips, Pots, Plant, Emerge, Harden, Move measure.Day

	Early, Likely, Late measure.Day // ready
	// End is the day it is up by: the frost that takes the tops, or the cold that
	// spoils the roots. 0 where there is none.
	End   measure.Day
	Stays []Stay // from the first pot or bag on

	Need, Have float64 // °C·days to maturity, and from being up to End
	// Feasible is set when Have is enough. Closes is then empty; else the shelter
	// that closes the gap, when one does.
	Feasible bool
	Closes   climate.Shelter

	Window  [2]measure.Day // in which planting late works; zero otherwise
	Advice  advice.List
	Moments []Moment
}

// Begins is the first thing to do after ordering.
func (s *Schedule) Begins() measure.Day {
	for _, d := range []measure.Day{s.Chit, s.Slips, s.Pots, s.Plant} {
		if d != 0 {
			return d
		}
	}
	return s.Plant
}

// Plan counts one planting back and forward.
func (p *Place) Plan(a Request) Schedule {
	if a.Shelter == "" {
		a.Shelter = climate.Open
	}
	if a.Pots == "" {
		a.Pots = climate.FrostFree
	}
	if a.ChitDays == 0 {
		a.ChitDays = chitDays
	}
	if a.Then == a.Shelter {
		a.Then = ""
	}
	if a.Way == Indoors {
		a.Shelter, a.Then = climate.Heated, ""
	}
	s := Schedule{Request: a, Need: growth.MaturityNeed(a.Class, a.PacketDays), Plant: a.Plant}
	if isSweet(a.Class) {
		p.sweet(&s)
	} else {
		p.potato(&s)
	}
	p.moments(&s)
	return s
}

// ready puts the likely day, and those of a warm and a cool season, in order: in
// the heat of some places it is the warm one that is late.
func (s *Schedule) ready(likely, warm, cool measure.Day) {
	s.Early, s.Likely, s.Late = min(likely, warm, cool), likely, max(likely, warm, cool)
}

// warn of something that follows.
func (s *Schedule) warn(kind advice.Kind, says string, args ...any) {
	s.Advice.Add(kind, advice.Warn, "", says, args...)
}

func (s *Schedule) packet() int {
	if s.PacketDays != 0 {
		return s.PacketDays
	}
	return s.Class.Constants().PacketDays
}

func percent(share float64) int { return int(math.Round(100 * share)) }
