package garden

import (
	"context"
	"fmt"
	"hash/maphash"
	"math"
	"sync"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/terrace"
)

// Grown is how a planting has grown and is expected to go on: by the weather as it
// was observed, then as it is forecast, then as it usually is.
type Grown struct {
	Plant  growth.Plant
	Fit    growth.Fit
	Course growth.Course
	Usual  growth.Course // without what was measured; the same where nothing was
	Climbs []hill.Climb  // raises to come
	// UsualClimbs are those without what was measured.
	UsualClimbs []hill.Climb
	Air         *growth.Weather
	key         uint64 // changes with what it follows from
}

// StemOn a day, from where it came through, cm.
func (g *Grown) StemOn(d measure.Day) measure.Length { return g.Course.StemOn(d) }

// air is the weather in the open of a run of days as it is known on one of them.
type air struct {
	growth.Weather
	hash uint64
}

// How far the weather is held around the plantings it is for, in days: before the
// first is planted, and from the last on.
const (
	airBefore = 12
	airAfter  = 330
)

// airOf days from one on: own records, the station's observations, its forecast, and
// then the normals.
func (g *Garden) airOf(site *Site, n *climate.Normals, own []DayRecord, from, until, today measure.Day) *air {
	a := &air{Weather: growth.Weather{From: from}}
	days := max(0, int(until-from)+1)
	a.Min, a.Max, a.PAR = make([]float64, days), make([]float64, days), make([]float64, days)
	forecast := g.station.Forecast(site, n, today)
	for i := range days {
		d := from + measure.Day(i)
		for len(own) > 0 && own[0].Day < d {
			own = own[1:]
		}
		var low, high float64
		switch lead := int(d - today); {
		case d <= today && len(own) > 0 && own[0].Day == d:
			low, high = own[0].Min, own[0].Max
		case d <= today:
			w := g.station.Day(site, n, d)
			low, high = w.Min, w.Max
		case lead <= len(forecast):
			low, high = forecast[lead-1].Min, forecast[lead-1].Max
		default:
			low, high = n.Min.At(d), n.Max.At(d)
		}
		a.Min[i], a.Max[i] = low, high
		a.PAR[i] = climate.PAR(climate.Solar(low, high, climate.Radiation(site.Latitude, d.YearDay())))
	}
	var h maphash.Hash
	h.SetSeed(hashSeed)
	for _, v := range [2][]float64{a.Min, a.Max} {
		for _, x := range v {
			maphash.WriteComparable(&h, x)
		}
	}
	maphash.WriteComparable(&h, from)
	maphash.WriteComparable(&h, site.Latitude)
	a.hash = h.Sum64()
	return a
}

// hashSeed of what courses are kept by; it lasts as long as the program.
var hashSeed = maphash.MakeSeed()

// courses that were worked out, by planting. Safe for concurrent use.
type courses struct {
	mu   sync.Mutex
	held map[ID]heldCourse
}

type heldCourse struct {
	key   uint64
	grown *Grown
}

// mostCourses that are held before they are worked out anew.
const mostCourses = 2000

// of a planting: as it was worked out before, when nothing has changed.
func (c *courses) of(id ID, key uint64, grow func() *Grown) *Grown {
	c.mu.Lock()
	held, ok := c.held[id]
	c.mu.Unlock()
	if ok && held.key == key && id != 0 {
		return held.grown
	}
	grown := grow()
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.held == nil || len(c.held) >= mostCourses {
		c.held = map[ID]heldCourse{}
	}
	c.held[id] = heldCourse{key, grown}
	return grown
}

// grow works out how a planting has grown and goes on.
func (g *Garden) grow(st *Standing, t Timing, s *calendar.Schedule, site *Site, a *air, sun float64) *Grown {
	p := plantOf(st, t, s, site, a, sun)
	key := keyOf(&p, st, a)
	return g.grown.of(st.Planting.ID, key, func() *Grown {
		out := &Grown{key: key, Plant: p, Air: &a.Weather, Fit: growth.Prior()}
		seen := make([]growth.Measured, len(st.Heights))
		for i, m := range st.Heights {
			seen[i] = growth.Measured{Day: m.Day, Length: m.Above + m.Raised}
		}
		growth.Grow(&p, &a.Weather, &out.Usual)
		out.Course = out.Usual
		if len(seen) > 0 && len(st.Frosted) == 0 {
			out.Fit = growth.Refit(p, &a.Weather, seen)
			out.Plant.Shift, out.Plant.Rate = out.Fit.Shift, out.Fit.Rate
			out.Course = growth.Course{}
			growth.Grow(&out.Plant, &a.Weather, &out.Course)
		}
		out.Climbs, out.UsualClimbs = climbs(st, &out.Course, nil), climbs(st, &out.Usual, nil)
		return out
	})
}

