package logbook

import (
	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/seed"
)

// ID of anything kept; 0 is nothing.
type ID int64

// Season is one year of growing, named by the year it is planned for.
type Season struct {
	ID   ID
	Year int
}

// Variety as the grower names it.
type Variety struct {
	ID         ID
	Name       string
	Class      crop.Class
	PacketDays int // 0 when the packet does not say
}

// Material of a bag's wall, which changes how it is drawn.
type Material string

// The materials.
const (
	Fabric Material = "fabric"
	Woven  Material = "woven"
	Rigid  Material = "rigid"
	Timber Material = "timber"
	Card   Material = "card"
)

// Materials lists every material in the order it is offered.
func Materials() []Material { return []Material{Fabric, Woven, Rigid, Timber, Card} }

var MaterialNames = map[Material]string{
	Fabric: "fabric", Woven: "woven or sheet plastic, sack", Rigid: "rigid tub or bucket",
	Timber: "timber box", Card: "cardboard",
}

// Name of the material for reading.
func (m Material) Name() string { return MaterialNames[m] }

// Model is a kind of bag, with its inside measures.
type Model struct {
	ID       ID
	Name     string
	Shape    bag.Shape
	Material Material
	Drainage bag.Drainage
	Holes    int            // in its base or side, where it has some
	Light    bool           // of a light colour; dark ones run warmer in the sun
	Rolls    bool           // its rim is rolled down and unrolled layer by layer
	Sold     measure.Volume // it is sold as; 0 when not known
	Empty    measure.Mass   // 0 when not weighed
	Price    int            // in hundredths of the grower's money; 0 when not known
	Lasts    int            // seasons; 0 when not known
	Assumed  Assumed        // measures that nobody took
}

// Assumed measures of a kind of bag: those of an ordinary round one of its litres.
type Assumed string

// What is assumed.
const (
	NothingAssumed Assumed = ""
	WidthAssumed   Assumed = "width"
	HeightAssumed  Assumed = "height"
	AllAssumed     Assumed = "both"
)

// Name for reading.
func (a Assumed) Name() string {
	return map[Assumed]string{WidthAssumed: "its width is assumed", HeightAssumed: "its height is assumed", AllAssumed: "its measures are assumed"}[a]
}

// SoldOtherwise reports whether the litres a kind of bag is sold as lie more than
// a tenth off what it holds to the rim.
func (m Model) SoldOtherwise() bool {
	full := m.Shape.Full()
	return m.Sold > 0 && (m.Sold > full*1.1 || m.Sold < full*0.9)
}

// Place where bags stand.
type Place struct {
	ID       ID
	Name     string
	Position int
	Shelter  climate.Shelter // that it gives
}

// Bag is one container with its label. Nothing exists without a label.
type Bag struct {
	ID    ID
	Label string
	Model Model
	Place Place

	Condition Condition
}

// Container is a bucket or bowl whose empty weight is known by name.
type Container struct {
	ID   ID
	Name string
	Tare measure.Mass
}

// Planting is a variety planned for a bag in a season. What became of it is in
// its log.
type Planting struct {
	ID      ID
	Season  Season
	Bag     Bag
	Variety Variety
	Number  int // tubers or slips planned
	Filling hill.Plan
	Planned measure.Day
	// PlannedFor is the year it was planned for, where it was planted in the season of another; 0
	// for as planned.
	PlannedFor int
	// Beside is the same number for plantings that share one container; 0 for one alone.
	Beside ID
	// Share of the container's litres it has, 0 to 1: by plants, or as the grower says.
	Share    float64
	OwnShare bool
}

// SeasonPlanted is the season that a planting of a day counts to, where it was planned for a year:
// that year, unless the day is out of every reach of it. A season reaches from the autumn before
// its spring to the winter after it; south of the equator it begins with the September of its year.
func SeasonPlanted(day measure.Day, year int, south bool) int {
	from, until := measure.Date(year-1, 9, 1), measure.Date(year+1, 2, 1)
	if south {
		from, until = measure.Date(year, 1, 1), measure.Date(year+1, 9, 1)
	}
	if day >= from && day < until {
		return year
	}
	return day.Year()
}

// Part of its container that is its own, over 0 to 1.
func (p *Planting) Part() float64 {
	if p.Share > 0 && p.Share <= 1 {
		return p.Share
	}
	return 1
}

// Kind of log entry.
type Kind string

