package compare

import (
	"fmt"
	"slices"

	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/core/working"
	"glebata/garden/logbook"
)

// Variation of the grower's own bags in a measure: of one variety in one season, of as many plants
// to a bag, in one kind of bag.
type Variation struct {
	Of     float64 // that a trial is planned from, as a share of the mean: what was seen, taken with caution
	Bags   int     // it rests on; 0 where they cannot tell and the usual one is taken
	Groups []Group
	Seen   trial.Variation
}

// Varies is how the grower's own bags vary in a measure.
func Varies(all []Bag, m *Measure) Variation {
	type like struct {
		variety      logbook.ID
		year, plants int
		model        logbook.ID
	}
	at := map[like]int{}
	var groups []Group
	for i := range all {
		b := &all[i]
		if o, ok := m.Observe(b); ok && m.For(b.Kind()) && len(o.Bins) == 0 {
			key := like{b.Variety.ID, b.Season.Year, b.Plants, b.Bag.Model.ID}
			k, seen := at[key]
			if !seen {
				k, at[key] = len(groups), len(groups)
				groups = append(groups, Group{Level: Level{Name: measure.Say("{} {}, {} to a {}", b.Variety.Name, fmt.Sprint(b.Season.Year), b.Plants, b.Bag.Model.Name)}})
			}
			g := &groups[k]
			g.Bags, g.Arm = append(g.Bags, b), append(g.Arm, o)
		}
	}
	groups = slices.DeleteFunc(groups, func(g Group) bool { return len(g.Bags) < 2 })
	arms := make([]trial.Arm, len(groups))
	for i := range groups {
		arms[i] = groups[i].Arm
	}
	v := trial.VaryWithin(arms)
	if v.Bags < fewestVaried {
		return Variation{Of: trial.UsualVary}
	}
	return Variation{v.Cautious(), v.Bags, groups, v}
}

// Working shows it.
func (v *Variation) Working() working.Working {
	w := working.Working{
		Title: "How bags that are treated alike vary", Result: measure.Share(v.Of), Mark: working.Sum,
		Source: "coefficient of variation within groups of like bags, each weighed by its bags less one", Changes: "More bags of one variety that are treated alike.",
	}
	if v.Bags == 0 {
		w.Mark, w.Source = working.Practice, "what is usual"
		w.Steps = []working.Step{{Says: "fewer than {} of your bags are alike: as is usual", Args: []any{fewestVaried}, Result: w.Result}}
		return w
	}
	for i := range v.Groups {
		if g := &v.Groups[i]; i < mostSteps {
			w.Steps = append(w.Steps, working.Step{Says: "{}: {} bags vary by", Args: []any{g.Name, len(g.Bags)}, Result: measure.Share(g.Arm.Vary())})
		}
	}
	w.Steps = append(w.Steps, working.Step{Says: "together, {} bags", Args: []any{v.Bags}, Result: measure.Share(v.Seen.CV)},
		working.Step{Says: "so few may have agreed by chance: what three times in four is not exceeded, from χ² of {} degrees of freedom", Args: []any{v.Seen.Free}, Result: w.Result})
	return w
}

// fewestVaried bags whose own variation is taken in place of the usual one. Practice.
const fewestVaried = 6
