package garden_test

import (
	"errors"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/lift"
	"glebata/garden"
	"glebata/garden/logbook"
)

// lifted is a plot whose planting was weighed in at 3.3 kg and closed.
func lifted(t *testing.T) (*plot, logbook.ID) {
	t.Helper()
	p, id := planted(t)
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Raised, Day: today - 30, RaiseBy: 10})
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 3300, Grade: "keep"}}})
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Closed, Day: today})
	p.must(err)
	return p, id
}

// A bag measured wrong is put right after all: what moves is said first, and everything
// that stands on it follows.
func TestAWrongBagIsPutRight(t *testing.T) {
	p, id := lifted(t)
	measures := func() lift.Bag {
		st := p.state(id)
		return st.Measures()
	}
	before := measures()
	shape, err := bag.NewRound(40, 44, 46)
	p.must(err)
	m := p.bag.Model
	m.Shape = shape
	_, err = p.Correct(ctx, garden.Correction{Model: &m}, p.asked())
	var unsure *garden.NotSure
	if !errors.As(err, &unsure) || len(unsure.Moves) != 2 || unsure.Moves[0].What != "harvest a litre" || unsure.Moves[0].Label != "R1" {
		t.Fatalf("a larger bag moves %v", err)
	}
	if got := measures(); got.PerLitre() != before.PerLitre() {
		t.Errorf("it moved before it was meant: %+v", got)
	}
	ask := p.asked()
	for range 2 {
		_, err = p.Correct(ctx, garden.Correction{Model: &m, Sure: true}, ask)
		p.must(err)
	}
	if got := p.state(id); got.Measures().PerLitre() >= before.PerLitre() || got.Bag.Model.Shape != shape {
		t.Errorf("put right it gives %v a litre, before %v", got.Measures().PerLitre(), before.PerLitre())
	}
	// A bag so low that what was raised would stand over its rim contradicts the log.
	if m.Shape, err = bag.NewRound(36, 40, 24); err != nil {
		t.Fatal(err)
	}
	_, err = p.Correct(ctx, garden.Correction{Model: &m, Sure: true}, p.asked())
	refused(t, "a bag lower than its medium", err, "", "logged of bag R1")
}

func TestNamesAreTakenOnce(t *testing.T) {
	p, id := lifted(t)
	other, err := p.AddVariety(ctx, logbook.Variety{Name: "Low Lamp", Class: crop.SweetMid}, p.asked())
	p.must(err)
	for what, c := range map[string]struct {
		ask         garden.Correction
		field, says string
	}{
		"a variety named as another": {garden.Correction{Variety: &logbook.Variety{ID: other, Name: "cold quay", Class: crop.SweetMid}}, "name", "There is a variety"},
		"a bag named as another":     {garden.Correction{Bag: &garden.BagCorrection{ID: p.bag.ID, Label: "r2", Model: p.bag.Model.ID, Place: p.bag.Place.ID}}, "label", "is there already"},
		"a bag of no kind":           {garden.Correction{Bag: &garden.BagCorrection{ID: p.bag.ID, Label: "R1", Model: 99, Place: p.bag.Place.ID}}, "model", "Choose a kind"},
		"a place without a name":     {garden.Correction{Place: &logbook.Place{ID: p.bag.Place.ID, Shelter: "open"}}, "name", "Give the place a name"},
		"a plan of nothing":          {garden.Correction{Plan: &garden.PlanCorrection{ID: id, Variety: p.variety.ID, Number: 0, Filling: p.state(id).Filling}}, "number", "at least 1"},
	} {
		_, err := p.Correct(ctx, c.ask, p.asked())
		refused(t, what, err, c.field, c.says)
	}
	if _, err := p.Correct(ctx, garden.Correction{}, p.asked()); !errors.Is(err, logbook.ErrNotFound) {
		t.Errorf("a correction of nothing: %v", err)
	}
	// As it is, it may be sent again.
	v := p.variety
	v.PacketDays = 130
	_, err = p.Correct(ctx, garden.Correction{Variety: &v}, p.asked())
	p.must(err)
	if got := p.state(id).Variety; got.PacketDays != 130 {
		t.Errorf("put right it is %+v", got)
	}
	label := garden.BagCorrection{ID: p.bag.ID, Label: "Q1", Model: p.bag.Model.ID, Place: p.bag.Place.ID}
	_, err = p.Correct(ctx, garden.Correction{Bag: &label}, p.asked())
	var unsure *garden.NotSure
	if !errors.As(err, &unsure) {
		t.Errorf("a finished bag gets another label unasked: %v", err)
	}
}

