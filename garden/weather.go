package garden

import (
	"context"
	"math"
	"slices"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Weather of the days from one to another, both counted: the grower's own records
// where there are some, the station's where there are none.
func (v *View) Weather(from, until measure.Day) ([]logbook.DayRecord, error) {
	site, n, err := v.normals()
	if err != nil {
		return nil, err
	}
	own, err := v.r.Weather(v.ctx, from, until)
	if err != nil {
		return nil, err
	}
	spans, err := v.r.RainSpans(v.ctx)
	if err != nil {
		return nil, err
	}
	gauge := map[measure.Day]float64{} // rain that was read of one day by itself, the last that was
	for _, s := range spans {
		if s.From == s.Until && s.Low == s.High {
			gauge[s.From] = s.Low
		}
	}
	out := make([]logbook.DayRecord, 0, max(0, int(until-from)+1))
	for d := from; d <= until; d++ {
		mm, read := gauge[d]
		if len(own) > 0 && own[0].Day == d {
			day := own[0]
			if read && math.IsNaN(day.Rain) {
				day.Rain = mm
			}
			out, own = append(out, day), own[1:]
			continue
		}
		w := v.g.station.Day(&site, n, d)
		if read && math.IsNaN(w.Rain) {
			w.Rain = mm
		}
		out = append(out, logbook.DayRecord{Day: d, DayWeather: w, Humidity: math.Round(w.Humidity()), Wind: math.NaN(), Sun: math.NaN(), Source: v.g.station.Name()})
	}
	return out, nil
}

// records of the grower's own, from one day to another or to today.
func (v *View) records(of forecast.Days) (out forecast.Records, err error) {
	out.Days = of
	if out.Own, err = v.r.Weather(v.ctx, of.From, min(v.today, of.Until)); err != nil {
		return out, err
	}
	out.Rains, err = v.r.RainSpans(v.ctx)
	return out, err
}

// RainSaid reports whether anything tells of the rain of a day that is not on record, by itself
// or with others.
func (v *View) RainSaid(d measure.Day) (bool, error) {
	spans, err := v.r.RainSpans(v.ctx)
	return slices.ContainsFunc(spans, func(s climate.RainSpan) bool { return s.From <= d && d <= s.Until }), err
}

// WeatherName is what stands in for weather that the grower has no record of:
// "simulated" or "usual".
func (v *View) WeatherName() string { return v.g.station.Name() }

// Forecast of the days after today: the grower's own where one was brought in, the
// station's where there is none.
func (v *View) Forecast() ([]forecast.Forecast, error) {
	return v.m.ahead.get(v.today, func() ([]forecast.Forecast, error) {
		site, n, err := v.normals()
		if err != nil {
			return nil, err
		}
		own, err := v.r.WeatherAhead(v.ctx, v.today+1, v.today+forecast.ForecastDays)
		if err != nil {
			return nil, err
		}
		return forecast.Ahead(own, v.g.station.Forecast(&site, n, v.today), v.today), nil
	})
}

// Nights that come next, as they are forecast, and where they are not, usual ones.
func (v *View) Nights() ([]forecast.Forecast, error) {
	ahead, err := v.Forecast()
	if err != nil {
		return nil, err
	}
	_, n, err := v.normals()
	if err != nil {
		return nil, err
	}
	return forecast.NightsAhead(ahead, n, v.today), nil
}

// WeatherChange is one day of an import beside what stood there.
type WeatherChange struct {
	New, Old logbook.DayRecord
}

// WeatherPreview is what an import would do.
type WeatherPreview struct {
	Days      []logbook.DayRecord
	Own       int // days of the grower's own that are replaced by other numbers
	Same      int // days that stay as they are
	Simulated int // simulated days that are replaced
	LeftOut   int // days that are simulated themselves: no records
	Ahead     int // days to come, of which it is a forecast
	Aged      int // years since the newest day, where that is longer ago than one would think
	Changes   []WeatherChange
}

// PreviewWeather says what an import of days would replace. The days are in
// order and each is there once.
func (v *View) PreviewWeather(days []logbook.DayRecord) (WeatherPreview, error) {
	p := WeatherPreview{Days: days}
	if len(days) == 0 {
		return p, nil
	}
	last := days[len(days)-1].Day
	if v.today-last > longAgo {
		p.Aged = v.today.Year() - last.Year()
	}
	before, err := v.Weather(days[0].Day, min(last, v.today))
	if err != nil {
		return p, err
	}
	for _, d := range days {
		if d.Day > v.today {
			p.Ahead++
			continue
		}
		old := before[int(d.Day-days[0].Day)]
		switch {
		case !d.Own():
			p.LeftOut++
			continue
		case !old.Own():
			p.Simulated++
		case logbook.SameWeather(old, d):
			p.Same++
			continue
		default:
			p.Own++
		}
		p.Changes = append(p.Changes, WeatherChange{d, old})
	}
	return p, nil
}

// longAgo is how old, in days, the newest day of a file may be before its year is questioned.
const longAgo = 300

// ImportWeather appends daily records, all or none: of each day the newest counts. A
// day that names its source keeps it, others are of the source given; simulated days
// are left out, for they are no records. Safe to repeat. Faults have the number of the
// day in the list, from 1, before the field: "3-tmax".
func (g *Garden) ImportWeather(ctx context.Context, days []logbook.DayRecord, source string, a Request) (logbook.ID, error) {
	type asked struct {
		Days   []string
		Source string
	}
	ask := asked{Source: source}
	for _, d := range days {
		ask.Days = append(ask.Days, d.Day.ISO(), d.Source, measure.Say("{} {} {} {} {} {}", d.Min, d.Max, d.Rain, d.Humidity, d.Wind, d.Sun).In(measure.Metric))
	}
	return g.idempotent(ctx, a.Key, ask, func(w Writer) (logbook.ID, error) {
		var faults logbook.Faults
		source = logbook.CheckName(&faults, "source", "record", source)
		if source == logbook.Simulated || source == logbook.Usual {
			faults.Add("source", "Days without a record are marked so already: give your record another name.")
		}
		kept := logbook.OwnDays(&faults, days, source, a.Today)
		if len(kept) == 0 && faults == nil {
			faults.Add("file", "There are no days of your own in it.")
		}
		if faults != nil {
			return 0, faults
		}
		return w.AddWeather(ctx, logbook.WeatherImport{Source: source, Logged: a.Today, Key: a.Key}, kept)
	})
}

// WeatherImports that stand, newest first.
func (v *View) WeatherImports() ([]logbook.WeatherImport, error) {
	return v.m.imports.get(func() ([]logbook.WeatherImport, error) { return v.r.WeatherImports(v.ctx) })
}

// UndoWeather takes days that were brought in back: what stood before counts again.
// Safe to repeat.
func (g *Garden) UndoWeather(ctx context.Context, id logbook.ID, a Request) (logbook.ID, error) {
	type undoWeather struct{ Import logbook.ID }
	return g.idempotent(ctx, a.Key, undoWeather{id}, func(w Writer) (logbook.ID, error) {
		standing, err := w.WeatherImports(ctx)
		if err != nil {
			return 0, err
		}
		if _, ok := logbook.Find(standing, func(i logbook.WeatherImport) bool { return i.ID == id }); !ok {
			return 0, logbook.Refuse("", "Those days were undone before.")
		}
		return w.AddWeather(ctx, logbook.WeatherImport{Logged: a.Today, Key: a.Key, Voids: id}, nil)
	})
}
