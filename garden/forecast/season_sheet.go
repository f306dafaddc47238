package forecast

import (
	"slices"

	"glebata/core/advice"
	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// SheetLine is one planting on the season sheet.
type SheetLine struct {
	PlantingForecast
	Schedule calendar.Schedule
}

// Sheet is a season from the first chit to the last lift.
type Sheet struct {
	Year    int
	Years   []int // that have plantings, newest first
	Site    logbook.Site
	Normals *climate.Normals
	Frosts  climate.Frosts
	Place   *calendar.Place
	Lines   []SheetLine // by the day they begin
}

// ChooseYear of a sheet that is asked for none: today's, or the newest that has
// plantings.
func (sh *Sheet) ChooseYear(seasons []logbook.Season, today measure.Day) {
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

// NewSchedule counts a planting; one that is planted goes by its real day.
func NewSchedule(place *calendar.Place, st *PlantingForecast, t logbook.Timing, today measure.Day) calendar.Schedule {
	ask := t.Asked(st.Variety, st.cover())
	planted := st.Stage == logbook.StageGrowing || st.Stage == logbook.StageClosed
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
		s.Advice.Add(advice.DayGone, advice.Warn, "", "The day counted back was {}, {} days ago. These are the dates of planting today.", counted, int(today-counted))
	}
	switch {
	case planted: // what planting risked is past; how it ends is not
		s.Advice = s.Advice.Of(advice.Season, advice.Blight)
	case s.Plant < today:
		s.Advice.Add(advice.DayGone, advice.Warn, "", "Planting was for {}, {} days ago: plant now, or choose another day and see what follows.", s.Plant, int(today-s.Plant))
	case s.Chit != 0 && s.Chit < today && t.Plant == 0 && s.Plant > today && s.Plant-today < 21:
		s.Advice.Add(advice.DayGone, advice.Warn, "", "Chitting was to start on {}; {} days are left to planting.", s.Chit, int(s.Plant-today))
	}
	return s
}

// Try a timing on a line of the sheet: what follows from it, and what breaks.
// Nothing is kept. Faults name the fields.
func (sh *Sheet) Try(l *SheetLine, t logbook.Timing, today measure.Day) (calendar.Schedule, error) {
	if err := t.Check(l.Variety, l.Season.Year); err != nil {
		return calendar.Schedule{}, err
	}
	s := NewSchedule(sh.Place, &l.PlantingForecast, t, today)
	l.Follow(&s)
	return s, nil
}

// Follow puts the days of a growing planting where its course has them: what was
// counted on planting day gives way to how it has grown since.
func (s *PlantingForecast) Follow(sch *calendar.Schedule) {
	if s.Stage != logbook.StageGrowing || s.Grown == nil || s.Grown.Run.Up == 0 {
		return
	}
	ready := s.ReadyOn()
	off := ready - sch.Likely
	sch.Emerge, sch.Likely, sch.Early, sch.Late = s.Grown.Run.Up, ready, sch.Early+off, max(ready, sch.Late+off)
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
