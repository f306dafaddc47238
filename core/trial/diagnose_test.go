package trial

import (
	"slices"
	"strings"
	"testing"

	"glebata/core/measure"
)

// full is a bag of which everything is known and nothing was wrong.
func full() Season {
	d := measure.Date(2025, 4, 10)
	return Season{
		Plants: 3, Litres: 40, Room: 13, Depth: 36, Good: 36, Planted: d, Lifted: d + 130, Modelled: true, Index: 1, Leaf: 0.1, Mature: d + 120, Began: d + 60, Measured: 130,
		Looked: 12, Waterings: 20, Feeds: []Seen{{Day: d + 70, Entry: 1}}, MixKnown: true, Nitrogen: 1, SeedEach: 60, SourceIs: true, CutKnown: true,
		Sun: 8, ReusedIs: true, CameKnown: true, Counted: 30, Raises: 2, ToRaise: true, Stems: 3, Yellow: 0.75, YellowOn: d + 120, Mild: true,
	}
}

// Each thing that is wrong is found, and found first; where all is well nothing is.
func TestEachCauseIsFound(t *testing.T) {
	day := measure.Date(2025, 6, 3)
	one := []Seen{{Day: day, Entry: 7, What: "slugs", Level: 3}}
	sound := full()
	if best := Best(Diagnose(&sound)); len(best) != 0 {
		t.Errorf("of a sound bag %q is found: %s", best[0].Cause, best[0].Says.In(measure.Metric))
	}
	for cause, spoil := range map[string]func(*Season){
		"some of it left unweighed":                  func(s *Season) { s.Taken = one },
		"raised late":                                func(s *Season) { s.LateRaise = one },
		"too late, or its season cut short":          func(s *Season) { s.Index = 0.5 },
		"lifted green":                               func(s *Season) { s.Yellow, s.YellowOn = 0, s.Lifted-3 },
		"set back by frost":                          func(s *Season) { s.Frosts = one },
		"hot days while tubers swelled":              func(s *Season) { s.Hot = []measure.Day{day, day + 1, day + 2, day + 3} },
		"dry spells":                                 func(s *Season) { s.Dry = one },
		"waterlogged":                                func(s *Season) { s.Wet = one },
		"from dry to soaked":                         func(s *Season) { s.Split = 9 },
		"too much nitrogen":                          func(s *Season) { s.Nitrogen = 2.5 },
		"too little feed":                            func(s *Season) { s.Inert = true },
		"weak seed":                                  func(s *Season) { s.Kitchen = true },
		"too little sun":                             func(s *Season) { s.Sun = 3 },
		"tired or spoiled medium":                    func(s *Season) { s.Reused, s.Feeds = true, nil },
		"pests or disease":                           func(s *Season) { s.Pests = one },
		"light reached its tubers, or it stood damp": func(s *Season) { s.Green = 0.4 },
		"roots of a neighbour, or a full pot":        func(s *Season) { s.Circling = true },
		"a plant failed":                             func(s *Season) { s.Missing = 1 },
		"a root planted in place of slips":           func(s *Season) { s.Sweet, s.Root = true, true },
		"too cold for sweet potato":                  func(s *Season) { s.Sweet, s.Cold = true, make([]measure.Day, 20) },
	} {
		s := full()
		spoil(&s)
		best := Best(Diagnose(&s))
		if len(best) == 0 || best[0].Cause != cause || best[0].Next == "" || best[0].Strength <= 0 {
			t.Errorf("%s: found %+v", cause, best)
			continue
		}
		if s.Taken != nil || s.Wet != nil {
			if !slices.Contains(best[0].Entries, 7) || !slices.Contains(best[0].Days, day) {
				t.Errorf("%s: the entry behind it is not shown", cause)
			}
		}
	}
}

// What the expectation holds already explains no shortfall: it is told apart, with what would have been
// promised, and never put forward.
func TestWhatIsHeldExplainsNothing(t *testing.T) {
	for cause, spoil := range map[string]func(*Season){
		"too many plants for the litres": func(s *Season) { s.Plants, s.Fits, s.Promised, s.Roomy = 8, 3, 900, 1300 },
		"too shallow":                    func(s *Season) { s.Depth, s.Promised, s.Deeper = 20, 900, 1300 },
	} {
		s := full()
		spoil(&s)
		all := Diagnose(&s)
		if len(Best(all)) != 0 {
			t.Errorf("%s: put forward are %+v", cause, Best(all))
		}
		k := slices.IndexFunc(all, func(f Finding) bool { return f.Cause == cause })
		if all[k].Speaks != Held || !strings.Contains(all[k].Says.In(measure.Metric), "1.3 kg") {
			t.Errorf("%s: %d, %s", cause, all[k].Speaks, all[k].Says.In(measure.Metric))
		}
	}
}

// A cause that neighbours had without harm is ranked under one that they had not.
func TestWhatNeighboursHadWithoutHarm(t *testing.T) {
	s := full()
	s.Wet, s.Kitchen = []Seen{{Day: 20000, Level: 1}}, true
	all := Diagnose(&s)
	if all[0].Cause != "waterlogged" {
		t.Fatalf("first is %s", all[0].Cause)
	}
	all[0].Shared = []string{"R2"}
	if Rank(all); all[0].Cause != "weak seed" || all[1].Cause != "waterlogged" {
		t.Errorf("first are %s and %s", all[0].Cause, all[1].Cause)
	}
}

// Of a bag of which nothing is known nothing is said, and each rule that lacks a record says what
// to write down.
func TestWhatIsNotRecordedSpeaksNeitherWay(t *testing.T) {
	var s Season
	for _, f := range Diagnose(&s) {
		if f.Speaks == For {
			t.Errorf("%s is found from nothing: %s", f.Cause, f.Says.In(measure.Metric))
		}
		if f.Speaks == Against && f.Cause != "raised late" { // what its plan says is known
			t.Errorf("%s is ruled out from nothing: %s", f.Cause, f.Says.In(measure.Metric))
		}
		if f.Speaks == NotRecorded && f.Record == "" && f.Cause != "too many plants for the litres" {
			t.Errorf("%s: nothing is said of what to record", f.Cause)
		}
	}
}

// A bag that stood in water and was emptied was not lifted green, nor is its short season the
// first cause.
func TestALostBagIsNotBlamedOnItsEnd(t *testing.T) {
	s := full()
	s.GivenUp, s.Index, s.Leaf, s.Mature = true, 0.5, 1, 0
	s.Wet = []Seen{{Day: measure.Date(2025, 6, 3), Level: 3}}
	best := Best(Diagnose(&s))
	if best[0].Cause != "waterlogged" || slices.ContainsFunc(best, func(f Finding) bool { return f.Cause == "lifted green" }) {
		t.Errorf("%+v", best)
	}
}

// One tuber that split of one that was counted is a share of its harvest.
func TestOneTuberThatSplit(t *testing.T) {
	whole, split := Season{Counted: 1}, Season{Counted: 1, Split: 1}
	of := func(s *Season) (said int) {
		for _, f := range Diagnose(s) {
			if f.Speaks == For {
				said++
			}
		}
		return said
	}
	if of(&split) != of(&whole)+1 {
		t.Errorf("%d causes speak for it, %d without the split", of(&split), of(&whole))
	}
}
