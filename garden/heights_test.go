package garden_test

import (
	"math"
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

// A measured height moves the next layer; a better fit narrows its window; what no
// plant can be is kept and questioned; taken back, all is as it was.
func TestAMeasuredHeightMovesTheNextLayer(t *testing.T) {
	p, id := planted(t)
	before := p.state(id)
	if len(before.Grown.Climbs) != 2 || before.Grown.Run.Up == 0 {
		t.Fatalf("%d layers to come, up %v", len(before.Grown.Climbs), before.Grown.Run.Up)
	}
	up := before.Grown.Run.Up
	low, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: today, Height: before.Now * 0.6})
	p.must(err)
	short := p.state(id)
	if calls(short.Grown) <= calls(before.Grown) || short.Grown.Fit.Rate >= 1 || short.Grown.UsualClimbs[0].Day > short.Grown.Climbs[0].Day {
		t.Errorf("short stems: layer on %v, before %v, fit %+v", short.Grown.Climbs[0].Day, before.Grown.Climbs[0].Day, short.Grown.Fit)
	}
	if short.Now != before.Now*0.6 {
		t.Errorf("measured %v today it shows %v", before.Now*0.6, short.Now)
	}
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: up + 3, Height: 140})
	p.must(err)
	if q := p.state(id); len(q.Grown.Fit.Outliers) != 1 || q.Grown.Fit.Rate != short.Grown.Fit.Rate || len(q.Heights) != 2 {
		t.Errorf("140 cm after three days: %+v", q.Grown.Fit)
	}
	_, err = p.Undo(ctx, low, p.asked())
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Emerged, Day: up + 9})
	p.must(err)
	late := p.state(id)
	if late.Grown.Run.Up != up+9 || late.Grown.Fit.ShiftSD != 0 || calls(late.Grown) <= calls(before.Grown) {
		t.Errorf("seen up nine days later: %v, layer on %v", late.Grown.Run.Up, late.Grown.Climbs[0].Day)
	}
}

// What was measured yesterday stands as high today, and a night's growth; weeks on it is
// forgotten by half and more. As typed it is shown, whatever was raised since.
func TestAHeightMeasuredYesterdayStands(t *testing.T) {
	for _, share := range []measure.Length{0.75, 0.9, 1.15} {
		p, id := planted(t)
		before := p.state(id)
		measured := before.Grown.Run.StemOn(today-1) * share
		_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: today - 1, Height: measured})
		p.must(err)
		st := p.state(id)
		if off := float64(st.Now - measured); off < -2 || off > 3 {
			t.Errorf("measured %.1f cm yesterday, it stands %.1f", measured, st.Now)
		}
		_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Raised, Day: today, RaiseBy: 6})
		p.must(err)
		if b := p.state(id).Believed; b.Typed != measured || math.Abs(float64(b.Raised()-6)) > 1e-9 {
			t.Errorf("typed %.1f, it shows %.1f and %.1f raised since", measured, b.Typed, b.Raised())
		}
	}
}

// One height that no plant can be is questioned; a second that agrees is believed with it.
func TestASecondHeightBearsTheFirstOut(t *testing.T) {
	p, id := planted(t)
	usual := p.state(id).Grown.Run
	odd := func(day measure.Day) {
		t.Helper()
		_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: day, Height: usual.StemOn(day)*4 + 20})
		p.must(err)
	}
	odd(today - 6)
	if st := p.state(id); len(st.Grown.Fit.Outliers) != 1 || st.Believed.Known || st.Grown.Fit.Rate != 1 {
		t.Fatalf("one odd height is believed: %+v", st.Grown.Fit)
	}
	odd(today - 1)
	if st := p.state(id); len(st.Grown.Fit.Outliers) != 0 || !st.Believed.Known || st.Grown.Fit.Rate < 1.3 || math.Abs(float64(st.Now/st.Believed.Typed-1)) > 0.15 {
		t.Errorf("two that agree are not: now %.1f, typed %.1f, %+v", st.Now, st.Believed.Typed, st.Grown.Fit)
	}
}

