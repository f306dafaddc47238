package calendar

import (
	"math"

	"glebata/core/advice"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/measure"
)

// plantOut is the first day on which the medium has 18 °C and the risk of a
// spring frost is 5 % or less under a shelter; ok is false when there is none.
// Practice.
func (p *Place) plantOut(s climate.Shelter, dark bool) (measure.Day, bool) {
	medium, frosts := p.medium(s, dark), p.normals.Under(p.frosts, s)
	begins := p.frosts.Last - 60
	if s.Offset().Kept {
		begins = p.frosts.Last
	}
	return first(begins, 300, func(d measure.Day) bool {
		if !frosts.None && climate.After(float64(d-frosts.Last), frosts.LastSD) > sweetRisk {
			return false
		}
		return medium(d) >= warmMedium
	})
}

// upBefore is the day sweet potatoes planted on a day must be up: the medium
// falls under 13 °C, or the frost, whichever is earlier; 0 when neither comes
// within a year. Practice.
func (p *Place) upBefore(s climate.Shelter, dark bool, planted measure.Day) measure.Day {
	medium, w := p.medium(s, dark), p.window(s)
	warm, _ := first(planted, 365, func(d measure.Day) bool { return medium(d) >= endMedium })
	cold, ok := first(max(planted, warm), 365, func(d measure.Day) bool { return medium(d) < endMedium })
	frost := w.Until
	for !w.Always && frost <= planted {
		frost += 365
	}
	switch {
	case w.Always && !ok:
		return 0
	case w.Always:
		return cold
	case !ok:
		return frost
	}
	return min(cold, frost)
}

// warmth that a sweet potato planted out on a day has until its end, counted
// from being established; 365 days where nothing ends it.
func (p *Place) warmth(s climate.Shelter, dark bool, planted, end measure.Day) (up measure.Day, have float64) {
	medium := p.medium(s, dark)
	up, _ = growth.Reach(crop.SweetPotato, planted, medium, growth.EstablishNeed(), 200)
	if end == 0 {
		end = planted + 365
	}
	return up, growth.Ripening(crop.SweetPotato, up, end, medium)
}

// closes is the shelter, in order of what it costs, under which a need is met.
func (p *Place) closes(a *Request, need float64) climate.Shelter {
	for _, s := range climate.Shelters() {
		out, ok := p.plantOut(s, a.Dark)
		if !ok {
			continue
		}
		if _, have := p.warmth(s, a.Dark, out, p.upBefore(s, a.Dark, out)); have >= need {
			return s
		}
	}
	return ""
}

// sweet counts a planting of sweet potatoes back.
func (p *Place) sweet(s *Schedule) {
	if s.Plant == 0 {
		var ok bool
		if s.Plant, ok = p.plantOut(s.Shelter, s.Dark); !ok {
			s.Plant = 0
			return
		}
	}
	s.Stays = []Stay{{s.Plant, s.Shelter}}
	s.Harden = s.Plant - hardenDays
	if s.Way == Indoors {
		s.Harden = 0
	}
	if s.Way == OrderedSlips {
		s.Order = s.Plant - orderAhead
		return
	}
	s.Slips = s.Plant - slipDays
	if s.CoolRoom {
		s.Slips -= coolSlipDays
	}
}

// UpBefore is the day by which a sweet potato that was planted on a day is lifted, for
// the cold; 0 where none comes within a year.
func (p *Place) UpBefore(s climate.Shelter, dark bool, planted measure.Day) measure.Day {
	return p.upBefore(s, dark, planted)
}

// rooted counts a sweet potato forward by the normals.
func (p *Place) rooted(s *Schedule) Course {
	c := Course{End: p.upBefore(s.Shelter, s.Dark, s.Plant)}
	c.Cold = c.End != 0
	var have float64
	c.Up, have = p.warmth(s.Shelter, s.Dark, s.Plant, c.End)
	if have < s.Need-0.5 { // what is lacking rounds to something
		c.Share = have / math.Max(1, s.Need)
		return c
	}
	c.Share = 1
	medium := p.medium(s.Shelter, s.Dark)
	ready := func(off float64) measure.Day {
		d, _ := growth.Ripens(crop.SweetPotato, c.Up, func(d measure.Day) float64 { return medium(d) + off }, s.Need, longest)
		if c.End != 0 {
			d = min(d, c.End)
		}
		return d
	}
	c.spread(ready(0), ready(seasonSpread), ready(-seasonSpread))
	return c
}

// checkOut warns of slips that go out into the cold.
func (p *Place) checkOut(s *Schedule) {
	out, ok := p.plantOut(s.Shelter, s.Dark)
	at := s.Shelter.Offset().Where
	if !ok {
		s.warn(advice.MediumCold, "The medium does not reach {} {}: too cool for slips.", measure.Temperature(warmMedium), at)
	} else if s.Plant < out {
		s.warn(advice.MediumCold, "Planted out on {} the medium has about {} {}; it has {} and frost is past from {}.", s.Plant,
			measure.Temperature(math.Round(p.medium(s.Shelter, s.Dark)(s.Plant)*10)/10), at, measure.Temperature(warmMedium), out)
	}
}
