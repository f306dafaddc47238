package bag

import (
	"errors"
	"fmt"
	"math"

	"glebata/core/measure"
	"glebata/core/working"
)

// Kind of body.
type Kind string

// The kinds: a round bag may taper either way, a box has four flat sides.
const (
	Round Kind = "round"
	Box   Kind = "box"
)

// Limits of a believable container, in cm.
const (
	SmallestSide measure.Length = 5
	LargestSide  measure.Length = 400
)

// ErrShape is wrapped by every refusal of NewRound and NewBox.
var ErrShape = errors.New("not a shape a bag can have")

// Shape is the inside of a bag. Make it with NewRound or NewBox; the zero Shape
// holds nothing.
type Shape struct {
	kind         Kind
	baseL, baseW measure.Length // round: both the diameter
	topL, topW   measure.Length
	height       measure.Length
}

// NewRound makes a round bag from its inside diameters at base and top and its
// height, each between 5 and 400 cm.
func NewRound(base, top, height measure.Length) (Shape, error) {
	s := Shape{Round, base, base, top, top, height}
	return s, s.check()
}

// NewBox makes a box from length and width at the base and at the top and its
// height, each between 5 and 400 cm.
func NewBox(baseL, baseW, topL, topW, height measure.Length) (Shape, error) {
	s := Shape{Box, baseL, baseW, topL, topW, height}
	return s, s.check()
}

func (s Shape) check() error {
	for _, side := range []struct {
		name string
		v    measure.Length
	}{{"base", s.baseL}, {"base width", s.baseW}, {"top", s.topL}, {"top width", s.topW}, {"height", s.height}} {
		if !(side.v >= SmallestSide && side.v <= LargestSide) {
			return fmt.Errorf("%w: the %s of %.4g cm is not between %g and %g cm",
				ErrShape, side.name, float64(side.v), float64(SmallestSide), float64(LargestSide))
		}
	}
	return nil
}

// Kind of the body.
func (s Shape) Kind() Kind { return s.kind }

// Height of the wall above the base.
func (s Shape) Height() measure.Length { return s.height }

// Base is length and width of the base (twice the diameter's value when round).
func (s Shape) Base() (l, w measure.Length) { return s.baseL, s.baseW }

// Top is length and width at the rim.
func (s Shape) Top() (l, w measure.Length) { return s.topL, s.topW }

// LengthAt is the inside width seen from the front at level h: the diameter of
// a round bag, the length of a box. Above the rim it is that of the rim.
func (s Shape) LengthAt(h measure.Length) measure.Length {
	h = min(h, s.height)
	return s.baseL + (s.topL-s.baseL)*h/s.height
}

// WidthAt is the inside width seen from the side at level h, as LengthAt.
func (s Shape) WidthAt(h measure.Length) measure.Length {
	h = min(h, s.height)
	return s.baseW + (s.topW-s.baseW)*h/s.height
}

// AreaAt is the inside area at level h.
func (s Shape) AreaAt(h measure.Length) measure.Area {
	a := float64(s.LengthAt(h)) * float64(s.WidthAt(h))
	if s.kind == Round {
		a *= math.Pi / 4
	}
	return measure.SquareCentimetres(a)
}

// Between is the volume from level a up to level b; 0 when b is not above a.
// Above the rim it is that of a straight heap as wide as the rim.
//
// Round: V = π(b − a)/12 · (D(a)² + D(a)D(b) + D(b)²), the frustum of a cone.
// Box: V = (b − a)/6 · (2·La·Wa + La·Wb + Lb·Wa + 2·Lb·Wb), the prismatoid.
func (s Shape) Between(a, b measure.Length) measure.Volume {
	if b <= a || s.height <= 0 {
		return 0
	}
	if b > s.height && s.height > a {
		return s.Between(a, s.height) + s.Between(s.height, b)
	}
	la, lb := float64(s.LengthAt(a)), float64(s.LengthAt(b))
	wa, wb := float64(s.WidthAt(a)), float64(s.WidthAt(b))
	rise := float64(b - a)
	if s.kind == Round {
		return measure.CubicCentimetres(math.Pi * rise / 12 * (la*la + la*lb + lb*lb))
	}
	return measure.CubicCentimetres(rise / 6 * (2*la*wa + la*wb + lb*wa + 2*lb*wb))
}

// BetweenWorking is Between with its steps.
func (s Shape) BetweenWorking(a, b measure.Length) working.Working {
	v := s.Between(a, b)
	w := working.Working{
		Title:   "Litres between two levels",
		Result:  v,
		Mark:    working.Sum,
		Source:  "volume of a tapered body, from the inside measures",
		Changes: "The bag's inside measures; a fabric wall that bulges holds a little more.",
	}
	if s.kind == Round {
		w.Steps = []working.Step{
			{Says: "inside diameter at {} above the base", Args: []any{a}, Result: s.LengthAt(a)},
			{Says: "inside diameter at {} above the base", Args: []any{b}, Result: s.LengthAt(b)},
			{
				Says: "π ÷ 12 × {} × (({})² + {} × {} + ({})²)",
				Args: []any{b - a, s.LengthAt(a), s.LengthAt(a), s.LengthAt(b), s.LengthAt(b)}, Result: v,
			},
		}
		return w
	}
	w.Steps = []working.Step{
		{Says: "length × width at {}: {} × {}", Args: []any{a, s.LengthAt(a), s.WidthAt(a)}, Result: s.AreaAt(a)},
		{Says: "length × width at {}: {} × {}", Args: []any{b, s.LengthAt(b), s.WidthAt(b)}, Result: s.AreaAt(b)},
		{Says: "mean area × ({} − {})", Args: []any{b, a}, Result: v},
	}
	return w
}

// Full is the volume to the rim.
func (s Shape) Full() measure.Volume { return s.Between(0, s.height) }

// UsableTop is the level the medium may reach: the rim less the headspace kept
// for watering and mulch, never under 0.
func (s Shape) UsableTop(headspace measure.Length) measure.Length {
	return max(0, s.height-headspace)
}

// Usable is the volume from the base to UsableTop.
func (s Shape) Usable(headspace measure.Length) measure.Volume {
	return s.Between(0, s.UsableTop(headspace))
}

// UsableWorking is Usable with its steps.
func (s Shape) UsableWorking(headspace measure.Length) working.Working {
	top := s.UsableTop(headspace)
	w := s.BetweenWorking(0, top)
	w.Title = "Usable litres of this bag"
	w.Steps = append([]working.Step{
		{Says: "usable top: {} − {} kept free for watering and mulch", Args: []any{s.height, headspace}, Result: top},
	}, w.Steps...)
	w.Mark = working.Practice
	return w
}

// LevelAfter is the level reached when a settled volume v is added on top of
// level from. The result may lie above the rim; the caller decides.
func (s Shape) LevelAfter(from measure.Length, v measure.Volume) measure.Length {
	if v <= 0 || s.height <= 0 {
		return from
	}
	lo, hi := from, from+s.height
	for s.Between(from, hi) < v && hi < 100*s.height {
		hi += s.height
	}
	for range 60 {
		mid := (lo + hi) / 2
		if s.Between(from, mid) < v {
			lo = mid
		} else {
			hi = mid
		}
	}
	return hi
}
