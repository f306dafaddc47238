package forecast

import (
	"fmt"
	"hash/maphash"
	"math"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/terrace"
	"glebata/garden/logbook"
)

// grow works out how a planting has grown and goes on.
func (in *Inputs) grow(st *PlantingForecast, s *calendar.Schedule, place *calendar.Place, a *air) *GrowthRun {
	p, potsUp := newPlant(&st.PlantingState, s, place, &in.Site, a, in.suns[st.Bag.ID])
	p.Tall = in.Tall[st.Variety.ID]
	if p.HaulmCut == 0 && st.spotted() != 0 { // they come off today
		p.HaulmCut = max(in.Today, st.spotted())
	}
	key := runKey(&p, st, a)
	if len(st.Rungs) > 0 { // what is due is due today
		key = key*31 + uint64(in.Today)
	}
	return in.Cache.run(key, func() *GrowthRun {
		out := newGrown(p, st, a, key, in.Today)
		if out.Run.Ending == growth.Over && out.Run.Up == 0 && p.End != 0 { // it waits in the medium for the next season
			p.End += 365
			out = newGrown(p, st, a, key, in.Today)
		}
		out.PotsUp = potsUp
		return out
	})
}

// watered is a run as it is with less water than enough: stems and leaves stay, for heights
// were fitted without.
func (c *Cache) watered(g *GrowthRun, supply []float32) *GrowthRun {
	var h maphash.Hash
	h.SetSeed(hashSeed)
	maphash.WriteComparable(&h, g.key)
	for _, share := range supply {
		maphash.WriteComparable(&h, share)
	}
	key := h.Sum64()
	return c.run(key, func() *GrowthRun {
		out := *g
		out.key, out.Plant.Water, out.Run = key, supply, growth.Run{}
		growth.Grow(&out.Plant, g.Air, &out.Run)
		out.Fit.Departure.Add(&out.Run)
		return &out
	})
}

func newGrown(p growth.Plant, st *PlantingForecast, a *air, key uint64, today measure.Day) *GrowthRun {
	seen := seenOf(&st.PlantingState)
	out := &GrowthRun{key: key, Plant: p, Air: &a.Weather, Fit: growth.Prior(p)}
	growth.Grow(&p, &a.Weather, &out.Usual)
	out.Run = out.Usual
	leaf := leafSeen(&st.PlantingState)
	fits := len(seen) > 0 || p.Flowered != 0
	if fits {
		out.fit(p, &a.Weather, seen)
	}
	if len(leaf) > 0 {
		out.Fit.Ripen(out.Plant, &a.Weather, leaf)
		out.Fit.Ripened(&out.Plant)
	}
	if fits || len(leaf) > 0 {
		out.Run = growth.Run{}
		growth.Grow(&out.Plant, &a.Weather, &out.Run)
		out.Fit.Departure.Add(&out.Run)
	}
	out.Climbs, out.RaiseSince = climbs(st, &out.Run, today, nil)
	out.UsualClimbs, _ = climbs(st, &out.Usual, today, nil)
	return out
}

// seenOf a planting: stems as they were measured. What stood before a frost tells no more.
func seenOf(st *logbook.PlantingState) []growth.Measured {
	var seen []growth.Measured
	for _, m := range st.Heights {
		if n := len(st.Frosted); n == 0 || m.Day > st.Frosted[n-1] {
			seen = append(seen, growth.Measured{Day: m.Day, Length: m.Above + m.Raised})
		}
	}
	return seen
}

// leafSeen of a planting: how yellow it was.
func leafSeen(st *logbook.PlantingState) []growth.LeafSeen {
	var seen []growth.LeafSeen
	for i := range st.Care {
		if e := &st.Care[i]; e.Kind == logbook.Yellowed && e.Level >= 1 && e.Level <= 5 {
			seen = append(seen, growth.LeafSeen{Day: e.Day, Quarters: e.Level - 1})
		}
	}
	return seen
}

