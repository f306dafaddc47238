package climate

import (
	"math"
	"testing"
)

func simulated(t testing.TB, key string, seed uint64) (*Normals, *Simulator) {
	t.Helper()
	p, ok := PresetNamed(key)
	if !ok {
		t.Fatal("no climate ", key)
	}
	n, err := p.Normals()
	if err != nil {
		t.Fatal(err)
	}
	return n, NewSimulator(n, seed)
}

// Over many years the simulated weather comes back to the normals it is made of.
func TestSimulatedYearsKeepTheNormals(t *testing.T) {
	const years = 120
	for _, p := range Presets() {
		_, s := simulated(t, p.Key, 11)
		var low, high, rain Year
		var year [365]DayWeather
		for range years {
			s.Year(&year)
			for i, d := range year {
				if d.Min >= d.Max || d.Rain < 0 {
					t.Fatalf("%s, day %d: %+v", p.Name, i+1, d)
				}
				low[i] += d.Min / years
				high[i] += d.Max / years
				rain[i] += d.Rain / years
			}
		}
		gotLow, gotHigh := means(&low), means(&high)
		for i := range 12 {
			if math.Abs(gotLow[i]-p.Monthly.Min[i]) > 0.5 || math.Abs(gotHigh[i]-p.Monthly.Max[i]) > 0.5 {
				t.Errorf("%s, month %d: %.2f to %.2f °C, want %.2f to %.2f", p.Name, i+1, gotLow[i], gotHigh[i], p.Monthly.Min[i], p.Monthly.Max[i])
			}
		}
		want, got := 0.0, 0.0
		for i := range p.Monthly.Rain {
			want += p.Monthly.Rain[i]
		}
		for _, mm := range rain {
			got += mm
		}
		if math.Abs(got-want) > 0.08*want {
			t.Errorf("%s: %.0f mm of rain a year, want %.0f", p.Name, got, want)
		}
	}
}

func TestWetDaysAreCoolerWithWarmerNightsAndKeepCompany(t *testing.T) {
	n, s := simulated(t, "cool-maritime", 5)
	var year [365]DayWeather
	var wetHigh, dryHigh, wetLow, dryLow, wet, dry, pairs, after float64
	for range 80 {
		s.Year(&year)
		for i, d := range year {
			if d.Rain > 0 {
				wet++
				wetHigh += d.Max - n.Max[i]
				wetLow += d.Min - n.Min[i]
			} else {
				dry++
				dryHigh += d.Max - n.Max[i]
				dryLow += d.Min - n.Min[i]
			}
			if i > 0 && year[i-1].Rain > 0 {
				pairs++
				if d.Rain > 0 {
					after++
				}
			}
		}
	}
	if gap := dryHigh/dry - wetHigh/wet; math.Abs(gap-wetDayCooler) > 0.3 {
		t.Errorf("wet days are %.2f °C cooler, want about %.1f", gap, wetDayCooler)
	}
	if gap := wetLow/wet - dryLow/dry; math.Abs(gap-wetNightWarmer) > 0.3 {
		t.Errorf("wet nights are %.2f °C warmer, want about %.1f", gap, wetNightWarmer)
	}
	if share := wet / (wet + dry); after/pairs < share+0.15 {
		t.Errorf("after a wet day %.2f are wet, against %.2f of all", after/pairs, share)
	}
}

func TestSameSeedGivesTheSameWeather(t *testing.T) {
	_, a := simulated(t, "highland", 3)
	_, b := simulated(t, "highland", 3)
	_, c := simulated(t, "highland", 4)
	var x, y, z [365]DayWeather
	a.Year(&x)
	b.Year(&y)
	c.Year(&z)
	if x != y || x == z {
		t.Error("the same seed must give the same year, and another seed another")
	}
}

func BenchmarkSimulatedYear(b *testing.B) {
	_, s := simulated(b, "cool-maritime", 1)
	var year [365]DayWeather
	b.ReportAllocs()
	for b.Loop() {
		s.Year(&year)
	}
}
