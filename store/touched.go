package store

import (
	"context"
	"fmt"
	"regexp"

	"github.com/jmoiron/sqlx"

	"glebata/garden"
)

// sectionOf each table that pages read. Tables that are in no section are read by nobody but writes.
var sectionOf = map[string]garden.Section{
	"season": garden.ShelfSection, "variety": garden.ShelfSection, "place": garden.ShelfSection, "bag_model": garden.ShelfSection,
	"bag": garden.ShelfSection, "container": garden.ShelfSection, "planting": garden.ShelfSection,
	"retired": garden.RetiredSection,
	"entry":   garden.LogSection, "piece": garden.LogSection, "batch": garden.LogSection, "entry_detail": garden.LogSection,
	"timing": garden.TimingSection, "planting_mix": garden.MixSection, "component": garden.MediumSection, "own_mix": garden.MediumSection,
	"product": garden.ShedSection, "stock_entry": garden.ShedSection,
	"site": garden.SiteSection, "site_month": garden.SiteSection, "site_shelter": garden.SiteSection,
	"terrace": garden.TerraceSection, "terrace_wall": garden.TerraceSection, "spot": garden.TerraceSection, "spot_since": garden.TerraceSection,
	"weather_import": garden.WeatherSection, "weather_day": garden.WeatherSection, "rain_span": garden.WeatherSection,
	"lot": garden.BenchSection, "tray": garden.BenchSection, "seed_entry": garden.BenchSection, "seed_weight": garden.BenchSection, "seed_seen": garden.BenchSection, "seed_allotted": garden.BenchSection,
	"nursling": garden.NurserySection, "nursery_entry": garden.NurserySection,
	"setting": garden.SettingSection,
	"trial":   garden.TrialSection, "trial_arm": garden.TrialSection, "trial_bag": garden.TrialSection,
	"other_harvest": garden.OthersSection,
}

// written finds the table that a statement writes to.
var written = regexp.MustCompile(`^\s*(?:INSERT(?: OR \w+)? INTO|UPDATE|DELETE FROM)\s+(\w+)`)

// named finds the first table that a statement names.
var named = regexp.MustCompile(`(?:INTO|UPDATE|FROM)\s+(\w+)`)

// tableOf a statement, for the words of an error.
func tableOf(statement string) string {
	if m := named.FindStringSubmatch(statement); m != nil {
		return m[1]
	}
	return "the file"
}

// touch notes which table a statement of this transaction writes to.
func (t *transaction) touch(statement string) error {
	m := written.FindStringSubmatch(statement)
	if m == nil {
		return fmt.Errorf("this statement writes to nobody knows which table: %s", statement)
	}
	if t.touched == nil {
		t.touched = map[string]bool{}
	}
	t.touched[m[1]] = true
	return nil
}

// keepTouched writes down at which revision the tables of a transaction were written to.
func (t *transaction) keepTouched() error {
	for table := range t.touched {
		if _, err := t.on.run(`INSERT INTO touched (name, n) SELECT ?, n FROM revision WHERE true ON CONFLICT (name) DO UPDATE SET n = excluded.n`, table); err != nil {
			return fmt.Errorf("noting what was written to: %w", err)
		}
	}
	return nil
}

// Touched implements garden.Reader.
func (r *reader) Touched(ctx context.Context) (garden.Touched, error) {
	var out garden.Touched
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var table string
		var n int64
		err := rows.Scan(&table, &n)
		if section, ok := sectionOf[table]; ok {
			out[section] = max(out[section], n)
		}
		return err
	}, `SELECT name, n FROM touched`)
	return out, err
}
