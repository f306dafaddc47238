package web_test

import (
	"net/http"
	"regexp"
	"strings"
	"testing"
)

// What is chosen on the plan is followed everywhere: how a bag is fed by its card, and whether its
// tops are left to die by its dates; what was worked in before planting stands in the log.
func TestWaysThatAreChosenAreFollowed(t *testing.T) {
	s := demoSite(t)
	ok := func(path string, pairs ...string) string {
		t.Helper()
		status, to := s.post(path, pairs...)
		if status != http.StatusSeeOther {
			t.Fatalf("%s: %d %s", path, status, to)
		}
		return s.follow(to)
	}
	dose := regexp.MustCompile(`with (\d+) g of fish meal`)
	doses := func() string {
		_, page := s.get("/plantings/36/card")
		return strings.Join(dose.FindStringSubmatch(page), " ")
	}
	half := doses()
	ok("/plan/season/36", "feed-way", "planting")
	all := doses()
	ok("/plan/season/36", "feed-way", "liquid")
	if none := doses(); half == "" || all == "" || half == all || none != "" {
		t.Errorf("half in: %q, all in: %q, in the water: %q", half, all, none)
	}
	if page := ok("/plan/season/36", "till-dead", "yes"); !strings.Contains(page, "all liquid</option>") || !strings.Contains(page, `value="liquid" selected`) {
		t.Error("what was chosen before is forgotten")
	}

	of := func(label, page string) string { // its part of the Lift page
		_, part, _ := strings.Cut(page, ">"+label+"<")
		part, _, _ = strings.Cut(part, "<h2")
		return part
	}
	_, page := s.get("/lift")
	if before := of("R6", page); !strings.Contains(before, "Tops off") {
		t.Fatalf("R6: %s", before)
	}
	ok("/plan/season/30", "till-dead", "yes")
	_, page = s.get("/lift")
	if after := of("R6", page); strings.Contains(after, "Tops off") || !strings.Contains(after, "Lift") {
		t.Errorf("R6, its tops left to die: %s", after)
	}
	_, page = s.get("/plantings/30")
	says(t, "its page", 200, 200, page, "Half yellow</dt>", "tops dead?")
	if strings.Contains(page, "cut tops") {
		t.Error("its tops are left to die, and are to be cut")
	}

	_, page = s.get("/entries?kind=plant")
	plan := regexp.MustCompile(`name="bag" value="(\d+)"`).FindStringSubmatch(page)[1]
	if page := ok("/plantings/"+plan+"/fed", "thing", "fish meal 5-5-6", "amount", "100 g", "day", "2026-06-01"); !strings.Contains(page, "fed with fish meal 5-5-6 100 g") {
		t.Errorf("worked in before planting: %s", page)
	}
	_, page = s.get("/plantings/" + plan + "/feed")
	says(t, "its feed", 200, 200, page, "what was worked in by planting day brings")
	ok("/plantings/"+plan+"/mulched", "thing", "straw", "amount", "5 cm", "day", "2026-06-02")

	if page := ok("/plantings/33/flowers", "nipped", "nipped", "day", "2026-06-08"); !strings.Contains(page, "first flowers open, nipped off: raising ends") {
		t.Errorf("flowers: %s", page)
	}
	status, page := s.post("/plantings/32/flowers", "nipped", "painted", "day", "2026-06-08")
	says(t, "painted", status, http.StatusUnprocessableEntity, page, "Say whether they were nipped off.")
}
