package logbook

import (
	"slices"

	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/lift"
	"glebata/core/measure"
)

// Last day on which a job was done, skipped or put off as one of these; 0 for never.
func (s *State) Last(what job.Kind, as ...Kind) measure.Day {
	for i := len(s.Doings) - 1; i >= 0; i-- {
		if d := &s.Doings[i]; d.What == what && slices.Contains(as, d.As) {
			return d.Day
		}
	}
	return 0
}

// HaulmCutOn is the day the tops were cut down; 0 when they stand.
func (s *State) HaulmCutOn() measure.Day { return s.Last(job.CutHaulm, Tended) }

// Times a job was done or skipped.
func (s *State) Times(what job.Kind, as ...Kind) int {
	n := 0
	for i := range s.Doings {
		if d := &s.Doings[i]; d.What == what && slices.Contains(as, d.As) {
			n++
		}
	}
	return n
}

// Raising says what a raise by a height, or with loose litres, of what is said or as planned, would come to:
// the level, and the litres settled and loose. Faults when it cannot be.
func (s *PlantingState) Raising(said string, by measure.Length, loose measure.Volume) (to measure.Length, settled, bring measure.Volume, err error) {
	of := s.material(said)
	to, settled, err = s.raised(&s.Planting, of, by, loose)
	return to, settled, s.Filling.LooseMaterial(of, settled), err
}

// Settled volume in the bag now that roots grow in: all but chips at the bottom.
func (s *State) Settled() measure.Volume {
	var v measure.Volume
	for _, l := range s.Layers {
		if l.Of != hill.Chips {
			v += l.Settled
		}
	}
	return v
}

// Feeding is the settled volume in the bag now that feeds what grows in it: medium alone.
func (s *State) Feeding() measure.Volume {
	var v measure.Volume
	for _, l := range s.Layers {
		if l.Of == hill.Medium {
			v += l.Settled
		}
	}
	return v
}

// Lifted reports whether there is a harvest to speak of: something was weighed, or the bag
// was closed with nothing in it.
func (s *State) Lifted() bool { return len(s.Batches) > 0 || s.Stage == StageClosed && !s.Unknown }

// Measures of the bag for comparing.
func (s *PlantingState) Measures() lift.Bag {
	shape := s.Bag.Model.Shape
	litres := s.Feeding()
	if shape.Ground() { // what is heaped over it is no bag's
		litres = 0
	}
	return lift.Bag{Area: shape.AreaAt(shape.Height()) * measure.Area(s.Part()), Seed: s.Seed, SeedLow: s.SeedLow, SeedHigh: s.SeedHigh, Plants: s.Plants, Litres: litres * measure.Volume(s.Part()), Total: s.Harvest, Unweighed: s.Unweighed}
}
