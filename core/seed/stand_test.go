package seed

import (
	"testing"

	"glebata/core/measure"
)

// Where it stood steadily, it is ready as DaysToReady has it; moved to the warm it is
// ready sooner, and each day counts at its own temperature.
func TestEachDayOfChittingCountsAtItsOwnTemperature(t *testing.T) {
	for _, temp := range []measure.Temperature{6, 8, 10, 12.5, 18} {
		for _, light := range []bool{true, false} {
			for _, longest := range []measure.Length{0, 0.2, 0.7, 1} {
				stands := []Stand{{100, temp, light}}
				days, _ := DaysToReady(longest, 16, temp, light)
				if got, ok := ReadyFrom(stands, 100, longest, 16); !ok || got != 100+measure.Day(days) {
					t.Errorf("at %v, light %v, sprout %v: ready on day %d, want %d", temp, light, longest, got-100, days)
				}
			}
		}
	}
	// Ten days at 10 °C are 80, ten at 18 °C are 160.
	moved := []Stand{{0, 10, true}, {10, 18, true}}
	if w := Warmth(moved, 0, 20); w != 240 {
		t.Errorf("warmth of %v, want 240", w)
	}
	// 60 to the first sprout and 100 for 10 mm: 80 in the first ten days, then 16 a day.
	if got, ok := ReadyFrom(moved, 0, 0, 0); !ok || got != 15 {
		t.Errorf("ready on day %d, want 15", got)
	}
	if _, ok := ReadyFrom([]Stand{{0, 1, true}}, 0, 0, 0); ok {
		t.Error("sprouts grow at 1 °C")
	}
}
