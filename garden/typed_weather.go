package garden

import (
	"context"
	"math"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Reading of a gauge or a thermometer, if there was one.
type Reading struct {
	Known bool
	Value float64
}

// or what else is known.
func (r Reading) or(other float64) float64 {
	if r.Known {
		return r.Value
	}
	return other
}

// TypedWeather is one day as it is typed on the spot: °C and mm, each if it was read.
type TypedWeather struct {
	Day            measure.Day
	Min, Max, Rain Reading
}

// Sources of a day that was typed.
const typedHere, typedRest = "typed here", "typed here, the rest "

// TypeWeather keeps what was read of one day; what was not read stays as it stands in the
// file at this moment, and the day says so. Safe to repeat. Faults are at "day", "tmin",
// "tmax" and "rain".
func (g *Garden) TypeWeather(ctx context.Context, t TypedWeather, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, t, func(w Writer) (logbook.ID, error) {
		if !t.Min.Known && !t.Max.Known && !t.Rain.Known {
			return 0, logbook.Refuse("rain", "Write what you read: a minimum, a maximum, or the rain.")
		}
		if t.Day > a.Today || t.Day < a.Today-maxTyped {
			return 0, logbook.Refuse("day", "A day up to today, at most {} days back: bring older ones in as a file.", maxTyped)
		}
		before, err := g.within(ctx, w, a.Today).Weather(t.Day, t.Day)
		if err != nil {
			return 0, err
		}
		d := before[0]
		if own, err := w.Weather(ctx, t.Day, t.Day); err != nil {
			return 0, err
		} else if len(own) == 0 && g.station.Name() == logbook.Usual && !t.Min.Known && !t.Max.Known { // the gauge alone
			read := d
			if read.Rain = t.Rain.Value; read.Check(a.Today) != nil {
				return 0, read.Check(a.Today)
			}
			span := climate.RainSpan{From: t.Day, Until: t.Day, Low: t.Rain.Value, High: t.Rain.Value}
			return addRain(ctx, w, span, typedHere, a)
		}
		source := typedHere
		if !d.Own() && !(t.Min.Known && t.Max.Known && t.Rain.Known) {
			source = typedRest + d.Source
		} else if d.Own() {
			source = d.Source
		}
		d.Min, d.Max, d.Rain, d.Source = t.Min.or(d.Min), t.Max.or(d.Max), t.Rain.or(d.Rain), source
		if !t.Max.Known {
			d.Max = max(d.Max, d.Min)
		}
		if !t.Min.Known {
			d.Min = min(d.Min, d.Max)
		}
		if err := d.Check(a.Today); err != nil {
			return 0, err
		}
		return w.AddWeather(ctx, logbook.WeatherImport{Source: source, Logged: a.Today, Key: a.Key}, []logbook.DayRecord{d})
	})
}

// maxTyped is how far back a day is typed, in days.
const maxTyped = 366

// TypeNight keeps the minimum of a coming night, °C, as it was heard or read: a forecast of the
// grower's own. What else is known of that day stays. Safe to repeat. Faults are at "night" and
// "tmin".
func (g *Garden) TypeNight(ctx context.Context, day measure.Day, low float64, a Request) (logbook.ID, error) {
	type typeNight struct {
		Day measure.Day
		Low float64
	}
	return g.idempotent(ctx, a.Key, typeNight{day, low}, func(w Writer) (logbook.ID, error) {
		if day <= a.Today || day > a.Today+forecast.ForecastDays {
			return 0, logbook.Refuse("night", "One of the next {} nights.", forecast.ForecastDays)
		}
		v := g.within(ctx, w, a.Today)
		site, n, err := v.normals()
		if err != nil {
			return 0, err
		}
		ahead, err := v.Forecast()
		if err != nil {
			return 0, err
		}
		d := logbook.DayRecord{Day: day, DayWeather: climate.DayWeather{Min: low, Max: n.Max.At(day), Rain: math.NaN()}, Humidity: math.NaN(), Wind: math.NaN(), Sun: math.NaN(), Source: heard}
		own, err := w.WeatherAhead(ctx, day, day)
		if err != nil {
			return 0, err
		}
		if len(own) > 0 {
			d.Rain = own[0].Rain
		}
		if f, ok := logbook.Find(ahead, func(f forecast.Forecast) bool { return f.Day == day }); ok {
			d.Max = f.Max
		} else if g.station.Name() != logbook.Usual {
			d.Max = g.station.Day(&site, n, day).Max
		}
		d.Max = max(d.Max, d.Min)
		if err := d.Check(a.Today); err != nil {
			return 0, err
		}
		return w.AddWeather(ctx, logbook.WeatherImport{Source: heard, Logged: a.Today, Key: a.Key}, []logbook.DayRecord{d})
	})
}

