package bags

import (
	"errors"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden/logbook"
	"glebata/openformat"
	"glebata/web/frame"
)

// addPhoto keeps a photo of a planting.
func (s *Pages) addPhoto(c *gin.Context) error {
	st, h, err := s.withHistory(c, frame.PathID(c))
	if err != nil {
		return err
	}
	r, err := s.ParseForm(c)
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
	kept, err := r.Keep(func() error {
		_, err := s.Garden.RecordPhoto(c.Request.Context(), e, p, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.plantingPage(c, http.StatusUnprocessableEntity, h, &st, frame.Refuse(c, r.Sent("photo")))
	}
	c.Redirect(http.StatusSeeOther, bagAddress(&st, "said=photo"))
	return nil
}

// sentence of an error's words.
func sentence(words string) string { return string(words[0]-'a'+'A') + words[1:] + "." }

// photo of an entry: it never changes.
func (s *Pages) photo(c *gin.Context) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	jpeg, err := look.Photo(frame.PathID(c))
	if err != nil {
		return err
	}
	c.Header("Cache-Control", "private, max-age=31536000, immutable")
	c.Data(http.StatusOK, "image/jpeg", jpeg)
	return nil
}
