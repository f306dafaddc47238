package forecast

import (
	"glebata/core/bag"
	"glebata/core/medium"
	"glebata/garden/logbook"
)

// Past is how a planting that has ended grew by the model: its run up to the day it ended, what it was fed,
// and the water in its bag by what is written down. The records are of DaysOfEnded it at least.
func (in *Inputs) Past(state *logbook.PlantingState) (PlantingForecast, error) {
	list, err := Ended([]logbook.PlantingState{*state}, in)
	if err != nil || state.State.Planted == 0 {
		return PlantingForecast{PlantingState: *state}, err
	}
	st := list[0]
	a, err := in.weather()
	if err != nil {
		return st, err
	}
	place, err := in.place(st.Season.Year)
	if err != nil {
		return st, err
	}
	s := count(place, &st, in.Today)
	p, _ := newPlant(&st.PlantingState, &s, place, &in.Site, a, in.suns[st.Bag.ID])
	st.Grown = newGrown(p, &st, a, 0, st.Ended)
	st.FeedAsk.Mix = in.Usual
	if mix, chosen := in.Mixes[st.Planting.ID]; chosen {
		st.FeedAsk.Mix = mix
	}
	in.feedAsk(&st)
	feed := medium.FeedSeason(st.FeedAsk)
	st.Feed = &feed
	then := *in
	then.Today = st.Ended
	standing := st
	standing.Stage = logbook.StageGrowing
	st.Water = then.water(&standing, a)
	return st, nil
}

// FullExpectation of a planting that has ended: what it would have given in a full season, as the
// grower's bags do.
func (s *PlantingForecast) FullExpectation(from bag.Calibration) bag.Expectation {
	g := s.Growing(from)
	g.Season = bag.FullSeason
	return bag.Expect(g)
}
