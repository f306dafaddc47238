package forecast

import (
	"glebata/core/advice"
	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// slipDepth is how much of a slip goes under: it is laid or set this far below
// the top of the filled bag. Practice.
const slipDepth measure.Length = 8

// DefaultLadder is the plan a school starts from in one bag for one class.
func DefaultLadder(s bag.Shape, c crop.Class, school hill.School) hill.Plan {
	p := hill.Defaults(school)
	if c.Crop() == crop.SweetPotato {
		p.Cover = slipDepth
		p.Base = max(0, s.UsableTop(p.Headspace)-slipDepth)
	}
	return p
}

// NewRoom of a plan: what is left free of medium.
func NewRoom(p hill.Plan) bag.Room { return bag.Room{Headspace: p.Headspace, Filler: p.Filler} }

// Draft is a planting that is not saved: what the plan page draws.
type Draft struct {
	PlantingForecast
	Suggest  bag.Suggestion
	Drainage bag.DrainageFacts
	Advice   advice.List // what to think of before saving, in words
}

// DraftPlanting works out a plan without keeping it. Faults name the fields.
func DraftPlanting(b logbook.Bag, v logbook.Variety, number int, ladder hill.Plan) (Draft, error) {
	d := Draft{PlantingForecast: PlantingForecast{PlantingState: logbook.PlantingState{Planting: logbook.Planting{Bag: b, Variety: v, Number: number, Filling: ladder}}}}
	shape, k := b.Model.Shape, v.Class.Constants()
	d.Suggest = bag.Suggest(shape, NewRoom(ladder), v.Class, ladder.School == hill.TwoLevel)
	d.Drainage = b.Model.Drainage.Facts(shape)

	var faults logbook.Faults
	if !(number >= 1 && number <= logbook.MaxPlants) {
		faults.Add("number", "Plant at least 1 and no more than {} in a bag.", logbook.MaxPlants)
	}
	state, err := logbook.Replay(&d.Planting, nil)
	if err != nil {
		faults = append(faults, logbook.AsFaults(err)...)
	}
	if faults != nil {
		return d, faults
	}
	d.State = state
	d.Advice = concerns(&d, k)
	return d, nil
}

func concerns(d *Draft, k crop.Constants) advice.List {
	var said advice.List
	warn := func(kind advice.Kind, says string, args ...any) { said.Add(kind, advice.Warn, "", says, args...) }
	shape, ladder := d.Bag.Model.Shape, d.Filling
	if d.Suggest.TooSmall {
		warn(advice.TooSmall, "This bag holds {} usable; {} is worth planting from {} on.", shape.Usable(ladder.Headspace), k.One(), k.MinBag)
	}
	if depth := d.Ladder.Top - d.Ladder.Bottom; depth < k.DepthWorkable {
		warn(advice.Shallow, "{} of medium is shallow for {}: {} works, {} is good.", depth, k.One(), k.DepthWorkable, k.DepthGood)
	}
	if n := d.Number; n > d.Suggest.Number {
		warn(advice.Crowded, "{} is more than the {} this bag takes by litres: expect smaller {}.", n, d.Suggest.Number, k.Crop.Lifted())
	}
	if d.Drainage.Says != "" && !(d.Drainage.Plantable && d.FeedAsk.Mix.Inert()) { // an inert medium wants its reservoir
		warn(advice.Drainage, d.Drainage.Says)
	}
	if ladder.School == hill.RolledRim && !d.Bag.Model.Rolls {
		warn(advice.Rim, "The rim of a {} does not roll down: leaves will stand in shade until it is filled.", d.Bag.Model.Name)
	}
	for _, says := range ladder.Unusual(shape, d.Variety.Class) {
		warn(advice.Unusual, "{}", says)
	}
	if of := ladder.Over(); of == hill.Straw || of == hill.Hay {
		warn(advice.Straw, "{} from a field you do not know may carry weedkiller: sow beans in a sample for three weeks first.", measure.Upper(ladder.Over().Name()))
	}
	if ladder.Filler > 0 {
		warn(advice.Chips, "Chips below must be aged: fresh ones take nitrogen while they rot.")
	}
	if spots := d.Spots(&d.Planting); len(spots) > 1 && len(d.Ladder.Seed) == 1 {
		switch near := bag.Nearest(spots); {
		case near < bag.Closest-0.05:
			warn(advice.Crowded, "The {} stand {} apart: closer than {} is advised against, they shade and starve each other.", k.Crop.SetOut(2), near, bag.Closest)
		case near < k.Spacing-0.5 && d.Number <= d.Suggest.Number:
			said.Add(advice.Crowded, advice.Tip, "", "{} apart, {} wanted: expect smaller {}.", near, k.Spacing, k.Crop.Lifted())
		}
	}
	if over := bag.Over(d.Spots(&d.Planting)); over < bag.LeastOver-0.05 {
		warn(advice.Crowded, "An upper {} lies {} from straight over a lower one, {} wanted: the lower one has to come up through it. Fewer at each level, or a wider bag.", k.Crop.SetOut(1), over, bag.LeastOver)
	}
	if lowest := d.Ladder.Seed[0]; d.Drainage.Plantable && lowest < d.Drainage.Level {
		warn(advice.Drainage, "Seed at {} would lie in standing water, which reaches {}.", lowest, d.Drainage.Level)
	}
	return said
}
