package crop

import (
	"strings"

	"glebata/core/measure"
	"glebata/core/working"
)

// Crop is potato or sweet potato.
type Crop string

// The two crops.
const (
	Potato      Crop = "potato"
	SweetPotato Crop = "sweet potato"
)

// Lifted is what is lifted of it: tubers or roots.
func (c Crop) Lifted() string {
	if c == SweetPotato {
		return "roots"
	}
	return "tubers"
}

// SetOut is what is planted of it, one or several.
func (c Crop) SetOut(n int) string {
	word := "piece"
	if c == SweetPotato {
		word = "slip"
	}
	if n != 1 {
		word += "s"
	}
	return word
}

// SeedPiece is the weight of seed piece aimed at, tuber or cut: 50 to 60 g is
// the usual range. Practice.
const SeedPiece = 55 * measure.Gram

// FewSprouts are kept on a tuber for few and large potatoes: with one alone a broken
// sprout would cost the plant its lead. Practice.
const FewSprouts = 2

// Class is a maturity class as growers name it. The value is its key in files
// and addresses; Name is for reading.
type Class string

// The classes, earliest first.
const (
	FirstEarly    Class = "first-early"
	SecondEarly   Class = "second-early"
	EarlyMaincrop Class = "early-maincrop"
	Maincrop      Class = "maincrop"
	SweetEarly    Class = "sweet-early"
	SweetMid      Class = "sweet-mid"
	SweetLate     Class = "sweet-late"
)

// Classes lists every class in the order it is offered.
func Classes() []Class {
	return []Class{FirstEarly, SecondEarly, EarlyMaincrop, Maincrop, SweetEarly, SweetMid, SweetLate}
}

// Constants of a class. Lengths and volumes are settled measures in the bag.
type Constants struct {
	Name string // as a grower says it
	Crop Crop
	// Determinate types set tubers at one level; it is gardeners' shorthand for
	// the early habit, with a loose fit to botany.
	Determinate bool

	PacketDays, PacketFrom, PacketTo int // days to maturity printed on a packet: usual, range

	DepthWorkable, DepthGood measure.Length // of the filled medium
	Spacing                  measure.Length // between plants, at least
	LitresPerPlant           measure.Volume // litre rule
	MinBag                   measure.Volume // worth planting
	// LeastArea of canopy that a plant has to itself in a container, and in a bed or row at the
	// usual distances.
	LeastArea, BedArea measure.Area
	Mark               working.Mark

	// Of the yield law, a model: what one plant gives uncrowded, what a litre of
	// medium gives at the most, and the tubers of a stem, or roots of a slip, that
	// stands alone.
	Uncrowded, PerLitre measure.Mass
	TubersPerStem       float64
}

var table = map[Class]Constants{
	FirstEarly: {
		Name: "first early", Crop: Potato, Determinate: true,
		PacketDays: 80, PacketFrom: 65, PacketTo: 90,
		DepthWorkable: 20, DepthGood: 30, Spacing: 18, LitresPerPlant: 8, MinBag: 9, Mark: working.Practice,
		LeastArea: 0.10, BedArea: 0.14,
		Uncrowded: 900, PerLitre: 75, TubersPerStem: 4.5,
	},
	SecondEarly: {
		Name: "second early", Crop: Potato, Determinate: true,
		PacketDays: 95, PacketFrom: 85, PacketTo: 105,
		DepthWorkable: 20, DepthGood: 30, Spacing: 18, LitresPerPlant: 8, MinBag: 9, Mark: working.Practice,
		LeastArea: 0.10, BedArea: 0.14,
		Uncrowded: 1150, PerLitre: 90, TubersPerStem: 4.5,
	},
	EarlyMaincrop: {
		Name: "early maincrop", Crop: Potato,
		PacketDays: 115, PacketFrom: 105, PacketTo: 125,
		DepthWorkable: 25, DepthGood: 38, Spacing: 22, LitresPerPlant: 13, MinBag: 15, Mark: working.Practice,
		LeastArea: 0.15, BedArea: 0.22,
		Uncrowded: 1500, PerLitre: 105, TubersPerStem: 4.5,
	},
	Maincrop: {
		Name: "maincrop", Crop: Potato,
		PacketDays: 135, PacketFrom: 125, PacketTo: 150,
		DepthWorkable: 25, DepthGood: 38, Spacing: 22, LitresPerPlant: 13, MinBag: 15, Mark: working.Practice,
		LeastArea: 0.15, BedArea: 0.22,
		Uncrowded: 1800, PerLitre: 115, TubersPerStem: 4.5,
	},
	SweetEarly: sweet("sweet potato, early", 100, 90, 107),
	SweetMid:   sweet("sweet potato, mid", 115, 108, 127),
	SweetLate:  sweet("sweet potato, late", 140, 128, 160),
}

// sweet potato classes differ in days only; spacing is for full-size roots.
func sweet(name string, days, from, to int) Constants {
	return Constants{
		Name: name, Crop: SweetPotato, Determinate: true,
		PacketDays: days, PacketFrom: from, PacketTo: to,
		DepthWorkable: 25, DepthGood: 35, Spacing: 32, LitresPerPlant: 14, MinBag: 30, Mark: working.Practice,
		LeastArea: 0.20, BedArea: 0.25,
		Uncrowded: 1200, PerLitre: 65, TubersPerStem: 5,
	}
}

// One of the class in words: "a maincrop", "an early maincrop".
func (k Constants) One() string {
	article := "a "
	if k.Name != "" && strings.ContainsRune("aeiou", rune(k.Name[0])) {
		article = "an "
	}
	return article + k.Name
}

// Known reports whether c is one of Classes.
func (c Class) Known() bool { _, ok := table[c]; return ok }

// Constants of the class; the zero Constants for an unknown class.
func (c Class) Constants() Constants { return table[c] }

// Name of the class as a grower says it.
func (c Class) Name() string { return table[c].Name }

// Crop the class belongs to.
func (c Class) Crop() Crop { return table[c].Crop }

// ByDays is the class of a crop that a packet's days to maturity fall in;
// days between two ranges go to the nearer. Days of zero or less have no class.
func ByDays(crop Crop, days int) (Class, bool) {
	if days <= 0 {
		return "", false
	}
	best, gap := Class(""), 1<<30
	for _, c := range Classes() {
		k := table[c]
		if k.Crop != crop {
			continue
		}
		if d := max(k.PacketFrom-days, days-k.PacketTo, 0); d < gap {
			best, gap = c, d
		}
	}
	return best, best != ""
}

// TopsOff is what is done with those whose skins are let set.
const TopsOff = "tops off"

// Done is what is done with a plant of the class when it is mature: tops come off what is lifted
// when its skins have set, the others are lifted.
func (c Class) Done() string {
	if c == EarlyMaincrop || c == Maincrop {
		return TopsOff
	}
	return "lift"
}

// EatenFor is how long the harvest of a class is eaten from, in days after it is
// ready: earlies as they are lifted, maincrops out of the store. Practice.
func (c Class) EatenFor() measure.Day {
	switch c {
	case FirstEarly:
		return 21
	case SecondEarly:
		return 35
	case Maincrop:
		return 182
	default:
		return 120
	}
}
