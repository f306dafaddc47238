package garden

import (
	"context"
	"slices"

	"glebata/core/calendar"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/working"
)

// almanac is what open plantings are reckoned with.
type almanac struct {
	site        Site
	places      map[int]*calendar.Place
	timings     map[ID]Timing
	own         []DayRecord
	from, until measure.Day       // of the weather
	mixes       map[ID]medium.Mix // those that can be read
	usual       medium.Mix
	base        *Product
	liquid      *Product
	suns        map[ID]float64
	nips        bool
}

// read what the open ones of a list are reckoned with.
func (a *almanac) read(ctx context.Context, g *Garden, r Reader, f Filter, list []Standing, today measure.Day) (err error) {
	if a.timings, err = r.Timings(ctx, f); err != nil {
		return err
	}
	if a.site, err = siteOf(ctx, r); err != nil {
		return err
	}
	a.span(list, today)
	if a.own, err = r.Weather(ctx, a.from, min(today, a.until)); err != nil {
		return err
	}
	cs, err := r.Components(ctx)
	if err != nil {
		return err
	}
	texts, err := r.Mixes(ctx, f)
	if err != nil {
		return err
	}
	a.mixes = make(map[ID]medium.Mix, len(texts))
	for id, text := range texts {
		if m, err := cs.ParseMix(text); err == nil {
			a.mixes[id] = m
		}
	}
	a.usual = cs.Recipes()[0].Mix
	products, err := r.Products(ctx)
	if err != nil {
		return err
	}
	a.base, a.liquid = ByKind(products, FeedPack), ByKind(products, LiquidFeed)
	if a.suns, err = g.sunShares(ctx, r, &a.site, today); err != nil {
		return err
	}
	nips, err := r.Setting(ctx, nipSetting)
	a.nips = nips == "yes"
	return err
}

// span of days that the open plantings of a list need weather for.
func (a *almanac) span(list []Standing, today measure.Day) {
	a.from, a.until = today, today
	for i := range list {
		s := &list[i]
		switch s.Stage {
		case StageGrowing:
			a.from = min(a.from, s.State.Planted)
			a.until = max(a.until, s.State.Planted+airAfter)
		case StagePlanned: // planted in its season, at the soonest today
			a.until = max(a.until, measure.Date(s.Season.Year+1, 1, 1)+airAfter)
		}
	}
	a.from -= airBefore
}

// place is the calendar of a season's year.
func (a *almanac) place(year int) (*calendar.Place, error) {
	if p := a.places[year]; p != nil {
		return p, nil
	}
	p, err := a.site.Calendar(year)
	if err != nil {
		return nil, err
	}
	if a.places == nil {
		a.places = map[int]*calendar.Place{}
	}
	a.places[year] = p
	return p, nil
}

// reckon how the open plantings of a list grow, and what there is to do at them.
func (g *Garden) reckon(ctx context.Context, list []Standing, a *almanac, today measure.Day) error {
	var air *air
	for i := range list {
		if err := ctx.Err(); err != nil { // who asked has gone
			return err
		}
		st := &list[i]
		if st.FeedAsk.Mix = a.mixes[st.Planting.ID]; len(st.FeedAsk.Mix) == 0 {
			st.FeedAsk.Mix = a.usual
		}
		if st.Timing, st.TimingSet = a.timings[st.Planting.ID]; !st.TimingSet {
			st.Timing = UsualTiming(st.Bag, st.Variety)
		}
		if st.Stage != StagePlanned && st.Stage != StageGrowing {
			continue
		}
		if air == nil {
			n, err := a.site.Monthly.Daily()
			if err != nil {
				return err
			}
			air = g.airOf(&a.site, n, a.own, a.from, a.until, today)
		}
		s, err := a.schedule(st, st.Timing, today)
		if err != nil {
			return err
		}
		st.Grown = g.grow(st, st.Timing, s, &a.site, air, a.suns[st.Bag.ID], today)
		st.believe()
		st.EndsOn = s.End
		st.Index = st.Grown.Course.IndexOn(st.ReadyOn())
		st.now(today)
		a.feedAsk(st)
		feed := medium.FeedSeason(st.FeedAsk)
		st.Feed = &feed
		st.jobs(s, a.nips, today)
	}
	return nil
}

