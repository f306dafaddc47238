// Package advice is what the rules have to say to a grower: each piece with the kind of
// thing it is about, how much it matters, what it is about, and the words. Advice is
// looked for by its kind, never by where it stands in a list.
package advice

import (
	"slices"

	"glebata/core/measure"
)

// Severity of a piece of advice.
type Severity int

// Severities, rising.
const (
	Tip  Severity = iota // good to know, or a way out
	Warn                 // it can be done, with this consequence
	Stop                 // it should not be done so
)

// String is the severity as a style sheet and a test name it.
func (s Severity) String() string { return [...]string{"tip", "warn", "stop"}[s] }

// Kind of advice: what it is about.
type Kind string

// Kinds about the days of a planting.
const (
	PotsCold   Kind = "pots-cold"   // shoots are not through when pots are set out
	FrostRisk  Kind = "frost-risk"  // green above the medium before frost is past
	MediumCold Kind = "medium-cold" // seed or slips in cold medium
	MediumHot  Kind = "medium-hot"  // seed in a medium that is too warm
	MoveEarly  Kind = "move-early"  // moved before it is planted
	Season     Kind = "season"      // warmth does not reach to ripen
	Window     Kind = "window"      // planted outside the window of its way
	Blight     Kind = "blight"      // likeliest on late plantings
	Slow       Kind = "slow"        // cool or hot days at its end hold it up
	DayGone    Kind = "day-gone"    // a day that was counted is past
)

// Kinds about a bag and what is put into it.
const (
	TooSmall Kind = "too-small" // fewer litres than are worth planting
	Shallow  Kind = "shallow"   // less depth than works
	Crowded  Kind = "crowded"   // more plants than litres and spacing take
	Heavy    Kind = "heavy"     // over the lifting limit
	Drainage Kind = "drainage"  // water does not leave, or seed would lie in it
	Worn     Kind = "worn"      // the bag is worn or torn
	Rim      Kind = "rim"       // the rim does not roll down
	Straw    Kind = "straw"     // may carry weedkiller
	Chips    Kind = "chips"     // fresh chips take nitrogen
	Smallest Kind = "smallest"  // the smallest kind that does
	Unusual  Kind = "unusual"   // filled otherwise than is usual
	Dim      Kind = "dim"       // indoors without a lamp
)

// Kinds about medium and feed.
const (
	AllLiquid   Kind = "all-liquid"   // inert medium is fed in the water
	NoNitrogen  Kind = "no-nitrogen"  // the base brings none
	Leafy       Kind = "leafy"        // more nitrogen than potash
	Salts       Kind = "salts"        // more of something than roots bear
	Hungry      Kind = "hungry"       // less nitrogen than is wanted
	MuchWater   Kind = "much-water"   // a feed of more water than the bag holds
	Rotting     Kind = "rotting"      // a part of the mix still rots
	Acidity     Kind = "acidity"      // pH outside what the crop bears
	SeedShort   Kind = "seed-short"   // fewer pieces than planned
	SeedSpare   Kind = "seed-spare"   // pieces are left
	SeedSingle  Kind = "seed-single"  // one piece in a bag for more
	SeedHealing Kind = "seed-healing" // cut, and not healed yet
	SeedCut     Kind = "seed-cut"     // cutting makes up for what is short
)

// Kinds about many bags together.
const (
	Load        Kind = "load"          // on a floor
	Shade       Kind = "shade"         // too few hours of sun
	Overlap     Kind = "overlap"       // two bags on one spot
	Trellis     Kind = "trellis"       // where vines climb without shading
	NoWay       Kind = "no-way"        // no way to walk with a can
	NoBag       Kind = "no-bag"        // nothing free to plant
	Unmet       Kind = "unmet"         // less is fed than is wanted
	BagsEmpty   Kind = "bags-empty"    // bags a proposal leaves out
	NotInSeason Kind = "not-in-season" // not ready before frost if planted now
)

// Advice is one piece of it.
type Advice struct {
	Kind     Kind
	Severity Severity
	Where    string // label or name of what it is about; empty for the thing it stands with
	Words    measure.Phrase
}

// In prints the words in the grower's units.
func (a Advice) In(sys measure.System) string { return a.Words.In(sys) }

// List of advice, in the order it is read.
type List []Advice

// Add a piece of advice.
func (l *List) Add(kind Kind, severity Severity, where, says string, args ...any) {
	*l = append(*l, Advice{kind, severity, where, measure.Say(says, args...)})
}

// Of is the advice of some kinds.
func (l List) Of(kinds ...Kind) List {
	var of List
	for _, a := range l {
		if slices.Contains(kinds, a.Kind) {
			of = append(of, a)
		}
	}
	return of
}

// Has reports whether there is advice of a kind.
func (l List) Has(kind Kind) bool { return len(l.Of(kind)) > 0 }

// Warns reports whether there is more than tips.
func (l List) Warns() bool {
	return slices.ContainsFunc(l, func(a Advice) bool { return a.Severity >= Warn })
}
