package calendar

import (
	"math"
	"strings"
	"testing"
	"testing/quick"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
)

// flat is a site that is as warm every day: 24 April ± 11 and 2 November ± 12 are
// its frosts, and a quarter of the risk is taken: safe from 2 May to 24 October.
func flat(t *testing.T, low, high float64) *Place {
	t.Helper()
	var m climate.Monthly
	for i := range 12 {
		m.Min[i], m.Max[i], m.Rain[i] = low, high, 60
	}
	n, err := m.Daily()
	if err != nil {
		t.Fatal(err)
	}
	f := climate.Frosts{Last: measure.Date(2026, 4, 24), First: measure.Date(2026, 11, 2), LastSD: 11, FirstSD: 12}
	return NewPlace(n, f, climate.Even, 24, measure.Date(2026, 1, 1))
}

func placeOf(t *testing.T, key string, risk climate.RiskTolerance) *Place {
	t.Helper()
	p, ok := climate.PresetNamed(key)
	if !ok {
		t.Fatalf("no climate %s", key)
	}
	n, err := p.Normals()
	if err != nil {
		t.Fatal(err)
	}
	f := climate.Frosts{None: true}
	if p.Last != 0 {
		f = climate.NewFrosts(2026, p.Last, p.First, p.SD)
	}
	return NewPlace(n, f, risk, 24, measure.Date(2026, 1, 1))
}

func is(t *testing.T, what string, got measure.Day, want string) {
	t.Helper()
	if got.ISO() != want {
		t.Errorf("%s: %s, want %s", what, got.ISO(), want)
	}
}

// At 13 °C a chitted tuber under 8 cm takes 116 ÷ 8 = 14.5, so 15 days: planted on
// 17 April it is up on 2 May. Chitted from 35 days before, 13 March; ordered 42
// before that, 30 January. A first early needs 600 ÷ 8 = 75 days more: 16 July; at
// 14.2 °C 65.2 days, 7 July; at 11.8 °C 88.2 days, 30 July.
func TestPotatoIsCountedBackFromTheFrost(t *testing.T) {
	s := flat(t, 8, 18).Plan(Request{Class: crop.FirstEarly, Way: Direct, Chitted: true, Cover: 8})
	is(t, "ordered", s.Order, "2026-01-30")
	is(t, "chitted", s.Chit, "2026-03-13")
	is(t, "planted", s.Plant, "2026-04-17")
	is(t, "up", s.Emerge, "2026-05-02")
	is(t, "early", s.Early, "2026-07-07")
	is(t, "likely", s.Likely, "2026-07-16")
	is(t, "late", s.Late, "2026-07-30")
	if !s.Feasible || len(s.Advice) != 0 {
		t.Errorf("feasible %v, warned of %v", s.Feasible, s.Advice)
	}
	for i := 1; i < len(s.Moments); i++ {
		if s.Moments[i].Day < s.Moments[i-1].Day {
			t.Errorf("%v comes after %v", s.Moments[i-1], s.Moments[i])
		}
	}
}

// A transplant goes out on the safe day, from a pot filled 21 days before.
func TestPreGrownIsCountedBackFromTheSafeDay(t *testing.T) {
	s := flat(t, 8, 18).Plan(Request{Class: crop.FirstEarly, Way: PreGrown, Chitted: true, Cover: 8})
	is(t, "transplanted", s.Plant, "2026-05-02")
	is(t, "potted", s.Pots, "2026-04-04")
	is(t, "chitted", s.Chit, "2026-02-28")
	is(t, "hardened", s.Harden, "2026-04-25")
}

