package web_test

import (
	"bytes"
	"io"
	"mime/multipart"
	"net/http"
	"regexp"
	"strings"
	"testing"

	ical "github.com/arran4/golang-ical"
)

// says checks that an answer has a status and says some words.
func says(t *testing.T, what string, status, want int, body string, words ...string) {
	t.Helper()
	if status != want {
		t.Errorf("%s: answers %d, want %d", what, status, want)
	}
	for _, w := range words {
		if !strings.Contains(body, w) {
			t.Errorf("%s: does not say %q", what, w)
		}
	}
}

func TestSeedFormsSayWhatIsWrongAndKeepWhatWasTyped(t *testing.T) {
	s := demoSite(t)
	status, body := s.post("/seed/lots", "label", "HL26", "variety", "3", "source", "found", "year", "1990", "cost", "a lot", "tray", "T 1", "temp", "90")
	says(t, "a lot of mistakes", status, http.StatusUnprocessableEntity, body,
		"Write what it cost, like 4.50.", `value="a lot"`, `value="T 1"`, `value="HL26"`, `aria-invalid="true"`)
	status, body = s.post("/seed/lots", "label", "HL26", "variety", "6", "source", "found", "year", "1990", "tray", "T1", "temp", "10")
	says(t, "a sweet potato lot", status, http.StatusUnprocessableEntity, body, "“HL26” is there already", "start its roots in the nursery", "Choose where the seed came from", "Seed for 1990?")
	status, body = s.post("/seed/trays", "lot", "1", "label", "A1", "temp", "warm")
	says(t, "a tray twice", status, http.StatusUnprocessableEntity, body, "is not a number")
	status, body = s.post("/seed/trays/6/weigh", "weights", "60\n1 lb 2 oz\nsixty")
	says(t, "a word for a weight", status, http.StatusUnprocessableEntity, body, "“sixty” is not a number", "1 lb 2 oz")
	status, body = s.post("/seed/trays/6/weigh", "weights", "60 61;62\t63, 64")
	says(t, "a column", status, http.StatusSeeOther, s.follow(body), "5 tubers put in, 310 g")
	status, body = s.post("/seed/trays/6/look", "eyes-1", "many", "sprouts-1", "3", "longest-1", "far", "thick-1", "stout")
	says(t, "a look", status, http.StatusUnprocessableEntity, body, "Write a whole number, like 12.", `value="many"`, `value="far"`)
	status, body = s.post("/seed/trays/6/look", "thick-1", "stout")
	says(t, "a look at nothing", status, http.StatusUnprocessableEntity, body, "Nothing changed")
	status, body = s.post("/seed/trays/6/cut", "tuber", "3", "piece-1", "60", "piece-2", "60", "heal", "3")
	says(t, "a bad cut", status, http.StatusUnprocessableEntity, body, "they may differ by 1 %", "B1·3 · 171 g")
	status, body = s.post("/seed/trays/6/fly", "tuber", "3")
	says(t, "an unknown doing", status, http.StatusNotFound, body)
	status, body = s.post("/seed/trays/99/weigh", "weights", "60")
	says(t, "an unknown tray", status, http.StatusNotFound, body)
	status, body = s.post("/seed/nursery/pots", "label", "P1", "variety", "6", "weight", "", "shelter", "cave", "day", "2027-01-01")
	says(t, "a bad pot", status, http.StatusUnprocessableEntity, body, "“P1” is there already", "start it as a mother root", "Choose where it stands", "today or before")
	status, body = s.post("/seed/nursery/1/log", "what", "taken", "count", "0", "day", "2026-06-01")
	says(t, "no slips", status, http.StatusUnprocessableEntity, body, "Count 1 to 60.")
	status, body = s.post("/seed/nursery/1/log", "what", "sold", "day", "2026-06-01")
	says(t, "an unknown log", status, http.StatusNotFound, body)
	if _, after := s.get("/seed/trays/6"); strings.Count(after, `class="tb`) != 17 {
		t.Errorf("%d tubers lie in the tray, want 12 and 5", strings.Count(after, `class="tb`))
	}
}

