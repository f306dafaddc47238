package garden_test

import (
	"path/filepath"
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/station"
	"glebata/store"
)

// Nothing gets in that could not be read again, by whatever way it comes.
func TestEveryWriteIsReplayed(t *testing.T) {
	p := newPlot(t, crop.FirstEarly, bag.Drainage{Way: bag.ThroughWall})
	pot, err := p.Start(ctx, logbook.Nursling{Label: "P1", Kind: logbook.Pot, Variety: p.variety, Weight: 63, Shelter: climate.Open, Started: today - 20}, p.asked())
	p.must(err)
	id, err := p.plan(1)
	p.must(err)
	_, err = p.PlantFromNursery(ctx, id, today, garden.FromNursery{Pots: []logbook.ID{pot}, Height: 350}, p.asked())
	refused(t, "a transplant of 350 cm", err, "height", "not believed")
	_, err = p.PlantFromNursery(ctx, id, today, garden.FromNursery{Pots: []logbook.ID{pot}, Height: -2}, p.asked())
	refused(t, "a transplant under ground", err, "height", "not believed")
	_, err = p.AddMix(ctx, "thin", map[string]float64{"compost": 1000, "sand": 0.4}, p.asked())
	refused(t, "a share that comes to nothing", err, "part-sand", "leave it out")
	p.must(p.SetComponent(ctx, medium.Component{Name: "rock dust = , ;", WetKg: 0.9, PH: 7}, p.asked()))
	p.must(p.SetComponent(ctx, medium.Component{Name: "ash\n", WetKg: 0.9, PH: 7}, p.asked()))
	_, err = p.AddMix(ctx, "dusty", map[string]float64{"rock dust": 1, "ash": 1}, p.asked())
	p.must(err)
	cat, err := p.look().Catalogue()
	p.must(err)
	if own := cat.Recipes[len(cat.Recipes)-1]; own.Name != "dusty" || len(own.Mix) != 2 {
		t.Errorf("the mix reads back as %+v", own)
	}
	refused(t, "a component of nothing but marks", p.SetComponent(ctx, medium.Component{Name: "=;", WetKg: 0.9, PH: 7}, p.asked()), "name", "letters")
}

// The clock goes back a day: what is entered then cannot speak of what came later,
// and the bench goes on.
func TestTheClockGoesBackAtTheBench(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	at := func(day measure.Day) garden.Request { a := p.asked(); a.Today = day; return a }
	tray, err := p.AddLot(ctx, garden.NewLot{Label: "L1", Variety: p.variety.ID, Source: logbook.Certified, Year: 2026, Tray: "A1", Temp: 10}, at(today))
	p.must(err)
	weigh := func(day measure.Day) error {
		_, err := p.RecordSeed(ctx, logbook.SeedEntry{Tray: tray, Kind: logbook.SeedWeighed, Day: day, Weights: []measure.Mass{60, 61}}, at(day))
		return err
	}
	p.must(weigh(today))
	_, err = p.RecordSeed(ctx, logbook.SeedEntry{Tray: tray, Kind: logbook.SeedLooked, Day: today - 1, Seen: []logbook.Seen{{Tuber: 1, Eyes: 4}}}, at(today-1))
	refused(t, "a look before the tuber was there", err, "tuber", "no tuber 1")
	refused(t, "tubers before those that have their numbers", weigh(today-1), "weights", "numbered")
	if n := len(p.tray(tray).Tubers); n != 2 {
		t.Errorf("%d tubers", n)
	}
}

// A page that is old, or a second phone, lays no second layer.
func TestAJobIsDoneOnce(t *testing.T) {
	p, id := planted(t)
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: today, Height: 22})
	p.must(err)
	raise := forecast.JobRequest{Planting: id, What: job.Raise}
	_, err = p.DoJob(ctx, raise, p.asked())
	p.must(err)
	_, err = p.DoJob(ctx, raise, p.asked())
	refused(t, "ticked on a second phone", err, "", "Last: raised, on 9 June 2026")
	if st := p.state(id); st.Level != 28 {
		t.Errorf("the medium stands at %v", st.Level)
	}
}

// What a file holds and cannot be applied is set aside, named and taken back;
// everything else goes on.
func TestWhatCannotBeAppliedIsSetAside(t *testing.T) {
	path := filepath.Join(t.TempDir(), "old.glebata")
	s, err := store.Open(ctx, path, store.Throwaway)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = s.Close() }()
	p := plotIn(t, s, station.NewWeather(station.UsualSeed), crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(2)
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Planted, Day: today - 40, Seed: seed.Known{Pieces: []measure.Mass{60, 60}}})
	p.must(err)
	tray, err := p.AddLot(ctx, garden.NewLot{Label: "L1", Variety: p.variety.ID, Source: logbook.Certified, Year: 2026, Tray: "A1", Temp: 10}, p.asked())
	p.must(err)
	pot, err := p.Start(ctx, logbook.Nursling{Label: "P1", Kind: logbook.Pot, Variety: p.variety, Weight: 63, Shelter: climate.Open, Started: today - 20}, p.asked())
	p.must(err)
	var tall logbook.ID
	p.must(s.Update(ctx, func(w garden.Writer) (err error) { // as an older program let it in
		if tall, err = w.AddEntry(ctx, logbook.Entry{Planting: id, Kind: logbook.Measured, Day: today - 3, Logged: today, Key: "x1", Height: 350}); err != nil {
			return err
		}
		if _, err = w.AddSeedEntry(ctx, logbook.SeedEntry{Tray: tray, Kind: logbook.SeedLooked, Day: today, Logged: today, Key: "x2", Seen: []logbook.Seen{{Tuber: 7, Eyes: 2}}}); err != nil {
			return err
		}
		if _, err = w.AddNurseryEntry(ctx, logbook.NurseryEntry{Nursling: pot, Kind: logbook.NurseRooted, Day: today, Logged: today, Key: "x3", Count: 4}); err != nil {
			return err
		}
		gone := medium.Mix{{Component: medium.Component{Key: "moon dust"}, Share: 1}}
		if _, err = w.AddMix(ctx, "lunar", gone); err != nil {
			return err
		}
		return w.SetMix(ctx, id, gone)
	}))
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Measured, Day: today, Height: 12})
	p.must(err)
	st := p.state(id)
	if st.Stem != 12 || len(st.Aside) != 1 || st.Aside[0].Entry != tall || st.Grown == nil {
		t.Errorf("with a wrong entry aside: stem %v, aside %+v", st.Stem, st.Aside)
	}
	if on := st.SetAside(); len(on) != 2 {
		t.Errorf("its own page names %+v", on)
	}
	aside, err := p.look().SetAside()
	p.must(err)
	var named []string
	for _, a := range aside {
		named = append(named, a.What.In(measure.Metric))
	}
	want := "R1, 6 June 2026: stem height · Tray A1, 9 June 2026: looked · P1, 9 June 2026: rooted · The mix of R1, Cold Quay for 2026 · Your mix lunar"
	if got := strings.Join(named, " · "); got != want {
		t.Errorf("set aside: %s\nwant %s", got, want)
	}
	_, err = p.Undo(ctx, tall, p.asked())
	p.must(err)
	if aside, err = p.look().SetAside(); err != nil || len(aside) != 4 {
		t.Errorf("taken back, %d are aside, %v", len(aside), err)
	}
}
