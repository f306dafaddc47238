package forecast

import (
	"fmt"
	"math"

	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/core/water"
	"glebata/core/working"
	"glebata/garden/logbook"
)

// A pot is taken to hold so much mix, and its plant to have so much of its leaf in the first
// weeks. Practice.
const (
	potHolds  measure.Volume = 2
	potWater  measure.Volume = 0.22 // available, L/L
	potLeaf   float64        = 0.25 // of a plant at its fullest, at the most
	leafOutBy measure.Day    = 42   // days in its pot by which it has that
)

// PotWater is the water of a pot of the nursery as it stands today.
type PotWater struct {
	Nursling *logbook.NursingState
	Now      water.State
	Give     measure.Volume // 0 while it has enough
	Since    measure.Day    // it was watered last; 0 where nobody said
	lost     measure.Volume // since then, or since it asked last
}

// Percent of its water that is left.
func (p *PotWater) Percent() int { return int(math.Round(100 * p.Now.Theta())) }

// WaterOfPots of the nursery that stand open, by the weather up to today. One that nobody
// ever wrote a watering of is taken as watered when it wanted some.
func WaterOfPots(site *logbook.Site, n *climate.Normals, station Station, own []logbook.DayRecord, nursery []logbook.NursingState, today measure.Day) []PotWater {
	from := today
	for i := range nursery {
		if s := &nursery[i]; s.Open() && s.Kind == logbook.Pot {
			from = min(from, s.Started)
		}
	}
	a := newAir(site, n, station, own, nil, from, today, today)
	var out []PotWater
	for i := range nursery {
		if s := &nursery[i]; s.Open() && s.Kind == logbook.Pot {
			out = append(out, a.pot(s, site, today))
		}
	}
	return out
}

// pot of the nursery, from its start or its last watering.
func (a *air) pot(s *logbook.NursingState, site *logbook.Site, today measure.Day) PotWater {
	p := PotWater{Nursling: s, Since: s.Watered, Now: water.Start(potHolds * potWater)}
	bag := water.Bag{Top: float64(potFloor), Plants: 1, Slips: true}
	for d := max(s.Started, s.Watered); d < today; d++ {
		at := int(d - a.From)
		where := s.StoodOn(d).Offset()
		low, high := where.Inside(a.Min[at], a.Max[at], site.Heated)
		if mid := (low + high) / 2; high-low < leastRange {
			low, high = mid-leastRange/2, mid+leastRange/2
		}
		day := water.Day{
			ET0: climate.Evapotranspiration(low, high, a.ra[at]), Rain: a.rain[at], Covered: where.Roof, Capacity: p.Now.Capacity,
			Canopy: potLeaf * math.Min(1, float64(d-s.Started)/float64(leafOutBy)),
		}
		if p.Now.Theta() < water.Want && s.Watered == 0 {
			p.Now, p.lost = water.Start(p.Now.Capacity), 0
		}
		var flow water.Flow
		p.Now, flow = bag.Step(p.Now, &day)
		p.lost += flow.Lost
	}
	if p.Now.Theta() < water.Want {
		p.Give = p.Now.Give()
	}
	return p
}

// Working of what is left of a pot's water.
func (p *PotWater) Working() working.Working {
	left := fmt.Sprintf("%d %%", p.Percent())
	since := "full when it was watered on {}"
	args := []any{p.Since}
	if p.Since == 0 {
		since, args = "full when it was potted up, and watered since when it asked", nil
	}
	return working.Working{
		Title: "Water left in the pot", Result: left, Mark: working.Model,
		Steps: []working.Step{
			{Says: "{} of mix × {}: what roots can take when it is full", Args: []any{potHolds, float64(potWater)}, Result: p.Now.Capacity},
			{Says: since, Args: args},
			{Says: "the days since took", Result: p.lost},
			{Says: "with the rain since, in it now", Result: p.Now.In},
			{Says: "{} ÷ {}", Args: []any{p.Now.In, p.Now.Capacity}, Result: left},
		},
		Source: "the balance of what rain and can bring, and sun and leaves take", Changes: "A watering that is entered; rain, shade, where it stands.",
	}
}
