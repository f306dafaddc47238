package growth

import (
	"math"
	"testing"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
)

// Indoors a plant has the light of its lamp, else a window's, whatever the sun does outside; an
// index is in proportion to the light.
func TestIndoorsIsNotTheOpenAir(t *testing.T) {
	w := ordinary(t, climate.Presets()[0].Key)
	index := func(shelter climate.Shelter, lamp float64) float64 {
		p := planted(crop.Maincrop)
		p.Heated, p.Lamp, p.Stays = 20, lamp, []Stay{{From: p.Planted - 60, Offset: shelter.Offset()}}
		var c Run
		Grow(&p, w, &c)
		return c.Index[len(c.Index)-1]
	}
	if dim, lit := index(climate.Heated, 0), index(climate.Heated, 8); lit <= 0 || math.Abs(dim/lit-WindowPAR/8) > 1e-9 {
		t.Errorf("with a window's light %g grows, under a lamp four times as bright %g", dim, lit)
	}
	if room, open := index(climate.FrostFree, 8), index(climate.Open, 8); room > open/2 {
		t.Errorf("in a room without a lamp %g grows, in the open %g", room, open)
	}
	for shelter, unlit := range map[climate.Shelter]bool{climate.Open: false, climate.Greenhouse: false, climate.FrostFree: true, climate.Heated: true} {
		p := Plant{Stays: []Stay{{Offset: climate.Open.Offset()}, {Offset: shelter.Offset()}}}
		if p.Unlit() != unlit {
			t.Errorf("%s is unlit: %v", shelter, p.Unlit())
		}
		if p.Lamp = 4; p.Unlit() != (shelter == climate.FrostFree) {
			t.Errorf("%s is unlit under a lamp: %v", shelter, p.Unlit())
		}
	}
}

// Heat takes leaf, 2 % a day and °C of its mean over 26; with less than a tenth left a potato is
// dead, and was not ripe. Seed rots in a week of a medium over 28 °C. A sweet potato minds neither.
func TestHeatEndsAPotato(t *testing.T) {
	hot := func(mean float64, from int) *Weather {
		w := &Weather{From: measure.Date(2026, 3, 1) - 5}
		for i := range 400 {
			m := 16.0
			if i >= from {
				m = mean
			}
			w.Min, w.Max, w.PAR = append(w.Min, m-5), append(w.Max, m+5), append(w.PAR, 9)
		}
		return w
	}
	grow := func(class crop.Class, w *Weather) (p Plant, c Run) {
		p = Plant{Class: class, Planted: measure.Date(2026, 3, 1), Need: 120, Stays: []Stay{{From: measure.Date(2026, 3, 1), Offset: climate.Open.Offset()}}}
		Grow(&p, w, &c)
		return p, c
	}
	for name, c := range map[string]struct {
		class  crop.Class
		mean   float64
		from   int
		ending Ending
		days   int // from when it is hot to the end, by 1 − 0.02·(mean − 26) a day
	}{
		"31 °C from May":         {crop.Maincrop, 31, 65, Withered, int(math.Ceil(math.Log(0.1) / math.Log(1-0.02*5)))},
		"28 °C from May":         {crop.Maincrop, 28, 65, Withered, int(math.Ceil(math.Log(0.1) / math.Log(1-0.02*2)))},
		"seed in a hot medium":   {crop.Maincrop, 30, 0, Rotted, 7},
		"26 °C takes nothing":    {crop.Maincrop, 26, 65, Ripened, 0},
		"sweet potatoes like it": {crop.SweetEarly, 31, 65, Ripened, 0},
	} {
		p, run := grow(c.class, hot(c.mean, c.from))
		if run.Ending != c.ending || (run.Mature != 0) != (c.ending == Ripened) {
			t.Errorf("%s: it ends %d on %s, mature %s", name, run.Ending, run.Gone, run.Mature)
		}
		since := int(run.Gone-p.Planted) - (c.from - 5) + 1
		if c.ending == Withered && (since < c.days-1 || since > c.days+1) || c.ending == Rotted && (since < 7 || since > 13) {
			t.Errorf("%s: it lives for %d days of it, want %d", name, since, c.days)
		}
	}
	at := func(mean float64) Warmth { return func(measure.Day) float64 { return mean } }
	if Withers(100, 300, at(31)) != 121 || Withers(100, 300, at(25)) != 0 || Withers(0, 300, at(40)) != 0 || Rots(100, 200, at(29)) != 106 || Rots(100, 105, at(29)) != 0 || Rots(100, 200, at(28)) != 0 {
		t.Errorf("withers on %d, rots on %d", Withers(100, 300, at(31)), Rots(100, 200, at(29)))
	}
}
