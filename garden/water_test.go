package garden_test

import (
	"math"
	"path/filepath"
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
	"glebata/station"
	"glebata/store"
)

// leafy is a bag in full leaf that nobody has written anything down of.
func leafy(t *testing.T) (*plot, logbook.ID) {
	p := newPlot(t, crop.FirstEarly, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(3)
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Planted, Day: today - 70, Seed: seed.Known{Pieces: []measure.Mass{58, 55, 52}}})
	p.must(err)
	if st := p.state(id); st.Water == nil || st.Water.Entries != 0 || !st.Water.Loose() {
		t.Fatalf("its water is %+v", st.Water)
	}
	return p, id
}

// whole season of a bag: what it is expected to give.
func (p *plot) season(id logbook.ID) float64 { return p.state(id).Index }

// One finger check or one watering tells of its day and says nothing of the days of which
// nothing is written; an entry of another kind never moves the water.
func TestOneEntryLeavesTheSeasonAlone(t *testing.T) {
	p, id := leafy(t)
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Height: 40, Day: today - 21}) // the frost of 27 April did not take it
	p.must(err)
	before := p.state(id)
	if w := before.Water; w.Left < 0.3 || w.Left > 1 || w.High-w.Low < 0.2 || math.Abs(float64(w.Now.Capacity)-float64(before.Settled())*before.FeedAsk.Mix.Water()) > 1e-6 {
		t.Errorf("%.2f left, %.2f to %.2f, of %v, of %v settled", w.Left, w.Low, w.High, w.Now.Capacity, before.Settled())
	}
	for _, e := range []logbook.Entry{
		{Kind: logbook.Moisture, Level: 1, Day: today - 40}, {Kind: logbook.Moisture, Level: 4, Day: today - 20}, {Kind: logbook.Moisture, Level: 1, Day: today - 1},
		{Kind: logbook.Watered, Thing: "can", Amount: 3, Day: today - 30}, {Kind: logbook.Watered, Day: today - 12}, {Kind: logbook.Hefted, Amount: 9000, Day: today - 25},
	} {
		e.Planting = id
		made, err := p.record(e)
		p.must(err)
		if got := p.season(id) / before.Index; math.Abs(got-1) > 0.05 {
			t.Errorf("%s %d %g on %v: the season is %.3f of what it was", e.Kind, e.Level, e.Amount, e.Day, got)
		}
		_, err = p.Undo(ctx, made, p.asked())
		p.must(err)
		if after := p.state(id); after.Index != before.Index || after.Water.Left != before.Water.Left || after.Water.Give != before.Water.Give {
			t.Errorf("%s taken back: %.4f, was %.4f; %v to give, was %v", e.Kind, after.Index, before.Index, after.Water.Give, before.Water.Give)
		}
	}
	for _, e := range []logbook.Entry{{Kind: logbook.Measured, Height: 44, Day: today - 20}, {Kind: logbook.Noted, Text: "leaves hang a little", Day: today - 3}, {Kind: logbook.Yellowed, Level: 1, Day: today - 1}} {
		e.Planting = id
		_, err := p.record(e)
		p.must(err)
		if after := p.state(id).Water; after.Left != before.Water.Left || after.Give != before.Water.Give {
			t.Errorf("%s moves what is left from %.3f to %.3f, and what it wants from %v to %v", e.Kind, before.Water.Left, after.Left, before.Water.Give, after.Give)
		}
	}
}

