package lift

import (
	"fmt"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/crop"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/web/frame"
)

// strays keeps what volunteers gave.
func (s *Pages) strays(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	v := garden.Volunteers{Bag: r.ID("bag"), Class: crop.Class(r.Text("class")), Day: r.Day("day")}
	v.Batches = readBatches(&r, new(logbook.PlantingState).ScaleReader(cat.Containers, r.Units))
	asked := s.Request(c)
	var id logbook.ID
	kept, err := r.Keep(func() (err error) {
		id, err = s.Garden.LiftVolunteers(c.Request.Context(), v, asked)
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.lifting(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("strays")))
	}
	c.Redirect(http.StatusSeeOther, fmt.Sprintf("/plantings/%d/sheet", id))
	return nil
}
