package garden

import (
	"cmp"
	"context"
	"slices"
	"strings"

	"glebata/core/calendar"
	"glebata/core/crop"
	"glebata/core/measure"
)

// Ahead is one piece of work that leads up to planting, for the bags it is for.
type Ahead struct {
	Kind    calendar.Kind
	Day     measure.Day
	What    measure.Phrase
	Why     measure.Phrase
	Variety Variety
	Bags    []string // labels
	Late    bool     // its day is past
	year    int
}

// aheadDays is how far ahead the work that leads up is shown, and behind after
// its day when it was not done.
const (
	aheadDays  = 21
	behindDays = 60
)

// leads are the kinds of work before planting, in the order they are done.
var leads = []calendar.Kind{calendar.OrderSeed, calendar.StartChit, calendar.StartSlips, calendar.FillPots, calendar.StartPots, calendar.Harden, calendar.MoveOut}

// LookAhead is the work that leads up to planting the bags of a row, due now or
// within three weeks, soonest first: what is done already, as far as the bench
// and nursery know, is left out.
func (g *Garden) LookAhead(ctx context.Context, row []Standing, today measure.Day) ([]Ahead, error) {
	var out []Ahead
	for i := range row {
		st := &row[i]
		if st.Dates == nil {
			continue
		}
		for _, m := range st.Dates.Moments {
			if leadsUp(st, m, today) {
				out = joinAhead(out, Ahead{m.Kind, m.Day, m.What, m.Why, st.Variety, []string{st.Bag.Label}, m.Day < today, st.Season.Year})
			}
		}
	}
	out, err := g.leaveOutDone(ctx, out, today)
	if err != nil {
		return nil, err
	}
	slices.SortStableFunc(out, func(a, b Ahead) int { return cmp.Compare(a.Day, b.Day) })
	return out, nil
}

// leadsUp reports whether a moment is work that leads up to planting, or a move,
// and its day is near.
func leadsUp(st *Standing, m calendar.Moment, today measure.Day) bool {
	late := m.Day < today
	switch {
	case !slices.Contains(leads, m.Kind) || m.Day > today+aheadDays || m.Day < today-behindDays:
		return false
	case st.Stage == StageGrowing:
		return m.Kind == calendar.MoveOut && !late
	}
	return !late || m.Kind != calendar.Harden
}

// leaveOutDone leaves out what was done.
func (g *Garden) leaveOutDone(ctx context.Context, list []Ahead, today measure.Day) ([]Ahead, error) {
	if len(list) == 0 {
		return nil, nil
	}
	bench, err := g.Bench(ctx, today)
	if err != nil {
		return nil, err
	}
	nursery, err := g.Nursery(ctx, today)
	if err != nil {
		return nil, err
	}
	return slices.DeleteFunc(list, func(a Ahead) bool { return leadDone(a.Kind, a.Variety, a.year, &bench, nursery) }), nil
}

// joinAhead puts the same work on the same day for the same variety together.
func joinAhead(list []Ahead, a Ahead) []Ahead {
	for i := range list {
		o := &list[i]
		if o.Kind == a.Kind && o.Day == a.Day && o.Variety.ID == a.Variety.ID {
			o.Bags = append(o.Bags, a.Bags...)
			return list
		}
	}
	return append(list, a)
}

// Labels of the bags, joined.
func (a Ahead) Labels() string { return strings.Join(a.Bags, ", ") }

// leadDone reports whether work that leads up was done: seed that is there was
// ordered, seed in trays is chitting, a root in the nursery was started.
func leadDone(kind calendar.Kind, v Variety, year int, b *Bench, nursery []NursingState) bool {
	trays := slices.ContainsFunc(b.Trays, func(t TrayState) bool {
		return t.Lot.Variety.ID == v.ID && t.Lot.Year == year && len(t.Tubers) > 0
	})
	lot := slices.ContainsFunc(b.Lots, func(l Lot) bool { return l.Variety.ID == v.ID && l.Year == year })
	started := slices.ContainsFunc(nursery, func(n NursingState) bool {
		return n.Variety.ID == v.ID && n.Started.Year() == year
	})
	switch kind {
	case calendar.OrderSeed:
		return lot || trays || started
	case calendar.StartChit:
		return trays || started
	case calendar.StartSlips, calendar.StartPots, calendar.FillPots:
		return started
	}
	return false
}

// FeedMoment is one moment of a season for the calendar feed. Its UID stays the
// same while the planting and the kind of work do.
type FeedMoment struct {
	UID string
	calendar.Moment
	Bag     string
	Variety Variety
	Place   string
}

// Feed is a season's moments, for a calendar that is subscribed to.
func (g *Garden) Feed(ctx context.Context, year int, today measure.Day) (Sheet, []FeedMoment, error) {
	sheet, err := g.SeasonSheet(ctx, year, today)
	if err != nil {
		return sheet, nil, err
	}
	var name string
	err = g.store.View(ctx, func(r Reader) error {
		name, err = r.Setting(ctx, gardenSetting)
		return err
	})
	if err != nil {
		return sheet, nil, err
	}
	var out []FeedMoment
	for i := range sheet.Lines {
		l := &sheet.Lines[i]
		for _, m := range l.Schedule.Moments {
			if l.Stage == StageClosed && (m.Kind == calendar.Ready || m.Kind == calendar.UpBefore) {
				continue
			}
			uid := measure.Say("planting-{}-{}@{}.glebata", int64(l.Planting.ID), string(m.Kind), name).In(measure.Metric)
			out = append(out, FeedMoment{uid, m, l.Bag.Label, l.Variety, l.Bag.Place.Name})
		}
	}
	return sheet, out, nil
}

// gardenSetting holds the name a garden's calendar entries carry.
const gardenSetting = "garden"

// Succession proposes batches of a variety that tile the days from one to
// another, each eaten from for so many days. Faults name the fields.
func (g *Garden) Succession(ctx context.Context, variety Variety, t Timing, cover measure.Length, year int, from, until measure.Day, each int, today measure.Day) ([]calendar.Batch, []calendar.Gap, error) {
	var faults Faults
	if variety.Class.Crop() == crop.SweetPotato {
		faults.Add("variety", "Sweet potatoes are lifted at once: successions are for potatoes.")
	}
	if until < from || until-from > 300 {
		faults.Add("until", "The last day lies after the first, and no more than 300 days on.")
	}
	if each < 7 || each > 60 {
		faults.Add("each", "One batch is eaten from for 7 to 60 days.")
	}
	if err := t.check(variety, year); err != nil {
		faults = append(faults, asFaults(err)...)
	}
	if faults != nil {
		return nil, nil, faults
	}
	site, _, err := g.Site(ctx)
	if err != nil {
		return nil, nil, err
	}
	place, err := site.Calendar(year)
	if err != nil {
		return nil, nil, err
	}
	batches, gaps := place.Succession(t.asked(variety, cover), today, from, until, each)
	return batches, gaps, nil
}
