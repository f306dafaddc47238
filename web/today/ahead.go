package today

import (
	"github.com/gin-gonic/gin"

	"glebata/core/job"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/web/frame"
)

// tickAhead keeps that work which leads up to planting was done, for all the bags it is for.
func (s *Pages) tickAhead(c *gin.Context) error {
	what := job.Kind(c.PostForm("what"))
	if !what.LeadsUp() {
		return logbook.ErrNotFound
	}
	e := logbook.Entry{Kind: logbook.Tended, What: what, Day: s.DayOf(c)}
	return s.KeepTogether(c, "/?group=", func(r *frame.Reading, a garden.Request) error {
		_, err := s.Garden.RecordMany(c.Request.Context(), e, r.Ticked(), a)
		return err
	}, s.todayRefused(c))
}
