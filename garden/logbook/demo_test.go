package logbook_test

import (
	"context"
	"testing"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/demo"
	"glebata/demo/filled"
	"glebata/garden/logbook"
	"glebata/truth/golden"
)

// What the logs of the demo come to: plantings, bench and nursery.
func TestStatesOfTheDemo(t *testing.T) {
	g, s := filled.Garden(t)
	v, err := g.Look(context.Background(), demo.Today())
	if err != nil {
		t.Fatal(err)
	}
	var l golden.Lines
	for _, year := range []int{2024, 2025, 2026} {
		states, err := v.OfSeason(year)
		if err != nil {
			t.Fatal(err)
		}
		for i := range states {
			st := &states[i]
			l.Head("%s, %s of %d", st.Bag.Label, st.Variety.Name, year)
			l.Asked(st.Bag.Label, st, []any{measure.Metric, demo.Today(), logbook.Watered, &st.Planting}, "Live")
			l.Asked("log of it", &st.State, []any{logbook.Fed, demo.Today(), &st.Planting}, "Live")
			l.Add("planting", st.Planting.Number, st.Planting.Part(), st.Planting.Filling, st.Planned)
			l.Add("state", st.State)
			for j := range st.Log {
				e := &st.Log[j]
				l.Add(string(e.Kind), e.Day, st.Planting.Says(e).In(measure.Metric), st.Planting.Says(e).In(measure.US))
			}
			for j, b := range st.Batches {
				l.Add("batch", j, b)
			}
		}
	}
	bench, err := v.Bench()
	if err != nil {
		t.Fatal(err)
	}
	for i := range bench.Trays {
		tray := &bench.Trays[i]
		l.Head("tray %s", tray.Label)
		l.Asked(tray.Label, tray, []any{demo.Today()})
		for j := range tray.Tubers {
			l.Add("tuber", tray.Tubers[j])
			l.Asked("tuber", &tray.Tubers[j], []any{demo.Today()})
		}
	}
	l.Asked("bench", &bench, []any{demo.Today(), logbook.ID(4), logbook.ID(26)})
	nursery, err := v.Nursery()
	if err != nil {
		t.Fatal(err)
	}
	for i := range nursery {
		l.Head("nursery %s", nursery[i].Label)
		l.Asked(nursery[i].Label, &nursery[i], []any{demo.Today(), demo.Today() - 30})
		l.Add("state", nursery[i].Taken, nursery[i].Rooted, nursery[i].Hardened, nursery[i].Planted, nursery[i].Now, nursery[i].Log)
	}
	site, _, err := v.Site()
	if err != nil {
		t.Fatal(err)
	}
	l.Asked("site", &site, []any{demo.Today(), 2026, crop.SweetMid, climate.Greenhouse})
	for _, p := range climate.Presets() {
		one := logbook.NewSite(p)
		l.Add(p.Key, one)
		l.Asked(p.Key, &one, []any{demo.Today(), crop.SweetMid, climate.Greenhouse})
	}
	for _, sort := range logbook.Sorts() {
		l.Add(sort.Key, sort.Name, sort.Model.Shape.Record(), sort.Model.Material, sort.Model.Drainage)
	}
	r, end, err := s.Read(context.Background())
	if err != nil {
		t.Fatal(err)
	}
	defer end()
	cs, err := r.Components(context.Background())
	if err != nil {
		t.Fatal(err)
	}
	own := []logbook.OwnMix{{ID: 1, Name: "good", Parts: "coir=1"}, {ID: 2, Name: "bad", Parts: "gold=1"}}
	l.Add("recipes", logbook.Recipes(cs, own))
	l.Add("set aside", logbook.AsideOwnMixes(cs, own))
	mixes, unread := logbook.ReadMixes(cs, map[logbook.ID]string{1: "coir=0.5,compost=0.5", 2: "gold=1"})
	l.Add("mixes", mixes, len(unread))
	golden.Is(t, "states", l.String())
}

// How entries are said that the demo has none of.
func TestHowEntriesAreSaid(t *testing.T) {
	potato := &logbook.Planting{Number: 3, Variety: logbook.Variety{Class: crop.Maincrop}}
	slips := &logbook.Planting{Number: 3, Variety: logbook.Variety{Class: crop.SweetMid}}
	var l golden.Lines
	for _, k := range logbook.Kinds() {
		for i, e := range []logbook.Entry{
			{}, {Text: "in words"}, {Level: 1, Amount: 2}, {Level: 2, Amount: 3.5, Thing: "straw", Text: "so"}, {Loose: 12, Height: 14}, {RaiseBy: 10, Slips: 1, Until: 20600},
			{Slips: 4, Start: logbook.Cuttings, Thing: logbook.NothingCame, What: "feed"}, {Start: logbook.WholeRoot, Thing: logbook.StandIn, Amount: 20},
			{Thing: logbook.RainAlone}, {Thing: logbook.ByRhythm, Level: 3}, {Thing: logbook.ByRhythm, Level: 3, Amount: 2}, {Thing: logbook.OnTimer, Level: 1, Amount: 2}, {Thing: logbook.FromBelow},
			{Batches: []logbook.Batch{{Gross: 1500, Tare: 400, Grade: "keep", Count: 8}, {Gross: 500, Low: 400, High: 600, Grade: "eat-first", How: measure.Estimated, Faults: "split=2"}}, Text: logbook.Eaten},
			{Batches: []logbook.Batch{{Gross: 900, Low: 700, High: 1100, Grade: "keep", How: measure.Pooled}}},
		} {
			e.Kind = k.Kind
			l.Add(string(k.Kind), i, potato.Says(&e).In(measure.Metric), slips.Says(&e).In(measure.US))
		}
	}
	golden.Is(t, "said", l.String())
}
