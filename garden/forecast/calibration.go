package forecast

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/harvest"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/logbook"
)

// Learned is how the grower's own finished bags did against what was promised of them: one fit of
// each crop.
type Learned struct {
	of   map[crop.Crop]*harvest.Model
	from string // other gardens, by name
}

// Learn from finished bags. Those whose harvest is not known in full, or whose season was not
// reckoned, tell nothing.
func Learn(finished []PlantingForecast, others []Other) Learned {
	return YieldsOf(finished, others).WithoutSeason(0)
}

// Other garden's harvests that are learned from too, a level more: its varieties are the grower's own where
// they bear the same name.
type Other struct {
	logbook.OtherGarden
	Own map[string]logbook.ID // the grower's varieties, by name in small letters
}

// Yields are what finished bags gave against the model, each worked out once; a bin of several bags is
// one weighing.
type Yields struct {
	list   []yielded
	others []Other
}

// yielded is what a finished bag, or the bags of a bin, gave, and what of it is asked again.
type yielded struct {
	crop     crop.Crop
	year     int
	weighing harvest.Weighing
	shares   []logbook.PoolShare
	of       []logbook.ID // plantings
}

// share of what was promised that it gave.
func (y *yielded) share() float64 {
	return (y.weighing.Low + y.weighing.High) / 2 / y.weighing.Bags[0].Expected
}

// YieldsOf finished bags. Bags that share a bin are one weighing, known as the bin was; where not all of
// them are told of, or not all are of one crop and season, the bin tells nothing.
func YieldsOf(finished []PlantingForecast, others []Other) Yields {
	out := Yields{others: others}
	parts, seen, first := map[string]int{}, map[string]int{}, map[string]int{}
	for i := range finished {
		for _, p := range finished[i].PoolShares() {
			parts[p.Bin]++
		}
	}
	var pooled []yielded
	for i := range finished {
		y, ok := finished[i].yielded()
		switch {
		case !ok:
		case len(y.shares) == 0:
			out.list = append(out.list, y)
		default:
			for _, p := range y.shares {
				seen[p.Bin]++
			}
			pooled = append(pooled, y)
		}
	}
	root := make([]int, len(pooled))
	find := func(i int) int {
		for root[i] != i {
			i = root[i]
		}
		return i
	}
	for i := range pooled {
		root[i] = i
		for _, p := range pooled[i].shares {
			if k, ok := first[p.Bin]; ok {
				root[find(i)] = find(k)
			} else {
				first[p.Bin] = i
			}
		}
	}
	at, broken := map[int]int{}, map[int]bool{}
	var bins []yielded
	for i := range pooled {
		y, r := pooled[i], find(i)
		k, ok := at[r]
		if !ok {
			k, at[r] = len(bins), len(bins)
			bins = append(bins, yielded{crop: y.crop, year: y.year})
		}
		bin := &bins[k]
		bin.weighing.Bags, bin.of = append(bin.weighing.Bags, y.weighing.Bags...), append(bin.of, y.of...)
		bin.weighing.Low, bin.weighing.High = bin.weighing.Low+y.weighing.Low, bin.weighing.High+y.weighing.High
		for _, p := range y.shares { // the whole was weighed, however it is shared out
			bin.weighing.Low, bin.weighing.High = bin.weighing.Low+float64(p.Net-p.Low), bin.weighing.High+float64(p.Net-p.High)
			broken[k] = broken[k] || seen[p.Bin] != parts[p.Bin]
		}
		broken[k] = broken[k] || y.crop != bin.crop || y.year != bin.year
	}
	for k := range bins {
		if w := &bins[k].weighing; !broken[k] {
			w.High = max(w.Low, w.High) // sums of parts, to the last bit
			out.list = append(out.list, bins[k])
		}
	}
	return out
}

