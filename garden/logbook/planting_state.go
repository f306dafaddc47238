package logbook

import (
	"slices"

	"glebata/core/bag"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/job"
	"glebata/core/lift"
	"glebata/core/measure"
	"glebata/core/seed"
)

// Stage of a planting.
type Stage int

// The stages a planting goes through.
const (
	StagePlanned Stage = iota
	StageGrowing
	StageClosed
	StageDropped
)

// Layer of medium as it lies in the bag.
type Layer struct {
	Of       hill.Material
	From, To measure.Length
	Settled  measure.Volume
	Day      measure.Day
}

// State is what a planting has come to: plan and log put together. It is
// computed anew from the log each time.
type State struct {
	Stage             Stage
	Planted           measure.Day
	Ended             measure.Day
	Ladder            hill.Ladder // as planned
	Level             measure.Length
	Layers            []Layer     // in the bag, lowest first
	Rungs             []hill.Rung // still to come, laid again from Level
	Pieces            []measure.Mass
	Plants            int          // pieces or slips in the bag
	Counted           bool         // their number is known; else it is as planned
	Seed              measure.Mass // 0 where it is not known, or there is none
	Known             seed.Known   // as it was entered
	SeedLow, SeedHigh measure.Mass // what it may be; both Seed where it was weighed
	SeedHow           measure.Known
	Start             Start        // of a sweet potato
	Mother            measure.Mass // of a whole root that was planted
	Simulated         bool         // a stand-in weighed some of it: it counts in no comparison
	About             bool         // planting day may be off by AboutDays

	StemKnown bool
	Stem      measure.Length // above the medium now: measured less raised since
	StemDay   measure.Day    // measured on

	Up       measure.Day   // shoots came through, as it was seen; 0 until then
	Flowered measure.Day   // 0 until open flowers were seen
	Frosted  []measure.Day // the tops were black
	Heights  []Height      // every stem height that was measured
	Raised   measure.Length
	Filled   measure.Day // medium went on last
	Doings   []Answer    // jobs that were done, skipped or put off, by day
	Care     []Entry     // what was done and seen beside that, by day
	Moves    []Move      // where it was taken, by day

	Batches   []lift.Batch
	Harvest   lift.Total
	Unweighed bool // part of the harvest left without a weight
	Unknown   bool // closed without a weight: not nothing, but not known

	over        hill.Material  // that raises are made of
	filledLoose measure.Volume // that was really brought for planting day; 0 for as planned

	Log   []Entry // entries that stand, by day
	Aside []Aside // those of them that cannot be applied
}

// PlantingState is a planting with what it has come to by its log.
type PlantingState struct {
	Planting
	State
}

// NewPlantingState replays a log on a planting. A plan that cannot be laid is refused
// with Faults.
func NewPlantingState(p Planting, log []Entry) (PlantingState, error) {
	s, err := Replay(&p, log)
	return PlantingState{p, s}, err
}

// Sweet reports whether it is a sweet potato.
func (s *PlantingState) Sweet() bool { return s.Variety.Class.Crop() == crop.SweetPotato }

// Height of stems over the medium, as it was measured.
type Height struct {
	Day    measure.Day
	Above  measure.Length
	Raised measure.Length // the medium had been raised since planting by then
}

// Move to a place, or under a cover, or back.
type Move struct {
	Day     measure.Day
	Shelter climate.Shelter // empty for back to where it stood before
	Cover   bool            // only for as long as it is covered, or carried in
}

// Answer is what became of a job.
type Answer struct {
	What  job.Kind
	Day   measure.Day
	As    Kind        // Fed, Topped, Tended, Skipped or PutOff
	Until measure.Day // PutOff
}

