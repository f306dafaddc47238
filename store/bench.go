package store

import (
	"cmp"
	"context"
	"database/sql"
	"slices"

	"github.com/jmoiron/sqlx"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// varietyByID looks varieties up.
func (r *reader) varietyByID(ctx context.Context) (map[logbook.ID]logbook.Variety, error) {
	list, err := r.Varieties(ctx)
	out := make(map[logbook.ID]logbook.Variety, len(list))
	for _, v := range list {
		out[v.ID] = v
	}
	return out, err
}

// lotsAndTrays are read together.
type lotsAndTrays struct {
	lots  []logbook.Lot
	trays []logbook.Tray
}

func (r *reader) lotsAndTrays(ctx context.Context) (lotsAndTrays, error) {
	return once(r, "lots", func() (lotsAndTrays, error) {
		var out lotsAndTrays
		varieties, err := r.varietyByID(ctx)
		if err != nil {
			return out, err
		}
		err = r.each(ctx, func(rows *sqlx.Rows) error {
			var l logbook.Lot
			var t logbook.Tray
			var variety logbook.ID
			err := rows.Scan(&l.ID, &l.Label, &variety, &l.Source, &l.Year, &l.Cost, &t.ID, &t.Label)
			l.Variety = varieties[variety]
			if n := len(out.lots); n == 0 || out.lots[n-1].ID != l.ID {
				out.lots = append(out.lots, l)
			}
			if t.Lot = l; t.ID != 0 {
				out.trays = append(out.trays, t)
			}
			return err
		}, `SELECT l.id, l.label, l.variety_id, l.source, l.year, l.cost_cents, coalesce(t.id, 0), coalesce(t.label, '')
		      FROM lot l LEFT JOIN tray t ON t.lot_id = l.id ORDER BY l.year DESC, l.label, l.id, length(t.label), t.label`)
		slices.SortStableFunc(out.trays, func(a, b logbook.Tray) int {
			return cmp.Or(cmp.Compare(b.Lot.Year, a.Lot.Year), cmp.Compare(len(a.Label), len(b.Label)), cmp.Compare(a.Label, b.Label))
		})
		return out, err
	})
}

func (r *reader) Lots(ctx context.Context) ([]logbook.Lot, error) {
	read, err := r.lotsAndTrays(ctx)
	return read.lots, err
}

func (w *writer) AddLot(ctx context.Context, l logbook.Lot) (logbook.ID, error) {
	return w.add(ctx, `INSERT INTO lot (label, variety_id, source, year, cost_cents) VALUES (?, ?, ?, ?, ?)`,
		l.Label, l.Variety.ID, string(l.Source), l.Year, l.Cost)
}

func (r *reader) Trays(ctx context.Context) ([]logbook.Tray, error) {
	read, err := r.lotsAndTrays(ctx)
	return read.trays, err
}

func (w *writer) AddTray(ctx context.Context, t logbook.Tray) (logbook.ID, error) {
	return w.add(ctx, `INSERT INTO tray (label, lot_id) VALUES (?, ?)`, t.Label, t.Lot.ID)
}

// SeedLog reads the entries and then what hangs on them, in two queries.
func (r *reader) SeedLog(ctx context.Context) ([]logbook.SeedEntry, error) {
	var out []logbook.SeedEntry
	at := map[logbook.ID]int{}
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var e logbook.SeedEntry
		var kind string
		var day, logged int64
		var temp float64
		err := rows.Scan(&e.ID, &e.Tray, &kind, &day, &logged, &e.Tuber, &temp, &e.Light, &e.Keep, &e.HealDays, &e.Text, &e.Voids, &e.About)
		e.Kind, e.Day, e.Logged, e.Temp = logbook.SeedKind(kind), measure.Day(day), measure.Day(logged), measure.Temperature(temp)
		at[e.ID] = len(out)
		out = append(out, e)
		return err
	}, `SELECT id, coalesce(tray_id, 0), kind, day, logged_day, tuber, coalesce(temp_c, 0), light, keep, heal_days, text, coalesce(voids_id, 0), about
	      FROM seed_entry ORDER BY id`)
	if err != nil || len(out) == 0 {
		return out, err
	}
	return out, r.each(ctx, func(rows *sqlx.Rows) error {
		var id, planting, tray logbook.ID
		var what, how string
		var tuber, eyes, sprouts, piece int
		var size float64
		var stout, soft bool
		if err := rows.Scan(&what, &id, &tuber, &eyes, &sprouts, &size, &stout, &soft, &planting, &tray, &piece, &how); err != nil {
			return err
		}
		e := &out[at[id]]
		switch what {
		case "weight":
			e.Weights = append(e.Weights, measure.Mass(size))
			e.Hows = appendHow(e.Hows, len(e.Weights), measure.Known(how))
			if e.Kind == logbook.SeedCut {
				e.Eyes = append(e.Eyes, eyes)
			}
		case "seen":
			e.Seen = append(e.Seen, logbook.Seen{Tuber: tuber, Eyes: eyes, Sprouts: sprouts, Longest: measure.Length(size), Stout: stout, Soft: soft})
		default:
			e.Allots = append(e.Allots, logbook.Allotted{Planting: planting, PieceRef: logbook.PieceRef{Tray: tray, Tuber: tuber, Piece: piece}})
		}
		return nil
	}, `SELECT 'weight' AS what, entry_id, n, eyes, 0, grams, 0, 0, 0, 0, 0, how FROM seed_weight
	     UNION ALL SELECT 'seen', entry_id, tuber, eyes, sprouts, longest_cm, stout, soft, 0, 0, 0, '' FROM seed_seen
	     UNION ALL SELECT 'given', entry_id, tuber, 0, 0, 0.0, 0, 0, planting_id, tray_id, piece, '' FROM seed_allotted
	     ORDER BY 2, 1, 9, 10, 3, 11`)
}

