package bags

import (
	"fmt"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/frame"
)

// plantFromNursery keeps a planting of pots or slips.
func (s *Pages) plantFromNursery(c *gin.Context, r *frame.Reading, st *forecast.PlantingForecast, h garden.BagHistory, doing string) error {
	var from garden.FromNursery
	day := r.Day("day")
	if doing == "slips" {
		from.Root, from.Slips = r.ID("root"), r.Count("slips")
	} else {
		supply, err := s.supply(c, st)
		if err != nil {
			return err
		}
		for _, p := range supply.pots {
			if r.Text(fmt.Sprintf("pot-%d", p.ID)) != "" {
				from.Pots = append(from.Pots, p.ID)
			}
		}
		if r.Text("height") != "" {
			from.Height = r.Length("height")
		}
	}
	var id logbook.ID
	kept, err := r.Keep(func() (err error) {
		id, err = s.Garden.PlantFromNursery(c.Request.Context(), st.Planting.ID, day, from, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.plantingPage(c, http.StatusUnprocessableEntity, h, st, frame.Refuse(c, r.Sent(doing)))
	}
	c.Redirect(http.StatusSeeOther, bagAddress(st, fmt.Sprintf("done=%d", id)))
	return nil
}
