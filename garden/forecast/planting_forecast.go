package forecast

import (
	"cmp"
	"slices"

	"glebata/core/calendar"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/logbook"
)

// PlantingForecast is the one forecast of a planting: what it has come to by its log, and how
// it grows on. It never changes what was logged.
type PlantingForecast struct {
	logbook.PlantingState
	// Timing as it was chosen, else the usual one; of plantings that were reckoned.
	Timing    logbook.Timing
	TimingSet bool // it was chosen

	Job   job.Job    // the most pressing one
	Jobs  []job.Job  // all that are due or to come
	Grown *GrowthRun // how it grows; nil when it is finished or was not reckoned
	// Feed over its season, and what it was asked of; nil as Grown is.
	Feed      *medium.SeasonFeed
	FeedAsk   medium.FeedAsk
	mixUnread error // why the mix that was chosen cannot be read; the usual stands in
	// Water in its bag; nil where it does not grow in one.
	Water       *Water
	raisingOver bool // it is near its end, or emptied: no layer goes on any more
	// LeftOpen reports that it was weighed in as if that was all, and not closed, where it stands
	// among those that were.
	LeftOpen bool
	// Twin reports that another planting of the same container stands before it in its row.
	Twin bool
	// Index of its season: of what has grown by its end, by the model. 0 where it
	// was not reckoned.
	Index float64
	// Tall is how long its stems got against the usual of its class, fitted to its heights
	// when it had ended; 0 where they do not tell, and while it grows.
	Tall float64
	// Believed is the last measured height that is not questioned, as it stands now.
	Believed Believed
	// Now is the height of the stems over the medium today.
	Now      measure.Length
	NowKnown bool
	// Dates of a planting that is planned or grows, from chitting to its end; nil of one
	// that has ended. They are the forecast's: not to be changed.
	Dates *calendar.Schedule
	// May it be planted today, where its day is past: the zero Verdict where it is not.
	May calendar.Verdict
}

// Past reports whether it is planned, its day is past, and planted today it cannot live.
func (s *PlantingForecast) Past() bool {
	return s.Stage == logbook.StagePlanned && s.Dates != nil && s.Dates.Was != 0 && !s.May.OK
}

// Upcoming is the next layer as it will go on: as planned while the stems are
// short of calling for it, and fitted to them once they do; nil when the bag is
// full, or raising has ended.
func (s *PlantingForecast) Upcoming() *hill.Rung {
	if len(s.Rungs) == 0 || s.raisingOver {
		return nil
	}
	r := s.Rungs[0]
	if stem, known := s.Shows(); known && stem >= r.Trigger {
		return s.Forced()
	}
	return &r
}

// Forced is the next layer if it went on today, cut down to what the stems can take;
// nil when the bag is full. Cut to nothing it is still returned, with no thickness.
func (s *PlantingForecast) Forced() *hill.Rung {
	if len(s.Rungs) == 0 {
		return nil
	}
	r := s.Rungs[0]
	if stem, known := s.Shows(); known {
		r = s.Filling.Fit(s.Bag.Model.Shape, r, stem)
	}
	return &r
}

// Shows is how high stems stand over the medium today: as measured today, else as
// the forecast has it, else as they were measured last; ok is false where there is
// nothing to show.
func (s *PlantingForecast) Shows() (height measure.Length, ok bool) {
	if s.Stage != logbook.StageGrowing {
		return 0, false
	}
	if s.NowKnown {
		return s.Now, s.Now > 0
	}
	if s.Grown == nil { // it was not forecast: as it was logged
		return s.Stem, s.StemKnown && s.Stem > 0
	}
	return s.Believed.Stem, s.Believed.Known && s.Believed.Stem > 0
}

// Believed is a measured height as it was typed, and less what was raised since.
type Believed struct {
	Known bool
	Stem  measure.Length // above the medium as it stands now
	Day   measure.Day    // measured on
	Typed measure.Length // above the medium on that day
}

// Raised since it was measured.
func (b Believed) Raised() measure.Length { return max(0, b.Typed-b.Stem) }

// typed is the height last measured, as it was typed.
func typed(s *logbook.PlantingState) Believed {
	b := Believed{Known: s.StemKnown, Stem: s.Stem, Day: s.StemDay, Typed: s.Stem}
	if n := len(s.Heights); n > 0 {
		b.Typed = s.Heights[n-1].Above
	}
	return b
}

// believe the last measured height that is not questioned: jobs and drawings go by it.
func (s *PlantingForecast) believe() {
	s.Believed = typed(&s.PlantingState)
	asked := s.Grown.Fit.Outliers
	if len(asked) == 0 {
		return
	}
	s.Believed = Believed{}
	for _, h := range s.Heights {
		questioned := slices.ContainsFunc(asked, func(q growth.Measured) bool { return q.Day == h.Day && q.Length == h.Above+h.Raised })
		if !questioned {
			s.Believed = Believed{true, max(0, h.Above-(s.Raised-h.Raised)), h.Day, h.Above}
		}
	}
}

