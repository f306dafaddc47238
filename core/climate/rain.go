package climate

import (
	"cmp"
	"slices"

	"glebata/core/measure"
)

// RainSpan is what is known of the rain of some days together: from Low to High mm in all.
type RainSpan struct {
	From, Until measure.Day // both counted
	Low, High   float64
}

// days of a span, both counted.
func (s *RainSpan) days() int { return int(s.Until-s.From) + 1 }

// RainYears are simulated years of rain of a site, which days of unknown rain are drawn from.
// Safe for concurrent use.
type RainYears [rainYears][365]float32

// rainYears that are drawn from. Model.
const rainYears = 40

// NewRainYears of a site by its normals.
func NewRainYears(n *Normals) *RainYears {
	var out RainYears
	var year [365]DayWeather
	s := NewSimulator(n, 1)
	for k := range out {
		s.Year(&year)
		for i := range year {
			out[k][i] = float32(year[i].Rain)
		}
	}
	return &out
}

// Draw the rain of days from one on, in mm, a row for each year: a day has what is known of it,
// or what the row's year has, NaN being unknown; days of a span come to its total together,
// what is known of some of them counted in. Of several spans of the same days the last counts; a shorter
// one counts before a longer one that it lies in.
func (y *RainYears) Draw(from measure.Day, known []float64, spans []RainSpan) [][]float64 {
	spans = ordered(spans)
	out := make([][]float64, rainYears)
	set := make([]bool, len(known))
	for k := range out {
		row := make([]float64, len(known))
		for i, mm := range known {
			d := from + measure.Day(i)
			if set[i] = mm == mm; set[i] { // not NaN
				row[i] = mm
				continue
			}
			row[i] = float64(y[(k+d.Year())%rainYears][DayIndex(d)])
		}
		for i := range spans {
			spans[i].share(row, set, from, k)
		}
		out[k] = row
	}
	return out
}

// ordered spans: shorter ones first, and of the same days the last alone.
func ordered(spans []RainSpan) []RainSpan {
	var out []RainSpan
	for i := len(spans) - 1; i >= 0; i-- {
		s := spans[i]
		if s.days() > 0 && !slices.ContainsFunc(out, func(o RainSpan) bool { return o.From == s.From && o.Until == s.Until }) {
			out = append(out, s)
		}
	}
	slices.SortStableFunc(out, func(a, b RainSpan) int { return cmp.Compare(a.days(), b.days()) })
	return out
}

// Of a span that is shared out: rain that was drawn is made so much more at the most, else it
// falls on every third day. Model.
const mostMore, everyThird = 4, 3

// share a span's rain out over those of its days that are not set yet, as the k-th row has them
// wet and dry.
func (s *RainSpan) share(row []float64, set []bool, from measure.Day, k int) {
	first, last := int(s.From-from), int(s.Until-from)
	if first < 0 || last >= len(row) { // it is known of days that are not held: nothing is left to say of the rest
		first, last = max(0, first), min(last, len(row)-1)
		s = s.part(first, last, from)
	}
	left, drawn, free := s.Low+(s.High-s.Low)*(float64(11*k%rainYears)+0.5)/rainYears, 0.0, 0
	for i := first; i <= last; i++ {
		if set[i] {
			left -= row[i]
			continue
		}
		drawn += row[i]
		free++
	}
	if free == 0 {
		return
	}
	left = max(0, left)
	if left > mostMore*drawn {
		n := 0
		for i := first; i <= last; i++ {
			if set[i] {
				continue
			}
			row[i] = 0
			if n++; (n+k)%everyThird == 0 || n == free && free < everyThird {
				row[i] = 1
			}
		}
		drawn = 0
		for i := first; i <= last; i++ {
			if !set[i] {
				drawn += row[i]
			}
		}
	}
	for i := first; i <= last; i++ {
		if set[i] {
			continue
		}
		set[i] = true
		if drawn > 0 {
			row[i] *= left / drawn
		}
	}
}

// part of a span that lies in days that are held: as much of its rain as of its days.
func (s *RainSpan) part(first, last int, from measure.Day) *RainSpan {
	share := max(0, float64(last-first+1)) / float64(s.days())
	return &RainSpan{from + measure.Day(first), from + measure.Day(last), s.Low * share, s.High * share}
}
