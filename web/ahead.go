package web

import (
	"github.com/gin-gonic/gin"

	"glebata/core/job"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
)

// tickAhead keeps that work which leads up to planting was done, for all the bags it is for.
func (s *Site) tickAhead(c *gin.Context) error {
	what := job.Kind(c.PostForm("what"))
	if !what.LeadsUp() {
		return logbook.ErrNotFound
	}
	e := logbook.Entry{Kind: logbook.Tended, What: what, Day: s.dayOf(c)}
	return s.keepTogether(c, "/?group=", func(r *reading, a garden.Request) error {
		_, err := s.garden.RecordMany(c.Request.Context(), e, r.ticked(), a)
		return err
	}, s.todayRefused(c))
}

// leadCautions are those of work that leads up to planting.
func leadCautions(list []forecast.Lead) []form.Caution {
	var more []string
	kinds := make([]job.Kind, len(list))
	for i := range list {
		if kinds[i] = job.Kind(list[i].Kind); list[i].Kind == forecast.CutSeed && more == nil {
			more = []string{"knives"}
		}
	}
	return bewareOf(kinds, more...)
}

// ticked bags of a form.
func (r *reading) ticked() []logbook.ID { return r.ids("bag") }

// ids of every value of a field.
func (r *reading) ids(field string) []logbook.ID {
	var ids []logbook.ID
	for _, id := range r.Values[field] {
		one := form.Reader{Values: map[string][]string{"id": {id}}}
		ids = append(ids, one.ID("id"))
	}
	return ids
}
