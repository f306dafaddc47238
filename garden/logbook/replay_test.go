package logbook

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/seed"
)

func cask(t testing.TB) Planting {
	t.Helper()
	shape, err := bag.NewRound(36, 40, 42)
	if err != nil {
		t.Fatal(err)
	}
	return Planting{
		ID: 1, Season: Season{1, 2026}, Number: 2, Filling: hill.Defaults(hill.Steps),
		Bag: Bag{ID: 1, Label: "R1", Model: Model{Shape: shape, Material: Fabric}}, Variety: Variety{ID: 1, Name: "Cold Quay", Class: crop.Maincrop},
	}
}

// Whatever stands in a log, in whatever order: each entry that stands is applied or set
// aside, the state stays within what can be, and nothing panics.
func TestReplayOfAnything(t *testing.T) {
	rng := rand.New(rand.NewPCG(11, 2))
	p := cask(t)
	kinds := []Kind{Planted, Raised, Measured, Noted, Weighed, Taken, Closed, Dropped, Voided, Emerged, Flowered, Frosted, Topped, Fed, Tended, Skipped, PutOff, Watered, Mulched, Protected, Treated, Moved, Moisture, Pictured, "eaten"}
	for range 3000 {
		var log []Entry
		for i := range rng.IntN(12) {
			e := Entry{ID: ID(i + 1), Kind: kinds[rng.IntN(len(kinds))], Day: measure.Day(100 + rng.IntN(10)), RaiseBy: measure.Length(rng.IntN(60) - 5), Height: measure.Length(rng.IntN(400) - 10)}
			if e.Kind == Voided {
				e.Voids = ID(1 + rng.IntN(12))
			}
			for range rng.IntN(3) {
				e.Seed.Pieces = append(e.Seed.Pieces, measure.Mass(rng.IntN(100)))
			}
			log = append(log, e)
		}
		s, err := Replay(&p, log)
		if err != nil {
			t.Fatal(err)
		}
		if s.Level < 0 || s.Level > p.Bag.Model.Shape.Height()+0.1 || s.Seed < 0 || s.Stem > growth.MaxStem || s.Stage == StageGrowing && s.Plants < 0 {
			t.Fatalf("%+v\ncomes to level %v, seed %v, stem %v, %d plants", log, s.Level, s.Seed, s.Stem, s.Plants)
		}
		for _, a := range s.Aside {
			if len(a.Why) == 0 || a.Why.Error() == "" {
				t.Fatalf("entry %d is set aside without a reason", a.Entry)
			}
		}
		// Without what was set aside it comes to the same.
		var rest []Entry
		for _, e := range s.Log {
			if !IsAside(s.Aside, e.ID) {
				rest = append(rest, e)
			}
		}
		again, err := Replay(&p, rest)
		if err != nil || len(again.Aside) != 0 || again.Level != s.Level || again.Stage != s.Stage || again.Seed != s.Seed || again.Stem != s.Stem || len(again.Batches) != len(s.Batches) {
			t.Fatalf("%+v\nwithout what was set aside comes to another state: %v", log, err)
		}
	}
}

// An entry goes in when it and what stands can follow one another; else the one that
// stands in the way is named.
func TestEntriesThatStandInTheWayAreNamed(t *testing.T) {
	planted := Entry{ID: 1, Kind: Planted, Day: 100, Seed: seed.Known{Pieces: []measure.Mass{60, 60}}}
	raised := Entry{ID: 2, Kind: Raised, Day: 130, RaiseBy: 10}
	measured := Entry{ID: 3, Kind: Measured, Day: 140, Height: 20}
	l := NewPlantingLog(cask(t), []Entry{planted, raised, measured})
	for what, c := range map[string]struct {
		e    Entry
		says string
	}{
		"a raise that fits":             {Entry{Kind: Raised, Day: 141, RaiseBy: 5}, ""},
		"a raise over the rim":          {Entry{Kind: Raised, Day: 141, RaiseBy: 25}, "over the rim"},
		"an early raise over the rim":   {Entry{Kind: Raised, Day: 120, RaiseBy: 20}, "That cannot be with what was logged for " + measure.Day(130).String() + " (raised). That is"},
		"closed before it was raised":   {Entry{Kind: Closed, Day: 125}, "(raised). Bag R1 was closed"},
		"before planting":               {Entry{Kind: Measured, Day: 99, Height: 5}, "not planted yet"},
		"the planting is taken back":    {Entry{Kind: Voided, Day: 150, Voids: 1}, "What was logged for " + measure.Day(140).String() + " stands on this entry (stem height)"},
		"the last one is taken back":    {Entry{Kind: Voided, Day: 150, Voids: 3}, ""},
		"the raise is taken back":       {Entry{Kind: Voided, Day: 150, Voids: 2}, ""},
		"planted again":                 {Entry{Kind: Planted, Day: 110, Seed: seed.Known{Pieces: []measure.Mass{60}}}, "planted already"},
		"planted before it was planted": {Entry{Kind: Planted, Day: 90, Seed: seed.Known{Pieces: []measure.Mass{60}}}, "(planted). Bag R1 is planted already"},
	} {
		_, err := l.With(c.e)
		if said := fmt.Sprint(err); (err == nil) != (c.says == "") || err != nil && !strings.Contains(said, c.says) {
			t.Errorf("%s: %v, want %q", what, err, c.says)
		}
	}
	if len(l.Log) != 3 {
		t.Error("asking changed the log")
	}
}

