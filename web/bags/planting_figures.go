package bags

import (
	"github.com/gin-gonic/gin"

	"glebata/core/bag"
	"glebata/core/measure"
	"glebata/garden/forecast"
	planpages "glebata/web/plan"
)

func (s *Pages) plantingWorking(c *gin.Context) error {
	_, st, _, err := s.AtBag(c)
	if err != nil {
		return err
	}
	if st.Grown != nil {
		on := map[string]measure.Day{planpages.FigureExpect: st.LiftOn(), planpages.FigureNow: s.DayOf(c)}[c.Param("figure")]
		if on != 0 {
			return s.yieldWorking(c, &st, on)
		}
	}
	return s.ShowWorking(c, &st, c.Param("figure"))
}

// yieldWorking is of what lies in a bag on a day.
func (s *Pages) yieldWorking(c *gin.Context, st *forecast.PlantingForecast, on measure.Day) error {
	look, err := s.Look(c)
	if err != nil {
		return err
	}
	g, err := look.Expected(st)
	if err != nil {
		return err
	}
	g.Season = st.Grown.Run.IndexOn(on)
	return s.AnswerWorking(c, st.StillInWorking(bag.ExpectWorking(g), on), "Bag "+st.Bag.Label+", "+st.Variety.Name)
}
