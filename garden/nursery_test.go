package garden_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

func TestPotsAndSlipsGoFromNurseryToBag(t *testing.T) {
	p := newPlot(t, crop.FirstEarly, bag.Drainage{Way: bag.ThroughWall})
	start := func(n logbook.Nursling) logbook.ID {
		t.Helper()
		n.Started, n.Shelter = today-25, climate.FrostFree
		id, err := p.Start(ctx, n, p.asked())
		p.must(err)
		return id
	}
	pot := start(logbook.Nursling{Label: "P1", Kind: logbook.Pot, Variety: p.variety, Weight: 63})
	_, err := p.Start(ctx, logbook.Nursling{Label: "p1", Kind: logbook.Root, Variety: p.variety, Shelter: climate.Open, Started: today + 1}, p.asked())
	for field, says := range map[string]string{"label": "already", "variety": "is a potato", "method": "how", "temp": "22 °C", "day": "today or before"} {
		refused(t, "a root that cannot be", err, field, says)
	}
	id, err := p.plan(1)
	p.must(err)
	_, err = p.PlantFromNursery(ctx, id, today, garden.FromNursery{}, p.asked())
	refused(t, "no pot", err, "pot", "Choose the pots")
	entry, err := p.PlantFromNursery(ctx, id, today, garden.FromNursery{Pots: []logbook.ID{pot}, Height: 31}, p.asked())
	p.must(err)
	// Filled once to 38 cm over seed at 10: 28 cm under, 3 of 31 show.
	if s := p.state(id); s.Seed != 63 || s.Stem != 3 || s.Plants != 1 {
		t.Errorf("transplanted: %v of seed, %v of stem", s.Seed, s.Stem)
	}
	nursing := func() logbook.NursingState {
		t.Helper()
		list, err := p.look().Nursery()
		p.must(err)
		return list[0]
	}
	if n := nursing(); n.Open() || n.Into[0] != id {
		t.Errorf("the pot stands in the nursery yet: %+v", n)
	}
	s := p.state(id)
	_, err = p.Undo(ctx, s.Log[len(s.Log)-1].ID, p.asked())
	p.must(err)
	_, err = p.Undo(ctx, entry, p.asked())
	p.must(err)
	if n := nursing(); !n.Open() {
		t.Error("taken back, the pot is gone all the same")
	}
}

// 4 slips in one bag: 4.8, so 5 needed. A root of 25 days at 25 °C has none yet.
func TestSlipsAreCountedAgainstWhatIsNeeded(t *testing.T) {
	p := newPlot(t, crop.SweetEarly, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(4)
	p.must(err)
	root, err := p.Start(ctx, logbook.Nursling{Label: "S1", Kind: logbook.Root, Variety: p.variety, Method: logbook.InSand, Temp: 25, Weight: 300, Shelter: climate.Heated, Started: today - 60}, p.asked())
	p.must(err)
	log := func(e logbook.NurseryEntry) error {
		e.Nursling, e.Day = root, today
		_, err := p.RecordNursery(ctx, e, p.asked())
		return err
	}
	refused(t, "a slip with two nodes", log(logbook.NurseryEntry{Kind: logbook.NurseTaken, Count: 3, Nodes: 2}), "nodes", "at least 3 nodes")
	refused(t, "rooted before taken", log(logbook.NurseryEntry{Kind: logbook.NurseRooted, Count: 3}), "count", "0 slips were taken")
	p.must(log(logbook.NurseryEntry{Kind: logbook.NurseTaken, Count: 3, Nodes: 3}))
	_, err = p.PlantFromNursery(ctx, id, today, garden.FromNursery{Root: root, Slips: 4}, p.asked())
	refused(t, "more slips than there are", err, "slips", "3 slips of S1 are in hand")
	b, err := p.look().SlipBalances()
	p.must(err)
	// 60 days after starting, 6 slips are to be had: 5 by day 56 and 7 by day 63.
	if len(b) != 1 || b[0].Needed != 5 || b[0].Available != 6 || !strings.Contains(b[0].Says.In(measure.Metric), "Enough") {
		t.Errorf("%+v", b)
	}
	p.must(log(logbook.NurseryEntry{Kind: logbook.NurseTaken, Count: 1}))
	_, err = p.PlantFromNursery(ctx, id, today, garden.FromNursery{Root: root, Slips: 4}, p.asked())
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 2400, Grade: "keep"}}})
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Closed, Day: today})
	p.must(err)
	list, err := p.look().Nursery()
	p.must(err)
	h, err := p.look().RootHarvests(list)
	p.must(err)
	if got := h[root]; got.Slips != 4 || got.PerSlip != 600 || got.Ratio != 8 {
		t.Errorf("of the root came %+v, want 600 g a slip and 8 kg to each kg", got)
	}
}

