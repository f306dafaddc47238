package compare

import (
	"strings"
	"testing"

	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/garden/logbook"
)

// Seed of a planting is whole or cut, counted piece by piece, with its share of the lot's price.
func TestWhatWasSownIsToldByItsPieces(t *testing.T) {
	lot := logbook.Lot{ID: 1, Label: "L1", Source: "certified", Cost: 600}
	tray := logbook.TrayState{Tray: logbook.Tray{ID: 1, Lot: lot}, Tubers: []logbook.TuberState{
		{Pieces: []logbook.PieceState{{Planting: 7, Sprouts: 3}}},
		{Pieces: []logbook.PieceState{{Planting: 7, HealedBy: 20560}, {Planting: 8, HealedBy: 20560, Sprouts: 2}}},
		{Pieces: []logbook.PieceState{{}}},
	}}
	sown, sprouts := sownOf(&logbook.Bench{Trays: []logbook.TrayState{tray}})
	if got := sown[7]; got.Pieces != 2 || got.Cut != 1 || got.Lot != "L1" || got.Cost != 300 {
		t.Errorf("planting 7: %+v", got)
	}
	if got := sown[8]; got.Pieces != 1 || got.Cut != 1 || got.Cost != 150 {
		t.Errorf("planting 8: %+v", got)
	}
	if sprouts[7] != [2]int{3, 1} || sprouts[8] != [2]int{2, 1} || len(sown) != 2 {
		t.Errorf("sprouts %v, sown %v", sprouts, sown)
	}
	if sown, _ := sownOf(nil); len(sown) != 0 {
		t.Error("seed without a bench")
	}
}

// A bag stood where its moves put it: what came before planting does not count, what came on the
// day it was closed does.
func TestWhereABagStoodThen(t *testing.T) {
	places := map[logbook.ID]logbook.Place{1: {ID: 1, Name: "loft"}, 2: {ID: 2, Name: "step"}, 3: {ID: 3, Name: "yard"}}
	b := made(t, 1, hill.Steps, 3, 165, 2200, measure.Date(2025, 4, 14))
	b.Bag.Place = places[3]
	b.Ended = b.State.Planted + 100
	move := func(day measure.Day, from, to logbook.ID) logbook.Entry {
		return logbook.Entry{Kind: logbook.Moved, Day: b.State.Planted + day, From: from, Place: to}
	}
	for name, c := range map[string]struct {
		moves []logbook.Entry
		want  string
	}{
		"never moved":             {nil, "yard"},
		"moved in its season":     {[]logbook.Entry{move(40, 2, 3)}, "step yard"},
		"on the day it closed":    {[]logbook.Entry{move(100, 2, 3)}, "step yard"},
		"after it closed":         {[]logbook.Entry{move(101, 2, 3)}, "step"},
		"on the day it began":     {[]logbook.Entry{move(0, 2, 3)}, "step yard"},
		"before it began":         {[]logbook.Entry{move(-1, 2, 3)}, "yard"},
		"twice":                   {[]logbook.Entry{move(20, 1, 2), move(60, 2, 3)}, "loft step yard"},
		"from nobody knows where": {[]logbook.Entry{move(40, 9, 3)}, "yard"},
	} {
		var got []string
		for _, p := range stood(&b, c.moves, places) {
			got = append(got, p.Name)
		}
		if strings.Join(got, " ") != c.want {
			t.Errorf("%s: it stood in %v, want %s", name, got, c.want)
		}
	}
}

// A band ends where the next begins.
func TestABandHasItsBounds(t *testing.T) {
	f := FactorNamed("water")
	band := func(litres float64) string {
		b := made(t, 1, hill.Steps, 3, 165, 2200, measure.Date(2025, 4, 14))
		b.Care = []logbook.Entry{{Kind: logbook.Watered, Amount: litres}}
		level, ok := f.level(&b)
		if !ok {
			return ""
		}
		return level.Key
	}
	for _, c := range []struct {
		a, b float64
		same bool
	}{{0.1, 9.9, true}, {9.9, 10, false}, {10, 19.9, true}, {19.9, 20, false}, {20, 39.9, true}, {39.9, 40, false}, {40, 79.9, true}, {79.9, 80, false}, {80, 500, true}} {
		if got := band(c.a) == band(c.b); got != c.same {
			t.Errorf("%v L and %v L are of one band: %v", c.a, c.b, got)
		}
	}
	bags := six(t)
	all := make([]*Bag, len(bags))
	for i := range bags {
		all[i] = &bags[i]
	}
	if n := FactorNamed("school").several(all); n != 2 {
		t.Errorf("two ways of filling are %d", n)
	}
	if n := FactorNamed("variety").several(all); n != 1 {
		t.Errorf("one variety is %d", n)
	}
	if n := FactorNamed("school").several(nil); n != 0 {
		t.Errorf("no bags have %d levels", n)
	}
}

// Of water and money less is better, of all else more.
func TestWhichMeasuresAreBetterForLess(t *testing.T) {
	for _, m := range Measures() {
		if less := m.Key == "cost" || m.Key == "water"; m.Less != less {
			t.Errorf("less of %s is better: %v", m.Name, m.Less)
		}
	}
}

// What a trial cannot tell names the difference it would miss, where its bags say how they vary; so few
// are taken with caution.
func TestWhatATrialCannotTell(t *testing.T) {
	seen := trial.Variation{CV: 0.2, Bags: 9, Free: 7}
	for name, c := range map[string]struct {
		vary trial.Variation
		n    int
		want string
	}{
		"four bags an arm":     {seen, 4, "with 4 bags an arm that vary by 20 %"},
		"nobody knows how far": {trial.Variation{}, 4, ""},
		"two bags an arm":      {seen, 2, ""},
	} {
		s := TrialSheet{Arms: make([]TrialArm, 2), Least: 0.01, Vary: c.vary, Judged: &Verdict{Comparison: trial.Comparison{FirstW: c.n, SecondW: c.n + 1, Ratio: 1.4}}}
		s.Year = 2026
		says := ""
		for _, p := range s.CannotTell() {
			says += p.In(measure.Metric) + " "
		}
		if got := strings.Contains(says, "bags an arm that vary"); got != (c.want != "") || !strings.Contains(says, c.want) {
			t.Errorf("%s: %s", name, says)
		}
		if c.n == 4 && c.vary.CV > 0 {
			if next := s.NextNeeds().In(measure.Metric); !strings.Contains(next, "varied by 20 %; taken with caution") {
				t.Error(next)
			}
		}
	}
}
