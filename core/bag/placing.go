package bag

import (
	"math"

	"glebata/core/measure"
)

// WallGap is the least distance of a piece of seed from the wall.
const WallGap measure.Length = 8

// Spot is where one piece of seed lies: X to the right and Y to the back of the
// bag's middle, H above the base.
type Spot struct {
	X, Y, H measure.Length
}

// Layout says how pieces are spread over a level.
type Layout struct {
	// Spacing wanted between pieces: a ring of half the radius is widened
	// towards the wall until it is kept.
	Spacing measure.Length
	// Turn rotates a ring, in parts of the step between two pieces (0.5 puts
	// them between those of another ring).
	Turn float64
}

// Place n pieces on one level h. Round: evenly on a circle at half the radius,
// or wider where the spacing asks for it; a single one in the middle, from five
// on one in the middle and the rest around it, and on as many rings as keep them apart where one does not. Box: the rows that keep the
// widest spacing. All at least WallGap from the wall where the bag is wide
// enough. More than 200 pieces are placed as 200. In the ground they stand in rows with
// the spacing of a bed, or as close as their number asks for.
func Place(s Shape, h measure.Length, n int, as Layout) []Spot {
	if s.Ground() {
		return placeBed(s, h, n)
	}
	n = min(n, 200)
	if n <= 0 {
		return nil
	}
	if !s.Round() {
		return placeRows(s, h, n)
	}
	spots := placeRing(s, h, n, as)
	if n > leastRings && Nearest(spots) < as.Spacing-1e-9 { // wide enough for several
		spots = placeRings(s, h, n, spots)
	}
	return spots
}

// leastRings is how many lie on one ring before several are tried, and mostRings how many are.
const leastRings, mostRings = 6, 8

// placeRings spreads n over rings within one another, each with as many as its length has part in
// all: of one to eight, with and without a piece in the middle, those that lie farthest apart; one is
// what it has to better.
func placeRings(s Shape, h measure.Length, n int, one []Spot) []Spot {
	best, widest := one, Nearest(one)
	radius, flat := s.LengthAt(h)/2, s.WidthAt(h)/s.LengthAt(h)
	outer := max(0, radius-WallGap)
	for rings := 2; rings <= mostRings; rings++ {
		for middle := range 2 {
			spots := make([]Spot, 0, n)
			if middle == 1 {
				spots = append(spots, Spot{H: h})
			}
			left, whole := n-middle, 0.0
			at := func(ring int) float64 {
				return (float64(ring) + 0.5 + 0.5*float64(middle)) / (float64(rings) - 0.5 + 0.5*float64(middle))
			}
			for ring := range rings {
				whole += at(ring)
			}
			for ring := range rings {
				share := int(math.Round(float64(left) * at(ring) / whole))
				left, whole = left-share, whole-at(ring)
				for i := range share {
					angle := 2 * math.Pi * (float64(i) + 0.25 + 0.5*float64(ring)) / float64(share)
					r := outer * measure.Length(at(ring))
					spots = append(spots, Spot{X: r * measure.Length(math.Cos(angle)), Y: r * measure.Length(math.Sin(angle)) * flat, H: h})
				}
			}
			if gap := Nearest(spots); len(spots) == n && gap > widest+1e-9 {
				best, widest = spots, gap
			}
		}
	}
	return best
}

// PlaceLevels places n pieces over the given levels, lowest first, sharing them
// as evenly as can be with the lower level taking the odd one, each upper ring
// turned so that its pieces stand between those below. In a round bag rings of two levels
// lie WallGap off the wall, so that no piece comes up through another: Over.
func PlaceLevels(s Shape, levels []measure.Length, n int, spacing measure.Length) []Spot {
	var spots []Spot
	for i, h := range levels {
		share := (n + len(levels) - 1 - i) / len(levels)
		if len(levels) == 2 && s.Round() && !s.Ground() && (share > 1 || i > 0) {
			spots = append(spots, alongWall(s, h, share, 0.25+0.5*float64(i))...)
			continue
		}
		spots = append(spots, Place(s, h, share, Layout{spacing, 0.5 * float64(i)})...)
	}
	return spots
}

