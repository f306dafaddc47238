package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"

	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
)

// where makes the condition on planting p of a filter.
func where(f garden.Filter) (string, []any) {
	conds, args := []string{"1 = 1"}, []any{}
	if f.ID != 0 {
		conds, args = append(conds, "p.id = ?"), append(args, f.ID)
	}
	if f.Bag != 0 {
		conds, args = append(conds, "p.bag_id = ?"), append(args, f.Bag)
	}
	if f.Model != 0 {
		conds, args = append(conds, "p.bag_id IN (SELECT id FROM bag WHERE model_id = ?)"), append(args, f.Model)
	}
	if f.Variety != 0 {
		conds, args = append(conds, "p.variety_id = ?"), append(args, f.Variety)
	}
	if f.Year != 0 {
		conds, args = append(conds, "p.season_id IN (SELECT id FROM season WHERE year = ?)"), append(args, f.Year)
	}
	if f.Shared {
		conds = append(conds, "p.beside <> 0")
	}
	if f.Open {
		conds = append(conds, "NOT EXISTS ("+ended+")")
	}
	if f.Finished {
		conds = append(conds, "EXISTS ("+ended+" AND e.kind = 'closed')")
	}
	if f.Heights > 0 {
		conds, args = append(conds, "p.id IN (SELECT h.planting_id FROM entry h JOIN planting p ON p.id = h.planting_id WHERE h.kind = 'measured' AND EXISTS ("+ended+" AND e.kind = 'closed') GROUP BY h.planting_id ORDER BY h.planting_id DESC LIMIT ?)"), append(args, f.Heights)
	}
	return strings.Join(conds, " AND "), args
}

// ended finds an entry that stands and ends planting p; it goes by the index
// of such entries.
const ended = `SELECT 1 FROM entry e WHERE e.planting_id = p.id AND e.kind IN ('closed', 'dropped')
	 AND NOT EXISTS (SELECT 1 FROM entry v WHERE v.voids_id = e.id)`

type plantingRow struct {
	ID        logbook.ID
	SeasonID  logbook.ID `db:"season_id"`
	Year      int
	BagID     logbook.ID `db:"bag_id"`
	Label     string
	ModelID   logbook.ID `db:"model_id"`
	PlaceID   logbook.ID `db:"place_id"`
	Condition logbook.Condition
	VarietyID logbook.ID `db:"variety_id"`
	Number    int
	School    hill.School
	Headspace float64 `db:"headspace_cm"`
	Base      float64 `db:"base_cm"`
	Cover     float64 `db:"cover_cm"`
	Layer     float64 `db:"layer_cm"`
	Settling  float64
	Planned   int     `db:"planned_day"`
	Filler    float64 `db:"filler_cm"`
	Trigger   float64 `db:"trigger_cm"`
	Showing   float64 `db:"showing_cm"`
	Raises    hill.Raises
	Beside    logbook.ID
	SeasonWas int     `db:"season_was"`
	Share     float64 // as the grower says; 0 for by plants
	Together  int     // plants of all that share its container
}

// share of the container that a planting has.
func (p *plantingRow) share() float64 {
	switch {
	case p.Beside == 0:
		return 0
	case p.Share > 0:
		return p.Share
	}
	return float64(p.Number) / float64(max(p.Together, p.Number, 1))
}

// Plantings come newest season first, then as the bags stand.
func (r *reader) Plantings(ctx context.Context, f garden.Filter) ([]logbook.Planting, error) {
	return once(r, fmt.Sprint("plantings ", f), func() ([]logbook.Planting, error) { return r.plantings(ctx, f) })
}

