package logbook

import (
	"math"
	"slices"
	"strings"
	"testing"
	"time"

	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/seed"
	"glebata/core/terrace"
)

// bound is what a field may just hold, and what it may not any more.
type bound[T any] struct {
	field    string
	set      func(t *T, v float64)
	in, over []float64
}

// holds checks each bound of a field, on a thing that is right otherwise.
func holds[T any](t *testing.T, what string, right func() T, check func(*T) error, bounds []bound[T]) {
	t.Helper()
	at := func(err error, field string) bool {
		return slices.ContainsFunc(AsFaultsOrNone(err), func(f Fault) bool { return f.Field == field })
	}
	if one := right(); check(&one) != nil {
		t.Fatalf("%s: what is right is refused: %v", what, check(&one))
	}
	for _, b := range bounds {
		for _, v := range b.in {
			one := right()
			if b.set(&one, v); at(check(&one), b.field) {
				t.Errorf("%s: %s of %v is refused", what, b.field, v)
			}
		}
		for _, v := range b.over {
			one := right()
			if b.set(&one, v); !at(check(&one), b.field) {
				t.Errorf("%s: %s of %v is taken", what, b.field, v)
			}
		}
	}
}

// AsFaultsOrNone of an error; none of no error.
func AsFaultsOrNone(err error) Faults {
	if err == nil {
		return nil
	}
	return AsFaults(err)
}

func named[T any](set func(*T, string)) func(t *T, v float64) {
	return func(t *T, v float64) { set(t, strings.Repeat("é", int(v))) }
}

func TestWhatASiteMayBe(t *testing.T) {
	nan := math.NaN()
	holds(t, "site", func() Site {
		s := NewSite(climate.Presets()[0])
		s.Name = "Net Loft Steps"
		return s
	}, (*Site).Check, []bound[Site]{
		{"name", named(func(s *Site, v string) { s.Name = v }), []float64{0, 1, MaxName}, []float64{MaxName + 1}}, // 0: home
		{"latitude", func(s *Site, v float64) { s.Latitude, s.Meant = v, true }, []float64{-90, 0, 90}, []float64{-90.1, 90.1, nan}},
		{"max-3", func(s *Site, v float64) { s.Monthly.Max[2] = v }, []float64{55}, []float64{55.1, nan}},
		{"max-3", func(s *Site, v float64) { s.Monthly.Min[2] = v }, []float64{-60}, []float64{-60.1}},
		{"min-3", func(s *Site, v float64) { s.Monthly.Min[2], s.Monthly.Max[2] = v, 5 }, []float64{4.9}, []float64{5, 6}},
		{"rain-12", func(s *Site, v float64) { s.Monthly.Rain[11] = v }, []float64{0, 2000}, []float64{-0.1, 2000.1}},
		{"last", func(s *Site, v float64) { s.Last, s.Meant = int(v), true }, []float64{1, 365}, []float64{-1, 366}},
		{"first", func(s *Site, v float64) { s.First, s.Meant = int(v), true }, []float64{1, 365}, []float64{-1, 366}},
		{"first", func(s *Site, v float64) { s.Last, s.First = int(v), 0 }, []float64{0}, []float64{1, 100}},
		{"first", func(s *Site, v float64) { s.Last, s.First = int(v), 200 }, []float64{100, 200}, []float64{201}},
		{"last-sd", func(s *Site, v float64) { s.LastSD = v }, []float64{1, 60}, []float64{0.9, 60.1}},
		{"first-sd", func(s *Site, v float64) { s.FirstSD = v }, []float64{1, 60}, []float64{0.9, 60.1}},
		{"risk", func(s *Site, v float64) { s.Risk = climate.RiskTolerance(v) }, []float64{0.01, 0.99}, []float64{0, 1}},
		{"lift", func(s *Site, v float64) { s.LiftLimit = measure.Mass(v) }, []float64{1000, 100_000}, []float64{999, 100_001}},
		{"heated", func(s *Site, v float64) { s.Heated = measure.Temperature(v) }, []float64{5, 40}, []float64{4.9, 40.1}},
		{"floor-greenhouse", func(s *Site, v float64) {
			s.Floors = map[climate.Shelter]measure.Area{climate.Greenhouse: measure.Area(v)}
		}, []float64{0, 100_000}, []float64{-1, 100_001}},
		{"lamp-hours", func(s *Site, v float64) { s.Lamp = climate.Lamp{Hours: v, Micromoles: 200} }, []float64{1, 24}, []float64{-1, 24.1}},
		{"lamp", func(s *Site, v float64) { s.Lamp = climate.Lamp{Hours: 12, Micromoles: v} }, []float64{1, 5000}, []float64{-1, 0, 5001}},
		{"latitude", func(s *Site, v float64) { s.Latitude = v }, []float64{54, 19.9, -19.9}, []float64{-54, -20}},
	})
	south := NewSite(climate.Presets()[0])
	south.Name, south.Latitude = "x", -40
	if err := south.Check(); err == nil {
		t.Error("a northern summer is taken for the south")
	}
	for _, p := range climate.Presets() {
		s := NewSite(p)
		s.Name = p.Name
		if err := s.Check(); err != nil || (s.Last == 0) != (p.Last == 0) || s.South() != (s.Latitude < 0) {
			t.Errorf("%s: %v", p.Key, err)
		}
		if f := s.Frosts(measure.Date(2026, 6, 9)); f.None != (s.Last == 0) || !f.None && (f.LastSD != s.LastSD || f.First+30 < measure.Date(2026, 6, 9)) {
			t.Errorf("%s: frosts %+v", p.Key, f)
		}
	}
}

