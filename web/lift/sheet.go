package lift

import (
	"fmt"
	"net/http"
	"slices"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/working"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/frame"
	"glebata/web/parts"
)

// ticketBody is the sheet of a bag: every sum line by line, by grade, all its measures; printed
// it is the ticket on the crate.
type ticketBody struct {
	S        *forecast.PlantingForecast
	Heap     *draw.Heap
	Lines    []ticketLine
	Grades   []ticketLine
	Measures []ticketLine
	Code     parts.CodeView // of its page, for the crate
	Address  string
	Faults   string
	Seen     []string
	Minutes  int
	Low      measure.Mass
	High     measure.Mass
	Notes    []parts.Note
}

// ticketLine is one line of it; where Working is an address, the figure opens it.
type ticketLine struct {
	Says, Figure, Working string
	key                   string // of a working of the sheet's own
	own                   working.Working
}

func (s *Pages) ticket(c *gin.Context) error {
	body, err := s.newTicket(c)
	if err != nil {
		return err
	}
	sys, err := s.Units(c)
	if err != nil {
		return err
	}
	body.Notes = parts.NewNotes(body.S, []string{forecast.FigureHarvest, forecast.FigureRatio}, sys)
	s.Render(c, http.StatusOK, "ticket", frame.View{Title: "Sheet of " + body.S.Bag.Label, Stage: "Lift", Body: body})
	return nil
}

// ticketWorking is of one figure of the sheet's own.
func (s *Pages) ticketWorking(c *gin.Context) error {
	body, err := s.newTicket(c)
	if err != nil {
		return err
	}
	for i := range body.Measures {
		if l := &body.Measures[i]; l.key == c.Param("figure") {
			return s.AnswerWorking(c, l.own, "Bag "+body.S.Bag.Label+", "+body.S.Variety.Name)
		}
	}
	return logbook.ErrNotFound
}

func (s *Pages) newTicket(c *gin.Context) (ticketBody, error) {
	look, st, sys, err := s.AtBag(c)
	if err != nil {
		return ticketBody{}, err
	}
	body := ticketBody{S: &st, Address: fmt.Sprintf("%s/plantings/%d/sheet", frame.RequestAddress(c), st.Planting.ID)}
	if body.Code, err = parts.NewCodeView(body.Address); err != nil {
		return body, err
	}
	stems := 0.0
	if st.Grown != nil || st.Stage == logbook.StageClosed {
		growing, err := look.Expected(&st)
		if err != nil {
			return body, err
		}
		stems = float64(growing.Plants * max(1, growing.Sprouts))
	}
	body.fill(stems, sys)
	return body, nil
}

// fill the sheet of a bag that had so many stems, as far as they were counted.
func (b *ticketBody) fill(stems float64, sys measure.System) {
	st := b.S
	for i := len(st.Log) - 1; i >= 0; i-- {
		e := &st.Log[i]
		if e.Kind != logbook.Weighed {
			continue
		}
		for k := range e.Batches {
			batch := &e.Batches[k]
			says := e.Day.Short() + ", " + batch.Grade
			if batch.Line != "" {
				says += ": “" + batch.Line + "”"
			} else if batch.Container != "" {
				says += fmt.Sprintf(": %s less %s", sys.Fine(batch.Gross), batch.Container)
			}
			b.Lines = append(b.Lines, ticketLine{Says: says, Figure: logbook.BatchWords(batch, st.Variety.Class.Crop().Lifted()).In(sys)})
		}
		for _, choice := range logbook.SeenAtLifting {
			if slices.Contains(strings.Fields(e.Thing), choice.Key) {
				b.Seen = append(b.Seen, choice.Name)
			}
		}
	}
	b.Minutes = st.LiftMinutes()
	if len(b.Lines) == 0 {
		return
	}
	at := fmt.Sprintf("/plantings/%d/working/", st.Planting.ID)
	for _, g := range lift.Grades() {
		if m := st.Harvest.ByGrade[g]; m > 0 {
			b.Grades = append(b.Grades, ticketLine{Says: g.Name().In(sys), Figure: sys.Fine(m)})
		}
	}
	if !st.Harvest.Exact() {
		b.Low, b.High = st.Harvest.Low, st.Harvest.High
	}
	var faults []string
	for _, f := range lift.Faults() {
		if n := st.Harvest.Faults[f]; n > 0 {
			faults = append(faults, fmt.Sprintf("%d %s", n, f.Name()))
		}
	}
	b.Faults = strings.Join(faults, ", ")
	heap := draw.NewHeap(st, parts.HeapScale, sys)
	b.Heap = &heap
	for _, f := range st.LiftFigures(stems) {
		l := ticketLine{Says: f.Says, Figure: f.Value.In(sys), Working: at + f.Figure, key: f.Own, own: f.Working}
		if f.Own != "" {
			l.Working = fmt.Sprintf("/plantings/%d/sheet/%s", st.Planting.ID, f.Own)
		}
		b.Measures = append(b.Measures, l)
	}
}
