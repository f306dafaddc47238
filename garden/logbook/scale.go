package logbook

import (
	"glebata/core/lift"
	"glebata/core/measure"
)

// ScaleReader reads lines as they are typed at a planting: bare numbers are of the scale, and what was
// counted only is of its own mean tuber, else of its class's usual one.
func (s *PlantingState) ScaleReader(containers []Container, sys measure.System) lift.Reader {
	r := lift.Reader{Bare: sys.ScaleUnit(), Units: sys, Tares: map[string]measure.Mass{}}
	for _, c := range containers {
		r.Tares[c.Name] = c.Tare
	}
	r.Mean, r.Off = lift.UsualTuber(s.Variety.Class), lift.UsualOff
	if mean := s.Harvest.MeanTuber(); mean > 0 {
		r.Mean, r.Off = mean, lift.OwnOff
	}
	return r
}
