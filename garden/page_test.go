package garden_test

import (
	"context"
	"errors"
	"fmt"
	"maps"
	"net/http"
	"net/http/httptest"
	"reflect"
	"regexp"
	"strings"
	"sync"
	"testing"

	"glebata/core/measure"
	"glebata/demo"
	"glebata/demo/filled"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/station"
	"glebata/store"
	"glebata/web"
	"glebata/web/frame"
)

type pinned struct{}

func (pinned) Today() measure.Day { return demo.Today() }

// served is a garden with its pages, and what they cost.
type served struct {
	*garden.Garden
	t          *testing.T
	h          http.Handler
	mu         sync.Mutex
	statements []string
	replays    map[logbook.ID]int
}

// serving the garden of a file that nothing was read of yet.
func serving(t *testing.T, file string) (*served, *store.Store) {
	t.Helper()
	s, err := store.Open(ctx, file, store.Throwaway)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	v := &served{Garden: garden.Open(s, station.NewWeather(station.UsualSeed)), t: t, replays: map[logbook.ID]int{}}
	if v.h, err = web.New(v.Garden, pinned{}, station.NewDevices(station.UsualSeed), frame.Options{}); err != nil {
		t.Fatal(err)
	}
	s.Trace(func(q string) { v.mu.Lock(); v.statements = append(v.statements, q); v.mu.Unlock() })
	v.WatchReplays(func(id logbook.ID) { v.replays[id]++ })
	return v, s
}

// page at a path: its body, and the transactions and queries it took.
func (s *served) page(path string) (body string, transactions, queries int) {
	s.t.Helper()
	s.statements = nil
	clear(s.replays)
	res := httptest.NewRecorder()
	s.h.ServeHTTP(res, httptest.NewRequest(http.MethodGet, "http://localhost"+path, nil).WithContext(context.Background()))
	if res.Code != http.StatusOK {
		s.t.Fatalf("%s answers %d: %s", path, res.Code, res.Body)
	}
	for _, q := range s.statements {
		if strings.HasPrefix(q, "BEGIN") {
			transactions++
		}
	}
	return keys.ReplaceAllString(res.Body.String(), ""), transactions, len(s.statements) - transactions
}

// keys of forms are drawn anew for each page.
var keys = regexp.MustCompile(`value="[0-9a-zA-Z_-]{20,}"`)

// shown are pages of every stage.
var shown = []string{"/", "/bags/R6", "/bags", "/plan", "/plan/season", "/plan/outlook", "/seed", "/compare", "/compare/seasons", "/site", "/plan/shopping", "/lift", "/tonight"}

// The file is read once, in one transaction; while nothing is written a page asks it for its
// revision alone. An entry has what is new in the log read, and the one log replayed.
func TestWhatAPageCosts(t *testing.T) {
	s, _ := serving(t, filled.File(t))
	if _, transactions, queries := s.page("/"); transactions != 1 || queries > 40 || queries < 20 || len(s.replays) < 15 {
		t.Errorf("the first page took %d transactions of %d queries and %d replays:\n%s", transactions, queries, len(s.replays), strings.Join(s.statements, "\n"))
	}
	for _, path := range shown {
		if _, transactions, queries := s.page(path); transactions != 1 || queries != 1 {
			t.Errorf("%s took %d transactions of %d queries while nothing was written:\n%s", path, transactions, queries, strings.Join(s.statements, "\n"))
		}
		for id, n := range s.replays {
			if n > 1 {
				t.Errorf("%s replays the log of planting %d %d times", path, id, n)
			}
		}
	}
	note(t, s.Garden, "R6", "n1", "two stems broken")
	for i, path := range shown {
		_, transactions, queries := s.page(path)
		if most := map[bool]int{true: 6, false: 1}[i == 0]; transactions != 1 || queries > most {
			t.Errorf("%s took %d transactions of %d queries after a note:\n%s", path, transactions, queries, strings.Join(s.statements, "\n"))
		}
		if i == 0 && len(s.replays) != 1 || i > 0 && len(s.replays) != 0 {
			t.Errorf("%s replays %d logs after a note", path, len(s.replays))
		}
	}
}

// note something at a bag.
func note(t *testing.T, g *garden.Garden, label, key, text string) {
	t.Helper()
	v, err := g.Look(ctx, demo.Today())
	if err != nil {
		t.Fatal(err)
	}
	h, err := v.BagLabelled(label)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := g.Record(ctx, logbook.Entry{Planting: h.Now.Planting.ID, Kind: logbook.Noted, Day: demo.Today(), Text: text}, garden.Request{Key: key, Today: demo.Today()}); err != nil {
		t.Fatal(err)
	}
}