// Where all that is given is written down, days of which nothing is written are dry, and growth
// goes by them.
func TestWaterGoesByWhatIsWritten(t *testing.T) {
	p, id := leafy(t)
	before := p.state(id)
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Irrigated, Thing: logbook.AllWritten, Day: today - 70})
	p.must(err)
	dry := p.state(id)
	if dry.Water.Loose() || dry.Water.Left > 0.2 || dry.Water.High-dry.Water.Low > 0.3 || dry.Index > 0.9*before.Index {
		t.Errorf("never watered: %.2f left, %.2f to %.2f; season %.3f, was %.3f", dry.Water.Left, dry.Water.Low, dry.Water.High, dry.Index, before.Index)
	}
	if !dry.Water.Wants() || dry.Water.Give != dry.Water.Now.Give() {
		t.Errorf("it wants %v", dry.Water.Give)
	}
	// A can today, and mulch since weeks: more is left.
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Watered, Thing: "can", Amount: 3, Day: today})
	p.must(err)
	given := p.state(id).Water.Left
	if got := 3 / float64(dry.Water.Now.Capacity); given-dry.Water.Left < got*0.5 {
		t.Errorf("3 L are a share of %.2f, and what is left went from %.2f to %.2f", got, dry.Water.Left, given)
	}
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Mulched, Thing: "straw", Day: today - 39})
	p.must(err)
	if mulched := p.state(id).Water.Left; mulched <= given {
		t.Errorf("mulched %.3f is left, without %.3f", mulched, given)
	}
	// Lifted at its weight when full, it is full.
	st := p.state(id)
	wet := st.FeedAsk.Mix.WetWeight(st.Water.Now.Capacity/measure.Volume(st.FeedAsk.Mix.Water()), st.Bag.Model.Empty)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Hefted, Amount: wet.Grams(), Day: today})
	p.must(err)
	if full := p.state(id).Water.Left; full < 0.7 {
		t.Errorf("it weighs what it weighs full, and %.2f is left", full)
	}
}

// Ten waterings that would have kept the bag going are proposed as all there were; as many that
// would have left it dry are not.
func TestTenWateringsThatFitMayBeAll(t *testing.T) {
	for _, c := range []struct {
		litres measure.Volume
		fits   bool
	}{{2.5, true}, {0.1, false}} {
		p, id := leafy(t)
		for i := range 10 {
			if p.state(id).Water.Fits {
				t.Errorf("after %d waterings they may be all", i)
			}
			_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Watered, Thing: "can", Amount: float64(c.litres), Day: today - 40 + measure.Day(4*i)})
			p.must(err)
		}
		if w := p.state(id).Water; w.Fits != c.fits || w.FirstWatered() != today-40 {
			t.Errorf("ten times %v since %v: may be all %v", c.litres, w.FirstWatered(), w.Fits)
		}
	}
}

// usualPlot is a garden without a station.
func usualPlot(t *testing.T, class crop.Class) *plot {
	t.Helper()
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "plot.glebata"), store.Throwaway)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	return plotIn(t, s, station.Usual{}, class, bag.Drainage{Way: bag.ThroughWall})
}

