package seed

import (
	"math"
	"testing"
	"testing/quick"

	"glebata/core/measure"
)

func TestSeedIsTakenAsItIsKnown(t *testing.T) {
	about := []measure.Known{"", measure.Estimated}
	for name, c := range map[string]struct {
		known           Known
		count           int
		counted         bool
		mass, low, high measure.Mass
		how             measure.Known
	}{
		"each weighed":        {Known{Pieces: []measure.Mass{58, 55, 52}}, 3, true, 165, 165, 165, measure.Weighed},
		"one about":           {Known{Pieces: []measure.Mass{58, 50}, Hows: about}, 2, true, 108, 98, 118, measure.Estimated},
		"one off a stand-in":  {Known{Pieces: []measure.Mass{58, 50}, Hows: []measure.Known{measure.Simulated}}, 2, true, 108, 108, 108, measure.Simulated},
		"a count and a total": {Known{Count: 4, Total: 230}, 4, true, 230, 230, 230, measure.Counted},
		"a total alone":       {Known{Total: 230}, 5, false, 230, 230, 230, measure.Counted},
		"a range":             {Known{Count: 4, Low: 200, High: 260}, 4, true, 230, 200, 260, measure.Estimated},
		"a count alone":       {Known{Count: 4}, 4, true, 220, 143, 297, measure.Estimated}, // 4 × 55 g, less and plus 35 %
		"nothing":             {Known{}, 5, false, 0, 0, 0, measure.Unknown},
	} {
		a := c.known.Amount(5)
		if a.Count != c.count || a.Counted != c.counted || a.How != c.how || math.Abs(float64(a.Mass-c.mass)) > 1e-9 || math.Abs(float64(a.Low-c.low)) > 1e-9 || math.Abs(float64(a.High-c.high)) > 1e-9 {
			t.Errorf("%s: %+v", name, a)
		}
		if a.Mass > 0 && len(a.Pieces) != a.Count {
			t.Errorf("%s: %d pieces of %d", name, len(a.Pieces), a.Count)
		}
		if w := a.Working(c.known); a.Mass > 0 && (len(w.Steps) == 0 || w.Result != a.Mass) {
			t.Errorf("%s: its working comes to %v", name, w.Result)
		}
	}
}

// What was weighed all together, and not counted, is spread over what was planned: one too.
func TestATotalIsSpreadOverWhatWasPlanned(t *testing.T) {
	for planned, steps := range map[int]int{0: 1, 1: 2, 4: 2} {
		k := Known{Total: 230}
		w := k.Amount(planned).Working(k)
		if len(w.Steps) != steps || steps == 2 && w.Steps[1].Result != 230/measure.Mass(planned) {
			t.Errorf("%d planned: %+v", planned, w.Steps)
		}
	}
}

// However little is known, what is reckoned lies in its own range and its pieces add up.
func TestAmountsHoldTogether(t *testing.T) {
	check := func(count, total, low, more uint8, pieces []uint8) bool {
		k := Known{Count: int(count % 20), Total: measure.Mass(total), Low: measure.Mass(low), High: measure.Mass(low) + measure.Mass(more)}
		for i, p := range pieces {
			k.Pieces = append(k.Pieces, measure.Mass(p)+1)
			k.Hows = append(k.Hows, []measure.Known{"", measure.Estimated, measure.Simulated}[i%3])
		}
		a := k.Amount(7)
		var sum measure.Mass
		for _, p := range a.Pieces {
			sum += p
		}
		return a.Low <= a.Mass+1e-9 && a.Mass <= a.High+1e-9 && math.Abs(float64(sum-a.Mass)) < 1e-6 && a.Count > 0
	}
	if err := quick.Check(check, nil); err != nil {
		t.Error(err)
	}
}
