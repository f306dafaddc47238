package garden

import (
	"context"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/terrace"
	"glebata/garden/logbook"
)

// Filter chooses plantings; zero fields do not restrict.
type Filter struct {
	ID  logbook.ID
	Bag logbook.ID
	// Model of its bag, and variety.
	Model, Variety logbook.ID
	// Year of the season.
	Year int
	// Open keeps those neither closed nor dropped; Finished those closed.
	Open, Finished bool
	// Shared keeps those that stand in one container with others.
	Shared bool
	// Heights keeps of those closed the newest that had a stem measured, up to so many; 0
	// for all.
	Heights int
}

// IdempotencyRecord is a request that was carried out.
type IdempotencyRecord struct {
	Key         string
	Fingerprint string     // of what was asked
	Result      logbook.ID // what it made
}

// The roles of the store: each use case asks for those it needs, and for no more.

// logWriter adds to the logs there are: of plantings, seed, nursery, shed and weather.
type logWriter interface {
	AddPlanting(ctx context.Context, p logbook.Planting) (logbook.ID, error)
	AddEntry(ctx context.Context, e logbook.Entry) (logbook.ID, error)
	AddSeedEntry(ctx context.Context, e logbook.SeedEntry) (logbook.ID, error)
	AddNurseryEntry(ctx context.Context, e logbook.NurseryEntry) (logbook.ID, error)
	AddStockEntry(ctx context.Context, e logbook.StockEntry) (logbook.ID, error)
	// AddPhoto keeps the photo of an entry.
	AddPhoto(ctx context.Context, entry logbook.ID, p logbook.Photo) error
	// AddWeather appends days that were brought in, or takes such back.
	AddWeather(ctx context.Context, i logbook.WeatherImport, days []logbook.DayRecord) (logbook.ID, error)
}

// logReader reads plantings with their logs.
type logReader interface {
	Plantings(ctx context.Context, f Filter) ([]logbook.Planting, error)
	// Logs of the plantings a filter chooses, by planting.
	Logs(ctx context.Context, f Filter) (map[logbook.ID][]logbook.Entry, error)
	// GroupEntries are those that were written together, in the order of writing.
	GroupEntries(ctx context.Context, group string) ([]logbook.Entry, error)
	// Photo of an entry as JPEG, ErrNotFound when it has none.
	Photo(ctx context.Context, entry logbook.ID) ([]byte, error)
	// Entry by ID, ErrNotFound when there is none.
	Entry(ctx context.Context, id logbook.ID) (logbook.Entry, error)
}

// benchReader reads the seed on the bench, and the logs of the plantings it was given to.
type benchReader interface {
	logReader
	Lots(ctx context.Context) ([]logbook.Lot, error)
	Trays(ctx context.Context) ([]logbook.Tray, error)
	// SeedLog in the order of writing.
	SeedLog(ctx context.Context) ([]logbook.SeedEntry, error)
}

// shelfWriter adds to what there is to choose from.
type shelfWriter interface {
	shelfReader
	AddSeason(ctx context.Context, year int) (logbook.Season, error)
	AddVariety(ctx context.Context, v logbook.Variety) (logbook.ID, error)
	AddModel(ctx context.Context, m logbook.Model) (logbook.ID, error)
	AddPlace(ctx context.Context, p logbook.Place) (logbook.ID, error)
	AddBag(ctx context.Context, b logbook.Bag) (logbook.ID, error)
	AddContainer(ctx context.Context, c logbook.Container) (logbook.ID, error)
	// UpdateBag overwrites a bag, and so on: what was typed is put right.
	UpdateBag(ctx context.Context, b logbook.Bag) error
	UpdateVariety(ctx context.Context, v logbook.Variety) error
	UpdateModel(ctx context.Context, m logbook.Model) error
	UpdatePlace(ctx context.Context, p logbook.Place) error
	UpdateLot(ctx context.Context, l logbook.Lot) error
	UpdateTray(ctx context.Context, t logbook.Tray) error
	UpdateProduct(ctx context.Context, p logbook.Product) error
	UpdateMix(ctx context.Context, id logbook.ID, name string, m medium.Mix) error
	// UpdatePlanting overwrites what was planned: season, variety, number and filling.
	UpdatePlanting(ctx context.Context, p logbook.Planting) error
	SetRetired(ctx context.Context, thing logbook.Thing, id logbook.ID, retired bool) error
	// Delete fails with ErrStoodOn where something refers to it.
	Delete(ctx context.Context, thing logbook.Thing, id logbook.ID) error
}