// keyOf changes with anything that the course of a planting, or its raises, follow
// from.
func keyOf(p *growth.Plant, st *Standing, a *air) uint64 {
	var h maphash.Hash
	h.SetSeed(hashSeed)
	for _, v := range [...]float64{p.Need, p.Sun, p.Start, p.Head, float64(p.Heated), float64(st.Level), float64(st.Raised), float64(len(st.Rungs)), float64(len(st.Heights))} {
		maphash.WriteComparable(&h, v)
	}
	for _, d := range [...]measure.Day{p.Planted, p.Up, p.Looked, p.Cut, st.Filled, st.Flowered, st.StemDay} {
		maphash.WriteComparable(&h, d)
	}
	maphash.WriteComparable(&h, p.Class)
	maphash.WriteComparable(&h, p.PacketDays)
	maphash.WriteComparable(&h, p.Dark)
	maphash.WriteComparable(&h, st.Filling)
	maphash.WriteComparable(&h, st.Bag.Model.Shape)
	for _, s := range p.Stays {
		maphash.WriteComparable(&h, s)
	}
	for _, d := range p.Frosted {
		maphash.WriteComparable(&h, d)
	}
	for _, m := range st.Heights {
		maphash.WriteComparable(&h, m)
	}
	maphash.WriteComparable(&h, a.hash)
	return h.Sum64()
}

// climbs are the raises to come along a course, appended to into.
func climbs(st *Standing, c *growth.Course, into []hill.Climb) []hill.Climb {
	if st.Stage == StagePlanned && len(st.Ladder.Rungs) == 0 || st.Stage == StageGrowing && len(st.Rungs) == 0 || st.Flowered != 0 {
		return into
	}
	at := hill.Height{Level: st.Ladder.Start}
	if st.Stage == StageGrowing {
		at = hill.Height{Level: st.Level, Raised: st.Raised, After: st.Filled + 1}
		if st.StemKnown && st.Stem < st.Rungs[0].Trigger {
			at.After = max(at.After, st.StemDay+1)
		}
	}
	return st.Filling.Climbs(st.Bag.Model.Shape, at, hill.Stems{From: c.Planted, Lengths: c.Stem}, into)
}

// plantOf is a planting as growth sees it.
func plantOf(st *Standing, t Timing, s *calendar.Schedule, site *Site, a *air, sun float64) growth.Plant {
	p := growth.Plant{
		Class: st.Variety.Class, PacketDays: st.Variety.PacketDays, Planted: s.Plant, Heated: site.Heated,
		Dark: t.Dark, Sun: sun, Up: st.Up, Frosted: st.Frosted, Looked: st.StemDay,
	}
	if st.Stage != StagePlanned {
		p.Planted = st.State.Planted
	}
	p.Looked = max(p.Looked, st.Up)
	p.Cut = st.cutOn()
	for _, stay := range s.Stays {
		p.Stays = append(p.Stays, growth.Stay{From: stay.From, Gain: stay.Shelter.Gain()})
	}
	if len(p.Stays) == 0 {
		p.Stays = []growth.Stay{{Gain: climate.Open.Gain()}}
	}
	switch {
	case st.Variety.Class.Crop() == crop.SweetPotato:
		p.Need, p.Start = growth.EstablishNeed(), slipStands
	case s.Pots != 0:
		p.Need = growth.ReappearNeed()
		p.Head = headStart(&p, s, a)
	default:
		p.Need = growth.EmergenceNeed(t.Chitted, st.cover())
	}
	return p
}

// slipStands is how much of a slip looks out of the medium when it is set, cm.
// Practice: slips of 20 to 30 cm, two nodes under.
const slipStands = 12

// headStart is the thermal time that a plant brings with it out of its pot.
func headStart(p *growth.Plant, s *calendar.Schedule, a *air) float64 {
	if s.Emerge == 0 || s.Emerge >= p.Planted {
		return 0
	}
	return growth.Sum(p.Class.Crop(), s.Emerge, p.Planted, func(d measure.Day) float64 {
		i := int(d - a.From)
		if i < 0 || i >= len(a.Min) {
			return 0
		}
		low, high := p.Stays[0].Gain.Inside(a.Min[i], a.Max[i], p.Heated)
		return (low + high) / 2
	})
}

// fullSeason is the season index of a variety under a shelter in a usual year: planted
// on the day counted back, by the normals, in the season that begins next.
func (s *Site) fullSeason(v Variety, shelter climate.Shelter, today measure.Day) (float64, error) {
	n, err := s.Monthly.Daily()
	if err != nil {
		return 0, err
	}
	year := today.Year()
	place, err := s.Calendar(year)
	if err != nil {
		return 0, err
	}
	st := Standing{Planting: Planting{Bag: Bag{Place: Place{Shelter: shelter}}, Variety: v, Filling: hill.Defaults(hill.Default(v.Class))}}
	t := UsualTiming(st.Bag, v)
	sch := schedule(place, &st, t, 0)
	a := usualAir(s, n, sch.Plant-airBefore, sch.Plant+airAfter)
	p := plantOf(&st, t, &sch, s, a, 0)
	var c growth.Course
	growth.Grow(&p, &a.Weather, &c)
	return c.Final(), nil
}

