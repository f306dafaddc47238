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
	Records                                // weather of the grower's own
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

	from, until measure.Day // of the weather
	air         *air
	places      map[int]*calendar.Place
	suns        map[logbook.ID][]growth.SunSince
}

// Span of days that the weather of a list of plantings is wanted for. It is to be
// called before Own is read.
func (in *Inputs) Span(list []logbook.PlantingState) (from, until measure.Day) {
	in.from, in.until = in.Today, in.Today
	for i := range list {
		switch s := &list[i]; s.Stage {
		case logbook.StageGrowing:
			in.from = min(in.from, s.State.Planted)
			in.until = max(in.until, s.State.Planted+airAfter)
		case logbook.StagePlanned: // planted in its season, at the soonest today; its pot may stand for weeks
			in.from = min(in.from, in.Today-inPots)
			in.until = max(in.until, measure.Date(s.Season.Year+1, 1, 1)+airAfter)
		}
	}
	in.from -= airBefore
	return in.from, in.until
}

// inPots is how long a planting that is still planned may have stood in its pot, in days.
const inPots = 60

// SpanEnded is the Span of plantings that have ended.
func (in *Inputs) SpanEnded(list []logbook.PlantingState) (from, until measure.Day) {
	in.from, in.until = in.Today, 0
	for i := range list {
		in.from, in.until = min(in.from, list[i].State.Planted-airBefore), max(in.until, list[i].Ended)
	}
	return in.from, in.until
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
