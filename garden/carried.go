package garden

import (
	"slices"
	"sync"

	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// carried is what was worked out and is carried from revision to revision, each under all
// that it follows from: an entry makes new what follows from it, and nothing else. Safe for
// concurrent use.
type carried struct {
	mu      sync.Mutex
	values  map[slot]value
	replays map[logbook.ID]*replay
	lists   map[Filter]*stateList
	grown   map[logbook.ID]grown
}

// slot of one value: what it is, and of which plantings. It holds the latest.
type slot struct {
	what string
	of   Filter
}

// value in a slot, with the comparable struct of all it follows from.
type value struct{ from, made any }

func newCarried() *carried {
	return &carried{values: map[slot]value{}, replays: map[logbook.ID]*replay{}, lists: map[Filter]*stateList{}, grown: map[logbook.ID]grown{}}
}

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

// replay is what the log of one planting comes to. While neither plan nor log changes it is
// the same one, by its address.
type replay struct {
	planting *logbook.Planting // as planned
	entries  int               // of its log, which only grows
	state    logbook.PlantingState
	err      error // of a plan that cannot be laid
}

func newReplay(p *logbook.Planting, log []logbook.Entry) *replay {
	state, err := logbook.NewPlantingState(*p, log)
	return &replay{planting: p, entries: len(log), state: state, err: err}
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
		if len(c.lists) >= maxLazies && c.lists[f] == nil {
			clear(c.lists)
		}
		c.lists[f] = out
	}
	return out
}

// grown is the forecast of one planting, and what it follows from.
type grown struct {
	from     grownFrom
	forecast forecast.PlantingForecast
}

// grownFrom is all that the forecast of one planting follows from: its plan and log, what was
// chosen for it, and what goes for all of them.
type grownFrom struct {
	replay *replay
	today  measure.Day
	timing logbook.Timing
	timed  bool
	mix    string
	common commonFrom
}

// commonFrom is what the forecasts of all plantings follow from beside themselves: parts of the
// file by the revision they were last written at, and how tall varieties grow.
type commonFrom struct {
	site, terrace, weather, medium, shed, retired int64
	nips                                          bool
	told                                          *stateList // that tell how tall
}

// forecastsOf a list, those anew that something has changed of.
func (v *View) forecastsOf(f Filter, states *stateList) ([]forecast.PlantingForecast, error) {
	common, err := v.commonFrom()
	if err != nil {
		return nil, err
	}
	timings, err := v.r.Timings(v.ctx, Filter{})
	if err != nil {
		return nil, err
	}
	mixes, err := v.mixes(Filter{})
	if err != nil {
		return nil, err
	}
	out := make([]forecast.PlantingForecast, len(states.list))
	from := make([]grownFrom, len(states.list))
	var anew []int
	c := v.g.carried
	c.mu.Lock()
	for i, r := range states.replays {
		id := r.planting.ID
		k := grownFrom{replay: r, today: v.today, mix: mixes[id], common: common}
		k.timing, k.timed = timings[id]
		if from[i] = k; c.grown[id].from == k {
			out[i] = c.grown[id].forecast
			continue
		}
		anew = append(anew, i)
	}
	c.mu.Unlock()
	if len(anew) == 0 {
		return out, nil
	}
	list := make([]logbook.PlantingState, len(anew))
	for k, i := range anew {
		list[k] = states.list[i]
	}
	made, err := v.forecastAnew(f, list)
	if err != nil {
		return nil, err
	}
	c.mu.Lock()
	defer c.mu.Unlock()
	for k, i := range anew {
		out[i] = made[k]
		c.grown[states.replays[i].planting.ID] = grown{from[i], made[k]}
	}
	return out, nil
}

// commonFrom is what forecasts of this moment follow from beside their plantings.
func (v *View) commonFrom() (commonFrom, error) {
	t := &v.m.file.touched
	told, err := v.states(Filter{Finished: true, Heights: mostTold})
	if err != nil {
		return commonFrom{}, err
	}
	nips, err := v.Nips()
	return commonFrom{t[SiteSection], t[TerraceSection], t[WeatherSection], t[MediumSection], t[ShedSection], t[RetiredSection], nips, told}, err
}