// 18.09 days past the last frost its risk is 5 %: out on 13 May. Established after
// 60 ÷ 8 days, 21 May; from there to 24 October 156 × 8 = 1248 °C·days.
func TestSweetPotatoIsToldWhatItLacks(t *testing.T) {
	p := flat(t, 15, 25)
	s := p.Plan(Request{Class: crop.SweetEarly, PacketDays: 100, Way: OwnSlips})
	is(t, "planted out", s.Plant, "2026-05-13")
	is(t, "slips started", s.Slips, "2026-03-11")
	is(t, "established", s.Emerge, "2026-05-21")
	is(t, "up before", s.End, "2026-10-24")
	if s.Need != 1200 || s.Share != 1 || !s.Feasible {
		t.Errorf("%g of %g, feasible %v; want all of 1200", s.Share, s.Need, s.Feasible)
	}
	s = p.Plan(Request{Class: crop.SweetMid, PacketDays: 116, Way: OwnSlips})
	if s.Feasible || s.Likely != 0 || math.Abs(s.Need*(1-s.Share)-144) > 1e-9 || s.Closes == "" {
		t.Errorf("lacks %g, ready %v, closed by %q; want 144, never and a shelter", s.Need*(1-s.Share), s.Likely, s.Closes)
	}
	if got := p.Plan(Request{Class: crop.SweetMid, PacketDays: 116, Way: OwnSlips, Shelter: s.Closes}); !got.Feasible {
		t.Errorf("%s is said to close the gap and does not", s.Closes)
	}
	cool := p.Plan(Request{Class: crop.SweetEarly, PacketDays: 100, Way: OwnSlips, CoolRoom: true})
	is(t, "slips started in a cool room", cool.Slips, "2026-02-25")
	ordered := p.Plan(Request{Class: crop.SweetEarly, PacketDays: 100, Way: OrderedSlips})
	is(t, "slips ordered", ordered.Order, "2026-03-18")
	indoors := p.Plan(Request{Class: crop.SweetMid, PacketDays: 116, Way: Indoors})
	if !indoors.Feasible || indoors.End != 0 {
		t.Errorf("indoors: feasible %v, up before %s", indoors.Feasible, indoors.End)
	}
}

// A chosen day that breaks something is kept, and what it breaks is said.
func TestChosenDayThatBreaksSomethingIsWarnedOf(t *testing.T) {
	for what, c := range map[string]struct {
		ask   Request
		wants string
	}{
		"frost on the shoots": {Request{Class: crop.FirstEarly, Way: Direct, Chitted: true, Cover: 3, Dark: true, Plant: measure.Date(2026, 4, 1)}, "chance of a frost"},
		"cold medium":         {Request{Class: crop.FirstEarly, Way: Direct, Chitted: true, Cover: 8, Plant: measure.Date(2026, 2, 1)}, "cold and wet"},
		"no time":             {Request{Class: crop.Maincrop, Way: Direct, Chitted: true, Cover: 8, Plant: measure.Date(2026, 7, 20)}, "Frost takes the tops"},
		"moved too early":     {Request{Class: crop.FirstEarly, Way: Direct, Cover: 8, Shelter: climate.Greenhouse, Then: climate.Open, Move: measure.Date(2026, 4, 10)}, "Moved on"},
		"moved before":        {Request{Class: crop.FirstEarly, Way: Direct, Cover: 8, Shelter: climate.Greenhouse, Then: climate.Open, Move: measure.Date(2026, 1, 10)}, "comes before planting"},
		"late too late":       {Request{Class: crop.SecondEarly, Way: Late, Cover: 8, Plant: measure.Date(2026, 9, 10)}, "Too late"},
	} {
		s := placeOf(t, "cool-maritime", climate.Even).Plan(c.ask)
		if c.ask.Plant != 0 && s.Plant != c.ask.Plant {
			t.Errorf("%s: the day was changed to %s", what, s.Plant)
		}
		said := ""
		for _, w := range s.Advice {
			said += w.In(measure.Metric) + " "
		}
		if !strings.Contains(said, c.wants) {
			t.Errorf("%s: it says %q, want %q", what, said, c.wants)
		}
	}
}

