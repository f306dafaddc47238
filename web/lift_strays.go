package web

import (
	"fmt"
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
	"glebata/web/form"
)

// straysForm is for plants that nobody planted.
func straysForm(cat garden.Catalogue, sys measure.System, today measure.Day) form.Form {
	var bags, classes []form.Option
	for _, b := range cat.Bags {
		bags = append(bags, form.Option{Value: fmt.Sprint(b.ID), Name: b.Label})
	}
	for _, k := range crop.Classes() {
		classes = append(classes, form.Option{Value: string(k), Name: k.Name()})
	}
	f := weighForm("/lift/volunteers", cat, sys, today)
	return form.Form{
		Name: "strays", Title: "Volunteers: plants nobody planted", Action: f.Action, Button: "Weigh them in", Caution: f.Caution,
		Says: "They are kept as a harvest of their own, without a ratio: nobody knows their seed.",
		Fields: []form.Field{
			{Name: "bag", Label: "They came up in", Kind: "choice", Options: bags}, {Name: "class", Label: "As far as one can tell they were", Kind: "choice", Value: string(crop.Maincrop), Options: classes},
			f.At("gross-1"), f.At("container-1"), f.At("grade-1"), f.At("day"),
		},
	}
}

// strays keeps what volunteers gave.
func (s *Site) strays(c *gin.Context) error {
	look, r, err := s.lookAndForm(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	v := garden.Volunteers{Bag: r.ID("bag"), Class: crop.Class(r.Text("class")), Day: r.Day("day")}
	v.Batches = r.batches(scaleReader(&logbook.PlantingState{}, cat.Containers, r.Units))
	asked := s.asked(c)
	var id logbook.ID
	kept, err := r.keep(func() (err error) {
		id, err = s.garden.LiftVolunteers(c.Request.Context(), v, asked)
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.lifting(c, http.StatusUnprocessableEntity, refuse(c, r.Sent("strays")))
	}
	c.Redirect(http.StatusSeeOther, fmt.Sprintf("/plantings/%d/sheet", id))
	return nil
}
