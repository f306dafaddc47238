package garden_test

import (
	"math"
	"testing"
	"time"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
)

// The first question is answered from nothing and keeps nothing; kept, the planting is what
// was answered, once.
func TestTheFirstQuestion(t *testing.T) {
	y := newYard(t)
	ask := garden.First{Litres: 40, Count: 3, Class: crop.Maincrop, Climate: "cool-maritime", Year: today.Year()}
	a, err := y.look().Answer(ask)
	y.must(err)
	_, loose := a.Ladder.Wanted()
	var buy measure.Volume
	for _, p := range a.Buy {
		buy += p.Loose
	}
	if a.Number != 3 || a.Suggested < 1 || math.Abs(float64(buy-loose)) > 1e-6 || a.Dates.Plant == 0 || a.Dates.Likely <= a.Dates.Plant || !(a.Expect.Low < a.Expect.Yield && a.Expect.Yield < a.Expect.High) {
		t.Errorf("answered with %d of %d, %v of %v to bring, planted %v, ready %v, %+v", a.Number, a.Suggested, buy, loose, a.Dates.Plant, a.Dates.Likely, a.Expect)
	}
	if s, err := y.look().Started(nil); err != nil || s != (garden.Started{}) {
		t.Errorf("asking alone left %+v, %v", s, err)
	}
	ask.Year = a.Year
	again := y.asked()
	id, err := y.KeepFirst(ctx, ask, again)
	y.must(err)
	if twice, err := y.KeepFirst(ctx, ask, again); err != nil || twice != id {
		t.Errorf("kept again it is planting %d, %v; want %d", twice, err, id)
	}
	row, err := y.look().Row()
	y.must(err)
	if len(row) != 1 || row[0].Planting.ID != id || row[0].Number != 3 || row[0].Dates.Plant != a.Dates.Plant || row[0].Dates.Likely != a.Dates.Likely || row[0].Ladder.Top != a.Ladder.Top {
		t.Fatalf("kept are %d bags, the first with %d, planted %v and ready %v", len(row), row[0].Number, row[0].Dates.Plant, row[0].Dates.Likely)
	}
	if s, err := y.look().Started(row); err != nil || s != (garden.Started{Site: true, Bags: true, Varieties: true, Plan: true}) {
		t.Errorf("a plan is kept, and the garden has %+v, %v", s, err)
	}
	// More bags of the kind take the next labels; the site stays as it was saved.
	ask.Climate, ask.Bags = "highland", 6
	_, err = y.KeepFirst(ctx, ask, y.asked())
	y.must(err)
	site, known, err := y.look().Site()
	y.must(err)
	models, err := y.look().AllModels()
	y.must(err)
	bags, err := y.look().AllBags()
	y.must(err)
	if !known || site.Climate != "cool-maritime" || len(models) != 1 || len(bags) != 7 || bags[0].Label == bags[6].Label {
		t.Errorf("twice kept: %d kinds, %d bags, site %+v", len(models), len(bags), site)
	}
}

// Planting in the closing weeks of a year gains nothing over the next spring.
func TestTheFirstQuestionLooksToTheNextSeasonWhenItIsTooLate(t *testing.T) {
	y := newYard(t)
	for _, c := range []struct {
		climate string
		month   time.Month
		day     int
		next    bool
	}{
		{"cool-maritime", 2, 1, false}, {"cool-maritime", 5, 10, false}, {"cool-maritime", 11, 27, true},
		{"southern-temperate", 11, 27, false}, {"highland", 9, 20, true},
	} {
		on := measure.Date(2026, c.month, c.day)
		v, err := y.Look(ctx, on)
		y.must(err)
		a, err := v.Answer(garden.First{Litres: 40, Class: crop.SecondEarly, Climate: c.climate, Year: 2026})
		y.must(err)
		if (a.Year == 2027) != c.next || a.Dates.Plant < on || a.Dates.Likely == 0 {
			t.Errorf("%s, asked on %v: season %d, planted %v, ready %v", c.climate, on, a.Year, a.Dates.Plant, a.Dates.Likely)
		}
	}
}

