package web

import (
	"net/http"
	"strconv"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
)

// units the grower reads and writes in.
func (s *Site) units(c *gin.Context) (measure.System, error) {
	look, err := s.look(c)
	if err != nil {
		return measure.Metric, err
	}
	return look.Units()
}

func (s *Site) setUnits(c *gin.Context) error {
	sys, ok := measure.SystemNamed(c.PostForm("units"))
	if ok {
		if err := s.garden.Set(c.Request.Context(), garden.Units(sys)); err != nil {
			return err
		}
	}
	c.Redirect(http.StatusSeeOther, back(c))
	return nil
}

// stepClock moves a pinned clock on; a real one cannot be moved.
func (s *Site) stepClock(c *gin.Context) {
	if clock, ok := s.clock.(Stepper); ok {
		days, err := strconv.Atoi(c.PostForm("days"))
		if err == nil && days >= 1 && days <= 31 {
			clock.Step(days)
		}
	}
	c.Redirect(http.StatusSeeOther, back(c))
}
