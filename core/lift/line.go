package lift

import (
	"regexp"
	"strconv"
	"strings"

	"glebata/core/measure"
	"glebata/core/paper"
)

// Reader reads lines as they are typed on the scale.
type Reader struct {
	Bare  measure.Unit            // of a number that names none
	Units measure.System          // of the grower
	Tares map[string]measure.Mass // of containers, by name
	// Mean of a tuber, for what was counted only, and how far it may be off, as a share.
	Mean measure.Mass
	Off  float64
}

// Line is what was understood of one.
type Line struct {
	Text    string
	Weight  paper.Line // its weight, laid out
	Batches []Batch    // one a grade
}

// LineError is why a line cannot be read, as a sentence.
type LineError struct{ Says measure.Phrase }

func (e *LineError) Error() string { return e.Says.In(measure.Metric) }

func unread(says string, args ...any) error { return &LineError{measure.Say(says, args...)} }

// maxLine letters of one line.
const maxLine = 200

// gradeWords name grades as people write them.
var gradeWords = map[string]Grade{
	"keep": Keep, "kept": Keep, "keepers": Keep, "good": Keep, "sound": Keep, "small": Small, "tiny": Small, "eat first": EatFirst, "eat": EatFirst, "eating": EatFirst,
	"seed": SavedSeed, "saved": SavedSeed, "green": Green, "rotten": Rotten, "rot": Rotten, "bad": Rotten, "mother": OldMother, "old mother": OldMother, "old": OldMother,
}

// faultWords name faults as people write them.
var faultWords = map[string]Fault{
	"cut": Cut, "speared": Cut, "stabbed": Cut, "split": Split, "cracked": Split, "scab": Scab, "scabby": Scab, "holes": Holes, "holed": Holes, "slug": Holes,
	"gnawed": Gnawed, "eaten": Gnawed, "soft": Soft, "hollow": Hollow,
}

var (
	partOf    = regexp.MustCompile(`(?i)^(?:([0-9][0-9.,]*)\s*(%)?\s+)?([a-z][a-z ]*?)(?:\s+([0-9][^a-z%]*)\s*(%|[a-z]+)?)?$`)
	countOnly = regexp.MustCompile(`(?i)^(\d{1,4})\s*(?:tubers?|potatoes|roots?|pieces|counted|pcs)$`)
)

// part of a line behind its weight: so many, or so much, of a grade or with a fault.
type part struct {
	word   string
	count  int
	share  float64 // %
	weight measure.Mass
	some   bool // a figure was given
}

// Read one line: a weight with what is taken off it, as on paper, and behind commas the parts of
// it: "3 lb 2 oz less blue bucket, keep 40, green 3", "6.2 kg, keep 80 %, small 20 %, split
// 4", "2.4 kg, 40 tubers, green 3", "half a bucket, green 300 g". A grade alone is of all of it. Where
// all are counted, or shares come to a hundred, the net is divided by them; else a part has its own
// weight, share or count, and what is left over is of the grade that has none. It fails with a
// *LineError that says what is wrong.
func (r *Reader) Read(text string) (Line, error) {
	l := Line{Text: strings.TrimSpace(measure.PlainLine(text))}
	if len(l.Text) > maxLine {
		return l, unread("A line holds up to {} letters.", maxLine)
	}
	first, rest := cutLine(l.Text)
	whole, err := r.weight(first, &l)
	if err != nil {
		return l, err
	}
	var grades []part
	faults := map[Fault]int{}
	for _, text := range rest {
		if m := countOnly.FindStringSubmatch(text); m != nil && whole.Count == 0 {
			if whole.Count, _ = strconv.Atoi(m[1]); whole.Count > 0 {
				continue
			}
		}
		p, err := r.part(text)
		if err != nil {
			return l, err
		}
		if f, ok := faultWords[p.word]; ok {
			if p.share > 0 || p.weight > 0 {
				return l, unread("Count the tubers that are {}: “{} 3”.", f.Name(), p.word)
			}
			faults[f] += max(1, p.count)
			continue
		}
		grades = append(grades, p)
	}
	if _, of := gradeWords[strings.ToLower(l.Weight.Label)]; of { // "green 300 g"
		if l.Weight.Taken != "" {
			return l, unread("Write the weight first: “3.4 kg less blue bucket”.")
		}
		if len(grades) == 0 {
			grades = []part{{word: strings.ToLower(l.Weight.Label)}}
		}
	}
	if l.Batches, err = r.divide(whole, grades); err != nil {
		return l, err
	}
	if len(faults) > 0 {
		l.Batches[0].Faults = faults // of the whole line, kept with its first part
		if n := l.Count(); n > 0 {
			for f, k := range faults {
				if k > n {
					return l, unread("{} are {}, of {} in all.", k, f.Name(), n)
				}
			}
		}
	}
	for i := range l.Batches {
		switch err := l.Batches[i].Check(); err {
		case nil:
		case ErrCapacity:
			return l, unread("{} is more than a household scale can weigh: check the unit.", l.Batches[i].Gross)
		default:
			return l, unread("{}.", sentence(err))
		}
	}
	return l, nil
}

