package web

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net/http"
	"net/url"
	"os"
	"runtime/debug"
	"strings"

	"github.com/gin-contrib/gzip"
	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/web/form"
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

// Devices are stand-ins for a kitchen scale, a moisture probe and a soil thermometer.
type Devices interface {
	// Reading of the n-th thing put on the scale.
	Reading(n int) measure.Mass
	// Moisture in %, the n-th time, where a share theta of the available water is left.
	Moisture(theta float64, n int) float64
	// Gross of the n-th container of tubers on the scale, read the k-th time, where so much was
	// expected.
	Gross(expected measure.Mass, n, k int) measure.Mass
	// Tare of the n-th empty container on it, read the k-th time.
	Tare(n, k int) measure.Mass
	// Medium's warmth, the n-th time, where it has so many °C.
	Medium(at measure.Temperature, n int) measure.Temperature
}

// Site serves the pages of one garden. Make it with New.
type Site struct {
	garden  *garden.Garden
	clock   Clock
	devices Devices
	assets  *assets
	pages   *pages

	flashes flashes
}

// contentPolicy lets a page load only what the program itself serves, and run
// no script and apply no style that stands in a page.
const contentPolicy = "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self'; " +
	"connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"

// New makes the handler of all pages. Devices are stand-ins, nil where there are
// none. It fails only when the embedded files are
// broken.
func New(g *garden.Garden, clock Clock, devices Devices, o Options) (http.Handler, error) {
	a, err := loadAssets()
	if err != nil {
		return nil, err
	}
	p, err := loadPages(a)
	if err != nil {
		return nil, fmt.Errorf("loading pages: %w", err)
	}
	f, err := newFlashes()
	if err != nil {
		return nil, err
	}
	s := &Site{garden: g, clock: clock, devices: devices, assets: a, pages: p, flashes: f}
	gin.SetMode(gin.ReleaseMode)
	r := gin.New()
	r.HandleMethodNotAllowed = true
	r.Use(gin.CustomRecoveryWithWriter(nil, s.recovered))
	r.GET("/static/*file", a.serve)
	pages := r.Group("/", gzip.Gzip(gzip.BestSpeed), s.readForm)
	s.routes(pages)
	r.NoRoute(func(c *gin.Context) { s.fail(c, logbook.ErrNotFound) })
	r.NoMethod(func(c *gin.Context) { s.fail(c, errMethod) })
	return paced(guarded(o, r), cmp.Or(o.Standstill, standstill)), nil
}

