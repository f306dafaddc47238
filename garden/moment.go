package garden

import (
	"sync"

	"glebata/core/measure"
	"glebata/core/terrace"
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
}

// terraceKnown is a terrace with its spots, and whether the grower has drawn it.
type terraceKnown struct {
	terrace logbook.Terrace
	spots   map[logbook.ID]terrace.Point
	known   bool
}
