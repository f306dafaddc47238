package garden_test

import (
	"context"
	"errors"
	"fmt"
	"math"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/station"
	"glebata/store"
)

var today = measure.Date(2026, time.June, 9)

// plot is a garden in a real file with one cask and one variety in it.
type plot struct {
	*garden.Garden
	t       *testing.T
	keys    int
	bag     logbook.Bag
	variety logbook.Variety
	view    *garden.View
}

// look at the garden today, or on another day.
func (p *plot) look(on ...measure.Day) *garden.View {
	p.t.Helper()
	day := today
	if len(on) > 0 {
		day = on[0]
	}
	var err error
	p.view, err = p.Look(context.Background(), day)
	p.must(err)
	return p.view
}

func newPlot(t *testing.T, class crop.Class, drain bag.Drainage) *plot {
	t.Helper()
	s, err := store.Open(context.Background(), filepath.Join(t.TempDir(), "plot.glebata"), store.Throwaway)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() {
		if err := s.Close(); err != nil {
			t.Error(err)
		}
	})
	return plotIn(t, s, station.NewWeather(station.UsualSeed), class, drain)
}

// plotIn a store that is empty yet.
func plotIn(t *testing.T, s garden.Store, w forecast.Station, class crop.Class, drain bag.Drainage) *plot {
	t.Helper()
	p := &plot{Garden: garden.Open(s, w), t: t}
	shape, err := bag.NewRound(36, 40, 42)
	if err != nil {
		t.Fatal(err)
	}
	model, err := p.AddModel(context.Background(), logbook.Model{Name: "cask", Shape: shape, Material: logbook.Fabric, Drainage: drain}, p.asked())
	p.must(err)
	_, err = p.AddBags(context.Background(), garden.NewBags{Labels: []string{"R1", "R2"}, Model: model, Place: "Lower step"}, p.asked())
	p.must(err)
	_, err = p.AddVariety(context.Background(), logbook.Variety{Name: "Cold Quay", Class: class}, p.asked())
	p.must(err)
	c, err := p.look().Catalogue()
	p.must(err)
	p.bag, p.variety = c.Bags[0], c.Varieties[0]
	return p
}

func (p *plot) must(err error) {
	p.t.Helper()
	if err != nil {
		p.t.Fatal(err)
	}
}

func (p *plot) asked() garden.Request {
	p.keys++
	return garden.Request{Key: fmt.Sprintf("key-%d", p.keys), Today: today}
}

func (p *plot) plan(n int) (logbook.ID, error) {
	return p.PlanBag(context.Background(), garden.NewPlanting{
		Year: 2026, Bag: p.bag.ID, Variety: p.variety.ID, Number: n,
		Filling: forecast.DefaultLadder(p.bag.Model.Shape, p.variety.Class, hill.Default(p.variety.Class)),
	}, p.asked())
}

func (p *plot) record(e logbook.Entry) (logbook.ID, error) {
	return p.Record(context.Background(), e, p.asked())
}

func (p *plot) state(id logbook.ID) forecast.PlantingForecast {
	p.t.Helper()
	s, err := p.look().Planting(id)
	p.must(err)
	return s
}

// planted is a plot with a planting of 165 g in three pieces on 16 April.
func planted(t *testing.T) (*plot, logbook.ID) {
	t.Helper()
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(3)
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Planted, Day: today - 54, Seed: seed.Known{Pieces: []measure.Mass{58, 55, 52}}})
	p.must(err)
	return p, id
}

// refused checks that an error is faults at a field which say something.
func refused(t *testing.T, what string, err error, field, says string) {
	t.Helper()
	var faults logbook.Faults
	if !errors.As(err, &faults) {
		t.Errorf("%s: %v, want a refusal", what, err)
		return
	}
	for _, f := range faults {
		if f.Field == field && strings.Contains(f.Says.In(measure.Metric), says) {
			return
		}
	}
	t.Errorf("%s: %+v, want a fault at %q that says %q", what, faults, field, says)
}

