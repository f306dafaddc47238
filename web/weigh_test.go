package web_test

import (
	"net/http"
	"strings"
	"testing"
)

// What is thrown away is a part of a line: the rest of it is eaten, and what was typed beside the
// line is of all of it. R1 is a first early, whose usual tuber weighs 60 g: three come to 180 g
// ± 55 % ÷ √3, 57 g.
func TestALineIsItsParts(t *testing.T) {
	for name, c := range map[string]struct {
		typed []string
		says  string
	}{
		"so many green":       {[]string{"gross-1", "2.4 kg, green 3"}, "about 2.22 kg keep (2.16 kg to 2.28 kg); about 180 g green (123 g to 237 g), 3 tubers"},
		"all counted":         {[]string{"gross-1", "2.4 kg, green 3", "count-1", "40"}, "2.22 kg keep, 37 tubers; 180 g green, 3 tubers"},
		"in a container":      {[]string{"gross-1", "2.4 kg, green 300 g", "container-1", "blue bucket"}, "1.688 kg keep; 300 g green"},
		"the rest of a grade": {[]string{"gross-1", "2.4 kg, green 300 g", "grade-1", "eat-first"}, "2.1 kg eat-first; 300 g green"},
		"a measure of one's":  {[]string{"gross-1", "half a bucket, green 300 g", "container-1", "blue bucket"}, "about 2.95 kg keep (2.14 kg to 3.76 kg); 300 g green"},
	} {
		s := demoSite(t)
		status, to := s.post("/plantings/25/weigh", append(c.typed, "day", "2026-06-09")...)
		if status != http.StatusSeeOther {
			t.Errorf("%s: status %d, %s", name, status, to)
			continue
		}
		if _, body := s.get("/plantings/25/weigh"); !strings.Contains(body, "weighed in "+c.says) {
			at := max(0, strings.Index(body, "weighed in"))
			t.Errorf("%s: the page has %q, want %q", name, body[at:min(len(body), at+160)], c.says)
		}
	}
}
