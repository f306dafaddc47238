package garden

import (
	"context"
	"slices"

	"glebata/core/calendar"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// SeasonSheet of a year; of the year that today's plantings are of when it is 0.
func (v *View) SeasonSheet(year int) (forecast.Sheet, error) {
	site, normals, err := v.normals()
	if err != nil {
		return forecast.Sheet{}, err
	}
	sh := forecast.Sheet{Year: year, Site: site, Normals: normals}
	cat, err := v.Catalogue()
	if err != nil {
		return sh, err
	}
	sh.ChooseYear(cat.Seasons, v.today)
	sh.Frosts = site.FrostsIn(sh.Year)
	sh.Place = calendar.NewPlace(sh.Normals, sh.Frosts, site.Risk, site.Heated, measure.Date(sh.Year, 1, 1))
	list, err := v.standings(Filter{Year: sh.Year})
	if err != nil {
		return sh, err
	}
	for i := range list {
		st := &list[i]
		if st.Stage == logbook.StageDropped {
			continue
		}
		s := forecast.NewSchedule(sh.Place, st, st.Timing, v.today)
		st.Follow(&s)
		sh.Lines = append(sh.Lines, forecast.SheetLine{PlantingForecast: *st, Schedule: s})
	}
	slices.SortStableFunc(sh.Lines, func(a, b forecast.SheetLine) int { return int(a.Schedule.Begins() - b.Schedule.Begins()) })
	return sh, nil
}

// Schedule of one planting in its season.
func (v *View) Schedule(st *forecast.PlantingForecast) (calendar.Schedule, error) {
	site, _, err := v.Site()
	if err != nil {
		return calendar.Schedule{}, err
	}
	place, err := site.Calendar(st.Season.Year)
	if err != nil {
		return calendar.Schedule{}, err
	}
	s := forecast.NewSchedule(place, st, st.Timing, v.today)
	st.Follow(&s)
	return s, nil
}

// CountDraft counts the dates of a plan that is not kept yet.
func (v *View) CountDraft(d *forecast.Draft, year int, t logbook.Timing) (*calendar.Place, calendar.Schedule, error) {
	if err := t.Check(d.Variety, year); err != nil {
		return nil, calendar.Schedule{}, err
	}
	site, _, err := v.Site()
	if err != nil {
		return nil, calendar.Schedule{}, err
	}
	place, err := site.Calendar(year)
	if err != nil {
		return nil, calendar.Schedule{}, err
	}
	return place, forecast.NewSchedule(place, &d.PlantingForecast, t, v.today), nil
}

// GrowDraft forecasts a plan that is not kept yet: how it would grow, and its feed.
func (v *View) GrowDraft(d *forecast.Draft, year int, t logbook.Timing, mix medium.Mix) error {
	d.Season.Year = year
	in, err := v.inputs(Filter{ID: -1})
	if err != nil {
		return err
	}
	list := []logbook.PlantingState{d.PlantingState}
	from, until := in.Span(list)
	if in.Own, err = v.r.Weather(v.ctx, from, min(v.today, until)); err != nil {
		return err
	}
	in.Timings, in.Mixes = map[logbook.ID]logbook.Timing{0: t}, map[logbook.ID]medium.Mix{0: mix}
	d.PlantingForecast, err = forecast.Of(list[0], in)
	return err
}

// SetTiming keeps how a planting is started and where it stands. Safe to repeat.
func (g *Garden) SetTiming(ctx context.Context, planting logbook.ID, t logbook.Timing, a Request) error {
	type asked struct {
		Planting logbook.ID
		Timing   logbook.Timing
	}
	_, err := g.idempotent(ctx, a.Key, asked{planting, t}, func(w Writer) (logbook.ID, error) {
		l, err := openLog(ctx, w, planting)
		if err != nil {
			return 0, err
		}
		if err := t.Check(l.Planting.Variety, l.Planting.Season.Year); err != nil {
			return 0, err
		}
		return planting, w.SetTiming(ctx, planting, t)
	})
	return err
}