// fit a planting to what was measured. Where the weather had a frost that nobody saw, it
// may have set the planting back or not: the likelier of the two by the heights since.
func (g *GrowthRun) fit(p growth.Plant, w *growth.Weather, seen []growth.Measured) {
	g.Fit = growth.Calibrate(p, w, seen)
	set := p
	set.Looked = p.Up
	var c growth.Run
	growth.Grow(&set, w, &c)
	var last measure.Day
	if len(seen) > 0 {
		last = seen[len(seen)-1].Day
	}
	if len(c.Frosts) > len(p.Frosted) && c.Frosts[len(c.Frosts)-1] < last && (c.Gone == 0 || c.Gone > last) {
		after := seen[:0:0]
		for _, m := range seen {
			if m.Day > c.Frosts[len(c.Frosts)-1] {
				after = append(after, m)
			}
		}
		whole := growth.Calibrate(p, w, after)
		if back := growth.Calibrate(set, w, after); len(back.Outliers) < len(whole.Outliers) || len(back.Outliers) == len(whole.Outliers) && back.Cost < whole.Cost {
			p, g.Fit = set, back
		}
	}
	g.Plant = p
	g.Plant.Shift, g.Plant.Rate, g.Plant.Tall = g.Fit.Shift, g.Fit.Rate, g.Fit.Tall
}

