package measure

import (
	"errors"
	"math"
	"testing"
)

func TestOnePlainNumberIsReadOneWay(t *testing.T) {
	for text, want := range map[string]float64{"11": 11, " 4,25 ": 4.25, "-0.5": -0.5, "−3": -3, "1e-3": 0.001, ".5": 0.5} {
		if got, err := ParseNumber(text); err != nil || got != want {
			t.Errorf("%q reads as %g, %v; want %g", text, got, err, want)
		}
	}
	for _, text := range []string{"", "-", "1.2.3", "1,234,5", "inf", "NaN", "1e999", "0x10", "1_000", "11 °C", "１２"} {
		if got, err := ParseNumber(text); !errors.Is(err, ErrNumber) {
			t.Errorf("%q reads as %g", text, got)
		}
	}
}

func FuzzParseNumber(f *testing.F) {
	for _, text := range []string{"11", "4,25", "−3", "1e5", "--1", "e"} {
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, text string) {
		if v, err := ParseNumber(text); err == nil && (math.IsNaN(v) || math.IsInf(v, 0)) {
			t.Errorf("%q reads as %g", text, v)
		}
	})
}
