package garden_test

import (
	"context"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"strings"
	"sync"
	"testing"

	"glebata/core/measure"
	"glebata/demo"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/station"
	"glebata/store"
	"glebata/web"
)

type pinned struct{}

func (pinned) Today() measure.Day { return demo.Today() }

// A page is one transaction of few queries, and replays each log at most once.
func TestWhatAPageCosts(t *testing.T) {
	file := filepath.Join(t.TempDir(), "pages.glebata")
	s, err := store.Open(ctx, file, store.Throwaway)
	if err != nil {
		t.Fatal(err)
	}
	if err := demo.Fill(ctx, garden.Open(s, station.NewWeather(station.UsualSeed))); err != nil {
		t.Fatal(err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	for path, most := range map[string]int{"/": 34, "/bags/R6": 36, "/bags": 26, "/plan/season": 28, "/plan/outlook": 29, "/seed": 31, "/compare": 24, "/site": 15, "/plan/shopping": 32} {
		s, err := store.Open(ctx, file, store.Throwaway)
		if err != nil {
			t.Fatal(err)
		}
		defer func() { _ = s.Close() }()
		g := garden.Open(s, station.NewWeather(station.UsualSeed)) // that has read nothing yet, nor has its store
		h, err := web.New(g, pinned{}, station.NewDevices(station.UsualSeed), web.Options{})
		if err != nil {
			t.Fatal(err)
		}
		var mu sync.Mutex
		var statements []string
		s.Trace(func(q string) { mu.Lock(); statements = append(statements, q); mu.Unlock() })
		replays := map[logbook.ID]int{}
		g.WatchReplays(func(id logbook.ID) { replays[id]++ })
		res := httptest.NewRecorder()
		h.ServeHTTP(res, httptest.NewRequest(http.MethodGet, "http://localhost"+path, nil).WithContext(context.Background()))
		s.Trace(nil)
		transactions := 0
		for _, q := range statements {
			if strings.HasPrefix(q, "BEGIN") {
				transactions++
			}
		}
		if queries := len(statements) - transactions; res.Code != http.StatusOK || transactions != 1 || queries > most || queries < 3 {
			t.Errorf("%s answers %d in %d transactions of %d queries, want 1 of at most %d\n%s", path, res.Code, transactions, queries, most, strings.Join(statements, "\n"))
		}
		for id, n := range replays {
			if n > 1 {
				t.Errorf("%s replays the log of planting %d %d times", path, id, n)
			}
		}
		if path == "/" && len(replays) < 15 {
			t.Errorf("%s replays %d logs: the count does not see them", path, len(replays))
		}
	}
}
