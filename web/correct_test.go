package web_test

import (
	"net/http"
	"regexp"
	"testing"
)

// form of a page as it stands, for sending it again with some values changed.
func (s *site) formOf(page string) []string {
	s.t.Helper()
	var pairs []string
	for _, m := range regexp.MustCompile(`<input (?:type="hidden"|id="correct-[\w-]+") name="([\w-]+)" value="([^"]*)"`).FindAllStringSubmatch(page, -1) {
		pairs = append(pairs, m[1], m[2])
	}
	for _, m := range regexp.MustCompile(`(?s)<select id="correct-[\w-]+" name="([\w-]+)".*?</select>`).FindAllStringSubmatch(page, -1) {
		if chosen := regexp.MustCompile(`<option value="([^"]*)" selected`).FindStringSubmatch(m[0]); chosen != nil {
			pairs = append(pairs, m[1], chosen[1])
		}
	}
	return pairs
}

// Everything that is kept opens with what it has, and sent again as it is it stays so.
func TestEverythingCanBePutRight(t *testing.T) {
	s := demoSite(t)
	_, list := s.get("/correct")
	found := regexp.MustCompile(`href="(/correct/\w+/\d+)"`).FindAllStringSubmatch(list, -1)
	if len(found) < 40 {
		t.Fatalf("%d things can be put right", len(found))
	}
	for _, m := range append(found, []string{"", "/correct/plan/30"}, []string{"", "/correct/plan/1"}) {
		status, page := s.get(m[1])
		says(t, m[1], status, http.StatusOK, page, "Put it right")
		if status, body := s.post(m[1], s.formOf(page)...); status != http.StatusSeeOther {
			t.Errorf("%s sent as it is: %d %s", m[1], status, regexp.MustCompile(`class="wrong"[^>]*>[^<]*`).FindAllString(body, -1))
		}
	}
	for _, path := range []string{"/correct/bag/999", "/correct/moon/1", "/correct/plan/999"} {
		if status, _ := s.get(path); status != http.StatusNotFound {
			t.Errorf("%s: %d", path, status)
		}
	}
}

func TestAWrongBagIsPutRightOnItsPage(t *testing.T) {
	s := demoSite(t)
	_, page := s.get("/correct/model/3")
	sent := append(s.formOf(page), "height", "40 cm")
	status, body := s.post("/correct/model/3", sent...)
	says(t, "unasked", status, http.StatusUnprocessableEntity, body, "This moves figures of finished bags", "harvest a litre", `value="40 cm"`, "tick this and send it again")
	status, to := s.post("/correct/model/3", append(sent, "sure", "yes")...)
	says(t, "meant", status, http.StatusSeeOther, s.follow(to), "Put right: pail")
	status, body = s.post("/correct/model/3/keep", "how", "delete")
	says(t, "deleting it", status, http.StatusUnprocessableEntity, body, "Something stands on it")
	status, to = s.post("/correct/model/3/keep", "how", "retire")
	says(t, "retiring it", status, http.StatusSeeOther, s.follow(to), "pail is retired", `<span class="soft">retired</span>`)
	if _, bags := s.get("/bags"); regexp.MustCompile(`<option value="3">pail`).MatchString(bags) {
		t.Error("retired, it is offered for new bags")
	}
	status, to = s.post("/correct/model/3/keep", "how", "back")
	says(t, "bringing it back", status, http.StatusSeeOther, s.follow(to), "pail is offered again")
}

// Dropping a plan asks nothing, and is undone where it was done.
func TestADroppedPlanIsUndone(t *testing.T) {
	s := demoSite(t)
	status, to := s.post("/plantings/36/drop", "day", "2026-06-09")
	page := s.follow(to)
	says(t, "dropped", status, http.StatusSeeOther, page, "The plan was dropped; the bag is free", "Saved: plan dropped", "Plan it anew")
	entry := regexp.MustCompile(`/entries/(\d+)/undo`).FindStringSubmatch(page)
	status, to = s.post("/entries/"+entry[1]+"/undo", "planting", "36")
	says(t, "undone", status, http.StatusSeeOther, s.follow(to), "Undone", "Seed wanted")
}
