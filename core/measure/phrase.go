package measure

import "strings"

// Phrase is a sentence about quantities that is put into words only when it is
// shown: Says holds a {} for each of Args.
type Phrase struct {
	Says string
	Args []any
}

// Say makes a Phrase.
func Say(says string, args ...any) Phrase { return Phrase{says, args} }

// Empty reports whether there is nothing to say.
func (p Phrase) Empty() bool { return p.Says == "" }

// In prints the phrase in the grower's units.
func (p Phrase) In(sys System) string { return Fill(p.Says, p.Args, sys.Print) }

// Fill replaces each {} of says by the print of its argument, in order.
func Fill(says string, args []any, print func(any) string) string {
	if len(args) == 0 {
		return says
	}
	var b strings.Builder
	for _, arg := range args {
		before, after, found := strings.Cut(says, "{}")
		if !found {
			break
		}
		b.WriteString(before)
		b.WriteString(print(arg))
		says = after
	}
	b.WriteString(says)
	return b.String()
}

// Finely is a quantity that is printed with the digits a working needs.
type Finely struct{ V any }

// Rounded is a plain number that is printed with so many decimals.
type Rounded struct {
	V        float64
	Decimals int
}

// Print prints any quantity with everyday digits; numbers and words as they are.
func (s System) Print(v any) string {
	switch q := v.(type) {
	case Mass:
		return s.Mass(q)
	case Volume:
		return s.Volume(q)
	case Length:
		return s.Length(q)
	case Area:
		return s.Area(q)
	case Phrase:
		return q.In(s)
	case Ratio:
		return s.fixed(float64(q), 1)
	case Rounded:
		return s.fixed(q.V, q.Decimals)
	case Expected:
		return s.Expected(Mass(q))
	case Carried:
		return s.Carried(Volume(q))
	case Stands:
		return s.Stands(Mass(q))
	case Far:
		return s.Far(float64(q), 1)
	case OnArea:
		return s.onArea(q, s.Stands)
	case PerLitre, PerArea, PerMetre:
		return s.per(q, s.Print)
	case Crowd:
		return s.crowd(q)
	case Masses:
		return s.Mass(s.masses(q))
	case Weights:
		return s.Stands(s.weights(q))
	case Loads:
		return s.Carried(s.Together(q...))
	case Harvests:
		return s.Expected(s.sum(q, 2))
	case Finely:
		return s.Fine(q.V)
	default:
		if text, ok := s.warm(v, 0); ok {
			return text
		}
		return s.Fine(v)
	}
}
