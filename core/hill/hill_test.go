package hill

import (
	"errors"
	"math"
	"math/rand"
	"testing"
	"testing/quick"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/working"
)

func cask(t testing.TB) bag.Shape {
	t.Helper()
	s, err := bag.NewRound(36, 40, 42)
	if err != nil {
		t.Fatal(err)
	}
	return s
}

func near(a, b, by float64) bool { return math.Abs(a-b) <= by }

func TestLadderWorkedByHand(t *testing.T) {
	l, err := Lay(cask(t), Defaults(Steps))
	if err != nil {
		t.Fatal(err)
	}
	if l.Top != 38 || l.Start != 18 || len(l.Rungs) != 2 {
		t.Fatalf("top %v, start %v, %d rungs; want 38, 18, 2", l.Top, l.Start, len(l.Rungs))
	}
	first := l.Rungs[0]
	if first.From != 18 || first.To != 28 || !near(float64(first.Settled), 11.456, 0.001) {
		t.Errorf("first rung %v to %v, %.3f L; want 18 to 28, 11.456", first.From, first.To, first.Settled)
	}
	if !near(float64(first.Loose), 13.478, 0.001) { // 11.456 ÷ 0.85
		t.Errorf("first rung takes %.3f L loose, want 13.478", first.Loose)
	}
	if first.Trigger != 18 {
		t.Errorf("first rung waits for %v, want stems of 18 cm", first.Trigger)
	}
}

// anyPlan is a plan that can be laid in a believable bag.
func anyPlan(r *rand.Rand) (bag.Shape, Plan) {
	side := func() measure.Length { return measure.Length(20 + 60*r.Float64()) }
	shape, err := bag.NewRound(side(), side(), side()+20)
	if r.Intn(2) == 0 {
		shape, err = bag.NewBox(side(), side(), side(), side(), side()+20)
	}
	if err != nil {
		panic(err) // every side lies in the range
	}
	p := Defaults([]School{FillOnce, Steps, LittleAndOften, BuryTransplant, RolledRim, StrawOver}[r.Intn(6)])
	p.Headspace = measure.Length(8 * r.Float64())
	p.Settling = 0.5 * r.Float64()
	if r.Intn(2) == 0 {
		p.Filler = UsualFiller(shape.UsableTop(p.Headspace))
	}
	return shape, p
}

func TestLitresOfTheLadderFillTheBag(t *testing.T) {
	check := func(seed int64) bool {
		shape, p := anyPlan(rand.New(rand.NewSource(seed)))
		l, err := Lay(shape, p)
		if err != nil {
			return false
		}
		var all, brought, beside, told float64
		for _, of := range []Material{Medium, Chips, Straw} {
			settled, loose := l.WantedMaterial(of)
			all += float64(settled)
			if of != Medium {
				beside += float64(loose)
			}
			brought += float64(loose) * (1 - p.settling(of))
		}
		for _, a := range l.Beside() {
			told += float64(a.Loose)
		}
		usable := float64(shape.Usable(p.Headspace))
		return near(told, beside, 1e-9) && near(all, usable, 1e-6*usable) && near(brought, usable, 1e-6*usable)
	}
	if err := quick.Check(check, nil); err != nil {
		t.Error(err)
	}
}

func TestRungsAreEqualAndNoThickerThanAsked(t *testing.T) {
	check := func(seed int64) bool {
		shape, p := anyPlan(rand.New(rand.NewSource(seed)))
		l, err := Lay(shape, p)
		if err != nil {
			return false
		}
		at := l.Start
		for _, r := range l.Rungs {
			if !near(float64(r.From), float64(at), 1e-9) || r.Thickness() > p.MaxLayer+1e-9 ||
				!near(float64(r.Thickness()), float64(l.Rungs[0].Thickness()), 1e-9) {
				return false
			}
			at = r.To
		}
		return near(float64(at), float64(l.Top), 1e-9)
	}
	if err := quick.Check(check, nil); err != nil {
		t.Error(err)
	}
}

