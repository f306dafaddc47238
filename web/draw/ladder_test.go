package draw_test

import (
	"context"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"time"

	"glebata/core/measure"
	"glebata/demo"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/station"
	"glebata/store"
	"glebata/web/draw"
)

// demoRow is every open bag of the demo, with the windows of its dates.
func demoRow(t *testing.T) ([]forecast.PlantingForecast, map[logbook.ID]*forecast.EnsembleForecast) {
	t.Helper()
	ctx := context.Background()
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "draw.glebata"), store.Throwaway)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	g := garden.Open(s, station.NewWeather(station.UsualSeed))
	if err := demo.Fill(ctx, g); err != nil {
		t.Fatal(err)
	}
	v, err := g.Look(ctx, demo.Today())
	if err != nil {
		t.Fatal(err)
	}

	row, err := v.Row()
	if err != nil {
		t.Fatal(err)
	}
	for started := time.Now(); ; {
		p, progress, err := v.Prospects(row)
		if err != nil {
			t.Fatal(err)
		}
		if !progress.Running() {
			return row, p
		}
		if time.Since(started) > time.Minute {
			t.Fatal("the windows are never worked out")
		}
	}
}

var numbers = regexp.MustCompile(`-?\d+`)

// coordinates of a path of M, L, H and V, as points.
func coordinates(path string) (xs, ys []int) {
	for _, part := range regexp.MustCompile(`[MLHV][^MLHVz]*`).FindAllString(path, -1) {
		var n []int
		for _, text := range numbers.FindAllString(part, -1) {
			v, _ := strconv.Atoi(text)
			n = append(n, v)
		}
		switch part[0] {
		case 'H':
			xs = append(xs, n[0])
		case 'V':
			ys = append(ys, n[0])
		default:
			xs, ys = append(xs, n[0]), append(ys, n[1])
		}
	}
	return xs, ys
}

// Whatever bag and day, the chart stays in its frame, time runs to the right, levels
// rise, and each raise stands on the one before.
func TestLadderChartsStayInTheirFrame(t *testing.T) {
	row, prospects := demoRow(t)
	today := demo.Today()
	for i := range row {
		st := &row[i]
		for _, p := range []*forecast.EnsembleForecast{nil, prospects[st.Planting.ID]} {
			for _, day := range []measure.Day{today - 400, today - 30, today, today + 21, today + 400} {
				c := draw.NewLadderChart(st, p, day, today, "#raise", measure.Metric, draw.Desk)
				for what, path := range map[string]string{"medium": string(c.Medium), "coming": string(c.Coming), "stem": string(c.Stem), "ahead": string(c.Ahead), "usual": string(c.Usual), "band": string(c.Band)} {
					xs, ys := coordinates(path)
					for _, x := range xs {
						if x < c.Left-1 || x > c.Right+1 {
							t.Fatalf("%s: %s reaches x %d of %d to %d", st.Bag.Label, what, x, c.Left, c.Right)
						}
					}
					for _, y := range ys {
						if y < 0 || y > c.Ground {
							t.Fatalf("%s: %s reaches y %d of 0 to %d", st.Bag.Label, what, y, c.Ground)
						}
					}
				}
				if xs, _ := coordinates(string(c.Ahead)); !increasing(xs) {
					t.Errorf("%s: the tips to come run back in time", st.Bag.Label)
				}
				below := c.Ground
				for n, s := range c.Steps {
					if s.Y+s.H > below+1 || s.H <= 0 || s.X+s.W != c.Right || (n == 0) != (s.Href != "") || p != nil && n < len(p.Raises) && s.WinW <= 0 {
						t.Errorf("%s: raise %d is drawn %+v over %d", st.Bag.Label, n+1, s, below)
					}
					below = s.Y
				}
				if c.Says == "" || strings.Contains(string(c.Says), "NaN") {
					t.Errorf("%s says %q", st.Bag.Label, c.Says)
				}
			}
		}
	}
}

func increasing(xs []int) bool {
	for i := 1; i < len(xs); i++ {
		if xs[i] < xs[i-1] {
			return false
		}
	}
	return true
}

func TestBulkingNeedsTwoWeeksAndAWeight(t *testing.T) {
	if b := draw.NewBulking(nil, 0, measure.Metric, draw.Desk); b.Line != "" {
		t.Errorf("nothing is drawn as %q", b.Line)
	}
	weeks := []forecast.Harvest{{Day: 100}, {Day: 107}}
	if b := draw.NewBulking(weeks, 0, measure.Metric, draw.Desk); b.Line != "" {
		t.Errorf("no weight is drawn as %q", b.Line)
	}
	weeks[1] = forecast.Harvest{Day: 107, Yield: 900, Low: 400, High: 1300, Adds: 900}
	b := draw.NewBulking(weeks, 104, measure.Metric, draw.Desk)
	if xs, ys := coordinates(string(b.Band)); len(xs) != 4 || ys[0] != b.Foot || b.ReadyX <= b.Left || b.ReadyX >= b.Right || b.Dots[1].Text != "+900 g" {
		t.Errorf("%+v", b)
	}
}
