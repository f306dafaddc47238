package web_test

import (
	"context"
	"errors"
	"fmt"
	"math"
	"math/rand/v2"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/station"
	"glebata/store"
	"glebata/web"
	"glebata/web/frame"
)

// chaos calls use cases at random on a real file, and after each write that was
// accepted opens every page.
type chaos struct {
	t     *testing.T
	rng   *rand.Rand
	g     *garden.Garden
	pages http.Handler
	clock *clock
	keys  []string
	seed  uint64
	step  int
	last  string // the call that was made
}

// deep is set by make deep: then each check is made in full, else one of each kind.
var deep = os.Getenv("GLEBATA_DEEP") != ""

// steps of one run: as GLEBATA_CHAOS says, a number or a time.
func chaosFor() (steps int, until time.Time) {
	how := os.Getenv("GLEBATA_CHAOS")
	if n, err := strconv.Atoi(how); err == nil {
		return n, time.Time{}
	}
	if d, err := time.ParseDuration(how); err == nil {
		return math.MaxInt, time.Now().Add(d)
	}
	if deep {
		return 2000, time.Time{}
	}
	return 150, time.Time{}
}

// Nothing typed can break a garden: whatever is called, in whatever order, on whatever
// day, is kept or refused in words, and every page goes on answering.
func TestChaos(t *testing.T) {
	seed := uint64(time.Now().UnixNano())
	if n, err := strconv.ParseUint(os.Getenv("GLEBATA_CHAOS_SEED"), 10, 64); err == nil {
		seed = n
	}
	steps, until := chaosFor()
	t.Logf("seed %d (GLEBATA_CHAOS_SEED=%d runs it again)", seed, seed)
	const runs = 2
	var all sync.WaitGroup
	var accepted, made [runs]int
	for run := range runs {
		all.Go(func() {
			c := newChaos(t, seed+uint64(run))
			for c.step = 0; c.step < steps/runs && !t.Failed() && (until.IsZero() || time.Now().Before(until)); c.step++ {
				if c.step%250 == 249 && until.IsZero() || c.step%1000 == 999 {
					c = c.again()
				}
				if c.call() {
					accepted[run]++
					c.everyPage()
				}
				made[run]++
			}
		})
	}
	all.Wait()
	t.Logf("%d steps, %d accepted", made[0]+made[1], accepted[0]+accepted[1])
	if n, a := made[0]+made[1], accepted[0]+accepted[1]; !t.Failed() && (a < n/10 || a > n*9/10) {
		t.Errorf("%d of %d calls were accepted: the calls are not what they should be", a, n)
	}
}

func newChaos(t *testing.T, seed uint64) *chaos {
	s, err := store.Open(context.Background(), filepath.Join(t.TempDir(), fmt.Sprint("chaos-", seed, ".glebata")), store.Throwaway)
	if err != nil {
		t.Error(err)
		return nil
	}
	t.Cleanup(func() { _ = s.Close() })
	c := &chaos{t: t, seed: seed, rng: rand.New(rand.NewPCG(seed, 1)), clock: &clock{measure.Date(2026, 5, 20)}}
	c.g = garden.Open(s, station.NewWeather(seed))
	if c.pages, err = web.New(c.g, c.clock, station.NewDevices(seed), frame.Options{}); err != nil {
		t.Error(err)
	}
	return c
}

// again begins with an empty garden, from the same numbers on.
func (c *chaos) again() *chaos {
	next := newChaos(c.t, c.seed+1000)
	next.step = c.step
	return next
}

func (c *chaos) failed(what string, args ...any) {
	c.t.Errorf("seed %d, step %d, %s: %s", c.seed, c.step, c.last, fmt.Sprintf(what, args...))
}

// oneOf some values; hostile ones come now and then.
func oneOf[T any](c *chaos, values ...T) T { return values[c.rng.IntN(len(values))] }

func (c *chaos) now(oneIn int) bool { return c.rng.IntN(oneIn) == 0 }

