package forecast

import (
	"fmt"
	"maps"
	"slices"
	"strconv"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/trial"
	"glebata/core/working"
	"glebata/garden/logbook"
)

// Learned is how the grower's own finished bags did against what was expected of them, by
// variety, class and way of filling.
type Learned struct{ from *trial.Learned }

// Learn from finished bags. Those whose harvest is not known in full, or whose season was not
// reckoned, tell nothing.
func Learn(finished []PlantingForecast) Learned { return YieldsOf(finished).Without(0) }

// Yields are what finished bags gave against the model, each worked out once.
type Yields struct {
	ids  []logbook.ID
	list []trial.Yielded
}

// YieldsOf finished bags.
func YieldsOf(finished []PlantingForecast) Yields {
	var out Yields
	for i := range finished {
		if y, ok := finished[i].yielded(); ok {
			out.ids, out.list = append(out.ids, finished[i].Planting.ID), append(out.list, y)
		}
	}
	return out
}

// Without a planting: what is learned from all the others, so that it is not held against itself.
func (y Yields) Without(id logbook.ID) Learned {
	list := y.list
	if at := slices.Index(y.ids, id); at >= 0 {
		list = slices.Delete(slices.Clone(list), at, at+1)
	}
	return Learned{trial.Learn(list)}
}

// yielded is what a finished bag gave against the model; ok is false where it tells nothing.
func (s *PlantingForecast) yielded() (y trial.Yielded, ok bool) {
	if s.Unweighed || s.Simulated || s.Index < growth.MinIndex || s.Unknown {
		return y, false
	}
	e := bag.Expect(s.Growing(bag.Calibration{}))
	if e.Yield <= 0 {
		return y, false
	}
	return trial.Yielded{Class: string(s.Variety.Class), Variety: key(s.Variety.ID), School: string(s.Filling.School), Season: s.Season.Year, Share: float64(s.Harvest.Edible / e.Yield)}, true
}

func key(id logbook.ID) string { return strconv.FormatInt(int64(id), 10) }

// For a variety of a class, filled in a way; 0 and empty for any. A variety without bags is
// taken as its class, a class without bags as all the grower's.
func (l Learned) For(class crop.Class, variety logbook.ID, school hill.School) bag.Calibration {
	p, of := l.from.Variety(key(variety), string(class)), "this variety"
	if p.Bags == 0 || variety == 0 {
		p, of = l.from.Class(string(class)), "this class"
	}
	far := p.Bags == 0
	if far {
		p, of = l.from.All, "other classes"
	}
	c := bag.Calibration{Bags: p.Bags, Sum: p.Sum, Toward: p.Toward, Weight: p.Weight, Of: of, Far: far}
	if s := l.from.School(string(school)); school != "" && s.Bags > 0 {
		c.School, c.SchoolBags = s.Factor(), s.Bags
	}
	return c
}

// Overall factor of all the grower's bags; 1 without any.
func (l Learned) Overall() float64 { return l.from.All.Factor() }

// School is the factor of a way of filling beside that of the varieties, and from how many bags.
func (l Learned) School(s hill.School) (factor float64, bags int) {
	p := l.from.School(string(s))
	return p.Factor(), p.Bags
}

// SchoolWorking shows the factor of a way of filling.
func (l Learned) SchoolWorking(s hill.School) working.Working {
	p := l.from.School(string(s))
	return bag.Calibration{Bags: p.Bags, Sum: p.Sum, Toward: p.Toward, Weight: p.Weight, Of: "this way of filling, each over what its variety gives"}.Working()
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
		y trial.Yielded
	}
	byYear := map[int][]judged{}
	for i := range finished {
		if y, ok := finished[i].yielded(); ok {
			byYear[y.Season] = append(byYear[y.Season], judged{&finished[i], y})
		}
	}
	var out BackTest
	if len(byYear) < 2 {
		return out
	}
	for _, year := range slices.Sorted(maps.Keys(byYear)) {
		var others []trial.Yielded
		for other, list := range byYear {
			for _, j := range list {
				if other != year {
					others = append(others, j.y)
				}
			}
		}
		l, season := Learned{trial.Learn(others)}, BackSeason{Year: year}
		for _, j := range byYear[year] {
			c := l.For(j.s.Variety.Class, j.s.Variety.ID, j.s.Filling.School)
			low, high := c.Range()
			season.Bags++
			if f := c.Factor(); j.y.Share >= f*low && j.y.Share <= f*high {
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

// OverallWorking shows the factor of all the grower's bags.
func (l Learned) OverallWorking() working.Working {
	p := l.from.All
	return bag.Calibration{Bags: p.Bags, Sum: p.Sum, Toward: p.Toward, Weight: p.Weight}.Working()
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
