package forecast

import (
	"testing"

	"glebata/core/climate"
	"glebata/core/measure"
)

// Humid is a run of days that favour blight, from a day on.
func humid(from measure.Day, n int) (out []climate.HumidDay) {
	for i := range n {
		out = append(out, climate.HumidDay{Day: from + measure.Day(i), Min: 12, Hours90: 8})
	}
	return out
}

// A warning of blight stands for a week after its weather.
func TestBlightWarningStandsForAWeek(t *testing.T) {
	for _, c := range []struct {
		days  []climate.HumidDay
		today measure.Day
		want  measure.Day
	}{
		{humid(100, 1), 100, 0}, {humid(100, 2), 101, 101}, {humid(100, 3), 108, 102}, {humid(100, 2), 109, 0}, {nil, 100, 0}, {humid(100, 4), 101, 0},
	} {
		if got := Blight(c.days, c.today); got != c.want {
			t.Errorf("%d humid days, on day %d: %d, want %d", len(c.days), c.today, got, c.want)
		}
	}
}