func TestLateCropWindowIsShorterTowardThePole(t *testing.T) {
	width := func(key string) int {
		s := placeOf(t, key, climate.Even).Plan(Request{Class: crop.FirstEarly, Way: Late, Cover: 8})
		if s.LateIn[1] == 0 {
			return 0
		}
		if s.Plant < s.LateIn[0] || s.Plant > s.LateIn[1] {
			t.Errorf("%s: planted on %s, outside its window", key, s.Plant)
		}
		return int(s.LateIn[1] - s.LateIn[0])
	}
	south, middle, north := width("mediterranean"), width("mild-continental"), width("cold-continental")
	if !(south > middle && middle > north) {
		t.Errorf("windows of %d, %d and %d days from south to north", south, middle, north)
	}
	open := placeOf(t, "cool-maritime", climate.Even).Plan(Request{Class: crop.FirstEarly, Way: Late, Cover: 8})
	under := placeOf(t, "cool-maritime", climate.Even).Plan(Request{Class: crop.FirstEarly, Way: Late, Cover: 8, Then: climate.Greenhouse})
	if under.LateIn[1] <= open.LateIn[1] {
		t.Errorf("under glass at the end it may be planted until %s, in the open until %s", under.LateIn[1], open.LateIn[1])
	}
}

// More risk or more shelter is never later, in both hemispheres; the south plants
// in its own spring.
func TestBolderAndShelteredAreNeverLater(t *testing.T) {
	for _, preset := range climate.Presets() {
		last := measure.Day(0)
		for _, risk := range []climate.RiskTolerance{climate.Cautious, climate.Even, climate.Bold} {
			s := placeOf(t, preset.Key, risk).Plan(Request{Class: crop.FirstEarly, Way: Direct, Chitted: true, Cover: 8})
			if last != 0 && s.Plant > last {
				t.Errorf("%s: bolder plants later, on %s", preset.Key, s.Plant)
			}
			last = s.Plant
			under := placeOf(t, preset.Key, risk).Plan(Request{Class: crop.FirstEarly, Way: Direct, Chitted: true, Cover: 8, Shelter: climate.Greenhouse})
			if under.Plant > s.Plant {
				t.Errorf("%s: under glass planted on %s, in the open on %s", preset.Key, under.Plant, s.Plant)
			}
			if s.Chit != s.Plant-35 || s.Early > s.Likely || s.Likely > s.Late {
				t.Errorf("%s: %+v", preset.Key, s)
			}
		}
	}
	s := placeOf(t, "southern-temperate", climate.Even).Plan(Request{Class: crop.FirstEarly, Way: Direct, Chitted: true, Cover: 8})
	if s.Plant < measure.Date(2026, 7, 15) || s.Plant > measure.Date(2026, 10, 1) {
		t.Errorf("in the south a first early is planted on %s", s.Plant)
	}
}

// The windows follow one another without overlap, and each day that was asked for
// lies in a window or a gap.
func TestSuccessionTilesTheWeeks(t *testing.T) {
	p := placeOf(t, "cool-maritime", climate.Even)
	sky := skyOf(t, "cool-maritime")
	from, until := measure.Date(2026, 7, 1), measure.Date(2026, 10, 31)
	batches, gaps := p.Succession(SuccessionRequest{Planting: Request{Class: crop.FirstEarly, PacketDays: 78, Way: Direct, Chitted: true, Cover: 8}, From: from, Until: until, Each: 21}, sky)
	if len(batches) < 3 || len(gaps) == 0 {
		t.Fatalf("%d batches, %d gaps", len(batches), len(gaps))
	}
	covered := map[measure.Day]int{}
	for i, b := range batches {
		if b.Likely > b.From {
			t.Errorf("batch %d is eaten from %s and ready on %s", i, b.From, b.Likely)
		}
		if i > 0 && b.Plant <= batches[i-1].Plant {
			t.Errorf("batch %d is not planted after the one ahead of it", i)
		}
		for d := b.From; d <= b.Until; d++ {
			covered[d]++
		}
	}
	for _, g := range gaps {
		for d := g.From; d <= g.Until; d++ {
			covered[d]++
		}
	}
	for d := from; d <= until; d++ {
		if covered[d] != 1 {
			t.Errorf("%s lies in %d windows or gaps", d, covered[d])
		}
	}
}

