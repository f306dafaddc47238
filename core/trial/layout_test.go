package trial

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"
	"testing/quick"
)

// Whatever the bags, blocks and arms: arms differ by one bag at most, in a block too, and the
// same seed lays the same, in whatever order the bags are named.
func TestLayingIsEvenAndKept(t *testing.T) {
	lays := func(seed uint64, blocks [9]uint8, more uint8) bool {
		arms := 2 + int(more)%3
		var units []Unit
		for i, b := range blocks {
			for k := range 1 + int(b)%3 {
				units = append(units, Unit{fmt.Sprintf("R%d%d", i, k), fmt.Sprint(b % 4)})
			}
		}
		got, err := Lay(units, arms, seed)
		if err != nil {
			return false
		}
		in := map[string][]int{"": make([]int, arms)}
		for i, u := range units {
			if in[u.Block] == nil {
				in[u.Block] = make([]int, arms)
			}
			in[u.Block][got[i]]++
			in[""][got[i]]++
		}
		for _, n := range in {
			if slices.Max(n)-slices.Min(n) > 1 {
				return false
			}
		}
		turned := slices.Clone(units)
		slices.Reverse(turned)
		again, _ := Lay(turned, arms, seed)
		slices.Reverse(again)
		return slices.Equal(got, again)
	}
	if err := quick.Check(lays, nil); err != nil {
		t.Error(err)
	}
}

// Over many seeds a bag comes to each arm as often as to any other.
func TestLayingIsByChance(t *testing.T) {
	units := []Unit{{"R1", "sun"}, {"R2", "sun"}, {"R3", "sun"}, {"R4", "shade"}, {"R5", "shade"}}
	count := make([]int, len(units))
	for seed := range uint64(4000) {
		arms, err := Lay(units, 2, seed)
		if err != nil {
			t.Fatal(err)
		}
		for i, a := range arms {
			count[i] += a
		}
	}
	for i, n := range count {
		if n < 1860 || n > 2140 {
			t.Errorf("%s came to the second arm %d times in 4000", units[i].Name, n)
		}
	}
}

func TestWhatCannotBeLaid(t *testing.T) {
	two := []Unit{{"R1", ""}, {"R2", ""}}
	for want, got := range map[error]func() ([]int, error){
		ErrTrialArms: func() ([]int, error) { return Lay(two, 1, 1) },
		ErrTooFew:    func() ([]int, error) { return Lay(two, 3, 1) },
		ErrTwice:     func() ([]int, error) { return Lay(append(two, two[0]), 2, 1) },
	} {
		if _, err := got(); err != want {
			t.Errorf("%v, want %v", err, want)
		}
	}
}

// Values made of a group's 0.5 more and 2 for each of a covariate: both must come back.
func TestAdjustingFindsWhatWasPutIn(t *testing.T) {
	rng := rand.New(rand.NewPCG(1, 2))
	var values [2][]float64
	var by [2][][]float64
	for g := range values {
		for range 10 {
			c := rng.Float64() + 1.0*float64(g)
			values[g] = append(values[g], 3+0.5*float64(1-g)+2*c+0.001*rng.NormFloat64())
			by[g] = append(by[g], []float64{c, 36}) // all of one size
		}
	}
	a, err := Adjust(values, by)
	if err != nil || math.Abs(a.Diff-0.5) > 0.01 || math.Abs(a.Slopes[0]-2) > 0.01 || a.Low > 0.5 || a.High < 0.5 || !slices.Equal(a.Used, []int{0}) {
		t.Errorf("%+v, %v", a, err)
	}
	if math.Abs(a.Raw-0.5) < 0.1 {
		t.Error("the groups were alike before")
	}
	for g := range by { // a covariate that is the group itself
		for i := range by[g] {
			by[g][i] = []float64{float64(g), 36}
		}
	}
	if _, err := Adjust(values, by); err != ErrAdjust {
		t.Error("a covariate that goes with the groups:", err)
	}
	if _, err := Adjust([2][]float64{values[0][:5], values[1][:5]}, [2][][]float64{by[0][:5], by[1][:5]}); err != ErrAdjust {
		t.Error("10 bags:", err)
	}
}

// An arm of nothing comes to nothing, and a value has a range where either side of it has one.
func TestValuesOfLittle(t *testing.T) {
	if got := (Arm{}).OfTotals(); got != 0 {
		t.Errorf("an empty arm comes to %v", got)
	}
	if got := (Arm{{Of: 5}}).OfTotals(); got != 0 {
		t.Errorf("an arm over nothing comes to %v", got)
	}
	for _, c := range []struct {
		o    Observed
		want bool
	}{{Observed{Of: 1, By: 1}, false}, {Observed{Of: 0.4, By: 1, OfLow: 0.3, OfHigh: 0.5}, true}, {Observed{Of: 1, By: 0.4, ByLow: 0.3, ByHigh: 0.5}, true}} {
		if c.o.ranged() != c.want {
			t.Errorf("%+v has a range: %v", c.o, !c.want)
		}
	}
}
