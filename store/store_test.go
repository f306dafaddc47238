package store

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"reflect"
	"strconv"
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/logbook"
)

var ctx = context.Background()

func open(t *testing.T, path string) *Store {
	t.Helper()
	s, err := Open(ctx, path, Durable)
	if err != nil {
		t.Fatal(err)
	}
	return s
}

func fresh(t *testing.T) *Store {
	t.Helper()
	s := open(t, filepath.Join(t.TempDir(), "a b#?.glebata"))
	t.Cleanup(func() {
		if err := s.Close(); err != nil {
			t.Error(err)
		}
	})
	return s
}

func must(t *testing.T, err error) {
	t.Helper()
	if err != nil {
		t.Fatal(err)
	}
}

// stocked adds one of everything and returns the planting.
func stocked(t *testing.T, s *Store) logbook.Planting {
	t.Helper()
	var p logbook.Planting
	must(t, s.Update(ctx, func(w garden.Writer) (err error) {
		shape, err := bag.NewBox(60, 40, 62, 41, 32)
		if err != nil {
			return err
		}
		model := logbook.Model{Name: "crate", Shape: shape, Material: logbook.Timber, Drainage: bag.Drainage{Way: bag.SideHoles, HoleHeight: 3}, Holes: 4, Light: true, Rolls: true, Sold: 75, Empty: 2400, Price: 1250, Lasts: 6}
		if model.ID, err = w.AddModel(ctx, model); err != nil {
			return err
		}
		place := logbook.Place{Name: "Upper step", Position: 3, Shelter: climate.Open}
		if place.ID, err = w.AddPlace(ctx, place); err != nil {
			return err
		}
		for _, label := range []string{"R10", "R2"} {
			p.Bag = logbook.Bag{Label: label, Model: model, Place: place, Condition: logbook.Sound}
			if p.Bag.ID, err = w.AddBag(ctx, p.Bag); err != nil {
				return err
			}
		}
		p.Variety = logbook.Variety{Name: "Tarred Rope", Class: crop.EarlyMaincrop, PacketDays: 118}
		if p.Variety.ID, err = w.AddVariety(ctx, p.Variety); err != nil {
			return err
		}
		if p.Season, err = w.AddSeason(ctx, 2026); err != nil {
			return err
		}
		p.Number, p.Planned = 4, measure.Date(2026, 3, 1)
		p.Filling = hill.Plan{School: hill.Steps, Headspace: 4, Base: 10, Cover: 8, MaxLayer: 10, Settling: 0.12}
		p.ID, err = w.AddPlanting(ctx, p)
		return err
	}))
	return p
}

// try a statement on a connection of a pool.
func try(p *pool, query string) error {
	c, err := p.take(ctx)
	if err != nil {
		return err
	}
	defer p.give(c)
	_, err = c.conn.ExecContext(ctx, query)
	return err
}

// see runs reads in one transaction.
func see(s *Store, ctx context.Context, do func(garden.Reader) error) error {
	r, end, err := s.Read(ctx)
	if err != nil {
		return err
	}
	defer end()
	return do(r)
}

// view runs one read and returns what it gives.
func view[T any](t *testing.T, s *Store, read func(garden.Reader) (T, error)) T {
	t.Helper()
	var out T
	must(t, see(s, ctx, func(r garden.Reader) (err error) {
		out, err = read(r)
		return err
	}))
	return out
}

