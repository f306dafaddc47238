package calendar

import (
	"glebata/core/climate"
	"glebata/core/crop"
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

// refusals of a year that it is grown through.
var refusals = []Refusal{HotMedium, ColdMedium, TooHot, Frosts, TooShort, TooDark, NeverEnding}

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
)

// Verdict on a planting that may be proposed or not.
type Verdict struct {
	OK  bool
	Why Refusal
	// Nearest day from today on, at its shelter, on which it may be planted; 0 for none within a
	// year and a bit. Under is then another shelter with such a day, and UnderOn the day; Other
	// another class that has one where it stands, and OtherOn the day.
	Nearest measure.Day
	Under   climate.Shelter
	UnderOn measure.Day
	Other   crop.Class
	OtherOn measure.Day
	Years   float64 // share of the drawn years in which it lives
	Share   float64 // of its warmth, by its end, in the usual year
	Index   float64 // of an ordinary season
}

// Sky over a place: drawn years of its weather, and the PAR of the lamp in its heated room, MJ/m² a
// day.
type Sky struct {
	Years *Years
	Lamp  float64
}

// May a planting be proposed on a day, by drawn years of a place: it is today or later, its medium
// is neither too cold nor too hot, and in three of four years it ends within twelve months with
// enough of its warmth and light. What may not has the nearest that may.
func (p *Place) May(a Request, sky Sky, today measure.Day) Verdict {
	s := p.Count(a)
	if today > 0 && a.Plant == 0 {
		s = p.CountFrom(a, today)
	}
	v := p.lives(&s, sky, today)
	if v.OK {
		return v
	}
	v.Nearest = p.nearest(s.Request, sky, today, s.Plant)
	if v.Nearest != 0 {
		return v
	}
	for _, other := range climate.Shelters() {
		b := s.Request
		if b.Shelter, b.Then = other, ""; other == s.Shelter {
			continue
		}
		if v.UnderOn = p.nearest(b, sky, today, 0); v.UnderOn != 0 {
			v.Under = other
			break
		}
	}
	for _, other := range crop.Classes() {
		b := s.Request
		if b.Class, b.PacketDays = other, 0; other == s.Class || other.Crop() != s.Class.Crop() {
			continue
		}
		if v.OtherOn = p.nearest(b, sky, today, 0); v.OtherOn != 0 {
			v.Other = other
			break
		}
	}
	return v
}

// Nearest days are looked for so far ahead, day by day about the first of every few that may be.
const ahead, stride = 400, 6

// nearest day to one that may be planted on, from today on; the first where it is 0.
func (p *Place) nearest(a Request, sky Sky, today, to measure.Day) measure.Day {
	to = max(to, today)
	may := func(d measure.Day) bool {
		a.Plant = d
		s := p.Count(a)
		return s.Plant == d && p.lives(&s, sky, today).OK
	}
	for off := measure.Day(0); off <= ahead; off += stride {
		for _, d := range [2]measure.Day{to + off, to - off} {
			if d < today || d > today+ahead || !may(d) {
				continue
			}
			toward := measure.Day(1)
			if d > to {
				toward = -1
			}
			for near := d + toward*(stride-1); near != d; near -= toward { // as near as it may be
				if distance(near, to) < off && may(near) {
					return near
				}
			}
			return d
		}
	}
	return 0
}

func distance(a, b measure.Day) measure.Day { return max(a-b, b-a) }

// lives reports whether a planting as it was counted may be proposed.
func (p *Place) lives(s *Schedule, sky Sky, today measure.Day) Verdict {
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
	plant := p.grown(s, sky.Lamp)
	var run growth.Run
	if s.Shelter.Offset().Kept { // the weather does not come in
		growth.Grow(&plant, sky.Years.of(0, s.Plant), &run)
		why := ended(s, &run)
		return Verdict{OK: why == Lives, Why: why, Years: 1, Share: run.Share, Index: run.Season()}
	}
	v, whys, lived := Verdict{}, map[Refusal]int{}, 0
	for k := range drawnYears {
		growth.Grow(&plant, sky.Years.of(k, s.Plant), &run)
		why := ended(s, &run)
		switch {
		case why == Lives:
			lived++
		case why == TooDark && p.hot(s, &run):
			why = TooHot
		}
		whys[why]++
		v.Share, v.Index = v.Share+run.Share/drawnYears, v.Index+run.Season()/drawnYears
		if k+1-lived > drawnYears-mustLive { // it cannot any more
			v.Share, v.Index = v.Share*drawnYears/float64(k+1), v.Index*drawnYears/float64(k+1)
			v.Years = float64(lived) / float64(k+1)
			break
		}
		v.Years = float64(lived) / drawnYears
	}
	if lived >= mustLive {
		v.OK = true
		return v
	}
	delete(whys, Lives)
	for _, why := range refusals { // the commonest, and of as many the first
		if whys[why] > whys[v.Why] {
			v.Why = why
		}
	}
	return v
}

