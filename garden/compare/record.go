package compare

import (
	"cmp"
	"math"
	"slices"

	"glebata/core/bag"
	"glebata/core/measure"
	"glebata/core/working"
	"glebata/garden/forecast"
)

// Advice on a variety for next year.
type Advice string

// The pieces of advice.
const (
	KeepIt Advice = "keep it"
	DropIt Advice = "drop it"
	TryIt  Advice = "try it"
)

// Of the advice: how sure it is that a variety is above, or under, the mean of the grower's, by the one
// model of harvests. Practice.
const (
	keepFrom  = 0.8
	dropUpTo  = 0.2
	lostShare = 0.2
)

// Record of a variety, or of a way of filling, over the seasons.
type Record struct {
	Key, Name string
	Of        Kind
	Bags      int
	Seasons   []SeasonRecord
	All       Group // by the first measure of its kind
	Measure   *Measure
	Factor    float64 // that is counted on, of what plans promise
	Lost      int     // bags that gave under a fifth of what was expected
	Advice    Advice
	Reason    measure.Phrase
}

// SeasonRecord is one season of it.
type SeasonRecord struct {
	Year  int
	Group Group
}

// recordsBy a factor, of one kind of planting.
func recordsBy(all []Bag, f *Factor, kind Kind) []Record {
	m := MeasureNamed("", kind)
	at := map[string]*Record{}
	for i := range all {
		b := &all[i]
		l, ok := f.Level(b)
		o, has := m.Observe(b)
		if b.Kind() != kind || !ok || !has {
			continue
		}
		r := at[l.Key]
		if r == nil {
			r = &Record{Key: l.Key, Name: l.Name.In(measure.Metric), Of: kind, Measure: m, All: Group{Level: l}}
			at[l.Key] = r
		}
		r.Bags++
		r.All.Bags, r.All.Arm = append(r.All.Bags, b), append(r.All.Arm, o)
		k := slices.IndexFunc(r.Seasons, func(s SeasonRecord) bool { return s.Year == b.Season.Year })
		if k < 0 {
			k = len(r.Seasons)
			r.Seasons = append(r.Seasons, SeasonRecord{Year: b.Season.Year, Group: Group{Level: l}})
		}
		g := &r.Seasons[k].Group
		g.Bags, g.Arm = append(g.Bags, b), append(g.Arm, o)
		if y := b.FullExpectation(bag.Calibration{}).Yield; y > 0 && float64(b.M.Edible/y) < lostShare {
			r.Lost++
		}
	}
	out := make([]Record, 0, len(at))
	for _, r := range at {
		slices.SortFunc(r.Seasons, func(a, b SeasonRecord) int { return cmp.Compare(a.Year, b.Year) })
		out = append(out, *r)
	}
	return out
}

// Varieties of the grower with their records and what to do with each, the best first; those that
// were never lifted are to be tried.
func Varieties(all []Bag, learned forecast.Learned) []Record {
	var out []Record
	for _, k := range Kinds() {
		out = append(out, recordsBy(all, FactorNamed("variety"), k)...)
	}
	for i := range out {
		r := &out[i]
		b := r.All.Bags[0]
		c := learned.For(b.Variety.Class, b.Variety.ID, "")
		r.Factor = c.Factor()
		chance, others := learned.Above(b.Variety.Class, b.Variety.ID)
		if r.advise(c, chance, others); b.Variety.NotKnown() {
			r.Advice, r.Reason = TryIt, measure.Say("Nobody knows what it is: each season's may be another one, so it is neither kept nor dropped.")
		}
	}
	sortRecords(out)
	return out
}

// advise by fixed rules: kept or dropped where it is sure enough, and else tried on. What was seen and
// what is counted on are told apart.
func (r *Record) advise(c bag.Calibration, chance float64, others bool) {
	says := measure.Say("{} gave {} of what their plans promised; count on {}", bagsOf(c.Bags), measure.Share(c.Gave), measure.Share(r.Factor))
	switch {
	case c.Far || c.Bags == 0:
		r.Advice, r.Reason = TryIt, measure.Say("No bag of it is known in full yet.")
	case !others:
		r.Advice, r.Reason = TryIt, measure.Say("{}. It is the only one: nothing stands beside it.", says)
	case chance >= keepFrom:
		r.Advice, r.Reason = KeepIt, measure.Say("{}. It is above the mean of yours {} times in 100.", says, hundred(chance))
	case chance <= dropUpTo:
		r.Advice, r.Reason = DropIt, measure.Say("{}. It is under the mean of yours {} times in 100.", says, hundred(1-chance))
	default:
		r.Advice, r.Reason = TryIt, measure.Say("{}: too few to tell yet.", says)
	}
	if r.Lost > 0 {
		r.Reason = measure.Say("{} {} of them gave next to nothing.", r.Reason, r.Lost)
	}
}

