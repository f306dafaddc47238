package garden

import (
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// gate that everything passes which is proposed.
func (v *View) gate() (*forecast.Gate, error) {
	site, _, err := v.Site()
	if err != nil {
		return nil, err
	}
	return v.g.cache.Gate(&site, v.today), nil
}

// May a plan of a season be proposed on the day it was drawn up for, by drawn years of the site:
// what may not has the nearest that may. Every page and command that proposes asks it, or MayClass.
func (v *View) May(d *forecast.Draft, year int) (calendar.Verdict, error) {
	gate, err := v.gate()
	if err != nil {
		return calendar.Verdict{}, err
	}
	return gate.May(asked(d), year)
}

// asked of a draft: to be planted on the day it was drawn up for.
func asked(d *forecast.Draft) calendar.Request {
	ask := d.Dates.Request
	ask.Plant = d.Dates.Plant
	return ask
}

// TimeToChit is a usual timing with the chitting that there is time for: seed that is not on the
// bench is not counted as chitted since a day that is past. What the grower chose is not asked of it.
func (v *View) TimeToChit(kind logbook.Variety, cover measure.Length, t logbook.Timing, year int) (logbook.Timing, error) {
	if !t.Chitted {
		return t, nil
	}
	bench, err := v.Bench()
	if err != nil || bench.Chitted(kind.ID) {
		return t, err
	}
	place, err := v.Place(year)
	if err != nil {
		return t, err
	}
	s := place.CountFrom(t.CalendarRequest(kind, cover), v.today)
	if s.Chit == 0 || s.Chit >= v.today {
		return t, nil
	}
	least, _, _ := calendar.ChitRange()
	if left := int(s.Chit-v.today) + s.ChitDays; left >= least {
		t.ChitDays = left
	} else {
		t.Chitted = false
	}
	return t, nil
}

// MayClass is May of a class under a shelter, started as is usual, on the day that is counted back for
// it, in any year.
func (v *View) MayClass(c crop.Class, shelter climate.Shelter) (calendar.Verdict, error) {
	gate, err := v.gate()
	if err != nil {
		return calendar.Verdict{}, err
	}
	kind := logbook.Variety{Class: c}
	t := logbook.UsualTiming(logbook.Bag{Place: logbook.Place{Shelter: shelter}}, kind)
	return gate.Ever(t.CalendarRequest(kind, hill.UsualCover), v.today.Year())
}