func TestAgainLaysTheRestFromTheActualLevel(t *testing.T) {
	for _, c := range []struct {
		level measure.Length
		rungs int
		thick measure.Length
	}{
		{18, 2, 10}, {23, 2, 7.5}, {30, 1, 8}, {38, 0, 0}, {40, 0, 0},
	} {
		rungs, err := Replan(cask(t), Defaults(Steps), c.level)
		if err != nil || len(rungs) != c.rungs {
			t.Errorf("from %v: %d rungs, %v; want %d", c.level, len(rungs), err, c.rungs)
			continue
		}
		if c.rungs > 0 && !near(float64(rungs[0].Thickness()), float64(c.thick), 1e-9) {
			t.Errorf("from %v: %v thick, want %v", c.level, rungs[0].Thickness(), c.thick)
		}
	}
}

func TestEarliesAndLowBagsAreFilledOnce(t *testing.T) {
	once, err := Lay(cask(t), Defaults(FillOnce))
	if err != nil || once.Start != 38 || len(once.Rungs) != 0 {
		t.Errorf("fill once starts at %v with %d rungs, %v", once.Start, len(once.Rungs), err)
	}
	low, err := bag.NewRound(30, 30, 20)
	if err != nil {
		t.Fatal(err)
	}
	if l, err := Lay(low, Defaults(Steps)); err != nil || l.Start != 16 || len(l.Rungs) != 0 {
		t.Errorf("a 20 cm bag in steps starts at %v with %d rungs, %v; want filled once to 16", l.Start, len(l.Rungs), err)
	}
}

func TestTwoLevelsOfSeed(t *testing.T) {
	l, err := Lay(cask(t), Defaults(TwoLevel))
	if err != nil {
		t.Fatal(err)
	}
	if len(l.Seed) != 2 || !near(float64(l.Seed[0]), 11.4, 1e-9) || !near(float64(l.Seed[1]), 22.8, 1e-9) || l.Start != 38 {
		t.Errorf("seed at %v, filled to %v", l.Seed, l.Start)
	}
}

func TestPlansThatCannotBeLaid(t *testing.T) {
	with := func(change func(*Plan)) Plan {
		p := Defaults(Steps)
		change(&p)
		return p
	}
	shallow, err := bag.NewRound(36, 40, 30)
	if err != nil {
		t.Fatal(err)
	}
	bed, err := bag.NewBed(200, 80)
	if err != nil {
		t.Fatal(err)
	}
	for name, c := range map[string]struct {
		shape bag.Shape
		plan  Plan
		want  error
	}{
		"a bed with no base at all":    {bed, with(func(p *Plan) { p.Base = measure.Length(math.NaN()) }), ErrBase},
		"a bed settling without bound": {bed, with(func(p *Plan) { p.Settling = math.Inf(1) }), ErrSettling},
		"headspace as high as the bag": {cask(t), with(func(p *Plan) { p.Headspace = 42 }), ErrHeadspace},
		"base above the top":           {cask(t), with(func(p *Plan) { p.Base = 60 }), ErrBase},
		"no cover":                     {cask(t), with(func(p *Plan) { p.Cover = 0 }), ErrCover},
		"layer of nothing":             {cask(t), with(func(p *Plan) { p.MaxLayer = 0 }), ErrLayer},
		"all of it settles":            {cask(t), with(func(p *Plan) { p.Settling = 1 }), ErrSettling},
		"two levels in a tray":         {shallow, with(func(p *Plan) { p.School, p.Headspace = TwoLevel, shallow.Height()-11 }), ErrTwoLevel},
		"called for by a seedling":     {cask(t), with(func(p *Plan) { p.Trigger = 1 }), ErrTrigger},
		"all of the stem left showing": {cask(t), with(func(p *Plan) { p.Trigger, p.Showing = 12, 12 }), ErrShowing},
	} {
		if _, err := Lay(c.shape, c.plan); !errors.Is(err, c.want) {
			t.Errorf("%s: %v, want %v", name, err, c.want)
		}
	}
}

func TestWhatIsUnusualIsSaid(t *testing.T) {
	for _, c := range []struct {
		school School
		class  crop.Class
		said   int
	}{
		{Steps, crop.SweetMid, 1}, {TwoLevel, crop.Maincrop, 1}, {TwoLevel, crop.FirstEarly, 0}, {Steps, crop.Maincrop, 0}, {FillOnce, crop.SweetMid, 0},
	} {
		if said := Defaults(c.school).Unusual(cask(t), c.class); len(said) != c.said {
			t.Errorf("%s for %s: %v", c.school, c.class, said)
		}
	}
}

