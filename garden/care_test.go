package garden_test

import (
	"strings"
	"testing"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Whatever is done to a bag and seen at it is kept with what it says, put into words, and
// taken back.
func TestWhatIsDoneAndSeenIsKept(t *testing.T) {
	for says, e := range map[string]logbook.Entry{
		"watered with a can 2.5 L":          {Kind: logbook.Watered, Thing: "can", Amount: 2.5},
		"watered drip or timer, 20 minutes": {Kind: logbook.Watered, Thing: "drip", Level: 20},
		"watered by rain":                   {Kind: logbook.Watered, Thing: "rain"},
		"fed with fish soup 2 L":            {Kind: logbook.Fed, Thing: "fish soup", Amount: 2, Level: logbook.FeedVolume},
		"fed with bone meal 30 g":           {Kind: logbook.Fed, Thing: "bone meal", Amount: 30, Level: logbook.FeedMass},
		"mulched with straw 5 cm":           {Kind: logbook.Mulched, Thing: "straw", Amount: 5},
		"mulched with taken off again":      {Kind: logbook.Mulched, Thing: "removed"},
		"supported with mesh":               {Kind: logbook.Supported, Thing: "mesh"},
		"protected: fleece over it":         {Kind: logbook.Protected, Thing: "fleece"},
		"treated with soft soap, 7 days to wait before harvest: 20 mL, aphids": {Kind: logbook.Treated, Thing: "soft soap", Level: 7, Text: "20 mL, aphids"},
		"seen: aphids, some: on young leaves":                                  {Kind: logbook.Sighted, Thing: "aphids", Level: 2, Text: "on young leaves"},
		"leaves yellow: half":                                                  {Kind: logbook.Yellowed, Level: 3},
		"medium: dry to the first knuckle":                                     {Kind: logbook.Moisture, Level: 2},
		"medium: 34 %":                                                         {Kind: logbook.Moisture, Amount: 34},
		"lifted, it weighs 21.50 kg":                                           {Kind: logbook.Hefted, Amount: 21_500},
		"measured: pH 5.8":                                                     {Kind: logbook.Acidity, Amount: 5.8},
	} {
		p, id := planted(t)
		e.Planting, e.Day, e.About = id, today-3, true
		made, err := p.record(e)
		if err != nil {
			t.Errorf("%s: %v", says, err)
			continue
		}
		st := p.state(id)
		last := st.Care[len(st.Care)-1]
		d, ok := logbook.DoingOf(e.Kind)
		if got := d.Says(&last).In(measure.Metric); !ok || got != says || !last.About || last.Day != today-3 {
			t.Errorf("%q is kept as %q, %+v", says, got, last)
		}
		_, err = p.Undo(ctx, made, p.asked())
		p.must(err)
		if st = p.state(id); len(st.Care) != 0 {
			t.Errorf("%s: taken back, %+v is left", says, st.Care)
		}
	}
}

func TestWhatCannotBeDoneOrSeen(t *testing.T) {
	p, id := planted(t)
	for what, c := range map[string]struct {
		entry       logbook.Entry
		field, says string
	}{
		"a lake":              {logbook.Entry{Kind: logbook.Watered, Amount: 4000}, "amount", "between 0 mL and 500 L"},
		"mulched with air":    {logbook.Entry{Kind: logbook.Mulched, Amount: 5}, "thing", "Say what it was"},
		"carried on":          {logbook.Entry{Kind: logbook.Protected, Thing: "x"}, "thing", "Choose one"},
		"a bag of nothing":    {logbook.Entry{Kind: logbook.Hefted}, "amount", "what was measured"},
		"acid":                {logbook.Entry{Kind: logbook.Acidity, Amount: 14}, "amount", "between 2 and 11"},
		"six quarters":        {logbook.Entry{Kind: logbook.Yellowed, Level: 6}, "level", "from 0 to 5"},
		"nothing seen":        {logbook.Entry{Kind: logbook.Moisture}, "level", "what you saw"},
		"an endless word":     {logbook.Entry{Kind: logbook.Sighted, Thing: strings.Repeat("x", 61)}, "thing", "up to 60"},
		"moved nowhere":       {logbook.Entry{Kind: logbook.Moved}, "place", "where it stands"},
		"moved to the moon":   {logbook.Entry{Kind: logbook.Moved, Place: 99}, "place", "Choose a place"},
		"before its planting": {logbook.Entry{Kind: logbook.Watered, Amount: 2, Day: today - 60}, "day", "not planted yet"},
	} {
		c.entry.Planting = id
		if c.entry.Day == 0 {
			c.entry.Day = today
		}
		_, err := p.record(c.entry)
		refused(t, what, err, c.field, c.says)
	}
	if st := p.state(id); len(st.Care) != 0 {
		t.Errorf("refused, and kept: %+v", st.Care)
	}
}

// One entry for many bags is kept for all or for none, and taken back for all.
func TestOneEntryForManyBags(t *testing.T) {
	p, first := planted(t)
	c, err := p.look().Catalogue()
	p.must(err)
	second, err := p.PlanBag(ctx, garden.NewPlanting{Year: 2026, Bag: c.Bags[1].ID, Variety: p.variety.ID, Number: 3, Filling: p.state(first).Filling}, p.asked())
	p.must(err)
	tied := logbook.Entry{Kind: logbook.Supported, Thing: "canes", Day: today}
	both := []logbook.ID{first, second}
	_, err = p.RecordMany(ctx, tied, both, p.asked())
	refused(t, "one of them not planted", err, "bag-2", "R2: Bag R2 is not planted yet")
	if st := p.state(first); len(st.Care) != 0 {
		t.Errorf("kept for one of the two: %+v", st.Care)
	}
	_, err = p.record(logbook.Entry{Planting: second, Kind: logbook.Planted, Day: today - 20})
	p.must(err)
	ask := p.asked()
	for range 2 { // safe to repeat
		_, err = p.RecordMany(ctx, tied, append(both, first), ask) // one of them ticked twice
		p.must(err)
	}
	for _, id := range both {
		if st := p.state(id); len(st.Care) != 1 || st.Care[0].Group != ask.Key {
			t.Errorf("planting %d: %+v", id, st.Care)
		}
	}
	_, err = p.RecordMany(ctx, tied, nil, p.asked())
	refused(t, "no bags", err, "bags", "Tick the bags")
	_, err = p.UndoMany(ctx, ask.Key, p.asked())
	p.must(err)
	for _, id := range both {
		if st := p.state(id); len(st.Care) != 0 {
			t.Errorf("taken back for all, planting %d has %+v", id, st.Care)
		}
	}
	_, err = p.UndoMany(ctx, ask.Key, p.asked())
	refused(t, "twice", err, "", "undone before")
}

// A bag that is moved stands there, in its growth too, and back when that is taken back.
func TestAMoveChangesWhereItGrows(t *testing.T) {
	p, id := planted(t)
	before := p.state(id)
	moved, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Moved, Day: today - 30, Text: "Glasshouse", Thing: string(climate.Greenhouse)})
	p.must(err)
	st := p.state(id)
	if st.Bag.Place.Name != "Glasshouse" || st.Bag.Place.Shelter != climate.Greenhouse || st.Grown.Run.Mature >= before.Grown.Run.Mature && before.Grown.Run.Mature != 0 {
		t.Errorf("moved under glass it stands at %+v, ready %v, before %v", st.Bag.Place, st.Grown.Run.Mature, before.Grown.Run.Mature)
	}
	if n := len(st.Grown.Plant.Stays); st.Grown.Plant.Stays[n-1].From != today-30 {
		t.Errorf("it grows at %+v", st.Grown.Plant.Stays)
	}
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Protected, Thing: logbook.CarriedIn, Day: today - 9})
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Protected, Thing: logbook.CarriedOut, Day: today - 8})
	p.must(err)
	if st = p.state(id); st.Grown.Plant.Stays[len(st.Grown.Plant.Stays)-1].Offset != climate.Greenhouse.Offset() {
		t.Errorf("carried out again it is not under glass: %+v", st.Grown.Plant.Stays)
	}
	_, err = p.Undo(ctx, moved, p.asked())
	p.must(err)
	if st = p.state(id); st.Bag.Place.Name != "Lower step" {
		t.Errorf("taken back it stands at %s", st.Bag.Place.Name)
	}
}

