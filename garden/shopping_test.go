package garden_test

import (
	"math"
	"strings"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

func (p *plot) product(name logbook.Product) logbook.ID {
	p.t.Helper()
	id, err := p.AddProduct(ctx, name, p.asked())
	p.must(err)
	return id
}

func (p *plot) shopping() forecast.ShoppingList {
	p.t.Helper()
	l, err := p.look().Shopping(2026)
	p.must(err)
	return l
}

func lineFor(l forecast.ShoppingList, key string) forecast.ShoppingLine {
	for _, x := range l.Lines {
		if x.Kind == logbook.MediumSack && x.Component.Key == key || string(x.Kind) == key || string(x.Sundry) == key {
			return x
		}
	}
	return forecast.ShoppingLine{}
}

// A cask of maincrops, in steps: 22.6 L loose on planting day, then 13.48 and 14.16 L.
// Half and half: 25.1 L of each part. A sack of 20 L: two, less one in the shed.
func TestShoppingRoundsUpToWholeSacks(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(3)
	p.must(err)
	st := p.state(id)
	_, loose := st.Ladder.Wanted()
	half := float64(loose) / 2
	l := p.shopping()
	if c := lineFor(l, "compost"); math.Abs(float64(c.Litres)-half) > 1e-6 || c.Product != nil || len(c.Needs) != 3 || c.By != today {
		t.Errorf("compost: %v in %d needs by %s, want %.2f L in 3", c.Litres, len(c.Needs), c.By, half)
	}
	sack := p.product(logbook.Product{Name: "compost, 20 L", Kind: logbook.MediumSack, Component: "compost", Litres: 20, Price: 450})
	c := lineFor(p.shopping(), "compost")
	if c.Buy.Sacks != 2 || c.Buy.Cost != 900 || math.Abs(float64(c.Buy.Left)-(40-half)) > 1e-6 || p.shopping().Cost != 900 {
		t.Errorf("%+v", c.Buy)
	}
	bought, err := p.Stock(ctx, logbook.StockEntry{Product: sack, Kind: logbook.StockBought, Packs: 2}, p.asked())
	p.must(err)
	if c := lineFor(p.shopping(), "compost"); c.Buy.Sacks != 0 || c.Stock != 2 || len(c.Bought) != 1 {
		t.Errorf("bought, it still says %+v", c.Buy)
	}
	_, err = p.UndoStock(ctx, bought, p.asked())
	p.must(err)
	if c := lineFor(p.shopping(), "compost"); c.Buy.Sacks != 2 {
		t.Errorf("taken back, it says %+v", c.Buy)
	}
	_, err = p.UndoStock(ctx, bought, p.asked())
	refused(t, "taken back twice", err, "", "undone before")
}

// What was counted before a bag was filled is less by what went in.
func TestFillingABagTakesFromTheShed(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	id, err := p.plan(3)
	p.must(err)
	sack := p.product(logbook.Product{Name: "compost", Kind: logbook.MediumSack, Component: "compost", Litres: 20})
	early := p.asked()
	early.Today = today - 10
	_, err = p.Stock(ctx, logbook.StockEntry{Product: sack, Kind: logbook.StockCounted, Packs: 3}, early)
	p.must(err)
	_, err = p.record(logbook.Entry{Planting: id, Kind: logbook.Planted, Day: today, Seed: seed.Known{Pieces: []measure.Mass{60, 60, 60}}})
	p.must(err)
	filled := measure.Volume(0)
	for _, v := range p.state(id).Ladder.FirstLoads() {
		filled += v
	}
	if got, want := lineFor(p.shopping(), "compost").Stock, 3-float64(filled)/2/20; math.Abs(got-want) > 1e-6 {
		t.Errorf("%.3f sacks are left, want %.3f", got, want)
	}
	_, err = p.Stock(ctx, logbook.StockEntry{Product: sack, Kind: logbook.StockCounted, Packs: 1}, p.asked())
	p.must(err)
	if got := lineFor(p.shopping(), "compost").Stock; got != 1 {
		t.Errorf("counted again there are %.3f", got)
	}
}

// An own mix is bought part by part, and feed by the gram: perlite is fed in its
// water, so only the other bag is dressed.
func TestMixAndFeedOfEachBag(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	p.product(logbook.Product{Name: "fish meal", Kind: logbook.FeedPack, Weight: 1000, Price: 700, Feed: medium.Product{Nitrogen: 5, Phosphate: 5, Potash: 6}})
	first, err := p.plan(3)
	p.must(err)
	p.bag = p.secondBag()
	inert, err := medium.ParseMix("perlite=3,perlite=1")
	p.must(err)
	_, err = p.PlanBag(ctx, garden.NewPlanting{Year: 2026, Bag: p.bag.ID, Variety: p.variety.ID, Number: 2, Filling: forecast.DefaultLadder(p.bag.Model.Shape, crop.Maincrop, "steps"), Mix: inert}, p.asked())
	p.must(err)
	l := p.shopping()
	_, loose := p.state(first).Ladder.Wanted()
	if got := lineFor(l, "perlite").Litres; math.Abs(float64(got-loose)) > 1e-6 {
		t.Errorf("%v of perlite, want %v", got, loose)
	}
	feed := lineFor(l, "feed")
	want := medium.Dress(crop.Maincrop, medium.RecipeNamed("half").Mix, p.bag.Model.Shape.Between(0, 38), medium.Product{Nitrogen: 5, Phosphate: 5, Potash: 6}, medium.HalfIn).Base
	if len(feed.Needs) != 1 || math.Abs(float64(feed.Grams-want)) > 1e-6 || feed.Buy.Sacks != 1 || math.Abs(float64(measure.Mass(feed.Buy.Left)-(1000-want))) > 1e-6 {
		t.Errorf("feed: %v in %d needs, %+v; want %v", feed.Grams, len(feed.Needs), feed.Buy, want)
	}
	sum := 0
	for _, x := range l.Lines {
		sum += x.Buy.Cost
	}
	if sum != l.Cost {
		t.Errorf("the lines cost %d, the list says %d", sum, l.Cost)
	}
	if len(l.Seed) != 1 || l.Seed[0].Wanted != 5 || l.Seed[0].Short() != 5 || len(l.Seed[0].Bags) != 2 {
		t.Errorf("seed wanted: %+v", l.Seed)
	}
}

func TestProductsThatCannotBeAreRefused(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	_, err := p.AddProduct(ctx, logbook.Product{Name: strings.Repeat("x", 41), Kind: logbook.MediumSack, Component: "gravel", Price: -1}, p.asked())
	for field, says := range map[string]string{"name": "over 40", "component": "what is in it", "litres": "holds up to", "price": "like 6.50"} {
		refused(t, "a sack", err, field, says)
	}
	_, err = p.AddProduct(ctx, logbook.Product{Name: "meal", Kind: logbook.FeedPack, Feed: medium.Product{Nitrogen: 60, Potash: 60}}, p.asked())
	for field, says := range map[string]string{"grams": "weighs up to", "nitrogen": "over 100 %"} {
		refused(t, "a feed", err, field, says)
	}
	_, err = p.AddProduct(ctx, logbook.Product{Name: "x"}, p.asked())
	refused(t, "neither", err, "kind", "what it is for")
	id := p.product(logbook.Product{Name: "compost", Kind: logbook.MediumSack, Component: "compost", Litres: 40})
	_, err = p.AddProduct(ctx, logbook.Product{Name: "Compost", Kind: logbook.MediumSack, Component: "compost", Litres: 40}, p.asked())
	refused(t, "a name twice", err, "name", "already")
	for _, packs := range []float64{-1, math.NaN(), 5000} {
		_, err = p.Stock(ctx, logbook.StockEntry{Product: id, Kind: logbook.StockCounted, Packs: packs}, p.asked())
		if err == nil {
			t.Errorf("%g sacks were counted", packs)
		}
	}
	_, err = p.Stock(ctx, logbook.StockEntry{Product: id, Kind: logbook.StockBought}, p.asked())
	refused(t, "nothing bought", err, "packs", "how many")
}
