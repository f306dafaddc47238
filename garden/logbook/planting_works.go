package logbook

import (
	"slices"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
)

func (s *State) plant(p *Planting, e *Entry) error {
	if err := checkSeed(p, e); err != nil {
		return err
	}
	a := e.Seed.Amount(p.Number)
	s.Stage, s.Planted, s.About, s.Known, s.Start = StageGrowing, e.Day, e.About, e.Seed, e.Start
	s.Plants, s.Counted, s.SeedHow, s.Simulated = a.Count, a.Counted, a.How, s.Simulated || a.How == measure.Simulated
	if p.Variety.Class.Crop() == crop.SweetPotato { // what a root weighs is no seed
		s.Mother = a.Mass
		if e.Slips > 0 {
			s.Plants, s.Counted, s.SeedHow = e.Slips, true, measure.Weighed
		}
	} else {
		s.Pieces, s.Seed, s.SeedLow, s.SeedHigh = a.Pieces, a.Mass, a.Low, a.High
	}
	for _, f := range s.Ladder.Fills {
		s.Layers = append(s.Layers, Layer{f.Of, f.From, f.To, f.Settled, e.Day})
	}
	s.Level, s.Filled = s.Ladder.Start, e.Day
	if s.filledLoose > 0 {
		return s.fill(p, e.Day)
	}
	return nil
}

// fill a bag with what was really brought, in place of what was planned: it stands as high
// as that comes to, and the rungs are laid from there.
func (s *State) fill(p *Planting, day measure.Day) error {
	shape := p.Bag.Model.Shape
	if shape.Ground() {
		return nil
	}
	level := min(shape.LevelAfter(s.Ladder.Bottom, s.filledLoose*measure.Volume(1-p.Filling.Settling)), shape.Height())
	rungs, err := hill.Replan(shape, p.Filling, level)
	if err != nil {
		return PlanFault(err)
	}
	s.Layers = slices.DeleteFunc(s.Layers, func(l Layer) bool { return l.From >= level-1e-9 })
	for i := range s.Layers {
		if l := &s.Layers[i]; l.To > level || i == len(s.Layers)-1 && l.To < level {
			l.To = level
			l.Settled = shape.Between(l.From, l.To)
		}
	}
	if s.Level, s.Filled = level, day; p.Filling.School == hill.FillOnce || p.Filling.School == hill.TwoLevel {
		rungs = nil
	}
	s.Rungs = rungs
	return nil
}

// stack a ring on top: the rim is higher, and there is room for more.
func (s *State) stack(p *Planting, e *Entry) error {
	shape := p.Bag.Model.Shape
	if shape.Ground() {
		return Refuse("amount", "There is no rim in the ground.")
	}
	shape = shape.Ringed(shape.Ring() + measure.Length(e.Amount))
	rungs, err := hill.Replan(shape, p.Filling, s.Level)
	if err != nil {
		return PlanFault(err)
	}
	p.Bag.Model.Shape, s.Ladder.Top = shape, shape.UsableTop(p.Filling.Headspace)
	if s.Care = append(s.Care, *e); s.Flowered == 0 {
		s.Rungs = rungs
	}
	return nil
}

func (s *State) raise(p *Planting, e *Entry) error {
	shape := p.Bag.Model.Shape
	of := s.material(e.Thing)
	to, settled, err := s.raised(p, of, e.RaiseBy, e.Loose)
	if err != nil {
		return err
	}
	rungs, err := hill.Replan(shape, p.Filling, to)
	if err != nil {
		return PlanFault(err)
	}
	s.Layers = append(s.Layers, Layer{of, s.Level, to, settled, e.Day})
	if s.StemKnown {
		s.Stem = max(0, s.Stem-(to-s.Level))
	}
	s.Raised += to - s.Level
	s.Level, s.Filled, s.Rungs = to, e.Day, rungs
	if s.Flowered != 0 {
		s.Rungs = nil
	}
	return nil
}

// raised is the level a raise of a material comes to and the settled litres it lays.
func (s *State) raised(p *Planting, of hill.Material, by measure.Length, loose measure.Volume) (measure.Length, measure.Volume, error) {
	shape := p.Bag.Model.Shape
	to := s.Level + by
	if loose > 0 {
		to = shape.LevelAfter(s.Level, p.Filling.Settled(of, loose))
	}
	rim := shape.Rim()
	switch {
	case to <= s.Level:
		return 0, 0, Refuse("by", "Say how much went on: more than 0.")
	case to > rim+0.05 && shape.Ground():
		return 0, 0, Refuse("by", "That would stand {} over the ground: up to {} is believed.", shape.Told(to), shape.Told(rim))
	case to > rim+0.05:
		return 0, 0, Refuse("by", "That is {} over the rim: at most {} more fits, {} loose.",
			to-rim, rim-s.Level, p.Filling.LooseMaterial(of, shape.Between(s.Level, rim)))
	}
	return to, shape.Between(s.Level, to), nil
}

func (s *State) weigh(_ *Planting, e *Entry) error {
	for _, b := range e.Batches {
		s.Simulated = s.Simulated || b.How == measure.Simulated
		batch := b.Lifted()
		s.Batches = append(s.Batches, batch)
		s.Harvest.Add(batch)
		s.Unknown = false // closed without a weight, and weighed after all
	}
	return nil
}

// material that a raise is made of: as it was said, else as the plan has it.
func (s *State) material(said string) hill.Material {
	if of, ok := hill.MaterialNamed(said); ok {
		return of
	}
	return s.over
}

// Spots where the seed lies; before planting, where it will lie.
func (s *State) Spots(p *Planting) []bag.Spot {
	n := s.Plants
	if s.Stage == StagePlanned {
		n = p.Number
	}
	return bag.PlaceLevels(p.Bag.Model.Shape, s.Ladder.Seed, n, p.Variety.Class.Constants().Spacing)
}
