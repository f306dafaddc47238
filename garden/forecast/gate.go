package forecast

import (
	"fmt"
	"hash/fnv"

	"glebata/core/calendar"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Gate of a site, which everything that is proposed passes: calendar.Place.May with what it said
// before kept.
type Gate struct {
	cache *Cache
	site  *logbook.Site
	key   uint64
	today measure.Day

	sky    calendar.Sky
	places map[int]*calendar.Place
}

// Gate of a site on a day.
func (c *Cache) Gate(site *logbook.Site, today measure.Day) *Gate {
	h := fnv.New64a()
	_, _ = fmt.Fprint(h, *site) // never fails
	return &Gate{cache: c, site: site, key: h.Sum64(), today: today, places: map[int]*calendar.Place{}}
}

// May a planting be proposed in the season of a year.
func (g *Gate) May(a calendar.Request, year int) (calendar.Verdict, error) {
	key := gateKey{g.key, a, year, g.today}
	if g.cache != nil {
		if v, ok := g.cache.gates.Get(key); ok {
			return v, nil
		}
	}
	place, err := g.place(year)
	if err != nil {
		return calendar.Verdict{}, err
	}
	v := place.May(a, g.sky, g.today)
	if g.cache != nil {
		g.cache.gates.Add(key, v)
	}
	return v, nil
}

// Ever may a planting be proposed, whatever of a season's year is past.
func (g *Gate) Ever(a calendar.Request, year int) (calendar.Verdict, error) {
	any := *g
	any.today = measure.Date(year, 1, 1)
	v, err := any.May(a, year)
	g.sky = any.sky
	return v, err
}

// Succession of plantings in the season of a year, each of which may be proposed.
func (g *Gate) Succession(ask calendar.SuccessionRequest, year int) ([]calendar.Batch, []calendar.Gap, error) {
	place, err := g.place(year)
	if err != nil {
		return nil, nil, err
	}
	batches, gaps := place.Succession(ask, g.sky)
	return batches, gaps, nil
}

// place of a season's year; the sky over it is there then.
func (g *Gate) place(year int) (*calendar.Place, error) {
	if p := g.places[year]; p != nil {
		return p, nil
	}
	p, err := g.site.Calendar(year)
	if err != nil {
		return nil, err
	}
	n, err := g.site.Normals()
	if err != nil {
		return nil, err
	}
	g.sky = calendar.Sky{Years: g.cache.years(n, g.site.Latitude), Lamp: g.site.Lamp.PAR()}
	g.places[year] = p
	return p, nil
}
