package web

import (
	"bytes"
	"fmt"
)

// moneyMark stands before every amount of money in a page, until the page is written:
// there the grower's own sign takes its place.
const moneyMark = "\u00a4"

// money of hundredths.
func money(cents int) string { return moneyMark + fmt.Sprintf("%.2f", float64(cents)/100) }

// fineMoney is of parts of hundredths, for what a litre costs.
func fineMoney(cents float64) string { return moneyMark + fmt.Sprintf("%.3f", cents/100) }

// withSign puts the grower's sign of money where amounts are marked.
func withSign(page []byte, sign string) []byte {
	if len(sign) > 1 && sign[len(sign)-1] < 0x80 { // a word stands apart: "kr 12.50"
		sign += " "
	}
	return bytes.ReplaceAll(page, []byte(moneyMark), []byte(sign))
}
