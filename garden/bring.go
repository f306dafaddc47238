package garden

import (
	"context"
	"errors"
	"fmt"
	"strings"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// PastSeason is a finished planting as a notebook has it: what is not known is left open.
type PastSeason struct {
	Line      int    // it stands in
	Bag       string // label; empty for one that has none
	Litres    measure.Volume
	Variety   string
	Year      int
	Planted   measure.Day
	Seed      seed.Known
	Lifted    measure.Day
	Low, High measure.Mass // of the harvest
	Nothing   bool
	Unknown   bool
	Note      string
}

// NewPast is what is brought in, with what stands in for what a notebook does not say.
type NewPast struct {
	Seasons []PastSeason
	Class   crop.Class     // of varieties that are new
	Litres  measure.Volume // of bags that are new and whose litres are not told
	Place   string         // of bags that are new
}

// mostPast seasons at once.
const mostPast = 500

// Days of a season that a notebook does not tell, about: planted in spring, lifted in late
// summer, north of the equator; half a year on in the south.
const usualPlanting, usualLifting = 105, 250

// BringIn keeps finished plantings of past seasons, for all or for none: bags, varieties and
// kinds of bag that are not there yet are made. Safe to repeat. Faults have the line before
// the field: "7-harvest". It returns the ID of the first planting.
func (g *Garden) BringIn(ctx context.Context, n NewPast, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, n, func(w Writer) (logbook.ID, error) {
		if len(n.Seasons) == 0 || len(n.Seasons) > mostPast {
			return 0, logbook.Refuse("lines", "Bring in 1 to {} lines at once.", mostPast)
		}
		var faults logbook.Faults
		if !n.Class.Known() {
			faults.Add("class", "Choose a class for varieties that are new.")
		}
		if n.Place = logbook.CheckName(&faults, "place", "place", n.Place); faults != nil {
			return 0, faults
		}
		b := bringer{w: w, n: n, a: a, south: false}
		if site, known, err := w.Site(ctx); err != nil {
			return 0, err
		} else if known {
			b.south = site.South()
		}
		var first logbook.ID
		for _, p := range n.Seasons {
			id, err := b.bring(ctx, p)
			var refused logbook.Faults
			switch {
			case errors.As(err, &refused):
				for _, f := range refused {
					faults.Add(fmt.Sprintf("%d-%s", p.Line, f.Field), "Line {}: {}", p.Line, f.Says)
				}
			case err != nil:
				return 0, err
			case first == 0:
				first = id
			}
		}
		return first, faults.Err()
	})
}

type bringer struct {
	w     Writer
	n     NewPast
	a     Request
	south bool
	made  int
}

// bring one season in.
func (b *bringer) bring(ctx context.Context, p PastSeason) (logbook.ID, error) {
	v, err := b.variety(ctx, p.Variety)
	if err != nil {
		return 0, err
	}
	to, err := b.bag(ctx, p)
	if err != nil {
		return 0, err
	}
	planted, about := p.Planted, false
	if planted == 0 {
		planted, about = b.usual(p.Year, usualPlanting), true
	}
	lifted := p.Lifted
	if lifted == 0 {
		if lifted = b.usual(p.Year, usualLifting); lifted <= planted {
			lifted = planted + 100
		}
	}
	lifted = min(lifted, b.a.Today)
	number := max(1, p.Seed.Count)
	if p.Seed.Count == 0 {
		number = bag.Suggest(to.Model.Shape, bag.Room{Headspace: hill.UsualHeadspace}, v.Class, false).Number
	}
	id, err := planBag(ctx, b.w, NewPlanting{
		Year: p.Year, Bag: to.ID, Variety: v.ID, Number: number, WillDrill: true, Beside: true,
		Filling: forecast.DefaultLadder(to.Model.Shape, v.Class, hill.FillOnce), // a notebook does not tell its raises: it was full by the end
	}, b.a)
	if err != nil {
		return 0, err
	}
	for i, e := range b.entries(p, v, planted, lifted, about) {
		e.Planting = id
		if _, err := record(ctx, b.w, e, Request{Key: fmt.Sprintf("%s-%d-%d", b.a.Key, p.Line, i), Today: b.a.Today}); err != nil {
			return 0, err
		}
	}
	return id, nil
}

