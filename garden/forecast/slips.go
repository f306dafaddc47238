package forecast

import (
	"fmt"

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
	May       measure.Phrase // why one of its plantings cannot live, and what is nearest; empty where all can
}

// Weigh what the nursery has against what is wanted.
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
	days := min(int(b.By-today), seed.UsualSlipDays)
	var inTime bool
	b.Roots, inTime = seed.RootsNeeded(max(0, short), days, seed.UsualRootsAt)
	each := seed.SlipsBy(days, seed.UsualRootsAt)
	switch begins := b.By - measure.Day(days); {
	case short <= 0:
		b.Says = measure.Say("Enough: {} slips by {}, {} needed.", b.Available, b.By, b.Needed)
	case inTime && begins > today:
		b.Says = measure.Say("{} short by {}: {} of {} needed. Start {} more on {}: a root, {} by then.", short, b.By, b.Available, b.Needed, roots(b.Roots), begins, slips(each))
	case inTime:
		b.Says = measure.Say("{} short by {}: {} of {} needed. Start {} more now: a root, {} by then.", short, b.By, b.Available, b.Needed, roots(b.Roots), slips(each))
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
	About   bool    // it was weighed by eye
}

func roots(n int) string { return counted(n, "root") }
func slips(n int) string { return counted(n, "slip") }

func counted(n int, what string) string {
	if n != 1 {
		what += "s"
	}
	return fmt.Sprintf("%d %s", n, what)
}
