package store

import (
	"io/fs"
	"path/filepath"
	"testing"

	"github.com/pressly/goose/v3"

	"glebata/garden"
)

// A file from before the lists of kinds grew is widened, and keeps what is in it.
func TestOlderFileIsWidened(t *testing.T) {
	path := filepath.Join(t.TempDir(), "older.glebata")
	db, err := connect(ctx, path, Throwaway, "")
	must(t, err)
	files, err := fs.Sub(migrations, "migrations")
	must(t, err)
	older, err := goose.NewProvider(goose.DialectSQLite3, db.DB, files)
	must(t, err)
	_, err = older.UpTo(ctx, 8)
	must(t, err)
	for _, q := range []string{
		`INSERT INTO season (id, year) VALUES (1, 2025)`, `INSERT INTO variety (id, name, class) VALUES (1, 'Cold Quay', 'maincrop')`,
		`INSERT INTO place (id, name, position) VALUES (1, 'Step', 1)`,
		`INSERT INTO bag_model (id, name, kind, base_l_cm, base_w_cm, top_l_cm, top_w_cm, height_cm, material, drain) VALUES (1, 'cask', 'round', 36, 36, 40, 40, 42, 'fabric', 'wall')`,
		`INSERT INTO bag (id, label, model_id, place_id) VALUES (1, 'R1', 1, 1)`,
		`INSERT INTO planting (id, season_id, bag_id, variety_id, number, school, headspace_cm, base_cm, cover_cm, layer_cm, settling, planned_day)
		 VALUES (1, 1, 1, 1, 2, 'steps', 4, 10, 8, 10, 0.15, 20100)`,
		`INSERT INTO entry (id, planting_id, kind, day, logged_day, client_key, text) VALUES (1, 1, 'planted', 20200, 20200, 'a', ''), (3, 1, 'noted', 20201, 20201, 'c', 'x')`,
		`INSERT INTO entry (id, planting_id, kind, day, logged_day, client_key, voids_id) VALUES (4, 1, 'voided', 20202, 20202, 'd', 3)`,
		`INSERT INTO piece (entry_id, n, grams) VALUES (1, 1, 58), (1, 2, 61)`,
		`INSERT INTO product (id, name, kind, grams, nitrogen) VALUES (1, 'meal', 'feed', 500, 5)`,
		`INSERT INTO stock_entry (product_id, kind, packs, day, logged_day, client_key) VALUES (1, 'counted', 2, 20200, 20200, 'e')`,
	} {
		_, err := db.Exec(q)
		must(t, err)
	}
	must(t, db.Close())
	s, err := Open(ctx, path, Throwaway)
	must(t, err)
	defer func() { must(t, s.Close()) }()
	logs := view(t, s, func(r garden.Reader) (map[garden.ID][]garden.Entry, error) { return r.Logs(ctx, garden.Filter{}) })
	products := view(t, s, func(r garden.Reader) ([]garden.Product, error) { return r.Products(ctx) })
	if log := logs[1]; len(log) != 3 || len(log[0].Pieces) != 2 || log[2].Voids != 3 || len(products) != 1 || products[0].Weight != 500 {
		t.Errorf("log %+v, products %+v", logs[1], products)
	}
	must(t, s.Update(ctx, func(w garden.Writer) error {
		_, err := w.AddEntry(ctx, garden.Entry{Planting: 1, Kind: garden.PutOff, What: "raise", Day: 20210, Logged: 20210, Until: 20215, Key: "f"})
		return err
	}))
	for what, q := range map[string]string{
		"an unknown kind": `INSERT INTO entry (planting_id, kind, day, logged_day, client_key) VALUES (1, 'eaten', 1, 1, 'x')`,
		"a bag that is not there": `INSERT INTO planting (season_id, bag_id, variety_id, number, school, headspace_cm, base_cm, cover_cm, layer_cm, settling, planned_day)
			VALUES (1, 9, 1, 2, 'steps', 4, 10, 8, 10, 0.15, 20100)`,
		"an edited entry": `UPDATE entry SET text = 'y' WHERE id = 3`,
	} {
		if _, err := s.write.Exec(q); err == nil {
			t.Errorf("%s is kept", what)
		}
	}
}
