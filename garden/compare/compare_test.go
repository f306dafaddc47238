package compare

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// made is a finished bag of a cask, with what is set of it.
func made(t *testing.T, n int, school hill.School, plants int, seed, harvest measure.Mass, planted measure.Day) Bag {
	t.Helper()
	shape, err := bag.NewRound(36, 40, 42)
	if err != nil {
		t.Fatal(err)
	}
	s := &forecast.PlantingForecast{}
	s.Planting = logbook.Planting{
		ID: logbook.ID(n), Season: logbook.Season{Year: 2025}, Variety: logbook.Variety{ID: 4, Name: "Cold Quay", Class: crop.Maincrop},
		Bag: logbook.Bag{ID: logbook.ID(n), Label: fmt.Sprintf("R%d", n), Model: logbook.Model{Name: "cask", Shape: shape}}, Filling: hill.Plan{School: school},
	}
	s.Stage, s.Plants, s.State.Seed, s.State.Planted = logbook.StageClosed, plants, seed, planted
	s.Batches = []lift.Batch{{Gross: harvest, Grade: lift.Keep, Count: 20}}
	s.Harvest = lift.Sum(s.Batches)
	return Gather([]forecast.PlantingForecast{*s}, Garden{})[0]
}

// six bags of two ways of filling, alike in all else.
func six(t *testing.T) []Bag {
	april := measure.Date(2025, 4, 14)
	var bags []Bag
	for i, kg := range []float64{2.1, 2.3, 2.2, 1.5, 1.4, 1.6} {
		school := hill.Steps
		if i > 2 {
			school = hill.FillOnce
		}
		bags = append(bags, made(t, i+1, school, 3, 165, measure.Mass(1000*kg), april))
	}
	return bags
}

func TestAFairComparisonIsJudged(t *testing.T) {
	s, unknown := New(six(t), Ask{Measure: "ratio", By: "school"})
	if len(unknown) > 0 || len(s.Groups) != 2 || s.Judged == nil {
		t.Fatalf("%d groups, unknown %v", len(s.Groups), unknown)
	}
	if v := s.Judged; v.Verdict != trial.LikelyMore || v.Mixed() || v.PValue != 0.1 || v.Arrangements != 20 {
		t.Errorf("%s, p %v of %d, unlike %v", v.Verdict, v.PValue, v.Arrangements, v.Unlike)
	}
	for _, g := range s.Groups {
		if want := map[string]float64{"steps": 6600.0 / 495, "fill once": 4500.0 / 495}[g.Key]; math.Abs(g.Value(false)-want) > 1e-9 {
			t.Errorf("%s: %v, want %v", g.Key, g.Value(false), want)
		}
	}
	says := s.Judged.Sentence(s.Measure, s.FirstGroup().Name, s.SecondGroup().Name).In(measure.Metric)
	if says != "Likely more: steps gave more than fill once, 1.5 times as much (1.3 to 1.6)." {
		t.Error(says)
	}
}

// Seed a tenth heavier, or planted over a week apart: mixed, and said which.
func TestWhatElseDiffersIsNamed(t *testing.T) {
	april := measure.Date(2025, 4, 14)
	for name, change := range map[string]func(i int) Bag{
		"seed weight, each": func(i int) Bag { return made(t, i+1, hill.Steps, 3, 190, 2200, april) },
		"planting day":      func(i int) Bag { return made(t, i+1, hill.Steps, 3, 165, 2200, april+8) },
		"medium": func(i int) Bag {
			b := made(t, i+1, hill.Steps, 3, 165, 2200, april)
			return Gather([]forecast.PlantingForecast{*b.PlantingForecast}, Garden{Mixes: map[logbook.ID]string{b.Planting.ID: "coir"}})[0]
		},
	} {
		bags := six(t)
		for i := range 3 {
			bags[i] = change(i)
		}
		s, _ := New(bags, Ask{By: "school"})
		if v := s.Judged; v == nil || !v.Mixed() || v.Unlike[0].Factor.Name != name || len(v.Unlike) != 1 {
			t.Errorf("%s: %+v", name, v)
		} else if says := v.Sentence(s.Measure, s.FirstGroup().Name, s.SecondGroup().Name).In(measure.Metric); !strings.Contains(says, "mixed") {
			t.Errorf("%s: %s", name, says)
		}
	}
	bags := six(t)
	for i := range 3 {
		bags[i] = made(t, i+1, hill.Steps, 3, 172, 2200, april+6)
	}
	if s, _ := New(bags, Ask{By: "school"}); s.Judged.Mixed() {
		t.Errorf("4 %% more seed and 6 days: %+v", s.Judged.Unlike)
	}
}

