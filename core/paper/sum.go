package paper

import (
	"errors"
	"regexp"
	"strconv"
	"strings"

	"glebata/core/measure"
)

// Bounds of a sheet.
const (
	MaxLines = 500
	maxBytes = 60_000
)

// ErrTooLong is a sheet of more than MaxLines lines.
var ErrTooLong = errors.New("a sheet holds up to 500 lines")

// Line is one weight as it was understood.
type Line struct {
	Text  string // as it stands on the paper
	Label string // words before the weight, or behind it
	Gross measure.Mass
	Tare  measure.Mass // taken off
	Count int          // pieces, where they were counted; 0 otherwise
	Net   measure.Mass
	// Low and High are what the net may be; both Net where it was weighed.
	Low, High measure.Mass
	Known     measure.Known
	// Taken is the unit that a bare number was taken in, empty where it had one.
	Taken measure.Unit
	// Why it cannot be read, as a sentence; empty where it can.
	Why string
}

// Read reports whether the line could be read.
func (l Line) Read() bool { return l.Why == "" }

// Reading says what was understood: "14 lb 3 oz", "2 lb less 1 lb 2 oz".
func (l Line) Reading() measure.Phrase {
	switch {
	case !l.Read():
		return measure.Say("{}", l.Why)
	case l.Count > 0 && l.Known == measure.Estimated:
		return measure.Say("{} of {} to {} each", l.Count, l.Low/measure.Mass(l.Count), l.High/measure.Mass(l.Count))
	case l.Count > 0:
		return measure.Say("{} of {}", l.Count, l.Gross/measure.Mass(l.Count))
	case l.Known == measure.Estimated:
		return measure.Say("{} to {}", l.Low, l.High)
	case l.Tare > 0:
		return measure.Say("{} less {}", l.Gross, l.Tare)
	}
	return measure.Say("{}", l.Gross)
}

// Sheet is a list as it was understood.
type Sheet struct {
	Lines     []Line
	Total     measure.Mass // of the lines that could be read
	Low, High measure.Mass
	Unread    int
}

// Sum reads a list of weights: lines apart by line ends, semicolons, or commas that no
// digit follows at once. A bare number is in the unit of the nearest line before it that
// has one, else the nearest after it, else in bare. Tares are known by name in tares, in
// any case of letters. It fails with ErrTooLong only.
func Sum(text string, bare measure.Unit, sys measure.System, tares map[string]measure.Mass) (Sheet, error) {
	var s Sheet
	if len(text) > maxBytes {
		return s, ErrTooLong
	}
	parts := pieces(measure.PlainText(text))
	if len(parts) > MaxLines {
		return s, ErrTooLong
	}
	units := make([]measure.Unit, len(parts)) // that each line names
	for i, p := range parts {
		units[i] = unitOf(p)
	}
	byName := make(map[string]measure.Mass, len(tares))
	for name, m := range tares {
		byName[strings.ToLower(measure.PlainLine(name))] = m
	}
	for i, p := range parts {
		l := readLine(p, nearest(units, i, bare), units[i] == "", sys, byName)
		if s.Lines = append(s.Lines, l); !l.Read() {
			s.Unread++
			continue
		}
		s.Total, s.Low, s.High = s.Total+l.Net, s.Low+l.Low, s.High+l.High
	}
	return s, nil
}

// pieces of a list that may each be a weight.
func pieces(text string) []string {
	var out []string
	from := 0
	put := func(to int) {
		if p := strings.TrimSpace(text[from:to]); p != "" {
			out = append(out, p)
		}
	}
	for i := 0; i < len(text); i++ {
		switch c := text[i]; {
		case c == '\n' || c == ';' || c == '\r',
			c == ',' && (i+1 == len(text) || text[i+1] < '0' || text[i+1] > '9'):
			put(i)
			from = i + 1
		}
	}
	put(len(text))
	return out
}

var massUnit = regexp.MustCompile(`(?i)[\d½¼¾⅓⅔⅛⅜⅝⅞]\s*(kgs?|kilos?|kilograms?|g|gr|grams?|grammes?|lbs?|pounds?|oz|ounces?|st|stones?)\b`)

// unitOf is the first unit of weight a line names.
func unitOf(line string) measure.Unit {
	if m := massUnit.FindStringSubmatch(line); m != nil {
		return measure.Unit(strings.ToLower(m[1]))
	}
	return ""
}

// nearest unit to a line: its own, one before it, one after it, or the bare one.
func nearest(units []measure.Unit, i int, bare measure.Unit) measure.Unit {
	for k := i; k >= 0; k-- {
		if units[k] != "" {
			return units[k]
		}
	}
	for _, u := range units[i:] {
		if u != "" {
			return u
		}
	}
	return bare
}

