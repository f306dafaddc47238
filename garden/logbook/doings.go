package logbook

import (
	"strings"
	"unicode/utf8"

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
	Verb   string // that its words begin with; its kind where it has none
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
	MostUnit int  // level is a number up to this, where it has no names
	Some     bool // something of it has to be said
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

// BlightSpots is the key of what late blight looks like, and BlightWhite of the same with its
// bloom, which nothing else has.
const BlightSpots, BlightWhite = "blight", "blight-white"

// Keys of how a bag comes by its water.
const (
	AsItWants, AllWritten, ByRhythm, OnTimer, FromBelow, RainAlone = "need", "written", "rhythm", "timer", "below", "rain"
)

// UsedBefore is the key of a medium that was used before and put in as it was, PlantDied of a plant seen
// to have died or rotted.
const UsedBefore, PlantDied = "used", "died"

// sights that are offered; the grower's own words stand beside them.
var sights = []Choice{
	{"aphids", "aphids"}, {"beetles", "leaf beetles or their grubs"}, {"slugs", "slugs or snails"}, {"whitefly", "whitefly"}, {"mites", "mites"}, {"caterpillars", "caterpillars"},
	{BlightSpots, "dark wet patches on leaves (blight?)"}, {BlightWhite, "dark patches, white bloom below (blight)"}, {"early-blight", "brown ringed spots"}, {"virus", "mottled or rolled leaves"}, {"blackleg", "black stem at its foot"}, {"scab", "scab"},
	{"pale-old", "old leaves pale"}, {"pale-young", "young leaves pale"}, {"brown-edges", "brown leaf edges"}, {"purple", "purple leaves"}, {"wilting", "wilting"},
	{"hail", "hail"}, {"wind", "wind damage"}, {"flooded", "standing water"}, {"animals", "gnawed or dug up"}, {PlantDied, "a plant that died"}, {"volunteers", "plants nobody planted"},
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
	switch some := e.Thing != "" || e.Amount != 0 || e.Level != 0; {
	case d.Some && !some && len(d.Levels) == 0:
		faults.Add("amount", "Write how much, or choose what it was.")
	case d.Some && !some:
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
	if e.Thing == "" { // with what is not known
		says = strings.TrimSuffix(says, " with")
	}
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
	if e.Thing == AsItWants || e.Thing == AllWritten || e.Thing == RainAlone {
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
	if d.Verb != "" {
		return d.Verb
	}
	return string(d.Kind)
}
