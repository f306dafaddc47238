package web_test

import (
	"fmt"
	"html"
	"math"
	"net/http"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"
)

// printed is a number as it stands on a page, in g or in its own unit, with half of what its last
// digit is worth.
type printed struct {
	v, off float64
	unit   string // what it is of: mass, volume, length, area, or its own
}

// worth of units. Litres and gallons stay what they are: nothing is reckoned from one to the other.
var worth = map[string]printed{
	"g": {1, 0, "mass"}, "kg": {1000, 0, "mass"}, "oz": {28.349523125, 0, "mass"}, "lb": {453.59237, 0, "mass"},
	"L": {1, 0, "volume"}, "mL": {0.001, 0, "volume"}, "gal": {1, 0, "volume"}, "fl oz": {1. / 128, 0, "volume"},
	"cm": {0.01, 0, "length"}, "mm": {0.001, 0, "length"}, "m": {1, 0, "length"}, "in": {1. / 12, 0, "length"}, "ft": {1, 0, "length"},
	"m²": {1, 0, "area"}, "sq ft": {1, 0, "area"}, "%": {0.01, 0, ""}, "": {1, 0, ""},
}

var numberAt = regexp.MustCompile(`^\s*([€$£]|kr )?(−?\d+(?:[.,]\d+)?)\s*(fl oz|sq ft|kg|mL|mm|cm|m²|lb|oz|gal|in|ft|[gLm%])?(?:\b|\s|$|[^\pL\d])`)

// readNumber at the beginning of a text; pounds and ounces are one.
func readNumber(text string) (n printed, rest string, ok bool) { return readPart(text, false) }

func readPart(text string, money bool) (n printed, rest string, ok bool) {
	at := numberAt.FindStringSubmatchIndex(text)
	if at == nil {
		return n, text, false
	}
	digits := strings.Replace(strings.Replace(text[at[4]:at[5]], ",", ".", 1), "−", "-", 1)
	v, err := strconv.ParseFloat(digits, 64)
	if err != nil {
		return n, text, false
	}
	unit, end := "", at[5]
	if at[6] >= 0 {
		unit, end = text[at[6]:at[7]], at[7]
	}
	w := worth[unit]
	if money && w.unit == "mass" {
		w.v = 1 // told for one of the unit
	}
	off := 0.5
	if dot := strings.IndexByte(digits, '.'); dot >= 0 {
		off *= math.Pow(10, -float64(len(digits)-dot-1))
	}
	n = printed{v * w.v, off * w.v, w.unit}
	rest = text[end:]
	if unit == "lb" || unit == "ft" {
		if more, after, ok := readPart(rest, money); ok && more.unit == n.unit && more.v < w.v {
			if unit == "lb" {
				n.off = 0
			}
			return printed{n.v + more.v, n.off*0 + more.off, n.unit}, after, true
		}
	}
	return n, rest, true
}

// sumParser reads what stands in a step: numbers, × ÷ + − and brackets.
type sumParser struct {
	rest  string
	ops   int
	bad   bool
	money bool
}

func (p *sumParser) next(ops string) (op string) {
	t := strings.TrimLeft(p.rest, " \u00a0")
	for _, o := range strings.Fields(ops) {
		if strings.HasPrefix(t, o) {
			p.rest = t[len(o):]
			p.ops++
			return o
		}
	}
	return ""
}

// interval of what was printed.
type interval struct{ low, high float64 }

func (p *sumParser) sum() interval {
	a := p.product()
	for {
		switch p.next("+ −") {
		case "+":
			b := p.product()
			a = interval{a.low + b.low, a.high + b.high}
		case "−":
			b := p.product()
			a = interval{a.low - b.high, a.high - b.low}
		default:
			return a
		}
	}
}

