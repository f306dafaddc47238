package lift

import (
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/garden/logbook"
	"glebata/web/frame"
	"glebata/web/parts"
)

// harvestSheet is the page for the shed wall: every bag that grows, with what it was planted
// with, and room to write what came of it with muddy hands.
type harvestSheet struct {
	Lines      []harvestLine
	Containers []logbook.Container // whose empty weight is known
}

type harvestLine struct {
	Label, Place, Variety, Planted, Seed, Ready string
	NewPlace                                    bool
}

func (s *Pages) harvestSheet(c *gin.Context) error {
	look, row, sys, err := s.AtRow(c)
	if err != nil {
		return err
	}
	var body harvestSheet
	place := ""
	for i := range row {
		st := &row[i]
		if st.Stage != logbook.StageGrowing {
			continue
		}
		l := harvestLine{Label: st.Bag.Label, Place: st.Bag.Place.Name, Variety: st.Variety.Name, Planted: st.State.Planted.Short(), Seed: parts.SeedOf(st).In(sys)}
		l.NewPlace, place = l.Place != place, l.Place
		if st.Dates != nil {
			l.Ready = st.LiftOn().Short()
		}
		body.Lines = append(body.Lines, l)
	}
	cat, err := look.Catalogue()
	if err != nil {
		return err
	}
	body.Containers = cat.Containers
	s.Render(c, http.StatusOK, "harvestsheet", frame.View{Title: "Harvest sheet", Stage: "Lift", Body: body})
	return nil
}
