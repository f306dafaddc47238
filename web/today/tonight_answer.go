package today

import (
	"fmt"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/parts"
)

// usualNights are the chances of a frost in nights that nothing is forecast of, at each place
// where something green stands.
type usualNights struct {
	Places []string
	Nights []usualNight
}

type usualNight struct {
	Day     string
	Chances []string
}

// chanceWords say a chance as the lines of a night do.
func chanceWords(p float64) string {
	if p < 0.005 {
		return "under 1 %"
	}
	return fmt.Sprintf("%d %%", int(100*p+0.5))
}

// answer says what must come in tonight, and puts down the nights that nothing is forecast of.
func (b *tonightBody) answer(look *garden.View, row []forecast.PlantingForecast, sys measure.System) error {
	nights, err := look.Nights()
	if err != nil {
		return err
	}
	nursery, err := look.Nursery()
	if err != nil {
		return err
	}
	places := forecast.Exposed(row, nursery, look.Today())
	b.Heard = heardForm(look.Today(), sys)
	if len(places) == 0 {
		b.Answer = "Nothing must come in: nothing green stands where a frost could reach it."
		return nil
	}
	for i := range nights {
		f := &nights[i]
		if f.Source != logbook.Usual {
			continue
		}
		if b.Usual == nil {
			b.Usual = &usualNights{}
			for _, p := range places {
				b.Usual.Places = append(b.Usual.Places, p.Where)
			}
		}
		u := usualNight{Day: f.Day.Short()}
		for _, p := range places {
			u.Chances = append(u.Chances, chanceWords(f.FrostAt(p)))
		}
		b.Usual.Nights = append(b.Usual.Nights, u)
	}
	tonight := &nights[0]
	by := sys.Temperature(measure.Temperature(tonight.Min)) + " is forecast in the open"
	if tonight.Source == logbook.Usual {
		by = "nothing is forecast, and by the usual nights of your site"
	}
	worst := tonight.FrostAt(places[0])
	switch first := len(b.Nights) > 0 && b.Nights[0].First; {
	case first && b.Nights[0].Act:
		b.Answer = fmt.Sprintf("See to %s tonight: %s, a chance of frost of up to %s.", b.Nights[0].Names(func(l *parts.NightLine) bool { return l.Act }), by, chanceWords(worst))
	case first:
		b.Answer = fmt.Sprintf("Nothing must come in tonight; watch %s: %s, a chance of frost of up to %s.", b.Nights[0].Names(nil), by, chanceWords(worst))
	default:
		b.Answer = fmt.Sprintf("Nothing must come in tonight: %s, a chance of frost of %s where it is coldest.", by, chanceWords(worst))
	}
	return nil
}

// heardForm is a coming night's minimum, as it was heard or read.
func heardForm(today measure.Day, sys measure.System) form.Form {
	f := form.Form{Name: "heard", Title: "A minimum you heard or read", Action: "/tonight/heard", Button: "Keep it", Fields: []form.Field{
		{Name: "tmin", Label: "Minimum in the open", Kind: "quantity", Unit: string(sys.TemperatureUnit())},
		{Name: "night", Label: "Night into", Kind: "choice"},
	}}
	for lead := 1; lead <= forecast.ForecastDays; lead++ {
		d := today + measure.Day(lead)
		name := d.Long()
		if lead == 1 {
			name = "tonight, into " + d.Short()
		}
		f.Fields[1].Options = append(f.Fields[1].Options, form.Option{Value: d.ISO(), Name: name})
	}
	return f
}

// tonightBody is the page of the nights ahead that may freeze, and of what stands covered.
type tonightBody struct {
	Answer string // what must come in tonight
	Nights []parts.NightView
	Usual  *usualNights // that nothing is forecast of; nil where all are
	Heard  form.Form    // a night's minimum, as it was heard
	Out    *outView
	Blight *parts.BlightView
	Hot    []hotView
	Said   string
	Wrong  string // why nothing was kept
	parts.KeptTogether
	Caution []form.Caution
	// How far a forecast is off on its first night, and on its last.
	FirstErrs, LastErrs measure.Warming
}

// hotView is a hot day ahead.
type hotView struct {
	Day, Max, Bags string
	Stops          bool
	Source         string
}

// outView is what stands covered or carried in, to be brought out again.
type outView struct {
	Key    string
	Things []parts.CoveredBag
	Button string
}
