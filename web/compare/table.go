package compare

import (
	"cmp"
	"fmt"
	"net/url"
	"slices"
	"strconv"

	"glebata/core/measure"
	"glebata/garden/compare"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/openformat"
	"glebata/web/frame"
	"glebata/web/parts"
)

// linesOnPage of the table.
const linesOnPage = 50

// tableMeasures of each kind of planting, beside the one that is asked for.
var tableMeasures = map[compare.Kind][]string{
	compare.Tubers: {"harvest", "ratio", "litre", "area", "plant", "mean"},
	compare.Slips:  {"harvest", "slip", "litre", "area", "mean"},
	compare.Ground: {"harvest", "ratio", "metre", "area", "plant"},
	compare.Both:   {"harvest", "ratio", "area", "plant"},
}

// planted figures have a working at the planting itself.
var planted = map[string]string{
	"harvest": forecast.FigureHarvest, "ratio": forecast.FigureRatio, "litre": forecast.FigurePerLitre, "area": forecast.FigurePerArea,
	"plant": forecast.FigurePerPlant, "slip": forecast.FigurePerPlant, "mean": forecast.FigureMean,
}

// turns of the table, by two factors.
var turns = []struct{ key, name, down, across string }{
	{"variety-year", "varieties by season", "variety", "year"},
	{"school-year", "ways of filling by season", "school", "year"},
	{"place-year", "places by season", "place", "year"},
	{"variety-school", "varieties by way of filling", "variety", "school"},
}

func newCompareTable(sheet *compare.Sheet, q, asked url.Values, sys measure.System) compareTable {
	t := compareTable{Turns: []tab{{"bags", string(frame.Address("/compare", asked, "table", "bags")), true}}}
	for _, turn := range turns {
		now := q.Get("table") == turn.key
		t.Turns = append(t.Turns, tab{turn.name, string(frame.Address("/compare", asked, "table", turn.key)), now})
		if now {
			t.Turns[0].Now = false
			turned := newTurned(sheet, compare.Turn(sheet, compare.FactorNamed(turn.down), compare.FactorNamed(turn.across)), asked, sys)
			t.Turned = &turned
		}
	}
	t.lines(sheet, q, asked, sys)
	return t
}

// lines of the bags in the order asked for, a page of them.
func (t *compareTable) lines(sheet *compare.Sheet, q, asked url.Values, sys measure.System) {
	list := slices.Clone(sheet.Chosen)
	key, down := q.Get("sort"), q.Get("dir") != "up"
	orders := ordersOf(sheet)
	if !slices.ContainsFunc(orders, func(o order) bool { return o.key == key }) {
		key = sheet.Measure.Key
	}
	for _, o := range orders {
		col := column{Name: o.name, Number: o.number, Now: o.key == key, Down: down}
		if col.Now {
			by := o.by
			slices.SortStableFunc(list, func(a, b *compare.Bag) int {
				if down {
					return by(b, a)
				}
				return by(a, b)
			})
		}
		dir := ""
		if col.Now && down || !col.Now && !o.number {
			dir = "up"
		}
		col.Href = string(frame.Address("/compare", asked, "sort", o.key, "dir", dir))
		t.Columns = append(t.Columns, col)
	}
	pages := (len(list) + linesOnPage - 1) / linesOnPage
	page, _ := strconv.Atoi(q.Get("page"))
	page = max(1, min(page, pages))
	for i := 1; i <= pages && pages > 1; i++ {
		if i == 1 || i == pages || i >= page-2 && i <= page+2 {
			t.Pages = append(t.Pages, tab{fmt.Sprint(i), string(frame.Address("/compare", asked, "page", i)), i == page})
		}
	}
	if t.Turned != nil {
		t.Pages = nil
	}
	for _, b := range list[min(len(list), (page-1)*linesOnPage):min(len(list), page*linesOnPage)] {
		t.Lines = append(t.Lines, newCompareLine(sheet, b, asked, sys))
	}
}

// columnsOf the table: the usual measures of the kind, and the one asked for.
func columnsOf(sheet *compare.Sheet) []*compare.Measure {
	var out []*compare.Measure
	for _, key := range tableMeasures[sheet.Kind] {
		out = append(out, compare.MeasureNamed(key, sheet.Kind))
	}
	if !slices.Contains(out, sheet.Measure) {
		out = append(out, sheet.Measure)
	}
	return out
}