func (r *reader) plantings(ctx context.Context, f garden.Filter) ([]logbook.Planting, error) {
	bagOf, err := r.bagMaker(ctx)
	if err != nil {
		return nil, err
	}
	varietyOf, err := r.varietyByID(ctx)
	if err != nil {
		return nil, err
	}
	cond, args := where(f)
	return list(ctx, r, func(p plantingRow) logbook.Planting {
		return logbook.Planting{
			ID: p.ID, Season: logbook.Season{ID: p.SeasonID, Year: p.Year},
			Bag: bagOf(bagRow{p.BagID, p.Label, p.ModelID, p.PlaceID, p.Condition}), Variety: varietyOf[p.VarietyID], Number: p.Number,
			Filling: hill.Plan{
				School: p.School, Headspace: measure.Length(p.Headspace), Base: measure.Length(p.Base),
				Cover: measure.Length(p.Cover), MaxLayer: measure.Length(p.Layer), Settling: p.Settling, Filler: measure.Length(p.Filler),
				Trigger: measure.Length(p.Trigger), Showing: measure.Length(p.Showing), Raises: p.Raises,
			},
			Beside: p.Beside, Share: p.share(), OwnShare: p.Share > 0,
			Planned: measure.Day(p.Planned), PlannedFor: p.SeasonWas,
		}
	}, `SELECT p.id, p.season_id, s.year, p.bag_id, b.label, b.model_id, b.place_id, b.condition, p.variety_id, p.number, p.school, p.headspace_cm,
	           p.base_cm, p.cover_cm, p.layer_cm, p.settling, p.planned_day, p.filler_cm, p.trigger_cm, p.showing_cm, p.raises, p.beside, p.share, p.season_was,
	           CASE WHEN p.beside = 0 THEN 0 ELSE (SELECT coalesce(sum(q.number), 0) FROM planting q WHERE q.beside = p.beside
	             AND NOT EXISTS (SELECT 1 FROM entry e WHERE e.planting_id = q.id AND e.kind = 'dropped' AND NOT EXISTS (SELECT 1 FROM entry v WHERE v.voids_id = e.id))) END AS together
	      FROM planting p JOIN season s ON s.id = p.season_id
	      JOIN bag b ON b.id = p.bag_id JOIN place l ON l.id = b.place_id
	     WHERE `+cond+`
	     ORDER BY s.year DESC, l.position, l.id, length(b.label), b.label, p.id DESC`, args...)
}