func TestTheFirstQuestionSaysWhatCannotBe(t *testing.T) {
	y := newYard(t)
	good := garden.First{Litres: 40, Class: crop.Maincrop, Climate: "highland", Year: 2027}
	for field, spoil := range map[string]func(*garden.First){
		"litres":  func(f *garden.First) { f.Litres = measure.Volume(math.NaN()) },
		"count":   func(f *garden.First) { f.Count = logbook.MaxPlants + 1 },
		"class":   func(f *garden.First) { f.Class = "turnip" },
		"climate": func(f *garden.First) { f.Climate = "moon" },
		"bags":    func(f *garden.First) { f.Bags = garden.MaxAlike + 1 },
	} {
		f := good
		spoil(&f)
		_, err := y.look().Answer(f)
		_, kept := y.KeepFirst(ctx, f, y.asked())
		for _, err := range []error{err, kept} {
			if got, ok := err.(logbook.Faults); !ok || len(got) != 1 || got[0].Field != field {
				t.Errorf("%s: %v", field, err)
			}
		}
	}
	if bags, err := y.look().AllBags(); err != nil || len(bags) != 0 {
		t.Errorf("refused, and %d bags are kept, %v", len(bags), err)
	}
}

// Boxes, beds and rows are asked about as bags are, and kept as what they are.
func TestTheFirstQuestionOfBoxesAndBeds(t *testing.T) {
	y := newYard(t)
	for name, c := range map[string]struct {
		ask    garden.First
		ground bool
		least  int
		loose  bool
	}{
		"a box by its sides":  {garden.First{Body: garden.InBox, Sides: [3]measure.Length{120, 80, 40}}, false, 8, true},
		"a box by its litres": {garden.First{Body: garden.InBox, Litres: 100}, false, 4, true},
		"a bed by its area":   {garden.First{Body: garden.InBed, Ground: 4}, true, 15, false},
		"a row by its length": {garden.First{Body: garden.InRow, Sides: [3]measure.Length{500}}, true, 14, false},
		"a tub by its width":  {garden.First{Body: garden.InBag, Sides: [3]measure.Length{40, 42}}, false, 3, true},
	} {
		ask := c.ask
		ask.Class, ask.Climate, ask.Year = crop.Maincrop, "cool-maritime-south", 2026
		v, err := y.Look(ctx, measure.Date(2026, time.August, 1))
		y.must(err)
		a, err := v.Answer(ask)
		y.must(err)
		if _, loose := a.Ladder.Wanted(); a.Bag.Model.Shape.Ground() != c.ground || a.Suggested < c.least || (loose > 0) != c.loose || a.Expect.Yield <= 0 || !a.May.OK {
			t.Errorf("%s: takes %d, %v loose, gives %v, %+v", name, a.Suggested, loose, a.Expect.Yield, a.May)
		}
		if m := a.Dates.Plant.YearDay(); m < 230 || m > 300 {
			t.Errorf("%s: south of the equator it is planted on %v", name, a.Dates.Plant)
		}
		ask.Count = a.Number
		_, err = y.KeepFirst(ctx, ask, y.asked())
		y.must(err)
	}
	bags, err := y.look().AllBags()
	y.must(err)
	if len(bags) != 5 {
		t.Errorf("%d are kept", len(bags))
	}
	for field, ask := range map[string]garden.First{
		"a bed of litres": {Body: garden.InBed, Litres: 40}, "a box of two sides": {Body: garden.InBox, Sides: [3]measure.Length{120, 80}},
		"a field": {Body: garden.InBed, Ground: 4000}, "a chest": {Body: garden.InBox, Sides: [3]measure.Length{900, 300, 200}}, "a barrel": {Body: "barrel", Litres: 40},
	} {
		ask.Class, ask.Climate = crop.Maincrop, "cool-maritime"
		if _, err := y.look().Answer(ask); logbook.AsFaults(err) == nil {
			t.Errorf("%s is answered: %v", field, err)
		}
	}
}
