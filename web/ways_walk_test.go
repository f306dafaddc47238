package web_test

import (
	"context"
	"encoding/csv"
	"math"
	"net/http"
	"net/http/httptest"
	"net/url"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/station"
	"glebata/store"
	"glebata/web"
	"glebata/web/frame"
)

// pageClock is turned by a drive between one press and the next.
type pageClock struct{ day atomic.Int64 }

func (c *pageClock) Today() measure.Day { return measure.Day(c.day.Load()) }

// walk is one grower's way through the pages, from an empty garden on: every press and every field
// that was filled is counted.
type walk struct {
	*site
	clock           *pageClock
	presses, fields int
}

// walkFrom a day, with the weather of an ordinary year and no instrument.
func walkFrom(t *testing.T, year, month, day int) *walk {
	t.Helper()
	st, err := store.Open(context.Background(), filepath.Join(t.TempDir(), "way.glebata"), store.Throwaway)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() {
		if err := st.Close(); err != nil {
			t.Error(err)
		}
	})
	w := &walk{clock: &pageClock{}}
	w.on(year, month, day)
	g := garden.Open(st, station.Usual{})
	handler, err := web.New(g, w.clock, nil, frame.Options{})
	if err != nil {
		t.Fatal(err)
	}
	server := httptest.NewServer(handler)
	t.Cleanup(server.Close)
	server.Client().CheckRedirect = func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse }
	w.site = &site{server, t, nil}
	t.Cleanup(func() { t.Logf("%d presses, %d fields", w.presses, w.fields) })
	return w
}

// on a day of the calendar things are done from now on.
func (w *walk) on(year, month, day int) {
	w.clock.day.Store(int64(measure.Date(year, time.Month(month), day)))
}

// look at a page, which must be there.
func (w *walk) look(path string) string {
	w.t.Helper()
	status, page := w.get(path)
	if status != http.StatusOK {
		w.t.Fatalf("%s: %d %s", path, status, saidOn(page))
	}
	return page
}

// press a button with what its form holds, and look at the page it leads to. A name may come more
// than once.
func (w *walk) press(path string, pairs ...string) string {
	w.t.Helper()
	form := url.Values{"key": {"press-" + strconv.Itoa(w.presses)}}
	for i := 0; i+1 < len(pairs); i += 2 {
		form.Add(pairs[i], pairs[i+1])
		if pairs[i+1] != "" && pairs[i] != "kind" {
			w.fields++
		}
	}
	if !form.Has("day") && path != "/ask/keep" { // the form has today
		form.Set("day", w.clock.Today().ISO())
	}
	w.presses++
	status, to := w.do(http.MethodPost, path, form)
	if status != http.StatusSeeOther && status != http.StatusOK {
		w.t.Fatalf("%s %v: %d %s", path, pairs, status, saidOn(to))
	}
	if status == http.StatusOK { // what was read is shown
		return to
	}
	return w.look(to)
}

var alerts = regexp.MustCompile(`(?s)class="wrong"[^>]*>(.*?)</`)

// saidOn a page that refuses.
func saidOn(page string) string {
	var said []string
	for _, m := range alerts.FindAllStringSubmatch(page, -1) {
		said = append(said, m[1])
	}
	return strings.Join(said, " | ")
}

// first asks the question of a new grower and keeps its answer for so many bags.
func (w *walk) first(litres, count, class, climate string, bags int, more ...string) {
	w.t.Helper()
	page := w.look("/ask?" + url.Values{"litres": {litres}, "count": {count}, "class": {class}, "climate": {climate}}.Encode())
	if !strings.Contains(page, "What to do, and when") || !strings.Contains(page, "<svg") {
		w.t.Fatalf("the first question is not answered: %s", saidOn(page))
	}
	year := regexp.MustCompile(`name="year" value="(\d+)"`).FindStringSubmatch(page)
	w.press("/ask/keep", append([]string{"litres", litres, "count", count, "class", class, "climate", climate, "year", year[1], "bags", strconv.Itoa(bags)}, more...)...)
}