func TestWhatIsWrittenReadsBack(t *testing.T) {
	s := fresh(t)
	want := stocked(t, s)
	got := view(t, s, func(r garden.Reader) ([]logbook.Planting, error) { return r.Plantings(ctx, garden.Filter{}) })
	if len(got) != 1 || got[0] != want {
		t.Errorf("planting\n%+v reads back as\n%+v", want, got)
	}
	bags := view(t, s, func(r garden.Reader) ([]logbook.Bag, error) { return r.Bags(ctx) })
	if len(bags) != 2 || bags[0].Label != "R2" || bags[1].Label != "R10" {
		t.Errorf("bags come as %v, want R2 before R10", bags)
	}
	for _, e := range []logbook.Entry{
		{Kind: logbook.Planted, Seed: seed.Known{Pieces: []measure.Mass{58.5, 61, 55}}},
		{Kind: logbook.Planted, Text: "marks", Seed: seed.Known{Pieces: []measure.Mass{58.5, 61, 55}, Hows: []measure.Known{"", measure.Estimated, measure.Simulated}}},
		{Kind: logbook.Planted, Text: "total", About: true, Seed: seed.Known{Count: 4, Total: 230}},
		{Kind: logbook.Planted, Text: "range", Seed: seed.Known{Low: 200, High: 260}},
		{Kind: logbook.Planted, Text: "root", Seed: seed.Known{Total: 320}, Start: logbook.WholeRoot},
		{Kind: logbook.Planted, Text: "cuttings", Slips: 4, Start: logbook.Cuttings},
		{Kind: logbook.Emerged, About: true},
		{Kind: logbook.Watered, Thing: "can", Amount: 2.5, Group: "row"},
		{Kind: logbook.Treated, Thing: "soft soap", Level: 7, Text: "against aphids"},
		{Kind: logbook.Moved, Thing: "greenhouse", Place: 1},
		{Kind: logbook.Flowered, Level: 2},
		{Kind: logbook.Raised, RaiseBy: 7.5},
		{Kind: logbook.Raised, Loose: 6.25},
		{Kind: logbook.Measured, Height: 0},
		{Kind: logbook.Noted, Text: "Ålands “best” <b>"},
		{Kind: logbook.Weighed, Batches: []logbook.Batch{{Gross: 3410, Tare: 412, Container: "blue bucket", Grade: "keep", Count: 24}, {Gross: 90, Grade: "small", How: measure.Simulated}}},
	} {
		e.Planting, e.Day, e.Logged, e.Key = want.ID, 20600, 20601, "k-"+string(e.Kind)+e.Text+string(rune('a'+int(e.RaiseBy)))
		must(t, s.Update(ctx, func(w garden.Writer) (err error) {
			e.ID, err = w.AddEntry(ctx, e)
			return err
		}))
		logs := view(t, s, func(r garden.Reader) (map[logbook.ID][]logbook.Entry, error) {
			return r.Logs(ctx, garden.Filter{ID: want.ID})
		})
		last := logs[want.ID][len(logs[want.ID])-1]
		if !equal(last, e) {
			t.Errorf("entry\n%+v reads back as\n%+v", e, last)
		}
	}
}

func equal(a, b logbook.Entry) bool {
	a.Key, b.Key = "", "" // not read back
	return reflect.DeepEqual(a, b)
}

func TestFilterKnowsOpenFromFinished(t *testing.T) {
	s := fresh(t)
	p := stocked(t, s)
	count := func(f garden.Filter) int {
		return len(view(t, s, func(r garden.Reader) ([]logbook.Planting, error) { return r.Plantings(ctx, f) }))
	}
	check := func(when string, open, finished int) {
		t.Helper()
		if count(garden.Filter{Open: true}) != open || count(garden.Filter{Finished: true}) != finished {
			t.Errorf("%s: %d open, %d finished; want %d, %d", when, count(garden.Filter{Open: true}), count(garden.Filter{Finished: true}), open, finished)
		}
	}
	add := func(e logbook.Entry) logbook.ID {
		e.Planting, e.Day, e.Logged = p.ID, 20600, 20600
		must(t, s.Update(ctx, func(w garden.Writer) (err error) {
			e.ID, err = w.AddEntry(ctx, e)
			return err
		}))
		return e.ID
	}
	check("planned", 1, 0)
	closing := add(logbook.Entry{Kind: logbook.Closed, Key: "1"})
	check("closed", 0, 1)
	add(logbook.Entry{Kind: logbook.Voided, Voids: closing, Key: "2"})
	check("reopened", 1, 0)
	add(logbook.Entry{Kind: logbook.Dropped, Key: "3"})
	check("dropped", 0, 0)
	if count(garden.Filter{Bag: p.Bag.ID}) != 1 || count(garden.Filter{Bag: p.Bag.ID + 50}) != 0 {
		t.Error("the filter by bag does not hold")
	}
}

