package today

import (
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/job"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
)

// lookedForBlight keeps that bags were looked at for late blight: with spots, or none.
func (s *Pages) lookedForBlight(c *gin.Context) error {
	e := logbook.Entry{Day: s.DayOf(c)}
	switch c.PostForm("how") {
	case "none":
		e.Kind, e.What = logbook.Tended, job.Look
	case "spots":
		e.Kind, e.Thing = logbook.Sighted, logbook.BlightSpots
	case "much":
		e.Kind, e.Thing = logbook.Sighted, logbook.BlightWhite
	default:
		return logbook.ErrNotFound
	}
	return s.KeepTogether(c, frame.TonightAddress+"?done=", func(r *frame.Reading, a garden.Request) error {
		_, err := s.Garden.RecordMany(c.Request.Context(), e, r.Ticked(), a)
		return err
	}, func(r *frame.Reading) error {
		return s.tonightPage(c, http.StatusUnprocessableEntity, r.Faults[0].Says.In(r.Units), form.Sent{})
	})
}
