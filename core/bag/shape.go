package bag

import (
	"errors"
	"fmt"
	"math"

	"glebata/core/measure"
	"glebata/core/working"
)

// Limits of a believable container, in cm.
const (
	MinSide measure.Length = 5
	MaxSide measure.Length = 400
)

// Limits of a bed or row in the ground, in cm, and how deep roots are reckoned in it.
const (
	MinBed  measure.Length = 10
	MaxBed  measure.Length = 20_000
	bedDeep measure.Length = 30
)

// heightOverWidth of an ordinary round bag. Practice.
const heightOverWidth = 1.05

// NewOfLitres makes an ordinary round bag with straight sides of so many litres to the rim.
// Height and width that are not known, 0, are those of a bag 1.05 times as high as it is
// wide.
//
//	V = π ÷ 4 · D² · H
func NewOfLitres(v measure.Volume, height, width measure.Length) (Shape, error) {
	cm3 := float64(v) * 1000
	if !(cm3 > 0 && cm3 <= 64_000_000) {
		return Shape{}, fmt.Errorf("%w: %.4g litres", ErrShape, float64(v))
	}
	switch {
	case height > 0 && width > 0:
		return Shape{}, fmt.Errorf("%w: of litres, height and width two tell the third", ErrShape)
	case height > 0:
		width = measure.Length(math.Sqrt(4 * cm3 / (math.Pi * float64(height))))
	case width > 0:
		height = measure.Length(4 * cm3 / (math.Pi * float64(width) * float64(width)))
	default:
		width = measure.Length(math.Cbrt(4 * cm3 / (math.Pi * heightOverWidth)))
		height = heightOverWidth * width
	}
	return NewRound(width, width, height)
}

// NewBed makes a bed from its length and width, or a row from its length and the distance
// to the next, each between 10 cm and 200 m. Roots are reckoned 30 cm deep.
func NewBed(length, width measure.Length) (Shape, error) {
	s := Shape{kind: Bed, baseL: length, baseW: width, topL: length, topW: width, height: bedDeep}
	return s, s.Check()
}

// Ground reports whether it is in the ground: a bed or row, without walls and litres.
func (s Shape) Ground() bool { return s.form().Ground }

// ErrShape is wrapped by every refusal of a shape.
var ErrShape = errors.New("not a shape a bag can have")

// Shape is the inside of a bag. Make it with NewRound, NewBox, NewSack or NewLined;
// the zero Shape holds nothing.
type Shape struct {
	kind         Kind
	baseL, baseW measure.Length // round: both the diameter
	topL, topW   measure.Length
	height       measure.Length
	liner        measure.Length // thickness of a lined bucket's liner
	ring         measure.Length // straight, stacked on top; within the height
}

// Ringed is the shape with a straight ring of a height stacked on its own rim, in place of
// any there was; 0 takes it off.
func (s Shape) Ringed(by measure.Length) Shape {
	s.height += by - s.ring
	s.ring = by
	return s
}

// Ring that is stacked on top of its own rim, cm.
func (s Shape) Ring() measure.Length { return s.ring }

// NewRound makes a round bag from its inside diameters at base and top and its
// height, each between 5 and 400 cm.
func NewRound(base, top, height measure.Length) (Shape, error) {
	s := Shape{kind: Round, baseL: base, baseW: base, topL: top, topW: top, height: height}
	return s, s.Check()
}

// NewSack makes a sack from what it measures lying flat and empty, width and
// length. Filled it stands round: its girth is twice the width, and half the
// diameter of its length goes into the base at the seam.
//
//	D = 2·width ÷ π, H = length − D ÷ 2
func NewSack(width, length measure.Length) (Shape, error) {
	d := 2 * width / math.Pi
	return StandingSack(d, length-d/2)
}

// StandingSack makes a sack from its diameter and height as it stands filled, each
// between 5 and 400 cm.
func StandingSack(diameter, height measure.Length) (Shape, error) {
	s := Shape{kind: Sack, baseL: diameter, baseW: diameter, topL: diameter, topW: diameter, height: height}
	return s, s.Check()
}

// Flat is what a sack measures lying flat: width and length. 0 for other kinds.
func (s Shape) Flat() (width, length measure.Length) {
	if s.kind != Sack {
		return 0, 0
	}
	return s.baseL * math.Pi / 2, s.height + s.baseL/2
}

// NewLined makes a bucket from its own inside diameters and height and the
// thickness of a liner that lies against wall and base: that much is lost on every
// side, and its floor lies so much higher, where the bucket is as wide as it is there. The inside of
// the liner must measure between 5 and 400 cm.
//
//	D(h) = Db + (Dt − Db)·h/H − 2·liner, from h = liner up
func NewLined(base, top, height, liner measure.Length) (Shape, error) {
	floor := base - 2*liner
	if height > 0 {
		floor += (top - base) * liner / height
	}
	s := Shape{kind: Lined, baseL: floor, baseW: floor, topL: top - 2*liner, topW: top - 2*liner, height: height - liner, liner: liner}
	if !(liner >= 0 && liner <= 10) {
		return s, fmt.Errorf("%w: a liner of %.4g cm is not between 0 and 10 cm thick", ErrShape, float64(liner))
	}
	return s, s.Check()
}

// Liner is how thick a lined bucket's liner is; 0 for other kinds.
func (s Shape) Liner() measure.Length { return s.liner }

// NewBox makes a box from length and width at the base and at the top and its
// height, each between 5 and 400 cm.
func NewBox(baseL, baseW, topL, topW, height measure.Length) (Shape, error) {
	s := Shape{kind: Box, baseL: baseL, baseW: baseW, topL: topL, topW: topW, height: height}
	return s, s.Check()
}

