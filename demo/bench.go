package demo

import (
	"context"
	"fmt"
	"math"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
)

// lot of seed with its tray; the tubers planted this year lie in it first.
type lot struct {
	label, tray, variety string
	cost                 int
	came                 string             // "01-31" of the year
	spare                []measure.Mass     // beside those that are planted
	looked               string             // looked over on
	seen                 func(n int) glance // what tuber n showed
}

// glance at one tuber: eyes, sprouts, the longest in mm, thin, soft.
type glance struct {
	eyes, sprouts int
	mm            float64
	thin, soft    bool
}

// chitted is a tuber well on its way.
func chitted(n int) glance {
	return glance{eyes: 5 + n%4, sprouts: 2 + n%4, mm: 12 + float64(n*5%11)}
}

var lots = []lot{
	{label: "HL26", tray: "A1", variety: "Harbour Lantern", cost: 480, came: "02-18", spare: []measure.Mass{71, 49}, looked: "03-24", seen: chitted},
	{label: "NM26", tray: "A2", variety: "Netmender", cost: 450, came: "02-18", looked: "04-02", seen: chitted},
	{label: "GG26", tray: "A3", variety: "Grey Gannet", cost: 510, came: "02-18", looked: "04-02", seen: chitted},
	{label: "CQ26", tray: "A4", variety: "Cold Quay", cost: 620, came: "02-24", spare: []measure.Mass{59, 66, 52}, looked: "04-10", seen: chitted},
	{label: "TR26", tray: "A5", variety: "Tarred Rope", cost: 560, came: "02-24", looked: "04-12", seen: chitted},
	{
		label: "NM26C", tray: "B1", variety: "Netmender", cost: 520, came: "05-18",
		spare:  []measure.Mass{64, 58, 171, 61, 118, 55, 49, 67, 83, 60, 57, 52},
		looked: "06-08",
		seen: func(n int) glance {
			return []glance{
				{6, 3, 14, false, false}, {5, 2, 11, false, false}, {9, 4, 18, false, false}, {6, 3, 8, false, false},
				{5, 3, 16, false, false}, {4, 2, 3, false, false}, {4, 0, 0, false, false}, {7, 4, 32, false, false},
				{6, 6, 13, false, false}, {5, 2, 21, true, false}, {5, 2, 12, false, false}, {4, 1, 6, false, true},
			}[(n-1)%12]
		},
	},
}

// laid is a tray that sowings take their tubers from.
type laid struct {
	id   logbook.ID
	next int // tuber that is planted next
}

// layOut sets out the lots and looks them over. Tubers that the sowings of the
// year plant come first, in their order.
func (b *builder) layOut(ctx context.Context, year int) error {
	b.trays = map[string]*laid{}
	for _, l := range lots {
		on := func(monthDay string) (measure.Day, error) {
			return measure.ParseDay(fmt.Sprintf("%d-%s", year, monthDay))
		}
		came, err := on(l.came)
		if err != nil {
			return err
		}
		id, err := b.g.AddLot(ctx, garden.NewLot{
			Label: l.label, Variety: b.varieties[l.variety].ID, Source: logbook.Certified, Year: year, Cost: l.cost, Tray: l.tray, Temp: 10, Light: true,
		}, b.asked(came))
		if err != nil {
			return fmt.Errorf("lot %s: %w", l.label, err)
		}
		var weights []measure.Mass
		if b.trays[l.variety] == nil {
			b.trays[l.variety] = &laid{id, 1}
			for _, s := range season2026 {
				if s.variety == l.variety {
					weights = append(weights, s.pieces...)
				}
			}
		}
		weights = append(weights, l.spare...)
		if _, err := b.g.RecordSeed(ctx, logbook.SeedEntry{Tray: id, Kind: logbook.SeedWeighed, Day: came, Weights: weights}, b.asked(came)); err != nil {
			return fmt.Errorf("tray %s: %w", l.tray, err)
		}
		looked, err := on(l.looked)
		if err != nil {
			return err
		}
		e := logbook.SeedEntry{Tray: id, Kind: logbook.SeedLooked, Day: looked}
		for n := range weights {
			g := l.seen(n + 1)
			e.Seen = append(e.Seen, logbook.Seen{Tuber: n + 1, Eyes: g.eyes, Sprouts: g.sprouts, Longest: measure.Length(g.mm / 10), Stout: !g.thin, Soft: g.soft})
		}
		if _, err := b.g.RecordSeed(ctx, e, b.asked(looked)); err != nil {
			return fmt.Errorf("looking tray %s over: %w", l.tray, err)
		}
	}
	return nil
}

// give the pieces of a sowing to its planting from the tray of its variety.
func (b *builder) give(ctx context.Context, s sowing, planting logbook.ID, day measure.Day) error {
	t := b.trays[s.variety]
	if t == nil || len(s.pieces) == 0 {
		return nil
	}
	var allots []logbook.Allotted
	for range s.pieces {
		allots = append(allots, logbook.Allotted{Planting: planting, PieceRef: logbook.PieceRef{Tray: t.id, Tuber: t.next}})
		t.next++
	}
	_, err := b.g.ConfirmAllotment(ctx, allots, b.asked(day))
	return err
}

