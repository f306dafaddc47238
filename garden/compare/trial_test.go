package compare

import (
	"strings"
	"testing"

	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// laid is a trial of eight bags, four an arm, the first arm with twice the harvest; did changes a bag.
func laid(t *testing.T, factor string, arms []string, did func(i int, b *forecast.PlantingForecast)) *TrialSheet {
	t.Helper()
	n := logbook.Trial{ID: 1, Year: 2025, Question: "Does it pay?", Factor: factor, Measure: "ratio", Arms: arms, Draw: 1}
	var season []logbook.PlantingState
	var finished []Bag
	for i := range 8 {
		harvest := measure.Mass(2000 + 30*i)
		if i >= 4 {
			harvest /= 2
		}
		b := made(t, i+1, hill.Steps, 3, 165, harvest, measure.Date(2025, 4, 14))
		did(i, b.PlantingForecast)
		b = Gather([]forecast.PlantingForecast{*b.PlantingForecast}, Garden{})[0]
		season = append(season, b.PlantingState)
		if b.Stage == logbook.StageClosed {
			finished = append(finished, b)
		}
		n.Bags = append(n.Bags, logbook.TrialBag{Planting: b.Planting.ID, Arm: i / 4})
	}
	return NewTrialSheet(n, season, finished, measure.Date(2025, 11, 1))
}

func TestATrialIsJudgedAsTreated(t *testing.T) {
	feed := func(b *forecast.PlantingForecast) {
		b.Care = append(b.Care, logbook.Entry{Kind: logbook.Fed, Day: measure.Date(2025, 6, 1)})
	}
	raise := func(b *forecast.PlantingForecast) {
		b.Care = append(b.Care, logbook.Entry{Kind: logbook.Raised, Day: measure.Date(2025, 6, 1)})
	}
	for name, c := range map[string]struct {
		factor string
		arms   []string
		did    func(i int, b *forecast.PlantingForecast)
		says   bool
		answer string // begins with
		beside string
	}{
		"fed": {"fed", []string{"fed", "not"}, func(i int, b *forecast.PlantingForecast) {
			if i < 4 {
				feed(b)
			}
		}, true, "Likely more: fed gave more than not", ""},
		"no feed entered": {"fed", []string{"fed", "not"}, func(int, *forecast.PlantingForecast) {}, false, "It is not on record that the arms differed", ""},
		"filled once among the steps": {"school", []string{"steps", "fill once"}, func(i int, b *forecast.PlantingForecast) {
			if i > 0 && i < 4 {
				raise(b)
			}
		}, true, "Likely more: steps", "R1 was treated as “fill once” is: no raise entered. As they were treated: Likely more"},
		"half of the steps filled once": {"school", []string{"steps", "fill once"}, func(i int, b *forecast.PlantingForecast) {
			if i < 2 {
				raise(b)
			}
		}, false, "Could be chance: as the bags were dealt", "As they were treated: Too few to tell"},
		"no raise entered at all": {"school", []string{"steps", "fill once"}, func(int, *forecast.PlantingForecast) {}, false, "It is not on record", ""},
		"one of the other arm was fed": {"fed", []string{"fed", "not"}, func(i int, b *forecast.PlantingForecast) {
			if i < 4 || i == 7 {
				feed(b)
			}
		}, true, "Likely more: fed", "R8 was treated as “fed” is: 1 feeding."},
		"kept nowhere": {logbook.OtherFactor, []string{"sung to", "not"}, func(int, *forecast.PlantingForecast) {}, true, "Likely more: sung to", "is your word"},
		"one still grows": {"fed", []string{"fed", "not"}, func(i int, b *forecast.PlantingForecast) {
			if i < 4 {
				feed(b)
			}
			if i == 2 {
				b.Stage = logbook.StageGrowing
			}
		}, false, "", ""},
	} {
		s := laid(t, c.factor, c.arms, c.did)
		answer, beside := s.Answer().In(measure.Metric), ""
		for _, p := range s.Beside() {
			beside += p.In(measure.Metric) + " "
		}
		if s.Says() != c.says || !strings.HasPrefix(answer, c.answer) || (c.answer == "") != (answer == "") || !strings.Contains(beside, c.beside) {
			t.Errorf("%s: says %v, %q; %s", name, s.Says(), answer, beside)
		}
	}
}

// What was done stands bag by bag beside what was laid out: as another arm, as none, or not on record.
func TestWhatWasDoneToEachBag(t *testing.T) {
	for name, c := range map[string]struct {
		factor string
		arms   []string
		did    func(i int, b *forecast.PlantingForecast)
		as     []int
		says   string // of the last bag
	}{
		"one of the other arm was fed": {"fed", []string{"fed", "not"}, func(i int, b *forecast.PlantingForecast) {
			if i < 4 || i == 7 {
				b.Care = append(b.Care, logbook.Entry{Kind: logbook.Fed, Day: measure.Date(2025, 6, 1)})
			}
		}, []int{0, 0, 0, 0, 1, 1, 1, 0}, "1 feeding"},
		"one was mulched with a third thing": {"mulch", []string{"straw", "leaves"}, func(i int, b *forecast.PlantingForecast) {
			thing := map[bool]string{true: "straw", false: "leaves"}[i < 4]
			if i == 7 {
				thing = "bark"
			}
			b.Care = append(b.Care, logbook.Entry{Kind: logbook.Mulched, Thing: thing, Day: measure.Date(2025, 6, 1)})
		}, []int{0, 0, 0, 0, 1, 1, 1, NoArm}, "bark"},
		"kept nowhere": {logbook.OtherFactor, []string{"sung to", "not"}, func(int, *forecast.PlantingForecast) {},
			[]int{NoRecord, NoRecord, NoRecord, NoRecord, NoRecord, NoRecord, NoRecord, NoRecord}, "nothing on record"},
	} {
		done := laid(t, c.factor, c.arms, c.did).Done()
		if len(done) != 8 || done[7].Says.In(measure.Metric) != c.says {
			t.Fatalf("%s: %d bags, the last had %q", name, len(done), done[len(done)-1].Says.In(measure.Metric))
		}
		for i, d := range done {
			if d.Arm != i/4 || d.As != c.as[i] {
				t.Errorf("%s: bag %d was dealt to %d and treated as %d, want %d", name, i, d.Arm, d.As, c.as[i])
			}
		}
	}
}

// A pair that was named is a fixed one, however many arms there are; others are closed over all. The day
// and the difference that matter are kept to.
func TestWhatWasNamedBeforePlanting(t *testing.T) {
	trialOf := func(change func(*logbook.Trial)) *TrialSheet {
		n := logbook.Trial{ID: 1, Year: 2025, Question: "Which?", Factor: logbook.OtherFactor, Measure: "ratio", Arms: []string{"a", "b", "c", "d"}, Draw: 1}
		var season []logbook.PlantingState
		var finished []Bag
		for i := range 12 {
			b := made(t, i+1, hill.Steps, 3, 165, measure.Mass(1000*(1+i/3)+20*i), measure.Date(2025, 4, 14))
			season, finished = append(season, b.PlantingState), append(finished, b)
			n.Bags = append(n.Bags, logbook.TrialBag{Planting: b.Planting.ID, Arm: i / 3})
		}
		change(&n)
		return NewTrialSheet(n, season, finished, measure.Date(2025, 11, 1))
	}
	open := trialOf(func(*logbook.Trial) {})
	if v := open.Judged; v == nil || v.Family != 4 || v.Verdict != trial.Chance || open.Two != [2]int{3, 0} || len(open.Others) != 5 {
		t.Errorf("none named: %+v", open.Two)
	}
	named := trialOf(func(n *logbook.Trial) { n.Pair, n.Matters = [2]int{2, 1}, 0.2 })
	if v := named.Judged; v == nil || v.Family != 2 || v.Verdict != trial.LikelyMore || v.PValue != 0.1 || named.Others[0].Family != 4 {
		t.Errorf("named: %+v", named.Two)
	}
	says := ""
	for _, p := range named.Beside() {
		says += p.In(measure.Metric)
	}
	if !strings.Contains(says, "more than the 20 % that matters") {
		t.Errorf("3,000 against 2,000 where 20 %% matter: %s", says)
	}
	if late := trialOf(func(n *logbook.Trial) { n.JudgeOn = measure.Date(2025, 12, 1) }); late.Judged != nil || late.Before == 0 {
		t.Error("judged before its day")
	}
}

// While a trial runs its arms are not set against one another on the page of comparisons either; other
// groups of the same bags are.
func TestARunningTrialIsNotLookedAt(t *testing.T) {
	bags := six(t)
	running := &TrialSheet{Trial: logbook.Trial{Arms: []string{"a", "b"}}}
	for i := range bags {
		running.Bags = append(running.Bags, logbook.TrialBag{Planting: bags[i].Planting.ID, Arm: i / 3})
	}
	s, _ := New(bags, Ask{By: "school"})
	if s.Hold([]*TrialSheet{running}); s.Judged != nil || s.Runs != running {
		t.Error("its arms are judged before its end")
	}
	for i := range running.Bags {
		running.Bags[i].Arm = 0
	}
	s, _ = New(bags, Ask{By: "school"})
	if s.Hold([]*TrialSheet{running}); s.Judged == nil {
		t.Error("bags of one arm are not judged")
	}
}
