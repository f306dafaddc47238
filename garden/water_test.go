package garden_test

import (
	"math"
	"testing"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/core/water"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// leafy is a bag in full leaf that nobody has written anything down of.
func leafy(t *testing.T) (*plot, logbook.ID) {
	p := newPlot(t, crop.FirstEarly, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(3)
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Planted, Day: today - 70, Seed: seed.Known{Pieces: []measure.Mass{58, 55, 52}}})
	p.must(err)
	if st := p.state(id); st.Water == nil || st.Water.Since != 0 {
		t.Fatalf("its water is %+v", st.Water)
	}
	return p, id
}

// While nothing is written down a bag is taken as watered when it wants some, and grows as
// if it had enough; from the first entry on, both go by what was written.
func TestWaterGoesByWhatIsWritten(t *testing.T) {
	p, id := leafy(t)
	before := p.state(id)
	if w := before.Water; w.Theta() < 0.3 || w.Theta() > 1 || math.Abs(float64(w.Now.Capacity)-float64(before.Settled())*before.FeedAsk.Mix.Water()) > 1e-6 {
		t.Errorf("θ %.2f of %v, of %v settled", w.Theta(), w.Now.Capacity, before.Settled())
	}
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Moisture, Level: 1, Day: today - 40})
	p.must(err)
	dry := p.state(id)
	if dry.Water.Since != today-40 || dry.Water.Theta() >= before.Water.Theta() || dry.Index >= before.Index {
		t.Errorf("dry to the second knuckle on %v and never watered: θ %.2f, was %.2f; season %.3f, was %.3f", dry.Water.Since, dry.Water.Theta(), before.Water.Theta(), dry.Index, before.Index)
	}
	if !dry.Water.Wants() || dry.Water.Give != dry.Water.Now.Give() {
		t.Errorf("it wants %v", dry.Water.Give)
	}
	// A can today, and mulch since the dry day: more is left.
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Watered, Thing: "can", Amount: 3, Day: today})
	p.must(err)
	given := p.state(id).Water.Theta()
	if got := 3 / float64(dry.Water.Now.Capacity); given-dry.Water.Theta() < got*0.5 {
		t.Errorf("3 L are a share of %.2f, and θ went from %.2f to %.2f", got, dry.Water.Theta(), given)
	}
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Mulched, Thing: "straw", Day: today - 39})
	p.must(err)
	if mulched := p.state(id).Water.Theta(); mulched <= given {
		t.Errorf("mulched it has θ %.3f, without %.3f", mulched, given)
	}
	// Lifted at its weight when full, it is full.
	st := p.state(id)
	wet := st.FeedAsk.Mix.WetWeight(st.Water.Now.Capacity/measure.Volume(st.FeedAsk.Mix.Water()), st.Bag.Model.Empty)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Hefted, Amount: wet.Grams(), Day: today})
	p.must(err)
	if full := p.state(id).Water.Theta(); full < 0.7 {
		t.Errorf("it weighs what it weighs full, and θ is %.2f", full)
	}
}

// Chips below hold no water for roots: what a bag holds is of its mix alone.
func TestChipsHoldNoWater(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	filling := forecast.DefaultLadder(p.bag.Model.Shape, crop.Maincrop, hill.Default(crop.Maincrop))
	filling.Filler = 7
	id, err := p.PlanBag(ctx, garden.NewPlanting{Year: 2026, Bag: p.bag.ID, Variety: p.variety.ID, Number: 3, Filling: filling}, p.asked())
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Planted, Day: today - 40, Seed: seed.Known{Count: 3}})
	p.must(err)
	st := p.state(id)
	if got, want := float64(st.Water.Now.Capacity), float64(st.Settled())*st.FeedAsk.Mix.Water(); len(st.Layers) < 3 || math.Abs(got-want) > 1e-6 {
		t.Errorf("with chips below it holds %.3f L, want %.3f", got, want)
	}
}

