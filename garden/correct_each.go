package garden

import (
	"context"
	"strings"

	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// apply a correction within a transaction.
func apply(ctx context.Context, w Writer, c Correction) (logbook.ID, error) {
	switch {
	case c.Variety != nil:
		return c.Variety.ID, correctVariety(ctx, w, *c.Variety)
	case c.Model != nil:
		return c.Model.ID, correctModel(ctx, w, *c.Model)
	case c.Bag != nil:
		return c.Bag.ID, correctBag(ctx, w, *c.Bag)
	case c.Place != nil:
		return c.Place.ID, correctPlace(ctx, w, *c.Place)
	case c.Lot != nil:
		return c.Lot.ID, correctLot(ctx, w, *c.Lot)
	case c.Tray != nil:
		return c.Tray.ID, correctTray(ctx, w, *c.Tray)
	case c.Product != nil:
		return c.Product.ID, correctProduct(ctx, w, *c.Product)
	case c.Mix != nil:
		return c.Mix.ID, correctMix(ctx, w, *c.Mix)
	case c.Plan != nil:
		return c.Plan.ID, correctPlan(ctx, w, *c.Plan)
	}
	return 0, logbook.ErrNotFound
}

func correctVariety(ctx context.Context, w Writer, v logbook.Variety) error {
	var faults logbook.Faults
	if err := checkVariety(ctx, w, &v, &faults); err != nil {
		return err
	}
	if faults != nil {
		return faults
	}
	return w.UpdateVariety(ctx, v)
}

func correctModel(ctx context.Context, w Writer, m logbook.Model) error {
	var faults logbook.Faults
	if err := checkModel(ctx, w, &m, &faults); err != nil {
		return err
	}
	if faults != nil {
		return faults
	}
	return w.UpdateModel(ctx, m)
}

func correctBag(ctx context.Context, w Writer, c BagCorrection) error {
	bags, err := w.Bags(ctx)
	if err != nil {
		return err
	}
	b, ok := logbook.Find(bags, func(b logbook.Bag) bool { return b.ID == c.ID })
	if !ok {
		return logbook.ErrNotFound
	}
	var faults logbook.Faults
	b.Label = logbook.CheckLabel(&faults, "label", c.Label, func(label string) bool {
		o, taken := logbook.Find(bags, func(o logbook.Bag) bool { return strings.EqualFold(o.Label, label) })
		return taken && o.ID != c.ID
	})
	models, err := w.Models(ctx)
	if err != nil {
		return err
	}
	if b.Model, ok = logbook.Find(models, func(m logbook.Model) bool { return m.ID == c.Model }); !ok {
		faults.Add("model", "Choose a kind of bag.")
	}
	places, err := w.Places(ctx)
	if err != nil {
		return err
	}
	if b.Place, ok = logbook.Find(places, func(p logbook.Place) bool { return p.ID == c.Place }); !ok {
		faults.Add("place", "Choose a place.")
	}
	if faults != nil {
		return faults
	}
	return w.UpdateBag(ctx, b)
}

func correctPlace(ctx context.Context, w Writer, p logbook.Place) error {
	places, err := w.Places(ctx)
	if err != nil {
		return err
	}
	var faults logbook.Faults
	p.Name = logbook.CheckName(&faults, "name", "place", p.Name)
	if o, taken := logbook.Find(places, func(o logbook.Place) bool { return strings.EqualFold(o.Name, p.Name) }); taken && o.ID != p.ID {
		faults.Add("name", "There is a place {} already.", o.Name)
	}
	if !p.Shelter.Known() {
		faults.Add("shelter", "Choose what it gives.")
	}
	if faults != nil {
		return faults
	}
	return w.UpdatePlace(ctx, p)
}

func correctLot(ctx context.Context, w Writer, c LotCorrection) error {
	lots, err := w.Lots(ctx)
	if err != nil {
		return err
	}
	l, ok := logbook.Find(lots, func(l logbook.Lot) bool { return l.ID == c.ID })
	if !ok {
		return logbook.ErrNotFound
	}
	var faults logbook.Faults
	l.Label = logbook.CheckLabel(&faults, "label", c.Label, func(label string) bool {
		o, taken := logbook.Find(lots, func(o logbook.Lot) bool { return strings.EqualFold(o.Label, label) })
		return taken && o.ID != c.ID
	})
	varieties, err := w.Varieties(ctx)
	if err != nil {
		return err
	}
	was := l.Variety.Class.Crop()
	if l.Variety, ok = logbook.Find(varieties, func(v logbook.Variety) bool { return v.ID == c.Variety }); !ok || l.Variety.Class.Crop() != was {
		faults.Add("variety", "Choose a variety of the same crop.")
	}
	if c.Source.Name() == "" {
		faults.Add("source", "Choose where the seed came from.")
	}
	if c.Year < 1900 || c.Year > 2199 {
		faults.Add("year", "Give the season it is for.")
	}
	if !(c.Cost >= 0 && c.Cost <= 100_000_00) {
		faults.Add("cost", "Write what it cost, like 4.50.")
	}
	if faults != nil {
		return faults
	}
	l.Source, l.Year, l.Cost = c.Source, c.Year, c.Cost
	return w.UpdateLot(ctx, l)
}

func correctTray(ctx context.Context, w Writer, t logbook.Tray) error {
	trays, err := w.Trays(ctx)
	if err != nil {
		return err
	}
	var faults logbook.Faults
	t.Label = logbook.CheckLabel(&faults, "label", t.Label, func(label string) bool {
		o, taken := logbook.Find(trays, func(o logbook.Tray) bool { return strings.EqualFold(o.Label, label) })
		return taken && o.ID != t.ID
	})
	if faults != nil {
		return faults
	}
	return w.UpdateTray(ctx, t)
}

func correctProduct(ctx context.Context, w Writer, p logbook.Product) error {
	var faults logbook.Faults
	if err := checkProduct(ctx, w, &p, &faults); err != nil {
		return err
	}
	if faults != nil {
		return faults
	}
	return w.UpdateProduct(ctx, p)
}

func correctMix(ctx context.Context, w Writer, c MixCorrection) error {
	var faults logbook.Faults
	mix, err := checkMix(ctx, w, c.ID, &c.Name, c.Parts, &faults)
	if err != nil {
		return err
	}
	return w.UpdateMix(ctx, c.ID, c.Name, mix)
}

func correctPlan(ctx context.Context, w Writer, c PlanCorrection) error {
	found, err := w.Plantings(ctx, Filter{ID: c.ID})
	if err != nil {
		return err
	}
	if c.ID == 0 || len(found) == 0 {
		return logbook.ErrNotFound
	}
	p := found[0]
	varieties, err := w.Varieties(ctx)
	if err != nil {
		return err
	}
	v, ok := logbook.Find(varieties, func(v logbook.Variety) bool { return v.ID == c.Variety })
	if !ok {
		return logbook.Refuse("variety", "Choose a variety.")
	}
	d, err := forecast.DraftPlanting(p.Bag, v, c.Number, c.Filling)
	if err != nil {
		return err
	}
	p.Variety, p.Number, p.Filling = v, c.Number, d.Planting.Filling
	return w.UpdatePlanting(ctx, p)
}
