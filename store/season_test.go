package store

import (
	"context"
	"io/fs"
	"math"
	"path/filepath"
	"reflect"
	"testing"

	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/terrace"
	"glebata/garden"
	"glebata/garden/logbook"
)

func write(t *testing.T, s *Store, do func(garden.Writer) error) {
	t.Helper()
	must(t, s.Update(ctx, do))
}

func TestTimingReadsBackAndIsOverwritten(t *testing.T) {
	s := fresh(t)
	p := stocked(t, s)
	for _, want := range []logbook.Timing{
		{Way: calendar.Direct, Shelter: climate.Open},
		{Way: calendar.PreGrown, Chitted: true, ChitDays: 28, Dark: true, Shelter: climate.Greenhouse, Then: climate.Open, Plant: 20550, Move: 20570},
		{Way: calendar.OwnSlips, CoolRoom: true, Shelter: climate.Heated},
		{Way: calendar.Direct, Shelter: climate.Open, Feed: medium.ByLayer, TillDead: true},
	} {
		write(t, s, func(w garden.Writer) error { return w.SetTiming(ctx, p.ID, want) })
		got := view(t, s, func(r garden.Reader) (map[logbook.ID]logbook.Timing, error) {
			return r.Timings(ctx, garden.Filter{Year: 2026})
		})
		if got[p.ID] != want {
			t.Errorf("%+v reads back as %+v", want, got[p.ID])
		}
	}
	if got := view(t, s, func(r garden.Reader) (map[logbook.ID]logbook.Timing, error) {
		return r.Timings(ctx, garden.Filter{Year: 2025})
	}); len(got) != 0 {
		t.Errorf("another year has %v", got)
	}
}

func TestWeatherReadsBackWithWhatWasNotMeasured(t *testing.T) {
	s := fresh(t)
	none := math.NaN()
	day := logbook.DayRecord{Day: 20600, DayWeather: climate.DayWeather{Min: -1.5, Max: 9, Rain: 0.2}, Humidity: none, Wind: 3, Sun: none, Source: "wall"}
	write(t, s, func(w garden.Writer) error {
		_, err := w.AddWeather(ctx, logbook.WeatherImport{Source: "wall", Logged: 20601, Key: "a"}, []logbook.DayRecord{day})
		return err
	})
	read := func() []logbook.DayRecord {
		return view(t, s, func(r garden.Reader) ([]logbook.DayRecord, error) { return r.Weather(ctx, 20590, 20600) })
	}
	got := read()
	if len(got) != 1 || got[0].DayWeather != day.DayWeather || !math.IsNaN(got[0].Humidity) || got[0].Wind != 3 || !math.IsNaN(got[0].Sun) || got[0].Source != "wall" {
		t.Fatalf("%+v reads back as %+v", day, got)
	}
	day.Max, day.Source = 11, "shed"
	var again logbook.ID
	write(t, s, func(w garden.Writer) (err error) {
		again, err = w.AddWeather(ctx, logbook.WeatherImport{Source: "shed", Logged: 20602, Key: "b"}, []logbook.DayRecord{day})
		return err
	})
	if got := read(); len(got) != 1 || got[0].Max != 11 || got[0].Source != "shed" {
		t.Errorf("brought in again it reads %+v", got)
	}
	imports := view(t, s, func(r garden.Reader) ([]logbook.WeatherImport, error) { return r.WeatherImports(ctx) })
	if len(imports) != 2 || imports[0].ID != again || imports[0].Days != 1 || imports[0].From != 20600 || imports[0].Source != "shed" {
		t.Errorf("brought in: %+v", imports)
	}
	write(t, s, func(w garden.Writer) error {
		_, err := w.AddWeather(ctx, logbook.WeatherImport{Logged: 20603, Key: "c", Voids: again}, nil)
		return err
	})
	if got := read(); len(got) != 1 || got[0].Max != 9 || got[0].Source != "wall" {
		t.Errorf("taken back it reads %+v", got)
	}
}

