package draw

import (
	"fmt"
	"math"
	"slices"
)

// Lanes are groups of bags one under another on one axis: every bag a point, what it may be as
// a bar, and the figure of the group as an upright stroke. In px.
type Lanes struct {
	W, H        int
	Left, Right int
	Foot        int // of the axis
	Ticks       []Letter
	Title       Text
	TitleY      int
	Heads       []Letter // of panels
	Rows        []LaneRow
	Even        int  // where break-even stands; 0 for none
	EvenLine    Mark // through the lanes, past every name
	EvenText    Letter
	Says        Text
}

// LaneRow is one group.
type LaneRow struct {
	Name, Tells Letter
	Top, Foot   int
	At          int  // its figure
	Bare        bool // it has none
	Bar         Mark // what its figure may be
	Marks       []MarkedPoint
	Crowd       Mark
}

// LaneGroup is what a row is drawn of.
type LaneGroup struct {
	Name, Tells      Text
	Value, Low, High float64
	Bare             bool    // it has no figure of its own
	Points           []Point // by their Y
}

// LanePanel is groups under one heading; empty for none.
type LanePanel struct {
	Head   Text
	Groups []LaneGroup
}

// Heights of a lane, in px.
const (
	laneHead, laneStep, laneGap = 29, 26, 14
	crowdStep, mostLevels       = 5, 16
)

// NewLanes draws panels of groups on one axis, with a line that is named where it is over 0.
func NewLanes(panels []LanePanel, axis Axis, even float64, says Text, paper Paper) Lanes {
	l := on(paper, Lanes{W: 860, Left: 10, Right: 836}, Lanes{W: PhoneWidth, Left: 8, Right: 340})
	most, points := even, 0
	for _, p := range panels {
		for _, g := range p.Groups {
			most = math.Max(most, math.Max(g.High, g.Value))
			points += len(g.Points)
			for _, b := range g.Points {
				most = math.Max(most, math.Max(b.Y, b.YHi))
			}
		}
	}
	x := axis.lay(most*1.02, on(paper, 10, 5), l.Left, l.Right)
	y := 8
	for _, p := range panels {
		if p.Head != "" {
			y += 22
			l.Heads = append(l.Heads, Letter{X: l.Left, Y: y, Text: Escape(fitting(p.Head.Plain(), 18, l.Right-l.Left))})
			y += 8
		}
		for _, g := range p.Groups {
			row := newLaneRow(&g, &x, y, points > MostLettered, l.Right-l.Left, even)
			l.Rows = append(l.Rows, row)
			y = row.Foot + laneGap
		}
	}
	l.Foot = y
	x.ticks(func(px int, text Text) { l.Ticks = append(l.Ticks, Letter{X: px, Y: y + 22, Text: text}) })
	l.Title, l.TitleY = axis.name(), y+44
	if even > 0 {
		l.Even = x.at(even)
		line := fmt.Appendf(nil, "M%d %dv18", l.Even, y+28)
		for i := range l.Rows {
			line = fmt.Appendf(line, "M%d %dV%d", l.Even, l.Rows[i].Top-2, l.Rows[i].Foot)
		}
		l.EvenLine = Mark(line)
		l.EvenText = Letter{X: l.Even + 6, Y: y + 44, Text: says}
		if l.EvenText.X+TextWidth(says.Plain(), 17)+12 > l.Right-TextWidth(l.Title.Plain(), 17) { // the axis is named under it, then
			l.TitleY += 24
		}
	}
	l.H = l.TitleY + 6
	l.Says = Escape(fmt.Sprintf("%d bags as points in %d groups, %s", points, len(l.Rows), axis.name().Plain()))
	return l
}

