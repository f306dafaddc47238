package web_test

import (
	"fmt"
	"net/http"
	"regexp"
	"strings"
	"testing"
)

func TestEveryPageOfTheDemoAnswers(t *testing.T) {
	s := demoSite(t)
	for path, says := range map[string]string{
		"/":                            "Tuesday 9 June",
		"/plan":                        "Save this plan",
		"/bags":                        "Kinds of bag",
		"/bags/R6":                     "169 g",
		"/bags/r6":                     "169 g",
		"/bags/R13":                    "Piece 1",
		"/bags/R10":                    "This bag is free",
		"/plantings/1":                 "Harbour Lantern",
		"/plantings/25/weigh":          "On the scale",
		"/plantings/1/working/ratio":   "break-even",
		"/plantings/30/working/rung-1": "settles",
		"/plan/working/number?bag=1":   "litre rule",
		"/compare":                     "seed back",
		"/site":                        "Net Loft Steps",
		"/site?climate=southern-temperate&name=x":       "2026",
		"/site/working/greenhouse":                      "night",
		"/guide":                                        "General information only",
		"/guide/settled":                                "/guide#settled",
		"/compare/working/all?year=2024":                "not the mean of the bags",
		"/today/working/mix":                            "R6: 28 cm to 38 cm",
		"/models/3/working/standing":                    "lowest hole",
		"/models/3/working/usable":                      "usable top",
		"/compare?year=2024&sort=seed":                  "aria-sort",
		"/find?label=r6":                                "/bags/r6",
		"/weather":                                      "thermometer on the net loft wall",
		"/weather?until=2026-02-20":                     "simulated",
		"/weather.csv?from=2026-05-06&until=2026-05-08": "2026-05-07,-1.4,",
		"/plan/proposal":                                "Say what you want to eat",
		"/plan/proposal?seed=plenty&people=4&year=2026": "Plan this bag",
		"/plan/proposal?people=4":                       `value="2027"`,
		"/plan/proposal?people=none":                    "Write a whole number",
		"/plan/proposal?until=2020-01-01&meals=900":     "1 to 21 meals",
		"/plan/shopping":                                "3 sacks of 50 L",
		"/terrace":                                      "8.0 m by 5.0 m",
		"/plan/shopping.csv":                            "harbour compost,166 L loose",
		"/plantings/36/card":                            "Soak",
		"/plan/design":                                  "best return on scarce seed",
		"/plan/design?variety=1&aim=bakers&by=own&own=2&sprouts=1&mix=coir&mine=no": "not yet scaled",
		"/plan/design?sprouts=x":                                      "Put right what is marked",
		"/plan/design/working/expected?class=maincrop&kind=1":         "uncrowded",
		"/plan/design/working/mean-tuber?kind=1":                      "stems a litre",
		"/plan/design/working/wet?kind=3":                             "tops in full growth",
		"/models/2/working/wet":                                       "kg a litre",
		"/plan?bag=9&variety=6&shelter=open":                          "No planting day is reached",
		"/plan?bag=10&variety=4&shelter=heated":                       "Indoors without a lamp",
		"/plan/working/expected?bag=9&variety=4":                      "uncrowded",
		"/plan/season":                                                "Low Lamp",
		"/plan/season?line=35&plant-day=2026-09-01":                   "What to mind",
		"/plantings/35/timing/plant-day":                              "Planting day",
		"/plantings/35/timing/ready?shelter=heated":                   "warmth it needs",
		"/plan/working/plant-day?bag=9&variety=4":                     "green growth is safe",
		"/plan/succession?variety=3&from=2026-07-01&until=2026-09-30": "plan a bag for it",
		"/calendar.ics?season=2026":                                   "BEGIN:VCALENDAR",
		"/seed":                                                       "1 to throw out",
		"/seed/trays/6":                                               "plant soon",
		"/seed/trays/6?tuber=3":                                       "lengthwise",
		"/seed/trays/6/3/working/pieces":                              "by weight",
		"/seed/trays/6/4/working/ready":                               "in the light",
		"/seed/allot":                                                 "in weight of a piece",
		"/seed/allot?mode=fit&planting=36&planting=37":                "in seed to a litre",
		"/seed/nursery":                                               "8 slips taken",
		"/seed/nursery/working/7":                                     "a fifth more",
		"/labels":                                                     "Labels as PDF",
		"/labels/plain?label=bag-R6":                                  "planted 16 Apr 2026",
		"/labels.pdf?sheet=a4-24&start=5":                             "%PDF-",
		"/plan/medium":                                                "of 6.4 g",
		"/plan/medium?component=compost":                              "Your numbers for mature compost",
		"/plantings/30/feed":                                          "half of the rest",
		"/plantings/30/ladder":                                        "due now",
		"/plantings/30/ladder?day=2026-05-20":                         "as it was logged",
		"/plantings/34/ladder?n=70":                                   "as the forecast has it",
		"/plantings/36/ladder":                                        "planting day 30 Jul",
		"/plantings/30/working/ready":                                 "days on the packet − 20",
		"/plantings/31/working/stem":                                  "less 10 cm that was raised",
		"/plantings/30/working/expected":                              "season and sun",
		"/terrace/working/6":                                          "takes by itself",
		"/plantings/25/working/now":                                   "season and sun",
		"/plan/outlook":                                               "When each is lifted, or its tops are off",
		"/walk":                                                       "feel for tubers",
		"/walk?from=3":                                                "raise",
		"/plantings/30/later/raise":                                   "Put it off",
		"/plan?bag=9&variety=4&filler=7+cm&school=straw":              "of straw over the seed",
		"/plan?bag=9&variety=4&school=straw":                          "of loose straw",
		"/plan?bag=9&variety=4&number=2":                              "would add about",
		"/ask?litres=40&count=2&class=maincrop&climate=cool-maritime": "would add about",
		"/plan/design?variety=4&by=own&own=11":                        "11 planted give",
	} {
		status, body := s.get(path)
		if status >= 400 || !strings.Contains(body, says) {
			t.Errorf("%s answers %d and does not say %q", path, status, says)
		}
	}
	for _, path := range []string{"/nothing", "/bags/R99", "/plantings/999", "/plantings/x", "/plantings/1/working/moon", "/models/9/working/usable", "/compare/working/all?year=1999", "/compare/working/moon", "/compare/working/level?year=2024", "/compare/working/group?group=99", "/compare/working/cell?down=variety&across=moon", "/find?label=Z1", "/static/nothing.js", "/guide/moon", "/site/working/moon", "/seed/trays/99", "/seed/trays/6/99/working/pieces", "/plantings/35/timing/moon", "/calendar.ics?season=x", "/seed/nursery/working/1", "/seed/allot/working/spread", "/plan/design/working/moon?kind=1", "/plan/design/working/wet?kind=99", "/plantings/30/later/moon", "/plantings/1/feed", "/plantings/99/ladder", "/plantings/1/working/ready"} {
		if status, _ := s.get(path); status != http.StatusNotFound {
			t.Errorf("%s answers %d, want 404", path, status)
		}
	}
}