// slowOver so many °C of air a potato bulks the less for the warmth. Model: as growth has it.
const slowOver = 21

// hot reports whether the days in which a planting was to bulk are too warm rather than too cool.
func (p *Place) hot(s *Schedule, run *growth.Run) bool {
	if isSweet(s.Class) || run.Initiation == 0 {
		return false
	}
	mid := run.Initiation + (run.End()-run.Initiation)/2
	return along(s.Stays, p.air)(mid) > slowOver
}

// grown is a planting as growth sees it.
func (p *Place) grown(s *Schedule, lamp float64) growth.Plant {
	plant := growth.Plant{Class: s.Class, PacketDays: s.PacketDays, Planted: s.Plant, Dark: s.Dark, Heated: p.heated, Lamp: lamp, Need: growth.EmergenceNeed(s.Chitted, s.Cover)}
	for _, stay := range s.Stays {
		plant.Stays = append(plant.Stays, growth.Stay{From: stay.From, Offset: stay.Shelter.Offset()})
	}
	switch {
	case isSweet(s.Class):
		plant.Need, plant.End = growth.EstablishNeed(), p.upBefore(s.Shelter, s.Dark, s.Plant)
	case s.Way == PreGrown:
		plant.Need = growth.ReappearNeed()
	}
	return plant
}

// ended says why a planting that was grown through a year is not proposed for it.
func ended(s *Schedule, run *growth.Run) Refusal {
	short := run.Share < leastShare
	switch stood := run.End() - s.Plant; {
	case run.Ending == growth.Rotted:
		return HotMedium
	case run.Ending == growth.Lost, run.Up == 0, !isSweet(s.Class) && s.Way != PreGrown && run.Up-s.Plant > longestUnder:
		return ColdMedium
	case run.Ending == growth.Withered && (short || run.Season() < leastIndex):
		return TooHot
	case run.Ending == growth.Killed && !isSweet(s.Class) && len(run.Frosts) > 1 && short:
		return Frosts
	case short:
		return TooShort
	case run.Season() < leastIndex:
		return TooDark
	case stood >= longestStand:
		return NeverEnding
	}
	return Lives
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

// Words of a refusal.
func (r Refusal) Words() measure.Phrase {
	return map[Refusal]measure.Phrase{
		NoDay:       measure.Say("No day to plant it is reached here."),
		Gone:        measure.Say("Its day is past."),
		ColdMedium:  measure.Say("Its medium is too cold then."),
		HotMedium:   measure.Say("Its medium is too hot then: seed rots, or soon will."),
		Frosts:      measure.Say("Frost takes it before there is much to lift."),
		TooHot:      measure.Say("Heat takes its leaves, or stops its tubers, before there is much to lift."),
		TooShort:    measure.Say("It has too little warmth before it ends."),
		TooDark:     measure.Say("It has too little light and warmth to bulk."),
		NeverEnding: measure.Say("It would stand for a year and more."),
	}[r]
}

// Words say why, and what is nearest.
func (v Verdict) Words() measure.Phrase {
	why := v.Why.Words()
	switch {
	case v.OK:
		return measure.Phrase{}
	case v.Nearest != 0:
		return measure.Say("{} The nearest day that can live: {}.", why, v.Nearest)
	}
	other := measure.Phrase{}
	if v.Other != "" {
		other = measure.Say(" Where it stands, {} can: {}.", v.Other.Constants().One(), v.OtherOn)
	}
	if v.Under != "" {
		return measure.Say("{} No day of the year ahead can live where it stands; {}: {}.{}", why, v.Under.Offset().Where, v.UnderOn, other)
	}
	if v.Other != "" {
		return measure.Say("{} No day of the year ahead can live here, under any shelter.{}", why, other)
	}
	return measure.Say("{} No day of the year ahead can live here, under any shelter: choose another crop.", why)
}
