package bags

import (
	"slices"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
)

// Each kind of entry that has a form is read of it.
func TestEachKindIsReadOfItsForm(t *testing.T) {
	elsewhere := map[string]bool{"weigh": true, "photo": true} // pages and addresses of their own
	st := &forecast.PlantingForecast{}
	st.Variety.Class = crop.Maincrop
	n := 0
	for _, k := range logbook.Kinds() {
		if k.Form == "" || elsewhere[k.Form] {
			continue
		}
		n++
		r := frame.Reading{Reader: form.Reader{Today: 100, Units: measure.Metric, Values: map[string][]string{}}}
		if e, ok := readEntry(&r, k.Form, st, nil); !ok || e.Kind != k.Kind {
			t.Errorf("form %q makes an entry of kind %q, %v; want %q", k.Form, e.Kind, ok, k.Kind)
		}
	}
	if n < 20 {
		t.Errorf("only %d kinds have a form", n)
	}
	r := frame.Reading{Reader: form.Reader{}}
	if _, ok := readEntry(&r, "sing", st, nil); ok {
		t.Error("a form that there is not is read")
	}
}

// Each kind of body is offered, read of what its form asks for, and stands in the form again
// as it was measured.
func TestEachKindOfBodyIsReadAndShown(t *testing.T) {
	options := shapeOptions()
	typed := map[string]string{"base": "36 cm", "base-w": "30 cm", "top": "40 cm", "top-w": "33 cm", "height": "42 cm", "liner": "1 cm"}
	for _, f := range bag.Forms() {
		if _, offered := logbook.Find(options, func(o form.Option) bool { return o.Value == string(f.Kind) && o.Name == f.Name }); !offered {
			t.Errorf("%s is not offered", f.Kind)
		}
		values := map[string][]string{"kind": {string(f.Kind)}, "name": {"one"}, "material": {"rigid"}, "drain": {"base"}}
		for _, side := range f.Asks {
			values[string(side)] = []string{typed[string(side)]}
		}
		r := frame.Reading{Reader: form.Reader{Today: 100, Units: measure.Metric, Values: values}}
		m := readModel(&r)
		if r.Faults != nil || m.Shape.Kind() != f.Kind {
			t.Errorf("%s: %v, read as %s", f.Kind, r.Faults, m.Shape.Kind())
		}
		shown := modelValues(m, measure.Metric)
		for name, want := range typed {
			if side := bag.Side(name); slices.Contains(f.Asks, side) && shown[name] != want || !slices.Contains(f.Asks, side) && shown[name] != "" {
				t.Errorf("%s: %s stands in its form as %q", f.Kind, name, shown[name])
			}
		}
	}
	if len(options) != len(bag.Forms())+1 {
		t.Errorf("%d kinds of bodies are offered", len(options))
	}
}
