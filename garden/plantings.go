package garden

import (
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// states of the plantings a filter chooses, each log replayed once.
func (v *View) states(f Filter) (*stateList, error) {
	return v.m.states.get(f, func() (*stateList, error) {
		if v.m.file != nil {
			return v.listOf(f, v.m.file.chosen(f), v.m.file.logs), nil
		}
		plantings, err := v.r.Plantings(v.ctx, f)
		if err != nil {
			return nil, err
		}
		logs, err := v.r.Logs(v.ctx, f)
		if err != nil {
			return nil, err
		}
		chosen := make([]*logbook.Planting, len(plantings))
		for i := range plantings {
			chosen[i] = &plantings[i]
		}
		return v.listOf(f, chosen, logs), nil
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
		if v.m.file == nil {
			return v.forecastAnew(f, states.list)
		}
		return v.forecastsOf(f, states)
	})
}

// forecastAnew works out the forecasts of some of the plantings a filter chooses.
func (v *View) forecastAnew(f Filter, list []logbook.PlantingState) ([]forecast.PlantingForecast, error) {
	in, err := v.inputs(f)
	if err != nil {
		return nil, err
	}
	if in.Records, err = v.records(forecast.DaysOf(list, v.today)); err != nil {
		return nil, err
	}
	return forecast.OfAll(v.ctx, list, in)
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
	in.Tall, err = v.tall()
	return in, err
}

// tall is how long stems of a variety got against the usual.
func (v *View) tall() (map[logbook.ID]float64, error) {
	told, err := v.ended(Filter{Finished: true, Heights: mostTold})
	return forecast.TallOf(told), err
}

// mostTold plantings that tell how long the stems of their varieties get, the newest.
const mostTold = 40

// FinishedGrown is every closed bag with the index of the season it had, newest season
// first.
func (v *View) FinishedGrown() ([]forecast.PlantingForecast, error) {
	list, err := v.ended(Filter{Finished: true})
	return append([]forecast.PlantingForecast(nil), list...), err
}

// endedFrom is what the forecasts of closed bags follow from.
type endedFrom struct {
	states                *stateList
	today                 measure.Day
	site, weather, timing int64
}

// endedFrom is what the forecasts of the closed bags that a filter chooses follow from.
func (v *View) endedFrom(f Filter) (from endedFrom, err error) {
	from.today = v.today
	if from.states, err = v.states(f); err != nil {
		return from, err
	}
	if file := v.m.file; file != nil {
		from.site, from.weather, from.timing = file.touched[SiteSection], file.touched[WeatherSection], file.touched[TimingSection]
	}
	return from, nil
}

// ended are forecasts of closed bags as they are kept for every view: not to be changed.
func (v *View) ended(f Filter) ([]forecast.PlantingForecast, error) {
	return v.m.forecasts.get(forecastAsk{f, v.today, true}, func() ([]forecast.PlantingForecast, error) {
		from, err := v.endedFrom(f)
		if err != nil {
			return nil, err
		}
		return carry(v, slot{"ended", f}, from, func() ([]forecast.PlantingForecast, error) { return v.endedAnew(f, from.states.list) })
	})
}

func (v *View) endedAnew(f Filter, list []logbook.PlantingState) (_ []forecast.PlantingForecast, err error) {
	in := &forecast.Inputs{Today: v.today, Station: v.g.station, Cache: v.g.cache}
	if in.Timings, err = v.r.Timings(v.ctx, f); err != nil {
		return nil, err
	}
	if in.Site, _, err = v.Site(); err != nil {
		return nil, err
	}
	if in.Records, err = v.records(forecast.DaysOfEnded(list, v.today)); err != nil {
		return nil, err
	}
	return forecast.Ended(list, in)
}

// forecastsOf a list, those anew that something has changed of.
func (v *View) forecastsOf(f Filter, states *stateList) ([]forecast.PlantingForecast, error) {
	common, err := v.commonFrom()
	if err != nil {
		return nil, err
	}
	timings, err := v.r.Timings(v.ctx, Filter{})
	if err != nil {
		return nil, err
	}
	mixes, err := v.mixes(Filter{})
	if err != nil {
		return nil, err
	}
	out := make([]forecast.PlantingForecast, len(states.list))
	from := make([]grownFrom, len(states.list))
	var anew []int
	c := v.g.carried
	c.mu.Lock()
	for i, r := range states.replays {
		id := r.planting.ID
		k := grownFrom{replay: r, today: v.today, mix: mixes[id], common: common}
		k.timing, k.timed = timings[id]
		if from[i] = k; c.grown[id].from == k {
			out[i] = c.grown[id].forecast
			continue
		}
		anew = append(anew, i)
	}
	c.mu.Unlock()
	if len(anew) == 0 {
		return out, nil
	}
	list := make([]logbook.PlantingState, len(anew))
	for k, i := range anew {
		list[k] = states.list[i]
	}
	made, err := v.forecastAnew(f, list)
	if err != nil {
		return nil, err
	}
	c.mu.Lock()
	defer c.mu.Unlock()
	for k, i := range anew {
		out[i] = made[k]
		c.grown[states.replays[i].planting.ID] = grown{from[i], made[k]}
	}
	return out, nil
}

// commonFrom is what forecasts of this moment follow from beside their plantings.
func (v *View) commonFrom() (commonFrom, error) {
	t := &v.m.file.touched
	told, err := v.states(Filter{Finished: true, Heights: mostTold})
	if err != nil {
		return commonFrom{}, err
	}
	nips, err := v.Nips()
	return commonFrom{t[SiteSection], t[TerraceSection], t[WeatherSection], t[MediumSection], t[ShedSection], t[RetiredSection], nips, told}, err
}
