package medium

import (
	"errors"
	"math"
	"testing"
	"testing/quick"

	"glebata/core/advice"
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
	all := Usual()
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
	d := Dress(crop.Maincrop, m, 32, meal, HalfIn)
	if math.Abs(d.Target-6.4) > 1e-9 || math.Abs(d.Credit-0.8) > 1e-9 || math.Abs(float64(d.Base)-56) > 1e-9 || d.Refused || len(d.Advice) != 0 {
		t.Errorf("%+v, want 56 g", d)
	}
	if d := Dress(crop.FirstEarly, m, 32, meal, HalfIn); d.Base >= 56 || d.Liquid <= 0 {
		t.Errorf("a first early gets %v", d.Base)
	}
	for what, c := range map[string]struct {
		mix     string
		product Product
		refused bool
		says    int
	}{
		"leafy":      {"peat mix=1", Product{Name: "meal", Nitrogen: 6, Phosphate: 2, Potash: 2}, false, 1},
		"no potash":  {"peat mix=1", Product{Name: "horn", Nitrogen: 12, Phosphate: 0, Potash: 0}, false, 1},
		"salts":      {"peat mix=1", Product{Name: "weak", Nitrogen: 1, Phosphate: 1, Potash: 9}, true, 1},
		"no feed":    {"peat mix=1", Product{Name: "sand", Nitrogen: 0, Phosphate: 0, Potash: 0}, false, 1},
		"inert":      {"perlite=1", Product{Name: "meal", Nitrogen: 5, Phosphate: 5, Potash: 6}, false, 1},
		"takes some": {"compost=3,chips=1", Product{Name: "meal", Nitrogen: 5, Phosphate: 5, Potash: 6}, false, 1},
	} {
		d := Dress(crop.Maincrop, mix(t, c.mix), 32, c.product, HalfIn)
		if d.Refused != c.refused || len(d.Advice) != c.says {
			t.Errorf("%s: refused %v, says %v", what, d.Refused, d.Advice)
		}
	}
	if d := Dress(crop.Maincrop, mix(t, "perlite=1"), 32, meal, HalfIn); d.Base != 0 || d.Liquid != d.Wanted {
		t.Errorf("inert medium is dressed: %+v", d)
	}
}

