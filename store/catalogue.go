package store

import (
	"cmp"
	"context"
	"database/sql"
	"errors"
	"fmt"

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

type modelRow struct {
	ID       logbook.ID
	Name     string
	Kind     bag.Kind
	BaseL    float64 `db:"base_l_cm"`
	BaseW    float64 `db:"base_w_cm"`
	TopL     float64 `db:"top_l_cm"`
	TopW     float64 `db:"top_w_cm"`
	Height   float64 `db:"height_cm"`
	Material logbook.Material
	Drain    bag.Drain
	Hole     float64 `db:"hole_cm"`
	Price    int     `db:"price_cents"`
	Lasts    int
	Empty    float64 `db:"empty_g"`
	Sold     float64 `db:"sold_l"`
	Holes    int
	Light    bool
	Rolls    bool
	Form     string
	Liner    float64 `db:"liner_cm"`
	Assumed  logbook.Assumed
	Ground   bool
}

// model turns a row into a Model. The schema keeps out measures that no bag can
// have, so a refused shape, left empty, only follows from a damaged file.
func (m modelRow) model() logbook.Model {
	cm := func(v float64) measure.Length { return measure.Length(v) }
	var shape bag.Shape
	switch {
	case m.Ground:
		shape, _ = bag.NewBed(cm(m.BaseL), cm(m.BaseW))
	case m.Form == string(bag.Sack):
		shape, _ = bag.StandingSack(cm(m.BaseL), cm(m.Height))
	case m.Form == string(bag.Lined):
		liner := cm(m.Liner)
		shape, _ = bag.NewLined(cm(m.BaseL)+2*liner, cm(m.TopL)+2*liner, cm(m.Height)+liner, liner)
	case m.Kind == bag.Round:
		shape, _ = bag.NewRound(cm(m.BaseL), cm(m.TopL), cm(m.Height))
	default:
		shape, _ = bag.NewBox(cm(m.BaseL), cm(m.BaseW), cm(m.TopL), cm(m.TopW), cm(m.Height))
	}
	return logbook.Model{
		ID: m.ID, Name: m.Name, Shape: shape, Material: m.Material,
		Drainage: bag.Drainage{Way: m.Drain, HoleHeight: cm(m.Hole)}, Holes: m.Holes, Light: m.Light, Rolls: m.Rolls,
		Sold: measure.Volume(m.Sold), Empty: measure.Mass(m.Empty), Price: m.Price, Lasts: m.Lasts, Assumed: m.Assumed,
	}
}

func (r *reader) Models(ctx context.Context) ([]logbook.Model, error) {
	return once(r, "models", func() ([]logbook.Model, error) {
		return list(ctx, r, modelRow.model, `SELECT id, name, kind, base_l_cm, base_w_cm, top_l_cm, top_w_cm, height_cm, material, drain, hole_cm,
		        price_cents, lasts, empty_g, sold_l, holes, light, rolls, coalesce(form, '') AS form, coalesce(liner_cm, 0) AS liner_cm, assumed, ground
		   FROM bag_model LEFT JOIN bag_form ON model_id = id ORDER BY name`)
	})
}

func (w *writer) AddModel(ctx context.Context, m logbook.Model) (logbook.ID, error) {
	bl, bw := m.Shape.Base()
	tl, tw := m.Shape.Top()
	kind := bag.Round
	if !m.Shape.Round() {
		kind = bag.Box
	}
	id, err := w.add(ctx,
		`INSERT INTO bag_model (name, kind, base_l_cm, base_w_cm, top_l_cm, top_w_cm, height_cm, material, drain, hole_cm,
		                        price_cents, lasts, empty_g, sold_l, holes, light, rolls, assumed, ground)
		 VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
		m.Name, kind, float64(bl), float64(bw), float64(tl), float64(tw), float64(m.Shape.Height()),
		m.Material, m.Drainage.Way, float64(m.Drainage.HoleHeight),
		m.Price, m.Lasts, m.Empty.Grams(), float64(m.Sold), m.Holes, m.Light, m.Rolls, string(m.Assumed), m.Shape.Ground())
	if form := m.Shape.Kind(); err == nil && form != kind && form != bag.Bed {
		_, err = w.add(ctx, `INSERT INTO bag_form (model_id, form, liner_cm) VALUES (?, ?, ?)`, id, string(form), float64(m.Shape.Liner()))
	}
	return id, err
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
