package forecast

import (
	"slices"
	"strconv"
	"strings"

	"glebata/core/crop"
)

// FitPoint is a weighing in the fit of all harvests: what it gave of what was promised.
type FitPoint struct {
	Label            string // of the bag, or of the bin with its bags
	Planting         int64
	Year             int
	Share, Low, High float64
}

// FitLane is the weighings of one variety, season or other garden, with the level that is fitted to them
// and its range.
type FitLane struct {
	Name           string
	At, Low, High  float64
	Points         []FitPoint
	Level          bool // At is a level; else there is none
	OfSeason, Else bool // a season; another garden, that stands apart
}

// FitOf all harvests of a crop: lanes of varieties by name, of seasons by year, and of other gardens.
func FitOf(finished []PlantingForecast, others []Other, l Learned, of crop.Crop) (lanes []FitLane) {
	m := l.of[of]
	if m == nil {
		return nil
	}
	byVariety, byYear := map[string]*FitLane{}, map[int]*FitLane{}
	for i := range finished {
		s := &finished[i]
		y, ok := s.yielded()
		if !ok || y.crop != of {
			continue
		}
		e := y.weighing.Bags[0].Expected
		p := FitPoint{Label: s.Bag.Label, Planting: int64(s.Planting.ID), Year: y.year, Share: y.share(), Low: y.weighing.Low / e, High: y.weighing.High / e}
		v := byVariety[s.VarietyName()]
		if v == nil {
			n := m.Next(s.learnedAs(), "")
			v = &FitLane{Name: s.VarietyName(), At: n.Level, Low: n.Low, High: n.High, Level: true}
			byVariety[s.VarietyName()] = v
		}
		v.Points = append(v.Points, p)
		year := byYear[y.year]
		if year == nil {
			year = &FitLane{Name: strconv.Itoa(y.year), OfSeason: true}
			year.At, year.Low, year.High, year.Level = m.OfSeason(year.Name)
			byYear[y.year] = year
		}
		year.Points = append(year.Points, p)
	}
	for _, v := range byVariety {
		lanes = append(lanes, *v)
	}
	for _, y := range byYear {
		lanes = append(lanes, *y)
	}
	for i := range others {
		o := &others[i]
		if o.Crop != of {
			continue
		}
		lane := FitLane{Name: o.Name, Else: true}
		for _, w := range o.Weighings {
			sum := 0.0
			for _, b := range w.Bags {
				sum += b.Expected
			}
			year, _ := strconv.Atoi(w.Bags[0].Season)
			lane.Points = append(lane.Points, FitPoint{Label: w.Bags[0].Variety, Year: year, Share: (w.Low + w.High) / 2 / sum, Low: w.Low / sum, High: w.High / sum})
		}
		lanes = append(lanes, lane)
	}
	rank := func(l *FitLane) int {
		switch {
		case l.Else:
			return 2
		case l.OfSeason:
			return 1
		}
		return 0
	}
	slices.SortFunc(lanes, func(a, b FitLane) int {
		if d := rank(&a) - rank(&b); d != 0 {
			return d
		}
		return strings.Compare(a.Name, b.Name)
	})
	return lanes
}
