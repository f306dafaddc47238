package garden

import (
	"cmp"
	"context"
	"slices"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/terrace"
	"glebata/garden/logbook"
)

// A snapshot answers what it was read for, by the rules that the store answers by: a test
// holds the two against each other.
var _ Reader = (*snapshot)(nil)

// keeps reports whether a filter chooses a planting by what is planned of it.
func (f Filter) keeps(p *logbook.Planting) bool {
	return (f.ID == 0 || p.ID == f.ID) && (f.Bag == 0 || p.Bag.ID == f.Bag) && (f.Model == 0 || p.Bag.Model.ID == f.Model) &&
		(f.Variety == 0 || p.Variety.ID == f.Variety) && (f.Year == 0 || p.Season.Year == f.Year) && (!f.Shared || p.Beside != 0)
}

// newestMeasured are the closed plantings that had a stem measured, the newest so many.
func (s *snapshot) newestMeasured(most int) map[logbook.ID]bool {
	var ids []logbook.ID
	for i := range s.plantings {
		id := s.plantings[i].ID
		if o := s.outlines[id]; o.measured && o.ends == logbook.Closed {
			ids = append(ids, id)
		}
	}
	slices.SortFunc(ids, func(a, b logbook.ID) int { return cmp.Compare(b, a) })
	out := map[logbook.ID]bool{}
	for _, id := range ids[:min(most, len(ids))] {
		out[id] = true
	}
	return out
}

// chooses reports which plantings a filter chooses.
func (s *snapshot) chooses(f Filter) func(p *logbook.Planting) bool {
	if f == (Filter{}) {
		return func(*logbook.Planting) bool { return true }
	}
	var measured map[logbook.ID]bool
	if f.Heights > 0 {
		measured = s.newestMeasured(f.Heights)
	}
	return func(p *logbook.Planting) bool {
		if !f.keeps(p) || f.Heights > 0 && !measured[p.ID] {
			return false
		}
		if !f.Open && !f.Finished {
			return true
		}
		end := s.outlines[p.ID].ends
		return (!f.Open || end == "") && (!f.Finished || end == logbook.Closed)
	}
}

func (s *snapshot) Plantings(_ context.Context, f Filter) ([]logbook.Planting, error) {
	chosen := s.chosen(f)
	out := make([]logbook.Planting, len(chosen))
	for i, p := range chosen {
		out[i] = *p
	}
	return out, nil
}

// chosen plantings of a filter, not to be changed.
func (s *snapshot) chosen(f Filter) (out []*logbook.Planting) {
	chosen := s.chooses(f)
	for i := range s.plantings {
		if p := &s.plantings[i]; chosen(p) {
			out = append(out, p)
		}
	}
	return out
}

// only keeps of a map by planting what a filter chooses.
func only[V any](s *snapshot, all map[logbook.ID]V, f Filter) map[logbook.ID]V {
	if f == (Filter{}) {
		return all
	}
	chosen := s.chooses(f)
	out := map[logbook.ID]V{}
	for i := range s.plantings {
		p := &s.plantings[i]
		if v, ok := all[p.ID]; ok && chosen(p) {
			out[p.ID] = v
		}
	}
	return out
}

func (s *snapshot) Logs(_ context.Context, f Filter) (map[logbook.ID][]logbook.Entry, error) {
	return only(s, s.logs, f), nil
}

func (s *snapshot) Timings(_ context.Context, f Filter) (map[logbook.ID]logbook.Timing, error) {
	return only(s, s.timings, f), nil
}

func (s *snapshot) Mixes(_ context.Context, f Filter) (map[logbook.ID]string, error) {
	return only(s, s.mixes, f), nil
}

// GroupEntries goes through the whole log: it is asked for on one page.
func (s *snapshot) GroupEntries(_ context.Context, group string) ([]logbook.Entry, error) {
	var out []logbook.Entry
	for _, log := range s.logs {
		for i := range log {
			if group != "" && log[i].Group == group {
				out = append(out, log[i])
			}
		}
	}
	slices.SortFunc(out, func(a, b logbook.Entry) int { return cmp.Compare(a.ID, b.ID) })
	return out, nil
}

func (s *snapshot) Entry(_ context.Context, id logbook.ID) (logbook.Entry, error) {
	for _, log := range s.logs {
		for i := range log {
			if log[i].ID == id {
				return log[i], nil
			}
		}
	}
	return logbook.Entry{}, logbook.ErrNotFound
}

// within are the records of the days from one to another, both counted.
func within(list []logbook.DayRecord, from, until measure.Day) []logbook.DayRecord {
	at := func(d measure.Day) int {
		i, _ := slices.BinarySearchFunc(list, d, func(r logbook.DayRecord, d measure.Day) int { return cmp.Compare(r.Day, d) })
		return i
	}
	a, b := at(from), at(until+1)
	if a >= b {
		return nil
	}
	return list[a:b:b]
}

