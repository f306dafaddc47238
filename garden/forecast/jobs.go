package forecast

import (
	"slices"

	"glebata/core/calendar"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/logbook"
)

// jobs of a planting, with their days.
func (s *PlantingForecast) jobs(nips bool, today measure.Day) {
	c, sch := &s.Grown.Run, s.Dates
	b := job.Bag{
		Today: today, Class: s.Variety.Class, Number: s.Number,
		PotGrown: sch.Way == calendar.PreGrown, PlantOn: sch.Plant, Next: s.Upcoming(),
		StemKnown: s.Believed.Known, StemMeasured: s.Believed.Stem, StemTyped: s.Believed.Typed, MeasuredOn: s.Believed.Day, Stem: s.Now, Up: c.Up,
		Nips: nips && s.Last(job.Nip, logbook.Tended, logbook.Skipped) == 0, Flowered: s.Flowered, CutOn: s.HaulmCutOn(), MatureOn: c.Mature, TillDead: s.Timing.TillDead, EndsOn: c.Gone, Dies: c.Ending == growth.Killed || c.Ending == growth.Lost || c.Ending == growth.Over,
		LookedOn: s.Last(job.Look, logbook.Tended), Tied: s.Times(job.Tie, logbook.Tended, logbook.Skipped) > 0,
	}
	if s.Past() {
		b.Unfit = s.May.Words()
	}
	b.Medium, b.MediumOn = s.measuredWarmth()
	b.SeenOn, b.Seen = s.lastSeen()
	b.BlightOn, b.SpotsOn = s.spotted(), s.suspected()
	b.HoldOn, b.HoldFor = s.WaitUntil()
	b.KeepsOn = s.keepsOn()
	if s.Stage == logbook.StageGrowing {
		b.Planted = s.State.Planted
		if len(s.Grown.Climbs) > 0 {
			b.RaiseOn = s.Grown.Climbs[0].Day
			if since := s.Grown.RaiseSince; since != 0 {
				b.RaiseOn = since
			}
		}
		b.TieOn = job.TieOn(c)
		b.FrostOn = s.frostUnseen(today)
		if len(s.Rungs) == 0 && !s.Bag.Model.Shape.Ground() && s.Last(job.TopUp, logbook.Topped, logbook.Tended, logbook.Skipped) < s.Filled {
			b.TopUpOn, b.TopUp = s.Filled+hill.Topping, s.missing()
		}
		b.FeedOn, b.Feed = s.nextFeed()
		if sch.Move > s.State.Planted && s.Last(job.Move, logbook.Tended, logbook.Skipped) == 0 && sch.Then != "" {
			b.MoveOn, b.MoveTo = sch.Move, sch.Then.Offset().Where
		}
	}
	b.EmptiedOn = s.Emptied()
	b.Until = s.quiet()
	s.Jobs = job.Of(b)
	s.Job = job.Pressing(b, s.Jobs)
}

// passing sights are looked at once, and not again.
var passing = []string{"hail", "wind", "flooded", "volunteers"}

// lastSeen of pests and diseases, with its name; 0 for none.
func (s *PlantingForecast) lastSeen() (measure.Day, string) {
	for i := len(s.Care) - 1; i >= 0; i-- {
		if e := &s.Care[i]; e.Kind == logbook.Sighted && !slices.Contains(passing, e.Thing) {
			d, _ := logbook.DoingOf(e.Kind)
			return e.Day, d.ThingName(e.Thing)
		}
	}
	return 0, ""
}

// frostUnseen is the day of a frost that the weather has and the log has not.
func (s *PlantingForecast) frostUnseen(today measure.Day) measure.Day {
	frosts := s.Grown.Run.Frosts
	if len(frosts) == 0 {
		return 0
	}
	last := frosts[len(frosts)-1]
	if last > today || last < today-job.FrostFresh || slices.Contains(s.Frosted, last) {
		return 0
	}
	return last
}

// quiet is the day until which each kind of job was put off, or rests after it was
// skipped.
func (s *PlantingForecast) quiet() map[job.Kind]measure.Day {
	var out map[job.Kind]measure.Day
	for _, d := range s.Doings {
		until := d.Until
		switch d.As {
		case logbook.Skipped:
			until = d.Day + d.What.Quiet()
		case logbook.PutOff:
		default:
			continue
		}
		if d.What == job.Raise && d.Day < s.Filled {
			continue // that layer has gone on since
		}
		if out == nil {
			out = map[job.Kind]measure.Day{}
		}
		out[d.What] = max(out[d.What], until)
	}
	return out
}

// nextFeed is the day of the next liquid feed and its water; 0 when none comes.
func (s *PlantingForecast) nextFeed() (measure.Day, measure.Volume) {
	done := s.Last(job.Feed, logbook.Fed, logbook.Skipped)
	for _, f := range s.Feed.Feedings {
		if f.Day > done+medium.FeedApart {
			return f.Day, f.Water
		}
	}
	return 0, 0
}

// missing is what did not fit when the bag was filled loose and is wanted now that
// it has settled, loose; 0 where all went in at once.
func (s *PlantingForecast) missing() measure.Volume {
	if s.Ladder.Start < s.Ladder.Top || len(s.Rungs) > 0 || s.Raised > 0 {
		return 0
	}
	var loose measure.Volume
	for _, f := range s.Ladder.Fills {
		loose += f.Loose
	}
	return max(0, loose-s.Bag.Model.Shape.Full())
}