// schedule of a planting. One that grows where it was planted needs no counting.
func (a *almanac) schedule(st *Standing, t Timing, today measure.Day) (*calendar.Schedule, error) {
	place, err := a.place(st.Season.Year)
	if err != nil {
		return nil, err
	}
	if st.Stage == StageGrowing && t.Then == "" && t.Way != calendar.PreGrown && st.Variety.Class.Crop() == crop.Potato {
		return &calendar.Schedule{
			Asked: t.asked(st.Variety, st.cover()), Plant: st.State.Planted, End: place.Ends(t.Shelter),
			Stays: []calendar.Stay{{From: st.State.Planted, Shelter: t.Shelter}},
		}, nil
	}
	if moved := st.Last(job.Move, Tended); moved != 0 {
		t.Move = moved
	}
	s := schedule(place, st, t, today)
	if st.Stage == StagePlanned || t.Then != "" {
		st.Dates = &s
	}
	return &s, nil
}

// believe the last measured height that is not questioned: jobs and drawings go by it.
func (s *Standing) believe() {
	asked := s.Grown.Fit.Questioned
	if len(asked) == 0 {
		return
	}
	s.StemKnown = false
	for _, h := range s.Heights {
		questioned := slices.ContainsFunc(asked, func(q growth.Measured) bool { return q.Day == h.Day && q.Length == h.Above+h.Raised })
		if !questioned {
			s.Stem, s.StemDay, s.StemKnown = max(0, h.Above-(s.Raised-h.Raised)), h.Day, true
		}
	}
}

// now is how high the stems stand today.
func (s *Standing) now(today measure.Day) {
	if s.Stage != StageGrowing {
		return
	}
	if s.StemKnown && s.StemDay == today {
		s.Now, s.NowKnown = s.Stem, true
		return
	}
	if c := &s.Grown.Course; c.Up != 0 && c.Up <= today || s.Grown.Plant.Start > 0 {
		s.Now, s.NowKnown = max(0, c.StemOn(today)-s.Raised), true
	}
}

// feedStops so many days before the leaves are half yellow. Practice.
const feedStops measure.Day = 21

func (a *almanac) feedAsk(st *Standing) {
	ask := &st.FeedAsk
	ask.Class, ask.Litres = st.Variety.Class, st.Bag.Model.Shape.Between(st.Ladder.Bottom, st.Ladder.Top)
	if a.base != nil {
		ask.Base = &a.base.Feed
	}
	if a.liquid != nil {
		ask.Liquid = &a.liquid.Feed
	}
	ask.Layers = dressed(&st.Ladder)
	if c := &st.Grown.Course; c.Up != 0 {
		ask.From = c.Initiation
		if ask.Mix.Inert() {
			ask.From = c.Up
		}
		ask.Until = c.Mature - feedStops
		if c.Mature == 0 {
			ask.Until = c.Planted + measure.Day(len(c.Stem)) - feedStops
		}
	}
}

// dressed are the layers that get base dressing: the one under the seed, and in bags
// that are raised or have two levels every other of medium too.
func dressed(l *hill.Ladder) []measure.Volume {
	var out []measure.Volume
	for _, rungs := range [2][]hill.Rung{l.Fills, l.Rungs} {
		for _, r := range rungs {
			if r.Of == hill.Medium {
				out = append(out, r.Settled)
			}
		}
	}
	if len(l.Rungs) == 0 && len(l.Seed) == 1 && len(out) > 1 {
		out = out[:1]
	}
	return out
}

// nipSetting says whether the grower nips flowers: "yes" or not.
const nipSetting = "nip"

// SetNips keeps whether the grower nips flowers.
func (g *Garden) SetNips(ctx context.Context, nips bool) error {
	value := "no"
	if nips {
		value = "yes"
	}
	return g.store.Update(ctx, func(w Writer) error { return w.SetSetting(ctx, nipSetting, value) })
}

// Nips reports whether the grower nips flowers; not until it was set.
func (g *Garden) Nips(ctx context.Context) (bool, error) {
	var value string
	err := g.store.View(ctx, func(r Reader) (err error) {
		value, err = r.Setting(ctx, nipSetting)
		return err
	})
	return value == "yes", err
}

// tieAt is the height of stems that canes must stand before; tieAhead how many days
// before it they are asked for. Practice.
const (
	tieAt    measure.Length = 35
	tieAhead measure.Day    = 4
)

