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
)

func TestTimingIsKeptAndWhatItBreaksIsSaid(t *testing.T) {
	p := newPlot(t, crop.FirstEarly, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(2)
	p.must(err)
	st := p.state(id)
	usual, s, err := p.Timing(ctx, &st, today)
	p.must(err)
	if usual.Way != calendar.Direct || s.Plant != today || !strings.Contains(s.Warnings[0].In(measure.Metric)+s.Warnings[len(s.Warnings)-1].In(measure.Metric), "counted back was") {
		t.Errorf("in June it is planted on %s: %v", s.Plant, s.Warnings)
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
	sheet, err := p.SeasonSheet(ctx, 0, today)
	p.must(err)
	if len(sheet.Lines) != 1 || sheet.Year != 2026 || !sheet.Lines[0].Set {
		t.Errorf("the sheet of %d has %d lines", sheet.Year, len(sheet.Lines))
	}
	_, first, err := p.Feed(ctx, 2026, today)
	p.must(err)
	usual.Way, usual.ChitDays, usual.Move, usual.Plant = calendar.Direct, 0, 0, today+40
	p.must(p.SetTiming(ctx, id, usual, p.asked()))
	_, then, err := p.Feed(ctx, 2026, today)
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
	p := newPlot(t, crop.FirstEarly, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(2)
	p.must(err)
	p.must(p.SetTiming(ctx, id, garden.Timing{Way: calendar.Direct, Chitted: true, Shelter: climate.Open, Plant: today + 40}, p.asked()))
	ahead := func() string {
		t.Helper()
		row, err := p.Row(ctx, today)
		p.must(err)
		list, err := p.LookAhead(ctx, row, today)
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
	tray, err := p.AddLot(ctx, garden.NewLot{Label: "L", Variety: p.variety.ID, Source: garden.Saved, Year: 2026, Tray: "A1", Temp: 10}, p.asked())
	p.must(err)
	if got := ahead(); got != "start chitting " {
		t.Errorf("with seed there it is %q", got)
	}
	p.bench(garden.SeedEntry{Tray: tray, Kind: garden.SeedWeighed, Weights: []measure.Mass{60}})
	if got := ahead(); got != "" {
		t.Errorf("with seed in its tray it is %q", got)
	}
}
