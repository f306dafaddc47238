package garden

import (
	"context"
	"slices"

	"glebata/core/calendar"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// Propose fills the free bags with the varieties there are. Faults name the fields.
func (v *View) Propose(ask forecast.ProposalRequest) (forecast.Proposal, error) {
	out := forecast.Proposal{Asked: ask}
	if err := ask.Check(); err != nil {
		return out, err
	}
	cat, err := v.Catalogue()
	if err != nil {
		return out, err
	}
	site, _, err := v.Site()
	if err != nil {
		return out, err
	}
	bench, err := v.Bench()
	if err != nil {
		return out, err
	}
	learned, err := v.learned()
	if err != nil {
		return out, err
	}
	products, err := v.Products()
	if err != nil {
		return out, err
	}
	usual := cat.Recipe("").Mix
	grow, err := v.growDrafts(ask.Year)
	if err != nil {
		return out, err
	}
	gate, err := v.gate()
	if err != nil {
		return out, err
	}
	b := forecast.Proposer{Out: &out, Ask: &ask, Site: &site, Mix: usual, Draft: func(b logbook.Bag, kind logbook.Variety) (forecast.Draft, error) {
		number, filling := forecast.ProposedNumber(b, kind, usual)
		d, err := forecast.DraftPlanting(b, kind, number, filling)
		if err != nil {
			return d, err
		}
		t, err := v.TimeToChit(kind, filling.Cover, logbook.UsualTiming(b, kind), ask.Year)
		if err == nil {
			err = grow(&d, t, usual)
		}
		return d, err
	}, May: func(d *forecast.Draft) (calendar.Verdict, error) { return gate.May(asked(d), ask.Year) }}
	b.PerLitre = forecast.PerLitre(b.Mix, products)
	for _, variety := range cat.Varieties {
		there := len(bench.Free(variety.ID))
		chosen := len(ask.Varieties) == 0 && (there > 0 || ask.AnySeed) || slices.Contains(ask.Varieties, variety.ID)
		if !chosen {
			continue
		}
		if ask.AnySeed || variety.Class.Crop() == crop.SweetPotato {
			there = -1
		}
		b.Varieties = append(b.Varieties, variety)
		b.Own = append(b.Own, learned.For(variety.Class, variety.ID, hill.Default(variety.Class)))
		out.Seeds = append(out.Seeds, forecast.ProposedSeed{Variety: variety, There: there})
	}
	for _, bg := range cat.Bags {
		if !cat.TakenIn(bg.ID, ask.Year) && !bg.Model.Shape.Ground() {
			out.Bags = append(out.Bags, forecast.ProposedBag{Bag: bg})
		}
	}
	if err := b.Run(); err != nil {
		return out, err
	}
	return out, nil
}

// PlanProposed keeps what was proposed for the bags: all of it or none. Safe to
// repeat.
func (g *Garden) PlanProposed(ctx context.Context, year int, bags map[logbook.ID]logbook.ID, a Request) (int, error) {
	type asked struct {
		Year int
		Bags map[logbook.ID]logbook.ID
	}
	n := 0
	_, err := g.idempotent(ctx, a.Key, asked{year, bags}, func(w Writer) (logbook.ID, error) {
		if len(bags) == 0 {
			return 0, logbook.Refuse("", "There is nothing to plan.")
		}
		cs, err := w.Components(ctx)
		if err != nil {
			return 0, err
		}
		usual := cs.Recipes()[0].Mix
		ids := make([]logbook.ID, 0, len(bags))
		for id := range bags {
			ids = append(ids, id)
		}
		slices.Sort(ids)
		for _, id := range ids {
			b, v, err := bagAndVariety(ctx, w, id, bags[id])
			if err != nil {
				return 0, err
			}
			number, filling := forecast.ProposedNumber(b, v, usual)
			t, err := g.within(ctx, w, a.Today).TimeToChit(v, filling.Cover, logbook.UsualTiming(b, v), year)
			if err != nil {
				return 0, err
			}
			ask := NewPlanting{Year: year, Bag: id, Variety: v.ID, Number: number, Filling: filling, Timing: t, Mix: usual}
			if _, err := planBag(ctx, w, ask, a); err != nil {
				return 0, err
			}
			n++
		}
		return logbook.ID(n), nil
	})
	if err == nil && n == 0 {
		n = len(bags) // sent before
	}
	return n, err
}