var (
	lessWord = regexp.MustCompile(`(?i)\s+(?:less|minus|tare|−|–|-)\s+|\s*[−-](?:\s*)(?:tare\s*)?`)
	counted  = regexp.MustCompile(`(?i)^(\d{1,4})\s*(?:@|×|x|\*|at|of)\s*(.+)$`)
	startsAt = regexp.MustCompile(`(?i)(?:about |ca\.? |~|≈)?\s*(?:\d|[½¼¾⅓⅔⅛⅜⅝⅞]|[.,]\d)`)
)

// readLine of a sheet. Bare is the unit of numbers that name none.
func readLine(text string, bare measure.Unit, took bool, sys measure.System, tares map[string]measure.Mass) Line {
	l := Line{Text: text}
	if took {
		l.Taken = bare
	}
	gross, tare := text, ""
	if at := lessWord.FindStringIndex(text); at != nil && !isRange(text, at) {
		gross, tare = text[:at[0]], strings.TrimSpace(text[at[1]:])
	}
	if strings.TrimSpace(gross) == "" {
		l.Why = "A weight cannot be below zero."
		return l
	}
	gross = l.label(gross)
	if m := counted.FindStringSubmatch(gross); m != nil {
		l.Count, _ = strconv.Atoi(m[1])
		gross = m[2]
	}
	low, high, known, err := measure.ParseMassRange(gross, bare, sys)
	if err != nil {
		l.Why = why(err)
		return l
	}
	if l.Count > 0 {
		low, high = low*measure.Mass(l.Count), high*measure.Mass(l.Count)
	}
	l.Low, l.High, l.Gross, l.Known = low, high, (low+high)/2, known
	if tare != "" {
		if l.Tare, err = tareOf(tare, bare, l.Gross, sys, tares); err != nil {
			l.Why = why(err)
			return l
		}
	}
	l.Net, l.Low, l.High = l.Gross-l.Tare, l.Low-l.Tare, l.High-l.Tare
	if l.Low <= 0 && l.Tare > 0 {
		l.Why = "What is taken off is as much as was weighed."
	}
	return l
}

// isRange reports whether what stands between is a dash between two numbers: "150–180 g".
func isRange(text string, at []int) bool {
	sep := strings.TrimSpace(text[at[0]:at[1]])
	if sep != "-" && sep != "–" && sep != "−" {
		return false
	}
	before := strings.TrimSpace(text[:at[0]])
	return before != "" && unitOf(before) == "" && strings.ContainsAny(before[len(before)-1:], "0123456789")
}

// label takes the words off that stand before a weight: "tray 2 lb" is 2 lb of "tray". A
// number with words behind it and no weight after them is part of them: "bag R2: 3 kg".
func (l *Line) label(text string) string {
	text = strings.TrimSpace(text)
	if before, after, found := strings.Cut(text, ":"); found && strings.TrimSpace(after) != "" {
		l.Label = strings.TrimSpace(before)
		return strings.TrimSpace(after)
	}
	at := startsAt.FindStringIndex(text)
	if at == nil {
		return text
	}
	start := at[0]
	if start > 0 && isLetter(text[start-1]) && text[start] != ' ' { // "R2 3 kg"
		if end := strings.IndexByte(text[start:], ' '); end > 0 {
			if next := startsAt.FindStringIndex(text[start+end:]); next != nil {
				start += end + next[0]
			}
		}
	}
	l.Label = strings.Trim(strings.TrimSpace(text[:start]), "=.")
	return strings.TrimSpace(text[start:])
}

func isLetter(b byte) bool { return b >= 'a' && b <= 'z' || b >= 'A' && b <= 'Z' }

// small unit of the one that a bare tare is in when it would not fit otherwise.
var small = map[measure.Unit]measure.Unit{"kg": "g", "lb": "oz", "st": "lb"}

// tareOf is what is taken off: a weight, or a container known by name.
func tareOf(text string, bare measure.Unit, gross measure.Mass, sys measure.System, tares map[string]measure.Mass) (measure.Mass, error) {
	if m, ok := tares[strings.ToLower(measure.PlainLine(text))]; ok {
		return m, nil
	}
	m, err := measure.ParseMass(text, bare, sys)
	if at := startsAt.FindStringIndex(text); err != nil && at != nil && at[0] > 0 { // "pan 0.4 kg"
		m, err = measure.ParseMass(text[at[0]:], bare, sys)
	}
	if err != nil && !strings.ContainsAny(text, "0123456789") {
		return 0, errors.New("“" + text + "” is not known: weigh it empty once, or write its weight.")
	}
	if err == nil && m >= gross && unitOf(text) == "" {
		for large, s := range small {
			if strings.HasPrefix(string(bare), string(large)) {
				return measure.ParseMass(text, s, sys)
			}
		}
	}
	return m, err
}

func why(err error) string {
	var p *measure.ParseError
	if errors.As(err, &p) {
		return p.Why
	}
	return err.Error()
}
