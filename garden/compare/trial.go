package compare

import (
	"cmp"
	"math"
	"slices"
	"strings"

	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/core/working"
	"glebata/garden/logbook"
)

// Blocks that bags are dealt to arms within.
type Blocks string

// The blocks.
const (
	NoBlocks Blocks = ""
	ByPlace  Blocks = "place"
	ByKind   Blocks = "kind"
)

// Of a planting: the block it is dealt within.
func (b Blocks) Of(p *logbook.Planting) string {
	switch b {
	case ByPlace:
		return p.Bag.Place.Name
	case ByKind:
		return p.Bag.Model.Name
	}
	return ""
}

// TrialSheet is a trial with its bags, how they were treated, and what they show.
type TrialSheet struct {
	logbook.Trial
	By      *Factor  // nil for one that is not kept
	Measure *Measure // that answers it
	Arms    []TrialArm
	Again   bool             // laid once more from its number it comes out the same
	Least   float64          // chance that no result of it can be rarer than
	Treated []measure.Phrase // in which the arms were treated unlike, beside what they are to differ in
	Judged  *Verdict         // nil until there is something to judge
	Pair    [2]int           // arms that are judged
	Vary    float64          // of the bags within arms; 0 where it cannot be told
	Blocked bool
}

// TrialArm is one arm with its bags.
type TrialArm struct {
	Name  string
	Bags  []TrialPlanting
	Group Group // those that are finished and have the measure
}

// TrialPlanting is one bag of an arm; Result is nil until it is finished.
type TrialPlanting struct {
	*logbook.PlantingState
	Block  string
	Result *Bag
}

// NewTrialSheet of a trial, from the plantings of its season and the finished bags.
func NewTrialSheet(t logbook.Trial, season []logbook.PlantingState, finished []Bag) *TrialSheet {
	s := &TrialSheet{Trial: t, By: FactorNamed(t.Factor)}
	done := map[logbook.ID]*Bag{}
	for i := range finished {
		done[finished[i].Planting.ID] = &finished[i]
	}
	state := map[logbook.ID]*logbook.PlantingState{}
	for i := range season {
		state[season[i].Planting.ID] = &season[i]
	}
	for _, name := range t.Arms {
		s.Arms = append(s.Arms, TrialArm{Name: name, Group: Group{Level: Level{Name: measure.Say("{}", name), Key: name}}})
	}
	blocks := map[string]int{}
	for _, b := range t.Bags {
		st := state[b.Planting]
		if st == nil || b.Arm >= len(s.Arms) {
			continue
		}
		if _, seen := blocks[b.Block]; !seen {
			blocks[b.Block] = len(blocks)
		}
		arm := &s.Arms[b.Arm]
		p := TrialPlanting{st, b.Block, done[b.Planting]}
		arm.Bags = append(arm.Bags, p)
		if s.Measure == nil {
			s.Measure = MeasureNamed(t.Measure, kindOf(&st.Planting))
		}
		if p.Result == nil {
			continue
		}
		if o, ok := s.Measure.Observe(p.Result); ok {
			o.Block = blocks[b.Block]
			arm.Group.Bags, arm.Group.Arm = append(arm.Group.Bags, p.Result), append(arm.Group.Arm, o)
		}
	}
	s.Blocked = len(blocks) > 1
	if s.Measure == nil {
		s.Measure = MeasureNamed(t.Measure, Tubers)
	}
	s.check(blocks)
	s.treated()
	s.judge()
	return s
}

// check the layout: laid again, and what it can tell at best.
func (s *TrialSheet) check(blocks map[string]int) {
	var units []trial.Unit
	var arms []int
	layout := make([]trial.Arm, len(s.Arms))
	for i := range s.Arms {
		for _, p := range s.Arms[i].Bags {
			units, arms = append(units, trial.Unit{Name: p.Bag.Label, Block: p.Block}), append(arms, i)
			layout[i] = append(layout[i], trial.Observed{Of: float64(len(units)), By: 1, Block: blocks[p.Block]})
		}
	}
	if again, err := trial.Lay(units, len(s.Arms), s.Draw); err == nil {
		s.Again = s.Draw != 0 && slices.Equal(again, arms)
	}
	s.Least = 1
	if !slices.ContainsFunc(layout, func(a trial.Arm) bool { return len(a) == 0 }) {
		s.Least = trial.LeastP(layout)
	}
}

// Tells reports whether any result of the layout could be called more than chance.
func (s *TrialSheet) Tells() bool { return s.Least <= 1-trial.Level+1e-9 }

// Ended reports whether no bag of it is planned or grows.
func (s *TrialSheet) Ended() bool {
	for i := range s.Arms {
		for _, p := range s.Arms[i].Bags {
			if p.Stage == logbook.StagePlanned || p.Stage == logbook.StageGrowing {
				return false
			}
		}
	}
	return true
}

