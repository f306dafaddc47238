package garden_test

import (
	"math"
	"slices"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Two varieties in one container share its litres, are raised together, and are weighed in
// each by itself.
func TestTwoVarietiesShareOneContainer(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	first, err := p.plan(3)
	p.must(err)
	other, err := p.AddVariety(ctx, logbook.Variety{Name: "Grey Gannet", Class: crop.EarlyMaincrop}, p.asked())
	p.must(err)
	plan := garden.NewPlanting{Year: 2026, Bag: p.bag.ID, Variety: other, Number: 1, Filling: p.state(first).Filling}
	_, err = p.PlanBag(ctx, plan, p.asked())
	refused(t, "unasked", err, "bag", "say that they share it")
	plan.Beside = true
	second, err := p.PlanBag(ctx, plan, p.asked())
	p.must(err)
	for i, id := range []logbook.ID{first, second} {
		_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Planted, Day: today - 54 + measure.Day(i), Seed: seed.Known{Pieces: []measure.Mass{58, 55, 52}[:3-2*i]}})
		p.must(err)
	}
	a, b := p.state(first), p.state(second)
	if math.Abs(a.Part()-0.75) > 1e-9 || math.Abs(b.Part()-0.25) > 1e-9 {
		t.Errorf("three plants and one share as %v and %v", a.Part(), b.Part())
	}
	raised, err := p.record(logbook.Entry{Planting: first, Kind: logbook.Raised, Day: today - 20, RaiseBy: 8})
	p.must(err)
	if a, b = p.state(first), p.state(second); a.Level != b.Level || a.Raised != 8 || b.Raised != 8 {
		t.Errorf("raised together they stand at %v and %v", a.Level, b.Level)
	}
	row, err := p.look().Row()
	p.must(err)
	if len(row) != 2 {
		t.Errorf("the row shows %d of the two", len(row))
	}
	if row[0].Twin || !row[1].Twin || !row[0].OwnJob(job.Raise) || row[1].OwnJob(job.Raise) || !row[1].OwnJob(job.Lift) {
		t.Error("the container is raised twice, or lifted once")
	}
	for i := range row { // each asks for a raise and a feed of the one container
		row[i].Jobs = job.Of(job.Bag{Today: today, Planted: today - 50, Class: crop.Maincrop, Up: today - 30, FeedOn: today, Feed: 2})
	}
	if bags, due := forecast.BagsDue(row); bags != 1 || due != 1 {
		t.Errorf("%d of %d bags want something", due, bags)
	}
	row[0].Jobs = nil
	if due := row[1].JobDue(); due != slices.ContainsFunc(row[1].Jobs, func(j job.Job) bool { return j.Due() && j.Kind != job.Feed }) {
		t.Errorf("the second has a job of its own: %v of %+v", due, row[1].Jobs)
	}
	_, err = p.Undo(ctx, raised, p.asked())
	p.must(err)
	if a, b = p.state(first), p.state(second); a.Raised != 0 || b.Raised != 0 {
		t.Errorf("taken back they are raised by %v and %v", a.Raised, b.Raised)
	}
	for _, id := range []logbook.ID{first, second} {
		_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 1000, Grade: "keep"}}})
		p.must(err)
		_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Closed, Day: today})
		p.must(err)
	}
	a, b = p.state(first), p.state(second)
	ma, mb := a.Measures(), b.Measures()
	if all := a.Settled(); math.Abs(float64(ma.Litres+mb.Litres-all)) > 1e-9 || mb.PerLitre() < 2.9*ma.PerLitre() {
		t.Errorf("litres %v and %v of %v, a litre %v and %v", ma.Litres, mb.Litres, all, ma.PerLitre(), mb.PerLitre())
	}
	plan.Number = 5
	if _, err = p.PlanBag(ctx, plan, p.asked()); err != nil { // both are closed: the bag is free
		t.Errorf("free again: %v", err)
	}
}

// A past season is entered for a bag that is in use now.
func TestAPastSeasonOfABagInUse(t *testing.T) {
	p, now := planted(t)
	last, err := p.PlanBag(ctx, garden.NewPlanting{Year: 2025, Bag: p.bag.ID, Variety: p.variety.ID, Number: 4, Filling: p.state(now).Filling}, p.asked())
	p.must(err)
	for _, e := range []logbook.Entry{
		{Kind: logbook.Planted, Day: measure.Date(2025, 4, 12), About: true, Seed: seed.Known{Count: 4, Total: 230}},
		{Kind: logbook.Raised, Day: measure.Date(2025, 6, 1), About: true, Loose: 12},
		{Kind: logbook.Weighed, Day: measure.Date(2025, 9, 20), Batches: []logbook.Batch{{Gross: 2900, Grade: "keep"}}},
		{Kind: logbook.Closed, Day: measure.Date(2025, 9, 20)},
	} {
		e.Planting = last
		_, err = p.record(e)
		p.must(err)
	}
	h, err := p.look().BagLabelled("R1")
	p.must(err)
	if h.Now.Planting.ID != now || len(h.Plantings) != 2 {
		t.Errorf("now in the bag is %d of %d", h.Now.Planting.ID, len(h.Plantings))
	}
	st := p.state(last)
	m := st.Measures()
	if r, ok := m.Ratio(); !ok || math.Abs(r-2900.0/230) > 1e-9 || !st.About {
		t.Errorf("ratio %v, about %v", r, st.About)
	}
}
