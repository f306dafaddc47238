package medium

import (
	"errors"
	"math"
	"testing"
	"testing/quick"

	"glebata/core/crop"
	"glebata/core/measure"
)

func mix(t *testing.T, text string) Mix {
	t.Helper()
	m, err := ParseMix(text)
	if err != nil {
		t.Fatal(err)
	}
	return m
}

// Half and half: (0.75 + 0.95) ÷ 2 = 0.85 kg a litre; 36 L weigh 30.6 kg, with 400 g
// of bag and a kilogram of tops 32 kg. It settles by 13.5 %.
func TestHalfAndHalf(t *testing.T) {
	m := mix(t, "peat mix=50, compost = 50%")
	if got := m.WetWeight(36, 400); math.Abs(float64(got)-32000) > 1e-6 {
		t.Errorf("a wet cask weighs %v, want 32 kg", got)
	}
	if math.Abs(m.Settling()-0.135) > 1e-12 || math.Abs(m.Water()-0.235) > 1e-12 {
		t.Errorf("settles by %g and holds %g", m.Settling(), m.Water())
	}
	if m.String() != "peat mix=50,compost=50" || m.Inert() {
		t.Errorf("it is written %q", m)
	}
	loose := m.Loose(34.6)
	if math.Abs(float64(loose[0]+loose[1])-40) > 1e-9 || loose[0] != loose[1] {
		t.Errorf("34.6 L settled want %v loose", loose)
	}
}

func TestBadMixesAreRefused(t *testing.T) {
	for _, text := range []string{"", "compost", "compost=", "compost=-5", "compost=NaN", "gravel=50", "compost=1e99", ","} {
		if m, err := ParseMix(text); !errors.Is(err, ErrMix) {
			t.Errorf("%q is read as %v, %v", text, m, err)
		}
	}
}

func TestSharesMakeOneAndReadBack(t *testing.T) {
	all := Components()
	holds := func(a, b, c uint8, i, j uint8) bool {
		m := Mix{{all[int(i)%len(all)], float64(a) + 1}, {all[int(j)%len(all)], float64(b) + 1}, {all[0], float64(c) + 1}}
		read, err := ParseMix(m.String())
		if err != nil {
			return false
		}
		sum := 0.0
		for _, p := range read {
			sum += p.Share
		}
		return math.Abs(sum-1) < 1e-9 && read.WetKg() >= 0.15 && read.WetKg() <= 1.9 && read.Settling() < 0.51
	}
	if err := quick.Check(holds, nil); err != nil {
		t.Error(err)
	}
	for _, r := range Recipes() {
		if RecipeNamed(r.Key).Name != r.Name || r.Reason == "" {
			t.Errorf("recipe %s is not found again", r.Key)
		}
	}
}

// 32 L of half and half, maincrop, 5-5-6: 6.4 g of nitrogen less 0.8, half of 5.6 is
// 2.8 g, 56 g of meal.
func TestDressingOfTheExample(t *testing.T) {
	m := RecipeNamed("half").Mix
	meal := Product{Name: "fish meal", Nitrogen: 5, Phosphate: 5, Potash: 6}
	d := Dress(crop.Maincrop, m, 32, meal)
	if math.Abs(d.Target-6.4) > 1e-9 || math.Abs(d.Credit-0.8) > 1e-9 || math.Abs(float64(d.Base)-56) > 1e-9 || d.Refused || len(d.Says) != 0 {
		t.Errorf("%+v, want 56 g", d)
	}
	if d := Dress(crop.FirstEarly, m, 32, meal); d.Base >= 56 || d.Liquid <= 0 {
		t.Errorf("a first early gets %v", d.Base)
	}
	for what, c := range map[string]struct {
		mix     string
		product Product
		refused bool
		says    int
	}{
		"leafy":      {"peat mix=1", Product{"meal", 6, 2, 2, false}, false, 1},
		"no potash":  {"peat mix=1", Product{"horn", 12, 0, 0, false}, false, 1},
		"salts":      {"peat mix=1", Product{"weak", 1, 1, 9, false}, true, 1},
		"no feed":    {"peat mix=1", Product{"sand", 0, 0, 0, false}, false, 1},
		"inert":      {"perlite=1", Product{"meal", 5, 5, 6, false}, false, 1},
		"takes some": {"compost=3,chips=1", Product{"meal", 5, 5, 6, false}, false, 1},
	} {
		d := Dress(crop.Maincrop, mix(t, c.mix), 32, c.product)
		if d.Refused != c.refused || len(d.Says) != c.says {
			t.Errorf("%s: refused %v, says %v", what, d.Refused, d.Says)
		}
	}
	if d := Dress(crop.Maincrop, mix(t, "perlite=1"), 32, meal); d.Base != 0 || d.Liquid != d.Wanted {
		t.Errorf("inert medium is dressed: %+v", d)
	}
	for _, step := range DressWorking(crop.Maincrop, m, 32, meal).Steps {
		if !step.Complete() {
			t.Errorf("%q has %d numbers", step.Says, len(step.Args))
		}
	}
}

func TestAcidityIsJudgedByCrop(t *testing.T) {
	for text, want := range map[string][2]bool{"compost=100": {true, true}, "peat mix=50,compost=50": {false, false}, "acid bark=50,peat mix=50": {false, true}} {
		potato, sweet := Acidity(crop.Potato, mix(t, text)), Acidity(crop.SweetPotato, mix(t, text))
		if potato.Empty() == want[0] || sweet.Empty() == want[1] {
			t.Errorf("%s, pH %.1f: %q, %q", text, mix(t, text).PH(), potato.Says, sweet.Says)
		}
	}
}

// What is bought covers what is wanted, with less than a sack left over.
func TestSacksCoverWhatIsWanted(t *testing.T) {
	holds := func(wanted, stock uint16, sack, price uint8) bool {
		p := Buy(measure.Volume(wanted)/10, measure.Volume(stock)/10, measure.Volume(sack), int(price))
		if sack == 0 {
			return p.Sacks == 0
		}
		have := measure.Volume(stock)/10 + measure.Volume(p.Sacks)*measure.Volume(sack)
		covers := have >= measure.Volume(wanted)/10-1e-6
		thrifty := p.Sacks == 0 || p.Left < measure.Volume(sack)+1e-6
		return covers && thrifty && p.Cost == p.Sacks*int(price) && math.Abs(float64(max(0, have-p.Wanted)-p.Left)) < 1e-6
	}
	if err := quick.Check(holds, nil); err != nil {
		t.Error(err)
	}
}
