package garden

import (
	"context"
	"slices"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/medium"
)

// Timing is how a planting is started and where it stands. Days of 0 are counted
// from the site's frosts and warmth.
type Timing struct {
	Way      calendar.Way
	Chitted  bool
	ChitDays int  // 0 for the usual
	Dark     bool // a dark bag in the sun
	CoolRoom bool // slips start in a room under 20 °C
	Shelter  climate.Shelter
	Then     climate.Shelter // moved to; empty when it stays
	Plant    measure.Day
	Move     measure.Day
}

// UsualTiming of a variety in a bag: potatoes planted in their bag, earlies
// chitted; slips of one's own; where the bag stands.
func UsualTiming(b Bag, v Variety) Timing {
	t := Timing{Shelter: b.Place.Shelter, Dark: true}
	if t.Shelter == "" {
		t.Shelter = climate.Open
	}
	k := v.Class.Constants()
	if k.Crop == crop.SweetPotato {
		t.Way = calendar.OwnSlips
		return t
	}
	t.Way, t.Chitted = calendar.Direct, k.Determinate
	return t
}

func (t Timing) asked(v Variety, cover measure.Length) calendar.Asked {
	return calendar.Asked{
		Class: v.Class, PacketDays: v.PacketDays, Way: t.Way, Chitted: t.Chitted, ChitDays: t.ChitDays, Cover: cover,
		Dark: t.Dark, CoolRoom: t.CoolRoom, Shelter: t.Shelter, Then: t.Then, Plant: t.Plant, Move: t.Move,
	}
}

// check says what no timing can be, at the fields of its form.
func (t *Timing) check(v Variety, year int) error {
	var faults Faults
	if !t.Way.Suits(v.Class.Crop()) {
		faults.Add("way", "A {} is not started that way: choose another.", v.Class.Crop())
	}
	if !t.Shelter.Known() {
		faults.Add("shelter", "Choose where it stands.")
	}
	if t.Then != "" && !t.Then.Known() {
		faults.Add("then", "Choose where it is moved to, or nowhere.")
	}
	if from, _, to := calendar.ChitRange(); t.ChitDays != 0 && (t.ChitDays < 7 || t.ChitDays > 90) {
		faults.Add("chit-days", "Chitting takes {} to {} days, at the most 90.", from, to)
	}
	near := func(field string, d measure.Day) {
		if d != 0 && (d.Year() < year-1 || d.Year() > year+2) {
			faults.Add(field, "{} is not in the season {}.", d, year)
		}
	}
	near("plant-day", t.Plant)
	near("move-day", t.Move)
	if t.Move != 0 && t.Then == "" {
		faults.Add("move-day", "Say where it is moved to, or leave the day empty.")
	}
	return faults.Err()
}

// frostsOf the growing season that begins with the spring of a year.
func (s *Site) frostsOf(year int) climate.Frosts {
	if s.Last == 0 {
		return climate.Frosts{None: true}
	}
	f := climate.FrostsOf(year, s.Last, s.First, 1)
	f.LastSD, f.FirstSD = s.LastSD, s.FirstSD
	return f
}

// Calendar of a site in the season of a year.
func (s *Site) Calendar(year int) (*calendar.Place, error) {
	n, err := s.Monthly.Daily()
	if err != nil {
		return nil, err
	}
	return calendar.NewPlace(n, s.frostsOf(year), s.Risk, s.Heated, measure.Date(year, 1, 1)), nil
}

// SheetLine is one planting on the season sheet.
type SheetLine struct {
	Standing
	Schedule calendar.Schedule
}

// Sheet is a season from the first chit to the last lift.
type Sheet struct {
	Year    int
	Years   []int // that have plantings, newest first
	Site    Site
	Normals *climate.Normals
	Frosts  climate.Frosts
	Place   *calendar.Place
	Lines   []SheetLine // by the day they begin
}

// SeasonSheet of a year; of the year that today's plantings are of when it is 0.
func (v *View) SeasonSheet(year int) (Sheet, error) {
	site, normals, err := v.normals()
	if err != nil {
		return Sheet{}, err
	}
	sh := Sheet{Year: year, Site: site, Normals: normals}
	cat, err := v.Catalogue()
	if err != nil {
		return sh, err
	}
	sh.chooseYear(cat.Seasons, v.today)
	sh.Frosts = site.frostsOf(sh.Year)
	sh.Place = calendar.NewPlace(sh.Normals, sh.Frosts, site.Risk, site.Heated, measure.Date(sh.Year, 1, 1))
	list, err := v.standings(Filter{Year: sh.Year})
	if err != nil {
		return sh, err
	}
	for i := range list {
		st := &list[i]
		if st.Stage == StageDropped {
			continue
		}
		s := schedule(sh.Place, st, st.Timing, v.today)
		st.follow(&s)
		sh.Lines = append(sh.Lines, SheetLine{*st, s})
	}
	slices.SortStableFunc(sh.Lines, func(a, b SheetLine) int { return int(a.Schedule.Begins() - b.Schedule.Begins()) })
	return sh, nil
}

// cover that shoots have to come through, as the plan has it. Of a bag that is filled
// once it is that of its school, and not all up to the rim: by 7 °C·days a cm a first
// early under 28 cm would be up after eight weeks, which growers do not see.
func (s *Standing) cover() measure.Length { return s.Filling.Cover }

