package openformat

import (
	"slices"
	"strings"
	"testing"

	"glebata/core/measure"
)

func nobody(string) bool { return false }

func TestLabelsAreReadAsTheyAreWritten(t *testing.T) {
	for text, want := range map[string]string{
		"R1–R4":             "R1 R2 R3 R4",
		"R1-R3, R7":         "R1 R2 R3 R7",
		"R1 to R3 and Q2":   "R1 R2 R3 Q2",
		"r8 - r10":          "r8 r9 r10",
		"R09–R11; U1":       "R09 R10 R11 U1",
		"Tub1..Tub3":        "Tub1 Tub2 Tub3",
		"R1-3":              "R1 R2 R3",
		"big-one, past-1":   "big-one past-1",
		"  ":                "",
		"7 to 9":            "7 8 9",
		"R5":                "R5",
		"R2, R2":            "R2 R2",
		"left\tright,third": "left right third",
	} {
		got, err := ReadLabels(text, nobody)
		if err != nil || strings.Join(got, " ") != want {
			t.Errorf("%q reads as %v, %v", text, got, err)
		}
	}
	for _, text := range []string{"R5–R2", "R1–Q4", "R1–R400", "R1–R299 Q1–Q299"} {
		if got, err := ReadLabels(text, nobody); err == nil {
			t.Errorf("%q reads as %d labels", text, len(got))
		}
	}
	got, err := ReadLabels("A1-3, B1-3", func(l string) bool { return l == "A1-3" })
	if err != nil || !slices.Equal(got, []string{"A1-3", "B1", "B2", "B3"}) {
		t.Errorf("a bag that is called so: %v, %v", got, err)
	}
}

func TestAListOfPlansIsRead(t *testing.T) {
	today := measure.Date(2026, 6, 9)
	read := func(text string) PlanLine {
		t.Helper()
		lines := ReadPlans("\n"+text+"\n", measure.Metric, today, nobody)
		if len(lines) != 1 || lines[0].Line != 2 {
			t.Fatalf("%q: %+v", text, lines)
		}
		return lines[0]
	}
	spring := measure.Date(2026, 4, 2)
	for text, want := range map[string]PlanLine{
		"R1–R12: 3 tubers each, planted 2 April": {Number: 3, Planted: spring},
		"R1: 3":                              {Number: 3},
		"R1":                                 {},
		"R1: Cold Quay":                      {Variety: "Cold Quay"},
		"R1: 2 tubers of Cold Quay each":     {Variety: "Cold Quay", Number: 2},
		"R1: 2 Cold Quay":                    {Variety: "Cold Quay", Number: 2},
		"R1: Cold Quay, 4 each; 55 g each":   {Variety: "Cold Quay", Number: 4, Low: 55, High: 55},
		"R1: 1, 62,5 g each":                 {Number: 1, Low: 62.5, High: 62.5},
		"R1: 50–60 g each, 6 slips":          {Number: 6, Low: 50, High: 60},
		"R1: 2 each, planted about 2/4/2026": {Number: 2, Planted: spring, About: true},
		"R1: planted on 2026-04-02, 1 piece": {Number: 1, Planted: spring},
		"R1: 1, planted 2 December":          {Number: 1, Planted: measure.Date(2025, 12, 2)},
	} {
		got := read(text)
		if !got.Read() || got.Number != want.Number || got.Variety != want.Variety || got.Low != want.Low || got.High != want.High || got.Planted != want.Planted || got.About != want.About {
			t.Errorf("%q reads as %+v, %s", text, got, got.Why.In(measure.Metric))
		}
	}
	for _, text := range []string{": 3", "R1: 3, 4 each", "R1: 0", "R1: 60 g, 50 g", "R1: planted 2 Apr, planted 3 Apr", "R1: planted someday", "R1: planted 2 April", "R1: 60 g, Cold Quay, planted 2 April", "R1: planted 2 April 2027", "R1: Cold Quay, Netmender", "R1: 3 Cold Quay, Netmender", "R1: 12345", "R9–R2: 3"} {
		if got := read(text); got.Read() {
			t.Errorf("%q reads as %+v", text, got)
		}
	}
	if lines := ReadPlans(strings.Repeat("R1: 3\n", mostLines+5), measure.Metric, today, nobody); len(lines) != mostLines || lines[mostLines-1].Read() {
		t.Errorf("a list without an end has %d lines", len(lines))
	}
}

func FuzzReadPlans(f *testing.F) {
	f.Add("R1–R12: 3 tubers each, planted 2 April")
	f.Add("a-1-b-2: 9 x of y, ~5 g each;")
	f.Fuzz(func(t *testing.T, text string) {
		for _, p := range ReadPlans(text, measure.Metric, measure.Date(2026, 6, 9), nobody) {
			if len(p.Labels) > MostLabels || p.Number < 0 || p.Low > p.High || p.Read() && len(p.Labels) == 0 {
				t.Errorf("%q: %+v", text, p)
			}
		}
	})
}
