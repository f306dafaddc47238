package forecast

import (
	"math"
	"math/rand/v2"
	"testing"

	"glebata/core/advice"
	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/job"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/water"
	"glebata/garden/logbook"
)

func TestWhatADesignMayAsk(t *testing.T) {
	right := DesignRequest{Class: crop.FirstEarly, Aim: "weight", By: ByAim, Headspace: 4}
	for name, c := range map[string]struct {
		change func(a *DesignRequest)
		field  string
	}{
		"as it is":              {func(*DesignRequest) {}, ""},
		"no headspace":          {func(a *DesignRequest) { a.Headspace = 0 }, ""},
		"the most headspace":    {func(a *DesignRequest) { a.Headspace = 60 }, ""},
		"more than that":        {func(a *DesignRequest) { a.Headspace = 60.5 }, "headspace"},
		"less than none":        {func(a *DesignRequest) { a.Headspace = -0.5 }, "headspace"},
		"nine sprouts":          {func(a *DesignRequest) { a.Sprouts = 9 }, ""},
		"ten sprouts":           {func(a *DesignRequest) { a.Sprouts = 10 }, "sprouts"},
		"two levels of earlies": {func(a *DesignRequest) { a.By = ByTwo }, ""},
		"two levels, maincrop":  {func(a *DesignRequest) { a.By, a.Class = ByTwo, crop.Maincrop }, "by"},
	} {
		a := right
		c.change(&a)
		err := a.Check()
		if (err != nil) != (c.field != "") || err != nil && logbook.AsFaults(err)[0].Field != c.field {
			t.Errorf("%s: %v, want a fault at %q", name, err, c.field)
		}
	}
}

// A thing is carried only where it is warmer than where it stands, and warm enough.
func TestWhereAThingIsCarried(t *testing.T) {
	for name, c := range map[string]struct {
		low, night float64
		room       Room
		want       climate.Shelter
	}{
		"into the house":                    {-3, -3, Room{Shelter: climate.FrostFree, Floor: 2}, climate.FrostFree},
		"under glass on a mild night":       {2.5, 2.5, Room{Shelter: climate.Greenhouse, Floor: 2}, climate.Greenhouse},
		"under glass where it freezes too":  {-6, -6, Room{Shelter: climate.Greenhouse, Floor: 2}, ""},
		"no warmer than where it is":        {8, 2.5, Room{Shelter: climate.Greenhouse, Floor: 2}, ""},
		"where there is no room":            {-3, -3, Room{Shelter: climate.FrostFree, Floor: 0.1}, ""},
		"where what is left is just enough": {-3, -3, Room{Shelter: climate.FrostFree, Floor: 1, Taken: 0.5}, climate.FrostFree},
	} {
		n := Night{Forecast: Forecast{Min: c.night}, Rooms: []Room{c.room}}
		thing := NightThing{Low: c.low, Floor: 0.5}
		thing.carryIn(&n)
		if thing.Into != c.want || (thing.Way == CarryIn) != (c.want != "") {
			t.Errorf("%s: carried into %q (%v)", name, thing.Into, thing.Way)
		}
	}
}

// What is picked counts without the rotten and the old mother.
func TestWhatIsPickedCounts(t *testing.T) {
	s := PlantingForecast{PlantingState: stateOf(t, logbook.Entry{Kind: logbook.Weighed, Day: plantedOn + 90, Batches: []logbook.Batch{
		{Gross: 500, Grade: string(lift.Keep)}, {Gross: 70, Grade: string(lift.Rotten)}, {Gross: 40, Grade: string(lift.OldMother)}, {Gross: 100, Tare: 20, Grade: string(lift.Green)},
	}})}
	var got measure.Mass
	s.picked(func(_ measure.Day, net measure.Mass) { got += net })
	if got != 580 {
		t.Errorf("%v counts of what was picked, want 580 g", got)
	}
}

