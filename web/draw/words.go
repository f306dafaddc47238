package draw

import (
	"html"
	"math"
	"strings"

	"glebata/core/measure"
)

// Text that a drawing shows. Drawings are laid out without escaping, so only Escape
// makes one of what is not written in the program itself.
type Text string

// Escape what a drawing shows.
func Escape(text string) Text { return Text(html.EscapeString(text)) }

// Plain is the text for where it is escaped again.
func (t Text) Plain() string { return html.UnescapeString(string(t)) }

// Mark is a path, a class or a reference: numbers and words that the program itself
// writes, never what somebody typed.
type Mark string

// fitting is a text cut so that it is no wider than a room, in px at a size of
// letters.
func fitting(text string, size, room int) string {
	if TextWidth(text, size) <= room {
		return text
	}
	letters := []rune(text)
	for len(letters) > 1 && TextWidth(string(letters)+"…", size) > room {
		letters = letters[:len(letters)-1]
	}
	return strings.TrimSpace(string(letters)) + "…"
}

// TextWidth estimates the width of a text set at a type size, in the unit of
// the size.
func TextWidth(text string, size int) int {
	var em float64
	for _, r := range text {
		switch {
		case strings.ContainsRune("il.,:;'!|jtf ", r):
			em += 0.29
		case strings.ContainsRune("mwMW", r):
			em += 0.86
		case r >= 'A' && r <= 'Z':
			em += 0.66
		default:
			em += 0.56
		}
	}
	return int(em*float64(size)) + 1
}

// mm of a length, rounded.
func mm(l measure.Length) int { return int(math.Round(l.Millimetres())) }
