package bag

import (
	"fmt"
	"math"
	"testing"
	"testing/quick"

	"glebata/core/crop"
	"glebata/core/measure"
)

func closeTo(t *testing.T, what string, got, want, off float64) {
	t.Helper()
	if math.Abs(got-want) > off {
		t.Errorf("%s: %.4f, want %.4f", what, got, want)
	}
}

// Maincrop, 36 L, 3 plants, 3 sprouts, 165 g: Y = 5.4 ÷ (1 + 5.4 ÷ 4.14) = 2.344 kg;
// 9 stems, 0.25 a litre, 4.5 ÷ (1 + 0.25 ÷ 0.6) = 3.176 tubers each, 28.6 in all, 82 g.
func TestExpectationOfTheExample(t *testing.T) {
	e := Expect(Growing{Class: crop.Maincrop, Usable: 36, Plants: 3, Sprouts: 3, Seed: 165, Season: FullSeason})
	closeTo(t, "yield, g", float64(e.Yield), 2343.4, 0.5)
	closeTo(t, "low", float64(e.Low), 0.44*2343.4, 0.5)
	closeTo(t, "high", float64(e.High), 1.56*2343.4, 0.5)
	closeTo(t, "tubers", e.Tubers, 28.59, 0.01)
	closeTo(t, "mean, g", float64(e.Mean), 82, 0.1)
	closeTo(t, "ratio", e.Ratio, 14.2, 0.01)
	g := e.Grades
	closeTo(t, "grades together", g.Small+g.Salad+g.Medium+g.Baker, 1, 1e-12)
}

// The shares must be those of a great many tubers drawn from the distribution:
// here by summing over its quantiles.
func TestGradesAreSharesOfWeight(t *testing.T) {
	const mean = 82.0
	sigma := math.Sqrt(math.Log(1 + tubersVary*tubersVary))
	mu := math.Log(mean) - sigma*sigma/2
	var total, small, salad float64
	for z := -8.0; z < 8; z += 0.0005 {
		w := math.Exp(mu+sigma*z) * math.Exp(-z*z/2)
		total += w
		switch x := math.Exp(mu + sigma*z); {
		case x < 40:
			small += w
		case x < 110:
			salad += w
		}
	}
	g := newGrades(mean)
	closeTo(t, "small", g.Small, small/total, 1e-3)
	closeTo(t, "salad", g.Salad, salad/total, 1e-3)
}

// What is counted on scales the expectation, and its range is of what was promised; a garden of empty
// bags has a range that is wide still.
func TestCalibrationScales(t *testing.T) {
	g := Growing{Class: crop.Maincrop, Usable: 36, Plants: 3, Sprouts: 3, Season: FullSeason}
	plain := Expect(g)
	closeTo(t, "without bags, low", float64(plain.Low/plain.Yield), 0.44, 1e-9)
	closeTo(t, "without bags, high", float64(plain.High/plain.Yield), 1.56, 1e-9)
	g.From = Calibration{Bags: 5, Level: 0.9, Least: 0.5, Most: 1.3}
	own := Expect(g)
	closeTo(t, "counted on", float64(own.Yield/plain.Yield), 0.9, 1e-9)
	closeTo(t, "at the least", float64(own.Low/plain.Yield), 0.5, 1e-9)
	closeTo(t, "at the most", float64(own.High/plain.Yield), 1.3, 1e-9)
	g.From = Calibration{Bags: 4, Level: 0, Least: 0, Most: 0.6}
	if empty := Expect(g); empty.Yield <= 0 || math.Abs(float64(empty.High/plain.Yield)-0.6) > 1e-9 {
		t.Errorf("after empty bags %+v", empty)
	}
}

func TestShallowAndHotBagsGiveLess(t *testing.T) {
	full := Expect(Growing{Class: crop.Maincrop, Usable: 36, Plants: 3, Sprouts: 3, Depth: 38, Season: FullSeason})
	// 5.4 kg uncrowded, of 0.5 m² that carry 3.3 kg in good depth, 300 L of medium.
	for depth, share := range map[measure.Length]float64{19: 0.5, 5: 0.5, 28.5: 0.75, 60: 1, 0: 1} {
		got := Expect(Growing{Class: crop.Maincrop, Usable: 300, Area: 0.5, Plants: 3, Sprouts: 3, Depth: depth, Season: FullSeason})
		closeTo(t, fmt.Sprintf("depth %g", float64(depth)), float64(got.Yield), 5400/(1+5400/(3300*share)), 1e-6)
	}
	if got := Expect(Growing{Class: crop.Maincrop, Usable: 9, Area: 0.5, Plants: 1, Sprouts: 3, Depth: 20, Season: FullSeason}); math.Abs(float64(got.Yield)-1800/(1+1800/(115*9.0))) > 1e-9 {
		t.Errorf("a small pot is limited by its litres alone, and gives %v", got.Yield)
	}
	if got := Expect(Growing{Class: crop.Maincrop, Usable: 36, Plants: 3, Sprouts: 3, Season: 0.6}); math.Abs(float64(got.Yield/full.Yield)-0.6) > 1e-9 {
		t.Error("a season index of 0.6 does not count")
	}
	if (Expect(Growing{Class: crop.Maincrop, Plants: 3, Season: FullSeason})) != (Expectation{}) {
		t.Error("no litres give something")
	}
}

