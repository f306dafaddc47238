package forecast

import (
	"glebata/core/hill"
	"glebata/core/measure"
)

func (in *Inputs) feedAsk(st *PlantingForecast) {
	ask := &st.FeedAsk
	ask.Class, ask.Litres = st.Variety.Class, st.Bag.Model.Shape.Between(st.Ladder.Bottom, st.Ladder.Top)
	if in.Base != nil {
		ask.Base = &in.Base.Feed
	}
	if in.Liquid != nil {
		ask.Liquid = &in.Liquid.Feed
	}
	ask.Layers = dressed(&st.Ladder)
	if c := &st.Grown.Run; c.Up != 0 {
		ask.From = c.Initiation
		if ask.Mix.Inert() {
			ask.From = c.Up
		}
		if ask.Until = c.End(); c.Fading != 0 { // late nitrogen makes leaf
			ask.Until = min(ask.Until, c.Fading)
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
