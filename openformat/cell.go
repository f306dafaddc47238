package openformat

import "strings"

// formulas are what a spreadsheet takes for the beginning of a formula.
const formulas = "=+-@\t\r"

// Cell is a text for a CSV file: one that a spreadsheet would take for a formula
// begins with a quote mark.
func Cell(text string) string {
	if text != "" && strings.ContainsRune(formulas, rune(text[0])) {
		return "'" + text
	}
	return text
}

// cellText reads back what Cell wrote.
func cellText(cell string) string {
	if len(cell) > 1 && cell[0] == '\'' && strings.ContainsRune(formulas, rune(cell[1])) {
		return cell[1:]
	}
	return cell
}
