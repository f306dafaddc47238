package garden

import (
	"glebata/core/calendar"
	"glebata/garden/forecast"
)

// May a plan of a season be proposed on the day it was drawn up for, by the usual weather of the site:
// what may not has the nearest that may. Asked by the first question and by
// the plan of a bag.
func (v *View) May(d *forecast.Draft, year int) (calendar.Verdict, error) {
	site, _, err := v.Site()
	if err != nil {
		return calendar.Verdict{}, err
	}
	place, err := site.Calendar(year)
	if err != nil {
		return calendar.Verdict{}, err
	}
	ask := d.Dates.Request
	ask.Plant = d.Dates.Plant
	return place.May(ask, calendar.Sky{Latitude: site.Latitude, Lamp: site.Lamp.PAR()}, v.today), nil
}
