package draw

import (
	"math"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"testing/quick"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// cask is a planting of three pieces in a cask, raised once, stems measured.
func cask(t *testing.T, log ...logbook.Entry) forecast.PlantingForecast {
	t.Helper()
	shape, err := bag.NewRound(36, 40, 42)
	if err != nil {
		t.Fatal(err)
	}
	p := logbook.Planting{
		Bag:     logbook.Bag{Label: "R1", Model: logbook.Model{ID: 1, Shape: shape, Material: logbook.Fabric}},
		Variety: logbook.Variety{Name: `<b>&"`, Class: crop.Maincrop}, Number: 3, Filling: hill.Defaults(hill.Steps),
	}
	s, err := logbook.Replay(&p, log)
	if err != nil {
		t.Fatal(err)
	}
	return forecast.PlantingForecast{PlantingState: logbook.PlantingState{Planting: p, State: s}}
}

var grown = []logbook.Entry{
	{ID: 1, Kind: logbook.Planted, Day: 100, Seed: seed.Known{Pieces: []measure.Mass{60, 60, 480}}},
	{ID: 2, Kind: logbook.Raised, Day: 140, RaiseBy: 10},
	{ID: 3, Kind: logbook.Measured, Day: 141, Height: 14},
}

func numbers(t *testing.T, s string) []int {
	t.Helper()
	var out []int
	for _, m := range regexp.MustCompile(`-?\d+`).FindAllString(s, -1) {
		n, err := strconv.Atoi(m)
		if err != nil {
			t.Fatal(err)
		}
		out = append(out, n)
	}
	return out
}

func TestSectionIsTrueToScale(t *testing.T) {
	st := cask(t, grown...)
	var defs Defs
	s := NewSection(Look{Planting: &st}, &defs)
	if len(s.Bands) != 3 {
		t.Fatalf("%d layers are drawn, want 3", len(s.Bands))
	}
	// 18 to 28 cm: inside diameters 37.7 and 38.7 cm, in mm about the middle.
	if got := numbers(t, string(s.Bands[2].Path)); got[1] != -180 || got[4] != -280 || got[2] != 188 || got[3] != 193 {
		t.Errorf("the raise is drawn as %s", s.Bands[2].Path)
	}
	if got := numbers(t, string(s.Next)); got[1] != -380 {
		t.Errorf("the next level is drawn at %d mm, want 380", -got[1])
	}
	for _, u := range s.Tubers {
		if got := numbers(t, string(u.At)); got[1] != -100 {
			t.Errorf("a piece lies at %d mm, want 100", -got[1])
		}
	}
	if !strings.HasSuffix(string(s.Tubers[2].At), "scale(2)") { // eight times the weight is twice the size
		t.Errorf("the piece of 480 g is drawn at %s, want twice as large as one of 60 g", s.Tubers[2].At)
	}
	if top := -s.Y0; top < 420 || top < 280+140 {
		t.Errorf("the view ends %d mm up and cuts off rim or stems", top)
	}
	if strings.Contains(string(s.Says), "<") || !strings.Contains(string(s.Says), "&lt;b&gt;&amp;&#34;") {
		t.Errorf("the words %q are not escaped", s.Says)
	}
}

func TestPlantsStandAsTallAsMeasured(t *testing.T) {
	for _, height := range []measure.Length{3, 4, 9, 19, 28, 61, 130} {
		var defs Defs
		ref, size := defs.plant(crop.Potato, height)
		top := 0
		for _, p := range defs.Plants {
			for _, stem := range strings.Split(string(p.Stems), "M")[1:] {
				at := numbers(t, stem)
				top = max(top, -at[len(at)-1])
			}
		}
		if drawn := float64(top) * size; math.Abs(drawn-height.Millimetres()) > 0.02*height.Millimetres()+1 {
			t.Errorf("stems of %v are drawn %.0f mm tall with %s", height, drawn, ref)
		}
	}
	var defs Defs
	defs.plant(crop.Potato, 19)
	defs.plant(crop.Potato, 20)
	if len(defs.Plants) != 1 {
		t.Errorf("stems of 19 and 20 cm take %d symbols, want one", len(defs.Plants))
	}
}

func TestDetailLettersDoNotMeet(t *testing.T) {
	for _, log := range [][]logbook.Entry{nil, grown[:1], grown, append(append([]logbook.Entry{}, grown...), logbook.Entry{ID: 4, Kind: logbook.Raised, Day: 150, RaiseBy: 1})} {
		st := cask(t, log...)
		var defs Defs
		d := NewDetail(Look{Planting: &st}, &defs)
		for _, letters := range [][]Letter{d.Levels, d.Litres} {
			for i := range letters[1:] {
				if letters[i].Y-letters[i+1].Y < d.Type {
					t.Errorf("%q and %q meet", letters[i].Text, letters[i+1].Text)
				}
			}
		}
		if d.W < 2*d.WallX {
			t.Errorf("the view of %d mm is narrower than the bag", d.W)
		}
	}
}

func TestHeapHoldsTheWholeHarvest(t *testing.T) {
	check := func(counts [4]uint8) bool {
		var batches []lift.Batch
		want := 0
		for i, c := range counts {
			n := int(c%60) + 1
			want += n
			batches = append(batches, lift.Batch{Gross: measure.Mass(n * (20 + 40*i)), Grade: lift.Grades()[i], Count: n})
		}
		var up []Use
		width, height := stack(newDiscs(batches), &up)
		return len(up) == want && width > 0 && height > 0
	}
	if err := quick.Check(check, nil); err != nil {
		t.Error(err)
	}
	if got := newDiscs([]lift.Batch{{Gross: 70, Grade: lift.OldMother, Count: 1}, {Gross: 790, Grade: lift.Keep}}); len(got) != 10 {
		t.Errorf("790 g uncounted and the mother tuber make %d tubers, want 10 of about 80 g", len(got))
	}
	if r := radius(80); math.Abs(r-26.05) > 0.05 { // (3·80 ÷ 4π·1.08)^⅓ = 2.605 cm
		t.Errorf("a tuber of 80 g has a radius of %.2f mm, want 26.05", r)
	}
}

func massOf(v float64) any { return measure.Mass(v) }
func seedAxis() Axis       { return NewAxis("Seed", massOf, 200, measure.Metric) }
func harvestAxis() Axis    { return NewAxis("Harvest", massOf, 3000, measure.Metric) }

// Every point of a lane stands where the axis says, on the lane of its group, and covers no
// other; the group's own stroke stands at its figure.
func TestLanesStandTheirPointsOnTheAxis(t *testing.T) {
	var panels []LanePanel
	for p := range 2 {
		panel := LanePanel{Head: "panel"}
		for g := range 3 {
			group := LaneGroup{Name: "a group", Value: float64(1000 + 100*g)}
			for b := range 7 {
				group.Points = append(group.Points, Point{Label: Escape("R" + strconv.Itoa(b)), Y: float64(900 + 37*b + 60*g + 10*p)})
			}
			panel.Groups = append(panel.Groups, group)
		}
		panels = append(panels, panel)
	}
	for _, paper := range []Paper{Desk, Phone} {
		l := NewLanes(panels, NewAxis("harvest", massOf, 1500, measure.Metric), 0, "", paper)
		step, _ := strconv.ParseFloat(string(l.Ticks[1].Text), 64)
		at := func(grams float64) float64 {
			return float64(l.Ticks[0].X) + grams/1000/step*float64(l.Ticks[1].X-l.Ticks[0].X)
		}
		if len(l.Rows) != 6 || len(l.Heads) != 2 {
			t.Fatalf("%d lanes under %d headings", len(l.Rows), len(l.Heads))
		}
		for _, row := range l.Rows {
			for i, m := range row.Marks {
				if math.Abs(float64(m.X)-at(m.Point.Y)) > 2 || m.Y < row.Top || m.Y > row.Foot || m.TX < 0 || m.X > l.W {
					t.Errorf("%s of %g g stands at %d, %d; its lane is %d to %d", m.Label, m.Point.Y, m.X, m.Y, row.Top, row.Foot)
				}
				wide := TextWidth(m.Label.Plain(), 16)
				if m.Anchor == "start" && m.X < row.At && row.At < m.TX+wide {
					t.Errorf("the stroke at %d runs through %s, from %d to %d", row.At, m.Label, m.TX, m.TX+wide)
				}
				for _, o := range row.Marks[:i] {
					if m.Y == o.Y && m.X-o.X < 2*pointR {
						t.Errorf("%s covers %s", m.Label, o.Label)
					}
				}
			}
		}
	}
	crowd := LaneGroup{Name: "many"}
	for i := range MostLettered + 1 {
		crowd.Points = append(crowd.Points, Point{Y: float64(i)})
	}
	if l := NewLanes([]LanePanel{{Groups: []LaneGroup{crowd}}}, harvestAxis(), 0, "", Desk); l.Rows[0].Crowd == "" || len(l.Rows[0].Marks) > 0 {
		t.Error("over 200 points are still lettered")
	}
}

// The cloud holds every way there is, those as great as the difference apart, on an axis with
// no difference in its middle.
func TestChanceHoldsEveryWay(t *testing.T) {
	c := NewChance(300, -50, 650, []float64{300, -300, 100, -100, 0, 200}, harvestAxis(), Desk)
	if c.Zero != (c.Left+c.Right)/2 || c.At <= c.Zero || strings.Count(string(c.Cloud), "M") != 4 || strings.Count(string(c.Rare), "M") != 2 || c.Bar == "" {
		t.Errorf("%+v", c)
	}
}

func TestCompareStandsPointsAndFansRatios(t *testing.T) {
	points := []Point{{Label: "R1", X: 100, Y: 2000, YLow: 1800, YHi: 2200}, {Label: "R2", X: 200, Y: 1000, More: true}, {Label: "R3", X: 150, Y: 100}}
	c := NewCompare(points, seedAxis(), harvestAxis(), true, Desk)
	unit := func(m MarkedPoint) (g, kg float64) {
		x0, x1, y0, y1 := c.XTicks[0], c.XTicks[1], c.YTicks[0], c.YTicks[1]
		sx, _ := strconv.ParseFloat(string(x1.Text), 64)
		sy, _ := strconv.ParseFloat(string(y1.Text), 64)
		return float64(m.X-x0.X) / float64(x1.X-x0.X) * sx, float64(m.Y-y0.Y) / float64(y1.Y-y0.Y) * sy
	}
	for i, m := range c.Marks {
		if g, kg := unit(m); math.Abs(g-points[i].X) > 1 || math.Abs(kg-points[i].Y/1000) > 0.02 {
			t.Errorf("%s stands at %.1f g, %.2f kg", m.Label, g, kg)
		}
		if (m.Arrow != "") != points[i].More || (m.Whisker != "") != (points[i].YHi > 0) {
			t.Errorf("%s: arrow %q, whisker %q", m.Label, m.Arrow, m.Whisker)
		}
	}
	even := 0
	for _, r := range c.Rays {
		if r.X1 != c.Left || r.Y1 != c.Bottom || r.X2 > c.Right || r.Y2 < c.Top {
			t.Errorf("the line %s runs from %d,%d to %d,%d", r.Text, r.X1, r.Y1, r.X2, r.Y2)
		}
		if r.BreakEven {
			even++
		}
	}
	if even != 1 || len(c.Rays) < 3 {
		t.Errorf("%d lines, %d of them break-even", len(c.Rays), even)
	}
	if none := NewCompare(nil, seedAxis(), harvestAxis(), true, Desk); len(none.Marks) != 0 || len(none.XTicks) == 0 {
		t.Errorf("no points make %+v", none)
	}
}

func TestLabelsOfCloseBagsDoNotMeet(t *testing.T) {
	var points []Point
	for i := range 9 {
		points = append(points, Point{Label: Escape("R" + strconv.Itoa(i)), X: float64(150 + 14*(i%3)), Y: float64(2000 + 160*(i/3))})
	}
	c := NewCompare(points, seedAxis(), harvestAxis(), true, Desk)
	at := func(m MarkedPoint) box {
		b := box{m.TX, m.TY - labelH + 3, m.TX + labelW, m.TY + 3}
		switch m.Anchor {
		case "end":
			b.x1, b.x2 = m.TX-labelW, m.TX
		case "middle":
			b.x1, b.x2 = m.TX-labelW/2, m.TX+labelW/2
		}
		return b
	}
	for i, m := range c.Marks {
		for _, o := range c.Marks[i+1:] {
			if at(m).meets(at(o)) {
				t.Errorf("the labels of %s and %s meet", m.Label, o.Label)
			}
		}
	}
}
