package garden_test

import (
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

func TestTimingIsKeptAndWhatItBreaksIsSaid(t *testing.T) {
	p := newPlot(t, crop.FirstEarly, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(2)
	p.must(err)
	st := p.state(id)
	usual := st.Timing
	s := st.Dates
	if usual.Way != calendar.Direct || s.Plant != today || !strings.Contains(s.Advice[0].In(measure.Metric)+s.Advice[len(s.Advice)-1].In(measure.Metric), "counted back was") {
		t.Errorf("in June it is planted on %s: %v", s.Plant, s.Advice)
	}
	usual.Plant = today + 30
	p.must(p.SetTiming(ctx, id, usual, p.asked()))
	if st := p.state(id); st.Dates == nil || st.Dates.Plant != today+30 || st.Job.Due() {
		t.Errorf("planting day %+v, due %v", st.Dates, st.Job.Due())
	}
	usual.Way, usual.ChitDays, usual.Move = calendar.OwnSlips, 3, today
	err = p.SetTiming(ctx, id, usual, p.asked())
	for field, says := range map[string]string{"way": "not started that way", "chit-days": "28 to 42", "move-day": "where it is moved to"} {
		refused(t, "a timing that cannot be", err, field, says)
	}
	sheet, err := p.look().SeasonSheet(0)
	p.must(err)
	if len(sheet.Lines) != 1 || sheet.Year != 2026 || !sheet.Lines[0].TimingSet {
		t.Errorf("the sheet of %d has %d lines", sheet.Year, len(sheet.Lines))
	}
	_, first, err := p.look().CalendarFeed(2026)
	p.must(err)
	usual.Way, usual.ChitDays, usual.Move, usual.Plant = calendar.Direct, 0, 0, today+40
	p.must(p.SetTiming(ctx, id, usual, p.asked()))
	_, then, err := p.look().CalendarFeed(2026)
	p.must(err)
	for i := range first {
		if first[i].UID != then[i].UID {
			t.Errorf("moved, %s has the name %s", first[i].UID, then[i].UID)
		}
	}
	if first[0].Day == then[0].Day {
		t.Error("nothing moved")
	}
}

func TestLeadWorkIsLeftOutOnceItIsDone(t *testing.T) {
	p := newPlot(t, crop.SecondEarly, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(2)
	p.must(err)
	p.must(p.SetTiming(ctx, id, logbook.Timing{Way: calendar.Direct, Chitted: true, Shelter: climate.Open, Plant: today + 40}, p.asked()))
	ahead := func() string {
		t.Helper()
		row, err := p.look().Row()
		p.must(err)
		list, err := p.look().LookAhead(row)
		p.must(err)
		said := ""
		for _, a := range list {
			said += a.What.In(measure.Metric) + " "
		}
		return said
	}
	if got := ahead(); got != "order seed start chitting " {
		t.Errorf("what leads up is %q", got)
	}
	tray, err := p.AddLot(ctx, garden.NewLot{Label: "L", Variety: p.variety.ID, Source: logbook.Saved, Year: 2026, Tray: "A1", Temp: 10}, p.asked())
	p.must(err)
	if got := ahead(); got != "start chitting " {
		t.Errorf("with seed there it is %q", got)
	}
	p.bench(logbook.SeedEntry{Tray: tray, Kind: logbook.SeedWeighed, Weights: []measure.Mass{60}})
	if got := ahead(); got != "" {
		t.Errorf("with seed in its tray it is %q", got)
	}
	// One tuber for two places: a large one is to be cut in time to heal.
	p.must(p.SetTiming(ctx, id, logbook.Timing{Way: calendar.Direct, Chitted: true, Shelter: climate.Open, Plant: today + 12}, p.asked()))
	if got := ahead(); got != "" {
		t.Errorf("a tuber of 60 g is to be cut: %q", got)
	}
	large := p.bench(logbook.SeedEntry{Tray: tray, Kind: logbook.SeedWeighed, Weights: []measure.Mass{170}})
	p.bench(logbook.SeedEntry{Tray: tray, Kind: logbook.SeedLooked, Seen: []logbook.Seen{{Tuber: 1, Soft: true}, {Tuber: 2, Eyes: 7, Sprouts: 3, Longest: 1, Stout: true}}})
	if got := ahead(); large == 0 || got != "cut seed " {
		t.Errorf("one large tuber for two places: %q", got)
	}
}

func TestSuccessionIsRefusedWhereItMakesNoSense(t *testing.T) {
	p := newPlot(t, crop.SweetEarly, bag.Drainage{Way: bag.ThroughWall})
	timing := logbook.UsualTiming(p.bag, p.variety)
	_, _, err := p.look().Succession(p.variety, timing, 8, 2026, today, today-1, 3)
	for field, says := range map[string]string{"variety": "for potatoes", "until": "after the first", "each": "7 to 60"} {
		refused(t, "a succession that cannot be", err, field, says)
	}
	potato := logbook.Variety{Name: "Harbour Lantern", Class: crop.FirstEarly}
	batches, gaps, err := p.look().Succession(potato, logbook.UsualTiming(p.bag, potato), 8, 2026, today+30, today+120, 21)
	p.must(err)
	if len(batches) < 2 || len(gaps) == 0 {
		t.Errorf("%d batches and %d gaps", len(batches), len(gaps))
	}
	for _, b := range batches {
		if b.Plant < today {
			t.Errorf("a batch is to be planted on %s, which is past", b.Plant)
		}
	}
}

// Of two seasons the sheet shows the one of today, or the one that is asked for,
// and a place gives its bags its shelter.
func TestSheetIsOfOneSeasonAndKnowsWhereBagsStand(t *testing.T) {
	p := newPlot(t, crop.FirstEarly, bag.Drainage{Way: bag.ThroughWall})
	_, err := p.plan(2)
	p.must(err)
	models, err := p.look().Catalogue()
	p.must(err)
	_, err = p.AddBags(ctx, garden.NewBags{Labels: []string{"G1"}, Model: models.Models[0].ID, Place: "Glass", Shelter: climate.Greenhouse}, p.asked())
	p.must(err)
	c, err := p.look().Catalogue()
	p.must(err)
	for _, b := range c.Bags {
		if b.Label != "G1" {
			continue
		}
		_, err = p.PlanBag(ctx, garden.NewPlanting{Year: 2027, Bag: b.ID, Variety: p.variety.ID, Number: 2, Filling: forecast.DefaultLadder(b.Model.Shape, p.variety.Class, "fill-once")}, p.asked())
		p.must(err)
	}
	for year, want := range map[int]string{0: "R1", 2026: "R1", 2027: "G1"} {
		sheet, err := p.look().SeasonSheet(year)
		p.must(err)
		if len(sheet.Lines) != 1 || sheet.Lines[0].Bag.Label != want || len(sheet.Years) != 2 {
			t.Errorf("the sheet of %d has %d lines, of %d seasons", year, len(sheet.Lines), len(sheet.Years))
			continue
		}
		if year == 2027 && sheet.Lines[0].Schedule.Shelter != climate.Greenhouse {
			t.Errorf("under glass it stands %s", sheet.Lines[0].Schedule.Shelter)
		}
	}
}

// A plan is timed when it is made, and a timing that cannot be keeps it from being
// made at all.
func TestPlanAndTimingAreKeptTogether(t *testing.T) {
	p := newPlot(t, crop.FirstEarly, bag.Drainage{Way: bag.ThroughWall})
	ask := garden.NewPlanting{
		Year: 2026, Bag: p.bag.ID, Variety: p.variety.ID, Number: 2, Filling: forecast.DefaultLadder(p.bag.Model.Shape, p.variety.Class, "fill-once"),
		Timing: logbook.Timing{Way: calendar.Indoors, Shelter: climate.Open},
	}
	_, err := p.PlanBag(ctx, ask, p.asked())
	refused(t, "a potato under a lamp", err, "way", "not started that way")
	if row, err := p.look().Row(); err != nil || len(row) != 0 {
		t.Fatalf("%d bags are planned after the refusal, %v", len(row), err)
	}
	ask.Timing.Way, ask.Timing.Plant = calendar.PreGrown, today+20
	id, err := p.PlanBag(ctx, ask, p.asked())
	p.must(err)
	st := p.state(id)
	if st.Dates.Pots != today-8 || st.Dates.Plant != today+20 {
		t.Errorf("potted on %s for %s", st.Dates.Pots, st.Dates.Plant)
	}
}
