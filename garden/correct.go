package garden

import (
	"context"
	"errors"
	"fmt"
	"strings"

	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Correction puts right what was typed of a thing; exactly one of its values is given.
type Correction struct {
	Variety *logbook.Variety
	Model   *logbook.Model
	Bag     *BagCorrection
	Place   *logbook.Place
	Lot     *LotCorrection
	Tray    *logbook.Tray // its label
	Product *logbook.Product
	Mix     *MixCorrection
	Plan    *PlanCorrection
	// Sure that figures of finished bags may move.
	Sure bool
}

// BagCorrection is a bag's label, kind and place.
type BagCorrection struct {
	ID      logbook.ID
	Label   string
	Model   logbook.ID
	Place   logbook.ID
	Retired bool
}

// LotCorrection is a lot's label, source, year and cost.
type LotCorrection struct {
	ID      logbook.ID
	Label   string
	Variety logbook.ID
	Source  logbook.Source
	Year    int
	Cost    int
}

// MixCorrection is a mix of the grower's own.
type MixCorrection struct {
	ID    logbook.ID
	Name  string
	Parts map[string]float64
}

// PlanCorrection is what was planned of a planting, which may have been planted since.
type PlanCorrection struct {
	ID      logbook.ID
	Variety logbook.ID
	Number  int
	Filling hill.Plan
}

// Moved is a figure of a finished bag before and after a correction.
type Moved struct {
	Label   string
	Variety string
	Year    int
	What    string
	From    string
	To      string
}

// NotSure is a correction that moves figures of finished bags and was not said to be meant.
type NotSure struct{ Moves []Moved }

// Error says what moves.
func (n *NotSure) Error() string {
	return fmt.Sprintf("%d figures of finished bags move", len(n.Moves))
}

// asked is the correction as plain values.
func (c Correction) asked() any {
	out := []any{}
	if c.Variety != nil {
		out = append(out, *c.Variety)
	}
	if c.Model != nil {
		out = append(out, c.Model.ID, modelAsked(*c.Model))
	}
	if c.Bag != nil {
		out = append(out, *c.Bag)
	}
	if c.Place != nil {
		out = append(out, *c.Place)
	}
	if c.Lot != nil {
		out = append(out, *c.Lot)
	}
	if c.Tray != nil {
		out = append(out, c.Tray.ID, c.Tray.Label)
	}
	if c.Product != nil {
		out = append(out, *c.Product)
	}
	if c.Mix != nil {
		out = append(out, *c.Mix)
	}
	if c.Plan != nil {
		out = append(out, *c.Plan)
	}
	return out
}

// Correct puts right what was typed. All logs that stand on it are replayed: what would
// contradict an entry is refused, naming it; where figures of finished bags move it is
// refused with NotSure until it is sent with Sure. Safe to repeat. It returns the ID of the
// thing.
func (g *Garden) Correct(ctx context.Context, c Correction, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, c.asked(), func(w Writer) (logbook.ID, error) {
		touched, some := c.touches()
		before, err := stand(ctx, w, touched, some)
		if err != nil {
			return 0, err
		}
		id, err := apply(ctx, w, c)
		if err != nil {
			return 0, err
		}
		after, err := stand(ctx, w, touched, some)
		if err != nil {
			return 0, err
		}
		moves, err := compare(before, after)
		if err != nil {
			return 0, err
		}
		if len(moves) > 0 && !c.Sure {
			return 0, &NotSure{moves}
		}
		return id, nil
	})
}

// touches are the plantings that a correction can move; ok is false where it can move none.
func (c Correction) touches() (f Filter, ok bool) {
	switch {
	case c.Variety != nil:
		return Filter{Variety: c.Variety.ID}, true
	case c.Model != nil:
		return Filter{Model: c.Model.ID}, true
	case c.Bag != nil:
		return Filter{Bag: c.Bag.ID}, true
	case c.Plan != nil:
		return Filter{ID: c.Plan.ID}, true
	}
	return Filter{}, false
}

// stand is what the logs of plantings come to, by planting.
func stand(ctx context.Context, w Writer, f Filter, some bool) (map[logbook.ID]*logbook.PlantingLog, error) {
	if !some {
		return nil, nil
	}
	list, err := w.Plantings(ctx, f)
	if err != nil {
		return nil, err
	}
	logs, err := w.Logs(ctx, f)
	if err != nil {
		return nil, err
	}
	out := make(map[logbook.ID]*logbook.PlantingLog, len(list))
	for _, p := range list {
		l := logbook.NewPlantingLog(p, logs[p.ID])
		out[p.ID] = &l
	}
	return out, nil
}

// compare what finished bags come to, and refuse what sets an entry aside.
func compare(before, after map[logbook.ID]*logbook.PlantingLog) ([]Moved, error) {
	var moves []Moved
	for id, was := range before {
		is := after[id]
		if is == nil {
			continue
		}
		for _, aside := range is.State.Aside {
			if logbook.IsAside(was.State.Aside, aside.Entry) {
				continue
			}
			e, _ := is.Find(aside.Entry)
			return nil, logbook.Refuse("", "That cannot be with what was logged of bag {} on {} ({}): {}", was.Planting.Bag.Label, aside.Day, e.Kind.Name(), aside.Why[0].Says)
		}
		if _, err := logbook.Replay(&is.Planting, nil); err != nil {
			return nil, logbook.Refuse("", "Bag {}, {}: {}", was.Planting.Bag.Label, was.Planting.Season.Year, logbook.AsFaults(err)[0].Says)
		}
		if was.State.Stage == logbook.StageClosed {
			moves = append(moves, moved(was, is)...)
		}
	}
	return moves, nil
}

// moved figures of one finished bag.
func moved(was, is *logbook.PlantingLog) []Moved {
	wasState, isState := logbook.PlantingState{Planting: was.Planting, State: was.State}, logbook.PlantingState{Planting: is.Planting, State: is.State}
	a, b := wasState.Measures(), isState.Measures()
	var out []Moved
	note := func(what string, from, to any) {
		if f, t := measure.Metric.Print(from), measure.Metric.Print(to); f != t {
			out = append(out, Moved{was.Planting.Bag.Label, was.Planting.Variety.Name, was.Planting.Season.Year, what, f, t})
		}
	}
	ra, _ := a.Ratio()
	rb, _ := b.Ratio()
	note("harvest for seed", measure.Ratio(ra), measure.Ratio(rb))
	note("harvest a litre", a.PerLitre(), b.PerLitre())
	note("harvest a square metre", a.PerArea(), b.PerArea())
	note("harvest a plant", a.PerPlant(), b.PerPlant())
	note("variety", was.Planting.Variety.Name, is.Planting.Variety.Name)
	note("class", was.Planting.Variety.Class.Name(), is.Planting.Variety.Class.Name())
	note("label", was.Planting.Bag.Label, is.Planting.Bag.Label)
	return out
}

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
