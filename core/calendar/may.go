package calendar

import (
	"glebata/core/climate"
	"glebata/core/growth"
	"glebata/core/measure"
)

// Refusal is why a planting is not proposed. The value is its key for scripts.
type Refusal string

// The refusals.
const (
	Lives       Refusal = ""
	NoDay       Refusal = "no-day" // none is reached
	Gone        Refusal = "past"
	ColdMedium  Refusal = "cold-medium"
	HotMedium   Refusal = "hot-medium"
	Frosts      Refusal = "frost"  // takes it again and again
	TooHot      Refusal = "heat"   // takes its leaf before there is enough
	TooShort    Refusal = "short"  // too little warmth before it ends
	TooDark     Refusal = "dark"   // too little light and warmth to bulk
	NeverEnding Refusal = "a-year" // it would stand for a year or more
)

// Gate of what may be proposed: anything else is planted only where the grower says so, with what
// comes of it. Practice.
const (
	hottestMedium = 27.0 // °C on planting day, of a potato
	rotDays       = 21   // days after it in which the medium is not over growth.RotsOver
	warmUnder     = 16.0 // °C of the medium, for slips under cover
	leastShare    = 0.6  // of its warmth that it has by its end
	leastIndex    = 0.4  // of an ordinary season
	longestStand  = 365  // days from planting to its end
	longestUnder  = 75   // days that seed lies in its medium
	mostFrost     = 0.9  // chance of a frost after its shoots are up, that they come again from once
	swing         = 3.0  // °C, that warmth swings about its means, in spells of so many days. Model
	swingDays     = 4
)

// Verdict on a planting that may be proposed or not.
type Verdict struct {
	OK  bool
	Why Refusal
	// Nearest day from today on, at its shelter, on which it may be planted; 0 for none within a
	// year and a bit. Under is then another shelter with such a day, and UnderOn the day.
	Nearest measure.Day
	Under   climate.Shelter
	UnderOn measure.Day
	Share   float64 // of its warmth, by its end
	Index   float64 // of an ordinary season
}

// Sky over a place: its latitude, and the PAR of the lamp in its heated room, MJ/m² a day.
type Sky struct{ Latitude, Lamp float64 }

// May a planting be proposed on a day, by the usual weather of a place under a sky: it is today or
// later, its medium is neither too cold nor too hot, and it ends within a year with enough of its
// warmth and light. What may not has the nearest that may.
func (p *Place) May(a Request, sky Sky, today measure.Day) Verdict {
	s := p.Count(a)
	if today > 0 && a.Plant == 0 {
		s = p.CountFrom(a, today)
	}
	air := held{p.usual(sky.Latitude), sky.Lamp}
	v := p.lives(&s, air, today)
	if v.OK {
		return v
	}
	v.Nearest = p.nearest(s.Request, air, today, s.Plant)
	if v.Nearest != 0 {
		return v
	}
	for _, other := range climate.Shelters() {
		b := s.Request
		if b.Shelter, b.Then = other, ""; other == s.Shelter {
			continue
		}
		if v.UnderOn = p.nearest(b, air, today, 0); v.UnderOn != 0 {
			v.Under = other
			return v
		}
	}
	return v
}

// held are the weather and the lamp that days are held against.
type held struct {
	air  *growth.Weather
	lamp float64
}

// ahead is how far a nearest day is looked for.
const ahead = 400

// nearest day to one that may be planted on, from today on; the first where it is 0.
func (p *Place) nearest(a Request, air held, today, to measure.Day) measure.Day {
	best := measure.Day(0)
	for i := range measure.Day(ahead) {
		a.Plant = today + i
		if best != 0 && distance(a.Plant, to) > distance(best, to) {
			break
		}
		s := p.Count(a)
		if s.Plant == 0 || best != 0 && distance(s.Plant, to) >= distance(best, to) {
			continue
		}
		if p.lives(&s, air, today).OK {
			if best = s.Plant; to == 0 || to <= today {
				return best
			}
		}
	}
	return best
}

func distance(a, b measure.Day) measure.Day { return max(a-b, b-a) }

// usual weather that a planting of any day is held against.
func (p *Place) usual(latitude float64) *growth.Weather {
	w := growth.NewWeather(latitude, p.from, p.from+spanDays+ahead, func(d measure.Day) (low, high float64) {
		off := swing // no year keeps to its means, and heat counts for more than coolness makes good
		if int(d)/swingDays%2 == 0 {
			off = -swing
		}
		return p.normals.Min.At(d) + off, p.normals.Max.At(d) + off
	})
	return &w
}

