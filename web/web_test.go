package web_test

import (
	"bytes"
	"compress/gzip"
	"io"
	"net/http"
	"regexp"
	"strings"
	"testing"

	"glebata/core/measure"
	"glebata/garden"
)

func TestEmptyGardenSaysWhatToDoFirst(t *testing.T) {
	s := emptySite(t)
	for path, says := range map[string]string{
		"/": "What is left until your garden is ready", "/plan": "First write down the bags", "/bags": "First a kind of bag", "/compare": "No bag is weighed in yet",
	} {
		if status, body := s.get(path); status != http.StatusOK || !strings.Contains(body, says) {
			t.Errorf("%s answers %d and does not say %q", path, status, says)
		}
	}
}

func TestPagesLoadNothingFromElsewhereAndRunNothingInline(t *testing.T) {
	s := demoSite(t)
	inline := regexp.MustCompile(`(?i)<script(?:[^>]*)>[^<]|\sstyle=|\son[a-z]+=|<style|javascript:|(?:src|href|action)="(?:https?:)?//`)
	for _, path := range []string{"/", "/plan", "/bags", "/bags/R6", "/bags/R13", "/compare", "/plantings/25/weigh", "/plantings/30/ladder", "/walk", "/plan/outlook", "/plan/medium", "/plantings/30/later/raise"} {
		res, err := s.Client().Get(s.URL + path)
		if err != nil {
			t.Fatal(err)
		}
		body, err := io.ReadAll(res.Body)
		if err != nil {
			t.Fatal(err)
		}
		res.Body.Close()
		if found := inline.Find(body); found != nil {
			t.Errorf("%s holds %q", path, found)
		}
		policy := res.Header.Get("Content-Security-Policy")
		if !strings.Contains(policy, "default-src 'none'") || strings.Contains(policy, "unsafe") {
			t.Errorf("%s is sent with the policy %q", path, policy)
		}
	}
}

func TestStaticFilesAreHashedCompressedAndKept(t *testing.T) {
	s := demoSite(t)
	_, page := s.get("/")
	address := regexp.MustCompile(`/static/app\.[0-9a-f]{8}\.css`).FindString(page)
	if address == "" {
		t.Fatal("the page names no hashed stylesheet")
	}
	req, err := http.NewRequest(http.MethodGet, s.URL+address, nil)
	if err != nil {
		t.Fatal(err)
	}
	req.Header.Set("Accept-Encoding", "gzip")
	res, err := s.Client().Do(req)
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	if !strings.Contains(res.Header.Get("Cache-Control"), "immutable") || res.Header.Get("Content-Encoding") != "gzip" {
		t.Errorf("the stylesheet is sent with %v", res.Header)
	}
	z, err := gzip.NewReader(res.Body)
	if err != nil {
		t.Fatal(err)
	}
	css, err := io.ReadAll(z)
	if err != nil {
		t.Fatal(err)
	}
	fonts := regexp.MustCompile(`/static/fonts/\w+\.[0-9a-f]{8}\.woff2`).FindAll(css, -1)
	if len(fonts) != 2 {
		t.Errorf("the stylesheet names %d hashed fonts, want 2", len(fonts))
	}
	for _, font := range fonts {
		if status, body := s.get(string(font)); status != http.StatusOK || !strings.HasPrefix(body, "wOF2") {
			t.Errorf("%s answers %d", font, status)
		}
	}
}

