package climate

import (
	"math"
	"testing"
)

func TestHoursSwingBetweenTheDaysTemperatures(t *testing.T) {
	day := DayWeather{Min: 8, Max: 20}
	low, high := math.Inf(1), math.Inf(-1)
	for h, hour := range day.Hours() {
		low, high = math.Min(low, hour.Temperature), math.Max(high, hour.Temperature)
		if hour.Humidity <= 0 || hour.Humidity > 100 {
			t.Errorf("at %d o'clock the humidity is %g", h, hour.Humidity)
		}
	}
	if low != 8 || high != 20 {
		t.Errorf("from %g to %g °C, want 8 to 20", low, high)
	}
	wet := day
	wet.Rain = 5
	if wet.Humidity() <= day.Humidity() {
		t.Error("a wet day is no damper than a dry one")
	}
	// es(20) = 2.338 kPa and es(8) = 1.073 kPa: 45.9 % at the warmest of a wet day.
	if got := wet.Hours()[15].Humidity; math.Abs(got-45.9) > 0.1 {
		t.Errorf("humidity at 15 o'clock %g, want 45.9", got)
	}
}
