package web

import (
	"crypto/rand"
	"encoding/hex"
	"errors"
	"net/url"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
)

// newKey is a client key: the form that carries it counts once.
func newKey() string {
	var b [12]byte
	_, _ = rand.Read(b[:]) // never fails
	return hex.EncodeToString(b[:])
}

// Option of a choice.
type Option struct {
	Value, Name string
	Chosen      bool
	Group       string
}

// Field of a form, ready to lay out.
type Field struct {
	ID, Name, Label string
	Value           string
	Unit            string // taken for a bare number, shown behind the field
	Kind            string // "quantity", "count", "day", "choice", "text", "words", "tick"
	Options         []Option
	Read            string // address that reads the typed value back
	Hint            string // said below the field
	Error           string // said below the field instead
	Max             string // of a day
	Suggest         []string
}

// Form of a page, ready to lay out.
type Form struct {
	Name, Title string
	Action      string
	Key         string
	Button      string
	Error       string // about the form as a whole
	Fields      []Field
	Open        bool
	Caution     []caution
	Says        string // a line of what it does, above the fields
}

// At is the field of a name, for templates that lay out by hand.
func (f Form) At(name string) Field {
	for _, field := range f.Fields {
		if field.Name == name {
			return field
		}
	}
	return Field{}
}

// typed is what came with a request: the values as typed and what is wrong
// with them. The zero typed is a form nobody has filled in yet.
type typed struct {
	form   string // name of the form the values belong to
	values url.Values
	faults logbook.Faults
	units  measure.System
	shown  *bool // the page has told what is wrong; nil for a form nobody has sent
}

// refusalKey is where a refused form waits for its page.
const refusalKey = "refusal"

// refuse is the one way a refused form goes back to its page: where the page has no
// such form any more, what was wrong is told above it.
func refuse(c *gin.Context, t typed) typed {
	t.shown = new(bool)
	c.Set(refusalKey, t)
	return t
}

// untold is what a page was to tell of a refused form and did not.
func untold(c *gin.Context, sys measure.System) string {
	v, ok := c.Get(refusalKey)
	if !ok || *v.(typed).shown {
		return ""
	}
	var words []string
	for _, f := range v.(typed).faults {
		words = append(words, f.Says.In(sys))
	}
	return strings.Join(words, " ")
}

func (t typed) tell() {
	if t.shown != nil {
		*t.shown = true
	}
}

// fill lays the typed values and faults over a form's fields and gives it a
// fresh client key.
func (t typed) fill(f Form) Form {
	f.Key = newKey()
	mine := t.form == f.Name
	known := map[string]bool{}
	for i := range f.Fields {
		field := &f.Fields[i]
		known[field.Name] = true
		field.ID = f.Name + "-" + field.Name
		if !mine {
			continue
		}
		if field.Kind == "tick" {
			field.Value = t.values.Get(field.Name)
		} else if field.Kind == "file" {
			field.Value = ""
		} else if values, sent := t.values[field.Name]; sent && len(values) > 0 {
			field.Value = values[0]
		}
		field.Error = t.at(field.Name)
	}
	for i := range f.Fields {
		for j := range f.Fields[i].Options {
			o := &f.Fields[i].Options[j]
			o.Chosen = o.Value == f.Fields[i].Value
		}
	}
	if !mine {
		return f
	}
	f.Open = true
	t.tell()
	for _, fault := range t.faults {
		if !known[fault.Field] {
			f.Error = strings.TrimSpace(f.Error + " " + fault.Says.In(t.units))
		}
	}
	return f
}

func (t typed) at(field string) string {
	var said []string
	for _, f := range t.faults {
		if f.Field == field {
			said = append(said, f.Says.In(t.units))
			t.tell()
		}
	}
	return strings.Join(said, " ")
}

// reading reads typed quantities and gathers what is wrong with them.
type reading struct {
	values url.Values
	units  measure.System
	faults logbook.Faults
}