var (
	given  = regexp.MustCompile(`name="give" value="([^"]+)"`)
	formID = regexp.MustCompile(`data-form="give".*?name="key" value="([^"]+)"`)
	undoID = regexp.MustCompile(`/seed/entries/(\d+)/undo`)
)

func TestAllotmentCountsOnceAndIsTakenBack(t *testing.T) {
	s := demoSite(t)
	_, page := s.get("/seed/allot?mode=balanced&planting=36&planting=37")
	form := map[string][]string{"key": {formID.FindStringSubmatch(strings.ReplaceAll(page, "\n", " "))[1]}}
	for _, m := range given.FindAllStringSubmatch(page, -1) {
		form["give"] = append(form["give"], m[1])
	}
	if len(form["give"]) != 6 {
		t.Fatalf("%d pieces are given, want 6", len(form["give"]))
	}
	for range 2 {
		status, to := s.do(http.MethodPost, "/seed/allot", form)
		says(t, "confirming", status, http.StatusSeeOther, s.follow(to), "Given to their bags: 6 pieces.")
	}
	_, bench := s.get("/seed")
	if n := strings.Count(bench, "6 pieces given to R9, R14"); n == 0 {
		t.Error("the bench does not list what was given")
	}
	_, card := s.get("/bags/R14")
	says(t, "the planting card", 200, 200, card, "Seed given", "B1·")
	bad := map[string][]string{"key": {"k1"}, "give": {"20.6.1.0"}}
	status, body := s.do(http.MethodPost, "/seed/allot", bad)
	says(t, "Netmender for Cold Quay", status, http.StatusUnprocessableEntity, body, "look again")
	status, body = s.do(http.MethodPost, "/seed/allot", map[string][]string{"key": {"k2"}, "give": {"x.y"}})
	says(t, "half a form", status, http.StatusUnprocessableEntity, body, "open its page again")
	status, to := s.post("/seed/entries/"+undoID.FindStringSubmatch(bench)[1]+"/undo", "tray", "")
	says(t, "taking it back", status, http.StatusSeeOther, s.follow(to), "Undone")
	if _, card := s.get("/bags/R14"); !strings.Contains(card, "none yet") {
		t.Error("taken back, the bag has its seed yet")
	}
}

// upload a weather file as a browser does.
func (s *site) upload(source, file string) (int, string) {
	s.t.Helper()
	var b bytes.Buffer
	w := multipart.NewWriter(&b)
	part, err := w.CreateFormFile("file", "weather.csv")
	if err == nil {
		_, err = io.WriteString(part, file)
	}
	if err == nil {
		err = w.WriteField("source", source)
	}
	if err == nil {
		err = w.Close()
	}
	if err != nil {
		s.t.Fatal(err)
	}
	res, err := s.Client().Post(s.URL+"/weather/read", w.FormDataContentType(), &b)
	if err != nil {
		s.t.Fatal(err)
	}
	defer res.Body.Close()
	body, err := io.ReadAll(res.Body)
	if err != nil {
		s.t.Fatal(err)
	}
	return res.StatusCode, string(body)
}

