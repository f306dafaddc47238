package web

import (
	"errors"
	"fmt"
	"log/slog"
	"net/http"
	"strings"

	"github.com/gin-contrib/gzip"
	"github.com/gin-gonic/gin"
	"github.com/unrolled/secure"

	"glebata/core/measure"
	"glebata/garden"
)

// Clock tells the day. The program has one.
type Clock interface {
	Today() measure.Day
}

// Stepper is a pinned clock that can be moved on, as the demo's is.
type Stepper interface {
	Clock
	Step(days int)
}

// Site serves the pages of one garden. Make it with New.
type Site struct {
	garden *garden.Garden
	clock  Clock
	assets *assets
	pages  *pages
}

// maxForm is the largest form that is read, in bytes.
const maxForm = 1 << 20

// contentPolicy lets a page load only what the program itself serves, and run
// no script and apply no style that stands in a page.
const contentPolicy = "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self'; " +
	"connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"

// New makes the handler of all pages. It fails only when the embedded files are
// broken.
func New(g *garden.Garden, clock Clock) (http.Handler, error) {
	a, err := loadAssets()
	if err != nil {
		return nil, err
	}
	p, err := loadPages(a)
	if err != nil {
		return nil, fmt.Errorf("loading pages: %w", err)
	}
	s := &Site{garden: g, clock: clock, assets: a, pages: p}
	gin.SetMode(gin.ReleaseMode)
	r := gin.New()
	r.Use(gin.CustomRecoveryWithWriter(nil, s.recovered), s.headers(), limitForm)
	r.GET("/static/*file", a.serve)
	pages := r.Group("/", gzip.Gzip(gzip.BestSpeed))
	s.routes(pages)
	r.NoRoute(func(c *gin.Context) { s.fail(c, garden.ErrNotFound) })
	return http.NewCrossOriginProtection().Handler(r), nil
}

func (s *Site) routes(r *gin.RouterGroup) {
	r.GET("/", s.today)
	r.GET("/today/working/mix", s.mixWorking)

	r.GET("/plan", s.plan)
	r.POST("/plan", s.savePlan)
	r.GET("/plan/working/:figure", s.planWorking)
	r.POST("/varieties", s.addVariety)

	r.GET("/bags", s.bags)
	r.POST("/bags", s.addBags)
	r.POST("/models", s.addModel)
	r.GET("/models/:id/working/:figure", s.modelWorking)
	r.GET("/bags/:label", s.bag)
	r.GET("/find", s.find)

	r.GET("/plantings/:id", s.planting)
	r.GET("/plantings/:id/weigh", s.weighPage)
	r.GET("/plantings/:id/working/:figure", s.plantingWorking)
	r.POST("/plantings/:id/:doing", s.record)
	// The addresses that forms are sent to lead back when they are opened.
	r.GET("/plantings/:id/:doing", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/plantings/"+c.Param("id")) })
	r.GET("/models", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/bags") })
	r.GET("/varieties", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/plan") })
	r.POST("/entries/:id/undo", s.undo)
	r.GET("/read/:what", s.read)

	r.GET("/compare", s.compare)
	r.GET("/compare/working/ratio", s.groupWorking)

	r.GET("/site", s.site)
	r.POST("/site", s.saveSite)
	r.GET("/site/working/:shelter", s.siteWorking)
	r.GET("/guide", s.guide)
	r.GET("/guide/:key", s.term)

	r.POST("/units", s.setUnits)
	r.POST("/clock", s.stepClock)
}

func (s *Site) headers() gin.HandlerFunc {
	h := secure.New(secure.Options{
		ContentSecurityPolicy: contentPolicy,
		ContentTypeNosniff:    true,
		FrameDeny:             true,
		ReferrerPolicy:        "same-origin",
	})
	return func(c *gin.Context) {
		if err := h.Process(c.Writer, c.Request); err != nil {
			c.Abort()
		}
	}
}

func limitForm(c *gin.Context) {
	c.Request.Body = http.MaxBytesReader(c.Writer, c.Request.Body, maxForm)
}

func (s *Site) recovered(c *gin.Context, cause any) {
	s.fail(c, fmt.Errorf("panic: %v", cause))
}

// fail answers a request that cannot be answered otherwise.
func (s *Site) fail(c *gin.Context, err error) {
	status, said := http.StatusInternalServerError, "Something went wrong on our side. What was saved before is safe; try again."
	if errors.Is(err, garden.ErrNotFound) {
		status, said = http.StatusNotFound, "There is nothing at this address. It may have been mistyped, or belong to another garden."
	} else {
		slog.Error("request failed", "method", c.Request.Method, "path", c.Request.URL.Path, "error", err)
	}
	c.Abort()
	s.render(c, status, "message", view{Title: "Not here", Body: said})
}

// fragment reports whether htmx asks for a part of a page.
func fragment(c *gin.Context) bool { return c.GetHeader("HX-Request") == "true" }

// back is where a form came from on this site, "/" when unknown.
func back(c *gin.Context) string {
	to := c.PostForm("back")
	if !strings.HasPrefix(to, "/") || strings.HasPrefix(to, "//") || strings.Contains(to, "\\") {
		return "/"
	}
	return to
}
