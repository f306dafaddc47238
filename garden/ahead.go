package garden

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"glebata/core/calendar"
	"glebata/core/crop"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/core/seed"
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
func (v *View) LookAhead(row []Standing) ([]Ahead, error) {
	today := v.today
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
	out, err := v.leaveOutDone(out)
	if err != nil {
		return nil, err
	}
	cuts, err := v.cutsAhead(row)
	if err != nil {
		return nil, err
	}
	out = append(out, cuts...)
	slices.SortStableFunc(out, func(a, b Ahead) int { return cmp.Compare(a.Day, b.Day) })
	return out, nil
}

// cutSeed is the work of cutting tubers before planting.
const cutSeed calendar.Kind = "cut"

// cutsAhead is the cutting that is wanted soon: of varieties that have fewer pieces
// than will be planted, and tubers that can be cut. Faces heal before planting day.
func (v *View) cutsAhead(row []Standing) ([]Ahead, error) {
	today := v.today
	byVariety := map[ID]*Ahead{}
	wanted := map[ID]int{}
	var order []ID
	for i := range row {
		st := &row[i]
		if st.Stage != StagePlanned || st.Dates == nil || st.Variety.Class.Crop() != crop.Potato {
			continue
		}
		day := st.Dates.Plant
		if st.Dates.Pots != 0 {
			day = st.Dates.Pots
		}
		if day -= seed.HealDays; day > today+aheadDays || day < today-behindDays {
			continue
		}
		a := byVariety[st.Variety.ID]
		if a == nil {
			a = &Ahead{Kind: cutSeed, Day: day, Variety: st.Variety, year: st.Season.Year}
			byVariety[st.Variety.ID], order = a, append(order, st.Variety.ID)
		}
		a.Day, a.Bags = min(a.Day, day), append(a.Bags, st.Bag.Label)
		wanted[st.Variety.ID] += st.Number
	}
	if len(order) == 0 {
		return nil, nil
	}
	bench, err := v.Bench()
	if err != nil {
		return nil, err
	}
	var out []Ahead
	for _, id := range order {
		free, cut := len(bench.Free(id)), bench.toCut(id)
		if a := byVariety[id]; free > 0 && free < wanted[id] && cut > 0 {
			a.Late = a.Day < today
			a.What = measure.Say("cut seed")
			a.Why = measure.Say("{} pieces for {} wanted, and {} tubers can be cut. Cut faces heal {} days in airy shade; blade away from the hand.", free, wanted[id], cut, seed.HealDays)
			out = append(out, *a)
		}
	}
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
func (v *View) leaveOutDone(list []Ahead) ([]Ahead, error) {
	if len(list) == 0 {
		return nil, nil
	}
	bench, err := v.Bench()
	if err != nil {
		return nil, err
	}
	nursery, err := v.Nursery()
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

// CalendarFeed is a season's moments, for a calendar that is subscribed to.
func (v *View) CalendarFeed(year int) (Sheet, []FeedMoment, error) {
	sheet, err := v.SeasonSheet(year)
	if err != nil {
		return sheet, nil, err
	}
	kept, err := v.settings()
	if err != nil {
		return sheet, nil, err
	}
	var out []FeedMoment
	for i := range sheet.Lines {
		l := &sheet.Lines[i]
		add := func(what string, m calendar.Moment) {
			uid := measure.Say("planting-{}-{}@{}.glebata", int64(l.Planting.ID), what, kept.garden).In(measure.Metric)
			out = append(out, FeedMoment{uid, m, l.Bag.Label, l.Variety, l.Bag.Place.Name})
		}
		for _, m := range l.Schedule.Moments {
			if l.Stage == StageClosed && (m.Kind == calendar.Ready || m.Kind == calendar.UpBefore) {
				continue
			}
			add(string(m.Kind), m)
		}
		if l.Stage == StageGrowing {
			l.foretold(add)
		}
	}
	return sheet, out, nil
}

// foretold are the jobs of a growing bag with the days the forecast has for them.
// Each keeps its name while it is the same raise, feed or kind of job.
func (s *Standing) foretold(add func(what string, m calendar.Moment)) {
	moment := func(kind job.Kind, day measure.Day, what, why measure.Phrase) calendar.Moment {
		return calendar.Moment{Kind: calendar.Kind(kind), Day: day, Until: day, What: what, Why: why}
	}
	for i, c := range s.Grown.Climbs {
		what := measure.Say("raise to {}", c.To)
		why := measure.Say("By the forecast stems stand {} above the medium: bring {} loose. Measure first; the day moves with the weather.", c.Stem, c.Loose)
		day := c.Day
		if i == 0 {
			day = s.jobDay(job.Raise, day)
		}
		add(fmt.Sprintf("raise-%d", len(s.Layers)+i), moment(job.Raise, day, what, why))
	}
	done := s.Last(job.Feed, Fed, Skipped)
	for i, f := range s.Feed.Feedings {
		if f.Day > done+feedApart || done == 0 {
			add(fmt.Sprintf("feed-%d", i), moment(job.Feed, f.Day, measure.Say("feed {}", f.Water), measure.Say("{} of water with liquid feed, onto moist medium.", f.Water)))
		}
	}
	for _, j := range s.Jobs {
		switch j.Kind {
		case job.TopUp, job.Tie, job.Look, job.CutDown, job.Lift, job.Nip:
			add(string(j.Kind), moment(j.Kind, j.Day, j.Tag, j.Why))
		}
	}
}

// jobDay is the day of a kind of job; another where there is none such.
func (s *Standing) jobDay(k job.Kind, or measure.Day) measure.Day {
	for _, j := range s.Jobs {
		if j.Kind == k {
			return j.Day
		}
	}
	return or
}

// Succession proposes batches of a variety that tile the days from one to
// another, each eaten from for so many days. Faults name the fields.
func (v *View) Succession(variety Variety, t Timing, cover measure.Length, year int, from, until measure.Day, each int) ([]calendar.Batch, []calendar.Gap, error) {
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
	site, _, err := v.Site()
	if err != nil {
		return nil, nil, err
	}
	place, err := site.Calendar(year)
	if err != nil {
		return nil, nil, err
	}
	batches, gaps := place.Succession(t.asked(variety, cover), v.today, from, until, each)
	return batches, gaps, nil
}