// One press waters every bag that is ticked with what it wants, once, and takes it back as
// one; a bag that has enough is passed over.
func TestBagsAreWateredAsTheyAsk(t *testing.T) {
	y := newYard(t)
	var ids []logbook.ID
	for _, b := range y.bags(logbook.Model{Name: "cask", Shape: mustShape(t), Material: logbook.Fabric, Drainage: bag.Drainage{Way: bag.ThroughWall}}, "Lower step", "", "R1", "R2", "R3") {
		ids = append(ids, y.put(b, y.named("Cold Quay "+b.Label, crop.Maincrop), 3, today-60, seed.Known{Pieces: []measure.Mass{58, 55, 52}}))
	}
	for _, id := range ids[:2] {
		y.did(id, logbook.Entry{Kind: logbook.Moisture, Level: 1, Day: today})
	}
	y.did(ids[2], logbook.Entry{Kind: logbook.Moisture, Level: 4, Day: today})
	wants := map[logbook.ID]measure.Volume{}
	for _, id := range ids {
		wants[id] = y.state(id).Water.Give
	}
	if wants[ids[0]] == 0 || wants[ids[2]] != 0 {
		t.Fatalf("dry and wet they want %v", wants)
	}
	again := y.asked()
	for range 2 {
		_, err := y.WaterAsked(ctx, ids, nil, again)
		y.must(err)
	}
	for _, id := range ids {
		st, given := y.state(id), measure.Volume(0)
		for _, e := range st.Care {
			if e.Kind == logbook.Watered {
				given += measure.Volume(e.Amount)
			}
		}
		if given != wants[id] || st.Water.Wants() {
			t.Errorf("bag %s was given %v, wanted %v; it wants %v", st.Bag.Label, given, wants[id], st.Water.Give)
		}
	}
	_, err := y.WaterAsked(ctx, ids, nil, y.asked())
	refused(t, "all have enough", err, "bags", "None of these bags wants water")
	_, err = y.WaterAsked(ctx, nil, nil, y.asked())
	refused(t, "no bag", err, "bags", "Tick the bags")
	_, err = y.UndoMany(ctx, again.Key, y.asked())
	y.must(err)
	if got := y.state(ids[0]).Water.Give; got != wants[ids[0]] {
		t.Errorf("taken back it wants %v, wanted %v", got, wants[ids[0]])
	}
}

// A regime is taken as given from its day on, and growth goes by it; rain alone leaves the
// bag short, which is said and not asked for.
func TestRegimesAreTakenAsGiven(t *testing.T) {
	p, id := leafy(t)
	for says, e := range map[string]logbook.Entry{
		"watered from now on by hand: 2.5 L every 2 days":                         {Thing: logbook.ByRhythm, Amount: 2.5, Level: 2},
		"watered from now on drip or timer: 1.0 L every day":                      {Thing: logbook.OnTimer, Amount: 1},
		"watered from now on by rain alone":                                       {Thing: logbook.RainAlone},
		"watered from now on from below, saucer or reservoir: 4.0 L every 7 days": {Thing: logbook.FromBelow, Amount: 4, Level: 7},
	} {
		e.Kind, e.Planting, e.Day = logbook.Irrigated, id, today-30
		made, err := p.record(e)
		p.must(err)
		st := p.state(id)
		d, _ := logbook.DoingOf(e.Kind)
		if got := d.Says(&st.Care[len(st.Care)-1]).In(measure.Metric); got != says {
			t.Errorf("%q is said as %q", says, got)
		}
		taken := measure.Volume(0)
		for i := len(st.Water.Run.Taken) - 37; i < len(st.Water.Run.Taken); i++ {
			taken += st.Water.Run.Taken[i]
		}
		dry := e.Thing == logbook.RainAlone
		if (taken == 0) != dry || !st.Water.Written() || st.Water.Asks() || dry && !st.Water.Short() {
			t.Errorf("%s: %v is taken as given; asks %v, short %v", says, taken, st.Water.Asks(), st.Water.Short())
		}
		_, err = p.Undo(ctx, made, p.asked())
		p.must(err)
	}
}