func TestBadInputIsAnsweredAtTheFieldAndKept(t *testing.T) {
	s := demoSite(t)
	for what, c := range map[string]struct {
		path  string
		form  []string
		says  string
		keeps string
	}{
		"raise in apples":       {"/plantings/30/raise", []string{"by", "three apples", "day", "2026-06-09"}, "as a height or as loose litres", `value="three apples"`},
		"raise over the rim":    {"/plantings/30/raise", []string{"by", "3 ft", "day", "2026-06-09"}, "over the rim: at most 14 cm", `value="3 ft"`},
		"negative stem":         {"/plantings/30/measure", []string{"height", "-4", "day", "2026-06-09"}, "cannot be below zero", `value="-4"`},
		"before planting":       {"/plantings/30/measure", []string{"height", "12", "day", "2026-03-01"}, "not planted yet", `value="2026-03-01"`},
		"no day at all":         {"/plantings/30/measure", []string{"height", "12", "day", "soon"}, "is not a day", `value="12"`},
		"gross below tare":      {"/plantings/30/weigh", []string{"gross-1", "300 g", "container-1", "blue bucket", "grade-1", "keep", "day", "2026-06-09"}, "not more than the container", `value="300 g"`},
		"kilos for grams":       {"/plantings/30/weigh", []string{"gross-1", "3410", "grade-1", "keep", "day", "2026-06-09"}, "check the unit", `value="3410"`},
		"half a tuber counted":  {"/plantings/30/weigh", []string{"gross-1", "3", "grade-1", "keep", "count-1", "2.5", "day", "2026-06-09"}, "whole number", `value="2.5"`},
		"unknown container":     {"/plantings/30/weigh", []string{"gross-1", "3", "new-container", "red pot", "grade-1", "keep", "day", "2026-06-09"}, "Weigh the red pot empty once", `value="red pot"`},
		"plan of no number":     {"/plan", []string{"bag", "10", "variety", "1", "number", "0"}, "at least 1", `value="0"`},
		"plan in no bag":        {"/plan", []string{"variety", "1", "number", "2"}, "Choose a bag", `value="2"`},
		"plan in a taken bag":   {"/plan", []string{"bag", "1", "variety", "1", "number", "2"}, "is taken", `value="2"`},
		"plan without cover":    {"/plan", []string{"bag", "10", "variety", "4", "school", "steps", "cover", "0"}, "needs some cover", `value="0"`},
		"a seed of nine kilos":  {"/plantings/35/plant", []string{"piece-1", "60", "piece-2", "9 kg", "day", "2026-06-09"}, "is not believed", `value="9 kg"`},
		"a bag twice":           {"/bags", []string{"labels", "R6", "model", "1", "place", "x"}, "a bag R6 already", `value="R6"`},
		"a bag of no size":      {"/models", []string{"name", "tiny", "kind", "round", "base", "1 mm", "height", "2", "material", "card", "drain", "base"}, "measures between", `value="1 mm"`},
		"a site at no latitude": {"/site", []string{"name", "x", "climate", "highland", "latitude", "120"}, "latitude lies between", `value="120"`},
		"a frost on no day":     {"/site", []string{"name", "x", "climate", "highland", "last", "some day"}, "is not a day of the year", `value="some day"`},
		"a cold summer noon":    {"/site", []string{"name", "x", "climate", "highland", "max-7", "-9"}, "minimum is not under", `value="-9"`},
		"a variety unnamed":     {"/varieties", []string{"name", " ", "class", "maincrop", "days", "130"}, "Give the variety a name", `value="130"`},
	} {
		status, body := s.post(c.path, c.form...)
		if status != http.StatusUnprocessableEntity {
			t.Errorf("%s: status %d, want 422", what, status)
		}
		if !strings.Contains(body, c.says) || !strings.Contains(body, c.keeps) {
			t.Errorf("%s: says %q: %v; keeps %q: %v", what, c.says, strings.Contains(body, c.says), c.keeps, strings.Contains(body, c.keeps))
		}
		if !strings.Contains(body, `aria-invalid="true"`) {
			t.Errorf("%s: no field is marked", what)
		}
	}
}

func TestSameFormTwiceCountsOnceAndOtherValuesAreAsked(t *testing.T) {
	s := demoSite(t)
	form := []string{"key", "one-key", "gross-1", "1.5", "grade-1", "keep", "day", "2026-06-09"}
	for range 2 {
		if status, to := s.post("/plantings/30/weigh", form...); status != http.StatusSeeOther {
			t.Fatalf("status %d, %s", status, to)
		}
	}
	if _, body := s.get("/plantings/30/weigh"); strings.Count(body, "weighed in") != 2 || !strings.Contains(body, "1.5 kg") { // in words and for the reader of the button
		t.Errorf("after the same form twice the page lists %d", strings.Count(body, "weighed in"))
	}
	form[3] = "2.5"
	if status, body := s.post("/plantings/30/weigh", form...); status != http.StatusUnprocessableEntity || !strings.Contains(body, "sent once already") {
		t.Errorf("the same key with another weight: %d", status)
	}
}