// runKey changes with anything that the course of a planting, or its raises, follow
// from.
func runKey(p *growth.Plant, st *PlantingForecast, a *air) uint64 {
	var h maphash.Hash
	h.SetSeed(hashSeed)
	for _, v := range [...]float64{p.Need, p.Sun, p.Start, p.Head, p.Tall, float64(p.Heated), p.Lamp, float64(st.Level), float64(st.Raised), float64(len(st.Rungs)), float64(len(st.Heights))} {
		maphash.WriteComparable(&h, v)
	}
	for _, d := range [...]measure.Day{p.Planted, p.Up, p.Looked, p.HaulmCut, p.End, st.Filled, st.Flowered, st.StemDay} {
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
	for _, s := range p.Suns {
		maphash.WriteComparable(&h, s)
	}
	for _, d := range p.Frosted {
		maphash.WriteComparable(&h, d)
	}
	for _, m := range st.Heights {
		maphash.WriteComparable(&h, m)
	}
	for _, s := range leafSeen(&st.PlantingState) {
		maphash.WriteComparable(&h, s)
	}
	maphash.WriteComparable(&h, a.hash(p.Planted-airBefore, p.Planted+airAfter))
	return h.Sum64()
}

// raisesEnd is how long before half its leaves are yellow a planting is raised no more, in days.
// Practice.
const raisesEnd = 28

// climbs are the raises to come along a course, appended to into. A layer that is due and
// was not laid is due today, since the day that is returned, and what comes after it is
// laid from today on.
func climbs(st *PlantingForecast, c *growth.Run, today measure.Day, into []hill.Climb) (list []hill.Climb, since measure.Day) {
	if st.Stage == logbook.StagePlanned && len(st.Ladder.Rungs) == 0 || st.Stage == logbook.StageGrowing && len(st.Rungs) == 0 || st.Flowered != 0 {
		return into, 0
	}
	at := hill.Height{Level: st.Ladder.Start}
	if st.Stage == logbook.StageGrowing {
		at = hill.Height{Level: st.Level, Raised: st.Raised, After: st.Filled + 1}
	}
	if c.Mature != 0 {
		at.Until = c.Mature - raisesEnd
	}
	stems := hill.Stems{From: c.Planted, Lengths: c.Stem}
	list = st.Filling.Climbs(st.Bag.Model.Shape, at, stems, into)
	if n := len(into); len(list) > n && list[n].Day < today {
		since = list[n].Day
		at.After = today
		list = st.Filling.Climbs(st.Bag.Model.Shape, at, stems, list[:n])
	}
	return list, since
}

// newPlant is a planting as growth sees it, and the day it is through in its pot.
func newPlant(st *logbook.PlantingState, s *calendar.Schedule, place *calendar.Place, site *logbook.Site, a *air, suns []growth.SunSince) (p growth.Plant, potsUp measure.Day) {
	p = growth.Plant{
		Class: st.Variety.Class, PacketDays: st.Variety.PacketDays, Planted: s.Plant, Heated: site.Heated, Lamp: site.Lamp.PAR(),
		Dark: s.Dark, Up: st.Up, Flowered: st.Flowered, Frosted: st.Frosted, Looked: max(st.StemDay, st.Up), HaulmCut: st.HaulmCutOn(),
	}
	if len(suns) > 0 { // the first spot counts from the beginning
		p.Sun, p.Suns = suns[0].Share, suns[1:]
	}
	for _, stay := range s.Stays {
		p.Stays = append(p.Stays, growth.Stay{From: stay.From, Offset: stay.Shelter.Offset()})
	}
	last := s.Stays[len(s.Stays)-1].Shelter
	var stands climate.Shelter // it was moved to
	for _, m := range st.Moves {
		switch {
		case m.Shelter == "":
			m.Shelter = stands
		case !m.Cover:
			stands = m.Shelter
		}
		p.Stays, last = movedTo(p.Stays, s, m)
	}
	switch {
	case st.Variety.Class.Crop() == crop.SweetPotato:
		p.Need, p.Start = growth.EstablishNeed(), slipStands
		p.End = place.UpBefore(last, s.Dark, p.Planted)
		return p, 0
	case s.Pots != 0:
		p.Need = growth.ReappearNeed()
		p.Head, potsUp = headStart(p, s, a)
	default:
		p.Need = growth.EmergenceNeed(s.Chitted, s.Cover)
	}
	p.End = place.KillingFrost(last, p.Planted)
	return p, potsUp
}

// movedTo is where a planting stands once it was taken elsewhere: from that day on its
// plan does not move it any more.
func movedTo(stays []growth.Stay, s *calendar.Schedule, m logbook.Move) ([]growth.Stay, climate.Shelter) {
	shelter := m.Shelter
	if shelter == "" { // back where its plan has it
		for _, stay := range s.Stays {
			if stay.From <= m.Day || shelter == "" {
				shelter = stay.Shelter
			}
		}
	}
	for len(stays) > 1 && stays[len(stays)-1].From >= m.Day {
		stays = stays[:len(stays)-1]
	}
	if stays[len(stays)-1].From >= m.Day {
		stays = stays[:0]
	}
	return append(stays, growth.Stay{From: m.Day, Offset: shelter.Offset()}), shelter
}

// slipStands is how much of a slip looks out of the medium when it is set, cm.
// Practice: slips of 20 to 30 cm, two nodes under.
const slipStands = 12

// headStart is the thermal time that a plant brings with it out of its pot, and the day
// it was through there: it grows in the pot as it does in a bag.
func headStart(p growth.Plant, s *calendar.Schedule, a *air) (head float64, up measure.Day) {
	pot := p
	pot.Planted, pot.End, pot.Up, pot.Dark = s.Pots, p.Planted, 0, false
	pot.Need = growth.EmergenceNeed(s.Chitted, calendar.PotCover)
	pot.Frosted, pot.Looked, pot.HaulmCut = nil, p.Planted, 0 // how it came through is seen when it is set
	var c growth.Run
	growth.Grow(&pot, &a.Weather, &c)
	return c.Share * growth.MaturityNeed(p.Class, p.PacketDays), c.Up
}

// sunShares of the bags that stand on the terrace, at each spot they had; bags that do not
// are left out.
func sunShares(c *Cache, t *logbook.Terrace, spots map[logbook.ID][]logbook.SpotSince, site *logbook.Site, today measure.Day) map[logbook.ID][]growth.SunSince {
	if len(spots) == 0 {
		return nil
	}
	from, until := site.SunDays(today)
	return c.sun(fmt.Sprint(*t, spots, site.Latitude, from, until), func() map[logbook.ID][]growth.SunSince {
		var ids []logbook.ID
		var points []terrace.Point
		for id, list := range spots {
			for _, s := range list {
				ids, points = append(ids, id), append(points, s.At)
			}
		}
		share := make(map[logbook.ID][]growth.SunSince, len(spots))
		for i, hours := range t.Hours(site.Latitude, from, until, points) {
			id := ids[i]
			share[id] = append(share[id], growth.SunSince{From: spots[id][len(share[id])].Day, Share: math.Max(0.01, terrace.Share(hours))})
		}
		return share
	})
}
