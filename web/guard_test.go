package web_test

import (
	"bytes"
	"fmt"
	"io"
	"mime/multipart"
	"net/http"
	"net/url"
	"strings"
	"testing"

	"glebata/web/frame"
)

// ask sends a request as it is given, and returns the answer.
func (s *site) ask(method, path, host, origin, kind string, body io.Reader) (*http.Response, string) {
	s.t.Helper()
	req, err := http.NewRequest(method, s.URL+path, body)
	if err != nil {
		s.t.Fatal(err)
	}
	if host != "" {
		req.Host = host
	}
	if origin != "" {
		req.Header.Set("Origin", origin)
	}
	if kind != "" {
		req.Header.Set("Content-Type", kind)
	}
	res, err := s.Client().Do(req)
	if err != nil {
		s.t.Fatal(err)
	}
	defer res.Body.Close()
	text, err := io.ReadAll(res.Body)
	if err != nil {
		s.t.Fatal(err)
	}
	return res, string(text)
}

const formKind = "application/x-www-form-urlencoded"

func TestOnlyOurNamesAreAnswered(t *testing.T) {
	s := emptySite(t)
	s.Config.Handler = s.handler(frame.Options{Listen: "192.168.7.5:8080", Hosts: []string{"Loft.home"}})
	for host, want := range map[string]int{
		"": 200, "localhost:8080": 200, "127.0.0.1": 200, "[::1]:9": 200, "192.168.7.5:8080": 200, "loft.home:8080": 200, "LOFT.home.": 200,
		"elsewhere.example": 421, "192.168.7.6": 421, "localhost.elsewhere.example": 421, "evil": 421,
	} {
		if res, _ := s.ask(http.MethodGet, "/guide", host, "", "", nil); res.StatusCode != want {
			t.Errorf("host %q: %d, want %d", host, res.StatusCode, want)
		}
	}
	for origin, want := range map[string]int{
		"": 303, "http://loft.home:8080": 403, "http://localhost:1": 403, "http://elsewhere.example": 403, "null": 403,
	} {
		res, _ := s.ask(http.MethodPost, "/units", "", origin, formKind, strings.NewReader("units=us"))
		if res.StatusCode != want { // what is allowed by name is still another site than the host that is asked
			t.Errorf("origin %q: %d, want %d", origin, res.StatusCode, want)
		}
	}
	if res, _ := s.ask(http.MethodPost, "/units", "loft.home:8080", "http://loft.home:8080", formKind, strings.NewReader("units=us")); res.StatusCode != 303 {
		t.Errorf("a form of our own page: %d", res.StatusCode)
	}
	s.Config.Handler = s.handler(frame.Options{Listen: "[::]:8080"})
	for host, want := range map[string]int{"10.0.0.7:8080": 200, "elsewhere.example": 421} {
		if res, _ := s.ask(http.MethodGet, "/guide", host, "", "", nil); res.StatusCode != want {
			t.Errorf("on all interfaces, host %q: %d, want %d", host, res.StatusCode, want)
		}
	}
}

func TestHeadersOnEveryAnswer(t *testing.T) {
	s := emptySite(t)
	for path, method := range map[string]string{"/": "GET", "/nowhere": "GET", "/static/app.css": "GET", "/static/none": "GET", "/weather.csv": "GET", "/units": "POST", "/labels": "DELETE"} {
		res, _ := s.ask(method, path, "", "", "", nil)
		for _, h := range []string{"Content-Security-Policy", "X-Content-Type-Options", "X-Frame-Options", "Referrer-Policy"} {
			if res.Header.Get(h) == "" {
				t.Errorf("%s %s has no %s", method, path, h)
			}
		}
	}
	res, _ := s.ask("GET", "/", "elsewhere.example", "", "", nil)
	if res.Header.Get("Content-Security-Policy") == "" {
		t.Error("a refused request has no headers")
	}
}

func TestWrongMethodsAndHeads(t *testing.T) {
	s := emptySite(t)
	for path, method := range map[string]string{"/units": "GET", "/": "POST", "/labels": "DELETE", "/guide": "PUT"} {
		if res, _ := s.ask(method, path, "", "", "", nil); res.StatusCode != 405 || res.Header.Get("Allow") == "" {
			t.Errorf("%s %s: %d, allows %q", method, path, res.StatusCode, res.Header.Get("Allow"))
		}
	}
	if res, body := s.ask("HEAD", "/guide", "", "", "", nil); res.StatusCode != 200 || body != "" {
		t.Errorf("a HEAD of a page: %d, %d bytes", res.StatusCode, len(body))
	}
}

// What is too large says so; it is never taken for an empty form.
func TestLargeAndBrokenForms(t *testing.T) {
	s := emptySite(t)
	many := url.Values{}
	for i := range 3000 {
		many.Add(fmt.Sprint("f", i), "x")
	}
	var file bytes.Buffer
	m := multipart.NewWriter(&file)
	part, err := m.CreateFormFile("file", "w.csv")
	if err != nil {
		t.Fatal(err)
	}
	_, _ = part.Write(bytes.Repeat([]byte("2026-01-01,1,2,3\n"), 100_000)) // a buffer takes everything
	_ = m.Close()
	large := "name=" + strings.Repeat("x", 2<<20)
	for _, c := range []struct {
		what, path, kind, body string
		status                 int
		says                   string
	}{
		{"a large form", "/varieties", formKind, large, 413, "more than one form takes"},
		{"a large choice of units", "/units", formKind, large, 413, "more than one form takes"},
		{"a large file", "/weather/read", m.FormDataContentType(), file.String(), 413, "more than one form takes"},
		{"many fields", "/varieties", formKind, many.Encode(), 413, "more fields"},
		{"no text", "/varieties", formKind, "name=%ff%fe", 400, "not text"},
		{"a broken form", "/varieties", formKind, "name=%zz", 400, "broken"},
		{"a broken file", "/weather/read", "multipart/form-data; boundary=x", "--x\r\nbroken", 400, "broken"},
	} {
		res, body := s.ask(http.MethodPost, c.path, "", "", c.kind, strings.NewReader(c.body))
		if res.StatusCode != c.status || !strings.Contains(body, c.says) {
			t.Errorf("%s: %d without %q", c.what, res.StatusCode, c.says)
		}
	}
	if res, _ := s.ask(http.MethodGet, "/plan?x="+strings.Repeat("y", 20<<10), "", "", "", nil); res.StatusCode != 414 {
		t.Errorf("a long address: %d", res.StatusCode)
	}
}

// Nobody puts words on a page by a link, or leads away by a form.
func TestLinksCarryNoWords(t *testing.T) {
	s := emptySite(t)
	if _, body := s.get("/bags?said=Call+this+number"); strings.Contains(body, "Call this number") {
		t.Error("a link puts words on a page")
	}
	_, to := s.post("/varieties", "name", "Cold\x07 Quay", "class", "maincrop")
	if _, body := s.get(to); !strings.Contains(body, "Cold Quay") || strings.Contains(to, "Quay") {
		t.Errorf("kept, the page %s does not say so", to)
	}
	for from, want := range map[string]string{
		"/plan?x=1": "/plan?x=1", "": "/", "//elsewhere.example": "/", "/\\elsewhere": "/", "/\t/elsewhere.example": "/", "https://elsewhere.example/": "/", "\n//elsewhere.example": "/",
	} {
		if _, to := s.post("/units", "units", "us", "back", from); to != want {
			t.Errorf("back to %q leads to %q", from, to)
		}
	}
}
