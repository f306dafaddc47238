package garden

import (
	"context"
	"errors"

	"glebata/garden/logbook"
)

// Retire a thing, or bring it back: a retired one is kept for old records and offered no
// more. Safe to repeat.
func (g *Garden) Retire(ctx context.Context, thing logbook.Thing, id logbook.ID, retired bool, a Request) (logbook.ID, error) {
	type retire struct {
		Thing   logbook.Thing
		ID      logbook.ID
		Retired bool
	}
	return g.idempotent(ctx, a.Key, retire{thing, id, retired}, func(w Writer) (logbook.ID, error) {
		if err := exists(ctx, w, thing, id); err != nil {
			return 0, err
		}
		if thing == logbook.BagThing && retired {
			open, err := w.Plantings(ctx, Filter{Bag: id, Open: true})
			if err != nil {
				return 0, err
			}
			if len(open) > 0 {
				return 0, logbook.Refuse("", "{} is in it for {}: close or drop that first.", open[0].Variety.Name, open[0].Season.Year)
			}
		}
		return id, w.SetRetired(ctx, thing, id, retired)
	})
}

// Delete a thing that nothing stands on. Safe to repeat.
func (g *Garden) Delete(ctx context.Context, thing logbook.Thing, id logbook.ID, a Request) (logbook.ID, error) {
	type remove struct {
		Thing logbook.Thing
		ID    logbook.ID
	}
	return g.idempotent(ctx, a.Key, remove{thing, id}, func(w Writer) (logbook.ID, error) {
		if err := exists(ctx, w, thing, id); err != nil {
			return 0, err
		}
		err := w.Delete(ctx, thing, id)
		if errors.Is(err, logbook.ErrStoodOn) {
			return 0, logbook.Refuse("", "Something stands on it: retire it instead. It is then kept for old records and offered no more.")
		}
		return id, err
	})
}

func exists(ctx context.Context, w Writer, thing logbook.Thing, id logbook.ID) error {
	all, err := everything(ctx, w)
	if err != nil {
		return err
	}
	if _, ok := logbook.Find(all, func(n logbook.Named) bool { return n.Thing == thing && n.ID == id }); !ok {
		return logbook.ErrNotFound
	}
	return nil
}

// Everything that is kept to choose from, by kind.
func (v *View) Everything() ([]logbook.Named, error) { return everything(v.ctx, v.r) }

func everything(ctx context.Context, r Reader) ([]logbook.Named, error) {
	retired, err := r.Retired(ctx)
	if err != nil {
		return nil, err
	}
	var out []logbook.Named
	add := func(thing logbook.Thing, id logbook.ID, name string) {
		out = append(out, logbook.Named{Thing: thing, ID: id, Name: name, Retired: retired[thing][id]})
	}
	bags, err := r.Bags(ctx)
	for _, b := range bags {
		add(logbook.BagThing, b.ID, b.Label)
	}
	if err != nil {
		return nil, err
	}
	models, err := r.Models(ctx)
	for _, m := range models {
		add(logbook.ModelThing, m.ID, m.Name)
	}
	if err != nil {
		return nil, err
	}
	places, err := r.Places(ctx)
	for _, p := range places {
		add(logbook.PlaceThing, p.ID, p.Name)
	}
	if err != nil {
		return nil, err
	}
	varieties, err := r.Varieties(ctx)
	for _, v := range varieties {
		add(logbook.VarietyThing, v.ID, v.Name)
	}
	if err != nil {
		return nil, err
	}
	lots, err := r.Lots(ctx)
	for _, l := range lots {
		add(logbook.LotThing, l.ID, l.Label)
	}
	if err != nil {
		return nil, err
	}
	trays, err := r.Trays(ctx)
	for _, t := range trays {
		add(logbook.TrayThing, t.ID, t.Label)
	}
	if err != nil {
		return nil, err
	}
	products, err := r.Products(ctx)
	for _, p := range products {
		add(logbook.ProductThing, p.ID, p.Name)
	}
	if err != nil {
		return nil, err
	}
	mixes, err := r.OwnMixes(ctx)
	for _, m := range mixes {
		add(logbook.MixThing, m.ID, m.Name)
	}
	return out, err
}
