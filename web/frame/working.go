package frame

import (
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/working"
	"glebata/garden/forecast"
	"glebata/web/parts"
)

// ShowWorking answers with the working of one figure of a planting.
func (s *Frame) ShowWorking(c *gin.Context, st *forecast.PlantingForecast, figure string) error {
	w, err := st.Working(figure)
	if err != nil {
		return err
	}
	return s.AnswerWorking(c, w, "Bag "+st.Bag.Label+", "+st.Variety.Name)
}

// AnswerWorking answers with a working: as a sheet beside the page for htmx,
// else as a page of its own.
func (s *Frame) AnswerWorking(c *gin.Context, w working.Working, of string) error {
	sys, err := s.Units(c)
	if err != nil {
		return err
	}
	n := parts.NewNote(w, of, sys)
	if Fragment(c) {
		s.Write(c, http.StatusOK, "note", n)
		return nil
	}
	s.Render(c, http.StatusOK, "working", View{Title: n.Title, Stage: "Bags", Body: n})
	return nil
}