func (w *writer) AddSeedEntry(ctx context.Context, e logbook.SeedEntry) (logbook.ID, error) {
	id, err := w.add(ctx,
		`INSERT INTO seed_entry (tray_id, kind, day, logged_day, client_key, tuber, temp_c, light, keep, heal_days, text, voids_id, about)
		 VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
		orNull(e.Tray), string(e.Kind), int(e.Day), int(e.Logged), e.Key, e.Tuber,
		sql.NullFloat64{Float64: float64(e.Temp), Valid: e.Kind == logbook.SeedStood}, e.Light, e.Keep, e.HealDays, e.Text, orNull(e.Voids), e.About)
	if err != nil {
		return 0, err
	}
	for i, g := range e.Weights {
		eyes := 0
		if i < len(e.Eyes) {
			eyes = e.Eyes[i]
		}
		if _, err := w.add(ctx, `INSERT INTO seed_weight (entry_id, n, grams, eyes, how) VALUES (?, ?, ?, ?, ?)`, id, i+1, g.Grams(), eyes, howOf(e.Hows, i)); err != nil {
			return 0, err
		}
	}
	for _, s := range e.Seen {
		if _, err := w.add(ctx, `INSERT INTO seed_seen (entry_id, tuber, eyes, sprouts, longest_cm, stout, soft) VALUES (?, ?, ?, ?, ?, ?, ?)`,
			id, s.Tuber, s.Eyes, s.Sprouts, float64(s.Longest), s.Stout, s.Soft); err != nil {
			return 0, err
		}
	}
	for _, a := range e.Allots {
		if _, err := w.add(ctx, `INSERT INTO seed_allotted (entry_id, planting_id, tray_id, tuber, piece) VALUES (?, ?, ?, ?, ?)`,
			id, a.Planting, a.Tray, a.Tuber, a.Piece); err != nil {
			return 0, err
		}
	}
	return id, nil
}

// appendHow is how the last of n quantities is known; nil while all were measured.
func appendHow(hows []measure.Known, n int, how measure.Known) []measure.Known {
	if how != measure.Weighed && hows == nil {
		hows = make([]measure.Known, n-1, n)
	}
	if hows != nil {
		hows = append(hows, how)
	}
	return hows
}

func howOf(hows []measure.Known, i int) string {
	if i < len(hows) {
		return string(hows[i])
	}
	return string(measure.Weighed)
}

func orNull(id logbook.ID) sql.NullInt64 { return sql.NullInt64{Int64: int64(id), Valid: id != 0} }

func (r *reader) Nurslings(ctx context.Context) ([]logbook.Nursling, error) {
	varieties, err := r.varietyByID(ctx)
	if err != nil {
		return nil, err
	}
	var out []logbook.Nursling
	err = r.each(ctx, func(rows *sqlx.Rows) error {
		var n logbook.Nursling
		var variety logbook.ID
		var kind, method, shelter, how string
		var grams, temp float64
		var started int64
		err := rows.Scan(&n.ID, &n.Label, &kind, &variety, &grams, &how, &method, &temp, &shelter, &started)
		n.How, n.Kind, n.Method, n.Shelter = measure.Known(how), logbook.NurseKind(kind), logbook.Method(method), climate.Shelter(shelter)
		n.Weight, n.Temp, n.Started, n.Variety = measure.Mass(grams), measure.Temperature(temp), measure.Day(started), varieties[variety]
		out = append(out, n)
		return err
	}, `SELECT id, label, kind, variety_id, grams, how, method, temp_c, shelter, started FROM nursling ORDER BY kind DESC, length(label), label`)
	return out, err
}

func (w *writer) AddNursling(ctx context.Context, n logbook.Nursling) (logbook.ID, error) {
	return w.add(ctx,
		`INSERT INTO nursling (label, kind, variety_id, grams, how, method, temp_c, shelter, started) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
		n.Label, string(n.Kind), n.Variety.ID, n.Weight.Grams(), string(n.How), string(n.Method), float64(n.Temp), string(n.Shelter), int(n.Started))
}

