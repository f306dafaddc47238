package medium

import (
	"glebata/core/advice"
	"glebata/core/crop"
	"glebata/core/measure"
)

// Product that feeds, by what stands on its pack in percent.
type Product struct {
	Name                        string
	Nitrogen, Phosphate, Potash float64 // %
	Liquid                      bool
	Dilution                    float64      // mL of a liquid one in a litre of water
	Handful                     measure.Mass // the grower's own, of a dry one; 0 for the usual
}

// Targets of a season for a litre of medium, g. Practice.
type Targets struct{ Nitrogen, Phosphate, Potash float64 }

// NewTargets of a class: N 0.20 g a litre, 0.15 for first earlies, 0.10 for sweet
// potatoes; P2O5 0.15 and K2O 0.30.
func NewTargets(c crop.Class) Targets {
	t := Targets{0.20, 0.15, 0.30}
	switch {
	case c.Crop() == crop.SweetPotato:
		t.Nitrogen = 0.10
	case c == crop.FirstEarly:
		t.Nitrogen = 0.15
	}
	return t
}

// Dressing of one bag over the season.
type Dressing struct {
	Target, Credit, Wanted float64      // g of N
	Base                   measure.Mass // of the product, in the medium at planting
	Liquid                 float64      // g of N left for liquid feed, from initiation on
	Refused                bool         // the product would bring too much of something
	Advice                 advice.List
}

// FeedWay is how a season's feed is given. The value is its key in files.
type FeedWay string

// The ways: half of it in the medium and the rest in the water; all in the medium at planting, or
// layer by layer as they go on; all in the water.
const (
	HalfIn  FeedWay = ""
	AllIn   FeedWay = "planting"
	ByLayer FeedWay = "layers"
	InWater FeedWay = "liquid"
)

// FeedWays in the order they are offered.
func FeedWays() []FeedWay { return []FeedWay{HalfIn, AllIn, ByLayer, InWater} }

// Known reports whether it is one of FeedWays.
func (w FeedWay) Known() bool { return feedWays[w].name != "" }

// Name for reading.
func (w FeedWay) Name() string { return feedWays[w].name }

// feedWays with the share of the nitrogen that goes into the medium. Practice.
var feedWays = map[FeedWay]struct {
	name string
	base float64
}{
	HalfIn:  {"half in, half liquid", 0.5},
	AllIn:   {"all in at planting", 1},
	ByLayer: {"all in, by layer", 1},
	InWater: {"all liquid", 0},
}

// tooMuch is how many times a target no dose may pass: salts. Practice.
const tooMuch = 1.5

// Handful of a dry product until the grower weighs theirs. Practice.
const Handful measure.Mass = 35

// Dress works out the base dressing of a dry product for settled litres:
//
//	dose = (N target × litres − credit) × share ÷ (N % ÷ 100)
//
// with the share that the way puts into the medium: a half as a rule. Inert medium gets nothing at
// planting: all its feed is in the water.
func Dress(c crop.Class, m Mix, settled measure.Volume, p Product, way FeedWay) Dressing {
	share := feedWays[way].base
	litres := float64(settled)
	credit := m.credit(settled)
	d := Dressing{Target: NewTargets(c).Nitrogen * litres, Credit: credit.Nitrogen}
	d.Wanted = max(0, d.Target-d.Credit)
	if m.Inert() {
		d.Liquid = d.Wanted
		d.Advice.Add(advice.AllLiquid, advice.Tip, "", "Inert medium: feed everything in the water, a quarter strength each time or full strength weekly.")
		return d
	}
	if share == 0 {
		d.Liquid, d.Advice = d.Wanted, Rotting(m)
		return d
	}
	if p.Nitrogen <= 0 {
		d.Advice.Add(advice.NoNitrogen, advice.Warn, "", "{} brings no nitrogen: it cannot be the base dressing.", p.Name)
		return d
	}
	d.Base = measure.Mass(d.Wanted * share / (p.Nitrogen / 100))
	d.Liquid = d.Wanted * (1 - share)
	if p.Potash > 0 && p.Nitrogen/p.Potash > 1 || p.Potash == 0 {
		d.Advice.Add(advice.Leafy, advice.Warn, "", "More nitrogen than potash: leafy tops, few tubers.")
	}
	potash := float64(d.Base)*p.Potash/100 + credit.Potash
	phosphate := float64(d.Base)*p.Phosphate/100 + credit.Phosphate
	if t := NewTargets(c); potash > tooMuch*t.Potash*litres || phosphate > tooMuch*t.Phosphate*litres {
		d.Refused = true
		d.Advice.Add(advice.Salts, advice.Stop, "", "So much of {} would bring more than half as much again of phosphate or potash as is wanted: salts burn roots. Choose a product richer in nitrogen.", p.Name)
	}
	d.Advice = append(d.Advice, Rotting(m)...)
	return d
}

// Rotting says which parts of a mix still rot, and take nitrogen for it.
func Rotting(m Mix) advice.List {
	var says advice.List
	for _, part := range m {
		switch {
		case part.Fresh:
			says.Add(advice.Rotting, advice.Warn, part.Name, "{} is not well rotted: it takes nitrogen and may burn roots. Leave it a season, or use less than a fifth.", part.Name)
		case part.Takes:
			says.Add(advice.Rotting, advice.Tip, part.Name, "{} takes nitrogen while it rots: aged only, and watch for pale leaves.", part.Name)
		}
	}
	return says
}

// Acidity says what to think of a mix's pH for a crop; empty when it is right.
func Acidity(c crop.Crop, m Mix) advice.List {
	low, high := potatoPH[0], potatoPH[1]
	if c == crop.SweetPotato {
		low, high = sweetPH[0], sweetPH[1]
	}
	ph := m.PH()
	var says advice.List
	switch {
	case len(m) == 0 || m.Inert(): // on complete feed the feed sets it
	case ph > alkaline && c == crop.Potato:
		says.Add(advice.Acidity, advice.Warn, "", "About pH {}: over {}, where common scab begins in earnest. More of an acid part, or elemental sulphur at its label's rate months ahead; no lime in the year of potatoes.", oneDecimal(ph), alkaline)
	case ph > alkaline:
		says.Add(advice.Acidity, advice.Warn, "", "About pH {}: over {}. More of an acid part, or elemental sulphur at its label's rate months ahead.", oneDecimal(ph), alkaline)
	case ph > high && c == crop.Potato:
		says.Add(advice.Acidity, advice.Tip, "", "About pH {}: common scab is likelier than under {}.", oneDecimal(ph), high)
	case ph < low:
		says.Add(advice.Acidity, advice.Warn, "", "About pH {}: under {}, where feed is locked up. Less of the acid part.", oneDecimal(ph), low)
	}
	return says
}

// Acidity that is aimed at, and from where plain advice is given. Practice.
var potatoPH, sweetPH = [2]float64{5.0, 6.5}, [2]float64{5.5, 6.8}

const alkaline = 7.0

// AcidityWanted says which pH each crop is meant to have.
func AcidityWanted() measure.Phrase {
	one := func(v float64) measure.Rounded { return measure.Rounded{V: v, Decimals: 1} }
	return measure.Say("pH {} to {}, sweet potatoes {} to {}", one(potatoPH[0]), one(potatoPH[1]), one(sweetPH[0]), one(sweetPH[1]))
}

func oneDecimal(v float64) float64 { return float64(int(v*10+0.5)) / 10 }
