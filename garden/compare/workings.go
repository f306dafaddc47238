package compare

import (
	"math"
	"strings"

	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/core/working"
)

// mostSteps of bags in a working; of more the sums are shown.
const mostSteps = 24

// Figures of a comparison that show their working.
const (
	FigureGroup  = "group"
	FigureDiff   = "difference"
	FigureChance = "chance"
	FigureLevel  = "level"
	FigureCell   = "cell"
	FigureBag    = "bag"
)

// All bags that count, as one group.
func (s *Sheet) All() Group {
	g := Group{Bags: s.Counted}
	for _, b := range s.Counted {
		o, _ := s.Measure.Observe(b)
		g.Arm = append(g.Arm, o)
	}
	return g
}

// BagWorking shows a measure of one bag; ok is false where it has none.
func BagWorking(m *Measure, b *Bag) (w working.Working, ok bool) {
	o, ok := m.Observe(b)
	if !ok {
		return w, false
	}
	return groupWorking(m, &Group{Bags: []*Bag{b}, Arm: trial.Arm{o}}, false), true
}

// Value of a group as it is printed.
func (s *Sheet) Value(g *Group) any { return s.Measure.print(g.Value(s.Each)) }

// GroupWorking shows how a group came to its value.
func (s *Sheet) GroupWorking(g *Group) working.Working {
	return groupWorking(s.Measure, g, s.Each)
}

func groupWorking(m *Measure, g *Group, each bool) working.Working {
	w := working.Working{
		Title: measure.Upper(m.Name), Result: m.print(g.Value(each)), Mark: working.Sum,
		Changes: "Which bags are in the group.",
	}
	step := func(result any, says string, args ...any) {
		w.Steps = append(w.Steps, working.Step{Says: says, Args: args, Result: result})
	}
	if len(g.Bags) <= mostSteps {
		for i, b := range g.Bags {
			o := g.Arm[i]
			step(m.print(o.Value()), b.Name()+": {} ÷ {}", m.of(o.Of), m.by(o.By))
		}
	}
	if each {
		w.Source = "the mean of the bags: each counts the same, however small"
		step(w.Result, "all of them added ÷ {} bags", len(g.Bags))
	} else {
		var of, by float64
		for _, o := range g.Arm {
			of, by = of+o.Of, by+o.By
		}
		w.Source = "of totals, not the mean of the bags, so that a small bag counts as little as it weighs"
		step(m.of(of), m.Of+" of {} bags", len(g.Bags))
		step(m.by(by), m.By)
		step(w.Result, "{} ÷ {}", m.of(of), m.by(by))
	}
	if low, high := g.Range(each); high-low > 1e-9*math.Abs(high) {
		step(m.print(high), "not all was weighed: between {} and", m.print(low))
	}
	if n := unweighed(g); n > 0 {
		step(nil, "{} of the bags lost some unweighed: they gave more than is known", n)
	}
	return w
}

func unweighed(g *Group) (n int) {
	for _, b := range g.Bags {
		if b.AtLeast() {
			n++
		}
	}
	return n
}

// Difference of the two groups as it is printed.
func (v *Verdict) Difference(m *Measure) any { return m.print(v.Diff) }

