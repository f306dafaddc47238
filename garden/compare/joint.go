package compare

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"glebata/core/harvest"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/trial"
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
		return strings.ToLower(of.Variety), of.Variety, of.Variety != ""
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

// JointWeighing of a group, set level: what it gave of what all of its garden's season gave, 1 where it
// gave as much.
type JointWeighing struct {
	Garden        string
	Season        string
	At, Low, High float64
	BagsWeighed   int
}

// JointPair of groups, the first being what gave more.
type JointPair struct {
	First, Second int // groups
	trial.Comparison
}

// Joint is one question asked of several gardens together, each season of each being a block.
type Joint struct {
	By     JointBy
	Groups []JointGroup // that can be held against another, what most bags are of first
	Pairs  []JointPair  // of groups, the least likely by chance first
	Alone  []string     // seasons of gardens that have one group alone, and tell nothing of it
	Blocks int          // seasons of gardens that tell of a difference
}

// mostJointGroups that are asked about at once: those that most bags are of.
const mostJointGroups = 6

// NewJoint asks of some weighings of one crop; own is what the grower's garden is called. Where two groups
// are named they are judged as a pair that was fixed before; else every pair as one picked after looking.
func NewJoint(list []harvest.Weighing, by JointBy, own string, named ...string) (Joint, error) {
	out := Joint{By: by}
	groups := jointGroups(list, by, named)
	arms := make([]trial.Arm, len(groups))
	blocks, where := map[string]int{}, []string(nil)
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
			garden := b.Garden
			if garden == "" {
				garden = own
			}
			name := garden + ", " + b.Season
			block, seen := blocks[name]
			if !seen {
				block = len(where)
				blocks[name], where = block, append(where, name)
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

// fill a group with its weighings, set level.
func (g *JointGroup) fill(arm trial.Arm, where []string) {
	g.Bags = len(arm)
	type sum struct {
		of, low, high, by float64
		bags, block       int
	}
	var sums []sum
	at := map[string]int{}
	for _, o := range arm {
		low, high := o.Of, o.Of
		if o.OfHigh > 0 {
			low, high = o.OfLow, o.OfHigh
		}
		k := len(sums)
		if len(o.Bins) > 0 {
			if had, ok := at[o.Bins[0].Bin]; ok {
				k = had
			} else {
				at[o.Bins[0].Bin] = k
			}
		}
		if k == len(sums) {
			sums = append(sums, sum{block: o.Block})
		}
		s := &sums[k]
		s.of, s.low, s.high, s.by, s.bags = s.of+o.Of, s.low+low, s.high+high, s.by+o.By, s.bags+1
	}
	gardens := map[string]bool{}
	for _, s := range sums {
		cut := strings.LastIndex(where[s.block], ", ")
		w := JointWeighing{Garden: where[s.block][:cut], Season: where[s.block][cut+2:], At: s.of / s.by, Low: s.low / s.by, High: s.high / s.by, BagsWeighed: s.bags}
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
		j.Pairs = append(j.Pairs, JointPair{a.First, a.Second, c})
	}
	slices.SortStableFunc(j.Pairs, func(a, b JointPair) int { return cmp.Compare(a.PValue, b.PValue) })
	return nil
}

// Says what was found of a pair, in one sentence.
func (j *Joint) Says(p *JointPair) measure.Phrase {
	one, two := &j.Groups[p.First], &j.Groups[p.Second]
	switch {
	case p.Verdict == trial.TooFew:
		return measure.Say("{} against {}: too few to tell ({} against {} weighings; 3 of each are the least).", one.Name, two.Name, p.FirstW, p.SecondW)
	case p.Comparison.Second <= 0:
		return measure.Say("{} gave something and {} nothing: {}.", one.Name, two.Name, string(p.Verdict))
	case math.IsInf(p.RatioHigh, 1):
		return measure.Say("{} gave {} times what {} gave (90 %: {} times at the least): {}.", one.Name, measure.Ratio(p.Ratio), two.Name, measure.Ratio(p.RatioLow), string(p.Verdict))
	}
	return measure.Say("{} gave {} times what {} gave (90 %: {} to {} times): {}.", one.Name, measure.Ratio(p.Ratio), two.Name, measure.Ratio(p.RatioLow), measure.Ratio(p.RatioHigh), string(p.Verdict))
}
