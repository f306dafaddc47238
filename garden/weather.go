package garden

import (
	"context"
	"math"
	"unicode/utf8"

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
	} else if r.Day < today-150*366 {
		faults.Add("date", "{} is too long ago.", r.Day)
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
func (v *View) Weather(from, until measure.Day) ([]DayRecord, error) {
	site, n, err := v.normals()
	if err != nil {
		return nil, err
	}
	own, err := v.r.Weather(v.ctx, from, until)
	if err != nil {
		return nil, err
	}
	out := make([]DayRecord, 0, max(0, int(until-from)+1))
	for d := from; d <= until; d++ {
		if len(own) > 0 && own[0].Day == d {
			out, own = append(out, own[0]), own[1:]
			continue
		}
		w := v.g.station.Day(&site, n, d)
		out = append(out, DayRecord{Day: d, DayWeather: w, Humidity: math.Round(w.Humidity()), Wind: math.NaN(), Sun: math.NaN(), Source: Simulated})
	}
	return out, nil
}

// Forecast of the days after today.
func (v *View) Forecast() ([]Forecast, error) {
	site, n, err := v.normals()
	if err != nil {
		return nil, err
	}
	return v.g.station.Forecast(&site, n, v.today), nil
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
	LeftOut   int // days that are simulated themselves: no records
	Changes   []WeatherChange
}

// PreviewWeather says what an import of days would replace. The days are in
// order and each is there once.
func (v *View) PreviewWeather(days []DayRecord) (WeatherPreview, error) {
	p := WeatherPreview{Days: days}
	if len(days) == 0 {
		return p, nil
	}
	before, err := v.Weather(days[0].Day, days[len(days)-1].Day)
	if err != nil {
		return p, err
	}
	for _, d := range days {
		old := before[int(d.Day-days[0].Day)]
		switch {
		case d.Source == Simulated:
			p.LeftOut++
			continue
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

// WeatherImport is days that were brought in together.
type WeatherImport struct {
	ID          ID
	Source      string // empty for one that takes another back
	Logged      measure.Day
	Key         string
	Voids       ID
	Days        int         // read only, as are
	From, Until measure.Day // the first and the last of them
}

// ImportWeather appends daily records, all or none: of each day the newest counts. A
// day that names its source keeps it, others are of the source given; simulated days
// are left out, for they are no records. Safe to repeat. Faults have the number of the
// day in the list, from 1, before the field: "3-tmax".
func (g *Garden) ImportWeather(ctx context.Context, days []DayRecord, source string, a Asked) (ID, error) {
	type asked struct {
		Days   []string
		Source string
	}
	ask := asked{Source: source}
	for _, d := range days {
		ask.Days = append(ask.Days, d.Day.ISO(), d.Source, measure.Say("{} {} {} {} {} {}", d.Min, d.Max, d.Rain, d.Humidity, d.Wind, d.Sun).In(measure.Metric))
	}
	return g.once(ctx, a.Key, ask, func(w Writer) (ID, error) {
		var faults Faults
		source = checkName(&faults, "source", "record", source)
		if source == Simulated {
			faults.Add("source", "Simulated days are marked so already: give your record another name.")
		}
		kept := ownDays(&faults, days, source, a.Today)
		if len(kept) == 0 && faults == nil {
			faults.Add("file", "There are no days of your own in it.")
		}
		if faults != nil {
			return 0, faults
		}
		return w.AddWeather(ctx, WeatherImport{Source: source, Logged: a.Today, Key: a.Key}, kept)
	})
}

// ownDays of a list, checked, each with its source.
func ownDays(faults *Faults, days []DayRecord, source string, today measure.Day) []DayRecord {
	var kept []DayRecord
	for i, d := range days {
		if d.Source == "" {
			d.Source = source
		}
		d.Source = measure.PlainLine(d.Source)
		if d.Source == Simulated {
			continue
		}
		if utf8.RuneCountInString(d.Source) > longestName {
			faults.Add(measure.Say("{}-source", i+1).In(measure.Metric), "The name of a source is over {} letters.", longestName)
		}
		if err := d.Check(today); err != nil {
			for _, f := range asFaults(err) {
				*faults = append(*faults, Fault{measure.Say("{}-"+f.Field, i+1).In(measure.Metric), f.Says})
			}
		}
		kept = append(kept, d)
	}
	return kept
}

// WeatherImports that stand, newest first.
func (v *View) WeatherImports() ([]WeatherImport, error) {
	return v.m.imports.get(func() ([]WeatherImport, error) { return v.r.WeatherImports(v.ctx) })
}

// UndoWeather takes days that were brought in back: what stood before counts again.
// Safe to repeat.
func (g *Garden) UndoWeather(ctx context.Context, id ID, a Asked) (ID, error) {
	type undoWeather struct{ Import ID }
	return g.once(ctx, a.Key, undoWeather{id}, func(w Writer) (ID, error) {
		standing, err := w.WeatherImports(ctx)
		if err != nil {
			return 0, err
		}
		if _, ok := find(standing, func(i WeatherImport) bool { return i.ID == id }); !ok {
			return 0, fault("", "Those days were taken back before.")
		}
		return w.AddWeather(ctx, WeatherImport{Logged: a.Today, Key: a.Key, Voids: id}, nil)
	})
}