func TestBenchAndNurseryReadBack(t *testing.T) {
	s := fresh(t)
	p := stocked(t, s)
	var tray logbook.Tray
	write(t, s, func(w garden.Writer) (err error) {
		tray.Label, tray.Lot = "A1", logbook.Lot{Label: "TR26", Variety: p.Variety, Source: logbook.Saved, Year: 2026, Cost: 450}
		if tray.Lot.ID, err = w.AddLot(ctx, tray.Lot); err != nil {
			return err
		}
		tray.ID, err = w.AddTray(ctx, tray)
		return err
	})
	if got := view(t, s, func(r garden.Reader) ([]logbook.Tray, error) { return r.Trays(ctx) }); len(got) != 1 || got[0] != tray {
		t.Errorf("%+v reads back as %+v", tray, got)
	}
	entries := []logbook.SeedEntry{
		{Kind: logbook.SeedStood, Temp: 9.5, Light: true},
		{Kind: logbook.SeedWeighed, Weights: []measure.Mass{58.5, 170}},
		{Kind: logbook.SeedLooked, Seen: []logbook.Seen{{Tuber: 1, Eyes: 5, Sprouts: 3, Longest: 1.4, Stout: true}, {Tuber: 2, Eyes: 7, Soft: true}}},
		{Kind: logbook.SeedRubbed, Tuber: 1, Keep: 2},
		{Kind: logbook.SeedCut, Tuber: 2, Weights: []measure.Mass{90, 80}, Eyes: []int{4, 3}, HealDays: 3},
		{Kind: logbook.SeedDiscarded, Tuber: 1, Text: "soft"},
		{Kind: logbook.SeedAllotted, Allots: []logbook.Allotted{{Planting: p.ID, PieceRef: logbook.PieceRef{Tray: 1, Tuber: 2, Piece: 1}}}},
		{Kind: logbook.SeedVoided, Voids: 6},
	}
	for i := range entries {
		e := &entries[i]
		e.Day, e.Logged, e.Key = 20600, 20601, string(e.Kind)
		if e.Kind != logbook.SeedAllotted {
			e.Tray = tray.ID
		}
		write(t, s, func(w garden.Writer) (err error) {
			e.ID, err = w.AddSeedEntry(ctx, *e)
			return err
		})
	}
	got := view(t, s, func(r garden.Reader) ([]logbook.SeedEntry, error) { return r.SeedLog(ctx) })
	for i := range entries {
		entries[i].Key = "" // not read back
		if !reflect.DeepEqual(got[i], entries[i]) {
			t.Errorf("%+v\nreads back as %+v", entries[i], got[i])
		}
	}

	root := logbook.Nursling{Label: "S1", Kind: logbook.Root, Variety: p.Variety, Weight: 300, Method: logbook.InJar, Temp: 25, Shelter: climate.Heated, Started: 20500}
	var planted logbook.ID
	write(t, s, func(w garden.Writer) (err error) {
		if root.ID, err = w.AddNursling(ctx, root); err != nil {
			return err
		}
		planted, err = w.AddEntry(ctx, logbook.Entry{Planting: p.ID, Kind: logbook.Planted, Slips: 3, Day: 20600, Logged: 20600, Key: "planted"})
		return err
	})
	if got := view(t, s, func(r garden.Reader) ([]logbook.Nursling, error) { return r.Nurslings(ctx) }); len(got) != 1 || got[0] != root {
		t.Errorf("%+v reads back as %+v", root, got)
	}
	log := []logbook.NurseryEntry{
		{Kind: logbook.NurseTaken, Count: 4, Nodes: 3}, {Kind: logbook.NurseMoved, Shelter: climate.Open}, {Kind: logbook.NursePlanted, Count: 3, Entry: planted, Planting: p.ID},
	}
	for i := range log {
		e := &log[i]
		e.Nursling, e.Day, e.Logged = root.ID, 20600, 20601
		keyed := *e
		keyed.Key = string(e.Kind)
		write(t, s, func(w garden.Writer) (err error) {
			e.ID, err = w.AddNurseryEntry(ctx, keyed)
			return err
		})
	}
	read := func() []logbook.NurseryEntry {
		return view(t, s, func(r garden.Reader) ([]logbook.NurseryEntry, error) { return r.NurseryLog(ctx) })
	}
	if got := read(); !reflect.DeepEqual(got, log) {
		t.Errorf("%+v\nreads back as %+v", log, got)
	}
	// Undone at its bag, a planting is gone from the nursery's log too.
	write(t, s, func(w garden.Writer) error {
		_, err := w.AddEntry(ctx, logbook.Entry{Planting: p.ID, Kind: logbook.Voided, Voids: planted, Day: 20601, Logged: 20601, Key: "void"})
		return err
	})
	if got := read(); len(got) != 2 {
		t.Errorf("%d entries stand after the planting was taken back, want 2", len(got))
	}
}

