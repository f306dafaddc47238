package forecast

import (
	"fmt"
	"maps"
	"slices"
	"strconv"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/harvest"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/working"
	"glebata/garden/logbook"
)

// Learned is how the grower's own finished bags did against what was promised of them: one fit of
// each crop.
type Learned struct{ of map[crop.Crop]*harvest.Model }

// Learn from finished bags. Those whose harvest is not known in full, or whose season was not
// reckoned, tell nothing.
func Learn(finished []PlantingForecast) Learned { return YieldsOf(finished).WithoutSeason(0) }

// Yields are what finished bags gave against the model, each worked out once.
type Yields struct{ list []yielded }

// yielded is what a finished bag gave, and what of it is asked again.
type yielded struct {
	crop     crop.Crop
	year     int
	weighing harvest.Weighing
}

// share of what was promised that it gave.
func (y *yielded) share() float64 {
	return (y.weighing.Low + y.weighing.High) / 2 / y.weighing.Bags[0].Expected
}

// YieldsOf finished bags.
func YieldsOf(finished []PlantingForecast) Yields {
	var out Yields
	for i := range finished {
		if y, ok := finished[i].yielded(); ok {
			out.list = append(out.list, y)
		}
	}
	return out
}

// WithoutSeason is what is learned from all but one season, 0 for from all: what a bag was to give is
// not held against its sisters of the same year.
func (y Yields) WithoutSeason(year int) Learned {
	all := map[crop.Crop][]harvest.Weighing{}
	for _, one := range y.list {
		if one.year != year {
			all[one.crop] = append(all[one.crop], one.weighing)
		}
	}
	l := Learned{map[crop.Crop]*harvest.Model{}}
	for kind, list := range all {
		l.of[kind] = harvest.Fit(list)
	}
	return l
}

// yielded is what a finished bag gave against the model; ok is false where it tells nothing.
func (s *PlantingForecast) yielded() (y yielded, ok bool) {
	if s.Unweighed || s.Simulated || s.Index < growth.MinIndex || s.Unknown {
		return y, false
	}
	e := bag.Expect(s.Growing(bag.Calibration{}))
	if e.Yield <= 0 {
		return y, false
	}
	m := s.Measures()
	low, high := m.HarvestRange()
	if low > high || high <= 0 { // all was weighed, or nothing came
		low, high = s.Harvest.Edible, s.Harvest.Edible
	}
	of := harvest.Bag{Variety: key(s.Variety.ID), Season: strconv.Itoa(s.Season.Year), School: string(s.Filling.School), Expected: float64(e.Yield)}
	return yielded{s.Variety.Class.Crop(), s.Season.Year, harvest.Weighing{Bags: []harvest.Bag{of}, Low: float64(low), High: float64(high)}}, true
}

func key(id logbook.ID) string { return strconv.FormatInt(int64(id), 10) }

// For a variety of a class, filled in a way; 0 and empty for any. A variety without bags is counted on
// as all the grower's of its crop are, with the wider range that it has.
func (l Learned) For(class crop.Class, variety logbook.ID, school hill.School) bag.Calibration {
	m := l.of[class.Crop()]
	if m == nil {
		return bag.Calibration{}
	}
	name := ""
	if variety != 0 {
		name = key(variety)
	}
	next := m.Next(name, string(school))
	c := bag.Calibration{Level: next.Level, Least: next.Low, Most: next.High, Bags: next.Bags, Seasons: m.Seasons(), Of: "this variety"}
	switch {
	case variety == 0:
		c.Of = ""
	case !next.Of:
		c.Far, c.Of = true, "other varieties"
	}
	c.Gave, c.Bags = m.Gave(name)
	if moves, bags := m.School(string(school)); moves != 0 {
		c.Moves, c.MovesBags = moves, bags
	}
	return c
}

// Overall is what is counted on of all the grower's bags of a crop.
func (l Learned) Overall(kind crop.Crop) bag.Calibration {
	for _, c := range crop.Classes() {
		if c.Crop() == kind {
			out := l.For(c, 0, "")
			out.Of = ""
			return out
		}
	}
	return bag.Calibration{}
}

// Whole is Overall of the crop of which most is known, potatoes before sweet potatoes.
func (l Learned) Whole() bag.Calibration {
	if c := l.Overall(crop.Potato); c.Bags > 0 {
		return c
	}
	return l.Overall(crop.SweetPotato)
}

// Above is the chance that a variety gives more than the mean of the grower's; ok is false where there
// is no other.
func (l Learned) Above(class crop.Class, variety logbook.ID) (chance float64, ok bool) {
	if m := l.of[class.Crop()]; m != nil {
		return m.AboveOthers(key(variety))
	}
	return 0, false
}

// SchoolAbove is Above of a way of filling, beside what the varieties give; of potatoes.
func (l Learned) SchoolAbove(s hill.School) (chance float64, ok bool) {
	if m := l.of[crop.Potato]; m != nil {
		return m.SchoolAbove(string(s))
	}
	return 0, false
}

