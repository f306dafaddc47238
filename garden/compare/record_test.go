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

func TestAdviceByFixedRules(t *testing.T) {
	for _, c := range []struct {
		bags, seasons, lost int
		factor              float64
		want                Advice
		says                string
	}{
		{1, 1, 0, 2, TryIt, "One bag tells nothing"},
		{4, 2, 0, 1, KeepIt, "4 bags gave 100 %"},
		{4, 2, 0, 0.7, DropIt, "over 2 seasons gave 70 %"},
		{4, 1, 0, 0.7, TryIt, "One season alone"},
		{3, 2, 0, 0.7, TryIt, "not far enough"},
		{4, 2, 0, 0.9, TryIt, "not far enough"},
		{4, 2, 3, 1, TryIt, "3 of them gave next to nothing"},
	} {
		r := Record{Bags: c.bags, Lost: c.lost, Factor: c.factor, Seasons: make([]SeasonRecord, c.seasons)}
		r.advise(1)
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
