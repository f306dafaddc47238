package calendar

import (
	"fmt"
	"math"

	"glebata/core/advice"
	"glebata/core/climate"
	"glebata/core/growth"
	"glebata/core/measure"
)

// Course is how a planting goes from planting day on, by whoever knows best: by the
// normals of its place, or by its own forecast. Days of 0 are not reached.
type Course struct {
	Up                  measure.Day // over the medium; in its pot, when it is grown on first
	Early, Likely, Late measure.Day // mature, alive
	End                 measure.Day // lifted, killed or over, at the latest
	Cold                bool        // End is when the cold ends it, or lifting before that
	Heat                bool        // End is when heat has taken its leaf, or its seed
	Share               float64     // of the warmth to maturity that it has by then, 0 to 1
}

// spread of the likely day, and those of a warm and a cool season, in order: in
// the heat of some places it is the warm one that is late.
func (c *Course) spread(likely, warm, cool measure.Day) {
	c.Early, c.Likely, c.Late = min(likely, warm, cool), likely, max(likely, warm, cool)
	if c.End != 0 {
		c.Late = min(c.Late, max(c.End, likely))
	}
}

// Follow a course: puts its days into a schedule that was counted back, and says what
// follows from them.
func (p *Place) Follow(s *Schedule, c Course) {
	if c.End != 0 && c.Up > c.End {
		c.Up = 0
	}
	s.Course, s.Emerge = c, c.Up
	s.Feasible, s.Closes = c.Likely != 0, ""
	s.Advice, s.Moments = append(advice.List(nil), s.counted...), nil
	if s.Plant == 0 {
		p.unreached(s)
		return
	}
	switch {
	case s.Planted:
	case isSweet(s.Class):
		p.checkOut(s)
	default:
		p.checkUp(s)
		p.checkMove(s)
	}
	if !s.Feasible {
		p.short(s)
	} else if !s.Planted {
		p.slow(s)
	}
	p.moments(s)
}

// slowUnder so many °C·days a day the last days before it is ready count for so little that a day
// sooner or later in planting makes several at its end. Model.
const slowUnder, slowDays = 5.0, 10

// slow says that its last days hold it up.
func (p *Place) slow(s *Schedule) {
	warmth := p.air
	if isSweet(s.Class) {
		warmth = func(sh climate.Shelter) growth.Warmth { return p.medium(sh, s.Dark) }
	}
	at := along(s.Stays, warmth)
	if growth.Ripening(s.Class.Crop(), s.Likely-slowDays, s.Likely, at) >= slowUnder*slowDays {
		return
	}
	why := "Cool"
	if at(s.Likely) > slowOver {
		why = "Hot"
	}
	s.Advice.Add(advice.Slow, advice.Tip, "", "{} days at its end hold it up: a few days sooner in planting makes it ready much sooner.", why)
}

// unreached says why no day to plant comes, and what would help.
func (p *Place) unreached(s *Schedule) {
	at := s.Shelter.Offset().Where
	helps := p.helps(s)
	switch {
	case isSweet(s.Class):
		s.warn(advice.MediumCold, "No planting day is reached {}: the medium does not come to {} with frost past.{}", at, measure.Temperature(warmMedium), helps)
	case s.Way == Late:
		s.warn(advice.Window, "No planting day is reached: from high summer to the frost there is too little warmth.{}", helps)
	case never(p.window(s.Shelter)):
		s.warn(advice.FrostRisk, "No planting day is reached {}: at the risk you take no day is safe from frost.{}", at, helps)
	default:
		s.warn(advice.MediumCold, "No planting day is reached {}: the medium does not come to {}.{}", at, measure.Temperature(coldestMedium), helps)
	}
}

// helps says under which shelter there is a day to plant; a sweet potato has the warmth it needs there,
// or the most that any shelter gives it.
func (p *Place) helps(s *Schedule) string {
	if isSweet(s.Class) {
		if c := p.closes(&s.Request, s.Need); c != "" {
			return " There is one, and warmth enough, " + c.Offset().Where + "."
		}
		best, share := climate.Shelter(""), 0.0
		for _, shelter := range climate.Shelters() {
			if out, ok := p.plantOut(shelter, s.Dark); ok {
				if _, have := p.warmth(shelter, s.Dark, out, p.upBefore(shelter, s.Dark, out)); have > share*s.Need {
					best, share = shelter, have/s.Need
				}
			}
		}
		if best == "" {
			return ""
		}
		return fmt.Sprintf(" There is one %s, with %d %% of the warmth it needs.", best.Offset().Where, percent(share))
	}
	for _, shelter := range climate.Shelters() {
		if !never(p.window(shelter)) && shelter != s.Shelter {
			return " There is one " + shelter.Offset().Where + "."
		}
	}
	return ""
}

// short says what a planting that does not ripen lacks.
func (p *Place) short(s *Schedule) {
	at := s.Stays[len(s.Stays)-1].Shelter.Offset().Where
	needs, have := measure.DegreeDays(math.Round(s.Need)), measure.DegreeDays(math.Round(s.Share*s.Need))
	switch {
	case isSweet(s.Class):
		lacks := needs - have
		if s.Closes = p.closes(&s.Request, s.Need); s.Closes != "" {
			s.warn(advice.Season, "{} are lacking {}: {} of {}. Roots stay small. It would be enough {}.", lacks, at, have, needs, s.Closes.Offset().Where)
			return
		}
		s.warn(advice.Season, "{} are lacking {}: {} of {}. No shelter makes up for it; choose an earlier variety.", lacks, at, have, needs)
	case s.Heat && s.Emerge == 0:
		s.warn(advice.MediumHot, "Planted then its seed rots: a week of a medium over {}, by {}. Nothing comes up. Plant in the cool season.", measure.Temperature(growth.RotsOver), s.End)
	case s.Heat:
		s.warn(advice.Season, "Heat takes its leaves about {}; by then it has had {} % of the warmth it needs, and it is not ripe. Plant it so that it ripens before the hot months or grows after them, or an earlier class.", s.End, percent(s.Share))
	case s.Way == Late: // its own window says it
	case s.Share <= 0:
		s.warn(advice.Season, "Planted then it gives nothing {}: no warmth is left before {}.", at, s.End)
	case p.window(s.Stays[len(s.Stays)-1].Shelter).Always:
		s.warn(advice.Season, "It hardly ripens here: warmth for {} % of what {} of {} days needs.", percent(s.Share), s.Class.Constants().One(), s.packet())
	default:
		s.warn(advice.Season, "Frost takes the tops about {}; by then it has had {} % of the warmth it needs. Fewer and smaller tubers: plant earlier, under shelter, or an earlier class.", s.End, percent(s.Share))
	}
}