// School is what is counted on of bags that are filled in a way, of any variety, and from how many.
func (l Learned) School(s hill.School) (c bag.Calibration, bags int) {
	m := l.of[crop.Potato]
	if m == nil {
		return c, 0
	}
	c = l.For(crop.Maincrop, 0, s)
	_, bags = m.School(string(s))
	c.Of = "all kinds"
	return c, bags
}

// BackTest is how the ranges held that would have been shown.
type BackTest struct {
	Bags, Inside int
	Seasons      []BackSeason // by year
}

// BackSeason is one season judged from the others.
type BackSeason struct{ Year, Bags, Inside int }

// Share of the harvests that lay in their range.
func (b *BackTest) Share() measure.Share {
	return measure.Share(float64(b.Inside) / float64(max(1, b.Bags)))
}

// Back judges every finished bag from the grower's other seasons alone. A grower with one season
// has nothing to be judged from.
func Back(finished []PlantingForecast) BackTest {
	type judged struct {
		s *PlantingForecast
		y yielded
	}
	var all Yields
	byYear := map[int][]judged{}
	for i := range finished {
		if y, ok := finished[i].yielded(); ok {
			all.list = append(all.list, y)
			byYear[y.year] = append(byYear[y.year], judged{&finished[i], y})
		}
	}
	var out BackTest
	if len(byYear) < 2 {
		return out
	}
	for _, year := range slices.Sorted(maps.Keys(byYear)) {
		l, season := all.WithoutSeason(year), BackSeason{Year: year}
		for _, j := range byYear[year] {
			c := l.For(j.s.Variety.Class, j.s.Variety.ID, j.s.Filling.School)
			low, high := c.Range()
			season.Bags++
			if f, share := c.Factor(), j.y.share(); share >= f*low && share <= f*high {
				season.Inside++
			}
		}
		out.Bags, out.Inside = out.Bags+season.Bags, out.Inside+season.Inside
		out.Seasons = append(out.Seasons, season)
	}
	return out
}

// Working shows how many harvests lay within their ranges, season by season.
func (b *BackTest) Working() working.Working {
	w := working.Working{
		Title: "Harvests within the range that would have been shown", Result: b.Share(), Mark: working.Yours,
		Source: "each season left out in turn and judged from the others", Changes: "Every season that is finished.",
	}
	for _, s := range b.Seasons {
		w.Steps = append(w.Steps, working.Step{Says: "{}, judged from the other seasons: of {} harvests there lay within", Args: []any{fmt.Sprint(s.Year), s.Bags}, Result: s.Inside})
	}
	w.Steps = append(w.Steps, working.Step{Says: "{} ÷ {}", Args: []any{b.Inside, b.Bags}, Result: b.Share()})
	return w
}

// Growing is what is expected of a planting as it stands, or as it is planned.
func (s *PlantingForecast) Growing(from bag.Calibration) bag.Growing {
	g := bag.Growing{Class: s.Variety.Class, Plants: s.Plants, Sprouts: bag.UsualSprouts, Seed: s.Seed, Season: s.Index, From: from}
	g.Depth = s.Ladder.Top - s.Ladder.Bottom
	g.Usable, _ = s.Ladder.Wanted()
	if s.Stage == logbook.StageClosed {
		g.Usable, g.Depth = s.Feeding(), s.Level-s.Ladder.Bottom
	}
	if shape := s.Bag.Model.Shape; shape.Ground() { // nothing is filled in: it is there, and roots go on down
		g.Usable, g.Depth, g.Bed = shape.Full(), 0, true
	}
	g.Usable *= measure.Volume(s.Part())
	g.Area = s.Bag.Model.Shape.Canopy() * measure.Area(s.Part())
	if s.Stage == logbook.StagePlanned {
		g.Plants, g.Seed = s.Number, s.SeedWanted()
	}
	if g.Class.Crop() == crop.SweetPotato {
		g.Sprouts = 1
	} else if g.Seed == 0 { // not known: a usual piece each
		g.Seed = measure.Mass(g.Plants) * crop.SeedPiece
	}
	return g
}

// WetWeight of a planting's bag filled to its top with a mix, in full growth; chips
// at the bottom and straw over the seed weigh what they usually do.
func (s *PlantingForecast) WetWeight(mix medium.Mix) measure.Mass {
	shape, l := s.Bag.Model.Shape, &s.Ladder
	if shape.Ground() { // nobody lifts it
		return 0
	}
	of := map[string]measure.Volume{"chips": shape.Between(0, l.Bottom)}
	if over := s.Filling.Over(); over.Litter() && len(l.Seed) > 0 {
		of[over.Component()] = shape.Between(l.Seed[0], l.Top)
	}
	settled := shape.Between(0, l.Top)
	other := 0.0
	for key, v := range of {
		c, _ := medium.Usual().Named(key)
		settled -= v
		other += float64(v) * c.WetKg
	}
	return mix.WetWeight(settled, s.Bag.Model.Empty) + measure.Mass(other)*measure.Kilogram
}
