package garden

import (
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// states of the plantings a filter chooses, each log replayed once.
func (v *View) states(f Filter) (stateList, error) {
	return v.m.states.get(f, func() (stateList, error) {
		var out stateList
		plantings, err := v.r.Plantings(v.ctx, f)
		if err != nil {
			return out, err
		}
		logs, err := v.r.Logs(v.ctx, f)
		if err != nil {
			return out, err
		}
		out.list = make([]logbook.PlantingState, 0, len(plantings))
		for i := range plantings {
			p := &plantings[i]
			s, err := v.m.replayed.of(*p, logs[p.ID], v.g.watchReplay)
			if err != nil {
				out.unlaid = append(out.unlaid, logbook.AsidePlan(p, err))
				continue
			}
			out.list = append(out.list, s)
		}
		return out, nil
	})
}

// standings are the forecasts of the plantings a filter chooses, the caller's own.
func (v *View) standings(f Filter) ([]forecast.PlantingForecast, error) {
	list, err := v.forecasts(f)
	return append([]forecast.PlantingForecast(nil), list...), err
}

// forecasts of the plantings a filter chooses, as they are kept for every view: not to be
// changed.
func (v *View) forecasts(f Filter) ([]forecast.PlantingForecast, error) {
	return v.m.forecasts.get(forecastAsk{f, v.today, false}, func() ([]forecast.PlantingForecast, error) {
		states, err := v.states(f)
		if err != nil {
			return nil, err
		}
		in, err := v.inputs(f)
		if err != nil {
			return nil, err
		}
		from, until := in.Span(states.list)
		if in.Own, err = v.r.Weather(v.ctx, from, min(v.today, until)); err != nil {
			return nil, err
		}
		return forecast.OfAll(v.ctx, states.list, in)
	})
}

// mixes that plantings were given, as they are written.
func (v *View) mixes(f Filter) (map[logbook.ID]string, error) {
	return v.m.mixes.get(f, func() (map[logbook.ID]string, error) { return v.r.Mixes(v.ctx, f) })
}

// inputs of forecasts, but for the weather.
func (v *View) inputs(f Filter) (*forecast.Inputs, error) {
	in := &forecast.Inputs{Today: v.today, Station: v.g.station, Cache: v.g.cache}
	var err error
	if in.Site, _, err = v.Site(); err != nil {
		return nil, err
	}
	if in.Ahead, err = v.Forecast(); err != nil {
		return nil, err
	}
	if in.Timings, err = v.r.Timings(v.ctx, f); err != nil {
		return nil, err
	}
	m, err := v.media()
	if err != nil {
		return nil, err
	}
	in.Usual = m.components.Recipes()[0].Mix
	texts, err := v.mixes(f)
	if err != nil {
		return nil, err
	}
	in.Mixes, in.Unread = logbook.ReadMixes(m.components, texts)
	products, err := v.Products()
	if err != nil {
		return nil, err
	}
	in.Products = products
	in.Base, in.Liquid = logbook.ByKind(products, logbook.FeedPack), logbook.ByKind(products, logbook.LiquidFeed)
	t, err := v.terrace()
	if err != nil {
		return nil, err
	}
	if t.known {
		in.Terrace, in.Spots = t.terrace, t.since
	}
	if in.Nips, err = v.Nips(); err != nil {
		return nil, err
	}
	told, err := v.ended(Filter{Finished: true, Heights: mostTold})
	in.Tall = forecast.TallOf(told)
	return in, err
}

// mostTold plantings that tell how long the stems of their varieties get, the newest.
const mostTold = 40

// FinishedGrown is every closed bag with the index of the season it had, newest season
// first.
func (v *View) FinishedGrown() ([]forecast.PlantingForecast, error) {
	list, err := v.ended(Filter{Finished: true})
	return append([]forecast.PlantingForecast(nil), list...), err
}

// ended are forecasts of closed bags as they are kept for every view: not to be changed.
func (v *View) ended(f Filter) ([]forecast.PlantingForecast, error) {
	return v.m.forecasts.get(forecastAsk{f, v.today, true}, func() ([]forecast.PlantingForecast, error) {
		states, err := v.states(f)
		if err != nil {
			return nil, err
		}
		in := &forecast.Inputs{Today: v.today, Station: v.g.station, Cache: v.g.cache}
		if in.Timings, err = v.r.Timings(v.ctx, f); err != nil {
			return nil, err
		}
		if in.Site, _, err = v.Site(); err != nil {
			return nil, err
		}
		from, until := in.SpanEnded(states.list)
		if in.Own, err = v.r.Weather(v.ctx, from, min(v.today, until)); err != nil {
			return nil, err
		}
		return forecast.Ended(states.list, in)
	})
}
