package calendar

import (
	"testing"
	"time"

	"glebata/core/advice"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
)

func skyOf(t testing.TB, key string) Sky {
	t.Helper()
	pre, ok := climate.PresetNamed(key)
	n, err := pre.Normals()
	if !ok || err != nil {
		t.Fatal(key, err)
	}
	return Sky{Years: NewYears(n, pre.Latitude)}
}

// The windows in which planting may be proposed in the open, against those that were worked out
// apart from this program, whose starts of winter are a fortnight earlier than these: the ends that
// agree are held to.
func TestWindowsOfWhatMayBeProposed(t *testing.T) {
	year := measure.Date(2026, 1, 1)
	day := func(month time.Month, d int) measure.Day { return measure.Date(2026, month, d) }
	for _, c := range []struct {
		climate     string
		class       crop.Class
		from, until measure.Day // 0 for not held
		none        bool
	}{
		{"cool-maritime", crop.FirstEarly, day(3, 7), day(8, 4), false},
		{"cool-maritime", crop.Maincrop, day(3, 7), day(7, 5), false},
		{"cool-maritime", crop.SweetEarly, 0, 0, true},
		{"cold-continental", crop.FirstEarly, day(4, 21), day(7, 30), false},
		{"cold-continental", crop.Maincrop, day(4, 21), day(6, 30), false},
		{"cold-continental", crop.SweetEarly, 0, 0, true},
		{"mediterranean", crop.FirstEarly, 0, day(6, 25), false},
		{"mediterranean", crop.FirstEarly, 0, day(9, 23), false},
		{"mediterranean", crop.SweetEarly, day(5, 9), 0, false},
		{"subtropical-humid", crop.SweetEarly, day(3, 6), 0, false},
		{"subtropical-humid", crop.FirstEarly, 0, day(4, 11), false},
		{"subtropical-humid", crop.FirstEarly, day(10, 10), day(10, 20), false},
		{"subtropical-dry", crop.SweetEarly, day(3, 15), 0, false},
		{"subtropical-dry", crop.FirstEarly, day(1, 1), day(4, 1), false},
		{"subtropical-dry", crop.Maincrop, day(1, 1), day(3, 12), false},
		{"southern-temperate", crop.FirstEarly, day(7, 20), day(3, 12), false},
		{"southern-temperate", crop.Maincrop, day(7, 20), day(2, 10), false},
		{"southern-temperate", crop.SweetEarly, day(11, 25), day(1, 14), false},
	} {
		p, sky := placeOf(t, c.climate, climate.Even), skyOf(t, c.climate)
		held := map[measure.Day]bool{}
		may := func(d measure.Day) bool {
			if _, known := held[d]; !known {
				s := p.Count(Request{Class: c.class, Way: Ways(c.class.Crop())[0], Chitted: true, Dark: true, Cover: 8, Plant: d})
				held[d] = p.lives(&s, sky, 0).OK
			}
			return held[d]
		}
		// Of the ends of windows, the nearest to the one that is wanted.
		first, last, some := measure.Day(0), measure.Day(0), 0
		for d := year; d < year+365; d++ {
			if !may(d) {
				continue
			}
			if some++; !may(d-1) && (first == 0 || distance(d, c.from) < distance(first, c.from)) {
				first = d
			}
			if !may(d+1) && (last == 0 || distance(d, c.until) < distance(last, c.until)) {
				last = d
			}
		}
		const within = 12
		round := func(a, b measure.Day) measure.Day { return min(distance(a, b), distance(a, b+365), distance(a+365, b)) }
		switch {
		case c.none != (some == 0):
			t.Errorf("%s, %s: %d days may be proposed", c.climate, c.class, some)
		case c.from != 0 && round(first, c.from) > within, c.until != 0 && round(last, c.until) > within:
			t.Errorf("%s, %s: from %s until %s, want %s until %s", c.climate, c.class, first, last, c.from, c.until)
		}
	}
	p, sky := placeOf(t, "tropical-highland", climate.Even), skyOf(t, "tropical-highland")
	for d := year; d < year+365; d += 9 {
		if v := p.May(Request{Class: crop.Maincrop, Way: Direct, Cover: 8, Plant: d}, sky, year); !v.OK {
			t.Errorf("a tropical highland, %s: %+v", d, v)
		}
	}
}

// What may not be proposed says why, and the nearest that may, which then may.
func TestWhatMayNotBeProposedNamesTheNearest(t *testing.T) {
	autumn := measure.Date(2026, 11, 30)
	for name, c := range map[string]struct {
		climate string
		a       Request
		why     Refusal
		nearest measure.Day
		under   climate.Shelter
	}{
		"a day of the past":              {"cool-maritime", Request{Class: crop.Maincrop, Way: Direct, Cover: 8, Dark: true, Plant: measure.Date(2026, 3, 20)}, Gone, measure.Date(2027, 3, 6), ""},
		"in November":                    {"cool-maritime", Request{Class: crop.Maincrop, Way: Direct, Cover: 8, Dark: true, Plant: autumn}, TooDark, measure.Date(2027, 3, 6), ""},
		"a maincrop before a hot summer": {"subtropical-dry", Request{Class: crop.Maincrop, Way: Direct, Cover: 8, Plant: measure.Date(2027, 4, 20)}, TooHot, measure.Date(2027, 3, 8), ""},
		"a sweet potato in a cool place": {"cool-maritime", Request{Class: crop.SweetEarly, Way: Ways(crop.SweetPotato)[0], Plant: measure.Date(2027, 6, 1)}, ColdMedium, 0, climate.Heated},
	} {
		p := placeOf(t, c.climate, climate.Even)
		sky := skyOf(t, c.climate)
		v := p.May(c.a, sky, autumn)
		if v.OK || v.Words().Empty() || c.nearest != 0 && distance(v.Nearest, c.nearest) > 12 || c.nearest == 0 && v.Nearest != 0 {
			t.Errorf("%s: %+v: %s", name, v, v.Words().In(measure.Metric))
			continue
		}
		if c.why != v.Why && !(c.why == TooDark && (v.Why == Frosts || v.Why == ColdMedium)) {
			t.Errorf("%s: for %q, want %q", name, v.Why, c.why)
		}
		b := c.a
		b.Plant = v.Nearest
		if v.Nearest == 0 {
			b.Plant, b.Shelter = v.UnderOn, v.Under
		}
		if b.Plant == 0 {
			t.Errorf("%s: nothing is near: %+v", name, v)
		} else if again := p.May(b, sky, autumn); !again.OK {
			t.Errorf("%s: the nearest, %s, may not either: %+v", name, b.Plant, again)
		}
	}
}

