package draw

import (
	"math"

	"glebata/core/medium"
)

// Slice of a mix in its column, in mm from the top, with the number of its hatch.
type Slice struct {
	Y, H  int
	Hatch int
}

// Measures of a mix's column, in mm.
const (
	ColumnWide = 260
	ColumnTall = 480
)

// Column stacks the parts of a mix, each as tall as its share; index gives each
// component its place in the list, which its hatch goes by.
func Column(m medium.Mix, index func(key string) int) []Slice {
	out := make([]Slice, len(m))
	y := 0.0
	for i, p := range m {
		h := p.Share * ColumnTall
		out[i] = Slice{int(math.Round(y)), int(math.Round(y+h)) - int(math.Round(y)), max(0, index(p.Key)) % hatches}
		y += h
	}
	return out
}
