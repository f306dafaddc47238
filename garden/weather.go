package garden

import (
	"context"
	"math"

	"glebata/core/climate"
	"glebata/core/measure"
)

// Station is an outside weather station, real or simulated.
type Station interface {
	// Day as observed at a site.
	Day(s *Site, n *climate.Normals, d measure.Day) climate.DayWeather
	// Forecast of the days after today, ForecastDays of them.
	Forecast(s *Site, n *climate.Normals, today measure.Day) []Forecast
}

// ForecastDays is how far a forecast looks.
const ForecastDays = 7

// ForecastSpread is the standard deviation of a forecast's temperatures, °C:
// 0.8 on the first day growing to 3 on the seventh. Model.
func ForecastSpread(lead int) float64 { return 0.8 + (3-0.8)*float64(lead-1)/(ForecastDays-1) }

// Forecast of one day.
type Forecast struct {
	Day       measure.Day
	Lead      int
	Min, Max  float64 // °C
	Spread    float64 // °C, of either
	WetChance float64
}

// FrostChance is the chance that a night falls under 0 °C where a shelter adds
// to it: P(min < 0). Model: normal distribution of the forecast's error.
func (f Forecast) FrostChance(s climate.Shelter) float64 {
	g := s.Gain()
	if g.Frostless() {
		return 0
	}
	return climate.Before(-(f.Min + float64(g.Night)), f.Spread)
}

// Simulated is the source of days that no record of the grower's own covers.
const Simulated = "simulated"

// DayRecord is the weather of one day with where it came from. What was not
// measured is NaN.
type DayRecord struct {
	Day measure.Day
	climate.DayWeather
	Humidity float64 // %, mean
	Wind     float64 // m/s
	Sun      float64 // hours
	Source   string
}

// Own reports whether the day is a record of the grower's own.
func (r DayRecord) Own() bool { return r.Source != Simulated }

// Check says what no day can be; Faults at "date", "tmin", "tmax", "rain",
// "humidity", "wind" or "sun".
func (r DayRecord) Check(today measure.Day) error {
	var faults Faults
	between := func(field, what string, v, low, high float64, unit string) {
		if !math.IsNaN(v) && !(v >= low && v <= high) {
			faults.Add(field, "A "+what+" of {} "+unit+" is not believed: {} to {}.", v, low, high)
		}
	}
	if r.Day > today {
		faults.Add("date", "{} is still to come.", r.Day)
	}
	between("tmin", "minimum", r.Min, -60, 45, "°C")
	between("tmax", "maximum", r.Max, -50, 55, "°C")
	if r.Min > r.Max {
		faults.Add("tmax", "The minimum {} is over the maximum {}.", r.Min, r.Max)
	}
	between("rain", "rainfall", r.Rain, 0, 1000, "mm")
	between("humidity", "humidity", r.Humidity, 0, 100, "%")
	between("wind", "wind", r.Wind, 0, 90, "m/s")
	between("sun", "sunshine", r.Sun, 0, 24, "hours")
	return faults.Err()
}

// Weather of the days from one to another, both counted: the grower's own records
// where there are some, the station's where there are none.
func (g *Garden) Weather(ctx context.Context, from, until measure.Day) ([]DayRecord, error) {
	site, _, err := g.Site(ctx)
	if err != nil {
		return nil, err
	}
	n, err := site.Monthly.Daily()
	if err != nil {
		return nil, err
	}
	var own []DayRecord
	err = g.store.View(ctx, func(r Reader) error {
		own, err = r.Weather(ctx, from, until)
		return err
	})
	if err != nil {
		return nil, err
	}
	out := make([]DayRecord, 0, max(0, int(until-from)+1))
	for d := from; d <= until; d++ {
		if len(own) > 0 && own[0].Day == d {
			out, own = append(out, own[0]), own[1:]
			continue
		}
		w := g.station.Day(&site, n, d)
		out = append(out, DayRecord{Day: d, DayWeather: w, Humidity: math.Round(w.Humidity()), Wind: math.NaN(), Sun: math.NaN(), Source: Simulated})
	}
	return out, nil
}

// Forecast of the days after today.
func (g *Garden) Forecast(ctx context.Context, today measure.Day) ([]Forecast, error) {
	site, _, err := g.Site(ctx)
	if err != nil {
		return nil, err
	}
	n, err := site.Monthly.Daily()
	if err != nil {
		return nil, err
	}
	return g.station.Forecast(&site, n, today), nil
}

// WeatherChange is one day of an import beside what stood there.
type WeatherChange struct {
	New, Old DayRecord
}

// WeatherPreview is what an import would do.
type WeatherPreview struct {
	Days      []DayRecord
	Own       int // days of the grower's own that are replaced by other numbers
	Same      int // days that stay as they are
	Simulated int // simulated days that are replaced
	Changes   []WeatherChange
}

// PreviewWeather says what an import of days would replace. The days are in
// order and each is there once.
func (g *Garden) PreviewWeather(ctx context.Context, days []DayRecord) (WeatherPreview, error) {
	p := WeatherPreview{Days: days}
	if len(days) == 0 {
		return p, nil
	}
	before, err := g.Weather(ctx, days[0].Day, days[len(days)-1].Day)
	if err != nil {
		return p, err
	}
	for _, d := range days {
		old := before[int(d.Day-days[0].Day)]
		switch {
		case !old.Own():
			p.Simulated++
		case sameWeather(old, d):
			p.Same++
			continue
		default:
			p.Own++
		}
		p.Changes = append(p.Changes, WeatherChange{d, old})
	}
	return p, nil
}

func sameWeather(a, b DayRecord) bool {
	same := func(x, y float64) bool { return x == y || math.IsNaN(x) && math.IsNaN(y) }
	return a.DayWeather == b.DayWeather && same(a.Humidity, b.Humidity) && same(a.Wind, b.Wind) && same(a.Sun, b.Sun)
}

// ImportWeather keeps daily records, all or none, in place of what stood there.
// Safe to repeat. Faults have the number of the day in the list, from 1, before
// the field: "3-tmax".
func (g *Garden) ImportWeather(ctx context.Context, days []DayRecord, source string, a Asked) error {
	type asked struct {
		Days   []string
		Source string
	}
	ask := asked{Source: source}
	for _, d := range days {
		ask.Days = append(ask.Days, d.Day.ISO(), measure.Say("{} {} {} {} {} {}", d.Min, d.Max, d.Rain, d.Humidity, d.Wind, d.Sun).In(measure.Metric))
	}
	_, err := g.once(ctx, a.Key, ask, func(w Writer) (ID, error) {
		var faults Faults
		source = checkName(&faults, "source", "record", source)
		if source == Simulated {
			faults.Add("source", "Simulated days are marked so already: give your record another name.")
		}
		if len(days) == 0 {
			faults.Add("file", "There are no days in it.")
		}
		for i := range days {
			if err := days[i].Check(a.Today); err != nil {
				for _, f := range asFaults(err) {
					faults = append(faults, Fault{measure.Say("{}-"+f.Field, i+1).In(measure.Metric), f.Says})
				}
			}
		}
		if faults != nil {
			return 0, faults
		}
		for _, d := range days {
			d.Source = source
			if err := w.PutWeather(ctx, d, a.Today); err != nil {
				return 0, err
			}
		}
		return 1, nil
	})
	return err
}
