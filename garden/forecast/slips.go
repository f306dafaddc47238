package forecast

import (
	"glebata/core/measure"
	"glebata/core/seed"
	"glebata/garden/logbook"
)

// SlipBalance is slips wanted against slips to be had for one variety.
type SlipBalance struct {
	Variety   logbook.Variety
	Bags      []string
	Wanted    int         // in bags
	Needed    int         // with some in hand
	By        measure.Day // planting out
	Available int         // taken, or expected by then
	Roots     int         // to start
	Says      measure.Phrase
}

func (b *SlipBalance) Weigh(nursery []logbook.NursingState, today measure.Day) {
	b.Needed = seed.SlipsNeeded(b.Wanted)
	for i := range nursery {
		n := &nursery[i]
		if n.Kind != logbook.Root || n.Variety.ID != b.Variety.ID || n.Ended {
			continue
		}
		expected := seed.SlipsBy(int(max(b.By, today)-n.Started), n.Temp)
		b.Available += max(n.InHand(), expected-n.Planted)
	}
	short := b.Needed - b.Available
	b.Roots = seed.RootsNeeded(max(0, short))
	switch {
	case short <= 0:
		b.Says = measure.Say("Enough: {} slips by {}, {} needed.", b.Available, b.By, b.Needed)
	case int(b.By-today) >= 42:
		b.Says = measure.Say("{} short by {}: {} of {} needed. Start {} more roots now.", short, b.By, b.Available, b.Needed, b.Roots)
	default:
		b.Says = measure.Say("{} short by {}: {} of {} needed, and too late to start roots. Order {} slips, or plant fewer to a bag.", short, b.By, b.Available, b.Needed, short)
	}
}

// RootHarvest is what came of the slips of one mother root.
type RootHarvest struct {
	Root    logbook.Nursling
	Slips   int
	Edible  measure.Mass
	PerSlip measure.Mass
	Ratio   float64 // kg to kg of mother root; 0 when the root was not weighed
}
