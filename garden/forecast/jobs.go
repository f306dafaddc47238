package forecast

import (
	"slices"

	"glebata/core/calendar"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// tieAt is the height of stems that canes must stand before; tieAhead how many days
// before it they are asked for. Practice.
const (
	tieAt    measure.Length = 35
	tieAhead measure.Day    = 4
)

// jobs of a planting, with their days.
func (s *PlantingForecast) jobs(sch *calendar.Schedule, nips bool, today measure.Day) {
	c := &s.Grown.Course
	b := job.Bag{
		Today: today, Class: s.Variety.Class, PacketDays: s.Variety.PacketDays, Number: s.Number,
		PotGrown: sch.Way == calendar.PreGrown, PlantOn: sch.Plant, Next: s.Upcoming(),
		StemKnown: s.Believed.Known, StemMeasured: s.Believed.Stem, MeasuredOn: s.Believed.Day, Stem: s.Now, Up: c.Up,
		Nips: nips && s.Last(job.Nip, logbook.Tended, logbook.Skipped) == 0, Flowered: s.Flowered, CutOn: s.CutOn(), MatureOn: c.Mature,
		LookedOn: s.Last(job.Look, logbook.Tended), Tied: s.Times(job.Tie, logbook.Tended, logbook.Skipped) > 0,
	}
	if s.Stage == logbook.StageGrowing {
		b.Planted = s.State.Planted
		if len(s.Grown.Climbs) > 0 {
			b.RaiseOn = s.Grown.Climbs[0].Day
		}
		b.TieOn = TieOn(c)
		b.FrostOn = s.frostUnseen(today)
		if len(s.Rungs) == 0 && s.Last(job.TopUp, logbook.Topped, logbook.Tended, logbook.Skipped) < s.Filled {
			b.TopUpOn, b.TopUp = s.Filled+hill.Topping, s.missing()
		}
		b.FeedOn, b.Feed = s.nextFeed()
		if sch.Move > s.State.Planted && s.Last(job.Move, logbook.Tended, logbook.Skipped) == 0 && sch.Then != "" {
			b.MoveOn, b.MoveTo = sch.Move, sch.Then.Gain().Where
		}
		if s.Variety.Class.Crop() == crop.SweetPotato {
			b.EndsOn = sch.End
		}
	}
	b.Until = s.quiet()
	s.Jobs = job.Of(b)
	s.Job = job.Pressing(b, s.Jobs)
}

// skipQuiet is how long a kind of job is quiet after it was skipped, in days. A layer
// is asked for again a week later, when stems have grown on; other jobs that come
// once do not come again.
func skipQuiet(k job.Kind) measure.Day {
	switch k {
	case job.Raise, job.Measure, job.Look, job.TopUp, job.Feed:
		return 7
	}
	return 300
}

// frostFresh is how long after a frost that nobody looked at it is asked about, in
// days.
const frostFresh = 10

// frostUnseen is the day of a frost that the weather has and the log has not.
func (s *PlantingForecast) frostUnseen(today measure.Day) measure.Day {
	frosts := s.Grown.Course.Frosts
	if len(frosts) == 0 {
		return 0
	}
	last := frosts[len(frosts)-1]
	if last > today || last < today-frostFresh || slices.Contains(s.Frosted, last) {
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
			until = d.Day + skipQuiet(d.What)
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
		if f.Day > done+FeedApart {
			return f.Day, f.Water
		}
	}
	return 0, 0
}

// FeedApart is the least time between two feeds, in days: one that was given late
// puts the next one off.
const FeedApart measure.Day = 6

// TieOn is when canes are asked for: some days before stems reach their height.
func TieOn(c *growth.Course) measure.Day {
	for i, l := range c.Stem {
		if measure.Length(l) >= tieAt {
			return max(c.Up, c.Planted+measure.Day(i)-tieAhead)
		}
	}
	return 0
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
