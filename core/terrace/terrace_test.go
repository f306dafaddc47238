package terrace

import (
	"math"
	"testing"
	"testing/quick"

	"glebata/core/climate"
	"glebata/core/measure"
)

var spring, autumn = measure.Date(2026, 4, 1), measure.Date(2026, 9, 30)

// Without walls every spot has the hours the sun stands over 5°.
func TestOpenTerraceHasTheWholeSun(t *testing.T) {
	open := Terrace{Width: 4, Depth: 3}
	got := open.Hours(54.3, measure.Date(2026, 6, 21), measure.Date(2026, 6, 21), []Point{{1, 1}, {3, 2}})
	want := 0.0
	for m := 0; m < 24*60; m++ {
		if alt, _ := climate.SunAt(54.3, 172, float64(m)/60); alt >= lowest {
			want += 1.0 / 60
		}
	}
	if math.Abs(got[0]-want) > 0.4 || got[0] != got[1] {
		t.Errorf("%.2f and %.2f hours at midsummer, want %.2f", got[0], got[1], want)
	}
}

// A wall 3 m high along the south: at an equinox noon the sun stands 35.7° high and
// the wall's shadow at the height of a rim reaches 2.6 ÷ tan 35.7° = 3.6 m. Spots
// nearer have far less sun; to the north of the house nothing changes in the south.
func TestWallShadesWhatLiesBehindIt(t *testing.T) {
	wall := Wall{From: Point{-20, 0}, To: Point{30, 0}, Height: 3}
	north := Terrace{Width: 10, Depth: 6, Heading: 0, Walls: []Wall{wall}} // +y looks north, the wall is south
	day := measure.Date(2026, 3, 21)
	h := north.Hours(54.3, day, day, []Point{{5, 0.5}, {5, 3}, {5, 5.5}})
	if !(h[0] < 1 && h[1] < 1.5 && h[2] > 4) {
		t.Errorf("behind a southern wall: %v hours", h)
	}
	south := north
	south.Heading = 180 // +y looks south, the wall is to the north
	s := south.Hours(54.3, day, day, []Point{{5, 0.5}})
	open := (&Terrace{Width: 10, Depth: 6}).Hours(54.3, day, day, []Point{{5, 0.5}})
	if math.Abs(s[0]-open[0]) > 0.01 {
		t.Errorf("before a northern wall %.2f hours, in the open %.2f", s[0], open[0])
	}
	down := south.Hours(-38, day, day, []Point{{5, 0.5}})
	if down[0] > 1 {
		t.Errorf("in the south a northern wall leaves %.2f hours", down[0])
	}
}

// A higher wall never gives more sun, and no wall takes more than there is.
func TestMoreWallIsNeverMoreSun(t *testing.T) {
	holds := func(x, y, height, more uint8, heading uint16) bool {
		p := []Point{{float64(x%100) / 10, float64(y%60) / 10}}
		with := func(h float64) float64 {
			tr := Terrace{Width: 10, Depth: 6, Heading: float64(heading % 360), Walls: []Wall{{From: Point{0, 3}, To: Point{10, 3.5}, Height: h}}}
			return tr.Hours(54.3, spring, spring+20, p)[0]
		}
		low, high := with(float64(height)/50), with(float64(height)/50+float64(more)/50)
		return high <= low+1e-9 && low >= 0 && low < 16
	}
	if err := quick.Check(holds, &quick.Config{MaxCount: 60}); err != nil {
		t.Error(err)
	}
}

func TestGapsLoadsAndEdges(t *testing.T) {
	round := func(x, y, d float64) Standing { return Standing{At: Point{x, y}, Round: true, L: d, Wet: 30000} }
	box := Standing{At: Point{2, 1}, L: 0.6, W: 0.4, Wet: 60000}
	for _, c := range []struct {
		a, b Standing
		want float64
	}{
		{round(0, 0, 0.4), round(1, 0, 0.4), 0.6}, {round(0, 0, 0.4), round(0.3, 0, 0.4), -0.1},
		{box, Standing{At: Point{3, 1}, L: 0.6, W: 0.4}, 0.4}, {box, Standing{At: Point{2.9, 1.8}, L: 0.6, W: 0.4}, 0.5},
	} {
		if got := Gap(c.a, c.b); math.Abs(got-c.want) > 1e-9 || math.Abs(Gap(c.b, c.a)-c.want) > 1e-9 {
			t.Errorf("gap %.3f, want %.3f", got, c.want)
		}
	}
	tr := Terrace{Width: 4, Depth: 3}
	l := tr.Load([]Standing{round(1, 1, 0.4), box})
	if l.Total != 90000 || math.Abs(float64(l.Footing)-(0.12566+0.24)) > 1e-4 || math.Abs(float64(l.OnAll)-7500) > 1e-6 {
		t.Errorf("%+v", l)
	}
	if tr.Inside(round(0.1, 1, 0.4)) || !tr.Inside(round(0.2, 1, 0.4)) || tr.Inside(Standing{At: Point{3.8, 1}, L: 0.6, W: 0.4}) {
		t.Error("the edge of the terrace is in the wrong place")
	}
	if Share(5) != 0.5 || Share(14) != 1 || Share(-1) != 0 {
		t.Error("hours do not count as they should")
	}
}

// BenchmarkShade maps 10 × 6 m in cells of 25 cm over a season behind five walls.
func BenchmarkShade(b *testing.B) {
	tr := Terrace{Width: 10, Depth: 6, Heading: 20, Walls: []Wall{
		{From: Point{0, 0}, To: Point{10, 0}, Height: 5}, {From: Point{0, 0}, To: Point{0, 6}, Height: 1.8}, {From: Point{10, 0}, To: Point{10, 6}, Height: 1.8},
		{From: Point{3, 6}, To: Point{5, 6}, Height: 1}, {From: Point{7, 5}, To: Point{8, 5}, Height: 2.4},
	}}
	for b.Loop() {
		tr.SunMap(54.3, spring, autumn, 0.25)
	}
}

// The working starts from an open spot and names what each wall takes; alone, the one
// wall there is takes all that is missing.
func TestWorkingOfSunNamesTheWall(t *testing.T) {
	at := Point{X: 5, Y: 4.5}
	walled := Terrace{Width: 10, Depth: 6, Heading: 180, Walls: []Wall{{"barn", Point{0, 5.2}, Point{10, 5.2}, 3}, {"far off", Point{200, 0}, Point{200, 9}, 1}}}
	w := walled.HoursWorking(54, 1000, 1100, at)
	if len(w.Steps) != 3 {
		t.Fatalf("%d steps", len(w.Steps))
	}
	all, takes, left := w.Steps[0].Result.(float64), w.Steps[1].Result.(float64), float64(w.Result.(measure.Ratio))
	if math.Abs(all-takes-left) > 0.11 || takes <= 0 || left >= all {
		t.Errorf("of %g h the barn takes %g and leaves %g", all, takes, left)
	}
	for _, step := range w.Steps {
		if !step.Complete() {
			t.Errorf("%q has %d numbers", step.Says, len(step.Args))
		}
	}
}
