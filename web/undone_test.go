package web_test

import (
	"net/http"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"time"

	"glebata/core/measure"
)

// Taking back what was just entered, whatever it was, leaves every figure as it was: on the bag's
// page, in the list of what lifts first, on Today and in the outlook of all bags.
func TestTakingBackRestoresEveryFigure(t *testing.T) {
	s := demoOn(t, measure.Date(2026, 7, 20))
	pages := []string{"/bags/R6", "/lift", "/", "/plantings/30/ladder", "/plantings/30/water", "/plan/season"}
	shuffled := regexp.MustCompile(`value="[0-9a-f]{24}"|/entries/\d+/undo|id="[a-z]*-?\d+"|said=[0-9a-f]+`)
	look := func() (all []string) {
		for _, p := range pages {
			_, page := s.get(p)
			for tries := 0; strings.Contains(page, "<progress"); tries++ { // windows are still worked out
				if tries == 300 {
					t.Fatalf("%s is never done", p)
				}
				time.Sleep(100 * time.Millisecond)
				_, page = s.get(p)
			}
			all = append(all, shuffled.ReplaceAllString(page, ""))
		}
		return all
	}
	look() // the windows are worked out by the first pages that want them
	before := look()
	ids := regexp.MustCompile(`/entries/(\d+)/undo`)
	day := []string{"day", "2026-07-19"}
	entries := map[string][]string{
		"raise": {"by", "5 cm"}, "measure": {"height", "44 cm"}, "up": nil, "flowers": {"nipped", "nipped"}, "frost": nil, "note": {"text", "wet"},
		"take": {"text", "a panful"}, "weigh": {"gross-1", "400 g"}, "watered": {"thing", "can", "amount", "3 L"}, "irrigated": {"thing", "rain"},
		"fed": {"thing", "quay liquid 3-2-6", "amount", "2 L"}, "mulched": {"thing", "straw", "amount", "5 cm"}, "supported": {"thing", "canes"},
		"protected": {"thing", "fleece"}, "treated": {"own", "soap", "level", "3"}, "ringed": {"amount", "10 cm"}, "bedded": {"thing", "sunk"}, "cut": nil,
		"topped": {"by", "2 L"}, "sighted": {"thing", "blight", "level", "2"}, "yellowed": {"level", "3"}, "moisture": {"level", "1"}, "hefted": {"amount", "18 kg"},
		"felt": {"thing", "egg"}, "warmth": {"amount", "17"}, "acidity": {"amount", "6.1"}, "close": {"came", "nothing"}, "moved": {"place", "3"},
	}
	for doing, pairs := range entries {
		status, to := s.post("/plantings/30/"+doing, append(pairs, day...)...)
		if status != http.StatusSeeOther {
			if doing == "up" || doing == "flowers" { // it was seen before
				continue
			}
			t.Errorf("%s: %d %s", doing, status, saidOn(to))
			continue
		}
		last := 0
		_, page := s.get("/plantings/30")
		for _, m := range append(ids.FindAllStringSubmatch(s.follow(to), -1), ids.FindAllStringSubmatch(page, -1)...) {
			if id, _ := strconv.Atoi(m[1]); id > last {
				last = id
			}
		}
		if status, to := s.post("/entries/"+strconv.Itoa(last)+"/undo", "planting", "30"); status != http.StatusSeeOther {
			t.Fatalf("%s is not taken back: %d %s", doing, status, saidOn(to))
		}
		for i, after := range look() {
			if after != before[i] {
				t.Errorf("%s, taken back: %s is another\n%s", doing, pages[i], firstUnlike(before[i], after))
			}
		}
	}
}

// firstUnlike line of two pages.
func firstUnlike(a, b string) string {
	x, y := strings.Split(a, "\n"), strings.Split(b, "\n")
	for i := range x {
		if i >= len(y) || x[i] != y[i] {
			at := 0
			for i < len(y) && at < len(x[i]) && at < len(y[i]) && x[i][at] == y[i][at] {
				at++
			}
			cut := func(s string) string { return s[max(0, min(len(s), at-60)):min(len(s), at+120)] }
			if i >= len(y) {
				return cut(x[i])
			}
			return cut(x[i]) + "\n" + cut(y[i])
		}
	}
	return "it is longer"
}
