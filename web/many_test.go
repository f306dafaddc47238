package web_test

import (
	"fmt"
	"net/http"
	"net/url"
	"regexp"
	"strings"
	"testing"

	"glebata/core/measure"
)

// Work on many bags is entered once for all that are ticked: planting as their plans have it,
// raising each as its ladder has it, tops off, closing; wrong for one, nothing is kept of any.
func TestWorkOnManyBagsIsEnteredOnce(t *testing.T) {
	s := demoOn(t, measure.Date(2026, 8, 1))
	all := func(kind string) (ids []string, page string) {
		t.Helper()
		status, page := s.get("/entries?kind=" + kind)
		if status != http.StatusOK {
			t.Fatalf("%s: %d", kind, status)
		}
		for _, m := range regexp.MustCompile(`name="bag" value="(\d+)"`).FindAllStringSubmatch(page, -1) {
			ids = append(ids, m[1])
		}
		return ids, page
	}
	send := func(kind string, ids []string, pairs ...string) (int, string) {
		t.Helper()
		form := url.Values{"key": {"many-" + kind + fmt.Sprint(len(pairs))}, "kind": {kind}, "bag": ids, "day": {"2026-08-01"}}
		for i := 0; i+1 < len(pairs); i += 2 {
			form.Set(pairs[i], pairs[i+1])
		}
		return s.do(http.MethodPost, "/entries", form)
	}
	plans, _ := all("plant")
	if len(plans) < 3 {
		t.Fatalf("%d plans can be planted", len(plans))
	}
	status, to := send("plant", plans, "each", "about 60")
	if status != http.StatusSeeOther {
		t.Fatalf("planting %v: %d %s", plans, status, to)
	}
	page := s.follow(to)
	if n := strings.Count(page, ": planted "); n != len(plans) || !strings.Contains(page, "of seed: ") {
		t.Errorf("%d of %d are planted: %s", n, len(plans), page)
	}
	if left, _ := all("plant"); len(left) != 0 {
		t.Errorf("planted, and still plans: %v", left)
	}
	if status, body := send("measure", plans, "height", "tall"); status != http.StatusUnprocessableEntity || !strings.Contains(body, `value="tall"`) || strings.Count(body, " checked") != len(plans) {
		t.Errorf("a height of words: %d, %d ticked", status, strings.Count(body, " checked"))
	}
	raise, _ := all("raise")
	if len(raise) == 0 {
		t.Fatal("no bag can be raised")
	}
	cut, _ := all("cut")
	status, to = send("cut", cut)
	if page := s.follow(to); status != http.StatusSeeOther || strings.Count(page, "tops cut down") < len(cut) {
		t.Errorf("tops off: %d %s", status, to)
	}
	if left, page := all("cut"); len(left) != 0 || !strings.Contains(page, "There is no bag now") {
		t.Errorf("cut, and to be cut again: %v", left)
	}
	closing, _ := all("close")
	status, to = send("close", closing)
	if page := s.follow(to); status != http.StatusSeeOther || strings.Count(page, "closed") < len(closing) {
		t.Errorf("closing: %d %s", status, to)
	}
	if _, page := s.get("/"); !strings.Contains(page, "question") && strings.Contains(page, "bags</strong> want something") {
		t.Error("all are closed, and some want something")
	}
}
