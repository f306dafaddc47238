package bags

import (
	"fmt"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/garden/logbook"
	"glebata/web/frame"
	liftpages "glebata/web/lift"
)

// record keeps one entry and goes back to its bag.
func (s *Pages) record(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	doing := c.Param("doing")
	if doing == "weigh" {
		return liftpages.At(s.Frame).WeighIn(c, &r)
	}
	st, h, err := s.withHistory(c, frame.PathID(c))
	if err != nil {
		return err
	}
	if doing == "transplant" || doing == "slips" {
		return s.plantFromNursery(c, &r, &st, h, doing)
	}
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	products, err := look.Products()
	if err != nil {
		return err
	}
	e, ok := readEntry(&r, doing, &st, products)
	if !ok {
		return logbook.ErrNotFound
	}
	var id logbook.ID
	if r.Faults == nil {
		e.Planting = st.Planting.ID
		id, err = s.Garden.Record(c.Request.Context(), e, s.Request(c))
		if err := r.Refused(err); err != nil {
			return err
		}
	}
	if r.Faults != nil {
		t := frame.Refuse(c, r.Sent(doing))
		if r.Text("from") == "ladder" {
			return s.ladderPage(c, http.StatusUnprocessableEntity, t)
		}
		return s.plantingPage(c, http.StatusUnprocessableEntity, h, &st, t)
	}
	switch doing {
	case "drop":
		c.Redirect(http.StatusSeeOther, fmt.Sprintf("/plantings/%d?done=%d&said=dropped", st.Planting.ID, id))
	case "close":
		c.Redirect(http.StatusSeeOther, fmt.Sprintf("/plantings/%d?done=%d", st.Planting.ID, id))
	default:
		if r.Text("from") == "ladder" {
			c.Redirect(http.StatusSeeOther, fmt.Sprintf("/plantings/%d/ladder?done=%d", st.Planting.ID, id))
			return nil
		}
		c.Redirect(http.StatusSeeOther, bagAddress(&st, fmt.Sprintf("done=%d", id)))
	}
	return nil
}
