package plan

import (
	"bytes"
	"fmt"
	"net/http"
	"net/url"
	"strconv"

	"github.com/gin-gonic/gin"

	"glebata/core/calendar"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/openformat"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

type seasonBody struct {
	Sheet    forecast.Sheet
	Drawing  draw.OnBoth[draw.Sheet]
	Lines    []forecast.SheetLine
	Chosen   *forecast.SheetLine // whose form stands below
	Form     form.Form
	Query    url.Values
	Said     string
	Feed     string
	Notes    []parts.Note
	Blight   bool
	Weather  string
	Progress garden.Progress
}

// AskedOf a line: what is tried on the one that is chosen, nothing of the others.
func (b *seasonBody) AskedOf(planting logbook.ID) url.Values {
	if b.Chosen != nil && b.Chosen.Planting.ID == planting {
		return b.Query
	}
	return nil
}

func (s *Pages) season(c *gin.Context) error { return s.seasonPage(c, http.StatusOK, form.Sent{}) }

func (s *Pages) seasonPage(c *gin.Context, status int, t form.Sent) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	today := look.Today()
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	t.Units = r.Units
	year, err := strconv.Atoi(r.Text("year"))
	if err != nil || year < 1900 || year > 2199 {
		year = 0
	}
	sheet, err := look.SeasonSheet(year)
	if err != nil {
		return err
	}
	body := seasonBody{Weather: look.WeatherName(), Sheet: sheet, Said: s.Said(c), Feed: "/calendar.ics?season=" + strconv.Itoa(sheet.Year)}
	chosen := logbook.ID(0)
	if l := chooseLine(sheet.Lines, r.ID("line")); l != nil {
		chosen = l.Planting.ID
		tried := readTiming(&r, l.Timing, l.Variety.Class.Crop())
		t.Form, t.Values = "timing", r.Values
		if t.Faults == nil {
			t.Faults = r.Faults
		}
		st := l.PlantingForecast
		if tried != l.Timing {
			st, err = look.Try(&st, tried)
		}
		if faults, ok := frame.AsFaults(err); ok {
			t.Faults = append(t.Faults, faults...)
		} else if err != nil {
			return err
		}
		if err == nil && r.Faults == nil && st.Dates != nil {
			*l = forecast.SheetLine{PlantingForecast: st, Schedule: *st.Dates}
		}
		body.Chosen = l
		body.Blight = l.Schedule.Way == calendar.Late
		body.Form = t.Fill(form.Form{
			Name: "timing", Action: fmt.Sprintf("/plan/season/%d", chosen), Button: "Keep these dates",
			Fields: timingFields(l.Timing, l.Variety.Class.Crop(), &l.Schedule),
		})
		q := url.Values{}
		for _, f := range body.Form.Fields {
			q.Set(f.Name, f.Value)
		}
		body.Query = q
		body.Notes = append([]parts.Note{parts.NewNote(sheet.Place.PlantWorking(&l.Schedule), l.Bag.Label, r.Units)}, parts.NewNotes(&l.PlantingForecast, []string{forecast.FigureReady}, r.Units)...)
	}
	if body.Progress, err = look.Windows(sheet.Lines); err != nil {
		return err
	}
	body.Lines = sheet.Lines
	href := func(id logbook.ID) string { return fmt.Sprintf("/plan/season?year=%d&line=%d#change", sheet.Year, id) }
	body.Drawing = draw.Both(func(p draw.Paper) draw.Sheet { return draw.NewSheet(sheet, chosen, href, today, p) })
	s.Render(c, status, "season", frame.View{Title: "The season", Stage: "Plan", Body: &body})
	return nil
}

// chooseLine is the line of a planting; without one the first that warns, or
// that is still to be planted.
func chooseLine(lines []forecast.SheetLine, id logbook.ID) *forecast.SheetLine {
	best := -1
	for i := range lines {
		l := &lines[i]
		switch {
		case id != 0 && l.Planting.ID == id:
			return l
		case l.Stage != logbook.StagePlanned:
		case best < 0 || l.Schedule.Advice.Warns() && !lines[best].Schedule.Advice.Warns():
			best = i
		}
	}
	if len(lines) == 0 {
		return nil
	}
	return &lines[max(best, 0)]
}

// feed is a season as a calendar that can be subscribed to.
func (s *Pages) feed(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	sys, err := s.Units(c)
	if err != nil {
		return err
	}
	year := 0
	if text := c.Query("season"); text != "" {
		if year, err = strconv.Atoi(text); err != nil || year < 1900 || year > 2199 {
			return logbook.ErrNotFound
		}
	}
	sheet, moments, err := look.CalendarFeed(year)
	if err != nil {
		return err
	}
	words := func(p measure.Phrase) string { return p.In(sys) }
	var b bytes.Buffer
	if err := openformat.WriteCalendar(&b, sheet, moments, frame.RequestAddress(c), s.DayOf(c), words); err != nil {
		return err
	}
	c.Header("Cache-Control", "no-store")
	c.Data(http.StatusOK, "text/calendar; charset=utf-8", b.Bytes())
	return nil
}

func (s *Pages) saveTiming(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	st, err := look.Planting(frame.PathID(c))
	if err != nil {
		return err
	}
	t := readTiming(&r, st.Timing, st.Variety.Class.Crop())
	kept, err := r.Keep(func() error {
		return s.Garden.SetTiming(c.Request.Context(), st.Planting.ID, t, s.Request(c))
	})
	if err != nil {
		return err
	}
	if !kept {
		r.Values.Set("line", fmt.Sprint(st.Planting.ID))
		return s.seasonPage(c, http.StatusUnprocessableEntity, form.Sent{Faults: r.Faults})
	}
	return s.RedirectWithFlash(c, fmt.Sprintf("/plan/season?year=%d&line=%d", st.Season.Year, st.Planting.ID), "Kept for bag "+st.Bag.Label+".")
}