// number about a size, and now and then one that nobody means.
func (c *chaos) number(about float64) float64 {
	if c.now(12) {
		return oneOf(c, 0, -1, -about, math.NaN(), math.Inf(1), math.Inf(-1), 1e308, 1e-9, about*1000, 1e7)
	}
	return about * (0.3 + 1.4*c.rng.Float64())
}

func (c *chaos) count(about int) int {
	if c.now(15) {
		return oneOf(c, 0, -1, 1_000_000, math.MaxInt32, math.MinInt32)
	}
	return 1 + c.rng.IntN(2*about)
}

func (c *chaos) text() string {
	if c.now(8) {
		return oneOf(c, "", " ", strings.Repeat("x", 5000), "a\x00b\x07", "\xff\xfe", "<script>", `"'&`, "=1+1", "🥔", "a,b=c;d\n", "\u202e", "../..", strings.Repeat("é", 40))
	}
	return oneOf(c, "Harbour Lantern", "cask", "Lower step", "blue bucket", "roof", "meal", "shore", "hedge", "sand") + oneOf(c, "", " 2", " 3", "-x")
}

func (c *chaos) label() string {
	if c.now(10) {
		return c.text()
	}
	return oneOf(c, "R", "A", "P", "S", "L") + strconv.Itoa(1+c.rng.IntN(9))
}

func (c *chaos) day() measure.Day {
	today := c.clock.Today()
	switch c.rng.IntN(14) {
	case 0:
		return oneOf(c, 0, today+1, today+400, today-36*366, math.MaxInt32, -1_000_000, measure.Date(1, 1, 1))
	case 1, 2, 3, 4:
		return today
	}
	return today - measure.Day(c.rng.IntN(60))
}

// id of something that may be there.
func (c *chaos) id() logbook.ID {
	if c.now(15) {
		return oneOf(c, logbook.ID(0), -1, 999_999, math.MaxInt64)
	}
	return logbook.ID(1 + c.rng.IntN(8))
}

// entry of a log that may be there.
func (c *chaos) entry() logbook.ID { return logbook.ID(1 + c.rng.IntN(60)) }

func (c *chaos) request() garden.Request {
	a := garden.Request{Key: fmt.Sprintf("k%d-%d", c.seed, c.step), Today: c.clock.Today()}
	switch {
	case c.now(25) && len(c.keys) > 0:
		a.Key = oneOf(c, c.keys...) // a page that was sent before
	case c.now(60):
		a.Key = oneOf(c, "", strings.Repeat("k", 300), "\x00")
	}
	c.keys = append(c.keys, a.Key)
	return a
}

func (c *chaos) masses(about float64) []measure.Mass {
	out := make([]measure.Mass, c.rng.IntN(5))
	for i := range out {
		out[i] = measure.Mass(c.number(about))
	}
	return out
}

func (c *chaos) shelter() climate.Shelter {
	if c.now(20) {
		return climate.Shelter(c.text())
	}
	return oneOf(c, climate.Shelters()...)
}