// lives reports whether a planting as it was counted may be proposed.
func (p *Place) lives(s *Schedule, air held, today measure.Day) Verdict {
	no := func(why Refusal) Verdict { return Verdict{Why: why} }
	switch {
	case s.Plant == 0:
		return no(NoDay)
	case s.Plant < today:
		return no(Gone)
	}
	medium := p.medium(s.Shelter, s.Dark)
	if why := mediumWhy(s, medium); why != Lives {
		return no(why)
	}
	plant := growth.Plant{Class: s.Class, PacketDays: s.PacketDays, Planted: s.Plant, Dark: s.Dark, Heated: p.heated, Lamp: air.lamp, Need: growth.EmergenceNeed(s.Chitted, s.Cover)}
	for _, stay := range s.Stays {
		plant.Stays = append(plant.Stays, growth.Stay{From: stay.From, Offset: stay.Shelter.Offset()})
	}
	last := s.Stays[len(s.Stays)-1].Shelter
	switch {
	case isSweet(s.Class):
		plant.Need, plant.End = growth.EstablishNeed(), p.upBefore(s.Shelter, s.Dark, s.Plant)
	default:
		if plant.End = p.KillingFrost(last, s.Plant); s.Way == PreGrown {
			plant.Need = growth.ReappearNeed()
		}
	}
	var run growth.Run
	growth.Grow(&plant, air.air, &run)
	v := Verdict{Share: run.Share, Index: run.Season()}
	switch stood := run.End() - s.Plant; {
	case run.Ending == growth.Rotted:
		v.Why = HotMedium
	case run.Up == 0, !isSweet(s.Class) && s.Way != PreGrown && run.Up-s.Plant > longestUnder:
		v.Why = ColdMedium
	case run.Ending == growth.Withered && (run.Share < leastShare || v.Index < leastIndex):
		v.Why = TooHot
	case !isSweet(s.Class) && p.riskOf(last, run.Up) > mostFrost:
		v.Why = Frosts
	case run.Share < leastShare:
		v.Why = TooShort
	case v.Index < leastIndex:
		v.Why = TooDark
	case stood >= longestStand:
		v.Why = NeverEnding
	default:
		v.OK = true
	}
	return v
}

// riskOf a frost to what stands green under a shelter from a day of any year on.
func (p *Place) riskOf(s climate.Shelter, d measure.Day) float64 {
	if p.frosts.None {
		return 0
	}
	summer := (p.frosts.Last + p.frosts.First) / 2
	for d < summer-365/2 {
		d += 365
	}
	for d > summer+365/2 {
		d -= 365
	}
	return p.riskAt(s, d)
}

// mediumWhy a medium is no place to plant in.
func mediumWhy(s *Schedule, medium growth.Warmth) Refusal {
	t := medium(s.Plant)
	if isSweet(s.Class) {
		least := warmMedium
		if s.Shelter != climate.Open && s.Shelter != climate.Wall {
			least = warmUnder
		}
		if t < least {
			return ColdMedium
		}
		return Lives
	}
	if s.Way == PreGrown {
		return Lives
	}
	switch {
	case t < coldestMedium:
		return ColdMedium
	case t > hottestMedium:
		return HotMedium
	}
	for d := s.Plant; d < s.Plant+rotDays; d++ {
		if medium(d) > growth.RotsOver {
			return HotMedium
		}
	}
	return Lives
}

// Words say why, and what is nearest.
func (v Verdict) Words() measure.Phrase {
	why := map[Refusal]measure.Phrase{
		NoDay:       measure.Say("No day to plant it is reached here."),
		Gone:        measure.Say("Its day is past."),
		ColdMedium:  measure.Say("Its medium is too cold then."),
		HotMedium:   measure.Say("Its medium is too hot then: seed rots, or soon will."),
		Frosts:      measure.Say("Frost takes its shoots again and again."),
		TooHot:      measure.Say("Heat takes its leaves before there is much to lift."),
		TooShort:    measure.Say("It has too little warmth before it ends."),
		TooDark:     measure.Say("It has too little light and warmth to bulk."),
		NeverEnding: measure.Say("It would stand for a year and more."),
	}[v.Why]
	switch {
	case v.OK:
		return measure.Phrase{}
	case v.Nearest != 0:
		return measure.Say("{} The nearest day that can live: {}.", why, v.Nearest)
	case v.Under != "":
		return measure.Say("{} No day of the year ahead can live where it stands; {}: {}.", why, v.Under.Offset().Where, v.UnderOn)
	}
	return measure.Say("{} No day of the year ahead can live here, under any shelter: choose another class.", why)
}
