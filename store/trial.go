package store

import (
	"context"

	"github.com/jmoiron/sqlx"

	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Trials newest first, with their arms and bags.
func (r *reader) Trials(ctx context.Context) ([]logbook.Trial, error) {
	var out []logbook.Trial
	at := map[logbook.ID]int{}
	err := r.each(ctx, func(rows *sqlx.Rows) error {
		var t logbook.Trial
		var laid, judge int64
		err := rows.Scan(&t.ID, &t.Year, &t.Question, &t.Factor, &t.Measure, &t.Draw, &laid, &t.Dropped, &t.Pair[0], &t.Pair[1], &t.Matters, &judge)
		t.Laid, t.JudgeOn = measure.Day(laid), measure.Day(judge)
		at[t.ID] = len(out)
		out = append(out, t)
		return err
	}, `SELECT id, year, question, factor, measure, draw, laid, dropped, first_arm, second_arm, matters, judge_on FROM trial ORDER BY year DESC, id DESC`)
	if err != nil || len(out) == 0 {
		return out, err
	}
	err = r.each(ctx, func(rows *sqlx.Rows) error {
		var id, planting logbook.ID
		var arm int
		var name, block string
		if err := rows.Scan(&id, &planting, &arm, &name, &block); err != nil {
			return err
		}
		i, ok := at[id]
		if !ok {
			return nil
		}
		t := &out[i]
		if planting == 0 {
			t.Arms = append(t.Arms, name)
		} else {
			t.Bags = append(t.Bags, logbook.TrialBag{Planting: planting, Arm: arm, Block: block})
		}
		return nil
	}, `SELECT * FROM (SELECT trial_id, 0 AS planting, position AS arm, name, '' AS block FROM trial_arm
	    UNION ALL SELECT trial_id, planting_id, arm, '', block FROM trial_bag) ORDER BY trial_id, planting > 0, arm, planting`)
	return out, err
}

func (w *writer) AddTrial(ctx context.Context, t logbook.Trial) (logbook.ID, error) {
	id, err := w.add(ctx, `INSERT INTO trial (year, question, factor, measure, draw, laid, first_arm, second_arm, matters, judge_on) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
		t.Year, t.Question, t.Factor, t.Measure, int64(t.Draw), int(t.Laid), t.Pair[0], t.Pair[1], t.Matters, int(t.JudgeOn))
	if err != nil {
		return 0, err
	}
	for i, name := range t.Arms {
		if _, err := w.add(ctx, `INSERT INTO trial_arm (trial_id, position, name) VALUES (?, ?, ?)`, id, i, name); err != nil {
			return 0, err
		}
	}
	for _, b := range t.Bags {
		if _, err := w.add(ctx, `INSERT INTO trial_bag (trial_id, planting_id, arm, block) VALUES (?, ?, ?, ?)`, id, b.Planting, b.Arm, b.Block); err != nil {
			return 0, err
		}
	}
	return id, nil
}

func (w *writer) SetTrialDropped(ctx context.Context, id logbook.ID, dropped bool) error {
	_, err := w.add(ctx, `UPDATE trial SET dropped = ? WHERE id = ?`, dropped, id)
	return err
}
