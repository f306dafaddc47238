package garden_test

import (
	"fmt"
	"math"
	"testing"

	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Growers grow in ways of their own: each goes from seed to planting day, and on, without a
// refusal, and comes to what it should.
func TestWaysOfGrowing(t *testing.T) {
	weighed := func(g ...measure.Mass) seed.Known { return seed.Known{Pieces: g} }
	for name, way := range map[string]func(*testing.T, *yard){
		"pots under cover, carried in on frosty nights": func(t *testing.T, y *yard) {
			b := y.bags(litres(12), "Porch", climate.Fleece, "C1", "C2")
			id := y.put(b[0], y.named("Early Buoy", crop.FirstEarly), 1, today-100, weighed(61))
			for i := range measure.Day(3) {
				y.did(id, logbook.Entry{Kind: logbook.Protected, Thing: logbook.CarriedIn, Day: today - 60 + 2*i})
				y.did(id, logbook.Entry{Kind: logbook.Protected, Thing: logbook.CarriedOut, Day: today - 59 + 2*i})
			}
			if st := y.state(id); len(st.Moves) != 6 || st.Grown == nil || st.Grown.Plant.Stays[len(st.Grown.Plant.Stays)-1].Offset != climate.Fleece.Offset() {
				t.Errorf("it stands at %+v", st.Grown.Plant.Stays)
			}
		},
		"one tuber each in several sizes of pot": func(t *testing.T, y *yard) {
			v := y.named("Early Buoy", crop.FirstEarly)
			last := measure.Volume(0)
			for i, l := range []measure.Volume{8, 12, 20, 35} {
				b := y.bags(litres(l), "Wall", climate.Wall, fmt.Sprintf("P%d", i+1))
				id := y.put(b[0], v, 1, today-70, weighed(58))
				if st := y.state(id); st.Settled() <= last || st.Plants != 1 {
					t.Errorf("%v L: %v settled", l, st.Settled())
				} else {
					last = st.Settled()
				}
			}
		},
		"two rings in an ordinary tub": func(t *testing.T, y *yard) {
			b := y.bags(shaped(bag.NewRound(30, 36, 34)), "Yard", climate.Open, "T1")
			id := y.put(b[0], y.named("Broad Sound", crop.Maincrop), 6, today-60, seed.Known{Count: 6, Total: 330}, school(hill.TwoLevel))
			if st := y.state(id); len(st.Ladder.Seed) != 2 || st.Seed != 330 {
				t.Errorf("%+v", st.Ladder)
			}
		},
		"a very large ring, set up in autumn over chips": func(t *testing.T, y *yard) {
			b := y.bags(shaped(bag.NewRound(120, 120, 60)), "Plot", climate.Open, "RING")
			v := y.named("Broad Sound", crop.Maincrop)
			ask := garden.NewPlanting{Year: 2026, Bag: b[0].ID, Variety: v, Number: 24, Filling: hill.Defaults(hill.Steps)}
			ask.Filling.Filler = 15
			id, err := y.PlanBag(ctx, ask, y.asked())
			y.must(err)
			y.did(id, logbook.Entry{Kind: logbook.Filled, Amount: 300, Day: measure.Date(2025, 11, 8), About: true})
			y.did(id, logbook.Entry{Kind: logbook.Planted, Day: today - 60, Seed: seed.Known{Total: 1400}})
			st := y.state(id)
			// 300 L loose settle to 255 L: 22.5 cm over the chips, on 1.131 m² of floor.
			if want := measure.Length(15 + 255.0/11.31); st.Level < want-0.2 || st.Level > want+0.2 || st.Counted || st.Plants != 24 {
				t.Errorf("it stands at %v, want %v; %d plants", st.Level, want, st.Plants)
			}
		},
		"an unrolling bag for winter": func(t *testing.T, y *yard) {
			m := shaped(bag.NewRound(35, 35, 45))
			m.Rolls, m.Material = true, logbook.Fabric
			b := y.bags(m, "Glasshouse", climate.Greenhouse, "W1")
			id := y.put(b[0], y.named("Early Buoy", crop.FirstEarly), 2, measure.Date(2025, 8, 20), weighed(60, 66), school(hill.RolledRim))
			y.did(id, logbook.Entry{Kind: logbook.Raised, RaiseBy: 8, Day: measure.Date(2025, 9, 25)})
			if st := y.state(id); st.Raised != 8 {
				t.Errorf("raised %v", st.Raised)
			}
		},
		"kitchen seed in many bags of two kinds": func(t *testing.T, y *yard) {
			b := y.bags(litres(30), "Steps", climate.Open, "K1", "K2", "K3", "K4", "K5", "K6")
			for i, class := range []crop.Class{crop.Maincrop, crop.SecondEarly, crop.Maincrop, crop.SecondEarly, crop.Maincrop, crop.SecondEarly} {
				id := y.put(b[i], 0, 2, today-50, seed.Known{Count: 2}, func(n *garden.NewPlanting) {
					n.Unknown, n.Filling = class, forecast.DefaultLadder(b[i].Model.Shape, class, hill.Default(class))
				})
				if st := y.state(id); st.Variety.Name != logbook.UnknownName(class) || st.SeedHow != measure.Estimated || st.SeedLow >= st.SeedHigh {
					t.Errorf("%s: %v to %v of seed", st.Variety.Name, st.SeedLow, st.SeedHigh)
				}
			}
			if all, err := y.look().AllVarieties(); err != nil || len(all) != 2 {
				t.Errorf("%d varieties, %v", len(all), err)
			}
		},
		"improvised boxes compared by floor area": func(t *testing.T, y *yard) {
			v := y.named("Broad Sound", crop.Maincrop)
			for i, w := range []measure.Length{40, 80} {
				m := shaped(bag.NewBox(50, w, 50, w, 35))
				m.Material = logbook.Card
				b := y.bags(m, "Yard", climate.Open, fmt.Sprintf("X%d", i+1))
				id := y.put(b[0], v, 3, today-90, weighed(55, 55, 55))
				y.did(id, logbook.Entry{Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 2000, Grade: "keep"}}})
				st := y.state(id)
				if got, want := float64(measuresOf(&st)), 2000/(0.5*float64(w)/100); got < want-1 || got > want+1 {
					t.Errorf("%v wide: %v g a square metre, want %v", w, got, want)
				}
			}
		},
		"slips of two varieties in one pouch with a reservoir, in the south": func(t *testing.T, y *yard) {
			p, _ := climate.PresetNamed("cool-maritime")
			site := logbook.NewSite(p).Turned()
			site.Name, site.Latitude = "Far Jetty", -site.Latitude
			y.must(y.SaveSite(ctx, site, y.asked()))
			m := shaped(bag.NewBox(40, 20, 40, 20, 40))
			m.Drainage = bag.Drainage{Way: bag.SideHoles, HoleHeight: 6}
			m.Material = logbook.Fabric
			b := y.bags(m, "Glasshouse", climate.Greenhouse, "S1")
			day := measure.Date(2025, 12, 1)
			first := y.put(b[0], y.named("Low Lamp", crop.SweetMid), 2, day, seed.Known{Count: 2})
			second := y.put(b[0], y.named("Signal Red", crop.SweetEarly), 2, day, seed.Known{Count: 2}, func(n *garden.NewPlanting) { n.Beside = true })
			a, c := y.state(first), y.state(second)
			if a.Part() != 0.5 || c.Part() != 0.5 || a.Plants != 2 || a.Seed != 0 {
				t.Errorf("shares %v and %v", a.Part(), c.Part())
			}
		},
		"dozens of tubs, rain only": func(t *testing.T, y *yard) {
			var labels []string
			for i := range 24 {
				labels = append(labels, fmt.Sprintf("D%d", i+1))
			}
			b := y.bags(litres(25), "Field", climate.Open, labels...)
			vs := []logbook.ID{y.named("Broad Sound", crop.Maincrop), y.named("Early Buoy", crop.FirstEarly), y.named("Middle Ness", crop.SecondEarly)}
			var ids []logbook.ID
			for i := range b {
				ids = append(ids, y.put(b[i], vs[i%3], 1, today-60, weighed(60)))
			}
			_, err := y.RecordMany(ctx, logbook.Entry{Kind: logbook.Watered, Thing: "rain", Day: today - 3}, ids, y.asked())
			y.must(err)
			for _, id := range ids {
				if st := y.state(id); len(st.Care) != 1 {
					t.Errorf("%s: %+v", st.Bag.Label, st.Care)
				}
			}
		},
		"small bags known by litres only": func(t *testing.T, y *yard) {
			b := y.bags(litres(14), "Balcony", climate.Wall, "L1", "L2")
			v := y.named("Early Buoy", crop.FirstEarly)
			for i, n := range []int{1, 3} {
				st := y.state(y.put(b[i], v, n, today-60, seed.Known{Count: n, Total: measure.Mass(55 * n)}))
				if full := st.Bag.Model.Shape.Full(); full < 13.99 || full > 14.01 || st.Bag.Model.Assumed != logbook.AllAssumed {
					t.Errorf("it holds %v", full)
				}
			}
		},
		"a beginner's bag filled in thirds": func(t *testing.T, y *yard) {
			b := y.bags(litres(40), "Yard", climate.Open, "B1")
			third := b[0].Model.Shape.UsableTop(4) / 3
			id := y.put(b[0], y.named("Broad Sound", crop.Maincrop), 3, today-70, seed.Known{Count: 3}, func(n *garden.NewPlanting) {
				n.Filling = hill.Defaults(hill.Steps)
				n.Filling.Base, n.Filling.Cover, n.Filling.MaxLayer, n.Filling.Trigger = third-8, 8, third+0.1, 25
			})
			y.did(id, logbook.Entry{Kind: logbook.Raised, RaiseBy: third, Day: today - 20})
			if st := y.state(id); len(st.Rungs) != 1 || st.Rungs[0].Trigger != 25 {
				t.Errorf("left to do: %+v", st.Rungs)
			}
		},
		"indoors under lamp and mat": func(t *testing.T, y *yard) {
			b := y.bags(litres(20), "Cellar", climate.Heated, "I1")
			id := y.put(b[0], y.named("Early Buoy", crop.FirstEarly), 1, measure.Date(2026, 1, 10), weighed(64), func(n *garden.NewPlanting) {
				n.Timing = logbook.Timing{Way: calendar.Direct, Chitted: true, Shelter: climate.Heated}
			})
			if st := y.state(id); st.Grown.Run.Up == 0 || st.Grown.Run.Mature == 0 || st.Grown.Run.Mature > today+30 {
				t.Errorf("up %v, ready %v", st.Grown.Run.Up, st.Grown.Run.Mature)
			}
		},
		"tubs felt out again and again, from cut seed": func(t *testing.T, y *yard) {
			b := y.bags(litres(35), "Yard", climate.Open, "F1")
			id := y.put(b[0], y.named("Early Buoy", crop.FirstEarly), 3, today-90, seed.Known{Pieces: []measure.Mass{45, 48, 52}, Hows: []measure.Known{"", measure.Estimated, ""}})
			for i := range measure.Day(3) {
				y.did(id, logbook.Entry{Kind: logbook.Taken, Text: "a panful", Day: today - 20 + 5*i})
			}
			y.did(id, logbook.Entry{Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 800, Grade: "keep"}}})
			st := y.state(id)
			low, high := func() (float64, float64) { m := st.Measures(); return m.RatioRange() }()
			if !st.Unweighed || low >= high || st.SeedHow != measure.Estimated {
				t.Errorf("ratio %v to %v", low, high)
			}
		},
		"one, two or more tubers under straw": func(t *testing.T, y *yard) {
			v := y.named("Middle Ness", crop.SecondEarly)
			b := y.bags(litres(45), "Yard", climate.Open, "ST1", "ST2", "ST3")
			for i := range b {
				id := y.put(b[i], v, i+1, today-60, seed.Known{Count: i + 1}, school(hill.StrawOver))
				y.did(id, logbook.Entry{Kind: logbook.Raised, Loose: 6, Day: today - 20})
				if st := y.state(id); st.Layers[len(st.Layers)-1].Of != hill.Straw || st.Plants != i+1 {
					t.Errorf("%d: %+v", i+1, st.Layers)
				}
			}
		},
		"pre-grown, leaves buried, topped up by the settled centimetre": func(t *testing.T, y *yard) {
			b := y.bags(litres(40), "Yard", climate.Open, "G1")
			v := logbook.Variety{ID: y.named("Early Buoy", crop.FirstEarly)}
			pot, err := y.Start(ctx, logbook.Nursling{Label: "N1", Kind: logbook.Pot, Variety: v, Weight: 62, Started: today - 70, Shelter: climate.FrostFree}, y.asked())
			y.must(err)
			id, err := y.PlanBag(ctx, garden.NewPlanting{Year: 2026, Bag: b[0].ID, Variety: v.ID, Number: 1, Filling: hill.Defaults(hill.BuryTransplant)}, y.asked())
			y.must(err)
			_, err = y.PlantFromNursery(ctx, id, today-40, garden.FromNursery{Pots: []logbook.ID{pot}, Height: 24}, y.asked())
			y.must(err)
			st := y.state(id)
			put := st.Filling.LooseMaterial(st.Filling.Over(), st.Bag.Model.Shape.Between(st.Level-2, st.Level))
			y.did(id, logbook.Entry{Kind: logbook.Topped, Loose: put, Day: today - 10})
			if got := y.state(id); got.Level != st.Level || got.Seed != 62 {
				t.Errorf("topped up where it sank it stands at %v, before %v", got.Level, st.Level)
			}
		},
		"bags against a bed": func(t *testing.T, y *yard) {
			v := y.named("Broad Sound", crop.Maincrop)
			bed := y.bags(shaped(bag.NewBed(400, 120)), "Plot", climate.Open, "BED")
			bags := y.bags(litres(40), "Yard", climate.Open, "A1")
			for _, b := range []logbook.Bag{bed[0], bags[0]} {
				id := y.put(b, v, map[bool]int{true: 20, false: 3}[b.Label == "BED"], today-80, seed.Known{Total: 900})
				y.did(id, logbook.Entry{Kind: logbook.Weighed, Day: today, Batches: []logbook.Batch{{Gross: 5000, Grade: "keep"}}})
				y.did(id, logbook.Entry{Kind: logbook.Closed, Day: today})
				st := y.state(id)
				m := st.Measures()
				if ground := b.Label == "BED"; ground != (m.Litres == 0) || m.PerArea() <= 0 || ground && (m.Area < 4.79 || m.Area > 4.81) {
					t.Errorf("%s: %v, %v", b.Label, m.Litres, m.Area)
				}
			}
			if l := y.shopping(); len(l.Lines) != 0 {
				t.Errorf("to buy for what is closed: %+v", l.Lines)
			}
		},
		"perlite with side holes on purpose": func(t *testing.T, y *yard) {
			m := shaped(bag.NewRound(30, 34, 34))
			m.Drainage = bag.Drainage{Way: bag.SideHoles, HoleHeight: 5}
			b := y.bags(m, "Porch", climate.Wall, "PE1")
			perlite, _ := medium.Usual().Named("perlite")
			id := y.put(b[0], y.named("Early Buoy", crop.FirstEarly), 2, today-60, weighed(60, 60), func(n *garden.NewPlanting) {
				n.Mix = medium.Mix{{Component: perlite, Share: 1}}
			})
			if st := y.state(id); !st.FeedAsk.Mix.Inert() {
				t.Error("it is not inert")
			}
		},
		"a lined bucket, and then another crop": func(t *testing.T, y *yard) {
			b := y.bags(shaped(bag.NewLined(28, 32, 34, 1)), "Yard", climate.Open, "LB")
			v := y.named("Early Buoy", crop.FirstEarly)
			first := y.put(b[0], v, 2, measure.Date(2026, 2, 20), weighed(60, 61))
			y.did(first, logbook.Entry{Kind: logbook.Weighed, Day: today - 2, Batches: []logbook.Batch{{Gross: 900, Grade: "keep"}}})
			y.did(first, logbook.Entry{Kind: logbook.Closed, Day: today - 2})
			if st := y.state(y.put(b[0], v, 1, today, weighed(70))); st.Stage != logbook.StageGrowing {
				t.Errorf("the second is %v", st.Stage)
			}
		},
		"slips and whole roots in long rows, bed and bags": func(t *testing.T, y *yard) {
			v := y.named("Low Lamp", crop.SweetMid)
			row := y.bags(shaped(bag.NewBed(3000, 90)), "Field", climate.Open, "ROW")
			field := y.state(y.put(row[0], v, 100, today-3, seed.Known{Count: 100}))
			if w := field.Water; w == nil || math.Abs(float64(w.Now.Capacity)-27*150*0.15) > 1e-6 {
				t.Errorf("150 mm of the soil of 27 m² hold %+v", w)
			}
			bags := y.bags(litres(40), "Glasshouse", climate.Greenhouse, "SB")
			id, err := y.PlanBag(ctx, garden.NewPlanting{Year: 2026, Bag: bags[0].ID, Variety: v, Number: 1, Filling: forecast.DefaultLadder(bags[0].Model.Shape, crop.SweetMid, hill.FillOnce)}, y.asked())
			y.must(err)
			y.did(id, logbook.Entry{Kind: logbook.Planted, Day: today - 30, Start: logbook.WholeRoot, Seed: seed.Known{Count: 1, Total: 340}})
			if st := y.state(id); st.Mother != 340 || st.Seed != 0 || st.Plants != 1 {
				t.Errorf("mother %v, seed %v, %d plants", st.Mother, st.Seed, st.Plants)
			}
		},
		"kitchen tubers in a bed, nothing weighed": func(t *testing.T, y *yard) {
			bed := y.bags(shaped(bag.NewBed(250, 100)), "Plot", climate.Open, "KB")
			id := y.put(bed[0], 0, 10, today-90, seed.Known{}, func(n *garden.NewPlanting) { n.Unknown = crop.Maincrop })
			y.did(id, logbook.Entry{Kind: logbook.Closed, Day: today})
			st := y.state(id)
			if _, ok := func() (float64, bool) { m := st.Measures(); return m.Ratio() }(); ok || !st.Unknown || st.SeedHow != measure.Unknown || st.Lifted() {
				t.Errorf("of nothing weighed there is a ratio: %+v", st.Known)
			}
		},
		"unlike containers, unequal seed, reused mix": func(t *testing.T, y *yard) {
			v := y.named("Broad Sound", crop.Maincrop)
			one, two := y.bags(litres(18), "Yard", climate.Open, "U1"), y.bags(shaped(bag.NewBox(60, 40, 62, 42, 30)), "Yard", climate.Open, "U2")
			mix, err := medium.Usual().ParseMix("compost=1")
			y.must(err)
			reused := func(n *garden.NewPlanting) { n.Mix = mix }
			a := y.put(one[0], v, 1, today-60, weighed(120), reused)
			y.did(a, logbook.Entry{Kind: logbook.Acidity, Amount: 6.8, Day: today - 70})
			y.put(two[0], v, 5, today-60, seed.Known{Pieces: []measure.Mass{30, 44, 58, 72, 95}}, reused)
		},
	} {
		t.Run(name, func(t *testing.T) {
			way(t, newYard(t))
		})
	}
}

// measuresOf is the harvest of a square metre.
func measuresOf(st *forecast.PlantingForecast) measure.Mass {
	m := st.Measures()
	return m.PerArea()
}
