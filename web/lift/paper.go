package lift

import (
	"fmt"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/core/paper"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
)

// paperBody is the page of a sheet of paper that is typed or pasted as it stands.
type paperBody struct {
	Form  form.Form
	Lines []paperLine
	Good  int
	Bad   int
	Text  string
	Day   string
	Key   string
}

// paperLine is one line of it as it was understood.
type paperLine struct {
	Line int
	Text string
	Says string
	Bad  bool
}

func (s *Pages) paperPage(c *gin.Context) error {
	return s.onPaper(c, http.StatusOK, form.Sent{}, paperBody{})
}

func (s *Pages) onPaper(c *gin.Context, status int, t form.Sent, body paperBody) error {
	var err error
	if t.Units, err = s.Units(c); err != nil {
		return err
	}
	today := s.DayOf(c)
	body.Form = t.Fill(form.Form{Name: "paper", Action: "/lift/paper/read", Button: "Read it", Fields: []form.Field{
		{Name: "lines", Label: "As it stands on the paper", Kind: "words", Hint: "A line a weight, its bag first: R2: 3 lb 2 oz less blue bucket, keep 40, green 3"},
		{Name: "day", Label: "Lifted on", Kind: "day", Value: today.ISO(), Max: today.ISO()},
	}})
	body.Key = form.NewKey()
	s.Render(c, status, "paper", frame.View{Title: "A sheet of paper", Stage: "Lift", Body: body})
	return nil
}

// readSheet reads the lines of a sheet, each for the bag it names. What cannot be read says why.
func readSheet(r *frame.Reading, look *garden.View) (entries []logbook.Entry, lines []paperLine, err error) {
	row, err := look.Row()
	if err != nil {
		return nil, nil, err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return nil, nil, err
	}
	day := r.Day("day")
	texts := strings.Split(strings.ReplaceAll(r.Values.Get("lines"), "\r", ""), "\n")
	if len(texts) > paper.MaxLines {
		r.Faults.Add("lines", "A sheet holds up to {} lines.", paper.MaxLines)
		return nil, nil, nil
	}
	var at *forecast.PlantingForecast // of the line before, where a line names none
	for i, text := range texts {
		if text = strings.TrimSpace(text); text == "" {
			continue
		}
		line := paperLine{Line: i + 1, Text: text}
		if label, rest, ok := strings.Cut(text, ":"); ok {
			var wrong string
			if at, wrong = growingAs(row, strings.TrimSpace(label)); wrong != "" {
				line.Bad, line.Says = true, wrong
			}
			text = strings.TrimSpace(rest)
		}
		switch {
		case line.Bad:
		case at == nil:
			line.Bad, line.Says = true, "Say which bag: its label and a colon before the weight."
		default:
			from := scaleReader(&at.PlantingState, cat.Containers, r.Units)
			l, err := from.Read(text)
			if err != nil {
				line.Bad, line.Says = true, err.Error()
				break
			}
			e := logbook.Entry{Planting: at.Planting.ID, Day: day}
			said := []string{}
			var net measure.Mass
			for k := range l.Batches {
				net += l.Batches[k].Net()
				b := logbook.NewBatch(&l.Batches[k], l.Text)
				e.Batches, said = append(e.Batches, b), append(said, logbook.BatchWords(&b, at.Variety.Class.Crop().Lifted()).In(r.Units))
			}
			entries = append(entries, e)
			line.Says = at.Bag.Label + ": " + strings.Join(said, "; ")
			if most, yes := forecast.Surprising(&at.PlantingState, net); yes {
				line.Says += ". " + measure.Say("That is far more than the {} it may give: is the unit right?", most).In(r.Units)
			}
		}
		lines = append(lines, line)
	}
	if len(lines) == 0 {
		r.Faults.Add("lines", "Write or paste the lines of your sheet.")
	}
	return entries, lines, nil
}

// readPaper shows what was understood of a sheet; nothing is kept yet.
func (s *Pages) readPaper(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	body := paperBody{Text: r.Values.Get("lines"), Day: r.Text("day")}
	if _, body.Lines, err = readSheet(&r, look); err != nil {
		return err
	}
	for _, l := range body.Lines {
		if l.Bad {
			body.Bad++
		} else {
			body.Good++
		}
	}
	status := http.StatusOK
	if r.Faults != nil {
		status = http.StatusUnprocessableEntity
	}
	return s.onPaper(c, status, frame.Refuse(c, r.Sent("paper")), body)
}

// keepPaper keeps the lines that can be read.
func (s *Pages) keepPaper(c *gin.Context) error {
	return s.KeepTogether(c, frame.LiftAddress+"?done=", func(r *frame.Reading, a garden.Request) error {
		look, err := s.Look(c)
		if err != nil {
			return err
		}
		entries, _, err := readSheet(r, look)
		if err != nil {
			return err
		}
		if r.Faults != nil {
			return nil // told by the page
		}
		_, err = s.Garden.WeighMany(c.Request.Context(), entries, a)
		return err
	}, func(r *frame.Reading) error {
		return s.onPaper(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("paper")), paperBody{})
	})
}

// growingAs is what grows under a label, or under a label and a variety where several share a
// bag; else why that is not clear.
func growingAs(row []forecast.PlantingForecast, label string) (at *forecast.PlantingForecast, wrong string) {
	for i := range row {
		st := &row[i]
		switch {
		case st.Stage != logbook.StageGrowing:
		case strings.EqualFold(st.Bag.Label+" "+st.Variety.Name, label):
			return st, ""
		case strings.EqualFold(st.Bag.Label, label):
			if at != nil {
				return nil, fmt.Sprintf("Several grow in %s: write its variety too, like “%s %s:”.", label, label, st.Variety.Name)
			}
			at = st
		}
	}
	if at == nil {
		return nil, "Nothing grows in a bag “" + label + "”."
	}
	return at, ""
}
