package trial

import (
	"math"
	"testing"
)

// The power of a trial is that of the test itself, within 5 points, at other spreads and differences than
// those that its table was drawn at.
func TestPowerAgainstSimulation(t *testing.T) {
	cases := []struct {
		cv, effect float64
		arms, bags int
	}{{0.3, 1, 2, 5}, {0.3, 0.5, 2, 9}, {0.3, 1, 2, 3}, {0.3, 1, 3, 5}, {0.3, 0.5, 3, 11}, {0.3, 1, 4, 6}, {0.3, 0.25, 2, 26}}
	if many(0, 1) == 1 {
		for _, cv := range []float64{0.2, 0.45} {
			for _, effect := range []float64{0.25, 0.5, 1} {
				for arms := 2; arms <= MaxTrialArms; arms++ {
					for _, bags := range []int{3, 5, 7, 12, 25} {
						cases = append(cases, struct {
							cv, effect float64
							arms, bags int
						}{cv, effect, arms, bags})
					}
				}
			}
		}
	}
	for _, c := range cases {
		if got, want := Power(c.cv, c.effect, c.arms, c.bags), called(c.cv, c.effect, c.arms, c.bags, many(250, 2000)); math.Abs(got-want) > 0.05+float64(many(4, 1))*0.01 {
			t.Errorf("%.0f %% more at %.0f %%, %d arms of %d: power %.3f, simulated %.3f", 100*c.effect, 100*c.cv, c.arms, c.bags, got, want)
		}
	}
}

func TestHowManyBagsATrialTakes(t *testing.T) {
	for _, c := range []struct {
		effect float64
		arms   int
		want   [2]int
	}{{1, 2, [2]int{4, 5}}, {0.5, 2, [2]int{8, 10}}, {0.25, 2, [2]int{23, 27}}, {1, 3, [2]int{5, 6}}, {0.5, 3, [2]int{9, 12}}, {1, 4, [2]int{5, 7}}, {0.5, 4, [2]int{10, 14}}, {0.25, 4, [2]int{30, 44}}} {
		n, err := BagsPerArm(0.3, c.effect, c.arms)
		if err != nil || n < c.want[0] || n > c.want[1] {
			t.Errorf("%.0f %% more, %d arms: %d bags each, want %v, %v", 100*c.effect, c.arms, n, c.want, err)
		}
		if n > FewestBags && Power(0.3, c.effect, c.arms, n-1) >= WantedPower {
			t.Errorf("%d bags are not the fewest", n)
		}
	}
	last := 0.0
	for n := FewestBags; n < 120; n++ { // more bags never see less, past the end of the table neither
		p := Power(0.3, 0.25, 3, n)
		if p < last-0.02 {
			t.Errorf("%d bags see %.3f, one fewer %.3f", n, p, last)
		}
		last = p
	}
	for _, bad := range [][3]float64{{0, 0.5, 2}, {0.3, 0, 2}, {0.3, 0.5, 1}, {0.3, 0.5, 5}, {math.NaN(), 0.5, 2}, {2, 0.02, 2}} {
		if n, err := BagsPerArm(bad[0], bad[1], int(bad[2])); err == nil {
			t.Errorf("%v: %d bags", bad, n)
		}
	}
	effect, ok := Detectable(0.3, 2, 9)
	if !ok || effect > 0.55 || Power(0.3, effect, 2, 9) < WantedPower || Power(0.3, effect-0.05, 2, 9) >= WantedPower {
		t.Errorf("9 bags see %v", effect)
	}
}

// Bags that vary within their groups, those of bins left out: 2 and 4 about 3, 5 and 7 about 6, are √2 ÷ 3
// and √2 ÷ 6. Few are taken with caution.
func TestHowBagsVary(t *testing.T) {
	groups := []Arm{armOf(2, 4), append(armOf(5, 7), Observed{Of: 60, By: 1, Bins: []BinShare{{Bin: "a", Parts: 2}}}), armOf(9)}
	v := VaryWithin(groups)
	want := math.Sqrt((2.0/9 + 2.0/36) / 2)
	if math.Abs(v.CV-want) > 1e-12 || v.Bags != 4 || v.Free != 2 {
		t.Errorf("%+v, want %.4f", v, want)
	}
	if c := v.Cautious(); math.Abs(c-want*math.Sqrt(2/0.57536)) > 1e-3 { // χ² of 2: −2 ln 0.75
		t.Errorf("with caution %.4f", c)
	}
}
