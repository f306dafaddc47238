package climate

import (
	"errors"
	"fmt"
	"math"

	"glebata/core/measure"
)

// Months are twelve monthly means, January first.
type Months [12]float64

// daysIn each month of a year of 365 days.
var daysIn = [12]int{31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31}

// Year is one value for each day of a year, the first of January first.
type Year [365]float64

// At is the value on a day of any year; 29 February has that of 28 February.
func (y *Year) At(d measure.Day) float64 { return y[DayIndex(d)] }

// DayIndex of a day is 0 on the first of January and 364 on the last of December; 29
// February has that of the day before.
func DayIndex(d measure.Day) int {
	i := d.YearDay() - 1
	if i > 58 { // only from here on does a leap year differ
		if y := d.Year(); y%4 == 0 && (y%100 != 0 || y%400 == 0) {
			i--
		}
	}
	return i
}

// Normals are the ordinary weather of a site, day by day.
type Normals struct {
	Min, Max Year // °C, mean daily minimum and maximum
	Rain     Year // mm a day
	Spread   Year // °C, standard deviation of the mean of a day about its normal
}

// Mean temperature of a day: (min + max) ÷ 2, °C.
func (n *Normals) Mean(d measure.Day) float64 { return (n.Min.At(d) + n.Max.At(d)) / 2 }

// ErrNormals is wrapped by every refusal of monthly means.
var ErrNormals = errors.New("not the means of a year")

// Monthly means a grower types in or a preset gives: °C, °C and mm a month.
type Monthly struct {
	Min, Max, Rain Months
}

// Check refuses means that no place on Earth has, and a minimum over its
// maximum; the error names the month.
func (m Monthly) Check() error {
	for i := range 12 {
		switch {
		case !(m.Min[i] >= -60 && m.Max[i] <= 55):
			return fmt.Errorf("%w: month %d lies outside −60 to 55 °C", ErrNormals, i+1)
		case m.Min[i] >= m.Max[i]:
			return fmt.Errorf("%w: in month %d the minimum is not under the maximum", ErrNormals, i+1)
		case !(m.Rain[i] >= 0 && m.Rain[i] <= 2000):
			return fmt.Errorf("%w: the rain of month %d is not between 0 and 2000 mm", ErrNormals, i+1)
		}
	}
	return nil
}

// Daily lays smooth daily normals through monthly means, so that the mean over
// each month comes back. Rain is spread in mm a day and never negative.
func (m Monthly) Daily() (*Normals, error) {
	if err := m.Check(); err != nil {
		return nil, err
	}
	n := &Normals{Min: smooth(m.Min), Max: smooth(m.Max)}
	for i := range n.Spread {
		n.Spread[i] = usualSpread
	}
	var rain Months
	for i, mm := range m.Rain {
		rain[i] = mm / float64(daysIn[i])
	}
	n.Rain = smooth(rain)
	for i := range n.Rain {
		n.Rain[i] = math.Max(0, n.Rain[i])
	}
	for i := range n.Min { // steep years may cross where the months do not
		if n.Max[i]-n.Min[i] < 0.5 {
			mid := (n.Max[i] + n.Min[i]) / 2
			n.Min[i], n.Max[i] = mid-0.25, mid+0.25
		}
	}
	return n, nil
}

// smooth fits daily values whose mean over each month is the month's: lines
// between mid-months, whose nodes are moved until the means come back, each time
// by what is still missing. Numerical, in place of a harmonic fit; the means
// return within 0.001.
func smooth(months Months) Year {
	nodes := months
	var y Year
	for range 60 {
		y = through(nodes)
		worst := 0.0
		for i, mean := range means(&y) {
			missing := months[i] - mean
			nodes[i] += missing
			worst = math.Max(worst, math.Abs(missing))
		}
		if worst < 1e-6 {
			break
		}
	}
	return y
}

// mid of each month, in days from the first of January.
var mid = func() (at [12]float64) {
	start := 0
	for i, n := range daysIn {
		at[i] = float64(start) + float64(n)/2
		start += n
	}
	return at
}()

// through draws a closed curve through values at mid-months: a cubic between
// two of them, its slope at each that between its neighbours (Catmull–Rom).
func through(nodes Months) Year {
	var y Year
	for i := range 12 {
		before, next, after := (i+11)%12, (i+1)%12, (i+2)%12
		from, to := mid[i], mid[next]
		if next == 0 {
			to += 365
		}
		span := to - from
		slope := (nodes[next] - nodes[before]) / around(mid[next]-mid[before]) * span
		slopeNext := (nodes[after] - nodes[i]) / around(mid[after]-mid[i]) * span
		for d := int(math.Ceil(from - 0.5)); float64(d)+0.5 < to; d++ {
			t := (float64(d) + 0.5 - from) / span
			y[d%365] = hermite(nodes[i], slope, nodes[next], slopeNext, t)
		}
	}
	return y
}

// around is a distance forward round the year.
func around(days float64) float64 {
	if days <= 0 {
		return days + 365
	}
	return days
}

// hermite is the cubic from a to b with slopes sa and sb, at t from 0 to 1.
func hermite(a, sa, b, sb, t float64) float64 {
	t2, t3 := t*t, t*t*t
	return a*(2*t3-3*t2+1) + sa*(t3-2*t2+t) + b*(3*t2-2*t3) + sb*(t3-t2)
}

// means of each month.
func means(y *Year) Months {
	var out Months
	day := 0
	for i, n := range daysIn {
		for range n {
			out[i] += y[day] / float64(n)
			day++
		}
	}
	return out
}
