package draw

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Defs are the symbols a page of sections refers to, each drawn once.
type Defs struct {
	Large  bool // lines are drawn in px, for a picture of one bag
	Walls  []Wall
	Plants []Plant
	walls  map[logbook.ID]string
}

// Wall of a kind of bag, as a symbol.
type Wall struct {
	Ref  Mark
	Kind Mark // for its look
	Path Mark // the wall itself
	Trim Mark // handles, lip, planks
}

// Plant at one height, as a symbol standing on y = 0.
type Plant struct {
	Ref    Mark
	Vine   bool
	Stems  Mark
	Leaves []Leaf
	Mirror bool
}

// Leaf on a plant: where it sits, which way it points and its size.
type Leaf struct {
	X, Y, Turn int
	Size       float64
}

func (d *Defs) wall(m logbook.Model) string {
	if ref, ok := d.walls[m.ID]; ok {
		return ref
	}
	if d.walls == nil {
		d.walls = map[logbook.ID]string{}
	}
	ref := fmt.Sprintf("w%d", m.ID)
	d.walls[m.ID] = ref
	d.Walls = append(d.Walls, newWall(ref, m))
	return ref
}

// SeedRef is the symbol of what is planted: a tuber or a slip.
func SeedRef(c crop.Crop) string {
	if c == crop.SweetPotato {
		return "s"
	}
	return "t"
}

// newWall draws a wall by what it is made of.
func newWall(ref string, m logbook.Model) Wall {
	s := m.Shape
	h := mm(s.Height())
	b, t := mm(s.LengthAt(0))/2, mm(s.LengthAt(s.Height()))/2
	w := Wall{Ref: Mark(ref), Kind: wallKind(m), Path: Mark(fmt.Sprintf("M%d %dL%d 0H%dL%d %d", -t, -h, -b, b, t, -h))}
	switch s.Kind() {
	case bag.Bed: // no walls: the ground goes on
		w.Path = Mark(fmt.Sprintf("M%d %dH%d", -t-40, -h, t+40))
		return w
	case bag.Sack: // soft below, its corners tied off, the mouth rolled outward
		w.Path = Mark(fmt.Sprintf("M%d %dQ%d %d %d -60Q%d 0 %d 0H%dQ%d 0 %d -60Q%d %d %d %d", -t, -h, -t-8, -h/2, -b, -b, -b+70, b-70, b, b, t+8, -h/2, t, -h))
		w.Trim = Mark(fmt.Sprintf("M%d %dq-26 4 -22 34M%d %dq26 4 22 34M%d -22l-30 20M%d -22l30 20", -t, -h, t, -h, -b+8, b-8))
		return w
	case bag.Lined: // the bucket around its liner, which is turned over the rim
		d := max(6, mm(s.Liner()))
		w.Trim = Mark(fmt.Sprintf("M%d %dL%d %dH%dL%d %dM%d %dh%dv26M%d %dh%dv26", -t-d, -h+20, -b-d, d, b+d, t+d, -h+20, -t, -h, -d-10, t, -h, d+10))
		return w
	}
	switch m.Material {
	case logbook.Fabric: // two handles and a seam
		y := h - h/5
		x := mm(s.LengthAt(measure.Length(y)/10)) / 2
		w.Trim = Mark(fmt.Sprintf("M%d %dq-34 10 0 64M%d %dq34 10 0 64", -x, -y, x, -y))
	case logbook.Woven: // a rim rolled outward, soft corners
		w.Path = Mark(fmt.Sprintf("M%d %dL%d -30Q%d 0 %d 0H%dQ%d 0 %d -30L%d %d", -t, -h, -b, -b, -b+30, b-30, b, b, t, -h))
		w.Trim = Mark(fmt.Sprintf("M%d %dq-26 4 -22 34M%d %dq26 4 22 34", -t, -h, t, -h))
	case logbook.Rigid: // a lip
		w.Trim = Mark(fmt.Sprintf("M%d %dh-16v20h14M%d %dh16v20h-14", -t, -h, t, -h))
	case logbook.Timber: // planks seen from their ends
		var planks strings.Builder
		for y := 0; y < h; y += 107 {
			top := min(y+104, h)
			fmt.Fprintf(&planks, "M%d %dh-22V%dh22M%d %dh22V%dh-22", -b, -y, -top, b, -y, -top)
		}
		w.Trim = Mark(planks.String())
	case logbook.Card:
	}
	return w
}

// Heights a potato plant is drawn at, in cm; others are scaled from the nearest.
var potatoHeights = []measure.Length{4, 8, 14, 22, 34, 50, 75, 105}

// Lengths a vine is drawn at, in cm.
var vineLengths = []measure.Length{12, 25, 50, 90, 160, 280}