func TestWholeLoopFromSeedToRatio(t *testing.T) {
	p, id := planted(t)
	for _, e := range []logbook.Entry{
		{Kind: logbook.Measured, Day: today - 20, Height: 19},
		{Kind: logbook.Raised, Day: today - 20, RaiseBy: 10},
		{Kind: logbook.Raised, Day: today - 8, Loose: 6},
		{Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 3410, Tare: 412, Container: "blue bucket", Grade: "keep", Count: 24}}},
		{Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 612, Container: "Blue Bucket", Grade: "eat-first"}}},
		{Kind: logbook.Closed, Day: today},
	} {
		e.Planting = id
		_, err := p.record(e)
		p.must(err)
	}
	s := p.state(id)
	if s.Stage != logbook.StageClosed || s.Seed != 165 || s.Plants != 3 {
		t.Errorf("stage %v, seed %v in %d; want closed, 165 in 3", s.Stage, s.Seed, s.Plants)
	}
	// 18 + 10, then 6 L loose · 0.85 = 5.1 L over a floor of π/4·38.67² = 1174 cm² is a little over 4.3 cm
	if math.Abs(float64(s.Level)-32.33) > 0.05 {
		t.Errorf("level %v, want about 32.3", s.Level)
	}
	if s.Stem != 19-10-(s.Level-28) {
		t.Errorf("stem stands %v above, want what is left of 19", s.Stem)
	}
	if s.Harvest.Edible != 2998+200 { // 612 − 412 known by name
		t.Errorf("edible %v, want 3198", s.Harvest.Edible)
	}
	if r, _ := s.Measures().Ratio(); math.Abs(r-3198.0/165) > 1e-9 {
		t.Errorf("ratio %v, want %v", r, 3198.0/165)
	}
	done, err := p.look().Finished()
	if err != nil || len(done) != 1 {
		t.Errorf("%d finished bags, %v; want 1", len(done), err)
	}
}

func TestLadderIsLaidAgainAfterAnOddRaise(t *testing.T) {
	p, id := planted(t)
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Raised, Day: today - 10, RaiseBy: 5})
	p.must(err)
	s := p.state(id)
	if len(s.Rungs) != 2 || s.Rungs[0].From != 23 || s.Rungs[0].Thickness() != 7.5 {
		t.Errorf("after a raise by 5 the rungs are %+v, want two of 7.5 from 23", s.Rungs)
	}
}

func TestNextLayerIsCutOnlyOnceStemsCallForIt(t *testing.T) {
	p, id := planted(t)
	for _, c := range []struct{ stem, shown, now measure.Length }{
		{4, 10, 0},   // waits as planned; forced today it would bury the stems
		{12, 10, 6},  // forced today, 6 cm must show
		{19, 10, 10}, // called for, and there is room
	} {
		_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: today, Height: c.stem})
		p.must(err)
		s := p.state(id)
		if shown, now := s.Upcoming().Thickness(), s.Forced().Thickness(); shown != c.shown || now != c.now {
			t.Errorf("stems of %v: next layer %v, today %v; want %v, %v", c.stem, shown, now, c.shown, c.now)
		}
	}
}

func TestEntriesThatCannotBeAreRefusedAtTheirField(t *testing.T) {
	p, id := planted(t)
	before := len(p.state(id).Log)
	for what, c := range map[string]struct {
		entry       logbook.Entry
		field, says string
	}{
		"raise over the rim":     {logbook.Entry{Kind: logbook.Raised, Day: today, RaiseBy: 40}, "by", "at most 24 cm more fits"},
		"raise by litres over":   {logbook.Entry{Kind: logbook.Raised, Day: today, Loose: 90}, "by", "over the rim"},
		"raise by nothing":       {logbook.Entry{Kind: logbook.Raised, Day: today}, "by", "more than 0"},
		"stem of a tree":         {logbook.Entry{Kind: logbook.Measured, Day: today, Height: 1200}, "height", "check the number and its unit"},
		"before planting":        {logbook.Entry{Kind: logbook.Measured, Day: today - 60, Height: 10}, "day", "not planted yet"},
		"tomorrow":               {logbook.Entry{Kind: logbook.Measured, Day: today + 1, Height: 10}, "day", "still to come"},
		"planted twice":          {logbook.Entry{Kind: logbook.Planted, Day: today, Seed: seed.Known{Pieces: []measure.Mass{60}}}, "", "planted already"},
		"gross below tare":       {logbook.Entry{Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 300, Tare: 412, Grade: "keep"}}}, "gross-1", "not more than the container"},
		"kilos for grams":        {logbook.Entry{Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 3_410_000, Grade: "keep"}}}, "gross-1", "check the unit"},
		"an unknown container":   {logbook.Entry{Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 3410, Container: "red pot", Grade: "keep"}}}, "tare-1", "red pot empty once"},
		"no grade":               {logbook.Entry{Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 3410}}}, "grade-1", "Choose"},
		"a note of nothing":      {logbook.Entry{Kind: logbook.Noted, Day: today, Text: "  "}, "text", "few words"},
		"dropped after planting": {logbook.Entry{Kind: logbook.Dropped, Day: today}, "", "close it instead"},
	} {
		c.entry.Planting = id
		_, err := p.record(c.entry)
		refused(t, what, err, c.field, c.says)
	}
	if after := len(p.state(id).Log); after != before {
		t.Errorf("%d entries after refusals, want %d", after, before)
	}
	c, err := p.look().Catalogue()
	p.must(err)
	if len(c.Containers) != 0 {
		t.Errorf("a refused weigh-in left a container: %v", c.Containers)
	}
}