func (p *sumParser) product() interval {
	a := p.term()
	for {
		op := p.next("× ÷")
		if op == "" {
			return a
		}
		b := p.term()
		if op == "÷" {
			if b.low <= 0 && b.high >= 0 {
				p.bad = true
				return a
			}
			b = interval{1 / b.high, 1 / b.low}
		}
		all := []float64{a.low * b.low, a.low * b.high, a.high * b.low, a.high * b.high}
		a = interval{min(all[0], all[1], all[2], all[3]), max(all[0], all[1], all[2], all[3])}
	}
}

func (p *sumParser) term() interval {
	t := strings.TrimLeft(p.rest, " \u00a0")
	if inner, ok := strings.CutPrefix(t, "("); ok {
		p.rest = inner
		a := p.sum()
		if t, ok := strings.CutPrefix(strings.TrimLeft(p.rest, " \u00a0"), ")"); ok {
			p.rest = t
			return a
		}
		p.bad = true
		return a
	}
	n, rest, ok := readPart(t, p.money)
	if !ok {
		p.bad = true
		return interval{}
	}
	p.rest = rest
	if !strings.Contains(strings.SplitN(t, rest, 2)[0], ".") && n.unit == "" && !strings.Contains(t[:len(t)-len(rest)], ",") {
		n.off = 0 // a count, or what a rule has
	}
	return interval{n.v - n.off, n.v + n.off}
}

// sumOf a step that is one: the longest end of what it says that is numbers alone.
func sumOf(says string) (interval, bool) {
	at := says
	for {
		p := sumParser{rest: at, money: strings.ContainsAny(at, "€$£")}
		if got := p.sum(); !p.bad && p.ops > 0 && strings.TrimSpace(p.rest) == "" {
			return got, true
		}
		i := strings.Index(at, ": ")
		if i < 0 {
			return interval{}, false
		}
		at = at[i+2:]
	}
}

var (
	markUp    = regexp.MustCompile(`<[^>]*>`)
	noteLine  = regexp.MustCompile(`(?s)<li><span>(.*?)</span><b>(.*?)</b></li>`)
	opensNote = regexp.MustCompile(`<a class="w[^"]*"(?: data-[a-z]+="[^"]*")* href="([^"]+)"`)
	summed    = regexp.MustCompile(`(?s)data-(sum|of)="([a-z0-9-]+)"[^>]*>(.*?)</(?:td|strong|b|a|span)>`)
	both      = regexp.MustCompile(`(?s)data-sum="([a-z0-9-]+)" data-of="([a-z0-9-]+)"[^>]*>(.*?)</td>`)
)

// metricAt are quantities in metric units with the words before them; ownWords are the grower's own, and
// examples of what may be typed.
var (
	metricAt = regexp.MustCompile(`.{0,30}\d\s?(?:°C|cm|kg|mL|m²|litres?)(?:[^\pL]|$)`)
	scripts  = regexp.MustCompile(`(?s)<(script|style).*?</(?:script|style)>`)
	ownWords = []string{"hazel canes, 90 cm", "rotten 200 g; about 1 kg", "About 2 kg", "1.5–2 kg", "80 W on 0", "round fabric bag"}
)

func textOf(markup string) string {
	return strings.TrimSpace(strings.Join(strings.Fields(html.UnescapeString(markUp.ReplaceAllString(markup, ""))), " "))
}

// crawled are pages whose sums are added up, with all the workings they open.
var crawled = []string{
	"/", "/bags/R6", "/bags/R13", "/bags/R15", "/bags/R19", "/plantings/1", "/plantings/30/water", "/plantings/30/ladder", "/plan?bag=9&variety=4&number=2", "/plan/design?variety=4", "/plan/medium", "/plan/outlook", "/plan/season", "/plan/season?year=2025", "/plan/season?year=2024", "/compare/seasons?year=2025", "/plantings/20/why", "/compare/trials/1", "/bags/R3", "/bags/R8",
	"/plan/shopping", "/plan/proposal?seed=plenty&people=4&year=2026", "/terrace", "/lift", "/lift/paper", "/water/away", "/seed/allot", "/seed/trays/6?tuber=3", "/seed/nursery", "/compare", "/compare/money", "/compare/seasons", "/compare/poor", "/site",
	"/ask?litres=40&count=2&class=maincrop&climate=cool-maritime", "/ask?body=box&litres=120x80x40cm&class=first-early&climate=subtropical-dry", "/weather", "/tonight", "/plantings/36/card",
}