// heard is the source of a night's minimum as the grower heard or read it.
const heard = "what you heard"

// Rained is how much it rained, as people say it.
type Rained string

// How much it rained.
const (
	RainedNot    Rained = "not"
	RainedLittle Rained = "little"
	RainedMuch   Rained = "much"
)

// amounts of rain by how it is said: mm of one day, and of a week. Practice.
var amounts = map[Rained]struct {
	source    string
	day, week [2]float64
}{
	RainedNot:    {"no rain", [2]float64{0, 0}, [2]float64{0, 0}},
	RainedLittle: {"rained a little", [2]float64{1, 4}, [2]float64{3, 12}},
	RainedMuch:   {"rained much", [2]float64{8, 25}, [2]float64{20, 60}},
}

// Of the days that rain is said of together: yesterday, or the seven up to it.
const rainWeek = 7

// SayRain keeps how much it rained yesterday, or in the week up to yesterday, as it is said.
// Days with rain on record keep that. Safe to repeat. Faults are at "rained".
func (g *Garden) SayRain(ctx context.Context, how Rained, week bool, a Request) (logbook.ID, error) {
	type sayRain struct {
		How  Rained
		Week bool
	}
	return g.idempotent(ctx, a.Key, sayRain{how, week}, func(w Writer) (logbook.ID, error) {
		said, ok := amounts[how]
		if !ok {
			return 0, logbook.Refuse("rained", "Say a little, much, or not at all.")
		}
		span := climate.RainSpan{From: a.Today - 1, Until: a.Today - 1, Low: said.day[0], High: said.day[1]}
		if week {
			span.From, span.Low, span.High = a.Today-rainWeek, said.week[0], said.week[1]
		}
		return addRain(ctx, w, span, said.source, a)
	})
}

// mostMonthly is the most rain that is believed of one month, mm.
const mostMonthly = 2000

// TypeMonth keeps the rain of a whole month, mm, or of one that is under way up to yesterday. Days with rain on record keep theirs, and the rest
// is shared out over the others. Safe to repeat. Faults are at "month" and "total".
func (g *Garden) TypeMonth(ctx context.Context, first measure.Day, mm float64, a Request) (logbook.ID, error) {
	type typeMonth struct {
		First measure.Day
		MM    float64
	}
	return g.idempotent(ctx, a.Key, typeMonth{first, mm}, func(w Writer) (logbook.ID, error) {
		var faults logbook.Faults
		first := first.MonthStart()
		last := min((first+31).MonthStart()-1, a.Today-1)
		if first > last || first < a.Today-20*366 {
			faults.Add("month", "A month up to this one, with a day that is over, at most 20 years back.")
		}
		if !(mm >= 0 && mm <= mostMonthly) {
			faults.Add("total", "A month's rain of {} is not believed: up to {}.", measure.Rain(mm), measure.Rain(mostMonthly))
		}
		if faults != nil {
			return 0, faults
		}
		own, err := w.Weather(ctx, first, last)
		if err != nil {
			return 0, err
		}
		measured := 0.0
		for _, d := range own {
			if d.Rain > 0 {
				measured += d.Rain
			}
		}
		if measured > mm+0.5 {
			return 0, logbook.Refuse("total", "Its days on record have {} already: is it more?", measure.Rain(measured))
		}
		return addRain(ctx, w, climate.RainSpan{From: first, Until: last, Low: mm, High: mm}, "the month's rain", a)
	})
}

func addRain(ctx context.Context, w Writer, span climate.RainSpan, source string, a Request) (logbook.ID, error) {
	return w.AddWeather(ctx, logbook.WeatherImport{Source: source, Logged: a.Today, Key: a.Key, Rain: &span}, nil)
}
