package bag

import (
	"fmt"

	"glebata/core/measure"
)

// Kind of body.
type Kind string

// The kinds.
const (
	Round Kind = "round" // may taper either way
	Box   Kind = "box"   // has four flat sides
	Sack  Kind = "sack"  // lies flat when it is empty and stands round when it is full
	Lined Kind = "lined" // a round bucket with a liner that takes some of it
	Bed   Kind = "bed"   // in the ground, or a row: no walls and no litres
)

// Form is all there is to know of a kind of body. A kind stands here once; what differs from one
// kind to another is asked of its Form, and a test goes through all of them wherever they show.
type Form struct {
	Kind   Kind
	Name   string // to choose it by
	Round  bool   // seen from above; else it has corners
	Ground bool   // it is in the ground: no walls, no litres, nothing to raise
	Asks   []Side // that the grower measures of it, in the order they are asked
	// New makes a shape of what the grower measured; what is not asked is not looked at.
	New func(m Measures) (Shape, error)
	// Measured is what the grower measures of a shape: New makes the same shape of it.
	Measured func(s Shape) Measures
}

// Side of a body that is measured.
type Side string

// The sides. The top ones may be left out: they are as the base then.
const (
	BaseSide   Side = "base"   // diameter or length
	BaseWidth  Side = "base-w" // the other side of it
	TopSide    Side = "top"
	TopWidth   Side = "top-w"
	HeightSide Side = "height"
	LinerSide  Side = "liner" // how thick it is
)

// Measures of a body as a grower takes them, cm.
type Measures map[Side]measure.Length

// forms of every kind, in the order they are offered, filled as the program starts: what makes
// a shape looks its form up.
var forms []Form

func init() {
	forms = []Form{
		{
			Kind: Round, Name: "round", Round: true, Asks: []Side{BaseSide, TopSide, HeightSide},
			New: func(m Measures) (Shape, error) { return NewRound(m[BaseSide], m[TopSide], m[HeightSide]) },
			Measured: func(s Shape) Measures {
				return Measures{BaseSide: s.baseL, TopSide: s.topL, HeightSide: s.height}
			},
		},
		{
			Kind: Box, Name: "box", Asks: []Side{BaseSide, BaseWidth, TopSide, TopWidth, HeightSide},
			New: func(m Measures) (Shape, error) {
				return NewBox(m[BaseSide], m[BaseWidth], m[TopSide], m[TopWidth], m[HeightSide])
			},
			Measured: func(s Shape) Measures {
				return Measures{BaseSide: s.baseL, BaseWidth: s.baseW, TopSide: s.topL, TopWidth: s.topW, HeightSide: s.height}
			},
		},
		{
			Kind: Sack, Name: "sack, measured lying flat", Round: true, Asks: []Side{BaseSide, HeightSide},
			New: func(m Measures) (Shape, error) { return NewSack(m[BaseSide], m[HeightSide]) },
			Measured: func(s Shape) Measures {
				width, length := s.Flat()
				return Measures{BaseSide: width, HeightSide: length}
			},
		},
		{
			Kind: Lined, Name: "lined bucket", Round: true, Asks: []Side{BaseSide, TopSide, HeightSide, LinerSide},
			New: func(m Measures) (Shape, error) {
				return NewLined(m[BaseSide], m[TopSide], m[HeightSide], m[LinerSide])
			},
			Measured: func(s Shape) Measures {
				below := measure.Length(0) // how much narrower the bucket is under the liner's floor
				if s.height > 0 {
					below = (s.topL - s.baseL) * s.liner / s.height
				}
				return Measures{BaseSide: s.baseL + 2*s.liner - below, TopSide: s.topL + 2*s.liner, HeightSide: s.height + s.liner, LinerSide: s.liner}
			},
		},
		{
			Kind: Bed, Name: "bed or row in the ground", Ground: true, Asks: []Side{BaseSide, BaseWidth},
			New:      func(m Measures) (Shape, error) { return NewBed(m[BaseSide], m[BaseWidth]) },
			Measured: func(s Shape) Measures { return Measures{BaseSide: s.baseL, BaseWidth: s.baseW} },
		},
	}
}

// Forms of every kind of body, in the order they are offered.
func Forms() []Form { return forms }

// FormOf a kind; ok is false for one that there is not.
func FormOf(k Kind) (f Form, ok bool) {
	for i := range forms {
		if forms[i].Kind == k {
			return forms[i], true
		}
	}
	return Form{}, false
}

// form of the shape's kind; that of a round bag for the zero Shape.
func (s Shape) form() *Form {
	for i := range forms {
		if forms[i].Kind == s.kind {
			return &forms[i]
		}
	}
	return &forms[0]
}

// Measured is what the grower measures of the shape.
func (s Shape) Measured() Measures { return s.form().Measured(s) }

// Record is a shape as it is kept: its kind and its inside measures, cm.
type Record struct {
	Kind                                    Kind
	BaseL, BaseW, TopL, TopW, Height, Liner float64
}

// Record of the shape, without a ring that is stacked on it.
func (s Shape) Record() Record {
	s = s.Ringed(0)
	return Record{s.kind, float64(s.baseL), float64(s.baseW), float64(s.topL), float64(s.topW), float64(s.height), float64(s.liner)}
}

// Shape of a record; refused where no shape of its kind can have such measures.
func (r Record) Shape() (Shape, error) {
	s := Shape{
		kind: r.Kind, baseL: measure.Length(r.BaseL), baseW: measure.Length(r.BaseW), topL: measure.Length(r.TopL), topW: measure.Length(r.TopW),
		height: measure.Length(r.Height), liner: measure.Length(r.Liner),
	}
	if _, ok := FormOf(r.Kind); !ok {
		return Shape{}, fmt.Errorf("%w: %q is no kind of body", ErrShape, string(r.Kind))
	}
	if err := s.Check(); err != nil {
		return Shape{}, err
	}
	return s, nil
}