// DiffWorking shows the difference of two groups and its interval.
func DiffWorking(v *Verdict, m *Measure, first, second *Group) working.Working {
	w := working.Working{
		Title: "The difference of two groups", Result: m.print(v.Diff), Mark: working.Published,
		Source:  "the studentised permutation test turned round (Pitman 1937; Janssen 1997)",
		Changes: "More bags in each group make the interval narrower, by about the square root of their number.",
	}
	step := func(result any, says string, args ...any) {
		w.Steps = append(w.Steps, working.Step{Says: says, Args: args, Result: result})
	}
	for _, g := range []struct {
		of         *Group
		at         float64
		bags, once int
	}{{first, v.First, v.FirstN, v.FirstW}, {second, v.Second, v.SecondN, v.SecondW}} {
		if g.bags == g.once {
			step(m.print(g.at), "{}: {}", g.of.Name, bagsOf(g.bags))
		} else {
			step(m.print(g.at), "{}: {} in {}, each bin one", g.of.Name, bagsOf(g.bags), weighingsOf(g.once))
		}
	}
	step(m.print(v.Diff), "{} − {}", m.print(v.First), m.print(v.Second))
	if v.Ratio > 0 {
		step(math.Round(1000*v.Ratio)/1000, "{} ÷ {}", m.print(v.First), m.print(v.Second))
	}
	if n := len(v.Shared); n > 0 {
		step(nil, "{} shared a bin with bags of other groups: what they gave tells nothing of the difference", bagsOf(n))
	}
	if !v.HasInterval() {
		step(nil, "so few have no interval: no difference would be too great for them")
		return w
	}
	step(m.print(v.CIHigh), "differences that the test would not call more than chance lie between {} and", m.print(v.CILow))
	if v.RatioHigh > 0 && !math.IsInf(v.RatioHigh, 0) {
		step(measure.Each(math.Round(100*v.RatioHigh)/100), "times as much: between {} and", measure.Each(math.Round(100*v.RatioLow)/100))
	}
	if v.Blocked {
		step(nil, "what bags of one block have in common is taken out: they change places within it alone")
	}
	if v.Ranged {
		step(nil, "what is estimated, and the steps of the scale, are in it: the lightest of one group against the heaviest of the other, and the other way round")
	}
	if v.Uneven {
		step(nil, "weighings are of unequal numbers of bags: it is as wide as by Welch's test of the logarithms too")
	}
	if v.Family > 2 {
		step(nil, "the two were picked among {} groups: it is wider by as much", v.Family)
	}
	if v.OneOf > 1 {
		step(nil, "the two are one of {} pairs that could have been picked: it is wider by as much", v.OneOf)
	}
	return w
}

func weighingsOf(n int) measure.Phrase {
	if n == 1 {
		return measure.Say("1 weighing")
	}
	return measure.Say("{} weighings", n)
}

// ChanceWorking shows how often chance alone makes such a difference.
func ChanceWorking(v *Verdict, m *Measure) working.Working {
	w := working.Working{
		Title: "Were all bags alike", Result: Chance(v.PValue), Mark: working.Published,
		Source:  "permutation test of the studentised difference, two-sided, ties counted (Fisher; Janssen 1997)",
		Changes: "More bags: with 3 against 3 there are 20 ways, and no difference can be rarer than 2 of them.",
	}
	if v.Family > 2 {
		w.Source += ", closed over all groups shown (Marcus, Peritz and Gabriel 1976)"
	}
	step := func(result any, says string, args ...any) {
		w.Steps = append(w.Steps, working.Step{Says: says, Args: args, Result: result})
	}
	step(m.print(math.Abs(v.Diff)), "the difference, either way")
	within, spreads := "", ", for what it spreads"
	if v.Blocked {
		within, spreads = ", each within its block", "" // not studentised there
		w.Source = strings.Replace(w.Source, "the studentised difference", "the difference within blocks", 1)
	}
	switch {
	case v.Asymptotic:
		step(nil, "so many are not dealt anew: Student's t with {} degrees of freedom stands for it", int(math.Round(v.DF)))
	case v.Exact:
		step(v.Arrangements, "ways in which the same weighings could have been put to the groups"+within)
		step(v.Extreme, "of them with a difference as great or greater"+spreads)
	case v.Arrangements > 0:
		step(v.Arrangements, "of the ways in which the same weighings could have been put to the groups, drawn at random"+within)
		step(v.Extreme, "of them with a difference as great or greater"+spreads)
	}
	if v.Ranged {
		step(nil, "counted at the ends of what the weights may be, so that the surest case is not taken for the only one")
	}
	if v.Uneven {
		step(nil, "weighings are of unequal numbers of bags: Welch's test of the logarithms is asked too, and the less sure one counts")
	}
	if v.Family > 2 {
		step(Chance(v.PairP), "so often chance makes such a difference between these two")
		step(nil, "but the two were picked among {} groups after looking: every way of the groups being alike that has these two alike must be refused", v.Family)
	}
	if v.OneOf > 1 {
		step(Chance(v.PairP), "so often chance makes such a difference between these two")
		step(v.OneOf, "pairs could have been picked after looking: so many times as often one of them differs so (Bonferroni)")
	}
	step(w.Result, "so often chance alone makes such a difference")
	return w
}

// Chance as it is printed: "20 times in 100".
func Chance(p float64) measure.Phrase {
	switch {
	case p < 0.001:
		return measure.Say("less than once in 1,000 times")
	case p < 0.0995:
		return measure.Say("{} times in 100", measure.Rounded{V: 100 * p, Decimals: 1})
	}
	return measure.Say("{} times in 100", measure.Rounded{V: 100 * p})
}

