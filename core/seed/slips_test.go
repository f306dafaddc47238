package seed

import (
	"testing"

	"glebata/core/measure"
)

// 8 slips in 2 bags: 9.6, so 10. In 63 days a root gives 7, so 2 roots; in 42 it gives
// 1, so 10. At 25 °C 250 ÷ 13 = 19.2, so 20 days to shoots.
func TestSlipsNeededAndGiven(t *testing.T) {
	for _, c := range []struct{ wanted, days, needed, roots int }{{8, 63, 10, 2}, {8, 42, 10, 10}, {8, 200, 10, 1}, {12, 63, 15, 3}, {0, 63, 0, 0}} {
		need := SlipsNeeded(c.wanted)
		if roots, ok := RootsNeeded(need, c.days, 25); need != c.needed || roots != c.roots || !ok {
			t.Errorf("%d wanted in %d days: %d needed, %d roots, %v; want %d and %d", c.wanted, c.days, need, roots, ok, c.needed, c.roots)
		}
	}
	if _, ok := RootsNeeded(5, 30, 25); ok {
		t.Error("slips come within 30 days")
	}
	if d, ok := ShootsAfter(25); d != 20 || !ok {
		t.Errorf("shoots after %d days, %v; want 20", d, ok)
	}
	if _, ok := ShootsAfter(12); ok {
		t.Error("shoots come at 12 °C")
	}
	for days, want := range map[int]int{0: 0, 41: 0, 42: 1, 48: 2, 49: 3, 56: 5, 63: 7, 70: 8, 77: 9, 98: 12, 400: 12} {
		if got := SlipsBy(days, 25); got != want {
			t.Errorf("after %d days %d slips, want %d", days, got, want)
		}
	}
	for d := range 120 {
		if SlipsBy(d+1, 22) < SlipsBy(d, 22) || SlipsBy(d, 20) > SlipsBy(d, 26) {
			t.Errorf("day %d: slips fall with time or warmth", d)
		}
	}
}

// What is advised before roots are started is enough once they are.
func TestRootsThatAreAdvisedGiveEnough(t *testing.T) {
	for need := 1; need < 60; need++ {
		for days := 42; days < 120; days++ {
			for _, at := range []measure.Temperature{22, 25, 28} {
				roots, ok := RootsNeeded(need, days, at)
				if given := roots * SlipsBy(days, at); !ok || given < need || (roots-1)*SlipsBy(days, at) >= need {
					t.Fatalf("%d slips in %d days: %d roots give %d", need, days, roots, given)
				}
			}
		}
	}
}
