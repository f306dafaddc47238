package logbook

import (
	"glebata/core/hill"
)

// NewPlantingState replays a log on a planting. A plan that cannot be laid is refused
// with Faults.
func NewPlantingState(p Planting, log []Entry) (PlantingState, error) {
	s, err := Replay(&p, log)
	return PlantingState{p, s}, err
}

// Replay puts a planting's log on its plan, in order of day. Entries that cannot
// follow the ones before them are set aside, with Faults that name the field. A plan
// that cannot be laid is refused with Faults.
func Replay(p *Planting, log []Entry) (State, error) {
	s := State{}
	p.Bag.Model.Shape = p.Bag.Model.Shape.Ringed(0) // as it was planned
	ladder, err := hill.Lay(p.Bag.Model.Shape, p.Filling)
	if err != nil {
		return s, PlanFault(err)
	}
	s.Ladder, s.Rungs, s.over = ladder, ladder.Rungs, p.Filling.Over()
	s.Log = Live(log)
	s.Aside = replay(s.Log, func(e *Entry) error { return s.apply(p, e) })
	return s, nil
}

// apply one entry; where it is refused the state is as it was.
func (s *State) apply(p *Planting, e *Entry) error {
	if err := s.inOrder(p, e); err != nil {
		return err
	}
	switch k := KindOf(e.Kind); {
	case k.Kind == "":
		return Refuse("", "This program does not know entries of the kind “{}”: a later one may.", string(e.Kind))
	case k.Apply != nil:
		return k.Apply(s, p, e)
	}
	return nil
}

// inOrder checks that an entry may come at this stage.
func (s *State) inOrder(p *Planting, e *Entry) error {
	label := p.Bag.Label
	switch {
	case s.Stage == StageClosed && e.Kind == Weighed: // found later
	case s.Stage == StageClosed:
		return Refuse("day", "Bag {} was closed on {}: take the closing back first.", label, s.Ended)
	case s.Stage == StageDropped:
		return Refuse("", "The plan for bag {} was dropped.", label)
	case s.Stage == StagePlanned && !KindOf(e.Kind).Early && !(e.Kind == Tended && e.What.LeadsUp()):
		return Refuse("day", "Bag {} is not planted yet on {}: this must come on or after planting day.", label, e.Day)
	case s.Stage == StageGrowing && e.Kind == Planted:
		return Refuse("", "Bag {} is planted already, on {}.", label, s.Planted)
	case s.Stage == StageGrowing && e.Kind == Dropped:
		return Refuse("", "Bag {} is planted: close it instead of dropping the plan.", label)
	}
	return nil
}

func (e *Entry) line() line { return line{e.ID, e.Day, e.Voids} }
