package climate

import (
	"math"
	"testing"

	"glebata/core/measure"
)

// By hand: Φ(−1.5 ÷ 0.8) = Φ(−1.875) = 0.0304; seven days ahead Φ(−1.5 ÷ 3) = Φ(−0.5) = 0.3085.
func TestFrostChance(t *testing.T) {
	for _, c := range []struct {
		forecast float64
		lead     int
		shelter  Shelter
		want     float64
	}{{1.5, 1, Open, 0.0304}, {1.5, 7, Open, 0.3085}, {0, 3, Open, 0.5}, {-2, 1, Fleece, 0.5}, {-2, 1, FrostFree, 0}, {-2, 9, Open, 0.7475}} {
		if got := FrostChance(c.forecast, ForecastSD(c.lead), c.shelter); math.Abs(got-c.want) > 5e-5 {
			t.Errorf("%g °C %d days ahead, %s: %.4f, want %.4f", c.forecast, c.lead, c.shelter, got, c.want)
		}
	}
}

// The warning falls on the second of two days that both favour it, next to each other.
func TestBlightDays(t *testing.T) {
	days := []HumidDay{{1, 12, 8, 0}, {2, 9.9, 9, 0}, {3, 11, 6, 0}, {4, 10, 6, 0}, {5, 14, 12, 0}, {6, 14, 5, 0}, {7, 14, 9, 0}, {9, 14, 9, 0}, {10, 14, 9, 0}}
	got := BlightDays(days)
	if want := []measure.Day{4, 5, 10}; len(got) != 3 || got[0] != want[0] || got[1] != want[1] || got[2] != want[2] {
		t.Errorf("warned on %v, want %v", got, want)
	}
	if BlightDays(nil) != nil || BlightDays(days[:1]) != nil {
		t.Error("warned of nothing")
	}
	wet, dry := DayWeather{Min: 12, Max: 15, Rain: 6}, DayWeather{Min: 12, Max: 27}
	if wet.Hours90() <= dry.Hours90() {
		t.Errorf("a wet day has %d humid hours, a dry one %d", wet.Hours90(), dry.Hours90())
	}
}

// Late blight does not thrive in heat: where either day's mean is over 24 °C there is no warning.
func TestBlightWeatherEndsInHeat(t *testing.T) {
	for _, c := range []struct {
		means [2]float64
		warns int
	}{{[2]float64{18, 20}, 1}, {[2]float64{24, 24}, 1}, {[2]float64{24.5, 20}, 0}, {[2]float64{20, 26}, 0}, {[2]float64{0, 0}, 1}} {
		days := []HumidDay{{Day: 10, Min: 14, Hours90: 8, Mean: c.means[0]}, {Day: 11, Min: 15, Hours90: 9, Mean: c.means[1]}}
		if got := BlightDays(days); len(got) != c.warns {
			t.Errorf("at means of %v it warns on %v", c.means, got)
		}
	}
}
