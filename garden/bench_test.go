package garden_test

import (
	"context"
	"math"
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

var ctx = context.Background()

// sown is a plot with a tray of tubers of its variety.
func sown(t *testing.T, class crop.Class, weights ...measure.Mass) (*plot, logbook.ID) {
	t.Helper()
	p := newPlot(t, class, bag.Drainage{Way: bag.ThroughWall})
	tray, err := p.AddLot(ctx, garden.NewLot{Label: "CQ26", Variety: p.variety.ID, Source: logbook.Certified, Year: 2026, Tray: "A1", Temp: 10, Light: true}, p.asked())
	p.must(err)
	p.bench(logbook.SeedEntry{Tray: tray, Kind: logbook.SeedWeighed, Weights: weights})
	return p, tray
}

func (p *plot) bench(e logbook.SeedEntry) logbook.ID {
	p.t.Helper()
	if e.Day == 0 {
		e.Day = today
	}
	id, err := p.RecordSeed(ctx, e, p.asked())
	p.must(err)
	return id
}

func (p *plot) tray(id logbook.ID) *logbook.TrayState {
	p.t.Helper()
	b, err := p.look().Bench()
	p.must(err)
	t, ok := b.Tray(id)
	if !ok {
		p.t.Fatalf("no tray %d", id)
	}
	return t
}

func TestTubersAreWeighedJudgedAndCut(t *testing.T) {
	p, tray := sown(t, crop.Maincrop, 170, 118, 60)
	if got := p.tray(tray); got.Total != 348 || got.Sound() != 3 || got.Tubers[0].Call != seed.Wait {
		t.Fatalf("%+v", got)
	}
	// At 10 °C in the light: 60 °C·days and 10 mm ÷ 0.1 are 160, at 8 a day 20 days.
	if ready := p.tray(tray).Tubers[0].Ready; ready != today+20 {
		t.Errorf("ready on %s, want %s", ready, today+20)
	}
	p.bench(logbook.SeedEntry{Tray: tray, Kind: logbook.SeedLooked, Seen: []logbook.Seen{
		{Tuber: 1, Eyes: 7, Sprouts: 6, Longest: 1.4, Stout: true}, {Tuber: 2, Eyes: 3, Sprouts: 2, Longest: 3, Stout: false}, {Tuber: 3, Eyes: 4},
	}})
	got := p.tray(tray)
	for i, want := range []seed.Call{seed.Ready, seed.Weak, seed.Blind} {
		if got.Tubers[i].Call != want {
			t.Errorf("tuber %d is %s, want %s", i+1, got.Tubers[i].Call, want)
		}
	}
	if u := got.Tubers[0]; u.Cut.Pieces != 3 || u.Rub != 2 || got.Tubers[1].Cut.Pieces != 1 {
		t.Errorf("170 g with 7 eyes gives %d pieces and %d sprouts to rub off; 118 g with 3 eyes %d", u.Cut.Pieces, u.Rub, got.Tubers[1].Cut.Pieces)
	}
	p.bench(logbook.SeedEntry{Tray: tray, Kind: logbook.SeedRubbed, Tuber: 1, Keep: 4})
	cut := p.bench(logbook.SeedEntry{Tray: tray, Kind: logbook.SeedCut, Tuber: 1, Weights: []measure.Mass{58, 57, 55}, Eyes: []int{3, 2, 2}})
	u := p.tray(tray).Tubers[0]
	if u.Seen.Sprouts != 4 || len(u.Pieces) != 3 || u.Pieces[2].Name != "A1·1c" || u.Pieces[0].HealedBy != today+3 {
		t.Errorf("after cutting: %+v", u)
	}
	p.bench(logbook.SeedEntry{Tray: tray, Kind: logbook.SeedDiscarded, Tuber: 3, Text: "blind"})
	if got := p.tray(tray); got.Sound() != 2 || got.Total != 288 {
		t.Errorf("%d tubers of %v after one was thrown out", got.Sound(), got.Total)
	}
	_, err := p.UndoSeed(ctx, cut, p.asked())
	p.must(err)
	if u := p.tray(tray).Tubers[0]; !u.Whole() {
		t.Error("the cut stands after it was taken back")
	}
}

func TestBenchRefusesWhatCannotBe(t *testing.T) {
	p, tray := sown(t, crop.Maincrop, 170, 60)
	for what, c := range map[string]struct {
		e           logbook.SeedEntry
		field, says string
	}{
		"tomorrow":           {logbook.SeedEntry{Kind: logbook.SeedWeighed, Day: today + 1, Weights: []measure.Mass{60}}, "day", "still to come"},
		"nothing weighed":    {logbook.SeedEntry{Kind: logbook.SeedWeighed}, "weights", "at least one"},
		"a mountain":         {logbook.SeedEntry{Kind: logbook.SeedWeighed, Weights: []measure.Mass{60, 6000}}, "weights", "not believed"},
		"no such tuber":      {logbook.SeedEntry{Kind: logbook.SeedLooked, Seen: []logbook.Seen{{Tuber: 9}}}, "tuber", "no tuber 9"},
		"sprout uncounted":   {logbook.SeedEntry{Kind: logbook.SeedLooked, Seen: []logbook.Seen{{Tuber: 1, Longest: 2}}}, "sprouts-1", "count it"},
		"a sprout of a mile": {logbook.SeedEntry{Kind: logbook.SeedLooked, Seen: []logbook.Seen{{Tuber: 1, Sprouts: 1, Longest: 400}}}, "longest-1", "unit"},
		"lost in cutting":    {logbook.SeedEntry{Kind: logbook.SeedCut, Tuber: 1, Weights: []measure.Mass{80, 80}}, "piece-1", "1 %"},
		"cut into one":       {logbook.SeedEntry{Kind: logbook.SeedCut, Tuber: 1, Weights: []measure.Mass{170}}, "piece-1", "2 to 8"},
		"healed at once":     {logbook.SeedEntry{Kind: logbook.SeedCut, Tuber: 1, Weights: []measure.Mass{85, 85}, HealDays: 1}, "heal", "heal"},
		"boiled":             {logbook.SeedEntry{Kind: logbook.SeedStood, Temp: 60}, "temp", "stands between"},
		"rubbed bare":        {logbook.SeedEntry{Kind: logbook.SeedRubbed, Tuber: 1}, "keep", "at least one"},
	} {
		c.e.Tray = tray
		if c.e.Day == 0 {
			c.e.Day = today
		}
		_, err := p.RecordSeed(ctx, c.e, p.asked())
		refused(t, what, err, c.field, c.says)
	}
	_, err := p.AddLot(ctx, garden.NewLot{Label: "cq26", Variety: p.variety.ID, Source: logbook.Kitchen, Year: 1999, Tray: "A2", Temp: 10}, p.asked())
	refused(t, "a lot twice", err, "lot", "already")
	refused(t, "old seed", err, "year", "1999")
	_, err = p.AddTray(ctx, garden.NewTray{Label: "a1", Lot: 1, Temp: 10}, p.asked())
	refused(t, "a tray twice", err, "tray", "already")
	weighed := p.tray(tray).Log[0].ID
	p.bench(logbook.SeedEntry{Tray: tray, Kind: logbook.SeedLooked, Seen: []logbook.Seen{{Tuber: 1, Eyes: 4}}})
	_, err = p.UndoSeed(ctx, weighed, p.asked())
	refused(t, "undo of what later entries stand on", err, "", "(looked): take that back first")
}

// 58 + 55 against 57 + 56 is even; the two odd ones are left.
func TestAllotmentFixesTheSeedOfEachPlanting(t *testing.T) {
	p, tray := sown(t, crop.Maincrop, 58, 57, 56, 55, 90, 20)
	one, err := p.plan(2)
	p.must(err)
	other := p.bag
	p.bag = p.secondBag()
	two, err := p.plan(2)
	p.must(err)
	p.bag = other

	ask := forecast.AllotmentRequest{Plantings: []logbook.ID{one, two}, Mode: forecast.Balanced}
	d, err := p.look().DraftAllotment(ask)
	p.must(err)
	if d.Spread != 0 || d.Of != forecast.OfBag || len(d.Left) != 2 || d.Places[0].Total != 113 || d.Places[1].Total != 113 {
		t.Fatalf("%+v", d)
	}
	said := ""
	for _, s := range d.Advice {
		said += s.In(measure.Metric)
	}
	if !strings.Contains(said, "Left over: A1·5, A1·6") {
		t.Errorf("it says %q", said)
	}
	// Swapping two by hand widens it: 58 for 56 makes 111 and 115, 4 ÷ 113.
	ask.Swaps = [][2]logbook.PieceRef{{{Tray: tray, Tuber: 1}, {Tray: tray, Tuber: 3}}}
	swapped, err := p.look().DraftAllotment(ask)
	p.must(err)
	if math.Abs(swapped.Spread-4.0/113) > 1e-9 {
		t.Errorf("after the swap the spread is %.4f, want %.4f", swapped.Spread, 4.0/113)
	}

	var gives []logbook.Allotted
	for _, place := range d.Places {
		for _, piece := range place.Pieces {
			gives = append(gives, logbook.Allotted{Planting: place.Planting.ID, PieceRef: piece.PieceRef})
		}
	}
	given, err := p.ConfirmAllotment(ctx, gives, p.asked())
	p.must(err)
	b, err := p.look().Bench()
	p.must(err)
	sum := measure.Mass(0)
	for _, piece := range b.For(one) {
		sum += piece.Weight
	}
	if sum != 113 || len(b.For(two)) != 2 {
		t.Errorf("the first bag has %v, the second %d pieces", sum, len(b.For(two)))
	}
	if _, err := p.RecordSeed(ctx, logbook.SeedEntry{Tray: tray, Kind: logbook.SeedCut, Tuber: 1, Weights: []measure.Mass{29, 29}, Day: today}, p.asked()); err == nil {
		t.Error("a tuber that was given away was cut")
	}
	twice := append(gives, gives[0])
	_, err = p.ConfirmAllotment(ctx, twice, p.asked())
	refused(t, "a piece given twice", err, "", "look again")

	_, err = p.record(logbook.Entry{Planting: one, Kind: logbook.Planted, Day: today, Seed: seed.Known{Pieces: []measure.Mass{58, 55}}})
	p.must(err)
	b, err = p.look().Bench()
	p.must(err)
	for _, piece := range b.For(one) {
		if !piece.Gone {
			t.Errorf("%s lies in the tray and in the bag", piece.Name)
		}
	}
	if n := len(b.Free(p.variety.ID)); n != 4 {
		t.Errorf("%d pieces are free, want the 2 of the other bag and the 2 left over", n)
	}
	_, err = p.UndoSeed(ctx, given, p.asked())
	refused(t, "undo of what is planted", err, "", "take the planting back first")
}

func (p *plot) secondBag() logbook.Bag {
	p.t.Helper()
	c, err := p.look().Catalogue()
	p.must(err)
	return c.Bags[1]
}

func TestShortBagsAreToldWhatToCut(t *testing.T) {
	p, tray := sown(t, crop.Maincrop, 170, 60)
	one, err := p.plan(3)
	p.must(err)
	p.bench(logbook.SeedEntry{Tray: tray, Kind: logbook.SeedLooked, Seen: []logbook.Seen{{Tuber: 1, Eyes: 7, Sprouts: 3, Longest: 1.2, Stout: true}, {Tuber: 2, Eyes: 4, Sprouts: 2, Longest: 1.2, Stout: true}}})
	d, err := p.look().DraftAllotment(forecast.AllotmentRequest{Plantings: []logbook.ID{one}})
	p.must(err)
	said := ""
	for _, s := range d.Advice {
		said += s.In(measure.Metric) + " "
	}
	if !strings.Contains(said, "Bag R1 is short of 1.") || !strings.Contains(said, "Cut A1·1, 170 g with 7 eyes, into 3") {
		t.Errorf("it says %q", said)
	}
}

// Sprouts that were counted on the seed a bag was given are those of what is expected of
// it: more of them give more and smaller tubers.
func TestCountedSproutsReachTheExpectation(t *testing.T) {
	p, tray := sown(t, crop.Maincrop, 60, 58, 57)
	id, err := p.plan(2)
	p.must(err)
	expected := func() bag.Growing {
		t.Helper()
		st := p.state(id)
		g, err := p.look().Expected(&st)
		p.must(err)
		return g
	}
	before := expected()
	p.bench(logbook.SeedEntry{Tray: tray, Kind: logbook.SeedLooked, Seen: []logbook.Seen{{Tuber: 1, Eyes: 7, Sprouts: 7, Longest: 2}, {Tuber: 2, Eyes: 5, Sprouts: 5, Longest: 2}}})
	if g := expected(); g.Sprouts != before.Sprouts {
		t.Errorf("nothing is given yet, and %d sprouts are expected", g.Sprouts)
	}
	_, err = p.ConfirmAllotment(ctx, []logbook.Allotted{{Planting: id, PieceRef: logbook.PieceRef{Tray: tray, Tuber: 1}}, {Planting: id, PieceRef: logbook.PieceRef{Tray: tray, Tuber: 2}}}, p.asked())
	p.must(err)
	g := expected()
	if g.Sprouts != 6 || bag.Expect(g).Mean >= bag.Expect(before).Mean || bag.Expect(g).Tubers <= bag.Expect(before).Tubers {
		t.Errorf("7 and 5 sprouts: %d are expected, tubers of %v, before %v", g.Sprouts, bag.Expect(g).Mean, bag.Expect(before).Mean)
	}
}
