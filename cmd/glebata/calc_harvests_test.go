package main

import (
	"encoding/json"
	"fmt"
	"math"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"glebata/core/harvest"
)

// 2.1, 1.8, 2.4 against 1.5, 1.9, 1.6: 6.3 ÷ 3 less 5 ÷ 3 is 0.4333; of 20 ways 4 differ as much
// (sums of 6.3 and 6.4, and their mirror images).
func TestCalcTrialAndPower(t *testing.T) {
	out, err := run("calc", "trial", "--arm", "steps=2.1,1.8,2.4", "--arm", "fill=1.5,1.9,1.6", "--stat", "mean", "--json")
	if err != nil {
		t.Fatal(err)
	}
	var got struct {
		Diff, Ratio, P float64
		Low            float64 `json:"ci_low"`
		High           float64 `json:"ci_high"`
		Arrangements   int
		Verdict        string
	}
	if err := json.Unmarshal([]byte(out), &got); err != nil {
		t.Fatal(err)
	}
	if got.Diff != 0.4333 || got.Ratio != 1.26 || got.P != 0.2 || got.Arrangements != 20 || got.Verdict != "could be chance" || !(got.Low < 0.1 && got.High > 0.7) {
		t.Errorf("%+v", got)
	}
	for _, bad := range [][]string{
		{"--arm", "steps=", "--arm", "fill=1"}, {"--arm", "steps=1,2"}, {"--arm", "a=1,x", "--arm", "b=1"},
		{"--arm", "a=1", "--arm", "a=2"}, {"--arm", "1,2", "--arm", "b=1"}, {"--arm", "a=1", "--arm", "b=1", "--stat", "mode"},
	} {
		if out, err := run(append([]string{"calc", "trial"}, bad...)...); err == nil {
			t.Errorf("%v: %s", bad, out)
		}
	}
	if out, err = run("calc", "power", "--cv", "0.3", "--effect", "0.5", "--arms", "2", "--json"); err != nil || !strings.Contains(out, `"bags_per_arm": 9`) && !strings.Contains(out, `"bags_per_arm":9`) {
		t.Errorf("power: %s, %v", out, err)
	}
	if out, err = run("calc", "power", "--cv", "0"); err == nil {
		t.Errorf("bags that do not vary: %s", out)
	}
}

// A file of harvests is fitted as the model has it, bins counted once; what cannot be read is told by line.
func TestCalcHarvests(t *testing.T) {
	file := filepath.Join(t.TempDir(), "h.csv")
	write := func(rows string) {
		t.Helper()
		if err := os.WriteFile(file, []byte("season,variety,school,expected_kg,harvest_kg,low_kg,high_kg,bin\n"+rows), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	write("2024,a,steps,1,1.2,,,\n2024,a,steps,1,1.1,,,\n2025,a,steps,1,1.3,,,\n2025,b,steps,1,1.4,,,k\n2025,b,steps,1,1.4,,,k\n2025,b,steps,1,,,,\n")
	out, err := run("calc", "harvests", "--csv", file, "--json")
	if err != nil {
		t.Fatal(err)
	}
	var got struct {
		Weighings, Bags, Seasons int
		Next                     []struct {
			Variety                string
			Level, Low, High, Gave float64
			Bags                   int
		}
	}
	if err := json.Unmarshal([]byte(out), &got); err != nil {
		t.Fatal(err)
	}
	one := func(v, season string, grams float64) harvest.Weighing {
		return harvest.Weighing{Bags: []harvest.Bag{{Variety: v, Season: season, School: "steps", Expected: 1000}}, Low: grams, High: grams}
	}
	bin := one("b", "2025", 1400)
	bin.Bags = append(bin.Bags, bin.Bags[0])
	want := harvest.Fit([]harvest.Weighing{one("a", "2024", 1200), one("a", "2024", 1100), one("a", "2025", 1300), bin})
	if got.Weighings != 4 || got.Bags != 5 || got.Seasons != 2 || len(got.Next) != 2 || got.Next[1].Gave != 0.7 || got.Next[1].Bags != 2 {
		t.Errorf("%s", out)
	}
	for _, n := range got.Next {
		if w := want.Next(n.Variety, ""); math.Abs(w.Level-n.Level) > 1e-4 || math.Abs(w.Low-n.Low) > 1e-4 || math.Abs(w.High-n.High) > 1e-4 {
			t.Errorf("%+v, want %+v", n, w)
		}
	}
	write("2024,a,steps,1,1.2,,,\n2024,,steps,1,1.2,,,\n")
	if out, err := run("calc", "harvests", "--csv", file); err == nil || !strings.Contains(err.Error(), "line 3") {
		t.Errorf("%s, %v", out, err)
	}
}

// Files of two gardens are two levels of one fit, and blocks of one question.
func TestCalcOfSeveralGardens(t *testing.T) {
	write := func(name string, times float64) string {
		t.Helper()
		rows := "season,variety,school,expected_kg,harvest_kg\n"
		for k := range 5 {
			rows += fmt.Sprintf("2025,a,steps,1,%g\n2025,a,fill-once,1,%g\n", times*(1.5+0.02*float64(k)), times*(1+0.02*float64(k)))
		}
		file := filepath.Join(t.TempDir(), name)
		if err := os.WriteFile(file, []byte(rows), 0o600); err != nil {
			t.Fatal(err)
		}
		return file
	}
	ours, theirs := write("ours.csv", 1), write("theirs.csv", 2)
	out, err := run("calc", "trial", "--csv", ours, "--csv", theirs, "--by", "school", "--pair", "steps,fill once", "--json")
	if err != nil {
		t.Fatal(err)
	}
	var got jointFigures
	if err := json.Unmarshal([]byte(out), &got); err != nil {
		t.Fatal(err)
	}
	if got.Gardens != 2 || got.Blocks != 2 || len(got.Pairs) != 1 || got.Pairs[0].First != "steps" || got.Pairs[0].Ratio != "1.4808" || got.Pairs[0].Verdict != "likely more" {
		t.Errorf("%s", out) // (5 × 1.5 + 0.2) ÷ (5 + 0.2), in either
	}
	if out, err = run("calc", "harvests", "--csv", ours, "--csv", theirs, "--json"); err != nil || !strings.Contains(out, `"bags": 10`) || !strings.Contains(out, `"gave": 1.2900`) {
		t.Errorf("one's own bags are not what is summed: %s, %v", out, err)
	}
	for _, wrong := range [][]string{{"--by", "moon"}, {"--pair", "steps"}, {"--pair", "steps,Steps"}, {"--csv", filepath.Join(t.TempDir(), "none")}} {
		if out, err := run(append([]string{"calc", "trial", "--csv", ours}, wrong...)...); err == nil {
			t.Errorf("%v: %s", wrong, out)
		}
	}
}