func TestTheNurseryCountsWhatThereIs(t *testing.T) {
	root := Nursling{ID: 1, Label: "S1", Kind: Root, Shelter: climate.Heated, Started: 100}
	log := []NurseryEntry{{ID: 1, Kind: NurseTaken, Day: 140, Count: 4}, {ID: 2, Kind: NurseRooted, Day: 145, Count: 3}, {ID: 3, Kind: NurseHardened, Day: 150, Count: 2}}
	n := ReplayNursling(root, log)
	if n.Taken != 4 || n.Rooted != 3 || n.Hardened != 2 || len(n.Aside) != 0 {
		t.Fatalf("%+v", n)
	}
	for what, c := range map[string]struct {
		e    NurseryEntry
		says string
	}{
		"more hardened than taken":    {NurseryEntry{Kind: NurseHardened, Day: 151, Count: 3}, "4 slips were taken and 2 are hardened"},
		"as many hardened as taken":   {NurseryEntry{Kind: NurseHardened, Day: 151, Count: 2}, ""},
		"more rooted than taken":      {NurseryEntry{Kind: NurseRooted, Day: 151, Count: 2}, "4 slips were taken and 3 have rooted"},
		"as many rooted as taken":     {NurseryEntry{Kind: NurseRooted, Day: 151, Count: 1}, ""},
		"hardened before taken":       {NurseryEntry{Kind: NurseHardened, Day: 139, Count: 1}, "0 slips were taken"},
		"the taking is taken back":    {NurseryEntry{Kind: NurseVoided, Day: 160, Voids: 1}, "stands on this entry (hardened)"},
		"the hardening is taken back": {NurseryEntry{Kind: NurseVoided, Day: 160, Voids: 3}, ""},
		"planted more than in hand":   {NurseryEntry{Kind: NursePlanted, Day: 155, Count: 5}, "4 slips of S1 are in hand"},
		"before it was started":       {NurseryEntry{Kind: NurseMoved, Day: 99, Shelter: climate.Open}, "was started on"},
	} {
		err := n.MayFollow(c.e)
		if said := fmt.Sprint(err); (err == nil) != (c.says == "") || err != nil && !strings.Contains(said, c.says) {
			t.Errorf("%s: %v, want %q", what, err, c.says)
		}
	}
}

// What really went in on planting day counts whenever that is entered: before, or after the
// planting of the same day; what is entered for a later day is no filling of it.
func TestABagStandsAsItWasFilled(t *testing.T) {
	p := cask(t)
	planted := Entry{ID: 1, Kind: Planted, Day: 100, Seed: seed.Known{Pieces: []measure.Mass{60, 60}}}
	usual, err := Replay(&p, []Entry{planted})
	if err != nil {
		t.Fatal(err)
	}
	filled := func(day measure.Day, id ID) Entry { return Entry{ID: id, Kind: Filled, Day: day, Amount: 32} }
	for name, c := range map[string]struct {
		log  []Entry
		more bool
	}{
		"before":             {[]Entry{filled(99, 2), planted}, true},
		"after, on that day": {[]Entry{planted, filled(100, 2)}, true},
		"a day later":        {[]Entry{planted, filled(101, 2)}, false},
	} {
		s, err := Replay(&p, c.log)
		if err != nil || (s.Level > usual.Level) != c.more || len(s.Aside) != 0 && c.more {
			t.Errorf("filled %s it stands at %v, as planned at %v: %v, aside %v", name, s.Level, usual.Level, err, s.Aside)
		}
	}
}

// A bag that was closed without a weight is not known until it is weighed after all; taken back, it
// is not known again.
func TestClosedAndThenWeighed(t *testing.T) {
	p := cask(t)
	log := []Entry{{ID: 1, Kind: Planted, Day: 100, Seed: seed.Known{Pieces: []measure.Mass{60, 58}}}, {ID: 2, Kind: Closed, Day: 240}}
	weighed := Entry{ID: 3, Kind: Weighed, Day: 243, Batches: []Batch{{Gross: 5890, Grade: "keep"}}}
	for name, c := range map[string]struct {
		log     []Entry
		unknown bool
		edible  measure.Mass
	}{
		"closed":                 {log, true, 0},
		"weighed later":          {append(log[:2:2], weighed), false, 5890},
		"weighed and taken back": {append(log[:2:2], weighed, Entry{ID: 4, Kind: Voided, Day: 243, Voids: 3}), true, 0},
	} {
		s, err := Replay(&p, c.log)
		if err != nil || s.Unknown != c.unknown || s.Harvest.Edible != c.edible || s.Stage != StageClosed || len(s.Aside) > 0 {
			t.Errorf("%s: not known %v with %v, stage %v, aside %v, %v", name, s.Unknown, s.Harvest.Edible, s.Stage, s.Aside, err)
		}
	}
}
