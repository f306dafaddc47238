package draw

import (
	"fmt"
	"math"

	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/logbook"
)

// Tuber is one seed tuber from the side, its rose end up, with its sprouts, eyes
// and cuts. In tenths of a mm, its foot at 0.
type Tuber struct {
	X0, Y0, W, H int
	Outline      Mark
	Eyes         Mark
	Sprouts      []Sprout
	Cuts         []Mark
	Planned      bool // the cuts are proposed, not done
	Cross        Mark
	PxW, PxH     int
	Number       int
	Weight       Text
	Call         Mark // key of what to do with it
	Words        Text
	Href         Text
	Chosen       bool
	Says         Text
}

// Sprout as it was measured: the longest in its length, the others shorter.
type Sprout struct {
	Path Mark
	Thin bool
}

// Shape of a seed tuber: half as long again from rose to heel as it is wide would
// be a long type; most are a fifth longer. Practice.
const longerThanWide = 1.2

// halves are half the width and half the height of a tuber of a weight, in tenths
// of a mm.
func halves(m measure.Mass) (w, h float64) {
	cm3 := m.Grams() / tuberDensity
	b := math.Cbrt(3 * cm3 / (4 * math.Pi * longerThanWide))
	return 100 * b, 100 * b * longerThanWide
}

// trayRoom is what all tubers of a tray are drawn in, so that they stand on one
// line: half the widest, and the highest with its sprouts.
func trayRoom(t *logbook.TrayState) (half, high float64) {
	half, high = 200, 500
	for i := range t.Tubers {
		u := &t.Tubers[i]
		w, h := halves(u.Weight)
		half = math.Max(half, w)
		high = math.Max(high, 2*h+u.Seen.Longest.Millimetres()*10)
	}
	return half, high
}

// NewTray draws the tubers of a tray at a scale in px per mm.
func NewTray(t *logbook.TrayState, scale float64, chosen int, href func(int) string, sys measure.System) []Tuber {
	half, high := trayRoom(t)
	out := make([]Tuber, 0, len(t.Tubers))
	for i := range t.Tubers {
		u := &t.Tubers[i]
		d := NewTuber(u, half+40, high+40, scale)
		d.Number, d.Weight, d.Chosen = u.N, Escape(shownWeight(u.How, sys.Mass(u.Weight))), u.N == chosen
		call, words := callWords(u)
		d.Call, d.Words = Mark(call), Escape(words)
		d.Href = Escape(href(u.N))
		d.Says = Escape(fmt.Sprintf("Tuber %d, %s, %s", u.N, u.How.Mark(sys.Mass(u.Weight)), words))
		out = append(out, d)
	}
	return out
}

// callWords are the key and the short words of what to do with a tuber.
func callWords(u *logbook.TuberState) (key, words string) {
	switch {
	case u.Discarded:
		return "out", "thrown out"
	case gone(u):
		return "gone", "planted"
	case !u.Whole():
		return "cut", fmt.Sprintf("cut in %d", len(u.Pieces))
	case u.Looked == 0:
		return "new", "not seen yet"
	case u.Call == seed.Wait && u.Ready != 0:
		return "wait", "ready " + u.Ready.Short()
	case u.Call == seed.Soon:
		return "soon", "plant soon"
	case u.Call == seed.Discard:
		return "out", "throw out"
	}
	return string(u.Call), string(u.Call)
}

// gone reports whether all of a tuber is planted.
func gone(u *logbook.TuberState) bool {
	for _, p := range u.Pieces {
		if !p.Gone {
			return false
		}
	}
	return true
}