func TestWhatIsNotThereIsSaidAtItsField(t *testing.T) {
	for field, ask := range map[string]Ask{
		"of": {Kind: Slips}, "measure": {Measure: "moon"}, "by": {By: "sun"}, "with": {With: "moon"},
		"first": {By: "school", First: "moon"}, "second": {By: "school", First: "steps", Second: "steps"},
	} {
		s, unknown := New(six(t), ask)
		if len(unknown) != 1 || unknown[0] != field || s.Measure == nil || s.By == nil {
			t.Errorf("%s: unknown %v", field, unknown)
		}
	}
	if s, _ := New(nil, Ask{}); s.Judged != nil || len(s.Groups) != 0 {
		t.Error("nothing is compared with nothing")
	}
}

// A bag whose harvest is not known, or a stand-in's, counts in no group and no sum.
func TestWhatDoesNotCountIsLeftOut(t *testing.T) {
	bags := six(t)
	unknown, simulated := made(t, 7, hill.Steps, 3, 165, 9000, 0), made(t, 8, hill.Steps, 3, 165, 9000, 0)
	unknown.Unknown, simulated.Simulated = true, true
	s, _ := New(append(bags, unknown, simulated), Ask{By: "school"})
	if all := s.All(); s.LeftOut != 2 || len(all.Bags) != 6 || math.Abs(all.Value(false)-11100.0/990) > 1e-9 {
		t.Errorf("%d left out, %d bags", s.LeftOut, len(s.Counted))
	}
}

// The cells of a turned table come to all of the bags, whichever way it is turned.
func TestTurnedTablesComeToTheSame(t *testing.T) {
	bags := six(t)
	for i := range bags {
		st := *bags[i].PlantingForecast
		st.Season.Year = 2024 + i%2
		bags[i] = Gather([]forecast.PlantingForecast{st}, Garden{})[0]
	}
	s, _ := New(bags, Ask{Measure: "harvest"})
	for _, pair := range [][2]string{{"school", "year"}, {"year", "school"}} {
		turned := Turn(&s, FactorNamed(pair[0]), FactorNamed(pair[1]))
		sum, n := 0.0, 0
		for _, r := range turned.Rows {
			for _, c := range r.Cells {
				n += len(c.Bags)
				for _, o := range c.Arm {
					sum += o.Of
				}
			}
		}
		if n != 6 || math.Abs(sum-11100) > 1e-6 || len(turned.Rows) != 2 || len(turned.Columns) != 2 {
			t.Errorf("%v: %d bags of %v g", pair, n, sum)
		}
	}
}

// Every measure that a bag has opens a working that comes to it.
func TestEveryMeasureHasItsWorking(t *testing.T) {
	b := made(t, 1, hill.Steps, 3, 165, 2100, measure.Date(2025, 4, 14))
	seen := 0
	for _, m := range Measures() {
		o, ok := m.Observe(&b)
		if !ok {
			continue
		}
		seen++
		w, _ := BagWorking(m, &b)
		if got, want := measure.Metric.Print(w.Result), measure.Metric.Print(m.Quantity(o.Value())); got != want {
			t.Errorf("%s: %s, working %s", m.Key, want, got)
		}
		for _, step := range w.Steps {
			if !step.Complete() {
				t.Errorf("%s: %q has %d figures", m.Key, step.Says, len(step.Args))
			}
		}
	}
	if seen < 8 {
		t.Errorf("only %d measures", seen)
	}
}

// A bag that is taken elsewhere keeps the place its earlier plantings stood in; one that is taken
// elsewhere within its season has both.
func TestPlacesAreThoseOfTheSeason(t *testing.T) {
	low, high := logbook.Place{ID: 1, Name: "Lower step"}, logbook.Place{ID: 2, Name: "Upper step"}
	then := *made(t, 1, hill.Steps, 3, 165, 2000, measure.Date(2024, 4, 10)).PlantingForecast
	then.Season.Year, then.Ended, then.Bag.Place = 2024, measure.Date(2024, 9, 1), high
	moved := *made(t, 1, hill.Steps, 3, 165, 2000, measure.Date(2025, 4, 10)).PlantingForecast
	moved.Ended, moved.Bag.Place = measure.Date(2025, 9, 1), high
	moved.Care = []logbook.Entry{{Kind: logbook.Moved, Day: measure.Date(2025, 6, 1), Place: 2, From: 1}}
	bags := Gather([]forecast.PlantingForecast{then, moved}, Garden{Places: map[logbook.ID]logbook.Place{1: low, 2: high}})
	for i, want := range []string{"Lower step", "Lower step, then Upper step"} {
		if l, _ := FactorNamed("place").Level(&bags[i]); l.Key != want {
			t.Errorf("%d: %s, want %s", bags[i].Season.Year, l.Key, want)
		}
	}
}
