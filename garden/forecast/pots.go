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
	Since    measure.Day    // it was full last, as far as is written down or taken as given
	Taken    bool           // as given, that day
	lost     measure.Volume // since then
}

// Percent of its water that is left.
func (p *PotWater) Percent() int { return int(math.Round(100 * p.Now.Theta())) }

// WaterOfPots of the nursery that stand open, by the weather up to today. On days of which
// nothing is written one is taken as watered, at the latest, some days after it wanted some.
func WaterOfPots(site *logbook.Site, n *climate.Normals, station Station, known Records, nursery []logbook.NursingState, today measure.Day) []PotWater {
	from := today
	for i := range nursery {
		if s := &nursery[i]; s.Open() && s.Kind == logbook.Pot {
			from = min(from, s.Started)
		}
	}
	a := newAir(site, n, station, known, nil, from, today, today)
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
	p := PotWater{Nursling: s, Since: max(s.Started, s.Watered), Now: water.Start(potHolds * potWater)}
	bag := water.Bag{Top: float64(potFloor), Plants: 1, Slips: true}
	due := 0
	for d := p.Since; d < today; d++ {
		at := int(d - a.From)
		where := s.StoodOn(d).Offset()
		low, high := where.Inside(a.Min[at], a.Max[at], site.Heated)
		if mid := (low + high) / 2; high-low < leastRange {
			low, high = mid-leastRange/2, mid+leastRange/2
		}
		day := water.Day{
			ET0: climate.Evapotranspiration(low, high, a.ra[at]), Rain: a.rainOn(at), Covered: where.Roof, Capacity: p.Now.Capacity,
			Canopy: potLeaf * math.Min(1, float64(d-s.Started)/float64(leafOutBy)),
		}
		if due != 0 && int(d-s.Started) >= due {
			p.Now, p.lost, p.Since, p.Taken, due = water.Start(p.Now.Capacity), 0, d, true, 0
		}
		var flow water.Flow
		p.Now, flow = bag.Step(p.Now, &day)
		p.lost += flow.Lost
		due = water.Due(int(d-s.Started), p.Now.Theta(), water.Want, due)
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
	switch {
	case p.Taken:
		since = "taken as watered by {}, some days after it wanted some, for nobody wrote it down"
	case p.Nursling.Watered == 0:
		since = "full when it was potted up on {}"
	}
	return working.Working{
		Title: "Water left in the pot", Result: left, Mark: working.Model,
		Steps: []working.Step{
			{Says: "{} of mix × {}: what roots can take when it is full", Args: []any{potHolds, float64(potWater)}, Result: p.Now.Capacity},
			{Says: since, Args: []any{p.Since}},
			{Says: "the days since took", Result: p.lost},
			{Says: "with the rain since, in it now", Result: p.Now.In},
			{Says: "{} ÷ {}", Args: []any{p.Now.In, p.Now.Capacity}, Result: left},
		},
		Source: "the balance of what rain and can bring, and sun and leaves take", Changes: "A watering that is entered; rain, shade, where it stands.",
	}
}
