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
		switch st := &list[i]; {
		case st.Stage == logbook.StageDropped:
		case st.Dates == nil:
			sh.Lines = append(sh.Lines, forecast.SheetLine{PlantingForecast: *st, Schedule: forecast.EndedDates(sh.Place, st, v.today)})
		default:
			sh.Lines = append(sh.Lines, forecast.SheetLine{PlantingForecast: *st, Schedule: *st.Dates})
		}
	}
	slices.SortStableFunc(sh.Lines, func(a, b forecast.SheetLine) int { return int(a.Schedule.Begins() - b.Schedule.Begins()) })
	return sh, nil
}

// Windows puts the window round the day that each line of a sheet is ready. Ask for
// everything else before, as with Prospects.
func (v *View) Windows(lines []forecast.SheetLine) (Progress, error) {
	row := make([]forecast.PlantingForecast, len(lines))
	for i := range lines {
		row[i] = lines[i].PlantingForecast
	}
	windows, progress, err := v.Prospects(row)
	for i := range lines {
		if l := &lines[i]; l.Grown != nil {
			windows[l.Planting.ID].Window(&l.Schedule)
		}
	}
	return progress, err
}

// Place is the calendar of the site in a season's year.
func (v *View) Place(year int) (*calendar.Place, error) {
	site, _, err := v.Site()
	if err != nil {
		return nil, err
	}
	return site.Calendar(year)
}

// Try a timing on a planting that is not kept: what follows from it, and what breaks.
// Faults name the fields.
func (v *View) Try(st *forecast.PlantingForecast, t logbook.Timing) (forecast.PlantingForecast, error) {
	if err := t.Check(st.Variety, st.Season.Year); err != nil {
		return *st, err
	}
	f := Filter{ID: st.Planting.ID}
	states, err := v.states(f)
	if err == nil && len(states.list) != 1 {
		err = logbook.ErrNotFound
	}
	if err != nil {
		return *st, err
	}
	in, err := v.inputs(f)
	if err != nil {
		return *st, err
	}
	if in.Records, err = v.records(forecast.DaysOf(states.list, v.today)); err != nil {
		return *st, err
	}
	in.Timings = map[logbook.ID]logbook.Timing{st.Planting.ID: t}
	return forecast.Of(states.list[0], in)
}

// growDrafts forecasts plans of a year that are not kept yet, one after another.
func (v *View) growDrafts(year int) (func(d *forecast.Draft, t logbook.Timing, mix medium.Mix) error, error) {
	in, err := v.inputs(Filter{ID: -1})
	if err != nil {
		return nil, err
	}
	draft := logbook.PlantingState{}
	draft.Season.Year = year
	if in.Records, err = v.records(forecast.DaysOf([]logbook.PlantingState{draft}, v.today)); err != nil {
		return nil, err
	}
	return func(d *forecast.Draft, t logbook.Timing, mix medium.Mix) error {
		d.Season.Year = year
		in.Timings, in.Mixes = map[logbook.ID]logbook.Timing{0: t}, map[logbook.ID]medium.Mix{0: mix}
		var err error
		d.PlantingForecast, err = forecast.Of(d.PlantingState, in)
		return err
	}, nil
}

// GrowDraft forecasts a plan that is not kept yet: its dates, how it would grow, and its
// feed. Faults name the fields of its timing.
func (v *View) GrowDraft(d *forecast.Draft, year int, t logbook.Timing, mix medium.Mix) error {
	if err := t.Check(d.Variety, year); err != nil {
		return err
	}
	grow, err := v.growDrafts(year)
	if err != nil {
		return err
	}
	return grow(d, t, mix)
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
