package web_test

import (
	"net/http"
	"net/url"
	"strings"
	"testing"
)

// What is wrong is said at its field, and what was typed stays.
func TestMediumAndProductsKeepWhatWasTyped(t *testing.T) {
	s := demoSite(t)
	for what, c := range map[string]struct {
		path string
		form url.Values
		says []string
	}{
		"component": {"/plan/medium/components", url.Values{"key-of": {"sand"}, "name": {"sharp sand"}, "wet": {"heavy"}, "settles": {"10"}, "water": {"0.1"}, "ph": {"7"}},
			[]string{"Your numbers for sand", `value="sharp sand"`, `value="heavy"`}},
		"settling":      {"/plan/medium/components", url.Values{"key-of": {"sand"}, "name": {"sand"}, "wet": {"2"}, "settles": {"120"}, "water": {"0.1"}, "ph": {"7"}}, []string{"0 to 90 %", `value="120"`}},
		"new component": {"/plan/medium/components", url.Values{"name": {"Coir"}, "wet": {"0.7"}, "settles": {"10"}, "water": {"0.2"}, "ph": {"6"}}, []string{"“Coir” is there already"}},
		"handful":       {"/plan/medium/handful", url.Values{"product": {"6"}, "handful": {"3 kg"}}, []string{"A handful weighs between 3 g and 200 g", `value="3 kg"`}},
		"mix":           {"/plan/medium/mixes", url.Values{"name": {"quay"}, "part-sand": {"-2"}}, []string{"Write how many parts", `value="-2"`}},
		"bottle":        {"/plan/shopping/products", url.Values{"kind": {"liquid"}, "name": {"tea"}, "bottle": {"2 L"}, "dilution": {"900"}}, []string{"up to 200 mL a litre", `value="900"`}},
		"sundry":        {"/plan/shopping/products", url.Values{"kind": {"sundry"}, "name": {"sticks"}, "sundry": {"canes"}}, []string{"how many are in a pack", `value="sticks"`}},
		"feed":          {"/plan/shopping/products", url.Values{"kind": {"feed"}, "name": {"meal"}, "grams": {"2 kg"}, "nitrogen": {"60"}, "potash": {"50"}}, []string{"come to over 100 %", `value="60"`}},
		"lined bucket":  {"/models", url.Values{"name": {"bucket"}, "kind": {"lined"}, "base": {"24"}, "top": {"29"}, "height": {"28"}, "liner": {"12"}}, []string{"A bag measures between"}},
		"no liner":      {"/models", url.Values{"name": {"bucket"}, "kind": {"lined"}, "base": {"24"}, "top": {"29"}, "height": {"28"}}, []string{"Nothing is typed yet", `value="29"`}},
		"skip":          {"/plantings/31/later/raise", url.Values{"as": {"skipped"}, "text": {" "}}, []string{"Say why, in a few words"}},
		"height":        {"/walk", url.Values{"do": {"34:measure"}, "height-34": {"4 kg"}}, []string{"not of length"}},
	} {
		c.form.Set("key", "medium-"+what)
		status, body := s.do(http.MethodPost, c.path, c.form)
		if status != http.StatusUnprocessableEntity {
			t.Errorf("%s answers %d", what, status)
		}
		for _, says := range c.says {
			if !strings.Contains(body, says) {
				t.Errorf("%s does not say %q", what, says)
			}
		}
	}
	// What is good is kept: a sack measured lying flat, a lined bucket, a bottle.
	for path, form := range map[string]url.Values{
		"/models":                  {"name": {"flat sack"}, "kind": {"sack"}, "base": {"70.7"}, "height": {"72.5"}, "material": {"woven"}, "drain": {"wall"}},
		"/plan/shopping/products":  {"kind": {"liquid"}, "name": {"tea"}, "bottle": {"2 L"}, "dilution": {"10"}, "nitrogen": {"2"}, "potash": {"5"}},
		"/plan/medium/components":  {"key-of": {"sand"}, "name": {"sharp sand"}, "wet": {"2"}, "settles": {"2"}, "water": {"0.05"}, "ph": {"7"}, "source": {"the slip"}},
		"/plan/medium/handful":     {"product": {"6"}, "handful": {"1 oz"}},
		"/plantings/31/later/feed": {"as": {"put-off"}, "until": {"7"}},
	} {
		form.Set("key", "kept-"+path)
		if status, body := s.do(http.MethodPost, path, form); status >= 400 {
			t.Errorf("%s answers %d: %.300s", path, status, body)
		}
	}
	for path, says := range map[string]string{"/bags": "flat sack", "/plan/medium": "the slip", "/plan/shopping": "tea"} {
		if _, body := s.get(path); !strings.Contains(body, says) {
			t.Errorf("%s does not show %q", path, says)
		}
	}
}

func TestComponentIsToldPerGallonInGallons(t *testing.T) {
	s := demoSite(t)
	s.post("/units", "units", "us", "back", "/")
	_, form := s.get("/plan/medium?component=sand")
	says(t, "the form", 200, 200, form, "A gallon, wet, weighs", "A gallon brings nitrogen")
	send := func(wet string) (int, string) {
		return s.post("/plan/medium/components", "key-of", "sand", "name", "sand", "wet", wet, "settles", "2", "water", "0.05", "ph", "7", "n", "0.2")
	}
	status, body := send("40")
	says(t, "lead", status, http.StatusUnprocessableEntity, body, "Wet, it weighs between 0.2 lb a gallon and 25 lb a gallon")
	if status, _ = send("16.69"); status != http.StatusSeeOther {
		t.Errorf("sand is refused: %d", status)
	}
	s.post("/units", "units", "metric", "back", "/")
	_, form = s.get("/plan/medium?component=sand")
	says(t, "a litre of it", 200, 200, form, `value="1.9999"`, `value="1.4978"`, "A litre, wet, weighs")
}
