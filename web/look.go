package web

import (
	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
)

// lookKey is where the view of a request is kept.
const lookKey = "look"

// look is the one view of the garden that a request reads from.
func (s *Site) look(c *gin.Context) (*garden.View, error) {
	if v, ok := c.Get(lookKey); ok && v != nil {
		return v.(*garden.View), nil
	}
	v, err := s.garden.Look(c.Request.Context(), s.clock.Today())
	if err != nil {
		return nil, err
	}
	c.Set(lookKey, v)
	return v, nil
}

// atRow is what a page of the Row begins with: the view, the bags as they stand, and the
// units the grower reads in.
func (s *Site) atRow(c *gin.Context) (look *garden.View, row []forecast.PlantingForecast, sys measure.System, err error) {
	if look, err = s.look(c); err != nil {
		return nil, nil, sys, err
	}
	if row, err = look.Row(); err != nil {
		return nil, nil, sys, err
	}
	sys, err = s.units(c)
	return look, row, sys, err
}

// atBag is what a page of one bag begins with: the view, the bag's planting by the id of
// the address, and the units the grower reads in.
func (s *Site) atBag(c *gin.Context) (look *garden.View, st forecast.PlantingForecast, sys measure.System, err error) {
	if look, err = s.look(c); err != nil {
		return nil, st, sys, err
	}
	if st, err = look.Planting(pathID(c)); err != nil {
		return nil, st, sys, err
	}
	sys, err = s.units(c)
	return look, st, sys, err
}

// lookAway forgets the view of a request: what is shown after a write is read anew.
func lookAway(c *gin.Context) { c.Set(lookKey, nil) }
