package web_test

import (
	"net/http"
	"strings"
	"testing"

	"glebata/core/measure"
)

// What is seen of a leaf moves one set of dates: a look far off is asked about, and with a second
// its bag, the list of what lifts first and the walk all say the tops come off.
func TestYellowLeavesMoveEveryPage(t *testing.T) {
	s := demoOn(t, measure.Date(2026, 8, 4))
	seen := func(day, level string) string {
		t.Helper()
		status, to := s.post("/plantings/30/yellowed", "day", day, "level", level)
		if status != http.StatusSeeOther {
			t.Fatalf("%s: %d %s", day, status, to)
		}
		return s.follow("/bags/R6")
	}
	page := seen("2026-08-01", "5")
	says(t, "far off", http.StatusOK, http.StatusOK, page, "days before its time, and its dates stay as they were", "a second look decides")
	_, lift := s.get("/lift")
	says(t, "the list", http.StatusOK, http.StatusOK, lift, "days before its time: look again")
	if strings.Contains(page, "Half the leaves are yellow about") {
		t.Error("one look far off has its tops cut")
	}
	page = seen("2026-08-03", "5")
	if strings.Contains(page, "before its time") {
		t.Error("seen twice, and still asked about")
	}
	says(t, "twice", http.StatusOK, http.StatusOK, page, "cut tops", "Half the leaves are yellow about")
	for _, path := range []string{"/walk", "/lift"} {
		if _, page := s.get(path); !strings.Contains(page, "R6") || !strings.Contains(page, "ops") {
			t.Errorf("%s says nothing of its tops", path)
		}
	}
}
