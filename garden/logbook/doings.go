package logbook

import (
	"slices"
	"strings"
	"unicode/utf8"

	"glebata/core/lift"
	"glebata/core/measure"
)

// Kinds of what is done to a bag and seen at it, beside the raising and weighing. Each says
// of itself what it may hold: DoingOf.
const (
	Watered   Kind = "watered"
	Irrigated Kind = "irrigated" // how it comes by its water from then on
	Mulched   Kind = "mulched"
	Supported Kind = "supported"
	Protected Kind = "protected"
	Treated   Kind = "treated"
	Sighted   Kind = "sighted" // pests, disease, weather damage, animals
	Yellowed  Kind = "yellowed"
	Moisture  Kind = "moisture"
	Hefted    Kind = "hefted" // the bag was lifted and weighed
	Acidity   Kind = "acidity"
	Warmth    Kind = "warmth" // of the medium
	Felt      Kind = "felt"   // with a hand in the medium
	Moved     Kind = "moved"
	Filled    Kind = "filled"   // with how much, before or on planting day
	Ringed    Kind = "ringed"   // a ring stacked on top raises the rim
	Bedded    Kind = "bedded"   // sunk into the ground, or ringed about with chips
	Pictured  Kind = "pictured" // a photo
)

// Photo of an entry.
type Photo struct {
	JPEG          []byte // without metadata
	Width, Height int
}

// Dimension of an amount.
type Dimension string

// The dimensions. Feed is a mass of a dry product or a volume of a diluted one.
const (
	NoAmount Dimension = ""
	InLitres Dimension = "volume"
	InGrams  Dimension = "mass"
	InCm     Dimension = "length"
	InFeed   Dimension = "feed"
	Percent  Dimension = "percent"
	InPH     Dimension = "ph"
	Degrees  Dimension = "temperature"
)

// Doing is what an entry of a kind may hold beside its day.
type Doing struct {
	Kind   Kind
	Title  string // of its form
	Button string
	Seen   bool // it is seen, not done
	Bag    bool // it is of the whole container, and so of all that grows in it
	Before bool // it may come before planting

	Things   []Choice // one of which it names
	ThingAsk string
	Own      bool // or a thing in the grower's own words
	Must     bool // a thing has to be named

	Amount    Dimension
	AmountAsk string
	Low, High float64 // of the amount: L, g, cm, %, pH
	Needs     bool    // an amount has to be given
	Device    bool    // it may be a reading of a stand-in: StandIn

	Levels   []string // names of levels from 1 on
	LevelAsk string
	MostUnit int // level is a number up to this, where it has no names
	Words    bool
	WordsAsk string
}

// Choice is a thing by its key and name.
type Choice struct{ Key, Name string }

// Keys of things that change where a planting stands, or how it is watered.
const (
	Fleeced, Netted, Heaped, CarriedIn, UnderGlass, CarriedOut, Uncovered = "fleece", "net", "heap", "in", "glass", "out", "off"
	MulchOff                                                              = "removed"
	ByDrip                                                                = "drip"
)

// Sheltered are the ways in which a bag stands under shelter for the time being.
var Sheltered = []string{Fleeced, Heaped, CarriedIn, UnderGlass}

// StandIn is the thing of a reading that a stand-in gave and no device.
const StandIn = "simulated"

// BlightSpots is the key of what late blight looks like.
const BlightSpots = "blight"

// Keys of how a bag comes by its water.
const (
	AsItWants, ByRhythm, OnTimer, FromBelow, RainAlone = "need", "rhythm", "timer", "below", "rain"
)

