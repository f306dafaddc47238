package draw

import (
	"fmt"
	"testing"

	"glebata/core/measure"
)

// Every bag stands once on each side, within the drawing and on no other; a line leads from where it was
// dealt to where it went.
func TestBagsAsTheyWereDealtAndTreated(t *testing.T) {
	arms := []DealtArm{{Name: "steps", Got: "steps, raised twice"}, {Name: "fill once", Got: "no raise entered"}}
	for _, n := range []int{2, 9, 40} {
		var bags []DealtBag
		moved := 0
		for i := range n {
			b := DealtBag{Label: Text(fmt.Sprint("R", i+1)), Arm: i % 2, As: i % 2}
			if i%5 == 1 {
				b.As = []int{0, -1, -2}[i/5%3]
			}
			if b.As != b.Arm {
				moved++
			}
			bags = append(bags, b)
		}
		for _, paper := range []Paper{Desk, Phone} {
			d := NewDealt(arms, bags, paper)
			if len(d.Cells) != 2*n || len(d.Moves) != moved {
				t.Fatalf("%d bags: %d cells, %d moves, want %d", n, len(d.Cells), len(d.Moves), moved)
			}
			for i, a := range d.Cells {
				if a.X < 0 || a.Y < 0 || a.X+a.W > d.W || a.Y+a.H > d.H {
					t.Errorf("%d bags on %v: cell %d at %d, %d is outside of %d × %d", n, paper, i, a.X, a.Y, d.W, d.H)
				}
				for k, b := range d.Cells[:i] {
					if a.X < b.X+b.W && b.X < a.X+a.W && a.Y < b.Y+b.H && b.Y < a.Y+a.H {
						t.Errorf("%d bags on %v: cells %d and %d cover one another", n, paper, k, i)
					}
				}
			}
		}
	}
}

// The line of a lane is named beside the axis's name and not on it.
func TestTheNamedLineIsNotOnTheAxis(t *testing.T) {
	for _, even := range []float64{0.2, 1, 1.9} {
		axis := NewAxis("of what its garden gave", func(v float64) any { return v }, 2, measure.Metric)
		l := NewLanes([]LanePanel{{Groups: []LaneGroup{{Name: "a", Bare: true, Points: []Point{{Y: 2}}}}}}, axis, even, "as all", Desk)
		to, title := l.EvenText.X+TextWidth("as all", 17), l.Right-TextWidth(l.Title.Plain(), 17)
		if to > title && l.TitleY < l.EvenText.Y+18 || l.H < l.TitleY {
			t.Errorf("at %g it is named up to %d at %d; the axis from %d at %d of %d", even, to, l.EvenText.Y, title, l.TitleY, l.H)
		}
	}
}
