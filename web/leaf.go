package web

import (
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/leaf"
	"glebata/garden/forecast"
	"glebata/web/form"
)

// leafBody is the page that leads from a leaf to what it may be.
type leafBody struct {
	S       *forecast.PlantingForecast
	Form    form.Form
	Causes  []leaf.Cause
	Asked   bool
	Caution []form.Caution
}

// leaf asks what is seen, and answers with likely causes and what the bag's records say.
func (s *Site) leaf(c *gin.Context) error {
	look, r, err := s.lookAndForm(c)
	if err != nil {
		return err
	}
	st, err := look.Planting(pathID(c))
	if err != nil {
		return err
	}
	sign := leaf.Sign{Which: leaf.Which(r.Text("which")), Looks: leaf.Looks(r.Text("looks"))}
	var looks []form.Option
	for _, l := range leaf.AllLooks() {
		looks = append(looks, form.Option{Value: string(l.Key), Name: l.Name})
	}
	f := form.Form{Name: "leaf", Action: c.Request.URL.Path, Button: "What may it be?", Fields: []form.Field{
		{Name: "which", Label: "Which leaves", Kind: "choice", Value: string(leaf.Old), Options: []form.Option{{Value: string(leaf.Old), Name: "the old ones, below"}, {Value: string(leaf.Young), Name: "the young ones, on top"}, {Value: string(leaf.All), Name: "all of them"}}},
		{Name: "looks", Label: "How they look", Kind: "choice", Value: string(leaf.Pale), Options: looks},
	}}
	sent := r.Sent("leaf")
	sent.Units = r.Units
	body := leafBody{S: &st, Form: sent.Fill(f), Asked: sign.Looks != "", Caution: beware("sprays")}
	if body.Asked {
		body.Causes = leaf.Causes(sign, st.LeafRecords(look.Today()))
	}
	s.render(c, http.StatusOK, "leaf", view{Title: "Leaves of " + st.Bag.Label, Stage: "Bags", Body: body})
	return nil
}
