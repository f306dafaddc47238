package site

import (
	"fmt"
	"math"

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

// RainAsked is the question how much it rained, for one press.
type RainAsked struct{ Key, Back string }

// AskRain of yesterday, where nobody wrote it down; nil where it is known.
func AskRain(look *garden.View, back string) (*RainAsked, error) {
	yesterday := look.Today() - 1
	days, err := look.Weather(yesterday, yesterday)
	if err != nil || len(days) != 1 || !math.IsNaN(days[0].Rain) {
		return nil, err
	}
	said, err := look.RainSaid(yesterday)
	if err != nil || said {
		return nil, err
	}
	return &RainAsked{form.NewKey(), back}, nil
}