// Doings of every kind, in the order they are offered.
var Doings = []Doing{
	{Kind: Watered, Title: "Watered", Button: "Watered", Bag: true, ThingAsk: "How", Things: []Choice{{"can", "with a can"}, {ByDrip, "drip or timer"}, {"saucer", "saucer or reservoir filled"}, {"rain", "by rain"}}, Amount: InLitres, AmountAsk: "How much", High: 500, LevelAsk: "Minutes, of drip", MostUnit: 1440},
	{Kind: Irrigated, Title: "How it is watered from now on", Button: "Keep it", Bag: true, Must: true, ThingAsk: "How", Things: []Choice{{AsItWants, "by hand, when it wants some"}, {ByRhythm, "by hand, every so many days"}, {OnTimer, "drip or timer, every so many days"}, {FromBelow, "from below, saucer or reservoir filled every so many days"}, {RainAlone, "by rain alone"}}, Amount: InLitres, AmountAsk: "How much each time", High: 500, LevelAsk: "Every how many days", MostUnit: 60},
	{Kind: Fed, Title: "Fed", Button: "Fed", Bag: true, ThingAsk: "With", Own: true, Amount: InFeed, AmountAsk: "How much", High: 100_000},
	{Kind: Mulched, Title: "Mulched", Button: "Mulched", Bag: true, ThingAsk: "With", Own: true, Must: true, Things: []Choice{{"straw", "straw"}, {"leaves", "leaves"}, {"chips", "wood chips"}, {"grass", "dried grass"}, {"compost", "compost"}, {"sheet", "sheet or fabric"}, {MulchOff, "taken off again"}}, Amount: InCm, AmountAsk: "How thick", High: 40},
	{Kind: Supported, Title: "Supported", Button: "Supported", Bag: true, ThingAsk: "With", Own: true, Must: true, Things: []Choice{{"canes", "canes and string"}, {"hoop", "a hoop"}, {"mesh", "mesh"}, {"trellis", "a trellis"}}},
	{Kind: Protected, Title: "Protected", Button: "Keep it", Bag: true, ThingAsk: "How", Must: true, Things: []Choice{{Fleeced, "fleece over it"}, {Netted, "net over it"}, {Heaped, "medium heaped over its tops"}, {CarriedIn, "carried in"}, {UnderGlass, "carried under glass"}, {Uncovered, "uncovered again"}, {CarriedOut, "carried out again"}}},
	{Kind: Treated, Title: "Treated", Button: "Treated", Bag: true, ThingAsk: "With what", Own: true, Must: true, LevelAsk: "Days to wait before harvest, as on its label", MostUnit: 365, Words: true, WordsAsk: "How much, and against what"},
	{Kind: Filled, Title: "Filled", Button: "Filled", Bag: true, Before: true, Amount: InLitres, AmountAsk: "Loose medium that went in", High: 5000, Needs: true},
	{Kind: Ringed, Title: "A ring stacked on top", Button: "Stacked", Bag: true, Amount: InCm, AmountAsk: "It raises the rim by", Low: 1, High: 100, Needs: true},
	{Kind: Bedded, Title: "Sunk or ringed about", Button: "Keep it", Bag: true, Before: true, Must: true, ThingAsk: "How", Things: []Choice{{"sunk", "sunk a part into the ground"}, {"chips", "ringed about with chips"}, {"up", "lifted out again"}}},
	{Kind: Moved, Title: "Moved", Button: "Moved", Bag: true, Before: true, Own: true, Words: true},
	{Kind: Sighted, Title: "Seen: pest, disease, damage", Button: "Seen", Seen: true, ThingAsk: "What", Own: true, Must: true, Things: sights, LevelAsk: "How much", Levels: []string{"little", "some", "much"}, Words: true, WordsAsk: "Where, and how it looks"},
	{Kind: Yellowed, Title: "Leaves yellow", Button: "Keep it", Seen: true, LevelAsk: "How many", Levels: []string{"none", "a quarter", "half", "three quarters", "all"}},
	{Kind: Moisture, Title: "Moisture of the medium", Button: "Keep it", Seen: true, Bag: true, LevelAsk: "By finger", Levels: []string{"dry to the second knuckle", "dry to the first knuckle", "moist", "wet"}, Amount: Percent, AmountAsk: "Or by a probe, %", High: 100, Device: true},
	{Kind: Hefted, Title: "Weight of the bag lifted", Button: "Keep it", Seen: true, Bag: true, Amount: InGrams, AmountAsk: "It weighs", Low: 100, High: 1_000_000, Needs: true},
	{Kind: Felt, Title: "Felt in for tubers, or rubbed one", Button: "Keep it", Seen: true, Must: true, ThingAsk: "What you found", Things: []Choice{{string(lift.EggSize), "tubers of egg size"}, {string(lift.OnlySmall), "only small ones"}, {string(lift.NothingYet), "none yet"}, {string(lift.SkinHolds), "rubbed: the skin holds"}, {string(lift.SkinSlips), "rubbed: the skin slips"}}},
	{Kind: Warmth, Title: "Warmth of the medium", Button: "Keep it", Seen: true, Bag: true, Before: true, Amount: Degrees, AmountAsk: "By a thermometer", Low: -10, High: 50, Needs: true, Device: true},
	{Kind: Acidity, Title: "Acidity measured", Button: "Keep it", Seen: true, Bag: true, Before: true, Amount: InPH, AmountAsk: "pH", Low: 2, High: 11, Needs: true},
}

