package logbook

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
)

// Site is where the garden lies and what its ordinary weather is.
type Site struct {
	Name     string
	Climate  string // key of the preset it started from
	Latitude float64
	Monthly  climate.Monthly
	// Last and First are the median frosts as days of a year of 365, from 1;
	// both 0 where there are none.
	Last, First     int
	LastSD, FirstSD float64
	Risk            climate.RiskTolerance
	Shelters        []climate.Shelter   // that the grower has, beside the open
	LiftLimit       measure.Mass        // the grower lifts alone
	Heated          measure.Temperature // that a heated room, lamp or mat keeps
	// Floors in m² under the shelters, where they were told.
	Floors map[climate.Shelter]measure.Area
	Lamp   climate.Lamp // plants stand under indoors; none where its hours are 0
	// Meant that the warmest month is where its latitude has winter.
	Meant bool
}

// usualLift is the lifting limit until the grower says otherwise. Practice.
const usualLift = 15 * measure.Kilogram

// NewSite is a site as a preset has it.
func NewSite(p climate.Preset) Site {
	s := Site{
		Climate: p.Key, Latitude: p.Latitude, Monthly: p.Monthly, Last: p.Last, First: p.First,
		LastSD: p.SD, FirstSD: p.SD, Risk: climate.Even, LiftLimit: usualLift, Heated: climate.UsualHeated,
	}
	if p.Last == 0 {
		s.LastSD, s.FirstSD = usualSpread, usualSpread
	}
	return s
}

// Normals of the site. Its days swing as those of the climate it started from do.
func (s *Site) Normals() (*climate.Normals, error) {
	n, err := s.Monthly.Daily()
	if err != nil {
		return nil, err
	}
	if p, ok := climate.PresetNamed(s.Climate); ok {
		n.Spread = p.Swing.Year(s.Last, s.First)
	}
	return n, nil
}

// Turned to the other side of the equator: months and frosts move by half a year.
func (s Site) Turned() Site {
	s.Monthly = s.Monthly.Turned()
	if s.Last != 0 {
		s.Last, s.First = climate.HalfYearOn(s.Last), climate.HalfYearOn(s.First)
	}
	return s
}

// South reports whether a latitude lies south of the equator.
func (s *Site) South() bool { return s.Latitude < 0 }

// tropics is the latitude within which any month may be the warmest.
const tropics = 20

// checkSides questions months and frosts that do not fit the latitude.
func (s *Site) checkSides(faults *Faults) {
	if s.Latitude > -tropics && s.Latitude < tropics || s.Meant {
		return
	}
	warmest := 0
	for i := range 12 {
		if s.Monthly.Min[i]+s.Monthly.Max[i] > s.Monthly.Min[warmest]+s.Monthly.Max[warmest] {
			warmest = i
		}
	}
	if winter := warmest < 3 || warmest > 9; winter != s.South() && s.spread() > 2 {
		faults.Add("latitude", "At latitude {} the warmest month would be {}: are the months, or the sign of the latitude, turned? South of the equator it is below 0.", s.Latitude, measure.Date(2025, time.Month(warmest+1), 15).MonthName())
	}
	if s.Last != 0 && s.First != 0 && (s.Last > s.First) != s.South() {
		faults.Add("first", "The last frost of spring comes before the first of autumn: are the two the wrong way round?")
	}
}

// spread of the monthly means, °C.
func (s *Site) spread() float64 {
	low, high := math.Inf(1), math.Inf(-1)
	for i := range 12 {
		mean := (s.Monthly.Min[i] + s.Monthly.Max[i]) / 2
		low, high = math.Min(low, mean), math.Max(high, mean)
	}
	return high - low
}

// usualSpread of frost dates, in days. Practice.
const usualSpread = 20

// Has reports whether the grower has a shelter; everyone has the open.
func (s *Site) Has(shelter climate.Shelter) bool {
	return shelter == climate.Open || slices.Contains(s.Shelters, shelter)
}

// Frosts of the growing season that is under way on a day, or comes next: the
// first whose last safe days of autumn are not past.
func (s *Site) Frosts(today measure.Day) climate.Frosts {
	if s.Last == 0 {
		return climate.Frosts{None: true}
	}
	year := today.Year() - 1
	f := climate.NewFrosts(year, s.Last, s.First, 1)
	for f.First+30 < today {
		year++
		f = climate.NewFrosts(year, s.Last, s.First, 1)
	}
	f.LastSD, f.FirstSD = s.LastSD, s.FirstSD
	return f
}

// turns is the day of the year, from 0, on which a season of the south turns: its midwinter.
const turns = 181