// warmest shelter of the site for a sweet potato; potatoes stand in the open.
func (s *Site) warmest(c crop.Class) climate.Shelter {
	if c.Crop() == crop.SweetPotato {
		for _, shelter := range []climate.Shelter{climate.Wrapped, climate.Greenhouse} {
			if s.Has(shelter) {
				return shelter
			}
		}
	}
	return climate.Open
}

// usualAir is the normals of a run of days.
func usualAir(s *Site, n *climate.Normals, from, until measure.Day) *air {
	a := &air{Weather: growth.Weather{From: from}}
	for d := from; d <= until; d++ {
		low, high := n.Min.At(d), n.Max.At(d)
		a.Min, a.Max = append(a.Min, low), append(a.Max, high)
		a.PAR = append(a.PAR, climate.PAR(climate.Solar(low, high, climate.Radiation(s.Latitude, d.YearDay()))))
	}
	return a
}

// finishedGrown is every closed bag with the index of the season it had, in full
// sun: where it stood then is not kept.
func (g *Garden) finishedGrown(ctx context.Context, today measure.Day) ([]Standing, error) {
	list, err := g.Finished(ctx, today)
	if err != nil || len(list) == 0 {
		return list, err
	}
	var with almanac
	f := Filter{Finished: true}
	err = g.store.View(ctx, func(r Reader) (err error) {
		if with.timings, err = r.Timings(ctx, f); err != nil {
			return err
		}
		if with.site, err = siteOf(ctx, r); err != nil {
			return err
		}
		with.from, with.until = today, 0
		for i := range list {
			with.from, with.until = min(with.from, list[i].State.Planted-airBefore), max(with.until, list[i].Ended)
		}
		with.own, err = r.Weather(ctx, with.from, min(today, with.until))
		return err
	})
	if err != nil {
		return nil, err
	}
	n, err := with.site.Monthly.Daily()
	if err != nil {
		return nil, err
	}
	air := g.airOf(&with.site, n, with.own, with.from, with.until, today)
	for i := range list {
		st := &list[i]
		if st.State.Planted == 0 {
			continue
		}
		t, set := with.timings[st.Planting.ID]
		if !set {
			t = UsualTiming(st.Bag, st.Variety)
		}
		s := &calendar.Schedule{Asked: t.asked(st.Variety, st.cover()), Plant: st.State.Planted, Stays: []calendar.Stay{{From: st.State.Planted, Shelter: t.Shelter}}}
		st.Index = g.grow(st, t, s, &with.site, air, 0).Course.IndexOn(st.Ended)
	}
	return list, nil
}

// GrowDraft reckons a plan that is not kept yet: how it would grow, and its feed.
func (g *Garden) GrowDraft(ctx context.Context, d *Draft, year int, t Timing, mix medium.Mix, today measure.Day) error {
	d.Season.Year = year
	list := []Standing{d.Standing}
	var with almanac
	err := g.store.View(ctx, func(r Reader) error { return with.read(ctx, g, r, Filter{ID: -1}, list, today) })
	if err != nil {
		return err
	}
	with.timings, with.mixes = map[ID]Timing{0: t}, map[ID]medium.Mix{0: mix}
	if err := g.reckon(list, &with, today); err != nil {
		return err
	}
	d.Standing = list[0]
	return nil
}

// suns are the shares of light that bags get on the terrace, as they were worked out
// last. Safe for concurrent use.
type suns struct {
	mu    sync.Mutex
	key   string
	share map[ID]float64
}

// sunShares of the bags that stand on the terrace; bags that do not are left out.
func (g *Garden) sunShares(ctx context.Context, r Reader, site *Site, today measure.Day) (map[ID]float64, error) {
	t, known, err := r.Terrace(ctx)
	if err != nil || !known {
		return nil, err
	}
	spots, err := r.Spots(ctx)
	if err != nil || len(spots) == 0 {
		return nil, err
	}
	from, until := site.sunDays(today)
	key := fmt.Sprint(t, spots, site.Latitude, from, until)
	g.sun.mu.Lock()
	defer g.sun.mu.Unlock()
	if g.sun.key == key {
		return g.sun.share, nil
	}
	ids, points := make([]ID, 0, len(spots)), make([]terrace.Point, 0, len(spots))
	for id, at := range spots {
		ids, points = append(ids, id), append(points, at)
	}
	share := make(map[ID]float64, len(ids))
	for i, hours := range t.Hours(site.Latitude, from, until, points) {
		share[ids[i]] = math.Max(0.01, terrace.Share(hours))
	}
	g.sun.key, g.sun.share = key, share
	return share, nil
}
