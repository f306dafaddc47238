package growth

import (
	"context"
	"math"
	"testing"
	"testing/quick"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
)

// ordinary weather of a preset in the growing season of 2026.
func ordinary(t testing.TB, preset string) *Weather {
	t.Helper()
	p, _ := climate.PresetNamed(preset)
	n, err := p.Normals()
	if err != nil {
		t.Fatal(err)
	}
	w := Usual(n, 54, measure.Date(2026, 1, 1), measure.Date(2026, 1, 1)+419)
	return &w
}

func planted(class crop.Class) Plant {
	p := Plant{Class: class, Planted: measure.Date(2026, 4, 10), Dark: true, Stays: []Stay{{Offset: climate.Open.Offset()}}}
	p.Need = EmergenceNeed(true, 10)
	if class.Crop() == crop.SweetPotato {
		p.Planted, p.Need, p.Stays = measure.Date(2026, 6, 1), EstablishNeed(), []Stay{{Offset: climate.Greenhouse.Offset()}}
	}
	return p
}

// Check values of a cool maritime site: up after 20 to 28 days, a first early mature
// after 90 to 105, a maincrop after 140 to 160, a season index of 0.85 to 1.2.
func TestASeasonGrowsAsItOrdinarilyDoes(t *testing.T) {
	w := ordinary(t, "cool-maritime")
	for _, c := range []struct {
		class    crop.Class
		from, to measure.Day
	}{{crop.FirstEarly, 90, 105}, {crop.Maincrop, 140, 160}} {
		p := planted(c.class)
		var course Run
		Grow(&p, w, &course)
		up, mature := course.Up-p.Planted, course.Mature-p.Planted
		if up < 20 || up > 28 || mature < c.from || mature > c.to {
			t.Errorf("%s: up after %d, mature after %d days", c.class, up, mature)
		}
		if s := course.Season(); s < 0.85 || s > 1.2 {
			t.Errorf("%s: a season index of %.2f", c.class, s)
		}
		if h := course.StemOn(course.Mature); h < 0.75*Params(c.class).Longest || h > Params(c.class).Longest {
			t.Errorf("%s: stems of %v", c.class, h)
		}
		if len(course.Frosts) > 0 || course.Gone <= course.Mature || course.Initiation <= course.Up {
			t.Errorf("%s: %+v", c.class, course)
		}
	}
	sweet, course := planted(crop.SweetMid), Run{}
	Grow(&sweet, w, &course)
	if course.Share <= 0.2 || course.Share >= 1 || course.Mature != 0 {
		t.Errorf("sweet potatoes in a cold greenhouse up north reach %.2f of it, mature %v", course.Share, course.Mature)
	}
}

// Light and warmth as in the reference season give an index of 1, half of the light
// half of it, and no growth when dry.
func TestTheReferenceSeasonHasAnIndexOfOne(t *testing.T) {
	for class, mean := range map[crop.Class]float64{crop.Maincrop: 15, crop.FirstEarly: 15, crop.SweetLate: 25} {
		w := Weather{}
		for range 400 {
			w.Min, w.Max, w.PAR = append(w.Min, mean-4), append(w.Max, mean+4), append(w.PAR, referencePAR)
		}
		p := Plant{Class: class, Planted: 10, Need: 60, Stays: []Stay{{Offset: climate.Open.Offset()}}}
		var c Run
		Grow(&p, &w, &c)
		if math.Abs(c.Season()-1) > 1e-9 {
			t.Errorf("%s: index %g", class, c.Season())
		}
		p.Sun = 0.5
		if Grow(&p, &w, &c); math.Abs(c.Season()-0.5) > 1e-9 {
			t.Errorf("%s in half the light: %g", class, c.Season())
		}
		p.Water = make([]float32, 400)
		if Grow(&p, &w, &c); c.Season() != 0 {
			t.Errorf("%s without water: %g", class, c.Season())
		}
	}
	for theta, want := range map[float64]float64{0: 0, -1: 0, 0.06: 0.2, 0.15: 0.5, 0.3: 1, 1: 1} {
		if got := WaterShare(theta); math.Abs(got-want) > 1e-12 {
			t.Errorf("θ of %g grows by %g", theta, got)
		}
	}
}

