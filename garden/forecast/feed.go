package forecast

import (
	"strings"

	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/logbook"
)

func (in *Inputs) feedAsk(st *PlantingForecast) {
	ask := &st.FeedAsk
	if st.Bag.Model.Shape.Ground() { // it is fed like the rest of the ground
		ask.Class = st.Variety.Class
		return
	}
	feeds, _ := st.Ladder.Wanted()
	ask.Class, ask.Litres = st.Variety.Class, feeds*measure.Volume(st.Part())
	if in.Base != nil {
		ask.Base = &in.Base.Feed
	}
	if in.Liquid != nil {
		ask.Liquid = &in.Liquid.Feed
	}
	ask.Way = st.Timing.Feed
	ask.Layers = dressed(&st.Ladder, ask.Way)
	ask.Given, ask.Stacked = in.given(st)
	if c := &st.Grown.Run; c.Up != 0 {
		ask.From = c.Initiation
		if ask.Mix.Inert() || ask.Way == medium.InWater {
			ask.From = c.Up
		}
		if ask.Until = c.End(); c.Fading != 0 { // late nitrogen makes leaf
			ask.Until = min(ask.Until, c.Fading)
		}
	}
}

// given is what a planting was really fed with: of products that are kept, by name. What
// is not known by its nutrients counts as given as planned. What went in dry up to planting day is
// stacked, and no feed of the season.
func (in *Inputs) given(st *PlantingForecast) (out []medium.Given, stacked medium.Nutrients) {
	for i := range st.Care {
		e := &st.Care[i]
		if e.Kind != logbook.Fed {
			continue
		}
		g := medium.Given{Day: e.Day}
		p, known := logbook.Find(in.Products, func(p logbook.Product) bool { return strings.EqualFold(p.Name, e.Thing) })
		if known && e.Amount > 0 && (e.Level == logbook.FeedVolume) == p.Feed.Liquid {
			mass, water := measure.Mass(e.Amount), measure.Volume(0)
			if p.Feed.Liquid {
				mass, water = 0, measure.Volume(e.Amount)
			}
			g.Nutrients, g.Product = p.Feed.NutrientsOf(mass, water)
			g.Water = water
		}
		switch {
		case st.State.Planted != 0 && e.Day > st.State.Planted || e.Level == logbook.FeedVolume:
			out = append(out, g)
		case known && !p.Feed.Liquid:
			stacked = stacked.Plus(g.Nutrients)
		}
	}
	return out, stacked
}

// dressed are the layers that get base dressing: the one under the seed, and in bags
// that are raised or have two levels every other of medium too; with all of it in at planting that
// under the seed, and layer by layer all of them.
func dressed(l *hill.Ladder, way medium.FeedWay) []measure.Volume {
	var out []measure.Volume
	for _, rungs := range [2][]hill.Rung{l.Fills, l.Rungs} {
		for _, r := range rungs {
			if r.Of == hill.Medium {
				out = append(out, r.Settled)
			}
		}
	}
	one := len(l.Rungs) == 0 && len(l.Seed) == 1 && way != medium.ByLayer || way == medium.AllIn
	if one && len(out) > 1 {
		out = out[:1]
	}
	return out
}