func TestAcidityIsJudgedByCrop(t *testing.T) {
	for text, want := range map[string][2]bool{"compost=100": {true, true}, "peat mix=50,compost=50": {false, false}, "acid bark=50,peat mix=50": {false, true}} {
		potato, sweet := Acidity(crop.Potato, mix(t, text)), Acidity(crop.SweetPotato, mix(t, text))
		if (len(potato) == 0) == want[0] || (len(sweet) == 0) == want[1] {
			t.Errorf("%s, pH %.1f: %v, %v", text, mix(t, text).PH(), potato, sweet)
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

// A maincrop in 32 L of half and half: 5.6 g of nitrogen beyond the mix, half of it
// as 56 g of meal over three layers by volume, half as liquid of 3 % every 14 days.
func TestASeasonOfFeedAddsUp(t *testing.T) {
	meal := Product{Name: "meal", Nitrogen: 5, Phosphate: 5, Potash: 6, Handful: 28}
	liquid := Product{Name: "liquid", Nitrogen: 3, Phosphate: 2, Potash: 6, Liquid: true, Dilution: 8}
	ask := FeedAsk{Class: crop.Maincrop, Mix: RecipeNamed("half").Mix, Litres: 32, Layers: []measure.Volume{16, 8, 8}, Base: &meal, Liquid: &liquid, From: 150, Until: 210}
	f := FeedSeason(ask)
	if len(f.Layers) != 3 || math.Abs(float64(f.Layers[0].Dose)-28) > 1e-9 || len(f.Feedings) != 5 || f.Feedings[1].Day != 164 || f.Refused {
		t.Fatalf("%+v", f)
	}
	// 2.8 g ÷ 5 ÷ 30 g a litre of concentrate, 8 mL in a litre of water.
	if each := f.Feedings[0]; math.Abs(float64(each.Product)-2.8/5/30) > 1e-9 || math.Abs(float64(each.Water)-2.8/5/30*125) > 1e-9 {
		t.Errorf("each feed %+v", each)
	}
	if math.Abs(f.Brings.Nitrogen-6.4) > 1e-9 || len(f.Advice) != 0 {
		t.Errorf("brings %+v, minds %v", f.Brings, f.Advice)
	}
	for _, step := range SeasonWorking(ask).Steps {
		if !step.Complete() {
			t.Errorf("%q has %d numbers", step.Says, len(step.Args))
		}
	}
	ask.Mix = mix(t, "perlite=1")
	if f = FeedSeason(ask); len(f.Layers) != 0 || len(f.Feedings) != 9 || f.Feedings[1].Day != 157 || math.Abs(f.Brings.Nitrogen-6.4) > 1e-9 {
		t.Errorf("inert: %+v", f)
	}
	salty := Product{Name: "potash", Nitrogen: 1, Potash: 9, Liquid: true, Dilution: 8}
	if ask.Liquid = &salty; !FeedSeason(ask).Refused {
		t.Error("57 g of potash are recommended")
	}
	leafy := Product{Name: "leafy", Nitrogen: 9, Potash: 1, Liquid: true, Dilution: 8}
	if ask.Liquid = &leafy; len(FeedSeason(ask).Advice) == 0 {
		t.Error("nine times as much nitrogen as potash is not minded")
	}
	ask.Liquid, ask.Base = nil, nil
	if f = FeedSeason(ask); !f.Advice.Has(advice.Hungry) || len(f.Advice) != 2 || f.Brings.Nitrogen != 0 {
		t.Errorf("with nothing: %+v", f)
	}
}

func TestADoseIsSplitWithoutLoss(t *testing.T) {
	holds := func(dose uint16, a, b, c uint8) bool {
		parts := Split(measure.Mass(dose), []measure.Volume{measure.Volume(a), measure.Volume(b), measure.Volume(c) + 1})
		return math.Abs(float64(parts[0]+parts[1]+parts[2])-float64(dose)) < 1e-6 && parts[0] >= 0
	}
	if err := quick.Check(holds, nil); err != nil {
		t.Error(err)
	}
}

// The grower's own numbers stand in place of the usual in every recipe; what is not
// well rotted is minded.
func TestOwnComponentsGoIntoRecipes(t *testing.T) {
	own := []Component{{Key: "compost", Name: "heap compost", WetKg: 1.2, Settling: 0.2, Water: 0.2, PH: 6.8, Fresh: true}, {Key: "seaweed", Name: "seaweed", WetKg: 0.9, Settling: 0.3, Water: 0.3, PH: 7, Potash: 0.4}}
	cs := Usual().With(own)
	if len(cs) != len(Usual())+1 {
		t.Fatalf("%d components", len(cs))
	}
	half := cs.Recipes()[0].Mix
	if math.Abs(half.WetKg()-0.975) > 1e-9 || len(Rotting(half)) != 1 || RecipeNamed("half").Mix.WetKg() == half.WetKg() {
		t.Errorf("half and half weighs %g, minds %v", half.WetKg(), Rotting(half))
	}
	if m, err := cs.ParseMix("seaweed=1,compost=1"); err != nil || m.PH() != 6.9 {
		t.Errorf("%v, %v", m, err)
	}
}

// For any mix and products: what is poured and strewn brings what is said, never more
// than half as much again unless it is refused, and doses are never negative.
func TestFeedNeverPassesSaltsUnsaid(t *testing.T) {
	holds := func(n, p, k, ln, lk uint8, share uint8, litres uint8, class uint8) bool {
		all := Usual()
		m := Mix{{Component: all[int(share)%len(all)], Share: 0.5}, {Component: all[2], Share: 0.5}}
		base := Product{Name: "dry", Nitrogen: float64(n % 30), Phosphate: float64(p % 30), Potash: float64(k % 30)}
		liquid := Product{Name: "wet", Nitrogen: float64(ln % 12), Potash: float64(lk % 12), Liquid: true, Dilution: 8}
		v := measure.Volume(litres%80) + 5
		f := FeedSeason(FeedAsk{Class: crop.Classes()[int(class)%7], Mix: m, Litres: v, Layers: []measure.Volume{v / 2, v / 2}, Base: &base, Liquid: &liquid, From: 100, Until: 160})
		for _, l := range f.Layers {
			if l.Dose < 0 {
				return false
			}
		}
		for _, x := range f.Feedings {
			if x.Product < 0 || x.Water < 0 {
				return false
			}
		}
		over := f.Brings.Nitrogen > 1.5*f.Wants.Nitrogen+1e-6 || f.Brings.Phosphate > 1.5*f.Wants.Phosphate+1e-6 || f.Brings.Potash > 1.5*f.Wants.Potash+1e-6
		return (!over || f.Refused && len(f.Advice) > 0) && f.Brings.Nitrogen <= math.Max(f.Target, f.Credit)+1e-6
	}
	if err := quick.Check(holds, &quick.Config{MaxCount: 500}); err != nil {
		t.Error(err)
	}
}

// However it is given, a season's feed brings the nitrogen that is wanted, where the way has put it;
// what was worked in before takes the place of the base dressing.
func TestWaysOfFeeding(t *testing.T) {
	dry, liquid := Product{Nitrogen: 5, Phosphate: 5, Potash: 6}, Product{Nitrogen: 3, Phosphate: 2, Potash: 6, Liquid: true, Dilution: 5}
	ask := FeedAsk{Class: crop.Maincrop, Mix: mix(t, "peat mix=1"), Layers: []measure.Volume{10, 12, 10}, Litres: 32, Base: &dry, Liquid: &liquid, From: 150, Until: 206}
	const wanted = 0.2 * 32 // g of nitrogen; the mix brings none
	for way, want := range map[FeedWay]struct {
		base   float64 // g of the dry product
		layers int
		pours  int
	}{
		HalfIn:  {64, 3, 5},
		AllIn:   {128, 1, 0},
		ByLayer: {128, 3, 0},
		InWater: {0, 0, 5},
	} {
		a := ask
		if a.Way = way; way == AllIn {
			a.Layers = a.Layers[:1]
		}
		f := FeedSeason(a)
		if math.Abs(float64(f.Base)-want.base) > 1e-9 || len(f.Layers) != want.layers || len(f.Feedings) != want.pours || math.Abs(f.Brings.Nitrogen-wanted) > 1e-9 || !way.Known() {
			t.Errorf("%s: %+v", way.Name(), f)
		}
	}
	ask.Stacked, _ = dry.NutrientsOf(100, 0) // 5 g of nitrogen
	for way, water := range map[FeedWay]float64{HalfIn: wanted - 5, AllIn: 0, InWater: wanted - 5} {
		a := ask
		a.Way = way
		f := FeedSeason(a)
		poured := 0.0
		for _, p := range f.Feedings {
			poured += liquid.nutrients().Nitrogen * float64(p.Product)
		}
		if f.Base != 0 || len(f.Layers) != 0 || math.Abs(poured-water) > 1e-9 || math.Abs(f.Brings.Nitrogen-5-water) > 1e-9 {
			t.Errorf("%s, stacked: %+v", way.Name(), f)
		}
	}
	ask.Stacked, ask.Base = Nutrients{}, nil
	if ask.Way = AllIn; !FeedSeason(ask).Advice.Has(advice.Hungry) {
		t.Error("all in with nothing to put in is well fed")
	}
	if FeedWay("thrown").Known() {
		t.Error("a way unheard of")
	}
}