// Nothing is planted in the past: from the ninth of June on the first batch is of
// that day.
func TestSuccessionBeginsNoSoonerThanToday(t *testing.T) {
	p := placeOf(t, "cool-maritime", climate.Even)
	sky := skyOf(t, "cool-maritime")
	today := measure.Date(2026, 6, 9)
	ask := SuccessionRequest{Planting: Request{Class: crop.FirstEarly, PacketDays: 78, Way: Direct, Chitted: true, Cover: 8}, Today: today, From: measure.Date(2026, 7, 1), Until: measure.Date(2026, 9, 30), Each: 21}
	batches, gaps := p.Succession(ask, sky)
	if len(batches) == 0 || batches[0].Plant != today || len(gaps) == 0 || gaps[0].Until != batches[0].Likely-1 {
		t.Errorf("%+v, %+v", batches, gaps)
	}
	// No time is left to chit; with chitted seed on the bench it is ready sooner.
	ask.OnBench = true
	bench, _ := p.Succession(ask, sky)
	if batches[0].Chitted || batches[0].Chit != 0 || !bench[0].Chitted || bench[0].Likely >= batches[0].Likely {
		t.Errorf("unchitted ready %v, chitted on the bench %v", batches[0].Likely, bench[0].Likely)
	}
}

// However long and however short the batches, every day lies in one batch or gap, and
// no two batches are planted on one day.
func TestSuccessionCoversTheWholeTime(t *testing.T) {
	presets := climate.Presets()
	for _, pre := range presets {
		p, sky := placeOf(t, pre.Key, climate.Even), skyOf(t, pre.Key)
		from := measure.Date(2026, 3, 1)
		ask := SuccessionRequest{Planting: Request{Class: crop.SecondEarly, Way: Direct, Chitted: true, Cover: 8}, Today: from - 60, From: from, Until: from + 300, Each: 7}
		batches, gaps := p.Succession(ask, sky)
		covered := map[measure.Day]int{}
		planted := map[measure.Day]bool{}
		for _, b := range batches {
			if planted[b.Plant] || b.Bags < 1 {
				t.Errorf("%s: two batches of %s", pre.Key, b.Plant)
			}
			planted[b.Plant] = true
			if v := p.lives(&b.Schedule, sky, ask.Today); !v.OK {
				t.Errorf("%s: a batch of %s that cannot live: %+v", pre.Key, b.Plant, v)
			}
			for d := b.From; d <= b.Until; d++ {
				covered[d]++
			}
		}
		for _, g := range gaps {
			for d := g.From; d <= g.Until; d++ {
				covered[d]++
			}
		}
		for d := ask.From; d <= ask.Until; d++ {
			if covered[d] != 1 {
				t.Fatalf("%s: %s lies in %d", pre.Key, d, covered[d])
			}
		}
	}
}

// Planted in winter it is not ready the same day, and what dies is not ripe; a day that
// is not reached is none.
func TestAPlantingEnds(t *testing.T) {
	p := placeOf(t, "cool-maritime", climate.Even)
	for _, class := range crop.Classes() {
		way := Ways(class.Crop())[0]
		for _, plant := range []measure.Day{measure.Date(2026, 12, 1), measure.Date(2026, 9, 20), measure.Date(2026, 4, 10), measure.Date(2026, 6, 20)} {
			s := p.Plan(Request{Class: class, Way: way, Cover: 8, Plant: plant})
			switch {
			case s.Likely != 0 && (s.Likely < s.Plant+60 || !s.Feasible || s.End != 0 && s.Likely > s.End),
				s.Likely == 0 && (s.Feasible || s.End <= s.Plant || s.Early != 0 || s.Late != 0 || s.Share >= 1):
				t.Errorf("%s planted %s: ready %v, ends %v, share %.2f", class, plant, s.Likely, s.End, s.Share)
			}
			for _, m := range s.Moments {
				if s.End != 0 && max(m.Day, m.Until) > s.End {
					t.Errorf("%s planted %s ends %v and has %s on %v", class, plant, s.End, m.Kind, m.Until)
				}
			}
		}
	}
}

