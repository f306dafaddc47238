package forecast

import (
	"glebata/core/calendar"
	"glebata/core/growth"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/logbook"
)

// Inputs are what plantings are forecast from, beside their own state.
type Inputs struct {
	Today    measure.Day
	Site     logbook.Site
	Timings  map[logbook.ID]logbook.Timing // of plantings for which one was chosen
	Records                                // weather of the grower's own, over the days of what is forecast
	Ahead    []Forecast                    // days ahead
	Station  Station
	Mixes    map[logbook.ID]medium.Mix // of plantings for which one was chosen
	Unread   map[logbook.ID]error      // why the mix of a planting cannot be read
	Usual    medium.Mix
	Products []logbook.Product // that are kept
	Base     *logbook.Product  // bed dressing; nil where none is kept
	Liquid   *logbook.Product
	Terrace  logbook.Terrace
	Spots    map[logbook.ID][]logbook.SpotSince // where bags stood on it, by day
	Nips     bool                               // the grower nips flowers
	Tall     map[logbook.ID]float64             // how long stems of a variety got against the usual: TallOf
	Cache    *Cache

	air    *air
	places map[int]*calendar.Place
	suns   map[logbook.ID][]growth.SunSince
}

// DaysOf some plantings: those that their weather is wanted for, as of today.
func DaysOf(list []logbook.PlantingState, today measure.Day) Days {
	d := Days{today, today}
	for i := range list {
		switch s := &list[i]; s.Stage {
		case logbook.StageGrowing:
			d.From = min(d.From, s.State.Planted)
			d.Until = max(d.Until, s.State.Planted+airAfter)
		case logbook.StagePlanned: // planted in its season, at the soonest today; its pot may stand for weeks
			d.From = min(d.From, today-inPots)
			d.Until = max(d.Until, measure.Date(s.Season.Year+1, 1, 1)+airAfter)
		}
	}
	d.From -= airBefore
	return d
}

// inPots is how long a planting that is still planned may have stood in its pot, in days.
const inPots = 60

// DaysOfEnded are those of plantings that have ended.
func DaysOfEnded(list []logbook.PlantingState, today measure.Day) Days {
	d := Days{From: today}
	for i := range list {
		d.From, d.Until = min(d.From, list[i].State.Planted-airBefore), max(d.Until, list[i].Ended)
	}
	return d
}

// place is the calendar of a season's year.
func (in *Inputs) place(year int) (*calendar.Place, error) {
	if p := in.places[year]; p != nil {
		return p, nil
	}
	p, err := in.Site.Calendar(year)
	if err != nil {
		return nil, err
	}
	if in.places == nil {
		in.places = map[int]*calendar.Place{}
	}
	in.places[year] = p
	return p, nil
}
