package seed

import "testing"

// 8 slips in 2 bags: 9.6, so 10; 2 roots. At 25 °C 250 ÷ 13 = 19.2, so 20 days to
// shoots, 41 to the first slip, all 8 by day 70.
func TestSlipsNeededAndGiven(t *testing.T) {
	if n := SlipsNeeded(8); n != 10 || RootsNeeded(n) != 2 || RootsNeeded(8) != 1 {
		t.Errorf("8 wanted: %d needed, %d roots", n, RootsNeeded(n))
	}
	if d, ok := ShootsAfter(25); d != 20 || !ok {
		t.Errorf("shoots after %d days, %v; want 20", d, ok)
	}
	if _, ok := ShootsAfter(12); ok {
		t.Error("shoots come at 12 °C")
	}
	for days, want := range map[int]int{0: 0, 40: 0, 41: 1, 70: 8, 200: 8} {
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
