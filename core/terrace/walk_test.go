package terrace

import (
	"slices"
	"testing"
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
