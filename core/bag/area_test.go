package bag

import (
	"math"
	"strings"
	"testing"
	"testing/quick"

	"glebata/core/crop"
	"glebata/core/measure"
)

func must[T any](v T, err error) T {
	if err != nil {
		panic(err)
	}
	return v
}

// Leaves cover the ground and 25 cm over each side, 0.6 m² of that at the most.
func TestGroundThatLeavesCover(t *testing.T) {
	for name, c := range map[string]struct {
		shape Shape
		want  float64
	}{
		"a cask 40 across":            {must(NewRound(36, 40, 42)), math.Pi / 4 * 0.9 * 0.9},
		"a box of 60 × 40":            {must(NewBox(60, 40, 60, 40, 32)), 0.6*0.4 + 0.6}, // 0.75 hang over
		"a box of 200 × 100":          {must(NewBox(200, 100, 200, 100, 40)), 2 + 0.6},
		"a bed of the same":           {must(NewBed(200, 100)), 2 + 0.6},
		"a row of 5 m, 60 apart":      {must(NewBed(500, 60)), 3 + 0.6},
		"a window box of 80 × 20":     {must(NewBox(80, 20, 80, 20, 25)), 0.16 + 0.6},
		"a tub that is 75 at its rim": {must(NewRound(60, 75, 60)), math.Pi/4*0.75*0.75 + 0.6},
	} {
		if got := float64(c.shape.Canopy()); math.Abs(got-c.want) > 1e-9 {
			t.Errorf("%s: leaves cover %.4f m², want %.4f", name, got, c.want)
		}
	}
}

// So many plants go in as have light, whatever the litres: in a wide box as in a bed.
func TestWideBoxesAreLimitedByTheirGround(t *testing.T) {
	box, bed := must(NewBox(200, 100, 200, 100, 40)), must(NewBed(200, 100))
	for class, want := range map[crop.Class][2]int{ // 2.6 m² of leaf
		crop.FirstEarly: {26, 18}, crop.Maincrop: {17, 11}, crop.SweetMid: {13, 10},
	} {
		in, on := Suggest(box, Room{Headspace: 4}, class, false), Suggest(bed, Room{}, class, false)
		if in.Number != want[0] || on.Number != want[1] || in.ByArea != in.Number {
			t.Errorf("%s: %d in the box and %d in the bed, want %v", class, in.Number, on.Number, want)
		}
		y := func(s Shape, n int) float64 {
			usable, depth := Room{Headspace: 4}.usable(s)
			if s.Ground() {
				usable, depth = s.Full(), 0
			}
			return float64(Expect(Growing{Class: class, Usable: usable, Depth: depth, Area: s.Canopy(), Plants: n, Sprouts: 3, Season: FullSeason}).Yield)
		}
		for n := 8; n <= 20; n += 4 { // of the same ground and good depth they promise much the same
			a, b := y(box, n), y(bed, n)
			if a < 0.75*b || b < 0.75*a || a > 2.6*perArea {
				t.Errorf("%s, %d plants: the box promises %.0f g, the bed %.0f g", class, n, a, b)
			}
		}
	}
	if got := Suggest(must(NewRound(36, 40, 42)), Room{Headspace: 4}, crop.Maincrop, false); got.Number != 3 || got.ByLitres != 3 || got.ByArea != 4 {
		t.Errorf("a cask is limited by its litres: %+v", got)
	}
}

// Expectation never falls with litres at equal ground, nor with ground at equal litres, nor with
// depth.
func TestMoreRoomNeverGivesLess(t *testing.T) {
	holds := func(class, plants uint8, litres, ground, depth uint16) bool {
		g := Growing{Class: crop.Classes()[int(class)%7], Plants: 1 + int(plants%60), Sprouts: 3, Usable: measure.Volume(5 + int(litres)%900), Area: measure.Area(0.1 + float64(ground%400)/100), Depth: measure.Length(10 + depth%60), Season: FullSeason}
		e := Expect(g).Yield
		for _, more := range []func(*Growing){func(g *Growing) { g.Usable += 3 }, func(g *Growing) { g.Area += 0.05 }, func(g *Growing) { g.Depth += 2 }, func(g *Growing) { g.Plants++ }} {
			m := g
			more(&m)
			if Expect(m).Yield < e-1e-9 {
				return false
			}
		}
		return float64(e) <= perArea*float64(g.Area)+1e-9
	}
	if err := quick.Check(holds, &quick.Config{MaxCount: 3000}); err != nil {
		t.Error(err)
	}
}

