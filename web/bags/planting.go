package bags

import (
	"fmt"
	"net/http"
	"net/url"
	"slices"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

type plantingBody struct {
	Bag     logbook.Bag
	S       *forecast.PlantingForecast // nil when the bag is free
	Drawing parts.Drawing
	Forms   []form.Form
	Did     []form.Form // what was done beside raising and weighing
	Saw     []form.Form
	Wait    string // nothing is lifted before, because of a treatment
	Photos  []photoLine
	Log     []parts.LogLine
	Others  []forecast.PlantingForecast // earlier plantings of this bag
	Beside  []forecast.PlantingForecast // that share it
	Notes   []parts.Note
	Trials  []trialOf      // that it is in
	Done    *parts.LogLine // the entry just made, to be taken back
	Said    string
	Error   string
	Loose   measure.Loads // medium of the whole plan
	Ratio   string
	Heap    *draw.Heap           // what was lifted, nil when nothing was
	Dates   *parts.Dates         // of one that is planned or grows
	Given   []logbook.PieceState // seed that is given to it
	Sum     measure.Mass         // of Given
	Outlook *forecast.YieldOutlook
	Next    []nextJob
	Aside   []parts.AsideLine
}

// nextJob is a job that comes after the most pressing one.
type nextJob struct {
	When, Tag string
}

// maxNext that are told on a bag's page.
const maxNext = 5

// nextJobs of a bag: what else is due, and what comes.
func nextJobs(st *forecast.PlantingForecast, sys measure.System) []nextJob {
	var out []nextJob
	for _, j := range st.Jobs {
		if j.Kind == st.Job.Kind || len(out) == maxNext {
			continue
		}
		n := nextJob{j.Day.Short(), j.Tag.In(sys)}
		if j.Due() {
			n.When = "today"
		}
		out = append(out, n)
	}
	return out
}

// bag is the page of a bag by its label: what is in it now, or an offer to plan.
func (s *Pages) bag(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	h, err := look.BagLabelled(c.Param("label"))
	if err != nil {
		return err
	}
	return s.plantingPage(c, http.StatusOK, h, h.Now, form.Sent{})
}

// planting is the page of one planting, finished ones too.
func (s *Pages) planting(c *gin.Context) error {
	st, h, err := s.withHistory(c, frame.PathID(c))
	if err != nil {
		return err
	}
	return s.plantingPage(c, http.StatusOK, h, &st, form.Sent{})
}

func (s *Pages) withHistory(c *gin.Context, id logbook.ID) (forecast.PlantingForecast, garden.BagHistory, error) {
	look, err := s.Look(c)
	if err != nil {
		return forecast.PlantingForecast{}, garden.BagHistory{}, err
	}
	return look.BagOfPlanting(id)
}

// open the entry of a name, where a link asks for it, and no other.
func (b *plantingBody) open(name string) {
	for _, list := range [][]form.Form{b.Forms, b.Did, b.Saw} {
		if !slices.ContainsFunc(list, func(f form.Form) bool { return f.Name == name }) {
			continue
		}
		for i := range list {
			list[i].Open = list[i].Name == name
		}
	}
}

func (s *Pages) plantingPage(c *gin.Context, status int, h garden.BagHistory, st *forecast.PlantingForecast, t form.Sent) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	sys, err := s.Units(c)
	if err != nil {
		return err
	}
	t.Units = sys
	body := plantingBody{Bag: h.Bag, S: st, Said: s.Said(c)}
	for _, p := range h.Plantings {
		if st == nil || p.Planting.ID != st.Planting.ID {
			if st != nil && p.Beside != 0 && p.Beside == st.Beside {
				body.Beside = append(body.Beside, p)
				continue
			}
			body.Others = append(body.Others, p)
		}
	}
	if st != nil {
		supply, err := s.supply(c, st)
		if err != nil {
			return err
		}
		shelf, err := newCareShelf(look)
		if err != nil {
			return err
		}
		shelf.devices = s.Devices != nil
		if body.Trials, err = trialsOf(look, st.Planting.ID); err != nil {
			return err
		}
		if st.Grown != nil {
			growing, err := look.Expected(st)
			if err != nil {
				return err
			}
			prospects, _, err := look.Prospects([]forecast.PlantingForecast{*st})
			if err != nil {
				return err
			}
			o := st.YieldOutlook(growing, prospects[st.Planting.ID], s.DayOf(c))
			body.Outlook, body.Dates = &o, parts.NewDates(st, o.Prospect, look.WeatherName())
		}
		body.Given, body.Sum = supply.given, supply.sum()
		body.Aside = parts.AsideLines(st.SetAside(), sys)
		body.tell(st, t, c.Query("done"), supply, s.DayOf(c))
		body.care(st, shelf, t, s.DayOf(c))
		if t.Form == "" {
			body.open(c.Query("open"))
		}
	}
	if t.Form == "undo" {
		body.Error = t.At("")
	}
	s.Render(c, status, "planting", frame.View{Title: "Bag " + h.Bag.Label, Stage: "Bags", Body: body})
	return nil
}

