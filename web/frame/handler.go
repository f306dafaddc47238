package frame

import (
	"cmp"
	"errors"
	"fmt"
	"io/fs"
	"net/http"
	"strconv"
	"strings"

	"github.com/gin-contrib/gzip"
	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/openformat"
)

// New frame of a garden with its static files, in a folder static. It fails only when they are broken.
func New(g *garden.Garden, clock Clock, devices Devices, static fs.FS) (*Frame, error) {
	a, err := loadAssets(static)
	if err != nil {
		return nil, err
	}
	f, err := newFlashes()
	return &Frame{Garden: g, Clock: clock, Devices: devices, assets: a, flashes: f}, err
}

// Handler of all pages of some stages. It fails only when their templates are broken.
func (s *Frame) Handler(o Options, ask Question, stages ...Stage) (http.Handler, error) {
	s.stages, s.ask = stages, ask
	var err error
	if s.pages, err = s.loadPages(); err != nil {
		return nil, fmt.Errorf("loading pages: %w", err)
	}
	gin.SetMode(gin.ReleaseMode)
	r := gin.New()
	r.HandleMethodNotAllowed = true
	r.Use(gin.CustomRecoveryWithWriter(nil, s.recovered))
	r.GET("/static/*file", s.assets.serve)
	within := r.Group("/", gzip.Gzip(gzip.BestSpeed), s.readForm)
	for i := range stages {
		stages[i].Routes(within)
	}
	within.POST("/units", s.Handle(s.setUnits))
	within.POST("/clock", s.stepClock)
	r.NoRoute(func(c *gin.Context) { s.fail(c, logbook.ErrNotFound) })
	r.NoMethod(func(c *gin.Context) { s.fail(c, errMethod) })
	return paced(guarded(o, r), cmp.Or(o.Standstill, standstill)), nil
}

// readForm reads the whole form of a request before a handler does, so that what is
// too large is told as that, and never taken for an empty form. Control characters
// are left out of what was typed.
func (s *Frame) readForm(c *gin.Context) {
	r := c.Request
	most := int64(maxForm)
	if strings.HasSuffix(r.URL.Path, "/photo") {
		most += openformat.MaxPhotoBytes
	}
	r.Body = http.MaxBytesReader(c.Writer, r.Body, most)
	err := r.ParseForm() // ParseMultipartForm keeps its errors to itself
	if err == nil {
		if err = r.ParseMultipartForm(maxForm); errors.Is(err, http.ErrNotMultipart) {
			err = nil
		}
	}
	if err == nil {
		err = cleanForm(r.Form, r.PostForm)
	}
	if err == nil && r.MultipartForm != nil {
		err = cleanForm(r.MultipartForm.Value)
	}
	if err != nil {
		s.fail(c, fmt.Errorf("reading the form: %w", err))
		c.Abort()
	}
}

func (s *Frame) setUnits(c *gin.Context) error {
	sys, ok := measure.SystemNamed(c.PostForm("units"))
	if ok {
		if err := s.Garden.Set(c.Request.Context(), garden.Units(sys)); err != nil {
			return err
		}
	}
	c.Redirect(http.StatusSeeOther, Back(c))
	return nil
}

// stepClock moves a pinned clock on; a real one cannot be moved.
func (s *Frame) stepClock(c *gin.Context) {
	if clock, ok := s.Clock.(Stepper); ok {
		days, err := strconv.Atoi(c.PostForm("days"))
		if err == nil && days >= 1 && days <= 31 {
			clock.Step(days)
		}
	}
	c.Redirect(http.StatusSeeOther, Back(c))
}