// entries that a past season comes to.
func (b *bringer) entries(p PastSeason, v logbook.Variety, planted, lifted measure.Day, about bool) []logbook.Entry {
	plant := logbook.Entry{Kind: logbook.Planted, Day: planted, About: about, Seed: p.Seed}
	if v.Class.Crop() == crop.SweetPotato {
		plant.Slips, plant.Seed = p.Seed.Count, seed.Known{}
	}
	out := []logbook.Entry{plant}
	if p.Note != "" {
		out = append(out, logbook.Entry{Kind: logbook.Noted, Day: planted, Text: p.Note})
	}
	closed := logbook.Entry{Kind: logbook.Closed, Day: lifted, About: p.Lifted == 0}
	switch {
	case p.Nothing:
		closed.Thing = logbook.NothingCame
	case !p.Unknown:
		how := measure.Weighed
		if p.High > p.Low {
			how = measure.Estimated
		}
		out = append(out, logbook.Entry{Kind: logbook.Weighed, Day: lifted, About: p.Lifted == 0, Another: true, Batches: []logbook.Batch{ranged(logbook.Batch{Gross: (p.Low + p.High) / 2, Grade: "keep", How: how}, p.Low, p.High)}, Text: estimate(p)})
	}
	return append(out, closed)
}

// estimate in words, where the harvest was one.
func estimate(p PastSeason) string {
	if p.High <= p.Low {
		return ""
	}
	return measure.Say("estimated {} to {}", p.Low, p.High).In(measure.Metric)
}

// usual day of a year.
func (b *bringer) usual(year, day int) measure.Day {
	if b.south {
		day = (day + 182) % 365
	}
	return measure.Date(year, 1, 1) + measure.Day(day-1)
}

func (b *bringer) variety(ctx context.Context, name string) (logbook.Variety, error) {
	list, err := b.w.Varieties(ctx)
	if err != nil {
		return logbook.Variety{}, err
	}
	name = measure.PlainLine(name)
	if strings.EqualFold(name, "unknown") {
		name = logbook.UnknownName(b.n.Class)
	}
	if v, ok := logbook.Find(list, func(v logbook.Variety) bool { return strings.EqualFold(v.Name, name) }); ok {
		return v, nil
	}
	v := logbook.Variety{Name: name, Class: b.n.Class}
	var faults logbook.Faults
	if err := checkVariety(ctx, b.w, &v, &faults); err != nil || faults != nil {
		return v, errors.Join(err, faults.Err())
	}
	v.ID, err = b.w.AddVariety(ctx, v)
	return v, err
}

// bag of a label, made where there is none: of its litres, or of the usual ones.
func (b *bringer) bag(ctx context.Context, p PastSeason) (logbook.Bag, error) {
	bags, err := b.w.Bags(ctx)
	if err != nil {
		return logbook.Bag{}, err
	}
	label := strings.Map(func(r rune) rune {
		if logbook.LabelWord(string(r)) {
			return r
		}
		return -1
	}, p.Bag)
	label = label[:min(len(label), 12)]
	for label == "" {
		b.made++
		label = fmt.Sprintf("past-%d", b.made)
		if _, taken := logbook.Find(bags, func(o logbook.Bag) bool { return strings.EqualFold(o.Label, label) }); taken {
			label = ""
		}
	}
	if o, ok := logbook.Find(bags, func(o logbook.Bag) bool { return strings.EqualFold(o.Label, label) }); ok {
		return o, nil
	}
	litres := p.Litres
	if litres == 0 {
		litres = b.n.Litres
	}
	m, err := firstModel(ctx, b.w, &First{Litres: litres})
	if err != nil {
		return logbook.Bag{}, err
	}
	place, err := placeNamed(ctx, b.w, b.n.Place, "")
	if err != nil {
		return logbook.Bag{}, err
	}
	made := logbook.Bag{Label: label, Model: m, Place: place}
	made.ID, err = b.w.AddBag(ctx, made)
	return made, err
}

// ranged is a batch with what it may be, where that is a range.
func ranged(b logbook.Batch, low, high measure.Mass) logbook.Batch {
	if high > low {
		b.Low, b.High = low, high
	}
	return b
}