func TestFitLeavesEnoughShowing(t *testing.T) {
	s, p := cask(t), Defaults(Steps)
	l, err := Lay(s, p)
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct{ stem, thick measure.Length }{
		{18, 10}, // leaves 8: at least 6 and a third of 18
		{16, 10},
		{12, 6}, // a third is 4, six must show
		{5, 0},
	} {
		got := p.Fit(s, l.Rungs[0], c.stem)
		if !near(float64(got.Thickness()), float64(c.thick), 1e-9) || got.Cut != (c.thick < 10) {
			t.Errorf("stem of %v takes a layer of %v (cut %v), want %v", c.stem, got.Thickness(), got.Cut, c.thick)
		}
		if got.Thickness() > 0 && c.stem-got.Thickness() < 6-1e-9 {
			t.Errorf("stem of %v shows only %v", c.stem, c.stem-got.Thickness())
		}
	}
}

func TestWorkingsHoldTheirNumbers(t *testing.T) {
	s := cask(t)
	for _, school := range Schools() {
		p := Defaults(school)
		l, err := Lay(s, p)
		if err != nil {
			t.Fatal(err)
		}
		shown := []working.Working{p.LadderWorking(s, l), l.TotalWorking(p), p.RungWorking(s, l.Fills[0])}
		for _, w := range shown {
			for _, step := range w.Steps {
				if !step.Complete() {
					t.Errorf("%s, %s: %q takes %d numbers", school, w.Title, step.Says, len(step.Args))
				}
			}
		}
		sum := measure.Volume(0)
		for _, v := range l.TotalWorking(p).Result.(measure.Loads) {
			sum += v
		}
		if _, loose := l.Wanted(); math.Abs(float64(sum-loose)) > 1e-9 {
			t.Errorf("%s: the working's total differs from the rule's", school)
		}
	}
}

func BenchmarkLadder(b *testing.B) {
	s, p := cask(b), Defaults(Steps)
	b.ReportAllocs()
	for b.Loop() {
		if _, err := Lay(s, p); err != nil {
			b.Fatal(err)
		}
	}
}

// Chips of a fifth of 38 cm lie up to 7.6; the seed lies 10 cm over them, and the
// rest is raised in two layers. Straw goes over the seed only where it is the school.
func TestChipsLieUnderTheMedium(t *testing.T) {
	p := Defaults(Steps)
	p.Filler = UsualFiller(38)
	l, err := Lay(cask(t), p)
	if err != nil || l.Bottom != 7.6 || l.Seed[0] != 17.6 || l.Start != 25.6 || len(l.Rungs) != 2 || l.Fills[0].Of != Chips {
		t.Fatalf("%+v, %v", l, err)
	}
	if _, brought := l.WantedMaterial(Chips); !near(float64(brought), float64(cask(t).Between(0, 7.6))/0.92, 1e-9) {
		t.Errorf("%v of chips", brought)
	}
	straw, err := Lay(cask(t), Defaults(StrawOver))
	settled, loose := straw.WantedMaterial(Straw)
	if medium, _ := straw.Wanted(); err != nil || !near(float64(medium), float64(cask(t).Between(0, 10)), 1e-9) || !near(float64(loose), float64(settled)/0.6, 1e-9) {
		t.Errorf("straw: %v of medium, %v of straw from %v loose, %v", medium, settled, loose, err)
	}
	p.Filler = 14
	if _, err := Lay(cask(t), p); !errors.Is(err, ErrFiller) {
		t.Errorf("14 cm of chips: %v", err)
	}
}

