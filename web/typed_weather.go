package web

import (
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/web/form"
)

// typedForm is one day as it is read off a gauge and a thermometer.
func typedForm(today measure.Day, sys measure.System) form.Form {
	rain := "mm"
	if sys.Same(measure.US) {
		rain = "in"
	}
	return form.Form{Name: "typed", Title: "What you read today", Action: "/weather/typed", Button: "Keep it", Says: "What you did not read may stay empty.", Fields: []form.Field{
		{Name: "rain", Label: "Rain in the gauge", Kind: "quantity", Unit: rain},
		{Name: "tmin", Label: "The night's minimum", Kind: "quantity", Unit: string(sys.TemperatureUnit())},
		{Name: "tmax", Label: "The day's maximum", Kind: "quantity", Unit: string(sys.TemperatureUnit())},
		{Name: "day", Label: "On", Kind: "day", Value: today.ISO(), Max: today.ISO()},
	}}
}

// typeWeather keeps one day that was typed.
func (s *Site) typeWeather(c *gin.Context) error {
	r, err := s.parseForm(c)
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
	if text := r.Text("rain"); text != "" {
		bare := measure.Unit("mm")
		if r.Units.Same(measure.US) {
			bare = "in"
		}
		v, err := measure.ParseLength(text, bare, r.Units)
		if err != nil {
			r.Refuse("rain", err)
		}
		t.Rain = garden.Reading{Known: true, Value: v.Millimetres()}
	}
	kept, err := r.keep(func() error {
		_, err := s.garden.TypeWeather(c.Request.Context(), t, s.asked(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.weatherPage(c, http.StatusUnprocessableEntity, weatherBody{}, refuse(c, r.Sent("typed")))
	}
	return s.redirectWithFlash(c, "/weather", "Kept: what you read on "+t.Day.Short()+". Water, frost and growth go by it.")
}