// chooseYear of a sheet that is asked for none: today's, or the newest that has
// plantings.
func (sh *Sheet) chooseYear(seasons []Season, today measure.Day) {
	for _, s := range seasons {
		sh.Years = append(sh.Years, s.Year)
	}
	if sh.Year != 0 {
		return
	}
	sh.Year = today.Year()
	if len(sh.Years) > 0 && !slices.Contains(sh.Years, sh.Year) {
		sh.Year = sh.Years[0]
	}
}

// schedule counts a planting; one that is planted goes by its real day.
func schedule(place *calendar.Place, st *Standing, t Timing, today measure.Day) calendar.Schedule {
	ask := t.asked(st.Variety, st.cover())
	planted := st.Stage == StageGrowing || st.Stage == StageClosed
	if planted {
		ask.Plant = st.State.Planted
	}
	s := place.Plan(ask)
	if counted := s.Plant; !planted && t.Plant == 0 && counted < today {
		// What can still be done: plant today.
		ask.Plant = today
		s = place.Plan(ask)
		for i := range s.Moments {
			if m := &s.Moments[i]; m.Kind == calendar.PlantOut {
				m.Why = measure.Say("Counted back it was {}; this is today, the soonest that is left.", counted)
			}
		}
		s.Warnings = append(s.Warnings, measure.Say("The day counted back was {}, {} days ago. These are the dates of planting today.", counted, int(today-counted)))
	}
	switch {
	case planted && s.Feasible:
		s.Warnings = nil // what was risked is past
	case planted && len(s.Warnings) > 1:
		s.Warnings = s.Warnings[len(s.Warnings)-1:]
	case !planted && s.Plant < today:
		s.Warnings = append(s.Warnings, measure.Say("Planting was for {}, {} days ago: plant now, or choose another day and see what follows.", s.Plant, int(today-s.Plant)))
	case !planted && s.Chit != 0 && s.Chit < today && t.Plant == 0 && s.Plant > today && s.Plant-today < 21:
		s.Warnings = append(s.Warnings, measure.Say("Chitting was to start on {}; {} days are left to planting.", s.Chit, int(s.Plant-today)))
	}
	return s
}

// Schedule of one planting in its season.
func (v *View) Schedule(st *Standing) (calendar.Schedule, error) {
	site, _, err := v.Site()
	if err != nil {
		return calendar.Schedule{}, err
	}
	place, err := site.Calendar(st.Season.Year)
	if err != nil {
		return calendar.Schedule{}, err
	}
	s := schedule(place, st, st.Timing, v.today)
	st.follow(&s)
	return s, nil
}

// CountDraft counts the dates of a plan that is not kept yet.
func (v *View) CountDraft(d *Draft, year int, t Timing) (*calendar.Place, calendar.Schedule, error) {
	if err := t.check(d.Variety, year); err != nil {
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
	return place, schedule(place, &d.Standing, t, v.today), nil
}

// GrowDraft forecasts a plan that is not kept yet: how it would grow, and its feed.
func (v *View) GrowDraft(d *Draft, year int, t Timing, mix medium.Mix) error {
	d.Season.Year = year
	in, err := v.inputs(Filter{ID: -1})
	if err != nil {
		return err
	}
	list := []PlantingState{d.PlantingState}
	from, until := in.Span(list)
	if in.Own, err = v.r.Weather(v.ctx, from, min(v.today, until)); err != nil {
		return err
	}
	in.Timings, in.Mixes = map[ID]Timing{0: t}, map[ID]medium.Mix{0: mix}
	d.Standing, err = Of(list[0], in)
	return err
}

// Try a timing on a line of the sheet: what follows from it, and what breaks.
// Nothing is kept. Faults name the fields.
func (sh *Sheet) Try(l *SheetLine, t Timing, today measure.Day) (calendar.Schedule, error) {
	if err := t.check(l.Variety, l.Season.Year); err != nil {
		return calendar.Schedule{}, err
	}
	s := schedule(sh.Place, &l.Standing, t, today)
	l.follow(&s)
	return s, nil
}

// follow puts the days of a growing planting where its course has them: what was
// counted on planting day gives way to how it has grown since.
func (s *Standing) follow(sch *calendar.Schedule) {
	if s.Stage != StageGrowing || s.Grown == nil || s.Grown.Course.Up == 0 {
		return
	}
	ready := s.ReadyOn()
	off := ready - sch.Likely
	sch.Emerge, sch.Likely, sch.Early, sch.Late = s.Grown.Course.Up, ready, sch.Early+off, max(ready, sch.Late+off)
	for i := range sch.Moments {
		switch m := &sch.Moments[i]; m.Kind {
		case calendar.Emerge:
			m.Day, m.Until = sch.Emerge, sch.Emerge
		case calendar.Ready:
			m.Day, m.Until = sch.Early, sch.Late
			m.What = measure.Say("ready, likely {}", ready)
		}
	}
	slices.SortStableFunc(sch.Moments, func(a, b calendar.Moment) int { return int(a.Day - b.Day) })
}

// SetTiming keeps how a planting is started and where it stands. Safe to repeat.
func (g *Garden) SetTiming(ctx context.Context, planting ID, t Timing, a Asked) error {
	type asked struct {
		Planting ID
		Timing   Timing
	}
	_, err := g.once(ctx, a.Key, asked{planting, t}, func(w Writer) (ID, error) {
		l, err := openLog(ctx, w, planting)
		if err != nil {
			return 0, err
		}
		if err := t.check(l.Planting.Variety, l.Planting.Season.Year); err != nil {
			return 0, err
		}
		return planting, w.SetTiming(ctx, planting, t)
	})
	return err
}