func (r *reader) NurseryLog(ctx context.Context) ([]logbook.NurseryEntry, error) {
	var out []logbook.NurseryEntry
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var e logbook.NurseryEntry
		var kind, shelter string
		var day, logged int64
		err := rows.Scan(&e.ID, &e.Nursling, &kind, &day, &logged, &shelter, &e.Count, &e.Nodes, &e.Entry, &e.Planting, &e.Text, &e.Voids)
		e.Kind, e.Shelter, e.Day, e.Logged = logbook.NurseryKind(kind), climate.Shelter(shelter), measure.Day(day), measure.Day(logged)
		out = append(out, e)
		return err
	}, `SELECT n.id, n.nursling_id, n.kind, n.day, n.logged_day, n.shelter, n.count, n.nodes, coalesce(n.entry_id, 0),
	           coalesce(e.planting_id, 0), n.text, coalesce(n.voids_id, 0)
	      FROM nursery_entry n LEFT JOIN entry e ON e.id = n.entry_id
	     WHERE NOT EXISTS (SELECT 1 FROM entry v WHERE v.voids_id = n.entry_id)
	     ORDER BY n.id`)
	return out, err
}

func (r *reader) NurseryGroup(ctx context.Context, group string) ([]logbook.ID, error) {
	var out []logbook.ID
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var id logbook.ID
		err := rows.Scan(&id)
		out = append(out, id)
		return err
	}, `SELECT id FROM nursery_entry WHERE kind IN ('moved', 'watered') AND client_key = ? || '-pot-' || nursling_id ORDER BY id`, group)
	return out, err
}

func (w *writer) AddNurseryEntry(ctx context.Context, e logbook.NurseryEntry) (logbook.ID, error) {
	return w.add(ctx,
		`INSERT INTO nursery_entry (nursling_id, kind, day, logged_day, client_key, shelter, count, nodes, entry_id, text, voids_id)
		 VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
		e.Nursling, string(e.Kind), int(e.Day), int(e.Logged), e.Key, string(e.Shelter), e.Count, e.Nodes, orNull(e.Entry), e.Text, orNull(e.Voids))
}
