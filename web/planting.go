package web

import (
	"fmt"
	"net/http"
	"net/url"
	"slices"
	"strconv"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
)

type plantingBody struct {
	Bag     logbook.Bag
	S       *forecast.PlantingForecast // nil when the bag is free
	Drawing drawing
	Forms   []form.Form
	Did     []form.Form // what was done beside raising and weighing
	Saw     []form.Form
	Wait    string // nothing is lifted before, because of a treatment
	Photos  []photoLine
	Log     []logLine
	Others  []forecast.PlantingForecast // earlier plantings of this bag
	Beside  []forecast.PlantingForecast // that share it
	Notes   []note
	Trials  []trialOf // that it is in
	Done    *logLine  // the entry just made, to be taken back
	Said    string
	Error   string
	Loose   measure.Loads // medium of the whole plan
	Ratio   string
	Heap    *draw.Heap           // what was lifted, nil when nothing was
	Dates   *dates               // of one that is planned or grows
	Given   []logbook.PieceState // seed that is given to it
	Sum     measure.Mass         // of Given
	Outlook *forecast.YieldOutlook
	Next    []nextJob
	Aside   []asideLine
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

// logLine is one entry put into words.
type logLine struct {
	ID    logbook.ID
	Day   measure.Day
	Says  string
	Key   string
	Own   bool   // it has words of the grower's
	Photo string // address of its photo
}

func newLogLine(st *forecast.PlantingForecast, e *logbook.Entry, sys measure.System) logLine {
	words := st.Planting.Says(e).In(sys)
	if e.About {
		words += ", about then"
	}
	line := logLine{ID: e.ID, Day: e.Day, Says: words, Key: form.NewKey(), Own: e.Text != ""}
	if e.Kind == logbook.Pictured {
		line.Photo = fmt.Sprintf("/photos/%d", e.ID)
	}
	return line
}

func pathID(c *gin.Context) logbook.ID {
	n, err := strconv.ParseInt(c.Param("id"), 10, 64)
	if err != nil {
		return 0
	}
	return logbook.ID(n)
}

// bag is the page of a bag by its label: what is in it now, or an offer to plan.
func (s *Site) bag(c *gin.Context) error {
	look, err := s.look(c)
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
func (s *Site) planting(c *gin.Context) error {
	st, h, err := s.withHistory(c, pathID(c))
	if err != nil {
		return err
	}
	return s.plantingPage(c, http.StatusOK, h, &st, form.Sent{})
}

func (s *Site) withHistory(c *gin.Context, id logbook.ID) (forecast.PlantingForecast, garden.BagHistory, error) {
	look, err := s.look(c)
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

func (s *Site) plantingPage(c *gin.Context, status int, h garden.BagHistory, st *forecast.PlantingForecast, t form.Sent) error {
	look, err := s.look(c)
	if err != nil {
		return err
	}
	sys, err := s.units(c)
	if err != nil {
		return err
	}
	t.Units = sys
	body := plantingBody{Bag: h.Bag, S: st, Said: s.said(c)}
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
		shelf, err := newCareShelf(look) // before the prospects, which may end the view
		shelf.devices = s.devices != nil
		if err != nil {
			return err
		}
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
			o := st.YieldOutlook(growing, prospects[st.Planting.ID], s.dayOf(c))
			body.Outlook, body.Dates = &o, newDates(st, o.Prospect, look.WeatherName())
		}
		body.Given, body.Sum = supply.given, supply.sum()
		body.Aside = asideLines(st.SetAside(), sys)
		body.tell(st, t, c.Query("done"), supply, s.dayOf(c))
		body.care(st, shelf, t, s.dayOf(c))
		if t.Form == "" {
			body.open(c.Query("open"))
		}
	}
	if t.Form == "undo" {
		body.Error = t.At("")
	}
	s.render(c, status, "planting", view{Title: "Bag " + h.Bag.Label, Stage: "Bags", Body: body})
	return nil
}

// heapScale is the scale of a single heap, in px per mm.
const heapScale = 0.4

// tell fills the body from a planting.
func (b *plantingBody) tell(st *forecast.PlantingForecast, t form.Sent, done string, supply supply, today measure.Day) {
	for i := len(st.Log) - 1; i >= 0; i-- {
		e := &st.Log[i]
		line := newLogLine(st, e, t.Units)
		b.Log = append(b.Log, line)
		if done == fmt.Sprint(e.ID) {
			b.Done = &line
		}
	}
	fresh := b.Done != nil && len(st.Layers) > 0 && st.Log[len(st.Log)-1].Kind == logbook.Raised
	b.Drawing.Detail = draw.NewDetail(draw.Look{Standing: st, Units: t.Units, Fresh: fresh, Ladder: true}, &b.Drawing.Defs)
	b.Next = nextJobs(st, t.Units)
	b.Loose = st.Ladder.Loads()
	if r := ratioText(st.Measures(), t.Units); r != "" {
		b.Ratio = r
	}
	if len(st.Batches) > 0 {
		heap := draw.NewHeap(st, heapScale, t.Units)
		b.Heap = &heap
	}
	for _, f := range entryForms(st, supply, t.Units, today) {
		b.Forms = append(b.Forms, t.Fill(f))
	}
	b.Notes = newNotes(st, []string{
		forecast.FigureSeed, forecast.FigureLadder, forecast.FigureRung + "1",
		forecast.FigureHarvest, forecast.FigureRatio, forecast.FigurePerLitre, forecast.FigurePerPlant,
	}, t.Units)
}

// undo takes an entry back.
func (s *Site) undo(c *gin.Context) error {
	r, err := s.parseForm(c)
	if err != nil {
		return err
	}
	planting := r.ID("planting")
	_, err = s.garden.Undo(c.Request.Context(), pathID(c), s.asked(c))
	st, h, lookErr := s.withHistory(c, planting)
	if lookErr != nil {
		return lookErr
	}
	if faults, ok := asFaults(err); ok {
		return s.plantingPage(c, http.StatusUnprocessableEntity, h, &st, refuse(c, form.Sent{Form: "undo", Faults: faults}))
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
