package garden

import (
	"context"

	"glebata/core/measure"
)

// Mark is a turning point of the season.
type Mark int

// The marks, in the order of the year.
const (
	MarkPlan  Mark = iota // chitting may start
	MarkPlant             // the first bag is planted
	MarkLift              // the last bag is up
)

// chitLead is how long before planting the first chitting starts, in days: the
// far end of the usual range. Practice.
const chitLead = 42

// SeasonLine is the season that is under way, from first chit to last lift.
type SeasonLine struct {
	Known             bool // false without a planting in hand
	Plan, Plant, Lift measure.Day
	Today             measure.Day
}

// SeasonLine reads the season from the bags that stand.
func (g *Garden) SeasonLine(ctx context.Context, today measure.Day) (SeasonLine, error) {
	row, err := g.Row(ctx, today)
	return SeasonOf(row, today), err
}

// SeasonOf is the season of a row of bags.
func SeasonOf(row []Standing, today measure.Day) SeasonLine {
	l := SeasonLine{Today: today}
	year := 1 << 30 // of the season under way
	for i := range row {
		year = min(year, row[i].Season.Year)
	}
	for i := range row {
		s := &row[i]
		if s.Season.Year > year && s.Stage == StagePlanned {
			continue
		}
		start := s.Planned
		if s.Stage == StageGrowing {
			start = s.Planted
		}
		days := s.Variety.PacketDays
		if days == 0 {
			days = s.Variety.Class.Constants().PacketDays
		}
		end := start + measure.Day(days)
		if !l.Known {
			l.Known, l.Plant, l.Lift = true, start, end
		}
		l.Plant, l.Lift = min(l.Plant, start), max(l.Lift, end)
	}
	l.Plan = l.Plant - chitLead
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

func part(from, to, at measure.Day) float64 {
	if to <= from {
		return 1
	}
	return float64(at-from) / float64(to-from)
}
