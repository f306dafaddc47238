package forecast

import (
	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/garden/logbook"
)

// Calibration from the grower's own finished bags: of a variety where it has
// some, of its class otherwise.
func Calibration(finished []PlantingForecast, class crop.Class, variety logbook.ID) bag.Calibration {
	var ofVariety, ofClass bag.Calibration
	for i := range finished {
		s := &finished[i]
		if s.Variety.Class != class || s.Unweighed || s.Simulated || s.Index < growth.MinIndex || s.Unknown {
			continue
		}
		e := bag.Expect(s.Growing(bag.Calibration{}))
		ofClass.Add(s.Harvest.Edible, e.Yield)
		if s.Variety.ID == variety {
			ofVariety.Add(s.Harvest.Edible, e.Yield)
		}
	}
	if variety != 0 && ofVariety.Bags > 0 {
		return ofVariety
	}
	return ofClass
}

// Growing is what is expected of a planting as it stands, or as it is planned.
func (s *PlantingForecast) Growing(from bag.Calibration) bag.Growing {
	g := bag.Growing{Class: s.Variety.Class, Plants: s.Plants, Sprouts: bag.UsualSprouts, Seed: s.Seed, Season: s.Index, From: from}
	g.Depth = s.Ladder.Top - s.Ladder.Bottom
	g.Usable = s.Bag.Model.Shape.Between(s.Ladder.Bottom, s.Ladder.Top)
	if s.Stage == logbook.StageClosed {
		g.Usable, g.Depth = s.Settled(), s.Level-s.Ladder.Bottom
		if s.Bag.Model.Shape.Ground() {
			g.Usable, g.Depth = s.Bag.Model.Shape.Full(), s.Bag.Model.Shape.Height()
		}
	}
	g.Usable *= measure.Volume(s.Part())
	if s.Stage == logbook.StagePlanned {
		g.Plants, g.Seed = s.Number, s.SeedWanted()
	}
	if g.Class.Crop() == crop.SweetPotato {
		g.Sprouts = 1
	} else if g.Seed == 0 { // not known: a usual piece each
		g.Seed = measure.Mass(g.Plants) * crop.SeedPiece
	}
	return g
}

// WetWeight of a planting's bag filled to its top with a mix, in full growth; chips
// at the bottom and straw over the seed weigh what they usually do.
func (s *PlantingForecast) WetWeight(mix medium.Mix) measure.Mass {
	shape, l := s.Bag.Model.Shape, &s.Ladder
	if shape.Ground() { // nobody lifts it
		return 0
	}
	of := map[string]measure.Volume{"chips": shape.Between(0, l.Bottom)}
	if s.Filling.Over() == hill.Straw && len(l.Seed) > 0 {
		of["straw"] = shape.Between(l.Seed[0], l.Top)
	}
	settled := shape.Between(0, l.Top)
	other := 0.0
	for key, v := range of {
		c, _ := medium.Usual().Named(key)
		settled -= v
		other += float64(v) * c.WetKg
	}
	return mix.WetWeight(settled, s.Bag.Model.Empty) + measure.Mass(other)*measure.Kilogram
}
