package web_test

import (
	"net/http"
	"path/filepath"
	"strings"
	"testing"

	"glebata/core/measure"
	"glebata/station"
)

// At the end of November nothing is proposed that cannot live: the first question and the plan answer
// for the spring, and a day that is typed says what comes of it and the nearest that can.
func TestInNovemberTheSpringIsProposed(t *testing.T) {
	s := openAmong(t, filepath.Join(t.TempDir(), "g.glebata"), measure.Date(2026, 11, 30), station.Usual{}, nil, asItIs)
	for climate, month := range map[string]string{"cool-maritime": " April 2027", "cool-maritime-south": "30 November 2026", "mild-continental": " April 2027", "cold-continental": " May 2027"} {
		status, page := s.get("/ask?litres=40&class=maincrop&climate=" + climate)
		says(t, climate, status, http.StatusOK, page, month)
		if strings.Contains(page, "can live") || climate != "cool-maritime-south" && strings.Contains(page, "2026</a></strong>") {
			t.Errorf("%s: a day of this year, or one that cannot live, is proposed", climate)
		}
	}
	status, page := s.get("/ask?litres=40&class=sweet-mid&climate=mild-continental")
	says(t, "a sweet potato where summer is short", status, http.StatusOK, page, " June 2027")
	if strings.Contains(page, "can live") {
		t.Error("a day of this November is answered, where the summer after can be planted in")
	}
	status, page = s.get("/ask?litres=40&class=sweet-late&climate=mild-continental")
	says(t, "one that cannot live there", status, http.StatusOK, page, "No day of the year ahead can live where it stands; under fleece", " May 2027", "a sweet potato, early can")
	status, page = s.get("/ask?litres=40&class=sweet-early&climate=cool-maritime")
	says(t, "a sweet potato in a cool place", status, http.StatusOK, page, "No day of the year ahead can live where it stands; in a cold greenhouse or tunnel")
	if status, to := s.post("/ask/keep", "litres", "40", "count", "3", "class", "maincrop", "climate", "cool-maritime", "year", "2027", "bags", "2"); status != http.StatusSeeOther {
		t.Fatalf("%d %s", status, to)
	}
	s.post("/bags", "labels", "B9", "model", "1", "place", "Garden")
	status, page = s.get("/plan?bag=3&variety=class:maincrop")
	says(t, "the plan", status, http.StatusOK, page, ">1 Apr<", "2027")
	if strings.Contains(page, "this is today, the soonest that is left") {
		t.Error("the plan proposes today")
	}
	status, page = s.get("/plan?bag=3&variety=class:maincrop&year=2026&plant-day=2026-12-05")
	says(t, "a day that is typed", status, http.StatusOK, page, "cold then", "The nearest day that can live:", "March 2027")
}
