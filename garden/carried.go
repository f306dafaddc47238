package garden

import (
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

// stateList is plantings with what they have come to, and plans that cannot be laid. While
// none of them changes it is the same list, by its address.
type stateList struct {
	list    []logbook.PlantingState
	replays []*replay // of list
	unlaid  []logbook.SetAside
	of      []*replay // of all of them, laid or not
}

// maxLists of plantings that are kept.
const maxLists = 64

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
