package openformat

import (
	"bytes"
	"fmt"
	"math"
	"strings"
	"testing"

	ical "github.com/arran4/golang-ical"

	"glebata/core/calendar"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

const today = measure.Day(20613) // 9 June 2026

func TestWeatherReadsAsItIsWritten(t *testing.T) {
	none := math.NaN()
	var days []logbook.DayRecord
	for i := range 30 {
		d := logbook.DayRecord{Day: today - 30 + measure.Day(i), Humidity: none, Wind: none, Sun: 3.5, Source: "north wall"}
		d.Min, d.Max, d.Rain = -1.5+float64(i)/10, 9.25, float64(i%3)
		days = append(days, d)
	}
	var b bytes.Buffer
	if err := WriteWeather(&b, days); err != nil {
		t.Fatal(err)
	}
	got, errs := ReadWeather(b.Bytes(), WeatherReading{}, today)
	if len(errs) > 0 || len(got) != len(days) {
		t.Fatalf("%d days, %v", len(got), errs)
	}
	for i := range got {
		if got[i].Day != days[i].Day || got[i].DayWeather != days[i].DayWeather || !math.IsNaN(got[i].Humidity) || got[i].Sun != 3.5 {
			t.Errorf("%+v reads back as %+v", days[i], got[i])
		}
	}
}

func TestWeatherIsReadAsOthersWriteIt(t *testing.T) {
	for what, file := range map[string]string{
		"semicolons and decimal commas": "\xef\xbb\xbfDate; Tmin; Tmax; Rain\r\n2026-06-02;7,5;18;0,2\r\n2026-06-01;6;17,5;0\r\n\r\n",
		"tabs, other columns":           "station\tdate\train\ttmax\ttmin\nx\t2026-06-01\t0\t17.5\t6\nx\t2026-06-02\t0.2\t18\t7.5\n",
		"a minus sign of print":         "date,tmin,tmax,rain\n2026-06-01,6,17.5,0\n2026-06-02,−2,18,0.2\n",
	} {
		days, errs := ReadWeather([]byte(file), WeatherReading{}, today)
		if len(errs) > 0 || len(days) != 2 || days[0].Day.ISO() != "2026-06-01" || days[0].Max != 17.5 || days[1].Rain != 0.2 {
			t.Errorf("%s: %+v, %v", what, days, errs)
		}
	}
}

func TestDamageIsNamedWithItsLine(t *testing.T) {
	const head = "date,tmin,tmax,rain\n2026-06-01,6,17,0\n"
	for what, c := range map[string]struct {
		file, says string
		line       int
	}{
		"empty":         {"", "nothing in this file", 1},
		"no rain":       {"date,tmin,tmax\n2026-06-01,6,17\n", "column rain is missing", 1},
		"twice a head":  {"date,tmin,tmin,tmax,rain\n", "there twice", 1},
		"only a head":   {"date,tmin,tmax,rain\n", "no days", 1},
		"a bad day":     {head + "June 2,6,17,0\n", "not a day", 3},
		"a bad number":  {head + "2026-06-02,6,warm,0\n", "not a number", 3},
		"swapped":       {head + "2026-06-02,17,6,0\n", "over the maximum", 3},
		"a day twice":   {head + "2026-06-02,6,17,0\n2026-06-01,6,17,0\n", "in line 2 already", 4},
		"far to come":   {head + "2027-06-10,6,17,0\n", "still to come", 3},
		"too short":     {head + "2026-06-02,6\n", "too short", 3},
		"empty value":   {head + "2026-06-02,6,,0\n", "tmax is empty", 3},
		"Fahrenheit":    {head + "2026-06-02,45,68,0\n", "not believed", 3},
		"an open quote": {head + "\"2026-06-02,6,17,0\n", "quotation mark", 3},
	} {
		days, errs := ReadWeather([]byte(c.file), WeatherReading{}, today)
		if days != nil || len(errs) == 0 || errs[0].Line != c.line || !strings.Contains(errs[0].Says.In(measure.Metric), c.says) {
			t.Errorf("%s: %d days, %v; want line %d, %q", what, len(days), errs, c.line, c.says)
		}
	}
}

// What we write comes back as it was, each day with its source.
func TestWeatherComesBackWithItsSources(t *testing.T) {
	var days []logbook.DayRecord
	for i, source := range []string{"roof", logbook.Simulated, "=SUM(A1)", "a; \"quoted\", one"} {
		d := logbook.DayRecord{Day: today - 4 + measure.Day(i), Humidity: 80, Wind: math.NaN(), Sun: 4.5, Source: source}
		d.Min, d.Max, d.Rain = 4.25, 13, 0.2
		days = append(days, d)
	}
	var b bytes.Buffer
	if err := WriteWeather(&b, days); err != nil {
		t.Fatal(err)
	}
	got, errs := ReadWeather(b.Bytes(), WeatherReading{}, today)
	if len(errs) > 0 || len(got) != len(days) {
		t.Fatalf("%d days, %v", len(got), errs)
	}
	for i, d := range got {
		if d.Day != days[i].Day || d.DayWeather != days[i].DayWeather || d.Source != days[i].Source || d.Humidity != 80 || d.Sun != 4.5 || !math.IsNaN(d.Wind) {
			t.Errorf("%+v comes back as %+v", days[i], d)
		}
	}
}

func FuzzReadWeather(f *testing.F) {
	f.Add("date,tmin,tmax,rain\n2026-06-01,6,17,0\n")
	f.Add("date;tmin;tmax;rain;sun\n2026-06-01;6,5;17;0;\n")
	f.Fuzz(func(t *testing.T, file string) {
		days, errs := ReadWeather([]byte(file), WeatherReading{}, today)
		if (days == nil) == (errs == nil) {
			t.Fatalf("%d days and %d errors", len(days), len(errs))
		}
		for i, d := range days {
			if d.Check(today) != nil || i > 0 && d.Day <= days[i-1].Day {
				t.Fatalf("day %+v was let through", d)
			}
		}
	})
}

func TestCalendarIsValidAndKeepsItsNames(t *testing.T) {
	sheet := forecast.Sheet{Year: 2026, Site: logbook.Site{Name: "Net Loft Steps"}}
	write := func(day measure.Day) string {
		m := forecast.FeedMoment{UID: "planting-3-chit@ab.glebata", Bag: "R6", Place: "Middle step, by the wall", Variety: logbook.Variety{Name: "Cold Quay"}}
		m.Moment = calendar.Moment{Kind: calendar.StartChit, Day: day, Until: day, What: measure.Say("start chitting"), Why: measure.Say("35 days before {}, cool; light, and airy; a line that is long enough to be folded where it is written.", day+35)}
		var b bytes.Buffer
		if err := WriteCalendar(&b, sheet, []forecast.FeedMoment{m}, "http://localhost:1", today, func(p measure.Phrase) string { return p.In(measure.Metric) }); err != nil {
			t.Fatal(err)
		}
		return b.String()
	}
	text := write(today)
	for _, line := range strings.Split(strings.TrimSuffix(text, "\r\n"), "\r\n") {
		if len(line) > 75 || strings.ContainsAny(line, "\r\n") {
			t.Errorf("the line %q is not folded", line)
		}
	}
	c, err := ical.ParseCalendar(strings.NewReader(text))
	if err != nil || len(c.Events()) != 1 {
		t.Fatalf("it reads back as %v, %v", c, err)
	}
	e := c.Events()[0]
	for property, want := range map[ical.ComponentProperty]string{
		ical.ComponentPropertyDtStart: "20260609", ical.ComponentPropertyDtEnd: "20260610",
		ical.ComponentPropertySummary: "R6: start chitting, Cold Quay", ical.ComponentPropertyUniqueId: "planting-3-chit@ab.glebata",
		ical.ComponentPropertyLocation: "Middle step, by the wall",
	} {
		if got := e.GetProperty(property); got == nil || got.Value != want {
			t.Errorf("%s is %v, want %q", property, got, want)
		}
	}
	for _, must := range []string{"BEGIN:VCALENDAR\r\n", "VERSION:2.0\r\n", "PRODID:", "DTSTAMP:20260609T000000Z"} {
		if !strings.Contains(text, must) {
			t.Errorf("%q is missing", must)
		}
	}
	if !strings.Contains(write(today+3), "UID:planting-3-chit@ab.glebata") {
		t.Error("a moved day has another UID")
	}
}

func TestLabelsFillTheSheetFromWhereItWasLeft(t *testing.T) {
	for _, s := range Sheets() {
		paperW, paperH := 210.0, 297.0
		if s.Paper == "Letter" {
			paperW, paperH = 215.9, 279.4
		}
		right, foot := s.Left+float64(s.Across-1)*s.PitchX+s.W, s.Top+float64(s.Down-1)*s.PitchY+s.H
		if right > paperW+0.1 || foot > paperH+0.1 || s.PitchX < s.W || s.PitchY < s.H {
			t.Errorf("%s does not fit its paper: %.1f × %.1f", s.Name, right, foot)
		}
		var labels []Label
		for i := range s.Each() {
			labels = append(labels, Label{Tag: fmt.Sprintf("R%d", i+1), Title: "Harbour Lantern", Lines: []string{"first early", "30 March 2026", "119 g in 2"}, Address: "http://192.0.2.1:8080/bags/R6"})
		}
		pages := func(start int) int {
			var b bytes.Buffer
			if err := WriteLabels(&b, s, start, labels); err != nil {
				t.Fatal(err)
			}
			return bytes.Count(b.Bytes(), []byte("/Type /Page\n"))
		}
		if one, two := pages(1), pages(2); one != 1 || two != 2 {
			t.Errorf("%s: %d and %d pages, want 1 and 2", s.Name, one, two)
		}
	}
}

// A record of another program is read by what its headings say.
func TestWeatherUnderOtherHeadings(t *testing.T) {
	days, errs := ReadWeather([]byte("Datum;Min temp;Max temp;Rainfall (mm)\n9.6.2026;4,5;13;0,2\n10 Jun 2026;5;14;0\n"), WeatherReading{}, measure.Date(2026, 6, 12))
	if len(errs) > 0 || len(days) != 2 || days[0].Day != measure.Date(2026, 6, 9) || days[0].Min != 4.5 || days[0].Rain != 0.2 {
		t.Errorf("%+v, %+v", days, errs)
	}
}
