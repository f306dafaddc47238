package web_test

import (
	"context"
	"net/http"
	"path/filepath"
	"strings"
	"testing"

	"glebata/demo"
	"glebata/garden"
	"glebata/station"
)

// The page of the night answers in its first line: by a forecast, by usual nights where there is
// none, and by a minimum that was heard.
func TestTheNightIsAnsweredFirst(t *testing.T) {
	status, page := demoSite(t).get("/tonight")
	says(t, "the demo", status, http.StatusOK, page, "Nothing must come in tonight", "is forecast in the open")
	s := openAmong(t, filepath.Join(t.TempDir(), "own.glebata"), demo.Today()+5, station.Usual{}, nil, func(g *garden.Garden) error { return demo.Fill(context.Background(), g) })
	status, page = s.get("/tonight")
	says(t, "without a forecast", status, http.StatusOK, page, "nothing is forecast, and by the usual nights of your site", "Nights that nothing is forecast of", "in the open", "under 1 %")
	status, page = s.post("/tonight/heard", "night", "2026-06-15", "tmin", "cold")
	says(t, "words", status, http.StatusUnprocessableEntity, page, `value="cold"`)
	status, to := s.post("/tonight/heard", "night", "2026-06-15", "tmin", "-1")
	if status != http.StatusSeeOther {
		t.Fatalf("%d %s", status, to)
	}
	page = s.follow(to)
	says(t, "a frost that was heard of", http.StatusOK, http.StatusOK, page, "See to R1, R2, R3, R4, R5 and", "−1 °C is forecast in the open", "forecast of what you heard")
	if strings.Contains(page, "<td class=\"n\">under 1 %</td></tr></tbody>") && strings.Count(page, "<tr><th class=\"v\">") != 6 {
		t.Error("of seven nights six have no forecast")
	}
	if _, today := s.get("/"); !strings.Contains(today, "tonight</b></a>") {
		t.Error("Today says nothing of the frost")
	}
}
