package compare

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"glebata/core/measure"
	"glebata/core/trial"
)

// Verdict on two groups.
type Verdict struct {
	trial.Comparison
	Shared   []*Bag          // bags of bins across groups: what they gave tells nothing of the difference
	Unlike   []Unlike        // what else the two differ in
	Opinion  *trial.Adjusted // a second opinion; nil where there is none
	Levelled []*Factor       // that the second opinion sets level
	Each     bool
}

// Mixed reports whether the groups differ in more than what they are compared by.
func (v *Verdict) Mixed() bool { return len(v.Unlike) > 0 }

// FewestOf weighings in each group of so many alike ones of which a pair can be called at all.
func (v *Verdict) FewestOf() int {
	switch {
	case v.Family <= 3:
		return trial.FewestBags
	case v.Family < 8:
		return trial.FewestBags + 1
	}
	return trial.FewestBags + 2
}

// Unlike is one thing that two groups differ in beside what they are compared by.
type Unlike struct {
	Factor        *Factor
	First, Second measure.Phrase
}

// Of the rules by which groups are unlike, from the handbook: seed weight by more than 10 %,
// planting by more than 7 days; other numbers by 10 % too. Practice.
const (
	unlikeShare = 0.10
	unlikeDays  = 7
)

// family of groups that are judged beside one another, by totals or by the mean of their bags.
func family(groups []*Group, each bool) (*trial.Family, error) {
	arms := make([]trial.Arm, len(groups))
	for i, g := range groups {
		if arms[i] = g.Arm; each {
			arms[i] = g.Arm.Each()
		}
	}
	return trial.NewFamily(arms, seed)
}

// judge two of some groups: two as a pair that was fixed, more as one that was picked among them after
// looking.
func judge(f *trial.Family, groups []*Group, first, second int, by *Factor, each bool) (*Verdict, error) {
	c, err := f.Compare(first, second)
	if err != nil {
		return nil, err
	}
	v := &Verdict{Comparison: c, Each: each}
	for _, b := range c.Across {
		v.Shared = append(v.Shared, groups[b[0]].Bags[b[1]])
	}
	one, two := groups[first], groups[second]
	v.Unlike = unlike(one.Bags, two.Bags, by)
	if c.FirstW+c.SecondW == len(one.Bags)+len(two.Bags) { // each was weighed by itself
		v.adjust(one, two, by)
	}
	return v, nil
}

// unlike lists what two groups of bags differ in, but for one factor and what goes with it.
func unlike(a, b []*Bag, but *Factor) []Unlike {
	var out []Unlike
	for _, f := range factors {
		if f == but || goesWith(f, but) {
			continue
		}
		u := Unlike{Factor: f}
		var differ bool
		if f.number != nil {
			u.First, u.Second, differ = numbersDiffer(f, a, b)
		} else {
			u.First, u.Second, differ = wordsDiffer(f, a, b)
		}
		if differ {
			out = append(out, u)
		}
	}
	return out
}

// alongside are factors that say the same as another, or follow from it.
var alongside = map[string][]string{
	"variety": {"class", "lot", "source"}, "class": {"variety", "lot", "source"}, "kind": {"grown", "litres", "litres-each"}, "grown": {"kind", "litres", "litres-each"},
	"litres": {"kind", "grown", "litres-each"}, "litres-each": {"kind", "grown", "litres", "plants"}, "plants": {"litres-each"},
	"source": {"lot"}, "lot": {"source"}, "place": {"shelter", "sun"}, "shelter": {"place", "sun"}, "sun": {"place", "shelter"}, "cut": {"seed"},
	"school": {"litres", "litres-each"},
}

func goesWith(f, but *Factor) bool { return but != nil && slices.Contains(alongside[but.Key], f.Key) }

