package store

import (
	"errors"
	"fmt"
	"io/fs"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	"github.com/pressly/goose/v3/database"

	"glebata/core/bag"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
)

// rowsSince are a row or more for every table, by the version that the table came
// in with. A new table gets its rows here: the test asks for them.
var rowsSince = map[int64][]string{
	1: {
		`INSERT INTO season (id, year) VALUES (1, 2025)`,
		`INSERT INTO variety (id, name, class, packet_days) VALUES (1, 'Cold Quay', 'maincrop', 132), (2, 'Low Lamp', 'sweet-mid', 0)`,
		`INSERT INTO place (id, name, position) VALUES (1, 'Step', 1)`,
		`INSERT INTO bag_model (id, name, kind, base_l_cm, base_w_cm, top_l_cm, top_w_cm, height_cm, material, drain) VALUES (1, 'cask', 'round', 36, 36, 40, 40, 42, 'fabric', 'wall')`,
		`INSERT INTO bag (id, label, model_id, place_id) VALUES (1, 'R1', 1, 1)`,
		`INSERT INTO container (id, name, tare_g) VALUES (1, 'blue bucket', 412)`,
		`INSERT INTO planting (id, season_id, bag_id, variety_id, number, school, headspace_cm, base_cm, cover_cm, layer_cm, settling, planned_day)
		 VALUES (1, 1, 1, 1, 2, 'steps', 4, 10, 8, 10, 0.15, 20100)`,
		`INSERT INTO entry (id, planting_id, kind, day, logged_day, client_key, text) VALUES (1, 1, 'planted', 20200, 20200, 'a', ''), (3, 1, 'noted', 20201, 20201, 'c', 'x')`,
		`INSERT INTO entry (id, planting_id, kind, day, logged_day, client_key, voids_id) VALUES (4, 1, 'voided', 20202, 20202, 'd', 3)`,
		`INSERT INTO entry (id, planting_id, kind, day, logged_day, client_key) VALUES (5, 1, 'weighed', 20300, 20300, 'w')`,
		`INSERT INTO piece (entry_id, n, grams) VALUES (1, 1, 58), (1, 2, 61)`,
		`INSERT INTO batch (entry_id, n, gross_g, tare_g, container, grade, count) VALUES (5, 1, 1400, 412, 'blue bucket', 'keep', 9)`,
		`INSERT INTO sent (key, digest, result) VALUES ('a', 'x', 1)`,
		`INSERT INTO setting (name, value) VALUES ('units', 'us')`,
	},
	2: {
		`INSERT INTO site (id, name, climate, latitude, last_frost, first_frost, last_sd, first_sd, risk, lift_limit_g) VALUES (1, 'Net Loft Steps', 'cool-maritime', 54.3, 114, 306, 11, 12, 0.25, 16000)`,
		`INSERT INTO site_month (month, tmin, tmax, rain) VALUES (1, 1, 6, 80)`,
		`INSERT INTO site_shelter (shelter) VALUES ('greenhouse')`,
	},
	3: {
		`INSERT INTO timing (planting_id, way, chitted, dark, cool_room, shelter) VALUES (1, 'direct', 1, 1, 0, 'open')`,
		`INSERT INTO weather (day, tmin, tmax, rain, source, imported_day) VALUES (20210, 4, 13, 2.5, 'roof', 20211)`,
		`INSERT INTO lot (id, label, variety_id, source, year) VALUES (1, 'L1', 1, 'certified', 2025)`,
		`INSERT INTO tray (id, label, lot_id) VALUES (1, 'A1', 1)`,
		`INSERT INTO seed_entry (id, tray_id, kind, day, logged_day, client_key) VALUES (1, 1, 'weighed', 20150, 20150, 's1'), (2, 1, 'looked', 20160, 20160, 's2'), (3, NULL, 'allotted', 20161, 20161, 's3')`,
		`INSERT INTO seed_weight (entry_id, n, grams) VALUES (1, 1, 62), (1, 2, 71)`,
		`INSERT INTO seed_seen (entry_id, tuber, eyes, sprouts, longest_cm, stout, soft) VALUES (2, 1, 6, 3, 1.5, 1, 0)`,
		`INSERT INTO seed_allotted (entry_id, planting_id, tray_id, tuber, piece) VALUES (3, 1, 1, 1, 0)`,
		`INSERT INTO nursling (id, label, kind, variety_id, method, temp_c, shelter, started) VALUES (1, 'M1', 'root', 2, 'sand', 24, 'heated', 20150)`,
		`INSERT INTO nursery_entry (nursling_id, kind, day, logged_day, client_key, count) VALUES (1, 'taken', 20200, 20200, 'n1', 3)`,
	},
	11: {},
	18: {`INSERT INTO spot_since (bag_id, day, x, y) VALUES (1, 20000, 1, 1)`},
	15: {`INSERT INTO retired (thing, id) VALUES ('variety', 2)`},
	24: {
		`INSERT INTO trial (id, year, question, factor, measure, draw, laid) VALUES (1, 2025, 'which gives more', 'school', 'ratio', 7, 20200)`,
		`INSERT INTO trial_arm (trial_id, position, name) VALUES (1, 0, 'steps'), (1, 1, 'fill once')`,
		`INSERT INTO trial_bag (trial_id, planting_id, arm, block) VALUES (1, 1, 0, '')`,
	},
	33: {`INSERT INTO other_harvest (garden, crop, weighing, season, variety, school, expected_g, low_g, high_g) VALUES ('Mill Lane', 'potato', 1, '2024', 'Cold Quay', 'steps', 1200, 1000, 1000)`},
	28: {`INSERT INTO nursling (id, label, kind, variety_id, grams, how, method, temp_c, shelter, started) VALUES (28, 'M28', 'root', 2, 198, 'estimated', 'sand', 24, 'heated', 20150)`},
	27: {
		`INSERT INTO weather_import (id, source, logged_day, client_key) VALUES (91, 'much', 20211, 'wr')`,
		`INSERT INTO rain_span (import_id, first_day, last_day, low_mm, high_mm) VALUES (91, 20204, 20210, 20, 60)`,
		`INSERT INTO weather_day (day, import_id, tmin, tmax, source) VALUES (20209, 91, 4, 13, 'half')`,
	},
	14: {`INSERT INTO photo (entry_id, width, height, jpeg) VALUES (3, 4, 3, x'ffd8ffd9')`},
	13: {`INSERT INTO entry_detail (entry_id, about, count, total_g) VALUES (1, 1, 2, 119)`},
	10: {
		`INSERT INTO weather_import (id, source, logged_day, client_key) VALUES (90, 'wall', 20211, 'wi')`,
		`INSERT INTO weather_day (day, import_id, tmin, tmax, rain, source) VALUES (20210, 90, 4, 13, 2.5, 'wall')`,
	},
	5: {
		`INSERT INTO planting_mix (planting_id, mix) VALUES (1, 'coir=0.5,compost=0.5')`,
		`INSERT INTO product (id, name, kind, grams, nitrogen) VALUES (1, 'meal', 'feed', 500, 5)`,
		`INSERT INTO stock_entry (product_id, kind, packs, day, logged_day, client_key) VALUES (1, 'counted', 2, 20200, 20200, 'e')`,
	},
	6: {
		`INSERT INTO terrace (id, width, depth, heading) VALUES (1, 6, 4, 180)`,
		`INSERT INTO terrace_wall (n, name, x1, y1, x2, y2, height) VALUES (1, 'loft', 0, 4, 6, 4, 3)`,
		`INSERT INTO spot (bag_id, x, y) VALUES (1, 1, 1)`,
	},
	7: {`INSERT INTO own_mix (name, mix) VALUES ('mine', 'coir=1')`},
	9: {
		`INSERT INTO component (key, name, wet_kg, settling, water, ph) VALUES ('leaf mould', 'leaf mould', 0.7, 0.4, 0.2, 6)`,
		`INSERT INTO bag_form (model_id, form) VALUES (1, 'sack')`,
	},
}

