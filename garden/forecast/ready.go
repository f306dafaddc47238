package forecast

import (
	"slices"

	"glebata/core/bag"
	"glebata/core/growth"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Readiness of a planting on a day, by what is known of it; nights ahead and the next crop for
// its bag are Ripeness' business.
func Readiness(s *PlantingForecast, today measure.Day) lift.Verdict {
	p := s.ripening(today)
	return p.Verdict()
}

// Ripeness is when a planting is lifted, with what waiting brings and costs.
type Ripeness struct {
	Planting *PlantingForecast
	lift.Verdict
	// Low and High are what a week more adds; both 0 where nothing does.
	Low, High measure.Mass
	Inside    measure.Mass // expected to be in it now
	Mean      measure.Mass // of a tuber in it
	Frost     float64      // chance of one where it stands in the week
	Dry       *Forecast    // the first dry day ahead from its lifting day on; nil for none
	next      measure.Mass // expected to be in it in a week
	from      bag.Calibration
	nights    []coldNight // in which it may freeze where it stands
}

// coldNight is a night in which it may freeze where a planting stands.
type coldNight struct {
	day    measure.Day
	low    float64 // °C there
	chance float64
	usual  bool // nothing is forecast of it
}

// coldNights of the next ones for a planting.
func (s *PlantingForecast) coldNights(nights []Forecast) []coldNight {
	var out []coldNight
	for i := range nights {
		f := &nights[i]
		if !s.green(f.Day) {
			continue
		}
		where := s.standsOn(f.Day)
		if p := f.FrostAt(where); p >= leastChance {
			out = append(out, coldNight{f.Day, f.Min + float64(where.Night), p, f.Source == logbook.Usual})
		}
	}
	return out
}

// leastChance of a frost in a night that is told.
const leastChance = 0.005

// RipenessOf each of a row that grows, the first to be lifted first: by what is forecast ahead,
// and by NightsAhead.
func RipenessOf(row []PlantingForecast, growing []bag.Growing, ahead, nights []Forecast, today measure.Day) []Ripeness {
	var out []Ripeness
	wanted := map[logbook.ID]measure.Day{}
	for i := range row {
		if s := &row[i]; s.Stage == logbook.StagePlanned && s.Dates != nil {
			if d := wanted[s.Bag.ID]; d == 0 || s.Dates.Plant < d {
				wanted[s.Bag.ID] = s.Dates.Plant
			}
		}
	}
	for i := range row {
		s := &row[i]
		if s.Stage != logbook.StageGrowing || s.Grown == nil {
			continue
		}
		r := Ripeness{Planting: s, from: growing[i].From, nights: s.coldNights(nights)}
		r.Frost = anyFrost(r.nights)
		p := s.ripening(today)
		p.Frost, p.WantedOn = r.Frost, wanted[s.Bag.ID]
		r.Verdict = p.Verdict()
		o := s.YieldOutlook(growing[i], nil, today)
		r.Inside, r.next = o.Now.Yield, o.Weeks[1].Yield
		now := growing[i]
		if now.Season = s.Grown.Run.IndexOn(today); now.Season > 0 {
			r.Mean = bag.Expect(now).Mean
		}
		if adds := o.Weeks[1].Adds; adds > 0 {
			low, high := growing[i].From.Range()
			r.Low, r.High = adds*measure.Mass(low), adds*measure.Mass(high)
		}
		if dry := slices.IndexFunc(ahead, func(f Forecast) bool { return f.Day >= max(r.Lift, today+1) && f.WetChance < dryChance }); dry >= 0 {
			r.Dry = &ahead[dry]
		}
		out = append(out, r)
	}
	slices.SortStableFunc(out, func(a, b Ripeness) int { return lift.First(&a.Verdict, &b.Verdict) })
	return out
}

// dryChance is the chance of rain under which a day is taken as dry. Practice.
const dryChance = 0.35

// anyFrost is the chance of a frost in any of some nights, as if they erred apart.
func anyFrost(nights []coldNight) float64 {
	none := 1.0
	for i := range nights {
		none *= 1 - nights[i].chance
	}
	return 1 - none
}

// EnoughFor a weight that is wanted: the first of those that are ready, and what is in them;
// less where all of them have less.
func EnoughFor(ripe []Ripeness, wanted measure.Mass) (chosen []*Ripeness, of measure.Harvests) {
	sum := measure.Mass(0)
	for i := range ripe {
		if r := &ripe[i]; sum < wanted && r.Stage >= lift.ToEat && r.Stage != lift.Setting && r.Inside > 0 {
			chosen, of, sum = append(chosen, r), append(of, r.Inside), sum+r.Inside
		}
	}
	return chosen, of
}

// surprising is how many times more than a bag may give is questioned. Practice.
const surprising = 4

// MostGiven by a planting in a full season, the high end, before any calibration.
func MostGiven(st *logbook.PlantingState) measure.Mass {
	s := PlantingForecast{PlantingState: *st}
	g := s.Growing(bag.Calibration{})
	g.Season = bag.FullSeason
	return bag.Expect(g).High
}

// Surprising reports whether a weight is so much more than a planting may give that its unit is
// to be asked about.
func Surprising(st *logbook.PlantingState, net measure.Mass) (most measure.Mass, yes bool) {
	most = MostGiven(st)
	return most, most > 0 && net > surprising*most
}

// leafAskedOn is how many days a look at its leaf is off the forecast, where it is questioned for
// that; 0 where it is not.
func (s *PlantingForecast) leafAskedOn(d measure.Day) int {
	if s.Grown != nil {
		for _, a := range s.Grown.Fit.LeafAsked {
			if a.Day == d {
				return a.Days
			}
		}
	}
	return 0
}

// keepsOn is the day until which it keeps in its bag, once its tops are cut; 0 where they stand, or
// came off for blight.
func (s *PlantingForecast) keepsOn() measure.Day {
	cut := s.HaulmCutOn()
	if cut == 0 || s.spotted() != 0 || s.Bag.Model.Shape.Ground() {
		return 0
	}
	return lift.KeepsUntil(s.Variety.Class, cut+lift.SkinsSet, s.MediumOn)
}

// Questions that a second look decides.
func (s *PlantingForecast) Questions() (out []measure.Phrase) {
	if d := s.suspected(); d != 0 {
		out = append(out, measure.Say("Dark patches were seen once, on {}: a second look decides, in two days, at the under-side of the leaves and at the bags beside it.", d.Short()))
	}
	if q := s.leafQuestion(); !q.Empty() {
		out = append(out, q)
	}
	if s.Grown != nil && s.Flowered != 0 {
		switch days := s.Grown.Fit.FlowersAsked; {
		case days < 0:
			out = append(out, measure.Say("Flowers on {} are {} days before their time, and its dates stay as they were. Is the day right? The day the shoots came through would tell more.", s.Flowered.Short(), -days))
		case days > 0:
			out = append(out, measure.Say("Flowers on {} are {} days after their time, and its dates stay as they were. Is the day right? The day the shoots came through would tell more.", s.Flowered.Short(), days))
		}
	}
	return out
}

// leafQuestion asks about the last look at its leaf, where that is far off the forecast; empty
// where it is not.
func (s *PlantingForecast) leafQuestion() measure.Phrase {
	e := s.LastCare(logbook.Yellowed)
	if e == nil {
		return measure.Phrase{}
	}
	d, _ := logbook.DoingOf(e.Kind)
	switch days := s.leafAskedOn(e.Day); {
	case days > 0:
		return measure.Say("{}, on {}: that is {} days before its time, and its dates stay as they were. Look again and enter it: a second look decides. Tops that were cut are entered as that.", d.Says(e), e.Day.Short(), days)
	case days < 0:
		return measure.Say("{}, on {}: that is {} days after its time, and its dates stay as they were. Look again and enter it: a second look decides.", d.Says(e), e.Day.Short(), -days)
	}
	return measure.Phrase{}
}

// ripening is what lifting goes by.
func (s *PlantingForecast) ripening(today measure.Day) lift.Plant {
	p := lift.Plant{
		Today: today, Planted: s.State.Planted, Class: s.Variety.Class, CutOn: s.HaulmCutOn(), Yellow: -1,
		Blight: s.spotted() != 0, Spots: s.suspected(),
	}
	p.KeepsOn, p.TillDead = s.keepsOn(), s.Timing.TillDead
	p.HoldOn, p.HoldFor = s.WaitUntil()
	if s.Grown != nil {
		run := &s.Grown.Run
		p.Initiation, p.Mature, p.Ends = run.Initiation, run.Mature, run.Gone
		p.Dies = run.Ending == growth.Killed || run.Ending == growth.Lost
	}
	for i := range s.Care {
		switch e := &s.Care[i]; e.Kind {
		case logbook.Yellowed:
			p.Yellow, p.YellowOn, p.Asked = e.Level-1, e.Day, s.leafAskedOn(e.Day)
		case logbook.Felt:
			p.Felt, p.FeltOn = lift.Felt(e.Thing), e.Day
		case logbook.Flowered:
			if e.Level == 2 {
				p.FullFlower = e.Day
			}
		}
	}
	return p
}