// numbersDiffer on the mean, by more than the rules allow.
func numbersDiffer(f *Factor, a, b []*Bag) (first, second measure.Phrase, differ bool) {
	x, okX := meanOf(f, a)
	y, okY := meanOf(f, b)
	if !okX || !okY {
		return first, second, false
	}
	if f.Key == "planted" {
		differ = math.Abs(x-y) > unlikeDays
	} else {
		differ = math.Abs(x-y) > unlikeShare*math.Max(x, y)
	}
	return meanWords(f, x), meanWords(f, y), differ
}

func meanWords(f *Factor, v float64) measure.Phrase {
	if f.mean != nil {
		return measure.Say("{} on the mean", f.mean(v))
	}
	return measure.Say("{} on the mean", f.print(v))
}

func meanOf(f *Factor, list []*Bag) (mean float64, ok bool) {
	n := 0.0
	for _, b := range list {
		if v, known := f.number(b); known {
			mean, n = mean+v, n+1
		}
	}
	return mean / max(1, n), n > 0
}

// wordsDiffer where the shares of the levels are further apart than half.
func wordsDiffer(f *Factor, a, b []*Bag) (first, second measure.Phrase, differ bool) {
	x, namesX, nx := shares(f, a)
	y, namesY, ny := shares(f, b)
	if nx == 0 || ny == 0 {
		return first, second, false
	}
	apart := 0.0
	for key := range x {
		apart += math.Max(0, x[key]-y[key])
	}
	return measure.Say("{}", strings.Join(namesX, ", ")), measure.Say("{}", strings.Join(namesY, ", ")), apart > unlikeWords
}

// unlikeWords is the share of bags that would have to change their level for two groups to be
// alike, over which they are called unlike. Practice.
const unlikeWords = 0.25

// shares of the levels among bags of which something is kept, and their names, the commonest
// first.
func shares(f *Factor, list []*Bag) (out map[string]float64, names []string, n float64) {
	out = map[string]float64{}
	name := map[string]measure.Phrase{}
	for _, b := range list {
		if k := &b.levels[f.at]; k.known {
			if out[k.Key]++; out[k.Key] == 1 {
				name[k.Key] = k.Name
			}
			n++
		}
	}
	var keys []string
	for key := range out {
		keys = append(keys, key)
	}
	slices.SortFunc(keys, func(a, b string) int {
		if out[a] != out[b] {
			return int(out[b] - out[a])
		}
		return strings.Compare(a, b)
	})
	for i, key := range keys {
		if i == mostNamed {
			names = append(names, fmt.Sprintf("%d more", len(keys)-i))
			break
		}
		names = append(names, fmt.Sprintf("%s (%.0f)", name[key].In(measure.Metric), out[key]))
	}
	for key := range out {
		out[key] /= n
	}
	return out, names, n
}

// mostNamed levels of a factor in a list of what differs.
const mostNamed = 3

// levelled are the factors a second opinion sets level, as the handbook of a fair comparison has
// them: seed weight, litres and sun.
var levelled = []string{"seed", "litres", "sun"}

// adjust the difference for what the bags differ in.
func (v *Verdict) adjust(a, b *Group, by *Factor) {
	var level []*Factor
	for _, key := range levelled {
		f := FactorNamed(key)
		if f == by || goesWith(f, by) {
			continue
		}
		known := true
		for _, g := range []*Group{a, b} {
			for _, bag := range g.Bags {
				if _, ok := f.number(bag); !ok {
					known = false
				}
			}
		}
		if known {
			level = append(level, f)
		}
	}
	if len(level) == 0 || len(a.Bags)+len(b.Bags) < trial.FewestAdjusted {
		return
	}
	var values [2][]float64
	var rows [2][][]float64
	for i, g := range []*Group{a, b} {
		for k, bag := range g.Bags {
			values[i] = append(values[i], g.Arm[k].Value())
			var row []float64
			for _, f := range level {
				n, _ := f.number(bag)
				row = append(row, n)
			}
			rows[i] = append(rows[i], row)
		}
	}
	if got, err := trial.Adjust(values, rows); err == nil {
		v.Opinion, v.Levelled = &got, level
	}
}
