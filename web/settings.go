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

// habits that were sent with a site.
func (r *reading) habits() []garden.Setting {
	var out []garden.Setting
	if r.Text("can") != "" {
		out = append(out, garden.Can(r.Volume("can")))
	}
	if _, sent := r.Values["sign"]; sent {
		out = append(out, garden.MoneySign(r.Text("sign")))
	}
	if mark := r.Text("decimal"); mark != "" {
		out = append(out, garden.DecimalComma(mark == "comma"))
	}
	if nip := r.Text("nip"); nip != "" {
		out = append(out, garden.Nips(nip == "yes"))
	}
	if sys, ok := measure.SystemNamed(r.Text("units")); ok {
		out = append(out, garden.Units(sys))
	}
	return out
}
