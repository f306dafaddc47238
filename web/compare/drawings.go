package compare

import (
	"fmt"
	"slices"
	"strings"

	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/garden/compare"
	"glebata/web/draw"
	"glebata/web/frame"
	"glebata/web/parts"
)

// How a comparison is drawn: groups under one another, seed against harvest, or along a number.
const (
	asGroups  = "groups"
	asFan     = "fan"
	asScatter = "scatter"
)

// draw the groups, and where there are few bags the fan of ratios too.
func (b *compareBody) draw(all []compare.Bag, show string, sys measure.System) {
	sheet := &b.Sheet
	years := yearsOf(all)
	many := len(sheet.Counted) > draw.MostLettered
	fans := sheet.Kind == compare.Tubers && (sheet.Measure.Key == "ratio" || sheet.Measure.Key == "gross")
	ways := []string{asGroups}
	if fans {
		ways = append(ways, asFan)
	}
	if sheet.By.Numeric() {
		ways = append(ways, asScatter)
	}
	if !slices.Contains(ways, show) {
		show = asGroups
	}
	names := map[string]string{asGroups: "in groups", asFan: "seed against harvest", asScatter: "along " + sheet.By.Name}
	for _, way := range ways {
		if len(ways) > 1 {
			b.Shows = append(b.Shows, tab{names[way], string(frame.Address("/compare", b.Query, "show", way)), way == show})
		}
	}
	shown := map[int]bool{}
	switch show {
	case asFan:
		b.chart(b.fan(years, shown, sys))
	case asScatter:
		b.chart(b.scatter(years, shown, sys))
	default:
		b.lanes(years, shown, sys)
	}
	if many {
		return
	}
	for i, y := range years {
		if shown[i] {
			b.Keys = append(b.Keys, seriesKey{y, draw.NewKey(i)})
		}
	}
}

// yearsOf all finished bags, so that a season keeps its shape whatever is chosen.
func yearsOf(all []compare.Bag) []int {
	var years []int
	for i := range all {
		if y := all[i].Season.Year; !slices.Contains(years, y) {
			years = append(years, y)
		}
	}
	slices.Sort(years)
	return years
}

// point of a bag with its figure up.
func (b *compareBody) point(bag *compare.Bag, years []int, shown map[int]bool, sys measure.System) draw.Point {
	series := slices.Index(years, bag.Season.Year)
	shown[series] = true
	p := pointOf(bag, b.Sheet.Measure, series, len(b.Sheet.Counted) <= draw.MostLettered, sys)
	if p.Label != "" && slices.ContainsFunc(b.Sheet.Counted, func(o *compare.Bag) bool { return o.Season.Year != bag.Season.Year }) {
		p.Label = draw.Escape(bag.Label() + yearMark(bag.Season.Year))
		p.Says = p.Label + draw.Escape(strings.TrimPrefix(p.Says.Plain(), bag.Label()))
	}
	return p
}

// yearMark after a label, where bags of several seasons stand together: " ’25".
func yearMark(year int) string { return fmt.Sprintf(" ’%02d", year%100) }

// pointOf a bag in a measure, lettered or not.
func pointOf(bag *compare.Bag, m *compare.Measure, series int, lettered bool, sys measure.System) draw.Point {
	o, _ := m.Observe(bag)
	p := draw.Point{Y: o.Value()}
	if lettered {
		p.Label, p.Href, p.Series, p.More = draw.Escape(bag.Label()), draw.Escape(bagHref(bag)), series, bag.AtLeast()
		if low, high := o.Range(); high > low*(1+1e-9) {
			p.YLow, p.YHi = low, high
		}
		p.Says = draw.Escape(fmt.Sprintf("%s, %s, %d: %s %s", bag.Label(), bag.Variety.Name, bag.Season.Year, m.Name, sys.Print(m.Quantity(o.Value()))))
	}
	return p
}

func bagHref(b *compare.Bag) string { return fmt.Sprintf("/plantings/%d", b.Planting.ID) }

// lanes of the groups, panel by panel.
func (b *compareBody) lanes(years []int, shown map[int]bool, sys measure.System) {
	sheet := &b.Sheet
	var panels []draw.LanePanel
	most := 0.0
	for i := range sheet.Panels {
		p := draw.LanePanel{Head: draw.Escape(sheet.Panels[i].Name.In(sys))}
		for k := range sheet.Panels[i].Groups {
			g := &sheet.Panels[i].Groups[k]
			lane := laneOf(g, sheet.Measure, sheet.Each, sys)
			for _, bag := range g.Bags {
				lane.Points = append(lane.Points, b.point(bag, years, shown, sys))
				most = max(most, lane.Points[len(lane.Points)-1].Y)
			}
			p.Groups = append(p.Groups, lane)
		}
		panels = append(panels, p)
	}
	b.Lanes = lanesOf(panels, sheet.Measure, sheet.Kind, most, sys)
}

