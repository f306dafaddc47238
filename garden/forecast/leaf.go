package forecast

import (
	"glebata/core/job"
	"glebata/core/leaf"
	"glebata/core/measure"
	"glebata/core/water"
	"glebata/garden/logbook"
)

// leafCold is a night that sets growth back, °C, and leafNights how many of the last count.
const leafCold, leafNights = 8, 10

// LeafRecords are what a planting's own records say of its leaves today.
func (s *PlantingForecast) LeafRecords(today measure.Day) leaf.Records {
	r := leaf.Records{Fed: s.Times(job.Feed, logbook.Fed), PH: s.FeedAsk.Mix.PH()}
	for _, j := range s.Jobs {
		if j.Kind == job.Feed && j.Due() {
			r.FeedsDue++
		}
	}
	if w := s.Water; w != nil {
		r.Theta, r.Written = w.Left, w.Written()
		r.Drowned = r.Written && water.Waterlogged(w.Run.Soaked[:w.Today+1]) > water.Drowns
	}
	first, sure := s.spots()
	r.Spotted = first != 0 || sure != 0
	for i := range s.Care {
		switch e := &s.Care[i]; e.Kind {
		case logbook.Watered:
			r.Given = r.Given || e.Day >= today-1
		case logbook.Acidity:
			r.PH = e.Amount
		case logbook.Mulched:
			r.Straw = e.Thing == "straw"
		}
	}
	if s.Grown == nil {
		return r
	}
	if up, end := s.Grown.Run.Up, s.LiftOn(); up != 0 && end > up && today > up {
		r.Ripe = float64(today-up) / float64(end-up)
	}
	night := float64(s.standsOn(today).Night)
	for d := today - leafNights + 1; d <= today; d++ {
		if i := int(d - s.Grown.Air.From); i >= 0 && i < len(s.Grown.Air.Min) && s.Grown.Air.Min[i]+night < leafCold {
			r.Cold++
		}
	}
	return r
}
