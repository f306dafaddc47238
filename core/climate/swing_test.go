package climate

import (
	"math"
	"slices"
	"testing"
)

// drawnFrosts so many drawn years: days from the middle of summer back to the last frost before it and
// on to the first after it, each as far as it goes where there is none.
func drawnFrosts(p *Preset, s *Simulator, years int) (last, first []float64) {
	var days []DayWeather
	var year [365]DayWeather
	for range years + 2 {
		s.Year(&year)
		days = append(days, year[:]...)
	}
	summer := p.Last - 1 + (p.First-p.Last+365)%365/2
	for k := range years {
		m := 365*(k+1) + summer
		d := 0
		for ; d > -365 && days[m+d].Min >= 0; d-- {
		}
		last = append(last, float64(m+d-365*(k+1)+1))
		for d = 0; d < 364 && days[min(m+d, len(days)-1)].Min >= 0; d++ {
		}
		first = append(first, float64(m+d-365*(k+1)+1))
	}
	slices.Sort(last)
	slices.Sort(first)
	return last, first
}

// The frosts of 200 drawn years come when the climate says, and spread as it says; and those of many
// more do so more nearly.
func TestFrostsOfDrawnYearsAreThoseOfTheClimate(t *testing.T) {
	for _, p := range Presets() {
		if p.Last == 0 {
			continue
		}
		n, err := p.Normals()
		if err != nil {
			t.Fatal(err)
		}
		want := float64(p.First)
		if p.First < p.Last {
			want += 365
		}
		for _, c := range []struct {
			years, within int
			seed          uint64
		}{{200, 5, DrawnSeed}, {2000, 4, 1}} {
			last, first := drawnFrosts(&p, NewSimulator(n, c.seed), c.years)
			part := func(of []float64, share float64) float64 { return of[int(share*float64(c.years-1)+0.5)] }
			if off := part(last, 0.5) - float64(p.Last); math.Abs(off) > float64(c.within) {
				t.Errorf("%s, %d years: the last frost is %+.0f days off", p.Name, c.years, off)
			}
			if off := part(first, 0.5) - want; math.Abs(off) > float64(c.within) {
				t.Errorf("%s, %d years: the first frost is %+.0f days off", p.Name, c.years, off)
			}
			// Half of what two in three lie within, of the two together: an empty winter has none.
			spread := (part(last, 0.84) - part(last, 0.16) + part(first, 0.84) - part(first, 0.16)) / 4
			if math.Abs(spread-p.SD) > 4 {
				t.Errorf("%s, %d years: they spread by %.1f days, want %g", p.Name, c.years, spread, p.SD)
			}
		}
	}
}

func TestSwingThroughTheYear(t *testing.T) {
	y := Swing{3, 5}.Year(100, 300)
	for day, want := range map[int]float64{100: 3, 300: 5, 200: 2.4, 17: 4} { // two fifths less at 200, halfway in the winter
		if got := y[day-1]; math.Abs(got-want) > 0.03 {
			t.Errorf("day %d: %.2f °C, want %g", day, got, want)
		}
	}
	south := Swing{3, 5}.Year(264, 135)
	if math.Abs(south[263]-3) > 1e-9 || math.Abs(south[134]-5) > 1e-9 || south[17] > 2.7 {
		t.Errorf("south of the equator: %v, %v, %v", south[263], south[134], south[17])
	}
	if y := (Swing{1.5, 1.5}).Year(0, 0); y[0] != 1.5 || y[200] != 1.5 {
		t.Error("where there are no frosts it is the same all year")
	}
}