// move of an entry that takes a planting elsewhere, or covers it.
func (e *Entry) move() (Move, bool) {
	switch {
	case e.Kind == Moved:
		return Move{Day: e.Day, Shelter: climate.Shelter(e.Thing)}, e.Thing != ""
	case e.Thing == Fleeced, e.Thing == Heaped:
		return Move{e.Day, climate.Fleece, true}, true
	case e.Thing == UnderGlass:
		return Move{e.Day, climate.Greenhouse, true}, true
	case e.Thing == CarriedIn:
		return Move{e.Day, climate.FrostFree, true}, true
	case e.Thing == CarriedOut, e.Thing == Uncovered:
		return Move{Day: e.Day}, true
	}
	return Move{}, false
}

// Replay puts a planting's log on its plan, in order of day. Entries that cannot
// follow the ones before them are set aside, with Faults that name the field. A plan
// that cannot be laid is refused with Faults.
func Replay(p *Planting, log []Entry) (State, error) {
	s := State{}
	p.Bag.Model.Shape = p.Bag.Model.Shape.Ringed(0) // as it was planned
	ladder, err := hill.Lay(p.Bag.Model.Shape, p.Filling)
	if err != nil {
		return s, PlanFault(err)
	}
	s.Ladder, s.Rungs, s.over = ladder, ladder.Rungs, p.Filling.Over()
	s.Log = Live(log)
	s.Aside = replay(s.Log, func(e *Entry) error { return s.apply(p, e) })
	return s, nil
}

// apply one entry; where it is refused the state is as it was.
func (s *State) apply(p *Planting, e *Entry) error {
	if err := s.inOrder(p, e); err != nil {
		return err
	}
	switch e.Kind {
	case Planted:
		return s.plant(p, e)
	case Raised:
		return s.raise(p, e)
	case Measured:
		if !(e.Height >= 0 && e.Height <= growth.MaxStem) {
			return Refuse("height", "A stem of {} in a bag is not believed: check the unit.", e.Height)
		}
		s.Stem, s.StemDay, s.StemKnown = e.Height, e.Day, true
		s.Heights = append(s.Heights, Height{e.Day, e.Height, s.Raised})
	case Emerged:
		if s.Up == 0 {
			s.Up = e.Day
		}
	case Flowered:
		if s.Flowered != 0 { // full flower after the first
			s.Care = append(s.Care, *e)
			break
		}
		s.Flowered, s.Rungs = e.Day, nil // after flowering only greening tubers are covered
	case Frosted:
		s.Frosted = append(s.Frosted, e.Day)
		s.Stem, s.StemKnown = 0, false
	case Topped:
		s.Filled = e.Day
		s.Doings = append(s.Doings, Answer{job.TopUp, e.Day, e.Kind, 0})
	case Fed:
		s.Care = append(s.Care, *e)
		s.Doings = append(s.Doings, Answer{job.Feed, e.Day, e.Kind, 0})
	case Tended, Skipped, PutOff:
		s.Doings = append(s.Doings, Answer{e.What, e.Day, e.Kind, e.Until})
	case Weighed:
		return s.weigh(e)
	case Taken:
		s.Unweighed = true
	case Closed:
		if e.Thing == NothingCame && len(s.Batches) > 0 && s.Harvest.Edible > 0 {
			return Refuse("came", "{} was weighed in: something came of it.", s.Harvest.Edible)
		}
		s.Stage, s.Ended, s.Unknown = StageClosed, e.Day, len(s.Batches) == 0 && e.Thing != NothingCame
	case Moved, Protected:
		s.Care = append(s.Care, *e)
		if e.Kind == Moved {
			s.Doings = append(s.Doings, Answer{job.Move, e.Day, Tended, 0})
		}
		if m, moves := e.move(); moves {
			s.Moves = append(s.Moves, m)
		}
	case Ringed:
		return s.stack(p, e)
	case Filled:
		s.Care = append(s.Care, *e)
		s.filledLoose = measure.Volume(e.Amount)
		if s.Stage == StageGrowing && e.Day == s.Planted { // entered after the planting of the same day
			return s.fill(p, e.Day)
		}
	case Supported:
		s.Care = append(s.Care, *e)
		s.Doings = append(s.Doings, Answer{job.Tie, e.Day, Tended, 0})
	case Watered:
		if holds := tenfold * p.Bag.Model.Shape.Full(); measure.Volume(e.Amount) > holds {
			return Refuse("amount", "{} is over ten times what the roots in bag {} find room for: check the unit.", measure.Volume(e.Amount), p.Bag.Label)
		}
		s.Care = append(s.Care, *e)
	case Bedded, Irrigated, Mulched, Treated, Sighted, Yellowed, Moisture, Hefted, Acidity, Warmth, Felt, Pictured:
		s.Care = append(s.Care, *e)
		s.Simulated = s.Simulated || (e.Kind == Moisture || e.Kind == Warmth) && e.Thing == StandIn
	case Dropped:
		s.Stage, s.Ended = StageDropped, e.Day
	}
	return nil
}

