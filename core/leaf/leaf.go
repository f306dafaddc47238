// Package leaf leads from what is seen on a plant's leaves to what it may be, with what a
// bag's own records say for and against. Every answer is a perhaps: signs look alike, and
// more than one thing can be wrong.
package leaf

import (
	"cmp"
	"slices"

	"glebata/core/measure"
)

// Which leaves show it.
type Which string

// The leaves.
const (
	Old   Which = "old"   // the lowest
	Young Which = "young" // the newest
	All   Which = "all"
)

// Looks are how leaves look.
type Looks string

// The looks, in the order they are offered.
const (
	Pale     Looks = "pale"    // yellow or pale all over
	Edges    Looks = "edges"   // brown or scorched at the edge
	Veins    Looks = "veins"   // yellow between veins that stay green
	Dull     Looks = "dull"    // blue-green or purple, small
	Mottled  Looks = "mottled" // patchy, curled, the plant stunted
	Twisted  Looks = "twisted" // new growth cupped or twisted
	Torn     Looks = "torn"    // brittle, torn, brown on one side
	Wilted   Looks = "wilted"
	Silvered Looks = "silvered" // silver or bronze
	Spots    Looks = "spots"    // brown or dark
	Holes    Looks = "holes"    // or eaten at the edge
)

// AllLooks with their names.
func AllLooks() []struct {
	Key  Looks
	Name string
} {
	return []struct {
		Key  Looks
		Name string
	}{
		{Pale, "pale or yellow all over"}, {Edges, "brown or scorched at the edges"}, {Veins, "yellow between veins that stay green"}, {Dull, "dull blue-green or purple, small"},
		{Mottled, "mottled or curled, the plant stunted"}, {Twisted, "new growth twisted or cupped"}, {Torn, "brittle, torn, brown on one side"}, {Wilted, "wilting"}, {Silvered, "silver or bronzed"}, {Spots, "dark or brown spots"}, {Holes, "holes, or eaten at the edge"},
	}
}

// Sign is what is seen.
type Sign struct {
	Which Which
	Looks Looks
}

// Records are what a bag's own say of it.
type Records struct {
	FeedsDue int // feeds that were asked for by today and not entered
	Fed      int // that were entered
	// Theta is the share of water left, Written whether anything was written down of it.
	Theta   float64
	Written bool
	Drowned bool    // it stood full on too many of its days
	Given   bool    // it was watered today or yesterday, so that a wet bag says nothing
	Spotted bool    // dark patches were seen on it before
	Cold    int     // nights under 8 °C of the last ten
	Ripe    float64 // share of its time to ripeness that has passed
	PH      float64 // of the medium, measured or by its mix
	Straw   bool    // straw or manure lies on it, or in it
}

// Cause is what it may be, with what speaks for it and against it.
type Cause struct {
	Key, Name    string
	For, Against []measure.Phrase
	Unknown      []measure.Phrase // what was not written down, and would tell
	Do           string
	weight       int
}

// Thresholds of the evidence. Practice.
const (
	coldNights = 3
	ripening   = 0.75
	limy       = 6.8
	thirsty    = 0.3
	sodden     = 0.9
)

// kind of cause: the signs it shows, and what the records say of it.
type kind struct {
	key, name, do string
	looks         []Looks
	which         []Which // where it begins
	weigh         func(r *Records, c *Cause)
}

// kinds by the signs that growers know; each is hedged where it is shown. Practice.
var kinds = []kind{
	{"nitrogen", "too little nitrogen", "A liquid feed by its label, once; look again in ten days.", []Looks{Pale}, []Which{Old, All}, feeding},
	{"ripening", "ripening", "Nothing: leave it, and water less.", []Looks{Pale}, []Which{Old, All}, ripens},
	{"potassium", "too little potassium", "A feed high in potash by its label.", []Looks{Edges}, []Which{Old}, feeding},
	{"magnesium", "too little magnesium", "Epsom salts by the label, on the leaves or in the can, once.", []Looks{Veins}, []Which{Old}, feeding},
	{"iron", "too little iron, the medium too limy", "Measure the acidity; an acid mix next time, no lime.", []Looks{Veins}, []Which{Young}, liming},
	{"phosphorus", "too little phosphorus, or cold", "Wait for warmth; a fleece on cold nights.", []Looks{Dull}, []Which{Old, Young, All}, cold},
	{"virus", "perhaps a virus", "Pull a plant that stays stunted, keep it out of the compost, and save no seed from the bag.", []Looks{Mottled}, []Which{Old, Young, All}, nil},
	{"weedkiller", "perhaps weedkiller in straw or manure", "Take the straw off; sow beans in a sample of it for three weeks; tell who sold it.", []Looks{Twisted}, []Which{Young, All}, strawy},
	{"wind", "wind", "A windbreak, or a place out of it.", []Looks{Torn, Edges}, []Which{Old, Young, All}, nil},
	{"thirst", "too little water", "Water until it runs out below, in the morning; then as it asks.", []Looks{Wilted, Edges}, []Which{Old, Young, All}, dry},
	{"drowned", "roots drowned or rotting", "Stop watering; look whether water runs out below.", []Looks{Wilted, Pale}, []Which{Old, Young, All}, wet},
	{"late-blight", "late blight, where they are dark and wet at the edge, with white bloom below", "Look again in two days, under the leaves and at the bags beside it. Seen twice, cut the tops the same day.", []Looks{Spots}, []Which{Old, Young, All}, spotted},
	{"early-blight", "early blight, where they are brown, dry and ringed", "Pick the worst leaves off dry, keep them out of the compost; feed by its label.", []Looks{Spots}, []Which{Old}, nil},
	{"age", "wind, sun or age", "Nothing: look again in a week.", []Looks{Spots}, []Which{Old}, aged},
	{"slugs", "slugs, snails or caterpillars", "Look by lamp at night, and pick them off; baits by their label and local rules only.", []Looks{Holes}, []Which{Old, Young, All}, nil},
	{"beetles", "leaf beetles or their grubs", "Pick off eggs and grubs by hand. In some places they must be reported: local rules.", []Looks{Holes}, []Which{Young, All}, nil},
	{"mites", "mites or thrips", "Look under the leaves with a glass; rinse them off with water.", []Looks{Silvered}, []Which{Old, Young, All}, nil},
}

