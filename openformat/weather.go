package openformat

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"math"
	"slices"
	"strconv"
	"strings"

	"glebata/core/measure"
	"glebata/garden/logbook"
)

// weatherColumns in the order they are written; the first four are needed.
var weatherColumns = []string{"date", "tmin", "tmax", "rain", "humidity", "wind", "sun", "source"}

// WeatherColumns of a file, with the headings that other programs give them.
var WeatherColumns = []Column{
	{Key: "date", Name: "Day", Needed: true, Aliases: []string{"day", "datum", "when"}},
	{Key: "tmin", Name: "Minimum", Needed: true, Aliases: []string{"min temp", "temp min", "tn", "lowest", "minimum", "low"}},
	{Key: "tmax", Name: "Maximum", Needed: true, Aliases: []string{"max temp", "temp max", "tx", "highest", "maximum", "high"}},
	{Key: "rain", Name: "Rain", Aliases: []string{"precipitation", "rainfall", "precip"}},
	{Key: "humidity", Name: "Humidity", Aliases: []string{"rel humidity", "rh"}},
	{Key: "wind", Name: "Wind", Aliases: []string{"wind speed"}},
	{Key: "sun", Name: "Sun", Aliases: []string{"sunshine", "sun hours"}},
}

// needed are the columns a record cannot do without.
const needed = 4

// LineError is one thing wrong with a line of a file, counted from 1.
type LineError struct {
	Line int
	Says measure.Phrase
}

// mostErrors of a file that are reported; more help nobody.
const mostErrors = 50

// mostDays that one file brings: fifty years.
const mostDays = 50 * 366

// WeatherReading is how a file of weather is read: the zero reading goes by its headings, in
// °C and mm.
type WeatherReading struct {
	At         Mapping // of the columns; nil for by their headings
	Fahrenheit bool
	Inches     bool
	Order      measure.DayOrder // of days in figures; empty for by how they look
}

// WeatherHeader is the heading line of a file; nil where there is none.
func WeatherHeader(file []byte) []string {
	header, err := weatherLines(file).Read()
	if err != nil {
		return nil
	}
	return header
}

func weatherLines(file []byte) *csv.Reader {
	file = bytes.TrimPrefix(file, []byte("\xef\xbb\xbf"))
	first, _, _ := bytes.Cut(file, []byte("\n"))
	r := csv.NewReader(bytes.NewReader(file))
	r.FieldsPerRecord, r.TrimLeadingSpace = -1, true
	r.Comma = separator(string(first))
	return r
}

// ReadWeather reads days from CSV, separated by commas, semicolons or tabs: a heading line
// with date, tmin and tmax, and rain, humidity, wind and sun where there are some; days like
// 2026-06-09, °C, mm, %, m/s and hours, unless it is to be read otherwise. Days to come are a
// forecast. Decimals may have a comma where commas do not separate. A column source names
// where each day comes from. It returns the days in order, or every error with its line and
// no days.
func ReadWeather(file []byte, how WeatherReading, today measure.Day) ([]logbook.DayRecord, []LineError) {
	r := weatherLines(file)
	header, err := r.Read()
	if err != nil {
		return nil, []LineError{{1, measure.Say("There is nothing in this file: the first line names the columns, date, tmin, tmax, rain.")}}
	}
	if how.At == nil {
		at, errs := parseColumns(header)
		if errs != nil {
			return nil, errs
		}
		how.At = at
	}
	w := weatherReader{WeatherReading: how, today: today, seen: map[measure.Day]int{}}
	for len(w.errs) < mostErrors && len(w.days) <= mostDays {
		fields, err := r.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			var p *csv.ParseError
			line := 0
			if errors.As(err, &p) {
				line = p.Line
			}
			w.refuse(line, "This line cannot be read: a quotation mark is open or in the wrong place.")
			break
		}
		line, _ := r.FieldPos(0)
		w.read(line, fields)
	}
	if len(w.errs) == 0 && len(w.days) == 0 {
		w.refuse(1, "There are no days under the heading.")
	}
	if len(w.days) > mostDays {
		w.refuse(mostDays, "A file brings up to {} days: send it in parts.", mostDays)
	}
	if len(w.errs) > 0 {
		return nil, w.errs
	}
	slices.SortFunc(w.days, func(a, b logbook.DayRecord) int { return int(a.Day - b.Day) })
	return w.days, nil
}

func separator(header string) rune {
	for _, sep := range []rune{';', '\t'} {
		if strings.ContainsRune(header, sep) {
			return sep
		}
	}
	return ','
}

