package logbook

import "glebata/core/measure"

// PoolShare is what a planting is taken to have had of a bin that was weighed of several: its edible
// part, within a range.
type PoolShare struct {
	Bin            string // what the shares of one bin have in common
	Net, Low, High measure.Mass
}

// PoolShares of a planting, one for each bin that it was weighed in with others.
func (s *State) PoolShares() (out []PoolShare) {
	for i := range s.Log {
		e := &s.Log[i]
		if e.Kind != Weighed || e.Group == "" {
			continue
		}
		share, pooled := PoolShare{Bin: e.Group}, false
		for k := range e.Batches {
			b := e.Batches[k].Lifted()
			if pooled = pooled || b.Known == measure.Pooled; b.Grade.Edible() {
				low, high := b.Range()
				share.Low, share.High, share.Net = share.Low+low, share.High+high, share.Net+b.Net()
			}
		}
		if pooled {
			out = append(out, share)
		}
	}
	return out
}