// What leads up to planting is done by a lot, a tray with tubers, or what stands in the nursery.
func TestWhatLeadsUpIsDone(t *testing.T) {
	v := logbook.Variety{ID: 3}
	lot := logbook.Lot{Variety: v, Year: 2026}
	tray := logbook.TrayState{Tray: logbook.Tray{Lot: lot}}
	full := tray
	full.Tubers = make([]logbook.TuberState, 1)
	pot := logbook.NursingState{Nursling: logbook.Nursling{Variety: v, Started: measure.Date(2026, 3, 1)}}
	for name, c := range map[string]struct {
		bench                 logbook.Bench
		nursery               []logbook.NursingState
		order, chit, slips, x bool
	}{
		"nothing":        {},
		"a lot":          {bench: logbook.Bench{Lots: []logbook.Lot{lot}}, order: true},
		"an empty tray":  {bench: logbook.Bench{Trays: []logbook.TrayState{tray}}},
		"a tray of one":  {bench: logbook.Bench{Trays: []logbook.TrayState{full}}, order: true, chit: true},
		"a pot":          {nursery: []logbook.NursingState{pot}, order: true, chit: true, slips: true},
		"of another one": {bench: logbook.Bench{Lots: []logbook.Lot{{Variety: logbook.Variety{ID: 4}, Year: 2026}, {Variety: v, Year: 2025}}}},
	} {
		for kind, want := range map[calendar.Kind]bool{calendar.OrderSeed: c.order, calendar.StartChit: c.chit, calendar.StartSlips: c.slips, calendar.StartPots: c.slips, calendar.FillPots: c.slips, calendar.Emerge: false} {
			if got := LeadDone(kind, v, 2026, &c.bench, c.nursery); got != want {
				t.Errorf("%s: %s is done %v", name, kind, got)
			}
		}
	}
}

// Ahead of today a planting stands as its climbs will have raised it.
func TestAPlantingStandsHigherLater(t *testing.T) {
	in := Inputs{Today: plantedOn + 30, Site: logbook.NewSite(climate.Presets()[0]), Station: ordinary{}}
	list := []logbook.PlantingState{stateOf(t)}
	in.Days = DaysOf(list, in.Today)
	st, err := Of(list[0], &in)
	if err != nil || len(st.Grown.Climbs) < 2 {
		t.Fatalf("%v, %d climbs", err, len(st.Grown.Climbs))
	}
	first, second := st.Grown.Climbs[0], st.Grown.Climbs[1]
	for _, c := range []struct {
		day  measure.Day
		want measure.Length
	}{{first.Day - 1, st.Level}, {first.Day, first.To}, {second.Day, second.To}} {
		then, err := st.OnDay(c.day, in.Today)
		if err != nil || then.Level != c.want || then.Raised != c.want-st.Level {
			t.Errorf("on %v it stands at %v, raised %v (%v); want %v", c.day, then.Level, then.Raised, err, c.want)
		}
		level, raised := st.LevelOn(c.day, in.Today)
		if level != c.want || raised != c.want-st.Level {
			t.Errorf("on %v its level is %v, raised %v", c.day, level, raised)
		}
	}
}

// A bag planned with one piece is told of a second where it would take two, and only there.
func TestABagOfOnePieceIsTold(t *testing.T) {
	for name, c := range map[string]struct {
		around float64 // cm
		number int
		told   bool
	}{
		"one where one has room":    {26, 1, false},
		"one where two have room":   {34, 1, true},
		"one where more have room":  {60, 1, true},
		"two, one of which is here": {60, 2, false},
	} {
		shape, err := bag.NewRound(measure.Length(c.around), measure.Length(c.around), 42)
		if err != nil {
			t.Fatal(err)
		}
		p := stateOf(t).Planting
		p.Bag.Model.Shape, p.Number = shape, c.number
		d := AllotmentDraft{Places: []AllottedPlace{{Planting: p, Pieces: make([]logbook.PieceState, 1)}}}
		d.Propose(&logbook.Bench{}, plantedOn)
		if d.Advice.Has(advice.SeedShort) {
			t.Errorf("%s: nothing is short, and more seed is asked for", name)
		}
		if told := d.Advice.Has(advice.SeedSingle); told != c.told {
			t.Errorf("%s (room for %d): told is %v", name, bag.Suggest(shape, NewRoom(p.Filling), p.Variety.Class, false).Number, told)
		}
	}
}

// A bag drinks by the sun of the place where it stands now, whatever is known of the one before.
func TestABagDrinksByItsSun(t *testing.T) {
	since := func(share float64) []growth.SunSince {
		return []growth.SunSince{{From: 10, Share: 0.9}, {From: 50, Share: share}}
	}
	for name, c := range map[string]struct {
		plant growth.Plant
		want  float64
	}{
		"nothing known":            {growth.Plant{}, 0},
		"where it always stood":    {growth.Plant{Sun: 0.5}, sunnyHours * 0.5},
		"moved":                    {growth.Plant{Sun: 0.5, Suns: since(0.3)}, sunnyHours * 0.3},
		"moved out of the unknown": {growth.Plant{Suns: since(0.3)}, sunnyHours * 0.3},
		"moved into the unknown":   {growth.Plant{Sun: 0.5, Suns: since(0)}, 0},
		"under a lamp":             {growth.Plant{Suns: since(0.3), Lamp: 8, Stays: []growth.Stay{{Offset: climate.Heated.Offset()}}}, 0},
	} {
		st := PlantingForecast{PlantingState: stateOf(t), Grown: &GrowthRun{Plant: c.plant}}
		if got := newWaterBag(&st).Sun; math.Abs(got-c.want) > 1e-9 {
			t.Errorf("%s: %g h of sun, want %g", name, got, c.want)
		}
	}
}

