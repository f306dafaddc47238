package garden

import (
	"context"
	"fmt"
	"slices"

	"glebata/core/measure"
	"glebata/core/medium"
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
	imports    []logbook.WeatherImport
	lots       []logbook.Lot
	trays      []logbook.Tray
	seedLog    []logbook.SeedEntry
	nurslings  []logbook.Nursling
	nurseryLog []logbook.NurseryEntry
	settings   map[string]string
	trials     []logbook.Trial
}

// firstDay and lastDay are the bounds of all days there are.
const firstDay, lastDay measure.Day = -1 << 30, 1 << 30

// take a snapshot of what a reader sees, at revision n. What was not written to since the one
// before is taken over from it; before may be nil.
func take(ctx context.Context, s Store, r Reader, n int64, before *snapshot) (*snapshot, error) {
	touched, err := r.Touched(ctx)
	if err != nil {
		return nil, err
	}
	now := &snapshot{}
	if before != nil {
		*now = *before
	}
	now.n, now.touched, now.store = n, touched, s
	for _, part := range snapshotReads {
		if before != nil && touched.same(&before.touched, part.of...) {
			continue
		}
		if err := part.read(ctx, r, now); err != nil {
			return nil, fmt.Errorf("reading %s: %w", part.name, err)
		}
	}
	return now, nil
}

// snapshotReads are what a snapshot is read in, each with the parts of the file it stands in.
var snapshotReads = []struct {
	name string
	of   []Section
	read func(ctx context.Context, r Reader, s *snapshot) error
}{
	{"the shelf", []Section{ShelfSection}, readShelf},
	{"the log", []Section{LogSection}, readLogs},
	{"the season", []Section{TimingSection, MixSection, ShelfSection}, readPlans},
	{"mixes and products", []Section{MediumSection, ShedSection, RetiredSection}, readShed},
	{"the site", []Section{SiteSection, TerraceSection, SettingSection}, readSite},
	{"the weather", []Section{WeatherSection}, readOwnWeather},
	{"the bench", []Section{BenchSection, ShelfSection}, readSeed},
	{"pots and slips", []Section{NurserySection, ShelfSection}, readNurslings},
	{"the log of the nursery", []Section{NurserySection, LogSection}, readNurseryLog},
	{"the trials", []Section{TrialSection}, readTrials},
}

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
		if e.Kind == logbook.Closed || e.Kind == logbook.Dropped {
			o.ends = e.Kind
		}
	}
	o.measured = slices.ContainsFunc(log, func(e logbook.Entry) bool { return e.Kind == logbook.Measured })
	return o
}
