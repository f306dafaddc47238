package calendar

import (
	"glebata/core/growth"
	"glebata/core/measure"
	"glebata/core/working"
)

// moments puts a schedule into words, in order of day.
func (p *Place) moments(s *Schedule) {
	add := func(kind Kind, day, until measure.Day, what, why measure.Phrase) {
		if day != 0 {
			s.Moments = append(s.Moments, Moment{kind, day, max(day, until), what, why})
		}
	}
	say := measure.Say
	if isSweet(s.Class) {
		add(OrderSeed, s.Order, 0, say("order slips"), say("Slips are ordered {} weeks before planting out on {}.", orderAhead/7, s.Plant))
		cool := measure.Say("")
		if s.CoolRoom {
			cool = say(", {} of them for a room under {}", coolSlipDays, measure.Temperature(20))
		}
		add(StartSlips, s.Slips, 0, say("start slips"), say("{} days before planting out on {}{}.", int(s.Plant-s.Slips), s.Plant, cool))
	} else {
		add(OrderSeed, s.Order, 0, say("order seed"), say("{} weeks before it is needed, while there is choice.", seedAhead/7))
		add(StartChit, s.Chit, 0, say("start chitting"), say("{} days before {}, cool ({} to {}) and light, rose ends up.", s.ChitDays, s.Chit+measure.Day(s.ChitDays), measure.Temperature(8), measure.Temperature(12)))
		if s.Pots != 0 {
			add(FillPots, s.Pots-fillAhead, 0, say("fill pots"), say("So that the mix in them is warm when the seed goes in on {}.", s.Pots))
			add(StartPots, s.Pots, 0, say("pot up the seed"), say("{} days before transplanting on {}, {}.", int(s.Plant-s.Pots), s.Plant, s.Request.Pots.Offset().Where))
		}
	}
	add(Harden, s.Harden, 0, say("harden off"), say("Out by day and in by night for {} days, before {}.", hardenDays, s.Harden+hardenDays))
	add(PlantOut, s.Plant, 0, plantWords(s), p.plantWhy(s))
	switch {
	case isSweet(s.Class):
		add(Emerge, s.Emerge, 0, say("slips established"), say("After {} in the medium.", measure.DegreeDays(growth.EstablishNeed())))
	case s.Way == PreGrown:
		add(Emerge, s.Emerge, 0, say("shoots through in the pots"), say("By the warmth where the pots stand."))
	default:
		add(Emerge, s.Emerge, 0, say("shoots up"), say("About {} days after planting, by the warmth of the medium under {} of cover.", int(s.Emerge-s.Plant), s.Cover))
	}
	if s.Move != 0 {
		add(MoveOut, s.Move, 0, say("move it to stand {}", s.Then.Offset().Where), p.moveWhy(s))
	}
	if s.Likely != 0 {
		add(Ready, s.Early, s.Late, say(s.Done()), s.readyWhy())
	}
	switch {
	case isSweet(s.Class) && s.Cold:
		add(UpBefore, s.End, 0, say("must be up"), say("The medium falls under {}, or frost comes.", measure.Temperature(endMedium)))
	case s.Way == Late && s.Cold:
		add(UpBefore, s.End, 0, say("cut tops, keep the bag dry"), say("Frost blackens the tops about now; the tubers keep in the dry bag until wanted."))
	case !s.Feasible:
		add(UpBefore, s.End, 0, say("it ends"), say("With {} % of the warmth it needs.", percent(s.Share)))
	}
	s.sort()
}

func plantWords(s *Schedule) measure.Phrase {
	switch {
	case s.Way == PreGrown:
		return measure.Say("transplant, bury deep")
	case isSweet(s.Class):
		return measure.Say("plant the slips out")
	default:
		return measure.Say("plant")
	}
}

func (p *Place) plantWhy(s *Schedule) measure.Phrase {
	at := s.Shelter.Offset().Where
	switch {
	case s.Was != 0:
		return measure.Say("It was {}; this is today, the soonest that is left.", s.Was)
	case s.Planted:
		return measure.Say("Planted.")
	case s.Request.Plant != 0:
		return measure.Say("The day you chose.")
	case isSweet(s.Class):
		return measure.Say("The medium has {} {}, and the risk of a frost is {} % or less.", measure.Temperature(warmMedium), at, percent(sweetRisk))
	case s.Way == PreGrown:
		return measure.Say("The earliest safe day for green growth {}.", at)
	case s.Way == Late && s.LateIn[1] != 0:
		return measure.Say("Between {} and {}: after that it has no time before frost.", s.LateIn[0], s.LateIn[1])
	case s.Emerge == 0:
		return measure.Say("The medium has {}.", measure.Temperature(coldestMedium))
	default:
		return measure.Say("Shoots take {} days to come up, and green growth is safe {} by then; the medium has {}.", int(s.Emerge-s.Plant), at,
			measure.Temperature(coldestMedium))
	}
}

func (p *Place) moveWhy(s *Schedule) measure.Phrase {
	switch {
	case s.Request.Move != 0:
		return measure.Say("The day you chose.")
	case s.Way == Late || p.window(s.Then).Always:
		return measure.Say("Under cover before the first frost.")
	default:
		return measure.Say("The earliest safe day for green growth there.")
	}
}

// PlantWorking shows how the planting day was counted back.
func (p *Place) PlantWorking(s *Schedule) working.Working {
	w := working.Working{
		Title: "Planting day", Result: s.Plant, Mark: working.Model,
		Source:  "frost risk, the warmth of the medium, and days to emergence",
		Changes: "Your appetite for risk, a shelter, chitting, the cover over the seed, a dark bag.",
	}
	step := func(result any, says string, args ...any) {
		w.Steps = append(w.Steps, working.Step{Says: says, Args: args, Result: result})
	}
	at := s.Shelter.Offset().Where
	window := p.window(s.Shelter)
	if window.Always {
		step(nil, "no frost comes {}", at)
	} else {
		step(window.From, "green growth is safe {} from", at)
	}
	switch {
	case s.Was != 0:
		step(s.Was, "that was for")
		step(s.Plant, "today, the soonest that is left")
	case s.Planted:
		step(s.Plant, "the day it was planted, by its log")
		w.Mark = working.Yours
	case s.Request.Plant != 0:
		step(s.Plant, "the day you chose")
		w.Mark = working.Yours
	case isSweet(s.Class):
		step(s.Plant, "first day with {} in the medium and a frost risk of 5 % or less", measure.Temperature(warmMedium))
	case s.Way == PreGrown:
		step(s.Pots, "in a pot from {} days before", preGrowDays)
	case s.Way == Late:
		step(s.LateIn[1], "last day on which it is mature before the frost")
		step(s.Plant, "ten days in hand")
	default:
		step(nil, "emergence takes {} under {} of cover", measure.DegreeDays(need(s)), s.Cover)
		step(s.Emerge, "planted then, shoots are up on")
		step(nil, "never before the medium has {}", measure.Temperature(coldestMedium))
	}
	if s.Chit != 0 {
		step(s.Chit, "chitted for {} days, from", s.ChitDays)
	}
	return w
}

func need(s *Schedule) float64 { return growth.EmergenceNeed(s.Chitted, s.Cover) }