// tenfold of the available water that a litre of medium holds at the most.
const tenfold = 10 * 0.25

// beforePlanting are the kinds that may come before a bag is planted, and that day.
var beforePlanting = []Kind{Planted, Noted, Dropped, Skipped, PutOff, Moved, Filled, Bedded, Acidity, Warmth, Pictured}

// inOrder checks that an entry may come at this stage.
func (s *State) inOrder(p *Planting, e *Entry) error {
	label := p.Bag.Label
	switch {
	case s.Stage == StageClosed && e.Kind == Weighed: // found later
	case s.Stage == StageClosed:
		return Refuse("day", "Bag {} was closed on {}: take the closing back first.", label, s.Ended)
	case s.Stage == StageDropped:
		return Refuse("", "The plan for bag {} was dropped.", label)
	case s.Stage == StagePlanned && !slices.Contains(beforePlanting, e.Kind) && !(e.Kind == Tended && e.What.LeadsUp()):
		return Refuse("day", "Bag {} is not planted yet on {}: this must come on or after planting day.", label, e.Day)
	case s.Stage == StageGrowing && e.Kind == Planted:
		return Refuse("", "Bag {} is planted already, on {}.", label, s.Planted)
	case s.Stage == StageGrowing && e.Kind == Dropped:
		return Refuse("", "Bag {} is planted: close it instead of dropping the plan.", label)
	}
	return nil
}

func (s *State) plant(p *Planting, e *Entry) error {
	if err := checkSeed(p, e); err != nil {
		return err
	}
	a := e.Seed.Amount(p.Number)
	s.Stage, s.Planted, s.About, s.Known, s.Start = StageGrowing, e.Day, e.About, e.Seed, e.Start
	s.Plants, s.Counted, s.SeedHow, s.Simulated = a.Count, a.Counted, a.How, s.Simulated || a.How == measure.Simulated
	if p.Variety.Class.Crop() == crop.SweetPotato { // what a root weighs is no seed
		s.Mother = a.Mass
		if e.Slips > 0 {
			s.Plants, s.Counted, s.SeedHow = e.Slips, true, measure.Weighed
		}
	} else {
		s.Pieces, s.Seed, s.SeedLow, s.SeedHigh = a.Pieces, a.Mass, a.Low, a.High
	}
	for _, f := range s.Ladder.Fills {
		s.Layers = append(s.Layers, Layer{f.Of, f.From, f.To, f.Settled, e.Day})
	}
	s.Level, s.Filled = s.Ladder.Start, e.Day
	if s.filledLoose > 0 {
		return s.fill(p, e.Day)
	}
	return nil
}