// A wide tub has its pieces on several rings, none in an empty middle, and all within its wall.
func TestWideTubsHaveSeveralRings(t *testing.T) {
	tub := must(NewRound(110, 120, 50))
	for _, n := range []int{8, 11, 15, 24, 40} {
		spots := Place(tub, 46, n, Layout{Spacing: 22})
		within := 0
		for _, p := range spots {
			if math.Hypot(float64(p.X), float64(p.Y)) < 25 {
				within++
			}
		}
		gap, even := float64(Nearest(spots)), math.Sqrt(math.Pi/4*104*104/float64(n)) // each with as much of the floor
		if len(spots) != n || n >= 11 && within == 0 || gap < 0.75*even && gap < 22-1e-9 || ToWall(tub, spots) < WallGap-1e-6 {
			t.Errorf("%d in a tub: %.1f cm apart, %d in the middle, %.1f to the wall", n, gap, within, float64(ToWall(tub, spots)))
		}
	}
}

// What holds a harvest down is named, with what one step more of it adds.
func TestWhatHoldsAHarvestDown(t *testing.T) {
	g := Growing{Class: crop.Maincrop, Usable: 36, Depth: 38, Area: 0.63, Plants: 3, Sprouts: 3, Season: FullSeason}
	with := func(change func(*Growing)) Growing {
		m := g
		change(&m)
		return m
	}
	for name, c := range map[string]struct {
		g    Growing
		want Limit
		says string
	}{
		"a cask":         {with(func(g *Growing) { g.Plants = 2; g.Usable = 26 }), OfLitres, "10 L more would add about"},
		"a deep box":     {with(func(g *Growing) { g.Usable = 720; g.Area = 2.6; g.Plants = 17 }), OfArea, "The ground its leaves cover"},
		"a flat box":     {with(func(g *Growing) { g.Usable = 300; g.Depth = 24; g.Area = 0.8; g.Plants = 5 }), OfDepth, "5 cm more"},
		"a single piece": {with(func(g *Growing) { g.Plants = 1; g.Usable = 60; g.Area = 0.9 }), OfNumber, "room for one more piece"},
		"a poor season":  {with(func(g *Growing) { g.Season = 0.4 }), OfSeason, "a full one would add about"},
		"nothing at all": {with(func(g *Growing) { g.Season = 0 }), NoLimit, ""},
	} {
		limit, adds := c.g.Limits()
		says := c.g.LimitWords().In(measure.Metric)
		if limit != c.want || c.says == "" != (says == "") || len(says) < len(c.says) || !strings.Contains(says, c.says) || limit != NoLimit && adds <= 0 {
			t.Errorf("%s: %q adds %.0f g: %q", name, limit, float64(adds), says)
		}
	}
	more := g
	more.Usable += 10
	if limit, adds := g.Limits(); limit == OfLitres && math.Abs(float64(adds-(Expect(more).Yield-Expect(g).Yield))) > 1e-9 {
		t.Errorf("10 L add %v", adds)
	}
	for m, want := range map[measure.Mass]measure.Mass{187: 190, 1234: 1200, 94: 90, 23: 20, 0: 0, 26: 30} {
		if got := roundly(m); got != want {
			t.Errorf("%v is roundly %v, want %v", m, got, want)
		}
	}
}

// The gap of rows is that of the spots in them.
func TestGapOfRows(t *testing.T) {
	for _, side := range [][2]measure.Length{{60, 40}, {200, 100}, {38, 100}, {20, 20}} {
		s, err := NewBox(side[0], side[1], side[0], side[1], 40)
		if err != nil {
			t.Fatal(err)
		}
		for n := 1; n <= 40; n++ {
			for rows := 1; rows <= n; rows++ {
				got, want := rowsGap(s.LengthAt(20), s.WidthAt(20), n, rows), Nearest(inRows(s, 20, n, rows))
				if wall, want := rowsToWall(s.LengthAt(20), s.WidthAt(20), n, rows), ToWall(s, inRows(s, 20, n, rows)); wall-want > 1e-9 || want-wall > 1e-9 {
					t.Errorf("%v: %d in %d rows are %v off the wall, want %v", side, n, rows, wall, want)
				}
				if d := got - want; d > 1e-9 || d < -1e-9 {
					t.Errorf("%v: %d in %d rows are %v apart, want %v", side, n, rows, got, want)
				}
			}
		}
	}
}
