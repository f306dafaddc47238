package trial

// Align sets blocks that nobody laid out, such as gardens, level with one another: what a bag gave is taken
// of what all of its block gave (Hodges and Lehmann 1962, of ratios). So a block where everything gives
// more says nothing by having more of one group; dealt anew within blocks the test stays exact, and a
// difference is told a little small where groups are uneven in a block. A block with bags of one group
// alone, or that gave nothing, tells nothing of a difference and is left out; groups stay where they
// stand, without the bags of those.
func Align(arms []Arm) (aligned []Arm, left []int) {
	type block struct {
		of, by float64
		arm    int
		both   bool
	}
	found := map[int]*block{}
	var order []int
	for i, a := range arms {
		for _, o := range a {
			b := found[o.Block]
			if b == nil {
				b = &block{arm: i}
				found[o.Block], order = b, append(order, o.Block)
			}
			b.of, b.by, b.both = b.of+o.Of, b.by+o.By, b.both || b.arm != i
		}
	}
	for _, k := range order {
		if b := found[k]; !b.both || b.of <= 0 || b.by <= 0 {
			left = append(left, k)
		}
	}
	aligned = make([]Arm, len(arms))
	for i, a := range arms {
		for _, o := range a {
			b := found[o.Block]
			if !b.both || b.of <= 0 || b.by <= 0 {
				continue
			}
			level := b.of / b.by
			o.By, o.ByLow, o.ByHigh = o.By*level, o.ByLow*level, o.ByHigh*level
			aligned[i] = append(aligned[i], o)
		}
	}
	return aligned, left
}
