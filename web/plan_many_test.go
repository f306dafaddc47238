package web_test

import (
	"net/http"
	"net/url"
	"regexp"
	"strings"
	"testing"
)

const aList = "R1–R3: 3 tubers each, Cold Quay\nR4 R5: 2, 55 g each, planted about 2 April\nR5: 1 Netmender"

// A list as it stands on paper is shown first and kept in one press: bags and varieties that are
// new are made, what is wrong keeps nothing, and one press takes all of it back.
func TestManyBagsArePlannedByOneList(t *testing.T) {
	s := emptySite(t)
	beside := []string{"variety", "class:maincrop", "class", "second-early", "year", "2026", "litres", "40", "place", "Quay"}
	send := func(to, lines string, more ...string) (int, string) {
		t.Helper()
		return s.post(to, append(append([]string{"lines", lines}, beside...), more...)...)
	}
	status, body := send("/plan/many/read", aList)
	says(t, "the list as understood", status, http.StatusOK, body, "6 bags, 5 of them new, 14 pieces in all: nothing is kept yet",
		"R1, R2, R3: Cold Quay (new, second early), 3 each", "R4, R5: some maincrop, 2 each, pieces of 55 g; planted about 2 Apr", "Plan these 6 bags")
	if _, page := s.get("/bags"); strings.Contains(page, "R1") {
		t.Error("reading it has kept a bag")
	}
	status, body = send("/plan/many/read", "R1: 3\nR2: planted someday\nR9–R2")
	says(t, "a list that is not read", status, http.StatusUnprocessableEntity, body, "Line 2: ", "someday", "is no row of labels", "planted someday", "R9–R2</textarea>")
	if strings.Contains(body, ">Plan these") {
		t.Error("it can be kept")
	}
	for lines, word := range map[string]string{
		"R1: 3\nR-very-long-label: 2": "is not of up to 12",
		"R1: 900":                     "Line 1",
	} {
		if status, body := send("/plan/many", lines); status != http.StatusUnprocessableEntity || !strings.Contains(body, word) {
			t.Errorf("%q: %d %s", lines, status, body)
		}
	}
	if _, page := s.get("/bags"); strings.Contains(page, "R1") {
		t.Error("a refused list has kept a bag")
	}
	key := []string{"key", "the-list"}
	status, to := send("/plan/many", aList, key...)
	if status != http.StatusSeeOther {
		t.Fatalf("keeping: %d %s", status, to)
	}
	if again, same := send("/plan/many", aList, key...); again != status || same != to {
		t.Errorf("sent again: %d %s, first %s", again, same, to)
	}
	page := s.follow(to)
	says(t, "what is kept", 200, 200, page, "Planned 6 bags", "Netmender</b>", "Take all of it back")
	_, bag := s.get("/bags/R5")
	says(t, "a bag of two", 200, 200, bag, "about 2 Apr", "110", "Netmender")
	status, body = send("/plan/many/read", "R1: 2")
	says(t, "a bag that is taken", status, http.StatusOK, body, "taken in that season already: R1")

	undo := func(plans ...string) (int, string) {
		return s.do(http.MethodPost, "/plan/many/undo", url.Values{"key": {"back" + plans[0]}, "plan": plans})
	}
	if status, body := s.post("/plantings/1/note", "text", "wet", "day", "2026-06-01"); status != http.StatusSeeOther {
		t.Fatalf("a note: %d %s", status, body)
	}
	if status, body := undo("1", "2", "3", "4", "5", "6"); status != http.StatusUnprocessableEntity || !strings.Contains(body, "More was written at R1 since") {
		t.Errorf("taken back with a note in it: %d", status)
	}
	if status, body := s.post("/plantings/4/note", "text", "wet", "day", "2026-06-01"); status != http.StatusSeeOther {
		t.Fatalf("a note on what is planted: %d %s", status, body)
	}
	if status, body := undo("4", "5"); status != http.StatusUnprocessableEntity || !strings.Contains(body, "More was written at R4 since") {
		t.Errorf("taken back planted and with a note: %d", status)
	}
	_, noted := s.get("/plantings/4")
	ids := regexp.MustCompile(`/entries/(\d+)/undo`).FindStringSubmatch(noted)
	if status, body := s.post("/entries/"+ids[1]+"/undo", "planting", "4"); status != http.StatusSeeOther {
		t.Fatalf("the note: %d %s", status, body)
	}
	if status, body := undo("2", "3", "4", "5", "6"); status != http.StatusSeeOther {
		t.Fatalf("the others: %d %s", status, body)
	}
	if page := s.follow(to); !strings.Contains(page, "Planned 1 bag:") {
		t.Errorf("five of six are taken back: %s", page)
	}
	if status, body := send("/plan/many", "R4: 2\nR5: 1"); status != http.StatusSeeOther {
		t.Errorf("bags that are free again: %d %s", status, body)
	}
}

// Bags are picked by a list of labels, by their variety or place, beside one by one; each counts
// once, and what is named and not there is told.
func TestBagsArePickedByWhatTheyHaveInCommon(t *testing.T) {
	s := emptySite(t)
	if status, to := s.post("/plan/many", "lines", "A1–A4: 2 Cold Quay, planted 2 April\nB1–B3: 2 Netmender, planted 2 April\nC1: 1 Netmender", "variety", "", "class", "maincrop", "year", "2026", "litres", "40", "place", "Quay"); status != http.StatusSeeOther {
		t.Fatalf("%d %s", status, to)
	}
	if status, to := s.post("/plan/many", "lines", "D1 D2: 1 Netmender, planted 2 April", "variety", "", "class", "maincrop", "year", "2026", "litres", "40", "place", "Wall"); status != http.StatusSeeOther {
		t.Fatalf("%d %s", status, to)
	}
	kept := func(pairs ...string) string {
		t.Helper()
		status, to := s.post("/entries", append([]string{"kind", "note", "text", "seen", "day", "2026-06-01"}, pairs...)...)
		if status != http.StatusSeeOther {
			t.Fatalf("%v: %d %s", pairs, status, to)
		}
		return s.follow(to)
	}
	for _, c := range []struct {
		pairs []string
		n     int
		some  string
	}{
		{[]string{"list", "A1–A3, b2"}, 4, "B2: "},
		{[]string{"all", "variety-1"}, 4, "A4: "},
		{[]string{"all", "variety-1", "list", "A1 B3", "bag", "1"}, 5, "B3: "},
		{[]string{"all", "place-2"}, 2, "D2: "},
	} {
		if page := kept(c.pairs...); strings.Count(page, "</li>") < c.n || !strings.Contains(page, ": seen") || strings.Count(page, ": seen") != c.n || !strings.Contains(page, c.some) {
			t.Errorf("%v: %d", c.pairs, strings.Count(page, ": seen"))
		}
	}
	status, to := s.post("/lift/pool", "all", "variety-1", "list", "A1 A2", "gross-1", "8 kg", "by", "even", "day", "2026-06-01")
	if page := s.follow(to); status != http.StatusSeeOther || strings.Count(page, "pooled, 2 kg keep") < 4 {
		t.Errorf("a bin of four, two of them named twice: %d %s", status, page)
	}
	for list, word := range map[string]string{"A1–A9": "A5, A6, A7, A8, A9: no such bag", "A9–A1": "is no row of labels", "C1": "C1: no such bag stands here"} {
		status, body := s.post("/entries", "kind", "note", "text", "seen", "day", "2026-06-01", "list", list)
		says(t, list, status, http.StatusUnprocessableEntity, body, word, `value="`+list+`"`, "seen</textarea>")
	}
}
