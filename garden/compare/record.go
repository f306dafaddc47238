package compare

import (
	"cmp"
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

// Of the advice: bags and seasons before anything is dropped, and how a variety must do against
// all of the grower's. Practice.
const (
	fewestToDrop   = 4
	fewestSeasons  = 2
	keepOver       = 0.95
	dropUnder      = 0.8
	lostShare      = 0.2
	fewestToSpeak  = 2
	fewestOfSchool = 3
)

// Record of a variety, or of a way of filling, over the seasons.
type Record struct {
	Key, Name string
	Of        Kind
	Bags      int
	Seasons   []SeasonRecord
	All       Group // by the first measure of its kind
	Measure   *Measure
	Factor    float64 // against the model, drawn toward what is like it
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
	overall := learned.Overall()
	for i := range out {
		r := &out[i]
		b := r.All.Bags[0]
		c := learned.For(b.Variety.Class, b.Variety.ID, "")
		r.Factor = c.Factor()
		r.advise(overall)
	}
	sortRecords(out)
	return out
}

// advise by fixed rules.
func (r *Record) advise(overall float64) {
	share, of := measure.Share(r.Factor), measure.Share(overall)
	switch {
	case r.Bags < fewestToSpeak:
		r.Advice, r.Reason = TryIt, measure.Say("One bag tells nothing yet: give it two more.")
	case r.Factor >= keepOver*overall && r.Lost*2 < r.Bags:
		r.Advice, r.Reason = KeepIt, measure.Say("{} bags gave {} of what was expected, where all of yours gave {}.", r.Bags, share, of)
	case r.Factor < dropUnder*overall && r.Bags >= fewestToDrop && len(r.Seasons) >= fewestSeasons:
		r.Advice, r.Reason = DropIt, measure.Say("{} bags over {} seasons gave {} of what was expected, where all of yours gave {}.", r.Bags, len(r.Seasons), share, of)
	case len(r.Seasons) < fewestSeasons:
		r.Advice, r.Reason = TryIt, measure.Say("One season alone, {} of what was expected: give it another before you judge.", share)
	default:
		r.Advice, r.Reason = TryIt, measure.Say("{} of what was expected, where all of yours gave {}: not far enough apart to drop it.", share, of)
	}
	if r.Lost > 0 {
		r.Reason = measure.Say("{} {} of them gave next to nothing.", r.Reason, r.Lost)
	}
}

// Schools are the ways of filling with their records.
func Schools(all []Bag, learned forecast.Learned) []Record {
	out := recordsBy(all, FactorNamed("school"), Tubers)
	for i := range out {
		r := &out[i]
		f, bags := learned.School(r.All.Bags[0].Filling.School)
		r.Factor = f
		switch {
		case bags < fewestOfSchool:
			r.Advice, r.Reason = TryIt, measure.Say("{} bags are too few to tell.", r.Bags)
		case f >= keepOver:
			r.Advice, r.Reason = KeepIt, measure.Say("beside what the varieties give, bags filled so gave {} of what was expected.", measure.Share(f))
		default:
			r.Advice, r.Reason = TryIt, measure.Say("beside what the varieties give, bags filled so gave {}: set it against another in a trial.", measure.Share(f))
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
	Of      []*Bag // whose harvest is known
	Ratio   Group  // of tubers in bags
	Best    *Bag
	Worst   *Bag
}

// SeasonOf a year: its sums, and the bag with most and least for its seed.
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
		s.Harvest, s.Of = s.Harvest+b.M.Edible, append(s.Of, b)
		if b.Kind() != Tubers {
			continue
		}
		if o, ok := m.Observe(b); ok {
			s.Ratio.Bags, s.Ratio.Arm = append(s.Ratio.Bags, b), append(s.Ratio.Arm, o)
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
	return w
}
