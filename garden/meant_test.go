package garden_test

import (
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
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
	_, err = q.record(logbook.Entry{Planting: plan, Kind: logbook.Planted, Day: today - 36*365, Pieces: []measure.Mass{60}})
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