// nurse starts mother roots and pots and logs what came of them.
func (b *builder) nurse(ctx context.Context, year int) error {
	on := func(month, day int) measure.Day {
		return measure.Date(year, 1, 1) + measure.Day(30*(month-1)) + measure.Day(day+month/2)
	}
	b.roots = map[string]logbook.ID{}
	for _, r := range []struct {
		label, variety string
		weight         measure.Mass
		method         logbook.Method
		temp           measure.Temperature
		started        measure.Day
	}{
		{"S1", "Signal Copper", 312, logbook.InSand, 25, on(3, 29)},
		{"S2", "Low Lamp", 268, logbook.InJar, 24, on(3, 30)},
		{"S3", "Low Lamp", 224, logbook.InTray, 23, on(5, 2)},
	} {
		id, err := b.g.Start(ctx, logbook.Nursling{
			Label: r.label, Kind: logbook.Root, Variety: b.varieties[r.variety], Weight: r.weight, Method: r.method, Temp: r.temp,
			Shelter: climate.Heated, Started: r.started,
		}, b.asked(r.started))
		if err != nil {
			return fmt.Errorf("root %s: %w", r.label, err)
		}
		b.roots[r.label] = id
	}
	log := func(label string, day measure.Day, kind logbook.NurseryKind, count, nodes int) error {
		_, err := b.g.RecordNursery(ctx, logbook.NurseryEntry{Nursling: b.roots[label], Kind: kind, Day: day, Count: count, Nodes: nodes}, b.asked(day))
		if err != nil {
			return fmt.Errorf("root %s on %s: %w", label, day, err)
		}
		return nil
	}
	for _, e := range []struct {
		label        string
		day          measure.Day
		kind         logbook.NurseryKind
		count, nodes int
	}{
		{"S1", on(4, 20), logbook.NurseShoots, 6, 0}, {"S2", on(4, 24), logbook.NurseShoots, 5, 0},
		{"S1", on(5, 15), logbook.NurseTaken, 8, 3}, {"S2", on(5, 17), logbook.NurseTaken, 6, 4},
		{"S1", on(5, 23), logbook.NurseRooted, 8, 0}, {"S2", on(5, 24), logbook.NurseRooted, 6, 0},
		{"S1", on(5, 30), logbook.NurseHardened, 8, 0}, {"S2", on(5, 30), logbook.NurseHardened, 6, 0},
		{"S3", on(5, 25), logbook.NurseShoots, 4, 0},
	} {
		if err := log(e.label, e.day, e.kind, e.count, e.nodes); err != nil {
			return err
		}
	}
	for i, w := range []measure.Mass{63, 58} {
		day := on(5, 26)
		if _, err := b.g.Start(ctx, logbook.Nursling{
			Label: fmt.Sprintf("P%d", i+1), Kind: logbook.Pot, Variety: b.varieties["Harbour Lantern"], Weight: w, Shelter: climate.Wall, Started: day,
		}, b.asked(day)); err != nil {
			return fmt.Errorf("pot %d: %w", i+1, err)
		}
	}
	return nil
}

// wall is the record that the grower keeps.
const wall = "thermometer on the net loft wall"

// watch brings in last year's weather and this year's up to yesterday, but for a
// week the grower was away. It has a cold night and a warm wet spell.
func (b *builder) watch(ctx context.Context, today measure.Day) error {
	s := site()
	n, err := s.Normals()
	if err != nil {
		return err
	}
	sim := climate.NewSimulator(n, 2025)
	for year := today.Year() - 1; year <= today.Year(); year++ {
		var simulated [365]climate.DayWeather
		sim.Year(&simulated)
		start := measure.Date(year, 1, 1)
		var days []logbook.DayRecord
		for i, w := range simulated {
			d := start + measure.Day(i)
			away := year == today.Year() && i >= 44 && i < 51
			if d >= today || away {
				continue
			}
			r := logbook.DayRecord{Day: d, DayWeather: w, Wind: math.NaN(), Sun: math.NaN(), Source: wall}
			switch month, day := int(d-start)/30, d.DayOfMonth(); {
			case year == today.Year() && d == measure.Date(year, 5, 7):
				r.Min = -1.4
			case year == today.Year() && month == 5 && day >= 3 && day <= 6 && d > measure.Date(year, 6, 1):
				r.Min, r.Max, r.Rain = math.Max(r.Min, 11.5), math.Max(r.Max, 17), r.Rain+4
			}
			r.Min, r.Max, r.Rain = tenth(r.Min), tenth(math.Max(r.Max, r.Min+1)), tenth(r.Rain)
			r.Humidity = math.Round(r.DayWeather.Humidity())
			days = append(days, r)
		}
		if _, err := b.g.ImportWeather(ctx, days, wall, b.asked(today)); err != nil {
			return fmt.Errorf("weather of %d: %w", year, err)
		}
	}
	return b.coldNight(ctx, today)
}

// bulletin is whose forecast the cold night ahead is of.
const bulletin = "harbour bulletin"

// coldNight is forecast for the night after next, under a clear sky before a warm day.
func (b *builder) coldNight(ctx context.Context, today measure.Day) error {
	cold := logbook.DayRecord{Day: today + 2, DayWeather: climate.DayWeather{Min: 2.4, Max: 21.3}, Humidity: math.NaN(), Wind: math.NaN(), Sun: math.NaN()}
	if _, err := b.g.ImportWeather(ctx, []logbook.DayRecord{cold}, bulletin, b.asked(today)); err != nil {
		return fmt.Errorf("the cold night ahead: %w", err)
	}
	return nil
}

func tenth(v float64) float64 { return math.Round(v*10) / 10 }

// lateCrop is how the second earlies for winter are timed: under glass at the end.
func lateCrop(t logbook.Timing) logbook.Timing {
	t.Way, t.Chitted, t.Then = calendar.Late, true, climate.Greenhouse
	return t
}
