package store

import (
	"cmp"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"strings"

	"github.com/jmoiron/sqlx"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
)

// list runs a query and turns each row into an entity.
func list[Row, Entity any](ctx context.Context, r *reader, entity func(Row) Entity, query string, args ...any) ([]Entity, error) {
	found, err := r.query(query, args...)
	if err != nil {
		return nil, told(fmt.Errorf("reading %s: %w", tableOf(query), err))
	}
	defer func() { _ = found.Close() }() // StructScan reports what matters
	var rows []Row
	if err := sqlx.StructScan(found, &rows); err != nil {
		return nil, told(fmt.Errorf("reading %s: %w", tableOf(query), err))
	}
	out := make([]Entity, len(rows))
	for i, row := range rows {
		out[i] = entity(row)
	}
	return out, nil
}

// add runs an insert and returns the new ID.
func (w *writer) add(ctx context.Context, query string, args ...any) (logbook.ID, error) {
	res, err := w.exec(query, args...)
	if err != nil {
		return 0, fmt.Errorf("writing %s: %w", tableOf(query), err)
	}
	id, err := res.LastInsertId()
	return logbook.ID(id), err
}

type seasonRow struct {
	ID   logbook.ID
	Year int
}

func (r *reader) Seasons(ctx context.Context) ([]logbook.Season, error) {
	return list(ctx, r, func(s seasonRow) logbook.Season { return logbook.Season(s) },
		`SELECT id, year FROM season ORDER BY year DESC`)
}

func (w *writer) AddSeason(ctx context.Context, year int) (logbook.Season, error) {
	id, err := w.add(ctx, `INSERT INTO season (year) VALUES (?)`, year)
	return logbook.Season{ID: id, Year: year}, err
}

type varietyRow struct {
	ID         logbook.ID
	Name       string
	Class      crop.Class
	PacketDays int `db:"packet_days"`
}

func (r *reader) Varieties(ctx context.Context) ([]logbook.Variety, error) {
	return once(r, "varieties", func() ([]logbook.Variety, error) {
		return list(ctx, r, func(v varietyRow) logbook.Variety { return logbook.Variety(v) },
			`SELECT id, name, class, packet_days FROM variety ORDER BY name`)
	})
}

func (w *writer) AddVariety(ctx context.Context, v logbook.Variety) (logbook.ID, error) {
	return w.add(ctx, `INSERT INTO variety (name, class, packet_days) VALUES (?, ?, ?)`, v.Name, v.Class, v.PacketDays)
}

// modelColumns are those of a kind of bag, its shape first.
const modelColumns = `kind, base_l_cm, base_w_cm, top_l_cm, top_w_cm, height_cm, liner_cm, name, material, drain, hole_cm, price_cents, lasts, empty_g, sold_l, holes, light, rolls, assumed`

// modelValues in the order of modelColumns.
func modelValues(m *logbook.Model) []any {
	s := m.Shape.Record()
	return []any{
		s.Kind, s.BaseL, s.BaseW, s.TopL, s.TopW, s.Height, s.Liner, m.Name, m.Material, m.Drainage.Way, float64(m.Drainage.HoleHeight),
		m.Price, m.Lasts, m.Empty.Grams(), float64(m.Sold), m.Holes, m.Light, m.Rolls, string(m.Assumed),
	}
}

// Models have an empty shape where that in the file is none that a bag can have: of a damaged
// file, or of a later program.
func (r *reader) Models(ctx context.Context) ([]logbook.Model, error) {
	return once(r, "models", func() (out []logbook.Model, err error) {
		err = r.each(ctx, func(rows *sqlx.Rows) error {
			var m logbook.Model
			var s bag.Record
			var hole, empty, sold float64
			err := rows.Scan(&m.ID, &s.Kind, &s.BaseL, &s.BaseW, &s.TopL, &s.TopW, &s.Height, &s.Liner, &m.Name, &m.Material, &m.Drainage.Way, &hole,
				&m.Price, &m.Lasts, &empty, &sold, &m.Holes, &m.Light, &m.Rolls, &m.Assumed)
			m.Shape, _ = s.Shape()
			m.Drainage.HoleHeight, m.Empty, m.Sold = measure.Length(hole), measure.Mass(empty), measure.Volume(sold)
			out = append(out, m)
			return err
		}, `SELECT id, `+modelColumns+` FROM bag_model ORDER BY name`)
		return out, err
	})
}

func (w *writer) AddModel(ctx context.Context, m logbook.Model) (logbook.ID, error) {
	values := modelValues(&m)
	return w.add(ctx, `INSERT INTO bag_model (`+modelColumns+`) VALUES (?`+strings.Repeat(", ?", len(values)-1)+`)`, values...)
}

func (w *writer) UpdateModel(_ context.Context, m logbook.Model) error {
	values := modelValues(&m)
	return w.change(`UPDATE bag_model SET (`+modelColumns+`) = (?`+strings.Repeat(", ?", len(values)-1)+`) WHERE id = ?`, append(values, m.ID)...)
}

type placeRow struct {
	ID       logbook.ID
	Name     string
	Position int
	Shelter  climate.Shelter
}