func feeding(r *Records, c *Cause) {
	switch {
	case r.FeedsDue > 0:
		c.holds(2, "{} feed that was due is not entered", "{} feeds that were due are not entered", r.FeedsDue)
	case r.Fed > 0:
		c.Against = append(c.Against, measure.Say("it was fed, {} times", r.Fed))
		c.weight -= 2
	default:
		c.Unknown = append(c.Unknown, measure.Say("whether it was fed"))
	}
}

func (c *Cause) holds(weight int, one, many string, n int) {
	says := many
	if n == 1 {
		says = one
	}
	c.For, c.weight = append(c.For, measure.Say(says, n)), c.weight+weight
}

func ripens(r *Records, c *Cause) {
	if r.Ripe >= ripening {
		c.For, c.weight = append(c.For, measure.Say("{} % of its time to ripeness has passed", int(100*min(1, r.Ripe)))), c.weight+3
		return
	}
	c.Against, c.weight = append(c.Against, measure.Say("{} % of its time to ripeness has passed", int(100*r.Ripe))), c.weight-3
}

func liming(r *Records, c *Cause) {
	switch {
	case r.PH >= limy:
		c.For, c.weight = append(c.For, measure.Say("its medium has a pH of about {}", figure(r.PH))), c.weight+2
	case r.PH > 0:
		c.Against, c.weight = append(c.Against, measure.Say("its medium has a pH of about {}", figure(r.PH))), c.weight-1
	default:
		c.Unknown = append(c.Unknown, measure.Say("how acid its medium is"))
	}
}

func cold(r *Records, c *Cause) {
	if r.Cold >= coldNights {
		c.For, c.weight = append(c.For, measure.Say("{} of the last ten nights fell under {}", r.Cold, measure.Temperature(8))), c.weight+2
		return
	}
	c.Against, c.weight = append(c.Against, measure.Say("the last ten nights were mild")), c.weight-1
}

func strawy(r *Records, c *Cause) {
	if r.Straw {
		c.For, c.weight = append(c.For, measure.Say("straw lies on it")), c.weight+2
		return
	}
	c.Against, c.weight = append(c.Against, measure.Say("no straw is entered")), c.weight-1
}

func dry(r *Records, c *Cause) {
	switch {
	case !r.Written:
		c.Unknown = append(c.Unknown, measure.Say("how wet the medium is: feel in, and enter it"))
	case r.Theta < thirsty:
		c.For, c.weight = append(c.For, measure.Say("{} % of its water is left", int(100*r.Theta))), c.weight+3
	default:
		c.Against, c.weight = append(c.Against, measure.Say("{} % of its water is left", int(100*r.Theta))), c.weight-2
	}
}

func wet(r *Records, c *Cause) {
	switch {
	case r.Drowned:
		c.For, c.weight = append(c.For, measure.Say("it stood full of water on many of its days")), c.weight+3
	case !r.Written:
		c.Unknown = append(c.Unknown, measure.Say("how wet the medium is: feel in, and enter it"))
	case r.Theta > sodden && r.Given:
		c.Unknown, c.weight = append(c.Unknown, measure.Say("it was watered today or yesterday, so that wet says nothing: look in two days")), c.weight-2
	case r.Theta > sodden:
		c.For, c.weight = append(c.For, measure.Say("{} % of its water is left", int(100*r.Theta))), c.weight+2
	default:
		c.Against, c.weight = append(c.Against, measure.Say("{} % of its water is left", int(100*r.Theta))), c.weight-2
	}
}

func spotted(r *Records, c *Cause) {
	if r.Spotted {
		c.For, c.weight = append(c.For, measure.Say("dark patches were seen on it before")), c.weight+3
		return
	}
	c.Unknown = append(c.Unknown, measure.Say("whether they are there again in two days"))
}

func aged(r *Records, c *Cause) {
	if r.Ripe >= ripening {
		c.For, c.weight = append(c.For, measure.Say("{} % of its time to ripeness has passed", int(100*min(1, r.Ripe)))), c.weight+2
	}
}

// figure of a pH, to a tenth.
func figure(v float64) float64 { return float64(int(v*10+0.5)) / 10 }

// Most causes that are given.
const most = 3

// Causes of a sign, the likeliest first: those that begin where it is seen come before those
// that only look like it, and what the records say for or against moves them.
func Causes(s Sign, r Records) []Cause {
	var out []Cause
	for i := range kinds {
		k := &kinds[i]
		if !slices.Contains(k.looks, s.Looks) {
			continue
		}
		c := Cause{Key: k.key, Name: k.name, Do: k.do}
		if k.looks[0] == s.Looks {
			c.weight++
		}
		if slices.Contains(k.which, s.Which) {
			c.weight += 2
		} else {
			c.Against = append(c.Against, measure.Say("it begins on other leaves"))
		}
		if k.weigh != nil {
			k.weigh(&r, &c)
		}
		out = append(out, c)
	}
	slices.SortStableFunc(out, func(a, b Cause) int { return cmp.Compare(b.weight, a.weight) })
	return out[:min(len(out), most)]
}