// What must never be is refused by the file itself, whoever writes.
func TestSchemaRefusesWhatMustNeverBe(t *testing.T) {
	s := fresh(t)
	p := stocked(t, s)
	must(t, s.Update(ctx, func(w garden.Writer) error {
		_, err := w.AddEntry(ctx, logbook.Entry{Planting: p.ID, Kind: logbook.Measured, Height: 4, Day: 20600, Logged: 20600, Key: "k"})
		return err
	}))
	for what, query := range map[string]string{
		"edited log":            `UPDATE entry SET height_cm = 9`,
		"shortened log":         `DELETE FROM entry`,
		"the same key":          `INSERT INTO entry (planting_id, kind, day, logged_day, client_key, height_cm) VALUES (1, 'measured', 1, 1, 'k', 4)`,
		"logged before its day": `INSERT INTO entry (planting_id, kind, day, logged_day, client_key) VALUES (1, 'closed', 2, 1, 'x')`,
		"raise of two kinds":    `INSERT INTO entry (planting_id, kind, day, logged_day, client_key, raise_cm, loose_l) VALUES (1, 'raised', 1, 1, 'x', 4, 4)`,
		"height of a note":      `INSERT INTO entry (planting_id, kind, day, logged_day, client_key, text, height_cm) VALUES (1, 'noted', 1, 1, 'x', 'n', 4)`,
		"no such planting":      `INSERT INTO entry (planting_id, kind, day, logged_day, client_key) VALUES (99, 'closed', 1, 1, 'x')`,
		"batch below its tare":  `INSERT INTO batch (entry_id, n, gross_g, tare_g, grade) VALUES (1, 1, 300, 412, 'keep')`,
		"a tomato":              `INSERT INTO variety (name, class) VALUES ('x', 'tomato')`,
		"text for a number":     `INSERT INTO container (name, tare_g) VALUES ('x', 'heavy')`,
		"label twice":           `INSERT INTO bag (label, model_id, place_id) VALUES ('r2', 1, 1)`,
	} {
		if err := try(s.write, query); err == nil {
			t.Errorf("%s was written", what)
		}
	}
	if err := try(s.read, `DELETE FROM sent`); err == nil {
		t.Error("a reader wrote")
	}
}

// What was read of the log before is not read again, and must still be what a
// fresh reading gives: late entries in their place, nothing of a failed write,
// nothing newer than the moment a view sees.
func TestLogReadAgainIsTheLogReadAfresh(t *testing.T) {
	s := fresh(t)
	p := stocked(t, s)
	key := 0
	add := func(day measure.Day, height measure.Length, fail error) {
		t.Helper()
		key++
		e := logbook.Entry{Planting: p.ID, Kind: logbook.Measured, Day: day, Logged: 30000, Height: height, Key: strconv.Itoa(key)}
		err := s.Update(ctx, func(w garden.Writer) error {
			if _, err := w.AddEntry(ctx, e); err != nil {
				return err
			}
			return fail
		})
		if !errors.Is(err, fail) {
			t.Fatal(err)
		}
	}
	heights := func(r garden.Reader) string {
		logs, err := r.Logs(ctx, garden.Filter{})
		must(t, err)
		var out []string
		for _, e := range logs[p.ID] {
			out = append(out, fmt.Sprintf("%d:%g", e.Day, float64(e.Height)))
		}
		return strings.Join(out, " ")
	}
	same := func(want string) {
		t.Helper()
		must(t, see(s, ctx, func(r garden.Reader) error {
			if got := heights(r); got != want {
				t.Errorf("read again: %s, want %s", got, want)
			}
			return nil
		}))
		must(t, s.Update(ctx, func(w garden.Writer) error {
			if got := heights(w); got != want {
				t.Errorf("read afresh: %s, want %s", got, want)
			}
			return nil
		}))
	}
	add(20600, 1, nil)
	add(20620, 2, nil)
	same("20600:1 20620:2")
	add(20610, 3, nil) // entered late
	same("20600:1 20610:3 20620:2")
	add(20630, 4, errors.New("failed"))
	same("20600:1 20610:3 20620:2")
	must(t, see(s, ctx, func(early garden.Reader) error {
		before := heights(early)
		add(20610, 5, nil)
		same("20600:1 20610:3 20610:5 20620:2")
		if after := heights(early); after != before {
			t.Errorf("a view that saw %s sees %s later", before, after)
		}
		return nil
	}))
}

