package today

import (
	"fmt"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	bagspages "glebata/web/bags"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
	planpages "glebata/web/plan"
)

// strip is the bags of one standing place.
type strip struct {
	Place draw.Text
	Bags  []parts.RowBag
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
		b := parts.RowBag{Class: "b", Label: draw.Escape(st.Bag.Label), Name: draw.Escape(st.Variety.Name)}
		if st.Stage == logbook.StagePlanned {
			b.Class = "b planned"
		}
		b.Section = draw.NewSection(draw.Look{Planting: st, Units: sys, Gauge: true}, &r.Defs)
		b.PxW, b.PxH = draw.Px(b.Section.W, parts.RowScale), draw.Px(b.Section.H, parts.RowScale)
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
	l.Seed = draw.Escape(parts.SeedOf(st).In(sys))
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
	Left      []planpages.LeftLine
	Notes     []parts.Note
	Ahead     []forecast.Lead
	AheadCare []form.Caution
	More      int // of what leads up, not listed
	Walk      walk
	Done      *doneLine // logged just now
	Said      string
	Wrong     string // why a form of the page was not kept
	Aside     []parts.AsideLine
	Kept      parts.KeptTogether
	Water     *bagspages.WaterWalk
	Night     *parts.NightView // the first that comes near freezing
	Hot       []hotView        // days ahead
	Out       *outView
	Source    string // of the weather
	Blight    *parts.BlightView
}

// maxAhead that the first page lists of what leads up to planting.
const maxAhead = 5

func (s *Pages) today(c *gin.Context) error { return s.todayPage(c, http.StatusOK, "") }

// todayRefused shows the first page with why a form of it was not kept.
func (s *Pages) todayRefused(c *gin.Context) func(r *frame.Reading) error {
	return func(r *frame.Reading) error {
		return s.todayPage(c, http.StatusUnprocessableEntity, r.Faults[0].Says.In(r.Units))
	}
}

func (s *Pages) todayPage(c *gin.Context, status int, wrong string) error {
	look, bags, sys, err := s.AtRow(c)
	if err != nil {
		return err
	}
	day := s.DayOf(c)
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
	body.Said, body.Kept.Back = s.Said(c), "/"
	if err := body.Kept.Kept(look, c.Query("group"), sys); err != nil {
		return err
	}
	for i, d := range body.Walk.Done {
		if c.Query("done") == fmt.Sprint(d.L.ID) {
			body.Done = &body.Walk.Done[i]
		}
	}
	if len(bags) == 0 {
		if body.Ask, err = planpages.At(s.Frame).Question(c, look); err != nil {
			return err
		}
	}
	started, err := look.Started(bags)
	if err != nil {
		return err
	}
	if !started.Ready() {
		body.Left = planpages.LeftLines(started)
	}
	if err := s.lookAhead(c, &body, bags, sys); err != nil {
		return err
	}
	aside, err := look.SetAside()
	if err != nil {
		return err
	}
	body.Aside = parts.AsideLines(aside, sys)
	if len(body.Loose) > 0 {
		body.Notes = []parts.Note{parts.NewNote(forecast.MixWorking(bags), "All bags", sys)}
	}
	s.Render(c, status, "today", frame.View{Title: day.Long(), Stage: "Today", Body: body})
	return nil
}

// lookAhead puts what leads up to planting in the body.
func (s *Pages) lookAhead(c *gin.Context, body *todayBody, bags []forecast.PlantingForecast, sys measure.System) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	ahead, err := look.LookAhead(bags)
	if err != nil {
		return err
	}
	body.Ahead = ahead[:min(len(ahead), maxAhead)]
	body.AheadCare = parts.LeadCautions(body.Ahead)
	body.More = len(ahead) - len(body.Ahead)
	return nil
}

// outdoors puts the day's water, the night ahead and blight into the body.
func (b *todayBody) outdoors(look *garden.View, bags []forecast.PlantingForecast, sys measure.System) (err error) {
	b.Source = look.WeatherName()
	if b.Water, err = bagspages.NewWaterWalk(bags, look, sys); err != nil {
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
	b.Blight, err = parts.BlightWarning(look, bags)
	return err
}

// mixWorking is of the medium for today's raises.
func (s *Pages) mixWorking(c *gin.Context) error {
	_, row, _, err := s.AtRow(c)
	if err != nil {
		return err
	}
	return s.AnswerWorking(c, forecast.MixWorking(row), "All bags")
}

// waterSumWorking is of what all bags ask for.
func (s *Pages) waterSumWorking(c *gin.Context) error {
	_, row, _, err := s.AtRow(c)
	if err != nil {
		return err
	}
	return s.AnswerWorking(c, forecast.WaterSumWorking(row), "All bags")
}
