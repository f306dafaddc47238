package lift

import (
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/garden"
	"glebata/web/form"
	"glebata/web/frame"
)

// paperBody is the page of a sheet of paper that is typed or pasted as it stands.
type paperBody struct {
	Form  form.Form
	Lines []garden.PaperLine
	Good  int
	Bad   int
	Text  string
	Day   string
	Key   string
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

// readPaper shows what was understood of a sheet; nothing is kept yet.
func (s *Pages) readPaper(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	body := paperBody{Text: r.Values.Get("lines"), Day: r.Text("day")}
	_, lines, err := look.ReadPaper(body.Text, r.Day("day"), r.Units)
	if body.Lines = lines; r.Refused(err) != nil {
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
		entries, _, err := look.ReadPaper(r.Values.Get("lines"), r.Day("day"), r.Units)
		if err := r.Refused(err); err != nil {
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
