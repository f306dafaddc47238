package measure

import (
	"testing"
	"time"
)

func TestMarksOfHowItIsKnown(t *testing.T) {
	for text, want := range map[string]struct {
		rest  string
		known Known
	}{
		"58 g": {"58 g", Weighed}, "about 58 g": {"58 g", Estimated}, "~58": {"58", Estimated}, "≈ 2 oz": {"2 oz", Estimated},
		"Ca. 58 g": {"58 g", Estimated}, "58 g simulated": {"58 g", Simulated}, "about 58 g simulated": {"58 g", Simulated},
		" 58 g estimated ": {"58 g", Estimated}, "about": {"about", Weighed}, "": {"", Weighed},
	} {
		rest, known := CutKnown(text)
		if rest != want.rest || known != want.known {
			t.Errorf("%q is %q, %q; want %q, %q", text, rest, known, want.rest, want.known)
		}
	}
	for _, k := range []Known{Weighed, Estimated, Simulated} {
		if rest, got := CutKnown(k.Mark("3 lb 2 oz")); rest != "3 lb 2 oz" || got != k {
			t.Errorf("%q marked is read as %q, %q", k, rest, got)
		}
	}
}

func TestRangesOfMass(t *testing.T) {
	near := func(a, b Mass) bool { return a-b < 1e-6 && b-a < 1e-6 }
	for text, want := range map[string]struct {
		low, high Mass
		known     Known
	}{
		"165 g": {165, 165, Weighed}, "165": {165, 165, Weighed}, "150–180 g": {150, 180, Estimated}, "150 - 180": {150, 180, Estimated},
		"150 g to 0.2 kg": {150, 200, Estimated}, "1.5 to 2 kg": {1500, 2000, Estimated}, "0.8kg..1.2kg": {800, 1200, Estimated},
		"about 100 g": {80, 120, Estimated}, "100 g simulated": {100, 100, Simulated}, "1,5–2 kg": {1500, 2000, Estimated},
	} {
		low, high, known, err := ParseMassRange(text, "g", Metric)
		if err != nil || !near(low, want.low) || !near(high, want.high) || known != want.known {
			t.Errorf("%q is %v to %v, %q, %v", text, low, high, known, err)
		}
	}
	for _, text := range []string{"", "-", "180–150 g", "a to b", "150–", "about", "-5 g", "5 L"} {
		if low, high, _, err := ParseMassRange(text, "g", Metric); err == nil {
			t.Errorf("%q is read as %v to %v", text, low, high)
		}
	}
}

func FuzzParseMassRange(f *testing.F) {
	for _, s := range []string{"150–180 g", "about 1 lb 2 oz", "~", "1..2", "to to to", "5 - - 6"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		low, high, known, err := ParseMassRange(text, "g", US)
		if err == nil && !(low >= 0 && low <= high && high <= 2*absurd && known.Valid()) {
			t.Errorf("%q is %v to %v, %q", text, low, high, known)
		}
	})
}

func TestDaysAsNotebooksHaveThem(t *testing.T) {
	want := Date(2025, 4, 12)
	for text, order := range map[string]DayOrder{
		"2025-04-12": DayFirst, "12.4.2025": DayFirst, "12/04/2025": DayFirst, "4/12/2025": MonthFirst, "12 April 2025": YearFirst, "Apr 12, 2025": DayFirst, " 12 Apr 2025 ": MonthFirst, "12.4.25": DayFirst,
	} {
		if d, err := ReadDay(text, order); err != nil || d != want {
			t.Errorf("%q, %s: %v, %v", text, order, d, err)
		}
	}
	for _, text := range []string{"", "soon", "31.2.2025", "13/13/2025", "12.4.1825"} {
		if d, err := ReadDay(text, DayFirst); err == nil {
			t.Errorf("%q is read as %v", text, d)
		}
	}
}

// A day is typed as people say it; without a year it is the nearest.
func TestTypedDay(t *testing.T) {
	today := Date(2026, time.June, 9)
	for _, c := range []struct {
		text  string
		order DayOrder
		want  Day
	}{
		{"today", DayFirst, today}, {" Yesterday ", MonthFirst, today - 1}, {"9 Jun", DayFirst, today}, {"jun 8", MonthFirst, today - 1},
		{"3/4", DayFirst, Date(2026, time.April, 3)}, {"3/4", MonthFirst, Date(2026, time.March, 4)}, {"30.11.", DayFirst, Date(2026, time.November, 30)},
		{"20 december", DayFirst, Date(2025, time.December, 20)}, {"2026-06-01", MonthFirst, Date(2026, time.June, 1)},
		{"9/6/2026", DayFirst, today}, {"6/9/26", MonthFirst, today}, {"9 Jun 2026", DayFirst, today}, {"Jun 9, 2026", MonthFirst, today},
	} {
		if d, err := TypedDay(c.text, c.order, today); err != nil || d != c.want {
			t.Errorf("%q, %s: %v, %v; want %v", c.text, c.order, d, err, c.want)
		}
	}
	for _, text := range []string{"", "soon", "29 Feb", "31/4", "13/13", "9 Jun 99999"} {
		if d, err := TypedDay(text, DayFirst, today); err == nil {
			t.Errorf("%q reads as %v", text, d)
		}
	}
	for _, s := range Systems {
		for d := today - 400; d < today+400; d += 7 {
			if got, err := TypedDay(s.Day(d), s.DayOrder(), today); err != nil || got != d {
				t.Errorf("%s is read back as %v, %v", s.Day(d), got, err)
			}
		}
	}
}