// ownColumn of the factor, where the table has none for it.
func ownColumn(sheet *compare.Sheet) bool { return sheet.By.Key != "variety" && sheet.By.Key != "year" }

// order the table can be put in.
type order struct {
	key, name string
	number    bool
	by        func(a, b *compare.Bag) int
}

func ordersOf(sheet *compare.Sheet) []order {
	out := []order{
		{"bag", "Bag", false, func(a, b *compare.Bag) int {
			return cmp.Or(cmp.Compare(len(a.Label()), len(b.Label())), cmp.Compare(a.Label(), b.Label()))
		}},
		{"variety", "Variety", false, func(a, b *compare.Bag) int { return cmp.Compare(a.Variety.Name, b.Variety.Name) }},
		{"year", "Season", false, func(a, b *compare.Bag) int { return cmp.Compare(a.Season.Year, b.Season.Year) }},
	}
	if ownColumn(sheet) {
		out = append(out, order{"by", measure.Upper(sheet.By.Name), false, func(a, b *compare.Bag) int {
			x, _ := sheet.By.Level(a)
			y, _ := sheet.By.Level(b)
			return cmp.Or(cmp.Compare(x.Order, y.Order), cmp.Compare(x.Key, y.Key))
		}})
	}
	out = append(out, order{"seed", "Seed", true, func(a, b *compare.Bag) int { return cmp.Compare(a.State.Seed, b.State.Seed) }})
	for _, m := range columnsOf(sheet) {
		known := map[*compare.Bag]float64{} // worked out once a bag
		value := func(b *compare.Bag) float64 {
			v, ok := known[b]
			if !ok {
				v = -1
				if o, has := m.Observe(b); has {
					v = o.Value()
				}
				known[b] = v
			}
			return v
		}
		out = append(out, order{m.Key, measure.Upper(m.Name), true, func(a, b *compare.Bag) int { return cmp.Compare(value(a), value(b)) }})
	}
	return out
}

func newCompareLine(sheet *compare.Sheet, b *compare.Bag, asked url.Values, sys measure.System) compareLine {
	l := compareLine{Bag: b, At: bagHref(b), SeedText: parts.SeedOf(b.PlantingForecast), Mark: parts.SeedMark(b.PlantingForecast), NotCounted: !b.Counts(), Below: b.Counts() && below(&b.M)}
	if ownColumn(sheet) {
		if level, ok := sheet.By.Level(b); ok {
			l.Level = level.Name.In(sys)
		}
	}
	for _, m := range columnsOf(sheet) {
		cell := compareCell{AtLeast: b.AtLeast()}
		o, ok := m.Observe(b)
		if ok {
			cell.Text, cell.value, cell.has = sys.Print(m.Quantity(o.Value())), o.Value(), true
			low, high := o.Range()
			from, to := sys.Print(m.Quantity(low)), sys.Print(m.Quantity(high))
			if m.Key == "ratio" && from != to {
				cell.Text = from + " to " + to
			} else if from != to {
				cell.Range = from + " to " + to
			}
			if figure, own := planted[m.Key]; own {
				cell.Href = l.At + "/working/" + figure
			} else {
				cell.Href = string(frame.Address("/compare/working/bag", nil, "planting", b.Planting.ID, "measure", m.Key))
			}
		}
		l.Cells = append(l.Cells, cell)
	}
	return l
}

func newTurned(sheet *compare.Sheet, t compare.Turned, asked url.Values, sys measure.System) turnedTable {
	out := turnedTable{Down: measure.Upper(t.Down.Name), Across: t.Across.Name}
	for _, c := range t.Columns {
		out.Columns = append(out.Columns, c.Name.In(sys))
	}
	cell := func(row string, g *compare.Group, column string) compareCell {
		c := compareCell{has: len(g.Bags) > 0}
		if c.has {
			c.value = g.Value(sheet.Each)
			c.Text, c.AtLeast = sys.Print(sheet.Value(g)), g.AtLeast()
			c.Range = parts.Counted(len(g.Bags), "bag")
			c.Href = string(frame.Address("/compare/working/"+compare.FigureCell, asked, "down", t.Down.Key, "across", t.Across.Key, "row", row, "column", column))
		}
		return c
	}
	for i := range t.Rows {
		r := &t.Rows[i]
		row := turnedRow{Name: r.Name.In(sys)}
		for k := range r.Cells {
			row.Cells = append(row.Cells, cell(r.Key, &r.Cells[k], r.Cells[k].Key))
		}
		row.Cells = append(row.Cells, cell(r.Key, &r.All, ""))
		out.Rows = append(out.Rows, row)
	}
	return out
}

