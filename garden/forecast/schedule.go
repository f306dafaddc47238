package forecast

import (
	"glebata/core/calendar"
	"glebata/core/growth"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// count a planting back; one that is planted goes by its real day.
func count(place *calendar.Place, st *PlantingForecast, today measure.Day) calendar.Schedule {
	t := st.Timing
	if moved := st.Last(job.Move, logbook.Tended); moved != 0 {
		t.Move = moved
	}
	ask := t.CalendarRequest(st.Variety, st.cover())
	if st.Stage == logbook.StageGrowing || st.Stage == logbook.StageClosed {
		ask.Plant, ask.Planted = st.State.Planted, true
		return place.Count(ask)
	}
	return place.CountFrom(ask, today)
}

// EndedDates are those of a planting that was lifted, by its log.
func EndedDates(place *calendar.Place, st *PlantingForecast, today measure.Day) calendar.Schedule {
	s := count(place, st, today)
	place.Follow(&s, calendar.Course{Up: st.Up, Early: st.Ended, Likely: st.Ended, Late: st.Ended, End: st.Ended, Share: 1})
	return s
}

// course of a schedule as the planting has grown and goes on.
func (g *GrowthRun) course(s *calendar.Schedule) calendar.Course {
	r := &g.Run
	c := calendar.Course{
		Up: r.Up, Early: r.Mature, Likely: r.Mature, Late: r.Mature, End: r.End(), Share: r.Share,
		Cold: r.Ending == growth.Over || r.Ending == growth.Killed, Heat: r.Ending == growth.Withered || r.Ending == growth.Rotted,
	}
	if s.Way == calendar.PreGrown && g.PotsUp != 0 {
		c.Up = g.PotsUp
	}
	return c
}

// Window puts that of the ensemble round the day a planting is ready, in four seasons
// of five; nothing while it is not known, and where it is hardly ever ready.
func (p *EnsembleForecast) Window(s *calendar.Schedule) {
	if p == nil || p.Ripe <= 0.1 {
		return
	}
	low, high := measure.Day(p.Mature.Low), measure.Day(0)
	if p.Mature.High < never {
		high = measure.Day(p.Mature.High)
	}
	s.Spread(low, high)
}