func TestWorkingsHaveTheirNumbers(t *testing.T) {
	p := placeOf(t, "cool-maritime", climate.Even)
	for _, a := range []Request{
		{Class: crop.FirstEarly, Way: Direct, Chitted: true, Cover: 8},
		{Class: crop.FirstEarly, Way: PreGrown, Cover: 8, Shelter: climate.FrostFree},
		{Class: crop.SecondEarly, Way: Late, Cover: 8, Plant: measure.Date(2026, 7, 1)},
		{Class: crop.SweetMid, Way: OwnSlips},
	} {
		s := p.Plan(a)
		for _, step := range p.PlantWorking(&s).Steps {
			if !step.Complete() {
				t.Errorf("%q has %d numbers", step.Says, len(step.Args))
			}
		}
		for _, m := range s.Moments {
			if strings.Contains(m.What.In(measure.Metric)+m.Why.In(measure.Metric), "{}") {
				t.Errorf("%s: %q, %q", m.Kind, m.What.Says, m.Why.Says)
			}
		}
	}
}

func BenchmarkPlan(b *testing.B) {
	preset, _ := climate.PresetNamed("cool-maritime")
	n, err := preset.Normals()
	if err != nil {
		b.Fatal(err)
	}
	p := NewPlace(n, climate.NewFrosts(2026, preset.Last, preset.First, preset.SD), climate.Even, 24, 0)
	b.ReportAllocs()
	for b.Loop() {
		p.Plan(Request{Class: crop.Maincrop, Way: Direct, Chitted: true, Cover: 8})
	}
}

// Whatever is asked, in whatever climate: days come in their order, what is
// feasible is ready before its end, and a chosen day is kept.
func TestSchedulesHoldTogether(t *testing.T) {
	presets, shelters, classes := climate.Presets(), climate.Shelters(), crop.Classes()
	holds := func(preset, class, way, shelter, then uint8, chitted, dark bool, plant int16) bool {
		pre := presets[int(preset)%len(presets)]
		c := classes[int(class)%len(classes)]
		ways := Ways(c.Crop())
		a := Request{
			Class: c, Way: ways[int(way)%len(ways)], Chitted: chitted, Dark: dark, Cover: 8,
			Shelter: shelters[int(shelter)%len(shelters)], Then: shelters[int(then)%len(shelters)],
		}
		if plant%2 == 0 {
			a.Plant = measure.Date(2026, 1, 1) + measure.Day(uint16(plant)%700)
		}
		s := placeOf(t, pre.Key, climate.Even).Plan(a)
		if s.Plant == 0 { // not reached, and said why; nothing stands in for it
			return a.Plant == 0 && s.Advice.Warns() && len(s.Moments) == 0 && !s.Feasible && s.Lift() == 0 && s.Chit == 0 && s.Pots == 0 && s.Slips == 0
		}
		begins := s.Begins()
		switch {
		case a.Plant != 0 && s.Plant != a.Plant,
			begins > s.Plant || s.Chit != 0 && s.Chit > s.Plant,
			s.Emerge != 0 && s.Emerge < begins || s.Likely == 0 && s.End == 0 || s.Likely != 0 != s.Feasible || s.Early > s.Likely || s.Likely > s.Late,
			s.Feasible && s.End != 0 && s.Likely > s.End,
			s.Move != 0 && s.Move < s.Plant,
			s.Closes != "" && s.Feasible,
			len(s.Stays) == 0 || s.Need <= 0:
			t.Logf("%s %+v: %+v", pre.Key, a, s)
			return false
		}
		for i := 1; i < len(s.Moments); i++ {
			if s.Moments[i].Day < s.Moments[i-1].Day || s.Moments[i].Until < s.Moments[i].Day {
				return false
			}
		}
		return true
	}
	if err := quick.Check(holds, &quick.Config{MaxCount: 600}); err != nil {
		t.Error(err)
	}
}