// laneOf a group, without its points.
func laneOf(g *compare.Group, m *compare.Measure, each bool, sys measure.System) draw.LaneGroup {
	lane := draw.LaneGroup{Name: draw.Escape(g.Name.In(sys)), Value: g.Value(each)}
	lane.Tells = draw.Escape(parts.Counted(len(g.Bags), "bag") + ", " + atLeast(g.AtLeast()) + times(m) + sys.Print(m.Quantity(lane.Value)))
	if low, high := g.Range(each); high > low*(1+1e-9) {
		lane.Low, lane.High = low, high
	}
	return lane
}

// lanesOf groups on the axis of a measure.
func lanesOf(panels []draw.LanePanel, m *compare.Measure, kind compare.Kind, most float64, sys measure.System) draw.OnBoth[draw.Lanes] {
	even := 0.0
	if m.Key == "ratio" && kind == compare.Tubers {
		even = lift.BreakEven
	}
	axis := draw.NewAxis(draw.Escape(m.Name), m.Quantity, most, sys)
	return draw.Both(func(p draw.Paper) draw.Lanes { return draw.NewLanes(panels, axis, even, "× 1 seed back", p) })
}

// times stands before a ratio.
func times(m *compare.Measure) string {
	if m.Key == "ratio" || m.Key == "gross" {
		return "× "
	}
	return ""
}

func atLeast(yes bool) string {
	if yes {
		return "at least "
	}
	return ""
}

// chart of points on two axes.
func (b *compareBody) chart(points []draw.Point, across, up draw.Axis, fan bool) {
	b.Chart = draw.Both(func(p draw.Paper) draw.Compare { return draw.NewCompare(points, across, up, fan, p) })
	b.HasChart = true
}

// fan is seed against harvest, with lines of equal ratio.
func (b *compareBody) fan(years []int, shown map[int]bool, sys measure.System) ([]draw.Point, draw.Axis, draw.Axis, bool) {
	var points []draw.Point
	most := 0.0
	for _, bag := range b.Sheet.Counted {
		p := b.point(bag, years, shown, sys)
		o, _ := b.Sheet.Measure.Observe(bag)
		p.X, p.Y, p.XLow, p.XHi, p.YLow, p.YHi = o.By, o.Of, o.ByLow, o.ByHigh, o.OfLow, o.OfHigh
		most = max(most, p.Y)
		points = append(points, p)
	}
	mass := func(v float64) any { return measure.Mass(v) }
	return points, draw.NewAxis("Seed planted", mass, 1000, sys), draw.NewAxis("Edible harvest", mass, max(most, 1500), sys), true
}

// scatter of the measure along a number.
func (b *compareBody) scatter(years []int, shown map[int]bool, sys measure.System) ([]draw.Point, draw.Axis, draw.Axis, bool) {
	sheet := &b.Sheet
	var points []draw.Point
	least, mostX, mostY := 1e18, 0.0, 0.0
	for _, bag := range sheet.Counted {
		x, ok := sheet.By.Number(bag)
		if !ok {
			continue
		}
		p := b.point(bag, years, shown, sys)
		p.X = x
		least, mostX, mostY = min(least, x), max(mostX, x), max(mostY, p.Y)
		points = append(points, p)
	}
	across := draw.NewAxis(draw.Escape(sheet.By.Name), sheet.By.Quantity, mostX, sys)
	if sheet.By.Key == "planted" { // a time of the year begins nowhere
		across.From, across.Step = least-5, max(7, float64(int((mostX-least)/4)))
	}
	return points, across, draw.NewAxis(draw.Escape(sheet.Measure.Name), sheet.Measure.Quantity, mostY, sys), false
}

// besideScale of the heaps beside the lanes, in px per mm.
const besideScale = 0.16

// maxHeaps are drawn, so that a page of many seasons stays light.
const maxHeaps = 24

// heaps draws the first bags in the order of the table.
func (b *compareBody) heaps(sys measure.System) {
	for _, line := range b.Table.Lines {
		if len(line.Batches) == 0 {
			continue
		}
		if len(b.Heaps) == maxHeaps {
			b.MoreHeaps = true
			break
		}
		h := draw.NewHeap(line.PlantingForecast, besideScale, sys)
		if len(b.Keys) > 1 {
			h.Label += draw.Escape(yearMark(line.Season.Year))
		}
		h.Href = draw.Escape(bagHref(line.Bag))
		b.Heaps = append(b.Heaps, h)
	}
}
