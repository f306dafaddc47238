package today

import (
	"fmt"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// walk is one walk along the row: what is due, bag by bag as they stand.
type walk struct {
	Key      string
	Stops    []stop
	More     int // that are not listed here
	Done     []doneLine
	Soon     []soonLine
	Feed     string // in one batch, empty when nothing is fed
	Cautions []form.Caution
	Error    string
	Overdue  int // jobs, where there are too many to answer one by one
	Unlike   []unlikeTrial
}

// stop is one job at one bag.
type stop struct {
	Place     draw.Text // where a new place begins
	ID        logbook.ID
	Kind      job.Kind
	Label     draw.Text
	Tag, Why  draw.Text
	Bring     draw.Text // loose litres of a layer
	Press     draw.Text // on the button; empty where a page of its own is led to
	Late      bool
	Measure   bool
	Typed     draw.Text // a height that was refused
	Go, GoTag draw.Text
}

// doneLine is what was logged today, to be taken back.
type doneLine struct {
	L     parts.LogLine
	P     logbook.ID
	Label string
}

// soonLine is one job of the days ahead.
type soonLine struct {
	Day, Label, Tag string
}

// maxStops that are listed on the first page, and most of what is to come.
const maxStops, maxSoon = 24, 8

// unlikeTrial is a trial whose arms are treated unlike.
type unlikeTrial struct {
	Question string
	ID       logbook.ID
	Says     []string
}

// unlikeTrials are the trials that run and whose arms are treated unlike.
func unlikeTrials(look *garden.View, sys measure.System) ([]unlikeTrial, error) {
	open, err := look.OpenTrials()
	var out []unlikeTrial
	for _, t := range open {
		if len(t.Treated) == 0 {
			continue
		}
		u := unlikeTrial{Question: t.Question, ID: t.ID}
		for _, says := range t.Treated {
			u.Says = append(u.Says, says.In(sys))
		}
		out = append(out, u)
	}
	return out, err
}

// newWalk of a row of bags, from one stop on.
func newWalk(row []forecast.PlantingForecast, from, most int, sys measure.System, today measure.Day) walk {
	w := walk{Key: form.NewKey()}
	place, n := "", 0
	var soon []soonLine
	for i := range row {
		st := &row[i]
		for _, j := range st.Jobs {
			if !st.OwnJob(j.Kind) {
				continue
			}
			if !j.Due() {
				if j.Status() == job.Soon {
					soon = append(soon, soonLine{j.Day.ISO() + j.Day.Short(), st.Bag.Label, j.Tag.In(sys)})
				}
				continue
			}
			if n++; n <= from || n > from+most {
				continue
			}
			s := newStop(st, j, sys)
			if st.Bag.Place.Name != place {
				place = st.Bag.Place.Name
				s.Place = draw.Escape(place)
			}
			w.Stops = append(w.Stops, s)
		}
		for k := len(st.Log) - 1; k >= 0 && st.Log[k].Day == today; k-- {
			if e := &st.Log[k]; e.Logged == today && logbook.KindOf(e.Kind).Work && !(st.Twin && logbook.KindOf(e.Kind).Container) {
				w.Done = append(w.Done, doneLine{parts.NewLogLine(st, e, sys), st.Planting.ID, st.Bag.Label})
			}
		}
	}
	if w.Overdue = len(forecast.OverdueOf(row)); w.Overdue < manyOverdue {
		w.Overdue = 0
	}
	w.More = max(0, n-from-len(w.Stops))
	w.Soon = soonest(soon)
	w.Cautions = bewareOn(w.Stops)
	if water, bags := forecast.FeedBatch(row); bags > 1 {
		w.Feed = measure.Say("Feed for {} bags in one batch: {} of water.", bags, water).In(sys)
	}
	return w
}

// bewareOn are the cautions of the jobs of a walk, each once.
func bewareOn(stops []stop) []form.Caution {
	kinds := make([]job.Kind, len(stops))
	for i := range stops {
		kinds[i] = stops[i].Kind
	}
	return parts.BewareOf(kinds)
}

// soonest of what is to come, by day.
func soonest(list []soonLine) []soonLine {
	slices.SortStableFunc(list, func(a, b soonLine) int { return strings.Compare(a.Day, b.Day) })
	list = list[:min(len(list), maxSoon)]
	for i := range list {
		list[i].Day = list[i].Day[len("2006-01-02"):]
	}
	return list
}

func newStop(st *forecast.PlantingForecast, j job.Job, sys measure.System) stop {
	s := stop{
		ID: st.Planting.ID, Kind: j.Kind, Label: draw.Escape(st.Bag.Label), Tag: draw.Escape(j.Tag.In(sys)), Why: draw.Escape(j.Why.In(sys)),
		Press: draw.Escape(j.Kind.Facts().Ticked), Late: j.Status() == job.Late, Measure: j.Measures,
	}
	if next := st.Upcoming(); j.Kind == job.Raise && next != nil {
		s.Bring = draw.Escape(sys.Carried(next.Loose))
	}
	switch j.Kind {
	case job.Plant:
		s.Go, s.GoTag = "/bags/"+s.Label+"#entries", "Plant it"
		if st.Past() {
			s.Go, s.GoTag = draw.Escape(fmt.Sprintf("/plan/season?year=%d&line=%d#change", st.Season.Year, s.ID)), "Plan it anew"
		}
	case job.Lift:
		if st.Emptied() != 0 {
			s.Go, s.GoTag = "/bags/"+s.Label+"#entries", "Close it"
			break
		}
		s.Go, s.GoTag = draw.Escape(fmt.Sprintf("/plantings/%d/weigh", s.ID)), "Weigh in"
	}
	return s
}

// walkPage is the rest of a long walk.
func (s *Pages) walkPage(c *gin.Context) error { return s.walking(c, http.StatusOK, &frame.Reading{}) }

type walkBody struct {
	Walk walk
	From int
}

// walking shows the walk from a stop on, with what was typed when it is refused.
func (s *Pages) walking(c *gin.Context, status int, r *frame.Reading) error {
	look, row, sys, err := s.AtRow(c)
	if err != nil {
		return err
	}
	day := s.DayOf(c)
	from, _ := strconv.Atoi(c.Query("from"))
	body := walkBody{Walk: newWalk(row, max(0, from), 60, sys, day), From: max(0, from)}
	if body.Walk.Unlike, err = unlikeTrials(look, sys); err != nil {
		return err
	}
	if len(r.Faults) > 0 {
		body.Walk.Error = r.Faults[0].Says.In(sys)
		for i := range body.Walk.Stops {
			stop := &body.Walk.Stops[i]
			stop.Typed = draw.Escape(r.Text(fmt.Sprintf("height-%d", stop.ID)))
		}
	}
	s.Render(c, status, "walk", frame.View{Title: "The walk", Stage: "Today", Body: body})
	return nil
}

// tick logs a job that was done along the row: "12:raise".
func (s *Pages) tick(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	ask, ok := readJob(&r, r.Text("do"))
	if !ok {
		return logbook.ErrNotFound
	}
	if field := fmt.Sprintf("height-%d", ask.Planting); ask.What == job.Measure || ask.What == job.Raise && r.Text(field) != "" {
		ask.Height = r.Length(field)
	}
	return s.doJob(c, &r, ask, func() error { return s.walking(c, http.StatusUnprocessableEntity, &r) })
}

// doJob logs a job and goes back to the walk, or shows a page again when it is
// refused.
func (s *Pages) doJob(c *gin.Context, r *frame.Reading, ask forecast.JobRequest, again func() error) error {
	var id logbook.ID
	kept, err := r.Keep(func() (err error) {
		id, err = s.Garden.DoJob(c.Request.Context(), ask, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return again()
	}
	c.Redirect(http.StatusSeeOther, fmt.Sprintf("/?done=%d#walk", id))
	return nil
}

// readJob reads "12:raise", the planting and the kind of job.
func readJob(r *frame.Reading, text string) (forecast.JobRequest, bool) {
	id, kind, ok := strings.Cut(text, ":")
	n, err := strconv.ParseInt(id, 10, 64)
	ask := forecast.JobRequest{Planting: logbook.ID(n), What: job.Kind(kind)}
	return ask, ok && err == nil && ask.What.Known()
}

// laterBody asks what becomes of a job that is not done.
type laterBody struct {
	S    *forecast.PlantingForecast
	Tag  string
	Why  string
	Off  form.Form
	Skip form.Form
}

// later is the page of a job that is not done now.
func (s *Pages) later(c *gin.Context) error { return s.laterPage(c, http.StatusOK, form.Sent{}) }

func (s *Pages) laterPage(c *gin.Context, status int, t form.Sent) error {
	_, st, sys, err := s.AtBag(c)
	if err != nil {
		return err
	}
	t.Units = sys
	what := job.Kind(c.Param("job"))
	body := laterBody{S: &st}
	for _, j := range st.Jobs {
		if j.Kind == what {
			body.Tag, body.Why = j.Tag.In(t.Units), j.Why.In(t.Units)
		}
	}
	if body.Tag == "" {
		return logbook.ErrNotFound
	}
	at := fmt.Sprintf("/plantings/%d/later/%s", st.Planting.ID, what)
	days := []form.Option{{Value: "1", Name: "until tomorrow"}, {Value: "3", Name: "for 3 days"}, {Value: "7", Name: "for a week"}, {Value: "14", Name: "for 2 weeks"}}
	body.Off = t.Fill(form.Form{Name: "off", Action: at, Button: "Put it off", Fields: []form.Field{
		{Name: "as", Kind: "hidden", Value: string(logbook.PutOff)}, {Name: "until", Label: "Put it off", Kind: "choice", Value: "1", Options: days},
	}})
	body.Skip = t.Fill(form.Form{Name: "skip", Action: at, Button: "Skip it", Fields: []form.Field{
		{Name: "as", Kind: "hidden", Value: string(logbook.Skipped)}, {Name: "text", Label: "Skip it, because", Kind: "text", Hint: "In a few words, for next year"},
	}})
	s.Render(c, status, "later", frame.View{Title: "Not now", Stage: "Today", Body: body})
	return nil
}

func (s *Pages) putOff(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	ask := forecast.JobRequest{Planting: frame.PathID(c), What: job.Kind(c.Param("job")), As: logbook.Kind(r.Text("as")), Reason: r.Text("text")}
	name := "skip"
	if ask.As == logbook.PutOff {
		name, ask.Days = "off", r.Count("until")
	}
	if !ask.What.Known() || ask.As != logbook.PutOff && ask.As != logbook.Skipped {
		return logbook.ErrNotFound
	}
	return s.doJob(c, &r, ask, func() error {
		return s.laterPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent(name)))
	})
}

// manyOverdue jobs are answered on a page of their own.
const manyOverdue = 3