func TestWhatATerraceMayBe(t *testing.T) {
	wall := func(set func(w *terrace.Wall, v float64)) func(t *Terrace, v float64) {
		return func(t *Terrace, v float64) {
			w := terrace.Wall{From: terrace.Point{X: 0}, To: terrace.Point{X: 1}, Height: 2}
			set(&w, v)
			t.Walls = []terrace.Wall{w}
		}
	}
	holds(t, "terrace", UsualTerrace, (*Terrace).Check, []bound[Terrace]{
		{"width", func(t *Terrace, v float64) { t.Width = v }, []float64{1, 200}, []float64{0.9, 200.1}},
		{"depth", func(t *Terrace, v float64) { t.Depth = v }, []float64{1, 200}, []float64{0.9, 200.1}},
		{"heading", func(t *Terrace, v float64) { t.Heading = v }, []float64{0, 359.9}, []float64{-0.1, 360}},
		{"limit", func(t *Terrace, v float64) { t.Limit = measure.Mass(v) }, []float64{0, 20_000_000}, []float64{-1, 20_000_001}},
		{"tap-x", func(t *Terrace, v float64) { t.Tap.X = v }, []float64{-250, 250}, []float64{-250.1, 250.1, math.NaN()}},
		{"tap-x", func(t *Terrace, v float64) { t.Tap.Y = v }, []float64{-250, 250}, []float64{-250.1, 250.1, math.NaN()}},
		{"height-1", wall(func(w *terrace.Wall, v float64) { w.Height = v }), []float64{0.1, 100}, []float64{0, 100.1}},
		{"x1-1", wall(func(w *terrace.Wall, v float64) { w.From.X = v }), []float64{-500, 500}, []float64{-500.1, 500.1}},
		{"x1-1", wall(func(w *terrace.Wall, v float64) { w.To.Y = v }), []float64{-500, 500}, []float64{-500.1, 500.1}},
		{"x2-1", wall(func(w *terrace.Wall, v float64) { w.To.X = v }), []float64{1}, []float64{0}},
		{"name-1", wall(func(w *terrace.Wall, v float64) { w.Name = strings.Repeat("é", int(v)) }), []float64{0, MaxName}, []float64{MaxName + 1}},
		{"", func(t *Terrace, v float64) {
			for i := range int(v) {
				t.Walls = append(t.Walls, terrace.Wall{From: terrace.Point{X: float64(i)}, Height: 1, To: terrace.Point{Y: 1}})
			}
		}, []float64{12}, []float64{13}},
	})
}

