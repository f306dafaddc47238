package garden

import (
	"context"
	"sync"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// View is one moment of the garden as one page sees it: all that a page shows is read
// in one transaction, and each log is replayed at most once. It is for one goroutine.
// Close it, and change nothing that it gives: what was read is shared by pages while
// nothing is written.
type View struct {
	g     *Garden
	ctx   context.Context
	today measure.Day
	r     Reader
	end   func()
	m     *moment
}

// Look at the garden on a day.
func (g *Garden) Look(ctx context.Context, today measure.Day) (*View, error) {
	r, end, err := g.store.Read(ctx)
	if err != nil {
		return nil, err
	}
	n, err := r.Revision(ctx)
	if err != nil {
		end()
		return nil, err
	}
	return &View{g: g, ctx: ctx, today: today, r: r, end: end, m: g.moments.at(n)}, nil
}

// within a write: what it has written is seen, and nothing is shared.
func (g *Garden) within(ctx context.Context, w Writer, today measure.Day) *View {
	return &View{g: g, ctx: ctx, today: today, r: w, m: &moment{}}
}

// Close ends the transaction. Once closed, only what was read before can be had.
func (v *View) Close() {
	if v.end != nil {
		v.end()
		v.end = nil
	}
}

// Today of the view.
func (v *View) Today() measure.Day { return v.today }

// moments are what was read of the garden at its latest revision. Safe for concurrent
// use.
type moments struct {
	mu     sync.Mutex
	n      int64
	latest *moment
}

// at a revision: shared with other pages when it is the latest.
func (m *moments) at(n int64) *moment {
	m.mu.Lock()
	defer m.mu.Unlock()
	switch {
	case m.latest == nil || n > m.n:
		m.n, m.latest = n, &moment{}
	case n < m.n: // a page that began before the last write
		return &moment{}
	}
	return m.latest
}

// moment is what was read at one revision, part by part as it is asked for.
type moment struct {
	catalogue lazy[Catalogue]
	site      lazy[siteKnown]
	products  lazy[[]logbook.Product]
	stock     lazy[[]logbook.StockEntry]
	terrace   lazy[terraceKnown]
	nursery   lazy[[]logbook.NursingState]
	settings  lazy[settings]
	imports   lazy[[]logbook.WeatherImport]
	strip     lazy[[]forecast.SeasonSpan]
	states    lazies[Filter, stateList]
	forecasts lazies[forecastAsk, []forecast.PlantingForecast]
	benches   lazies[measure.Day, logbook.Bench]
}

// lazy is something read once.
type lazy[T any] struct {
	mu   sync.Mutex
	have bool
	v    T
}

// get it, reading it the first time. What could not be read is read again.
func (p *lazy[T]) get(read func() (T, error)) (T, error) {
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.have {
		return p.v, nil
	}
	v, err := read()
	if err == nil {
		p.v, p.have = v, true
	}
	return v, err
}

// lazies are things of one kind, each read once.
type lazies[K comparable, T any] struct {
	mu   sync.Mutex
	held map[K]*lazy[T]
}

// maxLazies of one kind that are kept; what is asked for beyond is read anew.
const maxLazies = 64

func (p *lazies[K, T]) get(key K, read func() (T, error)) (T, error) {
	p.mu.Lock()
	if p.held == nil {
		p.held = map[K]*lazy[T]{}
	}
	one := p.held[key]
	if one == nil {
		one = &lazy[T]{}
		if len(p.held) < maxLazies {
			p.held[key] = one
		}
	}
	p.mu.Unlock()
	return one.get(read)
}

// siteKnown is a site, and whether the grower has saved it.
type siteKnown struct {
	site  logbook.Site
	known bool
}

// Site of the garden; known is false until the grower has saved one, and the
// site is then that of the first preset.
func (v *View) Site() (s logbook.Site, known bool, err error) {
	got, err := v.m.site.get(func() (siteKnown, error) {
		s, known, err := v.r.Site(v.ctx)
		if err == nil && !known {
			s = logbook.NewSite(climate.Presets()[0])
		}
		return siteKnown{s, known}, err
	})
	return got.site, got.known, err
}

// normals of the site's weather.
func (v *View) normals() (logbook.Site, *climate.Normals, error) {
	s, _, err := v.Site()
	if err != nil {
		return s, nil, err
	}
	n, err := s.Monthly.Daily()
	return s, n, err
}

// stateList is plantings with what they have come to, and plans that cannot be laid.
type stateList struct {
	list   []logbook.PlantingState
	unlaid []logbook.SetAside
}

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
			s, err := logbook.NewPlantingState(*p, logs[p.ID])
			if err != nil {
				out.unlaid = append(out.unlaid, logbook.AsidePlan(p, err))
				continue
			}
			out.list = append(out.list, s)
		}
		return out, nil
	})
}

// forecastAsk is which plantings are forecast, as of which day.
type forecastAsk struct {
	filter Filter
	today  measure.Day
	ended  bool
}

// standings are the forecasts of the plantings a filter chooses.
func (v *View) standings(f Filter) ([]forecast.PlantingForecast, error) {
	list, err := v.m.forecasts.get(forecastAsk{f, v.today, false}, func() ([]forecast.PlantingForecast, error) {
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
	return append([]forecast.PlantingForecast(nil), list...), err
}

// inputs of forecasts, but for the weather.
func (v *View) inputs(f Filter) (*forecast.Inputs, error) {
	in := &forecast.Inputs{Today: v.today, Station: v.g.station, Cache: v.g.cache}
	var err error
	if in.Site, _, err = v.Site(); err != nil {
		return nil, err
	}
	if in.Timings, err = v.r.Timings(v.ctx, f); err != nil {
		return nil, err
	}
	cat, err := v.Catalogue()
	if err != nil {
		return nil, err
	}
	in.Usual = cat.Recipe("").Mix
	texts, err := v.r.Mixes(v.ctx, f)
	if err != nil {
		return nil, err
	}
	in.Mixes = logbook.ReadableMixes(cat.Components, texts)
	products, err := v.Products()
	if err != nil {
		return nil, err
	}
	in.Base, in.Liquid = logbook.ByKind(products, logbook.FeedPack), logbook.ByKind(products, logbook.LiquidFeed)
	t, err := v.terrace()
	if err != nil {
		return nil, err
	}
	if t.known {
		in.Terrace, in.Spots = t.terrace, t.spots
	}
	in.Nips, err = v.Nips()
	return in, err
}

// FinishedGrown is every closed bag with the index of the season it had, newest season
// first.
func (v *View) FinishedGrown() ([]forecast.PlantingForecast, error) {
	f := Filter{Finished: true}
	list, err := v.m.forecasts.get(forecastAsk{f, v.today, true}, func() ([]forecast.PlantingForecast, error) {
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
	return append([]forecast.PlantingForecast(nil), list...), err
}
