package web_test

import (
	"bufio"
	"context"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"glebata/demo"
	"glebata/demo/filled"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/store"
	"glebata/web/frame"
)

// impatient serves a site that gives up who stands still for so long.
func (s *site) impatient(still time.Duration) *httptest.Server {
	server := httptest.NewServer(s.handler(frame.Options{Standstill: still}))
	s.t.Cleanup(server.Close)
	server.Client().CheckRedirect = func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse }
	return server
}

// dial a server, with room for little that it sends.
func dial(t *testing.T, server *httptest.Server) *net.TCPConn {
	t.Helper()
	conn, err := net.Dial("tcp", server.Listener.Addr().String())
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = conn.Close() })
	tcp := conn.(*net.TCPConn)
	if err := tcp.SetReadBuffer(4 << 10); err != nil {
		t.Fatal(err)
	}
	return tcp
}

// Eight clients that ask for page after page and read none of it keep nobody else waiting, and
// nothing out of the file.
func TestWhoStopsReadingKeepsNobodyWaiting(t *testing.T) {
	path := filled.File(t)
	s := openFile(t, path, demo.Today(), asItIs)
	for _, page := range []string{"/", "/plan/season", "/labels.pdf", "/terrace", "/compare", "/bags", "/seed", "/lift"} {
		conn := dial(t, s.Server)
		if _, err := io.WriteString(conn, strings.Repeat("GET "+page+" HTTP/1.1\r\nHost: localhost\r\n\r\n", 400)); err != nil {
			t.Fatal(err)
		}
	}
	time.Sleep(500 * time.Millisecond) // what fits into their sockets is sent
	for i := range 5 {
		started := time.Now()
		key := fmt.Sprint("stalled-", i)
		if status, body := s.post("/plantings/25/note", "day", demo.Today().ISO(), "text", key); status != http.StatusSeeOther {
			t.Fatalf("a write beside them answers %d: %s", status, body)
		}
		if status, _ := s.get("/"); status != http.StatusOK {
			t.Fatalf("a page beside them answers %d", status)
		}
		if took := time.Since(started); took > 2*time.Second {
			t.Errorf("a write and a page beside them took %v", took)
		}
	}
	since := time.Now()
	for copied := 0; ; copied++ { // two seconds on an idle machine
		if content, err := os.ReadFile(path); err == nil && wholeWithNote(t, content, copied) {
			t.Logf("in the file after %v", time.Since(since))
			return
		}
		if time.Since(since) > 20*time.Second {
			t.Fatal("what was written is not in the file while they stand still")
		}
		time.Sleep(100 * time.Millisecond)
	}
}

// wholeWithNote reports whether a copy of the garden's one file is sound and has the last note.
func wholeWithNote(t *testing.T, content []byte, n int) bool {
	t.Helper()
	path := filepath.Join(t.TempDir(), fmt.Sprintf("copy-%d.glebata", n))
	if err := os.WriteFile(path, content, 0o600); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(context.Background(), path, store.Throwaway)
	if err != nil {
		return false
	}
	defer func() { _ = s.Close() }()
	r, end, err := s.Read(context.Background())
	if err != nil {
		t.Fatal(err)
	}
	defer end()
	logs, err := r.Logs(context.Background(), garden.Filter{ID: 25})
	if err != nil {
		t.Fatal(err)
	}
	_, found := logbook.Find(logs[25], func(e logbook.Entry) bool { return e.Text == "stalled-4" })
	return found
}

// A form that comes slowly is kept; one that stops coming is refused in words, and nothing of
// it is kept.
func TestASlowForm(t *testing.T) {
	const still = 400 * time.Millisecond
	s := demoSite(t)
	server := s.impatient(still)
	form := func(text string) string {
		return url.Values{"key": {"slow-" + text}, "day": {demo.Today().ISO()}, "text": {text}}.Encode()
	}
	send := func(body string, pieces, stopAfter int) (int, string) {
		conn := dial(t, server)
		fmt.Fprintf(conn, "POST /plantings/25/note HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/x-www-form-urlencoded\r\nContent-Length: %d\r\n\r\n", len(body))
		size := (len(body) + pieces - 1) / pieces
		for i := 0; i < pieces && i < stopAfter; i++ {
			if _, err := io.WriteString(conn, body[i*size:min(len(body), (i+1)*size)]); err != nil {
				t.Fatal(err)
			}
			time.Sleep(still / 4)
		}
		_ = conn.SetReadDeadline(time.Now().Add(10 * time.Second))
		res, err := http.ReadResponse(bufio.NewReader(conn), nil)
		if err != nil {
			t.Fatalf("no answer: %v", err)
		}
		answer, err := io.ReadAll(res.Body)
		if err != nil {
			t.Fatal(err)
		}
		return res.StatusCode, string(answer)
	}
	if status, body := send(form("dribbled"), 12, 12); status != http.StatusSeeOther {
		t.Errorf("a form that came slowly answers %d: %s", status, body)
	}
	if status, body := send(form("stopped"), 12, 5); status != http.StatusRequestTimeout || !strings.Contains(body, "came too slowly") {
		t.Errorf("a form that stopped answers %d: %s", status, body)
	}
	if _, body := s.get("/bags/R1"); !strings.Contains(body, "dribbled") || strings.Contains(body, "stopped") {
		t.Error("what was kept is not the one form that came whole")
	}
}
