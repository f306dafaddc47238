package garden

import (
	"sync"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/terrace"
	"glebata/garden/compare"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

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
	normals   lazy[*climate.Normals]
	media     lazy[media]
	bags      lazy[[]logbook.Bag]
	products  lazy[[]logbook.Product]
	stock     lazy[[]logbook.StockEntry]
	terrace   lazy[terraceKnown]
	nursery   lazy[[]logbook.NursingState]
	settings  lazy[settings]
	imports   lazy[[]logbook.WeatherImport]
	ahead     lazies[measure.Day, []forecast.Forecast]
	strip     lazy[[]forecast.SeasonSpan]
	mixes     lazies[Filter, map[logbook.ID]string]
	states    lazies[Filter, stateList]
	replayed  replayed
	forecasts lazies[forecastAsk, []forecast.PlantingForecast]
	benches   lazies[measure.Day, logbook.Bench]
	compared  lazies[measure.Day, []compare.Bag]
	trials    lazy[[]logbook.Trial]
	learned   lazies[measure.Day, forecast.Learned]
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
	kept map[K]*lazy[T]
}

// maxLazies of one kind that are kept; what is asked for beyond is read anew.
const maxLazies = 64

func (p *lazies[K, T]) get(key K, read func() (T, error)) (T, error) {
	p.mu.Lock()
	if p.kept == nil {
		p.kept = map[K]*lazy[T]{}
	}
	one := p.kept[key]
	if one == nil {
		one = &lazy[T]{}
		if len(p.kept) < maxLazies {
			p.kept[key] = one
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

// stateList is plantings with what they have come to, and plans that cannot be laid.
type stateList struct {
	list   []logbook.PlantingState
	unlaid []logbook.SetAside
}

// forecastAsk is which plantings are forecast, as of which day.
type forecastAsk struct {
	filter Filter
	today  measure.Day
	ended  bool
}

// settings of the grower.
type settings struct {
	units  measure.System
	nips   bool
	garden string
	sign   string
	can    measure.Volume // 0 until it was set
	comma  bool
}

// terraceKnown is a terrace with its spots, and whether the grower has drawn it.
type terraceKnown struct {
	terrace logbook.Terrace
	spots   map[logbook.ID]terrace.Point
	since   map[logbook.ID][]logbook.SpotSince // all of them, by day
	known   bool
}

// replayed are the plantings whose logs were replayed, each once at one revision, by
// whatever filter they were chosen.
type replayed struct {
	mu   sync.Mutex
	held map[logbook.ID]replay
}

// replay is what the log of one planting comes to.
type replay struct {
	state logbook.PlantingState
	err   error // of a plan that cannot be laid
}

func (r *replayed) of(p logbook.Planting, log []logbook.Entry, watch func(logbook.ID)) (logbook.PlantingState, error) {
	r.mu.Lock()
	defer r.mu.Unlock()
	if one, ok := r.held[p.ID]; ok {
		return one.state, one.err
	}
	if watch != nil {
		watch(p.ID)
	}
	state, err := logbook.NewPlantingState(p, log)
	if r.held == nil {
		r.held = map[logbook.ID]replay{}
	}
	r.held[p.ID] = replay{state, err}
	return state, err
}

// media are the components with the grower's own numbers, and mixes as they are kept.
type media struct {
	components medium.Components
	own        []logbook.OwnMix
}

// held is what was read before; ok is false where it was not.
func (p *lazies[K, T]) held(key K) (v T, ok bool) {
	p.mu.Lock()
	one := p.kept[key]
	p.mu.Unlock()
	if one == nil {
		return v, false
	}
	one.mu.Lock()
	defer one.mu.Unlock()
	return one.v, one.have
}
