package trial

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"
)

// Two varieties of the one class, 2 bags of 1.2 and 1.0, and one of 0.6: all and the class
// (3 + 2.8) ÷ 6 = 0.9667; the varieties (3 × 0.9667 + 2.2) ÷ 5 = 1.02 and (3 × 0.9667 + 0.6) ÷ 4
// = 0.875; a variety never grown is its class. With an early of 0.5 beside them all is 6.3 ÷ 7 =
// 0.9, the class (3 × 0.9 + 2.8) ÷ 6 = 0.9167, the early, alone in its class, (2.7 + 0.5) ÷ 4.
func TestLearningByHand(t *testing.T) {
	l := Learn([]Yielded{{"main", "a", "steps", 1, 1.2}, {"main", "a", "steps", 1, 1}, {"main", "b", "fill", 1, 0.6}})
	for what, pair := range map[string][2]float64{
		"all": {l.All.Factor(), 5.8 / 6}, "class": {l.Class("main").Factor(), 5.8 / 6}, "a": {l.Variety("a", "main").Factor(), 1.02},
		"b": {l.Variety("b", "main").Factor(), 0.875}, "new": {l.Variety("c", "main").Factor(), 5.8 / 6}, "another class": {l.Variety("d", "early").Factor(), 5.8 / 6},
		"steps": {l.School("steps").Factor(), (3 + 2.2/1.02) / 5}, "never tried": {l.School("straw").Factor(), 1},
	} {
		if math.Abs(pair[0]-pair[1]) > 1e-9 {
			t.Errorf("%s: %.4f, want %.4f", what, pair[0], pair[1])
		}
	}
	two := Learn([]Yielded{{"main", "a", "steps", 1, 1.2}, {"main", "a", "steps", 1, 1}, {"main", "b", "fill", 1, 0.6}, {"early", "e", "fill", 1, 0.5}})
	if c, e := two.Class("main").Factor(), two.Variety("e", "early").Factor(); math.Abs(c-5.5/6) > 1e-9 || math.Abs(e-0.8) > 1e-9 {
		t.Errorf("two classes: %.4f and %.4f", c, e)
	}
	if f := Learn(nil).Variety("a", "main").Factor(); f != 1 {
		t.Errorf("with no bags: %v", f)
	}
}

// Where varieties truly differ they are drawn in little, where they do not, much; and what was
// learned comes nearer the truth than each variety's own mean.
func TestDrawingInComesNearerTheTruth(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 3))
	off := func(spread float64) (weight, drawn, own float64) {
		for range 200 {
			var list []Yielded
			truth, means, n := map[string]float64{}, map[string]float64{}, map[string]float64{}
			for v := range 8 {
				name := fmt.Sprint(v)
				truth[name] = 1 + spread*rng.NormFloat64()
				for range 2 + v%3 {
					y := truth[name] + 0.3*rng.NormFloat64()
					list = append(list, Yielded{"main", name, "steps", 1, y})
					means[name], n[name] = means[name]+y, n[name]+1
				}
			}
			l := Learn(list)
			weight += l.varietyK / 200
			for name, want := range truth {
				drawn += math.Pow(l.Variety(name, "main").Factor()-want, 2)
				own += math.Pow(means[name]/n[name]-want, 2)
			}
		}
		return weight, drawn, own
	}
	wide, drawnWide, ownWide := off(0.6)
	narrow, drawnNarrow, ownNarrow := off(0.05)
	if !(wide < 1 && narrow > 5) || drawnNarrow > 0.4*ownNarrow || drawnWide > 1.02*ownWide {
		t.Errorf("weights %.1f and %.1f; off by %.1f of %.1f, and %.1f of %.1f", wide, narrow, drawnWide, ownWide, drawnNarrow, ownNarrow)
	}
}
