package logbook

import (
	"os"
	"path/filepath"
	"reflect"
	"regexp"
	"strings"
	"testing"

	"glebata/core/measure"
	"glebata/core/seed"
)

// declared are the kinds that the package declares, by the text of its files: a kind that
// stands in no table is one of them all the same.
func declared(t *testing.T) []Kind {
	t.Helper()
	files, err := filepath.Glob("*.go")
	if err != nil {
		t.Fatal(err)
	}
	var out []Kind
	for _, f := range files {
		text, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		for _, m := range regexp.MustCompile(`(?m)^\t\w+\s+Kind = "([a-z-]+)"`).FindAllStringSubmatch(string(text), -1) {
			out = append(out, Kind(m[1]))
		}
	}
	return out
}

// Each kind that is declared stands in the table once, with all that a kind needs.
func TestEachKindHasItsPlaces(t *testing.T) {
	all := declared(t)
	if len(all) < 30 {
		t.Fatalf("only %d kinds are seen", len(all))
	}
	count := map[Kind]int{}
	names := map[string]Kind{}
	for _, k := range Kinds() {
		count[k.Kind]++
		if other, taken := names[k.Name]; taken || k.Name == "" {
			t.Errorf("%s is called %q, as is %q", k.Kind, k.Name, other)
		}
		names[k.Name] = k.Kind
		says := k.Says != nil || k.Doing != nil || k.Form != "" || k.Kind == Voided
		applied := k.Apply != nil || k.Kind == Noted || k.Kind == Voided
		written := k.Form != "" || len(k.Speaks) > 0 && k.Speaks[0].Name == "job" || k.Kind == Voided
		if !says || !applied || !written {
			t.Errorf("%s: has words %v, is applied %v, is written somewhere %v", k.Kind, says, applied, written)
		}
		if d := k.Doing; d != nil {
			if d.Title == "" || d.Button == "" || d.Kind != k.Kind {
				t.Errorf("%s: its form is %q, %q, of %q", k.Kind, d.Title, d.Button, d.Kind)
			}
			if d.Amount != NoAmount && d.AmountAsk == "" || len(d.Levels)+d.MostUnit > 0 && d.LevelAsk == "" || len(d.Things) > 0 && d.ThingAsk == "" {
				t.Errorf("%s: something is asked without words", k.Kind)
			}
		}
	}
	for _, k := range all {
		if count[k] != 1 {
			t.Errorf("%s stands %d times in the table", k, count[k])
		}
	}
	if len(count) != len(all) {
		t.Errorf("%d kinds are declared, and %d stand in the table", len(all), len(count))
	}
}

// Every field of an entry is either of all kinds or spoken of by one, and a kind keeps just
// what it speaks of.
func TestAKindKeepsWhatItSpeaksOf(t *testing.T) {
	ofAll := map[string]bool{"ID": true, "Planting": true, "Kind": true, "Day": true, "Logged": true, "Key": true, "About": true, "Group": true, "Text": true}
	// Where it stood is put in as the bag is moved, and an entry is taken back by its own way.
	otherwise := map[string]bool{"From": true, "Voids": true}
	full := Entry{}
	v := reflect.ValueOf(&full).Elem()
	for i := range v.NumField() {
		fill(v.Field(i))
	}
	kept := map[string]bool{}
	for _, k := range Kinds() {
		e := full
		e.Kind, e.Text = k.Kind, "some words"
		got := reflect.ValueOf(e.ofKind())
		for i := range got.NumField() {
			name := got.Type().Field(i).Name
			if set := !got.Field(i).IsZero(); ofAll[name] && !set {
				t.Errorf("%s loses its %s", k.Kind, name)
			} else if !ofAll[name] && set {
				kept[name] = true
			}
		}
	}
	for i := range v.NumField() {
		name := v.Type().Field(i).Name
		if !ofAll[name] && !otherwise[name] && !kept[name] {
			t.Errorf("no kind speaks of %s", name)
		}
		if otherwise[name] && kept[name] {
			t.Errorf("a kind speaks of %s", name)
		}
	}
	e := Entry{Kind: Measured, Height: 12, Amount: 3, Thing: "straw"}
	measured := e.ofKind()
	if measured.Height != 12 || measured.Amount != 0 || measured.Thing != "" {
		t.Errorf("a height keeps %+v", measured)
	}
}

// fill a value with anything that is not nothing.
func fill(v reflect.Value) {
	switch v.Kind() {
	case reflect.String:
		v.SetString("x")
	case reflect.Int, reflect.Int64:
		v.SetInt(7)
	case reflect.Float64:
		v.SetFloat(7)
	case reflect.Bool:
		v.SetBool(true)
	case reflect.Slice:
		v.Set(reflect.MakeSlice(v.Type(), 1, 1))
	case reflect.Struct:
		for i := range v.NumField() {
			fill(v.Field(i))
		}
	}
}

// An entry of a kind that this program does not know is set aside, and the rest goes on.
func TestAnUnknownKindIsSetAside(t *testing.T) {
	const day = measure.Day(100)
	p := cask(t)
	log := []Entry{{ID: 1, Kind: Planted, Day: day, Seed: seed.Known{Pieces: []measure.Mass{60, 60}}}, {ID: 2, Kind: "sung-to", Day: day + 3}, {ID: 3, Kind: Measured, Day: day + 40, Height: 12}}
	s, err := Replay(&p, log)
	if err != nil {
		t.Fatal(err)
	}
	if len(s.Aside) != 1 || s.Aside[0].Entry != 2 || !strings.Contains(s.Aside[0].Why[0].Says.In(measure.Metric), "sung-to") {
		t.Errorf("set aside is %v", s.Aside)
	}
	if s.Stage != StageGrowing || s.Stem != 12 {
		t.Errorf("the rest came to stage %v, a stem of %v", s.Stage, s.Stem)
	}
	e := Entry{Kind: "sung-to", Day: day}
	if err := CheckEntry(&e, day); err == nil {
		t.Error("an entry of a kind nobody knows is taken")
	}
	if err := CheckEntry(&Entry{Kind: Voided, Day: day, Voids: 1}, day); err == nil {
		t.Error("a taking back is taken as an entry")
	}
}
