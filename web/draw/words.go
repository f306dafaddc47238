package draw

import "html"

// Escape a text that a drawing shows: drawings are laid out without escaping.
func Escape(text string) string { return html.EscapeString(text) }
