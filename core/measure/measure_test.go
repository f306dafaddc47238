package measure

import (
	"errors"
	"math"
	"strings"
	"testing"
	"testing/quick"
	"time"
)

func TestParseMassAsPeopleType(t *testing.T) {
	for _, c := range []struct {
		text string
		bare Unit
		sys  System
		want float64
	}{
		{"350", "g", Metric, 350},
		{"350", "kg", Metric, 350_000},
		{"2,5 kg", "g", Metric, 2500},
		{"2.5kg", "g", Metric, 2500},
		{"0,412 kg", "g", Metric, 412},
		{"1 lb 4 oz", "g", Metric, 566.99046},
		{"1lb4oz", "g", US, 566.99046},
		{"2lb, 3oz", "g", US, 992.23331},
		{"1 lb and 4 oz", "g", US, 566.99046},
		{" 412 G ", "g", Metric, 412},
		{"1½ lb", "oz", US, 680.388555},
		{"1 1/2 lb", "oz", US, 680.388555},
		{"1/2 lb", "oz", US, 226.796185},
		{".5 kg", "g", Metric, 500},
		{"3 kg.", "g", Metric, 3000},
		{"0", "g", Metric, 0},
	} {
		got, err := ParseMass(c.text, c.bare, c.sys)
		if err != nil || math.Abs(float64(got)-c.want) > 1e-6*max(1, c.want) {
			t.Errorf("ParseMass(%q, %s) = %v, %v; want %v g", c.text, c.bare, float64(got), err, c.want)
		}
	}
}

func TestParseOtherQuantities(t *testing.T) {
	volume := func(text string, sys System) (float64, error) {
		v, err := ParseVolume(text, "L", sys)
		return float64(v), err
	}
	length := func(text string, sys System) (float64, error) {
		v, err := ParseLength(text, "cm", sys)
		return float64(v), err
	}
	area := func(text string, sys System) (float64, error) {
		v, err := ParseArea(text, "m²", sys)
		return float64(v), err
	}
	warmth := func(text string, sys System) (float64, error) {
		v, err := ParseTemperature(text, "°C", sys)
		return float64(v), err
	}
	for _, c := range []struct {
		text string
		sys  System
		read func(string, System) (float64, error)
		want float64
	}{
		{"3 gal", US, volume, 11.356235},
		{"3 gal", Metric, volume, 11.356235},
		{"3 gal", Imperial, volume, 13.63827},
		{"750 mL", Metric, volume, 0.75},
		{"12", Metric, volume, 12},
		{"10in", Metric, length, 25.4},
		{"8½ in", US, length, 21.59},
		{"1 ft 2 in", US, length, 35.56},
		{"5'6\"", US, length, 167.64},
		{"1,2 m", Metric, length, 120},
		{"6 sq ft", US, area, 0.55741824},
		{"0,5 m2", Metric, area, 0.5},
		{"-2 °C", Metric, warmth, -2},
		{"−2", Metric, warmth, -2},
		{"41F", US, warmth, 5},
	} {
		got, err := c.read(c.text, c.sys)
		if err != nil || math.Abs(got-c.want) > 1e-6*max(1, math.Abs(c.want)) {
			t.Errorf("%q = %v, %v; want %v", c.text, got, err, c.want)
		}
	}
}

func TestRefusalsSayWhatWouldBeRight(t *testing.T) {
	for text, says := range map[string]string{
		"":             "Nothing is typed",
		"12 apples":    "unit “apples” is not known",
		"3 gal":        "a unit of volume, not of weight",
		"-5 g":         "below zero",
		"heavy":        "not a number",
		"4 oz 1 lb":    "larger unit first",
		"1 lb 4":       "second number has no unit",
		"1,250":        "two ways: write 1.250 or 1250",
		"1e9 kg":       "unit “e” is not known",
		"99999999 kg":  "too large",
		"NaN":          "not a number",
		"1 lb 2 lb":    "larger unit first",
		"1/0 lb":       "unit “/” is not known",
		"350 g extra7": "unit “g extra” is not known",
	} {
		_, err := ParseMass(text, "g", Metric)
		var refused *ParseError
		if !errors.As(err, &refused) {
			t.Errorf("ParseMass(%q) was not refused: %v", text, err)
			continue
		}
		if !strings.Contains(refused.Why, says) || !strings.Contains(refused.Why, "Write it like 350 g") {
			t.Errorf("ParseMass(%q) says %q, want it to say %q and how to write it", text, refused.Why, says)
		}
	}
}

