package logbook

import (
	"fmt"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/seed"
)

// checkSeed refuses seed that cannot be: pieces no tuber has, more than a bag can take, a
// range turned round. That it is not known is no reason.
func checkSeed(p *Planting, e *Entry) error {
	for i, piece := range e.Seed.Pieces {
		if !(piece >= seed.MinPiece && piece <= seed.MaxPiece) {
			return Refuse(fmt.Sprintf("piece-%d", i+1), "A seed piece of {} is not believed: between {} and {}.", piece, seed.MinPiece, seed.MaxPiece)
		}
	}
	for i, how := range e.Seed.Hows {
		if !how.Valid() {
			return Refuse(fmt.Sprintf("piece-%d", i+1), "Say how it is known.")
		}
	}
	sweet := p.Variety.Class.Crop() == crop.SweetPotato
	field, n := "count", max(len(e.Seed.Pieces), e.Seed.Count)
	if sweet {
		field, n = "slips", max(n, e.Slips)
	}
	k := &e.Seed
	switch most := seed.MaxPiece * measure.Mass(max(n, p.Number)); {
	case n < 0 || n > MaxPlants || e.Slips < 0 || k.Count < 0:
		return Refuse(field, "No more than {} go into a bag.", MaxPlants)
	case !sweet && e.Slips > 0:
		return Refuse("pieces", "{} is a potato: it grows from tubers, not from slips.", p.Variety.Name)
	case !(k.Low >= 0 && k.High >= k.Low):
		return Refuse("low", "The first is the least it may be, the second the most.")
	case !(k.Total >= 0 && k.Total <= most):
		return Refuse("total", "{} of seed is not believed: at most {} a piece.", k.Total, seed.MaxPiece)
	case !(k.High <= most):
		return Refuse("high", "{} of seed is not believed: at most {} a piece.", k.High, seed.MaxPiece)
	}
	return nil
}
