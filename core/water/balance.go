package water

import (
	"math"

	"glebata/core/measure"
)

// Constants of the balance. Model.
const (
	bareKc, mulchedKc = 0.35, 0.20 // evaporation of bare and of mulched medium, of ET0
	fullKc            = 1.10       // of a full canopy
	clothFactor       = 1.3        // of sides that breathe
	leafArea          = 0.22       // m² of canopy a plant at its fullest
	widest            = 3          // most canopy, of the top's area
	fullSun           = 10         // h a day that ET0 stands for
	leastSun          = 0.5        // of it, in shade
	holdsOn           = 0.3        // θ under which the loss falls in proportion
	shed              = 0.5        // of the rain that a full canopy keeps off
	// Moist is how much of its water new medium brings along.
	Moist = 0.5
)

// Thresholds of θ, the share of the available water that is left. Practice.
const (
	Want     = 0.55 // under it the bag wants water
	WantSeed = 0.35 // in the first weeks, when seed rots in the wet
	Young    = 21   // days from planting on that these are
	Full     = 0.95 // it is watered up to
	Wet      = 0.98 // over it the medium stands full
	step     = 0.5  // litres that are asked for
)

// Bag as its water sees it.
type Bag struct {
	Top    float64        // m² that rain falls on
	Leaves float64        // m² that leaves cover at the most; 0 for as wide as they get
	Plants int            // that shade it and drink
	Cloth  bool           // its sides breathe
	Sun    float64        // hours a day; 0 for full sun
	Below  measure.Volume // a reservoir or saucer holds, under the roots
	Bed    bool           // leaves keep no rain off it: it has no rim
	Factor float64        // of its own losses; 0 for 1
	Slips  bool           // no seed lies in it that could rot
}

// Day of weather and work.
type Day struct {
	ET0      float64        // mm
	Rain     float64        // mm
	Canopy   float64        // share of leaf, 0 to 1
	Capacity measure.Volume // of available water, of the medium that is in it
	Mulched  bool
	Covered  bool           // nothing rains in
	Given    measure.Volume // by hand, drip or from below
}

// State of a bag's water.
type State struct {
	In       measure.Volume // available to the roots
	Below    measure.Volume // standing in its reservoir
	Base     measure.Volume // that its reservoir holds
	Capacity measure.Volume // of the medium when that was
}

// Theta is the share of the available water that is left, 0 to 1.
func (s State) Theta() float64 {
	if !(s.Capacity > 0) {
		return 0
	}
	return math.Min(1, float64(s.In/s.Capacity))
}

// Flow of one day, all in litres. What was in before, and Rain, Given, Brought and Seen, is
// what is in afterwards, and Lost and Drained.
type Flow struct {
	Rain    measure.Volume
	Given   measure.Volume
	Brought measure.Volume // with new medium
	Lost    measure.Volume
	Drained measure.Volume
	Seen    measure.Volume // what a look at the bag put right, more or less
}

// Area that evaporates, m²: the top, or the leaves over it where they are wider.
func (b *Bag) Area(canopy float64) float64 {
	leaves := math.Min(leafArea*float64(b.Plants)*canopy, widest*b.Top)
	if b.Leaves > 0 {
		leaves = math.Min(leaves, b.Leaves)
	}
	return math.Max(b.Top, leaves)
}

// Kc of medium under so much leaf.
func Kc(canopy float64, mulched bool) float64 {
	bare := bareKc
	if mulched {
		bare = mulchedKc
	}
	return bare + (fullKc-bare)*canopy
}

// Loss of a day from medium that has enough, in litres:
//
//	ET0 · area · Kc · 1.3 for cloth · sun ÷ 10 (0.5 to 1) · the bag's own factor
//
// 1 mm on 1 m² is 1 L. Model.
func (b *Bag) Loss(d *Day) measure.Volume { return b.usualLoss(d) * measure.Volume(orOne(b.Factor)) }

// usualLoss is Loss with a factor of 1.
func (b *Bag) usualLoss(d *Day) measure.Volume {
	l := d.ET0 * b.Area(d.Canopy) * Kc(d.Canopy, d.Mulched)
	if b.Cloth {
		l *= clothFactor
	}
	if b.Sun > 0 {
		l *= math.Min(1, math.Max(leastSun, b.Sun/fullSun))
	}
	return measure.Volume(math.Max(0, l))
}

// Step a day on: rain and can first, then what the reservoir gives up, then the day's loss.
// More than the medium holds runs into the reservoir, and through.
func (b *Bag) Step(s State, d *Day) (State, Flow) {
	t := b.today(d, 0, nil)
	t.rain = d.Rain
	var f Flow
	t.step(&s, &f, max(0, d.Given), b.Loss(d))
	return s, f
}

// catches rain on so many m².
func (b *Bag) catches(d *Day) float64 {
	switch {
	case d.Covered:
		return 0
	case b.Bed:
		return b.Top
	}
	return b.Top * (1 - shed*d.Canopy)
}

// Threshold of θ that a bag wants water under, so many days after planting.
func (b *Bag) Threshold(days int) float64 {
	if days < Young && !b.Slips {
		return WantSeed
	}
	return Want
}

// Give is how much brings a bag back to nearly full, its reservoir with it: to half a
// litre, at least one.
func (s State) Give() measure.Volume {
	short := float64(s.Capacity) * (Full - s.Theta())
	if short <= 0 {
		return 0
	}
	short += float64(max(0, s.Base-s.Below))
	return measure.Volume(math.Max(step, step*math.Round(short/step)))
}

// Start of a bag after the soak of planting day: full.
func Start(capacity measure.Volume) State { return State{In: capacity, Capacity: capacity} }
