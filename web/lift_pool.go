package web

import (
	"fmt"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
)

// poolBody is the page of a bin that several bags went into.
type poolBody struct {
	Bags  []poolBag
	Pick  pickBody
	Form  form.Form
	Error string
}

type poolBag struct {
	ID             logbook.ID
	Label, Variety string
	Ticked         bool
	Count          form.Field
}

func (s *Site) poolPage(c *gin.Context) error { return s.pooling(c, http.StatusOK, form.Sent{}) }

func (s *Site) pooling(c *gin.Context, status int, t form.Sent) error {
	look, row, sys, err := s.atRow(c)
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
	body.Pick = offerPicks(offered, t)
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
	s.render(c, status, "pool", view{Title: "One bin of several bags", Stage: "Lift", Body: body})
	return nil
}

// inABin may lie what grows.
func inABin(row []forecast.PlantingForecast) []*forecast.PlantingForecast {
	return offeredFor(row, nil, logbook.Doing{})
}

// pool keeps a bin that several bags went into.
func (s *Site) pool(c *gin.Context) error {
	return s.keepTogether(c, liftAddress+"?done=", func(r *reading, a garden.Request) error {
		look, err := s.look(c)
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
		p := garden.Pooling{Plantings: r.picked(inABin(row)), By: garden.PoolBy(r.Text("by")), Day: r.Day("day")}
		for _, id := range p.Plantings {
			n := 0
			if p.By == garden.ByCount {
				n = r.Count(fmt.Sprintf("count-%d", id))
			}
			p.Counts = append(p.Counts, n)
		}
		p.Batches = r.batches(scaleReader(&logbook.PlantingState{}, cat.Containers, r.Units))
		if r.Faults != nil {
			return nil // told by the page
		}
		_, err = s.garden.Pool(c.Request.Context(), p, a)
		return err
	}, func(r *reading) error {
		return s.pooling(c, http.StatusUnprocessableEntity, refuse(c, r.Sent("pool")))
	})
}