// A frost that nobody saw sets a plant back for as long as heights agree with it.
func TestASetBackStaysWhileHeightsAgree(t *testing.T) {
	for _, c := range []struct {
		whole bool
		want  int
	}{{false, 1}, {true, 0}} {
		p, id := planted(t)
		free := p.state(id).Grown.Run
		p.frost(free.Up + 5)
		hit := p.state(id).Grown.Run
		height := hit.StemOn(today)
		if c.whole {
			height = free.StemOn(today)
		}
		_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: today, Height: height})
		p.must(err)
		if got := p.state(id).Grown.Run; len(got.Frosts) != c.want {
			t.Errorf("measured %.1f (set back %.1f, whole %.1f): frosts %v", height, hit.StemOn(today), free.StemOn(today), got.Frosts)
		}
	}
}

// How long the stems of a variety got is kept for its next seasons, and for no other
// variety.
func TestAVarietyIsAsTallAsItWas(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	plan := func(bagAt, year int, variety logbook.ID) logbook.ID {
		t.Helper()
		c, err := p.look().Catalogue()
		p.must(err)
		id, err := p.PlanBag(ctx, garden.NewPlanting{
			Year: year, Bag: c.Bags[bagAt].ID, Variety: variety, Number: 3,
			Filling: forecast.DefaultLadder(p.bag.Model.Shape, p.variety.Class, hill.Default(p.variety.Class)),
		}, p.asked())
		p.must(err)
		return id
	}
	log := func(id logbook.ID, e logbook.Entry) {
		t.Helper()
		e.Planting = id
		_, err := p.record(e)
		p.must(err)
	}
	pieces := []measure.Mass{58, 55, 52}
	plantedOn := measure.Date(2025, 4, 16)
	other, err := p.AddVariety(ctx, logbook.Variety{Name: "Tall Sedge", Class: crop.Maincrop}, p.asked())
	p.must(err)
	known, unknown := plan(0, 2026, p.variety.ID), plan(1, 2026, other)
	for _, id := range []logbook.ID{known, unknown} {
		log(id, logbook.Entry{Kind: logbook.Planted, Day: today - 54, Seed: seed.Known{Pieces: pieces}})
	}
	usual := p.state(known).Grown.Run
	log(known, logbook.Entry{Kind: logbook.Closed, Day: today})
	last := plan(0, 2025, p.variety.ID)
	log(last, logbook.Entry{Kind: logbook.Planted, Day: plantedOn, Seed: seed.Known{Pieces: pieces}})
	for _, after := range []measure.Day{60, 70, 80, 90} {
		log(last, logbook.Entry{Kind: logbook.Measured, Day: plantedOn + after, Height: usual.StemOn(today-54+after) * 1.4})
	}
	log(last, logbook.Entry{Kind: logbook.Closed, Day: plantedOn + 140})
	again := plan(0, 2026, p.variety.ID)
	log(again, logbook.Entry{Kind: logbook.Planted, Day: today - 54, Seed: seed.Known{Pieces: pieces}})
	st, beside := p.state(again), p.state(unknown)
	if tall := st.Grown.Plant.Tall; tall < 1.1 || tall > 1.6 || st.Grown.Fit.Tall != tall {
		t.Errorf("stems that got 1.4 times as long are taken as %.2f, %+v", tall, st.Grown.Fit)
	}
	if beside.Grown.Plant.Tall != 0 || beside.Grown.Fit.Tall != 1 {
		t.Errorf("another variety is as tall: %+v", beside.Grown.Fit)
	}
	if d := measure.Day(today + 20); st.Grown.Run.StemOn(d) <= beside.Grown.Run.StemOn(d) {
		t.Errorf("it stands %.1f cm, another variety %.1f", st.Grown.Run.StemOn(d), beside.Grown.Run.StemOn(d))
	}
}
