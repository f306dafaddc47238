package web

import (
	"cmp"
	"fmt"
	"net/http"
	"slices"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
)

const overdueAddress = "/walk/overdue"

// manyOverdue jobs are answered on a page of their own.
const manyOverdue = 3

// overdueBody is the page of jobs whose day has passed.
type overdueBody struct {
	Key   string
	Lines []overdueLine
	Said  string
	Error string
	keptTogether
}

// overdueLine is one of them, with what can be said of it afterwards.
type overdueLine struct {
	Field, Label, Variety, Tag, Day string
	Done, Skip                      bool // may be answered so
	Go                              string
	Chosen                          string
}

func (s *Site) overdue(c *gin.Context) error {
	return s.overduePage(c, http.StatusOK, &reading{})
}

func (s *Site) overduePage(c *gin.Context, status int, r *reading) error {
	look, row, sys, err := s.atRow(c)
	if err != nil {
		return err
	}
	body := overdueBody{Key: form.NewKey(), Said: s.said(c)}
	for _, o := range forecast.OverdueOf(row) {
		body.Lines = append(body.Lines, newOverdueLine(o, r, sys))
	}
	if len(r.Faults) > 0 {
		body.Error = r.Faults[0].Says.In(sys)
	}
	body.Back = overdueAddress
	if err := body.kept(look, c.Query("done"), sys); err != nil {
		return err
	}
	s.render(c, status, "overdue", view{Title: "Overdue", Stage: "Today", Body: body})
	return nil
}

func newOverdueLine(o forecast.Overdue, r *reading, sys measure.System) overdueLine {
	st, kind := o.Planting, o.Job.Kind
	l := overdueLine{
		Field: overdueField(st.Planting.ID, kind), Label: st.Bag.Label, Variety: st.Variety.Name, Tag: o.Job.Tag.In(sys), Day: o.Day.Short(),
		Done: kind.MayAssume(), Skip: kind.MaySkip(),
	}
	l.Chosen = r.Text(l.Field)
	if kind == job.Lift {
		l.Go = fmt.Sprintf("/plantings/%d/weigh", st.Planting.ID)
	} else if !l.Done {
		l.Go = "/bags/" + st.Bag.Label + "#entries"
	}
	return l
}

// overdueField names the choice of a job: "of-12:raise".
func overdueField(id logbook.ID, kind job.Kind) string { return fmt.Sprintf("of-%d:%s", id, kind) }

// answerOverdue keeps what became of jobs that are overdue.
func (s *Site) answerOverdue(c *gin.Context) error {
	return s.keepTogether(c, overdueAddress+"?done=", func(r *reading, a garden.Request) error {
		_, err := s.garden.AnswerOverdue(c.Request.Context(), r.overdue(), a)
		return err
	}, func(r *reading) error { return s.overduePage(c, http.StatusUnprocessableEntity, r) })
}

// overdue answers: one for all bags, or line by line.
func (r *reading) overdue() garden.OverdueAnswers {
	if all := r.Text("all"); all != "" {
		return garden.OverdueAnswers{All: all != "skip", SkipAll: all == "skip"}
	}
	var out []garden.OverdueAnswer
	for field := range r.Values {
		text, of := strings.CutPrefix(field, "of-")
		ask, ok := r.job(text)
		if how := r.Text(field); of && ok && (how == "done" || how == "skip") {
			out = append(out, garden.OverdueAnswer{Planting: ask.Planting, What: ask.What, Skip: how == "skip"})
		}
	}
	slices.SortFunc(out, func(a, b garden.OverdueAnswer) int {
		return cmp.Or(cmp.Compare(a.Planting, b.Planting), cmp.Compare(a.What, b.What))
	})
	return garden.OverdueAnswers{Some: out}
}
