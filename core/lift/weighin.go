package lift

import (
	"errors"

	"glebata/core/measure"
	"glebata/core/working"
)

// Batch is one weighing: the container with tubers in it, and the container.
type Batch struct {
	Gross measure.Mass
	Tare  measure.Mass // 0 when weighed bare
	Grade Grade
	Count int // tubers in it, 0 when not counted
	// Low and High are what its net may be, where it was not weighed by itself; both 0 where
	// it was.
	Low, High measure.Mass
	Known     measure.Known // how; empty for weighed
	Faults    map[Fault]int // counted among its tubers
}

// Net is gross less tare.
func (b Batch) Net() measure.Mass { return b.Gross - b.Tare }

// Range of what the net may be; both the net where it was weighed.
func (b Batch) Range() (low, high measure.Mass) {
	if b.High > 0 {
		return b.Low, b.High
	}
	return b.Net(), b.Net()
}

// Capacity of the heaviest scale that is believed: a luggage or hanging scale.
const Capacity = 60 * measure.Kilogram

// Refusals of Batch.Check.
var (
	ErrNoNet    = errors.New("nothing is left when the container is taken off")
	ErrCapacity = errors.New("more than a household scale can weigh")
	ErrGrade    = errors.New("no such grade")
	ErrCount    = errors.New("a count from 0 to 5000 is believed")
	ErrRange    = errors.New("the net lies outside of what it may be")
	ErrFault    = errors.New("no such fault, or a count from 1 to 5000 of it")
)

// mostTubers of one batch that are believed.
const mostTubers = 5000

// Check refuses a batch that cannot be: net of 0 or less, gross over Capacity,
// a negative tare, an unknown grade or a count out of range, a net outside its range, or
// an unknown fault.
func (b Batch) Check() error {
	switch {
	case b.Gross > Capacity:
		return ErrCapacity
	case !(b.Tare >= 0 && b.Net() > 0): // no number is none either
		return ErrNoNet
	case !b.Grade.Known():
		return ErrGrade
	case !(b.Count >= 0 && b.Count <= mostTubers):
		return ErrCount
	case b.High != 0 && !(b.Low >= 0 && b.Low <= b.Net()+grain && b.Net() <= b.High+grain) || b.High == 0 && b.Low != 0:
		return ErrRange
	}
	for f, n := range b.Faults {
		if !f.Known() || n < 1 || n > mostTubers {
			return ErrFault
		}
	}
	return nil
}

// grain is what sums may be off by rounding, in g.
const grain measure.Mass = 1e-6

// Total of a bag's weigh-ins. The zero Total is a bag with nothing weighed.
type Total struct {
	ByGrade map[Grade]measure.Mass
	Count   int          // tubers counted, over counted grades
	Own     int          // of those, the ones whose weight is their own and not by a usual one
	Counted measure.Mass // weight of those
	// Uncounted is the weight of which nobody counted the tubers.
	Uncounted measure.Mass
	Edible    measure.Mass // keep + small + eat first + saved seed
	Gross     measure.Mass // edible and discards; the old mother tuber never
	// Low and High are what the edible harvest may be, by batches that were not weighed.
	Low, High measure.Mass
	Faults    map[Fault]int
}

// Exact reports whether all of the edible harvest was weighed.
func (t Total) Exact() bool { return t.High-t.Low <= grain }

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
		low, high := b.Range()
		t.Edible, t.Low, t.High = t.Edible+net, t.Low+low, t.High+high
	}
	for f, n := range b.Faults {
		if t.Faults == nil {
			t.Faults = map[Fault]int{}
		}
		t.Faults[f] += n
	}
	switch {
	case b.Count == 0:
		t.Uncounted += net
	case b.Known == measure.Estimated || b.High > b.Low: // by a guess, or by the usual tuber
		t.Count += b.Count
	default:
		t.Count, t.Own, t.Counted = t.Count+b.Count, t.Own+b.Count, t.Counted+net
	}
}

// MeanTuber is the mean weight over the batches that were counted and weighed, 0 when none.
func (t Total) MeanTuber() measure.Mass {
	if t.Own == 0 {
		return 0
	}
	return t.Counted / measure.Mass(t.Own)
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
		switch low, high := b.Range(); {
		case high-low > grain:
			step = working.Step{Says: string(b.Known) + ", {} to {}, " + string(b.Grade), Args: []any{low, high}, Result: b.Net()}
		case b.Known != measure.Weighed:
			step = working.Step{Says: string(b.Known) + ", {}, " + string(b.Grade), Args: []any{b.Net()}, Result: b.Net()}
		case b.Tare == 0:
			step = working.Step{Says: "{} bare, " + string(b.Grade), Args: []any{b.Gross}, Result: b.Net()}
		}
		if !b.Grade.Edible() {
			step.Says += " (not edible)"
		}
		w.Steps = append(w.Steps, step)
	}
	total := Sum(batches)
	w.Steps = append(w.Steps, working.Step{Says: "edible together", Result: total.Edible})
	if !total.Exact() {
		w.Steps = append(w.Steps, working.Step{Says: "not all of it was weighed: between {} and", Args: []any{total.Low}, Result: total.High})
	}
	w.Result = total.Edible
	return w
}