func TestWhatIsStoodOnIsRetiredAndTheRestDeleted(t *testing.T) {
	p, id := lifted(t)
	spare, err := p.AddVariety(ctx, logbook.Variety{Name: "Spare Dory", Class: crop.Maincrop}, p.asked())
	p.must(err)
	_, err = p.Delete(ctx, logbook.VarietyThing, spare, p.asked())
	p.must(err)
	for _, thing := range []struct {
		thing logbook.Thing
		id    logbook.ID
	}{{logbook.VarietyThing, p.variety.ID}, {logbook.ModelThing, p.bag.Model.ID}, {logbook.BagThing, p.bag.ID}, {logbook.PlaceThing, p.bag.Place.ID}} {
		_, err = p.Delete(ctx, thing.thing, thing.id, p.asked())
		refused(t, "deleting a "+string(thing.thing)+" that is stood on", err, "", "retire it instead")
		_, err = p.Retire(ctx, thing.thing, thing.id, true, p.asked())
		p.must(err)
	}
	c, err := p.look().Catalogue()
	p.must(err)
	if len(c.Varieties) != 0 || len(c.Models) != 0 || len(c.Places) != 0 || len(c.Bags) != 1 {
		t.Errorf("retired, and offered: %+v", c)
	}
	if st := p.state(id); st.Variety.Name != "Cold Quay" || st.Bag.Label != "R1" || st.Harvest.Edible != 3300 {
		t.Errorf("an old record lost what it stands on: %+v", st.Planting)
	}
	_, err = p.Retire(ctx, logbook.BagThing, p.bag.ID, false, p.asked())
	p.must(err)
	if c, err = p.look().Catalogue(); err != nil || len(c.Bags) != 2 {
		t.Errorf("brought back there are %d bags, %v", len(c.Bags), err)
	}
	open, err := p.PlanBag(ctx, garden.NewPlanting{Year: 2027, Bag: p.bag.ID, Variety: p.variety.ID, Number: 2, Filling: p.state(id).Filling}, p.asked())
	p.must(err)
	_, err = p.Retire(ctx, logbook.BagThing, p.bag.ID, true, p.asked())
	refused(t, "a bag in use", err, "", "close or drop that first")
	// A plan dropped is a plan again when that is taken back.
	dropped, err := p.record(logbook.Entry{Planting: open, Kind: logbook.Dropped, Day: today})
	p.must(err)
	_, err = p.Undo(ctx, dropped, p.asked())
	p.must(err)
	if st := p.state(open); st.Stage != logbook.StagePlanned {
		t.Errorf("undone it is %v", st.Stage)
	}
	for _, thing := range logbook.Things() {
		if _, err := p.Delete(ctx, thing, 999, p.asked()); !errors.Is(err, logbook.ErrNotFound) {
			t.Errorf("deleting no %s: %v", thing, err)
		}
	}
}

// A plan is put right after planting, as long as the log can follow it.
func TestAPlanIsPutRight(t *testing.T) {
	p, id := planted(t)
	_, err := p.record(logbook.Entry{Planting: id, Kind: logbook.Raised, Day: today - 20, RaiseBy: 8})
	p.must(err)
	st := p.state(id)
	c := garden.PlanCorrection{ID: id, Variety: p.variety.ID, Number: 4, Filling: st.Filling}
	c.Filling.Base, c.Filling.Cover = 6, 8
	_, err = p.Correct(ctx, garden.Correction{Plan: &c}, p.asked())
	p.must(err)
	got := p.state(id)
	if got.Number != 4 || got.Level != st.Level-(st.Filling.Base+st.Filling.Cover)+14 || got.Seed != 165 {
		t.Errorf("put right it stands at %v with %d, before at %v", got.Level, got.Number, st.Level)
	}
	other, err := p.AddVariety(ctx, logbook.Variety{Name: "Low Lamp", Class: crop.SweetMid}, p.asked())
	p.must(err)
	c.Variety = other
	_, err = p.Correct(ctx, garden.Correction{Plan: &c}, p.asked())
	if err == nil {
		if got := p.state(id); got.Seed != 0 || got.Mother != 165 {
			t.Errorf("a sweet potato after all: seed %v, mother %v", got.Seed, got.Mother)
		}
	}
}
