package web

import (
	"fmt"
	"net/http"
	"net/url"

	"github.com/gin-gonic/gin"

	"glebata/core/crop"
	"glebata/garden/logbook"
	"glebata/web/form"
)

func (s *Site) addVariety(c *gin.Context) error {
	r, err := s.parseForm(c)
	if err != nil {
		return err
	}
	v := logbook.Variety{Name: r.Text("name"), Class: crop.Class(r.Text("class")), PacketDays: r.Count("days")}
	if r.Faults == nil {
		v.ID, err = s.garden.AddVariety(c.Request.Context(), v, s.asked(c))
		if err := r.refused(err); err != nil {
			return err
		}
	}
	if r.Faults != nil {
		return s.planPage(c, http.StatusUnprocessableEntity, refuse(c, r.Sent("variety")))
	}
	said := "Variety added: " + v.Name + "."
	if conflict := v.ClassConflict(); !conflict.Empty() {
		said += " " + conflict.In(r.Units)
	}
	if r.Text("back") != "" {
		return s.redirectWithFlash(c, back(c), said)
	}
	return s.redirectWithFlash(c, "/plan?"+planWith(c.Request.Form, v.ID).Encode(), said)
}

// planWith is the plan that was being made when a variety was added, with that chosen.
func planWith(sent url.Values, variety logbook.ID) url.Values {
	q := url.Values{}
	for name, v := range sent {
		if v[0] != "" {
			q.Set(name, v[0])
		}
	}
	for _, f := range varietyForm().Fields {
		q.Del(f.Name)
	}
	q.Del("key")
	q.Del("said")
	q.Set("variety", fmt.Sprint(variety))
	return q
}

func varietyForm() form.Form {
	var classes []form.Option
	for _, c := range crop.Classes() {
		classes = append(classes, form.Option{Value: string(c), Name: c.Name()})
	}
	return form.Form{
		Name: "variety", Title: "Add a variety", Action: "/varieties", Button: "Add variety", With: "#plan-form :not([name=key])",
		Fields: []form.Field{
			{Name: "name", Label: "Name", Kind: "text"},
			{Name: "class", Term: "class", Label: "Class", Kind: "choice", Value: string(crop.Maincrop), Options: classes, Hint: "Not sure? Most shop potatoes are maincrops"},
			{Name: "days", Label: "Days to maturity on the packet", Kind: "count", Hint: "Leave empty when it does not say"},
		},
	}
}
