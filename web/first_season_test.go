package web_test

import (
	"net/http"
	"path/filepath"
	"strings"
	"testing"

	"glebata/core/measure"
	"glebata/station"
)

// A bag that is kept in June counts to the season it was planted in, however its plan was counted:
// said as it is kept, or entered after; taken back, it is planned as it was.
func TestABagKeptInJuneCountsToItsSeason(t *testing.T) {
	s := openAmong(t, filepath.Join(t.TempDir(), "g.glebata"), measure.Date(2026, 6, 10), station.Usual{}, nil, asItIs)
	status, page := s.get("/ask?litres=40&count=3&class=maincrop&climate=cool-maritime")
	says(t, "the answer", status, http.StatusOK, page, `name="year" value="2027"`, "Planted already, on")
	keep := func(pairs ...string) string {
		t.Helper()
		status, to := s.post("/ask/keep", append([]string{"litres", "40", "count", "3", "class", "maincrop", "climate", "cool-maritime", "year", "2027", "bags", "1"}, pairs...)...)
		if status != http.StatusSeeOther {
			t.Fatalf("keeping: %d %s", status, to)
		}
		return s.follow(to)
	}
	season := func(page string) string {
		for _, year := range []string{"2026", "2027"} {
			if strings.Contains(page, "season "+year) {
				return year
			}
		}
		return ""
	}
	if page := keep("day", "12 Apr", "about", "yes"); season(page) != "2026" || !strings.Contains(page, "about 12 April 2026") {
		t.Errorf("planted already: %q", season(page))
	}
	status, page = s.post("/ask/keep", "litres", "40", "count", "3", "class", "maincrop", "climate", "cool-maritime", "year", "2027", "bags", "1", "day", "1 Aug")
	says(t, "a day to come", status, http.StatusUnprocessableEntity, page, "still to come", `value="1 Aug"`)
	if page := keep(); season(page) != "2027" {
		t.Errorf("still to plant: %q", season(page))
	}
	_, card := s.get("/plantings/2/card")
	says(t, "its card", 200, 200, card, "half and half")
	_, page = s.post("/plantings/2/plant", "count", "3", "day", "2026-04-20")
	if page := s.follow(page); season(page) != "2026" {
		t.Errorf("planted in April after all: %q", season(page))
	}
	_, to := s.post("/entries/2/undo", "planting", "2")
	if page := s.follow(to); season(page) != "2027" {
		t.Errorf("taken back: %q", season(page))
	}
}
