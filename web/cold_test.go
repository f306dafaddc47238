package web_test

import (
	"context"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"sync"
	"testing"

	"glebata/demo"
	"glebata/demo/filled"
	"glebata/garden"
	"glebata/station"
	"glebata/store"
	"glebata/web"
	"glebata/web/frame"
)

// Every page at once, first thing after a start, several times: none waits for another
// for good, and each answers.
func TestAllPagesAtOnceOnAColdStart(t *testing.T) {
	content, err := filled.Content()
	if err != nil {
		t.Fatal(err)
	}
	paths := []string{
		"/", "/walk", "/plan", "/plan/design", "/plan/proposal?seed=plenty", "/plan/shopping", "/plan/outlook", "/plan/medium", "/plan/season", "/plan/succession", "/calendar.ics", "/bags", "/bags/R6", "/bags/R13",
		"/plantings/30/ladder", "/plantings/25/weigh", "/plantings/36/card", "/terrace", "/seed", "/seed/trays/6", "/seed/allot", "/seed/nursery", "/labels", "/compare", "/compare/trials/1", "/compare/seasons", "/plantings/20/why", "/site", "/weather", "/guide",
	}
	for range map[bool]int{false: 3, true: 20}[deep] {
		path := filepath.Join(t.TempDir(), "cold.glebata")
		if err := os.WriteFile(path, content, 0o600); err != nil {
			t.Fatal(err)
		}
		s, err := store.Open(context.Background(), path, store.Throwaway)
		if err != nil {
			t.Fatal(err)
		}
		h, err := web.New(garden.Open(s, station.NewWeather(station.UsualSeed)), &clock{demo.Today()}, station.NewDevices(station.UsualSeed), frame.Options{})
		if err != nil {
			t.Fatal(err)
		}
		var all sync.WaitGroup
		for _, p := range paths {
			all.Go(func() {
				res := httptest.NewRecorder()
				h.ServeHTTP(res, httptest.NewRequest(http.MethodGet, "http://localhost"+p, nil))
				if res.Code != http.StatusOK {
					t.Errorf("%s answers %d", p, res.Code)
				}
			})
		}
		all.Wait()
		if err := s.Close(); err != nil {
			t.Fatal(err)
		}
	}
}
