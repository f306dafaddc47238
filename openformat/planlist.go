package openformat

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"glebata/core/measure"
)

// Most labels that one list may name, and lines that it may have.
const (
	MostLabels = 300
	mostLines  = 200
)

// labelSpan is "R1–R12", "R1-12" or "R1 to R12".
var labelSpan = regexp.MustCompile(`(?i)^([a-z-]*?)(\d{1,4})\s*(?:–|—|-|\.\.|\bto\b)\s*([a-z-]*?)(\d{1,4})$`)

// ReadLabels of bags as they are written on paper: "R1–R12, R20 R31". What is the whole label of
// a bag that is there is that bag, though it look like a span. A *measure.ParseError for what
// is no list, and for more than MostLabels.
func ReadLabels(text string, there func(label string) bool) ([]string, error) {
	var out []string
	for _, word := range labelWords(text) {
		span := labelSpan.FindStringSubmatch(word)
		if span == nil || there(word) {
			out = append(out, word)
			continue
		}
		from, _ := strconv.Atoi(span[2])
		until, _ := strconv.Atoi(span[4])
		if span[3] != "" && !strings.EqualFold(span[3], span[1]) || until < from || until-from >= MostLabels {
			return nil, &measure.ParseError{Text: text, Why: fmt.Sprintf("“%s” is no row of labels. Write it like R1–R12.", word)}
		}
		width := 0 // R01 to R12 keep their nought
		if strings.HasPrefix(span[2], "0") {
			width = len(span[2])
		}
		for n := from; n <= until; n++ {
			out = append(out, fmt.Sprintf("%s%0*d", span[1], width, n))
		}
	}
	if len(out) > MostLabels {
		return nil, &measure.ParseError{Text: text, Why: fmt.Sprintf("A list names at most %d bags.", MostLabels)}
	}
	return out, nil
}

var aroundTo = regexp.MustCompile(`(?i)(\d)\s*(–|—|\bto\b|\.\.| - )\s*([a-z]*\d)`)

// labelWords of a list, with a span in one word.
func labelWords(text string) []string {
	joined := aroundTo.ReplaceAllString(strings.ReplaceAll(text, " and ", " "), "$1–$3")
	return strings.FieldsFunc(joined, func(r rune) bool { return r == ',' || r == ';' || r == ' ' || r == '\t' })
}

// PlanLine is one line of a list of what goes into which bags.
type PlanLine struct {
	Line      int
	Labels    []string
	Variety   string // empty: as the list has it
	Number    int    // in each bag; 0: as many as it takes, of what is planned only
	Low, High measure.Mass
	Planted   measure.Day // 0: planned only
	About     bool        // the day is about right
	Why       measure.Phrase
}

// Read reports whether the line could be read.
func (p *PlanLine) Read() bool { return p.Why.Empty() }

var eachCount = regexp.MustCompile(`(?i)^(\d{1,3})(?:\s*(?:x|×))?(?:\s+(?:seed|small|large|whole|cut|pieces? of))?(?:\s*(?:tubers?|potatoes|potato|pieces?|slips?|plants?|roots?|cuttings?))?(?:\s+(?:each|a bag|per bag|in each))?$`)

// ofVariety is "3 tubers of Cold Quay each", or "3 Cold Quay".
var ofVariety = regexp.MustCompile(`(?i)^(\d{1,3})\s+(?:(?:tubers?|potatoes|pieces?|slips?|plants?|roots?|cuttings?)\s+)?(?:of\s+)?(\p{L}.*?)(?:\s+each)?$`)

// betweenParts of a line; a comma within a number is not between them.
var betweenParts = regexp.MustCompile(`;|,(?:\s+|$)`)

