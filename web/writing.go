package web

import (
	"bytes"
	"fmt"
	"html"

	"glebata/core/measure"

	"github.com/gin-gonic/gin"
)

// writing is how the grower writes amounts. Pages are made with the sign of money marked
// and with a decimal point, and brought into it as they are sent: so one place does it for
// whatever a page shows.
type writing struct {
	sign  string // of money, escaped; empty for none
	comma bool   // a decimal comma
}

// writing of the grower.
func (s *Site) writing(c *gin.Context) writing {
	look, err := s.look(c)
	if err != nil {
		return writing{}
	}
	sign, _ := look.Sign()
	comma, _ := look.DecimalComma()
	return writing{html.EscapeString(sign), comma}
}

// page in the grower's writing.
func (w writing) page(page []byte) []byte {
	page = withSign(page, w.sign)
	if w.comma {
		page = withCommas(page)
	}
	return page
}

// words that are no page.
func (w writing) words(text string) string {
	if !w.comma {
		return text
	}
	b := []byte(text)
	commas(b)
	return string(b)
}

// moneyMark stands before every amount of money in a page, until the page is written:
// there the grower's own sign takes its place.
const moneyMark = measure.MoneyMark

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

// asTyped are elements whose text is not the program's: what was typed stays as it is.
var asTyped = [][]byte{[]byte("textarea"), []byte("script"), []byte("style")}

// shown are attributes that are read out or shown.
var shown = [][]byte{[]byte(` aria-label="`), []byte(` alt="`), []byte(` title="`), []byte(` placeholder="`)}

// withCommas puts a decimal comma into every number that a page shows: in its text, in
// what is read out of it, and in fields for amounts; not in addresses, drawings' paths or
// what the grower wrote, which is marked translate="no". The page is changed.
func withCommas(page []byte) []byte {
	rest := page
	for {
		open := bytes.IndexByte(rest, '<')
		if open < 0 {
			commas(rest)
			return page
		}
		commas(rest[:open])
		end := bytes.IndexByte(rest[open:], '>')
		if end < 0 {
			return page
		}
		tag := rest[open : open+end]
		rest = rest[open+end:]
		attributes := shown
		if bytes.Contains(tag, []byte(" inputmode=")) {
			attributes = append(attributes[:len(attributes):len(attributes)], []byte(` value="`))
		}
		for _, a := range attributes {
			if at := bytes.Index(tag, a); at >= 0 {
				value, _, _ := bytes.Cut(tag[at+len(a):], []byte(`"`))
				commas(value)
			}
		}
		name := tag[1:]
		if n := bytes.IndexAny(name, " \n\t/"); n > 0 {
			name = name[:n]
		}
		if bytes.Contains(tag, []byte(` translate="no"`)) || contains(asTyped, name) {
			closes := bytes.Index(rest, append([]byte("</"), name...))
			if closes < 0 {
				return page
			}
			rest = rest[closes:]
		}
	}
}

func contains(list [][]byte, one []byte) bool {
	for _, l := range list {
		if bytes.Equal(l, one) {
			return true
		}
	}
	return false
}

// commas puts a comma for the point of each decimal number in a text: one point between
// digits, in a number that is not part of a word.
func commas(text []byte) {
	for i := 1; i+1 < len(text); i++ {
		if text[i] != '.' || !digit(text[i-1]) || !digit(text[i+1]) {
			continue
		}
		from, to := i-1, i+1
		for from > 0 && digit(text[from-1]) {
			from--
		}
		for to+1 < len(text) && digit(text[to+1]) {
			to++
		}
		if from > 0 && (text[from-1] == '.' || text[from-1] == ',' || letter(text[from-1])) || to+2 < len(text) && text[to+1] == '.' && digit(text[to+2]) {
			i = to + 1 // an address, a version, a label
			continue
		}
		text[i] = ','
		i = to
	}
}

func digit(b byte) bool  { return b >= '0' && b <= '9' }
func letter(b byte) bool { return b >= 'a' && b <= 'z' || b >= 'A' && b <= 'Z' }