func TestWhatADayOfWeatherMayBe(t *testing.T) {
	today := measure.Date(2026, time.June, 9)
	right := func() DayRecord {
		return DayRecord{Day: today, DayWeather: climate.DayWeather{Min: 5, Max: 15, Rain: 2}, Humidity: 70, Wind: 3, Sun: 5, Source: "roof"}
	}
	holds(t, "weather", right, func(r *DayRecord) error { return r.Check(today) }, []bound[DayRecord]{
		{"date", func(r *DayRecord, v float64) { r.Day = today + measure.Day(v) }, []float64{14, -150 * 366}, []float64{15, -150*366 - 1}},
		{"tmin", func(r *DayRecord, v float64) { r.Min, r.Max = v, 50 }, []float64{-60, 45}, []float64{-60.1, 45.1, math.NaN()}},
		{"tmax", func(r *DayRecord, v float64) { r.Min, r.Max = -60, v }, []float64{-50, 55}, []float64{-50.1, 55.1, math.NaN()}},
		{"tmax", func(r *DayRecord, v float64) { r.Min, r.Max = v, 10 }, []float64{9.9, 10}, []float64{10.1}},
		{"rain", func(r *DayRecord, v float64) { r.Rain = v }, []float64{0, 300, math.NaN()}, []float64{-0.1, 300.1}},
		{"humidity", func(r *DayRecord, v float64) { r.Humidity = v }, []float64{0, 100, math.NaN()}, []float64{-0.1, 100.1}},
		{"wind", func(r *DayRecord, v float64) { r.Wind = v }, []float64{0, 90}, []float64{-0.1, 90.1}},
		{"sun", func(r *DayRecord, v float64) { r.Sun = v }, []float64{0, 24}, []float64{-0.1, 24.1}},
	})
	for source, own := range map[string]bool{"roof": true, Simulated: false, Usual: false, "": true} {
		if (DayRecord{Source: source}).Own() != own {
			t.Errorf("a day by %q is the grower's own: %v", source, !own)
		}
	}
	a, b := right(), right()
	a.Sun, b.Sun = math.NaN(), math.NaN()
	if !SameWeather(a, b) || SameWeather(a, right()) {
		t.Error("days are not told apart")
	}
	var faults Faults
	wrong := right()
	wrong.Source, wrong.Rain = "", 900
	kept := OwnDays(&faults, []DayRecord{right(), {Source: Usual}, wrong}, "shed", today)
	if len(kept) != 2 || kept[1].Source != "shed" || len(faults) != 1 || faults[0].Field != "3-rain" {
		t.Errorf("kept %v, faults %v", kept, faults)
	}
}