// alongWall places a ring of n as far out as WallGap allows, turned by parts of its step.
func alongWall(s Shape, h measure.Length, n int, turn float64) []Spot {
	radius, flat := s.LengthAt(h)/2, s.WidthAt(h)/s.LengthAt(h)
	ring := max(0, radius-WallGap)
	spots := make([]Spot, n)
	for i := range spots {
		angle := 2 * math.Pi * (float64(i) + turn) / float64(n)
		spots[i] = Spot{X: ring * measure.Length(math.Cos(angle)), Y: ring * measure.Length(math.Sin(angle)) * flat, H: h}
	}
	return spots
}

// LeastOver is how near to straight over a lower piece an upper one may lie, cm. Practice.
const LeastOver measure.Length = 10

// Over is how near to straight over a lower piece the nearest upper one lies, cm; 1000 where
// there is one level only.
func Over(spots []Spot) measure.Length {
	nearest := measure.Length(1000)
	for _, a := range spots {
		for _, b := range spots {
			if b.H > a.H {
				nearest = min(nearest, measure.Length(math.Hypot(float64(a.X-b.X), float64(a.Y-b.Y))))
			}
		}
	}
	return nearest
}

func placeRing(s Shape, h measure.Length, n int, as Layout) []Spot {
	if n == 1 {
		return []Spot{{H: h}}
	}
	spots := make([]Spot, 0, n)
	around, wanted := n, measure.Length(0)
	if n >= 5 {
		spots = append(spots, Spot{H: h})
		around, wanted = n-1, as.Spacing
	}
	wanted = max(wanted, as.Spacing/measure.Length(2*math.Sin(math.Pi/float64(around))))
	radius, flat := s.LengthAt(h)/2, s.WidthAt(h)/s.LengthAt(h) // 1 for a circle
	ring := max(0, min(max(radius/2, wanted), radius-WallGap))
	// A ring of three or more is set off a little, so that from the front no piece
	// hides another.
	set := 0.25
	if around < 3 {
		set = 0
	}
	for i := range around {
		angle := 2 * math.Pi * (float64(i) + as.Turn + set) / float64(around)
		spots = append(spots, Spot{
			X: ring * measure.Length(math.Cos(angle)),
			Y: ring * measure.Length(math.Sin(angle)) * flat,
			H: h,
		})
	}
	return spots
}

// placeRows in as many rows as keep the pieces farthest apart.
func placeRows(s Shape, h measure.Length, n int) []Spot {
	best, _ := bestRows(s.LengthAt(h), s.WidthAt(h), n)
	return inRows(s, h, n, best)
}

// bestRows is the number of rows that keep n farthest apart, and how far that is.
func bestRows(length, width measure.Length, n int) (best int, widest measure.Length) {
	best, widest = 1, -1
	for rows := 1; rows <= n; rows++ {
		most := measure.Length(1000) // that they can be apart
		if each := (n + rows - 1) / rows; each > 1 {
			most = length / measure.Length(each)
		}
		if rows > 1 && rows != 2 {
			most = min(most, width/measure.Length(rows))
		}
		if most < widest-1e-9 {
			continue
		}
		if gap := rowsGap(length, width, n, rows); gap > widest {
			best, widest = rows, gap
		}
	}
	return best, widest
}

// rowsToWall is ToWall of inRows, without the spots.
func rowsToWall(length, width measure.Length, n, rows int) measure.Length {
	out := func(side measure.Length, of int) measure.Length { return side/2 + across(side, 0, of) }
	return min(out(length, (n+rows-1)/rows), out(width, rows))
}

