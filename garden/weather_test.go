package garden_test

import (
	"math"
	"testing"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/station"
)

func TestOwnWeatherStandsInPlaceOfSimulated(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	day := func(d measure.Day, low, high float64) logbook.DayRecord {
		r := logbook.DayRecord{Day: d, Humidity: math.NaN(), Wind: math.NaN(), Sun: 4}
		r.Min, r.Max = low, high
		return r
	}
	before, err := p.look().Weather(today-3, today)
	p.must(err)
	bad := []logbook.DayRecord{day(today-2, 5, 15), day(today-1, 15, 5)}
	_, err = p.ImportWeather(ctx, bad, "wall", p.asked())
	refused(t, "one bad day", err, "2-tmax", "over the maximum")
	_, err = p.ImportWeather(ctx, bad[:1], logbook.Simulated, p.asked())
	refused(t, "simulated", err, "source", "another name")
	after, err := p.look().Weather(today-3, today)
	p.must(err)
	for i := range after {
		if after[i].DayWeather != before[i].DayWeather || after[i].Own() {
			t.Errorf("after a refusal %s is %+v", after[i].Day, after[i])
		}
	}
	good := []logbook.DayRecord{day(today-2, 5, 15), day(today-1, 6, 16)}
	view, err := p.look().PreviewWeather(good)
	p.must(err)
	if view.Simulated != 2 || view.Own != 0 || len(view.Changes) != 2 {
		t.Errorf("the preview says %+v", view)
	}
	_, err = p.ImportWeather(ctx, good, "wall", p.asked())
	p.must(err)
	good[0].Max = 17
	view, err = p.look().PreviewWeather(good)
	p.must(err)
	if view.Simulated != 0 || view.Own != 1 || view.Same != 1 || view.Changes[0].Old.Max != 15 {
		t.Errorf("the second preview says %+v", view)
	}
	got, err := p.look().Weather(today-3, today)
	p.must(err)
	if got[0].Own() || got[1].Source != "wall" || got[1].Max != 15 || got[1].Sun != 4 || !math.IsNaN(got[1].Wind) || got[3].Own() {
		t.Errorf("%+v", got)
	}
}

func TestStationErrsMoreTheFurtherItLooks(t *testing.T) {
	w := station.NewWeather(7)
	s := logbook.NewSite(climate.Presets()[0])
	n, err := s.Normals()
	if err != nil {
		t.Fatal(err)
	}
	var square [forecast.ForecastDays]float64
	const runs = 600
	for i := range runs {
		day := today + measure.Day(i)
		for _, f := range w.Forecast(&s, n, day) {
			off := f.Min - w.Day(&s, n, f.Day).Min
			square[f.Lead-1] += off * off / runs
		}
	}
	for lead, sq := range square {
		if got, want := math.Sqrt(sq), climate.ForecastSD(lead+1); math.Abs(got-want) > 0.15*want {
			t.Errorf("on day %d it errs by %.2f °C, want %.2f", lead+1, got, want)
		}
	}
	again := station.NewWeather(7)
	if w.Day(&s, n, today) != again.Day(&s, n, today) || w.Forecast(&s, n, today)[3] != again.Forecast(&s, n, today)[3] {
		t.Error("the same seed has other weather")
	}
}

// Bringing in again leaves a trace: the newest counts, and taken back, what stood
// before counts again. Days keep the sources they name; simulated ones are no records.
func TestWeatherIsAppendedAndTakenBack(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	day := func(d measure.Day, high float64, source string) logbook.DayRecord {
		r := logbook.DayRecord{Day: d, Humidity: math.NaN(), Wind: math.NaN(), Sun: math.NaN(), Source: source}
		r.Min, r.Max = 4, high
		return r
	}
	_, err := p.ImportWeather(ctx, []logbook.DayRecord{day(today-2, 15, ""), day(today-1, 16, "")}, "wall", p.asked())
	p.must(err)
	again, err := p.ImportWeather(ctx, []logbook.DayRecord{day(today-2, 18, "roof"), day(today-1, 19, logbook.Simulated)}, "a file", p.asked())
	p.must(err)
	check := func(when string, high float64, source string) {
		t.Helper()
		got, err := p.look().Weather(today-2, today-1)
		p.must(err)
		if got[0].Max != high || got[0].Source != source || got[1].Max != 16 || got[1].Source != "wall" {
			t.Errorf("%s: %+v", when, got)
		}
	}
	check("brought in again", 18, "roof")
	list, err := p.look().WeatherImports()
	p.must(err)
	if len(list) != 2 || list[0].ID != again || list[0].Days != 1 {
		t.Errorf("brought in: %+v", list)
	}
	_, err = p.UndoWeather(ctx, again, p.asked())
	p.must(err)
	check("taken back", 15, "wall")
	_, err = p.UndoWeather(ctx, again, p.asked())
	refused(t, "taken back twice", err, "", "before")
	_, err = p.ImportWeather(ctx, []logbook.DayRecord{day(today-3, 9, logbook.Simulated)}, "a file", p.asked())
	refused(t, "nothing but simulated days", err, "file", "of your own")
}
