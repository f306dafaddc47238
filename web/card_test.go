package web_test

import (
	"net/http"
	"regexp"
	"strconv"
	"strings"
	"testing"
)

// The card sets as many pieces as are planned, over all its rings, and says how each kind of start lies.
func TestACardAddsUpToItsPlan(t *testing.T) {
	set := regexp.MustCompile(`<b>Set</b> ([^<]*)\.</li>`)
	for name, c := range map[string]struct {
		school, variety string
		number, rings   int
		lies            string
	}{
		"two rings of two":    {"two-level", "1", 4, 2, "sprouts up"},
		"a ring of two, one":  {"two-level", "1", 3, 2, "sprouts up"},
		"one ring":            {"steps", "4", 3, 1, "sprouts up"},
		"slips":               {"fill-once", "7", 2, 1, "slanting, 6 cm to 8 cm deep at the foot, two nodes under and the tip out, feet apart"},
		"slips are never set": {"fill-once", "6", 1, 1, "slanting"},
	} {
		s := demoSite(t)
		if status, body := s.post("/bags", "labels", "Z1", "model", "1", "place", "Lower step"); status != http.StatusSeeOther { // a cask
			t.Fatalf("%s: status %d: %s", name, status, body)
		}
		_, bags := s.get("/plan")
		bag := regexp.MustCompile(`<option value="(\d+)"[^>]*>Z1 `).FindStringSubmatch(bags)[1]
		status, to := s.post("/plan", "bag", bag, "variety", c.variety, "school", c.school, "number", strconv.Itoa(c.number), "year", "2026")
		if status != http.StatusSeeOther {
			t.Fatalf("%s: status %d: %s", name, status, regexp.MustCompile(`role="alert">[^<]+|class="wrong[^<]+`).FindAllString(to, -1))
		}
		card := regexp.MustCompile(`/plantings/\d+/card`).FindString(s.follow(to))
		_, body := s.get(card)
		lines := set.FindAllStringSubmatch(body, -1)
		sum := 0
		for _, l := range lines {
			n, _, _ := strings.Cut(l[1], " ")
			one, _ := strconv.Atoi(n)
			if sum += one; !strings.Contains(l[1], c.lies) {
				t.Errorf("%s: %q, want %q", name, l[1], c.lies)
			}
		}
		if len(lines) != c.rings || sum != c.number {
			t.Errorf("%s: %d rings hold %d of %d: %q", name, len(lines), sum, c.number, lines)
		}
	}
}