func (r *reader) Places(ctx context.Context) ([]logbook.Place, error) {
	return once(r, "places", func() ([]logbook.Place, error) {
		return list(ctx, r, func(p placeRow) logbook.Place { return logbook.Place(p) },
			`SELECT id, name, position, shelter FROM place ORDER BY position, id`)
	})
}

func (w *writer) AddPlace(ctx context.Context, p logbook.Place) (logbook.ID, error) {
	return w.add(ctx, `INSERT INTO place (name, position, shelter) VALUES (?, ?, ?)`, p.Name, p.Position, string(cmp.Or(p.Shelter, climate.Open)))
}

type bagRow struct {
	ID      logbook.ID
	Label   string
	ModelID logbook.ID `db:"model_id"`
	PlaceID logbook.ID `db:"place_id"`

	Condition logbook.Condition
}

// bagMaker makes bags of rows, with their models and places.
func (r *reader) bagMaker(ctx context.Context) (func(bagRow) logbook.Bag, error) {
	models, err := r.Models(ctx)
	if err != nil {
		return nil, err
	}
	places, err := r.Places(ctx)
	if err != nil {
		return nil, err
	}
	modelOf := make(map[logbook.ID]logbook.Model, len(models))
	for _, m := range models {
		modelOf[m.ID] = m
	}
	placeOf := make(map[logbook.ID]logbook.Place, len(places))
	for _, p := range places {
		placeOf[p.ID] = p
	}
	return func(b bagRow) logbook.Bag {
		return logbook.Bag{ID: b.ID, Label: b.Label, Model: modelOf[b.ModelID], Place: placeOf[b.PlaceID], Condition: b.Condition}
	}, nil
}

// Bags come by place and then by label, R2 before R10.
func (r *reader) Bags(ctx context.Context) ([]logbook.Bag, error) {
	bagOf, err := r.bagMaker(ctx)
	if err != nil {
		return nil, err
	}
	return list(ctx, r, bagOf, `SELECT b.id, b.label, b.model_id, b.place_id, b.condition FROM bag b JOIN place p ON p.id = b.place_id
	     ORDER BY p.position, p.id, length(b.label), b.label`)
}

func (w *writer) AddBag(ctx context.Context, b logbook.Bag) (logbook.ID, error) {
	return w.add(ctx, `INSERT INTO bag (label, model_id, place_id, condition) VALUES (?, ?, ?, ?)`, b.Label, b.Model.ID, b.Place.ID, cmp.Or(b.Condition, logbook.Sound))
}

func (w *writer) UpdateBag(ctx context.Context, b logbook.Bag) error {
	return w.change(`UPDATE bag SET label = ?, model_id = ?, place_id = ?, condition = ? WHERE id = ?`, b.Label, b.Model.ID, b.Place.ID, cmp.Or(b.Condition, logbook.Sound), b.ID)
}

type containerRow struct {
	ID   logbook.ID
	Name string
	Tare float64 `db:"tare_g"`
}

func (r *reader) Containers(ctx context.Context) ([]logbook.Container, error) {
	return list(ctx, r, func(c containerRow) logbook.Container {
		return logbook.Container{ID: c.ID, Name: c.Name, Tare: measure.Mass(c.Tare)}
	}, `SELECT id, name, tare_g FROM container ORDER BY name`)
}

func (w *writer) AddContainer(ctx context.Context, c logbook.Container) (logbook.ID, error) {
	return w.add(ctx, `INSERT INTO container (name, tare_g) VALUES (?, ?)`, c.Name, c.Tare.Grams())
}

func (r *reader) Sent(ctx context.Context, key string) (garden.IdempotencyRecord, bool, error) {
	var s garden.IdempotencyRecord
	err := r.get(&s, `SELECT key, digest AS fingerprint, result FROM sent WHERE key = ?`, key)
	if errors.Is(err, sql.ErrNoRows) {
		return s, false, nil
	}
	return s, err == nil, err
}

func (w *writer) Remember(ctx context.Context, s garden.IdempotencyRecord) error {
	_, err := w.add(ctx, `INSERT INTO sent (key, digest, result) VALUES (?, ?, ?)`, s.Key, s.Fingerprint, s.Result)
	return err
}

func (r *reader) Settings(ctx context.Context) (map[string]string, error) {
	out := map[string]string{}
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var name, value string
		err := rows.Scan(&name, &value)
		out[name] = value
		return err
	}, `SELECT name, value FROM setting`)
	return out, err
}

func (w *writer) SetSetting(ctx context.Context, name, value string) error {
	_, err := w.add(ctx, `INSERT INTO setting (name, value) VALUES (?, ?)
		ON CONFLICT (name) DO UPDATE SET value = excluded.value`, name, value)
	return err
}

// Revision implements garden.Reader.
func (r *reader) Revision(context.Context) (int64, error) {
	var found struct{ N, Newest int64 }
	err := r.get(&found, `SELECT n, (SELECT coalesce(max(id), 0) FROM entry) AS newest FROM revision`)
	if r.memo != nil {
		r.newest = logbook.ID(found.Newest)
	}
	return found.N, err
}
