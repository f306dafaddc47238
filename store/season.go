package store

import (
	"context"
	"database/sql"
	"math"

	"github.com/jmoiron/sqlx"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden"
	"glebata/garden/logbook"
)

func (r *reader) Timings(ctx context.Context, f garden.Filter) (map[logbook.ID]logbook.Timing, error) {
	cond, args := where(f)
	out := map[logbook.ID]logbook.Timing{}
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var id logbook.ID
		var t logbook.Timing
		var way, shelter, then, feed string
		var plant, move int64
		err := rows.Scan(&id, &way, &t.Chitted, &t.ChitDays, &t.Dark, &t.CoolRoom, &shelter, &then, &plant, &move, &feed, &t.TillDead)
		t.Way, t.Shelter, t.Then = calendar.Way(way), climate.Shelter(shelter), climate.Shelter(then)
		t.Feed = medium.FeedWay(feed)
		t.Plant, t.Move = measure.Day(plant), measure.Day(move)
		out[id] = t
		return err
	}, `SELECT t.planting_id, t.way, t.chitted, t.chit_days, t.dark, t.cool_room, t.shelter, t.then_shelter,
	           coalesce(t.plant_day, 0), coalesce(t.move_day, 0), t.feed, t.till_dead
	      FROM timing t JOIN planting p ON p.id = t.planting_id
	     WHERE `+cond, args...)
	return out, err
}

func (w *writer) SetTiming(ctx context.Context, planting logbook.ID, t logbook.Timing) error {
	day := func(d measure.Day) sql.NullInt64 { return sql.NullInt64{Int64: int64(d), Valid: d != 0} }
	_, err := w.add(ctx,
		`INSERT INTO timing (planting_id, way, chitted, chit_days, dark, cool_room, shelter, then_shelter, plant_day, move_day, feed, till_dead)
		 VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
		 ON CONFLICT (planting_id) DO UPDATE SET way = excluded.way, chitted = excluded.chitted, chit_days = excluded.chit_days,
		   dark = excluded.dark, cool_room = excluded.cool_room, shelter = excluded.shelter, then_shelter = excluded.then_shelter,
		   plant_day = excluded.plant_day, move_day = excluded.move_day, feed = excluded.feed, till_dead = excluded.till_dead`,
		planting, string(t.Way), t.Chitted, t.ChitDays, t.Dark, t.CoolRoom, string(t.Shelter), string(t.Then), day(t.Plant), day(t.Move), string(t.Feed), t.TillDead)
	return err
}

// orNaN is a number that may not have been measured.
func orNaN(v sql.NullFloat64) float64 {
	if !v.Valid {
		return math.NaN()
	}
	return v.Float64
}

func unlessNaN(v float64) sql.NullFloat64 { return sql.NullFloat64{Float64: v, Valid: !math.IsNaN(v)} }

// Weather is, of each day, the newest that was brought in and not taken back. A day that was
// to come when it was brought in is a forecast, and no record.
func (r *reader) Weather(ctx context.Context, from, until measure.Day) ([]logbook.DayRecord, error) {
	return r.weather(ctx, `d.day <= i.logged_day`, from, until)
}

// WeatherAhead is, of each day, what the newest forecast said that was not taken back.
func (r *reader) WeatherAhead(ctx context.Context, from, until measure.Day) ([]logbook.DayRecord, error) {
	return r.weather(ctx, `d.day > i.logged_day`, from, until)
}