// The grower's own way is laid as it is asked for, and what is unusual is said.
func TestAnOwnWayIsLaidAndItsConsequenceSaid(t *testing.T) {
	c := cask(t)
	p := Defaults(Steps)
	if said := p.Unusual(c, crop.Maincrop); len(said) != 0 {
		t.Errorf("the usual way is unusual: %v", said)
	}
	p.Trigger, p.Showing, p.MaxLayer, p.Raises = 30, 4, 16, OfStraw
	l, err := Lay(c, p)
	if err != nil {
		t.Fatal(err)
	}
	for _, r := range l.Rungs {
		if r.Trigger != 30 || r.Of != Straw || r.Thickness() > 16 {
			t.Errorf("a raise of %+v", r)
		}
	}
	if room := p.Room(30); room != 26 {
		t.Errorf("of 30 cm %v may be buried, want all but 4", room)
	}
	if said := p.Unusual(c, crop.Maincrop); len(said) != 3 {
		t.Errorf("it says %v", said)
	}
	tub, err := bag.NewRound(28, 32, 28)
	if err != nil {
		t.Fatal(err)
	}
	two := Defaults(TwoLevel)
	if l, err = Lay(tub, two); err != nil || len(l.Seed) != 2 {
		t.Errorf("two levels in an ordinary tub: %+v, %v", l, err)
	}
	if said := two.Unusual(tub, crop.Maincrop); len(said) != 2 {
		t.Errorf("two levels of a maincrop in a tub: %v", said)
	}
}

// Straw covers and feeds nothing: of a cask filled with 10 cm of mix and raised in straw, the mix
// alone feeds, π · 10 ÷ 12 · (36² + 36 · 36.95 + 36.95²) cm³.
func TestStrawFeedsNothing(t *testing.T) {
	s, err := bag.NewRound(36, 40, 42)
	if err != nil {
		t.Fatal(err)
	}
	for school, want := range map[School]float64{StrawOver: 10.450, Steps: 42.698} {
		l, err := Lay(s, Defaults(school))
		if err != nil {
			t.Fatal(err)
		}
		if got, _ := l.Wanted(); math.Abs(float64(got)-want) > 0.001 {
			t.Errorf("%s: %.3f L feed, want %.3f", school, float64(got), want)
		}
	}
}

// Straw, leaves, hay and clippings lie on a bed as they do in a bag: their litres are those of the
// ground under them, and they are raised as stems grow.
func TestLitterLiesOnABed(t *testing.T) {
	bed, err := bag.NewBed(200, 100)
	if err != nil {
		t.Fatal(err)
	}
	for raises, want := range map[Raises]struct {
		of    Material
		loose measure.Volume // 15 cm over 2 m²
	}{
		BySchool:    {Straw, 300 / 0.6},
		OfStraw:     {Straw, 300 / 0.6},
		OfHay:       {Hay, 300 / 0.6},
		OfLeaves:    {Leaves, 300 / 0.5},
		OfClippings: {Clippings, 300 / 0.5},
	} {
		p := Defaults(StrawOver)
		p.Raises = raises
		l, err := Lay(bed, p)
		if err != nil {
			t.Fatal(err)
		}
		if len(l.Fills) != 1 || l.Fills[0].Of != want.of || math.Abs(float64(l.Fills[0].Loose-want.loose)) > 1e-6 || len(l.Rungs) != 2 || l.Seed[0] != bed.Height() {
			t.Errorf("%v: %+v", raises, l)
		}
		if got := l.Beside(); len(got) != 1 || got[0].Of != want.of || got[0].Loose <= want.loose {
			t.Errorf("%v: beside %+v", raises, got)
		}
		if settled, _ := l.Wanted(); settled != 0 {
			t.Errorf("%v: %v of medium", raises, settled)
		}
		if left, err := Replan(bed, p, l.Start+10); err != nil || len(left) != 1 || left[0].To != l.Top {
			t.Errorf("%v: after a raise %+v, %v", raises, left, err)
		}
		lengths := make([]float64, 60)
		for i := range lengths {
			lengths[i] = float64(i)
		}
		if got := p.Climbs(bed, Height{Level: l.Start}, Stems{Lengths: lengths}, nil); len(got) != 2 || got[0].Day != 17 {
			t.Errorf("%v: climbs %+v", raises, got)
		}
	}
	p := Defaults(Steps)
	if l, err := Lay(bed, p); err != nil || len(l.Fills)+len(l.Rungs) != 0 || l.Top != bed.Height() {
		t.Errorf("medium on a bed: %+v, %v", l, err)
	}
	p = Defaults(StrawOver)
	if p.Cover = 41; p.check(bed) == nil {
		t.Error("straw higher than any heap")
	}
	for name, want := range map[string]bool{"medium": true, "leaves": true, "chips": false, "": false, "snow": false} {
		if _, ok := MaterialNamed(name); ok != want {
			t.Errorf("%q can be raised: %v", name, ok)
		}
	}
}
