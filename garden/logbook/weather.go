package logbook

import (
	"math"
	"unicode/utf8"

	"glebata/core/climate"
	"glebata/core/measure"
)

// Sources of days that no record of the grower's own covers: by a stand-in for a station,
// where one was started, else as the site usually has it.
const (
	Simulated = "simulated"
	Usual     = "usual"
)

// DayRecord is the weather of one day with where it came from. What was not
// measured is NaN: rain that nobody wrote down is unknown, not none.
type DayRecord struct {
	Day measure.Day
	climate.DayWeather
	Humidity float64 // %, mean
	Wind     float64 // m/s
	Sun      float64 // hours
	Source   string
	Issued   measure.Day // of a forecast, that it was made on; 0 for what was measured
}

// ForecastReach is how many days ahead a forecast of the grower's own is taken.
const ForecastReach = 14

// Own reports whether the day is a record of the grower's own.
func (r DayRecord) Own() bool { return r.Source != Simulated && r.Source != Usual }

// Check says what no day can be; Faults at "date", "tmin", "tmax", "rain",
// "humidity", "wind" or "sun".
func (r DayRecord) Check(today measure.Day) error {
	var faults Faults
	between := func(field, what string, v, low, high float64, unit string) {
		if !math.IsNaN(v) && !(v >= low && v <= high) {
			faults.Add(field, "A "+what+" of {} "+unit+" is not believed: {} to {}.", v, low, high)
		}
	}
	if r.Day > today+ForecastReach {
		faults.Add("date", "{} is still to come: a forecast is taken for {} days. Is its year right?", r.Day, ForecastReach)
	} else if r.Day < today-150*366 {
		faults.Add("date", "{} is too long ago.", r.Day)
	}
	between("tmin", "minimum", r.Min, -60, 45, "°C")
	between("tmax", "maximum", r.Max, -50, 55, "°C")
	for field, v := range map[string]float64{"tmin": r.Min, "tmax": r.Max} {
		if math.IsNaN(v) {
			faults.Add(field, "A day has a minimum and a maximum.")
		}
	}
	if r.Min > r.Max {
		faults.Add("tmax", "The minimum {} is over the maximum {}.", r.Min, r.Max)
	}
	between("rain", "rainfall", r.Rain, 0, mostRain, "mm")
	between("humidity", "humidity", r.Humidity, 0, 100, "%")
	between("wind", "wind", r.Wind, 0, 90, "m/s")
	between("sun", "sunshine", r.Sun, 0, 24, "hours")
	return faults.Err()
}

// mostRain that is believed of one day, mm.
const mostRain = 300

// WeatherImport is days that were brought in together.
type WeatherImport struct {
	ID          ID
	Source      string // empty for one that takes another back
	Logged      measure.Day
	Key         string
	Voids       ID
	Rain        *climate.RainSpan // of days together, where that was brought in
	Days        int               // read only, as are
	From, Until measure.Day       // the first and the last of them
}

// SameWeather reports whether two records of a day say the same.
func SameWeather(a, b DayRecord) bool {
	same := func(x, y float64) bool { return x == y || math.IsNaN(x) && math.IsNaN(y) }
	return a.Min == b.Min && a.Max == b.Max && same(a.Rain, b.Rain) && same(a.Humidity, b.Humidity) && same(a.Wind, b.Wind) && same(a.Sun, b.Sun)
}

// OwnDays of a list, checked, each with its source.
func OwnDays(faults *Faults, days []DayRecord, source string, today measure.Day) []DayRecord {
	var kept []DayRecord
	for i, d := range days {
		if d.Source = measure.PlainLine(d.Source); d.Source == "" {
			d.Source = source
		}
		if !d.Own() {
			continue
		}
		if utf8.RuneCountInString(d.Source) > MaxName {
			faults.Add(measure.Say("{}-source", i+1).In(measure.Metric), "The name of a source is over {} letters.", MaxName)
		}
		if err := d.Check(today); err != nil {
			for _, f := range AsFaults(err) {
				*faults = append(*faults, Fault{Field: measure.Say("{}-"+f.Field, i+1).In(measure.Metric), Says: f.Says})
			}
		}
		kept = append(kept, d)
	}
	return kept
}