// NewTuber draws one tuber in a room of half a width and a height.
func NewTuber(u *logbook.TuberState, half, high, scale float64) Tuber {
	w, h := halves(u.Weight)
	d := Tuber{X0: -int(half), Y0: -int(high), W: int(2 * half), H: int(high) + 30}
	d.PxW, d.PxH = int(math.Round(float64(d.W)/10*scale)), int(math.Round(float64(d.H)/10*scale))
	mid := -h
	// A little broader toward the rose end.
	d.Outline = Mark(fmt.Sprintf("M0 0C%.0f 0 %.0f %.0f %.0f %.0fC%.0f %.0f %.0f %.0f 0 %.0fC%.0f %.0f %.0f %.0f %.0f %.0fC%.0f %.0f %.0f 0 0 0",
		-0.62*w, -w, mid*0.5, -w, mid*1.08, -w, mid*1.62, -0.6*w, 2*mid, 2*mid,
		0.6*w, 2*mid, w, mid*1.62, w, mid*1.08, w, mid*0.5, 0.62*w))
	d.eyes(u.Seen.Eyes, w, h)
	d.sprouts(u.Seen, w, h)
	if u.Discarded || u.Call == seed.Discard {
		d.Cross = Mark(fmt.Sprintf("M%.0f %.0fL%.0f %.0fM%.0f %.0fL%.0f %.0f", -w*0.7, -h*0.4, w*0.7, -h*1.6, -w*0.7, -h*1.6, w*0.7, -h*0.4))
		return d
	}
	pieces := len(u.Pieces)
	if u.Whole() {
		if gone(u) || u.Looked == 0 || u.Cut.Pieces < 2 || u.Cuts.Says != u.Cut.Reason.Says {
			return d
		}
		pieces, d.Planned = u.Cut.Pieces, true
	}
	// Lengthwise, each through the rose end.
	for i := 1; i < pieces; i++ {
		bulge := (2*float64(i)/float64(pieces) - 1) * w * 1.25
		d.Cuts = append(d.Cuts, Mark(fmt.Sprintf("M0 %.0fQ%.0f %.0f 0 0", -2*h, bulge, -h)))
	}
	return d
}

// golden angle spreads eyes over a tuber without rows.
const golden = 2.39996

func (d *Tuber) eyes(n int, w, h float64) {
	for i := range min(n, 20) {
		// Crowded toward the rose end, fewer below.
		share := math.Pow(float64(i+1)/float64(n+1), 1.4)
		y := -2*h + 2*h*share*0.92 + 0.05*h
		reach := w * math.Sqrt(math.Max(0, 1-math.Pow((y+h)/h, 2)))
		x := 0.72 * reach * math.Sin(golden*float64(i+1))
		d.Eyes += Mark(fmt.Sprintf("M%.0f %.0fq14 12 28 0", x-14, y))
	}
}

func (d *Tuber) sprouts(s logbook.Seen, w, h float64) {
	long := s.Longest.Millimetres() * 10
	for i := range min(s.Sprouts, 9) {
		length := long * math.Max(0.35, 1-0.17*float64(i))
		side := float64((i+1)/2) * (1 - 2*float64(i%2)) // 0, −1, 1, −2, 2 ...
		x := side * w * 0.22
		y := -2*h + 0.06*h*math.Abs(side)
		if i == 0 {
			y = -2 * h
		}
		lean := side * math.Min(length*0.25, 60)
		p := fmt.Sprintf("M%.0f %.0fq%.0f %.0f %.0f %.0f", x, y, lean*0.2, -length*0.6, lean, -length)
		if !s.Stout {
			p = fmt.Sprintf("M%.0f %.0fc%.0f %.0f %.0f %.0f %.0f %.0f", x, y, lean+40, -length*0.35, lean-40, -length*0.65, lean, -length)
		}
		d.Sprouts = append(d.Sprouts, Sprout{Mark(p), !s.Stout})
	}
}

// Disc of a piece of seed, its radius as its weight, in px.
type Disc struct {
	R, Size int
	Name    Text
	Weight  Text
	Cut     bool
}

// NewDisc of a piece at a scale in px per mm.
func NewDisc(p logbook.PieceState, scale float64, sys measure.System) Disc {
	r := int(math.Round(radius(p.Weight) * scale))
	return Disc{R: r, Size: 2*r + 4, Name: Escape(p.Name), Weight: Escape(shownWeight(p.How, sys.Mass(p.Weight))), Cut: p.Piece > 0}
}

// Nursling is a pot or a root drawn from the side. In mm, the ground at 0.
type Nursling struct {
	X0, Y0, W, H int
	PxW, PxH     int
	Wall         Mark
	Fill         Mark
	Water        bool
	Pot          bool
	Body         Mark // the tuber or root
	Shoots       Mark
	Says         Text
}