// jobs of a planting, with their days.
func (s *Standing) jobs(sch *calendar.Schedule, nips bool, today measure.Day) {
	c := &s.Grown.Course
	b := job.Bag{
		Today: today, Class: s.Variety.Class, PacketDays: s.Variety.PacketDays, Number: s.Number,
		PotGrown: sch.Way == calendar.PreGrown, PlantOn: sch.Plant, Next: s.Upcoming(),
		StemKnown: s.StemKnown, StemMeasured: s.Stem, MeasuredOn: s.StemDay, Stem: s.Now, Up: c.Up,
		Nips: nips && s.Last(job.Nip, Tended, Skipped) == 0, Flowered: s.Flowered, CutOn: s.cutOn(), MatureOn: c.Mature,
		LookedOn: s.Last(job.Look, Tended), Tied: s.Times(job.Tie, Tended, Skipped) > 0,
	}
	if s.Stage == StageGrowing {
		b.Planted = s.State.Planted
		if len(s.Grown.Climbs) > 0 {
			b.RaiseOn = s.Grown.Climbs[0].Day
		}
		b.TieOn = tieOn(c)
		b.FrostOn = s.frostUnseen(today)
		if len(s.Rungs) == 0 && s.Last(job.TopUp, Topped, Tended, Skipped) < s.Filled {
			b.TopUpOn, b.TopUp = s.Filled+hill.Topping, s.missing()
		}
		b.FeedOn, b.Feed = s.nextFeed()
		if sch.Move > s.State.Planted && s.Last(job.Move, Tended, Skipped) == 0 && sch.Then != "" {
			b.MoveOn, b.MoveTo = sch.Move, sch.Then.Gain().Where
		}
		if s.Variety.Class.Crop() == crop.SweetPotato {
			b.EndsOn = sch.End
		}
	}
	b.Until = s.quiet()
	s.Jobs = job.Of(b)
	s.Job = job.Pressing(b, s.Jobs)
}

// skipQuiet is how long a kind of job is quiet after it was skipped, in days. A layer
// is asked for again a week later, when stems have grown on; other jobs that come
// once do not come again.
func skipQuiet(k job.Kind) measure.Day {
	switch k {
	case job.Raise, job.Measure, job.Look, job.TopUp, job.Feed:
		return 7
	}
	return 300
}

// frostFresh is how long after a frost that nobody looked at it is asked about, in
// days.
const frostFresh = 10

// frostUnseen is the day of a frost that the weather has and the log has not.
func (s *Standing) frostUnseen(today measure.Day) measure.Day {
	frosts := s.Grown.Course.Frosts
	if len(frosts) == 0 {
		return 0
	}
	last := frosts[len(frosts)-1]
	if last > today || last < today-frostFresh || slices.Contains(s.Frosted, last) {
		return 0
	}
	return last
}

// quiet is the day until which each kind of job was put off, or rests after it was
// skipped.
func (s *Standing) quiet() map[job.Kind]measure.Day {
	var out map[job.Kind]measure.Day
	for _, d := range s.Doings {
		until := d.Until
		switch d.As {
		case Skipped:
			until = d.Day + skipQuiet(d.What)
		case PutOff:
		default:
			continue
		}
		if d.What == job.Raise && d.Day < s.Filled {
			continue // that layer has gone on since
		}
		if out == nil {
			out = map[job.Kind]measure.Day{}
		}
		out[d.What] = max(out[d.What], until)
	}
	return out
}

// nextFeed is the day of the next liquid feed and its water; 0 when none comes.
func (s *Standing) nextFeed() (measure.Day, measure.Volume) {
	done := s.Last(job.Feed, Fed, Skipped)
	for _, f := range s.Feed.Feedings {
		if f.Day > done+feedApart {
			return f.Day, f.Water
		}
	}
	return 0, 0
}

// feedApart is the least time between two feeds, in days: one that was given late
// puts the next one off.
const feedApart measure.Day = 6

// tieOn is when canes are asked for: some days before stems reach their height.
func tieOn(c *growth.Course) measure.Day {
	for i, l := range c.Stem {
		if measure.Length(l) >= tieAt {
			return max(c.Up, c.Planted+measure.Day(i)-tieAhead)
		}
	}
	return 0
}

// missing is what did not fit when the bag was filled loose and is wanted now that
// it has settled, loose; 0 where all went in at once.
func (s *Standing) missing() measure.Volume {
	if s.Ladder.Start < s.Ladder.Top || len(s.Rungs) > 0 || s.Raised > 0 {
		return 0
	}
	var loose measure.Volume
	for _, f := range s.Ladder.Fills {
		loose += f.Loose
	}
	return max(0, loose-s.Bag.Model.Shape.Full())
}

// FeedWorking shows the nitrogen of an open planting over its season.
func (g *Garden) FeedWorking(ctx context.Context, planting ID, today measure.Day) (working.Working, Standing, error) {
	st, err := g.Planting(ctx, planting, today)
	if err != nil {
		return working.Working{}, st, err
	}
	if st.Feed == nil {
		return working.Working{}, st, ErrNotFound
	}
	return medium.SeasonWorking(st.FeedAsk), st, nil
}
