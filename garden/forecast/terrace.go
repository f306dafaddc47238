package forecast

import (
	"math"
	"strings"

	"glebata/core/advice"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/medium"
	"glebata/core/terrace"
	"glebata/garden/logbook"
)

// StandingOn is the footprint of a bag on a spot, and what it weighs wet.
func StandingOn(b logbook.Bag, at terrace.Point, mix medium.Mix) terrace.Standing {
	s := standing(&b)
	s.At, s.Wet = at, mix.WetWeight(b.Model.Shape.Usable(hill.UsualHeadspace), b.Model.Empty)
	return s
}

// standing is the footprint of a bag, wherever it is.
func standing(b *logbook.Bag) terrace.Standing {
	s := b.Model.Shape
	l, w := s.Base()
	tl, tw := s.Top()
	return terrace.Standing{Round: s.Round(), L: float64(max(l, tl)) / 100, W: float64(max(w, tw)) / 100}
}

// PlacedBag is a bag on the terrace.
type PlacedBag struct {
	Bag     logbook.Bag
	Placed  bool
	Stand   terrace.Standing
	Sun     float64 // hours a day
	Variety string  // in it now
	Vine    bool
	ToTap   float64 // m
	Heavy   bool
	Yield   measure.Mass // expected with this sun; 0 for an empty bag
}

// TerraceView is the terrace with its bags, its sun and what speaks against it.
type TerraceView struct {
	logbook.Terrace
	Known       bool
	Latitude    float64
	From, Until measure.Day // days that the sun is taken over
	Map         terrace.Map
	Bags        []PlacedBag
	Load        terrace.Load
	Advice      advice.List
}

// cell of the sun map, m.
const SunCell = 0.25

// Place the bags on their spots, and work out the sun there.
func (v *TerraceView) Place(bags []logbook.Bag, spots map[logbook.ID]terrace.Point, mix medium.Mix, limit measure.Mass) {
	var points []terrace.Point
	var standing []terrace.Standing
	for _, b := range bags {
		at, placed := spots[b.ID]
		pb := PlacedBag{Bag: b, Placed: placed, Stand: StandingOn(b, at, mix)}
		pb.Heavy = pb.Stand.Wet > limit
		if placed {
			pb.ToTap = math.Hypot(at.X-v.Tap.X, at.Y-v.Tap.Y)
			points = append(points, at)
			standing = append(standing, pb.Stand)
		}
		v.Bags = append(v.Bags, pb)
	}
	hours := v.Hours(v.Latitude, v.From, v.Until, points)
	for i, n := 0, 0; i < len(v.Bags); i++ {
		if v.Bags[i].Placed {
			v.Bags[i].Sun = hours[n]
			n++
		}
	}
	v.Load = v.Terrace.Load(standing)
}

// Judge what speaks against how the bags stand.
func (v *TerraceView) Judge() {
	if v.Limit > 0 && v.Load.OnFooting > v.Limit {
		v.Advice.Add(advice.Load, advice.Stop, "", "Under the bags the load is {}, and you were told {}: spread them, or ask again.", measure.OnArea(v.Load.OnFooting), measure.OnArea(v.Limit))
	}
	for i := range v.Bags {
		a := &v.Bags[i]
		if !a.Placed {
			continue
		}
		if a.Variety != "" && a.Sun < terrace.MinSun {
			v.Advice.Add(advice.Shade, advice.Warn, a.Bag.Label, "{} has {} hours of sun a day: potatoes want 8 to 10, sweet potatoes the most.", a.Bag.Label, math.Round(a.Sun*10)/10)
		}
		for j := i + 1; j < len(v.Bags); j++ {
			if b := &v.Bags[j]; b.Placed {
				if gap := terrace.Gap(a.Stand, b.Stand); gap < -0.005 {
					v.Advice.Add(advice.Overlap, advice.Warn, a.Bag.Label, "{} and {} stand in one another.", a.Bag.Label, b.Bag.Label)
				}
			}
		}
		if a.Vine {
			side := "south"
			if v.Latitude >= 0 {
				side = "north"
			}
			v.Advice.Add(advice.Trellis, advice.Tip, a.Bag.Label, "{} trails: a trellis on its {} side shades no other bag.", a.Bag.Label, side)
		}
	}
}

// JudgeWays names the bags that cannot be walked to.
func (v *TerraceView) JudgeWays() {
	var labels []string
	var standing []terrace.Standing
	for i := range v.Bags {
		if b := &v.Bags[i]; b.Placed {
			labels, standing = append(labels, b.Bag.Label), append(standing, b.Stand)
		}
	}
	var shut []string
	for i, reached := range v.Reached(v.Tap, standing) {
		if !reached {
			shut = append(shut, labels[i])
		}
	}
	if len(shut) > 0 {
		v.Advice.Add(advice.NoWay, advice.Warn, "", "No way of {} from the tap to {}: leave gaps to walk through with a can.", measure.Length(terrace.Walk*100), strings.Join(shut, ", "))
	}
}