func TestWhatATimingMayBe(t *testing.T) {
	potato, slip := Variety{Class: crop.Maincrop}, Variety{Class: crop.SweetMid}
	cask := Bag{Place: Place{Shelter: climate.Greenhouse}, Model: Model{Light: true}}
	year := 2026
	right := func() Timing { return UsualTiming(cask, potato) }
	check := func(t *Timing) error { return t.Check(potato, year) }
	day := func(y float64) measure.Day { return measure.Date(int(y), 5, 1) }
	holds(t, "timing", right, check, []bound[Timing]{
		{"chit-days", func(t *Timing, v float64) { t.ChitDays = int(v) }, []float64{0, 7, 90}, []float64{6, 91, -1}},
		{"plant-day", func(t *Timing, v float64) { t.Plant = day(v) }, []float64{2025, 2026, 2028}, []float64{2024, 2029}},
		{"move-day", func(t *Timing, v float64) { t.Move, t.Then = day(v), climate.Open }, []float64{2025, 2028}, []float64{2024, 2029}},
		{"move-day", func(t *Timing, v float64) { t.Move = measure.Day(v) * 20600 }, []float64{0}, []float64{1}},
		{"way", func(t *Timing, v float64) { t.Way = []calendar.Way{calendar.Direct, calendar.OwnSlips}[int(v)] }, []float64{0}, []float64{1}},
		{"shelter", func(t *Timing, v float64) { t.Shelter = []climate.Shelter{climate.Open, "cellar"}[int(v)] }, []float64{0}, []float64{1}},
		{"then", func(t *Timing, v float64) { t.Then = []climate.Shelter{"", climate.Open, "cellar"}[int(v)] }, []float64{0, 1}, []float64{2}},
	})
	if got := right(); got.Shelter != climate.Greenhouse || got.Dark || got.Way != calendar.Direct || got.Chitted != crop.Maincrop.Constants().Determinate {
		t.Errorf("usual is %+v", got)
	}
	if got := UsualTiming(Bag{}, slip); got.Shelter != climate.Open || !got.Dark || got.Way != calendar.OwnSlips || got.Chitted {
		t.Errorf("usual for slips is %+v", got)
	}
}

func TestWhatAKindOfBagCosts(t *testing.T) {
	check := func(m *Model) error {
		var f Faults
		m.CheckShelf(&f)
		return f.Err()
	}
	holds(t, "model", func() Model { return Model{} }, check, []bound[Model]{
		{"price", func(m *Model, v float64) { m.Price = int(v) }, []float64{0, 10_000_000}, []float64{-1, 10_000_001}},
		{"lasts", func(m *Model, v float64) { m.Lasts = int(v) }, []float64{0, 60}, []float64{-1, 61}},
		{"empty", func(m *Model, v float64) { m.Empty = measure.Mass(v) }, []float64{0, 60_000}, []float64{-1, 60_001}},
		{"sold", func(m *Model, v float64) { m.Sold = measure.Volume(v) }, []float64{0, 5000}, []float64{-1, 5001}},
		{"holes", func(m *Model, v float64) { m.Holes = int(v) }, []float64{0, 200}, []float64{-1, 201}},
	})
	shape, err := bag.NewRound(30, 30, 40)
	if err != nil {
		t.Fatal(err)
	}
	full := shape.Full()
	for _, c := range []struct {
		sold measure.Volume
		want bool
	}{{0, false}, {full, false}, {full * 1.09, false}, {full * 1.11, true}, {full * 0.91, false}, {full * 0.89, true}} {
		if got := (Model{Shape: shape, Sold: c.sold}).SoldOtherwise(); got != c.want {
			t.Errorf("sold as %v of %v: otherwise %v", c.sold, full, got)
		}
	}
}

