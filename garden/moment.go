package garden

import (
	"context"
	"fmt"
	"sync"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/compare"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// moments are what the garden was at its latest revision. Safe for concurrent use.
type moments struct {
	turn   chan struct{} // held by whoever reads the file anew; of one
	latest *moment
}

func newMoments() moments { return moments{turn: make(chan struct{}, 1)} }

// now is the garden at its latest revision. The file is asked which that is, and read where it
// has been written to since; it is let go of before now returns.
func (m *moments) now(ctx context.Context, s Store) (*moment, error) {
	select {
	case m.turn <- struct{}{}:
	case <-ctx.Done():
		return nil, fmt.Errorf("waiting for the garden to be read: %w", ctx.Err())
	}
	defer func() { <-m.turn }()
	r, end, err := s.Read(ctx)
	if err != nil {
		return nil, err
	}
	defer end()
	n, err := r.Revision(ctx)
	if err != nil {
		return nil, fmt.Errorf("reading the revision: %w", err)
	}
	if m.latest != nil && m.latest.file.n == n {
		return m.latest, nil
	}
	var before *snapshot
	if m.latest != nil {
		before = m.latest.file
	}
	file, err := take(ctx, s, r, n, before)
	if err != nil {
		return nil, err
	}
	m.latest = &moment{file: file}
	return m.latest, nil
}

// moment is what follows from one revision, each worked out as it is asked for.
type moment struct {
	file      *snapshot // nil within a write
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
	mixes     lazies[Filter, map[logbook.ID]string]
	states    lazies[Filter, *stateList]
	forecasts lazies[forecastAsk, []forecast.PlantingForecast]
	benches   lazies[measure.Day, logbook.Bench]
	compared  lazies[measure.Day, []compare.Bag]
	sheets    lazies[sheetAsk, sheetKnown]
	trials    lazy[[]logbook.Trial]
	others    lazy[[]logbook.OtherGarden]
	learned   lazies[measure.Day, forecast.Learned]
	leftOut   lazies[measure.Day, *leftOut]
	seasons   lazies[seasonAsk, SeasonPage]
	fits      lazies[fitAsk, []forecast.FitLane]
	joints    lazies[jointAsk, compare.Joint]
}

// fitAsk is a crop whose fit is asked for on a day.
type fitAsk struct {
	today measure.Day
	of    crop.Crop
}

// jointAsk is what all gardens are asked together on a day.
type jointAsk struct {
	fitAsk
	by compare.JointBy
}

// sheetAsk is a comparison that is asked for on a day.
type sheetAsk struct {
	today measure.Day
	compare.Ask
}

// sheetKnown is it with what of it was asked for and is not there.
type sheetKnown struct {
	compare.Sheet
	unknown []string
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

// media are the components with the grower's own numbers, and mixes as they are kept.
type media struct {
	components medium.Components
	own        []logbook.OwnMix
}
