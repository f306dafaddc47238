package site

import (
	"bytes"
	"fmt"
	"math"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/openformat"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
)

type weatherBody struct {
	Chart     draw.OnBoth[draw.Weather]
	Days      []weatherLine
	Ahead     []weatherLine
	From      measure.Day
	Until     measure.Day
	Earlier   string
	Later     string
	Own       int  // of the days shown
	OwnAhead  int  // days ahead that are of the grower's own forecast
	Simulated bool // the rest come from a stand-in
	Form      form.Form
	Typed     form.Form
	Month     form.Form
	AskRain   *RainAsked
	Said      string
	// After a file was read:
	Wrong   []openformat.LineError
	Preview *garden.WeatherPreview
	Changes []changeLine
	More    int          // changes that are not listed
	Columns []form.Field // where each stands in the file
	File    string
	Source  string
	Key     string
	Brought []broughtLine
}

// broughtLine is days that were brought in together.
type broughtLine struct {
	logbook.WeatherImport
	Key string
}

// maxBrought that are listed.
const maxBrought = 20

type weatherLine struct {
	Day, Min, Max, Rain, Humidity, Source string
	Own                                   bool
	Frost                                 string
}

type changeLine struct{ Day, New, Old string }

// weatherDays are shown at a time.
const weatherDays = 42

func (s *Pages) weather(c *gin.Context) error {
	return s.weatherPage(c, http.StatusOK, weatherBody{}, form.Sent{})
}

func (s *Pages) weatherPage(c *gin.Context, status int, body weatherBody, t form.Sent) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	body.Simulated = look.WeatherName() == logbook.Simulated
	today := look.Today()
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	t.Units = r.Units
	body.Until = today
	if d, err := measure.ParseDay(c.Query("until")); err == nil && d < today {
		body.Until = d
	}
	body.From = body.Until - weatherDays + 1
	days, err := look.Weather(body.From, body.Until)
	if err != nil {
		return err
	}
	site, _, err := look.Site()
	if err != nil {
		return err
	}
	normals, err := site.Normals()
	if err != nil {
		return err
	}
	var nights []forecast.Forecast
	if body.Until == today {
		if nights, err = look.Forecast(); err != nil {
			return err
		}
	}
	body.Chart = draw.Both(func(p draw.Paper) draw.Weather { return draw.NewWeather(days, nights, normals, r.Units, p) })
	body.tell(days, nights, r.Units)
	body.Earlier = (body.Until - weatherDays).ISO()
	if body.Until < today {
		body.Later = min(today, body.Until+weatherDays).ISO()
	}
	if body.Said == "" {
		body.Said = s.Said(c)
	}
	body.Key = form.NewKey()
	imports, err := look.WeatherImports()
	if err != nil {
		return err
	}
	for _, i := range imports[:min(len(imports), maxBrought)] {
		body.Brought = append(body.Brought, broughtLine{i, form.NewKey()})
	}
	body.Form, body.Typed, body.Month = t.Fill(weatherForm()), t.Fill(typedForm(today, r.Units)), t.Fill(monthForm(today, r.Units))
	if body.AskRain, err = AskRain(look, ""); err != nil {
		return err
	}
	s.Render(c, status, "weather", frame.View{Title: "Weather", Stage: "Site", Body: body})
	return nil
}

// wetSays is the chance of a wet day, as far as a forecast says it.
func wetSays(chance float64) string {
	if math.IsNaN(chance) {
		return "not said"
	}
	return fmt.Sprintf("%.0f %%", 100*chance)
}

// rainSays is the rain of a day, as far as it is known.
func rainSays(mm float64, sys measure.System) string {
	if math.IsNaN(mm) {
		return "not known"
	}
	return sys.Print(measure.Rain(mm))
}

func (b *weatherBody) tell(days []logbook.DayRecord, nights []forecast.Forecast, sys measure.System) {
	for i := len(days) - 1; i >= 0; i-- {
		d := days[i]
		l := weatherLine{Day: d.Day.Short(), Min: degrees(d.Min, sys), Max: degrees(d.Max, sys), Rain: rainSays(d.Rain, sys), Source: d.Source, Own: d.Own()}
		if !math.IsNaN(d.Humidity) {
			l.Humidity = fmt.Sprintf("%.0f %%", d.Humidity)
		}
		if d.Own() {
			b.Own++
		}
		b.Days = append(b.Days, l)
	}
	for _, f := range nights {
		if f.Source != logbook.Simulated {
			b.OwnAhead++
		}
		b.Ahead = append(b.Ahead, weatherLine{
			Day: f.Day.Short(), Min: degrees(f.Min, sys), Max: degrees(f.Max, sys), Rain: wetSays(f.WetChance),
			Source: f.Source, Humidity: "± " + sys.Print(measure.Warming(f.Spread)), Frost: fmt.Sprintf("%.0f %%", 100*f.FrostChance("open")),
		})
	}
}

func degrees(t float64, sys measure.System) string { return sys.Temperature(measure.Temperature(t)) }

func weatherForm() form.Form {
	return form.Form{Name: "weather", Title: "Bring in records or a forecast of your own", Action: "/weather/read", Button: "Look at what it would change", Fields: []form.Field{
		{Name: "source", Label: "Whose record", Kind: "text", Hint: "Like: thermometer on the north wall"},
		{Name: "file", Label: "The file", Kind: "file", Hint: "CSV with a heading line, whatever its headings are: a day, its minimum, maximum and rain. Days to come are taken as a forecast."},
		{Name: "lines", Label: "or paste its lines", Kind: "words"},
	}}
}

// undoWeather takes days that were brought in back.
func (s *Pages) undoWeather(c *gin.Context) error {
	_, err := s.Garden.UndoWeather(c.Request.Context(), frame.PathID(c), s.Request(c))
	if faults, ok := frame.AsFaults(err); ok {
		return s.weatherPage(c, http.StatusUnprocessableEntity, weatherBody{}, frame.Refuse(c, form.Sent{Form: "undo", Faults: faults}))
	}
	if err != nil {
		return err
	}
	return s.RedirectWithFlash(c, "/weather", "Undone. What stood for those days before counts again.")
}

// exportWeather answers with the days from one to another as CSV.
func (s *Pages) exportWeather(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	today := s.DayOf(c)
	from, until := measure.Date(today.Year()-1, 1, 1), today
	if d, err := measure.ParseDay(c.Query("from")); err == nil {
		from = d
	}
	if d, err := measure.ParseDay(c.Query("until")); err == nil {
		until = min(d, today)
	}
	from = max(from, until-20*366)
	days, err := look.Weather(from, until)
	if err != nil {
		return err
	}
	var b bytes.Buffer
	if err := openformat.WriteWeather(&b, days); err != nil {
		return err
	}
	s.Download(c, "text/csv; charset=utf-8", fmt.Sprintf("weather-%s-%s.csv", from.ISO(), until.ISO()), b.Bytes())
	return nil
}
