package demo

import (
	"context"
	"fmt"
	"strconv"

	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// builder runs the use cases and counts requests, so that client keys are the
// same on every run.
type builder struct {
	g    *garden.Garden
	keys int

	varieties map[string]logbook.Variety
	models    map[string]logbook.ID
	bags      map[string]logbook.Bag
	trays     map[string]*laid // by variety, that sowings take seed from
	roots     map[string]logbook.ID
}

func (b *builder) asked(today measure.Day) garden.Request {
	b.keys++
	return garden.Request{Key: "demo-" + strconv.Itoa(b.keys), Today: today}
}

// Fill an empty garden with the scenario.
func Fill(ctx context.Context, g *garden.Garden) error {
	b := &builder{g: g}
	if err := b.catalogue(ctx); err != nil {
		return err
	}
	if err := b.sowAll(ctx, season2024); err != nil {
		return err
	}
	if err := b.sowAll(ctx, season2025); err != nil {
		return err
	}
	year := Today().Year()
	if err := b.layOut(ctx, year); err != nil {
		return err
	}
	if err := b.nurse(ctx, year); err != nil {
		return err
	}
	if err := b.sowAll(ctx, season2026); err != nil {
		return err
	}
	for _, t := range trials {
		if _, err := b.g.LayTrial(ctx, t, b.asked(measure.Date(t.Year, 6, 9))); err != nil {
			return fmt.Errorf("laying out the trial of %d: %w", t.Year, err)
		}
	}
	if err := b.stockUp(ctx, Today()); err != nil {
		return err
	}
	if err := b.standing(ctx, Today()); err != nil {
		return err
	}
	return b.watch(ctx, Today())
}

func (b *builder) sowAll(ctx context.Context, list []sowing) error {
	for _, s := range list {
		if err := b.sow(ctx, s); err != nil {
			return fmt.Errorf("sowing %s in %s, %d: %w", s.variety, s.bag, s.year, err)
		}
	}
	return nil
}

// catalogue adds varieties, models, places and bags.
func (b *builder) catalogue(ctx context.Context) error {
	start := measure.Date(2024, 1, 20)
	if err := b.g.Set(ctx, garden.MoneySign("€")); err != nil {
		return err
	}
	if err := b.g.SaveSite(ctx, site(), b.asked(start)); err != nil {
		return fmt.Errorf("saving the site: %w", err)
	}
	for _, v := range varieties {
		if _, err := b.g.AddVariety(ctx, v, b.asked(start)); err != nil {
			return fmt.Errorf("adding variety %s: %w", v.Name, err)
		}
	}
	b.models = map[string]logbook.ID{}
	for _, m := range models {
		shape, err := m.shape()
		if err != nil {
			return fmt.Errorf("shaping %s: %w", m.name, err)
		}
		id, err := b.g.AddModel(ctx, logbook.Model{Name: m.name, Shape: shape, Material: m.material, Drainage: m.drain, Holes: m.holes, Rolls: m.rolls, Sold: m.sold, Empty: m.empty, Price: m.price, Lasts: m.lasts}, b.asked(start))
		if err != nil {
			return fmt.Errorf("adding kind of bag %s: %w", m.name, err)
		}
		b.models[m.name] = id
	}
	for _, p := range places {
		for _, pair := range p.bags {
			n := garden.NewBags{Labels: []string{pair[1]}, Model: b.models[pair[0]], Place: p.name, Shelter: p.shelter}
			if _, err := b.g.AddBags(ctx, n, b.asked(start)); err != nil {
				return fmt.Errorf("adding bag %s: %w", pair[1], err)
			}
		}
	}
	return b.look(ctx)
}

// look reads back what was added.
func (b *builder) look(ctx context.Context) error {
	v, err := b.g.Look(ctx, Today())
	if err != nil {
		return err
	}
	c, err := v.Catalogue()
	if err != nil {
		return err
	}
	b.varieties, b.bags = map[string]logbook.Variety{}, map[string]logbook.Bag{}
	for _, v := range c.Varieties {
		b.varieties[v.Name] = v
	}
	for _, bag := range c.Bags {
		b.bags[bag.Label] = bag
	}
	return nil
}

func (b *builder) sow(ctx context.Context, s sowing) error {
	on := func(monthDay string) (measure.Day, error) {
		return measure.ParseDay(fmt.Sprintf("%d-%s", s.year, monthDay))
	}
	planned, err := on(s.planned)
	if err != nil {
		return err
	}
	bag, variety := b.bags[s.bag], b.varieties[s.variety]
	timing := logbook.UsualTiming(bag, variety)
	if s.timing != nil {
		timing = s.timing(timing)
	}
	id, err := b.g.PlanBag(ctx, garden.NewPlanting{
		Timing: timing,
		Year:   s.year, Bag: bag.ID, Variety: variety.ID, Number: max(s.number, len(s.pieces), s.slips),
		Filling: forecast.DefaultLadder(bag.Model.Shape, variety.Class, s.school),
	}, b.asked(planned))
	if err != nil || s.planted == "" {
		return err
	}
	day, err := on(s.planted)
	if err != nil {
		return err
	}
	if err := b.plant(ctx, s, id, day); err != nil {
		return err
	}
	for _, d := range s.doings {
		if day, err = on(d.day); err != nil {
			return err
		}
		e := d.entry()
		e.Planting, e.Day = id, day
		if _, err := b.g.Record(ctx, e, b.asked(day)); err != nil {
			return fmt.Errorf("on %s: %w", day, err)
		}
	}
	return nil
}

// plant a sowing with the seed of its tray, or slips of a root of the nursery.
func (b *builder) plant(ctx context.Context, s sowing, id logbook.ID, day measure.Day) error {
	if root := b.roots[s.root]; root != 0 {
		_, err := b.g.PlantFromNursery(ctx, id, day, garden.FromNursery{Root: root, Slips: s.slips}, b.asked(day))
		return err
	}
	if err := b.give(ctx, s, id, day); err != nil {
		return err
	}
	e := logbook.Entry{Planting: id, Kind: logbook.Planted, Day: day, Seed: seed.Known{Pieces: s.pieces}, Slips: s.slips}
	_, err := b.g.Record(ctx, e, b.asked(day))
	return err
}

func (d doing) entry() logbook.Entry {
	switch {
	case d.raise > 0 || d.loose > 0:
		return logbook.Entry{Kind: logbook.Raised, RaiseBy: d.raise, Loose: d.loose}
	case d.stem > 0:
		return logbook.Entry{Kind: logbook.Measured, Height: d.stem}
	case d.up:
		return logbook.Entry{Kind: logbook.Emerged}
	case d.frosted:
		return logbook.Entry{Kind: logbook.Frosted}
	case d.fed:
		return logbook.Entry{Kind: logbook.Fed}
	case d.topped > 0:
		return logbook.Entry{Kind: logbook.Topped, Loose: d.topped}
	case d.tended != "":
		return logbook.Entry{Kind: logbook.Tended, What: d.tended}
	case d.seen != "":
		return logbook.Entry{Kind: logbook.Sighted, Thing: d.seen, Level: d.level, Text: d.note}
	case d.felt > 0:
		return logbook.Entry{Kind: logbook.Moisture, Level: d.felt}
	case d.given > 0:
		return logbook.Entry{Kind: logbook.Watered, Thing: "can", Amount: float64(d.given)}
	case d.taken != "":
		return logbook.Entry{Kind: logbook.Taken, Text: d.taken}
	case len(d.weigh) > 0:
		return logbook.Entry{Kind: logbook.Weighed, Batches: d.weigh}
	case d.closed:
		return logbook.Entry{Kind: logbook.Closed}
	default:
		return logbook.Entry{Kind: logbook.Noted, Text: d.note}
	}
}
