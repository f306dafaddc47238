package forecast

import (
	"context"

	"glebata/core/calendar"
	"glebata/core/medium"
	"glebata/garden/logbook"
)

// weather of the span, put together once.
func (in *Inputs) weather() (*air, error) {
	if in.air != nil {
		return in.air, nil
	}
	n, err := in.Site.Normals()
	if err != nil {
		return nil, err
	}
	in.air = newAir(&in.Site, n, in.Station, in.Records, in.Ahead, in.Days.From, in.Days.Until, in.Today)
	in.air.cache = in.Cache
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

// Of is the forecast of a planting. The records it is made from are of DaysOf it, or of more days.
func Of(state logbook.PlantingState, in *Inputs) (PlantingForecast, error) {
	st := PlantingForecast{PlantingState: state, Believed: typed(&state)}
	if st.FeedAsk.Mix = in.Mixes[st.Planting.ID]; len(st.FeedAsk.Mix) == 0 {
		st.FeedAsk.Mix = in.Usual
	}
	st.mixUnread = in.Unread[st.Planting.ID]
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
	place, err := in.place(st.Season.Year)
	if err != nil {
		return st, err
	}
	s := count(place, &st, in.Today)
	if s.Plant == 0 { // no day to plant is reached: its dates say why
		place.Follow(&s, calendar.Course{})
		st.Dates = &s
		return st, nil
	}
	st.Grown = in.grow(&st, &s, place, air)
	if st.Water = in.water(&st, air); st.Water != nil && st.Water.Supply != nil {
		st.Grown = in.Cache.watered(st.Grown, st.Water.Supply)
	}
	place.Follow(&s, st.Grown.course(&s))
	st.Dates = &s
	st.believe()
	st.Index = st.Grown.Run.IndexOn(st.LiftOn())
	st.now(in.Today)
	if s.Was != 0 { // its day is past, and it is counted as planted today
		ask := s.Request
		ask.Plant = s.Plant
		if st.May, err = in.Cache.Gate(&in.Site, in.Today).May(ask, st.Season.Year); err != nil {
			return st, err
		}
	}
	in.feedAsk(&st)
	feed := medium.FeedSeason(st.FeedAsk)
	st.Feed = &feed
	if st.Stage == logbook.StageGrowing {
		mature := st.Grown.Run.Mature
		st.raisingOver = mature != 0 && in.Today >= mature-raisesEnd
		if st.Emptied() != 0 {
			st.raisingOver, st.Water = true, nil
		}
	}
	st.jobs(in.Nips, in.Today)
	return st, nil
}
