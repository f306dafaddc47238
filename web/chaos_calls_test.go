package web_test

import (
	"context"
	"math"
	"strconv"

	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/terrace"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// The use cases that chaos calls, each with what anybody might give it.

func (c *chaos) stepClock(context.Context) error {
	c.clock.day += oneOf(c, measure.Day(1), 1, 2, 7, -1, -2, 30, -7)
	return nil
}

func (c *chaos) addVariety(ctx context.Context) error {
	class := oneOf(c, crop.Classes()...)
	if c.now(20) {
		class = crop.Class(c.text())
	}
	_, err := c.g.AddVariety(ctx, logbook.Variety{Name: c.text() + strconv.Itoa(c.rng.IntN(20)), Class: class, PacketDays: oneOf(c, 0, 0, 90, c.count(120))}, c.request())
	return err
}

func (c *chaos) addModel(ctx context.Context) error {
	shape, _ := bag.NewRound(measure.Length(c.number(36)), measure.Length(c.number(40)), measure.Length(c.number(40))) // refused where it is none
	if c.now(5) {
		shape, _ = bag.NewBed(measure.Length(c.number(300)), measure.Length(c.number(100)))
	}
	if c.now(3) {
		shape, _ = bag.NewBox(measure.Length(c.number(60)), measure.Length(c.number(40)), measure.Length(c.number(60)), measure.Length(c.number(40)), measure.Length(c.number(30)))
	}
	m := logbook.Model{
		Name: c.text() + strconv.Itoa(c.rng.IntN(20)), Shape: shape, Material: oneOf(c, logbook.Materials()...),
		Drainage: bag.Drainage{Way: oneOf(c, bag.ThroughWall, bag.SideHoles, bag.NoHoles, bag.BaseHoles), HoleHeight: measure.Length(oneOf(c, 0, 0, c.number(5)))},
		Sold:     measure.Volume(oneOf(c, 0, c.number(40))), Empty: measure.Mass(oneOf(c, 0, c.number(400))), Price: oneOf(c, 0, c.count(900)),
		Lasts: oneOf(c, 0, c.count(4)), Rolls: c.now(2), Light: c.now(2),
	}
	_, err := c.g.AddModel(ctx, m, c.request())
	return err
}

func (c *chaos) addBags(ctx context.Context) error {
	_, err := c.g.AddBags(ctx, garden.NewBags{Labels: []string{c.label()}, Model: c.id(), Place: c.text(), Shelter: c.shelter()}, c.request())
	return err
}

func (c *chaos) lookAfter(ctx context.Context) error {
	_, err := c.g.LookAfter(ctx, garden.BagLook{Bag: c.id(), Place: oneOf(c, "", c.text()), Shelter: c.shelter(), Condition: oneOf(c, logbook.Sound, logbook.Worn, logbook.Torn, "x")}, c.request())
	return err
}

func (c *chaos) moveBag(ctx context.Context) error {
	return c.g.MoveBag(ctx, c.id(), terrace.Point{X: c.number(2), Y: c.number(2)}, c.request())
}

func (c *chaos) saveTerrace(ctx context.Context) error {
	t := logbook.Terrace{Terrace: terrace.Terrace{Width: c.number(8), Depth: c.number(6), Heading: c.number(150)}, Tap: terrace.Point{X: c.number(1), Y: c.number(1)}, Limit: measure.Mass(oneOf(c, 0, c.number(200_000)))}
	for range c.rng.IntN(3) {
		t.Walls = append(t.Walls, terrace.Wall{Name: c.text(), From: terrace.Point{X: c.number(1)}, To: terrace.Point{Y: c.number(5)}, Height: c.number(3)})
	}
	return c.g.SaveTerrace(ctx, t, c.request())
}

func (c *chaos) saveSite(ctx context.Context) error {
	s := logbook.NewSite(oneOf(c, climate.Presets()...))
	s.Name = c.text()
	if c.now(3) {
		s.Latitude = c.number(50)
	}
	if c.now(3) {
		i := c.rng.IntN(12)
		s.Monthly.Min[i], s.Monthly.Max[i], s.Monthly.Rain[i] = c.number(5), c.number(15), c.number(60)
	}
	if c.now(4) {
		s.Last, s.First = c.count(180), c.count(180)
	}
	if c.now(4) {
		s.LastSD, s.FirstSD, s.Heated, s.LiftLimit = c.number(10), c.number(10), measure.Temperature(c.number(24)), measure.Mass(c.number(15000))
	}
	s.Shelters = []climate.Shelter{c.shelter()}
	return c.g.SaveSite(ctx, s, c.request())
}

func (c *chaos) planBag(ctx context.Context) error {
	filling := hill.Defaults(oneOf(c, hill.Schools()...))
	if c.now(4) {
		filling.Headspace, filling.Base, filling.Cover = measure.Length(c.number(4)), measure.Length(c.number(10)), measure.Length(c.number(8))
		filling.MaxLayer, filling.Settling, filling.Filler = measure.Length(c.number(10)), c.number(0.15), measure.Length(oneOf(c, 0, c.number(6)))
	}
	n := garden.NewPlanting{Year: c.clock.Today().Year() + oneOf(c, 0, 0, 0, 1, -1, 50), Bag: c.id(), Variety: c.id(), Number: c.count(3), Filling: filling, WillDrill: c.now(2), Beside: c.now(3), Unknown: oneOf(c, crop.Class(""), crop.Maincrop)}
	if c.now(3) {
		n.Timing = c.timing()
	}
	if c.now(3) {
		n.Mix = oneOf(c, medium.Recipes()...).Mix
	}
	_, err := c.g.PlanBag(ctx, n, c.request())
	return err
}

func (c *chaos) planProposed(ctx context.Context) error {
	_, err := c.g.PlanProposed(ctx, c.clock.Today().Year(), map[logbook.ID]logbook.ID{c.id(): c.id()}, c.request())
	return err
}

func (c *chaos) timing() logbook.Timing {
	t := logbook.Timing{
		Way: oneOf(c, calendar.Direct, calendar.PreGrown, calendar.OwnSlips, calendar.OrderedSlips, calendar.Way("late"), calendar.Way("indoors")), Chitted: c.now(2), ChitDays: oneOf(c, 0, 0, c.count(40)),
		Dark: c.now(2), CoolRoom: c.now(2), Shelter: c.shelter(), Then: oneOf(c, "", "", c.shelter()),
	}
	if c.now(3) {
		t.Plant, t.Move = c.day(), oneOf(c, 0, c.day())
	}
	return t
}

func (c *chaos) setTiming(ctx context.Context) error {
	return c.g.SetTiming(ctx, c.id(), c.timing(), c.request())
}

func (c *chaos) record(ctx context.Context) error {
	e := logbook.Entry{
		Planting: c.id(), Day: c.day(), Text: c.text(), What: oneOf(c, job.Raise, job.Tie, job.Look, job.Kind("x")), Until: c.day(),
		Kind: oneOf(c, logbook.Planted, logbook.Planted, logbook.Planted, logbook.Raised, logbook.Measured, logbook.Measured, logbook.Noted, logbook.Weighed, logbook.Taken, logbook.Closed,
			logbook.Dropped, logbook.Voided, logbook.Emerged, logbook.Flowered, logbook.Frosted, logbook.Topped, logbook.Fed, logbook.Tended, logbook.Skipped, logbook.PutOff, logbook.Kind("eaten")),
	}
	switch e.Kind {
	case logbook.Planted:
		e.About, e.Start = c.now(4), oneOf(c, logbook.Slips, logbook.Slips, logbook.Cuttings, logbook.WholeRoot)
		switch k := &e.Seed; c.count(5) {
		case 0:
			k.Count, k.Total = c.count(5), measure.Mass(c.number(300))
		case 1:
			k.Low, k.High = measure.Mass(c.number(200)), measure.Mass(c.number(300))
		case 2:
			k.Count = c.count(6)
		default:
			k.Pieces = c.masses(60)
			for range k.Pieces {
				k.Hows = append(k.Hows, oneOf(c, measure.Weighed, measure.Estimated, measure.Simulated, measure.Known("x")))
			}
		}
		if c.now(2) {
			e.Slips = c.count(3)
		}
	case logbook.Raised:
		if e.RaiseBy = measure.Length(c.number(8)); c.now(3) {
			e.RaiseBy, e.Loose = 0, measure.Volume(c.number(8))
		}
	case logbook.Measured:
		e.Height = measure.Length(c.number(25))
	case logbook.Topped:
		e.Loose = measure.Volume(c.number(4))
	case logbook.Weighed:
		b := logbook.Batch{Gross: measure.Mass(c.number(2500)), Grade: string(oneOf(c, lift.Grades()...)), Count: oneOf(c, 0, c.count(20)), Container: oneOf(c, "", c.text())}
		if c.now(2) {
			b.Tare = measure.Mass(c.number(400))
		}
		e.Batches = []logbook.Batch{b}
	case logbook.PutOff:
		e.Until = c.clock.Today() + measure.Day(c.count(10))
	}
	_, err := c.g.Record(ctx, e, c.request())
	return err
}

func (c *chaos) doJob(ctx context.Context) error {
	ask := forecast.JobRequest{Planting: c.id(), What: oneOf(c, job.Raise, job.Feed, job.TopUp, job.Tie, job.Look, job.Measure, job.Plant, job.Lift, job.CutHaulm, job.Move), Height: measure.Length(c.number(20)), Reason: c.text(), Days: c.count(9)}
	ask.As = oneOf(c, logbook.Kind(""), "", logbook.Skipped, logbook.PutOff, logbook.Closed)
	_, err := c.g.DoJob(ctx, ask, c.request())
	return err
}

func (c *chaos) undo(ctx context.Context) error {
	_, err := c.g.Undo(ctx, c.entry(), c.request())
	return err
}

func (c *chaos) addLot(ctx context.Context) error {
	_, err := c.g.AddLot(ctx, garden.NewLot{Label: c.label(), Variety: c.id(), Source: oneOf(c, logbook.Certified, logbook.Kitchen, logbook.Saved, "x"), Year: c.clock.Today().Year() + oneOf(c, 0, 0, 40), Cost: oneOf(c, 0, c.count(500)), Tray: c.label(), Temp: measure.Temperature(c.number(10)), Light: c.now(2)}, c.request())
	return err
}

func (c *chaos) addTray(ctx context.Context) error {
	_, err := c.g.AddTray(ctx, garden.NewTray{Label: c.label(), Lot: c.id(), Temp: measure.Temperature(c.number(10))}, c.request())
	return err
}

func (c *chaos) recordSeed(ctx context.Context) error {
	e := logbook.SeedEntry{
		Tray: logbook.ID(1 + c.rng.IntN(3)), Day: oneOf(c, 0, c.day()), Tuber: c.count(3), Temp: measure.Temperature(c.number(10)), Light: c.now(2), Keep: c.count(2), Text: c.text(), HealDays: oneOf(c, 0, 0, c.count(3)),
		Kind: oneOf(c, logbook.SeedStood, logbook.SeedWeighed, logbook.SeedWeighed, logbook.SeedLooked, logbook.SeedLooked, logbook.SeedRubbed, logbook.SeedCut, logbook.SeedDiscarded, logbook.SeedVoided, logbook.SeedKind("x")),
	}
	switch e.Kind {
	case logbook.SeedWeighed:
		e.Weights = c.masses(100)
	case logbook.SeedCut:
		e.Weights, e.Eyes = []measure.Mass{measure.Mass(c.number(50)), measure.Mass(c.number(50))}, []int{c.count(3), c.count(3)}
	case logbook.SeedLooked:
		for range 1 + c.rng.IntN(2) {
			e.Seen = append(e.Seen, logbook.Seen{Tuber: c.count(3), Eyes: c.count(5), Sprouts: oneOf(c, 0, c.count(3)), Longest: measure.Length(oneOf(c, 0, c.number(2))), Stout: c.now(2), Soft: c.now(5)})
		}
	}
	_, err := c.g.RecordSeed(ctx, e, c.request())
	return err
}

func (c *chaos) undoSeed(ctx context.Context) error {
	_, err := c.g.UndoSeed(ctx, logbook.ID(1+c.rng.IntN(25)), c.request())
	return err
}

func (c *chaos) allot(ctx context.Context) error {
	var allots []logbook.Allotted
	for range 1 + c.rng.IntN(3) {
		allots = append(allots, logbook.Allotted{Planting: c.id(), PieceRef: logbook.PieceRef{Tray: logbook.ID(1 + c.rng.IntN(3)), Tuber: c.count(3), Piece: oneOf(c, 0, 0, 1, -1)}})
	}
	_, err := c.g.ConfirmAllotment(ctx, allots, c.request())
	return err
}

func (c *chaos) start(ctx context.Context) error {
	_, err := c.g.Start(ctx, logbook.Nursling{Label: c.label(), Kind: oneOf(c, logbook.Pot, logbook.Root, "x"), Variety: logbook.Variety{ID: c.id()}, Weight: measure.Mass(oneOf(c, 0, c.number(80))), Method: oneOf(c, logbook.InJar, logbook.InSand, ""), Temp: measure.Temperature(c.number(25)), Shelter: c.shelter(), Started: c.day()}, c.request())
	return err
}

func (c *chaos) recordNursery(ctx context.Context) error {
	e := logbook.NurseryEntry{Nursling: logbook.ID(1 + c.rng.IntN(4)), Day: c.day(), Shelter: "", Count: c.count(3), Nodes: oneOf(c, 0, 3, c.count(4)), Text: c.text(),
		Kind: oneOf(c, logbook.NurseMoved, logbook.NurseShoots, logbook.NurseTaken, logbook.NurseTaken, logbook.NurseRooted, logbook.NurseHardened, logbook.NurseEnded, logbook.NursePlanted, logbook.NurseryKind("x"))}
	if e.Kind == logbook.NurseMoved {
		e.Shelter = c.shelter()
	}
	_, err := c.g.RecordNursery(ctx, e, c.request())
	return err
}

func (c *chaos) undoNursery(ctx context.Context) error {
	_, err := c.g.UndoNursery(ctx, logbook.ID(1+c.rng.IntN(15)), c.request())
	return err
}

func (c *chaos) transplant(ctx context.Context) error {
	from := garden.FromNursery{Root: logbook.ID(1 + c.rng.IntN(4)), Slips: c.count(2), Height: measure.Length(c.number(20))}
	for range c.rng.IntN(3) {
		from.Pots = append(from.Pots, logbook.ID(1+c.rng.IntN(4)))
	}
	_, err := c.g.PlantFromNursery(ctx, c.id(), c.day(), from, c.request())
	return err
}

func (c *chaos) addProduct(ctx context.Context) error {
	p := logbook.Product{Name: c.text() + strconv.Itoa(c.rng.IntN(9)), Kind: oneOf(c, logbook.MediumSack, logbook.FeedPack, logbook.LiquidFeed, logbook.SundryPack, "x"), Component: oneOf(c, "compost", "coir", "moon"),
		Litres: measure.Volume(c.number(50)), Weight: measure.Mass(c.number(1000)), Pieces: c.count(10), Sundry: oneOf(c, logbook.Canes, logbook.Labels, "x"), Price: c.count(700)}
	p.Feed = medium.Product{Nitrogen: c.number(5), Phosphate: c.number(4), Potash: c.number(6), Dilution: c.number(10), Handful: measure.Mass(oneOf(c, 0, c.number(35)))}
	_, err := c.g.AddProduct(ctx, p, c.request())
	return err
}

func (c *chaos) stock(ctx context.Context) error {
	if c.now(3) {
		_, err := c.g.UndoStock(ctx, c.id(), c.request())
		return err
	}
	if c.now(4) {
		return c.g.SetHandful(ctx, c.id(), measure.Mass(c.number(35)), c.request())
	}
	_, err := c.g.Stock(ctx, logbook.StockEntry{Product: c.id(), Kind: oneOf(c, logbook.StockBought, logbook.StockCounted, "x"), Packs: c.number(2)}, c.request())
	return err
}

func (c *chaos) addMix(ctx context.Context) error {
	_, err := c.g.AddMix(ctx, c.text()+strconv.Itoa(c.rng.IntN(9)), map[string]float64{"compost": c.number(2), "coir": c.number(2), c.text(): c.number(1)}, c.request())
	return err
}

func (c *chaos) setComponent(ctx context.Context) error {
	k := medium.Component{Name: c.text(), WetKg: c.number(0.8), Settling: c.number(0.2), Water: c.number(0.3), PH: c.number(6), Nitrogen: oneOf(c, 0, c.number(0.1)), Source: c.text(), Inert: c.now(4), Fresh: c.now(4)}
	if c.now(2) {
		k.Key, k.Name = "compost", "compost"
	}
	return c.g.SetComponent(ctx, k, c.request())
}

func (c *chaos) importWeather(ctx context.Context) error {
	var days []logbook.DayRecord
	from := c.day()
	for i := range c.rng.IntN(6) {
		d := logbook.DayRecord{Day: from + measure.Day(i), Humidity: math.NaN(), Wind: math.NaN(), Sun: oneOf(c, math.NaN(), c.number(6)), Source: oneOf(c, "", c.text(), logbook.Simulated)}
		d.Min, d.Max, d.Rain = c.number(4)-2, c.number(8)+8, c.number(3)
		days = append(days, d)
	}
	_, err := c.g.ImportWeather(ctx, days, c.text(), c.request())
	return err
}

func (c *chaos) undoWeather(ctx context.Context) error {
	_, err := c.g.UndoWeather(ctx, c.id(), c.request())
	return err
}

func (c *chaos) setSettings(ctx context.Context) error {
	if c.now(2) {
		return c.g.Set(ctx, garden.Nips(c.now(2)))
	}
	return c.g.Set(ctx, garden.Units(oneOf(c, measure.Systems[:]...)))
}
