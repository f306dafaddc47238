package forecast

import (
	"glebata/core/climate"
	"glebata/core/job"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Blight is the last day up to today on which the weather warned of late blight, of two in a
// row that favour it; 0 for none in the last week. It is the potatoes' alone, and theirs only
// from half their leaf on.
func Blight(days []climate.HumidDay, today measure.Day) measure.Day {
	warned := climate.BlightDays(days)
	if len(warned) == 0 || warned[len(warned)-1] < today-blightFresh || warned[len(warned)-1] > today {
		return 0
	}
	return warned[len(warned)-1]
}

// blightFresh is how long a warning stands, in days; blightLeaf the share of leaf from which
// it matters.
const blightFresh, blightLeaf = 7, 0.5

// AtRisk of late blight on a day.
func (s *PlantingForecast) AtRisk(d measure.Day) bool {
	return s.Stage == logbook.StageGrowing && !s.Sweet() && s.Grown != nil && canopyOn(&s.Grown.Run, d) >= blightLeaf && !s.standsOn(d).Roof
}

// ToLook are the bags at risk that nobody has looked at since a day of warning, 0 for all of
// them, and that spots were not seen on.
func ToLook(row []PlantingForecast, warned, today measure.Day) []*PlantingForecast {
	var out []*PlantingForecast
	for i := range row {
		s := &row[i]
		if s.AtRisk(today) && (warned == 0 || s.Last(job.Look, logbook.Tended) < warned) && s.spotted() == 0 {
			out = append(out, s)
		}
	}
	return out
}

// spotted is the day spots of late blight were first seen on a potato; 0 for never, or where
// the grower has since put cutting its tops aside.
func (s *PlantingForecast) spotted() measure.Day {
	if s.Sweet() {
		return 0
	}
	skipped := s.Last(job.CutHaulm, logbook.Skipped)
	for i := range s.Care {
		if e := &s.Care[i]; e.Kind == logbook.Sighted && e.Thing == logbook.BlightSpots && e.Day > skipped {
			return e.Day
		}
	}
	return 0
}
