package compare

import (
	"cmp"
	"slices"

	"glebata/core/trial"
)

// Ask is what of the finished bags is compared.
type Ask struct {
	Kind    Kind
	Measure string
	By      string // factor
	With    string // a second factor, of small multiples; empty for none
	Variety string // only these; empty for all
	Year    string
	First   string // keys of the two groups that are judged; empty for the two with most bags
	Second  string
	Each    bool // groups by the mean of their bags, not by their totals
}

// Sheet is one comparison: groups, and what they show.
type Sheet struct {
	Ask
	Measure *Measure
	By      *Factor
	With    *Factor     // nil for none
	Chosen  []*Bag      // of the kind, variety and season asked for
	Counted []*Bag      // those that have a value in the measure
	Groups  []Group     // in the order of the factor
	Panels  []Panel     // by the second factor; one without a name where there is none
	Without int         // bags that nothing is kept of in the factor
	LeftOut int         // bags that do not count, or have no value
	Pair    [2]int      // groups that are judged; the same twice where there are none
	Judged  *Verdict    // nil where nothing can be judged, or is not to be judged yet
	Runs    *TrialSheet // trial whose arms the two would set against one another before its end
	Kinds   []Kind      // that there are bags of
	Offered []*Factor
}

// Panel is one level of the second factor with its own groups, the same in all.
type Panel struct {
	Level
	Groups []Group
}

// New comparison of bags. What is asked for and is not there is taken as usual: unknown says
// which fields those are.
func New(all []Bag, ask Ask) (s Sheet, unknown []string) {
	s.Ask = ask
	of := map[Kind]int{}
	for i := range all {
		for _, k := range Kinds() {
			if k.Holds(&all[i]) {
				of[k]++
			}
		}
	}
	if of[Both] == of[Tubers] || of[Tubers] == 0 { // there is nothing to put beside one another
		of[Both] = 0
	}
	for _, k := range Kinds() {
		if of[k] > 0 {
			s.Kinds = append(s.Kinds, k)
		}
	}
	if of[ask.Kind] == 0 {
		if ask.Kind != "" {
			unknown = append(unknown, "of")
		}
		s.Ask.Kind = Tubers
		if len(s.Kinds) > 0 {
			s.Ask.Kind = s.Kinds[0]
		}
	}
	s.Measure = MeasureNamed(ask.Measure, s.Ask.Kind)
	if ask.Measure != "" && s.Measure.Key != ask.Measure {
		unknown = append(unknown, "measure")
	}
	var mine []*Bag
	for i := range all {
		if s.Ask.Kind.Holds(&all[i]) {
			mine = append(mine, &all[i])
		}
	}
	for _, f := range factors {
		if f.several(mine) > 1 {
			s.Offered = append(s.Offered, f)
		}
	}
	if s.By = FactorNamed(ask.By); s.By == nil || s.By.several(mine) == 0 {
		if ask.By != "" {
			unknown = append(unknown, "by")
		}
		s.By = factors[0]
	}
	if ask.With != "" {
		if s.With = FactorNamed(ask.With); s.With == nil || s.With.several(mine) == 0 || s.With == s.By {
			unknown, s.With = append(unknown, "with"), nil
		}
	}
	for _, b := range mine {
		if ask.Variety == "" || FactorNamed("variety").is(b, ask.Variety) {
			if ask.Year == "" || FactorNamed("year").is(b, ask.Year) {
				s.Chosen = append(s.Chosen, b)
			}
		}
	}
	s.group()
	s.pick(&unknown)
	s.judge()
	return s, unknown
}

// is reports whether a bag has a level, by its key.
func (f *Factor) is(b *Bag, key string) bool {
	l, ok := f.Level(b)
	return ok && l.Key == key
}

