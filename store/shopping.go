package store

import (
	"context"

	"github.com/jmoiron/sqlx"

	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden"
	"glebata/garden/logbook"
)

func (r *reader) Mixes(ctx context.Context, f garden.Filter) (map[logbook.ID]string, error) {
	cond, args := where(f)
	out := map[logbook.ID]string{}
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var id logbook.ID
		var text string
		err := rows.Scan(&id, &text)
		out[id] = text
		return err
	}, `SELECT m.planting_id, m.mix FROM planting_mix m JOIN planting p ON p.id = m.planting_id WHERE `+cond, args...)
	return out, err
}

func (w *writer) SetMix(ctx context.Context, planting logbook.ID, m medium.Mix) error {
	_, err := w.add(ctx, `INSERT INTO planting_mix (planting_id, mix) VALUES (?, ?)
		ON CONFLICT (planting_id) DO UPDATE SET mix = excluded.mix`, planting, m.String())
	return err
}

// mixing is the grower's own numbers of components and own mixes, read together.
type mixing struct {
	components []medium.Component
	mixes      []logbook.OwnMix
}

func (r *reader) mixing(ctx context.Context) (mixing, error) {
	return once(r, "mixing", func() (mixing, error) {
		var out mixing
		err := r.each(ctx, func(rows *sqlx.Rows) error {
			var mix logbook.ID
			var c medium.Component
			err := rows.Scan(&mix, &c.Key, &c.Name, &c.WetKg, &c.Settling, &c.Water, &c.PH, &c.Nitrogen, &c.Phosphate, &c.Potash, &c.Inert, &c.Fresh, &c.Source)
			if mix != 0 {
				out.mixes = append(out.mixes, logbook.OwnMix{ID: mix, Name: c.Name, Parts: c.Key})
			} else {
				out.components = append(out.components, c)
			}
			return err
		}, `SELECT 0, key, name, wet_kg, settling, water, ph, nitrogen, phosphate, potash, inert, fresh, source FROM component
		    UNION ALL SELECT id, mix, name, 0, 0, 0, 0, 0, 0, 0, 0, 0, '' FROM own_mix ORDER BY 3`)
		return out, err
	})
}

func (r *reader) OwnMixes(ctx context.Context) ([]logbook.OwnMix, error) {
	m, err := r.mixing(ctx)
	return m.mixes, err
}

func (w *writer) AddMix(ctx context.Context, name string, m medium.Mix) (logbook.ID, error) {
	return w.add(ctx, `INSERT INTO own_mix (name, mix) VALUES (?, ?)`, name, m.String())
}

func (r *reader) Products(ctx context.Context) ([]logbook.Product, error) {
	var out []logbook.Product
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var p logbook.Product
		var kind string
		var litres, grams, handful float64
		err := rows.Scan(&p.ID, &p.Name, &kind, &p.Component, &litres, &grams, &p.Feed.Nitrogen, &p.Feed.Phosphate, &p.Feed.Potash,
			&p.Price, &handful, &p.Feed.Dilution, &p.Pieces, (*string)(&p.Sundry))
		p.Kind, p.Litres, p.Weight, p.Feed.Name = logbook.ProductKind(kind), measure.Volume(litres), measure.Mass(grams), p.Name
		p.Feed.Handful, p.Feed.Liquid = measure.Mass(handful), p.Kind == logbook.LiquidFeed
		out = append(out, p)
		return err
	}, `SELECT id, name, kind, component, litres, grams, nitrogen, phosphate, potash, price_cents, handful_g, ml_per_l, pieces, sundry
	      FROM product ORDER BY kind = 'medium' DESC, kind, name`)
	return out, err
}

func (w *writer) AddProduct(ctx context.Context, p logbook.Product) (logbook.ID, error) {
	return w.add(ctx,
		`INSERT INTO product (name, kind, component, litres, grams, nitrogen, phosphate, potash, price_cents, handful_g, ml_per_l, pieces, sundry)
		 VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
		p.Name, string(p.Kind), p.Component, float64(p.Litres), p.Weight.Grams(), p.Feed.Nitrogen, p.Feed.Phosphate, p.Feed.Potash, p.Price,
		p.Feed.Handful.Grams(), p.Feed.Dilution, p.Pieces, string(p.Sundry))
}

// StockLog leaves out what was taken back.
func (r *reader) StockLog(ctx context.Context) ([]logbook.StockEntry, error) {
	var out []logbook.StockEntry
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var e logbook.StockEntry
		var kind string
		var day, logged int64
		err := rows.Scan(&e.ID, &e.Product, &kind, &e.Packs, &day, &logged)
		e.Kind, e.Day, e.Logged = logbook.StockKind(kind), measure.Day(day), measure.Day(logged)
		out = append(out, e)
		return err
	}, `SELECT s.id, s.product_id, s.kind, s.packs, s.day, s.logged_day FROM stock_entry s
	     WHERE s.kind <> 'voided' AND NOT EXISTS (SELECT 1 FROM stock_entry v WHERE v.voids_id = s.id)
	     ORDER BY s.day, s.id`)
	return out, err
}

func (w *writer) AddStockEntry(ctx context.Context, e logbook.StockEntry) (logbook.ID, error) {
	return w.add(ctx, `INSERT INTO stock_entry (product_id, kind, packs, day, logged_day, client_key, voids_id) VALUES (?, ?, ?, ?, ?, ?, ?)`,
		e.Product, string(e.Kind), e.Packs, int(e.Day), int(e.Logged), e.Key, orNull(e.Voids))
}

// Components with the grower's own numbers in place of the usual ones.
func (r *reader) Components(ctx context.Context) (medium.Components, error) {
	m, err := r.mixing(ctx)
	return medium.Usual().With(m.components), err
}

func (w *writer) SetComponent(ctx context.Context, c medium.Component) error {
	_, err := w.add(ctx,
		`INSERT INTO component (key, name, wet_kg, settling, water, ph, nitrogen, phosphate, potash, inert, fresh, source)
		 VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
		 ON CONFLICT (key) DO UPDATE SET name = excluded.name, wet_kg = excluded.wet_kg, settling = excluded.settling, water = excluded.water,
		   ph = excluded.ph, nitrogen = excluded.nitrogen, phosphate = excluded.phosphate, potash = excluded.potash,
		   inert = excluded.inert, fresh = excluded.fresh, source = excluded.source`,
		c.Key, c.Name, c.WetKg, c.Settling, c.Water, c.PH, c.Nitrogen, c.Phosphate, c.Potash, c.Inert, c.Fresh, c.Source)
	return err
}

func (w *writer) SetHandful(ctx context.Context, product logbook.ID, m measure.Mass) error {
	_, err := w.add(ctx, `UPDATE product SET handful_g = ? WHERE id = ?`, m.Grams(), product)
	return err
}