func TestSeedThatCannotBe(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(2)
	p.must(err)
	for what, c := range map[string]struct {
		entry       logbook.Entry
		field, says string
	}{
		"a range turned":      {logbook.Entry{Seed: seed.Known{Low: 200, High: 100}}, "low", "the least it may be"},
		"a total of boulders": {logbook.Entry{Seed: seed.Known{Count: 2, Total: 9000}}, "total", "at most 1.20 kg a piece"},
		"more than fit":       {logbook.Entry{Seed: seed.Known{Count: 501}}, "count", "No more than 500"},
		"a boulder":           {logbook.Entry{Seed: seed.Known{Pieces: []measure.Mass{60, 9000}}}, "piece-2", "not believed"},
		"slips of potato":     {logbook.Entry{Slips: 4}, "pieces", "not from slips"},
		"too many to hold":    {logbook.Entry{Seed: seed.Known{Pieces: make([]measure.Mass, 61)}}, "piece-1", "not believed"},
	} {
		c.entry.Planting, c.entry.Kind, c.entry.Day = id, logbook.Planted, today
		_, err := p.record(c.entry)
		refused(t, what, err, c.field, c.says)
	}
}

func TestPlansThatCannotBe(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.NoHoles})
	_, err := p.plan(3)
	refused(t, "a bag without holes", err, "drill", "no drain holes")
	fill := forecast.DefaultLadder(p.bag.Model.Shape, p.variety.Class, hill.Steps)
	n := garden.NewPlanting{Year: 2026, Bag: p.bag.ID, Variety: p.variety.ID, Number: 3, Filling: fill, WillDrill: true}
	if _, err := p.PlanBag(context.Background(), n, p.asked()); err != nil {
		t.Errorf("a bag that will be drilled: %v", err)
	}
	_, err = p.PlanBag(context.Background(), n, p.asked())
	refused(t, "a bag that is taken", err, "bag", "is taken: Cold Quay")
	n.Number = 0
	_, err = p.PlanBag(context.Background(), n, p.asked())
	refused(t, "no tubers, in a taken bag", err, "bag", "is taken")
	n.Bag, n.Variety = 99, 99
	_, err = p.PlanBag(context.Background(), n, p.asked())
	refused(t, "no such bag", err, "bag", "Choose a bag")
	refused(t, "no such variety", err, "variety", "Choose a variety")
}

func TestSameRequestTwiceCountsOnce(t *testing.T) {
	p, id := planted(t)
	e := logbook.Entry{Planting: id, Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 1000, Grade: "keep"}}}
	a := p.asked()
	var wg sync.WaitGroup
	ids := make([]logbook.ID, 8)
	for i := range ids {
		wg.Add(1)
		go func() {
			defer wg.Done()
			got, err := p.Record(context.Background(), e, a)
			if err != nil {
				t.Error(err)
			}
			ids[i] = got
		}()
	}
	wg.Wait()
	for _, got := range ids {
		if got != ids[0] {
			t.Errorf("the same request made entries %v", ids)
		}
	}
	if edible := p.state(id).Harvest.Edible; edible != 1000 {
		t.Errorf("edible %v, want 1000 once", edible)
	}
	e.Batches = []logbook.Batch{{Gross: 2000, Grade: "keep"}}
	if _, err := p.Record(context.Background(), e, a); !errors.Is(err, logbook.ErrSentOtherwise) {
		t.Errorf("the same key with another weight: %v, want ErrSentOtherwise", err)
	}
	_, err := p.Record(context.Background(), e, garden.Request{Today: today})
	refused(t, "no key", err, "", "incomplete")
}

