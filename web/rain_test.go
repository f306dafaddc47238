package web_test

import (
	"context"
	"net/http"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"glebata/demo"
	"glebata/garden"
	"glebata/station"
)

// Rain that nobody wrote down is asked for and not taken as none; one press, or a month in all, is
// kept, counts in the bag's water, and is taken back.
func TestRainIsKeptAsItIsSaid(t *testing.T) {
	s := openAmong(t, filepath.Join(t.TempDir(), "own.glebata"), demo.Today()+5, station.Usual{}, nil, func(g *garden.Garden) error { return demo.Fill(context.Background(), g) })
	rain := regexp.MustCompile(`and ([0-9.]+ m?L) of rain`)
	fell := func() string {
		t.Helper()
		_, page := s.get("/plantings/30/water")
		m := rain.FindStringSubmatch(page)
		if m == nil {
			t.Fatalf("the bag's page tells no rain: %s", page)
		}
		return m[1]
	}
	kept := func(path string, pairs ...string) string {
		t.Helper()
		status, to := s.post(path, pairs...)
		if status != http.StatusSeeOther {
			t.Fatalf("%s %v: %d %s", path, pairs, status, to)
		}
		return s.follow(to)
	}
	kept("/weather/typed", "day", "2026-06-13", "tmin", "7")
	if _, page := s.get("/weather"); !strings.Contains(page, "not known") || !strings.Contains(page, "How much did it rain yesterday?") {
		t.Error("a day typed without rain is not asked about")
	}
	before := fell()
	page := kept("/weather/rained", "rained", "much day")
	says(t, "much rain", http.StatusOK, http.StatusOK, page, "Kept: how much it rained", "rained much, 13 June 2026")
	if strings.Contains(page, "How much did it rain yesterday?") {
		t.Error("said, and asked again")
	}
	if after := fell(); after == before {
		t.Errorf("much rain yesterday, and the bag has had %s as before", after)
	}
	undo := regexp.MustCompile(`/weather/imports/\d+/undo`).FindString(page)
	if kept(undo); fell() != before {
		t.Errorf("taken back, the bag has had %s, before %s", fell(), before)
	}
	page = kept("/weather/month", "month", "2026-01-01", "total", "88")
	says(t, "a month", http.StatusOK, http.StatusOK, page, "Kept: the rain of Jan", "the month&#39;s rain, 1 January 2026 to 31 January 2026")
	status, page := s.post("/weather/month", "month", "2026-06-01", "total", "wet")
	says(t, "a month of words", status, http.StatusUnprocessableEntity, page, `value="wet"`, "rain-month")
	status, page = s.post("/weather/rained", "rained", "cats day")
	says(t, "how much", status, http.StatusUnprocessableEntity, page, "Say a little, much, or not at all.")
}
