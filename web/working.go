package web

import (
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/bag"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/working"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// note is a working put into words.
type note struct {
	Title, Figure string
	Lines         []noteLine
	Mark          working.Mark
	Means         string
	Source        string
	Changes       string
	Of            string // the bag
}

type noteLine struct{ Says, Result string }

func newNote(w working.Working, of string, sys measure.System) note {
	n := note{
		Title: w.Title, Figure: w.Figure(sys), Mark: w.Mark, Means: w.Mark.Means(),
		Source: sys.Text(w.Source), Changes: sys.Text(w.Changes), Of: of,
	}
	for _, step := range w.Steps {
		n.Lines = append(n.Lines, noteLine{step.Line(sys), step.Outcome(sys)})
	}
	return n
}

// newNotes are the workings printed below a page; figures a planting does not
// have are left out.
func newNotes(st *forecast.PlantingForecast, figures []string, sys measure.System) []note {
	var notes []note
	for _, f := range figures {
		if w, err := st.Working(f); err == nil {
			notes = append(notes, newNote(w, st.Bag.Label, sys))
		}
	}
	return notes
}

// showWorking answers with the working of one figure of a planting.
func (s *Site) showWorking(c *gin.Context, st *forecast.PlantingForecast, figure string) error {
	w, err := st.Working(figure)
	if err != nil {
		return err
	}
	return s.answerWorking(c, w, "Bag "+st.Bag.Label+", "+st.Variety.Name)
}

// answerWorking answers with a working: as a sheet beside the page for htmx,
// else as a page of its own.
func (s *Site) answerWorking(c *gin.Context, w working.Working, of string) error {
	sys, err := s.units(c)
	if err != nil {
		return err
	}
	n := newNote(w, of, sys)
	if fragment(c) {
		s.write(c, http.StatusOK, "note", n)
		return nil
	}
	s.render(c, http.StatusOK, "working", view{Title: n.Title, Stage: "Bags", Body: n})
	return nil
}

// mixWorking is of the medium for today's raises.
func (s *Site) mixWorking(c *gin.Context) error {
	_, row, _, err := s.atRow(c)
	if err != nil {
		return err
	}
	return s.answerWorking(c, forecast.MixWorking(row), "All bags")
}

// waterSumWorking is of what all bags ask for.
func (s *Site) waterSumWorking(c *gin.Context) error {
	_, row, _, err := s.atRow(c)
	if err != nil {
		return err
	}
	return s.answerWorking(c, forecast.WaterSumWorking(row), "All bags")
}

// modelWorking is of what a kind of bag holds.
func (s *Site) modelWorking(c *gin.Context) error {
	look, err := s.look(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	m := choose(append(cat.Models, cat.AllModels...), pathID(c), func(m logbook.Model) logbook.ID { return m.ID })
	switch {
	case m.ID == 0 || m.ID != pathID(c):
		return logbook.ErrNotFound
	case c.Param("figure") == "usable":
		return s.answerWorking(c, m.Shape.UsableWorking(hill.UsualHeadspace), m.Name)
	case c.Param("figure") == "wet":
		return s.answerWorking(c, cat.Recipe("").Mix.WetWorking(m.Shape.Usable(hill.UsualHeadspace), m.Empty), m.Name)
	case c.Param("figure") == "standing":
		return s.answerWorking(c, m.Drainage.StandingWorking(m.Shape), m.Name)
	default:
		return logbook.ErrNotFound
	}
}

func (s *Site) plantingWorking(c *gin.Context) error {
	_, st, _, err := s.atBag(c)
	if err != nil {
		return err
	}
	if st.Grown != nil {
		on := map[string]measure.Day{figureExpect: st.LiftOn(), figureNow: s.dayOf(c)}[c.Param("figure")]
		if on != 0 {
			return s.yieldWorking(c, &st, on)
		}
	}
	return s.showWorking(c, &st, c.Param("figure"))
}

// yieldWorking is of what lies in a bag on a day.
func (s *Site) yieldWorking(c *gin.Context, st *forecast.PlantingForecast, on measure.Day) error {
	look, err := s.look(c)
	if err != nil {
		return err
	}
	g, err := look.Expected(st)
	if err != nil {
		return err
	}
	g.Season = st.Grown.Run.IndexOn(on)
	return s.answerWorking(c, st.StillInWorking(bag.ExpectWorking(g), on), "Bag "+st.Bag.Label+", "+st.Variety.Name)
}
