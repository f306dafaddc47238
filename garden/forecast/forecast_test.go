package forecast

import (
	"context"
	"errors"
	"math"
	"testing"

	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/seed"
	"glebata/garden/logbook"
)

// ordinary weather: every day as it usually is.
type ordinary struct{}

func (ordinary) Name() string { return logbook.Usual }

func (ordinary) Day(_ *logbook.Site, n *climate.Normals, d measure.Day) climate.DayWeather {
	return climate.DayWeather{Min: n.Min.At(d), Max: n.Max.At(d)}
}

func (o ordinary) Forecast(s *logbook.Site, n *climate.Normals, today measure.Day) []Forecast {
	var out []Forecast
	for lead := 1; lead <= ForecastDays; lead++ {
		w := o.Day(s, n, today+measure.Day(lead))
		out = append(out, Forecast{Day: today + measure.Day(lead), Lead: lead, Min: w.Min, Max: w.Max, Spread: climate.ForecastSD(lead)})
	}
	return out
}

var plantedOn = measure.Date(2026, 4, 16)

// stateOf a maincrop planted in April in a cask, with more in its log.
func stateOf(t *testing.T, more ...logbook.Entry) logbook.PlantingState {
	t.Helper()
	shape, err := bag.NewRound(36, 40, 42)
	if err != nil {
		t.Fatal(err)
	}
	p := logbook.Planting{
		ID: 1, Season: logbook.Season{ID: 1, Year: 2026}, Number: 3, Filling: hill.Defaults(hill.Steps),
		Bag:     logbook.Bag{ID: 1, Label: "R1", Model: logbook.Model{ID: 1, Name: "cask", Shape: shape, Material: logbook.Fabric}},
		Variety: logbook.Variety{ID: 1, Name: "Cold Quay", Class: crop.Maincrop},
	}
	log := append([]logbook.Entry{{ID: 1, Kind: logbook.Planted, Day: plantedOn, Seed: seed.Known{Pieces: []measure.Mass{55, 55, 55}}}}, more...)
	for i := range log {
		log[i].ID = logbook.ID(i + 1)
	}
	s, err := logbook.NewPlantingState(p, log)
	if err != nil || len(s.Aside) > 0 {
		t.Fatalf("%v, aside %+v", err, s.Aside)
	}
	return s
}

func inputsOn(today measure.Day) *Inputs {
	liquid := logbook.Product{ID: 1, Kind: logbook.LiquidFeed, Feed: medium.Product{Nitrogen: 4, Potash: 8, Liquid: true, Dilution: 10}}
	return &Inputs{Today: today, Site: logbook.NewSite(climate.Presets()[0]), Station: ordinary{}, Usual: medium.RecipeNamed("half").Mix, Liquid: &liquid}
}

// forecastOn a day.
func forecastOn(t *testing.T, today measure.Day, in *Inputs, more ...logbook.Entry) PlantingForecast {
	t.Helper()
	s := stateOf(t, more...)
	if in == nil {
		in = inputsOn(today)
	}
	in.Days = DaysOf([]logbook.PlantingState{s}, in.Today)
	f, err := Of(s, in)
	if err != nil {
		t.Fatal(err)
	}
	return f
}

func jobOn(f *PlantingForecast, k job.Kind) measure.Day {
	for _, j := range f.Jobs {
		if j.Kind == k {
			return j.Day
		}
	}
	return 0
}

// A feed that was given puts off the one that follows within six days, and no other.
func TestFeedsAreKeptApart(t *testing.T) {
	feeds := forecastOn(t, plantedOn+60, nil).Feed.Feedings
	if len(feeds) < 4 {
		t.Fatalf("%d feeds", len(feeds))
	}
	second := feeds[1].Day
	fed := func(on measure.Day) measure.Day {
		return jobOn(ptr(forecastOn(t, second, nil, logbook.Entry{Kind: logbook.Fed, Day: on})), job.Feed)
	}
	if got := fed(second - 7); got != second {
		t.Errorf("fed seven days before the second, the next is asked for on %v, want %v", got, second)
	}
	if got := fed(second - 6); got != feeds[2].Day {
		t.Errorf("fed six days before the second, the next is asked for on %v, want the third, %v", got, feeds[2].Day)
	}
}

func ptr[T any](v T) *T { return &v }

