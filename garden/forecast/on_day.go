package forecast

import (
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// OnDay is a planting as it stood on a day of the past, by the log, or as it will
// stand on one to come: planted, grown and raised as the forecast has it. Nothing of
// it is kept.
func (s *PlantingForecast) OnDay(day, today measure.Day) (PlantingForecast, error) {
	out := *s
	out.Believed = typed(&s.PlantingState)
	if day <= today {
		var log []logbook.Entry
		for _, e := range s.Log {
			if e.Day <= day {
				log = append(log, e)
			}
		}
		state, err := logbook.Replay(&s.Planting, log)
		if err != nil {
			return out, err
		}
		out.State = state
		out.Believed = typed(&out.PlantingState)
	} else {
		out.ahead(day)
	}
	out.Jobs, out.Job, out.NowKnown = nil, job.Job{}, false
	if out.Stage != logbook.StageGrowing || s.Grown == nil {
		return out, nil
	}
	c := &s.Grown.Run
	if out.Believed.Known && out.Believed.Day == day {
		out.Now, out.NowKnown = out.Believed.Stem, true
	} else if c.Up != 0 && c.Up <= day || s.Grown.Plant.Start > 0 {
		out.Now, out.NowKnown = max(0, c.StemOn(day)-out.Raised), true
	}
	return out, nil
}

// ahead brings a planting forward to a day: planted when its day has come, and
// raised on the days the forecast has.
func (s *PlantingForecast) ahead(day measure.Day) {
	if s.Grown == nil {
		return
	}
	if s.Stage == logbook.StagePlanned && day >= s.Grown.Plant.Planted {
		s.Stage, s.Plants, s.Level = logbook.StageGrowing, s.Number, s.Ladder.Start
		s.State.Planted = s.Grown.Plant.Planted
		s.Layers = nil
		for _, f := range s.Ladder.Fills {
			s.Layers = append(s.Layers, logbook.Layer{Of: f.Of, From: f.From, To: f.To, Settled: f.Settled, Day: s.State.Planted})
		}
		s.Rungs = s.Ladder.Rungs
	}
	if s.Stage != logbook.StageGrowing {
		return
	}
	s.Layers = append([]logbook.Layer(nil), s.Layers...)
	for _, c := range s.Grown.Climbs {
		if c.Day > day {
			break
		}
		s.Layers = append(s.Layers, logbook.Layer{Of: c.Of, From: c.From, To: c.To, Settled: c.Settled, Day: c.Day})
		s.Raised += c.To - s.Level
		s.Level = c.To
		s.Rungs, _ = hill.Replan(s.Bag.Model.Shape, s.Filling, s.Level) // the plan was laid before
	}
}

// LevelOn a day is how high the medium stands, and how much of it was raised since
// planting: as logged up to today, and as the forecast has it from then on. 0 before
// it is planted.
func (s *PlantingForecast) LevelOn(day, today measure.Day) (level, raised measure.Length) {
	start := s.Ladder.Start
	switch {
	case s.Stage == logbook.StagePlanned && (s.Grown == nil || day < s.Grown.Plant.Planted), s.Stage != logbook.StagePlanned && day < s.State.Planted:
		return 0, 0
	case s.Stage == logbook.StagePlanned:
		level = start
	}
	for _, l := range s.Layers {
		if l.Day <= day {
			level = max(level, l.To)
		}
	}
	if day > today && s.Grown != nil {
		for _, c := range s.Grown.Climbs {
			if c.Day <= day {
				level = max(level, c.To)
			}
		}
	}
	return level, max(0, level-start)
}
