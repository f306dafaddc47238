package measure

import (
	"strings"
	"unicode"
	"unicode/utf8"
)

// PlainText is a text as a page, a sheet and a label can show it: line ends as \n,
// without control characters other than tabs, marks that turn the direction of reading, and
// bytes that are no text.
func PlainText(s string) string {
	plain := true
	for _, r := range s {
		if r == unicode.ReplacementChar || hidden(r) {
			plain = false
			break
		}
	}
	if plain {
		return s
	}
	s = strings.NewReplacer("\r\n", "\n", "\r", "\n").Replace(strings.ToValidUTF8(s, ""))
	return strings.Map(func(r rune) rune {
		if hidden(r) {
			return -1
		}
		return r
	}, s)
}

// hidden characters have no shape of their own.
func hidden(r rune) bool {
	return unicode.IsControl(r) && r != '\n' && r != '\t' || r >= 0x202a && r <= 0x202e || r >= 0x2066 && r <= 0x2069 || r == 0xfeff || unicode.Is(unicode.Noncharacter_Code_Point, r)
}

// PlainLine is a PlainText in one line, each run of blanks as one.
func PlainLine(s string) string { return strings.Join(strings.Fields(PlainText(s)), " ") }

// Upper begins a text with a capital letter.
func Upper(s string) string {
	r, n := utf8.DecodeRuneInString(s)
	if n == 0 {
		return s
	}
	return string(unicode.ToUpper(r)) + s[n:]
}