// Count of tubers in a line, 0 where they were not all counted.
func (l *Line) Count() int {
	n := 0
	for _, b := range l.Batches {
		if b.Count == 0 {
			return 0
		}
		n += b.Count
	}
	return n
}

func sentence(err error) string {
	text := err.Error()
	return measure.Upper(text)
}

// cutLine at commas and semicolons that are not within a number.
func cutLine(text string) (first string, rest []string) {
	var parts []string
	from := 0
	for i := 0; i < len(text); i++ {
		if text[i] == ';' || text[i] == ',' && (i+1 == len(text) || text[i+1] < '0' || text[i+1] > '9') {
			parts, from = append(parts, text[from:i]), i+1
		}
	}
	parts = append(parts, text[from:])
	for _, p := range parts[1:] {
		if p = strings.TrimSpace(p); p != "" {
			rest = append(rest, p)
		}
	}
	return strings.TrimSpace(parts[0]), rest
}

// weight of a line, as a batch without a grade yet.
func (r *Reader) weight(text string, l *Line) (Batch, error) {
	if m := countOnly.FindStringSubmatch(text); m != nil {
		n, _ := strconv.Atoi(m[1])
		if n == 0 || r.Mean <= 0 {
			return Batch{}, unread("Weigh them, or write about what one weighs: “12 × 70 g”.")
		}
		return CountedBatch(n, r.Mean, r.Off), nil
	}
	if b, ok := heaped(text); ok {
		return b, nil
	}
	s, err := paper.Sum(text, r.Bare, r.Units, r.Tares)
	if err != nil || len(s.Lines) != 1 {
		return Batch{}, unread("Write the weight first: “3.4 kg less blue bucket”.")
	}
	l.Weight = s.Lines[0]
	if !l.Weight.Read() {
		return Batch{}, unread("{}", l.Weight.Why)
	}
	if l.Weight.Net <= 0 {
		return Batch{}, unread("Nothing is left: {}.", l.Weight.Reading())
	}
	b := Batch{Gross: l.Weight.Gross, Tare: l.Weight.Tare, Known: l.Weight.Known, Count: l.Weight.Count}
	if l.Weight.High-l.Weight.Low > grain {
		b.Low, b.High = l.Weight.Low, l.Weight.High
	}
	if b.Count > 0 && b.Known == measure.Weighed {
		b.Known = measure.Counted
	}
	return b, nil
}

// CountedBatch is so many tubers that were counted and not weighed, of a mean that may be off
// by a share.
func CountedBatch(n int, mean measure.Mass, off float64) Batch {
	net := measure.Mass(n) * mean
	return Batch{Gross: net, Count: n, Known: measure.Counted, Low: net * measure.Mass(1-off), High: net * measure.Mass(1+off)}
}

func (r *Reader) part(text string) (part, error) {
	m := partOf.FindStringSubmatch(text)
	if m == nil {
		return part{}, unread("“{}” is not understood: write a grade and how many, like “green 3”.", text)
	}
	p := part{word: strings.ToLower(strings.TrimSpace(m[3]))}
	_, grade := gradeWords[p.word]
	if _, fault := faultWords[p.word]; !grade && !fault {
		return p, unread("“{}” is no grade and no fault: keep, small, eat first, seed, green, rotten, mother; cut, split, scab, holes, gnawed, soft, hollow.", p.word)
	}
	figure, unit := m[1]+m[4], m[2]+m[5]
	if figure == "" {
		return p, nil
	}
	if p.some = true; unit != "" && unit != "%" {
		w, err := measure.ParseMass(figure+" "+unit, r.Bare, r.Units)
		if err != nil || w <= 0 {
			return p, unread("“{}” is not understood: write a grade and how many, like “green 3”.", text)
		}
		p.weight = w
		return p, nil
	}
	v, err := measure.ParseNumber(strings.TrimSpace(figure))
	if err != nil || v < 0 || unit == "" && (v != float64(int(v)) || v > mostTubers) {
		return p, unread("“{}” is not understood: write a grade and how many, like “green 3”.", text)
	}
	if unit == "%" {
		p.share = v
	} else {
		p.count = int(v)
	}
	return p, nil
}