func TestTerraceReadsBackAndIsReplaced(t *testing.T) {
	s := fresh(t)
	p := stocked(t, s)
	first := logbook.Terrace{Terrace: terrace.Terrace{Width: 6, Depth: 4, Heading: 90, Walls: []terrace.Wall{
		{Name: "fence", From: terrace.Point{X: -1, Y: 4.5}, To: terrace.Point{X: 6, Y: 4.5}, Height: 1.8}, {Name: "shed", To: terrace.Point{Y: 3}, Height: 2.4},
	}}, Tap: terrace.Point{X: 0.5, Y: 0.25}, Limit: 250_000}
	second := logbook.Terrace{Terrace: terrace.Terrace{Width: 3, Depth: 2, Walls: first.Walls[1:]}}
	for _, want := range []logbook.Terrace{first, second} {
		for _, at := range []terrace.Point{{X: 1, Y: 1}, {X: 1.5, Y: 0.75}} {
			write(t, s, func(w garden.Writer) error {
				if err := w.SetTerrace(ctx, want); err != nil {
					return err
				}
				return w.SetSpot(ctx, p.Bag.ID, at, 20000)
			})
			err := see(s, ctx, func(r garden.Reader) error {
				got, known, err := r.Terrace(ctx)
				if !known || !reflect.DeepEqual(got, want) {
					t.Errorf("reads back %+v, want %+v", got, want)
				}
				if err != nil {
					return err
				}
				spots, err := r.Spots(ctx)
				if len(spots) != 1 || spots[p.Bag.ID] != at {
					t.Errorf("spots read back %v, want %v", spots, at)
				}
				return err
			})
			if err != nil {
				t.Fatal(err)
			}
		}
	}
}

