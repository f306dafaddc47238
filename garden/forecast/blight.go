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
	return s.Stage == logbook.StageGrowing && !s.Sweet() && s.Grown != nil && s.Emptied() == 0 && canopyOn(&s.Grown.Run, d) >= blightLeaf && !s.standsOn(d).Roof
}

// ToLook are the bags at risk that nobody has looked at since a day of warning, 0 for all of
// them, and that spots were not seen on.
func ToLook(row []PlantingForecast, warned, today measure.Day) []*PlantingForecast {
	var out []*PlantingForecast
	for i := range row {
		s := &row[i]
		if s.AtRisk(today) && (warned == 0 || s.Last(job.Look, logbook.Tended) < warned) && s.suspected() == 0 && s.spotted() == 0 {
			out = append(out, s)
		}
	}
	return out
}

// seenMuch is the level of a sighting that is "much".
const seenMuch = 3

// spots of late blight on a potato: the day they were first seen, and the day from which they are
// taken for it, which is when they were seen twice, or much, or with their white bloom. 0 for
// never; a look that found none clears what was seen once, and cutting its tops that was put
// aside clears both.
func (s *PlantingForecast) spots() (first, sure measure.Day) {
	if s.Sweet() {
		return 0, 0
	}
	skipped, looked := s.Last(job.CutHaulm, logbook.Skipped), s.Last(job.Look, logbook.Tended)
	for i := range s.Care {
		e := &s.Care[i]
		if e.Kind != logbook.Sighted || e.Thing != logbook.BlightSpots && e.Thing != logbook.BlightWhite || e.Day <= skipped {
			continue
		}
		if e.Thing == logbook.BlightWhite || e.Level == seenMuch || first != 0 && e.Day > first {
			if first == 0 {
				first = e.Day
			}
			return first, e.Day
		}
		if e.Day >= looked {
			first = e.Day
		}
	}
	return first, 0
}

// spotted is the day from which its spots are taken for late blight; 0 where they are not.
func (s *PlantingForecast) spotted() measure.Day {
	_, sure := s.spots()
	return sure
}

// suspected is the day on which spots were seen once, that a second look decides about; 0 for none.
func (s *PlantingForecast) suspected() measure.Day {
	first, sure := s.spots()
	if sure != 0 {
		return 0
	}
	return first
}

// spotsNear is how long spots at a place have the bags beside them looked at, and nearEvery how
// often, in days. Practice.
const spotsNear, nearEvery = 14, 2

// NearSpots are bags that stand where spots were seen on another in the last two weeks, and that
// were not looked at since yesterday, with the last day they were seen there.
func NearSpots(row []PlantingForecast, today measure.Day) (out []*PlantingForecast, seen measure.Day) {
	at := map[logbook.ID]measure.Day{}
	for i := range row {
		if first, sure := row[i].spots(); max(first, sure) >= today-spotsNear && max(first, sure) != 0 {
			at[row[i].Bag.Place.ID] = max(at[row[i].Bag.Place.ID], first, sure)
		}
	}
	for i := range row {
		s := &row[i]
		first, _ := s.spots()
		if d := at[s.Bag.Place.ID]; d != 0 && first == 0 && s.AtRisk(today) && s.Last(job.Look, logbook.Tended) <= max(d-1, today-nearEvery) {
			out, seen = append(out, s), max(seen, d)
		}
	}
	return out, seen
}
