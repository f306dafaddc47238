package climate

import (
	"errors"
	"math"
	"math/rand"
	"testing"
	"testing/quick"
	"time"

	"glebata/core/measure"
)

func near(a, b, by float64) bool { return math.Abs(a-b) <= by }

func TestRadiationAgainstPublishedValues(t *testing.T) {
	for _, c := range []struct {
		name     string
		latitude float64
		day      int
		ra       float64
	}{
		{"FAO-56 example 8: 20° S, 3 September", -20, 246, 32.2},
		{"FAO-56 annex 2, table 2.6: 50° N, 15 July", 50, 196, 40.2},
		{"FAO-56 annex 2, table 2.6: 50° N, 15 January", 50, 15, 8.9},
		{"FAO-56 annex 2, table 2.6: 0°, 15 April", 0, 105, 36.8},
	} {
		if ra := Radiation(c.latitude, c.day); !near(ra, c.ra, 0.35) {
			t.Errorf("%s: %.2f, want %.1f MJ/m²/day", c.name, ra, c.ra)
		}
	}
	if ra := Radiation(-20, 246); !near(ra, 32.2, 0.05) {
		t.Errorf("example 8 gives %.3f, want 32.2", ra)
	}
	if n := DayLength(-20, 246); !near(n, 11.7, 0.05) { // FAO-56 example 9
		t.Errorf("day length %.2f h, want 11.7", n)
	}
	if DayLength(80, 172) != 24 || DayLength(80, 355) != 0 || Radiation(80, 355) > 1e-9 {
		t.Error("beyond the polar circle midsummer has no night and midwinter no day")
	}
}

func TestEvapotranspiration(t *testing.T) {
	// FAO-56 example 20: Tmax 26.6, Tmin 14.8, Ra 40.6 MJ/m²/day; 5.0 mm/day
	if et := Evapotranspiration(14.8, 26.6, 40.6); !near(et, 5.0, 0.05) {
		t.Errorf("example 20 gives %.3f mm, want 5.0", et)
	}
	if et := Evapotranspiration(-40, -30, 5); et != 0 {
		t.Errorf("deep frost gives off %.3f mm", et)
	}
	// √11.8 × 0.16 × 40.6 = 22.3, FAO-56 example 15 has the same form
	if rs := Solar(14.8, 26.6, 40.6); !near(rs, 22.31, 0.01) || !near(PAR(rs), 10.71, 0.01) {
		t.Errorf("solar %.3f, PAR %.3f", rs, PAR(rs))
	}
}

func TestMeansOfEachMonthComeBack(t *testing.T) {
	same := func(name string, want Months, got *Year) {
		t.Helper()
		for i, mean := range means(got) {
			if !near(mean, want[i], 0.02) {
				t.Errorf("%s, month %d: %.3f, want %.3f", name, i+1, mean, want[i])
			}
		}
	}
	for _, p := range Presets() {
		n, err := p.Monthly.Daily()
		if err != nil {
			t.Errorf("%s: %v", p.Name, err)
			continue
		}
		same(p.Name+" minimum", p.Monthly.Min, &n.Min)
		same(p.Name+" maximum", p.Monthly.Max, &n.Max)
		total := 0.0
		for i := range n.Rain {
			if n.Rain[i] < 0 || n.Min[i] >= n.Max[i] {
				t.Errorf("%s, day %d: rain %.2f, %.1f to %.1f °C", p.Name, i+1, n.Rain[i], n.Min[i], n.Max[i])
			}
			total += n.Rain[i]
		}
		want := 0.0
		for _, mm := range p.Monthly.Rain {
			want += mm
		}
		if !near(total, want, 0.03*want) {
			t.Errorf("%s: %.0f mm of rain in the year, want %.0f", p.Name, total, want)
		}
	}
}

func TestMeansComeBackWhateverTheYear(t *testing.T) {
	check := func(seed int64) bool {
		r := rand.New(rand.NewSource(seed))
		var m Monthly
		for i := range 12 {
			m.Min[i] = -20 + 35*r.Float64()
			m.Max[i] = m.Min[i] + 6 + 10*r.Float64()
		}
		y := smooth(m.Min)
		for i, mean := range means(&y) {
			if !near(mean, m.Min[i], 0.3) {
				return false
			}
		}
		return true
	}
	if err := quick.Check(check, nil); err != nil {
		t.Error(err)
	}
}

func TestNormalsAreSmooth(t *testing.T) {
	p, ok := PresetNamed("cool-maritime")
	if !ok {
		t.Fatal("no cool maritime preset")
	}
	n, err := p.Monthly.Daily()
	if err != nil {
		t.Fatal(err)
	}
	for i := range n.Max {
		if step := math.Abs(n.Max[(i+1)%365] - n.Max[i]); step > 0.25 {
			t.Errorf("the maximum leaps by %.2f °C after day %d", step, i+1)
		}
	}
	leap, plain := measure.Date(2024, time.February, 29), measure.Date(2025, time.February, 28)
	if n.Mean(leap) != n.Mean(plain) || n.Min.At(measure.Date(2024, 12, 31)) != n.Min[364] || n.Min.At(measure.Date(2024, 3, 1)) != n.Min[59] {
		t.Error("days of a leap year do not fall on those of the year")
	}
}