// plans a list of bags, shown before it is kept.
func (w *walk) plans(lines string, pairs ...string) {
	w.t.Helper()
	all := append([]string{"lines", lines}, pairs...)
	for name, usual := range map[string]string{"variety": "class:maincrop", "class": "maincrop", "year": strconv.Itoa(w.clock.Today().Year()), "litres": "40 L", "place": "Yard"} {
		if !has(pairs, name) {
			all = append(all, name, usual)
		}
	}
	fields := w.fields
	if page := w.press("/plan/many/read", all...); !strings.Contains(page, ">Plan th") {
		w.t.Fatalf("the list is not understood: %s", saidOn(page))
	}
	w.fields = fields + 1 + len(pairs)/2
	w.press("/plan/many", all...)
	w.fields = fields + 1 + len(pairs)/2
}

func has(pairs []string, name string) bool {
	for i := 0; i < len(pairs); i += 2 {
		if pairs[i] == name {
			return true
		}
	}
	return false
}

// at a bag, what is pressed on its page.
func (w *walk) at(label, what string, pairs ...string) string {
	w.t.Helper()
	return w.press(w.planting(label)+"/"+what, pairs...)
}

var plantingAt = regexp.MustCompile(`/plantings/\d+`)

// planting that is in a bag now.
func (w *walk) planting(label string) string {
	w.t.Helper()
	at := plantingAt.FindString(w.look("/bags/" + label))
	if at == "" {
		w.t.Fatalf("bag %s has no planting", label)
	}
	return at
}

// many bags are entered at once.
func (w *walk) many(kind string, pairs ...string) string {
	w.t.Helper()
	return w.press("/entries", append([]string{"kind", kind}, pairs...)...)
}

// paper of weights, as it stands, read and kept.
func (w *walk) paper(lines string) {
	w.t.Helper()
	if page := w.press("/lift/paper/read", "lines", lines); strings.Contains(page, `class="wrong"`) {
		w.t.Fatalf("the sheet is not understood: %s", saidOn(page))
	}
	w.press("/lift/paper", "lines", lines)
}

// figures of the Compare page as a table of values, by bag and column; two plantings of a bag have
// their variety behind the label.
func (w *walk) figures(query string) map[string]map[string]string {
	w.t.Helper()
	lines, err := csv.NewReader(strings.NewReader(w.look("/compare.csv" + query))).ReadAll()
	if err != nil {
		w.t.Fatal(err)
	}
	out := map[string]map[string]string{}
	for _, line := range lines[1:] {
		row := map[string]string{}
		for i, name := range lines[0] {
			row[name] = line[i]
		}
		out[line[0]], out[line[0]+" "+line[1]] = row, row
	}
	return out
}

// is a figure of a bag what arithmetic has it, within a part in a thousand.
func (w *walk) is(bag, column string, want float64) {
	w.t.Helper()
	var row map[string]string
	for _, kind := range []string{"tubers", "slips", "ground"} {
		if row == nil {
			row = w.figures("?of=" + kind)[bag]
		}
	}
	if row == nil {
		w.t.Errorf("%s does not stand on the Compare page", bag)
		return
	}
	got, err := strconv.ParseFloat(row[column], 64)
	if err != nil || math.Abs(got-want) > 0.001*math.Abs(want)+1e-9 {
		w.t.Errorf("%s, %s: %q, want %g", bag, column, row[column], want)
	}
}

// says that a page does, and does not where a word begins with a dash.
func (w *walk) says(path string, words ...string) {
	w.t.Helper()
	page := w.look(path)
	for _, word := range words {
		not, forbidden := strings.CutPrefix(word, "-")
		if forbidden == strings.Contains(page, not) {
			w.t.Errorf("%s: says %q: %v", path, not, forbidden)
		}
	}
}

// number of a bag in a column.
func (w *walk) number(bag, column string) float64 {
	w.t.Helper()
	v, err := strconv.ParseFloat(w.figures("?of=ground")[bag][column], 64)
	if err != nil {
		w.t.Errorf("%s, %s: %v", bag, column, err)
	}
	return v
}