// ReadPlans reads a list of what goes into which bags, one line a row of them: "R1–R12: 3 tubers
// each, planted 2 April". Behind the labels stand, in any order and each once, how many, the
// weight of a piece ("60 g each"), the variety and the day it was planted. A line that cannot be
// read is kept with why.
func ReadPlans(text string, sys measure.System, today measure.Day, there func(label string) bool) []PlanLine {
	var out []PlanLine
	for i, line := range strings.Split(text, "\n") {
		if line = strings.TrimSpace(line); line == "" {
			continue
		}
		if len(out) == mostLines {
			out[mostLines-1].Why = measure.Say("A list has at most {} lines.", mostLines)
			break
		}
		p := PlanLine{Line: i + 1}
		p.read(line, sys, today, there)
		out = append(out, p)
	}
	return out
}

func (p *PlanLine) read(line string, sys measure.System, today measure.Day, there func(string) bool) {
	labels, rest, ok := strings.Cut(line, ":")
	if !ok {
		labels, rest = line, ""
	}
	var err error
	if p.Labels, err = ReadLabels(labels, there); err != nil {
		p.Why = measure.Say("{}", err.Error())
		return
	}
	if len(p.Labels) == 0 {
		p.Why = measure.Say("Write the bags first, then a colon: R1–R12: 3 tubers each.")
		return
	}
	for _, part := range betweenParts.Split(rest, -1) {
		if part = strings.TrimSpace(part); part != "" && p.Read() {
			p.part(part, sys, today)
		}
	}
	if p.Read() && p.Planted != 0 && p.Number == 0 { // what a bag takes is no count of what went in
		p.Why = measure.Say("How many were planted in each? Write it, like “3 each”; a guess will do.")
	}
}

// part of a line behind its labels.
func (p *PlanLine) part(part string, sys measure.System, today measure.Day) {
	once := func(said bool) bool {
		if said {
			p.Why = measure.Say("“{}”: that was said before in this line.", part)
		}
		return !said
	}
	lower := strings.ToLower(part)
	if m := eachCount.FindStringSubmatch(part); m != nil {
		if n, _ := strconv.Atoi(m[1]); once(p.Number > 0) {
			p.Number = n
			if n == 0 {
				p.Why = measure.Say("“{}”: none is nothing to plan.", part)
			}
		}
		return
	}
	if day, ok := strings.CutPrefix(lower, "planted "); ok {
		p.day(strings.TrimPrefix(strings.TrimSpace(day), "on "), part, sys, today, once)
		return
	}
	weight := strings.TrimSpace(strings.TrimSuffix(strings.TrimSuffix(lower, "each"), "a piece"))
	if low, high, _, err := measure.ParseMassRange(weight, "", sys); err == nil && low > 0 {
		if once(p.High > 0) {
			p.Low, p.High = low, high
		}
		return
	}
	if m := ofVariety.FindStringSubmatch(part); m != nil && once(p.Number > 0 || p.Variety != "") {
		p.Number, _ = strconv.Atoi(m[1])
		p.Variety = measure.PlainLine(m[2])
		return
	}
	if !strings.ContainsFunc(part, func(r rune) bool { return r > '9' }) {
		p.Why = measure.Say("“{}” is not read: a count, the weight of a piece with its unit, a variety or “planted 2 April”.", part)
		return
	}
	if name := strings.Trim(part, "“”\"'"); once(p.Variety != "") {
		p.Variety = measure.PlainLine(name)
	}
}

// day that they were planted on, in order or not.
func (p *PlanLine) day(text, part string, sys measure.System, today measure.Day, once func(bool) bool) {
	if !once(p.Planted != 0) {
		return
	}
	for _, word := range []string{"about ", "around ", "~"} {
		if rest, ok := strings.CutPrefix(text, word); ok {
			text, p.About = rest, true
		}
	}
	d, err := measure.TypedDay(text, sys.DayOrder(), today)
	if err == nil && d > today { // without its year it is the last that was, not the nearest
		d, err = measure.TypedDay(text, sys.DayOrder(), today-183)
	}
	switch {
	case err != nil:
		p.Why = measure.Say("“{}”: {}", part, err.Error())
	case d > today:
		p.Why = measure.Say("“{}”: that day is still to come. Leave it out to plan them.", part)
	default:
		p.Planted = d
	}
}