func TestWhatAProductMayBe(t *testing.T) {
	cs := medium.Usual()
	check := func(p *Product) error {
		var f Faults
		p.Check(&f, cs, []Model{{ID: 7, Name: "cask"}})
		return f.Err()
	}
	sack := func() Product { return Product{Name: "x", Kind: MediumSack, Component: cs[0].Key, Litres: 40} }
	holds(t, "sack", sack, check, []bound[Product]{
		{"price", func(p *Product, v float64) { p.Price = int(v) }, []float64{0, 10_000_000}, []float64{-1, 10_000_001}},
		{"litres", func(p *Product, v float64) { p.Litres = measure.Volume(v) }, []float64{0.1, 2000}, []float64{0, 2001}},
		{"component", func(p *Product, v float64) { p.Component = []string{cs[1].Key, "gold"}[int(v)] }, []float64{0}, []float64{1}},
		{"kind", func(p *Product, v float64) { p.Kind = []ProductKind{MediumSack, "toy"}[int(v)] }, []float64{0}, []float64{1}},
	})
	pack := func() Product {
		return Product{Name: "x", Kind: FeedPack, Weight: 1000, Feed: medium.Product{Nitrogen: 5}}
	}
	holds(t, "pack", pack, check, []bound[Product]{
		{"grams", func(p *Product, v float64) { p.Weight = measure.Mass(v) }, []float64{1, 100_000}, []float64{0, 100_001}},
		{"nitrogen", func(p *Product, v float64) { p.Feed.Nitrogen = v }, []float64{0, 100}, []float64{-0.1, 100.1}},
		{"phosphate", func(p *Product, v float64) { p.Feed.Phosphate = v }, []float64{0, 90}, []float64{-0.1, 100.1}},
		{"potash", func(p *Product, v float64) { p.Feed.Potash = v }, []float64{0, 95}, []float64{-0.1, 100.1}},
		{"nitrogen", func(p *Product, v float64) { p.Feed.Nitrogen, p.Feed.Phosphate, p.Feed.Potash = 40, 40, v }, []float64{20}, []float64{20.1}},
		{"handful", func(p *Product, v float64) { p.Feed.Handful = measure.Mass(v) }, []float64{0, 3, 200}, []float64{2.9, 200.1}},
	})
	bottle := func() Product {
		return Product{Name: "x", Kind: LiquidFeed, Litres: 1, Feed: medium.Product{Dilution: 5, Handful: 40}}
	}
	holds(t, "bottle", bottle, check, []bound[Product]{
		{"bottle", func(p *Product, v float64) { p.Litres = measure.Volume(v) }, []float64{0.1, 200}, []float64{0, 201}},
		{"dilution", func(p *Product, v float64) { p.Feed.Dilution = v }, []float64{0.1, 200}, []float64{0, 201}},
	})
	sundry := func() Product { return Product{Name: "x", Kind: SundryPack, Sundry: Canes, Pieces: 10} }
	holds(t, "sundry", sundry, check, []bound[Product]{
		{"pieces", func(p *Product, v float64) { p.Pieces = int(v) }, []float64{1, 10_000}, []float64{0, 10_001}},
		{"sundry", func(p *Product, v float64) { p.Sundry = []Sundry{Labels, BagSundry(7), BagSundry(8)}[int(v)] }, []float64{0, 1}, []float64{2}},
	})
	b := bottle()
	if _ = check(&b); !b.Feed.Liquid || b.Feed.Handful != 0 {
		t.Errorf("a bottle keeps %+v", b)
	}
	list := []Product{{ID: 1, Kind: MediumSack}, {ID: 2, Kind: FeedPack}, {ID: 3, Kind: FeedPack}}
	if p := ByKind(list, FeedPack); p == nil || p.ID != 2 || ByKind(list, LiquidFeed) != nil {
		t.Errorf("the first feed is %+v", p)
	}
	component := func(c *medium.Component) error {
		var f Faults
		CheckComponent(&f, c)
		return f.Err()
	}
	holds(t, "component", func() medium.Component { return cs[0] }, component, []bound[medium.Component]{
		{"wet", func(c *medium.Component, v float64) { c.WetKg = v }, []float64{0.02, 3}, []float64{0.019, 3.01}},
		{"settles", func(c *medium.Component, v float64) { c.Settling = v }, []float64{0, 0.9}, []float64{-0.01, 0.91}},
		{"water", func(c *medium.Component, v float64) { c.Water = v }, []float64{0, 0.9}, []float64{-0.01, 0.91}},
		{"ph", func(c *medium.Component, v float64) { c.PH = v }, []float64{2, 11}, []float64{1.9, 11.1}},
		{"n", func(c *medium.Component, v float64) { c.Nitrogen = v }, []float64{0, 5}, []float64{-0.1, 5.1}},
		{"source", func(c *medium.Component, v float64) { c.Source = strings.Repeat("é", int(v)) }, []float64{0, 80}, []float64{81}},
	})
}

