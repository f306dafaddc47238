package today

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
	"glebata/web/frame"
	"glebata/web/parts"
)

// overdueBody is the page of jobs whose day has passed.
type overdueBody struct {
	Key   string
	Lines []overdueLine
	Said  string
	Error string
	parts.KeptTogether
}

// overdueLine is one of them, with what can be said of it afterwards.
type overdueLine struct {
	Field, Label, Variety, Tag, Day string
	Done, Skip                      bool // may be answered so
	Go                              string
	Chosen                          string
}

func (s *Pages) overdue(c *gin.Context) error {
	return s.overduePage(c, http.StatusOK, &frame.Reading{})
}

func (s *Pages) overduePage(c *gin.Context, status int, r *frame.Reading) error {
	look, row, sys, err := s.AtRow(c)
	if err != nil {
		return err
	}
	body := overdueBody{Key: form.NewKey(), Said: s.Said(c)}
	for _, o := range forecast.OverdueOf(row) {
		body.Lines = append(body.Lines, newOverdueLine(o, r, sys))
	}
	if len(r.Faults) > 0 {
		body.Error = r.Faults[0].Says.In(sys)
	}
	body.Back = frame.OverdueAddress
	if err := body.Kept(look, c.Query("done"), sys); err != nil {
		return err
	}
	s.Render(c, status, "overdue", frame.View{Title: "Overdue", Stage: "Today", Body: body})
	return nil
}

func newOverdueLine(o forecast.Overdue, r *frame.Reading, sys measure.System) overdueLine {
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
func (s *Pages) answerOverdue(c *gin.Context) error {
	return s.KeepTogether(c, frame.OverdueAddress+"?done=", func(r *frame.Reading, a garden.Request) error {
		_, err := s.Garden.AnswerOverdue(c.Request.Context(), readOverdue(r), a)
		return err
	}, func(r *frame.Reading) error { return s.overduePage(c, http.StatusUnprocessableEntity, r) })
}

// readOverdue answers: one for all bags, or line by line.
func readOverdue(r *frame.Reading) garden.OverdueAnswers {
	if all := r.Text("all"); all != "" {
		return garden.OverdueAnswers{All: all != "skip", SkipAll: all == "skip"}
	}
	var out []garden.OverdueAnswer
	for field := range r.Values {
		text, of := strings.CutPrefix(field, "of-")
		ask, ok := readJob(r, text)
		if how := r.Text(field); of && ok && (how == "done" || how == "skip") {
			out = append(out, garden.OverdueAnswer{Planting: ask.Planting, What: ask.What, Skip: how == "skip"})
		}
	}
	slices.SortFunc(out, func(a, b garden.OverdueAnswer) int {
		return cmp.Or(cmp.Compare(a.Planting, b.Planting), cmp.Compare(a.What, b.What))
	})
	return garden.OverdueAnswers{Some: out}
}