func TestFormsFromOtherSitesAreRefused(t *testing.T) {
	s := demoSite(t)
	req, err := http.NewRequest(http.MethodPost, s.URL+"/clock", strings.NewReader("days=1"))
	if err != nil {
		t.Fatal(err)
	}
	req.Header.Set("Content-Type", "application/x-www-form-urlencoded")
	req.Header.Set("Sec-Fetch-Site", "cross-site")
	res, err := s.Client().Do(req)
	if err != nil {
		t.Fatal(err)
	}
	res.Body.Close()
	if res.StatusCode != http.StatusForbidden {
		t.Errorf("a form from another site answers %d, want 403", res.StatusCode)
	}
	if _, to := s.post("/units", "units", "us", "back", "//elsewhere.example/x"); to != "/" {
		t.Errorf("sent on to %q, want /", to)
	}
}

func TestGrowersUnitsRunThroughThePages(t *testing.T) {
	s := demoSite(t)
	if status, to := s.post("/units", "units", "us", "back", "/bags/R6"); status != http.StatusSeeOther || to != "/bags/R6" {
		t.Fatalf("setting units: %d, %s", status, to)
	}
	_, body := s.get("/bags/R6")
	// 169 g, the level of 28 cm, and a layer of 10 cm
	for _, want := range []string{"5.96 oz", "11 in", "3.9 in"} {
		if !strings.Contains(body, want) {
			t.Errorf("the page does not say %q", want)
		}
	}
	if regexp.MustCompile(`\d (cm|g|kg|L)\b`).MatchString(regexp.MustCompile(`<[^>]*>`).ReplaceAllString(body, " ")) {
		t.Errorf("metric is left: %q", regexp.MustCompile(`.{20}\d (cm|g|kg|L)\b`).FindString(regexp.MustCompile(`<[^>]*>`).ReplaceAllString(body, " ")))
	}
}

func TestReadBackWhileTyping(t *testing.T) {
	s := demoSite(t)
	for path, says := range map[string]string{
		"/read/mass?piece-1=2+oz":                                     "= 56.7 g",
		"/read/mass?piece-1=two":                                      "is not a number",
		"/read/mass?piece-1=":                                         "",
		"/read/length?height=8%C2%BD+in":                              "= 21.6 cm",
		"/read/rise?planting=30&by=10+cm":                             "to a level of 38 cm: 14.2 L loose",
		"/read/rise?planting=31&by=14+cm":                             "buries too much",
		"/read/rise?planting=30&by=90+L":                              "over the rim",
		"/read/seed?piece-1=58&piece-2=&piece-3=2+oz":                 "2 pieces, 115 g",
		"/read/net?gross-1=3.41&container-1=blue+bucket&grade-1=keep": "2.998 kg",
		"/read/net?gross-1=300g&container-1=blue+bucket&grade-1=keep": "not more than the container",
	} {
		status, body := s.get(path)
		if status != http.StatusOK || !strings.Contains(body, says) || (says == "" && body != "") {
			t.Errorf("%s reads back %q, want %q", path, body, says)
		}
	}
}

func TestHtmxGetsThePageWithoutItsFrame(t *testing.T) {
	s := demoSite(t)
	req, err := http.NewRequest(http.MethodGet, s.URL+"/compare", nil)
	if err != nil {
		t.Fatal(err)
	}
	req.Header.Set("HX-Request", "true")
	res, err := s.Client().Do(req)
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	body, err := io.ReadAll(res.Body)
	if err != nil {
		t.Fatal(err)
	}
	if !bytes.HasPrefix(bytes.TrimSpace(body), []byte(`<main id="page"`)) || bytes.Contains(body, []byte("<html")) {
		t.Errorf("htmx gets %.80q", body)
	}
}

