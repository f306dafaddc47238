package calendar

import (
	"math"
	"sort"

	"glebata/core/advice"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/measure"
)

// emergence of a tuber planted on a day under the first shelter.
func (p *Place) emergence(a *Request, planted measure.Day) measure.Day {
	up, _ := growth.Reach(crop.Potato, planted, p.medium(a.Shelter, a.Dark), growth.EmergenceNeed(a.Chitted, a.Cover), longest)
	return up
}

// earliestPlanting is the first day on which shoots come up no earlier than they
// are safe and the medium is warm enough for a potato; 0 where there is none.
func (p *Place) earliestPlanting(a *Request) measure.Day {
	medium := p.medium(a.Shelter, a.Dark)
	begins := p.frosts.Last - 150
	d := begins
	if w := p.window(a.Shelter); never(w) {
		return 0
	} else if !w.Always {
		begins = w.From - 150
		d = begins + measure.Day(sort.Search(200, func(i int) bool {
			return p.emergence(a, begins+measure.Day(i)) >= w.From
		}))
	} else if p.frosts.None {
		d = p.frosts.Last
	} else {
		// Nothing freezes there; the turn of the year is soon enough to begin.
		d = p.frosts.Last - 100
	}
	warm, _ := first(d, longest, func(d measure.Day) bool { return medium(d) >= coldestMedium })
	return warm
}

// never reports whether a window never opens.
func never(w climate.Window) bool { return !w.Always && w.Days() == 0 }

// potato counts a planting of potatoes back.
func (p *Place) potato(s *Schedule) {
	switch s.Way {
	case PreGrown:
		p.preGrown(s)
	case Late:
		p.late(s)
	default:
		if s.Plant == 0 {
			s.Plant = p.earliestPlanting(&s.Request)
		}
		s.Stays = []Stay{{s.Plant, s.Shelter}}
	}
	if s.Plant == 0 {
		s.Pots, s.Harden, s.Stays = 0, 0, nil
		return
	}
	p.moves(s)
	if s.Chitted {
		s.Chit = s.Begins() - measure.Day(s.ChitDays)
		if s.Pots != 0 {
			s.Chit = s.Pots - measure.Day(s.ChitDays)
		}
		s.Order = s.Chit - seedAhead
	} else {
		s.Order = s.Begins() - seedAhead
	}
}

// preGrown counts back from the day green growth is safe where the bag stands.
func (p *Place) preGrown(s *Schedule) {
	if s.Plant == 0 {
		switch w := p.window(s.Shelter); {
		case never(w):
			return
		case w.Always:
			s.Plant = p.earliestPlanting(&s.Request)
			if s.Plant == 0 {
				return
			}
			s.Plant += preGrowDays
		default:
			s.Plant = w.From
		}
	}
	s.Pots = s.Plant - preGrowDays
	s.Harden = s.Plant - hardenDays
	s.Stays = []Stay{{s.Pots, s.Request.Pots}, {s.Plant, s.Shelter}}
}

// inPots is when the shoots of a planting are through in its pots, by the normals.
func (p *Place) inPots(s *Schedule) measure.Day {
	need := growth.EmergenceNeed(s.Chitted, PotCover)
	up, _ := growth.Reach(crop.Potato, s.Pots, along(s.Stays, func(sh climate.Shelter) growth.Warmth { return p.medium(sh, false) }), need, longest)
	return up
}

