package forecast

import (
	"slices"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/harvest"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// pooled is a finished bag that was weighed in bins with others.
func pooled(t *testing.T, id int, index float64, bins map[string]measure.Mass) PlantingForecast {
	t.Helper()
	var log []logbook.Entry
	for bin, g := range bins {
		log = append(log, logbook.Entry{Kind: logbook.Weighed, Day: plantedOn + 130, Group: bin, Batches: []logbook.Batch{{How: measure.Pooled, Gross: g, Grade: "keep", Low: 0.7 * g, High: 1.3 * g}}})
	}
	log = append(log, logbook.Entry{Kind: logbook.Closed, Day: plantedOn + 130})
	f := PlantingForecast{PlantingState: stateOf(t, log...)}
	f.Planting.ID, f.Bag.ID, f.Index = logbook.ID(id), logbook.ID(id), index
	return f
}

// Bags that share bins are one weighing, known as the bins were however they are shared out; where one of
// them tells nothing of itself the bin tells nothing.
func TestBagsOfABinAreOneWeighing(t *testing.T) {
	single := PlantingForecast{PlantingState: stateOf(t, logbook.Entry{Kind: logbook.Weighed, Day: plantedOn + 130, Batches: []logbook.Batch{{Gross: 900, Grade: "keep"}}}, logbook.Entry{Kind: logbook.Closed, Day: plantedOn + 130})}
	single.Planting.ID, single.Index = 9, 1
	for name, c := range map[string]struct {
		bags []PlantingForecast
		want []float64 // harvests of weighings, g
		of   []int     // bags of each
	}{
		"two bins and a bag": {[]PlantingForecast{pooled(t, 1, 1, map[string]measure.Mass{"a": 1000}), single, pooled(t, 2, 1, map[string]measure.Mass{"a": 2000}), pooled(t, 3, 1, map[string]measure.Mass{"b": 500}), pooled(t, 4, 1, map[string]measure.Mass{"b": 700})},
			[]float64{900, 3000, 1200}, []int{1, 2, 2}},
		"a chain of bins":      {[]PlantingForecast{pooled(t, 1, 1, map[string]measure.Mass{"a": 1000}), pooled(t, 2, 1, map[string]measure.Mass{"a": 500, "b": 400}), pooled(t, 3, 1, map[string]measure.Mass{"b": 300})}, []float64{2200}, []int{3}},
		"one lifted too early": {[]PlantingForecast{pooled(t, 1, 1, map[string]measure.Mass{"a": 1000}), pooled(t, 2, 0.1, map[string]measure.Mass{"a": 500})}, nil, nil},
	} {
		got := YieldsOf(c.bags, nil).list
		if len(got) != len(c.want) {
			t.Errorf("%s: %d weighings, want %d", name, len(got), len(c.want))
			continue
		}
		for i, y := range got {
			w := y.weighing
			if w.Low != c.want[i] || w.High != c.want[i] || len(w.Bags) != c.of[i] {
				t.Errorf("%s: weighing %d is %g to %g of %d bags, want %g of %d", name, i, w.Low, w.High, len(w.Bags), c.want[i], c.of[i])
			}
		}
	}
}

// Bags even out, their season does not: the range of many together is no narrower than what they have in
// common.
func TestASumHasItsSeasonInCommon(t *testing.T) {
	sum := func(n int) float64 {
		var list []PlantingForecast
		var growing []bag.Growing
		var found []*EnsembleForecast
		for i := range n {
			f := PlantingForecast{PlantingState: stateOf(t)}
			f.Bag.ID, f.Grown = logbook.ID(i+1), &GrowthRun{}
			e := &EnsembleForecast{Years: make([]float32, ensembleYears)}
			for k := range e.Years {
				e.Years[k] = 1
			}
			list, found = append(list, f), append(found, e)
			growing = append(growing, bag.Growing{Class: crop.Maincrop, Plants: 3, Sprouts: 3, Seed: 165, Usable: 40, Depth: 36})
		}
		h := SumOutlooks(list, growing, found)
		return float64(h.High-h.Low) / float64(h.High+h.Low)
	}
	one, many := sum(1), sum(64)
	if many >= one || many < 0.3 || many > 0.5 {
		t.Errorf("one bag ±%.2f, 64 together ±%.2f: 0.40 of it is their season's", one, many)
	}
}

// Other gardens stand in lanes of their own behind varieties and seasons, each weighing by what it gave of
// what was promised of all its bags.
func TestOtherGardensInTheFit(t *testing.T) {
	others := []Other{{OtherGarden: logbook.OtherGarden{Name: "over the fence", Crop: crop.Potato, Weighings: []harvest.Weighing{
		{Bags: []harvest.Bag{{Variety: "Signal Copper", Season: "2024", Expected: 1000}, {Variety: "Low Lamp", Season: "2024", Expected: 500}}, Low: 1200, High: 1500},
		{Bags: []harvest.Bag{{Variety: "Low Lamp", Season: "2023", Expected: 800}}, Low: 400, High: 400},
	}}}, {OtherGarden: logbook.OtherGarden{Name: "sweet", Crop: crop.SweetPotato}}}
	own := PlantingForecast{PlantingState: stateOf(t, logbook.Entry{Kind: logbook.Weighed, Day: plantedOn + 130, Batches: []logbook.Batch{{Gross: 900, Grade: "keep"}}}, logbook.Entry{Kind: logbook.Closed, Day: plantedOn + 130})}
	own.Planting.ID, own.Index = 9, 1
	finished := []PlantingForecast{own}
	lanes := FitOf(finished, others, Learn(finished, others), crop.Potato)
	if len(lanes) != 3 || lanes[0].OfSeason || lanes[0].Else || !lanes[1].OfSeason || !lanes[2].Else || lanes[2].Level {
		t.Fatalf("lanes are %+v", lanes)
	}
	want := []FitPoint{{Label: "Signal Copper", Year: 2024, Share: 0.9, Low: 0.8, High: 1}, {Label: "Low Lamp", Year: 2023, Share: 0.5, Low: 0.5, High: 0.5}}
	if !slices.Equal(lanes[2].Points, want) || lanes[2].Name != "over the fence" {
		t.Errorf("%s: %+v, want %+v", lanes[2].Name, lanes[2].Points, want)
	}
	if p := lanes[0].Points; len(p) != 1 || p[0] != lanes[1].Points[0] || p[0].Share != p[0].Low || p[0].Planting != 9 {
		t.Errorf("one's own weighing is %+v of its variety and %+v of its season", p, lanes[1].Points)
	}
}

// A variety that nobody knows is another one each season: its lots are not taken for one another, here or
// from another garden.
func TestEachLotOfAnUnknownVarietyIsItsOwn(t *testing.T) {
	grown := func(id int, year int) PlantingForecast {
		f := PlantingForecast{PlantingState: stateOf(t, logbook.Entry{Kind: logbook.Weighed, Day: plantedOn + 130, Batches: []logbook.Batch{{Gross: 900, Grade: "keep"}}}, logbook.Entry{Kind: logbook.Closed, Day: plantedOn + 130})}
		f.Planting.ID, f.Index, f.Season.Year = logbook.ID(id), 1, year
		f.Variety.ID, f.Variety.Name = 7, logbook.UnknownName(f.Variety.Class)
		return f
	}
	finished := []PlantingForecast{grown(1, 2024), grown(2, 2024), grown(3, 2025)}
	other := Other{OtherGarden: logbook.OtherGarden{Name: "over the fence", Crop: crop.Potato, Weighings: []harvest.Weighing{
		{Bags: []harvest.Bag{{Variety: finished[0].Variety.Name, Season: "2025", Garden: "over the fence", Expected: 1000}}, Low: 500, High: 500},
	}}, Own: map[string]logbook.ID{finished[0].Variety.Name: 7}}
	learned := Learn(finished, []Other{other})
	if n := len(learned.of[crop.Potato].Varieties()); n != 2 {
		t.Errorf("two seasons of one's own are %d varieties", n)
	}
	if c := learned.For(finished[0].Variety.Class, 7, ""); !c.Far || c.Of != "other varieties" {
		t.Errorf("the next lot is counted on as %+v", c)
	}
	named := NamedWeighings(finished, crop.Potato, func(logbook.ID) bool { return false })
	if held := NamedWeighings(finished, crop.Potato, func(id logbook.ID) bool { return id == 2 }); len(held) != 2 {
		t.Errorf("%d of three are left when one is held back", len(held))
	}
	if a, b, c := named[0].Bags[0].Variety, named[1].Bags[0].Variety, named[2].Bags[0].Variety; a != b || b == c || a != finished[0].Variety.Name+" of 2024" {
		t.Errorf("they are told apart as %q, %q and %q", a, b, c)
	}
}

// The sheet of a bag: 900 g to keep and 100 g discarded, of three plants that had nine stems, in half an hour.
func TestFiguresOfALiftSheet(t *testing.T) {
	f := PlantingForecast{PlantingState: stateOf(t, logbook.Entry{Kind: logbook.Weighed, Day: plantedOn + 130, Level: 30,
		Batches: []logbook.Batch{{Gross: 900, Grade: "keep"}, {Gross: 100, Grade: "green"}}})}
	got := map[string]string{}
	for _, l := range f.LiftFigures(9) {
		got[l.Says] = l.Value.In(measure.Metric)
		if l.Own != "" && len(l.Working.Steps) < 2 {
			t.Errorf("%s has no working", l.Says)
		}
	}
	for says, want := range map[string]string{"a stem": "100 g", "a plant": "300 g", "of it to keep": "90 %", "an hour of lifting": "2.00 kg"} {
		if got[says] != want {
			t.Errorf("%s: %q, want %q; all: %v", says, got[says], want, got)
		}
	}
}
