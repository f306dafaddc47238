package bag

import (
	"errors"
	"math"
	"math/rand"
	"testing"
	"testing/quick"

	"glebata/core/crop"
	"glebata/core/measure"
)

func cask(t testing.TB) Shape {
	t.Helper()
	s, err := NewRound(36, 40, 42)
	if err != nil {
		t.Fatal(err)
	}
	return s
}

func crate(t testing.TB) Shape {
	t.Helper()
	s, err := NewBox(60, 40, 60, 40, 32)
	if err != nil {
		t.Fatal(err)
	}
	return s
}

func near(a, b, by float64) bool { return math.Abs(a-b) <= by }

func TestVolumesWorkedByHand(t *testing.T) {
	// D(18) = 36 + 4·18/42 = 37.714, D(28) = 38.667, V = π·10/12·(1422.4 + 1458.3 + 1495.1) = 11.456 L
	if v := cask(t).Between(18, 28); !near(float64(v), 11.456, 0.001) {
		t.Errorf("18 to 28 cm of the cask is %.4f L, want 11.456", v)
	}
	// 60 × 40 × 10 cm
	if v := crate(t).Between(18, 28); !near(float64(v), 24, 1e-9) {
		t.Errorf("10 cm of the crate is %.4f L, want 24", v)
	}
	if v := cask(t).Between(28, 18); v != 0 {
		t.Errorf("downward volume is %v, want 0", v)
	}
}

// anyShape is a believable bag, round or box.
func anyShape(r *rand.Rand) Shape {
	side := func() measure.Length { return measure.Length(10 + 80*r.Float64()) }
	h := side()
	s, err := NewRound(side(), side(), h)
	if r.Intn(2) == 0 {
		s, err = NewBox(side(), side(), side(), side(), h)
	}
	if err != nil {
		panic(err) // every side lies in the range
	}
	return s
}

func TestVolumeIsTheSumOfThinSlices(t *testing.T) {
	check := func(seed int64) bool {
		r := rand.New(rand.NewSource(seed))
		s := anyShape(r)
		a := s.Height() * measure.Length(r.Float64()/2)
		b := a + (s.Height()-a)*measure.Length(r.Float64())
		const n = 400
		var sum float64
		for i := range n {
			mid := float64(a) + float64(b-a)*(float64(i)+0.5)/n
			sum += s.AreaAt(measure.Length(mid)).SquareMetres() * 10_000 * float64(b-a) / n / 1000
		}
		return near(float64(s.Between(a, b)), sum, 1e-3*sum+1e-6)
	}
	if err := quick.Check(check, nil); err != nil {
		t.Error(err)
	}
}

func TestLevelAfterTurnsVolumeBack(t *testing.T) {
	check := func(seed int64) bool {
		r := rand.New(rand.NewSource(seed))
		s := anyShape(r)
		from := s.Height() * measure.Length(r.Float64())
		to := from + (s.Height()-from)*measure.Length(r.Float64())
		return near(float64(s.LevelAfter(from, s.Between(from, to))), float64(to), 1e-4)
	}
	if err := quick.Check(check, nil); err != nil {
		t.Error(err)
	}
	if got := cask(t).LevelAfter(10, 0); got != 10 {
		t.Errorf("nothing added leaves the level at %v, want 10", got)
	}
}

func TestShapesNoBagHasAreRefused(t *testing.T) {
	for _, c := range [][3]measure.Length{{0, 40, 42}, {36, 4000, 42}, {36, 40, -1}, {36, 40, measure.Length(math.NaN())}} {
		if _, err := NewRound(c[0], c[1], c[2]); !errors.Is(err, ErrShape) {
			t.Errorf("NewRound%v gave %v, want ErrShape", c, err)
		}
	}
}

func TestDrainageFacts(t *testing.T) {
	s := crate(t)
	for _, c := range []struct {
		d         Drainage
		standing  float64
		plantable bool
	}{
		{Drainage{Way: ThroughWall}, 0, true},
		{Drainage{Way: BaseHoles}, 0, true},
		{Drainage{Way: SideHoles, HoleHeight: 5}, 12, true}, // 60 × 40 × 5 cm
		{Drainage{Way: SideHoles, HoleHeight: 900}, 76.8, true},
		{Drainage{Way: NoHoles}, 76.8, false},
	} {
		f := c.d.Facts(s)
		if !near(float64(f.Standing), c.standing, 1e-6) || f.Plantable != c.plantable {
			t.Errorf("%+v: %v L stand, plantable %v; want %v, %v", c.d, float64(f.Standing), f.Plantable, c.standing, c.plantable)
		}
		if f.Standing > 0 && f.Says == "" {
			t.Errorf("%+v: water stands and nothing is said", c.d)
		}
	}
}

