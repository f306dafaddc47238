package compare

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"glebata/core/harvest"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/core/working"
	"glebata/garden/logbook"
)

// JointBy is what gardens can be asked about together: what a table of harvests says of each.
type JointBy string

// What it can be.
const (
	JointVariety JointBy = "variety"
	JointSchool  JointBy = "school"
)

// JointBys in the order they are offered.
func JointBys() []JointBy { return []JointBy{JointVariety, JointSchool} }

// Name for reading.
func (b JointBy) Name() string {
	return map[JointBy]string{JointVariety: "variety", JointSchool: "way of filling"}[b]
}

// group of a bag: its key and its name; ok is false where it is not known.
func (b JointBy) group(of *harvest.Bag) (key, name string, ok bool) {
	switch b {
	case JointVariety:
		return strings.ToLower(of.Variety), of.Variety, of.Variety != "" && !logbook.NameOfNone(of.Variety) // what nobody knows is not the same in two gardens
	case JointSchool:
		name = hill.School(of.School).Params().Name
		if name == "" {
			name = of.School
		}
		return of.School, name, of.School != ""
	}
	return "", "", false
}

// JointGroup is what one group gave in all gardens, of what was promised it.
type JointGroup struct {
	Name      string
	Bags      int
	Gardens   int
	Weighings []JointWeighing
	key       string
}

// GardenSeason is the season of a garden, empty for the grower's own.
type GardenSeason struct{ Garden, Season string }

// JointWeighing of a group, set level: what it gave of what all of its garden's season gave, 1 where it
// gave as much.
type JointWeighing struct {
	GardenSeason
	At, Low, High float64
}

// JointPair of groups, the first being what gave more.
type JointPair struct {
	First, Second int // groups
	Judged        *Verdict
}

// jointMeasure is what groups of several gardens are held against one another by.
var jointMeasure = &Measure{Key: "joint", Name: "of what its garden gave", Of: edible, By: "what all of its garden gave of what was promised", print: shareOf, of: massOf, by: massOf}

// Joint is one question asked of several gardens together, each season of each being a block.
type Joint struct {
	By     JointBy
	Groups []JointGroup   // that can be held against another, what most bags are of first
	Pairs  []JointPair    // of groups, the least likely by chance first
	Alone  []GardenSeason // seasons of gardens that have one group alone, and tell nothing of it
	Blocks int            // seasons of gardens that tell of a difference
}

// mostJointGroups that are asked about at once: those that most bags are of.
const mostJointGroups = 6

// NewJoint asks of some weighings of one crop. Where two groups
// are named they are judged as a pair that was fixed before; else every pair as one picked after looking.
func NewJoint(list []harvest.Weighing, by JointBy, named ...string) (Joint, error) {
	out := Joint{By: by}
	groups := jointGroups(list, by, named)
	arms := make([]trial.Arm, len(groups))
	blocks, where := map[GardenSeason]int{}, []GardenSeason(nil)
	for i := range list {
		w := &list[i]
		promised := 0.0
		for k := range w.Bags {
			promised += w.Bags[k].Expected
		}
		for k := range w.Bags {
			b := &w.Bags[k]
			key, _, ok := by.group(b)
			at := slices.IndexFunc(groups, func(g JointGroup) bool { return g.key == key })
			if !ok || at < 0 || promised <= 0 {
				continue
			}
			of := GardenSeason{b.Garden, b.Season}
			block, seen := blocks[of]
			if !seen {
				block = len(where)
				blocks[of], where = block, append(where, of)
			}
			arms[at] = append(arms[at], observedOf(w, i, k, promised, block))
		}
	}
	level, left := trial.Align(arms)
	for _, k := range left {
		out.Alone = append(out.Alone, where[k])
	}
	out.Blocks = len(where) - len(left)
	var kept []trial.Arm
	for i := range groups {
		if len(level[i]) == 0 {
			continue
		}
		g := &groups[i]
		g.fill(level[i], where)
		kept, out.Groups = append(kept, arms[i]), append(out.Groups, *g)
	}
	return out, out.judge(kept)
}

// jointGroups that stand in some weighings: those that are named, or else those that most bags are of.
func jointGroups(list []harvest.Weighing, by JointBy, named []string) (out []JointGroup) {
	for i := range list {
		for k := range list[i].Bags {
			key, name, ok := by.group(&list[i].Bags[k])
			if !ok || len(named) > 0 && !slices.ContainsFunc(named, func(n string) bool { return strings.EqualFold(n, name) || strings.EqualFold(n, key) }) {
				continue
			}
			at := slices.IndexFunc(out, func(g JointGroup) bool { return g.key == key })
			if at < 0 {
				at, out = len(out), append(out, JointGroup{Name: name, key: key})
			}
			out[at].Bags++
		}
	}
	slices.SortStableFunc(out, func(a, b JointGroup) int {
		if a.Bags != b.Bags {
			return b.Bags - a.Bags
		}
		return strings.Compare(a.key, b.key)
	})
	return out[:min(len(out), mostJointGroups)]
}