// Harvest never falls when litres or plants rise, and the mean tuber falls as stems
// rise, all else equal.
func TestYieldLawHoldsItsOrder(t *testing.T) {
	classes := crop.Classes()
	holds := func(class, plants, sprouts, litres uint8) bool {
		g := Growing{Class: classes[int(class)%len(classes)], Plants: 1 + int(plants%8), Sprouts: 1 + int(sprouts%5), Usable: measure.Volume(5 + int(litres)), Season: FullSeason}
		e := Expect(g)
		more := g
		more.Usable++
		larger := g
		larger.Plants++
		stems := g
		stems.Sprouts++
		return Expect(more).Yield >= e.Yield && Expect(larger).Yield >= e.Yield && Expect(stems).Mean < e.Mean && e.Low < e.Yield && e.Yield < e.High
	}
	if err := quick.Check(holds, nil); err != nil {
		t.Error(err)
	}
}

func TestAimsChooseWhatTheyAreFor(t *testing.T) {
	cask, err := NewRound(36, 40, 42)
	if err != nil {
		t.Fatal(err)
	}
	choices := Choices(cask, 4, Growing{Class: crop.SecondEarly, Usable: cask.Usable(4), Depth: 38, Season: FullSeason})
	if len(choices)%MaxSprouts != 0 || len(choices) < 10 {
		t.Fatalf("%d choices", len(choices))
	}
	weight, bakers, salad, scarce, show := MaxWeight.Best(choices), Bakers.Best(choices), SaladSize.Best(choices), ScarceSeed.Best(choices), ForShow.Best(choices)
	for _, c := range choices {
		if c.Yield > weight.Yield+0.01 || c.Ratio > scarce.Ratio+1e-6 {
			t.Errorf("%d with %d sprouts is better than what was chosen", c.Plants, c.Sprouts)
		}
	}
	if bakers.Sprouts > salad.Sprouts || bakers.Mean <= salad.Mean {
		t.Errorf("for bakers %d sprouts and %v, for salad %d and %v", bakers.Sprouts, bakers.Mean, salad.Sprouts, salad.Mean)
	}
	if weight.Sprouts != UsualSprouts {
		t.Errorf("for weight, which sprouts do not change, %d are kept", weight.Sprouts)
	}
	if scarce.Plants != 1 || show.Plants != 1 || show.Sprouts != crop.FewSprouts || bakers.Sprouts != crop.FewSprouts {
		t.Errorf("scarce seed plants %d, show %d with %d sprouts", scarce.Plants, show.Plants, show.Sprouts)
	}
	if got := Choices(cask, 4, Growing{Class: crop.SweetMid, Usable: 40, Season: FullSeason}); got[len(got)-1].Sprouts != 1 {
		t.Error("slips have several sprouts")
	}
}

func TestExpectationWorkingsHaveTheirNumbers(t *testing.T) {
	g := Growing{Class: crop.Maincrop, Usable: 36, Depth: 28, Plants: 3, Sprouts: 3, Season: 0.9, From: Calibration{Bags: 2, Seasons: 1, Level: 1.1, Least: 0.6, Most: 1.6, Gave: 1.1}}
	for _, step := range append(ExpectWorking(g).Steps, TubersWorking(g).Steps...) {
		if !step.Complete() {
			t.Errorf("%q has %d numbers", step.Says, len(step.Args))
		}
	}
}

// BenchmarkDesigner weighs 8 plants × 5 sprouts in 12 kinds of bag.
func BenchmarkDesigner(b *testing.B) {
	var shapes []Shape
	for i := range 12 {
		s, err := NewBox(80+measure.Length(i), 70, 82+measure.Length(i), 72, 40)
		if err != nil {
			b.Fatal(err)
		}
		shapes = append(shapes, s)
	}
	n := 0
	b.ReportAllocs()
	for b.Loop() {
		n = 0
		for _, s := range shapes {
			n += len(Choices(s, 4, Growing{Class: crop.FirstEarly, Usable: s.Usable(4), Depth: 36, Season: FullSeason}))
		}
	}
	b.ReportMetric(float64(n), "choices")
}
