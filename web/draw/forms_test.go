package draw

import (
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Each kind of body is drawn: its wall from the front whatever it is made of, and what lies in it
// from above, all of it within the frame.
func TestEachKindOfBodyIsDrawn(t *testing.T) {
	for _, f := range bag.Forms() {
		s, err := f.New(bag.Measures{bag.BaseSide: 36, bag.BaseWidth: 30, bag.TopSide: 40, bag.TopWidth: 33, bag.HeightSide: 42, bag.LinerSide: 1})
		if err != nil {
			t.Fatal(err)
		}
		for _, material := range logbook.Materials() {
			w := newWall("w", logbook.Model{Shape: s, Material: material})
			if !strings.HasPrefix(string(w.Path), "M") || w.Kind == "" {
				t.Errorf("%s of %s: a wall %q of kind %q", f.Kind, material, w.Path, w.Kind)
			}
		}
		spots := bag.Place(s, 12, 4, bag.Layout{Spacing: 25})
		a := NewAbove(s, spots, "t", &Detail{}, measure.Metric)
		if len(a.Tubers) != 4 || a.Round != f.Round || a.W <= 0 || a.H <= 0 {
			t.Errorf("%s from above: %+v", f.Kind, a)
		}
		for _, p := range spots {
			if x, y := mm(p.X), mm(p.Y); x < a.X0 || x > a.X0+a.W || y < a.Y0 || y > a.Y0+a.H {
				t.Errorf("%s: a piece at %d, %d lies outside of the drawing", f.Kind, x, y)
			}
		}
	}
}