// observedOf bag k of weighing i: a bin is known as it was weighed, however it is shared out.
func observedOf(w *harvest.Weighing, i, k int, promised float64, block int) trial.Observed {
	share := w.Bags[k].Expected / promised
	o := trial.Observed{Of: share * (w.Low + w.High) / 2, By: w.Bags[k].Expected, Block: block}
	if w.High > w.Low {
		o.OfLow, o.OfHigh = share*w.Low, share*w.High
	}
	if len(w.Bags) > 1 {
		o.Bins = []trial.BinShare{{Bin: fmt.Sprint(i), Low: share * w.Low, High: share * w.High, Parts: len(w.Bags), WholeLow: w.Low, WholeHigh: w.High}}
	}
	return o
}

// fill a group with its weighings, set level: those of bins that lie wholly in it.
func (g *JointGroup) fill(arm trial.Arm, where []GardenSeason) {
	g.Bags = len(arm)
	type sum struct {
		of, low, high, by  float64
		bags, parts, block int
	}
	var sums []sum
	at := map[string]int{}
	for _, o := range arm {
		low, high := o.Of, o.Of
		if o.OfHigh > 0 {
			low, high = o.OfLow, o.OfHigh
		}
		k, parts := len(sums), 1
		if len(o.Bins) > 0 {
			parts = o.Bins[0].Parts
			if had, ok := at[o.Bins[0].Bin]; ok {
				k = had
			} else {
				at[o.Bins[0].Bin] = k
			}
		}
		if k == len(sums) {
			sums = append(sums, sum{block: o.Block, parts: parts})
		}
		s := &sums[k]
		s.of, s.low, s.high, s.by, s.bags = s.of+o.Of, s.low+low, s.high+high, s.by+o.By, s.bags+1
	}
	gardens := map[string]bool{}
	for _, s := range sums {
		if s.bags < s.parts {
			continue
		}
		w := JointWeighing{where[s.block], s.of / s.by, s.low / s.by, s.high / s.by}
		gardens[w.Garden] = true
		g.Weighings = append(g.Weighings, w)
	}
	g.Gardens = len(gardens)
}

// judge every two of the groups that stand in one season of a garden, by those that have both.
func (j *Joint) judge(arms []trial.Arm) error {
	type asked struct {
		trial.Pair
		one, two trial.Arm
	}
	var list []asked
	for _, p := range trial.Pairs(len(arms)) {
		level, _ := trial.Align([]trial.Arm{arms[p.First], arms[p.Second]})
		if one, two := level[0], level[1]; len(one) > 0 {
			if two.OfTotals() > one.OfTotals() {
				p.First, p.Second, one, two = p.Second, p.First, two, one
			}
			list = append(list, asked{p, one, two})
		}
	}
	for _, a := range list {
		c, err := trial.CompareOneOf(a.one, a.two, len(list), seed)
		if err != nil {
			return err
		}
		j.Pairs = append(j.Pairs, JointPair{a.First, a.Second, &Verdict{Comparison: c}})
	}
	slices.SortStableFunc(j.Pairs, func(a, b JointPair) int { return cmp.Compare(a.Judged.PValue, b.Judged.PValue) })
	return nil
}

// Says what was found of a pair, in one sentence.
func (j *Joint) Says(p *JointPair) measure.Phrase {
	one, two := measure.Say("{}", j.Groups[p.First].Name), measure.Say("{}", j.Groups[p.Second].Name)
	says := p.Judged.Sentence(jointMeasure, one, two)
	if p.Judged.Verdict == trial.LikelyMore { // it names them
		return says
	}
	return measure.Say("{} and {}: {}", one, two, says)
}

// Working of a pair: of its difference, or of how often chance alone makes one; ok is false for a figure
// there is not.
func (j *Joint) Working(p *JointPair, figure string) (w working.Working, ok bool) {
	group := func(k int) *Group { return &Group{Level: named(j.Groups[k].Name)} }
	switch figure {
	case FigureDiff:
		w = DiffWorking(p.Judged, jointMeasure, group(p.First), group(p.Second))
	case FigureChance:
		w = ChanceWorking(p.Judged, jointMeasure)
	default:
		return w, false
	}
	before := []working.Step{{Says: "what each weighing gave of what was promised is taken of what all of its garden gave of it that season (Hodges and Lehmann 1962), by the seasons that have both"}}
	w.Steps = append(before, w.Steps...)
	return w, true
}
