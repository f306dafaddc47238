package frame

import (
	"bytes"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"testing"
	"time"
)

// A reader that goes on gets all of a large answer, however long that takes; one that stands
// still is let go.
func TestAReaderIsGivenAsLongAsItGoesOn(t *testing.T) {
	const still = 300 * time.Millisecond
	large := bytes.Repeat([]byte("x"), 8<<20)
	ended := make(chan error, 2)
	server := httptest.NewUnstartedServer(paced(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		_, err := w.Write(large)
		ended <- err
	}), still))
	server.Config.ConnContext = Server(nil).ConnContext
	server.Start()
	t.Cleanup(server.Close)
	ask := func() net.Conn {
		conn, err := net.Dial("tcp", server.Listener.Addr().String())
		if err != nil {
			t.Fatal(err)
		}
		t.Cleanup(func() { _ = conn.Close() })
		if err := conn.(*net.TCPConn).SetReadBuffer(64 << 10); err != nil {
			t.Fatal(err)
		}
		if _, err := io.WriteString(conn, "GET / HTTP/1.0\r\n\r\n"); err != nil {
			t.Fatal(err)
		}
		return conn
	}
	slow, got, piece := ask(), 0, make([]byte, 512<<10)
	for started := time.Now(); ; {
		n, err := io.ReadFull(slow, piece)
		if got += n; err != nil {
			if took := time.Since(started); took < 3*still {
				t.Errorf("the slow reader was done after %v: it was not slow", took)
			}
			break
		}
		time.Sleep(still / 3)
	}
	if err := <-ended; err != nil || got < len(large) {
		t.Errorf("a slow reader got %d of %d bytes: %v", got, len(large), err)
	}
	ask()
	select {
	case err := <-ended:
		if err == nil {
			t.Error("all was sent to one who read nothing")
		}
	case <-time.After(20 * still):
		t.Error("one who stands still is never let go")
	}
}