func TestMonthsThatNoPlaceHas(t *testing.T) {
	good := presets[0].Monthly
	for name, change := range map[string]func(*Monthly){
		"minimum over maximum": func(m *Monthly) { m.Min[3] = 30 },
		"hotter than anywhere": func(m *Monthly) { m.Max[6] = 90 },
		"rain below nothing":   func(m *Monthly) { m.Rain[0] = -1 },
		"not a number":         func(m *Monthly) { m.Min[0] = math.NaN() },
	} {
		m := good
		change(&m)
		if _, err := m.Daily(); !errors.Is(err, ErrNormals) {
			t.Errorf("%s: %v, want ErrNormals", name, err)
		}
	}
}

func TestFrostRiskFallsThroughTheAppetites(t *testing.T) {
	last := measure.Date(2026, time.April, 24)
	// z(0.75) = 0.6745, × 11 = 7.42 days, so the eighth day: 2 May; z(0.9)·11 = 14.1; z(0.6)·11 = 2.79
	for risk, want := range map[RiskTolerance]measure.Day{
		Even:     measure.Date(2026, time.May, 2),
		Cautious: measure.Date(2026, time.May, 9),
		Bold:     measure.Date(2026, time.April, 27),
		0.5:      last,
	} {
		got := SafeFrom(last, 11, risk)
		if got != want {
			t.Errorf("risk %v: safe from %s, want %s", risk, got, want)
		}
		if After(float64(got-last), 11) > float64(risk)+1e-9 || After(float64(got-1-last), 11) <= float64(risk)-1e-9 {
			t.Errorf("risk %v: %s is not the first day it is kept", risk, got)
		}
		if w := SafeFromWorking(last, 11, risk); w.Result != got {
			t.Errorf("risk %v: the working comes to %v", risk, w.Result)
		}
	}
}

// frostsOf a preset in the season that begins in 2026.
func frostsOf(p Preset) Frosts {
	if p.Last == 0 {
		return Frosts{None: true}
	}
	return NewFrosts(2026, p.Last, p.First, p.SD)
}

func TestShelterOpensTheWindow(t *testing.T) {
	for _, p := range Presets() {
		n, err := p.Monthly.Daily()
		if err != nil {
			t.Fatal(err)
		}
		f := frostsOf(p)
		before := -1
		for _, s := range Shelters() {
			days := n.Safe(f, s, Even).Days()
			if days < before {
				t.Errorf("%s: %s gives %d days, fewer than the shelter before it (%d)", p.Name, s.Offset().Name, days, before)
			}
			before = days
		}
		if !f.None && n.Safe(f, Open, Cautious).Days() > n.Safe(f, Open, Bold).Days() {
			t.Errorf("%s: the cautious window is longer than the bold one", p.Name)
		}
	}
}

func TestShelterShiftFollowsTheSlope(t *testing.T) {
	p, _ := PresetNamed("cool-maritime")
	n, err := p.Monthly.Daily()
	if err != nil {
		t.Fatal(err)
	}
	at := measure.Date(2026, time.April, 24)
	slope := (n.Min.At(at+7) - n.Min.At(at-7)) / 14
	if got := n.ShiftDays(Greenhouse, at); !near(got, 3/slope, 1e-9) || got < 25 || got > 50 {
		t.Errorf("a greenhouse brings the frost forward by %.1f days at a slope of %.3f", got, slope)
	}
	if n.ShiftDays(Open, at) != 0 {
		t.Error("the open shifts the frost")
	}
}

func TestSouthernSeasonSpansTheTurnOfTheYear(t *testing.T) {
	p, _ := PresetNamed("southern-temperate")
	n, err := p.Monthly.Daily()
	if err != nil {
		t.Fatal(err)
	}
	w := n.Safe(frostsOf(p), Open, Even)
	if w.From < measure.Date(2026, 9, 1) || w.From > measure.Date(2026, 10, 31) || w.Until < measure.Date(2027, 4, 1) || w.Until > measure.Date(2027, 5, 31) {
		t.Errorf("the southern window runs from %s to %s", w.From, w.Until)
	}
	f := frostsOf(p)
	if summer := f.Risk(measure.Date(2027, 1, 15)); summer > 1e-3 {
		t.Errorf("midsummer in the south has a frost risk of %.4f", summer)
	}
	if winter := f.Risk(measure.Date(2026, 7, 15)); winter < 0.98 {
		t.Errorf("midwinter in the south has a frost risk of %.4f", winter)
	}
}
