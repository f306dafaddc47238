package frame

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net/http"
	"os"
	"runtime/debug"

	"github.com/gin-gonic/gin"

	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
)

// does makes a handler of one that may fail: the failure is answered in words.
func (s *Frame) Handle(h func(*gin.Context) error) gin.HandlerFunc {
	return func(c *gin.Context) {
		if err := h(c); err != nil {
			s.fail(c, err)
		}
	}
}

// errMethod is an address that is asked in a way it does not know.
var errMethod = errors.New("method not allowed")

// recovered from a panic: where it came from is logged.
func (s *Frame) recovered(c *gin.Context, cause any) {
	s.fail(c, fmt.Errorf("panic: %v\n%s", cause, debug.Stack()))
}

// answers to errors that are not of the program's own making, in order.
var answers = []struct {
	of     func(error) bool
	status int
	words  string
}{
	{is(logbook.ErrNotFound), http.StatusNotFound, "There is nothing at this address. It may have been mistyped, or belong to another garden."},
	{is(os.ErrDeadlineExceeded), http.StatusRequestTimeout, "That came too slowly, and was given up before all of it was here. Nothing was changed: send it again."},
	{func(err error) bool { return errors.As(err, new(*http.MaxBytesError)) }, http.StatusRequestEntityTooLarge, "That is more than one form takes. Send it in parts."},
	{is(errTooManyFields), http.StatusRequestEntityTooLarge, "That form has more fields than any of this site."},
	{is(errNotText), http.StatusBadRequest, "Some of what was sent is not text that can be read. Type it anew and send it again."},
	{is(errMethod), http.StatusMethodNotAllowed, "This address is not asked like that. Open the page it belongs to."},
	{badForm, http.StatusBadRequest, "That form came broken. Open its page again and send it from there."},
	{is(context.Canceled), http.StatusServiceUnavailable, "The connection broke before this was answered. Open its page again to see whether it was kept."},
}

func is(target error) func(error) bool {
	return func(err error) bool { return errors.Is(err, target) }
}

// Fail answers a request that cannot be answered otherwise. What went wrong on our side is
// logged under a number, and the answer has the number to find it by.
func (s *Frame) fail(c *gin.Context, err error) {
	c.Abort()
	for _, a := range answers {
		if a.of(err) {
			s.tell(c, a.status, a.words)
			return
		}
	}
	number := form.NewKey()[:8]
	slog.Error("request failed", "number", number, "method", c.Request.Method, "path", c.Request.URL.Path, "error", err)
	if t, ok := asTrouble(err); ok {
		c.Header("Retry-After", "5")
		s.tell(c, t.status, t.words)
		return
	}
	s.tell(c, http.StatusInternalServerError, "Something went wrong on our side. What was saved before is safe; try again. If it stays so, the program's log says more under number "+number+".")
}

// tell in words what became of a request, on a page that needs nothing of the garden.
func (s *Frame) tell(c *gin.Context, status int, words string) {
	if c.Writer.Written() { // a part of another answer has gone out: this connection is of no more use
		return
	}
	v := View{Title: "Not here", Body: words}
	if err := s.surround(c, &v); err != nil {
		slog.Warn("what stands around a page could not be read", "path", c.Request.URL.Path, "error", err)
	}
	s.send(c, status, "message", v)
}

// Render answers with a page, or with its main part when htmx asks. The whole
// answer is made before any of it is sent.
func (s *Frame) Render(c *gin.Context, status int, page string, v View) {
	if err := s.surround(c, &v); err != nil {
		s.fail(c, fmt.Errorf("reading what stands around page %s: %w", page, err))
		return
	}
	s.send(c, status, page, v)
}

// surround fills in what every page shows around its own. What it cannot read is left as it
// is in a garden of which nothing is known.
func (s *Frame) surround(c *gin.Context, v *View) error {
	v.Today = s.DayOf(c)
	_, v.Demo = s.Clock.(Stepper)
	v.Practice = s.Devices != nil && !v.Demo
	v.Path = requestPath(c)
	v.local = loopback(c.Request.Host)
	if t, ok := asTrouble(s.Garden.Trouble()); ok {
		v.Trouble = t.words
	}
	v.Season = seasonLine{forecast.SeasonLine{Today: v.Today}, s.strip(v.Stage)}
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	site, _, err := look.Site()
	if err != nil {
		return err
	}
	v.SeasonName = site.SeasonName
	v.question = func() (form.Form, error) { return s.ask(c, look) }
	if v.Units, err = look.Units(); err != nil {
		return err
	}
	v.Untold = untold(c, v.Units)
	if v.Season.SeasonLine, err = look.SeasonLine(); err != nil {
		return err
	}
	if !v.Supposed {
		v.Presumed, err = presumed(look, v.Stage)
	}
	return err
}

// send a page.
func (s *Frame) send(c *gin.Context, status int, page string, v View) {
	v.page = page
	name := "layout"
	if Fragment(c) {
		name = "page"
		if status >= 400 {
			c.Header("HX-Push-Url", "false") // the address of a form is no page
		}
	}
	s.Write(c, status, name, v)
}