// A long list of bags turns by the hundred; a refused form comes back on its own page.
func TestLongListOfBagsTurns(t *testing.T) {
	s := emptySite(t)
	s.post("/models", "name", "cask", "kind", "round", "base", "36", "top", "40", "height", "42", "material", "fabric", "drain", "wall")
	for _, hundred := range []int{0, 100, 200} {
		var labels []string
		for n := range min(100, 230-hundred) {
			labels = append(labels, fmt.Sprintf("B%d", hundred+n+1))
		}
		if code, _ := s.post("/bags", "labels", strings.Join(labels, " "), "model", "1", "place", "Step", "shelter", "open"); code != http.StatusOK && code != http.StatusSeeOther {
			t.Fatalf("adding bags answered %d", code)
		}
	}
	for asked, want := range map[string]string{"": "B1 B100", "?page=2": "B101 B200", "?page=3": "B201 B230", "?page=4": "B1 B100", "?page=-1": "B1 B100", "?page=x": "B1 B100"} {
		_, body := s.get("/bags" + asked)
		rows := regexp.MustCompile(`<th><a href="/bags/(B\d+)">`).FindAllStringSubmatch(body, -1)
		if len(rows) == 0 || rows[0][1]+" "+rows[len(rows)-1][1] != want {
			t.Errorf("page %q has %d bags, want %s", asked, len(rows), want)
		}
	}
	code, body := s.post("/looked-after?page=2", "bag", "150", "stands", strings.Repeat("x", 500), "condition", "worn")
	if code != http.StatusUnprocessableEntity || !strings.Contains(body, `<option value="150" selected`) || !strings.Contains(body, "/looked-after?page=2") {
		t.Errorf("a refused look answered %d without the page it was on", code)
	}
}

