package terrace

import (
	"slices"
	"testing"
	"testing/quick"
)

func TestBagsBehindBagsAreNotReached(t *testing.T) {
	round := func(x, y float64) Standing { return Standing{At: Point{x, y}, Round: true, L: 0.4} }
	box := func(x, y float64) Standing { return Standing{At: Point{x, y}, L: 0.8, W: 0.4} }
	place := Terrace{Width: 4, Depth: 5}
	// A row across the terrace, 4 m wide, with so many m between the bags.
	row := func(y, gap float64) []Standing {
		var out []Standing
		for x := 0.2; x < 4; x += 0.4 + gap {
			out = append(out, round(x, y))
		}
		return out
	}
	for name, c := range map[string]struct {
		bags []Standing
		far  bool // whether the first is reached
	}{
		"alone":                        {[]Standing{round(2, 4)}, true},
		"behind a row one squeezes by": {append([]Standing{round(2, 4.5)}, row(2, 0.2)...), false},
		"behind a row with gaps":       {append([]Standing{round(2, 4.5)}, row(2, 0.5)...), true},
		"an arm's length behind it":    {append([]Standing{round(1.7, 2.3)}, row(2, 0.2)...), true},
		"a box behind boxes":           {[]Standing{box(2, 4.5), box(0.5, 2), box(1.4, 2), box(2.3, 2), box(3.2, 2)}, false},
		"a box beside boxes":           {[]Standing{box(2, 4.5), box(0.5, 2), box(1.4, 2), box(2.3, 2)}, true},
	} {
		got := place.Reached(Point{0.3, 0.3}, c.bags)
		if got[0] != c.far {
			t.Errorf("%s is reached: %v", name, got[0])
		}
		if slices.Contains(got[1:], false) {
			t.Errorf("%s: the row itself is not reached: %v", name, got)
		}
	}
	if got := (&Terrace{Width: 1, Depth: 1}).Reached(Point{}, []Standing{{At: Point{0.5, 0.5}, L: 1, W: 1}}); got[0] {
		t.Error("a bag that fills the terrace is walked to")
	}
}

func BenchmarkReached(b *testing.B) {
	place := Terrace{Width: 10, Depth: 6}
	var bags []Standing
	for i := range 40 {
		bags = append(bags, Standing{At: Point{0.5 + float64(i%8)*1.2, 0.5 + float64(i/8)*1.2}, Round: true, L: 0.4})
	}
	for b.Loop() {
		place.Reached(Point{}, bags)
	}
}

// A round goes through every spot once, never further than by the nearest alone, and along a
// row it is as short as can be.
func TestARoundGoesThroughEverySpotOnce(t *testing.T) {
	property := func(xs []uint8, tapX, tapY uint8) bool {
		var spots []Point
		for i := 0; i+1 < len(xs); i += 2 {
			spots = append(spots, Point{float64(xs[i]) / 10, float64(xs[i+1]) / 10})
		}
		tap := Point{float64(tapX) / 10, float64(tapY) / 10}
		order := Round(tap, spots)
		sorted := slices.Clone(order)
		slices.Sort(sorted)
		for i, k := range sorted {
			if i != k {
				return false
			}
		}
		return len(order) == len(spots) && RoundLength(tap, spots, order) <= 2*float64(len(spots)+1)*37
	}
	if err := quick.Check(property, nil); err != nil {
		t.Error(err)
	}
	var row []Point
	for _, x := range []float64{5, 1, 4, 2, 3} {
		row = append(row, Point{x, 0})
	}
	if got := RoundLength(Point{}, row, Round(Point{}, row)); got != 10 {
		t.Errorf("along a row and back it is %.2f m, want 10", got)
	}
	// Two rows: out along the one and back along the other.
	var rows []Point
	for x := 1.0; x <= 4; x++ {
		rows = append(rows, Point{x, 1}, Point{x, -1})
	}
	if got := RoundLength(Point{}, rows, Round(Point{}, rows)); got > 8+2*1.42 {
		t.Errorf("out and back it is %.2f m", got)
	}
	if got := Round(Point{}, nil); len(got) != 0 {
		t.Errorf("through nothing it goes %v", got)
	}
}
