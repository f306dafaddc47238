package lift

import (
	"math"
	"slices"

	"glebata/core/measure"
)

// divide a batch among grades. The parts come to the whole.
func (r *Reader) divide(whole Batch, grades []part) ([]Batch, error) {
	if len(grades) == 0 {
		whole.Grade = Keep
		return []Batch{whole}, nil
	}
	if p := grades[0]; len(grades) == 1 && (!p.some || gradeWords[p.word] == Keep && p.count > 0) { // all of it
		whole.Grade = gradeWords[p.word]
		if p.count > 0 {
			whole.Count = p.count
		}
		return []Batch{whole}, nil
	}
	counted, shared := 0, 0 // how many of them are
	kept := false           // and what is kept is counted too
	for _, p := range grades {
		switch {
		case p.count > 0:
			counted++
			kept = kept || gradeWords[p.word] == Keep
		case p.share > 0:
			shared++
		}
	}
	switch {
	case counted+shared == 0 || counted > 0 && shared > 0 || counted+shared < figures(grades):
		return r.byParts(whole, grades)
	case shared > 0:
		return byShare(whole, grades)
	case kept || whole.Count > 0:
		return byCount(whole, grades)
	}
	return r.byParts(whole, grades)
}

// figures are how many of some parts have one.
func figures(grades []part) int {
	n := 0
	for _, p := range grades {
		if p.some {
			n++
		}
	}
	return n
}

// rest is the grade that what is left over is of: one that was named without a figure, or keep.
func rest(grades []part) (Grade, error) {
	out := Keep
	named := 0
	for _, p := range grades {
		if !p.some {
			out = gradeWords[p.word]
			named++
		}
	}
	if named > 1 {
		return out, unread("Two grades have no figure: which of them has the rest?")
	}
	return out, nil
}

// tubersVary is the spread of single tubers about their mean, as a share of it (model).
const tubersVary = 0.55

// meanOf a tuber of a grade: of small ones what those under their bound come to.
func (r *Reader) meanOf(g Grade) measure.Mass {
	if g == Small {
		return min(r.Mean, 0.7*smallUnder)
	}
	return r.Mean
}

// byParts takes from a batch what each part weighs, by its own weight, share or count; the rest is
// of the grade that has no figure, or is kept. A count is of the mean tuber of this line where all
// are counted, else of the Reader's, known to the spread of so many; only what is thrown away by it
// makes what is eaten unsure.
func (r *Reader) byParts(whole Batch, grades []part) ([]Batch, error) {
	over, err := rest(grades)
	if err != nil {
		return nil, err
	}
	t := taking{left: whole.Net(), whole: whole, over: over, out: make([]Batch, 1, len(grades)+1)}
	t.low, t.high = whole.Range()
	var counted []part
	kept, n := 0, whole.Count // tubers of the rest, and in all; 0 where they were not counted
	for _, p := range grades {
		switch g := gradeWords[p.word]; {
		case p.weight > 0:
			known := measure.Weighed
			if whole.Known == measure.Simulated {
				known = whole.Known
			}
			t.take(Batch{Gross: p.weight, Grade: g, Known: known})
		case p.share > 0:
			t.take(Batch{Gross: whole.Net() * measure.Mass(p.share/100), Grade: g, Known: whole.Known.Worse(measure.Counted)})
		case p.count > 0 && g == Keep && over == Keep:
			kept = p.count
		case p.count > 0:
			counted = append(counted, p)
		}
	}
	if kept > 0 {
		n = kept
		for _, p := range counted {
			n += p.count
		}
	}
	mean := measure.Mass(0)
	if n > 0 {
		mean = t.left / measure.Mass(n)
	}
	for _, p := range counted {
		if err := r.takeCounted(&t, p, mean); err != nil {
			return nil, err
		}
	}
	if t.left < -grain {
		return nil, unread("The grades come to {} more than was weighed.", -t.left)
	}
	return t.rest(kept), nil
}

// taking parts from a batch.
type taking struct {
	whole           Batch
	left, low, high measure.Mass
	over            Grade   // of what is left in the end
	out             []Batch // the first is for that
}