func TestSchemaKeepsBenchAndNurseryWhole(t *testing.T) {
	s := fresh(t)
	p := stocked(t, s)
	write(t, s, func(w garden.Writer) error {
		lot, err := w.AddLot(ctx, logbook.Lot{Label: "L", Variety: p.Variety, Source: logbook.Certified, Year: 2026})
		if err != nil {
			return err
		}
		tray, err := w.AddTray(ctx, logbook.Tray{Label: "A1", Lot: logbook.Lot{ID: lot}})
		if err != nil {
			return err
		}
		if _, err = w.AddSeedEntry(ctx, logbook.SeedEntry{Tray: tray, Kind: logbook.SeedWeighed, Weights: []measure.Mass{60}, Day: 1, Logged: 1, Key: "k"}); err != nil {
			return err
		}
		root, err := w.AddNursling(ctx, logbook.Nursling{Label: "P1", Kind: logbook.Pot, Variety: p.Variety, Weight: 60, Shelter: climate.Open, Started: 1})
		if err != nil {
			return err
		}
		_, err = w.AddNurseryEntry(ctx, logbook.NurseryEntry{Nursling: root, Kind: logbook.NurseEnded, Day: 1, Logged: 1, Key: "k"})
		return err
	})
	write(t, s, func(w garden.Writer) error {
		id, err := w.AddProduct(ctx, logbook.Product{Name: "compost", Kind: logbook.MediumSack, Component: "compost", Litres: 40})
		if err != nil {
			return err
		}
		_, err = w.AddStockEntry(ctx, logbook.StockEntry{Product: id, Kind: logbook.StockCounted, Packs: 2, Day: 1, Logged: 1, Key: "k"})
		return err
	})
	for what, query := range map[string]string{
		"a bag worn out of words":      `UPDATE bag SET condition = 'eaten'`,
		"a wall of no height":          `INSERT INTO terrace_wall VALUES (1, '', 0, 0, 1, 0, 0)`,
		"a second terrace":             `INSERT INTO terrace (id, width, depth, heading) VALUES (2, 4, 4, 0)`,
		"a terrace that faces nowhere": `INSERT INTO terrace (id, width, depth, heading) VALUES (1, 4, 4, 360)`,
		"no bag on a spot":             `INSERT INTO spot VALUES (99, 1, 1)`,
		"an edited shed":               `UPDATE stock_entry SET packs = 9`,
		"a shortened shed":             `DELETE FROM stock_entry`,
		"less than none":               `INSERT INTO stock_entry (product_id, kind, packs, day, logged_day, client_key) VALUES (1, 'bought', -1, 1, 1, 'x')`,
		"a sack of nothing":            `INSERT INTO product (name, kind, component) VALUES ('x', 'medium', 'sand')`,
		"an edited bench":              `UPDATE seed_entry SET day = 0`,
		"a shortened bench":            `DELETE FROM seed_entry`,
		"an edited nursery":            `UPDATE nursery_entry SET day = 0`,
		"a shortened nursery":          `DELETE FROM nursery_entry`,
		"a key twice":                  `INSERT INTO seed_entry (tray_id, kind, day, logged_day, client_key) VALUES (1, 'rubbed', 1, 1, 'k')`,
		"stood at no temperature":      `INSERT INTO seed_entry (tray_id, kind, day, logged_day, client_key) VALUES (1, 'stood', 1, 1, 'x')`,
		"a tuber of nothing":           `INSERT INTO seed_weight (entry_id, n, grams) VALUES (1, 2, 0)`,
		"a sprout of two metres":       `INSERT INTO seed_seen VALUES (1, 1, 3, 3, 200, 1, 0)`,
		"planted in no bag":            `INSERT INTO nursery_entry (nursling_id, kind, day, logged_day, client_key) VALUES (1, 'planted', 1, 1, 'x')`,
		"moved nowhere":                `INSERT INTO nursery_entry (nursling_id, kind, day, logged_day, client_key) VALUES (1, 'moved', 1, 1, 'x')`,
		"a minimum over its maximum":   `INSERT INTO weather (day, tmin, tmax, rain, source, imported_day) VALUES (1, 9, 4, 0, 'x', 1)`,
		"weather of nobody":            `INSERT INTO weather (day, tmin, tmax, rain, source, imported_day) VALUES (1, 4, 9, 0, '', 1)`,
		"a lot from nowhere":           `INSERT INTO lot (label, variety_id, source, year) VALUES ('x', 1, 'found', 2026)`,
		"a label twice":                `INSERT INTO tray (label, lot_id) VALUES ('a1', 1)`,
		"a shelter unheard of":         `UPDATE place SET shelter = 'cave'`,
		"a way unheard of":             `INSERT INTO timing (planting_id, way, chitted, dark, cool_room, shelter) VALUES (1, 'thrown', 0, 0, 0, 'open')`,
	} {
		if err := try(s.write, query); err == nil {
			t.Errorf("%s was written", what)
		}
	}
}

// A garden that was kept before there was a season sheet opens with all it had.
func TestOlderFileIsBroughtUpToDate(t *testing.T) {
	path := filepath.Join(t.TempDir(), "old.glebata")
	db, err := sqlx.Open("sqlite", "file:"+path+"?_pragma=foreign_keys(1)")
	must(t, err)
	files, err := fs.Sub(migrations, "migrations")
	must(t, err)
	g, err := goose.NewProvider(goose.DialectSQLite3, db.DB, files)
	must(t, err)
	_, err = g.UpTo(context.Background(), 2)
	must(t, err)
	for _, q := range []string{
		`INSERT INTO place (name, position) VALUES ('Lower step', 1)`,
		`INSERT INTO site VALUES (1, 'Far Ladder', 'highland', 46, 144, 269, 12, 12, 0.25, 15000)`,
		`INSERT INTO site_shelter VALUES ('fleece'), ('wall')`,
	} {
		_, err := db.Exec(q)
		must(t, err)
	}
	must(t, db.Close())

	s := open(t, path)
	defer func() { must(t, s.Close()) }()
	site := view(t, s, func(r garden.Reader) (logbook.Site, error) {
		site, _, err := r.Site(ctx)
		return site, err
	})
	if site.Name != "Far Ladder" || site.Heated != climate.UsualHeated || len(site.Shelters) != 2 {
		t.Errorf("the site is now %+v", site)
	}
	places := view(t, s, func(r garden.Reader) ([]logbook.Place, error) { return r.Places(ctx) })
	if len(places) != 1 || places[0].Shelter != climate.Open {
		t.Errorf("the places are now %+v", places)
	}
	name := view(t, s, func(r garden.Reader) (string, error) { return setting(r, "garden") })
	if len(name) != 16 {
		t.Errorf("the garden is named %q", name)
	}
}
