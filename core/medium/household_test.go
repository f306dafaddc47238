package medium

import (
	"math"
	"math/rand/v2"
	"testing"

	"glebata/core/measure"
)

// 56 g in three layers by handfuls of 35 g are 1½ handfuls and a little; followed, they
// come to the whole within a tenth, or are to be weighed.
func TestHouseholdMeasuresAddUp(t *testing.T) {
	rng := rand.New(rand.NewPCG(1, 2))
	for range 2000 {
		p := Product{Handful: measure.Mass(20 + rng.IntN(40))}
		doses := make([]measure.Mass, 1+rng.IntN(7))
		var total measure.Mass
		for i := range doses {
			doses[i] = measure.Mass(1 + 60*rng.Float64())
			total += doses[i]
		}
		given := 0.0
		for i, h := range p.InHands(doses) {
			each := float64(Teaspoon)
			if h.Unit == "handful" {
				each = float64(p.Handful)
			}
			if h.Count < 0 || math.Abs(h.Count*4-math.Round(h.Count*4)) > 1e-9 {
				t.Fatalf("dose %d of %v is %v", i, doses, h)
			}
			given += h.Count * each
		}
		if given > 0 && math.Abs(given/float64(total)-1) > 0.1 {
			t.Fatalf("%v by handfuls of %v come to %.1f g", doses, p.Handful, given)
		}
		if given == 0 && total > 13 {
			t.Fatalf("%v g have no household measure", total)
		}
	}
	for h, want := range map[Household]string{{1.5, "handful"}: "1½ handfuls", {0.5, "handful"}: "half a handful", {1, "teaspoon"}: "1 teaspoon", {0.25, "handful"}: "¼ handful", {}: "weigh it", {2, "handful"}: "2 handfuls"} {
		if got := h.String(); got != want {
			t.Errorf("%+v is %q, want %q", h, got, want)
		}
	}
}
