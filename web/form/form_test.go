package form

import (
	"net/url"
	"testing"

	"glebata/core/measure"
)

func read(pairs ...string) *Reader {
	v := url.Values{}
	for i := 0; i < len(pairs); i += 2 {
		v.Set(pairs[i], pairs[i+1])
	}
	return &Reader{Values: v, Units: measure.Metric}
}

// What cannot be read is named at its field, and everything stays as it was typed.
func TestWhatCannotBeReadIsSaidAtItsField(t *testing.T) {
	r := read("seed", " 1 lb ", "height", "tall", "number", "-3", "day", "2026-02-30", "price", "4.5x")
	if m := r.Mass("seed", measure.Metric.MassUnit()); m < 453 || m > 454 {
		t.Errorf("a pound is %v", m)
	}
	r.Length("height")
	r.Count("number")
	r.Day("day")
	r.Cents("price")
	f := r.Sent("entry").Fill(Form{Name: "entry", Fields: []Field{{Name: "seed"}, {Name: "height"}, {Name: "number"}, {Name: "day"}}})
	if !f.Open || f.Key == "" || f.At("seed").Error != "" || f.At("seed").Value != " 1 lb " {
		t.Errorf("%+v", f)
	}
	for _, name := range []string{"height", "number", "day"} {
		if field := f.At(name); field.Error == "" || field.Value != r.Values.Get(name) {
			t.Errorf("%s: %+v", name, field)
		}
	}
	if f.Error == "" { // the price has no field on this form
		t.Error("what has no field is not told above the form")
	}
}

// A refusal that no form of the page took is told once, above it.
func TestARefusalWithoutItsFormIsTold(t *testing.T) {
	r := read("height", "tall")
	r.Length("height")
	sent := r.Sent("measured").Await()
	if sent.Untold(measure.Metric) == "" {
		t.Error("nothing is left to tell of a form that is not on the page")
	}
	other := sent.Fill(Form{Name: "other", Fields: []Field{{Name: "height"}}})
	if other.Open || other.Fields[0].Error != "" || sent.Untold(measure.Metric) == "" {
		t.Errorf("another form took it: %+v", other)
	}
	sent.Fill(Form{Name: "measured", Fields: []Field{{Name: "height"}}})
	if said := sent.Untold(measure.Metric); said != "" {
		t.Errorf("told twice: %q", said)
	}
	if said := (Sent{}).Untold(measure.Metric); said != "" {
		t.Errorf("a form nobody sent says %q", said)
	}
}

func TestChoicesAreMarkedAsTyped(t *testing.T) {
	r := read("class", "b")
	f := r.Sent("v").Fill(Form{Name: "v", Fields: []Field{{Name: "class", Value: "a", Options: []Option{{Value: "a"}, {Value: "b"}}}}})
	if o := f.Fields[0].Options; o[0].Chosen || !o[1].Chosen {
		t.Errorf("%+v", o)
	}
}
