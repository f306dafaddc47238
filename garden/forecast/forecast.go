package forecast

import (
	"context"

	"glebata/core/calendar"
	"glebata/core/crop"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/terrace"
	"glebata/garden/logbook"
)

// Inputs are what plantings are forecast from, beside their own state.
type Inputs struct {
	Today   measure.Day
	Site    logbook.Site
	Timings map[logbook.ID]logbook.Timing // of plantings for which one was chosen
	Own     []logbook.DayRecord           // weather of the grower's own, in order of day
	Station Station
	Mixes   map[logbook.ID]medium.Mix // of plantings for which one was chosen
	Usual   medium.Mix
	Base    *logbook.Product // bed dressing; nil where none is kept
	Liquid  *logbook.Product
	Terrace logbook.Terrace
	Spots   map[logbook.ID]terrace.Point // of bags that were put on it
	Nips    bool                         // the grower nips flowers
	Cache   *Cache

	from, until measure.Day // of the weather
	air         *air
	places      map[int]*calendar.Place
	suns        map[logbook.ID]float64
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
		case logbook.StagePlanned: // planted in its season, at the soonest today
			in.until = max(in.until, measure.Date(s.Season.Year+1, 1, 1)+airAfter)
		}
	}
	in.from -= airBefore
	return in.from, in.until
}

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

// weather of the span, put together once.
func (in *Inputs) weather() (*air, error) {
	if in.air != nil {
		return in.air, nil
	}
	n, err := in.Site.Monthly.Daily()
	if err != nil {
		return nil, err
	}
	in.air = newAir(&in.Site, n, in.Station, in.Own, in.from, in.until, in.Today)
	in.suns = sunShares(in.Cache, &in.Terrace, in.Spots, &in.Site, in.Today)
	return in.air, nil
}

// OfAll forecasts each of a list of plantings; those that have ended have no forecast.
// It stops with the context's error when that ends.
func OfAll(ctx context.Context, list []logbook.PlantingState, in *Inputs) ([]PlantingForecast, error) {
	out := make([]PlantingForecast, len(list))
	for i := range list {
		if err := ctx.Err(); err != nil { // who asked has gone
			return nil, err
		}
		var err error
		if out[i], err = Of(list[i], in); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// Of is the forecast of a planting. Inputs.Span must have been asked with it in its
// list.
func Of(state logbook.PlantingState, in *Inputs) (PlantingForecast, error) {
	st := PlantingForecast{PlantingState: state, Believed: Believed{state.StemKnown, state.Stem, state.StemDay}}
	if st.FeedAsk.Mix = in.Mixes[st.Planting.ID]; len(st.FeedAsk.Mix) == 0 {
		st.FeedAsk.Mix = in.Usual
	}
	if st.Timing, st.TimingSet = in.Timings[st.Planting.ID]; !st.TimingSet {
		st.Timing = logbook.UsualTiming(st.Bag, st.Variety)
	}
	if st.Stage != logbook.StagePlanned && st.Stage != logbook.StageGrowing {
		return st, nil
	}
	air, err := in.weather()
	if err != nil {
		return st, err
	}
	s, err := in.schedule(&st, st.Timing)
	if err != nil {
		return st, err
	}
	st.Grown = in.grow(&st, s, air)
	st.believe()
	st.EndsOn = s.End
	st.Index = st.Grown.Course.IndexOn(st.ReadyOn())
	st.now(in.Today)
	in.feedAsk(&st)
	feed := medium.FeedSeason(st.FeedAsk)
	st.Feed = &feed
	st.jobs(s, in.Nips, in.Today)
	return st, nil
}

// schedule of a planting. One that grows where it was planted needs no counting.
func (in *Inputs) schedule(st *PlantingForecast, t logbook.Timing) (*calendar.Schedule, error) {
	place, err := in.place(st.Season.Year)
	if err != nil {
		return nil, err
	}
	if st.Stage == logbook.StageGrowing && t.Then == "" && t.Way != calendar.PreGrown && st.Variety.Class.Crop() == crop.Potato {
		return &calendar.Schedule{
			Asked: t.Asked(st.Variety, st.cover()), Plant: st.State.Planted, End: place.Ends(t.Shelter),
			Stays: []calendar.Stay{{From: st.State.Planted, Shelter: t.Shelter}},
		}, nil
	}
	if moved := st.Last(job.Move, logbook.Tended); moved != 0 {
		t.Move = moved
	}
	s := NewSchedule(place, st, t, in.Today)
	if st.Stage == logbook.StagePlanned || t.Then != "" {
		st.Dates = &s
	}
	return &s, nil
}