// sights that are offered; the grower's own words stand beside them.
var sights = []Choice{
	{"aphids", "aphids"}, {"beetles", "leaf beetles or their grubs"}, {"slugs", "slugs or snails"}, {"whitefly", "whitefly"}, {"mites", "mites"}, {"caterpillars", "caterpillars"},
	{BlightSpots, "dark wet patches on leaves (blight?)"}, {"early-blight", "brown ringed spots"}, {"virus", "mottled or rolled leaves"}, {"blackleg", "black stem at its foot"}, {"scab", "scab"},
	{"pale-old", "old leaves pale"}, {"pale-young", "young leaves pale"}, {"brown-edges", "brown leaf edges"}, {"purple", "purple leaves"}, {"wilting", "wilting"},
	{"hail", "hail"}, {"wind", "wind damage"}, {"flooded", "standing water"}, {"animals", "gnawed or dug up"}, {"volunteers", "plants nobody planted"},
}

// DoingOf a kind; ok is false for kinds of another sort.
func DoingOf(k Kind) (d Doing, ok bool) {
	return Find(Doings, func(d Doing) bool { return d.Kind == k })
}

// ThingName of a key for reading; what is no key is the grower's own word.
func (d Doing) ThingName(key string) string {
	if c, ok := Find(d.Things, func(c Choice) bool { return c.Key == key }); ok {
		return c.Name
	}
	return key
}

// maxThing letters of a thing in the grower's words.
const maxThing = 60

// check an entry of the kind on its own.
func (d Doing) check(faults *Faults, e *Entry) {
	e.Thing = measure.PlainLine(e.Thing)
	_, offered := Find(d.Things, func(c Choice) bool { return c.Key == e.Thing })
	switch {
	case e.Thing == "" && d.Must:
		faults.Add("thing", "Say what it was.")
	case d.Device && e.Thing == StandIn:
	case e.Thing != "" && !offered && !d.Own:
		faults.Add("thing", "Choose one of the list.")
	case utf8.RuneCountInString(e.Thing) > maxThing:
		faults.Add("thing", "Say it in up to {} letters.", maxThing)
	}
	switch {
	case d.Amount == NoAmount:
		e.Amount = 0
	case e.Amount == 0 && d.Needs:
		faults.Add("amount", "Write what was measured.")
	case e.Amount != 0 && !(e.Amount >= d.Low && e.Amount <= d.High):
		faults.Add("amount", "That is not believed: between {} and {}.", d.quantity(d.Low), d.quantity(d.High))
	}
	most := max(len(d.Levels), d.MostUnit)
	if d.Amount == InFeed {
		most = FeedVolume
	}
	if !(e.Level >= 0 && e.Level <= most) {
		faults.Add("level", "Choose from 0 to {}.", most)
	}
	if !d.Words {
		e.Text = ""
	}
	empty := e.Thing == "" && e.Amount == 0 && e.Level == 0
	if empty && slices.Contains([]Kind{Yellowed, Moisture}, d.Kind) {
		faults.Add("level", "Choose what you saw.")
	}
}