func hundred(chance float64) int { return int(math.Round(100 * chance)) }

// Schools are the ways of filling with their records.
func Schools(all []Bag, learned forecast.Learned) []Record {
	out := recordsBy(all, FactorNamed("school"), Tubers)
	for i := range out {
		r := &out[i]
		c, bags := learned.School(r.All.Bags[0].Filling.School)
		r.Factor = c.Factor()
		switch chance, others := learned.SchoolAbove(r.All.Bags[0].Filling.School); {
		case !others || bags == 0:
			r.Advice, r.Reason = TryIt, measure.Say("nothing that is known in full stands beside it: a way of filling is never set against itself.")
		case chance >= keepFrom:
			r.Advice, r.Reason = KeepIt, measure.Say("{} filled so; beside what the varieties and the seasons give it is above the others {} times in 100.", bagsOf(bags), hundred(chance))
		case chance <= dropUpTo:
			r.Advice, r.Reason = TryIt, measure.Say("{} filled so; it is under the others {} times in 100: set it against one in a trial.", bagsOf(bags), hundred(1-chance))
		default:
			r.Advice, r.Reason = TryIt, measure.Say("{} filled so: too few to tell.", bagsOf(bags))
		}
	}
	sortRecords(out)
	return out
}

func sortRecords(list []Record) {
	slices.SortFunc(list, func(a, b Record) int {
		return cmp.Or(cmp.Compare(slices.Index(Kinds(), a.Of), slices.Index(Kinds(), b.Of)), cmp.Compare(b.Factor, a.Factor), cmp.Compare(a.Name, b.Name))
	})
}

// OfYear is the group of a record in one season; empty for none.
func (r *Record) OfYear(year int) Group {
	for _, s := range r.Seasons {
		if s.Year == year {
			return s.Group
		}
	}
	return Group{}
}

// Value of a group of the record as it is printed.
func (r *Record) Value(g *Group) any { return r.Measure.print(g.Arm.OfTotals()) }

// Season is one year in figures.
type Season struct {
	Year    int
	Bags    int
	Unknown int // whose harvest is not known
	Harvest measure.Mass
	AtLeast bool   // some left its bag unweighed
	Of      []*Bag // whose harvest is known
	Ratio   Group  // of tubers in bags
	Best    *Bag
	Worst   *Bag
}

// SeasonOf a year: its sums, and the bag with most and least for its seed, of those whose seed was weighed.
func SeasonOf(all []Bag, year int) Season {
	s := Season{Year: year}
	m := MeasureNamed("ratio", Tubers)
	var best, worst float64
	for i := range all {
		b := &all[i]
		if b.Season.Year != year || b.Simulated {
			continue
		}
		s.Bags++
		if b.Unknown {
			s.Unknown++
			continue
		}
		s.Harvest, s.Of, s.AtLeast = s.Harvest+b.M.Edible, append(s.Of, b), s.AtLeast || b.AtLeast()
		if b.Kind() != Tubers {
			continue
		}
		if o, ok := m.Observe(b); ok {
			s.Ratio.Bags, s.Ratio.Arm = append(s.Ratio.Bags, b), append(s.Ratio.Arm, o)
			if b.M.SeedHigh > b.M.SeedLow { // nobody weighed it: it is no record
				continue
			}
			if v := o.Value(); s.Best == nil || v > best {
				s.Best, best = b, v
			}
			if v := o.Value(); s.Worst == nil || v < worst {
				s.Worst, worst = b, v
			}
		}
	}
	return s
}

// HarvestWorking shows what all bags of a season gave together.
func (s *Season) HarvestWorking() working.Working {
	w := working.Working{Title: "Harvest of the season", Result: s.Harvest, Mark: working.Sum, Changes: "A batch weighed in or found later."}
	if len(s.Of) <= mostSteps {
		for _, b := range s.Of {
			w.Steps = append(w.Steps, working.Step{Says: b.Label() + ", " + b.Variety.Name, Result: b.M.Edible})
		}
	}
	w.Steps = append(w.Steps, working.Step{Says: "edible harvest of {} bags", Args: []any{len(s.Of)}, Result: s.Harvest})
	if s.AtLeast {
		w.Steps = append(w.Steps, working.Step{Says: "some of it left its bags unweighed: it is at least so much"})
	}
	return w
}