// Canes are asked for four days before stems stand 35 cm long.
func TestCanesComeBeforeTheyAreNeeded(t *testing.T) {
	f := forecastOn(t, plantedOn+20, nil)
	reached := measure.Day(0)
	for i, l := range f.Grown.Run.Stem {
		if l >= 35 {
			reached = f.Grown.Run.Planted + measure.Day(i)
			break
		}
	}
	if got := jobOn(&f, job.Tie); reached == 0 || got != reached-4 {
		t.Errorf("canes are asked for on %v, stems stand 35 cm on %v", got, reached)
	}
}

// A frost is asked about for ten days.
func TestAFrostIsAskedAboutWhileItIsFresh(t *testing.T) {
	night := plantedOn + 60
	asked := func(today measure.Day) bool {
		in := inputsOn(today)
		in.Own = []logbook.DayRecord{{Day: night, DayWeather: climate.DayWeather{Min: -4, Max: 8}, Source: "wall"}}
		f := forecastOn(t, today, in)
		if n := len(f.Grown.Run.Frosts); n != 1 && today >= night {
			t.Fatalf("%d frosts", n)
		}
		return f.frostUnseen(today) == night
	}
	if !asked(night+10) || asked(night+11) || asked(night-1) {
		t.Errorf("asked after ten days %v, after eleven %v, before %v", asked(night+10), asked(night+11), asked(night-1))
	}
}

// What was skipped rests: a layer for a week, canes for the season.
func TestSkippedJobsRest(t *testing.T) {
	due := jobOn(ptr(forecastOn(t, plantedOn+30, nil)), job.Raise)
	if due == 0 {
		t.Fatal("no layer falls due")
	}
	skip := logbook.Entry{Kind: logbook.Skipped, What: job.Raise, Day: due, Text: "rain"}
	if got := jobOn(ptr(forecastOn(t, due, nil, skip)), job.Raise); got != due+7 {
		t.Errorf("a layer skipped on %v is asked for again on %v, want a week later", due, got)
	}
	for kind, days := range map[job.Kind]measure.Day{job.Raise: 7, job.Feed: 7, job.TopUp: 7, job.Look: 7, job.Measure: 7, job.Tie: 300, job.Nip: 300, job.CutHaulm: 300} {
		if got := kind.Quiet(); got != days {
			t.Errorf("%s rests %d days, want %d", kind, got, days)
		}
	}
}

// Work that leads up is shown from three weeks before its day, and for two months.
func TestLeadsAreShownWhenTheyAreNear(t *testing.T) {
	st := &PlantingForecast{}
	today := plantedOn
	for days, want := range map[measure.Day]bool{21: true, 22: false, 0: true, -60: true, -61: false} {
		if got := LeadsUp(st, calendar.Moment{Kind: calendar.StartChit, Day: today + days}, today); got != want {
			t.Errorf("chitting in %d days is shown: %v", days, got)
		}
	}
	if LeadsUp(st, calendar.Moment{Kind: calendar.Ready, Day: today}, today) || LeadsUp(st, calendar.Moment{Kind: calendar.Harden, Day: today - 1}, today) {
		t.Error("what does not lead up, or is too late to do, is shown")
	}
}

// A bag that was lifted long before its time calibrates nothing.
func TestLiftedTooEarlyDoesNotCalibrate(t *testing.T) {
	closed := func(index float64) PlantingForecast {
		f := PlantingForecast{PlantingState: stateOf(t, logbook.Entry{Kind: logbook.Weighed, Day: plantedOn + 90, Batches: []logbook.Batch{{Gross: 900, Grade: "keep"}}}, logbook.Entry{Kind: logbook.Closed, Day: plantedOn + 90})}
		f.Index = index
		return f
	}
	for index, want := range map[float64]int{0.29: 0, 0.3: 1, 0.31: 1, 1: 1} {
		if got := Learn([]PlantingForecast{closed(index)}, nil).For(crop.Maincrop, 1, "").Bags; got != want {
			t.Errorf("a bag lifted at an index of %g counts %d times, want %d", index, got, want)
		}
	}
}