// call one use case; true when it was accepted.
func (c *chaos) call() bool {
	calls := []struct {
		name string
		do   func(context.Context) error
	}{
		{"clock", c.stepClock}, {"variety", c.addVariety}, {"model", c.addModel}, {"bags", c.addBags}, {"look after", c.lookAfter}, {"spot", c.moveBag},
		{"terrace", c.saveTerrace}, {"site", c.saveSite}, {"plan", c.planBag}, {"plan", c.planBag}, {"care", c.careFor}, {"care", c.careFor}, {"care for many", c.careForMany}, {"undo many", c.undoMany}, {"overdue", c.answerOverdue}, {"water", c.waterAsked}, {"correct", c.correct}, {"correct", c.correct}, {"retire", c.retire}, {"delete", c.remove}, {"past", c.bringIn}, {"first", c.keepFirst}, {"proposed", c.planProposed}, {"timing", c.setTiming},
		{"record", c.record}, {"record", c.record}, {"record", c.record}, {"record", c.record}, {"record", c.record}, {"job", c.doJob}, {"job", c.doJob},
		{"undo", c.undo}, {"undo", c.undo}, {"lot", c.addLot}, {"tray", c.addTray}, {"seed", c.recordSeed}, {"seed", c.recordSeed}, {"undo seed", c.undoSeed},
		{"allot", c.allot}, {"start", c.start}, {"nursery", c.recordNursery}, {"nursery", c.recordNursery}, {"undo nursery", c.undoNursery},
		{"transplant", c.transplant}, {"product", c.addProduct}, {"stock", c.stock}, {"mix", c.addMix}, {"component", c.setComponent},
		{"weather", c.importWeather}, {"undo weather", c.undoWeather}, {"settings", c.setSettings},
	}
	pick := calls[c.rng.IntN(len(calls))]
	if c.step < 12 { // something to begin with
		pick = calls[[]int{1, 2, 3, 1, 2, 3, 8, 8, 8, 21, 27, 32}[c.step]]
	}
	c.last = pick.name
	err := pick.do(context.Background())
	var refused logbook.Faults
	switch {
	case err == nil:
		return true
	case errors.As(err, &refused) && len(refused) > 0 && refused.Error() != "", errors.Is(err, logbook.ErrNotFound), errors.Is(err, logbook.ErrSentOtherwise):
		return false
	}
	c.failed("%v", err)
	return false
}

// everyPage of the garden answers, with what it shows or with where it leads.
func (c *chaos) everyPage() {
	v, err := c.g.Look(context.Background(), c.clock.Today())
	if err != nil {
		c.failed("%v", err)
		return
	}
	paths := []string{
		"/", "/walk", "/plan", "/plan/design", "/plan/proposal", "/plan/proposal?seed=plenty&people=3", "/plan/shopping", "/plan/shopping.csv", "/plan/outlook", "/plan/medium", "/plan/season",
		"/calendar.ics", "/plan/succession", "/bags", "/terrace", "/seed", "/seed/allot", "/seed/nursery", "/labels", "/labels/plain", "/compare", "/compare.csv", "/compare/trials", "/compare/poor", "/compare/seasons", "/compare/money", "/site", "/weather", "/weather.csv", "/guide", "/today/working/mix", "/correct", "/entries", "/walk/overdue", "/tonight", "/water/away", "/ask", "/more", "/harvest-sheet", "/ask?litres=70&class=sweet-mid&climate=highland",
	}
	cat, err := v.Catalogue()
	if err != nil {
		c.failed("%v", err)
	}
	for _, b := range cat.Bags {
		paths = append(paths, "/bags/"+b.Label, fmt.Sprintf("/plan?bag=%d&variety=1", b.ID))
		h, err := v.BagLabelled(b.Label)
		if err != nil {
			c.failed("bag %s: %v", b.Label, err)
		}
		for i := range h.Plantings {
			at := fmt.Sprintf("/plantings/%d", h.Plantings[i].Planting.ID)
			paths = append(paths, at, at+"/ladder", at+"/weigh", at+"/water", at+"/leaf?which=old&looks=pale", at+"/card", at+"/working/ready", fmt.Sprintf("/plan/season?line=%d", h.Plantings[i].Planting.ID))
		}
	}
	bench, err := v.Bench()
	if err != nil {
		c.failed("%v", err)
	}
	for i := range bench.Trays {
		paths = append(paths, fmt.Sprintf("/seed/trays/%d", bench.Trays[i].ID))
	}
	for _, path := range paths {
		res := httptest.NewRecorder()
		req := httptest.NewRequest(http.MethodGet, "http://localhost"+path, nil)
		c.pages.ServeHTTP(res, req)
		ok := res.Code == http.StatusOK || res.Code == http.StatusSeeOther || res.Code == http.StatusNotFound && strings.Contains(path, "/working/")
		if !ok {
			c.failed("%s answers %d", path, res.Code)
		}
	}
}
