package site

import (
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/web/frame"
)

// readRain as it is typed into a field, mm.
func readRain(r *frame.Reading, field string) float64 {
	v, err := measure.ParseLength(r.Text(field), measure.Unit(rainUnit(r.Units)), r.Units)
	if err != nil {
		r.Refuse(field, err)
	}
	return v.Millimetres()
}

// typeMonth keeps the rain of a month.
func (s *Pages) typeMonth(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	month, mm := r.Day("month"), readRain(&r, "total")
	kept, err := r.Keep(func() error {
		_, err := s.Garden.TypeMonth(c.Request.Context(), month, mm, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.weatherPage(c, http.StatusUnprocessableEntity, weatherBody{}, frame.Refuse(c, r.Sent("rain-month")))
	}
	return s.RedirectWithFlash(c, "/weather", "Kept: the rain of "+month.MonthName()+". Water goes by it.")
}

// rained keeps how much it rained, as one press says it: "not", "little" or "much", of yesterday
// or, with "week", of the last seven days.
func (s *Pages) rained(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	how, when, _ := strings.Cut(r.Text("rained"), " ")
	kept, err := r.Keep(func() error {
		_, err := s.Garden.SayRain(c.Request.Context(), garden.Rained(how), when == "week", s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.weatherPage(c, http.StatusUnprocessableEntity, weatherBody{}, frame.Refuse(c, r.Sent("rained")))
	}
	to := "/weather"
	if r.Text("back") == "today" {
		to = "/"
	}
	return s.RedirectWithFlash(c, to, "Kept: how much it rained. Water goes by it; it is taken back on the weather page.")
}

// typeWeather keeps one day that was typed.
func (s *Pages) typeWeather(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	t := garden.TypedWeather{Day: r.Day("day")}
	for field, into := range map[string]*garden.Reading{"tmin": &t.Min, "tmax": &t.Max} {
		if text := r.Text(field); text != "" {
			v, err := measure.ParseTemperature(text, r.Units.TemperatureUnit(), r.Units)
			if err != nil {
				r.Refuse(field, err)
			}
			*into = garden.Reading{Known: true, Value: float64(v)}
		}
	}
	if r.Text("rain") != "" {
		t.Rain = garden.Reading{Known: true, Value: readRain(&r, "rain")}
	}
	kept, err := r.Keep(func() error {
		_, err := s.Garden.TypeWeather(c.Request.Context(), t, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.weatherPage(c, http.StatusUnprocessableEntity, weatherBody{}, frame.Refuse(c, r.Sent("typed")))
	}
	return s.RedirectWithFlash(c, "/weather", "Kept: what you read on "+t.Day.Short()+". Water, frost and growth go by it.")
}