func TestWhatSeedMayBe(t *testing.T) {
	today := measure.Day(200)
	tray := ReplayTray(Tray{ID: 1, Label: "A1", Lot: Lot{ID: 1, Variety: Variety{ID: 1, Class: crop.Maincrop}}}, []SeedEntry{
		{ID: 1, Tray: 1, Kind: SeedStood, Day: 100, Temp: 10, Light: true},
		{ID: 2, Tray: 1, Kind: SeedWeighed, Day: 100, Weights: []measure.Mass{80, 120}},
	})
	check := func(e *SeedEntry) error { return tray.Check(e, today) }
	seen := func(set func(s *Seen, v float64)) func(e *SeedEntry, v float64) {
		return func(e *SeedEntry, v float64) {
			s := Seen{Tuber: 1, Eyes: 5, Sprouts: 2, Longest: 1}
			set(&s, v)
			e.Seen = []Seen{s}
		}
	}
	holds(t, "look", func() SeedEntry { return SeedEntry{Kind: SeedLooked, Day: 150, Seen: []Seen{{Tuber: 1, Eyes: 5}}} }, check, []bound[SeedEntry]{
		{"day", func(e *SeedEntry, v float64) { e.Day = measure.Day(v) }, []float64{200}, []float64{201}},
		{"eyes-1", seen(func(s *Seen, v float64) { s.Eyes = int(v) }), []float64{0, 60}, []float64{-1, 61}},
		{"sprouts-1", seen(func(s *Seen, v float64) { s.Sprouts, s.Longest = int(v), 0 }), []float64{0, 60}, []float64{-1, 61}},
		{"longest-1", seen(func(s *Seen, v float64) { s.Longest = measure.Length(v) }), []float64{0, 100}, []float64{-0.1, 100.1}},
		{"sprouts-1", seen(func(s *Seen, v float64) { s.Sprouts = int(v) }), []float64{1}, []float64{0}},
		{"", func(e *SeedEntry, v float64) { e.Seen = make([]Seen, int(v)) }, nil, []float64{0}},
		{"", func(e *SeedEntry, v float64) { e.Seen = []Seen{{Tuber: 1}, {Tuber: int(v)}} }, []float64{2}, []float64{1}},
	})
	holds(t, "weighing", func() SeedEntry { return SeedEntry{Kind: SeedWeighed, Day: 150, Weights: []measure.Mass{60}} }, check, []bound[SeedEntry]{
		{"weights", func(e *SeedEntry, v float64) { e.Weights = []measure.Mass{measure.Mass(v)} }, []float64{float64(seed.MinPiece), float64(seed.MaxPiece)}, []float64{float64(seed.MinPiece) - 0.1, float64(seed.MaxPiece) + 0.1}},
		{"weights", func(e *SeedEntry, v float64) { e.Weights = make([]measure.Mass, int(v)) }, nil, []float64{0}},
		{"weights", func(e *SeedEntry, v float64) { e.Day = measure.Day(v) }, []float64{100}, []float64{99}},
	})
	holds(t, "rubbing", func() SeedEntry { return SeedEntry{Kind: SeedRubbed, Day: 150, Tuber: 1, Keep: 3} }, check, []bound[SeedEntry]{
		{"keep", func(e *SeedEntry, v float64) { e.Keep = int(v) }, []float64{1, 60}, []float64{0, 61}},
	})
	holds(t, "standing", func() SeedEntry { return SeedEntry{Kind: SeedStood, Day: 150, Temp: 10} }, check, []bound[SeedEntry]{
		{"temp", func(e *SeedEntry, v float64) { e.Temp = measure.Temperature(v) }, []float64{0, 35}, []float64{-0.1, 35.1}},
	})
	cut := func() SeedEntry { return SeedEntry{Kind: SeedCut, Day: 150, Tuber: 2, Weights: []measure.Mass{60, 60}} }
	holds(t, "cutting", cut, check, []bound[SeedEntry]{
		{"piece-1", func(e *SeedEntry, v float64) { e.Weights = []measure.Mass{60, measure.Mass(v)} }, []float64{61, 59}, []float64{63, 57}},
		{"piece-1", func(e *SeedEntry, v float64) {
			e.Weights = slices.Repeat([]measure.Mass{measure.Mass(120 / v)}, int(v))
		}, []float64{2, 8}, []float64{1, 9}},
		{"heal", func(e *SeedEntry, v float64) { e.HealDays = int(v) }, []float64{0, float64(seed.HealDaysFrom), 14}, []float64{float64(seed.HealDaysFrom) - 1, 15}},
		{"tuber", func(e *SeedEntry, v float64) { e.Tuber = int(v) }, []float64{2}, []float64{3}},
	})
	for label, ok := range map[string]bool{"A": true, "a-1": true, "ABCDEFGHIJKL": true, "ABCDEFGHIJKLM": false, "": false, "a b": false, "é": false, "Z9": true, "a_b": false, "z0": true} {
		if LabelWord(label) != ok {
			t.Errorf("label %q is taken: %v", label, !ok)
		}
	}
}