// newLaneRow lays the points of a group on as many levels as it takes that none covers another.
func newLaneRow(g *LaneGroup, x *laid, y int, crowded bool, room int, even float64) LaneRow {
	row := LaneRow{Top: y + laneHead, At: x.at(g.Value), Bare: g.Bare}
	if g.Bare {
		row.At = x.px0 - 100
	}
	row.Name = Letter{X: x.px0, Y: y + 17, Text: Escape(fitting(g.Name.Plain(), 16, room*3/5)), Strong: true}
	row.Tells = Letter{X: x.px0 + TextWidth(row.Name.Text.Plain(), 17) + 14, Y: y + 17, Text: g.Tells}
	if row.Tells.X+TextWidth(g.Tells.Plain(), 16) > x.px1+14 { // on a line of its own
		row.Tells.X, row.Tells.Y, row.Top = x.px0, y+37, row.Top+20
	}
	if g.High > g.Low {
		row.Bar = Mark(fmt.Sprintf("M%d %dH%d", x.at(g.Low), row.Top-2, x.at(g.High)))
	}
	if crowded {
		row.crowded(g, x)
		return row
	}
	points := slices.Clone(g.Points)
	slices.SortStableFunc(points, func(a, b Point) int {
		switch {
		case a.Y < b.Y:
			return -1
		case a.Y > b.Y:
			return 1
		}
		return 0
	})
	line := x.px0 - 100
	if even > 0 {
		line = x.at(even)
	}
	var ends []int
	for _, p := range points {
		px := x.at(p.Y)
		wide, tail := TextWidth(p.Label.Plain(), 16), 0
		if p.More {
			tail = 20 // its arrow
		}
		from, to := px-pointR-3, px+pointR+6+tail+wide
		anchor, tx := Mark("start"), px+pointR+4+tail
		through := func(from, to int) bool { return from < row.At && row.At < to || from < line && line < to }
		left := px - pointR - 6 - wide
		switch struck := through(px, to); { // a line would run through its label
		case to > x.px1+18 || struck && left > x.px0 && !through(left, px):
			anchor, tx = "end", px-pointR-4
			from, to = left, px+pointR+3+tail
		case struck: // beyond the line, then
			for _, at := range [...]int{min(line, row.At), max(line, row.At)} {
				if px < at && at < to {
					tx, to = at+4, at+6+wide
				}
			}
		}
		if p.YHi > p.YLow {
			from, to = min(from, x.at(p.YLow)), max(to, x.at(p.YHi))
		}
		level := slices.IndexFunc(ends, func(end int) bool { return end <= from })
		if level < 0 {
			level, ends = len(ends), append(ends, 0)
		}
		ends[level] = to
		m := MarkedPoint{Point: p, X: px, Y: row.Top + laneStep/2 + laneStep*level, TX: tx, Anchor: anchor}
		m.TY = m.Y + 6
		m.Shape = Mark(shape(p.Series, m.X, m.Y))
		if p.YHi > p.YLow {
			m.Whisker = Mark(fmt.Sprintf("M%d %dv10m0 -5H%dm0 -5v10", x.at(p.YLow), m.Y-5, x.at(p.YHi)))
		}
		if p.More {
			m.Arrow = Mark(fmt.Sprintf("M%d %dh16m-6 -5l6 5l-6 5", px+pointR+2, m.Y))
		}
		row.Marks = append(row.Marks, m)
	}
	row.Foot = row.Top + laneStep*max(1, len(ends))
	return row
}

// crowded lays many points by their place alone, in thin levels.
func (r *LaneRow) crowded(g *LaneGroup, x *laid) {
	across := make([]int, len(g.Points))
	for i := range g.Points {
		across[i] = x.at(g.Points[i].Y)
	}
	slices.Sort(across)
	spots := make([][2]int, len(across))
	var ends [mostLevels]int
	most := 0
	for i, px := range across {
		level := slices.IndexFunc(ends[:], func(end int) bool { return end <= px-crowdStep })
		if level < 0 {
			level = i % mostLevels
		}
		ends[level], most = px, max(most, level)
		spots[i] = [2]int{px, r.Top + 5 + crowdStep*level}
	}
	r.Crowd = crowd(spots)
	r.Foot = r.Top + 10 + crowdStep*most
}
