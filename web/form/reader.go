package form

import (
	"math"
	"net/url"
	"strconv"
	"strings"

	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Reader reads typed quantities and gathers what is wrong with them.
type Reader struct {
	Values url.Values
	Units  measure.System
	Today  measure.Day
	Faults logbook.Faults
}

// Refuse what stands in a field, with the reason.
func (r *Reader) Refuse(field string, err error) {
	r.Faults = append(r.Faults, logbook.Fault{Field: field, Says: measure.Say(err.Error())})
}

// Text of a field, without the space around it.
func (r *Reader) Text(field string) string { return strings.TrimSpace(r.Values.Get(field)) }

// Mass reads a weight; a bare number is in the given unit.
func (r *Reader) Mass(field string, bare measure.Unit) measure.Mass {
	m, err := measure.ParseMass(r.Text(field), bare, r.Units)
	if err != nil {
		r.Refuse(field, err)
	}
	return m
}

// KnownMass reads a weight with the mark of how it is known.
func (r *Reader) KnownMass(field string, bare measure.Unit) (measure.Mass, measure.Known) {
	rest, known := measure.CutKnown(r.Text(field))
	m, err := measure.ParseMass(rest, bare, r.Units)
	if err != nil {
		r.Refuse(field, err)
	}
	return m, known
}

// MassRange reads a weight, or two that it lies between.
func (r *Reader) MassRange(field string, bare measure.Unit) (low, high measure.Mass) {
	low, high, _, err := measure.ParseMassRange(r.Text(field), bare, r.Units)
	if err != nil {
		r.Refuse(field, err)
	}
	return low, high
}

// Volume reads a volume; a bare number is in the grower's unit.
func (r *Reader) Volume(field string) measure.Volume {
	v, err := measure.ParseVolume(r.Text(field), r.Units.VolumeUnit(), r.Units)
	if err != nil {
		r.Refuse(field, err)
	}
	return v
}

// Length reads a length; a bare number is in the grower's unit.
func (r *Reader) Length(field string) measure.Length {
	l, err := measure.ParseLength(r.Text(field), r.Units.LengthUnit(), r.Units)
	if err != nil {
		r.Refuse(field, err)
	}
	return l
}

// LengthOr reads a length, or takes other when nothing is typed.
func (r *Reader) LengthOr(field string, other measure.Length) measure.Length {
	if r.Text(field) == "" {
		return other
	}
	return r.Length(field)
}

// Rise reads how much medium went on, as a height or as loose litres.
func (r *Reader) Rise(field string) (by measure.Length, loose measure.Volume) {
	text := r.Text(field)
	by, lengthErr := measure.ParseLength(text, r.Units.LengthUnit(), r.Units)
	if lengthErr == nil {
		return by, 0
	}
	loose, err := measure.ParseVolume(text, "", r.Units)
	if err != nil {
		r.Faults.Add(field, "Write how much went on as a height or as loose litres: {} or {}.",
			measure.Length(10), measure.Volume(12))
	}
	return 0, loose
}

// Day reads a date.
func (r *Reader) Day(field string) measure.Day {
	d, err := measure.TypedDay(r.Text(field), r.Units.DayOrder(), r.Today)
	if err != nil {
		r.Refuse(field, err)
	}
	return d
}

// Count reads a whole number; empty reads as 0.
func (r *Reader) Count(field string) int {
	text := r.Text(field)
	if text == "" {
		return 0
	}
	n, err := strconv.Atoi(text)
	if err != nil || n < 0 || n > 1_000_000 {
		r.Faults.Add(field, "Write a whole number, like 12.")
		return 0
	}
	return n
}

// ID reads what something is known by; 0 where that is none.
func (r *Reader) ID(field string) logbook.ID {
	n, err := strconv.ParseInt(r.Text(field), 10, 64)
	if err != nil {
		return 0
	}
	return logbook.ID(n)
}

// Number reads a plain number, or takes other when nothing is typed.
func (r *Reader) Number(field string, other float64) float64 {
	text := r.Text(field)
	if text == "" {
		return other
	}
	v, err := measure.ParseNumber(text)
	if err != nil || v > 1e6 || v < -1e6 {
		r.Faults.Add(field, "Write a number, like 11.")
		return other
	}
	return v
}

// Metres reads a distance out of doors in the grower's unit, m, or takes other when nothing is typed.
func (r *Reader) Metres(field string, other float64) float64 {
	if r.Text(field) == "" {
		return other
	}
	return r.Number(field, other/r.Units.PerFar()) * r.Units.PerFar()
}

// Degrees reads a temperature in °C, or takes other when nothing is typed.
func (r *Reader) Degrees(field string, other float64) float64 {
	if r.Text(field) == "" {
		return other
	}
	t, err := measure.ParseTemperature(r.Text(field), r.Units.TemperatureUnit(), r.Units)
	if err != nil {
		r.Refuse(field, err)
		return other
	}
	return float64(t)
}

// Cents reads money, like 4.50.
func (r *Reader) Cents(field string) int {
	text := r.Text(field)
	if text == "" {
		return 0
	}
	v, err := measure.ParseNumber(text)
	if err != nil || v < 0 || v > 100_000 {
		r.Faults.Add(field, "Write what it cost, like 4.50.")
		return 0
	}
	return int(math.Round(v * 100))
}

// Sent is the form as it was sent, under its name, with what is wrong with it.
func (r *Reader) Sent(name string) Sent {
	return Sent{Form: name, Values: r.Values, Faults: r.Faults, Units: r.Units}
}

// Anew is the form of a name as it is read now; what it tells counts as told of t.
func (t Sent) Anew(name string, r *Reader) Sent {
	s := r.Sent(name)
	s.shown = t.shown
	return s
}
