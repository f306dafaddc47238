package garden_test

import (
	"context"
	"fmt"
	"path/filepath"
	"testing"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/station"
	"glebata/store"
)

// yard is a garden of nothing yet, for growing in one's own way.
type yard struct {
	plot
	kinds int
}

func newYard(t *testing.T) *yard {
	t.Helper()
	s, err := store.Open(context.Background(), filepath.Join(t.TempDir(), "yard.glebata"), store.Throwaway)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	return &yard{plot: plot{Garden: garden.Open(s, station.NewWeather(station.UsualSeed)), t: t}}
}

// bags of a kind, by their labels.
func (y *yard) bags(m logbook.Model, place string, shelter climate.Shelter, labels ...string) []logbook.Bag {
	y.t.Helper()
	y.kinds++
	if m.Name == "" {
		m.Name = fmt.Sprintf("kind %d", y.kinds)
	}
	if m.Material == "" {
		m.Material = logbook.Rigid
	}
	if m.Drainage.Way == "" {
		m.Drainage.Way = bag.BaseHoles
	}
	id, err := y.AddModel(ctx, m, y.asked())
	y.must(err)
	_, err = y.AddBags(ctx, garden.NewBags{Labels: labels, Model: id, Place: place, Shelter: shelter}, y.asked())
	y.must(err)
	all, err := y.look().AllBags()
	y.must(err)
	var out []logbook.Bag
	for _, label := range labels {
		b, _ := logbook.Find(all, func(b logbook.Bag) bool { return b.Label == label })
		out = append(out, b)
	}
	return out
}

func (y *yard) named(name string, class crop.Class) logbook.ID {
	y.t.Helper()
	id, err := y.AddVariety(ctx, logbook.Variety{Name: name, Class: class}, y.asked())
	y.must(err)
	return id
}

// put plans a bag and plants it.
func (y *yard) put(b logbook.Bag, variety logbook.ID, n int, day measure.Day, k seed.Known, change ...func(*garden.NewPlanting)) logbook.ID {
	y.t.Helper()
	varieties, err := y.look().AllVarieties()
	y.must(err)
	v, _ := logbook.Find(varieties, func(v logbook.Variety) bool { return v.ID == variety })
	ask := garden.NewPlanting{Year: day.Year(), Bag: b.ID, Variety: variety, Number: n, Filling: forecast.DefaultLadder(b.Model.Shape, v.Class, hill.Default(v.Class))}
	for _, c := range change {
		c(&ask)
	}
	id, err := y.PlanBag(ctx, ask, y.asked())
	y.must(err)
	e := logbook.Entry{Planting: id, Kind: logbook.Planted, Day: day, Seed: k}
	if v.Class.Crop() == crop.SweetPotato && k.Total == 0 {
		e.Seed, e.Slips = seed.Known{}, k.Count
	}
	y.did(id, e)
	return id
}

func (y *yard) did(id logbook.ID, e logbook.Entry) {
	y.t.Helper()
	e.Planting = id
	_, err := y.record(e)
	y.must(err)
}

func litres(v measure.Volume) logbook.Model {
	shape, err := bag.NewOfLitres(v, 0, 0)
	if err != nil {
		panic(err)
	}
	return logbook.Model{Shape: shape, Sold: v, Assumed: logbook.AllAssumed}
}

func shaped(s bag.Shape, err error) logbook.Model {
	if err != nil {
		panic(err)
	}
	return logbook.Model{Shape: s}
}

func school(s hill.School) func(*garden.NewPlanting) {
	return func(n *garden.NewPlanting) { n.Filling = hill.Defaults(s) }
}
