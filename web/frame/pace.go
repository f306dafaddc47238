package frame

import (
	"context"
	"errors"
	"io"
	"net"
	"net/http"
	"time"
)

// How long a reader or a sender may stand still before it is given up, and how long one
// request may take on the wire in all. A page of 4 MB at 20 kB/s takes 200 s.
const (
	standstill = 20 * time.Second
	atTheMost  = 15 * time.Minute
	paceBytes  = 32 << 10 // that are sent at a time
)

// sendBytes is what a connection takes of an answer ahead of its reader. The system lets the
// program go on when a third of it has been read, which has to come before the standstill: at
// 20 kB/s after some seconds.
const sendBytes = 128 << 10

// Server of a site: who connects and says nothing is let go, and answers and forms have
// deadlines that follow their progress.
func Server(h http.Handler) *http.Server {
	return &http.Server{
		Handler: h, ReadHeaderTimeout: 10 * time.Second, MaxHeaderBytes: 64 << 10, IdleTimeout: 2 * time.Minute,
		ConnContext: func(ctx context.Context, c net.Conn) context.Context {
			if tcp, ok := c.(*net.TCPConn); ok {
				_ = tcp.SetWriteBuffer(sendBytes) // the system's own does for who reads
			}
			return ctx
		},
	}
}

// paced gives each answer as long as its reader goes on taking it, and each form as long as its
// sender goes on sending it, by a clock of ours. Nothing but the connection waits meanwhile:
// a page is made before any of it is sent, and holds nothing of the file.
func paced(next http.Handler, still time.Duration) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		p := pace{on: http.NewResponseController(w), still: still, end: time.Now().Add(atTheMost)}
		if r.Body != nil && r.Body != http.NoBody {
			whole := *r
			whole.Body = &pacedBody{r.Body, p}
			r = &whole
		}
		next.ServeHTTP(&pacedWriter{w, p}, r)
	})
}

// pace of one request.
type pace struct {
	on    *http.ResponseController
	still time.Duration
	end   time.Time
}

// until when the next step has to be done.
func (p pace) until() time.Time {
	if next := time.Now().Add(p.still); next.Before(p.end) {
		return next
	}
	return p.end
}

// pacedWriter sends a little at a time, each with a deadline of its own.
type pacedWriter struct {
	http.ResponseWriter
	pace
}

func (w *pacedWriter) Write(b []byte) (int, error) {
	sent := 0
	for len(b) > 0 {
		part := b[:min(len(b), paceBytes)]
		_ = w.on.SetWriteDeadline(w.until()) // not every writer has one: a recorder in a test
		n, err := w.ResponseWriter.Write(part)
		if sent += n; err != nil {
			return sent, err
		}
		b = b[len(part):]
	}
	return sent, nil
}

// Flush implements http.Flusher.
func (w *pacedWriter) Flush() { _ = w.on.Flush() } // what cannot be flushed is sent at the end

// Unwrap is for http.ResponseController.
func (w *pacedWriter) Unwrap() http.ResponseWriter { return w.ResponseWriter }

// pacedBody is read with a deadline for each part of it.
type pacedBody struct {
	io.ReadCloser
	pace
}

func (b *pacedBody) Read(into []byte) (int, error) {
	_ = b.on.SetReadDeadline(b.until())
	n, err := b.ReadCloser.Read(into)
	if errors.Is(err, io.EOF) { // all came: what the connection waits for next is not ours
		_ = b.on.SetReadDeadline(time.Time{})
	}
	return n, err
}
