package garden_test

import (
	"context"
	"errors"
	"strings"
	"testing"
	"time"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

func siteOf(t *testing.T, key string) logbook.Site {
	t.Helper()
	p, ok := climate.PresetNamed(key)
	if !ok {
		t.Fatal("no climate ", key)
	}
	s := logbook.NewSite(p)
	s.Name = key
	return s
}

func TestSeasonOfADayInBothHemispheres(t *testing.T) {
	day := measure.Date
	for _, c := range []struct {
		climate           string
		today, last, frst measure.Day
	}{
		{"cool-maritime", day(2026, time.June, 9), day(2026, time.April, 24), day(2026, time.November, 2)},
		{"cool-maritime", day(2026, time.January, 10), day(2026, time.April, 24), day(2026, time.November, 2)},
		{"cool-maritime", day(2026, time.December, 20), day(2027, time.April, 24), day(2027, time.November, 2)},
		{"southern-temperate", day(2026, time.January, 10), day(2025, time.September, 21), day(2026, time.May, 15)},
		{"southern-temperate", day(2026, time.July, 10), day(2026, time.September, 21), day(2027, time.May, 15)},
		{"southern-temperate", day(2026, time.November, 10), day(2026, time.September, 21), day(2027, time.May, 15)},
	} {
		s := siteOf(t, c.climate)
		if f := s.Frosts(c.today); f.Last != c.last || f.First != c.frst {
			t.Errorf("%s on %s: frosts end %s and begin %s, want %s and %s", c.climate, c.today, f.Last, f.First, c.last, c.frst)
		}
	}
	s := siteOf(t, "tropical-highland")
	if f := s.Frosts(today); !f.None {
		t.Error("the tropical highland has frosts")
	}
}

func TestSiteIsKeptAndRefusedAtItsFields(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	ctx := context.Background()
	if s, known, err := p.look().Site(); err != nil || known || s.Climate == "" {
		t.Errorf("before saving: known %v, climate %q, %v", known, s.Climate, err)
	}
	want := siteOf(t, "highland")
	p.must(p.SaveSite(ctx, want, p.asked()))
	if s, known, err := p.look().Site(); err != nil || !known || s.Name != "highland" {
		t.Errorf("after saving: %q, known %v, %v", s.Name, known, err)
	}
	for field, change := range map[string]func(*logbook.Site){
		"name":     func(s *logbook.Site) { s.Name = strings.Repeat("x", logbook.MaxName+1) },
		"latitude": func(s *logbook.Site) { s.Latitude = -95 },
		"min-4":    func(s *logbook.Site) { s.Monthly.Min[3] = 40; s.Monthly.Max[3] = 39 },
		"max-7":    func(s *logbook.Site) { s.Monthly.Max[6] = 80 },
		"rain-1":   func(s *logbook.Site) { s.Monthly.Rain[0] = -4 },
		"first":    func(s *logbook.Site) { s.First = 0 },
		"last-sd":  func(s *logbook.Site) { s.LastSD = 0 },
		"risk":     func(s *logbook.Site) { s.Risk = 1 },
		"lift":     func(s *logbook.Site) { s.LiftLimit = 0 },
	} {
		s := want
		change(&s)
		err := p.SaveSite(ctx, s, p.asked())
		refused(t, field, err, field, "")
		if _, err := forecast.NewSiteOutlook(s, today); err == nil {
			t.Errorf("%s: an outlook was made of it", field)
		}
	}
	var faults logbook.Faults
	if _, err := forecast.NewSiteOutlook(want, today); errors.As(err, &faults) {
		t.Errorf("the highland has no outlook: %v", err)
	}
}

// Months and frosts that do not fit the latitude are questioned, and kept when they are
// meant; turned to the other side, they fit there.
func TestMonthsAndLatitudeBelongTogether(t *testing.T) {
	for _, p := range climate.Presets() {
		s := logbook.NewSite(p)
		s.Name = "here"
		if err := s.Check(); err != nil {
			t.Errorf("%s is refused: %v", p.Key, err)
		}
		if s.Latitude > -20 && s.Latitude < 20 {
			continue
		}
		s.Latitude = -s.Latitude
		refused(t, p.Key+" on the other side", s.Check(), "latitude", "turned")
		meant := s
		meant.Meant = true
		turned := s.Turned()
		if err := turned.Check(); err != nil || meant.Check() != nil {
			t.Errorf("%s turned is refused: %v", p.Key, err)
		}
		if back := turned.Turned(); back.Monthly != s.Monthly || back.Last-s.Last > 1 || s.Last-back.Last > 1 {
			t.Errorf("%s turned twice is another: frosts %d and %d", p.Key, back.Last, s.Last)
		}
	}
	s := logbook.NewSite(climate.Presets()[0])
	s.Name, s.Last, s.First = "here", s.First, s.Last
	refused(t, "frosts swapped", s.Check(), "first", "the wrong way round")
}
