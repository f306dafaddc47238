package terrace

import (
	"fmt"
	"testing"

	"glebata/core/measure"
	"glebata/truth/golden"
)

func TestWhatATerraceHasOfSun(t *testing.T) {
	var l golden.Lines
	tr := Terrace{Width: 6, Depth: 4, Heading: 170, Walls: []Wall{
		{Name: "house", From: Point{X: 0, Y: 4}, To: Point{X: 6, Y: 4}, Height: 4.5}, {Name: "fence", From: Point{X: 6, Y: 0}, To: Point{X: 6, Y: 4}, Height: 1.8}, {Name: "low", From: Point{X: 1, Y: -0.5}, To: Point{X: 3, Y: -0.5}, Height: 0.6},
	}}
	points := []Point{{X: 0.5, Y: 0.5}, {X: 3, Y: 2}, {X: 5.6, Y: 3.6}, {X: 1, Y: 3.8}, {X: 5.8, Y: 0.3}}
	from, until := measure.Date(2026, 4, 24), measure.Date(2026, 10, 30)
	for _, latitude := range []float64{54.3, 38, -33} {
		hours := tr.Hours(latitude, from, until, points)
		l.Add("hours", latitude, hours)
		for i, h := range hours {
			l.Add("share", h, Share(h), tr.HoursWorking(latitude, from, until, points[i]))
		}
		m := tr.SunMap(latitude, from, until, 0.8)
		l.Add("map", m)
		l.Asked("map", &m, nil)
	}
	l.Add("shares", Share(-1), Share(0), Share(3), Share(6), Share(9), Share(20))
	bags := []Standing{{At: Point{X: 1, Y: 1}, Round: true, L: 0.4, W: 0.4, Wet: 40_000}, {At: Point{X: 1.5, Y: 1}, Round: true, L: 0.4, W: 0.4, Wet: 30_000}, {At: Point{X: 4, Y: 2}, L: 1.2, W: 0.8, Wet: 300_000}, {At: Point{X: 5.7, Y: 3.8}, L: 0.8, W: 0.6}, {At: Point{X: 3.1, Y: 1.6}, Round: true, L: 0.3, W: 0.3}}
	for i, a := range bags {
		l.Add(fmt.Sprint("stands ", i), a, a.Footing(), tr.Inside(a))
		for _, b := range bags {
			l.Add("gap", Gap(a, b))
		}
	}
	for _, a := range []Standing{{At: Point{X: 0.2, Y: 2}, Round: true, L: 0.4}, {At: Point{X: 0.19, Y: 2}, Round: true, L: 0.4}, {At: Point{X: 3, Y: 3.7}, L: 1, W: 0.6}, {At: Point{X: 3, Y: 3.71}, L: 1, W: 0.6}} {
		l.Add("inside", a, tr.Inside(a))
	}
	l.Add("load", tr.Load(bags))
	for _, tap := range []Point{{X: 0, Y: 0}, {X: 6, Y: 4}, {X: -2, Y: 2}} {
		order := Round(tap, points)
		l.Add("round", tap, order, RoundLength(tap, points, order), tr.Reached(tap, bags))
	}
	ring := []Standing{}
	for i := range 9 {
		ring = append(ring, Standing{At: Point{X: 2.5 + 0.45*float64(i%3), Y: 1.5 + 0.45*float64(i/3)}, Round: true, L: 0.44})
	}
	l.Add("in a ring", tr.Reached(Point{}, ring))
	golden.Is(t, "terrace", l.String())
}