// checkUp warns of green growth that stands under a shelter before it is safe there,
// and of a cold or a hot medium.
func (p *Place) checkUp(s *Schedule) {
	green, what := s.Emerge, "Shoots are up about {}: the chance of a frost after that is {} % {}, and you take {} %. Safe from {}."
	if s.Way == PreGrown {
		green, what = s.Plant, "Transplanted on {}: the chance of a frost after that is {} % {}, and you take {} %. Safe from {}."
		if s.Emerge > s.Plant {
			s.warn(advice.PotsCold, "The shoots are not through on planting day: the pots stand too cold. {} after planting they will be.", days(s.Emerge-s.Plant))
		}
	}
	if w := p.window(s.Shelter); !w.Always && !never(w) && green != 0 && green < w.From && s.Way != Late {
		s.warn(advice.FrostRisk, what, green, percent(p.riskAt(s.Shelter, green)), s.Shelter.Offset().Where, percent(float64(p.risk)), w.From)
	}
	t := p.medium(s.Shelter, s.Dark)(s.Plant)
	has := measure.Temperature(math.Round(t*10) / 10)
	switch {
	case s.Way == PreGrown:
	case t < coldestMedium:
		s.warn(advice.MediumCold, "The medium has about {} on {}: seed lies cold and wet; wait for {}.", has, s.Plant, measure.Temperature(coldestMedium))
	case t > failsOver:
		s.warn(advice.MediumHot, "The medium has about {} on {}: over {} seed rots, and this will fail. Plant in the cool season.", has, s.Plant, measure.Temperature(failsOver))
	case t > hotMedium:
		s.warn(advice.MediumHot, "The medium has about {} on {}: over {} seed rots easily and sets badly. The cool season, light bags, shade or sinking the bag help.", has, s.Plant, measure.Temperature(hotMedium))
	}
}

// moves puts the planting from its first shelter to the next on the earliest
// safe day, or the day that was asked for.
func (p *Place) moves(s *Schedule) {
	if s.Then == "" {
		return
	}
	w := p.window(s.Then)
	s.Move = s.Request.Move
	if s.Move == 0 && never(w) {
		s.warn(advice.FrostRisk, "It is not moved: no day is safe from frost {} at the risk you take.", s.Then.Offset().Where)
		return
	}
	if s.Move == 0 {
		s.Move = max(w.From, s.Plant)
		if w.Always || s.Way == Late {
			s.Move = p.autumnMove(s)
		}
	}
	if s.Move < s.Plant {
		s.warn(advice.MoveEarly, "The move on {} comes before planting on {}.", s.Move, s.Plant)
		s.Move = s.Plant
	}
	s.Stays = append(s.Stays, Stay{s.Move, s.Then})
	if s.Then == climate.Open || s.Then == climate.Wall {
		s.Harden = s.Move - hardenDays
	}
}

// checkMove warns of green growth that is moved before it is safe.
func (p *Place) checkMove(s *Schedule) {
	if s.Move == 0 {
		return
	}
	w := p.window(s.Then)
	if green := max(s.Move, s.Emerge); !w.Always && !never(w) && green < w.From && s.Way != Late {
		s.warn(advice.FrostRisk, "Moved on {}: the chance of a frost after that is {} % {}, and you take {} %. Safe from {}.",
			s.Move, percent(p.riskAt(s.Then, green)), s.Then.Offset().Where, percent(float64(p.risk)), w.From)
	}
}

// autumnMove is when a planting goes under cover: a week before its first shelter
// is no longer safe.
func (p *Place) autumnMove(s *Schedule) measure.Day {
	w := p.window(s.Shelter)
	if w.Always {
		return s.Plant
	}
	return max(s.Plant, w.Until-hardenDays)
}

// KillingFrost is the day a frost takes the tops of a potato under a shelter, as often
// as not: the first after a day; 0 where no frost comes.
func (p *Place) KillingFrost(s climate.Shelter, after measure.Day) measure.Day {
	f := p.normals.Under(p.frosts, s)
	if p.window(s).Always || f.None {
		return 0
	}
	d := f.First
	for d <= after {
		d += 365
	}
	return d
}