func TestPrintHasSensibleDigits(t *testing.T) {
	for _, c := range []struct {
		sys  System
		v    any
		want string
	}{
		{Metric, Mass(412), "412 g"},
		{Metric, Mass(3412), "3.41 kg"},
		{Metric, Mass(7.26), "7.3 g"},
		{US, Mass(992.23331), "2 lb 3 oz"},
		{US, Mass(165), "5.8 oz"},
		{Metric, Volume(11.456), "11.5 L"},
		{Metric, Volume(0.25), "250 mL"},
		{US, Volume(11.356235), "3 gal"},
		{Imperial, Volume(13.63827), "3 gal"},
		{Metric, Length(38), "38 cm"},
		{Metric, Length(27.44), "27.4 cm"},
		{US, Length(25.4), "10 in"},
		{Metric, Area(0.126), "0.13 m²"},
		{US, Temperature(1.5), "35 °F"},
	} {
		got := c.sys.Print(c.v)
		if temp, ok := c.v.(Temperature); ok {
			got = c.sys.Temperature(temp)
		}
		if got != c.want {
			t.Errorf("%v prints %v as %q, want %q", c.sys, c.v, got, c.want)
		}
	}
}

// What is printed reads back as the same, within the rounding of the print.
func TestPrintedReadsBack(t *testing.T) {
	for _, sys := range Systems {
		check := func(raw uint32) bool {
			v := float64(raw%90_000_000) / 1000 // up to 90 kg, 90 000 L, 900 m
			m, errM := ParseMass(sys.Mass(Mass(v)), "g", sys)
			l, errL := ParseLength(sys.Length(Length(v)), "cm", sys)
			w, errV := ParseVolume(sys.Volume(Volume(v)), "L", sys)
			fine, errF := ParseMass(sys.Fine(Mass(v)), "g", sys)
			return errM == nil && errL == nil && errV == nil && errF == nil &&
				within(float64(m), v, 0.005, 1.5) && within(float64(l), v, 0.01, 1.3) &&
				within(float64(w), v, 0.005, 0.5) && within(float64(fine), v, 0.0005, 0.6)
		}
		if err := quick.Check(check, nil); err != nil {
			t.Errorf("%v: %v", sys, err)
		}
	}
}

func within(got, want, share, least float64) bool {
	return math.Abs(got-want) <= math.Max(share*want, least)
}

func FuzzParse(f *testing.F) {
	for _, seed := range []string{"1 lb 4 oz", "2,5 kg", "3 gal", "10in", "8½ in", "350", "5'6\"", "1/2", "m2", "²", "−3 °C", "\xff½", "1,000,000"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		for _, sys := range Systems {
			m, err := ParseMass(text, "g", sys)
			if err == nil && (m < 0 || math.IsNaN(float64(m)) || float64(m) > absurd) {
				t.Errorf("ParseMass(%q) = %v", text, float64(m))
			}
			if err == nil && m < absurd/2 {
				again, err := ParseMass(sys.Fine(m), "g", sys)
				if err != nil || !within(float64(again), float64(m), 0.0005, 0.6) {
					t.Errorf("%q read as %v, printed %q, read back as %v, %v", text, float64(m), sys.Fine(m), float64(again), err)
				}
			}
			if l, err := ParseLength(text, "cm", sys); err == nil && (l < 0 || math.IsNaN(float64(l))) {
				t.Errorf("ParseLength(%q) = %v", text, float64(l))
			}
			if d, err := ParseTemperature(text, "°C", sys); err == nil && !(d >= -273.15) {
				t.Errorf("ParseTemperature(%q) = %v", text, float64(d))
			}
			_, _ = ParseVolume(text, "L", sys) // only that it returns
			_, _ = ParseArea(text, "m²", sys)
		}
	})
}

func TestDaysReadBackAndCount(t *testing.T) {
	d := Date(2026, time.June, 9)
	if d.ISO() != "2026-06-09" || d.String() != "9 June 2026" || d.Long() != "Tuesday 9 June" || d.Year() != 2026 {
		t.Errorf("9 June 2026 prints as %s, %s, %s", d.ISO(), d, d.Long())
	}
	if n := d - Date(2026, time.April, 16); n != 54 {
		t.Errorf("16 April to 9 June is %d days, want 54", n)
	}
	if _, err := ParseDay("9.6.2026"); err == nil {
		t.Error("9.6.2026 was taken for a day")
	}
	back := func(n uint16) bool {
		day := Day(n) // 1970 to 2149
		got, err := ParseDay(day.ISO())
		return err == nil && got == day
	}
	if err := quick.Check(back, nil); err != nil {
		t.Error(err)
	}
}

func TestPhraseTakesTheGrowersUnits(t *testing.T) {
	p := Say("Raise by {}: bring {}.", Length(10), Volume(13.48))
	if got := p.In(Metric); got != "Raise by 10 cm: bring 13.5 L." {
		t.Errorf("metric: %q", got)
	}
	if got := p.In(US); got != "Raise by 3.9 in: bring 3.6 gal." {
		t.Errorf("us: %q", got)
	}
}
