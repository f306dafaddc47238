package garden_test

import (
	"math"
	"testing"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/station"
)

func TestOwnWeatherStandsInPlaceOfSimulated(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	day := func(d measure.Day, low, high float64) garden.DayRecord {
		r := garden.DayRecord{Day: d, Humidity: math.NaN(), Wind: math.NaN(), Sun: 4}
		r.Min, r.Max = low, high
		return r
	}
	before, err := p.Weather(ctx, today-3, today)
	p.must(err)
	bad := []garden.DayRecord{day(today-2, 5, 15), day(today-1, 15, 5)}
	refused(t, "one bad day", p.ImportWeather(ctx, bad, "wall", p.asked()), "2-tmax", "over the maximum")
	refused(t, "simulated", p.ImportWeather(ctx, bad[:1], garden.Simulated, p.asked()), "source", "another name")
	after, err := p.Weather(ctx, today-3, today)
	p.must(err)
	for i := range after {
		if after[i].DayWeather != before[i].DayWeather || after[i].Own() {
			t.Errorf("after a refusal %s is %+v", after[i].Day, after[i])
		}
	}
	good := []garden.DayRecord{day(today-2, 5, 15), day(today-1, 6, 16)}
	view, err := p.PreviewWeather(ctx, good)
	p.must(err)
	if view.Simulated != 2 || view.Own != 0 || len(view.Changes) != 2 {
		t.Errorf("the preview says %+v", view)
	}
	p.must(p.ImportWeather(ctx, good, "wall", p.asked()))
	good[0].Max = 17
	view, err = p.PreviewWeather(ctx, good)
	p.must(err)
	if view.Simulated != 0 || view.Own != 1 || view.Same != 1 || view.Changes[0].Old.Max != 15 {
		t.Errorf("the second preview says %+v", view)
	}
	got, err := p.Weather(ctx, today-3, today)
	p.must(err)
	if got[0].Own() || got[1].Source != "wall" || got[1].Max != 15 || got[1].Sun != 4 || !math.IsNaN(got[1].Wind) || got[3].Own() {
		t.Errorf("%+v", got)
	}
}

func TestStationErrsMoreTheFurtherItLooks(t *testing.T) {
	w := station.NewWeather(7)
	s := garden.SiteOf(climate.Presets()[0])
	n, err := s.Monthly.Daily()
	if err != nil {
		t.Fatal(err)
	}
	var square [garden.ForecastDays]float64
	const runs = 600
	for i := range runs {
		day := today + measure.Day(i)
		for _, f := range w.Forecast(&s, n, day) {
			off := f.Min - w.Day(&s, n, f.Day).Min
			square[f.Lead-1] += off * off / runs
		}
	}
	for lead, sq := range square {
		if got, want := math.Sqrt(sq), garden.ForecastSpread(lead+1); math.Abs(got-want) > 0.15*want {
			t.Errorf("on day %d it errs by %.2f °C, want %.2f", lead+1, got, want)
		}
	}
	again := station.NewWeather(7)
	if w.Day(&s, n, today) != again.Day(&s, n, today) || w.Forecast(&s, n, today)[3] != again.Forecast(&s, n, today)[3] {
		t.Error("the same seed has other weather")
	}
}