func (r *reader) weather(ctx context.Context, which string, from, until measure.Day) ([]logbook.DayRecord, error) {
	var out []logbook.DayRecord
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var d logbook.DayRecord
		var day, logged int64
		var rain, humidity, wind, sun sql.NullFloat64
		err := rows.Scan(&day, &d.Min, &d.Max, &rain, &humidity, &wind, &sun, &d.Source, &logged)
		d.Day, d.Rain, d.Humidity, d.Wind, d.Sun = measure.Day(day), orNaN(rain), orNaN(humidity), orNaN(wind), orNaN(sun)
		if d.Day > measure.Day(logged) {
			d.Issued = measure.Day(logged)
		}
		if n := len(out); n > 0 && out[n-1].Day == d.Day {
			out = out[:n-1] // a newer one of the same day
		}
		out = append(out, d)
		return err
	}, `SELECT d.day, d.tmin, d.tmax, d.rain, d.humidity, d.wind, d.sun, d.source, i.logged_day
	      FROM weather_day d JOIN weather_import i ON i.id = d.import_id
	     WHERE `+which+` AND d.day BETWEEN ? AND ? AND NOT EXISTS (SELECT 1 FROM weather_import v WHERE v.voids_id = d.import_id)
	     ORDER BY d.day, d.import_id`, int(from), int(until))
	return out, err
}

// RainSpans come in the order they were brought in, without what was taken back.
func (r *reader) RainSpans(ctx context.Context) ([]climate.RainSpan, error) {
	var out []climate.RainSpan
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var s climate.RainSpan
		var from, until int64
		err := rows.Scan(&from, &until, &s.Low, &s.High)
		s.From, s.Until = measure.Day(from), measure.Day(until)
		out = append(out, s)
		return err
	}, `SELECT s.first_day, s.last_day, s.low_mm, s.high_mm FROM rain_span s
	     WHERE NOT EXISTS (SELECT 1 FROM weather_import v WHERE v.voids_id = s.import_id) ORDER BY s.import_id`)
	return out, err
}

// WeatherImports come newest first, without what was taken back.
func (r *reader) WeatherImports(ctx context.Context) ([]logbook.WeatherImport, error) {
	var out []logbook.WeatherImport
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var i logbook.WeatherImport
		var logged, from, until int64
		err := rows.Scan(&i.ID, &i.Source, &logged, &i.Days, &from, &until)
		i.Logged, i.From, i.Until = measure.Day(logged), measure.Day(from), measure.Day(until)
		out = append(out, i)
		return err
	}, `SELECT i.id, i.source, i.logged_day, count(d.day), coalesce(min(d.day), r.first_day), coalesce(max(d.day), r.last_day)
	      FROM weather_import i LEFT JOIN weather_day d ON d.import_id = i.id LEFT JOIN rain_span r ON r.import_id = i.id
	     WHERE i.voids_id IS NULL AND (d.day IS NOT NULL OR r.first_day IS NOT NULL) AND NOT EXISTS (SELECT 1 FROM weather_import v WHERE v.voids_id = i.id)
	     GROUP BY i.id ORDER BY i.id DESC`)
	return out, err
}

func (w *writer) AddWeather(ctx context.Context, i logbook.WeatherImport, days []logbook.DayRecord) (logbook.ID, error) {
	id, err := w.add(ctx, `INSERT INTO weather_import (source, logged_day, client_key, voids_id) VALUES (?, ?, ?, ?)`,
		i.Source, int(i.Logged), i.Key, orNull(i.Voids))
	if err != nil {
		return 0, err
	}
	if s := i.Rain; s != nil {
		_, err := w.add(ctx, `INSERT INTO rain_span (import_id, first_day, last_day, low_mm, high_mm) VALUES (?, ?, ?, ?, ?)`, id, int(s.From), int(s.Until), s.Low, s.High)
		if err != nil {
			return 0, err
		}
	}
	for _, d := range days {
		_, err := w.add(ctx, `INSERT INTO weather_day (day, import_id, tmin, tmax, rain, humidity, wind, sun, source) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
			int(d.Day), id, d.Min, d.Max, unlessNaN(d.Rain), unlessNaN(d.Humidity), unlessNaN(d.Wind), unlessNaN(d.Sun), d.Source)
		if err != nil {
			return 0, err
		}
	}
	return id, nil
}