// Where no day to plant is ever reached pages still answer, and say so.
func TestPagesAnswerWhereNothingGrows(t *testing.T) {
	s := demoSite(t)
	site := []string{"name", "Net Loft Steps", "climate", "highland", "meant", "yes"}
	for m := 1; m <= 12; m++ {
		site = append(site, fmt.Sprint("min-", m), "-12", fmt.Sprint("max-", m), "-3")
	}
	if status, body := s.post("/site", site...); status != http.StatusSeeOther {
		t.Fatalf("saving the site: %d\n%s", status, body)
	}
	for _, path := range []string{"/", "/walk", "/bags/R6", "/bags/R13", "/bags/R16", "/plan", "/plan/season", "/plan/succession?variety=3&from=2026-07-01&until=2026-09-30", "/plan/proposal?seed=plenty", "/plan/outlook", "/plan/shopping", "/plan/medium", "/seed/nursery", "/terrace", "/calendar.ics?season=2026", "/plantings/30/ladder", "/compare"} {
		if status, body := s.get(path); status != http.StatusOK {
			t.Errorf("%s answers %d\n%s", path, status, body)
		}
	}
	for _, class := range []string{"maincrop", "sweet-mid"} {
		status, body := s.get("/plan/design?class=" + class)
		says(t, "a design for "+class, status, http.StatusOK, body, "No day of the year ahead can live here", "<strong>0 g</strong>")
		if strings.Contains(body, "NaN") {
			t.Errorf("a design for %s has no number", class)
		}
	}
}

// Who writes a decimal comma finds it in every number of every page and of the calendar,
// and a point in what other programs read; a page's own fields are read back as they are.
func TestADecimalCommaIsWrittenWhereItIsRead(t *testing.T) {
	s := demoSite(t)
	point := regexp.MustCompile(`[>"][^<>"=/]*\b\d+\.\d[^<>"=/]*<`)
	status, _ := s.post("/site", "name", "Net Loft Steps", "climate", "cool-maritime", "decimal", "comma")
	if status != http.StatusSeeOther {
		t.Fatalf("saving: %d", status)
	}
	commas := 0
	for _, path := range []string{"/", "/walk", "/bags", "/bags/R6", "/bags/R13", "/plan", "/plan/design?variety=4", "/plan/season", "/plan/outlook", "/plan/shopping", "/plan/medium", "/plan/proposal?seed=plenty", "/plantings/30/ladder", "/plantings/1", "/plantings/1/working/ratio", "/seed/allot", "/seed/nursery", "/seed/trays/6?tuber=3", "/terrace", "/compare", "/site", "/weather", "/labels", "/read/volume?litres=2.5"} {
		_, page := s.get(path)
		if left := point.FindString(page); left != "" {
			t.Errorf("%s still says %q", path, left)
		}
		commas += len(regexp.MustCompile(`\d,\d`).FindAllString(page, -1))
	}
	if commas < 300 {
		t.Errorf("only %d numbers have a comma", commas)
	}
	_, list := s.get("/plan/shopping.csv")
	_, days := s.get("/weather.csv")
	if !strings.Contains(list, ".") || regexp.MustCompile(`"\d+,\d+"`).MatchString(list+days) {
		t.Error("a file for other programs has decimal commas")
	}
	_, plan := s.get("/plan?bag=9&variety=4&cover=4,5+cm")
	says(t, "the field as it was typed", 200, 200, plan, `value="4,5 cm"`)
	status, body := s.post("/site", "name", "Net Loft Steps", "climate", "cool-maritime", "lift", "12,5 kg")
	if status != http.StatusSeeOther {
		t.Errorf("12,5 kg: %d %s", status, body)
	}
	_, site := s.get("/site")
	says(t, "the site", 200, 200, site, `value="12,5"`)
}
