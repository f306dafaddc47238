package forecast

import (
	"fmt"
	"strings"

	"glebata/core/calendar"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/water"
	"glebata/garden/logbook"
)

// Labels of the bags, joined.
func (a Lead) Labels() string { return strings.Join(a.Bags, ", ") }

// FeedMoment is one moment of a season for the calendar feed. Its UID stays the
// same while the planting and the kind of work do.
type FeedMoment struct {
	UID string
	calendar.Moment
	Bag     string
	Variety logbook.Variety
	Place   string
}

// Foretold are the jobs of a growing bag with the days the forecast has for them.
// Each keeps its name while it is the same raise, feed or kind of job.
func (s *PlantingForecast) Foretold(today measure.Day, add func(what string, m calendar.Moment)) {
	moment := func(kind job.Kind, day measure.Day, what, why measure.Phrase) calendar.Moment {
		return calendar.Moment{Kind: calendar.Kind(kind), Day: day, Until: day, What: what, Why: why}
	}
	for i, c := range s.Grown.Climbs {
		what := measure.Say("raise to {}", c.To)
		why := measure.Say("By the forecast stems stand {} above the medium: bring {} loose. Measure first; the day moves with the weather.", c.Stem, measure.Carried(c.Loose))
		day := c.Day
		if i == 0 {
			day = max(s.jobDay(job.Raise, day), today)
		}
		add(fmt.Sprintf("raise-%d", len(s.Layers)+i), moment(job.Raise, day, what, why))
	}
	done := s.Last(job.Feed, logbook.Fed, logbook.Skipped)
	for i, f := range s.Feed.Feedings {
		if f.Day > done+medium.FeedApart || done == 0 {
			add(fmt.Sprintf("feed-%d", i), moment(job.Feed, f.Day, measure.Say("feed {}", f.Water), measure.Say("{} of water with liquid feed, onto moist medium.", f.Water)))
		}
	}
	if w := s.Water; w != nil {
		switch kind := job.Kind("water"); {
		case w.Asks():
			add("water", moment(kind, today, measure.Say("water {}", w.Give), measure.Say("{} % of its water is left. Feel in first: dry a knuckle down, it wants some.", w.Percent())))
		case w.Next != 0 && w.Plan.Regime == water.ByNeed:
			add("water", moment(kind, w.Next, measure.Say("water"), measure.Say("By the forecast it wants water then; the day moves with rain and sun.")))
		}
	}
	for _, j := range s.Jobs {
		switch j.Kind {
		case job.TopUp, job.Tie, job.Look, job.CutHaulm, job.Lift, job.Nip:
			add(string(j.Kind), moment(j.Kind, max(j.Day, today), j.Tag, j.Why)) // what is due stays due
		}
	}
}

// FrostNights are the nights ahead that may freeze where a bag stands, as moments.
func (s *PlantingForecast) FrostNights(ahead []Forecast, site *logbook.Site, add func(what string, m calendar.Moment)) {
	for _, n := range Nights(ahead, []PlantingForecast{*s}, nil, site.LiftLimit, nil) {
		b := n.Things[0]
		if !b.Act && b.Chance < frostWorth {
			continue
		}
		add("frost-"+n.Day.ISO(), calendar.Moment{
			Kind: "frost", Day: n.Day - 1, Until: n.Day - 1, What: measure.Say("frost may come"),
			Why: measure.Say("{} forecast where it stands, a chance of frost of {} %. It weighs {} wet.", measure.Temperature(b.Low), int(100*b.Chance+0.5), measure.Stands(b.Wet)),
		})
	}
}

// frostWorth is a chance of frost that is worth a line in a calendar.
const frostWorth = 0.1

// jobDay is the day of a kind of job; another where there is none such.
func (s *PlantingForecast) jobDay(k job.Kind, or measure.Day) measure.Day {
	for _, j := range s.Jobs {
		if j.Kind == k {
			return j.Day
		}
	}
	return or
}