// NamedWeighings of the grower's finished bags of a crop, with their varieties by name: without those that
// have a planting in them that is held back.
func NamedWeighings(finished []PlantingForecast, of crop.Crop, held func(logbook.ID) bool) []harvest.Weighing {
	names := map[string]string{}
	for i := range finished {
		names[finished[i].learnedAs()] = finished[i].VarietyName()
	}
	var out []harvest.Weighing
	list := YieldsOf(finished, nil).list
	for i := range list {
		if list[i].crop != of || slices.ContainsFunc(list[i].of, held) {
			continue
		}
		w := list[i].weighing
		w.Bags = slices.Clone(w.Bags)
		for k := range w.Bags {
			w.Bags[k].Variety = names[w.Bags[k].Variety]
		}
		out = append(out, w)
	}
	return out
}

// weighings of another garden, its varieties as the grower's where they bear the same name.
func (o *Other) weighings() []harvest.Weighing {
	out := make([]harvest.Weighing, len(o.Weighings))
	for i, w := range o.Weighings {
		w.Bags = slices.Clone(w.Bags)
		for k := range w.Bags {
			switch id, ok := o.Own[strings.ToLower(w.Bags[k].Variety)]; {
			case logbook.NameOfNone(w.Bags[k].Variety): // no one else's
				w.Bags[k].Variety = fmt.Sprintf("of %s in %s: %s", o.Name, w.Bags[k].Season, strings.ToLower(w.Bags[k].Variety))
			case ok:
				w.Bags[k].Variety = key(id)
			default:
				w.Bags[k].Variety = "of others: " + strings.ToLower(w.Bags[k].Variety)
			}
		}
		out[i] = w
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
	l := Learned{of: map[crop.Crop]*harvest.Model{}}
	var names []string
	for i := range y.others {
		o := &y.others[i]
		all[o.Crop] = append(all[o.Crop], o.weighings()...)
		names = append(names, o.Name)
	}
	l.from = strings.Join(slices.Compact(names), ", ")
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
	of := harvest.Bag{Variety: s.learnedAs(), Season: strconv.Itoa(s.Season.Year), School: string(s.Filling.School), Expected: float64(e.Yield)}
	return yielded{s.Variety.Class.Crop(), s.Season.Year, harvest.Weighing{Bags: []harvest.Bag{of}, Low: float64(low), High: float64(high)}, s.PoolShares(), []logbook.ID{s.Planting.ID}}, true
}

// Promise is what the model promised of a finished bag for the season that it really had, and what it
// gave, within a range.
type Promise struct{ Expected, Low, High measure.Mass }

// PromisesOf finished bags, by planting; those that tell nothing are left out.
func PromisesOf(finished []PlantingForecast) map[logbook.ID]Promise {
	out := map[logbook.ID]Promise{}
	for i := range finished {
		if y, ok := finished[i].yielded(); ok {
			w := &y.weighing
			out[finished[i].Planting.ID] = Promise{measure.Mass(w.Bags[0].Expected), measure.Mass(w.Low), measure.Mass(w.High)}
		}
	}
	return out
}

// learnedAs is the variety that a planting tells of. A variety that nobody knows is another one each season:
// nothing says that the tubers of two years are of one kind.
func (s *PlantingForecast) learnedAs() string {
	if s.Variety.NotKnown() {
		return fmt.Sprintf("%s in %d", key(s.Variety.ID), s.Season.Year)
	}
	return key(s.Variety.ID)
}

// VarietyName by which it is told apart from others: one that nobody knows with its season.
func (s *PlantingForecast) VarietyName() string {
	if s.Variety.NotKnown() {
		return fmt.Sprintf("%s of %d", s.Variety.Name, s.Season.Year)
	}
	return s.Variety.Name
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
	c := bag.Calibration{Level: next.Level, Least: next.Low, Most: next.High, Shared: next.Shared, Own: next.Own, Bags: next.Bags, Seasons: m.Seasons(), Of: "this variety"}
	switch {
	case variety == 0:
		c.Of = ""
	case !next.Of:
		c.Far, c.Of = true, "other varieties"
	}
	c.Gave, c.Bags = m.Gave(name)
	c.Others, c.From = next.Others, l.from
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
