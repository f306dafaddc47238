package garden

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// PlanRow is what goes into a row of bags alike.
type PlanRow struct {
	Line      int // of the list it stands in
	Labels    []string
	Variety   string // a name; empty: as the list has it
	Number    int    // in each; 0: as many as it takes, of what is planned only
	Low, High measure.Mass
	Planted   measure.Day // 0: planned only
	About     bool
}

// NewPlans is a list of what goes into which bags, with what stands in where the list does not
// say.
type NewPlans struct {
	Rows    []PlanRow
	Year    int
	Variety logbook.ID // where a row names none
	Unknown crop.Class // the same, of a variety that is not known
	Class   crop.Class // of varieties that are new
	School  hill.School
	Mix     string // key of a recipe; empty for the usual one
	// Model of bags that are new; 0 for an ordinary one of Litres.
	Model  logbook.ID
	Litres measure.Volume
	Place  string
	// WillDrill is the grower's word that bags without holes get some first.
	WillDrill bool
}

// mostPlans of one list: each is drawn up, and kept, by itself.
const mostPlans = 300

// PlanMany keeps the plans of a list, and where it says so their planting, for all of it or for
// none. Bags and varieties that are not there yet are made; a bag that the list names twice is
// shared. Safe to repeat. Faults are at "lines", naming the line, and at the fields of what
// stands in. It returns the plantings in their order.
func (g *Garden) PlanMany(ctx context.Context, n NewPlans, a Request) ([]logbook.ID, error) {
	var made []logbook.ID
	first, err := g.idempotent(ctx, a.Key, n, func(w Writer) (logbook.ID, error) {
		var err error
		made, err = planMany(ctx, w, n, a)
		if err != nil {
			return 0, err
		}
		return made[0], nil
	})
	if err == nil && made == nil { // sent before
		for i := range n.bags() {
			made = append(made, first+logbook.ID(i))
		}
	}
	return made, err
}

func (n *NewPlans) bags() int {
	sum := 0
	for i := range n.Rows {
		sum += len(n.Rows[i].Labels)
	}
	return sum
}

func planMany(ctx context.Context, w Writer, n NewPlans, a Request) ([]logbook.ID, error) {
	if sum := n.bags(); sum == 0 || sum > mostPlans {
		return nil, logbook.Refuse("lines", "Plan 1 to {} bags at once.", mostPlans)
	}
	p := planner{w: w, n: n, a: a, named: map[string]bool{}}
	if err := p.prepare(ctx); err != nil {
		return nil, err
	}
	var faults logbook.Faults
	var made []logbook.ID
	for i := range n.Rows {
		for _, label := range n.Rows[i].Labels {
			id, err := p.plan(ctx, &n.Rows[i], label)
			var refused logbook.Faults
			switch {
			case errors.As(err, &refused):
				for _, f := range refused {
					if f.Field == "drill" {
						faults.Add("drill", "{}", f.Says)
						continue
					}
					faults.Add("lines", "Line {}: {}", n.Rows[i].Line, f.Says)
				}
			case err != nil:
				return nil, err
			}
			if len(faults) > 0 { // the first that is wrong stands for its sisters
				return nil, faults
			}
			made = append(made, id)
		}
	}
	return made, nil
}

// planner of a list.
type planner struct {
	w     Writer
	n     NewPlans
	a     Request
	mix   medium.Mix
	place logbook.Place
	model logbook.Model // of bags that are new; made when the first is
	bags  []logbook.Bag
	kinds []logbook.Variety
	named map[string]bool // labels that were planned already
}

// prepare what every row needs.
func (p *planner) prepare(ctx context.Context) error {
	cs, err := p.w.Components(ctx)
	if err != nil {
		return err
	}
	p.mix = cs.Recipes()[0].Mix
	for _, r := range cs.Recipes() {
		if r.Key == p.n.Mix {
			p.mix = r.Mix
		}
	}
	if p.bags, err = p.w.Bags(ctx); err != nil {
		return err
	}
	p.kinds, err = p.w.Varieties(ctx)
	return err
}

// plan one bag of a row.
func (p *planner) plan(ctx context.Context, row *PlanRow, label string) (logbook.ID, error) {
	v, err := p.variety(ctx, row.Variety)
	if err != nil {
		return 0, err
	}
	b, err := p.bag(ctx, label)
	if err != nil {
		return 0, err
	}
	key := strings.ToUpper(label)
	school := p.n.School
	if !school.Known() {
		school = hill.Default(v.Class)
	}
	filling := forecast.DefaultLadder(b.Model.Shape, v.Class, school)
	filling.Settling = p.mix.Settling()
	number := row.Number
	if number == 0 {
		number = bag.Suggest(b.Model.Shape, forecast.NewRoom(filling), v.Class, school == hill.TwoLevel).Number
	}
	id, err := planBag(ctx, p.w, NewPlanting{Year: p.n.Year, Bag: b.ID, Variety: v.ID, Number: number, Filling: filling, Mix: p.mix, Beside: p.named[key], WillDrill: p.n.WillDrill}, p.a)
	if err != nil {
		return 0, err
	}
	p.named[key] = true
	if row.Planted == 0 {
		return id, nil
	}
	e := PlantedAlike(v.Class.Crop(), number, row.Low, row.High)
	e.Planting, e.Day, e.About, e.Group = id, row.Planted, row.About, p.a.Key
	_, err = record(ctx, p.w, e, Request{Key: fmt.Sprintf("%s-%d", p.a.Key, id), Today: p.a.Today})
	return id, err
}