// What is brought while the grower is away keeps a bag from ever wanting for long, and comes
// to what it takes.
func TestWaterAheadMeetsTheNeed(t *testing.T) {
	p, id := leafy(t)
	w := p.state(id).Water
	drinks := w.Ahead()
	if len(drinks) < 3 || drinks[len(drinks)-1].Day > today+forecast.AwayDays {
		t.Fatalf("four weeks want %v", drinks)
	}
	sum := measure.Volume(0)
	for i, d := range drinks {
		sum += d.Litres
		if d.Litres <= 0 || d.Day <= today || i > 0 && d.Day <= drinks[i-1].Day {
			t.Errorf("drink %d: %v on %v", i, d.Litres, d.Day)
		}
	}
	if sum < w.Now.Capacity/2 || sum > 10*w.Now.Capacity {
		t.Errorf("%v in four weeks for a bag that holds %v", sum, w.Now.Capacity)
	}
}

func TestTheCanIsAHabit(t *testing.T) {
	y := newYard(t)
	if v, err := y.look().Can(); err != nil || v != 10 {
		t.Errorf("a can holds %v, %v", v, err)
	}
	y.must(y.Set(ctx, garden.Can(5)))
	if v, err := y.look().Can(); err != nil || v != 5 {
		t.Errorf("put right it holds %v, %v", v, err)
	}
	refused(t, "a barrel", y.Set(ctx, garden.Can(200)), "can", "between")
	refused(t, "no can", y.Set(ctx, garden.Can(measure.Volume(math.NaN()))), "can", "between")
}

func mustShape(t *testing.T) bag.Shape {
	t.Helper()
	s, err := bag.NewRound(36, 40, 42)
	if err != nil {
		t.Fatal(err)
	}
	return s
}

// A pot that nobody wrote a watering of is taken as watered when it asked; from the first that
// is written it goes by that, asks again when it is dry, and is watered together with bags.
func TestPotsOfTheNurseryDrink(t *testing.T) {
	p, id := leafy(t)
	pot, err := p.Start(ctx, logbook.Nursling{Label: "P1", Kind: logbook.Pot, Variety: p.variety, Weight: 60, Shelter: climate.Greenhouse, Started: today - 30}, p.asked())
	p.must(err)
	drinks := func() forecast.PotWater {
		t.Helper()
		list, err := p.look().PotWater()
		p.must(err)
		if len(list) != 1 {
			t.Fatalf("%d pots drink", len(list))
		}
		return list[0]
	}
	if w := drinks(); w.Since != 0 || w.Now.Theta() < 0.3 || w.Now.Capacity != 0.44 {
		t.Errorf("never written of, it is %+v", w)
	}
	_, err = p.RecordNursery(ctx, logbook.NurseryEntry{Nursling: pot, Kind: logbook.NurseWatered, Day: today - 12}, p.asked())
	p.must(err)
	if w := drinks(); w.Since != today-12 || w.Give == 0 || w.Now.Theta() >= water.Want {
		t.Errorf("twelve days under glass without water: %+v", w)
	}
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Moisture, Level: 1, Day: today})
	p.must(err)
	a := p.asked()
	_, err = p.WaterAsked(ctx, []logbook.ID{id}, []logbook.ID{pot}, a)
	p.must(err)
	if w := drinks(); w.Since != today || w.Give != 0 || w.Percent() != 100 {
		t.Errorf("watered today: %+v", w)
	}
	_, err = p.UndoMany(ctx, a.Key, p.asked())
	p.must(err)
	if w := drinks(); w.Since != today-12 || !p.state(id).Water.Wants() {
		t.Errorf("taken back: %+v", w)
	}
}