// counts of rows by table, without those of the tables themselves.
func counts(t *testing.T, db *sqlx.DB) map[string]int {
	t.Helper()
	var tables []string
	must(t, db.Select(&tables, `SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'goose%' AND name NOT LIKE 'sqlite%'`))
	out := map[string]int{}
	for _, table := range tables {
		var n int
		must(t, db.Get(&n, `SELECT count(*) FROM "`+table+`"`))
		out[table] = n
	}
	return out
}

// older makes a file as a version of the program left it, with rows in every table.
func older(t *testing.T, version int64) (path string, rows map[string]int) {
	t.Helper()
	path = filepath.Join(t.TempDir(), "older.glebata")
	db, err := connectWriting(ctx, path, Throwaway, "")
	must(t, err)
	files, err := fs.Sub(migrations, "migrations")
	must(t, err)
	p, err := goose.NewProvider(database.DialectSQLite3, db.DB, files)
	must(t, err)
	_, err = p.UpTo(ctx, version)
	must(t, err)
	for v := int64(1); v <= version; v++ {
		for _, q := range rowsSince[v] {
			if version >= 10 && strings.HasPrefix(q, "INSERT INTO weather (") {
				continue // its days are in weather_day since
			}
			if version >= 26 && strings.HasPrefix(q, "INSERT INTO bag_form ") {
				continue // a shape is one record since
			}
			if _, err := db.Exec(q); err != nil {
				t.Fatalf("%s: %v", q, err)
			}
		}
	}
	rows = counts(t, db)
	must(t, db.Close())
	return path, rows
}

