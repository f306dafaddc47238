package measure

import (
	"slices"
	"testing"
)

func TestSidesAsTheyAreTyped(t *testing.T) {
	for text, want := range map[string][]Length{
		"120 × 80 × 40 cm": {120, 80, 40}, "1.2 x 3 m": {120, 300}, "120*80*40": {120, 80, 40}, "5 m": {500},
		"4 ft by 8 ft": {121.92, 243.84}, "120cm x 0,8 m": {120, 80}, "1,2×3 m": {120, 300},
	} {
		got, err := ParseSides(text, Metric.LengthUnit(), Metric)
		if err != nil || !slices.EqualFunc(got, want, func(a, b Length) bool { return a-b < 1e-9 && b-a < 1e-9 }) {
			t.Errorf("%q: %v, %v; want %v", text, got, err, want)
		}
	}
	for _, text := range []string{"", "×", "40 L", "1 × 2 × 3 × 4 m", "wide × 3 m", "-4 m"} {
		if got, err := ParseSides(text, Metric.LengthUnit(), Metric); err == nil {
			t.Errorf("%q is read as %v", text, got)
		}
	}
}
