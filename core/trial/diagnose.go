package trial

import (
	"slices"

	"glebata/core/measure"
)

// Speaks is what the records say of a cause.
type Speaks int

// What they may say.
const (
	NotRecorded Speaks = iota // nothing that tells is on record
	Held                      // the expectation holds it already: it explains no shortfall
	Against
	For
)

// Finding is one possible cause of a poor bag, with what the records say of it.
type Finding struct {
	Cause    string // in a few words
	Speaks   Speaks
	Strength float64        // of evidence for it: the share of the harvest it may have cost, 0 to 1
	Says     measure.Phrase // what is on record, or what is missing
	Next     string         // what to do next year
	Record   string         // what to write down so that it can be told
	Days     []measure.Day  // on which it shows; for the season of the bag
	Entries  []int64        // of the log, behind it
	Shared   []string       // bags of its season that had it too and did well: it ranks lower
}

// Seen is one record of a kind: its day and the entry it stands in.
type Seen struct {
	Day   measure.Day
	Entry int64
	What  string
	Level int // from 1 on: little, some, much; 0 where nobody said
}

// Season is all that is known of how a bag was grown, for a diagnosis. What is not known is
// marked so, and speaks neither for nor against.
type Season struct {
	Sweet  bool
	Plants int
	Litres float64 // settled at the end; 0 in the ground
	Room   float64 // litres a plant wants; 0 where it is not told
	Depth  float64 // cm of medium at the end
	Good   float64 // cm that are enough
	// What its plan promised, and would have with as many plants as its litres take, or so deep; g, 0
	// where it is not known.
	Promised, Roomy, Deeper float64
	Fits                    int // plants that its litres take
	Planted                 measure.Day
	Lifted                  measure.Day

	// By the model, from the weather as it is known; Modelled is false where it was not run.
	Modelled bool
	GivenUp  bool          // nothing was left in it
	Index    float64       // of its season, up to the day it was lifted; 1 for a full one
	Leaf     float64       // share of leaf that still stood on that day
	Mature   measure.Day   // 0 where it was not reached
	Began    measure.Day   // tubers began to swell
	Measured int           // days of weather of the grower's own in its season
	Mild     bool          // they are most of it, and none of them froze
	Hot      []measure.Day // of those days: over 27 °C once tubers swelled
	Cold     []measure.Day // of those days, sweet potato: medium under 13 °C
	CutDown  measure.Day
	Yellow   float64     // share of leaves that were yellow when that was written down last
	YellowOn measure.Day // 0 where nobody wrote it down

	Frosts    []Seen        // the tops were black
	Dry       []Seen        // felt dry, or wilting
	Under     []measure.Day // by the water that is written down it was under 30 % full
	Wet       []Seen        // standing water
	Soaked    []Seen        // wet to the finger
	Looked    int           // times that moisture was felt, weighed or probed
	Waterings int
	Pests     []Seen
	Feeds     []Seen
	Inert     bool // its medium feeds nothing
	MixKnown  bool
	Nitrogen  float64 // in its medium and given, as a share of what the crop takes; 0 where it is not known
	MoreFed   bool    // some of what was given is known by no amount
	SeedEach  float64 // g; 0 where it is not known
	Kitchen   bool
	SourceIs  bool // where its seed is from is known
	CutPieces int
	CutKnown  bool
	Unhealed  bool
	Sun       float64 // h a day; 0 where it is not known
	Reused    bool    // its medium was used before, and put in as it was
	ReusedIs  bool    // it is written down whether it was
	Taken     []Seen
	Came      []Seen  // plants that did not come, as they were counted
	Missing   int     // plants of it that failed
	CameKnown bool    // somebody looked
	Root      bool    // a root was planted in place of slips
	Green     float64 // share of tubers that were green
	Split     int
	Counted   int
	Circling  bool
	LateRaise []Seen // raises that came over a week after they were due
	Raises    int
	ToRaise   bool // by its plan
	Stems     int  // heights that were measured
}

// MostFindings that are put forward.
const MostFindings = 3

// Diagnose goes through every rule. The findings for a cause come first, the strongest first;
// then what speaks against, then what is not on record.
func Diagnose(s *Season) []Finding {
	out := make([]Finding, 0, len(rules))
	for _, r := range rules {
		if r.sweet && !s.Sweet || r.potato && s.Sweet {
			continue
		}
		f := r.find(s)
		f.Cause, f.Next, f.Record = r.cause, r.next, r.record
		if f.Speaks != For {
			f.Strength = 0
		}
		out = append(out, f)
	}
	sortFindings(out)
	return out
}

func sortFindings(list []Finding) {
	slices.SortStableFunc(list, func(a, b Finding) int {
		if a.Speaks != b.Speaks {
			return int(b.Speaks - a.Speaks)
		}
		switch {
		case a.Strength > b.Strength:
			return -1
		case a.Strength < b.Strength:
			return 1
		}
		return 0
	})
}

// Rank findings anew, the strongest first within what they say: those that others shared without harm lie
// lower.
func Rank(list []Finding) {
	for i := range list {
		if f := &list[i]; f.Speaks == For && len(f.Shared) > 0 {
			f.Strength *= sharedLess
		}
	}
	sortFindings(list)
}

// sharedLess is what is left of the evidence for a cause that others had without harm. Practice.
const sharedLess = 0.4

// Best of the findings: those for a cause, at most MostFindings.
func Best(list []Finding) []Finding {
	n := 0
	for n < len(list) && n < MostFindings && list[n].Speaks == For {
		n++
	}
	return list[:n]
}
