package store

import (
	"context"
	"errors"
	"fmt"

	"github.com/jmoiron/sqlx"
	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"

	"glebata/core/medium"
	"glebata/garden/logbook"
)

// change rows that are there; ErrNotFound where there is none.
func (w *writer) change(query string, args ...any) error {
	res, err := w.exec(query, args...)
	if err != nil {
		return fmt.Errorf("writing %s: %w", tableOf(query), err)
	}
	if n, err := res.RowsAffected(); err != nil || n == 0 {
		return errors.Join(logbook.ErrNotFound, err)
	}
	clear(w.memo)
	return nil
}

func (w *writer) UpdateVariety(_ context.Context, v logbook.Variety) error {
	return w.change(`UPDATE variety SET name = ?, class = ?, packet_days = ? WHERE id = ?`, v.Name, v.Class, v.PacketDays, v.ID)
}

func (w *writer) UpdatePlace(_ context.Context, p logbook.Place) error {
	return w.change(`UPDATE place SET name = ?, shelter = ? WHERE id = ?`, p.Name, string(p.Shelter), p.ID)
}

func (w *writer) UpdateLot(_ context.Context, l logbook.Lot) error {
	return w.change(`UPDATE lot SET label = ?, variety_id = ?, source = ?, year = ?, cost_cents = ? WHERE id = ?`, l.Label, l.Variety.ID, string(l.Source), l.Year, l.Cost, l.ID)
}

func (w *writer) UpdateTray(_ context.Context, t logbook.Tray) error {
	return w.change(`UPDATE tray SET label = ? WHERE id = ?`, t.Label, t.ID)
}

func (w *writer) UpdateProduct(_ context.Context, p logbook.Product) error {
	return w.change(`UPDATE product SET name = ?, kind = ?, component = ?, litres = ?, grams = ?, nitrogen = ?, phosphate = ?, potash = ?, price_cents = ?, handful_g = ?, ml_per_l = ?, pieces = ?, sundry = ? WHERE id = ?`,
		p.Name, string(p.Kind), p.Component, float64(p.Litres), p.Weight.Grams(), p.Feed.Nitrogen, p.Feed.Phosphate, p.Feed.Potash, p.Price,
		p.Feed.Handful.Grams(), p.Feed.Dilution, p.Pieces, string(p.Sundry), p.ID)
}

func (w *writer) UpdateMix(_ context.Context, id logbook.ID, name string, m medium.Mix) error {
	return w.change(`UPDATE own_mix SET name = ?, mix = ? WHERE id = ?`, name, m.String(), id)
}

func (w *writer) UpdatePlanting(_ context.Context, p logbook.Planting) error {
	l := p.Filling
	return w.change(`UPDATE planting SET season_id = ?, season_was = ?, variety_id = ?, number = ?, school = ?, headspace_cm = ?, base_cm = ?, cover_cm = ?, layer_cm = ?, settling = ?, filler_cm = ?, trigger_cm = ?, showing_cm = ?, raises = ?, beside = ?, share = ? WHERE id = ?`,
		p.Season.ID, p.PlannedFor, p.Variety.ID, p.Number, l.School, float64(l.Headspace), float64(l.Base), float64(l.Cover), float64(l.MaxLayer), l.Settling, float64(l.Filler), float64(l.Trigger), float64(l.Showing), int(l.Raises), p.Beside, ownShare(p), p.ID)
}

// ownShare of a container, where the grower says it.
func ownShare(p logbook.Planting) float64 {
	if p.Beside == 0 || !p.OwnShare {
		return 0
	}
	return p.Share
}

func (r *reader) Retired(ctx context.Context) (map[logbook.Thing]map[logbook.ID]bool, error) {
	return once(r, "retired", func() (map[logbook.Thing]map[logbook.ID]bool, error) {
		out := map[logbook.Thing]map[logbook.ID]bool{}
		err := r.each(ctx, func(rows *sqlx.Rows) error {
			var thing logbook.Thing
			var id logbook.ID
			err := rows.Scan(&thing, &id)
			if out[thing] == nil {
				out[thing] = map[logbook.ID]bool{}
			}
			out[thing][id] = true
			return err
		}, `SELECT thing, id FROM retired`)
		return out, err
	})
}

func (w *writer) SetRetired(ctx context.Context, thing logbook.Thing, id logbook.ID, retired bool) error {
	query := `DELETE FROM retired WHERE thing = ? AND id = ?`
	if retired {
		query = `INSERT OR IGNORE INTO retired (thing, id) VALUES (?, ?)`
	}
	if _, err := w.exec(query, string(thing), id); err != nil {
		return fmt.Errorf("writing retired: %w", err)
	}
	clear(w.memo)
	return nil
}

// tables of things, and what goes with a row of them.
var tables = map[logbook.Thing][]string{
	logbook.VarietyThing: {`DELETE FROM variety WHERE id = ?`},
	logbook.ModelThing:   {`DELETE FROM bag_model WHERE id = ?`},
	logbook.BagThing:     {`DELETE FROM spot WHERE bag_id = ?`, `DELETE FROM spot_since WHERE bag_id = ?`, `DELETE FROM bag WHERE id = ?`},
	logbook.PlaceThing:   {`DELETE FROM place WHERE id = ?`},
	logbook.LotThing:     {`DELETE FROM lot WHERE id = ?`},
	logbook.TrayThing:    {`DELETE FROM tray WHERE id = ?`},
	logbook.ProductThing: {`DELETE FROM product WHERE id = ?`},
	logbook.MixThing:     {`DELETE FROM own_mix WHERE id = ?`},
}

func (w *writer) Delete(ctx context.Context, thing logbook.Thing, id logbook.ID) error {
	for _, q := range tables[thing] {
		_, err := w.exec(q, id)
		var s *sqlite.Error
		if errors.As(err, &s) && s.Code()&0xff == sqlite3.SQLITE_CONSTRAINT {
			return logbook.ErrStoodOn
		}
		if err != nil {
			return fmt.Errorf("deleting from %s: %w", tableOf(q), err)
		}
	}
	return w.SetRetired(ctx, thing, id, false)
}
