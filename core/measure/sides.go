package measure

import (
	"strings"
)

// mostSides of a body that are typed in one field.
const mostSides = 3

// ParseSides reads up to three lengths such as "120 × 80 × 40 cm", "1.2 by 3 m" or "5 m". A number
// without a unit is in that of the last, or in bare where none has one. The error is a *ParseError.
func ParseSides(text string, bare Unit, sys System) ([]Length, error) {
	parts := strings.FieldsFunc(strings.ReplaceAll(strings.ToLower(text), " by ", "×"), func(r rune) bool { return r == '×' || r == 'x' || r == '*' })
	if len(parts) == 0 || len(parts) > mostSides {
		return nil, explain(text, length, "")
	}
	if last, err := split(strings.TrimSpace(parts[len(parts)-1])); err == nil && len(last) > 0 && last[len(last)-1].unit != "" {
		bare = Unit(last[len(last)-1].unit)
	}
	out := make([]Length, len(parts))
	for i, part := range parts {
		var err error
		if out[i], err = ParseLength(part, bare, sys); err != nil {
			return nil, err
		}
	}
	return out, nil
}
