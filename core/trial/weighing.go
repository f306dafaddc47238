package trial

import "math"

// weighing is one observation of a group: a bag, or bags that were weighed in bins together.
type weighing struct {
	of, by        float64
	ofLow, ofHigh float64
	byLow, byHigh float64
	bags, block   int
	arm           int
	across        bool
}

func (w *weighing) ranged() bool { return w.ofHigh > w.ofLow || w.byHigh > w.byLow }

// weighings of some arms. A bin that lies wholly in one arm is one weighing, with every other bag and
// bin that it shares a bag with; one that lies across arms, or in part outside them, tells nothing of
// their difference: its bags are named by arm and place.
func weighings(arms []Arm) (out [][]weighing, across [][2]int) {
	type bag struct{ arm, at int }
	parent := map[bag]bag{}
	var root func(bag) bag
	root = func(b bag) bag {
		if p, ok := parent[b]; ok && p != b {
			r := root(p)
			parent[b] = r
			return r
		}
		return b
	}
	first, parts, seen := map[string]bag{}, map[string]int{}, map[string]int{}
	for i, a := range arms {
		for k := range a {
			for _, s := range a[k].Bins {
				parts[s.Bin] = max(parts[s.Bin], s.Parts)
				seen[s.Bin]++
				if other, ok := first[s.Bin]; ok {
					parent[root(bag{i, k})] = root(other)
				} else {
					first[s.Bin] = bag{i, k}
				}
			}
		}
	}
	of, order := map[bag]*weighing{}, []bag(nil)
	members := map[bag][]bag{}
	for i, a := range arms {
		for k := range a {
			o, r := &a[k], root(bag{i, k})
			w := of[r]
			if w == nil {
				w = &weighing{arm: i, block: o.Block}
				of[r], order = w, append(order, r)
			}
			members[r] = append(members[r], bag{i, k})
			w.across = w.across || w.arm != i
			w.add(o)
			for _, s := range o.Bins {
				if seen[s.Bin] < parts[s.Bin] {
					w.across = true
				}
			}
		}
	}
	out = make([][]weighing, len(arms))
	for _, r := range order {
		w := of[r]
		if w.across {
			for _, b := range members[r] {
				across = append(across, [2]int{b.arm, b.at})
			}
			continue
		}
		var whole Arm
		for _, b := range members[r] {
			whole = append(whole, arms[b.arm][b.at])
		}
		low, high := whole.wholeBins()
		rough := 0.0 // a bin is put on the scale once
		for i := range whole {
			rough = math.Max(rough, whole[i].Rough)
		}
		w.ofLow, w.ofHigh = w.ofLow+low-rough, w.ofHigh+high+rough
		out[w.arm] = append(out[w.arm], *w)
	}
	return out, across
}

// add a bag to a weighing.
func (w *weighing) add(o *Observed) {
	w.of, w.by, w.bags = w.of+o.Of, w.by+o.By, w.bags+1
	low, high := o.Of, o.Of
	if o.OfHigh > 0 {
		low, high = o.OfLow, o.OfHigh
	}
	least, most := o.By, o.By
	if o.ByHigh > 0 {
		least, most = o.ByLow, o.ByHigh
	}
	w.ofLow, w.ofHigh, w.byLow, w.byHigh = w.ofLow+low, w.ofHigh+high, w.byLow+least, w.byHigh+most
}

// at the low or the high end of what it may have been.
func (w weighing) at(high bool) weighing {
	if high {
		w.of = w.ofHigh
		if w.byLow > 0 {
			w.by = w.byLow
		}
	} else {
		w.of, w.by = w.ofLow, w.byHigh
	}
	return w
}

// ends of weighings, all at the low or the high end.
func ends(list []weighing, high bool) []weighing {
	out := make([]weighing, len(list))
	for i, w := range list {
		out[i] = w.at(high)
	}
	return out
}

func anyRanged(list []weighing) bool {
	for i := range list {
		if list[i].ranged() {
			return true
		}
	}
	return false
}

// over is the measure of some weighings, of totals.
func ofTotals(list []weighing) float64 {
	var of, by float64
	for i := range list {
		of, by = of+list[i].of, by+list[i].by
	}
	return over(of, by)
}

func over(of, by float64) float64 {
	if by <= 0 {
		return 0
	}
	return of / by
}

// unequal reports whether weighings are of unequal numbers of bags.
func unequal(lists ...[]weighing) bool {
	n := 0
	for _, l := range lists {
		for i := range l {
			if n == 0 {
				n = l[i].bags
			}
			if l[i].bags != n {
				return true
			}
		}
	}
	return false
}
