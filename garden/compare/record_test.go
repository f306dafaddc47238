package compare

import (
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// A variety is kept or dropped where the model is sure enough, and else tried on; what was seen and what
// is counted on are told apart.
func TestAdviceByFixedRules(t *testing.T) {
	for _, c := range []struct {
		from   bag.Calibration
		chance float64
		others bool
		lost   int
		want   Advice
		says   string
	}{
		{bag.Calibration{Bags: 1, Gave: 2, Level: 1.1}, 0.7, true, 0, TryIt, "1 bag gave 200 % of what their plans promised; count on 110 %: too few to tell yet."},
		{bag.Calibration{Bags: 4, Gave: 1, Level: 0.98}, 0.83, true, 0, KeepIt, "above the mean of yours 83 times in 100"},
		{bag.Calibration{Bags: 4, Gave: 0.5, Level: 0.7}, 0.08, true, 0, DropIt, "under the mean of yours 92 times in 100"},
		{bag.Calibration{Bags: 4, Gave: 0.5, Level: 0.7}, 0.21, true, 0, TryIt, "too few to tell yet"},
		{bag.Calibration{Bags: 9, Gave: 1.2, Level: 1.1}, 0, false, 0, TryIt, "It is the only one"},
		{bag.Calibration{Bags: 6, Far: true}, 0.9, true, 0, TryIt, "No bag of it is known in full"},
		{bag.Calibration{Bags: 4, Gave: 1, Level: 1}, 0.9, true, 3, KeepIt, "3 of them gave next to nothing"},
	} {
		r := Record{Lost: c.lost, Factor: c.from.Factor()}
		r.advise(c.from, c.chance, c.others)
		if says := r.Reason.In(measure.Metric); r.Advice != c.want || !strings.Contains(says, c.says) {
			t.Errorf("%+v: %s, %s", c, r.Advice, says)
		}
	}
}

// Two seasons of one bag that lasts four and cost 6.90: bought once, a quarter of it each season.
func TestOutlayIsOfTheSeasonItWasBoughtFor(t *testing.T) {
	var bags []Bag
	for year := 2023; year <= 2025; year++ {
		b := *made(t, 1, hill.Steps, 3, 165, 2000, measure.Date(year, 4, 10)).PlantingForecast
		b.Season.Year, b.Bag.Model.Price, b.Bag.Model.Lasts = year, 690, 4
		b.Layers = []logbook.Layer{{Of: hill.Medium, Settled: 40}}
		bags = append(bags, Gather([]forecast.PlantingForecast{b}, Garden{Prices: Prices{Uses: 2}})[0])
	}
	m := Reckon(bags, Prices{Kilo: 200, Uses: 2})
	if len(m.Years) != 3 || m.Years[0].Outlay != 690 || m.Years[1].Outlay != 0 || m.All.Cost.Bag != 3*172.5 || m.Years[2].Worth != 400 {
		t.Errorf("%+v", m.Years)
	}
}

// Slips and rows in the ground have measures of their own, and never stand among potatoes in bags.
func TestEachKindHasItsOwnMeasures(t *testing.T) {
	slips := *made(t, 8, hill.FillOnce, 4, 0, 2000, measure.Date(2025, 6, 2)).PlantingForecast
	slips.Variety.Class = crop.SweetEarly
	row, err := bag.NewBed(500, 60)
	if err != nil {
		t.Fatal(err)
	}
	ground := *made(t, 9, hill.FillOnce, 12, 700, 9000, measure.Date(2025, 4, 20)).PlantingForecast
	ground.Bag.Model.Shape = row
	all := append(six(t), Gather([]forecast.PlantingForecast{slips, ground}, Garden{})...)
	for kind, want := range map[Kind]struct {
		measure string
		bags    int
		value   string
	}{Tubers: {"ratio", 6, "11.2"}, Slips: {"slip", 1, "500 g"}, Ground: {"metre", 1, "1.80 kg"}, Both: {"area", 7, "5.35 kg"}} { // (11.1 + 9) kg ÷ (6 × 0.1257 + 3) m²
		s, unknown := New(all, Ask{Kind: kind})
		g := s.All()
		if len(unknown) > 0 || s.Measure.Key != want.measure || len(g.Bags) != want.bags || measure.Metric.Print(s.Value(&g)) != want.value {
			t.Errorf("%s: %s of %d bags, %s", kind, s.Measure.Key, len(g.Bags), measure.Metric.Print(s.Value(&g)))
		}
	}
}

// A box, a sack and a row stand beside bags by what they are, and sizes that are not alike stand apart.
func TestContainersStandBesideOneAnother(t *testing.T) {
	shape := func(s bag.Shape, err error) bag.Shape {
		t.Helper()
		if err != nil {
			t.Fatal(err)
		}
		return s
	}
	for _, c := range []struct {
		shape        bag.Shape
		litres       measure.Volume
		grown, sizes string
	}{
		{shape(bag.NewRound(24, 24, 20)), 8, "bag or pot", "7 L to 10 L"},
		{shape(bag.NewBox(40, 40, 40, 40, 30)), 14, "box", "14 L to 20 L"},
		{shape(bag.NewSack(60, 80)), 11, "sack", "10 L to 14 L"},
		{shape(bag.NewBed(500, 60)), 0, "bed or row in the ground", ""},
	} {
		b := *made(t, 9, hill.FillOnce, 2, 120, 900, measure.Date(2025, 4, 20)).PlantingForecast
		b.Bag.Model.Shape, b.Layers = c.shape, []logbook.Layer{{Of: hill.Medium, Settled: c.litres}}
		of := &Gather([]forecast.PlantingForecast{b}, Garden{})[0]
		grown, ok := FactorNamed("grown").Level(of)
		if got := grown.Name.In(measure.Metric); !ok || got != c.grown {
			t.Errorf("grows in %q, want %q", got, c.grown)
		}
		sizes, ok := FactorNamed("litres").Level(of)
		if got := sizes.Name.In(measure.Metric); ok != (c.sizes != "") || got != c.sizes {
			t.Errorf("%g L stand among %q, want %q", c.litres, got, c.sizes)
		}
	}
}

// A variety that nobody knows is neither kept nor dropped, whatever its bags gave.
func TestWhatNobodyKnowsIsNotAdvised(t *testing.T) {
	all := six(t)
	for i := range all {
		all[i].Variety.ID, all[i].Variety.Name = 7, logbook.UnknownName(all[i].Variety.Class)
	}
	list := Varieties(all, forecast.Learned{})
	if len(list) != 1 || list[0].Advice != TryIt || !strings.Contains(list[0].Reason.In(measure.Metric), "Nobody knows what it is") {
		t.Errorf("%+v", list)
	}
}
