package store

import (
	"context"

	"github.com/jmoiron/sqlx"

	"glebata/core/crop"
	"glebata/core/harvest"
	"glebata/garden/logbook"
)

// OtherGardens by their names, with their harvests.
func (r *reader) OtherGardens(ctx context.Context) ([]logbook.OtherGarden, error) {
	var out []logbook.OtherGarden
	last := -1
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var name, kind string
		var weighing int
		var b harvest.Bag
		var low, high float64
		if err := rows.Scan(&name, &kind, &weighing, &b.Season, &b.Variety, &b.School, &b.Expected, &low, &high); err != nil {
			return err
		}
		b.Garden = name
		if n := len(out); n == 0 || out[n-1].Name != name || string(out[n-1].Crop) != kind {
			out, last = append(out, logbook.OtherGarden{Name: name, Crop: crop.Crop(kind)}), -1
		}
		o := &out[len(out)-1]
		if weighing != last {
			o.Weighings, last = append(o.Weighings, harvest.Weighing{Low: low, High: high}), weighing
		}
		w := &o.Weighings[len(o.Weighings)-1]
		w.Bags = append(w.Bags, b)
		return nil
	}, `SELECT garden, crop, weighing, season, variety, school, expected_g, low_g, high_g FROM other_harvest ORDER BY garden, crop, weighing, id`)
	return out, err
}

func (w *writer) AddOtherGarden(ctx context.Context, o logbook.OtherGarden) error {
	for i := range o.Weighings {
		one := &o.Weighings[i]
		for _, b := range one.Bags {
			if _, err := w.add(ctx, `INSERT INTO other_harvest (garden, crop, weighing, season, variety, school, expected_g, low_g, high_g) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
				o.Name, string(o.Crop), i+1, b.Season, b.Variety, b.School, b.Expected, one.Low, one.High); err != nil {
				return err
			}
		}
	}
	return nil
}

func (w *writer) DropOtherGarden(ctx context.Context, name string, of crop.Crop) error {
	_, err := w.add(ctx, `DELETE FROM other_harvest WHERE garden = ? AND crop = ?`, name, string(of))
	return err
}
