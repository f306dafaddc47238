package calendar

import (
	"cmp"
	"math"
	"slices"

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
	Planted    bool // on Plant: what planting risks is past, how it ends is not
	TillDead   bool // its tops are left to die by themselves
}

// Done is what is done when it is mature, or what is then seen where nothing is done.
func (a *Request) Done() string {
	if a.TillDead && a.Class.Done() == crop.TopsOff {
		return "half yellow"
	}
	return a.Class.Done()
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

	Course
	Stays []Stay // from the first pot or bag on

	Need float64 // °C·days to maturity
	// Was is the day that was counted back or chosen, where it is past and planting
	// today is what is left; 0 otherwise.
	Was measure.Day
	// Feasible is set when it is mature before its end. Closes is then empty; else the
	// shelter that closes the gap, when one does.
	Feasible bool
	Closes   climate.Shelter

	LateIn  [2]measure.Day // in which planting late works; zero otherwise
	Advice  advice.List
	Moments []Moment
	counted advice.List // what counting back has to say
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

// Plan counts one planting back, and forward by the normals.
func (p *Place) Plan(a Request) Schedule {
	s := p.Count(a)
	switch {
	case s.Plant == 0:
		p.Follow(&s, Course{})
	case isSweet(a.Class):
		p.Follow(&s, p.rooted(&s))
	default:
		p.Follow(&s, p.ripe(&s))
	}
	return s
}

// Count one planting back to the day it begins. How it goes on is for Follow to say.
func (p *Place) Count(a Request) Schedule {
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
	s.counted = s.Advice
	if a.Planted {
		s.counted = s.counted.Of(advice.Blight)
	}
	return s
}

// CountFrom is Count of what can still be done on a day: a planting whose day is past is
// planted on that day.
func (p *Place) CountFrom(a Request, today measure.Day) Schedule {
	s := p.Count(a)
	switch {
	case s.Plant == 0:
	case s.Plant < today:
		was, chosen := s.Plant, a.Plant != 0
		a.Plant = today
		s = p.Count(a)
		s.Was = was
		if chosen {
			s.warn(advice.DayGone, "Planting was for {}, {} days ago. These are the dates of planting today; or choose another day.", was, int(today-was))
		} else {
			s.warn(advice.DayGone, "The day counted back was {}, {} days ago. These are the dates of planting today.", was, int(today-was))
		}
	case s.Chit != 0 && s.Chit < today && a.Plant == 0 && s.Plant > today && s.Plant-today < soonPlanted:
		s.warn(advice.DayGone, "Chitting was to start on {}; {} days are left to planting.", s.Chit, int(s.Plant-today))
	}
	s.counted = s.Advice
	return s
}

// Spread puts a window round the day it is ready, of four seasons in five; late is 0
// where it may end before it is.
func (s *Schedule) Spread(early, late measure.Day) {
	if s.Likely == 0 {
		return
	}
	if late == 0 {
		late = s.End
	}
	s.Early, s.Late = min(early, s.Likely), max(late, s.Likely)
	if s.End != 0 {
		s.Late = max(s.Likely, min(s.Late, s.End))
	}
	s.Moments = slices.Clone(s.Moments)
	for i := range s.Moments {
		if m := &s.Moments[i]; m.Kind == Ready {
			m.Day, m.Until, m.Why = s.Early, s.Late, s.readyWhy()
		}
	}
	s.sort()
}

func (s *Schedule) sort() {
	slices.SortStableFunc(s.Moments, func(a, b Moment) int { return cmp.Compare(a.Day, b.Day) })
}

func (s *Schedule) readyWhy() measure.Phrase {
	if s.Early == s.Late {
		return measure.Say("{} after {}.", measure.DegreeDays(s.Need), s.Emerge)
	}
	return measure.Say("{} after {}. In four seasons of five it is between the two.", measure.DegreeDays(s.Need), s.Emerge)
}

// Window of the days it is ready on, for reading: "24 Aug to 26 Sep".
func (s Schedule) Window() string { return measure.ShortSpan(s.Early, s.Late) }

// Lift is the day a harvest is counted on: mature, else the end.
func (s Schedule) Lift() measure.Day {
	if s.Likely != 0 {
		return s.Likely
	}
	return s.End
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
