package bag

import (
	"errors"
	"os"
	"path/filepath"
	"regexp"
	"testing"

	"glebata/core/crop"
	"glebata/core/measure"
)

// ordinary measures of a body, whatever its kind asks for.
var ordinary = Measures{BaseSide: 36, BaseWidth: 30, TopSide: 40, TopWidth: 33, HeightSide: 42, LinerSide: 1}

// Each kind of body that is declared has a form, and holds at every place of the core: it is
// made of what the grower measures and measured again, kept and read again, filled, and planted.
func TestEachKindOfBodyHasItsPlaces(t *testing.T) {
	files, err := filepath.Glob("*.go")
	if err != nil {
		t.Fatal(err)
	}
	declared := 0
	for _, f := range files {
		text, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		for _, m := range regexp.MustCompile(`(?m)^\t\w+\s+Kind = "([a-z-]+)"`).FindAllStringSubmatch(string(text), -1) {
			declared++
			if _, ok := FormOf(Kind(m[1])); !ok {
				t.Errorf("%s has no form", m[1])
			}
		}
	}
	if declared != len(Forms()) || declared < 5 {
		t.Errorf("%d kinds are declared, %d have forms", declared, len(Forms()))
	}
	for _, f := range Forms() {
		if f.Name == "" || len(f.Asks) < 2 || f.Asks[0] != BaseSide {
			t.Errorf("%s is called %q and asks for %v", f.Kind, f.Name, f.Asks)
		}
		s, err := f.New(ordinary)
		if err != nil || s.Kind() != f.Kind {
			t.Errorf("%s: %v of kind %s", f.Kind, err, s.Kind())
			continue
		}
		measured := s.Measured()
		for _, side := range f.Asks {
			if d := measured[side] - ordinary[side]; d > 1e-9 || d < -1e-9 {
				t.Errorf("%s: %s was measured as %v and is %v", f.Kind, side, ordinary[side], measured[side])
			}
		}
		if len(measured) != len(f.Asks) {
			t.Errorf("%s: asks for %v, and %v are measured", f.Kind, f.Asks, measured)
		}
		if again, err := s.Record().Shape(); err != nil || again != s {
			t.Errorf("%s: is kept as %+v, and read as %+v: %v", f.Kind, s, again, err)
		}
		ringed := s.Ringed(15)
		if again, err := ringed.Record().Shape(); err != nil || again != s {
			t.Errorf("%s: a ring is kept with it: %+v, %v", f.Kind, again, err)
		}
		if s.Ground() != f.Ground || s.Round() != f.Round || f.Ground && f.Round {
			t.Errorf("%s: in the ground %v, round %v", f.Kind, s.Ground(), s.Round())
		}
		spots := Place(s, 15, 3, Layout{Spacing: 25})
		if len(spots) != 3 || ToWall(s, spots) < 0 {
			t.Errorf("%s: three are placed at %v", f.Kind, spots)
		}
		if got := Suggest(s, Room{Headspace: 4}, crop.Maincrop, false); got.Number < 1 {
			t.Errorf("%s: %+v", f.Kind, got)
		}
		if f.Ground {
			continue
		}
		if half := s.LevelAfter(0, s.Full()/2); s.Between(0, half)-s.Full()/2 > 1e-6 || half <= 0 || half >= s.Height() {
			t.Errorf("%s: half full stands at %v of %v", f.Kind, half, s.Height())
		}
		if w := s.UsableWorking(4); w.Result != measure.Volume(s.Usable(4)) || len(w.Steps) < 3 {
			t.Errorf("%s: its litres are worked out as %+v", f.Kind, w)
		}
	}
}

func TestARecordThatNoBodyHasIsRefused(t *testing.T) {
	for what, r := range map[string]Record{
		"of a kind there is not": {"amphora", 30, 30, 30, 30, 40, 0},
		"without measures":       {Round, 0, 0, 0, 0, 0, 0},
		"far too large":          {Box, 30, 30, 30, 30, 4000, 0},
	} {
		if s, err := r.Shape(); !errors.Is(err, ErrShape) || s != (Shape{}) {
			t.Errorf("a record %s is read as %+v, %v", what, s, err)
		}
	}
	if (Shape{}).Ground() || !(Shape{}).Round() || (Shape{}).Full() != 0 {
		t.Error("the zero shape is no empty round one")
	}
}
