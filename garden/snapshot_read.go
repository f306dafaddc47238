package garden

import (
	"context"
	"fmt"
	"slices"

	"glebata/garden/logbook"
)

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
	{"other gardens", []Section{OthersSection}, readOthers},
}

func readShelf(ctx context.Context, r Reader, s *snapshot) (err error) {
	if s.seasons, err = r.Seasons(ctx); err != nil {
		return err
	}
	if s.varieties, err = r.Varieties(ctx); err != nil {
		return err
	}
	if s.models, err = r.Models(ctx); err != nil {
		return err
	}
	if s.places, err = r.Places(ctx); err != nil {
		return err
	}
	if s.bags, err = r.Bags(ctx); err != nil {
		return err
	}
	if s.containers, err = r.Containers(ctx); err != nil {
		return err
	}
	s.plantings, err = r.Plantings(ctx, Filter{})
	return err
}

// readLogs reads what is new in the log, and the shares of those that stand in one container,
// which follow from it.
func readLogs(ctx context.Context, r Reader, s *snapshot) (err error) {
	if s.logs, err = r.Logs(ctx, Filter{}); err != nil {
		return err
	}
	before := s.outlines
	s.outlines = make(map[logbook.ID]outline, len(s.logs))
	for id, log := range s.logs {
		if o := before[id]; o.entries == len(log) { // a log only grows
			s.outlines[id] = o
			continue
		}
		s.outlines[id] = newOutline(log)
	}
	if !slices.ContainsFunc(s.plantings, func(p logbook.Planting) bool { return p.Beside != 0 }) {
		return nil
	}
	shared, err := r.Plantings(ctx, Filter{Shared: true})
	if err != nil {
		return err
	}
	byID := make(map[logbook.ID]logbook.Planting, len(shared))
	for _, p := range shared {
		byID[p.ID] = p
	}
	s.plantings = slices.Clone(s.plantings)
	for i := range s.plantings {
		if p, ok := byID[s.plantings[i].ID]; ok {
			s.plantings[i] = p
		}
	}
	return nil
}

func readPlans(ctx context.Context, r Reader, s *snapshot) (err error) {
	if s.timings, err = r.Timings(ctx, Filter{}); err != nil {
		return err
	}
	s.mixes, err = r.Mixes(ctx, Filter{})
	return err
}

func readShed(ctx context.Context, r Reader, s *snapshot) (err error) {
	if s.components, err = r.Components(ctx); err != nil {
		return err
	}
	if s.ownMixes, err = r.OwnMixes(ctx); err != nil {
		return err
	}
	if s.retired, err = r.Retired(ctx); err != nil {
		return err
	}
	if s.products, err = r.Products(ctx); err != nil {
		return err
	}
	s.stock, err = r.StockLog(ctx)
	return err
}

func readSite(ctx context.Context, r Reader, s *snapshot) (err error) {
	if s.settings, err = r.Settings(ctx); err != nil {
		return err
	}
	if s.site.site, s.site.known, err = r.Site(ctx); err != nil {
		return err
	}
	if s.terrace.terrace, s.terrace.known, err = r.Terrace(ctx); err != nil {
		return err
	}
	if s.terrace.spots, err = r.Spots(ctx); err != nil {
		return err
	}
	s.terrace.since, err = r.SpotsSince(ctx)
	return err
}

func readOwnWeather(ctx context.Context, r Reader, s *snapshot) (err error) {
	if s.weather, err = r.Weather(ctx, firstDay, lastDay); err != nil {
		return err
	}
	if s.ahead, err = r.WeatherAhead(ctx, firstDay, lastDay); err != nil {
		return err
	}
	if s.rains, err = r.RainSpans(ctx); err != nil {
		return err
	}
	s.imports, err = r.WeatherImports(ctx)
	return err
}

func readSeed(ctx context.Context, r Reader, s *snapshot) (err error) {
	if s.lots, err = r.Lots(ctx); err != nil {
		return err
	}
	if s.trays, err = r.Trays(ctx); err != nil {
		return err
	}
	s.seedLog, err = r.SeedLog(ctx)
	return err
}

func readNurslings(ctx context.Context, r Reader, s *snapshot) (err error) {
	s.nurslings, err = r.Nurslings(ctx)
	return err
}

func readNurseryLog(ctx context.Context, r Reader, s *snapshot) (err error) {
	s.nurseryLog, err = r.NurseryLog(ctx)
	return err
}

func readOthers(ctx context.Context, r Reader, s *snapshot) (err error) {
	s.others, err = r.OtherGardens(ctx)
	return err
}

func readTrials(ctx context.Context, r Reader, s *snapshot) (err error) {
	s.trials, err = r.Trials(ctx)
	return err
}
