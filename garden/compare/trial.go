package compare

import (
	"cmp"
	"math"
	"slices"
	"strings"

	"glebata/core/measure"
	"glebata/core/trial"
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
	Judged  *Verdict         // as they were dealt; nil until all bags are finished and the day has come
	Got     treatedAs        // what the bags got, by their entries
	Really  *Verdict         // as they were treated, where some got another arm's; nil where none did or too few are left
	Others  []OtherPair      // of more than two arms, closed over all
	Two     [2]int           // arms that are judged
	Picked  bool             // after looking, for none were named
	Vary    trial.Variation  // of the bags within arms
	Waiting int              // bags that are planned or grow
	GaveUp  []string         // bags whose plan was dropped
	Before  measure.Day      // day that it is not judged before; 0 for none that is to come
	Blocked bool
}

// OtherPair of arms than the one that was named.
type OtherPair struct {
	First, Second *Group
	*Verdict
}

// NewTrialSheet of a trial on a day, from the plantings of its season and the finished bags.
func NewTrialSheet(t logbook.Trial, season []logbook.PlantingState, finished []Bag, today measure.Day) *TrialSheet {
	s := &TrialSheet{Trial: t, By: FactorNamed(t.Factor)}
	if t.JudgeOn > today {
		s.Before = t.JudgeOn
	}
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
		switch st.Stage {
		case logbook.StagePlanned, logbook.StageGrowing:
			s.Waiting++
		case logbook.StageDropped:
			s.GaveUp = append(s.GaveUp, p.Bag.Label)
		}
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
	s.Two, s.Picked = [2]int{0, 1}, false
	if pair, ok := s.Named(); ok {
		s.Two = pair
	} else {
		s.Picked = true
	}
	s.Least = trial.LeastP(layout[s.Two[0]], layout[s.Two[1]])
}

// Tells reports whether any result of the layout could be called more than chance.
func (s *TrialSheet) Tells() bool { return s.Least <= 1-trial.Level+1e-9 }

// Ended reports whether no bag of it is planned or grows.
func (s *TrialSheet) Ended() bool { return s.Waiting == 0 }

// judge the arms, once all is finished: the pair that was named as a fixed one, any other among all.
func (s *TrialSheet) judge() {
	var arms []trial.Arm
	for i := range s.Arms {
		arms = append(arms, s.Arms[i].Group.Arm)
	}
	s.Vary = trial.VaryWithin(arms)
	if !s.Ended() || s.Before != 0 || slices.ContainsFunc(arms, func(a trial.Arm) bool { return len(a) == 0 }) {
		return
	}
	if s.Picked {
		for i := range s.Arms {
			if v := s.Arms[i].Group.Value(false); v > s.Arms[s.Two[0]].Group.Value(false) {
				s.Two[0] = i
			}
		}
		s.Two[1] = (s.Two[0] + 1) % len(s.Arms)
		for i := range s.Arms {
			if v := s.Arms[i].Group.Value(false); i != s.Two[0] && v < s.Arms[s.Two[1]].Group.Value(false) {
				s.Two[1] = i
			}
		}
	}
	s.Got = lookUp(s.By, s.Arms, s.Two)
	groups := make([]*Group, len(s.Arms))
	for i := range s.Arms {
		groups[i] = &s.Arms[i].Group
	}
	s.Judged = s.verdict(groups, s.Two, !s.Picked)
	for _, p := range trial.Pairs(len(groups)) {
		if two := [2]int{p.First, p.Second}; len(groups) > 2 && two != s.Two && two != [2]int{s.Two[1], s.Two[0]} {
			if v := s.verdict(groups, two, false); v != nil {
				s.Others = append(s.Others, OtherPair{groups[two[0]], groups[two[1]], v})
			}
		}
	}
	if len(s.Got.Stray) > 0 {
		s.Really = s.verdict(s.reallyTreated(groups), s.Two, !s.Picked)
	}
}

// verdict on a pair of arms, fixed or among all; nil where one has no bag.
func (s *TrialSheet) verdict(groups []*Group, two [2]int, fixed bool) *Verdict {
	if fixed {
		groups, two = []*Group{groups[two[0]], groups[two[1]]}, [2]int{0, 1}
	}
	f, err := family(groups, false)
	if err != nil {
		return nil
	}
	v, err := judge(f, groups, two[0], two[1], s.By, false)
	if err != nil {
		return nil
	}
	return v
}

// reallyTreated are the bags in the arm that they were treated as, by their entries.
func (s *TrialSheet) reallyTreated(dealt []*Group) []*Group {
	out := make([]*Group, len(dealt))
	for i, g := range dealt {
		out[i] = &Group{Level: g.Level}
	}
	for i, g := range dealt {
		for k, b := range g.Bags {
			at := i
			if n := slices.IndexFunc(s.Got.Stray, func(s Stray) bool { return s.Bag == b }); n >= 0 {
				at = s.Got.Stray[n].As
			}
			if at >= 0 {
				out[at].Bags, out[at].Arm = append(out[at].Bags, b), append(out[at].Arm, g.Arm[k])
			}
		}
	}
	return out
}

// FirstArm and SecondArm are those that are judged.
func (s *TrialSheet) FirstArm() *Group { return &s.Arms[s.Two[0]].Group }

// SecondArm is the other one.
func (s *TrialSheet) SecondArm() *Group { return &s.Arms[s.Two[1]].Group }

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

// PlannedOtherwise are bags whose plan is not what their arm says, as far as the arm's name says it, and
// whether they can be set: some are not planted yet.
func (s *TrialSheet) PlannedOtherwise() (labels []string, settable bool) {
	for i := range s.Arms {
		for _, p := range s.Arms[i].Bags {
			if school, number := ArmPlan(&s.Trial, i); (school != "" && school != p.Filling.School || number > 0 && number != p.Number) && p.Stage != logbook.StageDropped {
				labels, settable = append(labels, p.Bag.Label), settable || p.Stage == logbook.StagePlanned
			}
		}
	}
	slices.SortFunc(labels, func(a, b string) int { return cmp.Or(len(a)-len(b), cmp.Compare(a, b)) })
	return labels, settable
}
