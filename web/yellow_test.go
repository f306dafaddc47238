package web_test

import (
	"net/http"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"glebata/core/measure"
	"glebata/station"
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

// First flowers are a reading of when tubers set: late ones move the dates of a bag nobody saw come
// up, those far off are asked about, and taken back they leave everything as it was.
func TestFlowersMoveTheDates(t *testing.T) {
	s := openAmong(t, filepath.Join(t.TempDir(), "g.glebata"), measure.Date(2026, 8, 1), station.Usual{}, nil, asItIs)
	if status, to := s.post("/plan/many", "lines", "R1: 3, planted 10 April", "variety", "class:maincrop", "class", "maincrop", "year", "2026", "litres", "40", "place", "Quay"); status != http.StatusSeeOther {
		t.Fatalf("%d %s", status, to)
	}
	set := regexp.MustCompile(`Tubers set about ([^.<]+)\.`)
	sets := func() string {
		t.Helper()
		_, page := s.get("/lift")
		m := set.FindStringSubmatch(page)
		if m == nil {
			t.Fatalf("no day on which tubers set: %s", page)
		}
		return m[1]
	}
	usual := sets()
	day, err := measure.ReadDay(usual, measure.DayFirst)
	if err != nil {
		t.Fatal(err)
	}
	flowers := func(d measure.Day) string {
		t.Helper()
		status, to := s.post("/plantings/1/flowers", "day", d.ISO())
		if status != http.StatusSeeOther {
			t.Fatalf("flowers on %s: %d %s", d, status, to)
		}
		return s.follow(to)
	}
	flowers(day + 14)
	if late := sets(); late == usual {
		t.Errorf("two weeks late, and tubers set on %s still", late)
	}
	s.post("/entries/2/undo", "planting", "1")
	if back := sets(); back != usual {
		t.Errorf("taken back, tubers set on %s, before %s", back, usual)
	}
	page := flowers(day - 25)
	if sets() != usual || !strings.Contains(page, "25 days before their time, and its dates stay as they were") {
		t.Errorf("far off: set %s, before %s", sets(), usual)
	}
}
