package lift

import (
	"errors"

	"glebata/core/measure"
	"glebata/core/working"
)

// Grade sorts what was lifted. The value is its key in files.
type Grade string

// The grades, in the order they are offered.
const (
	Keep      Grade = "keep"
	Small     Grade = "small"
	EatFirst  Grade = "eat-first"
	SavedSeed Grade = "seed"
	Green     Grade = "green"
	Rotten    Grade = "rotten"
	OldMother Grade = "mother"
)

// Grades lists every grade in the order it is offered.
func Grades() []Grade {
	return []Grade{Keep, Small, EatFirst, SavedSeed, Green, Rotten, OldMother}
}

// smallUnder is the weight under which a sound tuber is graded small. Practice.
const smallUnder = 40 * measure.Gram

var gradeNames = map[Grade]measure.Phrase{
	Keep:      measure.Say("keep: sound, {} and over", smallUnder),
	Small:     measure.Say("small: under {}", smallUnder),
	EatFirst:  measure.Say("eat first: cut, speared, split, scabby"),
	SavedSeed: measure.Say("saved as seed"),
	Green:     measure.Say("green: discard"),
	Rotten:    measure.Say("rotten or eaten by pests: discard"),
	OldMother: measure.Say("old mother tuber: not counted"),
}

// Name of the grade with what belongs in it.
func (g Grade) Name() measure.Phrase { return gradeNames[g] }

// Known reports whether g is one of Grades.
func (g Grade) Known() bool { _, ok := gradeNames[g]; return ok }

// Edible reports whether the grade counts as food (or next year's seed).
func (g Grade) Edible() bool {
	return g == Keep || g == Small || g == EatFirst || g == SavedSeed
}

// Counted reports whether the grade is part of the harvest at all.
func (g Grade) Counted() bool { return g.Known() && g != OldMother }

// Batch is one weighing: the container with tubers in it, and the container.
type Batch struct {
	Gross measure.Mass
	Tare  measure.Mass // 0 when weighed bare
	Grade Grade
	Count int // tubers in it, 0 when not counted
}

// Net is gross less tare.
func (b Batch) Net() measure.Mass { return b.Gross - b.Tare }

// Capacity of the heaviest scale that is believed: a luggage or hanging scale.
const Capacity = 60 * measure.Kilogram

// Refusals of Batch.Check.
var (
	ErrNoNet    = errors.New("nothing is left when the container is taken off")
	ErrCapacity = errors.New("more than a household scale can weigh")
	ErrGrade    = errors.New("no such grade")
	ErrCount    = errors.New("a count from 0 to 5000 is believed")
)

// Check refuses a batch that cannot be: net of 0 or less, gross over Capacity,
// a negative tare, an unknown grade or a count out of range.
func (b Batch) Check() error {
	switch {
	case b.Gross > Capacity:
		return ErrCapacity
	case !(b.Tare >= 0 && b.Net() > 0): // no number is none either
		return ErrNoNet
	case !b.Grade.Known():
		return ErrGrade
	case !(b.Count >= 0 && b.Count <= 5000):
		return ErrCount
	}
	return nil
}

// Total of a bag's weigh-ins. The zero Total is a bag with nothing weighed.
type Total struct {
	ByGrade map[Grade]measure.Mass
	Count   int          // tubers counted, over counted grades
	Counted measure.Mass // weight of the batches that carry a count
	Edible  measure.Mass // keep + small + eat first + saved seed
	Gross   measure.Mass // edible and discards; the old mother tuber never
}

// Add counts one batch in.
func (t *Total) Add(b Batch) {
	if t.ByGrade == nil {
		t.ByGrade = make(map[Grade]measure.Mass, 4)
	}
	net := b.Net()
	t.ByGrade[b.Grade] += net
	if !b.Grade.Counted() {
		return
	}
	t.Gross += net
	if b.Grade.Edible() {
		t.Edible += net
	}
	if b.Count > 0 {
		t.Count += b.Count
		t.Counted += net
	}
}

// MeanTuber is the mean weight over the batches that were counted, 0 when none.
func (t Total) MeanTuber() measure.Mass {
	if t.Count == 0 {
		return 0
	}
	return t.Counted / measure.Mass(t.Count)
}

// Sum adds up batches.
func Sum(batches []Batch) Total {
	var t Total
	for _, b := range batches {
		t.Add(b)
	}
	return t
}

// SumWorking lays the sum out line by line.
func SumWorking(batches []Batch) working.Working {
	w := working.Working{
		Title: "Edible harvest", Mark: working.Sum,
		Source:  "weigh-in: gross less container; edible is keep, small, eat first and saved seed",
		Changes: "Another batch, or a batch undone.",
	}
	for _, b := range batches {
		step := working.Step{Says: "{} − {} container, " + string(b.Grade), Args: []any{b.Gross, b.Tare}, Result: b.Net()}
		if b.Tare == 0 {
			step = working.Step{Says: "{} bare, " + string(b.Grade), Args: []any{b.Gross}, Result: b.Net()}
		}
		if !b.Grade.Edible() {
			step.Says += " (not edible)"
		}
		w.Steps = append(w.Steps, step)
	}
	total := Sum(batches)
	w.Steps = append(w.Steps, working.Step{Says: "edible together", Result: total.Edible})
	w.Result = total.Edible
	return w
}
