package measure

import (
	"errors"
	"math"
	"strconv"
	"strings"
)

// ErrNumber is what is no plain number.
var ErrNumber = errors.New("that is not a number")

// maxNumberLength of a number as it is written, in bytes.
const maxNumberLength = 40

// asPoint writes decimal commas and the signs of other keyboards in one way.
var asPoint = strings.NewReplacer(",", ".", "−", "-", "–", "-")

// ParseNumber reads a plain number without a unit, like 11, -0.5, 4,25 or 1e-3: a comma
// is a decimal comma, and the minus of a keyboard or of print is one. ErrNumber for
// anything else, infinity among it.
func ParseNumber(text string) (float64, error) {
	text = asPoint.Replace(strings.TrimSpace(text))
	if len(text) > maxNumberLength || strings.Trim(text, "0123456789.+-eE") != "" {
		return 0, ErrNumber
	}
	v, err := strconv.ParseFloat(text, 64)
	if err != nil || math.IsInf(v, 0) || math.IsNaN(v) {
		return 0, ErrNumber
	}
	return v, nil
}
