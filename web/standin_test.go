package web_test

import (
	"context"
	"fmt"
	"net/http"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"glebata/demo"
	"glebata/garden"
	"glebata/station"
)

// servedSite is a garden as one's own is served: without a station and without a scale.
func servedSite(t testing.TB, fill func(*garden.Garden) error) *site {
	t.Helper()
	return openAmong(t, filepath.Join(t.TempDir(), "own.glebata"), demo.Today(), station.Usual{}, nil, fill)
}

func TestOwnGardenHoldsNothingSimulated(t *testing.T) {
	own := servedSite(t, func(g *garden.Garden) error { return demo.Fill(context.Background(), g) })
	shown := demoSite(t)
	for path, standIn := range map[string]string{
		"/weather?until=2026-02-20": ">simulated</a> station", "/seed/trays/6": "data-scale", "/bags/R6": "simulated weather",
		"/plan/outlook": "simulated weather", "/plan/season": "simulated weather", "/": "", "/seed": "", "/plan": "",
	} {
		status, page := own.get(path)
		if status != http.StatusOK || strings.Contains(page, "data-scale=") || regexp.MustCompile(`>simulated|simulated (weather|station)`).MatchString(page) {
			t.Errorf("%s: %d, and a garden of one's own shows a stand-in", path, status)
		}
		if status, page := shown.get(path); status != http.StatusOK || !strings.Contains(page, standIn) {
			t.Errorf("%s: %d, and the demo does not show %s", path, status, standIn)
		}
	}
	status, page := own.get("/weather?until=2026-02-20")
	says(t, "the weather", status, http.StatusOK, page, "rain is not known and drawn from usual years; there is no forecast")
}

func TestPresumedSiteIsSaidUntilItIsSet(t *testing.T) {
	s := servedSite(t, func(*garden.Garden) error { return nil })
	said := func(path string) bool {
		_, page := s.get(path)
		return strings.Contains(page, "Dates rest on an ordinary site") && strings.Contains(page, `<a href="/site">set your own</a>`)
	}
	pages := []string{"/", "/plan", "/plan/season", "/seed", "/bags", "/plan/succession"}
	for _, path := range pages {
		if !said(path) {
			t.Errorf("%s does not say that the site is presumed", path)
		}
	}
	if status, _ := s.post("/site", "name", "Net Loft Steps", "climate", "highland"); status != http.StatusSeeOther {
		t.Fatalf("saving the site: %d", status)
	}
	for _, path := range pages {
		if said(path) {
			t.Errorf("%s still says that the site is presumed", path)
		}
	}
}

// What a stand-in weighed is marked from the scale to the comparison, and counts nowhere.
func TestSimulatedWeightsAreMarkedAndNeverCounted(t *testing.T) {
	s := demoSite(t)
	_, reading := s.get("/read/scale?n=1")
	reading = strings.TrimSpace(reading)
	if !strings.HasSuffix(reading, " g simulated") {
		t.Fatalf("the scale reads %q", reading)
	}
	ratio := regexp.MustCompile(`× ([0-9.]+)</a></strong>`)
	_, before := s.get("/compare")
	status, to := s.post("/seed/trays/6/weigh", "weights", reading, "day", "2026-06-08", "about", "yes")
	says(t, "onto the tray", status, http.StatusSeeOther, s.follow(to), "simulated", "8 Jun</span><span>1 tuber put in")
	status, to = s.post("/plantings/36/plant", "piece-1", reading, "piece-2", "about 60 g", "day", "2026-06-09")
	says(t, "planted", status, http.StatusSeeOther, s.follow(to), `<span class="sim">simulated</span> It counts in no comparison`)
	s.post("/plantings/36/weigh", "gross-1", "2.5 kg simulated", "grade-1", "keep", "day", "2026-06-09")
	s.post("/plantings/36/close", "day", "2026-06-09")
	_, after := s.get("/compare")
	says(t, "compared", 200, 200, after, "simulated, not counted", "1 of these bags has no such measure, a harvest that is not known, or figures of a simulated scale")
	if was, is := ratio.FindString(before), ratio.FindString(after); was == "" || was != is {
		t.Errorf("the ratio of all was %s and is %s", was, is)
	}
	_, log := s.get("/plantings/36")
	says(t, "its log", 200, 200, log, "2 pieces,", "simulated", "weighed in 2.5 kg simulated keep")
}