// Frost on a young plant puts it back, once; on an old one it is the end.
func TestFrostPutsBackOnce(t *testing.T) {
	w := ordinary(t, "cool-maritime")
	var free, hit Run
	p := planted(crop.Maincrop)
	Grow(&p, w, &free)
	cold := func(at measure.Day, nights int) {
		w2 := *w
		w2.Min = append([]float64(nil), w.Min...)
		for k := range nights {
			w2.Min[int(at-w.From)+k] = -2.5
		}
		Grow(&p, &w2, &hit)
	}
	at := free.Up + 14
	if cold(at, 2); len(hit.Frosts) != 1 || hit.StemOn(at+1) != 0 || hit.Mature <= free.Mature || hit.Season() >= free.Season() {
		t.Errorf("two cold nights: frosts %v, stem %v, mature %v against %v", hit.Frosts, hit.StemOn(at+1), hit.Mature, free.Mature)
	}
	if again := hit.StemOn(at + 14); again <= 0 || again >= free.StemOn(at+14) {
		t.Errorf("a fortnight on stems stand %v, without frost %v", again, free.StemOn(at+14))
	}
	if cold(free.Mature-30, 1); hit.Gone != free.Mature-30 || hit.Season() >= free.Season() {
		t.Errorf("late in the season it goes on until %v", hit.Gone)
	}
	p.Stays = []Stay{{Offset: climate.Fleece.Offset()}}
	if cold(at, 2); len(hit.Frosts) != 0 {
		t.Errorf("fleece let %v through", hit.Frosts)
	}
	p.Stays, p.Frosted = []Stay{{Offset: climate.Open.Offset()}}, []measure.Day{at}
	if Grow(&p, w, &hit); len(hit.Frosts) != 1 {
		t.Errorf("a frost that was seen is not in it")
	}
	p.Frosted, p.HaulmCut = nil, free.Mature-20
	if Grow(&p, w, &hit); hit.Gone != free.Mature-20 {
		t.Errorf("cut down, it stands until %v", hit.Gone)
	}
}

// Measured high, stems grow faster from then on; the spread narrows; a slip of the
// pen is questioned and moves nothing; the day it came up fixes the shift.
func TestMeasurementsMoveTheFit(t *testing.T) {
	w := ordinary(t, "cool-maritime")
	p := planted(crop.Maincrop)
	truth, c := p, Run{}
	truth.Rate = 1.5
	Grow(&truth, w, &c)
	var seen []Measured
	for _, after := range []measure.Day{8, 15, 22, 30} {
		seen = append(seen, Measured{c.Up + after, c.StemOn(c.Up + after)})
	}
	one, all := Calibrate(p, w, seen[:1]), Calibrate(p, w, seen)
	// The priors draw the most probable values towards none and 1.
	if all.Rate < 1.15 || all.Rate > 1.5 || all.Shift > 0 {
		t.Errorf("fitted %+v, truth 0 and 1.5", all)
	}
	if all.RateSD >= one.RateSD || one.RateSD > RateSD || all.ShiftSD > one.ShiftSD || all.RateSD <= 0 {
		t.Errorf("spread after one %+v, after all %+v", one, all)
	}
	if q := Calibrate(p, w, append(seen, Measured{c.Up + 12, 180})); len(q.Outliers) != 1 || q.Rate != all.Rate {
		t.Errorf("180 cm after 12 days: %+v", q)
	}
	p.Up = c.Up
	if f := Calibrate(p, w, seen); f.Shift != 0 || f.ShiftSD != 0 || f.Rate < 1.25 || f.Rate > 1.5 {
		t.Errorf("with the day it came up: %+v", f)
	}
	if f := Calibrate(p, w, nil); f.Rate != 1 || f.RateSD != RateSD {
		t.Errorf("nothing measured: %+v", f)
	}
}

// Warmer is never later while the mean stays under 18 °C; deeper is never earlier.
func TestDatesKeepTheirOrder(t *testing.T) {
	grow := func(mean, cover float64, class crop.Class) Run {
		w := Weather{}
		for range 600 {
			w.Min, w.Max, w.PAR = append(w.Min, mean-4), append(w.Max, mean+4), append(w.PAR, 8)
		}
		p := Plant{Class: class, Planted: 10, Need: EmergenceNeed(true, measure.Length(cover)), Stays: []Stay{{Offset: climate.Open.Offset()}}}
		var c Run
		Grow(&p, &w, &c)
		return c
	}
	holds := func(a, b, cover, deeper, class uint8) bool {
		mean, k := 9+float64(a%90)/10, crop.Classes()[class%4]
		warmer := math.Min(18, mean+float64(b%30)/10)
		cm := float64(cover % 20)
		x, y, z := grow(mean, cm, k), grow(warmer, cm, k), grow(mean, cm+float64(deeper%8), k)
		ordered := x.Up <= x.Initiation && x.Initiation <= x.Mature && x.Mature <= x.Gone
		return ordered && y.Up <= x.Up && y.Mature <= x.Mature && z.Up >= x.Up
	}
	if err := quick.Check(holds, nil); err != nil {
		t.Error(err)
	}
}