func TestFrostyNightsNameThePotsThatStandOpen(t *testing.T) {
	pot := func(label string, s climate.Shelter) logbook.NursingState {
		return logbook.NursingState{Nursling: logbook.Nursling{Label: label, Kind: logbook.Pot}, Now: s}
	}
	nights := forecast.Nights([]forecast.Forecast{
		{Day: today + 1, Lead: 1, Min: 0, Spread: 0.8}, {Day: today + 2, Lead: 2, Min: 1.8, Spread: 1.2}, {Day: today + 3, Lead: 3, Min: 8, Spread: 1.5},
	}, nil, []logbook.NursingState{pot("P1", climate.Open), pot("P2", climate.Wall), pot("P3", climate.FrostFree), pot("P4", climate.Greenhouse)}, 0,
		[]forecast.Room{{Shelter: climate.FrostFree, Floor: 0.05}, {Shelter: climate.Greenhouse, Floor: 1, Taken: 0.99}})
	said := func(n forecast.Night) (out string) {
		for _, t := range n.Things {
			out += fmt.Sprintf("%s %s %s %.2f; ", t.Label, t.Way, t.Into, t.Chance)
		}
		return out
	}
	if len(nights) != 2 || !nights[0].Act() || nights[1].Act() {
		t.Fatalf("%+v", nights)
	}
	// The porch has room for one, the one in the open; under glass nothing is asked.
	if got, want := said(nights[0]), "P1 in frost-free 0.50; P2 fleece  0.11; "; got != want {
		t.Errorf("the first night: %s, want %s", got, want)
	}
	if got, want := said(nights[1]), "P1 in frost-free 0.07; "; got != want {
		t.Errorf("the second night: %s, want %s", got, want)
	}
}

// A pot is planted as its seed is known: weighed, by eye, or as a usual piece where nobody weighed
// it; a root by eye gives a ratio that says so.
func TestPotsAndRootsNeedNotBeWeighed(t *testing.T) {
	p := newPlot(t, crop.FirstEarly, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(3)
	p.must(err)
	var pots []logbook.ID
	for label, n := range map[string]logbook.Nursling{"P1": {Weight: 60}, "P2": {Weight: 50, How: measure.Estimated}, "P3": {}} {
		n.Label, n.Kind, n.Variety, n.Shelter, n.Started = label, logbook.Pot, p.variety, climate.Greenhouse, today-30
		pot, err := p.Start(ctx, n, p.asked())
		p.must(err)
		pots = append(pots, pot)
	}
	_, err = p.PlantFromNursery(ctx, id, today, garden.FromNursery{Pots: pots}, p.asked())
	p.must(err)
	// 60 g, 50 g give or take a fifth, and 55 g give or take 35 %.
	if st := p.state(id); st.Seed != 165 || math.Abs(float64(st.SeedLow)-(60+40+35.75)) > 1e-9 || math.Abs(float64(st.SeedHigh)-(60+60+74.25)) > 1e-9 {
		t.Errorf("%v of seed, %v to %v", st.Seed, st.SeedLow, st.SeedHigh)
	}
	list, err := p.look().Nursery()
	p.must(err)
	for i := range list {
		if n := &list[i]; n.Label == "P2" && (n.How != measure.Estimated || n.Weight != 50) {
			t.Errorf("it is kept as %+v", n.Nursling)
		}
	}
	_, err = p.Start(ctx, logbook.Nursling{Label: "P9", Kind: logbook.Pot, Variety: p.variety, Weight: 1, Shelter: climate.Greenhouse, Started: today}, p.asked())
	refused(t, "a tuber of a gram", err, "weight", "is not believed")
}