func TestUndoTakesBackAndKeepsBoth(t *testing.T) {
	p, id := planted(t)
	raised, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Raised, Day: today - 5, RaiseBy: 10})
	p.must(err)
	plantedEntry := p.state(id).Log[0].ID
	_, err = p.Undo(context.Background(), plantedEntry, p.asked())
	refused(t, "undoing the planting under a raise", err, "", "What was logged for 4 June 2026 stands on this entry (raised): take that back first.")
	_, err = p.Undo(context.Background(), raised, p.asked())
	p.must(err)
	if s := p.state(id); s.Level != 18 || len(s.Rungs) != 2 {
		t.Errorf("after undo the level is %v with %d rungs, want 18 and 2", s.Level, len(s.Rungs))
	}
	_, err = p.Undo(context.Background(), raised, p.asked())
	refused(t, "undoing twice", err, "", "before")
	_, err = p.Undo(context.Background(), plantedEntry, p.asked())
	p.must(err)
	if s := p.state(id); s.Stage != logbook.StagePlanned {
		t.Errorf("after undoing the planting the stage is %v, want planned", s.Stage)
	}
}

func TestClosedBagTakesNothingUntilReopened(t *testing.T) {
	p, id := planted(t)
	closing, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Closed, Day: today})
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: today, Height: 20})
	refused(t, "measuring in a closed bag", err, "day", "was closed")
	found, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 120, Grade: "keep"}}})
	p.must(err)
	if s := p.state(id); s.Harvest.Edible != 120 || s.Unknown || s.Stage != logbook.StageClosed { // weighed later, it is known
		t.Errorf("found later: %+v, unknown %v", s.Harvest, s.Unknown)
	}
	_, err = p.Undo(context.Background(), found, p.asked())
	p.must(err)
	next, err := p.plan(2)
	p.must(err)
	_, err = p.Undo(context.Background(), closing, p.asked())
	refused(t, "reopening under another plan", err, "bag", "is taken")
	_, err = p.record(logbook.Entry{Planting: next, Kind: logbook.Dropped, Day: today})
	p.must(err)
	_, err = p.Undo(context.Background(), closing, p.asked())
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 900, Grade: "keep"}}})
	p.must(err)
}

func TestSlipsAreCountedNotWeighed(t *testing.T) {
	p := newPlot(t, crop.SweetMid, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(4)
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Planted, Day: today, Slips: 4})
	p.must(err)
	s := p.state(id)
	if s.Plants != 4 || s.Seed != 0 || s.Level != 38 || s.Ladder.Seed[0] != 30 {
		t.Errorf("%d slips, seed %v, level %v, set at %v; want 4, 0, 38, 30", s.Plants, s.Seed, s.Level, s.Ladder.Seed)
	}
	if _, err := s.Working(forecast.FigureRatio); !errors.Is(err, logbook.ErrNotFound) {
		t.Errorf("slips have a ratio: %v", err)
	}
}

func TestCatalogueRefusals(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	ctx := context.Background()
	_, err := p.AddVariety(ctx, logbook.Variety{Name: "cold quay", Class: crop.Maincrop}, p.asked())
	refused(t, "a variety twice", err, "name", "already")
	_, err = p.AddVariety(ctx, logbook.Variety{Name: "X", Class: "tomato", PacketDays: 9}, p.asked())
	refused(t, "a tomato", err, "class", "Choose a class")
	refused(t, "nine days", err, "days", "between 40 and 250")
	_, err = p.AddBags(ctx, garden.NewBags{Labels: []string{"R9", "r9", "R/1", "r1"}, Model: p.bag.Model.ID, Place: "here"}, p.asked())
	refused(t, "a label twice", err, "labels", "a bag r9 already")
	refused(t, "a label taken", err, "labels", "a bag r1 already")
	refused(t, "a label with a slash", err, "labels", "letters, digits or dashes")
	_, err = p.AddModel(ctx, logbook.Model{Name: "Cask", Shape: p.bag.Model.Shape, Material: "glass"}, p.asked())
	refused(t, "a model twice", err, "name", "already")
	refused(t, "of glass", err, "material", "Choose")
	if v := (logbook.Variety{Class: crop.Maincrop, PacketDays: 80}); v.ClassConflict().Empty() {
		t.Error("a maincrop of 80 days is not questioned")
	}
}