// The same seed gives the same spread; nothing is left out; it can be broken off.
func TestEnsembleIsRepeatable(t *testing.T) {
	years := simulated(t, 40)
	plants := []Member{{Plant: planted(crop.Maincrop), Fit: Prior(planted(crop.Maincrop)), Seed: 1}, {Plant: planted(crop.FirstEarly), Fit: Prior(planted(crop.FirstEarly)), Seed: 2}}
	run := func() [2]Spread {
		var ups [2][]float64
		err := Ensemble(context.Background(), plants, years, func(i, _ int, c *Run) { ups[i] = append(ups[i], float64(c.Up)) }, func() {})
		if err != nil || len(ups[0]) != 40 || len(ups[1]) != 40 {
			t.Fatalf("%v, %d and %d", err, len(ups[0]), len(ups[1]))
		}
		return [2]Spread{NewSpread(ups[0]), NewSpread(ups[1])}
	}
	first := run()
	if first != run() || first[0].Low >= first[0].High || first[0].Mid < first[0].Low {
		t.Errorf("spread %+v", first)
	}
	ctx, stop := context.WithCancel(context.Background())
	stop()
	if err := Ensemble(ctx, plants, years, func(int, int, *Run) {}, func() {}); err == nil {
		t.Error("a broken off ensemble says nothing")
	}
}

func TestEveryConstantIsInTheTable(t *testing.T) {
	for _, c := range Table() {
		if c.Mark == "" || c.Value == nil || c.Says.Empty() {
			t.Errorf("%+v", c)
		}
	}
}

func simulated(t testing.TB, n int) []Weather {
	p, _ := climate.PresetNamed("cool-maritime")
	normals, err := p.Normals()
	if err != nil {
		t.Fatal(err)
	}
	sim := climate.NewSimulator(normals, 3)
	years := make([]Weather, n)
	var days [365]climate.DayWeather
	for k := range years {
		sim.Year(&days)
		w := Weather{From: measure.Date(2026, 1, 1)}
		for i, d := range days {
			w.Min, w.Max = append(w.Min, d.Min), append(w.Max, d.Max)
			w.PAR = append(w.PAR, climate.PAR(climate.Solar(d.Min, d.Max, climate.Radiation(54, i+1))))
		}
		years[k] = w
	}
	return years
}

// A planting's whole season.
func BenchmarkSeason(b *testing.B) {
	w, p := ordinary(b, "cool-maritime"), planted(crop.Maincrop)
	b.ReportAllocs()
	days := 0
	for b.Loop() {
		var c Run
		Grow(&p, w, &c)
		days += len(c.Stem)
	}
	b.ReportMetric(float64(b.Elapsed().Nanoseconds())/float64(days), "ns/bag-day")
}

// 48 plantings through 200 years.
func BenchmarkEnsemble(b *testing.B) {
	years := simulated(b, 200)
	plants := make([]Member, 48)
	for i := range plants {
		p := planted(crop.Classes()[i%4])
		plants[i] = Member{Plant: p, Fit: Prior(p), Seed: uint64(i)}
	}
	for b.Loop() {
		err := Ensemble(context.Background(), plants, years, func(int, int, *Run) {}, func() {})
		if err != nil {
			b.Fatal(err)
		}
	}
}

func BenchmarkRefit(b *testing.B) {
	w, p := ordinary(b, "cool-maritime"), planted(crop.Maincrop)
	seen := []Measured{{p.Planted + 40, 12}, {p.Planted + 47, 21}, {p.Planted + 54, 33}}
	for b.Loop() {
		Calibrate(p, w, seen)
	}
}