func (w *writer) AddPlanting(ctx context.Context, p logbook.Planting) (logbook.ID, error) {
	l := p.Filling
	return w.add(ctx,
		`INSERT INTO planting (season_id, bag_id, variety_id, number, school, headspace_cm, base_cm, cover_cm,
		                       layer_cm, settling, planned_day, filler_cm, trigger_cm, showing_cm, raises, beside)
		 VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
		p.Season.ID, p.Bag.ID, p.Variety.ID, p.Number, l.School, float64(l.Headspace), float64(l.Base),
		float64(l.Cover), float64(l.MaxLayer), l.Settling, int(p.Planned), float64(l.Filler), float64(l.Trigger), float64(l.Showing), int(l.Raises), p.Beside)
}

// entryColumns leave out the client key, which only the schema compares.
const entryColumns = `e.id, e.planting_id, e.kind, e.day, e.logged_day, e.slips, coalesce(e.raise_cm, 0),
	coalesce(e.loose_l, 0), coalesce(e.height_cm, 0), e.text, coalesce(e.voids_id, 0), e.what, coalesce(e.until_day, 0)`

// entries reads log entries with their pieces and batches, in the order of
// writing. It scans column by column: a garden has thousands of them.
func (r *reader) entries(ctx context.Context, where string, args ...any) ([]logbook.Entry, error) {
	out := make([]logbook.Entry, 0, 64)
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		// Plain types are scanned without reflection.
		var id, planting, day, logged, slips, voids, until int64
		var by, loose, height float64
		var kind, text, what string
		err := rows.Scan(&id, &planting, &kind, &day, &logged, &slips, &by, &loose, &height, &text, &voids, &what, &until)
		out = append(out, logbook.Entry{
			ID: logbook.ID(id), Planting: logbook.ID(planting), Kind: logbook.Kind(kind),
			Day: measure.Day(day), Logged: measure.Day(logged), Slips: int(slips), RaiseBy: measure.Length(by),
			Loose: measure.Volume(loose), Height: measure.Length(height), Text: text, Voids: logbook.ID(voids),
			What: job.Kind(what), Until: measure.Day(until),
		})
		return err
	}, `SELECT `+entryColumns+` FROM entry e `+where+` ORDER BY e.id`, args...)
	if err != nil || len(out) == 0 {
		return out, err
	}
	at := make(map[logbook.ID]*logbook.Entry, len(out))
	for i := range out {
		at[out[i].ID] = &out[i]
	}
	return out, r.fill(ctx, at, ` WHERE entry_id IN (SELECT e.id FROM entry e `+where+`)`, args)
}

// each runs a query and hands over its rows one by one.
func (r *reader) each(ctx context.Context, scan func(*sqlx.Rows) error, query string, args ...any) error {
	rows, err := r.query(query, args...)
	if err != nil {
		return told(fmt.Errorf("reading %s: %w", tableOf(query), err))
	}
	defer func() { _ = rows.Close() }() // what matters is in rows.Err
	for rows.Next() {
		if err := scan(rows); err != nil {
			return told(fmt.Errorf("reading a row of %s: %w", tableOf(query), err))
		}
	}
	if err := rows.Err(); err != nil {
		return told(fmt.Errorf("reading %s: %w", tableOf(query), err))
	}
	return nil
}

func (r *reader) Logs(ctx context.Context, f garden.Filter) (map[logbook.ID][]logbook.Entry, error) {
	if r.store != nil {
		var chosen []logbook.ID // all where none are chosen
		if f != (garden.Filter{}) {
			plantings, err := r.Plantings(ctx, f)
			if err != nil {
				return nil, err
			}
			chosen = make([]logbook.ID, len(plantings))
			for i := range plantings {
				chosen[i] = plantings[i].ID
			}
		}
		return r.store.book.of(ctx, r, chosen)
	}
	cond, args := where(f)
	// A writer reads the few logs it changes, with what it has written itself.
	entries, err := r.entries(ctx, `WHERE e.planting_id IN (SELECT p.id FROM planting p WHERE `+cond+`)`, args...)
	var own logCache
	own.add(entries)
	return own.logs, err
}

// fill entries with their pieces and batches.
func (r *reader) fill(ctx context.Context, at map[logbook.ID]*logbook.Entry, in string, args []any) error {
	return r.each(ctx, func(rows *sqlx.Rows) error {
		var id, place, from int64
		var part, count, level int
		var about bool
		var grams, tare, high, amount float64
		var thing, grade, how, group, faults string
		if err := rows.Scan(&id, &part, &grams, &tare, &thing, &grade, &count, &how, &high, &amount, &about, &level, &place, &group, &from, &faults); err != nil {
			return err
		}
		e := at[logbook.ID(id)]
		switch known := measure.Known(how); part {
		case piecePart:
			k := &e.Seed
			k.Pieces = append(k.Pieces, measure.Mass(grams))
			k.Hows = appendHow(k.Hows, len(k.Pieces), known)
		case batchPart:
			e.Batches = append(e.Batches, logbook.Batch{
				How: known, Gross: measure.Mass(grams), Tare: measure.Mass(tare), Container: thing, Grade: grade, Count: count,
				Low: measure.Mass(amount), High: measure.Mass(high), Faults: faults, Line: group,
			})
		default:
			e.About, e.Group = about, group
			if e.Kind == logbook.Planted {
				k := &e.Seed
				k.Count, k.Total, k.Low, k.High = count, measure.Mass(grams), measure.Mass(tare), measure.Mass(high)
				e.Start = logbook.Start(thing)
				break
			}
			e.Thing, e.Amount, e.Level, e.Place, e.From = thing, amount, level, logbook.ID(place), logbook.ID(from)
		}
		return nil
	}, `SELECT entry_id, part, grams, tare_g, container, grade, count, how, high, amount, about, level, place, grp, from_id, faults FROM (
	      SELECT entry_id, n, 0 AS part, grams, 0.0 AS tare_g, '' AS container, '' AS grade, 0 AS count, how, 0.0 AS high, 0.0 AS amount, 0 AS about, 0 AS level, 0 AS place, '' AS grp, 0 AS from_id, '' AS faults FROM piece`+in+`
	       UNION ALL SELECT entry_id, n, 1, gross_g, tare_g, container, grade, count, how, high_g, low_g, 0, 0, 0, line, 0, faults FROM batch`+in+`
	       UNION ALL SELECT entry_id, 0, 2, total_g, low, thing, '', count, how, high, amount, about, level, coalesce(place_id, 0), grp, coalesce(from_id, 0), '' FROM entry_detail`+in+`) ORDER BY entry_id, n`,
		slices.Concat(args, args, args)...)
}

// Parts of an entry that are read together.
const (
	piecePart = iota
	batchPart
)

func (r *reader) Entry(ctx context.Context, id logbook.ID) (logbook.Entry, error) {
	found, err := r.entries(ctx, `WHERE e.id = ?`, id)
	if err != nil {
		return logbook.Entry{}, err
	}
	if len(found) == 0 {
		return logbook.Entry{}, logbook.ErrNotFound
	}
	return found[0], nil
}

func (r *reader) GroupEntries(ctx context.Context, group string) ([]logbook.Entry, error) {
	return r.entries(ctx, `WHERE e.id IN (SELECT entry_id FROM entry_detail WHERE grp = ? AND grp <> '')`, group)
}

func (r *reader) Photo(ctx context.Context, entry logbook.ID) ([]byte, error) {
	var jpeg []byte
	err := r.get(&jpeg, `SELECT jpeg FROM photo WHERE entry_id = ?`, entry)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, logbook.ErrNotFound
	}
	return jpeg, err
}

func (w *writer) AddPhoto(ctx context.Context, entry logbook.ID, p logbook.Photo) error {
	_, err := w.add(ctx, `INSERT INTO photo (entry_id, width, height, jpeg) VALUES (?, ?, ?, ?)`, entry, p.Width, p.Height, p.JPEG)
	return err
}

func (w *writer) AddEntry(ctx context.Context, e logbook.Entry) (logbook.ID, error) {
	id, err := w.add(ctx,
		`INSERT INTO entry (planting_id, kind, day, logged_day, client_key, slips, raise_cm, loose_l, height_cm, text, voids_id, what, until_day)
		 VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
		e.Planting, e.Kind, int(e.Day), int(e.Logged), e.Key, e.Slips,
		whenNot0(float64(e.RaiseBy)), whenNot0(float64(e.Loose)),
		sql.NullFloat64{Float64: float64(e.Height), Valid: e.Kind.Speaks("height")},
		e.Text, sql.NullInt64{Int64: int64(e.Voids), Valid: e.Voids != 0},
		string(e.What), sql.NullInt64{Int64: int64(e.Until), Valid: e.Kind.Speaks("until")})
	if err != nil {
		return 0, err
	}
	if err := w.addDetail(ctx, id, &e); err != nil {
		return 0, err
	}
	for i, p := range e.Seed.Pieces {
		if _, err := w.add(ctx, `INSERT INTO piece (entry_id, n, grams, how) VALUES (?, ?, ?, ?)`, id, i+1, p.Grams(), howOf(e.Seed.Hows, i)); err != nil {
			return 0, err
		}
	}
	for i, b := range e.Batches {
		if _, err := w.add(ctx,
			`INSERT INTO batch (entry_id, n, gross_g, tare_g, container, grade, count, how, low_g, high_g, faults, line) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
			id, i+1, b.Gross.Grams(), b.Tare.Grams(), b.Container, b.Grade, b.Count, string(b.How), b.Low.Grams(), b.High.Grams(), b.Faults, b.Line); err != nil {
			return 0, err
		}
	}
	return id, nil
}

// addDetail keeps what an entry says beside its day, where it says more.
func (w *writer) addDetail(ctx context.Context, id logbook.ID, e *logbook.Entry) error {
	k := &e.Seed
	thing := e.Thing
	if e.Kind == logbook.Planted {
		thing = string(e.Start)
	}
	if !e.About && e.Group == "" && k.Count == 0 && k.Total == 0 && k.High == 0 && thing == "" && e.Amount == 0 && e.Level == 0 && e.Place == 0 {
		return nil
	}
	_, err := w.add(ctx, `INSERT INTO entry_detail (entry_id, about, count, total_g, low, high, amount, thing, level, place_id, grp, from_id) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
		id, e.About, k.Count, k.Total.Grams(), k.Low.Grams(), k.High.Grams(), e.Amount, thing, e.Level, orNull(e.Place), e.Group, orNull(e.From))
	return err
}

func whenNot0(v float64) sql.NullFloat64 { return sql.NullFloat64{Float64: v, Valid: v != 0} }
