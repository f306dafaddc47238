package garden

import (
	"context"
	"errors"
	"fmt"
	"strings"

	"glebata/core/bag"
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/working"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// MaxAlike bags are kept of one question.
const MaxAlike = 60

// FirstAnswer is what becomes of it.
type FirstAnswer struct {
	forecast.Draft
	Year      int  // of the season
	Supposed  bool // for a site of the climate in general, not the garden's own
	Suggested int
	Growing   bag.Growing // what the expectation is worked out from
	Expect    bag.Expectation
	PlantDay  working.Working
	Buy       []Part // of the usual mix
	May       calendar.Verdict
}

// Part of a mix to bring, loose.
type Part struct {
	Name  string
	Loose measure.Volume
	Share float64
}

// supposing a site of a preset: a view of the garden as it would be there. Nothing is kept,
// and it needs no closing of its own.
func (v *View) supposing(s logbook.Site) *View {
	out := &View{g: v.g, ctx: v.ctx, today: v.today, r: v.r, m: &moment{}}
	out.m.site.v, out.m.site.have = siteKnown{s, true}, true
	return out
}

// check the question; Faults at "litres", "count", "class" and "climate".
func (f *First) check() error {
	var faults logbook.Faults
	f.checkBody(&faults)
	if !(f.Count >= 0 && f.Count <= logbook.MaxPlants) {
		faults.Add("count", "Up to {} go into a bag.", logbook.MaxPlants)
	}
	if !f.Class.Known() {
		faults.Add("class", "Choose what you grow.")
	}
	if _, ok := climate.PresetNamed(f.Climate); !ok {
		faults.Add("climate", "Choose where it is.")
	}
	if !(f.Bags >= 0 && f.Bags <= MaxAlike) {
		faults.Add("bags", "Up to {} bags at once.", MaxAlike)
	}
	return faults.Err()
}

// soonerBy at least, planting at once is ready before planting in the next season; else it
// gains nothing.
const soonerBy = 60 // days

// Answer the first question, with nothing kept: for the season it asks for, or the next where
// it is too late for that. Faults name the fields.
func (v *View) Answer(f First) (FirstAnswer, error) {
	if err := f.check(); err != nil {
		return FirstAnswer{}, err
	}
	site, known, err := v.Site()
	if err != nil {
		return FirstAnswer{}, err
	}
	supposed := !known || site.Climate != f.Climate
	if p, _ := climate.PresetNamed(f.Climate); supposed {
		v = v.supposing(logbook.NewSite(p))
	}
	out, err := v.soonest(f)
	out.Supposed = supposed
	return out, err
}

// soonest answer that makes sense.
func (v *View) soonest(f First) (FirstAnswer, error) {
	now, err := v.answerIn(f)
	if err != nil || now.Dates.Plant != 0 && now.Dates.Was == 0 && now.May.OK {
		return now, err
	}
	f.Year++
	next, err := v.answerIn(f)
	switch {
	case err != nil:
		return now, err
	case !next.May.OK && !now.May.OK && now.Dates.Was != 0: // neither can live: its own day is told, and why
		return next, nil
	case !next.May.OK:
		return now, nil
	case !now.May.OK:
		return next, nil
	case next.Dates.Plant == 0 || next.Dates.Likely == 0:
		return now, nil
	}
	if now.Dates.Likely == 0 || now.Dates.Likely+soonerBy > next.Dates.Likely {
		return next, nil
	}
	return now, nil
}

// answerIn the season of a year.
func (v *View) answerIn(f First) (FirstAnswer, error) {
	out := FirstAnswer{Year: f.Year}
	shape, err := f.shape()
	if err != nil {
		return out, logbook.Refuse("litres", "That size is not believed.")
	}
	b := logbook.Bag{Label: "yours", Model: f.model(shape), Place: logbook.Place{Shelter: climate.Open}}
	class := logbook.Variety{Name: logbook.UnknownName(f.Class), Class: f.Class}
	plan, suggested := f.fill(shape)
	out.Suggested = suggested
	if out.Draft, err = forecast.DraftPlanting(b, class, f.Count, plan); err != nil {
		return out, err
	}
	cat, err := v.Catalogue()
	if err != nil {
		return out, err
	}
	mix := cat.Recipe("").Mix
	timing, err := v.TimeToChit(class, plan.Cover, logbook.UsualTiming(b, class), f.Year)
	if err != nil {
		return out, err
	}
	if err := v.GrowDraft(&out.Draft, f.Year, timing, mix); err != nil {
		return out, err
	}
	_, loose := out.Ladder.Wanted()
	for _, p := range mix {
		out.Buy = append(out.Buy, Part{p.Name, loose * measure.Volume(p.Share), p.Share})
	}
	place, err := v.Place(f.Year)
	if err != nil {
		return out, err
	}
	out.PlantDay = place.PlantWorking(out.Dates)
	out.Growing, err = v.Expected(&out.PlantingForecast)
	if out.Expect = bag.Expect(out.Growing); err != nil {
		return out, err
	}
	out.May, err = v.May(&out.Draft, f.Year)
	return out, err
}

// fill a bag as is usual for the class, with as many as were asked for, or as many as its
// litres take.
func (f *First) fill(shape bag.Shape) (plan hill.Plan, suggested int) {
	plan = forecast.DefaultLadder(shape, f.Class, hill.Default(f.Class))
	suggested = bag.Suggest(shape, forecast.NewRoom(plan), f.Class, false).Number
	if f.Count == 0 {
		f.Count = suggested
	}
	return plan, suggested
}

// KeepFirst makes a garden of the first question: the site where none was saved, a bag or
// several alike, their kind, a variety that is not named yet, and the plans. Safe to repeat.
// It returns the first planting.
func (g *Garden) KeepFirst(ctx context.Context, f First, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, f, func(w Writer) (logbook.ID, error) {
		if err := f.check(); err != nil {
			return 0, err
		}
		if _, known, err := w.Site(ctx); err != nil {
			return 0, err
		} else if !known {
			p, _ := climate.PresetNamed(f.Climate)
			site := logbook.NewSite(p)
			site.Name = "My garden"
			if err := w.SetSite(ctx, site); err != nil {
				return 0, err
			}
		}
		var first logbook.ID
		for n := range max(f.Bags, 1) {
			id, err := g.keepBag(ctx, w, &f, a)
			if err != nil {
				return 0, err
			}
			if n == 0 {
				first = id
			}
		}
		return first, nil
	})
}