func (t *taking) take(b Batch) {
	from, to := b.Range()
	t.left, t.low, t.high = t.left-b.Net(), t.low-to, t.high-from
	t.out = append(t.out, b)
}

// takeCounted takes so many tubers of a mean of this line, or of the Reader's where that is 0.
func (r *Reader) takeCounted(t *taking, p part, mean measure.Mass) error {
	g, off := gradeWords[p.word], 0.0
	if mean == 0 {
		if r.Mean <= 0 {
			return unread("Count the rest too, or write what the {} weigh.", p.word)
		}
		mean, off = r.meanOf(g), min(1, tubersVary/math.Sqrt(float64(p.count)))
	}
	b := CountedBatch(p.count, mean, off)
	b.Grade, b.Known = g, t.whole.Known.Worse(measure.Counted)
	if off > 0 {
		b.Known = b.Known.Worse(measure.Estimated)
	}
	if b.Gross > t.left+grain {
		return unread("{} of about {} each come to more than the {} there is: weigh what is {}, or write “{}” alone where all of it is.", p.count, mean, max(0, t.left), p.word, p.word)
	}
	if b.High = min(b.High, t.left); off == 0 || g.Edible() == t.over.Edible() {
		b.Low, b.High = 0, 0
	}
	t.take(b)
	return nil
}

// rest is what is left, with the parts.
func (t *taking) rest(tubers int) []Batch {
	if t.left <= 0.5 && len(t.out) > 1 {
		return t.out[1:]
	}
	b := Batch{Gross: t.left, Grade: t.over, Known: t.whole.Known, Count: tubers}
	for _, p := range t.out[1:] {
		if p.Known != measure.Weighed {
			b.Known = b.Known.Worse(p.Known)
		}
	}
	if t.high-t.low > grain {
		b.Low, b.High = max(0, t.low), t.high
	}
	t.out[0] = b
	return t.out
}

func byShare(whole Batch, grades []part) ([]Batch, error) {
	over, err := rest(grades)
	if err != nil {
		return nil, err
	}
	sum := 0.0
	weights := make([]float64, 0, len(grades)+1)
	var of []Grade
	for _, p := range grades {
		if p.share > 0 {
			sum += p.share
			weights, of = append(weights, p.share), append(of, gradeWords[p.word])
		}
	}
	if sum > 100+1e-9 {
		return nil, unread("The shares come to {} %, over 100.", sum)
	}
	if left := 100 - sum; left > 1e-9 {
		if i := slices.Index(of, over); i >= 0 && over == Keep && len(grades) == len(of) {
			return nil, unread("The shares come to {} %: what is the rest?", sum)
		}
		weights, of = append(weights, left), append(of, over)
	}
	return parts(whole, weights, of, nil), nil
}

func byCount(whole Batch, grades []part) ([]Batch, error) {
	var weights []float64
	var of []Grade
	var counts []int
	left := whole.Count
	for _, p := range grades {
		if !p.some && whole.Count == 0 {
			return nil, unread("Count the {} too.", p.word)
		}
		if p.count > 0 {
			weights, of, counts = append(weights, float64(p.count)), append(of, gradeWords[p.word]), append(counts, p.count)
			left -= p.count
		}
	}
	if whole.Count > 0 {
		over, err := rest(grades)
		if err != nil {
			return nil, err
		}
		if left < 0 {
			return nil, unread("The grades come to {} tubers more than the {} there are.", -left, whole.Count)
		}
		if left > 0 {
			weights, of, counts = append([]float64{float64(left)}, weights...), append([]Grade{over}, of...), append([]int{left}, counts...)
		}
	}
	return parts(whole, weights, of, counts), nil
}

// parts of a batch by weights; they come to it.
func parts(whole Batch, weights []float64, of []Grade, counts []int) []Batch {
	nets := ShareOut(whole.Net(), weights)
	out := make([]Batch, len(of))
	for i := range of {
		out[i] = Batch{Gross: nets[i], Grade: of[i], Known: whole.Known.Worse(measure.Counted)}
		if counts != nil {
			out[i].Count = counts[i]
		}
		if whole.High > 0 {
			out[i].Low, out[i].High = nets[i]*whole.Low/whole.Net(), nets[i]*whole.High/whole.Net()
		}
	}
	return out
}
