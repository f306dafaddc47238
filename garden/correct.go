package garden

import (
	"context"
	"fmt"

	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Moved is a figure of a finished bag before and after a correction.
type Moved struct {
	Label   string
	Variety string
	Year    int
	What    string
	From    string
	To      string
}

// NotSure is a correction that moves figures of finished bags and was not said to be meant.
type NotSure struct{ Moves []Moved }

// Error says what moves.
func (n *NotSure) Error() string {
	return fmt.Sprintf("%d figures of finished bags move", len(n.Moves))
}

// asked is the correction as plain values.
func (c Correction) asked() any {
	out := []any{}
	if c.Variety != nil {
		out = append(out, *c.Variety)
	}
	if c.Model != nil {
		out = append(out, c.Model.ID, modelAsked(*c.Model))
	}
	if c.Bag != nil {
		out = append(out, *c.Bag)
	}
	if c.Place != nil {
		out = append(out, *c.Place)
	}
	if c.Lot != nil {
		out = append(out, *c.Lot)
	}
	if c.Tray != nil {
		out = append(out, c.Tray.ID, c.Tray.Label)
	}
	if c.Product != nil {
		out = append(out, *c.Product)
	}
	if c.Mix != nil {
		out = append(out, *c.Mix)
	}
	if c.Plan != nil {
		out = append(out, *c.Plan)
	}
	return out
}

// Correct puts right what was typed. All logs that stand on it are replayed: what would
// contradict an entry is refused, naming it; where figures of finished bags move it is
// refused with NotSure until it is sent with Sure. Safe to repeat. It returns the ID of the
// thing.
func (g *Garden) Correct(ctx context.Context, c Correction, a Request) (logbook.ID, error) {
	return g.idempotent(ctx, a.Key, c.asked(), func(w Writer) (logbook.ID, error) {
		touched, some := c.touches()
		before, err := stand(ctx, w, touched, some)
		if err != nil {
			return 0, err
		}
		id, err := apply(ctx, w, c)
		if err != nil {
			return 0, err
		}
		after, err := stand(ctx, w, touched, some)
		if err != nil {
			return 0, err
		}
		moves, err := movesBetween(before, after)
		if err != nil {
			return 0, err
		}
		if len(moves) > 0 && !c.Sure {
			return 0, &NotSure{moves}
		}
		return id, nil
	})
}

// touches are the plantings that a correction can move; ok is false where it can move none.
func (c Correction) touches() (f Filter, ok bool) {
	switch {
	case c.Variety != nil:
		return Filter{Variety: c.Variety.ID}, true
	case c.Model != nil:
		return Filter{Model: c.Model.ID}, true
	case c.Bag != nil:
		return Filter{Bag: c.Bag.ID}, true
	case c.Plan != nil:
		return Filter{ID: c.Plan.ID}, true
	}
	return Filter{}, false
}

// stand is what the logs of plantings come to, by planting.
func stand(ctx context.Context, w Writer, f Filter, some bool) (map[logbook.ID]*logbook.PlantingLog, error) {
	if !some {
		return nil, nil
	}
	list, err := w.Plantings(ctx, f)
	if err != nil {
		return nil, err
	}
	logs, err := w.Logs(ctx, f)
	if err != nil {
		return nil, err
	}
	out := make(map[logbook.ID]*logbook.PlantingLog, len(list))
	for _, p := range list {
		l := logbook.NewPlantingLog(p, logs[p.ID])
		out[p.ID] = &l
	}
	return out, nil
}

// movesBetween what finished bags come to, and refuse what sets an entry aside.
func movesBetween(before, after map[logbook.ID]*logbook.PlantingLog) ([]Moved, error) {
	var moves []Moved
	for id, was := range before {
		is := after[id]
		if is == nil {
			continue
		}
		for _, aside := range is.State.Aside {
			if logbook.IsAside(was.State.Aside, aside.Entry) {
				continue
			}
			e, _ := is.Find(aside.Entry)
			return nil, logbook.Refuse("", "That cannot be with what was logged of bag {} on {} ({}): {}", was.Planting.Bag.Label, aside.Day, e.Kind.Name(), aside.Why[0].Says)
		}
		if _, err := logbook.Replay(&is.Planting, nil); err != nil {
			return nil, logbook.Refuse("", "Bag {}, {}: {}", was.Planting.Bag.Label, was.Planting.Season.Year, logbook.AsFaults(err)[0].Says)
		}
		if was.State.Stage == logbook.StageClosed {
			moves = append(moves, moved(was, is)...)
		}
	}
	return moves, nil
}

// moved figures of one finished bag.
func moved(was, is *logbook.PlantingLog) []Moved {
	wasState, isState := logbook.PlantingState{Planting: was.Planting, State: was.State}, logbook.PlantingState{Planting: is.Planting, State: is.State}
	a, b := wasState.Measures(), isState.Measures()
	var out []Moved
	note := func(what string, from, to any) {
		if f, t := measure.Metric.Print(from), measure.Metric.Print(to); f != t {
			out = append(out, Moved{was.Planting.Bag.Label, was.Planting.Variety.Name, was.Planting.Season.Year, what, f, t})
		}
	}
	ra, _ := a.Ratio()
	rb, _ := b.Ratio()
	note("harvest for seed", measure.Ratio(ra), measure.Ratio(rb))
	note("harvest a litre", a.PerLitre(), b.PerLitre())
	note("harvest a square metre", a.PerArea(), b.PerArea())
	note("harvest a plant", a.PerPlant(), b.PerPlant())
	note("variety", was.Planting.Variety.Name, is.Planting.Variety.Name)
	note("class", was.Planting.Variety.Class.Name(), is.Planting.Variety.Class.Name())
	note("label", was.Planting.Bag.Label, is.Planting.Bag.Label)
	return out
}
