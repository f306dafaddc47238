package forecast

import (
	"math"

	"glebata/core/calendar"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Mark is a turning point of the season.
type Mark int

// The marks, in the order of the year.
const (
	MarkPlan  Mark = iota // chitting may start
	MarkPlant             // the first bag is planted
	MarkLift              // the last bag is up
)

// SeasonLine is the season that is under way, from first chit to last lift.
type SeasonLine struct {
	Known             bool // false without a planting in hand
	Plan, Plant, Lift measure.Day
	Today             measure.Day
}

// SeasonSpan is when the open plantings of one kind start, as it is stored: on the day
// they were planted, or planned.
type SeasonSpan struct {
	Year        int
	Class       crop.Class
	PacketDays  int // 0 when the packet does not say
	Growing     bool
	First, Last measure.Day
}

// NewSeasonLine of the spans of open plantings: that of the earliest year, and of what grows.
func NewSeasonLine(spans []SeasonSpan, today measure.Day) SeasonLine {
	l := SeasonLine{Today: today}
	year := math.MaxInt // of the season under way
	for _, s := range spans {
		year = min(year, s.Year)
	}
	for _, s := range spans {
		if s.Year > year && !s.Growing {
			continue
		}
		days := s.PacketDays
		if days == 0 {
			days = s.Class.Constants().PacketDays
		}
		if !l.Known {
			l.Known, l.Plant = true, s.First
		}
		l.Plant, l.Lift = min(l.Plant, s.First), max(l.Lift, s.Last+measure.Day(days))
	}
	_, _, earliest := calendar.ChitRange()
	l.Plan = l.Plant - measure.Day(earliest)
	return l
}

// Between says which two marks today lies between, and what share of the way
// from the one to the other has passed, 0 to 1.
func (l SeasonLine) Between() (from, to Mark, share float64) {
	if !l.Known || l.Today <= l.Plan {
		return MarkPlan, MarkPlan, 0
	}
	if l.Today < l.Plant {
		return MarkPlan, MarkPlant, part(l.Plan, l.Plant, l.Today)
	}
	return MarkPlant, MarkLift, min(1, part(l.Plant, l.Lift, l.Today))
}

// Says where the season stands, in a word or two.
func (l SeasonLine) Says() string {
	switch {
	case !l.Known:
		return "nothing planned"
	case l.Today < l.Plan:
		return "before chitting"
	case l.Today < l.Plant:
		return "chitting time"
	case l.Today < l.Lift:
		return "bags growing"
	}
	return "time to lift"
}

func part(from, to, at measure.Day) float64 {
	if to <= from {
		return 1
	}
	return float64(at-from) / float64(to-from)
}

// SeasonSpans of plantings that are open.
func SeasonSpans(open []logbook.PlantingState) []SeasonSpan {
	out := make([]SeasonSpan, len(open))
	for i := range open {
		s := &open[i]
		day := s.Planned
		if s.Stage == logbook.StageGrowing {
			day = s.State.Planted
		}
		out[i] = SeasonSpan{s.Season.Year, s.Variety.Class, s.Variety.PacketDays, s.Stage == logbook.StageGrowing, day, day}
	}
	return out
}