func TestWeatherFileIsLookedAtAndThenKeptWhole(t *testing.T) {
	s := demoSite(t)
	status, body := s.upload("", "")
	says(t, "no file", status, http.StatusUnprocessableEntity, body, "Choose a file", "Say whose record it is")
	status, body = s.upload("shed", "day,low\n")
	says(t, "another file", status, http.StatusUnprocessableEntity, body, "Say in which column the Maximum stands", "Columns and units")
	status, body = s.upload("shed", "date;tmin;tmax;rain\n2026-06-07;6,5;14;0\n2026-06-08;7;15;2,5\n")
	says(t, "a file", status, http.StatusOK, body, "2 days of “shed”: nothing is kept yet", "6.5 °C to 14 °C, 0 mm", "thermometer on the net loft wall")
	if _, before := s.get("/weather.csv?from=2026-06-07&until=2026-06-08"); strings.Contains(before, "shed") {
		t.Error("a file that was looked at is kept")
	}
	form := map[string][]string{"key": {"w1"}, "source": {"shed"}, "lines": {"date;tmin;tmax;rain\n2026-06-07;6,5;14;0\n2026-06-08;7;15;2,5\n"}}
	for range 2 {
		status, to := s.do(http.MethodPost, "/weather", form)
		says(t, "keeping it", status, http.StatusSeeOther, to, "/weather?until=2026-06-08")
	}
	_, after := s.get("/weather.csv?from=2026-06-07&until=2026-06-09")
	says(t, "the export", 200, 200, after, "2026-06-07,6.5,14,0,,,,shed", "2026-06-08,7,15,2.5,,,,shed", ",simulated")
	form["key"], form["lines"] = []string{"w2"}, []string{"date,tmin,tmax,rain\n2026-06-07,1,2,0\n2026-06-07,1,2,0\n"}
	status, body = s.do(http.MethodPost, "/weather", form)
	says(t, "a bad file kept at once", status, http.StatusUnprocessableEntity, body, "stands in line 2 already")
	form["lines"], form["source"] = []string{"date,tmin,tmax,rain\n2026-06-07,1,2,0\n"}, []string{"simulated"}
	status, body = s.do(http.MethodPost, "/weather", form)
	says(t, "a name that is taken", status, http.StatusUnprocessableEntity, body, "another name")
}

// A file of any headings is mapped once, and the days to come in it are a forecast until they
// are past.
func TestAWeatherFileOfOtherHeadingsIsMappedOnce(t *testing.T) {
	s := demoSite(t)
	const lines = "When it was,coldest,warmest,wet\n6/8/2026,50,68,0.1\n6/11/2026,33.8,59,0\n"
	status, body := s.post("/weather/read", "source", "harbour office", "lines", lines)
	says(t, "unknown headings", status, http.StatusUnprocessableEntity, body, "Say in which column the Minimum stands", `<option value="1">coldest</option>`)
	mapped := []string{"source", "harbour office", "lines", lines, "at-date", "0", "at-tmin", "1", "at-tmax", "2", "at-rain", "3", "temps", "f", "rains", "in", "order", "mdy"}
	status, body = s.post("/weather/read", mapped...)
	says(t, "mapped", status, http.StatusOK, body, "2 days of “harbour office”", "1 day to come is taken as a forecast", "10 °C to 20 °C, 2.5 mm")
	status, _ = s.post("/weather", mapped...)
	if status != http.StatusSeeOther {
		t.Fatalf("keeping it: %d", status)
	}
	_, body = s.get("/weather")
	says(t, "the days ahead", 200, 200, body, "1 of the days ahead is by your own forecast", `<th class="v">11 Jun</th><td data-l="Minimum" class="n">1 °C</td>`)
	if _, days := s.get("/weather.csv?from=2026-06-08&until=2026-06-12"); strings.Contains(days, "2026-06-11") || !strings.Contains(days, "2026-06-08,10,20,2.54") {
		t.Errorf("a day to come is a record, or the other is none: %s", days)
	}
	status, body = s.post("/weather/read", "source", "harbour office", "lines", "When it was,coldest,warmest,wet\n6/7/2026,50,68,0\n")
	says(t, "the next file", status, http.StatusOK, body, "1 day of “harbour office”", "10 °C to 20 °C")
	status, body = s.post("/weather/read", "source", "harbour office", "lines", "When it was,coldest,warmest,wet\n6/7/2024,50,68,0\n")
	says(t, "an old year", status, http.StatusOK, body, "2 years back. Is the year right?")
	status, body = s.post("/weather/read", "source", "harbour office", "lines", "When it was,coldest,warmest,wet\n6/7/2027,50,68,0\n")
	says(t, "a year to come", status, http.StatusUnprocessableEntity, body, "Is its year right?")
}