func TestPiecesKeepOffTheWall(t *testing.T) {
	check := func(seed int64, number uint8) bool {
		s := anyShape(rand.New(rand.NewSource(seed)))
		n := 1 + int(number%12)
		h := s.Height() / 3
		spots := Place(s, h, n, Layout{Spacing: 20})
		if len(spots) != n {
			return false
		}
		narrow := min(s.LengthAt(h), s.WidthAt(h))/2 < WallGap
		return narrow || ToWall(s, spots) >= WallGap-1e-6
	}
	if err := quick.Check(check, nil); err != nil {
		t.Error(err)
	}
}

func TestPlacingByNumber(t *testing.T) {
	s := cask(t)
	if p := Place(s, 10, 1, Layout{}); p[0].X != 0 || p[0].Y != 0 {
		t.Errorf("a single piece lies at %v, want the middle", p[0])
	}
	// Half the radius at 10 cm is 9.238 cm: two pieces are 18.476 apart.
	if d := Nearest(Place(s, 10, 2, Layout{})); !near(float64(d), 18.476, 0.001) {
		t.Errorf("two pieces lie %.3f cm apart, want 18.476", d)
	}
	// Asked for 20 cm the ring widens to 10.
	if d := Nearest(Place(s, 10, 2, Layout{Spacing: 20})); !near(float64(d), 20, 0.001) {
		t.Errorf("two pieces asked to keep 20 cm lie %.3f apart", d)
	}
	middle := 0
	for _, p := range Place(s, 10, 5, Layout{}) {
		if p.X == 0 && p.Y == 0 {
			middle++
		}
	}
	if middle != 1 {
		t.Errorf("%d of five pieces lie in the middle, want 1", middle)
	}
	two := PlaceLevels(s, []measure.Length{12, 20}, 5, 18)
	if len(two) != 5 || two[0].H != 12 || two[4].H != 20 {
		t.Errorf("five over two levels: %v", two)
	}
	if d := Nearest(two); d < 8 {
		t.Errorf("an upper piece lies %.1f cm from one below: the ring is not turned", d)
	}
	// 2 a ring from 33 cm across, 3 from 37, 4 from 44: 2 · (across ÷ 2 − 8) · sin(π ÷ 2k) is 10 cm at least.
	for _, c := range []struct {
		across measure.Length
		each   int
		clear  bool
	}{{33, 2, true}, {29, 2, false}, {37, 3, true}, {35, 3, false}, {44, 4, true}, {41, 4, false}, {52, 1, true}} {
		round, err := NewRound(c.across, c.across, 50)
		if err != nil {
			t.Fatal(err)
		}
		spots := PlaceLevels(round, []measure.Length{14, 28}, 2*c.each, 18)
		if over := Over(spots); (over >= LeastOver) != c.clear || ToWall(round, spots) < WallGap-1e-9 || len(spots) != 2*c.each {
			t.Errorf("%d a ring in %v: an upper piece lies %.1f cm from straight over a lower one, %.1f from the wall", c.each, c.across, over, ToWall(round, spots))
		}
	}
	if over := Over(Place(s, 10, 5, Layout{})); over != 1000 {
		t.Errorf("one level lies %v over itself", over)
	}
	// Four in the crate make two rows of two, 30 and 20 cm apart.
	if d := Nearest(Place(crate(t), 10, 4, Layout{})); !near(float64(d), 20, 1e-9) {
		t.Errorf("four in the crate lie %v apart, want 20", d)
	}
}

// drum is so narrow that the litres call for more than lie apart in it.
func drum(t *testing.T) Shape {
	t.Helper()
	s, err := NewRound(30, 30, 110)
	if err != nil {
		t.Fatal(err)
	}
	return s
}