// rowsGap is Nearest of inRows, without the spots: rows next to one another with as many pieces lie
// straight behind one another, and there is but one pair of rows with one piece more in the first.
func rowsGap(length, width measure.Length, n, rows int) measure.Length {
	gap := measure.Length(1000)
	more, few := (n+rows-1)/rows, n/rows // in the first rows, and in the last
	full := n - few*rows                 // so many have more; all where it is none
	if full == 0 {
		full = rows
	}
	within := func(share int) {
		for i := 1; i < share; i++ {
			gap = min(gap, across(length, i, share)-across(length, i-1, share))
		}
	}
	within(more)
	if full < rows {
		within(few)
	}
	for r := 1; r < rows; r++ {
		apart := across(width, r, rows) - across(width, r-1, rows)
		if r != full {
			gap = min(gap, apart)
			continue
		}
		for i, k := 0, 0; i < more && k < few; {
			x, y := across(length, i, more), across(length, k, few)
			gap = min(gap, measure.Length(math.Sqrt(float64((x-y)*(x-y)+apart*apart))))
			if x < y {
				i++
			} else {
				k++
			}
		}
	}
	return gap
}

// placeBed in the fewest rows that keep the spacing of a bed, 500 at the most.
func placeBed(s Shape, h measure.Length, n int) []Spot {
	n = min(n, 500)
	if n <= 0 {
		return nil
	}
	row := max(1, int(float64(s.baseL/bedSpacing)+1e-9))
	return inRows(s, h, n, (n+row-1)/row)
}

func inRows(s Shape, h measure.Length, n, rows int) []Spot {
	spots := make([]Spot, 0, n)
	length, width := s.LengthAt(h), s.WidthAt(h)
	for r := range rows {
		share := (n + rows - 1 - r) / rows
		for i := range share {
			spots = append(spots, Spot{X: across(length, i, share), Y: across(width, r, rows), H: h})
		}
	}
	return spots
}

// across is the middle of the i-th of n equal parts of a side, kept off the wall.
func across(side measure.Length, i, n int) measure.Length {
	x := side * measure.Length((float64(i)+0.5)/float64(n)-0.5)
	room := max(0, side/2-WallGap)
	return min(max(x, -room), room)
}

// Nearest is the smallest distance between two spots, over all levels;
// 1000 cm when there are fewer than two.
func Nearest(spots []Spot) measure.Length {
	nearest := measure.Length(1000)
	for i, a := range spots {
		for _, b := range spots[i+1:] {
			d := math.Sqrt(float64((a.X-b.X)*(a.X-b.X) + (a.Y-b.Y)*(a.Y-b.Y) + (a.H-b.H)*(a.H-b.H)))
			nearest = min(nearest, measure.Length(d))
		}
	}
	return nearest
}

// ToWall is the smallest distance of a spot from the wall at its level.
func ToWall(s Shape, spots []Spot) measure.Length {
	least := measure.Length(1000)
	for _, p := range spots {
		switch a, b := s.LengthAt(p.H)/2, s.WidthAt(p.H)/2; {
		case s.Round() && a == b:
			least = min(least, a-measure.Length(math.Hypot(float64(p.X), float64(p.Y))))
			continue
		case s.Round(): // at the least: along the shorter way of an ellipse
			least = min(least, min(a, b)*measure.Length(1-math.Hypot(float64(p.X/a), float64(p.Y/b))))
			continue
		}
		least = min(least, s.LengthAt(p.H)/2-max(p.X, -p.X), s.WidthAt(p.H)/2-max(p.Y, -p.Y))
	}
	return least
}

// maxByFootprint is the largest number that keeps spacing between pieces and half
// of it, WallGap at the most, to the wall on the layout of Place at level h; at least 1. It is asked
// at the level the plants will stand at, the top of the filled bag. Rows of a box
// do not fill evenly, so a few numbers past the first that fails are tried. More
// than a limit are not looked for.
func maxByFootprint(s Shape, h, spacing measure.Length, limit int) int {
	most, gap := 1, min(WallGap, spacing/2)
	if !s.Round() && !s.Ground() {
		length, width := s.LengthAt(h), s.WidthAt(h)
		for n := 2; n <= min(most+3, limit); n++ {
			if rows, apart := bestRows(length, width, n); apart >= spacing-1e-9 && rowsToWall(length, width, n, rows) >= gap-1e-9 {
				most = n
			}
		}
		return most
	}
	for n := 2; n <= min(most+3, limit); n++ {
		spots := Place(s, h, n, Layout{Spacing: spacing})
		if Nearest(spots) >= spacing-1e-9 && ToWall(s, spots) >= gap-1e-9 {
			most = n
		}
	}
	return most
}