// variety of a name, made where there is none.
func (p *planner) variety(ctx context.Context, name string) (logbook.Variety, error) {
	if name == "" {
		if v, ok := logbook.Find(p.kinds, func(v logbook.Variety) bool { return v.ID == p.n.Variety }); ok {
			return v, nil
		}
		if !p.n.Unknown.Known() {
			return logbook.Variety{}, logbook.Refuse("variety", "Say which variety: in the line, or for all below.")
		}
		name = logbook.UnknownName(p.n.Unknown)
	}
	if v, ok := logbook.Find(p.kinds, func(v logbook.Variety) bool { return strings.EqualFold(v.Name, name) }); ok {
		return v, nil
	}
	v := logbook.Variety{Name: name, Class: p.n.Class}
	if p.n.Variety == 0 && p.n.Unknown.Known() && name == logbook.UnknownName(p.n.Unknown) {
		v.Class = p.n.Unknown
	}
	var faults logbook.Faults
	if err := checkVariety(ctx, p.w, &v, &faults); err != nil || faults != nil {
		return v, errors.Join(err, faults.Err())
	}
	var err error
	v.ID, err = p.w.AddVariety(ctx, v)
	p.kinds = append(p.kinds, v)
	return v, err
}

// bag of a label, made where there is none.
func (p *planner) bag(ctx context.Context, label string) (logbook.Bag, error) {
	if b, ok := logbook.Find(p.bags, func(b logbook.Bag) bool { return strings.EqualFold(b.Label, label) }); ok {
		return b, nil
	}
	var faults logbook.Faults
	checkLabels(&faults, nil, []string{label})
	if faults != nil {
		return logbook.Bag{}, faults
	}
	if p.model.ID == 0 {
		if err := p.newBags(ctx); err != nil {
			return logbook.Bag{}, err
		}
	}
	b := logbook.Bag{Label: label, Model: p.model, Place: p.place}
	var err error
	b.ID, err = p.w.AddBag(ctx, b)
	p.bags = append(p.bags, b)
	return b, err
}

// newBags are of a kind and stand at a place.
func (p *planner) newBags(ctx context.Context) error {
	var faults logbook.Faults
	place := logbook.CheckName(&faults, "place", "place", p.n.Place)
	models, err := p.w.Models(ctx)
	if err != nil {
		return err
	}
	model, ok := logbook.Find(models, func(m logbook.Model) bool { return m.ID == p.n.Model })
	if !ok && faults == nil {
		if model, err = firstModel(ctx, p.w, &First{Litres: p.n.Litres}); err != nil {
			return err
		}
	}
	if faults != nil {
		return faults
	}
	p.model = model
	p.place, err = placeNamed(ctx, p.w, place, "")
	return err
}

// DropPlans takes plans back that were kept just now, all of them or none: a planting that
// nothing followed is undone first. Safe to repeat.
func (g *Garden) DropPlans(ctx context.Context, plans []logbook.ID, a Request) (logbook.ID, error) {
	type drop struct{ Plans []logbook.ID }
	return g.idempotent(ctx, a.Key, drop{plans}, func(w Writer) (logbook.ID, error) {
		if len(plans) == 0 || len(plans) > mostPlans {
			return 0, logbook.Refuse("", "There is nothing to take back.")
		}
		var last logbook.ID
		for i, id := range plans {
			if slices.Contains(plans[:i], id) {
				continue
			}
			l, err := openLog(ctx, w, id)
			if err != nil {
				return 0, err
			}
			key := fmt.Sprintf("%s-%d", a.Key, id)
			live := logbook.Live(l.Log)
			if len(live) > 1 || len(live) == 1 && live[0].Kind != logbook.Planted {
				return 0, logbook.Refuse("", "More was written at {} since: take that back first, or drop the plans one by one.", l.Planting.Bag.Label)
			}
			if len(live) == 1 {
				if _, err := takeBack(ctx, w, live[0].ID, Request{Key: key + "-planted", Today: a.Today}); err != nil {
					return 0, err
				}
			}
			if last, err = record(ctx, w, logbook.Entry{Kind: logbook.Dropped, Planting: id, Day: a.Today}, Request{Key: key, Today: a.Today}); err != nil {
				return 0, err
			}
		}
		return last, nil
	})
}
