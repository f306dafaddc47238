package garden

import (
	"slices"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/terrace"
	"glebata/garden/logbook"
)

// snapshot is what the file holds at one revision, but for photos: read in one short
// transaction, and never changed once it is made. Pages reckon from it as long as they like
// and hold nothing of the file. Parts that no write has touched are those of the snapshot
// before. It is a Reader.
type snapshot struct {
	n       int64
	touched Touched
	store   Store // for photos, which are no part of it

	seasons    []logbook.Season
	varieties  []logbook.Variety
	models     []logbook.Model
	places     []logbook.Place
	bags       []logbook.Bag
	containers []logbook.Container
	plantings  []logbook.Planting
	retired    map[logbook.Thing]map[logbook.ID]bool
	logs       map[logbook.ID][]logbook.Entry
	outlines   map[logbook.ID]outline // of the logs
	timings    map[logbook.ID]logbook.Timing
	mixes      map[logbook.ID]string
	components medium.Components
	ownMixes   []logbook.OwnMix
	products   []logbook.Product
	stock      []logbook.StockEntry
	site       siteKnown
	terrace    terraceKnown
	weather    []logbook.DayRecord // the grower's own, by day
	ahead      []logbook.DayRecord // of the grower's own forecasts, by day
	rains      []climate.RainSpan
	imports    []logbook.WeatherImport
	lots       []logbook.Lot
	trays      []logbook.Tray
	seedLog    []logbook.SeedEntry
	nurslings  []logbook.Nursling
	nurseryLog []logbook.NurseryEntry
	settings   map[string]string
	trials     []logbook.Trial
	others     []logbook.OtherGarden
}

// siteKnown is a site, and whether the grower has saved it.
type siteKnown struct {
	site  logbook.Site
	known bool
}

// terraceKnown is a terrace with its spots, and whether the grower has drawn it.
type terraceKnown struct {
	terrace logbook.Terrace
	spots   map[logbook.ID]terrace.Point
	since   map[logbook.ID][]logbook.SpotSince // all of them, by day
	known   bool
}

// firstDay and lastDay are the bounds of all days there are.
const firstDay, lastDay measure.Day = -1 << 30, 1 << 30

// outline of a log: what plantings are chosen by.
type outline struct {
	entries  int           // of the log
	stage    logbook.Stage // without laying the ladder
	ends     logbook.Kind  // of the entry that stands and ends it; empty where it goes on
	measured bool          // a stem was measured
}

func newOutline(log []logbook.Entry) outline {
	o := outline{entries: len(log), stage: logbook.StageOf(log)}
	for _, e := range logbook.Live(log) {
		if logbook.KindOf(e.Kind).Ends {
			o.ends = e.Kind
		}
	}
	o.measured = slices.ContainsFunc(log, func(e logbook.Entry) bool { return e.Kind == logbook.Measured })
	return o
}