// tell fills the body from a planting.
func (b *plantingBody) tell(st *forecast.PlantingForecast, t form.Sent, done string, supply supply, today measure.Day) {
	for i := len(st.Log) - 1; i >= 0; i-- {
		e := &st.Log[i]
		line := parts.NewLogLine(st, e, t.Units)
		b.Log = append(b.Log, line)
		if done == fmt.Sprint(e.ID) {
			b.Done = &line
		}
	}
	fresh := b.Done != nil && len(st.Layers) > 0 && st.Log[len(st.Log)-1].Kind == logbook.Raised
	b.Drawing.Detail = draw.NewDetail(draw.Look{Planting: st, Units: t.Units, Fresh: fresh, Ladder: true}, &b.Drawing.Defs)
	b.Next = nextJobs(st, t.Units)
	b.Loose = st.Ladder.Loads()
	if r := parts.RatioText(st.Measures(), t.Units); r != "" {
		b.Ratio = r
	}
	if len(st.Batches) > 0 {
		heap := draw.NewHeap(st, parts.HeapScale, t.Units)
		b.Heap = &heap
	}
	for _, f := range entryForms(st, supply, t.Units, today) {
		b.Forms = append(b.Forms, t.Fill(f))
	}
	b.Notes = parts.NewNotes(st, []string{
		forecast.FigureSeed, forecast.FigureLadder, forecast.FigureRung + "1",
		forecast.FigureHarvest, forecast.FigureRatio, forecast.FigurePerLitre, forecast.FigurePerPlant,
	}, t.Units)
}

// undo takes an entry back.
func (s *Pages) undo(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	planting := r.ID("planting")
	_, err = s.Garden.Undo(c.Request.Context(), frame.PathID(c), s.Request(c))
	st, h, lookErr := s.withHistory(c, planting)
	if lookErr != nil {
		return lookErr
	}
	if faults, ok := frame.AsFaults(err); ok {
		return s.plantingPage(c, http.StatusUnprocessableEntity, h, &st, frame.Refuse(c, form.Sent{Form: "undo", Faults: faults}))
	}
	if err != nil {
		return err
	}
	to := fmt.Sprintf("/plantings/%d?said=undone", planting)
	if r.Text("to") == "ladder" {
		to = fmt.Sprintf("/plantings/%d/ladder?said=undone", planting)
	}
	if r.Text("to") == "today" {
		to = "/?said=undone#walk"
	}
	if r.Text("to") == "weigh" {
		to = fmt.Sprintf("/plantings/%d/weigh", planting)
	}
	c.Redirect(http.StatusSeeOther, to)
	return nil
}

// bagAddress is where a planting is shown.
func bagAddress(st *forecast.PlantingForecast, query string) string {
	if st.Stage == logbook.StageClosed || st.Beside != 0 { // the bag shows what grows in it now, or one of several
		return fmt.Sprintf("/plantings/%d?%s", st.Planting.ID, query)
	}
	return "/bags/" + url.PathEscape(st.Bag.Label) + "?" + query
}

// trialOf is a trial that a planting is in, and its arm.
type trialOf struct {
	Question, Arm string
	ID            logbook.ID
}

func trialsOf(look *garden.View, planting logbook.ID) ([]trialOf, error) {
	trials, err := look.Trials()
	var out []trialOf
	for _, t := range trials {
		if arm, in := t.Arm(planting); in && !t.Dropped && arm < len(t.Arms) {
			out = append(out, trialOf{t.Question, t.Arms[arm], t.ID})
		}
	}
	return out, err
}

// care fills the body with what is done to a planting and seen at it.
func (b *plantingBody) care(st *forecast.PlantingForecast, shelf careShelf, t form.Sent, today measure.Day) {
	for i := len(st.Care) - 1; i >= 0; i-- {
		if e := &st.Care[i]; e.Kind == logbook.Pictured {
			b.Photos = append(b.Photos, photoLine{fmt.Sprintf("/photos/%d", e.ID), e.Text, e.Day.Short()})
		}
	}
	if st.Stage != logbook.StageGrowing && st.Stage != logbook.StagePlanned {
		return
	}
	at, day := fmt.Sprintf("/plantings/%d/", st.Planting.ID), parts.DayField(today)
	for _, f := range careForms(st, shelf, t.Units, at, day) {
		d, known := logbook.DoingOf(logbook.Kind(f.Name))
		if f = t.Fill(f); known && d.Seen || f.Name == "full-flower" {
			b.Saw = append(b.Saw, f)
		} else {
			b.Did = append(b.Did, f)
		}
	}
	b.Saw = append(b.Saw, t.Fill(photoForm(at, day)))
	if until, with := st.WaitUntil(); until > today {
		b.Wait = fmt.Sprintf("Nothing is lifted before %s: it was treated with %s.", until, with)
	}
}
