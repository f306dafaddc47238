package main

import (
	"encoding/json"
	"fmt"
	"math"
	"strings"
	"testing"
)

// 2.344 kg from 3 maincrops in 36 L, of 28.6 tubers; 36 L of half and half weigh
// 30.6 kg and a kilogram of tops.
// Whether a planting may be proposed is told with why not, and the nearest that can live.
func TestCalcMay(t *testing.T) {
	for flags, want := range map[string][4]string{ // ok, why, nearest, under
		"--climate cool-maritime --plant 04-10":                                  {"true", "", "", ""},
		"--climate subtropical-dry --class maincrop --plant 06-01":               {"false", "hot-medium", "03-04", ""},
		"--climate cool-maritime --class sweet-early --plant 06-01":              {"false", "cold-medium", "", "greenhouse"},
		"--climate cold-continental --class first-early --plant 11-30 --chitted": {"false", "cold-medium", "07-27", ""},
	} {
		out, err := run(append([]string{"calc", "may", "--json"}, strings.Fields(flags)...)...)
		var got struct {
			OK                  bool
			Why, Nearest, Under string
		}
		if err != nil || json.Unmarshal([]byte(out), &got) != nil || fmt.Sprint(got.OK) != want[0] || got.Why != want[1] || got.Nearest != want[2] || got.Under != want[3] {
			t.Errorf("%s: %+v, %v; want %v", flags, got, err, want)
		}
	}
}

// What is expected of a box, a bag and a bed by their measures names what holds it down.
func TestCalcExpectNamesWhatLimits(t *testing.T) {
	for flags, want := range map[string]struct {
		limit string
		kg    float64 // n·w ÷ (1 + n·w ÷ K)
	}{
		"--length 200cm --width 100cm --height 40cm": {"depth", 17 * 1.8 / (1 + 17*1.8/(6.6*2.6*36/38))},
		"--base 36cm --top 40cm --height 42cm":       {"area", 3 * 1.8 / (1 + 3*1.8/(6.6*math.Pi/4*0.9*0.9))},
		"--ground 2m2":                               {"area", 11 * 1.8 / (1 + 11*1.8/(6.6*2.6))},
	} {
		out, err := run(append([]string{"calc", "expect", "--json"}, strings.Fields(flags)...)...)
		var got struct {
			Yield float64 `json:"yield_kg"`
			Limit string  `json:"limits"`
			Adds  float64 `json:"limit_adds_kg"`
		}
		if err != nil || json.Unmarshal([]byte(out), &got) != nil || got.Limit != want.limit || math.Abs(got.Yield-want.kg) > 0.002 || got.Adds <= 0 {
			t.Errorf("%s: %+v, %v; want %+v", flags, got, err, want)
		}
	}
}

func TestCalcExpectAndWet(t *testing.T) {
	out, err := run("calc", "expect", "--class", "maincrop", "--litres", "36", "--plants", "3", "--sprouts", "3", "--seed", "165g", "--json")
	if err != nil {
		t.Fatal(err)
	}
	var got struct {
		Yield  float64 `json:"yield_kg"`
		Low    float64 `json:"low_kg"`
		High   float64 `json:"high_kg"`
		Tubers float64
		Mean   float64 `json:"mean_g"`
		Ratio  float64
		Grades struct{ Small, Salad, Medium, Baker float64 }
	}
	if err := json.Unmarshal([]byte(out), &got); err != nil {
		t.Fatal(err)
	}
	g := got.Grades
	if got.Yield != 2.343 || got.Low != 1.031 || got.High != 3.656 || got.Tubers != 28.6 || got.Mean != 82 || got.Ratio != 14.2 || math.Abs(g.Small+g.Salad+g.Medium+g.Baker-1) > 0.002 {
		t.Errorf("expected %+v", got)
	}
	out, err = run("calc", "wet", "--litres", "36", "--mix", "peat mix=50,compost=50", "--json")
	if err != nil || !strings.Contains(out, `"wet_kg": 31.60`) || !strings.Contains(out, `"kg_per_l": 0.850`) {
		t.Errorf("wet: %v, %s", err, out)
	}
}