// What was really fed takes the place of the plan: the rest of the season makes up for it,
// and no feed is due at once.
func TestWhatWasFedReplacesThePlan(t *testing.T) {
	p, id := planted(t)
	p.product(logbook.Product{Name: "quay liquid", Kind: logbook.LiquidFeed, Litres: 1, Price: 700, Feed: medium.Product{Nitrogen: 3, Phosphate: 2, Potash: 6, Dilution: 8}})
	before := p.state(id)
	if len(before.Feed.Feedings) < 3 {
		t.Fatalf("%d feeds are planned", len(before.Feed.Feedings))
	}
	sum := func(st *forecast.PlantingForecast) (n float64) { return st.Feed.Brings.Nitrogen }
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Fed, Thing: "Quay Liquid", Amount: float64(before.Feed.Feedings[0].Water) * 2, Level: logbook.FeedVolume, Day: today - 1})
	p.must(err)
	st := p.state(id)
	if f := st.Feed.Feedings; f[0].Day != today-1 || f[0].Water != before.Feed.Feedings[0].Water*2 || f[1].Day < today+5 || f[1].Water >= before.Feed.Feedings[0].Water {
		t.Errorf("fed twice as much, it goes on with %+v", f)
	}
	if a, b := sum(&st), sum(&before); a < b-0.01 || a > b+0.01 {
		t.Errorf("the season brings %.2f g of nitrogen, planned were %.2f", a, b)
	}
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Fed, Thing: "quay liquid", Amount: 400, Level: logbook.FeedVolume, Day: today})
	p.must(err)
	if st = p.state(id); len(st.Feed.Feedings) != 2 || sum(&st) <= sum(&before) {
		t.Errorf("fed for three seasons, more is planned: %+v", st.Feed.Feedings)
	}
}

func TestATreatmentHoldsTheHarvestBack(t *testing.T) {
	p, id := planted(t)
	for _, days := range []int{14, 3} {
		_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Treated, Thing: "soft soap", Level: days, Day: today - 2})
		p.must(err)
	}
	st := p.state(id)
	if until, with := st.WaitUntil(); until != today+12 || with != "soft soap" {
		t.Errorf("it waits until %v because of %q", until, with)
	}
}