// SeasonOn a day is the year of the season that is under way or comes next. South of the equator,
// where the first frost comes earlier in the year than the last, a season begins in the spring of one
// year and ends in the autumn of the next.
func (s *Site) SeasonOn(d measure.Day) int {
	if s.spansYears() && climate.DayIndex(d) < turns {
		return d.Year() - 1
	}
	return d.Year()
}

// leftToGrow is the least time before the first frost for which a season is still planted. Practice.
const leftToGrow = 60

// SeasonToPlant on a day is SeasonOn it, or the next where its first frost is too near.
func (s *Site) SeasonToPlant(d measure.Day) int {
	year := s.SeasonOn(d)
	if f := s.FrostsIn(year); !f.None && f.First-leftToGrow < d {
		year++
	}
	return year
}

// SeasonName of a year, for reading: 2026, or 2026/27 where a season spans the turn of the year.
func (s *Site) SeasonName(year int) string {
	if s.spansYears() {
		return fmt.Sprintf("%d/%02d", year, (year+1)%100)
	}
	return fmt.Sprint(year)
}

func (s *Site) spansYears() bool { return s.First < s.Last }

// unnamedSite is the name of a site that its grower gave none.
const unnamedSite = "home"

// Check says what no site can be, at the fields of the site's form.
func (s *Site) Check() error {
	var faults Faults
	s.Name = CheckName(&faults, "name", "site", cmp.Or(strings.TrimSpace(s.Name), unnamedSite))
	if !(s.Latitude >= -90 && s.Latitude <= 90) {
		faults.Add("latitude", "A latitude lies between −90 and 90 degrees, south of the equator below 0.")
	}
	for i := range 12 {
		if !(s.Monthly.Min[i] >= -60 && s.Monthly.Max[i] <= 55) {
			faults.Add(fmt.Sprintf("max-%d", i+1), "Between {} and {}.", measure.Temperature(-60), measure.Temperature(55))
		} else if s.Monthly.Min[i] >= s.Monthly.Max[i] {
			faults.Add(fmt.Sprintf("min-%d", i+1), "The minimum is not under the maximum.")
		}
		if !(s.Monthly.Rain[i] >= 0 && s.Monthly.Rain[i] <= 2000) {
			faults.Add(fmt.Sprintf("rain-%d", i+1), "Between {} and {} a month.", measure.Rain(0), measure.Rain(2000))
		}
	}
	for field, day := range map[string]int{"last": s.Last, "first": s.First} {
		if !(day >= 0 && day <= 365) {
			faults.Add(field, "A frost falls on a day of the year.")
		}
	}
	if (s.Last == 0) != (s.First == 0) {
		faults.Add("first", "Give both frosts, or neither.")
	} else {
		s.checkSides(&faults)
	}
	for field, sd := range map[string]float64{"last-sd": s.LastSD, "first-sd": s.FirstSD} {
		if !(sd >= 1 && sd <= 60) {
			faults.Add(field, "A spread lies between 1 and 60 days.")
		}
	}
	if !(s.Risk > 0 && s.Risk < 1) {
		faults.Add("risk", "Choose how much risk you take.")
	}
	if !(s.LiftLimit >= 1*measure.Kilogram && s.LiftLimit <= 100*measure.Kilogram) {
		faults.Add("lift", "A lifting limit lies between {} and {}.", 1*measure.Kilogram, 100*measure.Kilogram)
	}
	if !(s.Heated >= 5 && s.Heated <= 40) {
		faults.Add("heated", "A heated room keeps between {} and {}.", measure.Temperature(5), measure.Temperature(40))
	}
	for shelter, floor := range s.Floors {
		if !(floor >= 0 && floor <= maxFloor) {
			faults.Add("floor-"+string(shelter), "A floor is up to {} large.", maxFloor)
		}
	}
	if !(s.Lamp.Hours >= 0 && s.Lamp.Hours <= 24) {
		faults.Add("lamp-hours", "A day has 24 hours.")
	}
	if !(s.Lamp.Micromoles >= 0 && s.Lamp.Micromoles <= maxMicromoles) {
		faults.Add("lamp", "A lamp gives up to {} µmol a m² a second.", maxMicromoles)
	}
	if (s.Lamp.Hours > 0) != (s.Lamp.Micromoles > 0) {
		faults.Add("lamp", "Give both its hours and its strength, or neither.")
	}
	return faults.Err()
}

// maxFloor under a shelter, m², and the most a lamp gives.
const (
	maxFloor      measure.Area = 100_000
	maxMicromoles float64      = 5000
)

// Warmest shelter of the site for a sweet potato; potatoes stand in the open.
func (s *Site) Warmest(c crop.Class) climate.Shelter {
	if c.Crop() == crop.SweetPotato {
		for _, shelter := range []climate.Shelter{climate.Wrapped, climate.Greenhouse} {
			if s.Has(shelter) {
				return shelter
			}
		}
	}
	return climate.Open
}