// keepBag makes one bag of the question and its plan.
func (g *Garden) keepBag(ctx context.Context, w Writer, f *First, a Request) (logbook.ID, error) {
	b, err := firstBag(ctx, w, f)
	if err != nil {
		return 0, err
	}
	plan, _ := f.fill(b.Model.Shape)
	cs, err := w.Components(ctx)
	if err != nil {
		return 0, err
	}
	ask := NewPlanting{Year: f.Year, Bag: b.ID, Unknown: f.Class, Number: f.Count, Filling: plan, Mix: cs.Recipes()[0].Mix}
	if f.Planted == 0 {
		kind := logbook.Variety{Class: f.Class}
		usual := logbook.UsualTiming(b, kind)
		t, err := g.within(ctx, w, a.Today).TimeToChit(kind, plan.Cover, usual, f.Year)
		if err != nil {
			return 0, err
		}
		if t != usual {
			ask.Timing = t
		}
	}
	id, err := planBag(ctx, w, ask, a)
	if err != nil || f.Planted == 0 {
		return id, err
	}
	e := PlantedAlike(f.Class.Crop(), f.Count, 0, 0)
	e.Planting, e.Day, e.About = id, f.Planted, f.About
	_, err = record(ctx, w, e, Request{Key: fmt.Sprintf("%s-%d", a.Key, id), Today: a.Today})
	return id, err
}

// firstBag that is asked about, under the next label that is free.
func firstBag(ctx context.Context, w Writer, f *First) (logbook.Bag, error) {
	m, err := firstModel(ctx, w, f)
	if err != nil {
		return logbook.Bag{}, err
	}
	place, err := placeNamed(ctx, w, "Garden", climate.Open)
	if err != nil {
		return logbook.Bag{}, err
	}
	bags, err := w.Bags(ctx)
	if err != nil {
		return logbook.Bag{}, err
	}
	b := logbook.Bag{Model: m, Place: place}
	for n := 1; b.Label == ""; n++ {
		label := f.label(n)
		if _, taken := logbook.Find(bags, func(o logbook.Bag) bool { return strings.EqualFold(o.Label, label) }); !taken {
			b.Label = label
		}
	}
	b.ID, err = w.AddBag(ctx, b)
	return b, err
}

// firstModel is the kind of what is asked about, made where there is none.
func firstModel(ctx context.Context, w Writer, f *First) (logbook.Model, error) {
	shape, err := f.shape()
	if err != nil {
		return logbook.Model{}, logbook.Refuse("litres", "That size is not believed.")
	}
	m := f.model(shape)
	list, err := w.Models(ctx)
	if err != nil {
		return m, err
	}
	if o, ok := logbook.Find(list, func(o logbook.Model) bool { return strings.EqualFold(o.Name, m.Name) }); ok {
		return o, nil
	}
	var faults logbook.Faults
	if err := checkModel(ctx, w, &m, &faults); err != nil || faults != nil {
		return m, errors.Join(err, faults.Err())
	}
	m.ID, err = w.AddModel(ctx, m)
	return m, err
}