func (s *Site) routes(r *gin.RouterGroup) {
	r.GET("/", s.handle(s.today))
	r.GET("/today/working/mix", s.handle(s.mixWorking))
	r.GET("/today/working/water", s.handle(s.waterSumWorking))
	r.GET("/tonight/working/:id/:lead", s.handle(s.frostWorking("bag")))
	r.GET("/tonight/pots/:id/:lead", s.handle(s.frostWorking("pot")))
	r.GET("/walk", s.handle(s.walkPage))
	r.POST("/walk", s.handle(s.tick))
	r.GET(overdueAddress, s.handle(s.overdue))
	r.POST(overdueAddress, s.handle(s.answerOverdue))
	r.POST("/ahead", s.handle(s.tickAhead))
	r.GET(tonightAddress, s.handle(s.tonight))
	r.GET("/plantings/:id/sheet", s.handle(s.ticket))
	r.GET("/plantings/:id/sheet/:figure", s.handle(s.ticketWorking))
	r.GET(liftAddress, s.handle(s.liftPage))
	r.GET("/lift/working/:id/:figure", s.handle(s.liftWorking))
	r.GET("/lift/enough", s.handle(s.enoughWorking))
	r.GET("/tonight/room/:shelter/:lead", s.handle(s.roomWorking))
	r.GET("/lift/pool", s.handle(s.poolPage))
	r.POST("/lift/pool", s.handle(s.pool))
	r.POST("/lift/volunteers", s.handle(s.strays))
	r.GET("/lift/paper", s.handle(s.paperPage))
	r.POST("/lift/paper/read", s.handle(s.readPaper))
	r.POST("/lift/paper", s.handle(s.keepPaper))
	r.POST(tonightAddress, s.handle(s.protectTonight))
	r.POST("/tonight/blight", s.handle(s.lookedForBlight))
	r.POST("/water", s.handle(s.watered))
	r.GET("/water", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/") })
	r.GET("/water/away", s.handle(s.away))
	r.GET("/plantings/:id/leaf", s.handle(s.leaf))
	r.GET("/plantings/:id/water", s.handle(s.waterPage))
	r.GET("/ahead", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/") })
	r.GET("/plantings/:id/ladder", s.handle(s.ladder))
	r.GET("/plantings/:id/later/:job", s.handle(s.later))
	r.POST("/plantings/:id/later/:job", s.handle(s.putOff))

	r.GET("/plan", s.handle(s.plan))
	r.POST("/plan", s.handle(s.savePlan))
	r.GET("/plan/working/:figure", s.handle(s.planWorking))
	r.GET(manyPlansAddress, s.handle(s.manyPlans))
	r.POST(manyPlansAddress, s.handle(s.savePlans))
	r.POST("/plan/many/read", s.handle(s.readPlans))
	r.POST("/plan/many/undo", s.handle(s.undoPlans))
	r.GET("/plan/design", s.handle(s.design))
	r.GET("/plan/design/working/:figure", s.handle(s.designWorking))
	r.GET("/plan/proposal", s.handle(s.proposal))
	r.POST("/plan/proposal", s.handle(s.planProposed))
	r.GET("/plan/shopping", s.handle(s.shopping))
	r.GET("/plan/shopping.csv", s.handle(s.shoppingCSV))
	r.POST("/plan/shopping/products", s.handle(s.addProduct))
	r.GET("/plan/outlook", s.handle(s.outlook))
	r.GET("/plan/medium", s.handle(s.medium))
	r.POST("/plan/medium/mixes", s.handle(s.addMix))
	r.POST("/plan/medium/components", s.handle(s.setComponent))
	r.POST("/plan/medium/handful", s.handle(s.setHandful))
	r.GET("/plantings/:id/feed", s.handle(s.feedWorking))
	r.POST("/plan/shopping/stock", s.handle(s.stock))
	r.POST("/plan/shopping/entries/:id/undo", s.handle(s.undoStock))
	r.GET("/plan/season", s.handle(s.season))
	r.POST("/plan/season/:id", s.handle(s.saveTiming))
	r.GET("/plan/season/:id", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/plan/season?line="+c.Param("id")) })
	r.GET("/plan/succession", s.handle(s.succession))
	r.GET("/calendar.ics", s.handle(s.feed))
	r.GET("/plantings/:id/timing/:figure", s.handle(s.timingWorking))
	r.POST("/varieties", s.handle(s.addVariety))

	r.GET("/bags", s.handle(s.bags))
	r.GET("/harvest-sheet", s.handle(s.harvestSheet))
	r.POST("/bags", s.handle(s.addBags))
	r.POST("/models", s.handle(s.addModel))
	r.GET("/models/:id/working/:figure", s.handle(s.modelWorking))
	r.POST("/looked-after", s.handle(s.lookAfter))
	r.GET("/looked-after", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/bags") })
	r.GET("/terrace", s.handle(s.terrace))
	r.POST("/terrace", s.handle(s.saveTerrace))
	r.GET("/terrace/working/:id", s.handle(s.sunWorking))
	r.POST("/terrace/move", s.handle(s.moveBag))
	r.GET("/terrace/move", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/terrace") })
	r.GET("/bags/:label", s.handle(s.bag))
	r.GET("/find", s.handle(s.find))
	r.GET("/correct", s.handle(s.things))
	r.GET("/correct/:thing/:id", s.handle(s.correct))
	r.POST("/correct/:thing/:id", s.handle(s.saveCorrection))
	r.POST("/correct/:thing/:id/keep", s.handle(s.retire))

	r.GET("/plantings/:id", s.handle(s.planting))
	r.GET("/plantings/:id/weigh", s.handle(s.weighPage))
	r.GET("/plantings/:id/card", s.handle(s.card))
	r.GET("/plantings/:id/working/:figure", s.handle(s.plantingWorking))
	r.POST("/plantings/:id/photo", s.handle(s.addPhoto))
	r.GET("/photos/:id", s.handle(s.photo))
	r.POST("/plantings/:id/:doing", s.handle(s.record))
	// The addresses that forms are sent to lead back when they are opened.
	r.GET("/plantings/:id/:doing", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/plantings/"+c.Param("id")) })
	r.GET("/models", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/bags") })
	r.GET("/varieties", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/plan") })
	r.POST("/entries/:id/undo", s.handle(s.undo))
	r.GET("/more", s.handle(s.more))
	r.GET("/ask", s.handle(s.ask))
	r.GET("/ask/working/:figure", s.handle(s.askWorking))
	r.POST("/ask/keep", s.handle(s.keepFirst))
	r.GET("/ask/keep", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/ask") })
	r.GET("/compare/bring", s.handle(s.bring))
	r.POST("/compare/bring", s.handle(s.keepNotebook))
	r.POST("/compare/bring/read", s.handle(s.readNotebook))
	r.GET("/compare/others", s.handle(s.others))
	r.POST("/compare/others", s.handle(s.takeIn))
	r.POST("/compare/others/leave", s.handle(s.leaveOut))
	r.GET("/entries", s.handle(s.many))
	r.POST("/entries", s.handle(s.saveMany))
	r.POST("/entries/undo", s.handle(s.undoMany))
	r.GET("/read/:what", s.handle(s.read))

	r.GET("/seed", s.handle(s.seedBench))
	r.POST("/seed/lots", s.handle(s.addLot))
	r.POST("/seed/trays", s.handle(s.addTray))
	r.GET("/seed/trays/:id", s.handle(s.tray))
	r.POST("/seed/trays/:id/:doing", s.handle(s.recordSeed))
	r.GET("/seed/trays/:id/:tuber/working/:figure", s.handle(s.seedWorking))
	r.POST("/seed/entries/:id/undo", s.handle(s.undoSeed))
	r.GET("/seed/allot", s.handle(s.allot))
	r.POST("/seed/allot", s.handle(s.confirmAllotment))
	r.GET("/seed/allot/working/spread", s.handle(s.allotWorking))
	r.GET("/seed/nursery", s.handle(s.nursery))
	r.POST("/seed/nursery/pots", s.handle(s.startPot))
	r.POST("/seed/nursery/roots", s.handle(s.startRoot))
	r.POST("/seed/nursery/:id/log", s.handle(s.recordNursery))
	r.GET("/seed/nursery/water/:id", s.handle(s.potWorking))
	r.POST("/seed/nursery/entries/:id/undo", s.handle(s.undoNursery))
	r.GET("/seed/nursery/working/:variety", s.handle(s.slipsWorking))
	for _, form := range []string{"/plan/many/read", "/plan/many/undo", "/plan/shopping/products", "/plan/medium/mixes", "/plan/medium/components", "/plan/medium/handful", "/plan/shopping/stock", "/seed/lots", "/seed/trays", "/seed/nursery/pots", "/seed/nursery/roots"} {
		r.GET(form, func(c *gin.Context) {
			c.Redirect(http.StatusSeeOther, c.Request.URL.Path[:strings.LastIndex(c.Request.URL.Path, "/")])
		})
	}
	r.GET("/labels", s.handle(s.labels))
	r.GET("/labels/plain", s.handle(s.plainLabels))
	r.GET("/labels.pdf", s.handle(s.labelsPDF))

	r.GET("/compare", s.handle(s.compare))
	r.GET("/compare.csv", s.handle(s.compareCSV))
	r.GET("/compare/seasons", s.handle(s.seasons))
	r.GET("/compare/seasons/working/:figure", s.handle(s.seasonWorking))
	r.GET("/compare/money", s.handle(s.money))
	r.POST("/compare/money", s.handle(s.setPrices))
	r.GET("/compare/money/working/:figure", s.handle(s.moneyWorking))
	r.GET("/compare/poor", s.handle(s.poor))
	r.GET("/plantings/:id/why", s.handle(s.why))
	r.GET("/plantings/:id/why/:figure", s.handle(s.whyWorking))
	r.GET("/compare/trials", s.handle(s.trials))
	r.POST("/compare/trials", s.handle(s.layTrial))
	r.GET("/compare/trials/working/power", s.handle(s.powerWorking))
	r.GET("/compare/trials/working/vary", s.handle(s.varyWorking))
	r.GET("/compare/trials/:id", s.handle(s.trialSheet))
	r.GET("/compare/trials/:id/working/:figure", s.handle(s.trialWorking))
	r.POST("/compare/trials/:id/:doing", s.handle(s.dropTrial))
	r.GET("/compare/working/:figure", s.handle(s.compareWorking))

	r.GET("/site", s.handle(s.site))
	r.POST("/site", s.handle(s.saveSite))
	r.GET("/site/working/:shelter", s.handle(s.siteWorking))
	r.GET("/weather", s.handle(s.weather))
	r.POST("/weather", s.handle(s.importWeather))
	r.POST("/weather/typed", s.handle(s.typeWeather))
	r.POST("/tonight/heard", s.handle(s.heardNight))
	r.GET("/tonight/heard", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, tonightAddress) })
	r.POST("/weather/month", s.handle(s.typeMonth))
	r.GET("/weather/month", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/weather") })
	r.POST("/weather/rained", s.handle(s.rained))
	r.GET("/weather/rained", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/weather") })
	r.GET("/weather/typed", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/weather") })
	r.POST("/weather/read", s.handle(s.readWeather))
	r.GET("/weather/read", func(c *gin.Context) { c.Redirect(http.StatusSeeOther, "/weather") })
	r.POST("/weather/imports/:id/undo", s.handle(s.undoWeather))
	r.GET("/weather.csv", s.handle(s.exportWeather))
	r.GET("/guide", s.guide)
	r.GET("/guide/:key", s.handle(s.term))

	r.POST("/units", s.handle(s.setUnits))
	r.POST("/clock", s.stepClock)
}

// does makes a handler of one that may fail: the failure is answered in words.
func (s *Site) handle(h func(*gin.Context) error) gin.HandlerFunc {
	return func(c *gin.Context) {
		if err := h(c); err != nil {
			s.fail(c, err)
		}
	}
}

// errMethod is an address that is asked in a way it does not know.
var errMethod = errors.New("method not allowed")

// recovered from a panic: where it came from is logged.
func (s *Site) recovered(c *gin.Context, cause any) {
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

// fail answers a request that cannot be answered otherwise. What went wrong on our side is
// logged under a number, and the answer has the number to find it by.
func (s *Site) fail(c *gin.Context, err error) {
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
func (s *Site) tell(c *gin.Context, status int, words string) {
	if c.Writer.Written() { // a part of another answer has gone out: this connection is of no more use
		return
	}
	v := view{Title: "Not here", Body: words}
	if err := s.surround(c, &v); err != nil {
		slog.Warn("what stands around a page could not be read", "path", c.Request.URL.Path, "error", err)
	}
	s.send(c, status, "message", v)
}

// fragment reports whether htmx asks for a part of a page.
func fragment(c *gin.Context) bool { return c.GetHeader("HX-Request") == "true" }

// back is where a form came from on this site, "/" when unknown.
func back(c *gin.Context) string {
	to := c.PostForm("back")
	at, err := url.Parse(to)
	if err != nil || at.Scheme != "" || at.Host != "" || at.User != nil || !strings.HasPrefix(to, "/") || strings.HasPrefix(to, "//") || strings.Contains(to, "\\") {
		return "/"
	}
	return to
}