// In February pots that stand open are to come in, from the forecast; in a
// frost-free room they are left in peace.
func TestPotsComeInOnFrostyNights(t *testing.T) {
	s := openOn(t, measure.Date(2026, 2, 10), func(*garden.Garden) error { return nil })
	for _, form := range [][]string{
		{"/varieties", "name", "Harbour Lantern", "class", "first-early"},
		{"/seed/nursery/pots", "label", "P1", "variety", "1", "weight", "60", "shelter", "open", "day", "2026-02-01"},
		{"/seed/nursery/pots", "label", "P2", "variety", "1", "weight", "62", "shelter", "frost-free", "day", "2026-02-01"},
	} {
		if status, body := s.post(form[0], form[1:]...); status != http.StatusSeeOther {
			t.Fatalf("%s: %d\n%s", form[0], status, body)
		}
	}
	for _, path := range []string{"/", "/seed/nursery"} {
		_, body := s.get(path)
		if !regexp.MustCompile(`(See to 1 tonight|Frost may come)</b></a>: .*, P1 <span class="v">\d+ %</span> <span class="sim">simulated weather`).MatchString(body) {
			t.Errorf("%s does not say that P1 and only P1 comes in", path)
		}
	}
	if status, to := s.post("/seed/nursery/1/log", "what", "moved", "shelter", "frost-free", "day", "2026-02-10"); status != http.StatusSeeOther {
		t.Fatalf("moving: %d %s", status, to)
	}
	if _, body := s.get("/"); strings.Contains(body, "Frost may come") || strings.Contains(body, "See to") {
		t.Error("brought in, P1 is still to come in")
	}
}

func TestNamesAreEscapedWhereverTheyStand(t *testing.T) {
	const name = `<q>&"'`
	s := emptySite(t)
	for _, form := range [][]string{
		{"/models", "name", name, "kind", "round", "base", "36", "height", "42", "material", "fabric", "drain", "wall"},
		{"/bags", "labels", "Z1", "model", "1", "place", name},
		{"/varieties", "name", name, "class", "maincrop"},
		{"/plan", "bag", "1", "variety", "1", "number", "2"},
		{"/plantings/1/plant", "piece-1", "60", "day", "2026-04-01"},
		{"/plantings/1/note", "text", name, "day", "2026-04-02"},
		{"/plantings/1/weigh", "gross-1", "2", "new-container", name, "tare-1", "300", "grade-1", "keep", "day", "2026-06-01"},
		{"/plantings/1/close", "day", "2026-06-01"},
		{"/seed/lots", "label", "L1", "variety", "1", "source", "kitchen", "year", "2026", "tray", "T1", "temp", "10"},
		{"/seed/trays/1/weigh", "weights", "60 58 57"},
		{"/seed/trays/1/out", "tuber", "3", "text", name},
		{"/seed/nursery/pots", "label", "P1", "variety", "1", "weight", "60", "shelter", "open", "day", "2026-06-01"},
		{"/weather", "source", name, "lines", "date,tmin,tmax,rain\n2026-06-01,5,15,0\n"},
		{"/plan/medium/components", "name", name, "wet", "1", "settles", "10", "water", "0.2", "ph", "6", "source", name},
		{"/plan/shopping/products", "kind", "sundry", "sundry", "labels", "name", name, "pieces", "10"},
		{"/plan", "bag", "1", "variety", "1", "number", "2"},
		{"/plantings/2/later/plant", "as", "skipped", "text", name},
	} {
		if status, body := s.post(form[0], form[1:]...); status != http.StatusSeeOther {
			t.Fatalf("%s: %d\n%s", form[0], status, body)
		}
	}
	for _, path := range []string{"/", "/plan", "/bags", "/bags/Z1", "/plantings/1", "/plantings/2/weigh", "/compare", "/plantings/1/working/harvest",
		"/seed", "/seed/trays/1", "/seed/allot", "/seed/nursery", "/plan/season", "/plan/succession", "/labels", "/labels/plain", "/weather",
		"/plan/medium", "/plan/shopping", "/plan/outlook", "/plantings/2/ladder", "/walk"} {
		_, body := s.get(path)
		if strings.Contains(body, "<q>") || strings.Contains(body, `&"'`) {
			t.Errorf("%s holds the name as it was typed", path)
		}
		if !strings.Contains(body, "&lt;q&gt;") {
			t.Errorf("%s does not show the name", path)
		}
	}
}