// What is carried from revision to revision is what would be worked out anew, to the last
// digit: after each kind of write every page is that of a garden that has just been opened.
func TestCarriedIsAsAnew(t *testing.T) {
	file := filled.File(t)
	s, _ := serving(t, file)
	on := func(label string) logbook.ID {
		v, err := s.Look(ctx, demo.Today())
		if err != nil {
			t.Fatal(err)
		}
		h, err := v.BagLabelled(label)
		if err != nil {
			t.Fatal(err)
		}
		return h.Now.Planting.ID
	}
	asked := func(key string) garden.Request { return garden.Request{Key: key, Today: demo.Today()} }
	record := func(key string, e logbook.Entry) func() error {
		return func() error { _, err := s.Record(ctx, e, asked(key)); return err }
	}
	var entered logbook.ID
	for _, write := range []struct {
		what string
		do   func() error
	}{
		{"nothing", func() error { return nil }},
		{"a height", record("w1", logbook.Entry{Planting: on("R6"), Kind: logbook.Measured, Day: demo.Today(), Height: 31})},
		{"water", func() (err error) {
			entered, err = s.Record(ctx, logbook.Entry{Planting: on("R8"), Kind: logbook.Watered, Amount: 3, Day: demo.Today()}, asked("w2"))
			return err
		}},
		{"an undo", func() error { _, err := s.Undo(ctx, entered, asked("w3")); return err }},
		{"a bag closed", record("w4", logbook.Entry{Planting: on("R1"), Kind: logbook.Closed, Day: demo.Today()})},
		{"a setting", func() error { return s.Set(ctx, garden.Setting{Name: "nip", Value: "yes"}) }},
		{"the site", func() error {
			v, err := s.Look(ctx, demo.Today())
			if err != nil {
				return err
			}
			site, _, err := v.Site()
			site.Latitude -= 2
			return errors.Join(err, s.SaveSite(ctx, site, asked("w6")))
		}},
	} {
		if err := write.do(); err != nil {
			t.Fatalf("%s: %v", write.what, err)
		}
		fresh, _ := serving(t, file)
		for _, path := range shown {
			if strings.HasPrefix(path, "/plan/outlook") || path == "/plan/season" {
				settle(s, path)
				settle(fresh, path)
			}
			was, _, _ := s.page(path)
			if is, _, _ := fresh.page(path); is != was {
				t.Errorf("after %s, %s is not as if worked out anew:\n%s", write.what, path, firstDifference(was, is))
			}
		}
	}
}

// settle waits until the ensembles of a page are worked out.
func settle(s *served, path string) {
	for range 100 {
		if body, _, _ := s.page(path); !strings.Contains(body, "<progress") {
			return
		}
	}
}

func firstDifference(a, b string) string {
	for i := range min(len(a), len(b)) {
		if a[i] != b[i] {
			return a[max(0, i-80):min(len(a), i+80)] + "\nanew\n" + b[max(0, i-80):min(len(b), i+80)]
		}
	}
	return "one goes on longer"
}

// A page reads from a snapshot what the file would answer, whatever is chosen.
func TestASnapshotAnswersAsTheFile(t *testing.T) {
	s, file := serving(t, filled.File(t))
	v, err := s.Look(ctx, demo.Today())
	if err != nil {
		t.Fatal(err)
	}
	held := v.Reader()
	r, end, err := file.Read(ctx)
	if err != nil {
		t.Fatal(err)
	}
	defer end()
	filters := []garden.Filter{{}, {ID: 3}, {ID: 999}, {Bag: 2}, {Model: 1}, {Variety: 2}, {Year: 2025}, {Open: true}, {Finished: true}, {Shared: true},
		{Finished: true, Heights: 3}, {Finished: true, Heights: 40}, {Year: 2026, Open: true}, {Variety: 1, Finished: true}}
	type reading struct {
		name string
		of   func(r garden.Reader) (any, error)
	}
	readings := []reading{
		{"weather of May 2026", func(r garden.Reader) (any, error) {
			return r.Weather(ctx, measure.Date(2026, 5, 1), measure.Date(2026, 5, 31))
		}},
		{"weather of no day", func(r garden.Reader) (any, error) { return r.Weather(ctx, 10, 9) }},
		{"weather ahead", func(r garden.Reader) (any, error) {
			return r.WeatherAhead(ctx, demo.Today()+1, demo.Today()+10)
		}},
		{"entry", func(r garden.Reader) (any, error) { return r.Entry(ctx, 5) }},
	}
	for _, f := range filters {
		readings = append(readings,
			reading{fmt.Sprintf("plantings %+v", f), func(r garden.Reader) (any, error) { return r.Plantings(ctx, f) }},
			reading{fmt.Sprintf("logs %+v", f), func(r garden.Reader) (any, error) {
				logs, err := r.Logs(ctx, f)
				logs = maps.Clone(logs)
				maps.DeleteFunc(logs, func(_ logbook.ID, log []logbook.Entry) bool { return len(log) == 0 })
				return logs, err
			}},
			reading{fmt.Sprintf("timings %+v", f), func(r garden.Reader) (any, error) { return r.Timings(ctx, f) }},
			reading{fmt.Sprintf("mixes %+v", f), func(r garden.Reader) (any, error) { return r.Mixes(ctx, f) }})
	}
	for _, read := range readings {
		want, err := read.of(r)
		if err != nil {
			t.Fatal(err)
		}
		got, err := read.of(held)
		if err != nil || !reflect.DeepEqual(got, want) && fmt.Sprint(got) != fmt.Sprint(want) {
			t.Errorf("%s: %v, %v; the file has %v", read.name, got, err, want)
		}
	}
}