// ripe counts a potato forward by the normals.
func (p *Place) ripe(s *Schedule) Course {
	c := Course{Up: p.emergence(&s.Request, s.Plant)}
	if s.Way == PreGrown {
		c.Up = p.inPots(s)
	}
	c.End = p.KillingFrost(s.Stays[len(s.Stays)-1].Shelter, max(s.Plant, c.Up))
	c.Cold = c.End != 0
	air := along(s.Stays, p.air)
	if s.Way != PreGrown {
		if d := growth.Rots(s.Plant, c.Up, p.medium(s.Shelter, s.Dark)); d != 0 { // its shoots do not come
			return Course{End: d, Heat: true}
		}
	}
	ready := func(off float64) (measure.Day, bool) {
		return growth.Ripens(crop.Potato, c.Up, func(d measure.Day) float64 {
			t := air(d)
			if s.Way == Late && t < endAir {
				return 0
			}
			return t + off
		}, s.Need, longest)
	}
	likely, ok := ready(0)
	c.Share = 1
	if d := growth.Withers(c.Up, likely, air); d != 0 && (c.End == 0 || d < c.End) {
		c.End, c.Cold, c.Heat, ok = d, false, true, false
	}
	if ok && (c.End == 0 || likely <= c.End) {
		warm, _ := ready(seasonSpread)
		cool, _ := ready(-seasonSpread)
		c.spread(likely, warm, cool)
		return c
	}
	if c.End == 0 {
		c.End = c.Up + longest
	}
	c.Share = math.Min(1, growth.Ripening(crop.Potato, c.Up, c.End, air)/math.Max(1, s.Need))
	return c
}

// late counts back from the frost to the last day on which an early planted in
// high summer still bulks.
func (p *Place) late(s *Schedule) {
	last := s.Shelter
	if s.Then != "" {
		last = s.Then
	}
	w := p.window(last)
	midsummer := p.frosts.Last + (p.frosts.First-p.frosts.Last)/2 - 35
	end := w.Until
	if w.Always {
		end = p.frosts.First + 60
	}
	mature := func(d measure.Day) (measure.Day, bool) {
		up := p.emergence(&s.Request, d)
		stays := []Stay{{d, s.Shelter}}
		if s.Then != "" {
			under := Schedule{Request: s.Request, Plant: d}
			stays = append(stays, Stay{p.autumnMove(&under), s.Then})
		}
		air := along(stays, p.air)
		return growth.Ripens(crop.Potato, up, func(d measure.Day) float64 {
			if t := air(d); t >= endAir {
				return t
			}
			return 0
		}, s.Need, longest)
	}
	latest, ok := latestPlanting(midsummer-60, end, end, mature)
	begins, cool := min(midsummer, latest), false
	if ok { // its window begins when seed does not rot any more
		begins, cool = first(begins, int(latest-begins)+1, func(d measure.Day) bool {
			at := Schedule{Request: s.Request, Plant: d}
			return mediumWhy(&at, p.medium(s.Shelter, s.Dark)) == Lives
		})
	}
	if ok && cool {
		s.LateIn = [2]measure.Day{begins, latest}
	}
	if s.Plant == 0 && ok && cool {
		s.Plant = max(begins, latest-10)
	}
	s.Stays = []Stay{{s.Plant, s.Shelter}}
	switch {
	case ok && !cool:
		s.warn(advice.MediumHot, "No late crop here {}: the medium is too hot for seed until {}, and after that there is no time.", last.Offset().Where, latest)
	case !ok:
		s.warn(advice.Season, "No late crop here {}: from high summer to the frost there is too little warmth for {}.", last.Offset().Where, s.Class.Constants().One())
	case s.Plant > latest:
		s.warn(advice.Window, "Too late: after {} there is no time for {} to bulk before frost {}.", latest, s.Class.Constants().One(), last.Offset().Where)
	case latest <= midsummer:
		s.warn(advice.Window, "The window is past high summer's start: {} at the latest, which is hardly a second crop.", latest)
	}
	s.Advice.Add(advice.Blight, advice.Tip, "", "Blight is likeliest on late plantings: keep leaves dry, look twice a week, cut tops at the first spots.")
}

func days(n measure.Day) string {
	if n == 1 {
		return "1 day"
	}
	return measure.Say("{} days", int(n)).In(measure.Metric)
}
