package bags

import (
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/leaf"
	"glebata/garden/forecast"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// leafBody is the page that leads from a leaf to what it may be.
type leafBody struct {
	S       *forecast.PlantingForecast
	Form    form.Form
	Looks   []lookTick
	Causes  []leaf.Cause
	Asked   bool
	Caution []form.Caution
}

// lookTick is one way a leaf may look, drawn.
type lookTick struct {
	Key    leaf.Looks
	Name   string
	Sign   draw.LeafSign
	Ticked bool
}

// leaf asks what is seen, and answers with likely causes and what the bag's records say.
func (s *Pages) leaf(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	st, err := look.Planting(frame.PathID(c))
	if err != nil {
		return err
	}
	sign := leaf.Sign{Which: leaf.Which(r.Text("which")), Looks: leaf.Looks(r.Text("looks"))}
	f := form.Form{Name: "leaf", Action: c.Request.URL.Path, Button: "What may it be?", Fields: []form.Field{
		{Name: "which", Label: "Which leaves", Kind: "choice", Value: string(leaf.Old), Options: []form.Option{{Value: string(leaf.Old), Name: "the old ones, below"}, {Value: string(leaf.Young), Name: "the young ones, on top"}, {Value: string(leaf.All), Name: "all of them"}}},
	}}
	sent := r.Sent("leaf")
	sent.Units = r.Units
	body := leafBody{S: &st, Form: sent.Fill(f), Asked: sign.Looks != "", Caution: parts.Beware("sprays")}
	for _, l := range leaf.AllLooks() {
		body.Looks = append(body.Looks, lookTick{l.Key, l.Name, draw.NewLeafSign(l.Key), l.Key == sign.Looks})
	}
	if body.Asked {
		body.Causes = leaf.Causes(sign, st.LeafRecords(look.Today()))
	}
	s.Render(c, http.StatusOK, "leaf", frame.View{Title: "Leaves of " + st.Bag.Label, Stage: "Bags", Body: body})
	return nil
}
