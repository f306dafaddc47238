package bag

import (
	"glebata/core/measure"
	"glebata/core/working"
)

// Drain says how water leaves a bag.
type Drain string

// The ways out. NoHoles drowns what is planted.
const (
	ThroughWall Drain = "wall" // fabric or woven: drains through its cloth
	BaseHoles   Drain = "base" // holes in the base
	SideHoles   Drain = "side" // holes in the side only, the lowest at a height
	NoHoles     Drain = "none" // none yet
)

// Drainage of a bag.
type Drainage struct {
	Way        Drain
	HoleHeight measure.Length // of the lowest hole above the base; SideHoles only
}

// DrainageFacts is what a Drainage means for one shape.
type DrainageFacts struct {
	Standing  measure.Volume // water that cannot run out
	Level     measure.Length // up to which it stands
	Plantable bool           // false until somebody drills
	Says      string         // one sentence, empty when there is nothing to say
}

// StandingWorking shows how much water stands in a bag with side holes.
func (d Drainage) StandingWorking(s Shape) working.Working {
	f := d.Facts(s)
	w := s.BetweenWorking(0, f.Level)
	w.Title = "Water that stands in this bag"
	w.Steps = append([]working.Step{{Says: "lowest hole above the base", Result: f.Level}}, w.Steps...)
	w.Changes = "Where the lowest hole is: drill the base, or lower down."
	return w
}

// Facts about drainage of a bag of shape s. Standing water is the whole volume
// below the lowest hole when the base has none.
func (d Drainage) Facts(s Shape) DrainageFacts {
	switch d.Way {
	case SideHoles:
		level := min(max(d.HoleHeight, 0), s.height)
		if level == 0 {
			return DrainageFacts{Plantable: true}
		}
		return DrainageFacts{
			Standing: s.Between(0, level), Level: level, Plantable: true,
			Says: "Water stands below the lowest hole: keep seed and roots above it, or drill the base.",
		}
	case NoHoles:
		return DrainageFacts{
			Standing: s.Full(), Level: s.height,
			Says: "No drain holes: everything planted here drowns. Drill the base before planting.",
		}
	default:
		return DrainageFacts{Plantable: true}
	}
}
