package garden

import (
	"context"

	"glebata/core/measure"
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