// shelfReader reads what there is to choose from: seasons, varieties, bags and where they stand.
type shelfReader interface {
	Seasons(ctx context.Context) ([]logbook.Season, error)
	Varieties(ctx context.Context) ([]logbook.Variety, error)
	Models(ctx context.Context) ([]logbook.Model, error)
	Places(ctx context.Context) ([]logbook.Place, error)
	Bags(ctx context.Context) ([]logbook.Bag, error)
	// Retired are the things that are offered no more, by kind.
	Retired(ctx context.Context) (map[logbook.Thing]map[logbook.ID]bool, error)
	Containers(ctx context.Context) ([]logbook.Container, error)
}

// requestReader tells what a client key was used for before.
type requestReader interface {
	// Sent returns what a client key was used for before; ok is false when never.
	Sent(ctx context.Context, key string) (s IdempotencyRecord, ok bool, err error)
}

// mediumWriter overwrites what a planting is filled with, and the grower's own numbers.
type mediumWriter interface {
	SetMix(ctx context.Context, planting logbook.ID, m medium.Mix) error
	// SetComponent overwrites the numbers of a component, or adds one.
	SetComponent(ctx context.Context, c medium.Component) error
	AddMix(ctx context.Context, name string, m medium.Mix) (logbook.ID, error)
}

// mediumReader reads what bags are filled with.
type mediumReader interface {
	// Mixes of the plantings a filter chooses, by planting; those that were chosen.
	Mixes(ctx context.Context, f Filter) (map[logbook.ID]string, error)
	// Components with the grower's own numbers in place of the usual ones.
	Components(ctx context.Context) (medium.Components, error)
	OwnMixes(ctx context.Context) ([]logbook.OwnMix, error)
}

// nurseryReader reads pots and roots with their logs.
type nurseryReader interface {
	Nurslings(ctx context.Context) ([]logbook.Nursling, error)
	// NurseryLog in the order of writing; entries of plantings that were taken
	// back are left out.
	NurseryLog(ctx context.Context) ([]logbook.NurseryEntry, error)
	// NurseryGroup are the entries of the nursery that were written together with others.
	NurseryGroup(ctx context.Context, group string) ([]logbook.ID, error)
}

// timingReader reads how plantings are to be grown.
type timingReader interface {
	// Timings of the plantings a filter chooses, by planting; those that were set.
	Timings(ctx context.Context, f Filter) (map[logbook.ID]logbook.Timing, error)
}

// shedReader reads what is bought and what there is of it.
type shedReader interface {
	Products(ctx context.Context) ([]logbook.Product, error)
	// StockLog in order of day, without what was taken back.
	StockLog(ctx context.Context) ([]logbook.StockEntry, error)
}

// siteWriter overwrites the site and its terrace.
type siteWriter interface {
	SetSite(ctx context.Context, s logbook.Site) error
	SetTerrace(ctx context.Context, t logbook.Terrace) error
	SetSpot(ctx context.Context, bag logbook.ID, p terrace.Point, since measure.Day) error
}

// siteReader reads the site, and what stands on its terrace.
type siteReader interface {
	// Site of the garden; known is false when none was saved.
	Site(ctx context.Context) (s logbook.Site, known bool, err error)
	// Terrace of the garden; known is false until it was drawn.
	Terrace(ctx context.Context) (t logbook.Terrace, known bool, err error)
	// SpotsSince are where each bag stood, by day.
	SpotsSince(ctx context.Context) (map[logbook.ID][]logbook.SpotSince, error)
	// Spots of the bags that were put on it.
	Spots(ctx context.Context) (map[logbook.ID]terrace.Point, error)
}

// weatherReader reads the weather of the grower's own.
type weatherReader interface {
	// Weather of the grower's own from one day to another, in order of day.
	Weather(ctx context.Context, from, until measure.Day) ([]logbook.DayRecord, error)
	// WeatherAhead is what forecasts of the grower's own said of the days from one to
	// another, of each the newest.
	WeatherAhead(ctx context.Context, from, until measure.Day) ([]logbook.DayRecord, error)
	// RainSpans that stand, in the order they were brought in.
	RainSpans(ctx context.Context) ([]climate.RainSpan, error)
	// WeatherImports that stand, newest first.
	WeatherImports(ctx context.Context) ([]logbook.WeatherImport, error)
}
