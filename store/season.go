package store

import (
	"context"
	"database/sql"
	"math"

	"github.com/jmoiron/sqlx"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden"
)

func (r *reader) Timings(ctx context.Context, f garden.Filter) (map[garden.ID]garden.Timing, error) {
	cond, args := where(f)
	out := map[garden.ID]garden.Timing{}
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var id garden.ID
		var t garden.Timing
		var way, shelter, then string
		var plant, move int64
		err := rows.Scan(&id, &way, &t.Chitted, &t.ChitDays, &t.Dark, &t.CoolRoom, &shelter, &then, &plant, &move)
		t.Way, t.Shelter, t.Then = calendar.Way(way), climate.Shelter(shelter), climate.Shelter(then)
		t.Plant, t.Move = measure.Day(plant), measure.Day(move)
		out[id] = t
		return err
	}, `SELECT t.planting_id, t.way, t.chitted, t.chit_days, t.dark, t.cool_room, t.shelter, t.then_shelter,
	           coalesce(t.plant_day, 0), coalesce(t.move_day, 0)
	      FROM timing t JOIN planting p ON p.id = t.planting_id
	     WHERE `+cond, args...)
	return out, err
}

func (w *writer) SetTiming(ctx context.Context, planting garden.ID, t garden.Timing) error {
	day := func(d measure.Day) sql.NullInt64 { return sql.NullInt64{Int64: int64(d), Valid: d != 0} }
	_, err := w.add(ctx,
		`INSERT INTO timing (planting_id, way, chitted, chit_days, dark, cool_room, shelter, then_shelter, plant_day, move_day)
		 VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
		 ON CONFLICT (planting_id) DO UPDATE SET way = excluded.way, chitted = excluded.chitted, chit_days = excluded.chit_days,
		   dark = excluded.dark, cool_room = excluded.cool_room, shelter = excluded.shelter, then_shelter = excluded.then_shelter,
		   plant_day = excluded.plant_day, move_day = excluded.move_day`,
		planting, string(t.Way), t.Chitted, t.ChitDays, t.Dark, t.CoolRoom, string(t.Shelter), string(t.Then), day(t.Plant), day(t.Move))
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

func (r *reader) Weather(ctx context.Context, from, until measure.Day) ([]garden.DayRecord, error) {
	var out []garden.DayRecord
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var d garden.DayRecord
		var day int64
		var humidity, wind, sun sql.NullFloat64
		err := rows.Scan(&day, &d.Min, &d.Max, &d.Rain, &humidity, &wind, &sun, &d.Source)
		d.Day, d.Humidity, d.Wind, d.Sun = measure.Day(day), orNaN(humidity), orNaN(wind), orNaN(sun)
		out = append(out, d)
		return err
	}, `SELECT day, tmin, tmax, rain, humidity, wind, sun, source FROM weather WHERE day BETWEEN ? AND ? ORDER BY day`, int(from), int(until))
	return out, err
}

func (w *writer) PutWeather(ctx context.Context, d garden.DayRecord, imported measure.Day) error {
	_, err := w.add(ctx,
		`INSERT OR REPLACE INTO weather (day, tmin, tmax, rain, humidity, wind, sun, source, imported_day)
		 VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
		int(d.Day), d.Min, d.Max, d.Rain, unlessNaN(d.Humidity), unlessNaN(d.Wind), unlessNaN(d.Sun), d.Source, int(imported))
	return err
}