// Each rule of the gate refuses by itself.
func TestRulesOfTheGate(t *testing.T) {
	for name, c := range map[string]struct {
		climate string
		class   crop.Class
		on      measure.Day
		why     Refusal
	}{
		"seed that lies all winter":       {"mild-continental", crop.Maincrop, measure.Date(2026, 11, 13), ColdMedium},
		"shoots before the winter":        {"mild-continental", crop.FirstEarly, measure.Date(2026, 10, 17), Frosts},
		"before the hot months":           {"subtropical-dry", crop.Maincrop, measure.Date(2026, 4, 10), TooHot},
		"in the hot months":               {"subtropical-dry", crop.Maincrop, measure.Date(2026, 7, 10), HotMedium},
		"too late to bulk":                {"cool-maritime", crop.Maincrop, measure.Date(2026, 7, 12), TooDark},
		"too little warmth":               {"cold-continental", crop.Maincrop, measure.Date(2026, 7, 20), TooShort},
		"a spring that can be planted in": {"cool-maritime", crop.Maincrop, measure.Date(2026, 4, 10), Lives},
	} {
		p := placeOf(t, c.climate, climate.Even)
		s := p.Count(Request{Class: c.class, Way: Direct, Chitted: true, Dark: true, Cover: 8, Plant: c.on})
		if v := p.lives(&s, skyOf(t, c.climate), 0); v.Why != c.why || v.OK != (c.why == Lives) {
			t.Errorf("%s: %+v, want %q", name, v, c.why)
		}
	}
	steady := func(c float64) func(measure.Day) float64 { return func(measure.Day) float64 { return c } }
	for _, c := range []struct {
		class   crop.Class
		shelter climate.Shelter
		medium  float64
		want    Refusal
	}{
		{crop.Maincrop, climate.Open, 6.9, ColdMedium}, {crop.Maincrop, climate.Open, 7, Lives}, {crop.Maincrop, climate.Open, 27, Lives}, {crop.Maincrop, climate.Open, 27.5, HotMedium},
		{crop.SweetMid, climate.Open, 17, ColdMedium}, {crop.SweetMid, climate.Open, 18, Lives}, {crop.SweetMid, climate.Greenhouse, 17, Lives}, {crop.SweetMid, climate.Greenhouse, 15, ColdMedium},
	} {
		s := Schedule{Request: Request{Class: c.class, Shelter: c.shelter, Way: Direct}, Plant: 100}
		if got := mediumWhy(&s, steady(c.medium)); got != c.want {
			t.Errorf("%s in a medium of %g °C %s: %q, want %q", c.class, c.medium, c.shelter, got, c.want)
		}
	}
}

// A day of November, that has the nearest looked for through the winter; and the drawn years.
func BenchmarkMay(b *testing.B) {
	pre, _ := climate.PresetNamed("mild-continental")
	n, err := pre.Normals()
	if err != nil {
		b.Fatal(err)
	}
	a, sky := Request{Class: crop.Maincrop, Way: Direct, Dark: true, Cover: 8, Plant: measure.Date(2026, 11, 30)}, skyOf(b, pre.Key)
	b.Run("nearest", func(b *testing.B) {
		for b.Loop() {
			p := NewPlace(n, climate.NewFrosts(2026, pre.Last, pre.First, 17), climate.Even, climate.UsualHeated, measure.Date(2026, 1, 1))
			if v := p.May(a, sky, a.Plant); v.Nearest == 0 {
				b.Fatal("no day of spring is near")
			}
		}
	})
	b.Run("years", func(b *testing.B) {
		for b.Loop() {
			NewYears(n, pre.Latitude)
		}
	})
}

// Of two neighbouring days that may be proposed the later is ready within three days of the earlier, or
// says why it is not.
func TestNeighbouringDaysAreReadyTogether(t *testing.T) {
	for _, pre := range climate.Presets() {
		p, sky := placeOf(t, pre.Key, climate.Even), skyOf(t, pre.Key)
		for _, class := range []crop.Class{crop.FirstEarly, crop.Maincrop, crop.SweetEarly} {
			before := Schedule{}
			for d := measure.Date(2026, 1, 1); d < measure.Date(2027, 1, 1); d++ {
				s := p.Plan(Request{Class: class, Way: Ways(class.Crop())[0], Chitted: true, Dark: true, Cover: 8, Plant: d})
				if !p.lives(&s, sky, 0).OK {
					s = Schedule{}
				}
				if apart := distance(s.Likely, before.Likely); s.Likely != 0 && before.Likely != 0 && apart > 3 && !s.Advice.Has(advice.Slow) {
					t.Errorf("%s, %s: planted %v it is ready %v, a day before %v", pre.Key, class, d, s.Likely, before.Likely)
				}
				before = s
			}
		}
	}
}
