package paper

import (
	"errors"
	"math"
	"strings"
	"testing"

	"glebata/core/measure"
)

const lb, oz = 453.59237, 28.349523125

func near(a measure.Mass, b float64) bool { return math.Abs(float64(a)-b) < 1e-6 }

func TestAListAsItStandsOnThePaper(t *testing.T) {
	s, err := Sum("14 lb 3 oz, 6.4, 11 lb, tray 2 less 1 lb 2 oz", "kg", measure.Metric, nil)
	if err != nil || s.Unread != 0 || len(s.Lines) != 4 {
		t.Fatalf("%+v, %v", s, err)
	}
	for i, want := range []float64{14*lb + 3*oz, 6.4 * lb, 11 * lb, 2*lb - (lb + 2*oz)} {
		if !near(s.Lines[i].Net, want) {
			t.Errorf("%q is %v g, want %v", s.Lines[i].Text, s.Lines[i].Net.Grams(), want)
		}
	}
	if !near(s.Total, 14*lb+3*oz+6.4*lb+11*lb+2*lb-lb-2*oz) || s.Lines[1].Taken != "lb" || s.Lines[3].Label != "tray" {
		t.Errorf("%v g, %+v", s.Total.Grams(), s.Lines)
	}
}

func TestLines(t *testing.T) {
	tares := map[string]measure.Mass{"Blue bucket": 412}
	for text, want := range map[string]struct {
		net   float64
		label string
		count int
		known measure.Known
	}{
		"3.41 kg less blue bucket": {2998, "", 0, ""},
		"3.41 kg - 412 g":          {2998, "", 0, ""},
		"3.41 kg less pan 412 g":   {2998, "", 0, ""},
		"2.4 kg less pan 0.4 kg":   {2000, "", 0, ""},
		"2.4 kg less P 0.4 kg":     {2000, "", 0, ""},
		"3.41kg-412g":              {2998, "", 0, ""},
		"1.2 less 412":             {788, "", 0, ""}, // kg less g: 412 kg would not come off
		"3,4":                      {3400, "", 0, ""},
		"R2: 3 kg":                 {3000, "R2", 0, ""},
		"R2 3 kg":                  {3000, "R2", 0, ""},
		"small ones 350 g":         {350, "small ones", 0, ""},
		"12 @ 70 g":                {840, "", 12, ""},
		"12 x 70g":                 {840, "", 12, ""},
		"about 2 kg":               {2000, "", 0, measure.Estimated},
		"0.8–1.2 kg":               {1000, "", 0, measure.Estimated},
		"8½ oz":                    {8.5 * oz, "", 0, ""},
		"2 kg simulated":           {2000, "", 0, measure.Simulated},
	} {
		s, err := Sum(text, "kg", measure.Metric, tares)
		if err != nil || len(s.Lines) != 1 {
			t.Errorf("%q: %+v, %v", text, s, err)
			continue
		}
		if l := s.Lines[0]; !l.Read() || !near(l.Net, want.net) || l.Label != want.label || l.Count != want.count || l.Known != want.known || l.Low > l.Net || l.High < l.Net {
			t.Errorf("%q is %+v", text, l)
		}
	}
}

func TestWhatCannotBeReadIsKeptAndSaid(t *testing.T) {
	for text, says := range map[string]string{
		"rain all day":           "rain all day",
		"3 kg less green bucket": "weigh it empty once",
		"400 g less 412 g":       "as much as was weighed",
		"2 furlongs":             "furlongs",
		"-3 kg":                  "below zero",
	} {
		s, err := Sum("5 kg\n"+text, "kg", measure.Metric, nil)
		if err != nil || s.Unread != 1 || len(s.Lines) != 2 || s.Lines[1].Text != text || !strings.Contains(s.Lines[1].Why, says) || !near(s.Total, 5000) {
			t.Errorf("%q: %+v, %v", text, s, err)
		}
	}
	if _, err := Sum(strings.Repeat("1 kg\n", MaxLines+1), "kg", measure.Metric, nil); !errors.Is(err, ErrTooLong) {
		t.Errorf("an endless sheet: %v", err)
	}
}

func FuzzSum(f *testing.F) {
	for _, s := range []string{"14 lb 3 oz, 6.4, 11 lb, tray 2 less 1 lb 2 oz", "12@70g;;about - less", "a1 b2 c3", "1,2,3", "½", ": 3", "less"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		s, err := Sum(text, "oz", measure.US, map[string]measure.Mass{"pail": 300})
		if err != nil {
			return
		}
		var sum measure.Mass
		unread := 0
		for _, l := range s.Lines {
			if strings.TrimSpace(l.Text) == "" {
				t.Errorf("%q has an empty line", text)
			}
			if !l.Read() {
				unread++
				continue
			}
			if !(l.Net >= 0 && l.Low <= l.High+1e-6) {
				t.Errorf("%q: %+v", text, l)
			}
			sum += l.Net
		}
		if unread != s.Unread || math.Abs(float64(sum-s.Total)) > 1e-3*math.Max(1, float64(sum)) {
			t.Errorf("%q: %d unread of %+v", text, unread, s)
		}
	})
}