func (r *reading) refuse(field string, err error) {
	r.faults = append(r.faults, logbook.Fault{Field: field, Says: measure.Say(err.Error())})
}

func (r *reading) text(field string) string { return strings.TrimSpace(r.values.Get(field)) }

// mass reads a weight; a bare number is in the given unit.
func (r *reading) mass(field string, bare measure.Unit) measure.Mass {
	m, err := measure.ParseMass(r.text(field), bare, r.units)
	if err != nil {
		r.refuse(field, err)
	}
	return m
}

func (r *reading) volume(field string) measure.Volume {
	v, err := measure.ParseVolume(r.text(field), r.units.VolumeUnit(), r.units)
	if err != nil {
		r.refuse(field, err)
	}
	return v
}

func (r *reading) length(field string) measure.Length {
	l, err := measure.ParseLength(r.text(field), r.units.LengthUnit(), r.units)
	if err != nil {
		r.refuse(field, err)
	}
	return l
}

// lengthOr reads a length, or takes other when nothing is typed.
func (r *reading) lengthOr(field string, other measure.Length) measure.Length {
	if r.text(field) == "" {
		return other
	}
	return r.length(field)
}

// rise reads how much medium went on, as a height or as loose litres.
func (r *reading) rise(field string) (by measure.Length, loose measure.Volume) {
	text := r.text(field)
	by, lengthErr := measure.ParseLength(text, r.units.LengthUnit(), r.units)
	if lengthErr == nil {
		return by, 0
	}
	loose, err := measure.ParseVolume(text, "", r.units)
	if err != nil {
		r.faults.Add(field, "Write how much went on as a height or as loose litres: {} or {}.",
			measure.Length(10), measure.Volume(12))
	}
	return 0, loose
}

func (r *reading) day(field string) measure.Day {
	d, err := measure.ParseDay(r.text(field))
	if err != nil {
		r.refuse(field, err)
	}
	return d
}

// count reads a whole number; empty reads as 0.
func (r *reading) count(field string) int {
	text := r.text(field)
	if text == "" {
		return 0
	}
	n, err := strconv.Atoi(text)
	if err != nil || n < 0 || n > 1_000_000 {
		r.faults.Add(field, "Write a whole number, like 12.")
		return 0
	}
	return n
}

func (r *reading) id(field string) logbook.ID {
	n, err := strconv.ParseInt(r.text(field), 10, 64)
	if err != nil {
		return 0
	}
	return logbook.ID(n)
}

// faultsOf makes faults of any refusal a use case gives; ok is false for an
// error that is not the grower's.
func faultsOf(err error) (f logbook.Faults, ok bool) {
	if errors.As(err, &f) {
		return f, true
	}
	if errors.Is(err, logbook.ErrSentOtherwise) {
		f.Add("", "This form was sent once already, with other values. Look at the log first; send it again to save this too.")
		return f, true
	}
	if t, ok := troubleOf(err); ok {
		f.Add("", t.words)
		return f, true
	}
	return nil, false
}

// refused takes what a use case refuses into the faults; an error that is not
// the grower's comes back.
func (r *reading) refused(err error) error {
	faults, ok := faultsOf(err)
	if !ok {
		return err
	}
	r.faults = append(r.faults, faults...)
	return nil
}

// reads the form of a request, an uploaded file's too.
func (s *Site) reads(c *gin.Context) (reading, error) {
	sys, err := s.units(c)
	return reading{values: c.Request.Form, units: sys}, err
}

// asked is who asks, and on which day. What was looked at before the write is no more.
func (s *Site) asked(c *gin.Context) garden.Request {
	lookAway(c)
	return garden.Request{Key: c.PostForm("key"), Today: s.clock.Today()}
}

// keep carries out what a form asks for, unless something is wrong with it, and
// says whether it was kept. What is refused goes into the faults; an error that
// is not the grower's comes back.
func (r *reading) keep(do func() error) (kept bool, err error) {
	if r.faults == nil {
		err = r.refused(do())
	}
	return r.faults == nil && err == nil, err
}