// What was worked out is found again only while all of what it follows from is the
// same; a cache with other plantings and spans in it changes nothing.
func TestTheCacheGivesWhatIsWorkedOutAnew(t *testing.T) {
	today := plantedOn + 80
	cache := NewCache()
	moved := logbook.UsualTiming(stateOf(t).Bag, stateOf(t).Variety)
	moved.Then, moved.Move = climate.Greenhouse, plantedOn+20
	inside := logbook.UsualTiming(stateOf(t).Bag, stateOf(t).Variety)
	inside.Shelter = climate.Greenhouse
	for what, c := range map[string]struct {
		more   []logbook.Entry
		change func(*Inputs)
	}{
		"as it is":       {},
		"cut down":       {[]logbook.Entry{{Kind: logbook.Tended, What: job.CutHaulm, Day: today - 20}}, nil},
		"moved":          {nil, func(in *Inputs) { in.Timings = map[logbook.ID]logbook.Timing{1: moved} }},
		"under glass":    {nil, func(in *Inputs) { in.Timings = map[logbook.ID]logbook.Timing{1: inside} }},
		"measured":       {[]logbook.Entry{{Kind: logbook.Measured, Day: today - 30, Height: 15}}, nil},
		"another height": {[]logbook.Entry{{Kind: logbook.Measured, Day: today - 30, Height: 19}}, nil},
		"frosted":        {[]logbook.Entry{{Kind: logbook.Frosted, Day: today - 40}}, nil},
		"up early":       {[]logbook.Entry{{Kind: logbook.Emerged, Day: plantedOn + 12}}, nil},
		"flowered":       {[]logbook.Entry{{Kind: logbook.Flowered, Day: today - 5}}, nil},
		"raised":         {[]logbook.Entry{{Kind: logbook.Raised, Day: today - 30, RaiseBy: 5}}, nil},
		"another site":   {nil, func(in *Inputs) { in.Site.Latitude = 40 }},
		"its own weather": {nil, func(in *Inputs) {
			in.Own = []logbook.DayRecord{{Day: plantedOn + 10, DayWeather: climate.DayWeather{Min: 12, Max: 28}}}
		}},
		"in the shade": {nil, func(in *Inputs) {
			in.Terrace, in.Spots = logbook.UsualTerrace(), nil
			in.Usual = medium.RecipeNamed("coir").Mix
		}},
	} {
		with, without := inputsOn(today), inputsOn(today)
		if c.change != nil {
			c.change(with)
			c.change(without)
		}
		with.Cache = cache
		a, b := forecastOn(t, today, with, c.more...), forecastOn(t, today, without, c.more...)
		if !sameRun(a.Grown, b.Grown) {
			t.Errorf("%s: what is held differs from what is worked out anew", what)
		}
		again := inputsOn(today)
		if c.change != nil {
			c.change(again)
		}
		again.Cache, again.Days = cache, Days{today - 500, today + 700}
		if f, err := Of(stateOf(t, c.more...), again); err != nil || f.Grown != a.Grown {
			t.Errorf("%s: beside other plantings it is worked out anew, %v", what, err)
		}
	}
	if n := cache.runs.Len(); n < 10 {
		t.Errorf("%d runs are held", n)
	}
}

func sameRun(a, b *GrowthRun) bool {
	same := func(x, y *growth.Run) bool {
		if x.Up != y.Up || x.Mature != y.Mature || x.Gone != y.Gone || len(x.Stem) != len(y.Stem) || len(x.Frosts) != len(y.Frosts) {
			return false
		}
		for i := range x.Stem {
			if math.Abs(x.Stem[i]-y.Stem[i]) > 1e-9 || math.Abs(x.Index[i]-y.Index[i]) > 1e-9 {
				return false
			}
		}
		return true
	}
	return same(&a.Run, &b.Run) && same(&a.Usual, &b.Usual) && len(a.Climbs) == len(b.Climbs)
}

func TestForecastingStopsWhenItsReaderHasGone(t *testing.T) {
	gone, leave := context.WithCancel(context.Background())
	leave()
	if _, err := OfAll(gone, []logbook.PlantingState{stateOf(t)}, inputsOn(plantedOn+10)); !errors.Is(err, context.Canceled) {
		t.Errorf("it went on: %v", err)
	}
}