// Numbers that stand together add up as they are printed, on every page and in every working, in
// litres and in gallons, with a point and with a comma.
func TestSumsAddUpAsTheyArePrinted(t *testing.T) {
	s := demoSite(t)
	for _, units := range []string{"metric", "metric-comma", "us", "us-comma"} {
		if status, to := s.post("/units", "units", units); status != http.StatusSeeOther {
			t.Fatalf("%s: %d %s", units, status, to)
		}
		steps, sums, seen := 0, 0, map[string]bool{}
		for _, path := range crawled {
			status, page := s.get(path)
			if status != http.StatusOK {
				t.Errorf("%s answers %d", path, status)
				continue
			}
			sums += addUp(t, units+" "+path, page)
			if strings.HasPrefix(units, "us") {
				for _, told := range metricAt.FindAllString(textOf(scripts.ReplaceAllString(page, "")), -1) {
					if !slices.ContainsFunc(ownWords, func(own string) bool { return strings.Contains(told, own) }) {
						t.Errorf("%s %s tells in metric: %q", units, path, told)
					}
				}
			}
			for _, m := range opensNote.FindAllStringSubmatch(page, -1) {
				href := html.UnescapeString(m[1])
				if seen[href] {
					continue
				}
				seen[href] = true
				status, note := s.get(href)
				if status != http.StatusOK {
					t.Errorf("%s, %s: %s answers %d", units, path, href, status)
				}
				steps += comeTo(t, units+" "+href, note)
			}
		}
		t.Logf("%s: %d workings opened, %d steps and %d sums added up", units, len(seen), steps, sums)
		if steps < 400 || sums < 12 {
			t.Errorf("%s: only %d steps and %d sums were added up", units, steps, sums)
		}
	}
}

// addUp the sums of a page.
func addUp(t *testing.T, where, page string) int {
	t.Helper()
	parts, totals := map[string][]string{}, map[string]string{}
	for _, m := range both.FindAllStringSubmatch(page, -1) {
		parts[m[2]] = append(parts[m[2]], textOf(m[3]))
	}
	for _, m := range summed.FindAllStringSubmatch(page, -1) {
		if m[1] == "sum" {
			totals[m[2]] = textOf(m[3])
		} else {
			parts[m[2]] = append(parts[m[2]], textOf(m[3]))
		}
	}
	n := 0
	for name, text := range totals {
		total, _, ok := readNumber(text)
		if !ok {
			t.Errorf("%s: the sum %s reads %q", where, name, text)
			continue
		}
		sum := 0.0
		for _, part := range parts[name] {
			if one, _, ok := readNumber(part); ok {
				sum += one.v
			}
		}
		n++
		if math.Abs(sum-total.v) > total.off*1.0001+1e-9 {
			t.Errorf("%s: %s is %q, and %s come to %.4g", where, name, text, strings.Join(parts[name], " + "), sum)
		}
	}
	return n
}

// comeTo checks that each step of a working that is a sum comes to its result.
func comeTo(t *testing.T, where, note string) int {
	t.Helper()
	n := 0
	for _, m := range noteLine.FindAllStringSubmatch(note, -1) {
		says, result := textOf(m[1]), textOf(m[2])
		want, ok := sumOf(says)
		got, rest, isNumber := readNumber(result)
		if !ok || !isNumber || strings.TrimSpace(rest) != "" && !strings.HasPrefix(strings.TrimSpace(rest), "a ") {
			continue
		}
		n++
		if got.v+got.off*1.001 < want.low-1e-9 || got.v-got.off*1.001 > want.high+1e-9 {
			t.Errorf("%s: %q is %q, and comes to %s", where, says, result, fmt.Sprintf("%.5g to %.5g", want.low, want.high))
		}
	}
	return n
}
