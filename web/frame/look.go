package frame

import (
	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
)

// lookKey is where the view of a request is kept.
const lookKey = "look"

// Look is the one view of the garden that a request reads from.
func (s *Frame) Look(c *gin.Context) (*garden.View, error) {
	if v, ok := c.Get(lookKey); ok && v != nil {
		return v.(*garden.View), nil
	}
	v, err := s.Garden.Look(c.Request.Context(), s.DayOf(c))
	if err != nil {
		return nil, err
	}
	c.Set(lookKey, v)
	return v, nil
}

// AtRow is what a page of the Row begins with: the view, the bags as they stand, and the
// units the grower reads in.
func (s *Frame) AtRow(c *gin.Context) (look *garden.View, row []forecast.PlantingForecast, sys measure.System, err error) {
	if look, err = s.Look(c); err != nil {
		return nil, nil, sys, err
	}
	if row, err = look.Row(); err != nil {
		return nil, nil, sys, err
	}
	sys, err = s.Units(c)
	return look, row, sys, err
}

// AtBag is what a page of one bag begins with: the view, the bag's planting by the id of
// the address, and the units the grower reads in.
func (s *Frame) AtBag(c *gin.Context) (look *garden.View, st forecast.PlantingForecast, sys measure.System, err error) {
	if look, err = s.Look(c); err != nil {
		return nil, st, sys, err
	}
	if st, err = look.Planting(PathID(c)); err != nil {
		return nil, st, sys, err
	}
	sys, err = s.Units(c)
	return look, st, sys, err
}

// LookAway forgets the view of a request: what is shown after a write is read anew.
func LookAway(c *gin.Context) { c.Set(lookKey, nil) }

// dayCookie is where the page puts the day of the device it is read on.
const dayCookie = "day"

// DayOf the device that asks, where that is no more than one off the program's own: a phone and the
// machine it reads from may be on two sides of midnight. No page depends on the cookie.
func (s *Frame) DayOf(c *gin.Context) measure.Day {
	own := s.Clock.Today()
	text, err := c.Cookie(dayCookie)
	if err != nil {
		return own
	}
	if d, err := measure.ParseDay(text); err == nil && d >= own-1 && d <= own+1 {
		return d
	}
	return own
}

// Units the grower reads and writes in.
func (s *Frame) Units(c *gin.Context) (measure.System, error) {
	look, err := s.Look(c)
	if err != nil {
		return measure.Metric, err
	}
	return look.Units()
}
