package lift

import (
	"fmt"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// poolBody is the page of a bin that several bags went into.
type poolBody struct {
	Bags  []poolBag
	Pick  parts.PickBody
	Form  form.Form
	Error string
}

type poolBag struct {
	ID             logbook.ID
	Label, Variety string
	Ticked         bool
	Count          form.Field
}

func (s *Pages) poolPage(c *gin.Context) error { return s.pooling(c, http.StatusOK, form.Sent{}) }

func (s *Pages) pooling(c *gin.Context, status int, t form.Sent) error {
	look, row, sys, err := s.AtRow(c)
	if err != nil {
		return err
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	t.Units = sys
	f := weighForm("/lift/pool", cat, sys, look.Today())
	f.Name, f.Button = "pool", "Weigh the bin in"
	f.Fields = append(f.Fields, form.Field{Name: "by", Label: "Shared out by", Kind: "choice", Value: "expected", Options: []form.Option{
		{Value: "expected", Name: "what was expected in each"}, {Value: "even", Name: "the same for each"}, {Value: "count", Name: "the tubers counted at each"},
	}})
	body := poolBody{Form: t.Fill(f)}
	body.Error = strings.TrimSpace(t.At("bags") + " " + t.At(""))
	offered := inABin(row)
	body.Pick = parts.OfferPicks(offered, t)
	for _, st := range offered {
		name := fmt.Sprintf("count-%d", st.Planting.ID)
		b := poolBag{ID: st.Planting.ID, Label: st.Bag.Label, Variety: st.Variety.Name, Count: form.Field{ID: "pool-" + name, Name: name, Label: "Tubers of " + st.Bag.Label, Kind: "count", Value: t.Values.Get(name), Error: t.At(name)}}
		for _, id := range t.Values["bag"] {
			b.Ticked = b.Ticked || id == fmt.Sprint(b.ID)
		}
		if wrong := t.At(fmt.Sprintf("bag-%d", st.Planting.ID)); wrong != "" {
			body.Error = strings.TrimSpace(body.Error + " " + wrong)
		}
		body.Bags = append(body.Bags, b)
	}
	s.Render(c, status, "pool", frame.View{Title: "One bin of several bags", Stage: "Lift", Body: body})
	return nil
}

// inABin may lie what grows.
func inABin(row []forecast.PlantingForecast) []*forecast.PlantingForecast {
	return growing(row)
}

// pool keeps a bin that several bags went into.
func (s *Pages) pool(c *gin.Context) error {
	return s.KeepTogether(c, frame.LiftAddress+"?done=", func(r *frame.Reading, a garden.Request) error {
		look, err := s.Look(c)
		if err != nil {
			return err
		}
		cat, err := look.Catalogue()
		if err != nil {
			return err
		}
		row, err := look.Row()
		if err != nil {
			return err
		}
		p := garden.Pooling{Plantings: r.Picked(inABin(row)), By: garden.PoolBy(r.Text("by")), Day: r.Day("day")}
		for _, id := range p.Plantings {
			n := 0
			if p.By == garden.ByCount {
				n = r.Count(fmt.Sprintf("count-%d", id))
			}
			p.Counts = append(p.Counts, n)
		}
		p.Batches = readBatches(r, new(logbook.PlantingState).ScaleReader(cat.Containers, r.Units))
		if r.Faults != nil {
			return nil // told by the page
		}
		_, err = s.Garden.Pool(c.Request.Context(), p, a)
		return err
	}, func(r *frame.Reading) error {
		return s.pooling(c, http.StatusUnprocessableEntity, frame.Refuse(c, r.Sent("pool")))
	})
}

// growing are the plantings of a row that stand in the medium.
func growing(row []forecast.PlantingForecast) []*forecast.PlantingForecast {
	var out []*forecast.PlantingForecast
	for i := range row {
		if row[i].Stage == logbook.StageGrowing {
			out = append(out, &row[i])
		}
	}
	return out
}
