package garden_test

import (
	"math"
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/harvest"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// shelf is a plot with three more kinds of bag.
func shelf(t *testing.T) *plot {
	t.Helper()
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	for name, m := range map[string]struct {
		base, height measure.Length
		drain        bag.Drain
	}{"cup": {18, 22, bag.BaseHoles}, "vat": {60, 45, bag.BaseHoles}, "bin": {45, 50, bag.NoHoles}} {
		s, err := bag.NewRound(m.base, m.base, m.height)
		p.must(err)
		_, err = p.AddModel(ctx, logbook.Model{Name: name, Shape: s, Material: logbook.Rigid, Drainage: bag.Drainage{Way: m.drain}, Empty: 500}, p.asked())
		p.must(err)
	}
	return p
}

func askFor(class crop.Class) forecast.DesignRequest {
	return forecast.DesignRequest{Class: class, Aim: bag.MaxWeight, By: forecast.ByAim, Headspace: 4, Mix: medium.RecipeNamed("half").Mix}
}

func (p *plot) design(ask forecast.DesignRequest) map[string]forecast.Candidate {
	p.t.Helper()
	sheet, err := p.look().Design(ask)
	p.must(err)
	out := map[string]forecast.Candidate{}
	for _, c := range sheet.Candidates {
		out[c.Model.Name] = c
	}
	return out
}

func saidOf(c forecast.Candidate) string {
	said := ""
	for _, s := range c.Advice {
		said += s.In(measure.Metric) + " "
	}
	return said
}

func TestDesignSaysWhatSpeaksAgainstABag(t *testing.T) {
	p := shelf(t)
	got := p.design(askFor(crop.Maincrop))
	if c := got["cup"]; c.Works || !strings.Contains(saidOf(c), "Too small") || !strings.Contains(saidOf(c), "Too shallow") || !strings.Contains(saidOf(c), "The cask is the smallest of yours that does") {
		t.Errorf("of the cup it says %q", saidOf(c))
	}
	if c := got["bin"]; c.Works || !strings.Contains(saidOf(c), "drill it first") {
		t.Errorf("of the bin it says %q", saidOf(c))
	}
	// 60 cm across and 41 cm deep hold 115.9 L: 98.5 kg of half and half, the bag and the tops.
	if c := got["vat"]; !c.Works || !c.Heavy || math.Abs(c.Wet.Kilograms()-(0.85*115.925+1.5)) > 0.01 || c.Owned != 0 {
		t.Errorf("the vat weighs %v wet: %q", c.Wet, saidOf(c))
	}
	if c := got["cask"]; !c.Works || c.Owned != 2 || c.Free != p.bag.ID || len(c.Draft.Spots(&c.Draft.Planting)) != c.Choice.Plants {
		t.Errorf("the cask: %d owned, %d drawn of %d", c.Owned, len(c.Draft.Spots(&c.Draft.Planting)), c.Choice.Plants)
	}
}

// The vat holds 115.9 L: by litres 8 maincrops of 13 L; for bakers 5 of 19.5 L, by
// gallons for a balance 12 of 9.46 L, close 15, roomy 10. Numbers are kept to what the
// floor takes by the litre rule alone.
func TestSchoolsSayHowMany(t *testing.T) {
	p := shelf(t)
	for _, c := range []struct {
		aim  bag.Aim
		by   forecast.NumberBy
		own  int
		want int
	}{
		{bag.Bakers, forecast.ByLitres, 0, 5}, {bag.MaxWeight, forecast.ByGallons, 0, 12}, {bag.SaladSize, forecast.ByGallons, 0, 15},
		{bag.Bakers, forecast.ByGallons, 0, 10}, {bag.ForShow, forecast.ByLitres, 0, 1}, {bag.MaxWeight, forecast.ByOwn, 11, 11},
	} {
		ask := askFor(crop.Maincrop)
		ask.Aim, ask.By, ask.Own = c.aim, c.by, c.own
		vat := p.design(ask)["vat"]
		if vat.Choice.Plants != c.want {
			t.Errorf("%s by %s: %d in the vat, want %d", c.aim, c.by, vat.Choice.Plants, c.want)
		}
		if c.want > vat.Suggest.ByFootprint && !strings.Contains(saidOf(vat), "Crowded") {
			t.Errorf("%d in the vat are not called crowded", c.want)
		}
	}
	two := askFor(crop.FirstEarly)
	two.By, two.Sprouts = forecast.ByTwo, 2
	if vat := p.design(two)["vat"]; len(vat.Draft.Ladder.Seed) != 2 || vat.Choice.Sprouts != 2 {
		t.Errorf("two levels are drawn with seed at %v and %d sprouts", vat.Draft.Ladder.Seed, vat.Choice.Sprouts)
	}
	bad := askFor(crop.Maincrop)
	bad.By, bad.Sprouts, bad.Headspace = forecast.ByTwo, 40, -3
	_, err := p.look().Design(bad)
	for field, says := range map[string]string{"by": "determinate", "sprouts": "1 to 9", "headspace": "between 0"} {
		refused(t, "a design that cannot be", err, field, says)
	}
}

// One finished bag of 3 maincrops in a cask gave what it gave; the model is scaled by
// (3 + actual ÷ expected) ÷ 4 when it is asked to be, and not otherwise.
func TestOwnHarvestsScaleWhatIsExpected(t *testing.T) {
	p, id := planted(t)
	lifted := today + 90
	for _, e := range []logbook.Entry{
		{Kind: logbook.Raised, RaiseBy: 10}, {Kind: logbook.Raised, RaiseBy: 10},
		{Kind: logbook.Weighed, Batches: []logbook.Batch{{Gross: 4000, Grade: "keep"}}}, {Kind: logbook.Closed},
	} {
		a := p.asked()
		e.Planting, e.Day, a.Today = id, lifted, lifted
		_, err := p.Record(ctx, e, a)
		p.must(err)
	}
	finished, err := p.look(lifted).FinishedGrown()
	p.must(err)
	full := p.bag.Model.Shape.Between(0, 38)
	expected := bag.Expect(bag.Growing{Class: crop.Maincrop, Usable: full, Depth: 38, Area: p.bag.Model.Shape.Canopy(), Plants: 3, Sprouts: 3, Season: finished[0].Index}).Yield
	share := 4000 / float64(expected)
	fit := harvest.Fit([]harvest.Weighing{{Bags: []harvest.Bag{{Variety: "1", Season: "2026", School: string(finished[0].Filling.School), Expected: 1000}}, Low: 1000 * share, High: 1000 * share}})
	want := fit.Next("", string(finished[0].Filling.School)).Level
	ask := askFor(crop.Maincrop)
	plain := p.design(ask)["cask"].Choice.Yield
	ask.Calibrate = true
	sheet, err := p.look(lifted).Design(ask)
	p.must(err)
	if got := float64(sheet.Candidates[0].Choice.Yield / plain); sheet.Mine != 1 || math.Abs(got-want) > 1e-6 {
		t.Errorf("scaled by %.4f from %d bags, want %.4f", got, sheet.Mine, want)
	}
	other := askFor(crop.FirstEarly)
	other.Calibrate = true
	if sheet, err := p.look(lifted).Design(other); err != nil || sheet.Mine != 1 || sheet.From.Factor() <= 1 || sheet.From.Factor() >= want {
		t.Errorf("a first early is drawn to what the grower's maincrop did: %+v, %v", sheet.From, err)
	}
}
