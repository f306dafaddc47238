package web

import (
	"fmt"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
)

// rowScale is the scale of the Row in px per mm: 2.5 px per cm.
const rowScale = 0.25

// strip is the bags of one standing place.
type strip struct {
	Place draw.Text
	Bags  []rowBag
}

// rowBag is one bag of the Row. It and line are flat, and hold words already
// put in the grower's units, because a page has hundreds of them.
type rowBag struct {
	Class       draw.Mark
	Label, Name draw.Text
	PxW, PxH    int
	Section     draw.Section
}

// row is the Row: every bag in section, to one scale, and what its drawings
// refer to.
type row struct {
	Defs   draw.Defs
	Strips []strip
}

func makeRow(bags []forecast.PlantingForecast, sys measure.System) row {
	var r row
	for i := range bags {
		st := &bags[i]
		place := draw.Escape(st.Bag.Place.Name)
		if len(r.Strips) == 0 || r.Strips[len(r.Strips)-1].Place != place {
			r.Strips = append(r.Strips, strip{Place: place})
		}
		s := &r.Strips[len(r.Strips)-1]
		b := rowBag{Class: "b", Label: draw.Escape(st.Bag.Label), Name: draw.Escape(st.Variety.Name)}
		if st.Stage == logbook.StagePlanned {
			b.Class = "b planned"
		}
		b.Section = draw.NewSection(draw.Look{Standing: st, Units: sys, Gauge: true}, &r.Defs)
		b.PxW, b.PxH = draw.Px(b.Section.W, rowScale), draw.Px(b.Section.H, rowScale)
		s.Bags = append(s.Bags, b)
	}
	return r
}

// line is one bag of the table below the Row.
type line struct {
	ID             logbook.ID
	Label, Variety draw.Text
	Planted, Seed  draw.Text
	Weighed        bool // Seed is a weight and shows its working
	Level, Stems   draw.Text
	Next           draw.Text // loose litres of the next layer
	Due            draw.Mark // kind of the job when it is due
	Tag            draw.Text
}

func newLine(st *forecast.PlantingForecast, sys measure.System) line {
	l := line{
		ID: st.Planting.ID, Label: draw.Escape(st.Bag.Label), Variety: draw.Escape(st.Variety.Name),
		Planted: "planned", Tag: draw.Escape(st.Job.Tag.In(sys)),
	}
	if st.Job.Due() {
		l.Due = draw.Mark(st.Job.Kind)
	}
	if next := st.Upcoming(); next != nil {
		l.Next = draw.Escape(sys.Carried(next.Loose))
	}
	l.Seed = draw.Escape(seedOf(st).In(sys))
	if st.Stage == logbook.StagePlanned {
		return l
	}
	l.Planted, l.Level, l.Weighed = draw.Escape(st.State.Planted.Short()), draw.Escape(sys.Length(st.Bag.Model.Shape.Told(st.Level))), st.State.Seed > 0
	if stem, ok := st.Shows(); ok {
		l.Stems = draw.Escape(sys.Length(stem))
	}
	return l
}

type todayBody struct {
	Row       row
	Lines     []line
	Bags, Due int
	Loose     measure.Loads // to bring for the raises that are due
	Ask       form.Form     // the question that comes first, where nothing is planned
	Left      []leftLine
	Notes     []note
	Ahead     []forecast.Lead
	AheadCare []form.Caution
	More      int // of what leads up, not listed
	Walk      walk
	Done      *doneLine // logged just now
	Said      string
	Wrong     string // why a form of the page was not kept
	Aside     []asideLine
	Kept      keptTogether
	Water     *waterWalk
	Night     *nightView // the first that comes near freezing
	Hot       []hotView  // days ahead
	Out       *outView
	Source    string // of the weather
	Blight    *blightView
}

// maxAhead that the first page lists of what leads up to planting.
const maxAhead = 5

func (s *Site) today(c *gin.Context) error { return s.todayPage(c, http.StatusOK, "") }

// todayRefused shows the first page with why a form of it was not kept.
func (s *Site) todayRefused(c *gin.Context) func(r *reading) error {
	return func(r *reading) error {
		return s.todayPage(c, http.StatusUnprocessableEntity, r.Faults[0].Says.In(r.Units))
	}
}

func (s *Site) todayPage(c *gin.Context, status int, wrong string) error {
	look, bags, sys, err := s.atRow(c)
	if err != nil {
		return err
	}
	day := s.dayOf(c)
	body := todayBody{Row: makeRow(bags, sys), Lines: make([]line, len(bags)), Loose: forecast.Mix(bags)}
	for i := range bags {
		b := &bags[i]
		body.Lines[i] = newLine(b, sys)
	}
	body.Bags, body.Due = forecast.BagsDue(bags)
	body.Walk = newWalk(bags, 0, maxStops, sys, day)
	if body.Walk.Unlike, err = unlikeTrials(look, sys); err != nil {
		return err
	}
	if err := body.outdoors(look, bags, sys); err != nil {
		return err
	}
	body.Wrong = wrong
	body.Said, body.Kept.Back = s.said(c), "/"
	if err := body.Kept.kept(look, c.Query("group"), sys); err != nil {
		return err
	}
	for i, d := range body.Walk.Done {
		if c.Query("done") == fmt.Sprint(d.L.ID) {
			body.Done = &body.Walk.Done[i]
		}
	}
	if len(bags) == 0 {
		if body.Ask, err = s.question(c, look); err != nil {
			return err
		}
	}
	started, err := look.Started(bags)
	if err != nil {
		return err
	}
	if !started.Ready() {
		body.Left = leftLines(started)
	}
	if err := s.lookAhead(c, &body, bags, sys); err != nil {
		return err
	}
	aside, err := look.SetAside()
	if err != nil {
		return err
	}
	body.Aside = asideLines(aside, sys)
	if len(body.Loose) > 0 {
		body.Notes = []note{newNote(forecast.MixWorking(bags), "All bags", sys)}
	}
	s.render(c, status, "today", view{Title: day.Long(), Stage: "Today", Body: body})
	return nil
}

// lookAhead puts what leads up to planting in the body.
func (s *Site) lookAhead(c *gin.Context, body *todayBody, bags []forecast.PlantingForecast, sys measure.System) error {
	look, err := s.look(c)
	if err != nil {
		return err
	}
	ahead, err := look.LookAhead(bags)
	if err != nil {
		return err
	}
	body.Ahead = ahead[:min(len(ahead), maxAhead)]
	body.AheadCare = leadCautions(body.Ahead)
	body.More = len(ahead) - len(body.Ahead)
	return nil
}

// outdoors puts the day's water, the night ahead and blight into the body.
func (b *todayBody) outdoors(look *garden.View, bags []forecast.PlantingForecast, sys measure.System) (err error) {
	b.Source = look.WeatherName()
	if b.Water, err = newWaterWalk(bags, look, sys); err != nil {
		return err
	}
	list, out, err := nights(look, bags, sys)
	if err != nil {
		return err
	}
	if b.Out = out; len(list) > 0 {
		b.Night = &list[0]
	}
	if b.Hot, err = hotDays(look, bags, sys); err != nil {
		return err
	}
	b.Blight, err = blightWarning(look, bags)
	return err
}
