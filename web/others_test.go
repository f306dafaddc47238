package web_test

import (
	"net/http"
	"strings"
	"testing"

	"glebata/core/harvest"
	"glebata/core/measure"
	"glebata/openformat"
)

// What the table of values says can be learned from again, and comes to what the pages count on; taken in
// by another garden it moves what is expected there, stands in no sum of its own, and can be left out.
func TestHarvestsGoOutAndComeIn(t *testing.T) {
	s := demoSite(t)
	_, csv := s.get("/compare.csv?as=usual")
	table, wrong := openformat.ReadTable([]byte(csv))
	if wrong != nil {
		t.Fatal(wrong.Says.In(measure.Metric))
	}
	list, wrong := openformat.ReadWeighings(table, "")
	if wrong != nil || len(list) < 15 {
		t.Fatalf("%d weighings, %v", len(list), wrong)
	}
	seen := map[string]bool{}
	for _, h := range table.Header {
		if seen[h] {
			t.Errorf("two columns are called %s", h)
		}
		seen[h] = true
	}
	m := harvest.Fit(list)
	_, page := s.get("/compare/seasons")
	for _, v := range m.Varieties() {
		if counts := measure.Metric.Print(measure.Share(m.Next(v, "").Level)); !strings.Contains(page, "count on "+counts) {
			t.Errorf("%s: by its table %s is counted on, the page has no such", v, counts)
		}
	}
	to := emptySite(t)
	says(t, "before", 200, 200, first(to.get("/compare/others")), "A neighbour or a society")
	status, where := to.post("/compare/others", "name", "Mill Lane", "crop", "potato", "lines", csv)
	says(t, "taken in", status, http.StatusSeeOther, to.follow(where), "Mill Lane", "22", "Leave it out")
	_, all := to.get("/compare")
	if !strings.Contains(all, "No bag is weighed in yet") {
		t.Error("harvests of others stand among the grower's own")
	}
	_, asked := to.get("/compare/others?by=school")
	says(t, "asked together", 200, 200, asked, "Asked of all gardens together", "Steps gave 1.", "times what fill once gave (90 %:", "weighings in 1 garden", "Nobody dealt them by chance")
	status, bad := to.post("/compare/others", "name", "", "crop", "potato", "lines", "season,variety\n2024,x")
	says(t, "a wrong table", status, http.StatusUnprocessableEntity, bad, "lacks the column expected_kg")
	status, where = to.post("/compare/others/leave", "name", "Mill Lane", "crop", "potato")
	says(t, "left out", status, http.StatusSeeOther, to.follow(where), "is forgotten", "A neighbour or a society")
}

func first(_ int, page string) string { return page }