// LevelWorking shows the second opinion.
func LevelWorking(v *Verdict, m *Measure) working.Working {
	a := v.Opinion
	w := working.Working{
		Title: "The difference with what they differ in set level", Result: m.print(a.Diff), Mark: working.Published,
		Source:  "ordinary least squares on the bags' own values",
		Changes: "More bags, and groups that are alike from the beginning.",
	}
	w.Steps = append(w.Steps, working.Step{Says: "difference of the means as it is", Result: m.print(a.Raw)})
	for _, k := range a.Used {
		f := v.Levelled[k]
		w.Steps = append(w.Steps, working.Step{
			Says: f.Name + ": {} and {} on the mean; each one more goes with", Args: []any{f.print(a.Means[0][k]), f.print(a.Means[1][k])}, Result: m.print(a.Slopes[k]),
		})
		w.Steps = append(w.Steps, working.Step{Says: "so that it accounts for", Result: m.print(a.Slopes[k] * (a.Means[0][k] - a.Means[1][k]))})
	}
	w.Steps = append(w.Steps,
		working.Step{Says: "what is left between the groups", Result: m.print(a.Diff)},
		working.Step{Says: "90 % interval: {} and", Args: []any{m.print(a.Low)}, Result: m.print(a.High)})
	return w
}

// RatioText of two groups: "1.26 times".
func (v *Verdict) RatioText() measure.Phrase {
	if v.Ratio <= 0 {
		return measure.Phrase{}
	}
	return measure.Say("{} times", measure.Rounded{V: v.Ratio, Decimals: 2})
}

// Sentence of the verdict in one line.
func (v *Verdict) Sentence(m *Measure, first, second measure.Phrase) measure.Phrase {
	low, high := first, second
	ratio, from, to := 1/v.Ratio, 1/v.RatioHigh, 1/v.RatioLow
	if v.Diff > 0 {
		low, high = second, first
		ratio, from, to = v.Ratio, v.RatioLow, v.RatioHigh
	}
	more := "gave more"
	if m.Less {
		more = "took more"
	}
	mixed := ""
	if v.Mixed() {
		mixed = ", but mixed"
	}
	switch {
	case v.Verdict == trial.TooFew && v.FirstW+v.SecondW < v.FirstN+v.SecondN:
		return measure.Say("Too few to tell: {} is {} and {} {}, for bags of one bin are no bags apart; {} in each are needed.", first, weighingsOf(v.FirstW), second, weighingsOf(v.SecondW), trial.FewestBags)
	case v.Verdict == trial.TooFew && len(v.Shared) > 0:
		return measure.Say("Too few to tell: bins that hold bags of several groups tell nothing of their difference; {} weighings in each are needed.", trial.FewestBags)
	case v.Verdict == trial.TooFew:
		return measure.Say("Too few to tell: {} bags in each group are needed; {} has {}, {} {}.", trial.FewestBags, first, v.FirstN, second, v.SecondN)
	case v.Verdict == trial.LikelyMore && v.Ratio > 0 && !math.IsInf(to, 0) && !math.IsInf(from, 0):
		return measure.Say("Likely more"+mixed+": {} "+more+" than {}, {} times as much ({} to {}).", high, low, times(ratio), times(from), times(to))
	case v.Verdict == trial.LikelyMore:
		return measure.Say("Likely more"+mixed+": {} "+more+" than {}.", high, low)
	case v.PairP <= 1-trial.Level && v.Family > 2:
		return measure.Say("Could be chance: of {} groups that are alike the two furthest apart differ so {}.", v.Family, Chance(v.PValue))
	case v.PairP <= 1-trial.Level && v.OneOf > 1:
		return measure.Say("Could be chance: of {} pairs that are alike the one furthest apart differs so {}.", v.OneOf, Chance(v.PValue))
	case v.PValue > 0.995:
		return measure.Say("Could be chance: what is known of them lets them be alike.")
	}
	return measure.Say("Could be chance: bags that are treated alike differ as much {}.", Chance(v.PValue))
}

// times as it is printed: "1.3".
func times(v float64) measure.Rounded {
	if v < 9.95 {
		return measure.Rounded{V: v, Decimals: 1}
	}
	return measure.Rounded{V: v}
}