// parseColumns says at which place each known column stands; −1 when it does not.
func parseColumns(header []string) (Mapping, []LineError) {
	at := Mapping{}
	for i, name := range header {
		name = strings.ToLower(strings.TrimSpace(name))
		if _, twice := at[name]; twice && slices.Contains(weatherColumns, name) {
			return nil, []LineError{{1, measure.Say("The column {} is there twice.", name)}}
		}
		at[name] = i
	}
	for key, i := range Guess(header, WeatherColumns, nil) { // under another heading
		if _, ok := at[key]; !ok {
			at[key] = i
		}
	}
	for _, name := range weatherColumns[:needed] {
		if _, ok := at[name]; !ok {
			return nil, []LineError{{1, measure.Say("The column {} is missing: the first line names date, tmin and tmax.", name)}}
		}
	}
	return at, nil
}

type weatherReader struct {
	WeatherReading
	today measure.Day
	days  []logbook.DayRecord
	seen  map[measure.Day]int // day to the line it stands in
	errs  []LineError
}

func (w *weatherReader) refuse(line int, says string, args ...any) {
	w.errs = append(w.errs, LineError{line, measure.Say(says, args...)})
}

func (w *weatherReader) read(line int, fields []string) {
	if len(fields) == 1 && strings.TrimSpace(fields[0]) == "" {
		return
	}
	before := len(w.errs)
	d := logbook.DayRecord{}
	text, ok := w.field(fields, "date")
	if !ok {
		w.refuse(line, "There are {} values and the heading has more columns.", len(fields))
		return
	}
	var err error
	order := w.Order
	if order == "" {
		order = measure.YearFirst
	}
	if strings.Count(text, ".") == 2 { // so the day stands first
		order = measure.DayFirst
	}
	if d.Day, err = measure.ReadDay(text, order); err != nil {
		w.refuse(line, "“{}” is not a day. Write it like 2026-06-09.", text)
	}
	number := func(column string, must bool) float64 { return w.number(line, fields, column, must) }
	d.Min, d.Max, d.Rain = w.celsius(number("tmin", true)), w.celsius(number("tmax", true)), number("rain", false)
	if w.Inches {
		d.Rain = hundredth(25.4 * d.Rain)
	}
	d.Humidity, d.Wind, d.Sun = number("humidity", false), number("wind", false), number("sun", false)
	if len(w.errs) > before {
		return
	}
	if other, twice := w.seen[d.Day]; twice {
		w.refuse(line, "{} stands in line {} already.", d.Day, other)
		return
	}
	w.seen[d.Day] = line
	if source, ok := w.field(fields, "source"); ok {
		d.Source = cellText(source)
	}
	var faults logbook.Faults
	if errors.As(d.Check(w.today), &faults) {
		for _, f := range faults {
			w.errs = append(w.errs, LineError{line, f.Says})
		}
		return
	}
	w.days = append(w.days, d)
}

func (w *weatherReader) celsius(t float64) float64 {
	if w.Fahrenheit {
		return hundredth((t - 32) / 1.8)
	}
	return t
}

func hundredth(v float64) float64 { return math.Round(100*v) / 100 }

func (w *weatherReader) field(fields []string, column string) (string, bool) {
	i, ok := w.At[column]
	if !ok || i >= len(fields) {
		return "", false
	}
	return strings.TrimSpace(fields[i]), true
}

func (w *weatherReader) number(line int, fields []string, column string, must bool) float64 {
	text, there := w.field(fields, column)
	if text == "" {
		if must && !there {
			w.refuse(line, "{} is missing: the line is too short.", column)
		} else if must {
			w.refuse(line, "{} is empty.", column)
		}
		return math.NaN()
	}
	v, err := measure.ParseNumber(text)
	if err != nil {
		w.refuse(line, "{} is “{}”, which is not a number.", column, text)
		return math.NaN()
	}
	return v
}

// WriteWeather writes daily records as CSV that ReadWeather reads back.
func WriteWeather(w io.Writer, days []logbook.DayRecord) error {
	out := csv.NewWriter(w)
	if err := out.Write(weatherColumns); err != nil {
		return fmt.Errorf("writing the weather: %w", err)
	}
	for _, d := range days {
		if err := out.Write([]string{d.Day.ISO(), plain(d.Min), plain(d.Max), plain(d.Rain), plain(d.Humidity), plain(d.Wind), plain(d.Sun), Cell(d.Source)}); err != nil {
			return fmt.Errorf("writing the weather: %w", err)
		}
	}
	out.Flush()
	return out.Error()
}

// plain number, empty when it was not measured.
func plain(v float64) string {
	if math.IsNaN(v) {
		return ""
	}
	return strconv.FormatFloat(v, 'f', -1, 64)
}
