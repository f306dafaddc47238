package draw

import (
	"fmt"
)

// Dealt is a trial as it was laid out, on the left, against what was done, on the right: each bag in the
// arm that it was dealt to and in the one that it was treated as. In px.
type Dealt struct {
	W, H  int
	Heads []Letter // of the two sides
	Names []Letter // of arms
	Tells []Letter // what most of an arm got
	Lines []Mark   // under each arm
	Cells []DealtCell
	Moves []Mark // of bags that got what another arm was to get
	Says  Text
}

// DealtCell is a bag on one side.
type DealtCell struct {
	X, Y, W, H int
	Text       Letter
	Says       Text
	Class      Mark // "left" for one that was treated as another arm, "came" for one that came from another
}

// DealtArm is an arm with what most of its bags got; empty where nothing tells.
type DealtArm struct{ Name, Got Text }

// DealtBag is a bag with the arm that it was dealt to and the one that it was treated as: −1 for none, −2
// where nothing tells.
type DealtBag struct {
	Label, Says Text
	Arm, As     int
}

// Sizes of a cell, in px.
const dealtH, dealtGap = 30, 8

// NewDealt draws the arms with their bags, one under another.
func NewDealt(arms []DealtArm, bags []DealtBag, paper Paper) Dealt {
	d := on(paper, Dealt{W: 860}, Dealt{W: PhoneWidth})
	wide, left, right, room := on(paper, 64, 50), on(paper, 10, 4), on(paper, 480, 192), on(paper, 360, 158)
	d.Heads = []Letter{{X: left, Y: 18, Text: "as it was laid out"}, {X: right, Y: 18, Text: "as it was done"}}
	per := max(1, (room+dealtGap)/(wide+dealtGap))
	lay := func(side []int, x, y int, class func(bag int) Mark, put func(bag, cell int)) int {
		for k, b := range side {
			cell := DealtCell{X: x + k%per*(wide+dealtGap), Y: y + k/per*(dealtH+dealtGap), W: wide, H: dealtH, Says: bags[b].Says, Class: class(b)}
			cell.Text = Letter{X: cell.X + wide/2, Y: cell.Y + 21, Text: Escape(fitting(bags[b].Label.Plain(), 16, wide-6))}
			put(b, len(d.Cells))
			d.Cells = append(d.Cells, cell)
		}
		return (len(side) + per - 1) / per * (dealtH + dealtGap)
	}
	from, to := make([]int, len(bags)), make([]int, len(bags))
	y := 34
	for at := range len(arms) + 2 {
		arm := at // then those of no arm, and those of which nothing is known
		var name, tells Text
		switch {
		case at < len(arms):
			name, tells = arms[at].Name, arms[at].Got
		case at == len(arms):
			arm, tells = -1, "as none of them"
		default:
			arm, tells = -2, "not on record"
		}
		var dealt, done []int
		for i := range bags {
			if bags[i].Arm == arm {
				dealt = append(dealt, i)
			}
			if bags[i].As == arm {
				done = append(done, i)
			}
		}
		if at >= len(arms) && len(done) == 0 {
			continue
		}
		d.Lines = append(d.Lines, Mark(fmt.Sprintf("M%d %dH%d", left, y, right+room)))
		d.Names = append(d.Names, Letter{X: left, Y: y + 22, Text: Escape(fitting(name.Plain(), 17, room))})
		d.Tells = append(d.Tells, Letter{X: right, Y: y + 22, Text: Escape(fitting(tells.Plain(), 16, room))})
		high := max(lay(dealt, left, y+32, func(b int) Mark { return classIf(bags[b].As != bags[b].Arm, "left") }, func(b, cell int) { from[b] = cell }),
			lay(done, right, y+32, func(b int) Mark { return classIf(bags[b].As != bags[b].Arm, "came") }, func(b, cell int) { to[b] = cell }))
		y += 32 + high + 6
	}
	moved := 0
	for i := range bags {
		if bags[i].As == bags[i].Arm {
			continue
		}
		moved++
		a, b := d.Cells[from[i]], d.Cells[to[i]]
		x1, y1, x2, y2 := a.X+a.W, a.Y+a.H/2, b.X, b.Y+b.H/2
		d.Moves = append(d.Moves, Mark(fmt.Sprintf("M%d %dC%d %d %d %d %d %d", x1, y1, (x1+x2)/2, y1, (x1+x2)/2, y2, x2, y2)))
	}
	d.H = y
	d.Says = Escape(fmt.Sprintf("%d bags in %d arms; %d were not treated as their arm", len(bags), len(arms), moved))
	return d
}

func classIf(is bool, class Mark) Mark {
	if is {
		return class
	}
	return ""
}
