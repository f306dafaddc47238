package garden_test

import (
	"errors"
	"testing"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/core/terrace"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

func TestWhatNoGrowerMeansIsRefused(t *testing.T) {
	p, id := planted(t)
	day := p.state(id).State.Planted
	for what, c := range map[string]struct {
		e     logbook.Entry
		field string
	}{
		"300 cm a day after planting": {logbook.Entry{Kind: logbook.Measured, Day: day + 1, Height: 300}, "height"},
		"a note of 30 years ago":      {logbook.Entry{Kind: logbook.Noted, Day: today - 30*365, Text: "x"}, "day"},
	} {
		c.e.Planting = id
		_, err := p.record(c.e)
		refused(t, what, err, c.field, "")
	}
	q := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	plan, err := q.plan(2)
	q.must(err)
	_, err = q.record(logbook.Entry{Planting: plan, Kind: logbook.Planted, Day: today - 36*365, Seed: seed.Known{Pieces: []measure.Mass{60}}})
	refused(t, "planted 36 years ago", err, "day", "not in the season 2026")
	shape, err := bag.NewRound(30, 30, 40)
	q.must(err)
	_, err = q.AddModel(ctx, logbook.Model{Name: "tower", Shape: shape, Material: logbook.Rigid, Drainage: bag.Drainage{Way: bag.SideHoles, HoleHeight: 100_000}}, q.asked())
	refused(t, "a hole 1 km up", err, "hole", "rim")
	far := logbook.UsualTerrace()
	far.Tap = terrace.Point{X: 1_000_000}
	refused(t, "a tap 1,000 km away", q.SaveTerrace(ctx, far, q.asked()), "tap-x", "250 m")
	filling := forecast.DefaultLadder(q.bag.Model.Shape, crop.Maincrop, "steps")
	filling.Headspace = 400
	_, err = q.PlanBag(ctx, garden.NewPlanting{Year: 2027, Bag: q.bag.ID, Variety: q.variety.ID, Number: 1, Filling: filling}, q.asked())
	refused(t, "headspace over the height", err, "headspace", "no room")
}

// The same batch twice on one day is asked about, and taken when it is another.
func TestTheSameBatchTwiceIsAskedAbout(t *testing.T) {
	p, id := planted(t)
	weigh := func(another bool, gross measure.Mass) error {
		_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Weighed, Day: today, Another: another, Batches: []logbook.Batch{{Gross: gross, Grade: "keep"}}})
		return err
	}
	p.must(weigh(false, 2400))
	refused(t, "from a second phone", weigh(false, 2400), "another", "already today")
	p.must(weigh(false, 2401))
	p.must(weigh(true, 2400))
	if s := p.state(id); len(s.Batches) != 3 {
		t.Errorf("%d batches", len(s.Batches))
	}
}

// A form that is sent again after midnight is the same form.
func TestTheSameRequestAfterMidnight(t *testing.T) {
	p, id := planted(t)
	before := p.asked()
	after := before
	after.Today++
	ask := forecast.JobRequest{Planting: id, What: "tie", As: logbook.PutOff, Days: 3}
	first, err := p.DoJob(ctx, ask, before)
	p.must(err)
	second, err := p.DoJob(ctx, ask, after)
	p.must(err)
	if first != second {
		t.Errorf("put off twice: %d and %d", first, second)
	}
	tray, err := p.AddLot(ctx, garden.NewLot{Label: "L1", Variety: p.variety.ID, Source: logbook.Certified, Year: 2026, Tray: "A1", Temp: 10}, p.asked())
	p.must(err)
	before = p.asked()
	after = before
	after.Today++
	e := logbook.SeedEntry{Tray: tray, Kind: logbook.SeedWeighed, Weights: []measure.Mass{60}}
	_, err = p.RecordSeed(ctx, e, before)
	p.must(err)
	_, err = p.RecordSeed(ctx, e, after)
	p.must(err)
	if n := len(p.tray(tray).Tubers); n != 1 {
		t.Errorf("%d tubers", n)
	}
}

// The same key and the same numbers, asked of another use case, are another request.
func TestAKeyIsOfOneKindOfRequest(t *testing.T) {
	p, id := planted(t)
	entry, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Noted, Day: today, Text: "x"})
	p.must(err)
	tray, err := p.AddLot(ctx, garden.NewLot{Label: "L1", Variety: p.variety.ID, Source: logbook.Certified, Year: 2026, Tray: "A1", Temp: 10}, p.asked())
	p.must(err)
	for range 4 { // until the bench has an entry under the same number
		_, err = p.RecordSeed(ctx, logbook.SeedEntry{Tray: tray, Kind: logbook.SeedWeighed, Weights: []measure.Mass{60}}, p.asked())
		p.must(err)
	}
	key := p.asked()
	_, err = p.Undo(ctx, entry, key)
	p.must(err)
	if _, err = p.UndoSeed(ctx, entry, key); !errors.Is(err, logbook.ErrSentOtherwise) {
		t.Errorf("undone at the bench with the key of a planting: %v", err)
	}
	if n := len(p.tray(tray).Tubers); n != 4 {
		t.Errorf("%d tubers are left", n)
	}
}

// Pots are not set into a bag in which something else grows.
func TestPotsGoIntoNoFullBag(t *testing.T) {
	p, id := planted(t)
	filling := forecast.DefaultLadder(p.bag.Model.Shape, crop.Maincrop, "steps")
	next, err := p.PlanBag(ctx, garden.NewPlanting{Year: 2027, Bag: p.bag.ID, Variety: p.variety.ID, Number: 1, Filling: filling}, p.asked())
	p.must(err)
	pot, err := p.Start(ctx, logbook.Nursling{Label: "P1", Kind: logbook.Pot, Variety: p.variety, Weight: 63, Shelter: climate.Open, Started: today - 20}, p.asked())
	p.must(err)
	_, err = p.PlantFromNursery(ctx, next, today, garden.FromNursery{Pots: []logbook.ID{pot}}, p.asked())
	refused(t, "a pot into a full bag", err, "", "close that first")
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Closed, Day: today})
	p.must(err)
	_, err = p.PlantFromNursery(ctx, next, today, garden.FromNursery{Pots: []logbook.ID{pot}}, p.asked())
	p.must(err)
}