func TestFailedUpdateLeavesNothing(t *testing.T) {
	s := fresh(t)
	stop := errors.New("stop")
	err := s.Update(ctx, func(w garden.Writer) error {
		if _, err := w.AddSeason(ctx, 2026); err != nil {
			return err
		}
		return stop
	})
	if !errors.Is(err, stop) {
		t.Errorf("the update gave %v", err)
	}
	if n := len(view(t, s, func(r garden.Reader) ([]logbook.Season, error) { return r.Seasons(ctx) })); n != 0 {
		t.Errorf("%d seasons after a failed update", n)
	}
	must(t, s.Update(ctx, func(w garden.Writer) error { _, err := w.AddSeason(ctx, 2026); return err }))
}

func TestSiteReadsBackAndIsReplaced(t *testing.T) {
	s := fresh(t)
	for _, key := range []string{"highland", "tropical-highland"} {
		p, ok := climate.PresetNamed(key)
		if !ok {
			t.Fatal("no preset ", key)
		}
		want := logbook.NewSite(p)
		want.Name = key
		if key == "highland" {
			want.Shelters = []climate.Shelter{climate.Fleece, climate.Wall}
		}
		must(t, s.Update(ctx, func(w garden.Writer) error { return w.SetSite(ctx, want) }))
		got := view(t, s, func(r garden.Reader) (logbook.Site, error) {
			site, known, err := r.Site(ctx)
			if !known {
				t.Error("the site is not known")
			}
			return site, err
		})
		if !reflect.DeepEqual(got, want) {
			t.Errorf("site\n%+v reads back as\n%+v", want, got)
		}
	}
}

func TestSettingsAndSentRequests(t *testing.T) {
	s := fresh(t)
	for _, value := range []string{"us", "imperial"} {
		must(t, s.Update(ctx, func(w garden.Writer) error { return w.SetSetting(ctx, "units", value) }))
		if got := view(t, s, func(r garden.Reader) (string, error) { return setting(r, "units") }); got != value {
			t.Errorf("units are %q, want %q", got, value)
		}
	}
	want := garden.IdempotencyRecord{Key: "k", Fingerprint: "d", Result: 7}
	must(t, s.Update(ctx, func(w garden.Writer) error { return w.Remember(ctx, want) }))
	must(t, see(s, ctx, func(r garden.Reader) error {
		got, ok, err := r.Sent(ctx, "k")
		if !ok || got != want {
			t.Errorf("sent %+v, %v; want %+v", got, ok, want)
		}
		if _, ok, _ := r.Sent(ctx, "never"); ok {
			t.Error("a key never sent is known")
		}
		if _, none := r.Entry(ctx, 99); !errors.Is(none, logbook.ErrNotFound) {
			t.Errorf("entry 99: %v", none)
		}
		return err
	}))
}

func TestOpeningAgainKeepsEverything(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.glebata")
	s := open(t, path)
	want := stocked(t, s)
	must(t, s.Close())
	if left, _ := filepath.Glob(path + "-[ws]*"); len(left) != 0 {
		t.Errorf("closed, and %v are left beside the file", left)
	}
	s = open(t, path)
	got := view(t, s, func(r garden.Reader) ([]logbook.Planting, error) { return r.Plantings(ctx, garden.Filter{}) })
	if len(got) != 1 || got[0] != want {
		t.Errorf("reopened: %+v", got)
	}
	must(t, s.Close())
}

func TestAFileThatIsNoGardenIsRefused(t *testing.T) {
	path := filepath.Join(t.TempDir(), "notes.txt")
	must(t, os.WriteFile(path, []byte(strings.Repeat("not a garden ", 100)), 0o600))
	if s, err := Open(ctx, path, Durable); err == nil {
		must(t, s.Close())
		t.Error("a text file was opened as a garden")
	}
	content, err := os.ReadFile(path)
	if err != nil || !strings.HasPrefix(string(content), "not a garden") {
		t.Errorf("the text file was changed: %.20q, %v", content, err)
	}
}

// setting of a name; "" when never set.
func setting(r garden.Reader, name string) (string, error) {
	all, err := r.Settings(ctx)
	return all[name], err
}
