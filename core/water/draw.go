package water

import "glebata/core/measure"

// draw is one way in which a bag's water may have gone.
type draw struct {
	State
	factor float64
	due    int // day of its next watering, 0 for none
}

// today of a run, as all draws have it.
type today struct {
	*Day
	at     int
	plan   *PlanSince
	silent bool // what nobody wrote down may have been given
	late   int
	rain   float64        // mm
	kept   float64        // m² that it falls on
	below  measure.Volume // that the reservoir holds
	usual  measure.Volume // that it takes of a bag with a factor of 1 that has enough
	holds  measure.Volume // in it, under which it takes less
	wants  measure.Volume // in it, under which it wants water
	hangs  measure.Volume // in it, under which leaves hang
}

func (b *Bag) today(d *Day, at int, plan *PlanSince) today {
	return today{
		Day: d, at: at, plan: plan, late: lateness(at), kept: b.catches(d), below: b.Below, usual: b.usualLoss(d),
		holds: holdsOn * d.Capacity, wants: measure.Volume(b.Threshold(at+1)) * d.Capacity, hangs: hangs * d.Capacity,
	}
}

// lateness of a day, which with a draw's number says how late it is watered.
func lateness(day int) int {
	h := uint32(day+1) * 2654435761
	return int(h >> 16 % (latest + 1))
}

// pass a day, watered so late after it wanted some: what came and went is added to f, and what
// is taken as given is returned.
func (s *draw) pass(d *today, f *Flow, late int) (given measure.Volume) {
	switch {
	case d.plan.Plan.Regime != ByNeed:
		given = d.plan.Plan.gives(d.at-d.plan.From, s.State)
	case d.silent && s.due != 0 && d.at >= s.due:
		given, s.due = s.Give(), 0
	}
	d.step(&s.State, f, d.Given+given, d.usual*measure.Volume(s.factor))
	switch { // as Due, in litres
	case s.In >= d.wants:
		s.due = 0
	case s.In < d.hangs:
		s.due = d.at + 1
	case s.due == 0:
		s.due = d.at + 1 + late
	}
	return given
}

// step a state on through a day: rain and can first, then what the reservoir gives up, then a
// loss from medium that has enough. What came and went is added to f.
func (d *today) step(s *State, f *Flow, given, loss measure.Volume) {
	if d.Capacity > s.Capacity {
		brought := (d.Capacity - s.Capacity) * Moist
		f.Brought += brought
		s.In += brought
	}
	s.Capacity, s.Base = d.Capacity, d.below
	rain := measure.Volume(d.rain * d.kept)
	f.Rain += rain
	f.Given += given
	s.In += rain + given
	if over := s.In - s.Capacity; over > 0 {
		s.In = s.Capacity
		caught := max(0, min(over, d.below-s.Below))
		s.Below += caught
		f.Drained += over - caught
	}
	if s.Below > 0 {
		up := min(s.Below, s.Capacity-s.In)
		s.In, s.Below = s.In+up, s.Below-up
	}
	if s.In < d.holds {
		loss *= s.In / d.holds
	}
	loss = min(loss, s.In)
	f.Lost += loss
	s.In -= loss
}

// Due is the day on which water that was not written down is taken as given at the latest, to
// what wants some with θ left at the end of a day; 0 where it wants none, before is what it was
// the day before.
func Due(day int, theta, wants float64, before int) int {
	switch {
	case theta >= wants:
		return 0
	case theta < hangs:
		return day + 1
	case before == 0:
		return day + 1 + latest
	}
	return before
}
