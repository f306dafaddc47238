package web

import (
	"fmt"
	"math"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/web/form"
)

// typedForm is one day as it is read off a gauge and a thermometer.
func typedForm(today measure.Day, sys measure.System) form.Form {
	return form.Form{Name: "typed", Title: "What you read today", Action: "/weather/typed", Button: "Keep it", Says: "What you did not read may stay empty.", Fields: []form.Field{
		{Name: "rain", Label: "Rain in the gauge", Kind: "quantity", Unit: rainUnit(sys)},
		{Name: "tmin", Label: "The night's minimum", Kind: "quantity", Unit: string(sys.TemperatureUnit())},
		{Name: "tmax", Label: "The day's maximum", Kind: "quantity", Unit: string(sys.TemperatureUnit())},
		{Name: "day", Label: "On", Kind: "day", Value: today.ISO(), Max: today.ISO()},
	}}
}

// rainMonths that can be chosen.
const rainMonths = 14

// monthForm is the rain of a whole month.
func monthForm(today measure.Day, sys measure.System) form.Form {
	f := form.Form{Name: "rain-month", Title: "The rain of a month", Action: "/weather/month", Button: "Keep it", Says: "It is shared out over the days of which no rain is written down.", Fields: []form.Field{
		{Name: "month", Label: "Month", Kind: "choice"},
		{Name: "total", Label: "Rain in all", Kind: "quantity", Unit: rainUnit(sys)},
	}}
	month := (today - 1).MonthStart()
	for range rainMonths {
		f.Fields[0].Options = append(f.Fields[0].Options, form.Option{Value: month.ISO(), Name: fmt.Sprintf("%s %d", month.MonthName(), month.Year())})
		month = (month - 1).MonthStart()
	}
	return f
}

func rainUnit(sys measure.System) string {
	if sys.Same(measure.US) {
		return "in"
	}
	return "mm"
}

// rain as it is typed into a field, mm.
func (r *reading) rain(field string) float64 {
	v, err := measure.ParseLength(r.Text(field), measure.Unit(rainUnit(r.Units)), r.Units)
	if err != nil {
		r.Refuse(field, err)
	}
	return v.Millimetres()
}

// typeMonth keeps the rain of a month.
func (s *Site) typeMonth(c *gin.Context) error {
	r, err := s.parseForm(c)
	if err != nil {
		return err
	}
	month, mm := r.Day("month"), r.rain("total")
	kept, err := r.keep(func() error {
		_, err := s.garden.TypeMonth(c.Request.Context(), month, mm, s.asked(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.weatherPage(c, http.StatusUnprocessableEntity, weatherBody{}, refuse(c, r.Sent("rain-month")))
	}
	return s.redirectWithFlash(c, "/weather", "Kept: the rain of "+month.MonthName()+". Water goes by it.")
}

// rained keeps how much it rained, as one press says it: "not", "little" or "much", of yesterday
// or, with "week", of the last seven days.
func (s *Site) rained(c *gin.Context) error {
	r, err := s.parseForm(c)
	if err != nil {
		return err
	}
	how, when, _ := strings.Cut(r.Text("rained"), " ")
	kept, err := r.keep(func() error {
		_, err := s.garden.SayRain(c.Request.Context(), garden.Rained(how), when == "week", s.asked(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.weatherPage(c, http.StatusUnprocessableEntity, weatherBody{}, refuse(c, r.Sent("rained")))
	}
	to := "/weather"
	if r.Text("back") == "today" {
		to = "/"
	}
	return s.redirectWithFlash(c, to, "Kept: how much it rained. Water goes by it; it is taken back on the weather page.")
}

// rainAsked is the question how much it rained, for one press.
type rainAsked struct{ Key, Back string }

// askRain of yesterday, where nobody wrote it down; nil where it is known.
func askRain(look *garden.View, back string) (*rainAsked, error) {
	yesterday := look.Today() - 1
	days, err := look.Weather(yesterday, yesterday)
	if err != nil || len(days) != 1 || !math.IsNaN(days[0].Rain) {
		return nil, err
	}
	said, err := look.RainSaid(yesterday)
	if err != nil || said {
		return nil, err
	}
	return &rainAsked{form.NewKey(), back}, nil
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
	if r.Text("rain") != "" {
		t.Rain = garden.Reading{Known: true, Value: r.rain("rain")}
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
