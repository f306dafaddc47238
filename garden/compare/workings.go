package compare

import (
	"math"

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
		Source:  "bootstrap, widened for few bags (Hesterberg 2015); of 5 bags a group the plain one holds 83 times in 100 where it says 90",
		Changes: "More bags in each group make the interval narrower, by about the square root of their number.",
	}
	step := func(result any, says string, args ...any) {
		w.Steps = append(w.Steps, working.Step{Says: says, Args: args, Result: result})
	}
	step(m.print(v.First), "{}: {} bags", first.Name, v.FirstN)
	step(m.print(v.Second), "{}: {} bags", second.Name, v.SecondN)
	step(m.print(v.Diff), "{} − {}", m.print(v.First), m.print(v.Second))
	if v.Ratio > 0 {
		step(math.Round(1000*v.Ratio)/1000, "{} ÷ {}", m.print(v.First), m.print(v.Second))
	}
	if v.Verdict == trial.InBins {
		step(nil, "some were weighed together: bags of one bin are no bags apart, and there is no interval")
		return w
	}
	if !v.HasInterval() {
		step(nil, "one bag by itself has no spread: there is no interval")
		return w
	}
	how := "{} times as many bags were drawn from each group, some twice and some not; 90 in 100 of such intervals hold the true difference: {} and"
	if v.Normal {
		how = "by the normal law, which drawing {} times comes to with so many bags; 90 in 100 of such intervals hold the true difference: {} and"
	}
	step(m.print(v.High), how, trial.Draws, m.print(v.Low))
	step(math.Round(10*v.Free)/10, "Student's t is taken with so many degrees of freedom")
	if v.Blocked {
		step(nil, "what bags of one block have in common is taken out first")
	}
	return w
}

// ChanceWorking shows how often chance alone makes such a difference.
func ChanceWorking(v *Verdict, m *Measure) working.Working {
	w := working.Working{
		Title: "Were all bags alike", Result: Chance(v.P), Mark: working.Published,
		Source:  "permutation test, two-sided, ties counted (Fisher)",
		Changes: "More bags: with 3 against 3 there are 20 ways, and no difference can be rarer than 2 of them.",
	}
	step := func(result any, says string, args ...any) {
		w.Steps = append(w.Steps, working.Step{Says: says, Args: args, Result: result})
	}
	step(m.print(math.Abs(v.Diff)), "the difference, either way")
	within := ""
	if v.Blocked {
		within = ", each within its block"
	}
	switch {
	case v.Normal:
		step(nil, "so many bags are not shuffled: the normal law stands for it")
	case v.Exact:
		step(v.Arrangements, "ways in which the same bags could have been put to the groups"+within)
		step(v.As(), "of them with a difference as great or greater")
	default:
		step(v.Arrangements, "of the ways in which the same bags could have been put to the groups, drawn at random"+within)
		step(v.As(), "of them with a difference as great or greater")
	}
	if v.Together > 2 {
		step(nil, "the difference is held against the greatest among {} groups", v.Together)
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
	if v.Diff < 0 {
		low, high = second, first
	}
	more := "gave more"
	if m.Less {
		more = "took more"
	}
	mixed := ""
	if v.Mixed() {
		mixed = ", but mixed"
	}
	switch v.Verdict {
	case trial.InBins:
		return measure.Say("Not judged: some were weighed together. {} bags were {} weighings and {} bags {}, and bags of one bin are no bags apart.", v.FirstN, v.FirstW, v.SecondN, v.SecondW)
	case trial.TooFew:
		return measure.Say("Too few bags to tell: at least {} in each group are needed.", trial.FewestBags)
	case trial.LikelyMore:
		return measure.Say("Likely more"+mixed+": {} "+more+" than {}.", low, high)
	}
	return measure.Say("Could be chance: bags that are treated alike differ as much {}.", Chance(v.P))
}