// judge the arms on what is finished.
func (s *TrialSheet) judge() {
	best, worst := -1, -1
	var arms []trial.Arm
	for i := range s.Arms {
		g := &s.Arms[i].Group
		if len(g.Bags) == 0 {
			return
		}
		arms = append(arms, g.Arm)
		if best < 0 || g.Value(false) > s.Arms[best].Group.Value(false) {
			best = i
		}
		if worst < 0 || g.Value(false) < s.Arms[worst].Group.Value(false) {
			worst = i
		}
	}
	s.Vary, _ = trial.VaryWithin(arms)
	if len(s.Arms) == 2 || best == worst {
		best, worst = 0, 1
	}
	s.Pair = [2]int{best, worst}
	groups := []*Group{&s.Arms[best].Group, &s.Arms[worst].Group}
	for i := range s.Arms {
		if i != best && i != worst {
			groups = append(groups, &s.Arms[i].Group)
		}
	}
	if v, err := Judge(groups, s.Measure, s.By, false); err == nil {
		s.Judged = v
	}
}

// FirstArm and SecondArm are those that are judged.
func (s *TrialSheet) FirstArm() *Group { return &s.Arms[s.Pair[0]].Group }

// SecondArm is the other one.
func (s *TrialSheet) SecondArm() *Group { return &s.Arms[s.Pair[1]].Group }

// Of what arms are treated with: when they are called unlike. Practice.
const (
	unlikeFeeds  = 0.75 // feedings, on the mean
	unlikeWater  = 0.25 // of the water given
	leastWater   = 2    // litres a bag, under which a difference is none
	unlikeRaises = 3    // days between the raises
)

// treated says what the arms were treated unlike in, so far.
func (s *TrialSheet) treated() {
	type sum struct {
		feeds, water, raises, raised, grown float64
		labels                              []string
	}
	sums := make([]sum, len(s.Arms))
	for i := range s.Arms {
		for _, p := range s.Arms[i].Bags {
			if p.Stage != logbook.StageGrowing && p.Stage != logbook.StageClosed {
				continue
			}
			t := &sums[i]
			t.grown++
			t.labels = append(t.labels, p.Bag.Label)
			t.water += float64(p.WaterEntered())
			t.feeds += float64(p.Count(logbook.Fed))
			for k := range p.Log {
				if p.Log[k].Kind == logbook.Raised {
					t.raises++
					t.raised += float64(p.Log[k].Day - p.State.Planted)
				}
			}
		}
		if sums[i].grown == 0 {
			return // an arm that is not planted yet
		}
	}
	say := func(factor, what string, print func(float64) any, differ func(a, b float64) bool, of func(*sum) (float64, bool)) {
		if s.Factor == factor {
			return
		}
		low, high := -1, -1
		var lowest, highest float64
		for i := range sums {
			v, ok := of(&sums[i])
			if !ok {
				return
			}
			if low < 0 || v < lowest {
				low, lowest = i, v
			}
			if high < 0 || v > highest {
				high, highest = i, v
			}
		}
		if low == high || !differ(lowest, highest) {
			return
		}
		s.Treated = append(s.Treated, measure.Say("{}: “{}” ({}) had {} a bag, “{}” ({}) {}.", measure.Upper(what),
			s.Arms[high].Name, strings.Join(sums[high].labels, ", "), print(highest), s.Arms[low].Name, strings.Join(sums[low].labels, ", "), print(lowest)))
	}
	mean := func(of func(*sum) float64) func(*sum) (float64, bool) {
		return func(t *sum) (float64, bool) { return of(t) / t.grown, true }
	}
	say("fed", "feedings", eachOf, func(a, b float64) bool { return b-a >= unlikeFeeds }, mean(func(t *sum) float64 { return t.feeds }))
	if s.Factor != "watering" {
		say("water", "water", litresOf, func(a, b float64) bool { return b-a > unlikeWater*b && b-a >= leastWater }, mean(func(t *sum) float64 { return t.water }))
	}
	if s.Factor != "school" {
		say("raised", "raises", eachOf, func(a, b float64) bool { return b-a >= unlikeFeeds }, mean(func(t *sum) float64 { return t.raises }))
		say("raised", "days from planting to a raise", eachOf, func(a, b float64) bool { return b-a > unlikeRaises }, func(t *sum) (float64, bool) {
			return t.raised / math.Max(1, t.raises), t.raises > 0
		})
	}
}

// PlannedOtherwise are bags whose plan is not what their arm says, as far as the arm's name says
// it: the level of the factor is another arm's name.
func (s *TrialSheet) PlannedOtherwise() []string {
	var out []string
	for i := range s.Arms {
		for _, p := range s.Arms[i].Bags {
			level := ""
			switch s.Factor {
			case "school":
				level = p.Filling.School.Params().Name
			case "kind":
				level = p.Bag.Model.Name
			default:
				continue
			}
			for k := range s.Arms {
				if k != i && strings.EqualFold(s.Arms[k].Name, level) {
					out = append(out, p.Bag.Label)
				}
			}
		}
	}
	slices.SortFunc(out, func(a, b string) int { return cmp.Or(len(a)-len(b), cmp.Compare(a, b)) })
	return out
}

// ArmWorking shows how an arm came to its value.
func (s *TrialSheet) ArmWorking(a *TrialArm) working.Working {
	return groupWorking(s.Measure, &a.Group, false)
}
