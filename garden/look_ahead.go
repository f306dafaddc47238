package garden

import (
	"cmp"
	"slices"

	"glebata/core/calendar"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// LookAhead is the work that leads up to planting the bags of a row, due now or
// within three weeks, soonest first: what is done already, as far as the bench
// and nursery know, is left out.
func (v *View) LookAhead(row []forecast.PlantingForecast) ([]forecast.Lead, error) {
	today := v.today
	var out []forecast.Lead
	for i := range row {
		st := &row[i]
		if st.Dates == nil {
			continue
		}
		for _, m := range st.Dates.Moments {
			if forecast.LeadsUp(st, m, today) {
				out = forecast.JoinAhead(out, forecast.Lead{Kind: m.Kind, Day: m.Day, What: m.What, Why: m.Why, Variety: st.Variety, Bags: []string{st.Bag.Label}, Of: []logbook.ID{st.Planting.ID}, Late: m.Day < today, Year: st.Season.Year})
			}
		}
	}
	out, err := v.leaveOutDone(out)
	if err != nil {
		return nil, err
	}
	cuts, err := v.cutsAhead(row)
	if err != nil {
		return nil, err
	}
	out = append(out, cuts...)
	slices.SortStableFunc(out, func(a, b forecast.Lead) int { return cmp.Compare(a.Day, b.Day) })
	return out, nil
}

// cutsAhead is the cutting that is wanted soon: of varieties that have fewer pieces
// than will be planted, and tubers that can be cut. Faces heal before planting day.
func (v *View) cutsAhead(row []forecast.PlantingForecast) ([]forecast.Lead, error) {
	today := v.today
	byVariety := map[logbook.ID]*forecast.Lead{}
	wanted := map[logbook.ID]int{}
	var order []logbook.ID
	for i := range row {
		st := &row[i]
		if st.Stage != logbook.StagePlanned || st.Dates == nil || st.Variety.Class.Crop() != crop.Potato {
			continue
		}
		day := st.Dates.Plant
		if st.Dates.Pots != 0 {
			day = st.Dates.Pots
		}
		if day -= seed.HealDays; day > today+forecast.AheadDays || day < today-forecast.BehindDays {
			continue
		}
		a := byVariety[st.Variety.ID]
		if a == nil {
			a = &forecast.Lead{Kind: forecast.CutSeed, Day: day, Variety: st.Variety, Year: st.Season.Year}
			byVariety[st.Variety.ID], order = a, append(order, st.Variety.ID)
		}
		a.Day, a.Bags = min(a.Day, day), append(a.Bags, st.Bag.Label)
		wanted[st.Variety.ID] += st.Number
	}
	if len(order) == 0 {
		return nil, nil
	}
	bench, err := v.Bench()
	if err != nil {
		return nil, err
	}
	var out []forecast.Lead
	for _, id := range order {
		free, cut := len(bench.Free(id)), bench.ToCut(id)
		if a := byVariety[id]; free > 0 && free < wanted[id] && cut > 0 {
			a.Late = a.Day < today
			a.What = measure.Say("cut seed")
			a.Why = measure.Say("{} pieces for {} wanted, and {} tubers can be cut. Cut faces heal {} days in airy shade; blade away from the hand.", free, wanted[id], cut, seed.HealDays)
			out = append(out, *a)
		}
	}
	return out, nil
}

// leaveOutDone leaves out what was done.
func (v *View) leaveOutDone(list []forecast.Lead) ([]forecast.Lead, error) {
	if len(list) == 0 {
		return nil, nil
	}
	bench, err := v.Bench()
	if err != nil {
		return nil, err
	}
	nursery, err := v.Nursery()
	if err != nil {
		return nil, err
	}
	return slices.DeleteFunc(list, func(a forecast.Lead) bool { return forecast.LeadDone(a.Kind, a.Variety, a.Year, &bench, nursery) }), nil
}

// CalendarFeed is a season's moments, for a calendar that is subscribed to.
func (v *View) CalendarFeed(year int) (forecast.Sheet, []forecast.FeedMoment, error) {
	sheet, err := v.SeasonSheet(year)
	if err != nil {
		return sheet, nil, err
	}
	kept, err := v.settings()
	if err != nil {
		return sheet, nil, err
	}
	if _, err := v.Windows(sheet.Lines); err != nil {
		return sheet, nil, err
	}
	ahead, err := v.Forecast()
	if err != nil {
		return sheet, nil, err
	}
	var out []forecast.FeedMoment
	for i := range sheet.Lines {
		l := &sheet.Lines[i]
		add := func(what string, m calendar.Moment) {
			uid := measure.Say("planting-{}-{}@{}.glebata", int64(l.Planting.ID), what, kept.garden).In(measure.Metric)
			out = append(out, forecast.FeedMoment{UID: uid, Moment: m, Bag: l.Bag.Label, Variety: l.Variety, Place: l.Bag.Place.Name})
		}
		for _, m := range l.Schedule.Moments {
			if l.Stage == logbook.StageClosed && (m.Kind == calendar.Ready || m.Kind == calendar.UpBefore) {
				continue
			}
			add(string(m.Kind), m)
		}
		if l.Stage == logbook.StageGrowing {
			l.Foretold(v.today, add)
			l.FrostNights(ahead, &sheet.Site, add)
		}
	}
	return sheet, out, nil
}

// Succession proposes batches of a variety that tile the days from one to
// another, each eaten from for so many days. Faults name the fields.
func (v *View) Succession(variety logbook.Variety, t logbook.Timing, cover measure.Length, year int, from, until measure.Day, each int) ([]calendar.Batch, []calendar.Gap, error) {
	var faults logbook.Faults
	if variety.Class.Crop() == crop.SweetPotato {
		faults.Add("variety", "Sweet potatoes are lifted at once: successions are for potatoes.")
	}
	if until < from || until-from > 300 {
		faults.Add("until", "The last day lies after the first, and no more than 300 days on.")
	}
	if !(each >= 7 && each <= 60) {
		faults.Add("each", "One batch is eaten from for 7 to 60 days.")
	}
	if err := t.Check(variety, year); err != nil {
		faults = append(faults, logbook.AsFaults(err)...)
	}
	if faults != nil {
		return nil, nil, faults
	}
	gate, err := v.gate()
	if err != nil {
		return nil, nil, err
	}
	bench, err := v.Bench()
	if err != nil {
		return nil, nil, err
	}
	return gate.Succession(calendar.SuccessionRequest{
		Planting: t.CalendarRequest(variety, cover), Today: v.today, From: from, Until: until, Each: each, OnBench: bench.Chitted(variety.ID),
	}, year)
}
