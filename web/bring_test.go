package web_test

import (
	"html"
	"net/http"
	"regexp"
	"strings"
	"testing"
)

// A notebook with counts, totals and gaps is read, put right, and kept; what it does not say
// stays open, and its columns are remembered.
func TestANotebookIsBroughtIn(t *testing.T) {
	s := demoSite(t)
	const book = "tub no;Sort;what;Seed;Brought up\nT1;Early Buoy;2023;3 tubers;2,4 kg\nT2;Early Buoy;2023;about 200 g;1.5–2\n;Broad Sound;2022;;?\nT4;Broad Sound;2023;110 g;0\nT5;Broad Sound;later;110 g;1\n"
	status, page := s.post("/compare/bring/read", "lines", book, "unit", "kg", "class", "maincrop", "litres", "40 L", "place", "Past seasons", "order", "dmy")
	says(t, "read", status, http.StatusOK, page, "nothing is kept yet", `name="at-year"`)
	status, page = s.post("/compare/bring/read", "lines", book, "unit", "kg", "class", "maincrop", "litres", "40 L", "place", "Past seasons", "order", "dmy", "at-year", "2", "at-harvest", "4", "at-seed", "3")
	page = html.UnescapeString(page)
	says(t, "read again", status, http.StatusOK, page, "3 lines understood, 2 not", "2023, T2, Early Buoy: planted about 200 g of seed: 160 g to 240 g, not counted; harvest 1.50 kg to 2.00 kg",
		"2022, a bag without a label, Broad Sound: planted not weighed; harvest not weighed", "harvest nothing", "“later” is no season")
	sent := []string{"lines", book, "unit", "kg", "class", "maincrop", "litres", "40 L", "place", "Past seasons", "order", "dmy", "at-year", "2", "at-harvest", "4", "at-seed", "3"}
	status, to := s.post("/compare/bring", sent...)
	says(t, "kept", status, http.StatusSeeOther, s.follow(to), "Kept: 3 plantings of past seasons", "T2", "not known", "estimated: 160 g to 240 g")
	if _, bag := s.get("/bags/T2"); !regexp.MustCompile(`measures are assumed|assumed`).MatchString(bag) && !strings.Contains(bag, "bag of 40") {
		t.Error("its bag is not of the litres that were given")
	}
	_, page = s.post("/compare/bring/read", "lines", book, "unit", "kg", "class", "maincrop", "litres", "40 L", "place", "Past seasons", "order", "dmy")
	says(t, "the columns are remembered", 200, 200, page, "3 lines understood")
	for name, lines := range map[string]string{"nothing": "", "a heading alone": "a;b\n"} {
		status, body := s.post("/compare/bring/read", "lines", lines, "unit", "kg")
		says(t, name, status, http.StatusUnprocessableEntity, body, "no lines under the heading")
	}
}

// A season whose seed nobody weighed has no bag that gave most for it; its page says the rest.
func TestASeasonOfSeedNobodyWeighed(t *testing.T) {
	s := emptySite(t)
	sent := []string{"lines", "tub no;Sort;Year;Seed;Brought up\nT1;Early Buoy;2023;about 200 g;2,4 kg\n", "unit", "kg", "class", "maincrop", "litres", "40 L", "place", "Past seasons", "order", "dmy"}
	status, to := s.post("/compare/bring", sent...)
	says(t, "kept", status, http.StatusSeeOther, s.follow(to), "Kept: 1 planting of past seasons")
	status, page := s.get("/compare/seasons")
	says(t, "its season", status, http.StatusOK, page, "The season of 2023", "2.40 kg")
	book := "tub no;Sort;Year;Seed;Brought up\nK1;;2022;110 g;2 kg\nK2;;2023;110 g;2 kg\n"
	status, to = s.post("/compare/bring", "lines", book, "unit", "kg", "class", "maincrop", "litres", "40 L", "place", "Past seasons", "order", "dmy")
	says(t, "kitchen tubers", status, http.StatusSeeOther, s.follow(to), "Kept: 2 plantings")
	if _, csv := s.get("/compare.csv"); !strings.Contains(csv, "unknown maincrop of 2022") || !strings.Contains(csv, "unknown maincrop of 2023") {
		t.Errorf("kitchen tubers of two years go out as one variety:\n%s", csv)
	}
	if strings.Contains(page, "Most for its seed") {
		t.Error("a bag is the best for seed that nobody weighed")
	}
}