// The kinds that are not care. A Voided entry takes another one back; both are kept. All that
// there is to know of a kind stands in its EntryKind.
const (
	Planted  Kind = "planted"
	Raised   Kind = "raised"
	Measured Kind = "measured"
	Noted    Kind = "noted"
	Weighed  Kind = "weighed"
	Taken    Kind = "taken" // left the bag without being weighed
	Closed   Kind = "closed"
	Dropped  Kind = "dropped" // the plan was given up before planting
	Voided   Kind = "voided"
	Emerged  Kind = "emerged"  // shoots, or transplants, came through
	Flowered Kind = "flowered" // the first open flowers: raising ends
	Frosted  Kind = "frosted"  // the tops are black
	Topped   Kind = "topped"   // medium put back where it had settled
	Fed      Kind = "fed"      // liquid feed was given
	Tended   Kind = "tended"   // another job was done: What says which
	Skipped  Kind = "skipped"  // a job is not done, and why
	PutOff   Kind = "put-off"  // a job waits until a day
)

// FullFlower is the Level of a Flowered entry once most flowers are open.
const FullFlower = 2

// Nipped is the Thing of flowers that were taken off.
const Nipped = "nipped"

// NothingCame is the Thing of a closing entry of a bag that gave nothing; a bag closed
// without it and without a weight is one whose harvest is not known.
const NothingCame = "nothing"

// AboutDays is how far off a day may be that was entered as about right.
const AboutDays = 3

// Start is what a sweet potato was grown from.
type Start string

// The starts. What is not marked is slips.
const (
	Slips     Start = ""
	Cuttings  Start = "cuttings" // vine tips of another plant
	WholeRoot Start = "root"     // a root, or a piece of one with shoots: its weight is mother weight
)

// Batch is one weighing with the name of its container.
type Batch struct {
	How         measure.Known // Simulated, where a stand-in weighed it
	Gross, Tare measure.Mass
	Container   string // empty when weighed bare or the tare was typed
	Grade       string // a lift.Grade
	Count       int
	// Low and High are what its net may be where it was not weighed by itself; both 0 where
	// it was.
	Low, High measure.Mass
	Faults    string // counted in it, as lift.FaultsText has them
	Line      string // it was typed as
}

// Lifted is the batch for the sums of the harvest.
func (b *Batch) Lifted() lift.Batch {
	return lift.Batch{Gross: b.Gross, Tare: b.Tare, Grade: lift.Grade(b.Grade), Count: b.Count, Low: b.Low, High: b.High, Known: b.How, Faults: lift.ParseFaults(b.Faults)}
}

// NewBatch of what was read of a line.
func NewBatch(b *lift.Batch, line string) Batch {
	return Batch{How: b.Known, Gross: b.Gross, Tare: b.Tare, Grade: string(b.Grade), Count: b.Count, Low: b.Low, High: b.High, Faults: lift.FaultsText(b.Faults), Line: line}
}

// Entry is one line of the log: appended, never edited.
type Entry struct {
	ID       ID
	Planting ID
	Kind     Kind
	Day      measure.Day // it happened on
	Logged   measure.Day // it was written down on
	Key      string      // client key, unique: the same key counts once; not read back

	About bool // the day may be off by AboutDays

	Seed    seed.Known     // Planted: as far as it is known
	Slips   int            // Planted: slips or cuttings, which have next to no weight
	Start   Start          // Planted: what a sweet potato was grown from
	RaiseBy measure.Length // Raised: settled rise, or 0 when Loose is given
	Loose   measure.Volume // Raised: loose litres brought, or 0; Topped: litres brought
	Height  measure.Length // Measured: stem above the medium
	Thing   string         // a Doing: what with, or what was seen
	Amount  float64        // a Doing: in its dimension
	Level   int            // a Doing; Flowered: 2 for full flower
	Place   ID             // Moved: where to; its name stands in Text
	From    ID             // Moved: where it stood before
	Group   string         // entries that were written together; empty for one alone
	Text    string         // Noted, Taken, Skipped: in the grower's words
	What    job.Kind       // Tended, Skipped, PutOff: the job
	Until   measure.Day    // PutOff
	Batches []Batch        // Weighed
	Another bool           // Weighed: a batch of its own, though one just like it was weighed in; not kept
	Voids   ID             // Voided: the entry taken back
}

// MaxPlants in one bag, box or bed, tubers, pieces or slips.
const MaxPlants = 500
