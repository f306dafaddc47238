package logbook

import (
	"glebata/core/climate"
	"glebata/core/crop"
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
