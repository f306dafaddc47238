package garden

import (
	"context"
	"strings"

	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/seed"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// NewPlanting is what "plan this bag" asks for.
type NewPlanting struct {
	Year    int
	Bag     logbook.ID
	Variety logbook.ID
	// Unknown is the class of a variety that is not known, of kitchen tubers say; empty where
	// a variety is chosen.
	Unknown crop.Class
	Number  int
	Filling hill.Plan
	Timing  logbook.Timing // the usual one when its Way is empty
	Mix     medium.Mix     // empty for the usual one
	// Beside what is in the bag in that season already: they share it.
	Beside bool
	// WillDrill is the grower's word that a bag without holes gets some first.
	WillDrill bool
}

// PlanBag keeps a planting for a bag that holds no other. Safe to repeat.
func (g *Garden) PlanBag(ctx context.Context, n NewPlanting, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, n, func(w Writer) (logbook.ID, error) { return planBag(ctx, w, n, a) })
}

// planBag within a transaction.
func planBag(ctx context.Context, w Writer, n NewPlanting, a Request) (logbook.ID, error) {
	if n.Variety == 0 && n.Unknown.Known() {
		var err error
		if n.Variety, err = unknownVariety(ctx, w, n.Unknown); err != nil {
			return 0, err
		}
	}
	b, v, err := bagAndVariety(ctx, w, n.Bag, n.Variety)
	if err != nil {
		return 0, err
	}
	if n.Year < a.Today.Year()-30 || n.Year > a.Today.Year()+2 {
		return 0, logbook.Refuse("year", "The season {} is too far off.", n.Year)
	}
	beside, err := shares(ctx, w, b, n)
	if err != nil {
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
	d.Planting.Planned, d.Planting.Beside = a.Today, beside
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

// PlantedAlike is the planting of so many pieces, each of a weight, or of one between two; 0 for
// a usual one. Slips have none.
func PlantedAlike(of crop.Crop, number int, low, high measure.Mass) logbook.Entry {
	e := logbook.Entry{Kind: logbook.Planted}
	if of == crop.SweetPotato {
		e.Slips, e.Start = number, logbook.Slips
		return e
	}
	e.Seed = seed.Known{Count: number}
	switch n := measure.Mass(number); {
	case high > low:
		e.Seed.Low, e.Seed.High = low*n, high*n
	case high > 0:
		e.Seed.Total = high * n
	}
	return e
}

// unknownVariety of a class, which is kept once.
func unknownVariety(ctx context.Context, w Writer, class crop.Class) (logbook.ID, error) {
	name := logbook.UnknownName(class)
	varieties, err := w.Varieties(ctx)
	if v, ok := logbook.Find(varieties, func(v logbook.Variety) bool { return strings.EqualFold(v.Name, name) }); ok || err != nil {
		return v.ID, err
	}
	return w.AddVariety(ctx, logbook.Variety{Name: name, Class: class})
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

// shares is the number that plantings of one bag and season have in common, 0 for one that
// has the bag to itself. A bag that is taken in that season is refused unless it was asked
// to be shared. What is in it in other seasons does not count: nothing is planted before
// what grew there is closed, and a past season may be entered at any time.
func shares(ctx context.Context, w Writer, b logbook.Bag, n NewPlanting) (logbook.ID, error) {
	open, err := w.Plantings(ctx, Filter{Bag: b.ID, Year: n.Year, Open: true})
	if err != nil || len(open) == 0 {
		return 0, err
	}
	if !n.Beside {
		return 0, logbook.Refuse("bag", "Bag {} is taken: {} is in it for {}. Close that first, choose another bag, or say that they share it.", b.Label, open[0].Variety.Name, open[0].Season.Year)
	}
	group := open[0].Beside
	if group == 0 {
		group = open[0].ID
	}
	for _, p := range open {
		if p.Beside == group {
			continue
		}
		p.Beside = group
		if err := w.UpdatePlanting(ctx, p); err != nil {
			return 0, err
		}
	}
	return group, nil
}

// growsNothing refuses a bag in which something else grows on a day, unless they share it.
func growsNothing(ctx context.Context, r logReader, p *logbook.Planting, on measure.Day) error {
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
		if o.ID == p.ID || p.Beside != 0 && o.Beside == p.Beside {
			continue
		}
		if _, planted := logbook.Find(logbook.Live(logs[o.ID]), func(e logbook.Entry) bool { return e.Kind == logbook.Planted && e.Day <= on }); planted {
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