func (s *snapshot) Weather(_ context.Context, from, until measure.Day) ([]logbook.DayRecord, error) {
	return within(s.weather, from, until), nil
}

func (s *snapshot) WeatherAhead(_ context.Context, from, until measure.Day) ([]logbook.DayRecord, error) {
	return within(s.ahead, from, until), nil
}

func (s *snapshot) RainSpans(context.Context) ([]climate.RainSpan, error) { return s.rains, nil }

// Photo is read from the file, where it never changes.
func (s *snapshot) Photo(ctx context.Context, entry logbook.ID) (jpeg []byte, err error) {
	return jpeg, s.reading(ctx, func(r Reader) error {
		jpeg, err = r.Photo(ctx, entry)
		return err
	})
}

// NurseryGroup is read from the file: it goes by client keys, which are not read otherwise.
func (s *snapshot) NurseryGroup(ctx context.Context, group string) (ids []logbook.ID, err error) {
	return ids, s.reading(ctx, func(r Reader) error {
		ids, err = r.NurseryGroup(ctx, group)
		return err
	})
}

// Sent is read from the file.
func (s *snapshot) Sent(ctx context.Context, key string) (sent IdempotencyRecord, ok bool, err error) {
	return sent, ok, s.reading(ctx, func(r Reader) error {
		sent, ok, err = r.Sent(ctx, key)
		return err
	})
}

// reading opens the file for as long as one thing is read.
func (s *snapshot) reading(ctx context.Context, read func(Reader) error) error {
	r, end, err := s.store.Read(ctx)
	if err != nil {
		return err
	}
	defer end()
	return read(r)
}

func (s *snapshot) Touched(context.Context) (Touched, error)                { return s.touched, nil }
func (s *snapshot) Revision(context.Context) (int64, error)                 { return s.n, nil }
func (s *snapshot) Settings(context.Context) (map[string]string, error)     { return s.settings, nil }
func (s *snapshot) Seasons(context.Context) ([]logbook.Season, error)       { return s.seasons, nil }
func (s *snapshot) Varieties(context.Context) ([]logbook.Variety, error)    { return s.varieties, nil }
func (s *snapshot) Models(context.Context) ([]logbook.Model, error)         { return s.models, nil }
func (s *snapshot) Places(context.Context) ([]logbook.Place, error)         { return s.places, nil }
func (s *snapshot) Bags(context.Context) ([]logbook.Bag, error)             { return s.bags, nil }
func (s *snapshot) Containers(context.Context) ([]logbook.Container, error) { return s.containers, nil }
func (s *snapshot) Components(context.Context) (medium.Components, error)   { return s.components, nil }
func (s *snapshot) OwnMixes(context.Context) ([]logbook.OwnMix, error)      { return s.ownMixes, nil }
func (s *snapshot) Products(context.Context) ([]logbook.Product, error)     { return s.products, nil }
func (s *snapshot) StockLog(context.Context) ([]logbook.StockEntry, error)  { return s.stock, nil }
func (s *snapshot) Lots(context.Context) ([]logbook.Lot, error)             { return s.lots, nil }
func (s *snapshot) Trays(context.Context) ([]logbook.Tray, error)           { return s.trays, nil }
func (s *snapshot) SeedLog(context.Context) ([]logbook.SeedEntry, error)    { return s.seedLog, nil }
func (s *snapshot) Nurslings(context.Context) ([]logbook.Nursling, error)   { return s.nurslings, nil }
func (s *snapshot) OtherGardens(context.Context) ([]logbook.OtherGarden, error) {
	return s.others, nil
}
func (s *snapshot) Trials(context.Context) ([]logbook.Trial, error) { return s.trials, nil }

func (s *snapshot) Retired(context.Context) (map[logbook.Thing]map[logbook.ID]bool, error) {
	return s.retired, nil
}

func (s *snapshot) NurseryLog(context.Context) ([]logbook.NurseryEntry, error) {
	return s.nurseryLog, nil
}

func (s *snapshot) WeatherImports(context.Context) ([]logbook.WeatherImport, error) {
	return s.imports, nil
}

func (s *snapshot) Site(context.Context) (logbook.Site, bool, error) {
	return s.site.site, s.site.known, nil
}

func (s *snapshot) Terrace(context.Context) (logbook.Terrace, bool, error) {
	return s.terrace.terrace, s.terrace.known, nil
}

func (s *snapshot) Spots(context.Context) (map[logbook.ID]terrace.Point, error) {
	return s.terrace.spots, nil
}

func (s *snapshot) SpotsSince(context.Context) (map[logbook.ID][]logbook.SpotSince, error) {
	return s.terrace.since, nil
}