// plant is the symbol for a height, and the scale that makes it that height.
func (d *Defs) plant(c crop.Crop, height measure.Length) (ref string, size float64) {
	heights, prefix := potatoHeights, "p"
	if c == crop.SweetPotato {
		heights, prefix = vineLengths, "v"
	}
	best := heights[0]
	for _, h := range heights {
		if math.Abs(math.Log(float64(h/height))) < math.Abs(math.Log(float64(best/height))) {
			best = h
		}
	}
	ref = fmt.Sprintf("%s%d", prefix, int(best))
	size = float64(height / best)
	if slices.ContainsFunc(d.Plants, func(p Plant) bool { return p.Ref == Mark(ref) }) {
		return ref, size
	}
	if c == crop.SweetPotato {
		d.Plants = append(d.Plants, vine(ref, best, false), vine(ref+"l", best, true))
	} else {
		d.Plants = append(d.Plants, potato(ref, best))
	}
	return ref, size
}

// potato draws three stems that fan out, with compound leaves set alternately;
// old plants lean further.
func potato(ref string, height measure.Length) Plant {
	p := Plant{Ref: Mark(ref)}
	h := float64(mm(height))
	leafSize := min(0.9, 0.22+h/700)
	var stems strings.Builder
	for i, lean := range []float64{-0.24, 0.03, 0.27} {
		tall := h * []float64{0.9, 1, 0.86}[i]
		tipX, midX := lean*(tall*0.8+40), lean*tall*0.2
		fmt.Fprintf(&stems, "M%d 0Q%.0f %.0f %.0f %.0f", 8*(i-1), midX, -tall*0.55, tipX, -tall)
		pairs := int(math.Round(1.5 + math.Sqrt(h)/7))
		for k := range pairs {
			at := 0.2 + 0.7*float64(k)/float64(max(1, pairs-1))
			if pairs == 1 {
				at = 0.7
			}
			x, y := quad(0, midX, tipX, at), quad(0, -tall*0.55, -tall, at)
			turn := -32 - int(20*at)
			if (k+i)%2 == 1 {
				turn = 180 - turn
			}
			p.Leaves = append(p.Leaves, Leaf{int(x), int(y), turn, leafSize * (1.12 - 0.42*at)})
		}
		p.Leaves = append(p.Leaves, Leaf{int(tipX), int(-tall) + 12, -90 + int(lean*70), leafSize * 0.62})
	}
	p.Stems = Mark(stems.String())
	return p
}

// quad is a point of a quadratic curve from 0.
func quad(p0, p1, p2, t float64) float64 {
	return (1-t)*(1-t)*p0 + 2*t*(1-t)*p1 + t*t*p2
}

// vineRise is how high a vine arches before it trails, in mm.
func vineRise(length measure.Length) int { return min(170, 30+mm(length)/5) }

// vine draws one trailing stem with heart-shaped leaves on upright stalks, to
// the right, or mirrored to the left.
func vine(ref string, length measure.Length, mirror bool) Plant {
	p := Plant{Ref: Mark(ref), Vine: true, Mirror: mirror}
	l := float64(mm(length))
	rise := float64(vineRise(length))
	reach := min(l*0.62, 250)
	drop := max(0, l-reach-rise) * 0.45
	x1, y1 := reach*0.25, -rise*1.25
	x2, y2 := reach*0.95, -rise*1.1
	x3, y3 := reach, -rise*0.35+drop
	p.Stems = Mark(fmt.Sprintf("M0 0C%.0f %.0f %.0f %.0f %.0f %.0f", x1, y1, x2, y2, x3, y3))
	leaves := min(14, 3+int(l/90))
	for k := range leaves {
		t := (float64(k) + 0.8) / float64(leaves)
		x, y := cubic(0, x1, x2, x3, t), cubic(0, y1, y2, y3, t)
		turn := -70 + 46*(k%3)
		size := 0.62 + 0.3*math.Sin(math.Pi*t)
		if l < 200 {
			size *= 0.72
		}
		p.Leaves = append(p.Leaves, Leaf{int(x), int(y), turn, size})
	}
	return p
}

func cubic(p0, p1, p2, p3, t float64) float64 {
	u := 1 - t
	return u*u*u*p0 + 3*u*u*t*p1 + 3*u*t*t*p2 + t*t*t*p3
}

// Outline is a kind of bag drawn empty.
type Outline struct {
	Wall         Wall
	X0, Y0, W, H int
}

// NewOutline draws a kind of bag.
func NewOutline(m logbook.Model) Outline {
	half := max(mm(m.Shape.LengthAt(0)), mm(m.Shape.LengthAt(m.Shape.Height())))/2 + 60
	h := mm(m.Shape.Height()) + 30
	return Outline{newWall("", m), -half, -h, 2 * half, h + 10}
}