// A file of every earlier version is brought up to date, keeps every row, and is read.
func TestFilesOfEveryEarlierVersion(t *testing.T) {
	newest, err := known()
	must(t, err)
	for version := int64(1); version <= newest; version++ {
		path, before := older(t, version)
		s, err := Open(ctx, path, Durable)
		if err != nil {
			t.Errorf("version %d: %v", version, err)
			continue
		}
		must(t, see(s, ctx, readEverything))
		models := view(t, s, func(r garden.Reader) ([]logbook.Model, error) { return r.Models(ctx) })
		must(t, s.Close())
		kept, err := filepath.Glob(filepath.Join(backupFolder(path), fmt.Sprintf("*-before-%d.glebata", newest)))
		must(t, err)
		if version < newest && len(kept) != 1 {
			t.Errorf("version %d: no backup was kept before it was changed", version)
		}
		db, err := connectReading(ctx, path)
		must(t, err)
		after := counts(t, db)
		must(t, db.Close())
		if version < 10 && version >= 3 {
			if after["weather_day"] != before["weather"] || after["weather_import"] != 1 {
				t.Errorf("version %d: %d days of weather became %d of %d imports", version, before["weather"], after["weather_day"], after["weather_import"])
			}
			delete(before, "weather")
		}
		if version < 26 && version >= 9 { // its one row went into that of its kind of bag
			if len(models) != 1 || models[0].Shape.Kind() != bag.Sack {
				t.Errorf("version %d: a sack became %v", version, models)
			}
			delete(before, "bag_form")
		}
		delete(before, "touched") // that is written by Update alone
		for table, n := range before {
			if n == 0 && version < newest || n > 0 && after[table] < n {
				t.Errorf("version %d: %s had %d rows and has %d", version, table, n, after[table])
			}
		}
		for table, n := range after {
			if version == newest && n == 0 && table != "touched" { // that is written by Update alone
				t.Errorf("no row of %s is tested", table)
			}
		}
	}
}

