package measure

import (
	"fmt"
	"math"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// ParseError says why a text is not a quantity and what would be. Its message
// is a whole sentence, fit to stand at the field.
type ParseError struct {
	Text string // as typed
	Why  string // what is wrong, as a sentence
}

func (e *ParseError) Error() string { return e.Why }

// ParseMass reads a mass such as "350", "2,5 kg" or "1 lb 4 oz". A bare number
// is taken to be in bare. The result is finite and not negative; anything else
// is a *ParseError.
func ParseMass(text string, bare Unit, sys System) (Mass, error) {
	v, err := parse(text, mass, bare, sys)
	return Mass(v), err
}

// ParseVolume reads a volume such as "11.5 L" or "3 gal". Gallons are imperial
// for an Imperial grower and US otherwise. Same promises as ParseMass.
func ParseVolume(text string, bare Unit, sys System) (Volume, error) {
	v, err := parse(text, volume, bare, sys)
	return Volume(v), err
}

// ParseLength reads a length such as "25 cm", "8½ in" or "1 ft 2 in". Same
// promises as ParseMass.
func ParseLength(text string, bare Unit, sys System) (Length, error) {
	v, err := parse(text, length, bare, sys)
	return Length(v), err
}

// ParseArea reads an area such as "0.5 m²" or "6 sq ft". Same promises as
// ParseMass.
func ParseArea(text string, bare Unit, sys System) (Area, error) {
	v, err := parse(text, area, bare, sys)
	return Area(v), err
}

// ParseTemperature reads "4.5", "-2 °C" or "41F"; it may be below zero, but not
// below absolute zero (-273.15 °C).
func ParseTemperature(text string, bare Unit, sys System) (Temperature, error) {
	trimmed := strings.TrimSpace(text)
	sign := 1.0
	for _, minus := range []string{"-", "−", "–"} {
		if rest, ok := strings.CutPrefix(trimmed, minus); ok {
			sign, trimmed = -1, strings.TrimSpace(rest)
			break
		}
	}
	parts, err := split(trimmed)
	if err != nil {
		return 0, explain(text, temperature, err.Error())
	}
	if len(parts) != 1 {
		return 0, explain(text, temperature, "")
	}
	unit := parts[0].unit
	if unit == "" {
		unit = strings.ToLower(string(bare))
	}
	info, known := units[unit]
	if !known || info.kind != temperature {
		return 0, explain(text, temperature, unknownUnit(parts[0].unit, temperature))
	}
	v := sign * parts[0].number
	if fahrenheit(unit) {
		v = (v - 32) / 1.8
	}
	if v < -273.15 {
		return 0, explain(text, temperature, "Nothing is colder than −273 °C.")
	}
	return Temperature(v), nil
}

// slip is what is wrong with a text, as a sentence for the grower.
type slip string

func (s slip) Error() string { return string(s) }

// largest value of any quantity, in its base unit; beyond it a slip is certain.
const absurd = 1e9

func parse(text string, k kind, bare Unit, sys System) (float64, error) {
	trimmed := strings.TrimSpace(text)
	if trimmed == "" {
		return 0, explain(text, k, "Nothing is typed yet.")
	}
	if strings.HasPrefix(trimmed, "-") || strings.HasPrefix(trimmed, "−") {
		return 0, explain(text, k, "A "+k.String()+" cannot be below zero.")
	}
	parts, err := split(trimmed)
	if err != nil {
		return 0, explain(text, k, err.Error())
	}
	total, last := 0.0, math.Inf(1)
	for i, p := range parts {
		unit := p.unit
		if unit == "" {
			if i > 0 {
				return 0, explain(text, k, "The second number has no unit.")
			}
			unit = strings.ToLower(string(bare))
		}
		info, known := units[unit]
		if !known || info.kind != k {
			return 0, explain(text, k, unknownUnit(p.unit, k))
		}
		f := info.factor[sys.style]
		if f >= last {
			return 0, explain(text, k, "Write the larger unit first.")
		}
		last = f
		total += p.number * f
	}
	if total > absurd {
		return 0, explain(text, k, "That is too large.")
	}
	return total, nil
}

func explain(text string, k kind, why string) error {
	if why == "" {
		article := "a"
		if k == area {
			article = "an"
		}
		why = fmt.Sprintf("“%s” is not %s %s.", shorten(text), article, k)
	}
	return &ParseError{Text: text, Why: why + " Write it like " + k.example() + "."}
}

func unknownUnit(unit string, k kind) string {
	if unit == "" {
		return ""
	}
	if info, known := units[unit]; known {
		return fmt.Sprintf("“%s” is a unit of %s, not of %s.", shorten(unit), info.kind, k)
	}
	return fmt.Sprintf("The unit “%s” is not known here.", shorten(unit))
}

// shorten keeps a message readable whatever was typed.
func shorten(s string) string {
	s = strings.ToValidUTF8(strings.TrimSpace(s), "�")
	if utf8.RuneCountInString(s) > 24 {
		return string([]rune(s)[:24]) + "…"
	}
	return s
}

type part struct {
	number float64
	unit   string // lower case, inner blanks single; "" when none was typed
}

// split cuts "1 lb 4 oz" into numbers with their units.
func split(text string) ([]part, error) {
	var parts []part
	rest := text
	for rest != "" {
		number, tail, err := leadingNumber(rest)
		if err != nil {
			return nil, err
		}
		unit, tail := leadingUnit(tail)
		parts = append(parts, part{number, unit})
		rest = strings.TrimLeft(tail, " \t\u00a0,+&")
		if len(parts) > 3 {
			return nil, slip("Too many numbers in one field.")
		}
	}
	return parts, nil
}

func leadingUnit(s string) (unit, rest string) {
	s = strings.TrimLeft(s, " \t\u00a0")
	end := strings.IndexFunc(s, func(r rune) bool {
		return unicode.IsDigit(r) && r != '²' || r == ',' || r == '+' || r == '&' || fractions[r] != 0
	})
	if end < 0 {
		end = len(s)
	}
	// m2, cm2 and ft2 carry a digit of their own.
	if end < len(s) && s[end] == '2' {
		switch strings.ToLower(s[:end]) {
		case "m", "cm", "ft":
			end++
		}
	}
	unit = strings.Join(strings.Fields(strings.ToLower(s[:end])), " ")
	unit = strings.TrimSuffix(strings.TrimSuffix(unit, " and"), ".")
	return unit, s[end:]
}

var fractions = map[rune]float64{
	'½': 1. / 2, '¼': 1. / 4, '¾': 3. / 4, '⅓': 1. / 3, '⅔': 2. / 3,
	'⅛': 1. / 8, '⅜': 3. / 8, '⅝': 5. / 8, '⅞': 7. / 8,
}

// leadingNumber reads "8", "8.5", "8,5", "8½", "8 1/2", "1/2" or "½".
func leadingNumber(s string) (float64, string, error) {
	digits, rest := cutDigits(s)
	whole, frac, sep := digits, "", ""
	if rest != "" && (rest[0] == '.' || rest[0] == ',') {
		if f, r := cutDigits(rest[1:]); f != "" {
			sep, frac, rest = rest[:1], f, r
		}
	}
	if whole == "" && frac == "" {
		if r, size := utf8.DecodeRuneInString(rest); fractions[r] != 0 {
			return fractions[r], rest[size:], nil
		}
		return 0, "", slip("“" + shorten(s) + "” is not a number.")
	}
	if sep == "," && len(frac) == 3 && whole != "" && whole[0] != '0' {
		return 0, "", slip(fmt.Sprintf("“%s,%s” can be read two ways: write %s.%s or %s%s.", whole, frac, whole, frac, whole, frac))
	}
	if len(whole) > 12 || len(frac) > 12 {
		return 0, "", slip("That number is too long.")
	}
	v, err := strconv.ParseFloat("0"+whole+"."+frac+"0", 64)
	if err != nil {
		return 0, "", slip("“" + shorten(s) + "” is not a number.")
	}
	if frac != "" {
		return v, rest, nil
	}
	return withFraction(v, rest)
}

// withFraction adds a fraction that follows a whole number, or makes the whole
// number a numerator: "8½", "8 1/2", "1/2".
func withFraction(whole float64, rest string) (float64, string, error) {
	trimmed := strings.TrimLeft(rest, " \u00a0")
	if r, size := utf8.DecodeRuneInString(trimmed); fractions[r] != 0 {
		return whole + fractions[r], trimmed[size:], nil
	}
	if below, tail, ok := slashed(trimmed); ok && len(trimmed) == len(rest) {
		return whole / below, tail, nil
	}
	if over, tail := cutDigits(trimmed); over != "" && len(over) <= 2 {
		if below, tail, ok := slashed(tail); ok {
			n, _ := strconv.ParseFloat(over, 64)
			return whole + n/below, tail, nil
		}
	}
	return whole, rest, nil
}

func slashed(s string) (below float64, rest string, ok bool) {
	if s == "" || s[0] != '/' {
		return 0, s, false
	}
	d, tail := cutDigits(s[1:])
	n, err := strconv.ParseFloat(d, 64)
	if err != nil || n == 0 || len(d) > 2 {
		return 0, s, false
	}
	return n, tail, true
}

func cutDigits(s string) (digits, rest string) {
	i := 0
	for i < len(s) && s[i] >= '0' && s[i] <= '9' {
		i++
	}
	return s[:i], s[i:]
}
