package site

import (
	"bytes"
	"cmp"
	"fmt"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/openformat"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// weatherTable is the kind of a weather file's columns.
const weatherTable = "weather"

// weatherFile is a file of weather as it was read.
type weatherFile struct {
	text   []byte
	header []string
	how    openformat.WeatherReading
	units  [3]string // of temperatures and rain, and the order of days, as they were sent or kept
	days   []logbook.DayRecord
	wrong  []openformat.LineError
}

// weatherUnits are fields of how a file's figures are read, with what they are until they
// are said to be otherwise.
var weatherUnits = [...]form.Field{
	{Name: "temps", Label: "Temperatures are in", Kind: "choice", Value: "c", Options: []form.Option{{Value: "c", Name: "°C"}, {Value: "f", Name: "°F"}}},
	{Name: "rains", Label: "Rain is in", Kind: "choice", Value: "mm", Options: []form.Option{{Value: "mm", Name: "mm"}, {Value: "in", Name: "inches"}}},
	{Name: "order", Label: "Days like 3/4/2026 are", Kind: "choice", Value: string(measure.DayFirst), Options: []form.Option{{Value: string(measure.DayFirst), Name: "3 April"}, {Value: string(measure.MonthFirst), Name: "4 March"}}},
}

// readWeatherFile that was sent, read by the columns that were sent, or kept from the last one.
func readWeatherFile(r *frame.Reading, c *gin.Context, look *garden.View, today measure.Day) (weatherFile, error) {
	file, err := frame.Uploaded(c, r)
	if err != nil {
		return weatherFile{}, err
	}
	f := weatherFile{text: bytes.TrimSpace(file)}
	if len(f.text) == 0 {
		r.Faults.Add("file", "Choose a file, or paste its lines.")
		return f, nil
	}
	kept, err := look.Columns(weatherTable)
	if err != nil {
		return f, err
	}
	for i, u := range weatherUnits {
		f.units[i] = cmp.Or(r.Text(u.Name), kept[u.Name], u.Value)
	}
	f.header = openformat.WeatherHeader(f.text)
	before := len(r.Faults)
	f.how = openformat.WeatherReading{At: r.Mapping(openformat.WeatherColumns, f.header, kept), Fahrenheit: f.units[0] == "f", Inches: f.units[1] == "in", Order: measure.DayOrder(f.units[2])}
	for i, h := range f.header {
		if h == "source" {
			f.how.At["source"] = i
		}
	}
	if len(r.Faults) == before {
		f.days, f.wrong = openformat.ReadWeather(f.text, f.how, today)
	}
	return f, nil
}

// fields of how it was read, to be put right.
func (f *weatherFile) fields(sent form.Sent) []form.Field {
	out := parts.ColumnFields(openformat.WeatherColumns, f.header, f.how.At, sent)
	for i, u := range weatherUnits {
		u.ID, u.Value = "map-"+u.Name, f.units[i]
		u.Options = append([]form.Option(nil), u.Options...)
		out = append(out, parts.Chosen(u))
	}
	return out
}

// readWeather reads a file and shows what it would replace; nothing is kept yet.
func (s *Pages) readWeather(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	body := weatherBody{Source: r.Text("source")}
	if body.Source == "" {
		r.Faults.Add("source", "Say whose record it is: the source of each day is kept.")
	}
	f, err := readWeatherFile(&r, c, look, s.DayOf(c))
	if err != nil {
		return err
	}
	body.Wrong = f.wrong
	if f.header != nil {
		body.Columns, body.File = f.fields(r.Sent("map")), string(f.text)
	}
	if r.Faults == nil && f.wrong == nil {
		p, err := look.PreviewWeather(f.days)
		if err != nil {
			return err
		}
		body.preview(p, r.Units)
	}
	status := http.StatusOK
	if r.Faults != nil || f.wrong != nil {
		status = http.StatusUnprocessableEntity
		r.Values.Set("lines", string(f.text))
	}
	return s.weatherPage(c, status, body, frame.Refuse(c, r.Sent("weather")))
}

// maxChanges that a preview lists.
const maxChanges = 60

func (b *weatherBody) preview(p garden.WeatherPreview, sys measure.System) {
	b.Preview = &p
	words := func(d logbook.DayRecord) string {
		return fmt.Sprintf("%s to %s, %s", degrees(d.Min, sys), degrees(d.Max, sys), rainSays(d.Rain, sys))
	}
	for i, ch := range p.Changes {
		if i >= maxChanges {
			b.More = len(p.Changes) - maxChanges
			break
		}
		b.Changes = append(b.Changes, changeLine{ch.New.Day.String(), words(ch.New), words(ch.Old) + ", " + ch.Old.Source})
	}
}

// importWeather keeps what was looked at, and where each column stood for the next file.
func (s *Pages) importWeather(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	f, err := readWeatherFile(&r, c, look, s.DayOf(c))
	if err != nil {
		return err
	}
	body := weatherBody{Source: r.Text("source"), Wrong: f.wrong}
	if r.Faults == nil && f.wrong == nil {
		_, err = s.Garden.ImportWeather(c.Request.Context(), f.days, r.Text("source"), s.Request(c))
		if err := r.Refused(err); err != nil {
			return err
		}
	}
	if r.Faults != nil || f.wrong != nil {
		if f.header != nil {
			body.Columns, body.File = f.fields(r.Sent("map")), string(f.text)
		}
		return s.weatherPage(c, http.StatusUnprocessableEntity, body, frame.Refuse(c, r.Sent("weather")))
	}
	keep := parts.Headings(f.how.At, f.header)
	for i, u := range weatherUnits {
		keep[u.Name] = f.units[i]
	}
	if err := s.Garden.Set(c.Request.Context(), garden.Columns(weatherTable, keep)); err != nil {
		return err
	}
	first, last := f.days[0].Day, f.days[len(f.days)-1].Day
	said := fmt.Sprintf("Kept: %d days of %s, from %s to %s.", len(f.days), r.Text("source"), first, last)
	return s.RedirectWithFlash(c, "/weather?until="+min(last, s.DayOf(c)).ISO(), said)
}