func TestSharesOfGrowthAreBoundedAndWhole(t *testing.T) {
	for _, c := range []struct {
		crop       crop.Crop
		mean, want float64
	}{
		{crop.Potato, 5, 0}, {crop.Potato, 10, 0.5}, {crop.Potato, 15, 1}, {crop.Potato, 21, 1}, {crop.Potato, 25.5, 0.5}, {crop.Potato, 30, 0},
		{crop.SweetPotato, 12, 0}, {crop.SweetPotato, 18, 0.5}, {crop.SweetPotato, 24, 1}, {crop.SweetPotato, 34, 0.5}, {crop.SweetPotato, 38, 0}, {crop.Potato, math.NaN(), 0},
	} {
		if got := TemperatureShare(c.crop, c.mean); math.Abs(got-c.want) > 1e-9 {
			t.Errorf("%s at %g °C grows by %g, want %g", c.crop, c.mean, got, c.want)
		}
	}
	// Full at 350 °C·days, falling from three quarters of the way to maturity.
	for tt, want := range map[float64]float64{0: 0, 175: 0.5, 350: 1, 862.5: 1, 1063.75: 0.5, 1265: 0, 2000: 0} {
		l := newLeaves(1150)
		if got := l.at(tt, tt); math.Abs(got-want) > 1e-9 {
			t.Errorf("canopy at %g °C·days is %g, want %g", tt, got, want)
		}
	}
}

// Two heights that differ as the course does between them are believed over the model, however
// far off it they both are.
func TestTwoHeightsThatAgreeAreBelieved(t *testing.T) {
	w := ordinary(t, "cool-maritime")
	p := planted(crop.Maincrop)
	var usual Run
	Grow(&p, w, &usual)
	first := Measured{usual.Up + 4, 45}
	grew := usual.StemOn(first.Day+2) - usual.StemOn(first.Day)
	if f := Calibrate(p, w, []Measured{first}); len(f.Outliers) != 1 {
		t.Errorf("45 cm four days after it came up is taken: %+v", f)
	}
	f := Calibrate(p, w, []Measured{first, {first.Day + 2, 45 + grew + 3}})
	p.Shift, p.Rate, p.Tall = f.Shift, f.Rate, f.Tall
	var c Run
	Grow(&p, w, &c)
	f.Departure.Add(&c)
	if got := c.StemOn(first.Day + 2); len(f.Outliers) != 0 || math.Abs(float64(got-48-grew)) > 3 {
		t.Errorf("seen twice, it stands %.1f cm where %.1f were measured; questioned %v", got, 48+grew, f.Outliers)
	}
	late := usual.Up + 20
	if f := Calibrate(p, w, []Measured{{late, 12}, {late + 2, 36}}); len(f.Outliers) != 1 || f.Outliers[0].Length != 36 {
		t.Errorf("24 cm in two days are taken: %+v", f.Outliers)
	}
	if f := Calibrate(p, w, []Measured{first, {first.Day + 2, 70}}); len(f.Outliers) != 2 {
		t.Errorf("25 cm more in two days bear each other out: %+v", f.Outliers)
	}
}

// Whatever the weather, stems stay between 0 and their longest, the index never falls
// and days keep their order; a course that is used again is as a new one.
func TestAnyWeatherGrowsWithinBounds(t *testing.T) {
	var again Run
	holds := func(temps []int8, class uint8, shelter uint8, cut uint8) bool {
		k := crop.Classes()[int(class)%len(crop.Classes())]
		w := Weather{From: 95}
		for i := range 260 {
			mean := 12.0
			if len(temps) > 0 {
				mean = float64(temps[i%len(temps)]) / 3
			}
			w.Min, w.Max, w.PAR = append(w.Min, mean-5), append(w.Max, mean+5), append(w.PAR, 7)
		}
		p := Plant{Class: k, Planted: 100, Need: 70, Dark: true, Stays: []Stay{{From: 0, Offset: climate.Shelters()[int(shelter)%7].Offset()}, {From: 150, Offset: climate.Open.Offset()}}, Heated: 22}
		if cut > 200 {
			p.HaulmCut = measure.Day(cut)
		}
		var c Run
		Grow(&p, &w, &c)
		Grow(&p, &w, &again)
		index := 0.0
		for i := range c.Stem {
			if c.Stem[i] < 0 || c.Stem[i] > float64(Params(k).Longest) || c.Index[i] < index || c.Canopy[i] < 0 || c.Canopy[i] > 1 || again.Stem[i] != c.Stem[i] || again.Index[i] != c.Index[i] {
				return false
			}
			index = c.Index[i]
		}
		last := c.Planted
		for _, d := range []measure.Day{c.Up, c.Initiation, c.Mature} {
			if d != 0 {
				if d < last {
					return false
				}
				last = d
			}
		}
		return len(c.Stem) == len(again.Stem) && c.Share >= 0 && c.Share <= 1 && len(c.Frosts) <= 2
	}
	if err := quick.Check(holds, &quick.Config{MaxCount: 400}); err != nil {
		t.Error(err)
	}
}
