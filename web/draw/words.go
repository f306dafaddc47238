package draw

import (
	"html"
	"strings"
)

// Escape a text that a drawing shows: drawings are laid out without escaping.
func Escape(text string) string { return html.EscapeString(text) }

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
