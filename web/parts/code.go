package parts

import (
	"fmt"
	"strings"

	"glebata/openformat"
	"glebata/web/draw"
)

// CodeView is the code of an address as it is drawn.
type CodeView struct {
	N    int
	Path draw.Mark
	Says draw.Text
}

// NewCodeView of an address: a QR code, its dark modules as one path.
func NewCodeView(address string) (CodeView, error) {
	code, err := openformat.Code(address)
	if err != nil {
		return CodeView{}, err
	}
	var b strings.Builder
	for y, row := range code {
		for x := 0; x < len(row); x++ {
			from := x
			for x < len(row) && row[x] {
				x++
			}
			if x > from {
				fmt.Fprintf(&b, "M%d %dh%dv1h-%dz", from, y, x-from, x-from)
			}
		}
	}
	return CodeView{len(code), draw.Mark(b.String()), draw.Escape(address)}, nil
}
