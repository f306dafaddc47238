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
func (in *Inputs) grow(st *PlantingForecast, s *calendar.Schedule, a *air) *GrowthRun {
	p := newPlant(&st.PlantingState, st.Timing, s, &in.Site, a, in.suns[st.Bag.ID])
	if st.Stage == logbook.StagePlanned { // what was to be planted by now is planted today at the soonest
		p.Planted = max(p.Planted, in.Today)
	}
	key := runKey(&p, st, a)
	return in.Cache.run(key, func() *GrowthRun { return newGrown(p, st, a, key) })
}

func newGrown(p growth.Plant, st *PlantingForecast, a *air, key uint64) *GrowthRun {
	out := &GrowthRun{key: key, Plant: p, Air: &a.Weather, Fit: growth.Prior()}
	var seen []growth.Measured
	for _, m := range st.Heights {
		if n := len(st.Frosted); n == 0 || m.Day > st.Frosted[n-1] { // what stood before a frost tells no more
			seen = append(seen, growth.Measured{Day: m.Day, Length: m.Above + m.Raised})
		}
	}
	growth.Grow(&p, &a.Weather, &out.Usual)
	out.Run = out.Usual
	if len(seen) > 0 {
		out.Fit = growth.Calibrate(p, &a.Weather, seen)
		out.Plant.Shift, out.Plant.Rate = out.Fit.Shift, out.Fit.Rate
		out.Run = growth.Run{}
		growth.Grow(&out.Plant, &a.Weather, &out.Run)
	}
	out.Climbs, out.UsualClimbs = climbs(st, &out.Run, nil), climbs(st, &out.Usual, nil)
	return out
}

// runKey changes with anything that the course of a planting, or its raises, follow
// from.
func runKey(p *growth.Plant, st *PlantingForecast, a *air) uint64 {
	var h maphash.Hash
	h.SetSeed(hashSeed)
	for _, v := range [...]float64{p.Need, p.Sun, p.Start, p.Head, float64(p.Heated), float64(st.Level), float64(st.Raised), float64(len(st.Rungs)), float64(len(st.Heights))} {
		maphash.WriteComparable(&h, v)
	}
	for _, d := range [...]measure.Day{p.Planted, p.Up, p.Looked, p.HaulmCut, st.Filled, st.Flowered, st.StemDay} {
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
	maphash.WriteComparable(&h, a.hash(p.Planted-airBefore, p.Planted+airAfter))
	return h.Sum64()
}

// climbs are the raises to come along a course, appended to into.
func climbs(st *PlantingForecast, c *growth.Run, into []hill.Climb) []hill.Climb {
	if st.Stage == logbook.StagePlanned && len(st.Ladder.Rungs) == 0 || st.Stage == logbook.StageGrowing && len(st.Rungs) == 0 || st.Flowered != 0 {
		return into
	}
	at := hill.Height{Level: st.Ladder.Start}
	if st.Stage == logbook.StageGrowing {
		at = hill.Height{Level: st.Level, Raised: st.Raised, After: st.Filled + 1}
		if b := st.Believed; b.Known && b.Stem < st.Rungs[0].Trigger {
			at.After = max(at.After, b.Day+1)
		}
	}
	return st.Filling.Climbs(st.Bag.Model.Shape, at, hill.Stems{From: c.Planted, Lengths: c.Stem}, into)
}

// newPlant is a planting as growth sees it.
func newPlant(st *logbook.PlantingState, t logbook.Timing, s *calendar.Schedule, site *logbook.Site, a *air, sun float64) growth.Plant {
	p := growth.Plant{
		Class: st.Variety.Class, PacketDays: st.Variety.PacketDays, Planted: s.Plant, Heated: site.Heated,
		Dark: t.Dark, Sun: sun, Up: st.Up, Frosted: st.Frosted, Looked: st.StemDay,
	}
	if st.Stage != logbook.StagePlanned {
		p.Planted = st.State.Planted
	}
	p.Looked = max(p.Looked, st.Up)
	p.HaulmCut = st.HaulmCutOn()
	for _, stay := range s.Stays {
		p.Stays = append(p.Stays, growth.Stay{From: stay.From, Offset: stay.Shelter.Offset()})
	}
	if len(p.Stays) == 0 {
		p.Stays = []growth.Stay{{Offset: climate.Open.Offset()}}
	}
	switch {
	case st.Variety.Class.Crop() == crop.SweetPotato:
		p.Need, p.Start = growth.EstablishNeed(), slipStands
	case s.Pots != 0:
		p.Need = growth.ReappearNeed()
		p.Head = headStart(&p, s, a)
	default:
		p.Need = growth.EmergenceNeed(t.Chitted, st.Filling.Cover)
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
		low, high := p.Stays[0].Offset.Inside(a.Min[i], a.Max[i], p.Heated)
		return (low + high) / 2
	})
}

// sunShares of the bags that stand on the terrace; bags that do not are left out.
func sunShares(c *Cache, t *logbook.Terrace, spots map[logbook.ID]terrace.Point, site *logbook.Site, today measure.Day) map[logbook.ID]float64 {
	if len(spots) == 0 {
		return nil
	}
	from, until := site.SunDays(today)
	return c.sun(fmt.Sprint(*t, spots, site.Latitude, from, until), func() map[logbook.ID]float64 {
		ids, points := make([]logbook.ID, 0, len(spots)), make([]terrace.Point, 0, len(spots))
		for id, at := range spots {
			ids, points = append(ids, id), append(points, at)
		}
		share := make(map[logbook.ID]float64, len(ids))
		for i, hours := range t.Hours(site.Latitude, from, until, points) {
			share[ids[i]] = math.Max(0.01, terrace.Share(hours))
		}
		return share
	})
}
