package garden_test

import (
	"errors"
	"fmt"
	"slices"
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// bed of six bags in a row, each planned with the same.
func bed(t *testing.T) (*plot, []logbook.ID) {
	t.Helper()
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	labels := []string{"T1", "T2", "T3", "T4", "T5", "T6"}
	_, err := p.AddBags(ctx, garden.NewBags{Labels: labels, Model: p.bag.Model.ID, Place: p.bag.Place.Name}, p.asked())
	p.must(err)
	cat, err := p.look().Catalogue()
	p.must(err)
	var ids []logbook.ID
	for _, b := range cat.Bags {
		if !slices.Contains(labels, b.Label) {
			continue
		}
		id, err := p.PlanBag(ctx, garden.NewPlanting{Year: 2026, Bag: b.ID, Variety: p.variety.ID, Number: 3, Filling: forecast.DefaultLadder(b.Model.Shape, p.variety.Class, hill.Steps)}, p.asked())
		p.must(err)
		ids = append(ids, id)
	}
	return p, ids
}

func asking(bags []logbook.ID) garden.NewTrial {
	return garden.NewTrial{Trial: logbook.Trial{Year: 2026, Question: "Does mulch pay?", Factor: "mulch", Measure: "ratio", Arms: []string{"straw", "bare"}, Draw: 7}, Bags: bags}
}

// A trial is laid out by chance, three bags an arm, kept with its number, and laid again the same;
// sent twice it is kept once.
func TestATrialIsLaidOutOnce(t *testing.T) {
	p, ids := bed(t)
	a := p.asked()
	first, err := p.LayTrial(ctx, asking(ids), a)
	p.must(err)
	again, err := p.LayTrial(ctx, asking(ids), a)
	if err != nil || again != first {
		t.Errorf("sent again: %d and %d, %v", first, again, err)
	}
	trials, err := p.look().Trials()
	p.must(err)
	if len(trials) != 1 || len(trials[0].Bags) != 6 || trials[0].Draw != 7 || !slices.Equal(trials[0].Arms, []string{"straw", "bare"}) {
		t.Fatalf("%+v", trials)
	}
	sheet, err := p.look().TrialSheet(first)
	p.must(err)
	if len(sheet.Arms[0].Bags) != 3 || len(sheet.Arms[1].Bags) != 3 || !sheet.Again || !sheet.Tells() || sheet.Judged != nil {
		t.Errorf("%d and %d bags, the same again: %v", len(sheet.Arms[0].Bags), len(sheet.Arms[1].Bags), sheet.Again)
	}
	p.must(p.DropTrial(ctx, first, true, p.asked()))
	if open, err := p.look().OpenTrials(); err != nil || len(open) != 0 {
		t.Errorf("given up it runs on: %v, %v", open, err)
	}
	if err := p.DropTrial(ctx, 99, true, p.asked()); !errors.Is(err, logbook.ErrNotFound) {
		t.Errorf("a trial that is not there: %v", err)
	}
}

func TestTrialsThatCannotBe(t *testing.T) {
	p, ids := bed(t)
	for _, c := range []struct {
		change      func(*garden.NewTrial)
		field, says string
	}{
		{func(n *garden.NewTrial) { n.Question = " " }, "question", "Write down the question"},
		{func(n *garden.NewTrial) { n.Factor = "moon" }, "factor", "differ in"},
		{func(n *garden.NewTrial) { n.Measure = "moon" }, "measure", "measured"},
		{func(n *garden.NewTrial) { n.Arms = n.Arms[:1] }, "arm-2", "two to four"},
		{func(n *garden.NewTrial) { n.Arms[1] = "Straw" }, "arm-2", "Two arms are called"},
		{func(n *garden.NewTrial) { n.Bags = ids[:1] }, "bags", "Tick the bags: 2 at least"},
		{func(n *garden.NewTrial) { n.Put = [][]string{{"T1", "T2"}, {"t2", "T3"}} }, "bags-2", "T2 stands in two arms"},
		{func(n *garden.NewTrial) { n.Put = [][]string{{"T1"}, {}} }, "bags-2", "has no bags"},
		{func(n *garden.NewTrial) { n.Put = [][]string{{"T1"}, {"Z9"}} }, "bags-2", "Nothing was planned in Z9"},
	} {
		n := asking(ids)
		n.Arms = slices.Clone(n.Arms)
		c.change(&n)
		_, err := p.LayTrial(ctx, n, p.asked())
		refused(t, c.says, err, c.field, c.says)
	}
	if trials, err := p.look().Trials(); err != nil || len(trials) != 0 {
		t.Errorf("%d trials are kept, %v", len(trials), err)
	}
}

// Six bags are planted; those of one arm are fed twice: the trial says so, and not where feeding is
// what the arms are to differ in.
func TestArmsTreatedUnlikeAreNamed(t *testing.T) {
	p, ids := bed(t)
	lay := func(factor string) logbook.ID {
		n := asking(nil)
		n.Factor, n.Put = factor, [][]string{{"T1", "T2", "T3"}, {"T4", "T5", "T6"}}
		id, err := p.LayTrial(ctx, n, p.asked())
		p.must(err)
		return id
	}
	mulch, fed := lay("mulch"), lay("fed")
	for i, id := range ids {
		_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Planted, Day: today - 40, Seed: seed.Known{Pieces: []measure.Mass{58, 55, 52}}})
		p.must(err)
		for k := range 2 {
			if i < 3 {
				_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Fed, Day: today - measure.Day(10*k) - 1})
				p.must(err)
			}
		}
	}
	sheet, err := p.look().TrialSheet(mulch)
	p.must(err)
	if len(sheet.Treated) != 1 || sheet.Treated[0].In(measure.Metric) != "Feedings: “straw” (T1, T2, T3) had 2.0 a bag, “bare” (T4, T5, T6) 0.0." {
		t.Errorf("%+v", sheet.Treated)
	}
	if sheet, err = p.look().TrialSheet(fed); err != nil || len(sheet.Treated) != 0 {
		t.Errorf("fed unlike on purpose: %+v, %v", sheet.Treated, err)
	}
}

// What was laid out for bags and medium is counted in the season it was bought for, and what bears
// no price is named.
func TestMoneyNamesWhatItDoesNotCount(t *testing.T) {
	p, id := planted(t)
	lifted := today + 90
	for _, e := range []logbook.Entry{{Kind: logbook.Weighed, Batches: []logbook.Batch{{Gross: 4000, Grade: "keep"}}}, {Kind: logbook.Closed}} {
		a := p.asked()
		e.Planting, e.Day, a.Today = id, lifted, lifted
		_, err := p.Record(ctx, e, a)
		p.must(err)
	}
	p.must(p.Set(ctx, garden.Prices(250, 0, 2)))
	m, err := p.look(lifted).Money()
	p.must(err)
	without := fmt.Sprint(m.Without)
	if m.All.Bags != 1 || m.All.Harvest != 4000 || m.Years[0].Worth != 1000 || m.Kilo != 250 {
		t.Errorf("%+v", m)
	}
	for _, what := range []string{"seed 1", "medium 1"} {
		if !strings.Contains(without, what) {
			t.Errorf("%s does not name %s", without, what)
		}
	}
	page, err := p.look(lifted).SeasonPage(0)
	p.must(err)
	if page.Season.Year != 2026 || page.Season.Harvest != 4000 || len(page.Varieties) != 1 || page.Varieties[0].Advice != "try it" {
		t.Errorf("%+v", page.Season)
	}
}
