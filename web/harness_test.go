package web_test

import (
	"context"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"net/url"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"glebata/core/measure"
	"glebata/demo"
	"glebata/demo/filled"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/station"
	"glebata/store"
	"glebata/web"
	"glebata/web/frame"
)

type clock struct{ day measure.Day }

func (c *clock) Today() measure.Day { return c.day }
func (c *clock) Step(days int)      { c.day += measure.Day(days) }

// site is a running site over a garden in a file.
type site struct {
	*httptest.Server
	t       testing.TB
	handler func(frame.Options) http.Handler
}

func open(t testing.TB, fill func(*garden.Garden) error) *site { return openOn(t, demo.Today(), fill) }

// openOn a day of the clock.
func openOn(t testing.TB, day measure.Day, fill func(*garden.Garden) error) *site {
	t.Helper()
	return openFile(t, filepath.Join(t.TempDir(), "web.glebata"), day, fill)
}

// openFile serves the garden in a file with its stand-ins.
func openFile(t testing.TB, path string, day measure.Day, fill func(*garden.Garden) error) *site {
	t.Helper()
	return openAmong(t, path, day, station.NewWeather(station.UsualSeed), station.NewDevices(station.UsualSeed), fill)
}

// openAmong instruments serves the garden in a file.
func openAmong(t testing.TB, path string, day measure.Day, weather forecast.Station, scale frame.Devices, fill func(*garden.Garden) error) *site {
	t.Helper()
	return openWith(t, path, store.Throwaway, day, weather, scale, fill)
}

// openWith a durability of its writes serves the garden in a file.
func openWith(t testing.TB, path string, durability store.Durability, day measure.Day, weather forecast.Station, scale frame.Devices, fill func(*garden.Garden) error) *site {
	t.Helper()
	s, err := store.Open(context.Background(), path, durability)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() {
		if err := s.Close(); err != nil {
			t.Error(err)
		}
	})
	g := garden.Open(s, weather)
	if err := fill(g); err != nil {
		t.Fatal(err)
	}
	handler := func(o frame.Options) http.Handler {
		h, err := web.New(g, &clock{day}, scale, o)
		if err != nil {
			t.Fatal(err)
		}
		return h
	}
	server := httptest.NewServer(handler(frame.Options{}))
	t.Cleanup(server.Close)
	server.Client().CheckRedirect = func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse }
	return &site{server, t, handler}
}

func demoSite(t testing.TB) *site {
	return demoOn(t, demo.Today())
}

// demoOn a day: a copy of the demo, which is filled once for all tests.
func demoOn(t testing.TB, day measure.Day) *site {
	t.Helper()
	return openFile(t, filled.File(t), day, asItIs)
}

// asItIs leaves a garden as its file has it.
func asItIs(*garden.Garden) error { return nil }

func emptySite(t testing.TB) *site { return open(t, func(*garden.Garden) error { return nil }) }

func (s *site) get(path string) (int, string) {
	s.t.Helper()
	return s.do(http.MethodGet, path, nil)
}

func (s *site) do(method, path string, form url.Values) (int, string) {
	s.t.Helper()
	req, err := http.NewRequest(method, s.URL+path, strings.NewReader(form.Encode()))
	if err != nil {
		s.t.Fatal(err)
	}
	if form != nil {
		req.Header.Set("Content-Type", "application/x-www-form-urlencoded")
	}
	res, err := s.Client().Do(req)
	if err != nil {
		s.t.Fatal(err)
	}
	defer res.Body.Close()
	body, err := io.ReadAll(res.Body)
	if err != nil {
		s.t.Fatal(err)
	}
	if to := res.Header.Get("Location"); to != "" {
		return res.StatusCode, to
	}
	return res.StatusCode, laid(res.Header.Get("Content-Type"), string(body))
}

// laid is a page as it reads, however its templates are laid out: a break of a line is a space, and nothing
// beside a tag that begins a line of its own anyhow.
func laid(kind, page string) string {
	if !strings.HasPrefix(kind, "text/html") {
		return page
	}
	return beside.ReplaceAllString(breaks.ReplaceAllString(page, " "), "$1")
}

var (
	breaks = regexp.MustCompile(`\s*\n\s*`)
	beside = regexp.MustCompile(` ?(</?(?:p|ul|ol|li|div|section|table|thead|tbody|tr|td|th|h[1-6]|form|details|summary|svg|g|path|dl|dt|dd|article|header|nav)\b[^>]*>) ?`)
)

// follow a redirect to its page.
func (s *site) follow(to string) string {
	s.t.Helper()
	_, body := s.get(to)
	return body
}

// post a form; a key that starts each form is added when none is given.
func (s *site) post(path string, pairs ...string) (int, string) {
	s.t.Helper()
	form := url.Values{"key": {fmt.Sprintf("key-%d", time.Now().UnixNano())}}
	for i := 0; i+1 < len(pairs); i += 2 {
		form.Set(pairs[i], pairs[i+1])
	}
	return s.do(http.MethodPost, path, form)
}