// potShape of a 2 L pot, in mm: width at the base and the top, height. Practice.
const potBase, potTop, potHigh = 118, 160, 138

// NewNursling draws one at a scale in px per mm.
func NewNursling(n *logbook.NursingState, today measure.Day, scale float64) Nursling {
	d := Nursling{X0: -110, Y0: -250, W: 220, H: 258}
	w, h := halves(max(n.Weight, 40))
	if d.Pot = n.Kind == logbook.Pot; d.Pot {
		d.Wall = Mark(fmt.Sprintf("M%d 0L%d %dH%dL%d 0z", -potBase/2, -potTop/2, -potHigh, potTop/2, potBase/2))
		d.Fill = Mark(fmt.Sprintf("M%d 0L%d %dH%dL%d 0z", -potBase/2, -potTop/2+3, -potHigh+15, potTop/2-3, potBase/2))
		d.Body = Mark(ellipse(0, -48, w/10, h/10))
		d.Y0, d.H = -potHigh-20, potHigh+28
		days := int(today - n.Started)
		if high := min(100, max(0, days-14)*6); high > 0 && n.Open() {
			d.Y0, d.H = d.Y0-high, d.H+high
			d.Shoots = Mark(fmt.Sprintf("M0 -70V%d", -potHigh+15-high))
			for i := 1; i <= high/22; i++ {
				y := -potHigh + 15 - i*22
				d.Shoots += Mark(fmt.Sprintf("M0 %dq-16 -2 -26 -14M0 %dq16 -2 26 -14", y, y-8))
			}
		}
	} else {
		d.root(n, w/10, h/10)
	}
	d.PxW, d.PxH = Px(d.W, scale), Px(d.H, scale)
	d.Says = Escape(fmt.Sprintf("%s, %s", n.Label, n.Variety.Name))
	return d
}

func ellipse(x, y, rx, ry float64) string {
	return fmt.Sprintf("M%.1f %.1fa%.1f %.1f 0 1 0 %.1f 0a%.1f %.1f 0 1 0 %.1f 0", x-rx, y, rx, ry, 2*rx, rx, ry, -2*rx)
}

// root in a jar, a tray of water or a box of sand, with the shoots that were
// counted.
func (d *Nursling) root(n *logbook.NursingState, half, long float64) {
	long *= 1.5 // a root is longer than a tuber
	half *= 0.85
	var top float64
	switch n.Method {
	case logbook.InJar:
		d.Wall = "M-46 0V-112M46 0V-112M-46 0H46"
		d.Fill, d.Water = "M-46 0V-70H46V0z", true
		d.Body = Mark(ellipse(0, -30-long, half, long))
		top = -30 - 2*long
	case logbook.InTray:
		d.Wall = "M-100 -34V0H100V-34"
		d.Fill, d.Water = "M-100 -16V0H100V-16z", true
		d.Body = Mark(ellipse(0, -4-half, long, half))
		top = -4 - 2*half
	default:
		d.Wall = "M-100 -78V0H100V-78"
		d.Fill = "M-100 -62V0H100V-62z"
		d.Body = Mark(ellipse(0, -62, long, half))
		top = -62 - half
	}
	reach := 0.0
	if n.Method != logbook.InJar {
		reach = long * 0.7
	}
	shoots := max(n.Shoots, n.InHand())
	for i := range min(shoots, 10) {
		x := 0.0
		if shoots > 1 {
			x = -reach + 2*reach*float64(i)/float64(min(shoots, 10)-1)
		}
		lean := x*0.35 + float64(i%3-1)*8
		d.Shoots += Mark(fmt.Sprintf("M%.0f %.0fq%.0f -40 %.0f -80m-14 18q2 -16 14 -18q10 4 12 18", x, top+3, lean*0.3, lean))
	}
}

// shownWeight is a weight with a short mark of how it is known.
func shownWeight(how measure.Known, weight string) string {
	switch how {
	case measure.Weighed:
		return weight
	case measure.Simulated:
		return weight + " sim."
	}
	return "≈ " + weight
}
