package compare

import (
	"slices"

	"glebata/core/trial"
)

// Turned is a table of totals: levels of one factor down, of another across.
type Turned struct {
	Down, Across *Factor
	Columns      []Level
	Rows         []TurnedRow
}

// TurnedRow is one level with its cells, and the bags of all of them together.
type TurnedRow struct {
	Level
	Cells []Group
	All   Group
}

// Turn the bags that count in a measure by two factors.
func Turn(s *Sheet, down, across *Factor) Turned {
	out := Turned{Down: down, Across: across}
	at := map[string]int{}
	column := map[string]bool{}
	type cell struct{ row, col string }
	cells := map[cell]*Group{}
	add := func(g *Group, b *Bag, o trial.Observed) { g.Bags, g.Arm = append(g.Bags, b), append(g.Arm, o) }
	for _, b := range s.Counted {
		row, okRow := down.Level(b)
		col, okCol := across.Level(b)
		if !okRow || !okCol {
			continue
		}
		o, _ := s.Measure.Observe(b)
		if _, seen := at[row.Key]; !seen {
			at[row.Key] = len(out.Rows)
			out.Rows = append(out.Rows, TurnedRow{Level: row, All: Group{Level: row}})
		}
		if !column[col.Key] {
			column[col.Key] = true
			out.Columns = append(out.Columns, col)
		}
		add(&out.Rows[at[row.Key]].All, b, o)
		key := cell{row.Key, col.Key}
		if cells[key] == nil {
			cells[key] = &Group{Level: col}
		}
		add(cells[key], b, o)
	}
	slices.SortFunc(out.Columns, byOrder)
	for i := range out.Rows {
		for _, col := range out.Columns {
			g := Group{Level: col}
			if c := cells[cell{out.Rows[i].Key, col.Key}]; c != nil {
				g = *c
			}
			out.Rows[i].Cells = append(out.Rows[i].Cells, g)
		}
	}
	slices.SortFunc(out.Rows, func(a, b TurnedRow) int { return byOrder(a.Level, b.Level) })
	return out
}

// Cell of the table by the keys of its row and column; an empty column is all of the row.
func (t *Turned) Cell(row, column string) (Group, bool) {
	for i := range t.Rows {
		r := &t.Rows[i]
		if r.Key != row {
			continue
		}
		if column == "" {
			return r.All, true
		}
		for _, g := range r.Cells {
			if g.Key == column && len(g.Bags) > 0 {
				return g, true
			}
		}
	}
	return Group{}, false
}
