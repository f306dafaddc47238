package garden

import (
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Garden is the use cases over a store and a weather station.
type Garden struct {
	store     Store
	station   forecast.Station
	cache     *forecast.Cache
	ensembles *ensembles
	moments   moments
	carried   *carried
	// watchReplay is told of each log that is replayed for a page; nil but in tests.
	watchReplay func(logbook.ID)
}

// Open a garden kept in a store, with the station that watches its weather.
func Open(s Store, w forecast.Station) *Garden {
	return &Garden{store: s, station: w, cache: forecast.NewCache(), ensembles: newEnsembles(), moments: newMoments(), carried: newCarried()}
}

// Close ends what is worked out in the background. The store is closed by who opened it, after.
func (g *Garden) Close() { g.ensembles.close() }

// Trouble is why nothing can be kept now, ErrReadOnly or ErrMoved; nil when all is
// well.
func (g *Garden) Trouble() error { return g.store.Trouble() }

// Request says who asks: the client key that makes a request safe to repeat, and
// today. Both are needed by everything that writes.
type Request struct {
	Key   string
	Today measure.Day
}
