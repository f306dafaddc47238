package web

import (
	"testing"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
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
		r := reading{form.Reader{Today: 100, Units: measure.Metric, Values: map[string][]string{}}}
		if e, ok := r.entry(k.Form, st, nil); !ok || e.Kind != k.Kind {
			t.Errorf("form %q makes an entry of kind %q, %v; want %q", k.Form, e.Kind, ok, k.Kind)
		}
	}
	if n < 20 {
		t.Errorf("only %d kinds have a form", n)
	}
	r := reading{form.Reader{}}
	if _, ok := r.entry("sing", st, nil); ok {
		t.Error("a form that there is not is read")
	}
}
