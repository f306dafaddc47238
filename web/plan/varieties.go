package plan

import (
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/crop"
	"glebata/garden/logbook"
	"glebata/web/frame"
)

func (s *Pages) addVariety(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	v := logbook.Variety{Name: r.Text("name"), Class: crop.Class(r.Text("class")), PacketDays: r.Count("days")}
	if r.Faults == nil {
		v.ID, err = s.Garden.AddVariety(c.Request.Context(), v, s.Request(c))
		if err := r.Refused(err); err != nil {
			return err
		}
	}
	if r.Faults != nil {
		return s.planPage(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("variety")))
	}
	said := "Variety added: " + v.Name + "."
	if conflict := v.ClassConflict(); !conflict.Empty() {
		said += " " + conflict.In(r.Units)
	}
	if r.Text("back") != "" {
		return s.RedirectWithFlash(c, frame.Back(c), said)
	}
	return s.RedirectWithFlash(c, "/plan?"+planWith(c.Request.Form, v.ID).Encode(), said)
}
