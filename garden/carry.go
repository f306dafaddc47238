package garden

import (
	"maps"
	"slices"

	"glebata/garden/logbook"
)

// carry is what work makes, or made before from the same. Within a write nothing is
// carried: what it has written may not be kept.
func carry[From comparable, V any](v *View, at slot, from From, work func() (V, error)) (V, error) {
	if v.m.file == nil {
		return work()
	}
	c := v.g.carried
	c.mu.Lock()
	held, ok := c.values[at]
	c.mu.Unlock()
	if ok && held.from == any(from) {
		return held.made.(V), nil
	}
	made, err := work()
	if err == nil {
		c.mu.Lock()
		c.values[at] = value{from, made}
		c.mu.Unlock()
	}
	return made, err
}

// replayOf a planting whose log is given.
func (v *View) replayOf(p *logbook.Planting, log []logbook.Entry) *replay {
	if v.m.file == nil {
		return newReplay(p, log)
	}
	c := v.g.carried
	if r := c.replays[p.ID]; r != nil && r.entries == len(log) && (r.planting == p || *r.planting == *p) {
		return r
	}
	if v.g.watchReplay != nil {
		v.g.watchReplay(p.ID)
	}
	r := newReplay(p, log)
	c.replays[p.ID] = r
	return r
}

// listOf plantings: the same list as before where all of them are.
func (v *View) listOf(f Filter, plantings []*logbook.Planting, logs map[logbook.ID][]logbook.Entry) *stateList {
	c := v.g.carried
	c.mu.Lock()
	defer c.mu.Unlock()
	out := &stateList{of: make([]*replay, len(plantings))}
	for i, p := range plantings {
		out.of[i] = v.replayOf(p, logs[p.ID])
	}
	if v.m.file != nil {
		if before := c.lists[f]; before != nil && slices.Equal(before.of, out.of) {
			return before
		}
	}
	out.list = make([]logbook.PlantingState, 0, len(plantings))
	for i, r := range out.of {
		if r.err != nil {
			out.unlaid = append(out.unlaid, logbook.AsidePlan(plantings[i], r.err))
			continue
		}
		out.list, out.replays = append(out.list, r.state), append(out.replays, r)
	}
	if v.m.file != nil {
		if len(c.lists) >= maxLists && c.lists[f] == nil { // those of one bag are soon made again
			maps.DeleteFunc(c.lists, func(f Filter, _ *stateList) bool { return f.ID != 0 || f.Bag != 0 })
		}
		c.lists[f] = out
	}
	return out
}
