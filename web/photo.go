package web

import (
	"errors"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden/logbook"
	"glebata/openformat"
	"glebata/web/form"
)

// photoForm takes a photo of a planting.
func photoForm(at string, day form.Field) form.Form {
	return form.Form{
		Name: "photo", Title: "A photo", Action: at + "photo", Button: "Keep it", File: true,
		Fields: []form.Field{{Name: "photo", Label: "Photo", Kind: "photo", Hint: "JPEG or PNG. It is kept small, without where it was taken."}, {Name: "text", Label: "What it shows", Kind: "text"}, day},
	}
}

// addPhoto keeps a photo of a planting.
func (s *Site) addPhoto(c *gin.Context) error {
	st, h, err := s.withHistory(c, pathID(c))
	if err != nil {
		return err
	}
	r, err := s.parseForm(c)
	if err != nil {
		return err
	}
	e := logbook.Entry{Planting: st.Planting.ID, Day: r.Day("day"), About: r.Text("about") != "", Text: measure.PlainLine(r.Text("text"))}
	var p logbook.Photo
	if file, _, err := c.Request.FormFile("photo"); err == nil {
		p.JPEG, p.Width, p.Height, err = openformat.ReadPhoto(file)
		_ = file.Close() // only read
		if errors.Is(err, openformat.ErrNoPhoto) || errors.Is(err, openformat.ErrLargePhoto) {
			r.Refuse("photo", errors.New(sentence(err.Error())))
		} else if err != nil {
			return err
		}
	}
	kept, err := r.keep(func() error {
		_, err := s.garden.RecordPhoto(c.Request.Context(), e, p, s.asked(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.plantingPage(c, http.StatusUnprocessableEntity, h, &st, refuse(c, r.Sent("photo")))
	}
	c.Redirect(http.StatusSeeOther, bagAddress(&st, "said=photo"))
	return nil
}

// sentence of an error's words.
func sentence(words string) string { return string(words[0]-'a'+'A') + words[1:] + "." }

// photo of an entry: it never changes.
func (s *Site) photo(c *gin.Context) error {
	look, err := s.look(c)
	if err != nil {
		return err
	}
	jpeg, err := look.Photo(pathID(c))
	if err != nil {
		return err
	}
	c.Header("Cache-Control", "private, max-age=31536000, immutable")
	c.Data(http.StatusOK, "image/jpeg", jpeg)
	return nil
}
