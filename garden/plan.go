package garden

import (
	"context"

	"glebata/core/hill"
	"glebata/core/medium"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// NewPlanting is what "plan this bag" asks for.
type NewPlanting struct {
	Year    int
	Bag     logbook.ID
	Variety logbook.ID
	Number  int
	Filling hill.Plan
	Timing  logbook.Timing // the usual one when its Way is empty
	Mix     medium.Mix     // empty for the usual one
	// WillDrill is the grower's word that a bag without holes gets some first.
	WillDrill bool
}

// PlanBag keeps a planting for a bag that holds no other. Safe to repeat.
func (g *Garden) PlanBag(ctx context.Context, n NewPlanting, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, n, func(w Writer) (logbook.ID, error) { return planBag(ctx, w, n, a) })
}

// planBag within a transaction.
func planBag(ctx context.Context, w Writer, n NewPlanting, a Request) (logbook.ID, error) {
	b, v, err := bagAndVariety(ctx, w, n.Bag, n.Variety)
	if err != nil {
		return 0, err
	}
	if n.Year < a.Today.Year()-30 || n.Year > a.Today.Year()+2 {
		return 0, logbook.Refuse("year", "The season {} is too far off.", n.Year)
	}
	if err := isFree(ctx, w, b, n.Year); err != nil {
		return 0, err
	}
	d, err := forecast.DraftPlanting(b, v, n.Number, n.Filling)
	if err != nil {
		return 0, err
	}
	if !d.Drainage.Plantable && !n.WillDrill {
		return 0, logbook.Refuse("drill", "Bag {} has no drain holes: say that you will drill it, or choose another bag.", b.Label)
	}
	if n.Timing.Way != "" {
		if err := n.Timing.Check(v, n.Year); err != nil {
			return 0, err
		}
	}
	d.Planting.Planned = a.Today
	if d.Planting.Season, err = theSeason(ctx, w, n.Year); err != nil {
		return 0, err
	}
	id, err := w.AddPlanting(ctx, d.Planting)
	if err == nil && len(n.Mix) > 0 {
		err = setMix(ctx, w, id, n.Mix)
	}
	if err == nil && n.Timing.Way != "" {
		err = w.SetTiming(ctx, id, n.Timing)
	}
	return id, err
}

// setMix of a planting, when it can be read again.
func setMix(ctx context.Context, w Writer, planting logbook.ID, m medium.Mix) error {
	cs, err := w.Components(ctx)
	if err == nil {
		err = logbook.MixReadable(cs, m)
	}
	if err != nil {
		return err
	}
	return w.SetMix(ctx, planting, m)
}

// isFree refuses a bag that is planned or growing in the season of a year, or in a
// later one. What still grows in it from a season before does not count: it is up by
// then, and nothing is planted before it is closed.
func isFree(ctx context.Context, r logReader, b logbook.Bag, year int) error {
	open, err := r.Plantings(ctx, Filter{Bag: b.ID, Open: true})
	if err != nil {
		return err
	}
	if p, taken := logbook.Find(open, func(p logbook.Planting) bool { return p.Season.Year >= year }); taken {
		return logbook.Refuse("bag", "Bag {} is taken: {} is in it for {}. Close that first, or choose another bag.", b.Label, p.Variety.Name, p.Season.Year)
	}
	return nil
}

// growsNothing refuses a bag in which something else grows.
func growsNothing(ctx context.Context, r logReader, p *logbook.Planting) error {
	f := Filter{Bag: p.Bag.ID, Open: true}
	open, err := r.Plantings(ctx, f)
	if err != nil {
		return err
	}
	logs, err := r.Logs(ctx, f)
	if err != nil {
		return err
	}
	for _, o := range open {
		if o.ID == p.ID {
			continue
		}
		if _, planted := logbook.Find(logbook.Live(logs[o.ID]), func(e logbook.Entry) bool { return e.Kind == logbook.Planted }); planted {
			return logbook.Refuse("", "Bag {} still has {} of {} in it: close that first.", p.Bag.Label, o.Variety.Name, o.Season.Year)
		}
	}
	return nil
}

func bagAndVariety(ctx context.Context, r shelfReader, bagID, varietyID logbook.ID) (logbook.Bag, logbook.Variety, error) {
	var faults logbook.Faults
	bags, err := r.Bags(ctx)
	if err != nil {
		return logbook.Bag{}, logbook.Variety{}, err
	}
	b, ok := logbook.Find(bags, func(b logbook.Bag) bool { return b.ID == bagID })
	if !ok {
		faults.Add("bag", "Choose a bag.")
	}
	varieties, err := r.Varieties(ctx)
	if err != nil {
		return logbook.Bag{}, logbook.Variety{}, err
	}
	v, ok := logbook.Find(varieties, func(v logbook.Variety) bool { return v.ID == varietyID })
	if !ok {
		faults.Add("variety", "Choose a variety.")
	}
	return b, v, faults.Err()
}

func theSeason(ctx context.Context, w shelfWriter, year int) (logbook.Season, error) {
	seasons, err := w.Seasons(ctx)
	if err != nil {
		return logbook.Season{}, err
	}
	if s, ok := logbook.Find(seasons, func(s logbook.Season) bool { return s.Year == year }); ok {
		return s, nil
	}
	return w.AddSeason(ctx, year)
}
