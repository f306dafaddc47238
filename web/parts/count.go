package parts

import (
	"fmt"
	"strconv"
)

// Counted things in words: "1 slip", "4 slips".
func Counted(n int, word string) string { return fmt.Sprintf("%d %s", n, Plural(n, word)) }

// CountOrEmpty is a number as it stands in a field; empty for 0.
func CountOrEmpty(n int) string {
	if n == 0 {
		return ""
	}
	return strconv.Itoa(n)
}

// Plural of a word for a number of things.
func Plural(n int, word string) string {
	if n == 1 {
		return word
	}
	return word + "s"
}
