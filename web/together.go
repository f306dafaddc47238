package web

import (
	"net/http"
	"slices"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/web/form"
)

// keptTogether is what was kept for several bags just now, with the way to take it back.
type keptTogether struct {
	Done    []logLine
	Group   string // of Done
	UndoKey string // of taking it back
	Back    string // page that is shown afterwards
}

// kept together in a group.
func (b *keptTogether) kept(look *garden.View, group string, sys measure.System) error {
	if group == "" {
		return nil
	}
	entries, err := look.Together(group)
	if err != nil {
		return err
	}
	for i := range entries {
		st, err := look.Planting(entries[i].Planting)
		if err != nil {
			return err
		}
		for k := range st.Log {
			if st.Log[k].ID == entries[i].ID { // it stands
				line := newLogLine(&st, &entries[i], sys)
				line.Says = st.Bag.Label + ": " + line.Says
				b.Done, b.Group, b.UndoKey = append(b.Done, line), group, form.NewKey()
			}
		}
	}
	return b.keptPots(look, group)
}

// keptPots of the nursery in a group, those that stand.
func (b *keptTogether) keptPots(look *garden.View, group string) error {
	ids, err := look.NurseryTogether(group)
	if err != nil || len(ids) == 0 {
		return err
	}
	list, err := look.Nursery()
	if err != nil {
		return err
	}
	for i := range list {
		for _, e := range list[i].Log {
			if slices.Contains(ids, e.ID) {
				line := logLine{Says: list[i].Label + ": " + nurseWords(e)}
				b.Done, b.Group, b.UndoKey = append(b.Done, line), group, form.NewKey()
			}
		}
	}
	return nil
}

// undoMany takes back what was kept together.
func (s *Site) undoMany(c *gin.Context) error {
	r, err := s.parseForm(c)
	if err != nil {
		return err
	}
	kept, err := r.keep(func() error {
		_, err := s.garden.UndoMany(c.Request.Context(), r.Text("group"), s.asked(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.manyPage(c, http.StatusUnprocessableEntity, refuse(c, r.Sent("undo")))
	}
	back := "/entries"
	if to := r.Text("back"); to == overdueAddress || to == tonightAddress || to == liftAddress || to == "/" {
		back = to
	}
	return s.redirectWithFlash(c, back, "Undone for all of them.")
}

// keepTogether carries out what a form asks of several bags, under one key that can be taken
// back, and leads to a page that says it: its address is to, and the key. What is refused is
// told by again.
func (s *Site) keepTogether(c *gin.Context, to string, do func(r *reading, a garden.Request) error, again func(r *reading) error) error {
	r, err := s.parseForm(c)
	if err != nil {
		return err
	}
	asked := s.asked(c)
	kept, err := r.keep(func() error { return do(&r, asked) })
	if err != nil {
		return err
	}
	if !kept {
		return again(&r)
	}
	c.Redirect(http.StatusSeeOther, to+asked.Key)
	return nil
}