func TestCalendarFeedMovesAndDoesNotCopy(t *testing.T) {
	s := demoSite(t)
	events := func() map[string]string {
		t.Helper()
		_, text := s.get("/calendar.ics?season=2026")
		c, err := ical.ParseCalendar(strings.NewReader(text))
		if err != nil {
			t.Fatal(err)
		}
		out := map[string]string{}
		for _, e := range c.Events() {
			if _, twice := out[e.Id()]; twice {
				t.Errorf("two events are named %s", e.Id())
			}
			if e.GetProperty(ical.ComponentPropertyDescription) == nil {
				t.Errorf("%s gives no reason", e.Id())
			}
			out[e.Id()] = e.GetProperty(ical.ComponentPropertyDtStart).Value
		}
		return out
	}
	before := events()
	status, to := s.post("/plan/season/35", "plant-day", "2026-06-14", "way", "direct", "shelter", "open", "then", "stays", "chitted", "no", "dark", "yes")
	says(t, "a new day", status, http.StatusSeeOther, s.follow(to), "Kept for bag R13")
	after := events()
	moved := 0
	for id, day := range before {
		if ends := strings.Replace(id, "-ready@", "-up-before@", 1); after[id] == "" && after[ends] == "" {
			t.Errorf("%s is gone", id) // planted too late it is not ready, it ends
		} else if after[id] != day {
			moved++
		}
	}
	if len(after) != len(before) || moved < 3 {
		t.Errorf("%d events became %d, %d of them moved", len(before), len(after), moved)
	}
	status, body := s.post("/plan/season/35", "plant-day", "2031-06-25", "chit-days", "2")
	says(t, "another decade", status, http.StatusUnprocessableEntity, body, "is not in the season 2026", "Chitting takes 28 to 42 days")
	status, body = s.post("/plan/season/114", "plant-day", "2026-06-25")
	says(t, "no such planting", status, http.StatusNotFound, body)
}

func TestUnitsAreSavedWithTheSite(t *testing.T) {
	s := demoSite(t)
	status, to := s.post("/site", "name", "Net Loft Steps", "climate", "cool-maritime", "units", "us", "heated", "25", "lift", "16 kg")
	says(t, "saving", status, http.StatusSeeOther, s.follow(to), "Saved")
	_, page := s.get("/site")
	says(t, "the site", 200, 200, page, `<option value="us" selected>US</option>`)
	_, tray := s.get("/seed/trays/6?tuber=3")
	says(t, "a tray in ounces", 200, 200, tray, "6 oz", "Longest, in", "50 °F")
	status, body := s.post("/site", "name", "x", "climate", "cool-maritime", "heated", "300 °C")
	says(t, "an oven", status, http.StatusUnprocessableEntity, body, "A heated room keeps between")
}

func TestMoneyCarriesTheGrowersSign(t *testing.T) {
	s := demoSite(t)
	save := func(sign string) (int, string) {
		return s.post("/site", "name", "Net Loft Steps", "climate", "cool-maritime", "sign", sign)
	}
	for _, bad := range []string{"12", "crown", "1.", "<b>"} {
		status, body := save(bad)
		says(t, bad, status, http.StatusUnprocessableEntity, body, "A sign of money has up to 4 letters")
	}
	for sign, amount := range map[string]string{"£": "£24.00 each", "kr": "kr 24.00 each", "": "<br>24.00 each"} {
		status, _ := save(sign)
		if status != http.StatusSeeOther {
			t.Errorf("%q: %d", sign, status)
		}
		_, page := s.get("/bags")
		says(t, sign, 200, 200, page, amount)
		_, list := s.get("/plan/shopping.csv")
		if strings.Contains(page+list, "¤") || sign == "£" && strings.Contains(list, sign) {
			t.Errorf("%q: a mark is left, or the list for a spreadsheet carries a sign", sign)
		}
	}
}
