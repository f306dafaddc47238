package compare

import (
	"fmt"

	"glebata/core/measure"
)

// Bin is what some bags came to together, where they share the bins they were weighed in.
type Bin struct {
	Name      string
	Low, High measure.Mass // edible, of all its bags
	Whole     bool         // all its bags are there
}

// BinsOf some bags: of each that was weighed with others, the bin that it shares.
func BinsOf(bags []*Bag) map[*Bag]*Bin {
	parent := map[string]string{} // of the keys of bins
	var root func(string) string
	root = func(k string) string {
		if p, ok := parent[k]; ok && p != k {
			return root(p)
		}
		return k
	}
	parts, seen := map[string]int{}, map[string]int{}
	for _, b := range bags {
		for i, s := range b.Bins {
			parts[s.Bin] = s.Parts
			seen[s.Bin]++
			if i > 0 {
				parent[root(s.Bin)] = root(b.Bins[0].Bin)
			}
		}
	}
	bins, out := map[string]*Bin{}, map[*Bag]*Bin{}
	for _, b := range bags {
		if len(b.Bins) == 0 {
			continue
		}
		k := root(b.Bins[0].Bin)
		if bins[k] == nil {
			bins[k] = &Bin{Name: fmt.Sprintf("bin %d", len(bins)+1), Whole: true}
		}
		bin := bins[k]
		low, high := b.M.HarvestRange()
		for _, s := range b.PoolShares() {
			low, high = low+s.Net-s.Low, high+s.Net-s.High
		}
		for _, s := range b.Bins {
			bin.Whole = bin.Whole && seen[s.Bin] == parts[s.Bin]
		}
		bin.Low, bin.High = bin.Low+low, bin.High+high
		out[b] = bin
	}
	return out
}
