package store

import (
	"context"

	"github.com/jmoiron/sqlx"

	"glebata/core/measure"
	"glebata/core/terrace"
	"glebata/garden/logbook"
)

// Terrace and its walls, read together.
func (r *reader) Terrace(ctx context.Context) (t logbook.Terrace, known bool, err error) {
	err = r.each(ctx, func(rows *sqlx.Rows) error {
		var n int
		var name string
		var v [6]float64
		if err := rows.Scan(&n, &name, &v[0], &v[1], &v[2], &v[3], &v[4], &v[5]); err != nil {
			return err
		}
		if n == 0 {
			known = true
			t.Width, t.Depth, t.Heading, t.Tap, t.Limit = v[0], v[1], v[2], terrace.Point{X: v[3], Y: v[4]}, measure.Mass(v[5])
			return nil
		}
		t.Walls = append(t.Walls, terrace.Wall{Name: name, From: terrace.Point{X: v[0], Y: v[1]}, To: terrace.Point{X: v[2], Y: v[3]}, Height: v[4]})
		return nil
	}, `SELECT 0, '', width, depth, heading, tap_x, tap_y, limit_g FROM terrace
	    UNION ALL SELECT n, name, x1, y1, x2, y2, height, 0 FROM terrace_wall ORDER BY 1`)
	if !known {
		return logbook.Terrace{}, false, err
	}
	return t, known, err
}

func (w *writer) SetTerrace(ctx context.Context, t logbook.Terrace) error {
	_, err := w.add(ctx, `INSERT INTO terrace (id, width, depth, heading, tap_x, tap_y, limit_g) VALUES (1, ?, ?, ?, ?, ?, ?)
		ON CONFLICT (id) DO UPDATE SET width = excluded.width, depth = excluded.depth, heading = excluded.heading,
		  tap_x = excluded.tap_x, tap_y = excluded.tap_y, limit_g = excluded.limit_g`,
		t.Width, t.Depth, t.Heading, t.Tap.X, t.Tap.Y, t.Limit.Grams())
	if err != nil {
		return err
	}
	if _, err := w.add(ctx, `DELETE FROM terrace_wall`); err != nil {
		return err
	}
	for i, x := range t.Walls {
		if _, err := w.add(ctx, `INSERT INTO terrace_wall (n, name, x1, y1, x2, y2, height) VALUES (?, ?, ?, ?, ?, ?, ?)`,
			i+1, x.Name, x.From.X, x.From.Y, x.To.X, x.To.Y, x.Height); err != nil {
			return err
		}
	}
	return nil
}

func (r *reader) Spots(ctx context.Context) (map[logbook.ID]terrace.Point, error) {
	out := map[logbook.ID]terrace.Point{}
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var id logbook.ID
		var p terrace.Point
		err := rows.Scan(&id, &p.X, &p.Y)
		out[id] = p
		return err
	}, `SELECT bag_id, x, y FROM spot`)
	return out, err
}

func (r *reader) SpotsSince(ctx context.Context) (map[logbook.ID][]logbook.SpotSince, error) {
	out := map[logbook.ID][]logbook.SpotSince{}
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var id logbook.ID
		var day int64
		var s logbook.SpotSince
		err := rows.Scan(&id, &day, &s.At.X, &s.At.Y)
		s.Day = measure.Day(day)
		out[id] = append(out[id], s)
		return err
	}, `SELECT bag_id, day, x, y FROM spot_since ORDER BY bag_id, day`)
	return out, err
}

func (w *writer) SetSpot(ctx context.Context, bag logbook.ID, p terrace.Point, since measure.Day) error {
	if _, err := w.add(ctx, `INSERT INTO spot_since (bag_id, day, x, y) VALUES (?, ?, ?, ?) ON CONFLICT (bag_id, day) DO UPDATE SET x = excluded.x, y = excluded.y`, bag, int(since), p.X, p.Y); err != nil {
		return err
	}
	_, err := w.add(ctx, `INSERT INTO spot (bag_id, x, y) VALUES (?, ?, ?) ON CONFLICT (bag_id) DO UPDATE SET x = excluded.x, y = excluded.y`, bag, p.X, p.Y)
	return err
}
