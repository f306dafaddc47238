package web_test

import (
	"context"
	"errors"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/logbook"
)

// Calls that keep what is done and seen, put right, and bring in.

func (c *chaos) care() logbook.Entry {
	d := oneOf(c, logbook.Doings...)
	e := logbook.Entry{Kind: d.Kind, Day: c.day(), About: c.now(4), Amount: oneOf(c, 0, c.number(4), c.number(60)), Level: oneOf(c, 0, 0, 1, 2, c.count(9)), Text: oneOf(c, "", c.text())}
	if len(d.Things) > 0 && !c.now(5) {
		e.Thing = oneOf(c, d.Things...).Key
	} else if c.now(2) {
		e.Thing = c.text()
	}
	if d.Kind == logbook.Moved {
		e.Place = oneOf(c, 0, c.id())
		e.Thing = string(c.shelter())
	}
	return e
}

func (c *chaos) keepFirst(ctx context.Context) error {
	_, err := c.g.KeepFirst(ctx, garden.First{Litres: measure.Volume(c.number(40)), Count: oneOf(c, 0, c.count(9)), Class: oneOf(c, crop.Classes()...), Climate: oneOf(c, "highland", "cool-maritime", c.text()), Year: 2026}, c.request())
	return err
}

func (c *chaos) careFor(ctx context.Context) error {
	e := c.care()
	e.Planting = c.id()
	_, err := c.g.Record(ctx, e, c.request())
	return err
}

func (c *chaos) careForMany(ctx context.Context) error {
	var ids []logbook.ID
	for range c.rng.IntN(4) {
		ids = append(ids, c.id())
	}
	_, err := c.g.RecordMany(ctx, c.care(), ids, c.request())
	return err
}

func (c *chaos) answerOverdue(ctx context.Context) error {
	ask := garden.OverdueAnswers{All: c.now(3), SkipAll: c.now(6)}
	for range c.rng.IntN(4) {
		ask.Some = append(ask.Some, garden.OverdueAnswer{Planting: c.id(), What: job.Kind(c.text()), Skip: c.now(3)})
	}
	_, err := c.g.AnswerOverdue(ctx, ask, c.request())
	return err
}

func (c *chaos) waterAsked(ctx context.Context) error {
	var ids []logbook.ID
	for range c.rng.IntN(5) {
		ids = append(ids, c.id())
	}
	_, err := c.g.WaterAsked(ctx, ids, nil, c.request())
	return err
}

func (c *chaos) undoMany(ctx context.Context) error {
	_, err := c.g.UndoMany(ctx, c.text(), c.request())
	return err
}

func (c *chaos) correct(ctx context.Context) error {
	ask := garden.Correction{Sure: c.now(2)}
	id := c.id()
	switch c.rng.IntN(8) {
	case 0:
		ask.Variety = &logbook.Variety{ID: id, Name: c.text(), Class: oneOf(c, crop.Classes()...), PacketDays: oneOf(c, 0, c.count(100))}
	case 1:
		shape, _ := bag.NewRound(measure.Length(c.number(36)), measure.Length(c.number(40)), measure.Length(c.number(40)))
		switch c.rng.IntN(3) {
		case 0:
			shape, _ = bag.NewOfLitres(measure.Volume(c.number(30)), 0, 0)
		case 1:
			shape, _ = bag.NewBed(measure.Length(c.number(300)), measure.Length(c.number(100)))
		}
		ask.Model = &logbook.Model{ID: id, Name: c.text(), Shape: shape, Material: oneOf(c, logbook.Materials()...), Drainage: bag.Drainage{Way: oneOf(c, bag.ThroughWall, bag.BaseHoles, bag.NoHoles)}}
	case 2:
		ask.Bag = &garden.BagCorrection{ID: id, Label: c.label(), Model: c.id(), Place: c.id()}
	case 3:
		ask.Place = &logbook.Place{ID: id, Name: c.text(), Shelter: c.shelter()}
	case 4:
		ask.Lot = &garden.LotCorrection{ID: id, Label: c.label(), Variety: c.id(), Source: logbook.Kitchen, Year: 2026, Cost: c.count(100)}
	case 5:
		ask.Tray = &logbook.Tray{ID: id, Label: c.label()}
	case 6:
		ask.Mix = &garden.MixCorrection{ID: id, Name: c.text(), Parts: map[string]float64{"compost": c.number(2)}}
	default:
		filling := hill.Defaults(oneOf(c, hill.Schools()...))
		filling.Trigger, filling.Showing, filling.Raises = measure.Length(oneOf(c, 0, c.number(20))), measure.Length(oneOf(c, 0, c.number(5))), oneOf(c, hill.BySchool, hill.OfMedium, hill.OfStraw)
		ask.Plan = &garden.PlanCorrection{ID: id, Variety: c.id(), Number: c.count(4), Filling: filling}
	}
	_, err := c.g.Correct(ctx, ask, c.request())
	if unsure := (*garden.NotSure)(nil); errors.As(err, &unsure) {
		return logbook.Refuse("sure", "It moves {} figures.", len(unsure.Moves))
	}
	return err
}

func (c *chaos) retire(ctx context.Context) error {
	_, err := c.g.Retire(ctx, oneOf(c, logbook.Things()...), c.id(), c.now(2), c.request())
	return err
}

func (c *chaos) remove(ctx context.Context) error {
	_, err := c.g.Delete(ctx, oneOf(c, logbook.Things()...), c.id(), c.request())
	return err
}

func (c *chaos) bringIn(ctx context.Context) error {
	n := garden.NewPast{Class: oneOf(c, crop.Classes()...), Litres: measure.Volume(c.number(40)), Place: c.text()}
	for i := range c.rng.IntN(3) {
		p := garden.PastSeason{Line: i + 2, Bag: oneOf(c, "", c.label()), Variety: c.text(), Year: 2015 + c.rng.IntN(11), Nothing: c.now(5), Unknown: c.now(4)}
		p.Seed.Count = oneOf(c, 0, c.count(4))
		p.Low = measure.Mass(c.number(1500))
		p.High = p.Low * measure.Mass(oneOf(c, 1, 1.5))
		n.Seasons = append(n.Seasons, p)
	}
	_, err := c.g.BringIn(ctx, n, c.request())
	return err
}