// Seed rots in the wet and waits until it is dry; a plant out of a pot drinks from its first day.
func TestAPlantOutOfAPotDrinksAtOnce(t *testing.T) {
	for name, c := range map[string]struct {
		run  GrowthRun
		want float64
	}{"seed": {GrowthRun{}, water.WantSeed}, "grown on in a pot": {GrowthRun{PotsUp: plantedOn - 10}, water.Want}} {
		b := newWaterBag(&PlantingForecast{PlantingState: stateOf(t), Grown: &c.run})
		if got := b.Threshold(3); got != c.want {
			t.Errorf("%s wants water under %g, want %g", name, got, c.want)
		}
	}
}

// Spots seen once are looked at again; seen twice, much, or with their bloom, the tops come off,
// and no page promises what would have grown after.
func TestSpotsWantASecondLook(t *testing.T) {
	today := plantedOn + 100
	spot := func(day measure.Day, thing string, level int) logbook.Entry {
		return logbook.Entry{Kind: logbook.Sighted, Thing: thing, Day: day, Level: level}
	}
	looked := func(day measure.Day) logbook.Entry {
		return logbook.Entry{Kind: logbook.Tended, What: job.Look, Day: day}
	}
	before := forecastOn(t, today, nil)
	for what, c := range map[string]struct {
		log       []logbook.Entry
		suspected measure.Day
		sure      measure.Day
	}{
		"nothing":                    {nil, 0, 0},
		"once":                       {[]logbook.Entry{spot(today-1, logbook.BlightSpots, 1)}, today - 1, 0},
		"twice the same day":         {[]logbook.Entry{spot(today-1, logbook.BlightSpots, 1), spot(today-1, logbook.BlightSpots, 1)}, today - 1, 0},
		"twice":                      {[]logbook.Entry{spot(today-3, logbook.BlightSpots, 1), spot(today-1, logbook.BlightSpots, 1)}, 0, today - 1},
		"much":                       {[]logbook.Entry{spot(today-2, logbook.BlightSpots, 3)}, 0, today - 2},
		"white below":                {[]logbook.Entry{spot(today-2, logbook.BlightWhite, 0)}, 0, today - 2},
		"once, then none":            {[]logbook.Entry{spot(today-5, logbook.BlightSpots, 1), looked(today - 3)}, 0, 0},
		"once, then none, then once": {[]logbook.Entry{spot(today-5, logbook.BlightSpots, 1), looked(today - 3), spot(today-1, logbook.BlightSpots, 1)}, today - 1, 0},
		"ringed spots":               {[]logbook.Entry{spot(today-2, "early-blight", 3)}, 0, 0},
	} {
		f := forecastOn(t, today, nil, c.log...)
		if f.suspected() != c.suspected || f.spotted() != c.sure {
			t.Errorf("%s: suspected on %v, sure on %v; want %v, %v", what, f.suspected(), f.spotted(), c.suspected, c.sure)
		}
		if got := jobOn(&f, job.Look); c.suspected != 0 && got != c.suspected+2 {
			t.Errorf("%s: looked at again on %v, want %v", what, got, c.suspected+2)
		}
		ends, now := f.Grown.Run.End(), f.Grown.Run.IndexOn(today)
		if cut := jobOn(&f, job.CutHaulm); (c.sure != 0) != (cut != 0 && cut <= today) || (c.sure != 0) != (ends <= today) {
			t.Errorf("%s: tops cut on %v, it grows until %v", what, cut, ends)
		}
		if c.sure != 0 && (f.Index > now+1e-9 || f.Index > 0.9*before.Index || f.ripening(today).Mature != 0) {
			t.Errorf("%s: it goes on to %.3f of a season, has %.3f, and without spots would have %.3f", what, f.Index, now, before.Index)
		}
		p := f.ripening(today)
		if v := p.Verdict(); c.sure != 0 && (v.Tops != today || v.Lift != today+14) {
			t.Errorf("%s: tops off on %v, lifted on %v", what, v.Tops, v.Lift)
		}
	}
}

