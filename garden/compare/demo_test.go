package compare_test

import (
	"context"
	"fmt"
	"testing"

	"glebata/core/measure"
	"glebata/demo"
	"glebata/demo/filled"
	"glebata/garden"
	"glebata/garden/compare"
	"glebata/truth/golden"
)

func looked(t *testing.T) *garden.View {
	t.Helper()
	g, _ := filled.Garden(t)
	v, err := g.Look(context.Background(), demo.Today())
	if err != nil {
		t.Fatal(err)
	}
	return v
}

func must[T any](v T, err error) T {
	if err != nil {
		panic(err)
	}
	return v
}

// What each bag of the demo is compared by, in every measure and factor.
func TestBagsOfTheDemo(t *testing.T) {
	all := must(looked(t).Compared())
	var l golden.Lines
	for i := range all {
		b := &all[i]
		l.Head("%s, %s of %d", b.Label(), b.Variety.Name, b.Season.Year)
		l.Asked(b.Label(), b, nil, "Measures", "Live")
		for _, m := range compare.Measures() {
			o, ok := m.Observe(b)
			w, shown := compare.BagWorking(m, b)
			l.Add(m.Key, m.For(b.Kind()), ok, o, shown, w)
		}
		for _, f := range compare.Factors() {
			level, known := f.Level(b)
			n, is := f.Number(b)
			l.Add(f.Key, known, level.Key, level.Name, n, is)
		}
	}
	for _, m := range compare.Measures() {
		l.Asked(m.Key, m, []any{12.5, compare.Tubers})
		l.Add("vary by "+m.Key, compare.Varies(all, m))
	}
	golden.Is(t, "bags", l.String())
}

// Every comparison of two groups there is in the demo.
func TestComparisonsOfTheDemo(t *testing.T) {
	all := must(looked(t).Compared())
	var l golden.Lines
	for _, kind := range []compare.Kind{compare.Tubers, compare.Slips, compare.Ground} {
		for i, f := range compare.Factors() {
			for k, m := range compare.Measures() {
				if !m.For(kind) || (i+k)%6 > 0 && f.Key != "variety" && m.Key != "ratio" { // a part of the rest
					continue
				}
				s, unknown := compare.New(all, compare.Ask{Kind: kind, Measure: m.Key, By: f.Key, With: map[bool]string{true: "year"}[i%2 == 0], Each: k%2 == 0})
				l.Head("%s: %s by %s", kind, m.Key, f.Key)
				l.Add("unknown", unknown, len(s.Chosen))
				for j := range s.Groups {
					g := &s.Groups[j]
					l.Add("group", g.Name, len(g.Bags), s.Value(g), s.GroupWorking(g), g.AtLeast())
				}
				if v := s.Judged; v != nil {
					first, second := s.FirstGroup(), s.SecondGroup()
					l.Asked("verdict", v, []any{s.Measure})
					l.Add("says", v.Sentence(s.Measure, first.Name, second.Name).In(measure.Metric), compare.DiffWorking(v, s.Measure, first, second), compare.ChanceWorking(v, s.Measure))
					if v.Opinion != nil {
						l.Add("opinion", compare.LevelWorking(v, s.Measure))
					}
				}
			}
		}
	}
	golden.Is(t, "comparisons", l.String())
}

// Trials, poor bags, seasons and money of the demo.
func TestLookingBackOnTheDemo(t *testing.T) {
	v := looked(t)
	all := must(v.Compared())
	var l golden.Lines
	for _, trial := range must(v.Trials()) {
		s := must(v.TrialSheet(trial.ID))
		l.Head("trial %d", trial.ID)
		l.Asked("trial", s, nil)
		for i := range s.Arms {
			l.Add("arm", s.Arms[i].Group.Name, len(s.Arms[i].Group.Bags), s.ArmWorking(&s.Arms[i]))
		}
		if s.Judged != nil {
			l.Add("judged", s.Judged.Verdict, s.Judged.Diff, s.Judged.CILow, s.Judged.CIHigh, s.Judged.PValue)
		}
	}
	for _, year := range []int{2024, 2025} {
		poor, more, err := v.PoorBags(year)
		l.Head("poor bags of %d: %d more, %v", year, more, err)
		for i := range poor {
			l.Asked(poor[i].Bag.Label(), &poor[i], nil)
			for _, f := range poor[i].Findings {
				l.Add(string(f.Cause), f.Speaks, f.Strength, f.Says.In(measure.Metric), f.Days, f.Entries)
			}
		}
		page := must(v.SeasonPage(year))
		l.Head("season %d", year)
		l.Add("season", page.Season)
		l.Asked("season", &page.Season, nil)
		for i := range page.Varieties {
			l.Asked(page.Varieties[i].Name, &page.Varieties[i], nil)
			l.Add(page.Varieties[i].Name, page.Varieties[i].Advice, page.Varieties[i].Reason, page.Varieties[i].Factor)
		}
		for i := range page.Schools {
			l.Add(page.Schools[i].Name, page.Schools[i].Advice, page.Schools[i].Reason, page.Schools[i].Factor)
		}
		l.Add("causes", page.Poor, len(page.Causes), page.Untried, page.Overall, page.Back)
	}
	for i := range all {
		d, err := v.Diagnosis(all[i].Planting.ID)
		l.Head("diagnosis of %s, %d: %v", all[i].Label(), all[i].Season.Year, err)
		for _, f := range d.Findings {
			l.Add(string(f.Cause), f.Speaks, f.Strength, f.Says.In(measure.Metric), f.Days)
		}
	}
	for _, kilo := range []measure.Money{0, 250} {
		prices := must(v.Prices())
		prices.Kilo, prices.Water = kilo, 300
		money := compare.Reckon(all, prices)
		l.Head("money at %v", kilo)
		l.Asked("money", &money, nil)
		l.Add("by kind", money.ByKind)
		l.Add("by school", money.BySchool)
		l.Add("all", money.All)
		l.Add("years", money.Years)
	}
	by, across := compare.Factors()[0], compare.Factors()[2]
	s, _ := compare.New(all, compare.Ask{Kind: compare.Tubers, Measure: "ratio", By: by.Key})
	turned := compare.Turn(&s, by, across)
	l.Add("turned", fmt.Sprintf("%v", len(turned.Rows)), turned)
	golden.Is(t, "looking-back", l.String())
}

// Each measure and factor stands once, and can be asked all that a page asks of it.
func TestMeasuresAndFactorsHaveTheirPlaces(t *testing.T) {
	seen := map[string]bool{}
	for _, m := range compare.Measures() {
		offered := 0
		for _, k := range compare.Kinds() {
			if m.For(k) {
				offered++
				if got := compare.MeasureNamed(m.Key, k); got != m {
					t.Errorf("%s of %s is found as %v", m.Key, k, got)
				}
			}
		}
		if seen[m.Key] || m.Name == "" || m.Of == "" || m.By == "" || offered == 0 || m.Quantity(1.5) == nil {
			t.Errorf("measure %q: %q, %q over %q, offered for %d kinds", m.Key, m.Name, m.Of, m.By, offered)
		}
		seen[m.Key] = true
	}
	for _, f := range compare.Factors() {
		if seen["by "+f.Key] || f.Name == "" || compare.FactorNamed(f.Key) != f {
			t.Errorf("factor %q: %q", f.Key, f.Name)
		}
		seen["by "+f.Key] = true
	}
}