// now is how high the stems stand today.
func (s *PlantingForecast) now(today measure.Day) {
	if s.Stage != logbook.StageGrowing {
		return
	}
	if s.Believed.Known && s.Believed.Day == today {
		s.Now, s.NowKnown = s.Believed.Stem, true
		return
	}
	if c := &s.Grown.Run; c.Up != 0 && c.Up <= today || s.Grown.Plant.Start > 0 {
		s.Now, s.NowKnown = max(0, c.StemOn(today)-s.Raised), true
	}
}

// OneToABag keeps, of each bag, what grows in it, else what is planned first; all of them
// where several share it.
func OneToABag(row []PlantingForecast) []PlantingForecast {
	first := make(map[logbook.ID]int, len(row))
	again := false
	for i := range row {
		at, other := first[row[i].Bag.ID]
		again = again || other
		if !other || row[i].Before(&row[at]) {
			first[row[i].Bag.ID] = i
		}
	}
	if len(row) == 0 || !again && row[0].Season.Year == row[len(row)-1].Season.Year {
		return row
	}
	out := make([]PlantingForecast, 0, len(first))
	for i := range row {
		if s, at := &row[i], first[row[i].Bag.ID]; at == i || s.Beside != 0 && s.Beside == row[at].Beside {
			out = append(out, *s)
		}
	}
	slices.SortStableFunc(out, func(a, b PlantingForecast) int {
		x, y := a.Bag, b.Bag
		return cmp.Or(cmp.Compare(x.Place.Position, y.Place.Position), cmp.Compare(x.Place.ID, y.Place.ID),
			cmp.Compare(len(x.Label), len(y.Label)), cmp.Compare(x.Label, y.Label))
	})
	seen := map[logbook.ID]bool{}
	for i := range out {
		out[i].Twin, seen[out[i].Bag.ID] = seen[out[i].Bag.ID], true
	}
	return out
}

// OwnJob reports whether a job is a planting's own, and not the same for all that grow in its
// container, where another that stands before it has it.
func (s *PlantingForecast) OwnJob(k job.Kind) bool { return !s.Twin || !k.OfContainer() }

// JobDue reports whether some job of its own is due.
func (s *PlantingForecast) JobDue() bool {
	return slices.ContainsFunc(s.Jobs, func(j job.Job) bool { return j.Due() && s.OwnJob(j.Kind) })
}

// BagsDue are how many containers of a row there are, and how many of them have a job that is due.
func BagsDue(row []PlantingForecast) (bags, due int) {
	of := map[logbook.ID]bool{}
	for i := range row {
		of[row[i].Bag.ID] = of[row[i].Bag.ID] || row[i].JobDue()
	}
	for _, any := range of {
		if any {
			due++
		}
	}
	return len(of), due
}

// Before another planting of the same bag: what grows comes first, the one planted last of
// several seasons, then what is planned soonest.
func (s *PlantingForecast) Before(o *PlantingForecast) bool {
	grows, other := s.Stage == logbook.StageGrowing, o.Stage == logbook.StageGrowing
	switch {
	case grows != other:
		return grows
	case grows:
		return s.State.Planted > o.State.Planted
	}
	return s.Season.Year < o.Season.Year
}

// ReadyOn is the day a planting is ready by its course: mature, alive; 0 where it never
// is.
func (s *PlantingForecast) ReadyOn() measure.Day {
	if s.Grown == nil {
		return 0
	}
	return s.Grown.Run.Mature
}

// LiftOn is the day a harvest is counted on: ready, else the end.
func (s *PlantingForecast) LiftOn() measure.Day {
	switch {
	case s.Grown == nil: // no day to plant it is reached
		return 0
	case s.Grown.Run.Mature != 0:
		return s.Grown.Run.Mature
	}
	return s.Grown.Run.End()
}

// GrowthRun is how a planting has grown and is expected to go on: by the weather as it
// was observed, then as it is forecast, then as it usually is.
type GrowthRun struct {
	Plant  growth.Plant
	Fit    growth.Fit
	Run    growth.Run
	Usual  growth.Run   // without what was measured; the same where nothing was
	Climbs []hill.Climb // raises to come
	// RaiseSince is the day the first of them was due from, where that is past; 0 otherwise.
	RaiseSince measure.Day
	PotsUp     measure.Day // through in its pot; 0 of one that was not grown on
	// UsualClimbs are those without what was measured.
	UsualClimbs []hill.Climb
	Air         *growth.Weather
	key         uint64 // changes with what it follows from
}

// StemOn a day, from where it came through, cm.
func (g *GrowthRun) StemOn(d measure.Day) measure.Length { return g.Run.StemOn(d) }

// cover that shoots have to come through, as the plan has it. Of a bag that is filled
// once it is that of its school, and not all up to the rim: by 7 °C·days a cm a first
// early under 28 cm would be up after eight weeks, which growers do not see.
func (s *PlantingForecast) cover() measure.Length {
	if s.Filling.Cover == 0 { // two levels are filled up to the rim on the day
		return hill.UsualCover
	}
	return s.Filling.Cover
}

// SetAside is what is kept of a planting and cannot be applied: entries, and its mix.
func (s *PlantingForecast) SetAside() []logbook.SetAside {
	out := s.PlantingState.SetAside()
	if s.mixUnread != nil {
		out = append(out, logbook.AsideMix(&s.Planting, s.mixUnread))
	}
	return out
}
