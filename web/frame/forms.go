package frame

import (
	"errors"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/web/form"
)

// refusalKey is where a refused form waits for its page.
const refusalKey = "refusal"

// Refuse is the one way a refused form goes back to its page: where the page has no
// such form any more, what was wrong is told above it.
func Refuse(c *gin.Context, t form.Sent) form.Sent {
	t = t.Await()
	c.Set(refusalKey, t)
	return t
}

// untold is what a page was to tell of a refused form and did not.
func untold(c *gin.Context, sys measure.System) string {
	if v, ok := c.Get(refusalKey); ok {
		return v.(form.Sent).Untold(sys)
	}
	return ""
}

// Reading reads the form of one request; the pages add to it how their own are read.
type Reading struct{ form.Reader }

// AsFaults makes faults of any refusal a use case gives; ok is false for an
// error that is not the grower's.
func AsFaults(err error) (f logbook.Faults, ok bool) {
	if errors.As(err, &f) {
		return f, true
	}
	if errors.Is(err, logbook.ErrSentOtherwise) {
		f.Add("", "This form was sent once already, with other values. Look at the log first; send it again to save this too.")
		return f, true
	}
	if t, ok := asTrouble(err); ok {
		f.Add("", t.words)
		return f, true
	}
	return nil, false
}

// Refused takes what a use case refuses into the faults; an error that is not
// the grower's comes back.
func (r *Reading) Refused(err error) error {
	faults, ok := AsFaults(err)
	if !ok {
		return err
	}
	r.Faults = append(r.Faults, faults...)
	return nil
}

// LookAndForm is the view a request is answered from, and its form.
func (s *Frame) LookAndForm(c *gin.Context) (*garden.View, Reading, error) {
	look, err := s.Look(c)
	if err != nil {
		return nil, Reading{}, err
	}
	r, err := s.ParseForm(c)
	return look, r, err
}

// reads the form of a request, an uploaded file's too.
func (s *Frame) ParseForm(c *gin.Context) (Reading, error) {
	sys, err := s.Units(c)
	return Reading{form.Reader{Values: c.Request.Form, Units: sys, Today: s.DayOf(c)}}, err
}

// Request is who asks, and on which day. What was looked at before the write is no more.
func (s *Frame) Request(c *gin.Context) garden.Request {
	LookAway(c)
	return garden.Request{Key: c.PostForm("key"), Today: s.DayOf(c)}
}

// Keep carries out what a form asks for, unless something is wrong with it, and
// says whether it was kept. What is refused goes into the faults; an error that
// is not the grower's comes back.
func (r *Reading) Keep(do func() error) (kept bool, err error) {
	if r.Faults == nil {
		err = r.Refused(do())
	}
	return r.Faults == nil && err == nil, err
}
