package today

import (
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/garden"
	"glebata/web/frame"
)

// watered keeps that bags were watered as they want it: those ticked, or all of one place.
func (s *Pages) watered(c *gin.Context) error {
	return s.KeepTogether(c, "/?group=", func(r *frame.Reading, a garden.Request) error {
		if only := strings.Fields(r.Text("only")); len(only) > 1 {
			r.Values["bag"], r.Values["pot"] = nil, nil
			r.Values[only[0]] = only[1:]
		}
		_, err := s.Garden.WaterAsked(c.Request.Context(), r.Ticked(), r.IDs("pot"), a)
		return err
	}, s.todayRefused(c))
}
