package store

import (
	"path/filepath"
	"regexp"
	"slices"
	"testing"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
)

// Every table is read in a section, or is one that no page reads.
func TestEveryTableIsInASection(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "g.glebata"))
	var names []string
	c := <-s.read.free
	must(t, c.conn.SelectContext(ctx, &names, `SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%'`))
	s.read.give(c)
	unread := []string{"goose_db_version", "revision", "touched", "sent", "photo", "entry_kind", "filling_school", "product_kind", "nursery_kind", "weather"}
	for _, name := range names {
		if _, ok := sectionOf[name]; ok == slices.Contains(unread, name) {
			t.Errorf("table %s: in a section %v, unread %v", name, ok, !ok)
		}
	}
}

// What is read of a section stands in tables of it, or of those it is read anew with: else
// a page would go on with what was read before a write.
func TestWhatIsReadStandsInItsSections(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "g.glebata"))
	all := garden.Filter{}
	one := func(_ any, err error) error { return err }
	for _, c := range []struct {
		name string
		of   []garden.Section
		read func(r garden.Reader) error
	}{
		{"seasons", []garden.Section{garden.ShelfSection}, func(r garden.Reader) error { return one(r.Seasons(ctx)) }},
		{"varieties", []garden.Section{garden.ShelfSection}, func(r garden.Reader) error { return one(r.Varieties(ctx)) }},
		{"models", []garden.Section{garden.ShelfSection}, func(r garden.Reader) error { return one(r.Models(ctx)) }},
		{"places", []garden.Section{garden.ShelfSection}, func(r garden.Reader) error { return one(r.Places(ctx)) }},
		{"bags", []garden.Section{garden.ShelfSection}, func(r garden.Reader) error { return one(r.Bags(ctx)) }},
		{"containers", []garden.Section{garden.ShelfSection}, func(r garden.Reader) error { return one(r.Containers(ctx)) }},
		{"plantings", []garden.Section{garden.ShelfSection, garden.LogSection}, func(r garden.Reader) error { return one(r.Plantings(ctx, all)) }},
		{"logs", []garden.Section{garden.LogSection}, func(r garden.Reader) error { return one(r.Logs(ctx, all)) }},
		{"timings", []garden.Section{garden.TimingSection, garden.ShelfSection}, func(r garden.Reader) error { return one(r.Timings(ctx, all)) }},
		{"mixes", []garden.Section{garden.MixSection, garden.ShelfSection}, func(r garden.Reader) error { return one(r.Mixes(ctx, all)) }},
		{"components", []garden.Section{garden.MediumSection}, func(r garden.Reader) error { return one(r.Components(ctx)) }},
		{"own mixes", []garden.Section{garden.MediumSection}, func(r garden.Reader) error { return one(r.OwnMixes(ctx)) }},
		{"retired", []garden.Section{garden.RetiredSection}, func(r garden.Reader) error { return one(r.Retired(ctx)) }},
		{"products", []garden.Section{garden.ShedSection}, func(r garden.Reader) error { return one(r.Products(ctx)) }},
		{"stock", []garden.Section{garden.ShedSection}, func(r garden.Reader) error { return one(r.StockLog(ctx)) }},
		{"settings", []garden.Section{garden.SettingSection}, func(r garden.Reader) error { return one(r.Settings(ctx)) }},
		{"site", []garden.Section{garden.SiteSection}, func(r garden.Reader) error { _, _, err := r.Site(ctx); return err }},
		{"terrace", []garden.Section{garden.TerraceSection}, func(r garden.Reader) error { _, _, err := r.Terrace(ctx); return err }},
		{"spots", []garden.Section{garden.TerraceSection}, func(r garden.Reader) error { return one(r.Spots(ctx)) }},
		{"spots since", []garden.Section{garden.TerraceSection}, func(r garden.Reader) error { return one(r.SpotsSince(ctx)) }},
		{"weather", []garden.Section{garden.WeatherSection}, func(r garden.Reader) error { return one(r.Weather(ctx, 0, 1)) }},
		{"weather ahead", []garden.Section{garden.WeatherSection}, func(r garden.Reader) error { return one(r.WeatherAhead(ctx, 0, 1)) }},
		{"imports", []garden.Section{garden.WeatherSection}, func(r garden.Reader) error { return one(r.WeatherImports(ctx)) }},
		{"lots", []garden.Section{garden.BenchSection, garden.ShelfSection}, func(r garden.Reader) error { return one(r.Lots(ctx)) }},
		{"trays", []garden.Section{garden.BenchSection, garden.ShelfSection}, func(r garden.Reader) error { return one(r.Trays(ctx)) }},
		{"seed log", []garden.Section{garden.BenchSection}, func(r garden.Reader) error { return one(r.SeedLog(ctx)) }},
		{"nurslings", []garden.Section{garden.NurserySection, garden.ShelfSection}, func(r garden.Reader) error { return one(r.Nurslings(ctx)) }},
		{"nursery log", []garden.Section{garden.NurserySection, garden.LogSection}, func(r garden.Reader) error { return one(r.NurseryLog(ctx)) }},
		{"trials", []garden.Section{garden.TrialSection}, func(r garden.Reader) error { return one(r.Trials(ctx)) }},
	} {
		var statements []string
		s.Trace(func(q string) { statements = append(statements, q) })
		r, end, err := s.Read(ctx)
		must(t, err)
		must(t, c.read(r))
		end()
		s.Trace(nil)
		seen := 0
		for _, q := range statements {
			for _, m := range regexp.MustCompile(`(?:FROM|JOIN)\s+(\w+)`).FindAllStringSubmatch(q, -1) {
				if m[1] == "revision" {
					continue
				}
				seen++
				if of, ok := sectionOf[m[1]]; !ok || !slices.Contains(c.of, of) {
					t.Errorf("%s: reads %s, which is not in its sections", c.name, m[1])
				}
			}
		}
		if seen == 0 {
			t.Errorf("%s: no table was seen", c.name)
		}
	}
}

// A write raises the revision of the sections it wrote to, and of no others; one that is
// taken back raises none.
func TestAWriteTouchesItsSectionsAlone(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "g.glebata"))
	touched := func() garden.Touched {
		return view(t, s, func(r garden.Reader) (garden.Touched, error) { return r.Touched(ctx) })
	}
	before := touched()
	must(t, s.Update(ctx, func(w garden.Writer) error { return w.SetSetting(ctx, "units", "metric") }))
	after := touched()
	for i := range after {
		if changed := after[i] != before[i]; changed != (garden.Section(i) == garden.SettingSection) {
			t.Errorf("a setting: section %d changed %v", i, changed)
		}
	}
	if err := s.Update(ctx, func(w garden.Writer) error {
		if _, err := w.AddVariety(ctx, logbook.Variety{Name: "Harbour Lantern", Class: "first-early"}); err != nil {
			return err
		}
		return logbook.Refuse("name", "no")
	}); err == nil {
		t.Fatal("the refused write was kept")
	}
	if got := touched(); got != after {
		t.Errorf("a refused write touched %v, before %v", got, after)
	}
	must(t, s.Update(ctx, func(w garden.Writer) error {
		_, err := w.AddWeather(ctx, logbook.WeatherImport{Source: "typed", Key: "k", Logged: 3}, []logbook.DayRecord{{Day: measure.Day(2), Source: "typed"}})
		return err
	}))
	if got := touched(); got[garden.WeatherSection] <= after[garden.WeatherSection] || got[garden.ShelfSection] != after[garden.ShelfSection] {
		t.Errorf("weather touched %v, before %v", got, after)
	}
}
