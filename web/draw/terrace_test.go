package draw

import (
	"strings"
	"testing"

	"glebata/core/measure"
	"glebata/core/terrace"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

func TestTerraceIsDrawnToScaleAndNothingOverlaps(t *testing.T) {
	v := forecast.TerraceView{Terrace: logbook.Terrace{
		Terrace: terrace.Terrace{Width: 6, Depth: 4, Walls: []terrace.Wall{{Name: "<shed>", From: terrace.Point{X: 6.2}, To: terrace.Point{X: 6.2, Y: 4}, Height: 2}}},
		Tap:     terrace.Point{X: 3, Y: 3},
	}}
	v.Map = v.SunMap(55, 20600, 20700, 0.25)
	round := forecast.PlacedBag{Bag: logbook.Bag{ID: 1, Label: "R1"}, Placed: true, Variety: "Grey & Gannet", Stand: terrace.Standing{At: terrace.Point{X: 1.5, Y: 1}, Round: true, L: 0.4}}
	box := forecast.PlacedBag{Bag: logbook.Bag{ID: 2, Label: "R2"}, Placed: true, Stand: terrace.Standing{At: terrace.Point{X: 4, Y: 2}, L: 0.8, W: 0.4}}
	spare := forecast.PlacedBag{Bag: logbook.Bag{ID: 3, Label: "R3"}, Stand: terrace.Standing{L: 0.8, W: 0.4}}
	v.Bags = []forecast.PlacedBag{round, box, spare}
	d := NewTerrace(v, measure.Metric)
	if d.TW != 705 || d.TH != 470 {
		t.Fatalf("6 by 4 m are %d by %d px, want 117.5 px a metre", d.TW, d.TH)
	}
	if b := d.Bags[0]; b.X != d.OriginX+176 || b.Y != d.OriginY-118 || b.R != 23 {
		t.Errorf("40 cm across, 1.5 m along and 1 m in is drawn %+v", b)
	}
	if b := d.Bags[1]; b.BW != 94 || b.BH != 47 {
		t.Errorf("80 by 40 cm is drawn %+v", b)
	}
	if b := d.Bags[2]; b.Y-b.BH/2 <= d.TrayY || b.Y+b.BH/2 >= d.H || !strings.Contains(string(b.Says), "not placed") {
		t.Errorf("a bag not placed is drawn %+v in %d", b, d.H)
	}
	if w := d.Walls[0]; !w.Up || w.TX <= d.OriginX+728 || w.TX >= d.W || strings.Contains(string(w.Text), "<") {
		t.Errorf("the shed is lettered %+v", w)
	}
	for _, l := range d.Hours {
		for _, b := range d.Bags {
			if abs(l.X-b.X) < max(b.R, b.BW/2)+10 && abs(l.Y-5-b.Y) < max(b.R, b.BH/2)+10 {
				t.Errorf("%s hours at %d, %d lie on %s", l.Text, l.X, l.Y, b.Label)
			}
		}
	}
	if len(d.Hours) < 20 {
		t.Errorf("%d letters of hours", len(d.Hours))
	}
	covered := 0
	for _, c := range d.Cells {
		covered += c.W * c.H
	}
	if covered != d.TW*d.TH {
		t.Errorf("the sun covers %d px², the terrace has %d", covered, d.TW*d.TH)
	}
}
