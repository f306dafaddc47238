package web_test

import (
	"io"
	"net/http"
	"net/http/cookiejar"
	"regexp"
	"strings"
	"testing"
)

// The page of comparisons opens on what was asked of it last, says how to have it as usual, and falls back
// where what was asked for is there no more.
func TestAComparisonIsRemembered(t *testing.T) {
	s := demoSite(t)
	jar, err := cookiejar.New(nil)
	if err != nil {
		t.Fatal(err)
	}
	client := &http.Client{Jar: jar}
	look := func(path string) string {
		t.Helper()
		res, err := client.Get(s.URL + path)
		if err != nil {
			t.Fatal(err)
		}
		defer res.Body.Close()
		page, err := io.ReadAll(res.Body)
		if err != nil || res.StatusCode != http.StatusOK {
			t.Fatal(res.Status, err)
		}
		return string(page)
	}
	by := regexp.MustCompile(`<option value="school" selected`)
	if by.MatchString(look("/compare")) {
		t.Error("before anything was asked it is by the way of filling")
	}
	look("/compare?by=school&variety=4")
	if page := look("/compare"); !by.MatchString(page) || !strings.Contains(page, "As it usually stands") {
		t.Error("what was asked is forgotten")
	}
	if by.MatchString(look("/compare?as=usual")) || by.MatchString(look("/compare")) {
		t.Error("as usual it is not")
	}
	look("/compare?by=school&year=1999")
	if page := look("/compare"); !strings.Contains(page, "24 bags together") {
		t.Error("a season that is not there is asked for again")
	}
}

// The verdict and its picture stand before the choices.
func TestTheVerdictStandsFirst(t *testing.T) {
	s := demoSite(t)
	_, page := s.get("/compare?as=usual")
	at := -1
	for _, part := range []string{`class="verdict-says"`, `class="compare" viewBox`, `class="heaps"`, "The numbers behind it"} {
		i := strings.Index(page, part)
		if i < at || i < 0 {
			t.Errorf("%s stands at %d, after %d", part, i, at)
		}
		at = i
	}
	if !regexp.MustCompile(`90 % interval</a> \d+\.\d to \d+\.\d; `).MatchString(page) {
		t.Error("its interval is told finer than it is known, or not at all")
	}
	if form, says := strings.Index(page, `id="c-measure"`), strings.Index(page, `class="verdict-says"`); form < says {
		t.Error("there is something to choose before one sees")
	}
}

// A trial of ways of filling sets the plans of its bags in one press; one bag's plan is changed to another
// way by its own form too. Its pair, its day and the difference that matters are kept as they were named.
func TestATrialSetsItsPlans(t *testing.T) {
	w := walkFrom(t, 2026, 3, 1)
	w.first("40 L", "3", "maincrop", "cool-maritime", 1)
	w.press("/plantings/1/drop")
	w.plans("R1–R6: 3 tubers each, Cold Quay", "litres", "40 L", "class", "maincrop", "place", "Steps")
	ids := regexp.MustCompile(`name="bag" value="(\d+)"`).FindAllStringSubmatch(w.look("/compare/trials?year=2026"), -1)
	pairs := []string{"question", "Does raising pay?", "factor", "school", "measure", "ratio", "year", "2026", "draw", "7", "arm-1", "steps", "arm-2", "fill once", "matters", "20", "judge-on", "2026-10-01"}
	for _, id := range ids {
		pairs = append(pairs, "bag", id[1])
	}
	page := w.press("/compare/trials", pairs...)
	says(t, "laid out", 200, 200, page, "Planned otherwise than their arm says", "Set the plans as the arms say")
	page = w.press("/compare/trials/1/plans")
	says(t, "set", 200, 200, page, "3 plans set as the arms say.")
	if strings.Contains(page, "Planned otherwise") {
		t.Error("they are planned otherwise still")
	}
	status, bad := w.post("/compare/trials", append([]string{"key", "k9"}, append(pairs, "matters", "much")...)...)
	says(t, "a difference in words", status, http.StatusUnprocessableEntity, bad, "Write a number")
	one := w.planting("R1")
	id := one[strings.LastIndex(one, "/")+1:]
	form := w.look("/correct/plan/" + id)
	to := "fill-once"
	if strings.Contains(form, `value="fill-once" selected`) {
		to = "steps"
	}
	send := []string{"school", to}
	for _, name := range []string{"variety", "number", "headspace", "filler", "base", "cover", "layer", "trigger", "showing", "raises", "settling"} {
		value := regexp.MustCompile(`name="` + name + `"[^>]*value="([^"]*)"`).FindStringSubmatch(form)
		if value == nil {
			value = regexp.MustCompile(`(?s)name="` + name + `".*?<option value="([^"]*)" selected`).FindStringSubmatch(form)
		}
		if value != nil {
			send = append(send, name, value[1])
		}
	}
	w.press("/correct/plan/"+id, send...)
	if again := w.look("/correct/plan/" + id); !strings.Contains(again, `value="`+to+`" selected`) {
		t.Errorf("the plan of R1 is not %s", to)
	}
	says(t, "one changed since", 200, 200, w.look("/compare/trials/1"), "Planned otherwise than their arm says")
}