// Check that a bag can have the shape: sides of 5 to 400 cm. ErrShape where none can.
func (s Shape) Check() error {
	least, most := MinSide, MaxSide
	if s.Ground() {
		least, most = MinBed, MaxBed
	}
	for _, side := range []struct {
		name string
		v    measure.Length
	}{{"base", s.baseL}, {"base width", s.baseW}, {"top", s.topL}, {"top width", s.topW}, {"height", s.height}} {
		if !(side.v >= least && side.v <= most) {
			return fmt.Errorf("%w: the %s of %.4g cm is not between %g and %g cm",
				ErrShape, side.name, float64(side.v), float64(least), float64(most))
		}
	}
	return nil
}

// Round reports whether the body is round from above.
func (s Shape) Round() bool { return s.form().Round }

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
	own := s.height - s.ring
	return s.baseL + (s.topL-s.baseL)*min(h, own)/own
}

// WidthAt is the inside width seen from the side at level h, as LengthAt.
func (s Shape) WidthAt(h measure.Length) measure.Length {
	own := s.height - s.ring
	return s.baseW + (s.topW-s.baseW)*min(h, own)/own
}

// AreaAt is the inside area at level h.
func (s Shape) AreaAt(h measure.Length) measure.Area {
	a := float64(s.LengthAt(h)) * float64(s.WidthAt(h))
	if s.Round() {
		a *= math.Pi / 4
	}
	return measure.SquareCentimetres(a)
}

// hangsOver is how far leaves hang over a free side, in cm, and mostHangs how much of them in all.
// Model.
const (
	hangsOver measure.Length = 25
	mostHangs measure.Area   = 0.6
)

// Canopy is the ground that leaves may cover: what it stands on at its rim, and what hangs over its
// sides, which are taken as free, 25 cm wide and 0.6 m² at the most. Of a bag, a box and a bed alike.
func (s Shape) Canopy() measure.Area {
	l, w := s.topL, s.topW
	if s.Ground() {
		l, w = s.baseL, s.baseW
	}
	shape := 1.0
	if s.Round() {
		shape = math.Pi / 4
	}
	ground := measure.SquareCentimetres(float64(l) * float64(w) * shape)
	wide := measure.SquareCentimetres(float64(l+2*hangsOver) * float64(w+2*hangsOver) * shape)
	return ground + min(mostHangs, wide-ground)
}

// Between is the volume from level a up to level b; 0 when b is not above a.
// Above the rim it is that of a straight heap as wide as the rim.
//
// Box: V = (b − a)/6 · (2·La·Wa + La·Wb + Lb·Wa + 2·Lb·Wb), the prismatoid.
// Round: π/4 of that, which for one diameter is the frustum of a cone,
// V = π(b − a)/12 · (D(a)² + D(a)D(b) + D(b)²).
func (s Shape) Between(a, b measure.Length) measure.Volume {
	if b <= a || s.height <= 0 {
		return 0
	}
	if own := s.height - s.ring; b > own && own > a { // above it goes on straight
		return s.Between(a, own) + s.Between(own, b)
	}
	la, lb := float64(s.LengthAt(a)), float64(s.LengthAt(b))
	wa, wb := float64(s.WidthAt(a)), float64(s.WidthAt(b))
	rise := float64(b - a)
	switch round := s.Round(); {
	case round && la == wa && lb == wb:
		return measure.CubicCentimetres(math.Pi * rise / 12 * (la*la + la*lb + lb*lb))
	case round:
		rise *= math.Pi / 4
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
	if s.Round() && s.LengthAt(a) == s.WidthAt(a) && s.LengthAt(b) == s.WidthAt(b) {
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
	across := "length × width at {}: {} × {}"
	if s.Round() {
		across = "π ÷ 4 × length × width at {}: {} × {}"
	}
	w.Steps = []working.Step{
		{Says: across, Args: []any{a, s.LengthAt(a), s.WidthAt(a)}, Result: s.AreaAt(a)},
		{Says: across, Args: []any{b, s.LengthAt(b), s.WidthAt(b)}, Result: s.AreaAt(b)},
		{Says: "mean area × ({} − {})", Args: []any{b, a}, Result: v},
	}
	return w
}

// Full is the volume to the rim.
func (s Shape) Full() measure.Volume { return s.Between(0, s.height) }

// overGround is how far over the ground straw, leaves or soil may be heaped in a bed or row, in
// cm. Practice.
const overGround measure.Length = 40

// Rim is the level that nothing goes over: that of a container, or of a heap in the ground.
func (s Shape) Rim() measure.Length {
	if s.Ground() {
		return s.height + overGround
	}
	return s.height
}

// Told is a level as it is told: over the base, in the ground over the ground.
func (s Shape) Told(level measure.Length) measure.Length {
	if s.Ground() {
		return max(0, level-s.height)
	}
	return level
}

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
	w.Steps = append(s.formSteps(), w.Steps...)
	w.Mark = working.Practice
	return w
}

// formSteps say how the inside of a sack or of a lined bucket came about.
func (s Shape) formSteps() []working.Step {
	switch s.kind {
	case Sack:
		width, length := s.Flat()
		return []working.Step{
			{Says: "a sack {} wide lying flat stands round: 2 × {} ÷ π across", Args: []any{width, width}, Result: s.baseL},
			{Says: "{} long, less half of that across for its base", Args: []any{length}, Result: s.height},
		}
	case Lined:
		return []working.Step{
			{Says: "the liner takes {} on every side: the top measures across", Args: []any{s.liner}, Result: s.topL},
			{Says: "and its floor, {} over the bucket's", Args: []any{s.liner}, Result: s.baseL},
		}
	}
	return nil
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