// turnedCell is the group of one cell of a turned table.
func turnedCell(sheet *compare.Sheet, q url.Values) (compare.Group, bool) {
	down, across := compare.FactorNamed(q.Get("down")), compare.FactorNamed(q.Get("across"))
	if down == nil || across == nil {
		return compare.Group{}, false
	}
	t := compare.Turn(sheet, down, across)
	return t.Cell(q.Get("row"), q.Get("column"))
}

func bagRows(sheet *compare.Sheet, promised map[logbook.ID]forecast.Promise) [][]string {
	head := append([]string{"bag"}, openformat.WeighingColumns...)
	by := !slices.Contains([]string{"variety", "year", "school"}, sheet.By.Key) // it stands there already
	if by {
		head = append(head, sheet.By.Name)
	}
	head = append(head, "seed g", "seed from g", "seed to g", "counts")
	var list []*compare.Measure
	for _, m := range compare.Measures() {
		if m.For(sheet.Kind) {
			list = append(list, m)
			head = append(head, m.Name, m.Name+" from", m.Name+" to")
		}
	}
	rows := [][]string{head}
	figure := func(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }
	bins := compare.BinsOf(sheet.Chosen)
	for _, b := range sheet.Chosen {
		counts := "yes"
		switch {
		case b.Unknown:
			counts = "no, harvest not known"
		case b.Simulated:
			counts = "no, simulated"
		case b.AtLeast():
			counts = "yes, at least so much"
		}
		row := append([]string{openformat.Cell(b.Label())}, weighingCells(b, promised[b.Planting.ID], bins[b])...)
		if by {
			level, _ := sheet.By.Level(b)
			row = append(row, openformat.Cell(level.Name.In(measure.Metric)))
		}
		row = append(row, figure(float64(b.State.Seed)), figure(float64(b.SeedLow)), figure(float64(b.SeedHigh)), counts)
		for _, m := range list {
			o, ok := m.Observe(b)
			if !ok {
				row = append(row, "", "", "")
				continue
			}
			low, high := o.Range()
			row = append(row, rounded(m.Plain(o.Value())), rounded(m.Plain(low)), rounded(m.Plain(high)))
		}
		rows = append(rows, row)
	}
	return rows
}

// weighingCells are those of openformat.WeighingColumns: what was promised of a bag and what it gave, or
// all of the bin that it was weighed in.
func weighingCells(b *compare.Bag, p forecast.Promise, bin *compare.Bin) []string {
	kg := func(m measure.Mass) string { return strconv.FormatFloat(m.Kilograms(), 'f', -1, 64) }
	out := []string{strconv.Itoa(b.Season.Year), openformat.Cell(b.VarietyName()), string(b.Filling.School), "", "", "", "", ""}
	if p.Expected <= 0 || !b.Counts() {
		return out
	}
	low, high := p.Low, p.High
	if bin != nil {
		low, high, out[7] = bin.Low, bin.High, bin.Name
	}
	out[3], out[4] = kg(p.Expected), kg((low+high)/2)
	if high > low {
		out[5], out[6] = kg(low), kg(high)
	}
	if bin != nil && !bin.Whole {
		out[4], out[5], out[6], out[7] = "", "", "", ""
	}
	return out
}

func turnedRows(t *turnedTable) [][]string {
	head := append([]string{t.Down}, t.Columns...)
	rows := [][]string{append(head, "together")}
	for _, r := range t.Rows {
		row := []string{openformat.Cell(r.Name)}
		for _, c := range r.Cells {
			if c.has {
				row = append(row, rounded(c.value))
			} else {
				row = append(row, "")
			}
		}
		rows = append(rows, row)
	}
	return rows
}

// rounded figure of a table of values, to a thousandth.
func rounded(v float64) string {
	return strconv.FormatFloat(float64(int64(v*1000+0.5))/1000, 'f', -1, 64)
}
