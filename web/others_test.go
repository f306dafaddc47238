package web_test

import (
	"net/http"
	"regexp"
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
	says(t, "asked together", 200, 200, asked, "Asked of all gardens together", "Likely more: steps gave more than fill once", "weighings in 1 garden", "Nobody dealt them by chance")
	for _, figure := range []string{"difference", "chance"} {
		status, w := to.get("/compare/others/working/0/" + figure + "?by=school&crop=potato")
		says(t, figure, status, http.StatusOK, w, "of what all of its garden gave", "Janssen 1997")
	}
	if status, _ := to.get("/compare/others/working/9/chance?by=school"); status != http.StatusNotFound {
		t.Errorf("a pair that there is not: %d", status)
	}
	status, bad := to.post("/compare/others", "name", "", "crop", "potato", "lines", "season,variety\n2024,x")
	says(t, "a wrong table", status, http.StatusUnprocessableEntity, bad, "lacks the column expected_kg")
	status, where = to.post("/compare/others/leave", "name", "Mill Lane", "crop", "potato")
	says(t, "left out", status, http.StatusSeeOther, to.follow(where), "is forgotten", "A neighbour or a society")
}

func first(_ int, page string) string { return page }

// Bags of a trial that runs are in no question of all gardens before its end.
func TestARunningTrialIsNotLookedAtAmongGardens(t *testing.T) {
	w := walkFrom(t, 2026, 3, 1)
	w.first("40 L", "3", "maincrop", "cool-maritime", 1)
	w.press("/plantings/1/drop")
	w.plans("R1–R6: 3 tubers each, Cold Quay", "litres", "40 L", "class", "maincrop", "place", "Steps")
	send := []string{"question", "Does raising pay?", "factor", "school", "measure", "ratio", "year", "2026", "draw", "7", "arm-1", "steps", "arm-2", "fill once"}
	for _, id := range regexp.MustCompile(`name="bag" value="(\d+)"`).FindAllStringSubmatch(w.look("/compare/trials?year=2026"), -1) {
		send = append(send, "bag", id[1])
	}
	w.press("/compare/trials", send...)
	w.press("/compare/trials/1/plans")
	w.on(2026, 4, 10)
	w.many("plant", "list", "R1–R6", "each", "60")
	w.on(2026, 9, 20)
	w.paper("R1: 1.2 kg\nR2: 1.3 kg\nR3: 1.1 kg\nR4: 1.0 kg\nR5: 1.2 kg\nR6: 1.1 kg")
	csv := "season,variety,school,expected_kg,harvest_kg\n"
	for range 3 {
		csv += "2026,Cold Quay,steps,1,1.1\n2026,Cold Quay,fill-once,1,1\n"
	}
	w.press("/compare/others", "name", "Mill Lane", "crop", "potato", "lines", csv)
	w.many("close", "list", "R1–R5")
	w.says("/compare/others?by=school", "3 weighings in 1 garden", "-in 2 gardens")
	w.many("close", "list", "R6")
	w.says("/compare/others?by=school", "6 weighings in 2 gardens")
}