// readEverything that a reader can read.
func readEverything(r garden.Reader) error {
	if _, err := r.Seasons(ctx); err != nil {
		return err
	}
	all := garden.Filter{}
	for what, read := range map[string]func() (int, error){
		"plantings":   func() (int, error) { l, err := r.Plantings(ctx, all); return len(l), err },
		"logs":        func() (int, error) { l, err := r.Logs(ctx, all); return len(l[1]), err },
		"bags":        func() (int, error) { l, err := r.Bags(ctx); return len(l), err },
		"containers":  func() (int, error) { l, err := r.Containers(ctx); return len(l), err },
		"others":      func() (int, error) { _, err := r.OtherGardens(ctx); return 1, err },
		"components":  func() (int, error) { l, err := r.Components(ctx); return len(l), err },
		"timings":     func() (int, error) { _, err := r.Timings(ctx, all); return 1, err },
		"mixes":       func() (int, error) { _, err := r.Mixes(ctx, all); return 1, err },
		"own mixes":   func() (int, error) { _, err := r.OwnMixes(ctx); return 1, err },
		"products":    func() (int, error) { _, err := r.Products(ctx); return 1, err },
		"stock":       func() (int, error) { _, err := r.StockLog(ctx); return 1, err },
		"terrace":     func() (int, error) { _, _, err := r.Terrace(ctx); return 1, err },
		"site":        func() (int, error) { _, _, err := r.Site(ctx); return 1, err },
		"trays":       func() (int, error) { _, err := r.Trays(ctx); return 1, err },
		"seed log":    func() (int, error) { _, err := r.SeedLog(ctx); return 1, err },
		"trials":      func() (int, error) { _, err := r.Trials(ctx); return 1, err },
		"nurslings":   func() (int, error) { _, err := r.Nurslings(ctx); return 1, err },
		"nursery log": func() (int, error) { _, err := r.NurseryLog(ctx); return 1, err },
		"weather": func() (int, error) {
			l, err := r.Weather(ctx, 0, 30000)
			_, err2 := r.WeatherImports(ctx)
			return 1 + len(l), errors.Join(err, err2)
		},
	} {
		if n, err := read(); err != nil || n == 0 {
			return fmt.Errorf("%d %s are read, %w", n, what, err)
		}
	}
	return nil
}

// What came with the wider tables can be written into an older file, and what must
// never be stays refused.
func TestOlderFileIsWidened(t *testing.T) {
	path, _ := older(t, 8)
	s, err := Open(ctx, path, Throwaway)
	must(t, err)
	defer func() { must(t, s.Close()) }()
	logs := view(t, s, func(r garden.Reader) (map[logbook.ID][]logbook.Entry, error) { return r.Logs(ctx, garden.Filter{}) })
	if log := logs[1]; len(log) != 4 || len(log[0].Seed.Pieces) != 2 || log[2].Voids != 3 {
		t.Errorf("log %+v", logs[1])
	}
	must(t, s.Update(ctx, func(w garden.Writer) error {
		_, err := w.AddEntry(ctx, logbook.Entry{Planting: 1, Kind: logbook.PutOff, What: "raise", Day: measure.Day(20310), Logged: 20310, Until: 20315, Key: "f"})
		return err
	}))
	for what, q := range map[string]string{
		"an unknown kind": `INSERT INTO entry (planting_id, kind, day, logged_day, client_key) VALUES (1, 'eaten', 1, 1, 'x')`,
		"a bag that is not there": `INSERT INTO planting (season_id, bag_id, variety_id, number, school, headspace_cm, base_cm, cover_cm, layer_cm, settling, planned_day)
			VALUES (1, 9, 1, 2, 'steps', 4, 10, 8, 10, 0.15, 20100)`,
		"an edited entry": `UPDATE entry SET text = 'y' WHERE id = 3`,
	} {
		if err := try(s.write, q); err == nil {
			t.Errorf("%s is kept", what)
		}
	}
}

// The schema takes each kind of entry that the program knows, and no other.
func TestTheSchemaKnowsTheKinds(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "g.glebata"))
	var taken []logbook.Kind
	c := <-s.read.free
	must(t, c.conn.SelectContext(ctx, &taken, `SELECT name FROM entry_kind`))
	s.read.give(c)
	for _, k := range logbook.Kinds() {
		if !slices.Contains(taken, k.Kind) {
			t.Errorf("the schema takes no entry of kind %q: add it to entry_kind in a migration", k.Kind)
		}
	}
	if len(taken) != len(logbook.Kinds()) {
		t.Errorf("the schema takes %d kinds, the program knows %d", len(taken), len(logbook.Kinds()))
	}
}
