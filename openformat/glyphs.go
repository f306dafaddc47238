package openformat

import (
	"strings"
	"sync"

	"golang.org/x/image/font/gofont/goregular"
	"golang.org/x/image/font/sfnt"
)

// labelFont is the font that labels are written in, for what it has a shape of. It is
// nil when the embedded font cannot be read, which a test would see.
var labelFont = sync.OnceValue(func() *sfnt.Font {
	f, err := sfnt.Parse(goregular.TTF)
	if err != nil {
		return nil
	}
	return f
})

// writable is a text with a box in place of each character that the font of labels
// has no shape for.
func writable(text string) string {
	font := labelFont()
	if font == nil {
		return text
	}
	var buffer sfnt.Buffer
	return strings.Map(func(r rune) rune {
		if r > 0xffff {
			return '□'
		}
		if at, err := font.GlyphIndex(&buffer, r); err != nil || at == 0 {
			return '□'
		}
		return r
	}, text)
}