func TestWhatSeedOfAPlantingMayBe(t *testing.T) {
	potato, slips := cask(t), cask(t)
	slips.Variety.Class = crop.SweetMid
	right := func() Entry {
		return Entry{Kind: Planted, Day: 100, Seed: seed.Known{Pieces: []measure.Mass{60, 62}}}
	}
	of := func(p *Planting) func(e *Entry) error { return func(e *Entry) error { return checkSeed(p, e) } }
	holds(t, "potatoes", right, of(&potato), []bound[Entry]{
		{"piece-2", func(e *Entry, v float64) { e.Seed.Pieces[1] = measure.Mass(v) }, []float64{float64(seed.MinPiece), float64(seed.MaxPiece)}, []float64{float64(seed.MinPiece) - 0.1, float64(seed.MaxPiece) + 0.1}},
		{"count", func(e *Entry, v float64) { e.Seed = seed.Known{Count: int(v)} }, []float64{0, 1, MaxPlants}, []float64{-1, MaxPlants + 1}},
		{"pieces", func(e *Entry, v float64) { e.Slips = int(v) }, []float64{0}, []float64{1}},
		{"low", func(e *Entry, v float64) { e.Seed = seed.Known{Total: 100, Low: measure.Mass(v), High: 120} }, []float64{0, 120}, []float64{-1, 121}},
		{"total", func(e *Entry, v float64) { e.Seed = seed.Known{Count: 2, Total: measure.Mass(v)} }, []float64{0, 2 * float64(seed.MaxPiece)}, []float64{-1, 2*float64(seed.MaxPiece) + 1}},
	})
	holds(t, "slips", func() Entry { return Entry{Kind: Planted, Day: 100, Slips: 3} }, of(&slips), []bound[Entry]{
		{"slips", func(e *Entry, v float64) { e.Slips = int(v) }, []float64{0, MaxPlants}, []float64{-1, MaxPlants + 1}},
	})
}

func TestWhichSeasonAPlantingCountsTo(t *testing.T) {
	for _, c := range []struct {
		day   measure.Day
		year  int
		south bool
		want  int
	}{
		{measure.Date(2026, 4, 12), 2026, false, 2026},
		{measure.Date(2026, 4, 12), 2027, false, 2026},  // kept in June for the next spring
		{measure.Date(2025, 10, 20), 2026, false, 2026}, // in autumn for the spring
		{measure.Date(2025, 8, 31), 2026, false, 2025},
		{measure.Date(2027, 1, 31), 2026, false, 2026},
		{measure.Date(2027, 4, 1), 2026, false, 2027}, // a year later than planned
		{measure.Date(2026, 9, 20), 2026, true, 2026},
		{measure.Date(2027, 2, 10), 2026, true, 2026},
		{measure.Date(2026, 9, 20), 2027, true, 2026},
		{measure.Date(2027, 9, 20), 2026, true, 2027},
	} {
		if got := SeasonPlanted(c.day, c.year, c.south); got != c.want {
			t.Errorf("planted %s, planned for %d, south %v: counts to %d, want %d", c.day, c.year, c.south, got, c.want)
		}
	}
}
