package garden_test

import (
	"errors"
	"math"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// The grower's own numbers go into every weight; a component of their own into mixes.
func TestOwnNumbersOfAComponentAreReckonedWith(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	compost, _ := medium.Usual().Named("compost")
	compost.WetKg, compost.Source, compost.Fresh = 1.15, "heap", true
	p.must(p.SetComponent(ctx, compost, p.asked()))
	again := p.asked()
	seaweed := medium.Component{Name: "Sea, weed", WetKg: 0.9, Settling: 0.3, Water: 0.3, PH: 7}
	p.must(p.SetComponent(ctx, seaweed, again))
	p.must(p.SetComponent(ctx, seaweed, again)) // sent twice
	cat, err := p.look().Catalogue()
	p.must(err)
	half := cat.Recipe("half").Mix
	if math.Abs(half.WetKg()-0.95) > 1e-9 || len(medium.Rotting(half)) != 1 || len(cat.Components) != len(medium.Usual())+1 {
		t.Errorf("half and half weighs %g, %d components", half.WetKg(), len(cat.Components))
	}
	_, err = p.AddMix(ctx, "shore", map[string]float64{"sea weed": 1, "compost": 1}, p.asked())
	p.must(err)
	cat, err = p.look().Catalogue()
	p.must(err)
	if own := cat.Recipes[len(cat.Recipes)-1]; math.Abs(own.Mix.WetKg()-1.025) > 1e-9 {
		t.Errorf("the shore mix weighs %g: %s", own.Mix.WetKg(), own.Mix)
	}
	for field, change := range map[string]func(*medium.Component){
		"name": func(c *medium.Component) { c.Key, c.Name = "", "compost" }, "wet": func(c *medium.Component) { c.WetKg = 0 },
		"settles": func(c *medium.Component) { c.Settling = 1 }, "water": func(c *medium.Component) { c.Water = 2 },
		"ph": func(c *medium.Component) { c.PH = 12 }, "n": func(c *medium.Component) { c.Nitrogen = -1 },
	} {
		bad := compost
		change(&bad)
		refused(t, field, p.SetComponent(ctx, bad, p.asked()), field, "")
	}
	compost.Key = "moon dust"
	if err := p.SetComponent(ctx, compost, p.asked()); !errors.Is(err, logbook.ErrNotFound) {
		t.Errorf("numbers for what does not exist: %v", err)
	}
}

// Chips at the bottom take no mix, count as no root room, and are bought as chips; a
// bag planned with straw asks for straw; a torn one for a new bag; each for a label.
func TestShoppingAsksForAllThatGoesIn(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	filling := forecast.DefaultLadder(p.bag.Model.Shape, crop.Maincrop, hill.Steps)
	filling.Filler = hill.UsualFiller(38)
	plan := garden.NewPlanting{Year: 2026, Bag: p.bag.ID, Variety: p.variety.ID, Number: 2, Filling: filling}
	id, err := p.PlanBag(ctx, plan, p.asked())
	p.must(err)
	plan.Bag, plan.Filling = p.secondBag().ID, forecast.DefaultLadder(p.bag.Model.Shape, crop.Maincrop, hill.StrawOver)
	_, err = p.PlanBag(ctx, plan, p.asked())
	p.must(err)
	_, err = p.LookAfter(ctx, garden.BagLook{Bag: plan.Bag, Condition: logbook.Torn}, p.asked())
	p.must(err)
	p.product(logbook.Product{Name: "quay liquid", Kind: logbook.LiquidFeed, Litres: 0.1, Price: 700, Feed: medium.Product{Nitrogen: 3, Phosphate: 2, Potash: 6, Dilution: 8}})
	p.product(logbook.Product{Name: "hazel", Kind: logbook.SundryPack, Sundry: logbook.Canes, Pieces: 5, Price: 300})
	l := p.shopping()
	st := p.state(id)
	_, chips := st.Ladder.WantedMaterial(hill.Chips)
	_, straw := func() (measure.Volume, measure.Volume) {
		ladder, err := hill.Lay(p.bag.Model.Shape, plan.Filling)
		p.must(err)
		return ladder.WantedMaterial(hill.Straw)
	}()
	if got := lineFor(l, "chips").Litres; chips == 0 || math.Abs(float64(got-chips)) > 1e-6 {
		t.Errorf("%v of chips, want %v", got, chips)
	}
	if got := lineFor(l, "straw").Litres; straw == 0 || math.Abs(float64(got-straw)) > 1e-6 {
		t.Errorf("%v of straw, want %v", got, straw)
	}
	if labels, canes := lineFor(l, string(logbook.Labels)), lineFor(l, string(logbook.Canes)); labels.Pieces != 2 || canes.Pieces != 8 || canes.Buy.Sacks != 2 || canes.Buy.Cost != 600 {
		t.Errorf("%d labels, %d canes in %d packs", labels.Pieces, canes.Pieces, canes.Buy.Sacks)
	}
	if torn := lineFor(l, string(logbook.BagSundry(p.bag.Model.ID))); torn.Pieces != 1 || torn.Name == "" {
		t.Errorf("in place of the torn bag %+v", torn)
	}
	liquid := lineFor(l, "liquid")
	want := 0.0
	for _, f := range st.Feed.Feedings {
		want += float64(f.Product)
	}
	if len(st.Feed.Feedings) < 2 || float64(liquid.Litres) < want || liquid.Buy.Sacks != int(math.Ceil(float64(liquid.Litres)/0.1)) {
		t.Errorf("liquid feed: %v of %v for one bag, %d bottles", liquid.Litres, want, liquid.Buy.Sacks)
	}
	if wet, full := st.WetWeight(medium.RecipeNamed("half").Mix), medium.RecipeNamed("half").Mix.WetWeight(p.bag.Model.Shape.Between(0, 38), 0); wet >= full {
		t.Errorf("with chips it weighs %v, without %v", wet, full)
	}
	if len(st.Feed.Layers) != 0 {
		t.Error("there is no dry feed, and still it is dosed")
	}
}

func TestBottlesAndPacksThatCannotBeAreRefused(t *testing.T) {
	p := newPlot(t, crop.Maincrop, bag.Drainage{Way: bag.ThroughWall})
	for field, bad := range map[string]logbook.Product{
		"dilution": {Name: "a", Kind: logbook.LiquidFeed, Litres: 1}, "bottle": {Name: "a", Kind: logbook.LiquidFeed, Feed: medium.Product{Dilution: 8}},
		"sundry": {Name: "a", Kind: logbook.SundryPack, Pieces: 3, Sundry: "bag-99"}, "pieces": {Name: "a", Kind: logbook.SundryPack, Sundry: logbook.Canes},
		"handful": {Name: "a", Kind: logbook.FeedPack, Weight: 500, Feed: medium.Product{Handful: 900}}, "kind": {Name: "a", Kind: "gold"},
	} {
		_, err := p.AddProduct(ctx, bad, p.asked())
		refused(t, field, err, field, "")
	}
	id := p.product(logbook.Product{Name: "meal", Kind: logbook.FeedPack, Weight: 1000, Feed: medium.Product{Nitrogen: 5, Potash: 6}})
	p.must(p.SetHandful(ctx, id, 28, p.asked()))
	products, err := p.look().Products()
	p.must(err)
	if got := logbook.ByKind(products, logbook.FeedPack).Feed.InHands([]measure.Mass{56}); got[0].Count != 2 {
		t.Errorf("56 g are %v handfuls of 28 g", got)
	}
	refused(t, "a heavy hand", p.SetHandful(ctx, id, 900, p.asked()), "handful", "")
}

// While it still grows, a bag can be planned for the next season: it is offered, shows
// what grows, and is planted only once it is closed.
func TestGrowingBagIsPlannedForTheNextSeason(t *testing.T) {
	p, growing := planted(t)
	plan := garden.NewPlanting{Year: 2027, Bag: p.bag.ID, Variety: p.variety.ID, Number: 2, Filling: forecast.DefaultLadder(p.bag.Model.Shape, crop.Maincrop, hill.Steps)}
	next, err := p.PlanBag(ctx, plan, p.asked())
	p.must(err)
	_, err = p.PlanBag(ctx, plan, p.asked())
	refused(t, "planned twice", err, "bag", "is taken")
	plan.Year = 2026
	_, err = p.PlanBag(ctx, plan, p.asked())
	refused(t, "in the season under way", err, "bag", "is taken")
	row, err := p.look().Row()
	p.must(err)
	history, err := p.look().BagLabelled(p.bag.Label)
	p.must(err)
	cat, err := p.look().Catalogue()
	p.must(err)
	if len(row) != 1 || row[0].Planting.ID != growing || history.Now.Planting.ID != growing || !cat.TakenIn(p.bag.ID, 2027) || cat.TakenIn(p.bag.ID, 2028) {
		t.Errorf("the row has %d bags, now %d", len(row), history.Now.Planting.ID)
	}
	seed := logbook.Entry{Planting: next, Kind: logbook.Planted, Day: today, Seed: seed.Known{Pieces: []measure.Mass{60, 60}}}
	_, err = p.record(seed)
	refused(t, "planted into a full bag", err, "", "close that first")
	closing, err := p.record(logbook.Entry{Planting: growing, Kind: logbook.Closed, Day: today})
	p.must(err)
	_, err = p.record(seed)
	p.must(err)
	_, err = p.Undo(ctx, closing, p.asked())
	p.must(err) // what grew before is put right though the next is in the bag
	if history, err = p.look().BagLabelled(p.bag.Label); err != nil || history.Now.Planting.ID != next {
		t.Errorf("reopened, now is %d, %v", history.Now.Planting.ID, err)
	}
}