// Bags of two seasons: each is judged from the other season alone.
func TestBackTestLeavesASeasonOut(t *testing.T) {
	grown := func(year int, share float64) PlantingForecast {
		f := PlantingForecast{PlantingState: stateOf(t, logbook.Entry{Kind: logbook.Closed, Day: plantedOn + 90, Thing: logbook.NothingCame})}
		f.Index, f.Season.Year = 1, year
		f.Harvest.Edible = bag.Expect(f.Growing(bag.Calibration{})).Yield * measure.Mass(share)
		return f
	}
	// By the model of harvests 2024 leaves a level near 1 and a range to about 1.5; 2025 one near 1.2.
	back := NewLeftOut([]PlantingForecast{grown(2024, 1.1), grown(2024, 0.9), grown(2025, 1.3), grown(2025, 1.9)}, nil).Back()
	if back.Bags != 4 || back.Inside != 3 || len(back.Seasons) != 2 || back.Seasons[1] != (BackSeason{2025, 2, 1}) {
		t.Errorf("%+v", back)
	}
	if one := NewLeftOut([]PlantingForecast{grown(2024, 1)}, nil).Back(); one.Bags != 0 {
		t.Errorf("one season is judged from itself: %+v", one)
	}
	// Empty bags of one season leave a range that is wide, and no certainty of nothing.
	var empty []PlantingForecast
	for range 4 {
		empty = append(empty, grown(2025, 0))
	}
	c := Learn(empty, nil).For(empty[0].Variety.Class, empty[0].Variety.ID, empty[0].Filling.School)
	if low, high := c.Range(); c.Bags != 4 || c.Gave != 0 || c.Factor() < 0.1 || c.Factor() > 0.7 || c.Factor()*low > 0.1 || c.Factor()*high < 0.6 {
		t.Errorf("after four empty bags of one season %+v, from %.2f to %.2f", c, low, high)
	}
	// What its sisters of the year gave is not held against a bag.
	if l := YieldsOf(empty, nil).WithoutSeason(2025); l.For(empty[0].Variety.Class, empty[0].Variety.ID, "").Bags != 0 {
		t.Error("without its season something is left")
	}
}

// Liquid feed is water given, to the litre; feed by weight is none, and neither says that what is
// not written down was not given.
func TestLiquidFeedIsWater(t *testing.T) {
	today := plantedOn + 75
	watered := logbook.Entry{Kind: logbook.Watered, Day: today - 6, Amount: 6}
	fed := logbook.Entry{Kind: logbook.Fed, Day: today - 1, Amount: 3.7, Level: logbook.FeedVolume}
	grams := fed
	grams.Level = 0
	dry := forecastOn(t, today, nil, watered).Water
	wet := forecastOn(t, today, nil, watered, fed).Water
	if got := wet.Days[wet.Today-1].Given - dry.Days[dry.Today-1].Given; got != 3.7 {
		t.Errorf("3.7 L of feed are %v of water", got)
	}
	if dry.Give < 1.5 || wet.Give > dry.Give-1.5 { // what is over the brim drains, and the day takes its own
		t.Errorf("it asks for %v with 3.7 L of feed, for %v without", wet.Give, dry.Give)
	}
	if by := forecastOn(t, today, nil, watered, grams).Water; by.Give != dry.Give {
		t.Errorf("fed by weight it asks for %v, want %v as before", by.Give, dry.Give)
	}
	if alone := forecastOn(t, today, nil, fed).Water; alone.Entries != 0 {
		t.Errorf("a feed alone counts as %d entries of its water", alone.Entries)
	}
}

// watched is a station that observed days as they usually are.
type watched struct{ ordinary }

func (watched) Name() string { return logbook.Simulated }

// Days past of which nothing is recorded may have been otherwise than usual: what is foretold
// from them is as wide as that.
func TestDaysNobodyRecordedMayHaveBeenOtherwise(t *testing.T) {
	today := plantedOn + 100
	wide := func(in *Inputs) float64 {
		f := forecastOn(t, today, in)
		n, err := in.Site.Normals()
		if err != nil {
			t.Fatal(err)
		}
		found, err := Ensemble(t.Context(), []PlantingForecast{f}, &in.Site, n, nil, today, func() {})
		if err != nil {
			t.Fatal(err)
		}
		return found[0].Index[0].High - found[0].Index[0].Low
	}
	in := inputsOn(today)
	in.Station = watched{}
	if without, with := wide(inputsOn(today)), wide(in); without < 1.04*with {
		t.Errorf("the season so far is as wide as %.3f without a record, with one as %.3f", without, with)
	}
}

