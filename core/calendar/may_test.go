package calendar

import (
	"testing"
	"time"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
)

func presetOf(t *testing.T, key string) climate.Preset {
	t.Helper()
	p, ok := climate.PresetNamed(key)
	if !ok {
		t.Fatalf("no climate %q", key)
	}
	return p
}

// The windows in which planting may be proposed in the open, against those that were worked out
// apart from this program; 0 for all year, and no day for none.
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
		{"mediterranean", crop.SweetEarly, day(5, 9), 0, false},
		{"subtropical-humid", crop.SweetEarly, day(3, 6), 0, false},
		{"subtropical-humid", crop.Maincrop, 0, day(3, 22), false},
		{"subtropical-dry", crop.SweetEarly, day(3, 15), 0, false},
		{"subtropical-dry", crop.FirstEarly, 0, day(4, 1), false},
		{"subtropical-dry", crop.Maincrop, 0, day(3, 12), false},
		{"southern-temperate", crop.SweetEarly, day(11, 25), day(1, 14), false},
	} {
		pre, p := presetOf(t, c.climate), placeOf(t, c.climate, climate.Even)
		air := held{p.usual(pre.Latitude), 0}
		may := func(d measure.Day) bool {
			s := p.Count(Request{Class: c.class, Way: Ways(c.class.Crop())[0], Chitted: c.class == crop.FirstEarly, Dark: true, Cover: 8, Plant: d})
			return p.lives(&s, air, 0).OK
		}
		first, last, some := measure.Day(0), measure.Day(0), 0
		for d := year; d < year+365; d++ {
			if may(d) {
				if some++; !may(d-1) && first == 0 {
					first = d
				}
				if !may(d+1) && (last == 0 || distance(d, c.until) < distance(last, c.until)) {
					last = d
				}
			}
		}
		const within = 11
		switch {
		case c.none != (some == 0):
			t.Errorf("%s, %s: %d days may be proposed", c.climate, c.class, some)
		case c.from != 0 && distance(first, c.from) > within, c.until != 0 && distance(last, c.until) > within:
			t.Errorf("%s, %s: from %s until %s, want %s until %s", c.climate, c.class, first, last, c.from, c.until)
		}
	}
	p := placeOf(t, "tropical-highland", climate.Even)
	for d := year; d < year+365; d += 9 {
		if v := p.May(Request{Class: crop.Maincrop, Way: Direct, Cover: 8, Plant: d}, Sky{Latitude: -1}, year); !v.OK {
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
		"a maincrop before a hot summer": {"subtropical-dry", Request{Class: crop.Maincrop, Way: Direct, Cover: 8, Plant: measure.Date(2027, 4, 20)}, TooHot, measure.Date(2027, 3, 16), ""},
		"a sweet potato in a cool place": {"cool-maritime", Request{Class: crop.SweetEarly, Way: Ways(crop.SweetPotato)[0], Plant: measure.Date(2027, 6, 1)}, ColdMedium, 0, climate.Heated},
	} {
		p := placeOf(t, c.climate, climate.Even)
		pre := presetOf(t, c.climate)
		v := p.May(c.a, Sky{Latitude: pre.Latitude}, autumn)
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
		} else if again := p.May(b, Sky{Latitude: pre.Latitude}, autumn); !again.OK {
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
		if v := p.lives(&s, held{p.usual(presetOf(t, c.climate).Latitude), 0}, 0); v.Why != c.why || v.OK != (c.why == Lives) {
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

// A day of November, that has the nearest looked for through the winter.
func BenchmarkMay(b *testing.B) {
	pre, _ := climate.PresetNamed("mild-continental")
	n, err := pre.Monthly.Daily()
	if err != nil {
		b.Fatal(err)
	}
	a := Request{Class: crop.Maincrop, Way: Direct, Dark: true, Cover: 8, Plant: measure.Date(2026, 11, 30)}
	for b.Loop() {
		p := NewPlace(n, climate.NewFrosts(2026, pre.Last, pre.First, 17), climate.Even, climate.UsualHeated, measure.Date(2026, 1, 1))
		if v := p.May(a, Sky{Latitude: pre.Latitude}, a.Plant); v.Nearest == 0 {
			b.Fatal("no day of spring is near")
		}
	}
}
