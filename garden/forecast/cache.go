package forecast

import (
	"fmt"

	lru "github.com/hashicorp/golang-lru/v2"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/growth"
	"glebata/core/measure"
	"glebata/core/terrace"
	"glebata/garden/logbook"
)

// Cache keeps what was worked out, each under a hash of all it follows from, so that
// nothing has to be thrown away when something changes. Safe for concurrent use; nil
// works everything out anew.
type Cache struct {
	runs  *lru.Cache[uint64, *GrowthRun]
	ended *lru.Cache[uint64, end]
	suns  *lru.Cache[string, map[logbook.ID][]growth.SunSince]
	maps  *lru.Cache[string, terrace.Map]
	rains *lru.Cache[climate.Normals, *climate.RainYears]
	skies *lru.Cache[skyKey, *calendar.Years]
	gates *lru.Cache[gateKey, calendar.Verdict]
}

// gateKey is all that a verdict follows from.
type gateKey struct {
	site  uint64
	ask   calendar.Request
	year  int
	today measure.Day
}

// skyKey is all that drawn years follow from.
type skyKey struct {
	normals  climate.Normals
	latitude float64
}

// end is what the model says of a planting that has ended: the index of its season, and how
// long its stems got against the usual, 0 where nothing tells.
type end struct{ index, tall float64 }

// Sizes of the caches: growth runs take some 15 kB each.
const (
	maxRuns  = 2500
	maxEnded = 50_000
	maxSuns  = 16
	maxRains = 3
	maxSkies = 12 // of half a megabyte each
	maxGates = 5000
)

// NewCache makes an empty one. It fails never: the sizes stand above.
func NewCache() *Cache {
	runs, _ := lru.New[uint64, *GrowthRun](maxRuns)
	ended, _ := lru.New[uint64, end](maxEnded)
	suns, _ := lru.New[string, map[logbook.ID][]growth.SunSince](maxSuns)
	maps, _ := lru.New[string, terrace.Map](maxSuns)
	rains, _ := lru.New[climate.Normals, *climate.RainYears](maxRains)
	skies, _ := lru.New[skyKey, *calendar.Years](maxSkies)
	gates, _ := lru.New[gateKey, calendar.Verdict](maxGates)
	return &Cache{runs, ended, suns, maps, rains, skies, gates}
}

func cached[K comparable, V any](c *lru.Cache[K, V], key K, work func() V) V {
	if v, ok := c.Get(key); ok {
		return v
	}
	v := work()
	c.Add(key, v)
	return v
}

func (c *Cache) run(key uint64, grow func() *GrowthRun) *GrowthRun {
	if c == nil {
		return grow()
	}
	return cached(c.runs, key, grow)
}

func (c *Cache) end(key uint64, work func() end) end {
	if c == nil {
		return work()
	}
	return cached(c.ended, key, work)
}

func (c *Cache) sun(key string, work func() map[logbook.ID][]growth.SunSince) map[logbook.ID][]growth.SunSince {
	if c == nil {
		return work()
	}
	return cached(c.suns, key, work)
}

func (c *Cache) rainYears(n *climate.Normals) *climate.RainYears {
	if c == nil {
		return climate.NewRainYears(n)
	}
	return cached(c.rains, *n, func() *climate.RainYears { return climate.NewRainYears(n) })
}

// SunMap of a terrace over some days, in cells of a width, m.
func (c *Cache) SunMap(t *terrace.Terrace, latitude float64, from, until measure.Day, cell float64) terrace.Map {
	work := func() terrace.Map { return t.SunMap(latitude, from, until, cell) }
	if c == nil {
		return work()
	}
	return cached(c.maps, fmt.Sprint(*t, latitude, from, until, cell), work)
}

// years drawn of a place.
func (c *Cache) years(n *climate.Normals, latitude float64) *calendar.Years {
	work := func() *calendar.Years { return calendar.NewYears(n, latitude) }
	if c == nil {
		return work()
	}
	return cached(c.skies, skyKey{*n, latitude}, work)
}