func TestSuggestFollowsTheLitres(t *testing.T) {
	keg, err := NewRound(30, 33, 34)
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct {
		name   string
		shape  Shape
		class  crop.Class
		two    bool
		litres int // by litres
		number int
		small  bool
	}{
		// usable 42.66 L ÷ 13 = 3.28; only two keep 22 cm, and the litres lead
		{"maincrop in a cask", cask(t), crop.Maincrop, false, 3, 3, false},
		// 23.11 L ÷ 8 = 2.89
		{"first early in a keg", keg, crop.FirstEarly, false, 2, 2, false},
		// 42.66 ÷ 7 = 6.09, two rings
		{"first early on two levels", cask(t), crop.FirstEarly, true, 6, 6, false},
		// 67.2 ÷ 13 = 5.17
		{"maincrop in a crate", crate(t), crop.Maincrop, false, 5, 5, false},
		// 74.9 ÷ 13 = 5.77; a tall thin drum keeps 12 cm for 3
		{"maincrop in a drum", drum(t), crop.Maincrop, false, 5, 3, false},
		{"sweet potato in a keg", keg, crop.SweetMid, false, 1, 1, true},
	} {
		got := Suggest(c.shape, Room{Headspace: 4}, c.class, c.two)
		if got.ByLitres != c.litres || got.Number != c.number || got.TooSmall != c.small {
			t.Errorf("%s: %+v, want %d by litres, %d, too small %v", c.name, got, c.litres, c.number, c.small)
		}
		if w := SuggestWorking(c.shape, Room{Headspace: 4}, c.class, c.two); w.Result != got.Number {
			t.Errorf("%s: the working comes to %v, the rule to %d", c.name, w.Result, got.Number)
		}
	}
}

// A sack 70.7 cm wide lying flat is 45 cm across when it stands; of 72.5 cm of
// length half of that goes into the base. A liner takes its thickness all round.
func TestSacksAndLinersKeepTheirGeometry(t *testing.T) {
	sack, err := NewSack(45*math.Pi/2, 72.5)
	standing, err2 := StandingSack(45, 50)
	if err != nil || err2 != nil || math.Abs(float64(sack.Full()-standing.Full())) > 1e-9 {
		t.Fatalf("%v, %v: %v and %v", err, err2, sack.Full(), standing.Full())
	}
	if w, l := standing.Flat(); math.Abs(float64(w)-70.686) > 1e-3 || math.Abs(float64(l)-72.5) > 1e-9 {
		t.Errorf("it lies flat as %v by %v", w, l)
	}
	lined, err := NewLined(26, 31, 30, 1)
	plain, _ := NewRound(24+5.0/30, 29, 29) // its floor lies where the bucket is a thirtieth of the way wider
	if err != nil || math.Abs(float64(lined.Full()-plain.Full())) > 1e-9 || !lined.Round() {
		t.Errorf("lined holds %v, want %v: %v", lined.Full(), plain.Full(), err)
	}
	if m := lined.Measured(); math.Abs(float64(m[BaseSide]-26)) > 1e-9 || m[TopSide] != 31 || m[HeightSide] != 30 || m[LinerSide] != 1 {
		t.Errorf("it was measured as %v", m)
	}
	for what, bad := range map[string]error{
		"flat as paper": second(NewSack(6, 4)), "shorter than it is wide": second(NewSack(60, 20)),
		"all liner": second(NewLined(10, 10, 20, 4)), "a thick liner": second(NewLined(60, 60, 60, 11)),
	} {
		if !errors.Is(bad, ErrShape) {
			t.Errorf("%s: %v", what, bad)
		}
	}
	for _, s := range []Shape{sack, lined} {
		for _, step := range s.UsableWorking(4).Steps {
			if !step.Complete() {
				t.Errorf("%q has %d numbers", step.Says, len(step.Args))
			}
		}
	}
}

func second(_ Shape, err error) error { return err }

// Chips take their litres off: 42.7 L of a cask less 8 L under 7.6 cm of them are
// room for two maincrops of 13 L, and 30 cm of depth is enough.
func TestChipsTakeRoomFromPlants(t *testing.T) {
	plain, chips := Suggest(cask(t), Room{Headspace: 4}, crop.Maincrop, false), Suggest(cask(t), Room{Headspace: 4, Filler: 7.6}, crop.Maincrop, false)
	if plain.ByLitres != 3 || chips.ByLitres != 2 || chips.TooShallow || !Suggest(cask(t), Room{Headspace: 4, Filler: 14}, crop.Maincrop, false).TooShallow {
		t.Errorf("%+v, with chips %+v", plain, chips)
	}
	for _, step := range SuggestWorking(cask(t), Room{4, 7.6}, crop.Maincrop, false).Steps {
		if !step.Complete() {
			t.Errorf("%q has %d numbers", step.Says, len(step.Args))
		}
	}
}