// fill a bag with what was really brought, in place of what was planned: it stands as high
// as that comes to, and the rungs are laid from there.
func (s *State) fill(p *Planting, day measure.Day) error {
	shape := p.Bag.Model.Shape
	if shape.Ground() {
		return nil
	}
	level := min(shape.LevelAfter(s.Ladder.Bottom, s.filledLoose*measure.Volume(1-p.Filling.Settling)), shape.Height())
	rungs, err := hill.Replan(shape, p.Filling, level)
	if err != nil {
		return PlanFault(err)
	}
	s.Layers = slices.DeleteFunc(s.Layers, func(l Layer) bool { return l.From >= level-1e-9 })
	for i := range s.Layers {
		if l := &s.Layers[i]; l.To > level || i == len(s.Layers)-1 && l.To < level {
			l.To = level
			l.Settled = shape.Between(l.From, l.To)
		}
	}
	if s.Level, s.Filled = level, day; p.Filling.School == hill.FillOnce || p.Filling.School == hill.TwoLevel {
		rungs = nil
	}
	s.Rungs = rungs
	return nil
}

// stack a ring on top: the rim is higher, and there is room for more.
func (s *State) stack(p *Planting, e *Entry) error {
	shape := p.Bag.Model.Shape
	if shape.Ground() {
		return Refuse("amount", "There is no rim in the ground.")
	}
	shape = shape.Ringed(shape.Ring() + measure.Length(e.Amount))
	rungs, err := hill.Replan(shape, p.Filling, s.Level)
	if err != nil {
		return PlanFault(err)
	}
	p.Bag.Model.Shape, s.Ladder.Top = shape, shape.UsableTop(p.Filling.Headspace)
	if s.Care = append(s.Care, *e); s.Flowered == 0 {
		s.Rungs = rungs
	}
	return nil
}

func (s *State) raise(p *Planting, e *Entry) error {
	shape := p.Bag.Model.Shape
	to, settled, err := s.raised(p, e.RaiseBy, e.Loose)
	if err != nil {
		return err
	}
	rungs, err := hill.Replan(shape, p.Filling, to)
	if err != nil {
		return PlanFault(err)
	}
	s.Layers = append(s.Layers, Layer{s.stuff(), s.Level, to, settled, e.Day})
	if s.StemKnown {
		s.Stem = max(0, s.Stem-(to-s.Level))
	}
	s.Raised += to - s.Level
	s.Level, s.Filled, s.Rungs = to, e.Day, rungs
	if s.Flowered != 0 {
		s.Rungs = nil
	}
	return nil
}

// raised is the level a raise comes to and the settled litres it lays.
func (s *State) raised(p *Planting, by measure.Length, loose measure.Volume) (measure.Length, measure.Volume, error) {
	shape := p.Bag.Model.Shape
	to := s.Level + by
	if loose > 0 {
		to = shape.LevelAfter(s.Level, p.Filling.Settled(loose))
	}
	rim := shape.Height()
	switch {
	case to <= s.Level:
		return 0, 0, Refuse("by", "Say how much went on: more than 0.")
	case to > rim+0.05:
		return 0, 0, Refuse("by", "That is {} over the rim: at most {} more fits, {} loose.",
			to-rim, rim-s.Level, p.Filling.Loose(shape.Between(s.Level, rim)))
	}
	return to, shape.Between(s.Level, to), nil
}

func (s *State) weigh(e *Entry) error {
	for _, b := range e.Batches {
		s.Simulated = s.Simulated || b.How == measure.Simulated
		batch := b.Lifted()
		s.Batches = append(s.Batches, batch)
		s.Harvest.Add(batch)
	}
	return nil
}

// stuff that raises are made of.
func (s *State) stuff() hill.Material {
	return s.over
}

// Spots where the seed lies; before planting, where it will lie.
func (s *State) Spots(p *Planting) []bag.Spot {
	n := s.Plants
	if s.Stage == StagePlanned {
		n = p.Number
	}
	return bag.PlaceLevels(p.Bag.Model.Shape, s.Ladder.Seed, n, p.Variety.Class.Constants().Spacing)
}

func (e *Entry) line() line { return line{e.ID, e.Day, e.Voids} }