// A reading of the simulated probe and thermometer is marked wherever it stands, and takes its
// bag out of every comparison.
func TestSimulatedReadingsOfTheMediumAreMarked(t *testing.T) {
	s := demoSite(t)
	_, probe := s.get("/read/probe?planting=31")
	_, thermometer := s.get("/read/thermometer?planting=31")
	probe, thermometer = strings.TrimSpace(probe), strings.TrimSpace(thermometer)
	if !regexp.MustCompile(`^\d+ % simulated$`).MatchString(probe) || !regexp.MustCompile(`^[0-9.]+ °C simulated$`).MatchString(thermometer) {
		t.Fatalf("they read %q and %q", probe, thermometer)
	}
	_, page := s.get("/plantings/31")
	says(t, "the forms", 200, 200, page, `data-device="/read/probe?planting=31"`, `data-device="/read/thermometer?planting=31"`)
	status, to := s.post("/plantings/31/moisture", "amount", probe, "day", "2026-06-09")
	says(t, "kept", status, http.StatusSeeOther, s.follow(to), "medium: "+strings.TrimSuffix(probe, " simulated")+", simulated")
	status, to = s.post("/plantings/31/warmth", "amount", thermometer, "day", "2026-06-09")
	says(t, "kept", status, http.StatusSeeOther, s.follow(to), "medium: "+strings.TrimSuffix(thermometer, " simulated")+", simulated", `<span class="sim">simulated</span> It counts in no comparison`)
	for _, address := range []string{"/read/probe?planting=9999", "/read/probe?planting=36", "/read/thermometer?planting=9999"} {
		if status, _ := s.get(address); status != http.StatusNotFound {
			t.Errorf("%s: %d", address, status)
		}
	}
	// The scale holds from the third reading on; a tare of it marks what was weighed.
	scale := func(what string, k int) string {
		_, text := s.get(fmt.Sprintf("/read/%s?planting=25&k=%d", what, k))
		return strings.TrimSpace(text)
	}
	if a, b, c := scale("gross", 0), scale("gross", 3), scale("gross", 9); a == b || b != c || !strings.HasSuffix(b, " simulated") {
		t.Errorf("the scale reads %q, %q, %q", a, b, c)
	}
	status, to = s.post("/plantings/25/weigh", "gross-1", "2.5 kg", "tare-1", scale("tare", 4), "grade-1", "keep", "day", "2026-06-09")
	says(t, "weighed over a simulated tare", status, http.StatusSeeOther, s.follow(to), "simulated keep")
	own := servedSite(t, func(g *garden.Garden) error { return demo.Fill(context.Background(), g) })
	if status, _ := own.get("/read/probe?planting=31"); status != http.StatusNotFound {
		t.Errorf("a garden of one's own has a probe: %d", status)
	}
}

// What cannot be true of the water is said at its field, and kept in it.
func TestWaterThatCannotBeIsSaidAtItsField(t *testing.T) {
	s := demoSite(t)
	for name, c := range map[string]struct{ path, field, value, day, says string }{
		"a bath for a bag":      {"/plantings/31/watered", "amount", "400 L", "2026-06-09", "ten times"},
		"over full":             {"/plantings/31/moisture", "amount", "140", "2026-06-09", "between 0 and 100"},
		"under empty":           {"/plantings/31/moisture", "amount", "-5", "2026-06-09", "between 0 and 100"},
		"a boiling medium":      {"/plantings/31/warmth", "amount", "90", "2026-06-09", "between −10 °C and 50 °C"},
		"where nothing grows":   {"/plantings/36/moisture", "amount", "40", "2026-06-09", "not planted"},
		"a flood in the gauge":  {"/weather/typed", "rain", "420", "2026-06-09", "is not believed"},
		"a day that is to come": {"/weather/typed", "rain", "4", "2026-07-01", "up to today"},
	} {
		status, page := s.post(c.path, c.field, c.value, "day", c.day)
		if status != http.StatusUnprocessableEntity || !strings.Contains(page, c.says) {
			t.Errorf("%s: %d, without %q", name, status, c.says)
		}
		if offered := name != "where nothing grows"; offered && !strings.Contains(page, `value="`+c.value+`"`) {
			t.Errorf("%s: %q is lost", name, c.value)
		}
	}
}
