package web

import (
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/job"
	"glebata/garden/logbook"
	"glebata/web/form"
)

// tickAhead keeps that work which leads up to planting was done, for all the bags it is for.
func (s *Site) tickAhead(c *gin.Context) error {
	r, err := s.parseForm(c)
	if err != nil {
		return err
	}
	what := job.Kind(r.Text("what"))
	if !what.LeadsUp() {
		return logbook.ErrNotFound
	}
	e := logbook.Entry{Kind: logbook.Tended, What: what, Day: s.clock.Today()}
	asked := s.asked(c)
	kept, err := r.keep(func() error {
		_, err := s.garden.RecordMany(c.Request.Context(), e, r.ticked(), asked)
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.redirectWithFlash(c, "/", r.Faults[0].Says.In(r.Units))
	}
	c.Redirect(http.StatusSeeOther, "/?group="+asked.Key)
	return nil
}

// ticked bags of a form.
func (r *reading) ticked() []logbook.ID {
	var ids []logbook.ID
	for _, id := range r.Values["bag"] {
		one := form.Reader{Values: map[string][]string{"id": {id}}}
		ids = append(ids, one.ID("id"))
	}
	return ids
}