// A bag raised in straw is fed, and expected of, by the litres of its mix.
func TestStrawIsNotFed(t *testing.T) {
	p := stateOf(t).Planting
	p.Filling = hill.Defaults(hill.StrawOver)
	log := []logbook.Entry{{ID: 1, Kind: logbook.Planted, Day: plantedOn, Seed: seed.Known{Count: 3}}, {ID: 2, Kind: logbook.Raised, Day: plantedOn + 40, RaiseBy: 10}, {ID: 3, Kind: logbook.Closed, Day: plantedOn + 150}}
	for name, n := range map[string]int{"growing": 2, "closed": 3} {
		s, err := logbook.NewPlantingState(p, log[:n])
		if err != nil || len(s.Aside) > 0 {
			t.Fatalf("%v, aside %+v", err, s.Aside)
		}
		in := inputsOn(plantedOn + 160)
		in.Days = DaysOf([]logbook.PlantingState{s}, in.Today)
		f, err := Of(s, in)
		if err != nil {
			t.Fatal(err)
		}
		if got := float64(f.Growing(bag.Calibration{}).Usable); math.Abs(got-10.45) > 0.01 {
			t.Errorf("%s: it is expected of %.2f L, want 10.45", name, got)
		}
		if got := float64(f.FeedAsk.Litres); n == 2 && math.Abs(got-10.45) > 0.01 {
			t.Errorf("%s: it is fed as %.2f L, want 10.45", name, got)
		}
	}
}

// Into a bed nothing is filled: what grows in it has the ground that is there.
func TestABedHasItsGround(t *testing.T) {
	shape, err := bag.NewBed(100, 80)
	if err != nil {
		t.Fatal(err)
	}
	p := stateOf(t).Planting
	p.Bag.Model.Shape = shape
	s, err := logbook.NewPlantingState(p, nil)
	if err != nil {
		t.Fatal(err)
	}
	st := PlantingForecast{PlantingState: s}
	if got := float64(st.Growing(bag.Calibration{}).Usable); math.Abs(got-240) > 1e-6 {
		t.Errorf("a bed of 240 L is expected of %.1f L", got)
	}
}

// What was worked in dry up to planting day takes the place of the base dressing; what was given
// after it is feed of the season; how it is fed is as its plan has it.
func TestWhatWasWorkedInIsNoFeedOfTheSeason(t *testing.T) {
	today := plantedOn + 60
	meal := logbook.Product{ID: 7, Name: "meal 5-5-6", Kind: logbook.FeedPack, Feed: medium.Product{Nitrogen: 5, Phosphate: 5, Potash: 6}}
	drink := logbook.Product{ID: 8, Name: "drink 4-0-8", Kind: logbook.LiquidFeed, Feed: medium.Product{Nitrogen: 4, Potash: 8, Liquid: true, Dilution: 10}}
	for name, c := range map[string]struct {
		e       logbook.Entry
		stacked float64 // g of nitrogen
		given   int
	}{
		"dry, days before":                {logbook.Entry{Day: plantedOn - 3, Thing: "Meal 5-5-6", Amount: 100}, 5, 0},
		"dry, on planting day":            {logbook.Entry{Day: plantedOn, Thing: "meal 5-5-6", Amount: 40}, 2, 0},
		"dry, after":                      {logbook.Entry{Day: plantedOn + 20, Thing: "meal 5-5-6", Amount: 40}, 0, 1},
		"liquid, after":                   {logbook.Entry{Day: plantedOn + 20, Thing: "drink 4-0-8", Amount: 2, Level: logbook.FeedVolume}, 0, 1},
		"liquid, by its weight":           {logbook.Entry{Day: plantedOn, Thing: "drink 4-0-8", Amount: 20}, 0, 0},
		"a handful, of who knows, before": {logbook.Entry{Day: plantedOn - 1, Thing: "a handful"}, 0, 0},
	} {
		c.e.Kind = logbook.Fed
		in := inputsOn(today)
		in.Products = []logbook.Product{meal, drink}
		in.Timings = map[logbook.ID]logbook.Timing{1: {Way: calendar.Direct, Shelter: climate.Open, Feed: medium.AllIn}}
		f := forecastOn(t, today, in, c.e)
		if ask := f.FeedAsk; math.Abs(ask.Stacked.Nitrogen-c.stacked) > 1e-9 || len(ask.Given) != c.given || ask.Way != medium.AllIn || len(ask.Layers) != 1 {
			t.Errorf("%s: stacked %+v, given %+v, %q in %d layers", name, ask.Stacked, ask.Given, ask.Way, len(ask.Layers))
		}
	}
	if f := forecastOn(t, today, nil); len(f.FeedAsk.Layers) < 3 || f.FeedAsk.Way != medium.HalfIn {
		t.Errorf("as is usual: %q in %d layers", f.FeedAsk.Way, len(f.FeedAsk.Layers))
	}
}