// What the level of feed says of its amount.
const (
	FeedMass   = 1 // grams of a dry product
	FeedVolume = 2 // litres of liquid feed, stirred into its water
)

// quantity of an amount, for reading.
func (d Doing) quantity(v float64) any {
	switch d.Amount {
	case InLitres:
		return measure.Volume(v)
	case InGrams:
		return measure.Mass(v)
	case InCm:
		return measure.Length(v)
	case Degrees:
		return measure.Temperature(v)
	}
	return v
}

// Quantity of an entry's amount, for reading.
func (d Doing) Quantity(e *Entry) any {
	switch {
	case d.Amount == InFeed && e.Level == FeedVolume:
		return measure.Volume(e.Amount)
	case d.Amount == InFeed:
		return measure.Mass(e.Amount)
	case d.Amount == Percent:
		return measure.Say("{} %", e.Amount)
	case d.Amount == InPH:
		return measure.Say("pH {}", e.Amount)
	}
	return d.quantity(e.Amount)
}

// Says puts an entry of the kind into words.
func (d Doing) Says(e *Entry) measure.Phrase {
	if d.Kind == Irrigated {
		return irrigatedWords(d, e)
	}
	says, args := d.verb(), []any(nil)
	add := func(s string, a ...any) { says, args = says+s, append(args, a...) }
	switch {
	case d.Kind == Moved && e.Text != "":
		add(" to {}", e.Text)
	case e.Thing != "" && !d.Device:
		add(" {}", d.ThingName(e.Thing))
	}
	if e.Amount != 0 {
		add(" {}", d.Quantity(e))
	}
	if d.Device && e.Thing == StandIn {
		add(", simulated")
	}
	switch {
	case e.Level == 0 || d.Amount == InFeed:
	case len(d.Levels) >= e.Level && e.Thing != "":
		add(", {}", d.Levels[e.Level-1])
	case len(d.Levels) >= e.Level:
		add(" {}", d.Levels[e.Level-1])
	case d.Kind == Treated:
		add(", {} days to wait before harvest", e.Level)
	case d.MostUnit > 0:
		add(", {} minutes", e.Level)
	}
	if e.Text != "" && d.Words {
		add(": {}", e.Text)
	}
	return measure.Say(says, args...)
}

// irrigatedWords say how a bag comes by its water.
func irrigatedWords(d Doing, e *Entry) measure.Phrase {
	how, each := d.ThingName(e.Thing), "as much as it wants"
	if e.Thing == AsItWants || e.Thing == RainAlone {
		return measure.Say("watered from now on {}", how)
	}
	if e.Amount > 0 {
		each = ""
	}
	how, _, _ = strings.Cut(how, " filled every")
	how, _, _ = strings.Cut(how, ", every")
	switch {
	case e.Level <= 1 && each == "":
		return measure.Say("watered from now on {}: {} every day", how, measure.Volume(e.Amount))
	case e.Level <= 1:
		return measure.Say("watered from now on {}: {} every day", how, each)
	case each == "":
		return measure.Say("watered from now on {}: {} every {} days", how, measure.Volume(e.Amount), e.Level)
	}
	return measure.Say("watered from now on {}: {} every {} days", how, each, e.Level)
}

// verb that its words begin with.
func (d Doing) verb() string {
	switch d.Kind {
	case Fed, Treated, Mulched, Supported:
		return string(d.Kind) + " with"
	case Sighted:
		return "seen:"
	case Yellowed:
		return "leaves yellow:"
	case Moisture, Warmth:
		return "medium:"
	case Felt:
		return "felt:"
	case Hefted:
		return "lifted, it weighs"
	case Acidity:
		return "measured:"
	case Ringed:
		return "a ring stacked on, the rim is higher by"
	case Bedded:
		return "it is"
	case Protected:
		return "protected:"
	}
	return string(d.Kind)
}