// group the bags by the factor, and by the second one.
func (s *Sheet) group() {
	whole, panels := map[string]*Group{}, map[string]map[string]*Group{}
	var seconds []Level
	put := func(at map[string]*Group, l Level, b *Bag, o trial.Observed) {
		g := at[l.Key]
		if g == nil {
			g = &Group{Level: l}
			at[l.Key] = g
		}
		g.Bags, g.Arm = append(g.Bags, b), append(g.Arm, o)
	}
	for _, b := range s.Chosen {
		o, ok := s.Measure.Observe(b)
		if !ok {
			s.LeftOut++
			continue
		}
		s.Counted = append(s.Counted, b)
		l, ok := s.By.Level(b)
		if !ok {
			s.Without++
			continue
		}
		put(whole, l, b, o)
		if s.With == nil {
			continue
		}
		if second, ok := s.With.Level(b); ok {
			if panels[second.Key] == nil {
				panels[second.Key] = map[string]*Group{}
				seconds = append(seconds, second)
			}
			put(panels[second.Key], l, b, o)
		}
	}
	s.Groups = sorted(whole)
	if s.With == nil {
		s.Panels = []Panel{{Groups: s.Groups}}
		return
	}
	slices.SortFunc(seconds, byOrder)
	for _, l := range seconds {
		s.Panels = append(s.Panels, Panel{l, sorted(panels[l.Key])})
	}
}

func sorted(at map[string]*Group) []Group {
	out := make([]Group, 0, len(at))
	for _, g := range at {
		out = append(out, *g)
	}
	slices.SortFunc(out, func(a, b Group) int { return byOrder(a.Level, b.Level) })
	return out
}

// pick the two groups that are judged: those asked for, else the two with most bags.
func (s *Sheet) pick(unknown *[]string) {
	if len(s.Groups) < 2 {
		return
	}
	most := make([]int, len(s.Groups))
	for i := range most {
		most[i] = i
	}
	slices.SortStableFunc(most, func(a, b int) int { return cmp.Compare(len(s.Groups[b].Bags), len(s.Groups[a].Bags)) })
	at := func(key, field string) int {
		if key == "" {
			return -1
		}
		i := slices.IndexFunc(s.Groups, func(g Group) bool { return g.Key == key })
		if i < 0 {
			*unknown = append(*unknown, field)
		}
		return i
	}
	two := [2]int{min(most[0], most[1]), max(most[0], most[1])}
	other := func(than int) int {
		if two[0] != than {
			return two[0]
		}
		return two[1]
	}
	first, second := at(s.First, "first"), at(s.Second, "second")
	if first == second && first >= 0 {
		*unknown, second = append(*unknown, "second"), -1
	}
	switch {
	case first < 0 && second < 0:
		first, second = two[0], two[1]
	case first < 0:
		first = other(second)
	case second < 0:
		second = other(first)
	}
	s.Pair = [2]int{first, second}
}

// FirstGroup and SecondGroup are the two that are judged.
func (s *Sheet) FirstGroup() *Group { return &s.Groups[s.Pair[0]] }

// SecondGroup is the other of the two that are judged.
func (s *Sheet) SecondGroup() *Group { return &s.Groups[s.Pair[1]] }

// judge the two groups, as picked among all that stand on the page.
func (s *Sheet) judge() {
	if len(s.Groups) < 2 {
		return
	}
	groups := make([]*Group, len(s.Groups))
	for i := range s.Groups {
		groups[i] = &s.Groups[i]
	}
	f, err := family(groups, s.Each)
	if err != nil {
		return
	}
	if v, err := judge(f, groups, s.Pair[0], s.Pair[1], s.By, s.Each); err == nil {
		s.Judged = v
	}
}

// Hold back the verdict where the two groups set the arms of a trial that runs against one another: it
// is judged at its end, and not looked at week by week.
func (s *Sheet) Hold(running []*TrialSheet) {
	if s.Judged == nil {
		return
	}
	for _, t := range running {
		in := [2]int{-1, -1} // an arm that has bags in each group
		for side, g := range []*Group{s.FirstGroup(), s.SecondGroup()} {
			for _, b := range g.Bags {
				if arm, ok := t.Arm(b.Planting.ID); ok && (side == 0 || arm != in[0]) {
					in[side] = arm
				}
			}
		}
		if in[0] >= 0 && in[1] >= 0 {
			s.Judged, s.Runs = nil, t
			return
		}
	}
}
