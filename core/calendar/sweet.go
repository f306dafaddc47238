package calendar

import (
	"math"

	"glebata/core/advice"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/measure"
	"glebata/core/working"
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
	cold, ok := first(planted, 365, func(d measure.Day) bool { return medium(d) < endMedium })
	switch {
	case w.Always && !ok:
		return 0
	case w.Always:
		return cold
	case !ok:
		return w.Until
	}
	return min(cold, w.Until)
}

// warmth that a sweet potato planted out on a day has until its end, counted
// from being established; 365 days where nothing ends it.
func (p *Place) warmth(s climate.Shelter, dark bool, planted, end measure.Day) (up measure.Day, have float64) {
	medium := p.medium(s, dark)
	up, _ = growth.Reach(crop.SweetPotato, planted, medium, growth.EstablishNeed(), 200)
	if end == 0 {
		end = planted + 365
	}
	return up, growth.Sum(crop.SweetPotato, up, end, medium)
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

func (p *Place) sweet(s *Schedule) {
	out, ok := p.plantOut(s.Shelter, s.Dark)
	if s.Plant == 0 {
		s.Plant = out
		if !ok {
			s.Plant = p.frosts.Last + 35
		}
	}
	s.Stays = []Stay{{s.Plant, s.Shelter}}
	s.Harden = s.Plant - hardenDays
	if s.Way == Indoors {
		s.Harden = 0
	}
	if s.Way == OrderedSlips {
		s.Order = s.Plant - orderAhead
	} else {
		s.Slips = s.Plant - slipDays
		if s.CoolRoom {
			s.Slips -= coolSlipDays
		}
	}
	s.End = p.upBefore(s.Shelter, s.Dark, s.Plant)
	s.Emerge, s.Have = p.warmth(s.Shelter, s.Dark, s.Plant, s.End)
	s.Feasible = s.Have >= s.Need
	medium := p.medium(s.Shelter, s.Dark)
	ready := func(off float64) measure.Day {
		d, _ := growth.Reach(crop.SweetPotato, s.Emerge, func(d measure.Day) float64 { return medium(d) + off }, s.Need, longest)
		if s.End != 0 {
			d = min(d, s.End)
		}
		return d
	}
	s.ready(ready(0), ready(seasonSpread), ready(-seasonSpread))

	at := s.Shelter.Offset().Where
	if !ok {
		s.warn(advice.MediumCold, "The medium does not reach {} {}: too cool for slips.", measure.Temperature(warmMedium), at)
	} else if s.Plant < out {
		s.warn(advice.MediumCold, "Planted out on {} the medium has about {} {}; it has {} and frost is past from {}.", s.Plant,
			measure.Temperature(math.Round(medium(s.Plant)*10)/10), at, measure.Temperature(warmMedium), out)
	}
	if !s.Feasible {
		s.Closes = p.closes(&s.Request, s.Need)
		lacks := math.Round(s.Need - s.Have)
		if s.Closes != "" {
			s.warn(advice.Season, "{} °C·days are lacking {}: {} of {}. Roots stay small. It would be enough {}.", lacks, at, math.Round(s.Have), math.Round(s.Need), s.Closes.Offset().Where)
		} else {
			s.warn(advice.Season, "{} °C·days are lacking {}: {} of {}. No shelter makes up for it; choose an earlier variety.", lacks, at, math.Round(s.Have), math.Round(s.Need))
		}
	}
}

// WarmthWorking shows whether the warmth of a schedule is enough.
func (s *Schedule) WarmthWorking() working.Working {
	w := working.Working{
		Title: "Warmth for a " + s.Class.Name(), Mark: working.Model,
		Source:  "effective degrees of the crop on the normals of your site",
		Changes: "Another shelter, an earlier variety, an earlier planting, a dark bag.",
	}
	rule := "({} packet days − 20) × 10 °C·days from emergence"
	if isSweet(s.Class) {
		rule = "{} packet days × 12 °C·days from being established"
	}
	w.Steps = []working.Step{{Says: rule, Args: []any{s.packet()}, Result: s.Need}, {Says: "growing from", Result: s.Emerge}}
	if s.End != 0 {
		w.Steps = append(w.Steps, working.Step{Says: "up before", Result: s.End},
			working.Step{Says: "effective degrees between the two, {}", Args: []any{s.Stays[len(s.Stays)-1].Shelter.Offset().Where}, Result: math.Round(s.Have)})
	}
	switch {
	case s.Feasible:
		w.Steps = append(w.Steps, working.Step{Says: "enough is reached on", Result: s.Likely})
		w.Result = s.Likely
	default:
		w.Steps = append(w.Steps, working.Step{Says: "lacking: {} − {}", Args: []any{s.Need, math.Round(s.Have)}, Result: math.Round(s.Need - s.Have)})
		w.Result = measure.Say("{} °C·days short", math.Round(s.Need-s.Have)).In(measure.Metric)
	}
	return w
}
