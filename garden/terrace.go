package garden

import (
	"context"
	"slices"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/terrace"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// SaveTerrace keeps the terrace. Safe to repeat.
func (g *Garden) SaveTerrace(ctx context.Context, t logbook.Terrace, a Request) error {
	_, err := g.idempotent(ctx, a.Key, t, func(w Writer) (logbook.ID, error) {
		if err := t.Check(); err != nil {
			return 0, err
		}
		for i := range t.Walls {
			t.Walls[i].Name = measure.PlainLine(t.Walls[i].Name)
		}
		return 1, w.SetTerrace(ctx, t)
	})
	return err
}

// MoveBag puts a bag on a spot of the terrace. Safe to repeat.
func (g *Garden) MoveBag(ctx context.Context, bagID logbook.ID, to terrace.Point, a Request) error {
	type asked struct {
		Bag logbook.ID
		To  terrace.Point
	}
	_, err := g.idempotent(ctx, a.Key, asked{bagID, to}, func(w Writer) (logbook.ID, error) {
		bags, err := w.Bags(ctx)
		if err != nil {
			return 0, err
		}
		b, ok := logbook.Find(bags, func(b logbook.Bag) bool { return b.ID == bagID })
		if !ok {
			return 0, logbook.Refuse("bag", "Choose a bag.")
		}
		t, known, err := w.Terrace(ctx)
		if err != nil {
			return 0, err
		}
		if !known {
			t = logbook.UsualTerrace()
		}
		if !t.Inside(forecast.StandingOn(b, to, nil)) {
			return 0, logbook.Refuse("x", "Bag {} would stand over the edge: the terrace is {} by {} m.", b.Label, t.Width, t.Depth)
		}
		return bagID, w.SetSpot(ctx, bagID, to, a.Today)
	})
	return err
}

// Terrace with its bags as they stand today.
func (v *View) Terrace() (forecast.TerraceView, error) {
	var out forecast.TerraceView
	site, _, err := v.Site()
	if err != nil {
		return out, err
	}
	row, err := v.Row()
	if err != nil {
		return out, err
	}
	learned, err := v.learned()
	if err != nil {
		return out, err
	}
	t, err := v.terrace()
	if err != nil {
		return out, err
	}
	cat, err := v.Catalogue()
	if err != nil {
		return out, err
	}
	out.Terrace, out.Known = t.terrace, t.known
	out.Latitude = site.Latitude
	out.From, out.Until = site.SunDays(v.today)
	out.Map = v.g.cache.SunMap(&out.Terrace.Terrace, site.Latitude, out.From, out.Until, forecast.SunCell)
	out.Place(cat.Bags, t.spots, cat.Recipe("").Mix, site.LiftLimit)
	for i := range row {
		for j := range out.Bags {
			if out.Bags[j].Bag.ID != row[i].Bag.ID {
				continue
			}
			b := &out.Bags[j]
			b.Variety, b.Vine = row[i].Variety.Name, row[i].Variety.Class.Crop() == crop.SweetPotato
			growing := row[i].Growing(learned.For(row[i].Variety.Class, row[i].Variety.ID, row[i].Filling.School))
			b.Yield = bag.Expect(growing).Yield
		}
	}
	out.Judge()
	out.JudgeWays()
	return out, nil
}

// SunAt a bag's spot, hours a day; ok is false where it was not put on the terrace.
func (v *View) SunAt(bagID logbook.ID) (hours float64, ok bool, err error) {
	site, _, err := v.Site()
	if err != nil {
		return 0, false, err
	}
	t, err := v.terrace()
	if err != nil {
		return 0, false, err
	}
	at, ok := t.spots[bagID]
	if !ok {
		return 0, false, nil
	}
	from, until := site.SunDays(v.today)
	return t.terrace.Hours(site.Latitude, from, until, []terrace.Point{at})[0], true, nil
}

// FromTap puts bags in the order of a round from the tap, those of one place together, with its
// length in m; bags that stand nowhere on the terrace come after, as they were given. The
// length is 0 where none does.
func (v *View) FromTap(bags []logbook.Bag) ([]logbook.ID, float64, error) {
	t, err := v.terrace()
	if err != nil {
		return nil, 0, err
	}
	var spots []terrace.Point
	var placed []logbook.Bag
	for _, b := range bags {
		if at, ok := t.spots[b.ID]; ok && t.known {
			placed, spots = append(placed, b), append(spots, at)
		}
	}
	order := terrace.Round(t.terrace.Tap, spots)
	first := map[logbook.ID]int{} // of each place, when it is come to
	for i := len(order) - 1; i >= 0; i-- {
		first[placed[order[i]].Place.ID] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return first[placed[a].Place.ID] - first[placed[b].Place.ID] })
	var out []logbook.ID
	for _, i := range order {
		out = append(out, placed[i].ID)
	}
	for _, b := range bags {
		if !slices.Contains(out, b.ID) {
			out = append(out, b.ID)
		}
	}
	return out, terrace.RoundLength(t.terrace.Tap, spots, order), nil
}