// Bags beside one with spots are looked at every second day.
func TestBagsBesideSpotsAreLookedAt(t *testing.T) {
	today := plantedOn + 100
	spotted := forecastOn(t, today, nil, logbook.Entry{Kind: logbook.Sighted, Thing: logbook.BlightSpots, Day: today - 4, Level: 1})
	for looked, want := range map[measure.Day]bool{0: true, today - 5: true, today - 3: true, today - 2: true, today - 1: false, today: false} {
		var log []logbook.Entry
		if looked != 0 {
			log = append(log, logbook.Entry{Kind: logbook.Tended, What: job.Look, Day: looked})
		}
		beside := forecastOn(t, today, nil, log...)
		list, seen := NearSpots([]PlantingForecast{spotted, beside}, today)
		if got := len(list) == 1; got != want || want && seen != today-4 {
			t.Errorf("looked at on %v: asked %v, spots seen %v", looked, got, seen)
		}
	}
	elsewhere := forecastOn(t, today, nil)
	elsewhere.Bag.Place.ID = 9
	if list, _ := NearSpots([]PlantingForecast{spotted, elsewhere}, today); len(list) != 0 {
		t.Error("spots elsewhere have it looked at")
	}
}

// Any one true entry, of a kind that does not change what is done to the bag, moves what is
// expected of it within the range that was said before.
func TestOneTrueEntryStaysWithinTheRange(t *testing.T) {
	today := plantedOn + 105
	before, site := forecastOn(t, today, nil), inputsOn(today).Site
	n, err := site.Normals()
	if err != nil {
		t.Fatal(err)
	}
	found, err := Ensemble(t.Context(), []PlantingForecast{before}, &site, n, nil, today, func() {})
	if err != nil {
		t.Fatal(err)
	}
	said := before.YieldOutlook(before.Growing(bag.Calibration{}), found[0], today)
	if said.Ready.Low <= 0 || said.Ready.High <= said.Ready.Low {
		t.Fatalf("it says %+v", said.Ready)
	}
	rng := rand.New(rand.NewPCG(8, 8))
	run, w := &before.Grown.Run, before.Water
	for range 40 {
		d := run.Up + measure.Day(5+rng.IntN(int(today-run.Up)-6))
		at := int(d - w.From)
		stem := float64(run.StemOn(d)) * (1 + 0.1*rng.NormFloat64())
		for _, e := range []logbook.Entry{
			{Kind: logbook.Watered, Thing: "can", Amount: 1 + 3*rng.Float64()},
			{Kind: logbook.Watered},
			{Kind: logbook.Moisture, Amount: math.Round(100 * math.Min(1, math.Max(0.05, w.Run.Theta[at]+0.1*rng.NormFloat64())))},
			{Kind: logbook.Moisture, Level: 1 + rng.IntN(4)},
			{Kind: logbook.Measured, Height: measure.Length(math.Max(1, stem))},
			{Kind: logbook.Yellowed, Level: 1},
			{Kind: logbook.Noted, Text: "looks well"},
			{Kind: logbook.Fed, Amount: 2, Level: logbook.FeedVolume},
		} {
			e.Day = d
			if e.Kind == logbook.Yellowed && run.Fading != 0 && d > run.Fading {
				continue
			}
			f := forecastOn(t, today, nil, e)
			if now := f.YieldOutlook(f.Growing(bag.Calibration{}), nil, today); now.Ready.Yield < said.Ready.Low || now.Ready.Yield > said.Ready.High {
				t.Errorf("%s %g %d on %v: %v, said %v, %v to %v", e.Kind, e.Amount, e.Level, e.Day, now.Ready.Yield, said.Ready.Yield, said.Ready.Low, said.Ready.High)
			}
		}
	}
}

// A bag that was emptied with its tops on stands in no frost, takes no layer and drinks nothing.
func TestAnEmptiedBagIsLeftInPeace(t *testing.T) {
	before := forecastOn(t, plantedOn+100, nil)
	lifted := before.LiftOn()
	weighed := logbook.Entry{Kind: logbook.Weighed, Day: lifted - 6, Batches: []logbook.Batch{{Gross: 1800, Grade: "keep"}}}
	stands, emptied := forecastOn(t, lifted-5, nil), forecastOn(t, lifted-5, nil, weighed)
	if stands.Emptied() != 0 || !stands.green(lifted-4) || stands.Water == nil {
		t.Fatalf("still growing: emptied %v, green %v", stands.Emptied(), stands.green(lifted-4))
	}
	if emptied.Emptied() != lifted-6 || emptied.green(lifted-4) || emptied.Water != nil || emptied.Upcoming() != nil || emptied.AtRisk(lifted-5) {
		t.Errorf("emptied on %v: green %v, water %v, layer %v", emptied.Emptied(), emptied.green(lifted-4), emptied.Water, emptied.Upcoming())
	}
	weighed.Day = lifted - 40
	if early := forecastOn(t, lifted-39, nil, weighed); early.Emptied() != 0 {
		t.Error("picked from weeks before, it is taken as emptied")
	}
}