// Days without a record are not dry: they have the site's usual rain, with its band; what is
// known of a day, of a week or of a month narrows it.
func TestDaysWithoutARecordAreNotDry(t *testing.T) {
	p := usualPlot(t, crop.Maincrop)
	id, err := p.plan(3)
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Planted, Day: today - 50, Seed: seed.Known{Count: 3}})
	p.must(err)
	enough := p.season(id)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Irrigated, Thing: logbook.RainAlone, Day: today - 50})
	p.must(err)
	st := p.state(id)
	rained := func(st forecast.PlantingForecast) (sum measure.Volume) {
		for _, f := range st.Water.Run.Flows[:st.Water.Today+1] {
			sum += f.Rain
		}
		return sum
	}
	site, _, err := p.look().Site()
	p.must(err)
	n, err := site.Normals()
	p.must(err)
	mm := 0.0
	for d := today - 50; d <= today; d++ {
		mm += n.Rain.At(d)
	}
	top := float64(st.Bag.Model.Shape.AreaAt(st.Bag.Model.Shape.Height()))
	if got, most := float64(rained(st)), mm*top; got > 1.2*most || got < 0.5*most {
		t.Errorf("%.1f L of rain in 50 days, %.1f on a bare top by the normals", got, most)
	}
	if w := st.Water; w.Left == 0 || w.High-w.Low < 0.25 || st.Index <= 0.02*enough || st.Index > enough {
		t.Errorf("by rain alone %.2f is left, %.2f to %.2f; season %.3f of %.3f", w.Left, w.Low, w.High, st.Index, enough)
	}
	wide := st.Water.High - st.Water.Low
	// Much rain in the last week: it is wetter. No rain in it: drier. The last that is said counts.
	_, err = p.SayRain(ctx, garden.RainedMuch, true, p.asked())
	p.must(err)
	much := p.state(id)
	if much.Water.Left <= st.Water.Left || rained(much) <= rained(st) {
		t.Errorf("much rain in the week leaves %.2f, unsaid %.2f", much.Water.Left, st.Water.Left)
	}
	last, err := p.SayRain(ctx, garden.RainedNot, true, p.asked())
	p.must(err)
	if none := p.state(id).Water; none.Left >= st.Water.Left || none.High-none.Low >= wide {
		t.Errorf("no rain in the week leaves %.2f, %.2f to %.2f; unsaid %.2f, as wide as %.2f", none.Left, none.Low, none.High, st.Water.Left, wide)
	}
	_, err = p.UndoWeather(ctx, last, p.asked())
	p.must(err)
	if back := p.state(id).Water.Left; back != much.Water.Left {
		t.Errorf("taken back %.3f is left, was %.3f", back, much.Water.Left)
	}
	// The month's rain in all: so much fell on its days, whatever they were.
	month := (today - 1).MonthStart()
	_, err = p.TypeMonth(ctx, month, 90, p.asked())
	p.must(err)
	wet := p.state(id)
	fell := 0.0
	for i, f := range wet.Water.Run.Flows[:wet.Water.Today] {
		if wet.Water.From+measure.Day(i) >= month {
			fell += float64(f.Rain) / top / (1 - 0.5*wet.Water.Days[i].Canopy)
		}
	}
	if math.Abs(fell-90) > 1e-6 {
		t.Errorf("a month of 90 mm came to %.2f mm", fell)
	}
	// A gauge read on one day alone is no record of its warmth; a day typed without rain is not dry.
	_, err = p.TypeWeather(ctx, garden.TypedWeather{Day: today - 1, Rain: garden.Reading{Known: true, Value: 7}}, p.asked())
	p.must(err)
	_, err = p.TypeWeather(ctx, garden.TypedWeather{Day: today - 2, Min: garden.Reading{Known: true, Value: 9}}, p.asked())
	p.must(err)
	days, err := p.look().Weather(today-2, today-1)
	p.must(err)
	if days[1].Own() || days[1].Rain != 7 || !math.IsNaN(days[0].Rain) || days[0].Min != 9 {
		t.Errorf("typed in part they are %+v", days)
	}
	if said, err := p.look().RainSaid(today - 1); err != nil || !said {
		t.Errorf("the gauge read yesterday is not known: %v", err)
	}
	refused(t, "five metres of rain", second(p.TypeWeather(ctx, garden.TypedWeather{Day: today - 3, Rain: garden.Reading{Known: true, Value: 5000}}, p.asked())), "rain", "is not believed")
	for what, refusedAt := range map[string]error{
		"month": second(p.TypeMonth(ctx, today+40, 10, p.asked())), "total": second(p.TypeMonth(ctx, month, -1, p.asked())), "rained": second(p.SayRain(ctx, "cats", false, p.asked())),
	} {
		refused(t, what, refusedAt, what, "")
	}
}

func second[T any](_ T, err error) error { return err }

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
		"watered from now on by hand: 2.5 L every 2 days":                       {Thing: logbook.ByRhythm, Amount: 2.5, Level: 2},
		"watered from now on drip or timer: 1 L every day":                      {Thing: logbook.OnTimer, Amount: 1},
		"watered from now on by rain alone":                                     {Thing: logbook.RainAlone},
		"watered from now on from below, saucer or reservoir: 4 L every 7 days": {Thing: logbook.FromBelow, Amount: 4, Level: 7},
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

// A pot drinks from the last watering that is written, asks when it is dry, and is watered
// together with bags; days after it asked it is taken as watered.
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
	if w := drinks(); w.Now.Theta() < 0.2 || w.Now.Capacity != 0.44 {
		t.Errorf("never written of, it is %+v", w)
	}
	_, err = p.RecordNursery(ctx, logbook.NurseryEntry{Nursling: pot, Kind: logbook.NurseWatered, Day: today - 5}, p.asked())
	p.must(err)
	if w := drinks(); w.Since != today-5 || w.Taken || w.Give == 0 || w.Now.Theta() >= water.Want {
		t.Errorf("five days under glass without water: %+v", w)
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
	if w := drinks(); w.Since != today-5 || w.Taken || !p.state(id).Water.Wants() {
		t.Errorf("taken back: %+v", w)
	}
}
