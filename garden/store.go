package garden

import (
	"context"

	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/terrace"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Store keeps a garden. Update runs its function in one transaction: all of it
// is kept when the function returns nil, none of it otherwise, and what was
// kept survives the program being killed. Read sees one moment of the garden until
// end is called, or the time a read may take is over.
type Store interface {
	Read(ctx context.Context) (r Reader, end func(), err error)
	Update(ctx context.Context, do func(Writer) error) error
	// Trouble is why nothing can be kept now, ErrReadOnly or ErrMoved; nil when all
	// is well.
	Trouble() error
}

// Filter chooses plantings; zero fields do not restrict.
type Filter struct {
	ID  logbook.ID
	Bag logbook.ID
	// Year of the season.
	Year int
	// Open keeps those neither closed nor dropped; Finished those closed.
	Open, Finished bool
}

// Reader reads a garden. Lists come in the order they are offered: seasons
// newest first, varieties by name, bags by place and label, entries by day and
// then by the order they were written.
type Reader interface {
	// Revision grows with every write: while it is the same, so is the garden.
	Revision(ctx context.Context) (int64, error)
	Seasons(ctx context.Context) ([]logbook.Season, error)
	Varieties(ctx context.Context) ([]logbook.Variety, error)
	Models(ctx context.Context) ([]logbook.Model, error)
	Places(ctx context.Context) ([]logbook.Place, error)
	Bags(ctx context.Context) ([]logbook.Bag, error)
	Containers(ctx context.Context) ([]logbook.Container, error)
	Plantings(ctx context.Context, f Filter) ([]logbook.Planting, error)
	// Logs of the plantings a filter chooses, by planting.
	Logs(ctx context.Context, f Filter) (map[logbook.ID][]logbook.Entry, error)
	// Entry by ID, ErrNotFound when there is none.
	Entry(ctx context.Context, id logbook.ID) (logbook.Entry, error)
	// Sent returns what a client key was used for before; ok is false when never.
	Sent(ctx context.Context, key string) (s IdempotencyRecord, ok bool, err error)
	// Site of the garden; known is false when none was saved.
	Site(ctx context.Context) (s logbook.Site, known bool, err error)
	// Timings of the plantings a filter chooses, by planting; those that were set.
	Timings(ctx context.Context, f Filter) (map[logbook.ID]logbook.Timing, error)
	// Weather of the grower's own from one day to another, in order of day.
	Weather(ctx context.Context, from, until measure.Day) ([]logbook.DayRecord, error)
	// WeatherImports that stand, newest first.
	WeatherImports(ctx context.Context) ([]logbook.WeatherImport, error)
	// Mixes of the plantings a filter chooses, by planting; those that were chosen.
	Mixes(ctx context.Context, f Filter) (map[logbook.ID]string, error)
	// Components with the grower's own numbers in place of the usual ones.
	Components(ctx context.Context) (medium.Components, error)
	Products(ctx context.Context) ([]logbook.Product, error)
	OwnMixes(ctx context.Context) ([]logbook.OwnMix, error)
	// StockLog in order of day, without what was taken back.
	StockLog(ctx context.Context) ([]logbook.StockEntry, error)
	// Terrace of the garden; known is false until it was drawn.
	Terrace(ctx context.Context) (t logbook.Terrace, known bool, err error)
	// Spots of the bags that were put on it.
	Spots(ctx context.Context) (map[logbook.ID]terrace.Point, error)
	Lots(ctx context.Context) ([]logbook.Lot, error)
	Trays(ctx context.Context) ([]logbook.Tray, error)
	// SeedLog in the order of writing.
	SeedLog(ctx context.Context) ([]logbook.SeedEntry, error)
	Nurslings(ctx context.Context) ([]logbook.Nursling, error)
	// NurseryLog in the order of writing; entries of plantings that were taken
	// back are left out.
	NurseryLog(ctx context.Context) ([]logbook.NurseryEntry, error)
	// SeasonSpans of the open plantings, by season, kind and whether they grow.
	SeasonSpans(ctx context.Context) ([]forecast.SeasonSpan, error)
	// Setting by name, "" when never set.
	Setting(ctx context.Context, name string) (string, error)
}

// IdempotencyRecord is a request that was carried out.
type IdempotencyRecord struct {
	Key         string
	Fingerprint string     // of what was asked
	Result      logbook.ID // what it made
}

// Writer changes a garden inside one transaction. Each Add returns the new ID.
type Writer interface {
	Reader
	AddSeason(ctx context.Context, year int) (logbook.Season, error)
	AddVariety(ctx context.Context, v logbook.Variety) (logbook.ID, error)
	AddModel(ctx context.Context, m logbook.Model) (logbook.ID, error)
	AddPlace(ctx context.Context, p logbook.Place) (logbook.ID, error)
	AddBag(ctx context.Context, b logbook.Bag) (logbook.ID, error)
	AddContainer(ctx context.Context, c logbook.Container) (logbook.ID, error)
	AddPlanting(ctx context.Context, p logbook.Planting) (logbook.ID, error)
	AddEntry(ctx context.Context, e logbook.Entry) (logbook.ID, error)
	Remember(ctx context.Context, s IdempotencyRecord) error
	SetSite(ctx context.Context, s logbook.Site) error
	SetTiming(ctx context.Context, planting logbook.ID, t logbook.Timing) error
	// AddWeather appends days that were brought in, or takes such back.
	AddWeather(ctx context.Context, i logbook.WeatherImport, days []logbook.DayRecord) (logbook.ID, error)
	SetMix(ctx context.Context, planting logbook.ID, m medium.Mix) error
	// SetComponent overwrites the numbers of a component, or adds one.
	SetComponent(ctx context.Context, c medium.Component) error
	AddProduct(ctx context.Context, p logbook.Product) (logbook.ID, error)
	// SetHandful overwrites what the grower's handful of a product weighs.
	SetHandful(ctx context.Context, product logbook.ID, m measure.Mass) error
	AddMix(ctx context.Context, name string, m medium.Mix) (logbook.ID, error)
	AddStockEntry(ctx context.Context, e logbook.StockEntry) (logbook.ID, error)
	SetTerrace(ctx context.Context, t logbook.Terrace) error
	// UpdateBag overwrites a bag's place and condition.
	UpdateBag(ctx context.Context, b logbook.Bag) error
	SetSpot(ctx context.Context, bag logbook.ID, p terrace.Point) error
	AddLot(ctx context.Context, l logbook.Lot) (logbook.ID, error)
	AddTray(ctx context.Context, t logbook.Tray) (logbook.ID, error)
	AddSeedEntry(ctx context.Context, e logbook.SeedEntry) (logbook.ID, error)
	AddNursling(ctx context.Context, n logbook.Nursling) (logbook.ID, error)
	AddNurseryEntry(ctx context.Context, e logbook.NurseryEntry) (logbook.ID, error)
	SetSetting(ctx context.Context, name, value string) error
}
