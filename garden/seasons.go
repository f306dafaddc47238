package garden

import (
	"context"
	"sync"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/measure"
)

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
	return c.Season(), nil
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
		st.Index = g.ended.of(st, plantOf(st, t, s, &with.site, air, 0), air)
	}
	return list, nil
}

// endedSeasons are the season indexes of finished plantings, by planting. Safe for
// concurrent use.
type endedSeasons struct {
	mu   sync.Mutex
	held map[ID]endedSeason
}

type endedSeason struct {
	key   uint64
	index float64
}

// of a finished planting: as it was worked out before, when nothing has changed.
func (e *endedSeasons) of(st *Standing, p growth.Plant, a *air) float64 {
	key := keyOf(&p, st, a) ^ uint64(st.Ended)
	e.mu.Lock()
	defer e.mu.Unlock()
	if held, ok := e.held[st.Planting.ID]; ok && held.key == key {
		return held.index
	}
	var c growth.Course
	growth.Grow(&p, &a.Weather, &c)
	if e.held == nil {
		e.held = map[ID]endedSeason{}
	}
	index := c.IndexOn(st.Ended)
	e.held[st.Planting.ID] = endedSeason{key, index}
	return index
}
